#include "vision/lab_rays.h"

#include <algorithm>
#include <cmath>

#include <opencv2/imgproc.hpp>

namespace burl
{
namespace
{

constexpr double kYellowRim = 1.2;      // a pale rim is yellower, and that counts more than light
constexpr double kNormalOver_mm = 18.0; // to both sides

} // namespace

LabRays::LabRays(const Pixels& photo, const FaceMap& map) : map_(map)
{
    const cv::Mat bgr(photo.height, photo.width, CV_8UC3, const_cast<std::uint8_t*>(photo.bgr.data()));
    cv::cvtColor(bgr, lab_, cv::COLOR_BGR2Lab);
}

void LabRays::sample(Vec2 at, Vec2 out, double from_mm, int count, std::vector<cv::Vec3f>& samples) const
{
    const Vec2 along{-out.y, out.x};
    samples.assign(static_cast<size_t>(count), {});
    for (int k = 0; k < count; ++k) {
        cv::Vec3f sum(0, 0, 0);
        for (const double side : {-3.0, 0.0, 3.0}) {
            const Vec2 p = map_.toPixel(at + out * (from_mm + k * kRay_mm) + along * side);
            const double x = std::clamp(p.x - 0.5, 0.0, lab_.cols - 1.001);
            const double y = std::clamp(p.y - 0.5, 0.0, lab_.rows - 1.001);
            const int i = static_cast<int>(x);
            const int j = static_cast<int>(y);
            const auto u = static_cast<float>(x - i);
            const auto v = static_cast<float>(y - j);
            const auto level = [&](int dj, int di) { return cv::Vec3f(lab_.at<cv::Vec3b>(j + dj, i + di)); };
            sum += level(0, 0) * ((1 - u) * (1 - v)) + level(0, 1) * (u * (1 - v)) + level(1, 0) * ((1 - u) * v) +
                   level(1, 1) * (u * v);
        }
        samples[static_cast<size_t>(k)] = sum * (1.0F / 3.0F);
    }
}

void sumsOf(const std::vector<cv::Vec3f>& samples, std::vector<cv::Vec3f>& sums)
{
    sums.assign(samples.size() + 1, cv::Vec3f(0, 0, 0));
    for (size_t k = 0; k < samples.size(); ++k) {
        sums[k + 1] = sums[k] + samples[k];
    }
}

cv::Vec3f dropAt(const std::vector<cv::Vec3f>& sums, int c, int beside)
{
    const auto at = static_cast<size_t>(c);
    const auto b = static_cast<size_t>(beside);
    return (sums[at] * 2.0F - sums[at - b] - sums[at + b]) * (1.0F / static_cast<float>(beside));
}

double rimOf(const cv::Vec3f& drop)
{
    return double(drop[0]) + double(drop[2]) * kYellowRim;
}

std::vector<Vec2> outwardsOf(const Ring& ring)
{
    const size_t n = ring.size();
    std::vector<Vec2> out(n);
    const size_t reach =
        std::max<size_t>(2, static_cast<size_t>(kNormalOver_mm / std::max(1.0, length(ring[1] - ring[0]))));
    for (size_t i = 0; i < n; ++i) {
        const Vec2 along = ring[(i + reach) % n] - ring[(i + n - reach) % n];
        const double size = std::max(1e-9, length(along));
        out[i] = {along.y / size, -along.x / size};
    }
    return out;
}

} // namespace burl
