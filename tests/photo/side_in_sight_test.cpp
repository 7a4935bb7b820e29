// Slabs whose side is in sight beyond the face, rendered here: a picture at 30 degrees, the side dark or as pale as the
// rim.

#include <catch2/catch.hpp>

#include <cmath>
#include <random>

#include "core/geometry/ring.h"
#include "support/shapes.h"
#include "vision/trace.h"

using namespace burl;
using namespace burl::test;

namespace
{

struct Colour {
    double b, g, r;
    friend Colour operator*(Colour c, double k) { return {c.b * k, c.g * k, c.r * k}; }
    friend Colour operator+(Colour a, Colour b) { return {a.b + b.b, a.g + b.g, a.r + b.r}; }
};

struct Eye {
    double x, y, z;
};

// The slab lies from x 150 to 2150 between two waves, its face 62 mm over the ground, in a rectangle of 2300 x 1000.
constexpr double kThick_mm = 62.0, kWide_mm = 2300.0, kDeep_mm = 1000.0;
constexpr int kWidth_px = 1200, kHeight_px = 900;
constexpr double kFocal_px = 28.0 / 36.0 * kWidth_px;

double lower(double x)
{
    return 110.0 + 45.0 * std::sin(x / 310.0);
}
double upper(double x)
{
    return 850.0 + 35.0 * std::cos(x / 270.0);
}
bool onSlab(double x, double y)
{
    return x > 150.0 && x < 2150.0 && y > lower(x) && y < upper(x);
}

Ring truth()
{
    Ring ring;
    for (double x = 150.0; x <= 2150.0; x += 10.0) {
        ring.push_back({x, lower(x)});
    }
    for (double x = 2150.0; x >= 150.0; x -= 10.0) {
        ring.push_back({x, upper(x)});
    }
    return ring;
}

/// The camera looks at the middle from y below, `tilt` from straight down; the picture's y runs down.
struct Camera {
    double tilt;
    [[nodiscard]] Eye eye() const
    {
        return {kWide_mm / 2.0, kDeep_mm / 2.0 - 3200.0 * std::sin(tilt), kThick_mm / 2.0 + 3200.0 * std::cos(tilt)};
    }
    [[nodiscard]] Vec2 pixelOf(double x, double y, double z) const
    {
        const Eye e = eye();
        const double dy = y - e.y;
        const double dz = z - e.z;
        const double ahead = dy * std::sin(tilt) - dz * std::cos(tilt);
        const double up = dy * std::cos(tilt) + dz * std::sin(tilt);
        return {(x - e.x) / ahead * kFocal_px + kWidth_px / 2.0, -up / ahead * kFocal_px + kHeight_px / 2.0};
    }
    /// Where the ray through a pixel is at height z.
    [[nodiscard]] Vec2 at(double i, double j, double z) const
    {
        const Eye e = eye();
        const double x = (i - kWidth_px / 2.0) / kFocal_px;
        const double up = -(j - kHeight_px / 2.0) / kFocal_px;
        const double dy = std::sin(tilt) + up * std::cos(tilt);
        const double dz = -std::cos(tilt) + up * std::sin(tilt);
        const double t = (z - e.z) / dz;
        return {e.x + x * t, e.y + dy * t};
    }
};

Pixels picture(const Camera& camera, Colour side)
{
    Pixels out;
    out.width = kWidth_px;
    out.height = kHeight_px;
    out.bgr.resize(static_cast<size_t>(kWidth_px) * kHeight_px * 3);
    std::mt19937 random(3);
    std::normal_distribution<double> noise(0.0, 3.0);
    const Colour heart{95, 140, 185};
    const Colour sap{130, 180, 215};
    for (int j = 0; j < kHeight_px; ++j) {
        for (int i = 0; i < kWidth_px; ++i) {
            const Vec2 face = camera.at(i + 0.5, j + 0.5, kThick_mm);
            Colour c{128, 128, 126};
            if (onSlab(face.x, face.y)) {
                const double rim = std::min(face.y - lower(face.x), upper(face.x) - face.y);
                const double pale = std::clamp(1.0 - rim / 25.0, 0.0, 1.0);
                c = sap * pale + heart * (1.0 - pale);
            } else if (onSlab(face.x, face.y + 2.0 * kThick_mm)) { // no side reaches further
                for (double z = kThick_mm; z >= 0.0; z -= 3.0) {
                    const Vec2 p = camera.at(i + 0.5, j + 0.5, z);
                    if (onSlab(p.x, p.y)) {
                        c = side;
                        break;
                    }
                }
            }
            const double n = noise(random);
            const size_t at = (static_cast<size_t>(j) * kWidth_px + static_cast<size_t>(i)) * 3;
            for (const auto& [k, level] : {std::pair{0U, c.b}, std::pair{1U, c.g}, std::pair{2U, c.r}}) {
                out.bgr[at + k] = static_cast<std::uint8_t>(std::clamp(level + n, 0.0, 255.0));
            }
        }
    }
    return out;
}

Traced traced(const Camera& camera, Colour side)
{
    TraceInput in;
    const std::array<Vec2, 4> corners{Vec2{0, 0}, {kWide_mm, 0}, {kWide_mm, kDeep_mm}, {0, kDeep_mm}};
    for (size_t k = 0; k < 4; ++k) {
        in.rectangle.markers[k] = camera.pixelOf(corners[k].x, corners[k].y, kThick_mm);
    }
    in.rectangle.width_mm = kWide_mm;
    in.rectangle.height_mm = kDeep_mm;
    in.rectangle.focal35_mm = 28.0;
    in.rectangle.imageWidth = kWidth_px;
    in.rectangle.imageHeight = kHeight_px;
    const auto map = rectify(in.rectangle);
    REQUIRE(map);
    in.map = *map;
    const Pixels photo = picture(camera, side);
    in.photo = &photo;
    const auto out = traceOutline(in);
    REQUIRE(out);
    return *out;
}

} // namespace

TEST_CASE("a side in sight is no part of the face, dark or as pale as the rim", "[photo][side]")
{
    // Taken for face, the side of 62 mm at 30 degrees adds some 36 mm along two metres: an overlap of 0.96.
    const Colour bark{45, 60, 80};
    const Colour paleSide{120, 165, 205};
    const double kHalfPi = std::acos(0.0);
    for (const Colour side : {bark, paleSide}) {
        CHECK(overlap(traced({kHalfPi / 3.0}, side).outline, truth()) > 0.985);
    }
}

TEST_CASE("from overhead no side is in sight, and nothing is taken off", "[photo][side]")
{
    CHECK(overlap(traced({0.02}, {120, 165, 205}).outline, truth()) > 0.99);
}
