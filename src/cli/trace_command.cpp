#include <charconv>
#include <cmath>
#include <filesystem>
#include <iostream>

#include <QGuiApplication>

#include "cli/commands.h"
#include "cli/files.h"
#include "core/geometry/ring.h"
#include "core/measure/format.h"
#include "core/measure/parse.h"
#include "core/measure/text.h"
#include "core/shop/ranges.h"
#include "exchange/import/imported.h"
#include "exchange/slab_file.h"
#include "photo/photo.h"

namespace burl::cli
{
namespace
{

/// "2100x950", each side in any spelling of a length.
bool twoLengths(const std::string& text, double& width, double& height)
{
    const size_t by = text.find_first_of("xX*");
    if (by == std::string::npos) {
        return false;
    }
    const auto w = parseLength_mm(text.substr(0, by));
    const auto h = parseLength_mm(text.substr(by + 1));
    if (!w || !h) {
        return false;
    }
    width = *w;
    height = *h;
    return ranges::kLength_mm.holds(width) && ranges::kLength_mm.holds(height);
}

/// "812.5,1034": a place in pixels. Never by the locale, which may end a number at its point.
std::optional<Vec2> placeOf(const std::string& text)
{
    Vec2 at;
    const char* const end = text.data() + text.size();
    const auto x = std::from_chars(text.data(), end, at.x);
    if (x.ec != std::errc{} || x.ptr == end || *x.ptr != ',') {
        return std::nullopt;
    }
    const auto y = std::from_chars(x.ptr + 1, end, at.y);
    const bool good = y.ec == std::errc{} && y.ptr == end && std::isfinite(at.x) && std::isfinite(at.y);
    return good ? std::optional(at) : std::nullopt;
}

} // namespace

int traceFile(const TraceCommand& options, int argc, char** argv)
{
    PhotoChoices choices;
    if (!twoLengths(options.rectangle, choices.width_mm, choices.height_mm)) {
        return complain(kUsage, "--rect is the width and height of the markers' rectangle, as 2100x950.");
    }
    if (options.lie == "level") {
        choices.lie = MarkerPlane::Level;
    } else if (options.lie == "on-slab") {
        choices.lie = MarkerPlane::OnSlab;
    } else if (options.lie == "floor") {
        choices.lie = MarkerPlane::Floor;
    } else {
        return complain(kUsage, "--lie is level, on-slab or floor, not " + options.lie + ".");
    }
    if (!options.faceHeight.empty()) {
        const auto height = parseLength_mm(options.faceHeight);
        if (!height) {
            return complain(kUsage, "--face-height: " + height.error().sentence);
        }
        choices.faceHeight_mm = *height;
    } else if (choices.lie == MarkerPlane::Floor) {
        return complain(kUsage, "markers on the floor need --face-height, how much higher the top face lies.");
    }
    if (!options.markers.empty()) {
        std::array<Vec2, 4> markers;
        for (size_t i = 0; i < 4; ++i) {
            const auto place = options.markers.size() == 4 ? placeOf(options.markers[i]) : std::nullopt;
            if (!place) {
                return complain(kUsage, "--markers wants four places in pixels: x,y x,y x,y x,y.");
            }
            markers[i] = *place;
        }
        choices.markers = markers;
    }
    if (options.focal > 0.0) {
        choices.focal35_mm = options.focal;
    }
    const auto bytes = contents(options.file);
    if (!bytes) {
        return kUnreadable;
    }
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    const auto photo = readPhoto(*bytes);
    if (!photo) {
        return complain(kUnreadable, options.file + ": " + photo.error().sentence);
    }
    const auto setting = setPhoto(*photo, choices);
    if (!setting) {
        return complain(kUnreadable, options.file + ": " + setting.error().sentence);
    }
    const auto traced = tracePhoto(*photo, *setting);
    if (!traced) {
        return complain(kUnreadable, options.file + ": " + traced.error().sentence);
    }
    for (size_t i = 0; i < 4; ++i) {
        const Vec2 at = setting->rectangle.markers[i];
        std::cerr << "marker " << i + 1 << " at " << formatNumber(at.x, 1) << ',' << formatNumber(at.y, 1) << '\n';
    }
    if (choices.lie == MarkerPlane::Floor && setting->map.focalAssumed()) {
        std::cerr << "the picture does not say its focal length; 26 mm as on film was taken, see --focal\n";
    }
    for (const UnsureStretch& u : traced->unsure) {
        const Vec2 a = traced->outline[u.from];
        const Vec2 b = traced->outline[u.to];
        std::cerr << "unsure from " << formatNumber(a.x, 0) << ',' << formatNumber(a.y, 0) << " to "
                  << formatNumber(b.x, 0) << ',' << formatNumber(b.y, 0) << " mm ("
                  << formatNumber(u.certainty * 100.0, 0) << " % sure): look at it there\n";
    }
    if (!options.csv.empty()) {
        std::string csv = "x_mm,y_mm\n";
        for (const Vec2 p : traced->outline) {
            csv += formatNumber(p.x, 2) + ',' + formatNumber(p.y, 2) + '\n';
        }
        if (const int code = writeOut(options.csv, csv); code != kDone) {
            return code;
        }
    }
    if (!options.out.empty()) {
        Imported in;
        in.topOutline = traced->outline;
        Slab slab;
        slab.id = {1};
        slab.name = asUtf8(std::filesystem::path(options.file).stem().string());
        takeIn(slab, in);
        return writeOut(options.out, writeSlabFile(slab));
    }
    if (options.csv.empty()) {
        const Box box = boundsOf(traced->outline);
        std::cout << "top outline " << formatNumber(box.width(), 0) << " x " << formatNumber(box.height(), 0) << " mm, "
                  << formatNumber(area_mm2(std::span<const Vec2>(traced->outline)) / 1e6, 3) << " m2, camera tilted "
                  << formatNumber(setting->map.tilt_deg(), 0) << " degrees\n";
    }
    return kDone;
}

} // namespace burl::cli
