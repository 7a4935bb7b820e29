#pragma once
// Pictures as newer phones keep them (HEIC).   Threads: pure.

#include <string_view>

#include <QImage>

#include "core/measure/outcome.h"

namespace burl
{

/// True when the bytes begin as a HEIF file does.
[[nodiscard]] bool isHeif(std::string_view bytes);

struct HeifPicture {
    QImage image;     // turned as the camera held it
    std::string exif; // what the camera wrote beside it, as in a JPEG; may be empty
};

/// Errors: "photo.unreadable", "photo.too_large" (more pixels than `mostPixels`).
[[nodiscard]] Expected<HeifPicture> readHeif(std::string_view bytes, double mostPixels);

} // namespace burl
