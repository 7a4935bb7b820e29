#include "core/numeric/fit.h"

// Method: an orthogonal decomposition of the matrix itself; the normal equations would square its condition. It tells
// its rank, and so whether the points tell all that is asked.

#include <algorithm>

#include <Eigen/Dense>

namespace burl
{
namespace
{

// What must stand out for the points to tell a coefficient, of numbers near one. A plane leans by what a tenth of a
// millimetre in three metres cannot tell; a sheet's coefficients are scaled by both extents, so only rounding matters.
constexpr double kTellsLean = 3e-5;
constexpr double kTellsBend = 1e-9;

struct Extent {
    double low = 0.0;
    double high = 0.0;
    [[nodiscard]] double middle() const { return (low + high) / 2.0; }
    [[nodiscard]] double half() const { return (high - low) / 2.0; }
};

template <typename Of> Extent extent(std::span<const Point3> points, Of of)
{
    const auto [low, high] =
        std::minmax_element(points.begin(), points.end(), [&](const auto& a, const auto& b) { return of(a) < of(b); });
    return {of(*low), of(*high)};
}

std::optional<Eigen::VectorXd> solved(const Eigen::MatrixXd& matrix, const Eigen::VectorXd& values, double tells)
{
    Eigen::ColPivHouseholderQR<Eigen::MatrixXd> qr(matrix);
    qr.setThreshold(tells);
    if (qr.rank() < matrix.cols()) {
        return std::nullopt;
    }
    return qr.solve(values);
}

} // namespace

std::optional<Plane> fittedPlane(std::span<const Point3> points)
{
    if (points.size() < 3) {
        return std::nullopt;
    }
    const Extent x = extent(points, [](const Point3& p) { return p.x; });
    const Extent y = extent(points, [](const Point3& p) { return p.y; });
    const double half = std::max(x.half(), y.half());
    if (!(half > 0.0)) {
        return std::nullopt;
    }
    Eigen::MatrixXd matrix(static_cast<Eigen::Index>(points.size()), 3);
    Eigen::VectorXd z(matrix.rows());
    for (Eigen::Index i = 0; i < matrix.rows(); ++i) {
        const Point3& p = points[static_cast<std::size_t>(i)];
        matrix.row(i) << 1.0, (p.x - x.middle()) / half, (p.y - y.middle()) / half;
        z(i) = p.z;
    }
    const auto fit = solved(matrix, z, kTellsLean);
    if (!fit) {
        return std::nullopt;
    }
    const double slopeX = (*fit)(1) / half;
    const double slopeY = (*fit)(2) / half;
    return Plane{slopeX, slopeY, (*fit)(0) - slopeX * x.middle() - slopeY * y.middle()};
}

std::optional<BentSheet> fittedSheet(std::span<const Point3> points)
{
    constexpr std::size_t kTerms = 6;
    if (points.size() < kTerms) {
        return std::nullopt;
    }
    const Extent x = extent(points, [](const Point3& p) { return p.x; });
    const Extent y = extent(points, [](const Point3& p) { return p.y; });
    BentSheet sheet{x.middle(), y.middle(), x.half(), y.half(), {}};
    if (!(sheet.halfX > 0.0) || !(sheet.halfY > 0.0)) {
        return std::nullopt;
    }
    Eigen::MatrixXd matrix(static_cast<Eigen::Index>(points.size()), static_cast<Eigen::Index>(kTerms));
    Eigen::VectorXd z(matrix.rows());
    for (Eigen::Index i = 0; i < matrix.rows(); ++i) {
        const Point3& p = points[static_cast<std::size_t>(i)];
        const double u = (p.x - sheet.middleX) / sheet.halfX;
        const double v = (p.y - sheet.middleY) / sheet.halfY;
        matrix.row(i) << 1.0, u, v, u * v, u * u, v * v;
        z(i) = p.z;
    }
    const auto fit = solved(matrix, z, kTellsBend);
    if (!fit) {
        return std::nullopt;
    }
    std::copy(fit->data(), fit->data() + kTerms, sheet.c.begin());
    return sheet;
}

void levelled(std::vector<Vec2>& shape)
{
    double n = 0.0;
    double sumAt = 0.0;
    double sum = 0.0;
    for (const Vec2 p : shape) {
        n += 1.0;
        sumAt += p.x;
        sum += p.y;
    }
    if (!(n > 0.0)) {
        return;
    }
    // About the middle: far from zero the squares would eat the digits.
    const Vec2 middle{sumAt / n, sum / n};
    double spread = 0.0;
    double lean = 0.0;
    for (const Vec2 p : shape) {
        spread += (p.x - middle.x) * (p.x - middle.x);
        lean += (p.x - middle.x) * (p.y - middle.y);
    }
    const double slope = spread > 0.0 ? lean / spread : 0.0;
    for (Vec2& p : shape) {
        p.y -= middle.y + slope * (p.x - middle.x);
    }
}

} // namespace burl
