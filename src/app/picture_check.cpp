#include "app/picture_check.h"

#include <QCryptographicHash>

#include "store/shop_book.h"

namespace burl
{

std::string pictureKeyOf(std::string_view bytes)
{
    const QByteArray raw = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
    return QCryptographicHash::hash(raw, QCryptographicHash::Sha1).toHex().toStdString();
}

void PictureCheck::begin(const std::filesystem::path& book)
{
    BackgroundRun::begin([this, book](const RunControl& control) {
        auto unlike = ShopBook::picturesUnlikeTheirKey(book, pictureKeyOf, [&control] { return control.goOn(0.0); });
        if (!control.goOn(1.0)) {
            return;
        }
        control.done([this, unlike = std::move(unlike)] {
            if (unlike) {
                Q_EMIT looked(*unlike);
            } else {
                Q_EMIT failed(QString::fromStdString(unlike.error().sentence));
            }
        });
    });
}

} // namespace burl
