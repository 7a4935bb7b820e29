#pragma once
// What a camera wrote beside its picture.

#include <optional>
#include <string_view>

namespace burl
{

struct CameraWords {
    std::optional<double> focal35_mm; // as if on a frame of 36 mm width
    int orientation = 1;              // 1 upright ... 8
};

/// Reads the EXIF block of a JPEG; everything unsaid when there is none or it is not sound.
[[nodiscard]] CameraWords cameraWords(std::string_view jpeg);

} // namespace burl
