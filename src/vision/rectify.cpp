#include "vision/rectify.h"

// Method: four corners give the homography of the markers' plane. With the focal length f it comes apart
// into the camera's pose (K^-1 H = [r1 r2 t]); a plane higher by h is [r1 r2 t + h r3]. An oblique
// picture tells f itself, as r1 and r2 are square and equally long; one from overhead does not, then
// EXIF must. The 35 mm equivalent is taken over the long side of the frame (36 mm).

#include <algorithm>
#include <cmath>
#include <numbers>

#include <opencv2/core.hpp>

namespace burl
{
namespace
{

using Matrix = std::array<double, 9>;

constexpr double kUsual35_mm = 26.0; // the main lens of most phones

/// The homography that takes four places to four others; false when they do not tell one. Solved in doubles: the
/// library's own perspective transform rounds pixels to floats.
bool homography(const std::array<Vec2, 4>& from, const std::array<Vec2, 4>& to, Matrix& out)
{
    cv::Matx<double, 8, 8> a;
    cv::Vec<double, 8> b;
    for (int i = 0; i < 4; ++i) {
        const Vec2 p = from[static_cast<size_t>(i)];
        const Vec2 q = to[static_cast<size_t>(i)];
        const double rows[2][8] = {{p.x, p.y, 1, 0, 0, 0, -q.x * p.x, -q.x * p.y},
                                   {0, 0, 0, p.x, p.y, 1, -q.y * p.x, -q.y * p.y}};
        for (int k = 0; k < 8; ++k) {
            a(2 * i, k) = rows[0][k];
            a(2 * i + 1, k) = rows[1][k];
        }
        b(2 * i) = q.x;
        b(2 * i + 1) = q.y;
    }
    cv::Vec<double, 8> x;
    if (!cv::solve(a, b, x, cv::DECOMP_LU)) {
        return false;
    }
    std::copy(x.val, x.val + 8, out.begin());
    out[8] = 1.0;
    return std::all_of(out.begin(), out.end(), [](double v) { return std::isfinite(v); });
}

bool inverse(const Matrix& m, Matrix& out)
{
    bool sound = false;
    const cv::Matx33d inverted = cv::Matx33d(m.data()).inv(cv::DECOMP_LU, &sound);
    std::copy(inverted.val, inverted.val + 9, out.begin());
    return sound;
}

Vec2 through(const Matrix& m, Vec2 p)
{
    const double w = m[6] * p.x + m[7] * p.y + m[8];
    return {(m[0] * p.x + m[1] * p.y + m[2]) / w, (m[3] * p.x + m[4] * p.y + m[5]) / w};
}

/// Where the pixel would lie had the lens not bent the picture.
Vec2 straightened(Vec2 pixel, Vec2 middle, double bend)
{
    if (bend == 0.0) {
        return pixel;
    }
    const Vec2 d = pixel - middle;
    double scale = 1.0;
    for (int i = 0; i < 12; ++i) { // d = u (1 + bend |u|^2)
        const Vec2 u = d * (1.0 / scale);
        scale = std::max(0.3, 1.0 + bend * dot(u, u));
    }
    return middle + d * (1.0 / scale);
}

double dot3(const double* a, const double* b)
{
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

constexpr double kFilm_mm = 36.0; // long side of the frame that the 35 mm equivalent is taken over
constexpr double kSlants = 0.25;  // share by which the far side of the rectangle looks smaller, for a picture to tell f
constexpr double kShortest = 0.4, kLongest = 6.0; // focal lengths of lenses, over the picture's long side

/// Columns of K^-1 H for a focal length: the middle of the picture taken off, divided by f.
void columnsOf(const Matrix& h, Vec2 middle, double f, double (&c)[3][3])
{
    for (int k = 0; k < 3; ++k) {
        const double x = h[static_cast<size_t>(k)];
        const double y = h[static_cast<size_t>(k) + 3];
        const double w = h[static_cast<size_t>(k) + 6];
        c[k][0] = (x - middle.x * w) / f;
        c[k][1] = (y - middle.y * w) / f;
        c[k][2] = w;
    }
}

/// f from the picture itself, as r1 . r2 = 0 and |r1| = |r2|; nought when it does not tell.
double ownFocal_px(const Matrix& h, Vec2 middle)
{
    double c[3][3];
    columnsOf(h, middle, 1.0, c);
    const double crossXY = c[0][0] * c[1][0] + c[0][1] * c[1][1];
    const double crossW = c[0][2] * c[1][2];
    const double lengthXY = c[0][0] * c[0][0] + c[0][1] * c[0][1] - c[1][0] * c[1][0] - c[1][1] * c[1][1];
    const double lengthW = c[0][2] * c[0][2] - c[1][2] * c[1][2];
    // Least squares of crossXY / f^2 + crossW = 0, lengthXY / f^2 + lengthW = 0.
    const double above = crossXY * crossXY + lengthXY * lengthXY;
    const double below = -(crossXY * crossW + lengthXY * lengthW);
    return below > 0.0 ? std::sqrt(above / below) : 0.0;
}

} // namespace

Vec2 FaceMap::undistorted(Vec2 pixel) const
{
    return straightened(pixel, middle_, bend_);
}

Vec2 FaceMap::distorted(Vec2 pixel) const
{
    const Vec2 u = pixel - middle_;
    return bend_ == 0.0 ? pixel : middle_ + u * (1.0 + bend_ * dot(u, u));
}

Vec2 FaceMap::toPixel(Vec2 mm) const
{
    return distorted(through(toPixel_, mm));
}

Vec2 FaceMap::toFace(Vec2 pixel) const
{
    return through(toFace_, undistorted(pixel));
}

double FaceMap::mmPerPixel(Vec2 mm) const
{
    const Vec2 p = toPixel(mm);
    const Vec2 x = toPixel(mm + Vec2{1.0, 0.0}) - p;
    const Vec2 y = toPixel(mm + Vec2{0.0, 1.0}) - p;
    return 1.0 / std::sqrt(std::max(1e-12, std::abs(cross(x, y))));
}

Expected<FaceMap> rectify(const RectifyInput& in)
{
    if (!(in.width_mm > 50.0 && in.width_mm < 20'000.0 && in.height_mm > 50.0 && in.height_mm < 20'000.0)) {
        return refuse("photo.size", "the rectangle of the markers needs its width and height, 50 mm at least.");
    }
    FaceMap map;
    map.middle_ = {in.imageWidth / 2.0, in.imageHeight / 2.0};
    const double longSide = std::max(in.imageWidth, in.imageHeight);
    map.focal_px_ = in.focal35_mm ? *in.focal35_mm / 36.0 * longSide : 0.0;
    map.bend_ = in.bend;

    std::array<Vec2, 4> pixels = in.markers;
    for (Vec2& p : pixels) {
        if (!std::isfinite(p.x) || !std::isfinite(p.y)) {
            return refuse("photo.markers", "a marker is not a place in the picture.");
        }
        p = map.undistorted(p);
    }
    // Seen from above the corners run anticlockwise; a picture's y runs down.
    for (size_t i = 0; i < 4; ++i) {
        const Vec2 a = pixels[(i + 1) % 4] - pixels[i];
        const Vec2 b = pixels[(i + 2) % 4] - pixels[(i + 1) % 4];
        if (!(cross(a, b) < -1.0)) {
            return refuse("photo.markers",
                          "the four markers do not run round a rectangle; name them 1 to 4 anticlockwise, from the "
                          "lower left.");
        }
    }
    const std::array<Vec2, 4> corners{
        Vec2{0.0, 0.0}, {in.width_mm, 0.0}, {in.width_mm, in.height_mm}, {0.0, in.height_mm}};
    Matrix h{};
    if (!homography(corners, pixels, h)) {
        return refuse("photo.markers", "the four markers lie in one line.");
    }
    if (map.focal_px_ == 0.0) {
        const double vanishing = std::hypot(h[6] * in.width_mm, h[7] * in.height_mm);
        const double own = vanishing > kSlants ? ownFocal_px(h, map.middle_) : 0.0;
        map.focalAssumed_ = !(own > kShortest * longSide && own < kLongest * longSide);
        map.focal_px_ = map.focalAssumed_ ? kUsual35_mm / kFilm_mm * longSide : own;
    }
    {
        double c[3][3];
        columnsOf(h, map.middle_, map.focal_px_, c);
        const double size = std::sqrt(std::sqrt(dot3(c[0], c[0]) * dot3(c[1], c[1])));
        double r1[3], r2[3], t[3];
        const double n1 = std::sqrt(dot3(c[0], c[0]));
        const double n2 = std::sqrt(dot3(c[1], c[1]));
        for (int i = 0; i < 3; ++i) {
            r1[i] = c[0][i] / n1;
            r2[i] = c[1][i] / n2;
            t[i] = c[2][i] / size;
        }
        // The plane's normal towards the camera; the picture's y runs down, so it is -(r1 x r2).
        double r3[3] = {-(r1[1] * r2[2] - r1[2] * r2[1]), -(r1[2] * r2[0] - r1[0] * r2[2]),
                        -(r1[0] * r2[1] - r1[1] * r2[0])};
        const double n3 = std::sqrt(dot3(r3, r3));
        for (double& v : r3) {
            v /= n3;
        }
        if (dot3(r3, t) > 0.0) {
            for (double& v : r3) {
                v = -v;
            }
        }
        map.tilt_deg_ = std::acos(std::clamp(std::abs(r3[2]), 0.0, 1.0)) * 180.0 / std::numbers::pi;
        const double lift = in.lie == MarkerPlane::Floor ? in.faceHeight_mm : 0.0;
        double lifted[3];
        for (int i = 0; i < 3; ++i) {
            lifted[i] = t[i] + lift * r3[i];
        }
        // The camera's eye in the face's frame: -R^T t.
        map.foot_ = Vec2{-dot3(r1, lifted), -dot3(r2, lifted)};
        map.eyeHeight_mm_ = -dot3(r3, lifted);
        if (lift != 0.0) {
            for (size_t i = 0; i < 3; ++i) { // K [r1 r2 t + h r3], with the scale of r1 and r2 kept as measured
                const double v[3] = {c[0][i] / size, c[1][i] / size, lifted[i]};
                for (size_t k = 0; k < 3; ++k) {
                    h[3 * i + k] = v[k];
                }
            }
            for (size_t k = 0; k < 3; ++k) {
                const double w = h[6 + k];
                h[k] = h[k] * map.focal_px_ + map.middle_.x * w;
                h[3 + k] = h[3 + k] * map.focal_px_ + map.middle_.y * w;
            }
        }
    }
    map.toPixel_ = h;
    if (!inverse(h, map.toFace_)) {
        return refuse("photo.markers", "the four markers lie in one line.");
    }
    return map;
}

namespace
{

/// How far the cards are from being squares of one size, mean square as a share of their side.
double outOfSquare(const RectifyInput& in, const std::array<std::array<Vec2, 4>, 4>& cards, double bend)
{
    const Vec2 middle{in.imageWidth / 2.0, in.imageHeight / 2.0};
    std::array<Vec2, 4> pixels;
    for (size_t i = 0; i < 4; ++i) {
        pixels[i] = straightened(in.markers[i], middle, bend);
    }
    const std::array<Vec2, 4> corners{
        Vec2{0.0, 0.0}, {in.width_mm, 0.0}, {in.width_mm, in.height_mm}, {0.0, in.height_mm}};
    Matrix toMm{};
    if (!homography(pixels, corners, toMm)) {
        return 1e9;
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
    // Up to a tenth of the way to the picture's corner, inwards or outwards.
    double best = 0.0;
    double least = 1e18;
    for (int k = -60; k <= 60; ++k) {
        const double bend = 0.10 * k / 60.0 / rim2;
        const double cost = outOfSquare(in, cards, bend);
        if (cost < least) {
            least = cost;
            best = bend;
        }
    }
    const double straight = outOfSquare(in, cards, 0.0);
    const double rms = std::sqrt(least);
    // The cards must come out square, and plainly squarer than without.
    return rms < 0.02 && least < 0.6 * straight && std::abs(best) * rim2 > 0.012 ? best : 0.0;
}

} // namespace burl
