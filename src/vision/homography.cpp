#include "vision/homography.h"

#include <algorithm>
#include <cmath>

#include <opencv2/core.hpp>

namespace burl
{
namespace
{

// Of the fixed-point search that straightens: for the bends of phones it stands still after eight.
constexpr int kRounds = 12;
constexpr double kLeastScale = 0.3; // keeps the search in the picture for bends no lens has

} // namespace

// Solved in doubles: the library's own perspective transform rounds pixels to floats.
bool homography(const std::array<Vec2, 4>& from, const std::array<Vec2, 4>& to, Homography& out)
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

bool inverse(const Homography& m, Homography& out)
{
    bool sound = false;
    const cv::Matx33d inverted = cv::Matx33d(m.data()).inv(cv::DECOMP_LU, &sound);
    std::copy(inverted.val, inverted.val + 9, out.begin());
    return sound;
}

Vec2 through(const Homography& m, Vec2 p)
{
    const double w = m[6] * p.x + m[7] * p.y + m[8];
    return {(m[0] * p.x + m[1] * p.y + m[2]) / w, (m[3] * p.x + m[4] * p.y + m[5]) / w};
}

Vec2 straightened(Vec2 pixel, Vec2 middle, double bend)
{
    if (bend == 0.0) {
        return pixel;
    }
    const Vec2 d = pixel - middle;
    double scale = 1.0;
    for (int i = 0; i < kRounds; ++i) { // d = u (1 + bend |u|^2)
        const Vec2 u = d * (1.0 / scale);
        scale = std::max(kLeastScale, 1.0 + bend * dot(u, u));
    }
    return middle + d * (1.0 / scale);
}

std::array<Vec2, 4> rectangleCorners(double width_mm, double height_mm)
{
    return {Vec2{0.0, 0.0}, {width_mm, 0.0}, {width_mm, height_mm}, {0.0, height_mm}};
}

} // namespace burl
