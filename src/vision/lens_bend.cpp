// The bend of a lens from four square cards: the one under which they come out most square.

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "vision/homography.h"
#include "vision/rectify.h"

namespace burl
{
namespace
{

// Bends as the share by which they move the picture's corner.
constexpr double kMostBend = 0.10;   // beyond it no phone goes
constexpr int kSteps = 60;           // of the search, each way: a sixtieth of that moves no edge by a millimetre
constexpr double kLeastBend = 0.012; // under it the corners of cards are not found well enough to tell
constexpr double kSquare = 0.02;     // how far from square the cards may then be, as a share of their side
constexpr double kSquarer = 0.6;     // and by what they must have become squarer
constexpr double kNoSquares = 1e9;

/// How far the cards are from being squares of one size, mean square as a share of their side.
double outOfSquare(const RectifyInput& in, const std::array<std::array<Vec2, 4>, 4>& cards, double bend)
{
    const Vec2 middle{in.imageWidth / 2.0, in.imageHeight / 2.0};
    std::array<Vec2, 4> pixels;
    for (size_t i = 0; i < 4; ++i) {
        pixels[i] = straightened(in.markers[i], middle, bend);
    }
    Homography toMm{};
    if (!homography(pixels, rectangleCorners(in.width_mm, in.height_mm), toMm)) {
        return kNoSquares;
    }
    // A square's corners as complex numbers about its middle: only the first of their harmonics is there.
    double sum = 0.0;
    double sides[4] = {};
    double mean = 0.0;
    for (size_t c = 0; c < 4; ++c) {
        Vec2 p[4];
        Vec2 centre;
        for (size_t k = 0; k < 4; ++k) {
            p[k] = through(toMm, straightened(cards[c][k], middle, bend));
            centre = centre + p[k] * 0.25;
        }
        Vec2 first;
        double all = 0.0;
        const double turn = std::signbit(cross(p[1] - p[0], p[2] - p[1])) ? -1.0 : 1.0;
        for (size_t k = 0; k < 4; ++k) {
            const Vec2 d = p[k] - centre;
            all += dot(d, d);
            const double angle = -turn * std::numbers::pi / 2.0 * static_cast<double>(k);
            first = first +
                    Vec2{d.x * std::cos(angle) - d.y * std::sin(angle), d.x * std::sin(angle) + d.y * std::cos(angle)};
        }
        const double square = dot(first, first) / 4.0;
        sum += all > 0.0 ? (all - square) / all : 1.0;
        sides[c] = std::sqrt(square);
        mean += sides[c] / 4.0;
    }
    for (const double side : sides) {
        sum += (side / mean - 1.0) * (side / mean - 1.0);
    }
    return sum / 8.0;
}

} // namespace

double lensBend(const RectifyInput& in, const std::array<std::array<Vec2, 4>, 4>& cards)
{
    const double rim2 =
        (static_cast<double>(in.imageWidth) * in.imageWidth + static_cast<double>(in.imageHeight) * in.imageHeight) /
        4.0;
    double best = 0.0;
    double least = std::numeric_limits<double>::max();
    for (int k = -kSteps; k <= kSteps; ++k) {
        const double bend = kMostBend * k / kSteps / rim2;
        const double cost = outOfSquare(in, cards, bend);
        if (cost < least) {
            least = cost;
            best = bend;
        }
    }
    const double straight = outOfSquare(in, cards, 0.0);
    const double rms = std::sqrt(least);
    // The cards must come out square, and plainly squarer than without.
    return rms < kSquare && least < kSquarer * straight && std::abs(best) * rim2 > kLeastBend ? best : 0.0;
}

} // namespace burl
