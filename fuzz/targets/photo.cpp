#include "photo/photo.h"
#include "photo/true_scale.h"
#include "vision/exif.h"
#include "law.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    const CameraWords words = cameraWords(fuzz::text(data, size));
    fuzz::law(words.orientation >= 1 && words.orientation <= 8, "one of eight ways up");
    fuzz::law(!words.focal35_mm || (std::isfinite(*words.focal35_mm) && *words.focal35_mm > 0.0), "a focal length");
    if (const auto face = readTrueFace(fuzz::text(data, size), Face::Top); !face) {
        fuzz::spoken(face.error());
    } else {
        fuzz::finite(face->outline);
        fuzz::law(face->mm_per_px > 0.0 && std::isfinite(face->mm_per_px), "a scale is a number");
    }
    const auto photo = readPhoto(fuzz::text(data, size));
    if (!photo) {
        fuzz::spoken(photo.error());
        return 0;
    }
    if (photo->pixels.width * photo->pixels.height < 400'000) { // finding cards in larger ones only takes longer
        PhotoChoices choices;
        choices.width_mm = 2000.0;
        choices.height_mm = 900.0;
        if (const auto setting = setPhoto(*photo, choices); !setting) {
            fuzz::spoken(setting.error());
        }
    }
    return 0;
}
