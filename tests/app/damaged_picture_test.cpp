// A picture that the disk has damaged is named as long as it is, and the same photo heals it.

#include <catch2/catch.hpp>

#include <fstream>

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QSignalSpy>
#include <QTemporaryDir>

#include "app/document.h"
#include "core/shop/edit.h"
#include "demo/demo_shop.h"

using namespace burl;

namespace
{

std::unique_ptr<Document> opened(const std::string& file)
{
    auto store = ShopBook::open(file);
    REQUIRE(store);
    auto book = store->load();
    REQUIRE(book);
    return std::make_unique<Document>(std::move(*book), std::move(*store));
}

/// Until the pictures were looked at.
void waitForLook(Document& document)
{
    QSignalSpy looked(&document, &Document::picturesLookedAt);
    CHECK((looked.count() > 0 || looked.wait(30'000)));
}

} // namespace

TEST_CASE("a damaged picture is named until the same photo is taken in again", "[app][store][pictures]")
{
    const QTemporaryDir dir;
    const std::string file = dir.filePath(QStringLiteral("shop.burl")).toStdString();
    std::string bytes(9000, 'p');
    for (size_t i = 0; i < bytes.size(); ++i) {
        bytes[i] = static_cast<char>('a' + (i * 7 + i / 26) % 26);
    }
    std::string name;
    {
        const auto document = opened(file);
        waitForLook(*document);
        document->apply(QStringLiteral("the demo"), demoBook());
        const SlabId id = document->shop().slabs.front()->id;
        name = document->shop().slabs.front()->name;
        const std::string key = document->keepPicture(bytes);
        document->editSlab(QStringLiteral("face"), id, [&](Slab& s) {
            s.topPicture = FacePicture{};
            s.topPicture->key = key;
        });
        CHECK(document->damage().isEmpty());
    }
    {
        std::fstream disk(file, std::ios::in | std::ios::out | std::ios::binary);
        std::string all{std::istreambuf_iterator<char>(disk), {}};
        const size_t at = all.find(bytes.substr(5000, 60));
        REQUIRE(at != std::string::npos);
        disk.seekp(static_cast<std::streamoff>(at + 20));
        disk << "????";
    }
    const auto document = opened(file);
    waitForLook(*document);
    REQUIRE(document->damagedPictures().size() == 1);
    CHECK(document->damage().contains(QStringLiteral("the top face of ") + QString::fromStdString(name)));
    QSignalSpy looked(document.get(), &Document::picturesLookedAt);
    CHECK(document->keepPicture(bytes) == Document::pictureKey(bytes));
    CHECK(document->damage().isEmpty());
    CHECK(looked.count() == 1);
    CHECK(document->picture(Document::pictureKey(bytes)) == bytes);
}
