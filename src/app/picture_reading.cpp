#include "app/picture_reading.h"

#include <algorithm>

#include "photo/photo.h"

namespace burl
{

void PictureReading::open(std::string bytes)
{
    begin([this, bytes = std::move(bytes)](const RunControl& control) {
        const auto photo = readPhoto(bytes, [&control] { return control.goOn(0.0); });
        if (!photo) {
            control.done([this, why = QString::fromStdString(photo.error().sentence)] { Q_EMIT failed(why); });
            return;
        }
        QImage picture = imageOf(photo->pixels);
        if (std::max(picture.width(), picture.height()) > kLongest_px) {
            picture = picture.scaled(kLongest_px, kLongest_px, Qt::KeepAspectRatio, Qt::SmoothTransformation);
        }
        control.done([this, picture] { Q_EMIT opened(picture); });
    });
}

} // namespace burl
