#pragma once
// Pictures as newer phones keep them (HEIC).   Threads: pure.

#include <functional>
#include <string>
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

/// The decoder cannot be asked to stop, so it runs in a process of its own, which is ended as soon as `goOn` says no;
/// what brings it down does not bring us down. Errors: "photo.unreadable", "photo.too_large" (more pixels than
/// `mostPixels`), "photo.stopped".
[[nodiscard]] Expected<HeifPicture> readHeif(std::string_view bytes, double mostPixels,
                                             const std::function<bool()>& goOn = {});

} // namespace burl
