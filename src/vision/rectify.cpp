#include "vision/rectify.h"

// Method: four corners give the homography of the markers' plane. With the focal length f it comes apart
// into the camera's pose (K^-1 H = [r1 r2 t]); a plane higher by h is [r1 r2 t + h r3]. An oblique
// picture tells f itself, as r1 and r2 are square and equally long; one from overhead does not, then
// EXIF must. The 35 mm equivalent is taken over the long side of the frame (36 mm).

#include <algorithm>
#include <cmath>
#include <numbers>

#include <opencv2/core.hpp>

#include "vision/homography.h"

namespace burl
{
namespace
{

constexpr double kUsual35_mm = 26.0; // the main lens of most phones
constexpr double kFilm_mm = 36.0;    // long side of the frame that the 35 mm equivalent is taken over
constexpr double kSlants = 0.25; // share by which the far side of the rectangle looks smaller, for a picture to tell f
constexpr double kShortest = 0.4, kLongest = 6.0;       // focal lengths of lenses, over the picture's long side
constexpr double kLeast_mm = 50.0, kMost_mm = 20'000.0; // a side of the markers' rectangle

/// The camera over the markers' plane: K^-1 H = size [r1 r2 t].
struct Pose {
    cv::Vec3d r1, r2;
    cv::Vec3d r3; // towards the camera
    cv::Vec3d t;
};

/// Columns of K^-1 H for a focal length: the middle of the picture taken off, divided by f.
std::array<cv::Vec3d, 3> columnsOf(const Homography& h, Vec2 middle, double f)
{
    std::array<cv::Vec3d, 3> c;
    for (size_t k = 0; k < 3; ++k) {
        const double w = h[k + 6];
        c[k] = {(h[k] - middle.x * w) / f, (h[k + 3] - middle.y * w) / f, w};
    }
    return c;
}

/// f from the picture itself, as r1 . r2 = 0 and |r1| = |r2|; nought when it does not tell.
double ownFocal_px(const Homography& h, Vec2 middle)
{
    const auto c = columnsOf(h, middle, 1.0);
    const double crossXY = c[0][0] * c[1][0] + c[0][1] * c[1][1];
    const double crossW = c[0][2] * c[1][2];
    const double lengthXY = c[0][0] * c[0][0] + c[0][1] * c[0][1] - c[1][0] * c[1][0] - c[1][1] * c[1][1];
    const double lengthW = c[0][2] * c[0][2] - c[1][2] * c[1][2];
    // Least squares of crossXY / f^2 + crossW = 0, lengthXY / f^2 + lengthW = 0.
    const double above = crossXY * crossXY + lengthXY * lengthXY;
    const double below = -(crossXY * crossW + lengthXY * lengthW);
    return below > 0.0 ? std::sqrt(above / below) : 0.0;
}

/// The markers as a straight lens would show them. Errors: "photo.markers".
Expected<std::array<Vec2, 4>> straightMarkers(const RectifyInput& in, Vec2 middle)
{
    std::array<Vec2, 4> pixels = in.markers;
    for (Vec2& p : pixels) {
        if (!std::isfinite(p.x) || !std::isfinite(p.y)) {
            return refuse("photo.markers", "a marker is not a place in the picture.");
        }
        p = straightened(p, middle, in.bend);
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
    return pixels;
}

Pose poseOf(const Homography& h, Vec2 middle, double focal_px, double& size)
{
    const auto c = columnsOf(h, middle, focal_px);
    size = std::sqrt(std::sqrt(c[0].dot(c[0]) * c[1].dot(c[1])));
    Pose pose{c[0] / cv::norm(c[0]), c[1] / cv::norm(c[1]), {}, c[2] / size};
    pose.r3 = cv::normalize(pose.r2.cross(pose.r1)); // the picture's y runs down
    if (pose.r3.dot(pose.t) > 0.0) {
        pose.r3 = -pose.r3;
    }
    return pose;
}

/// The map of the plane that lies `lift_mm` higher: K [r1 r2 t + h r3], the scale of r1 and r2 as measured.
Homography liftedBy(const cv::Vec3d& lifted, const Homography& h, Vec2 middle, double focal_px, double size)
{
    const auto c = columnsOf(h, middle, focal_px);
    const std::array<cv::Vec3d, 3> columns{c[0] / size, c[1] / size, lifted};
    Homography out{};
    for (size_t k = 0; k < 3; ++k) {
        const double w = columns[k][2];
        out[k] = columns[k][0] * focal_px + middle.x * w;
        out[3 + k] = columns[k][1] * focal_px + middle.y * w;
        out[6 + k] = w;
    }
    return out;
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
    const auto isSide = [](double mm) { return mm > kLeast_mm && mm < kMost_mm; };
    if (!isSide(in.width_mm) || !isSide(in.height_mm)) {
        return refuse("photo.size", "the rectangle of the markers needs its width and height, 50 mm at least.");
    }
    FaceMap map;
    map.middle_ = {in.imageWidth / 2.0, in.imageHeight / 2.0};
    map.bend_ = in.bend;
    const auto pixels = straightMarkers(in, map.middle_);
    if (!pixels) {
        return tl::unexpected(pixels.error());
    }
    Homography h{};
    if (!homography(rectangleCorners(in.width_mm, in.height_mm), *pixels, h)) {
        return refuse("photo.markers", "the four markers lie in one line.");
    }
    const double longSide = std::max(in.imageWidth, in.imageHeight);
    map.focal_px_ = in.focal35_mm ? *in.focal35_mm / kFilm_mm * longSide : 0.0;
    if (map.focal_px_ == 0.0) {
        const double vanishing = std::hypot(h[6] * in.width_mm, h[7] * in.height_mm);
        const double own = vanishing > kSlants ? ownFocal_px(h, map.middle_) : 0.0;
        map.focalAssumed_ = !(own > kShortest * longSide && own < kLongest * longSide);
        map.focal_px_ = map.focalAssumed_ ? kUsual35_mm / kFilm_mm * longSide : own;
    }
    double size = 1.0;
    const Pose pose = poseOf(h, map.middle_, map.focal_px_, size);
    map.tilt_deg_ = std::acos(std::clamp(std::abs(pose.r3[2]), 0.0, 1.0)) * 180.0 / std::numbers::pi;
    const double lift_mm = in.lie == MarkerPlane::Floor ? in.faceHeight_mm : 0.0;
    const cv::Vec3d lifted = pose.t + lift_mm * pose.r3;
    // The camera's eye in the face's frame: -R^T t.
    map.foot_ = Vec2{-pose.r1.dot(lifted), -pose.r2.dot(lifted)};
    map.eyeHeight_mm_ = -pose.r3.dot(lifted);
    map.toPixel_ = lift_mm != 0.0 ? liftedBy(lifted, h, map.middle_, map.focal_px_, size) : h;
    if (!inverse(map.toPixel_, map.toFace_)) {
        return refuse("photo.markers", "the four markers lie in one line.");
    }
    return map;
}

} // namespace burl
