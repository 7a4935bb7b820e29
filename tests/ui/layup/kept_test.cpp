// What a maker does at the benches is on the disk when it is done, whatever was typed and however a drag ended.

#include <catch2/catch.hpp>

#include <QPushButton>

#include "core/geometry/ring.h"
#include "core/measure/format.h"
#include "store/shop_book.h"
#include "support/files.h"
#include "ui/ledger/measure_field.h"
#include "ui/ledger/reading_table.h"
#include "ui/yard_driver.h"

using namespace burl;
using ui::MeasureField;

namespace
{

bool same(const Book& a, const Book& b)
{
    return sameValues(*a.shop, *b.shop) && std::equal(a.jobs.begin(), a.jobs.end(), b.jobs.begin(), b.jobs.end(),
                                                      [](const auto& x, const auto& y) { return *x == *y; });
}

/// A window on a book on disk.
struct OnDisk {
    test::Folder folder;
    std::filesystem::path file = folder / "shop.burlbook";
    std::unique_ptr<Document> document;
    std::unique_ptr<ui::MainWindow> window;

    explicit OnDisk(const QString& bench)
    {
        auto store = ShopBook::open(file);
        REQUIRE(store);
        const Book empty = *store->load();
        REQUIRE(store->write(empty, demoBook()));
        document = std::make_unique<Document>(demoBook(), std::move(*store));
        window = std::make_unique<ui::MainWindow>(*document);
        window->show();
        window->showBench(bench);
        QApplication::processEvents();
    }

    /// True when the disk holds what the window shows, without a word of trouble.
    [[nodiscard]] bool kept() const
    {
        auto reader = ShopBook::open(file);
        REQUIRE(reader);
        const auto there = reader->load();
        REQUIRE(there);
        for (const std::string& trouble : reader->troubles()) {
            UNSCOPED_INFO(trouble);
        }
        return reader->troubles().empty() && same(*there, document->book());
    }

    [[nodiscard]] ui::Board& board() { return window->board(); }
    [[nodiscard]] QPoint pixel(Vec2 table) { return board().view().toPixel(table).toPoint(); }
    void press(QPoint at) { QTest::mousePress(&board(), Qt::LeftButton, Qt::NoModifier, at); }
    void move(QPoint at)
    {
        QMouseEvent event(QEvent::MouseMove, QPointF(at), board().mapToGlobal(QPointF(at)), Qt::NoButton,
                          Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&board(), &event);
    }
    void release(QPoint at) { QTest::mouseRelease(&board(), Qt::LeftButton, Qt::NoModifier, at); }
};

QString plain(double value)
{
    return QString::fromStdString(formatNumber(value, 6, true));
}

void type(MeasureField* field, const QString& text)
{
    field->setFocus();
    field->selectAll();
    QTest::keyClick(field, Qt::Key_Delete);
    QTest::keyClicks(field, text);
    QTest::keyClick(field, Qt::Key_Return);
}

} // namespace

TEST_CASE("the least, the greatest and what lies beyond them of every field comes back from the disk", "[ui][kept]")
{
    int fields = 0;
    for (const char* bench : test::kBenches) {
        OnDisk d{QString::fromLatin1(bench)};
        for (auto* fold : d.window->findChildren<QPushButton*>(QStringLiteral("moreChoices"))) {
            if (fold->isVisible()) {
                QTest::mouseClick(fold, Qt::LeftButton);
            }
        }
        if (QLatin1String(bench) == QLatin1String("move")) { // a fastener's measures show when it is clicked
            const Vec2 at = d.document->job()->move.fasteners[0].at;
            d.press(d.pixel(at));
            d.release(d.pixel(at));
        }
        for (MeasureField* field : d.window->findChildren<MeasureField*>()) {
            if (!field->isVisible() || !field->isEnabled()) {
                continue;
            }
            const std::string name = field->objectName().toStdString();
            INFO(bench << ": " << name);
            ++fields;
            const Range range = field->range();
            CHECK(range.most > range.least);
            CHECK(range.most < 1e9); // a field without a range of its own
            const auto before = field->value();
            const double beyond = std::max(1.0, std::abs(range.most)) * 0.01 + 1.0;
            for (const double wrong : {range.least - beyond, range.most + beyond}) {
                const Book was = d.document->book();
                type(field, plain(wrong));
                INFO("typed " << wrong);
                CHECK(same(d.document->book(), was));
                QTest::keyClick(field, Qt::Key_Escape);
            }
            for (const double right : {range.most, range.least}) {
                type(field, plain(right));
                INFO("typed " << right);
                CHECK(d.kept());
            }
            if (before) { // so that the next field is tried on a sound job
                type(field, plain(*before));
            } else if (field->placeholderText().isEmpty() == false) {
                type(field, QString());
            }
        }
    }
    CHECK(fields > 60);
}

TEST_CASE("a drag on any bench ends kept or taken back, and the disk holds what is seen", "[ui][kept]")
{
    struct Drag {
        const char* bench;
        std::function<Vec2(Document&)> from;
    };
    const std::vector<Drag> drags{
        {"layup",
         [](Document&) {
             return Vec2{1000.0, 250.0};
         }},
        {"flat",
         [](Document& d) {
             const Packer& p = d.plan()->flatten->pieces[1].packers.back();
             return d.plan()->layup->pieces[1].place.toTable(Vec2{p.at.x, p.at.y});
         }},
        {"fill", [](Document& d) { return centroid(d.plan()->fill->items.front().onTable); }},
        {"move", [](Document& d) { return d.job()->move.fasteners[0].at; }},
    };
    for (const Drag& drag : drags) {
        OnDisk d{QString::fromLatin1(drag.bench)};
        for (const QString& end : {QStringLiteral("Escape"), QStringLiteral("bench"), QStringLiteral("focus"),
                                   QStringLiteral("undo"), QStringLiteral("hide")}) {
            INFO(drag.bench << ", ended by " << end.toStdString());
            d.window->show();
            d.window->showBench(QString::fromLatin1(drag.bench));
            QApplication::processEvents();
            const Book before = d.document->book();
            const QPoint from = d.pixel(drag.from(*d.document));
            d.press(from);
            d.move(from + QPoint(20, 8));
            d.move(from + QPoint(45, 14));
            REQUIRE_FALSE(same(d.document->book(), before)); // something is held
            const bool back = end == QLatin1String("Escape") || end == QLatin1String("undo");
            if (end == QLatin1String("Escape")) {
                QTest::keyClick(&d.board(), Qt::Key_Escape);
            } else if (end == QLatin1String("bench")) {
                d.window->showBench(QStringLiteral("yard"));
            } else if (end == QLatin1String("focus")) {
                QFocusEvent gone(QEvent::FocusOut, Qt::ActiveWindowFocusReason);
                QApplication::sendEvent(&d.board(), &gone);
            } else if (end == QLatin1String("undo")) {
                QTest::keyClick(d.window.get(), Qt::Key_Z, Qt::ControlModifier);
            } else {
                d.window->hide();
            }
            CHECK(same(d.document->book(), before) == back);
            CHECK(d.kept());
            CHECK(d.document->undoStack().canRedo() == false);
            CHECK(d.document->undoStack().count() == (back ? 0 : 1));
            // The hand goes on moving: nothing follows it any more.
            const Book after = d.document->book();
            d.move(from + QPoint(90, 60));
            d.release(from + QPoint(90, 60));
            CHECK(same(d.document->book(), after));
            CHECK(d.kept());
            if (!back) { // as it was, for the next end
                d.document->undo();
            }
            d.document->undoStack().clear();
            REQUIRE(same(d.document->book(), before));
        }
    }
}

TEST_CASE("a feature dragged in the yard is put back by Escape", "[ui][kept]")
{
    OnDisk d{QStringLiteral("yard")};
    const Slab* slab = nullptr;
    for (const auto& s : d.document->shop().slabs) {
        const bool ring = !s->features.empty() && s->features.front().points.size() >= 3;
        slab = slab == nullptr && ring ? s.get() : slab;
    }
    REQUIRE(slab != nullptr);
    REQUIRE(d.window->showSlab(QString::fromStdString(slab->name)));
    QApplication::processEvents();
    const Book before = d.document->book();
    const QPoint from = d.pixel(centroid(slab->features.front().points));
    d.press(from);
    d.move(from + QPoint(30, 10));
    REQUIRE_FALSE(same(d.document->book(), before));
    QTest::keyClick(&d.board(), Qt::Key_Escape);
    CHECK(same(d.document->book(), before));
    CHECK(d.kept());
}

TEST_CASE("looking at a blank tape cell leaves a drawn outline alone", "[ui][kept]")
{
    test::Yard d;
    d.document.editSlab(QStringLiteral("draw"), SlabId{3}, [](Slab& s) {
        s.topDrawn = Ring{{0, -300}, {2500, -300}, {2500, 300}, {0, 300}};
    });
    const Book before = d.document.book();
    d.cell(d.table()->rowCount() - 1, 1, QString()); // opened and left blank
    CHECK(d.slab().topDrawn.has_value());
    CHECK(d.document.book().shop == before.shop);
    d.cell(d.table()->rowCount() - 1, 0, QStringLiteral("3000"));
    CHECK_FALSE(d.slab().topDrawn.has_value()); // a reading is the newer word
}

TEST_CASE("undo shows the job that it changes", "[ui][kept]")
{
    test::Driver d;
    const JobId first = d.job().id;
    d.type("finalLength", QStringLiteral("2600"));
    const auto other = std::find_if(d.document.book().jobs.begin(), d.document.book().jobs.end(),
                                    [&](const auto& j) { return !(j->id == first); });
    d.document.showJob((*other)->id);
    REQUIRE_FALSE(d.job().id == first);
    QTest::keyClick(&d.window, Qt::Key_Z, Qt::ControlModifier);
    CHECK(d.job().id == first);
    CHECK(d.job().layup.length_mm == 2700.0);
}
