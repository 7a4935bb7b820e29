#include "vision/exif.h"

#include <memory>

#include <libexif/exif-data.h>

namespace burl
{

CameraWords cameraWords(std::string_view jpeg)
{
    CameraWords out;
    if (jpeg.size() < 16 || jpeg.size() > (1U << 30)) {
        return out;
    }
    const std::unique_ptr<ExifData, decltype(&exif_data_unref)> data(
        exif_data_new_from_data(reinterpret_cast<const unsigned char*>(jpeg.data()),
                                static_cast<unsigned>(jpeg.size())),
        exif_data_unref);
    if (!data) {
        return out;
    }
    const ExifByteOrder order = exif_data_get_byte_order(data.get());
    const auto entry = [&](ExifTag tag) -> ExifEntry* {
        for (const ExifIfd ifd : {EXIF_IFD_EXIF, EXIF_IFD_0}) {
            if (ExifEntry* e = exif_content_get_entry(data->ifd[ifd], tag); e != nullptr && e->data != nullptr) {
                return e;
            }
        }
        return nullptr;
    };
    if (const ExifEntry* e = entry(EXIF_TAG_FOCAL_LENGTH_IN_35MM_FILM);
        e != nullptr && e->format == EXIF_FORMAT_SHORT && e->size >= 2) {
        const int f = exif_get_short(e->data, order);
        if (f >= 8 && f <= 600) {
            out.focal35_mm = f;
        }
    }
    if (const ExifEntry* e = entry(EXIF_TAG_ORIENTATION);
        e != nullptr && e->format == EXIF_FORMAT_SHORT && e->size >= 2) {
        const int o = exif_get_short(e->data, order);
        out.orientation = o >= 1 && o <= 8 ? o : 1;
    }
    return out;
}

} // namespace burl
