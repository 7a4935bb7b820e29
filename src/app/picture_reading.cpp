#include "app/picture_reading.h"

#include "photo/photo.h"

namespace burl
{

void PictureReading::open(std::string bytes)
{
    begin([this, bytes = std::move(bytes)](const RunControl& talk) {
        const auto photo = readPhoto(bytes, [&talk] { return talk.goOn(0.0); });
        if (!photo) {
            talk.done([this, why = QString::fromStdString(photo.error().sentence)] { Q_EMIT failed(why); });
            return;
        }
        talk.done([this, picture = imageOf(photo->pixels)] { Q_EMIT opened(picture); });
    });
}

} // namespace burl
