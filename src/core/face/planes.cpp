#include "core/face/planes.h"

// Method: a linear programme in four unknowns (two slopes, two heights). Coordinates are moved to
// the middle of the readings and scaled to about one before the programme is solved, and the answer
// is brought back; the planes are then set exactly on their binding readings by re-evaluating the
// heights over all points, so that rounding can never leave a plane in the air.
// Often many planes are as good. Of those the best for the next wish are sought by one more programme with the first
// answer held, and what is free after all wishes lies as near as it can to how the readings lean.

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/numeric/fit.h"
#include "core/numeric/small_lp.h"

namespace burl
{
namespace
{

struct Scaling {
    double x0 = 0.0;
    double y0 = 0.0;
    double z0 = 0.0;
    double span = 1.0;  // of x and y
    double depth = 1.0; // of z
};

Scaling scalingOf(std::span<const Point3> a, std::span<const Point3> b)
{
    double low[3] = {1e300, 1e300, 1e300};
    double high[3] = {-1e300, -1e300, -1e300};
    for (const auto& points : {a, b}) {
        for (const Point3& p : points) {
            const double v[3] = {p.x, p.y, p.z};
            for (int k = 0; k < 3; ++k) {
                low[k] = std::min(low[k], v[k]);
                high[k] = std::max(high[k], v[k]);
            }
        }
    }
    Scaling s;
    s.x0 = (low[0] + high[0]) / 2.0;
    s.y0 = (low[1] + high[1]) / 2.0;
    s.z0 = (low[2] + high[2]) / 2.0;
    s.span = std::max({(high[0] - low[0]) / 2.0, (high[1] - low[1]) / 2.0, 1e-6});
    s.depth = std::max((high[2] - low[2]) / 2.0, 1e-6);
    return s;
}

/// Readings on one line leave the plane free to turn about it.
bool onOneLine(std::span<const Point3> points)
{
    double sxx = 0.0;
    double sxy = 0.0;
    double syy = 0.0;
    double mx = 0.0;
    double my = 0.0;
    const auto n = static_cast<double>(points.size());
    for (const Point3& p : points) {
        mx += p.x / n;
        my += p.y / n;
    }
    for (const Point3& p : points) {
        sxx += (p.x - mx) * (p.x - mx);
        sxy += (p.x - mx) * (p.y - my);
        syy += (p.y - my) * (p.y - my);
    }
    const double determinant = sxx * syy - sxy * sxy;
    const double trace = sxx + syy;
    return determinant <= 1e-9 * trace * trace;
}

Expected<void> checkFace(std::span<const Point3> points, const char* face)
{
    if (points.size() < 3) {
        return refuse("flatten.too_few", std::string("Only ") + std::to_string(points.size()) + " readings on the " +
                                             face + " count; take at least three, better a grid.");
    }
    for (const Point3& p : points) {
        if (!std::isfinite(p.x) || !std::isfinite(p.y) || !std::isfinite(p.z)) {
            return refuse("flatten.not_a_number",
                          std::string("A reading on the ") + face + " is not a number; measure it again.");
        }
    }
    if (onOneLine(points)) {
        return refuse("flatten.one_line",
                      std::string("All readings on the ") + face + " lie on one line; take some to its side.");
    }
    return {};
}

/// Seeks among equals are for readings by hand: of a dense scan no two planes are equal.
constexpr size_t kMostForTies = 6000;
constexpr double kSlack = 1e-9; // of the scaled heights, by which a held answer may give way

void boundSlopes(SmallLp& lp, const Scaling& s)
{
    const double steepest = kSteepest * s.span / s.depth;
    for (int k = 0; k < 2; ++k) {
        for (const double side : {1.0, -1.0}) {
            std::array<double, 4> row{};
            row[k] = side;
            lp.addRow(row, steepest);
        }
    }
}

/// How points lean, least squares, in scaled measures.
struct Lean {
    double x = 0.0;
    double y = 0.0;
};
Lean leanOf(std::span<const Point3> points, const Scaling& s)
{
    double sums[5] = {}; // xx, xy, yy, xz, yz
    double mean[3] = {};
    const auto n = static_cast<double>(points.size());
    for (const Point3& p : points) {
        mean[0] += (p.x - s.x0) / s.span / n;
        mean[1] += (p.y - s.y0) / s.span / n;
        mean[2] += (p.z - s.z0) / s.depth / n;
    }
    for (const Point3& p : points) {
        const double x = (p.x - s.x0) / s.span - mean[0];
        const double y = (p.y - s.y0) / s.span - mean[1];
        const double z = (p.z - s.z0) / s.depth - mean[2];
        sums[0] += x * x;
        sums[1] += x * y;
        sums[2] += y * y;
        sums[3] += x * z;
        sums[4] += y * z;
    }
    const double determinant = sums[0] * sums[2] - sums[1] * sums[1];
    return {(sums[3] * sums[2] - sums[4] * sums[1]) / determinant,
            (sums[4] * sums[0] - sums[3] * sums[1]) / determinant};
}

/// Of the slopes that a programme leaves free the nearest to a lean: first along, then across. Its unknowns begin with
/// both slopes.
std::array<double, 2> nearestSlopes(SmallLp lp, Lean lean)
{
    std::array<double, 2> out{};
    const double wanted[2] = {lean.x, lean.y};
    for (size_t k = 0; k < 2; ++k) {
        lp.objective = {};
        lp.objective[k] = 1.0;
        const LpAnswer high = solve(lp);
        lp.objective[k] = -1.0;
        const LpAnswer low = solve(lp);
        if (high.status != LpStatus::Optimal || low.status != LpStatus::Optimal) {
            out[k] = wanted[k];
            continue;
        }
        const double least = std::min(low.x[k], high.x[k]);
        out[k] = std::clamp(wanted[k], least, std::max(least, high.x[k]));
        for (const double side : {1.0, -1.0}) {
            std::array<double, 4> row{};
            row[k] = side;
            lp.addRow(row, side * out[k] + kSlack);
        }
    }
    return out;
}

/// Planes of given slopes, as far apart as the readings let them.
PlanesAnswer setOn(std::span<const Point3> top, std::span<const Point3> bottom, double a, double b)
{
    PlanesAnswer answer;
    double upper = std::numeric_limits<double>::infinity();
    double lower = -upper;
    for (const Point3& p : top) {
        upper = std::min(upper, p.z - a * p.x - b * p.y);
    }
    for (const Point3& p : bottom) {
        lower = std::max(lower, p.z - a * p.x - b * p.y);
    }
    answer.top = {a, b, upper};
    answer.bottom = {a, b, lower};
    answer.vertical_mm = upper - lower;
    answer.thickness_mm = answer.vertical_mm / std::sqrt(1.0 + a * a + b * b);
    return answer;
}

} // namespace

Expected<PlanesAnswer> thickestSlab(std::span<const Point3> top, std::span<const Point3> bottom)
{
    if (auto good = checkFace(top, "top face"); !good) {
        return tl::unexpected(good.error());
    }
    if (auto good = checkFace(bottom, "bottom face"); !good) {
        return tl::unexpected(good.error());
    }
    const Scaling s = scalingOf(top, bottom);
    SmallLp lp; // unknowns: slope x, slope y, upper height, lower height, all scaled
    lp.unknowns = 4;
    lp.objective = {0.0, 0.0, 1.0, -1.0};
    lp.rows.reserve(4 * (top.size() + bottom.size() + 4));
    for (const Point3& p : top) {
        lp.addRow({(p.x - s.x0) / s.span, (p.y - s.y0) / s.span, 1.0, 0.0}, (p.z - s.z0) / s.depth);
    }
    for (const Point3& p : bottom) {
        lp.addRow({-(p.x - s.x0) / s.span, -(p.y - s.y0) / s.span, 0.0, -1.0}, -(p.z - s.z0) / s.depth);
    }
    boundSlopes(lp, s);
    const LpAnswer lpAnswer = solve(lp);
    if (lpAnswer.status != LpStatus::Optimal) {
        return refuse("flatten.no_plane", "No pair of flat faces fits these readings; look for a mistyped one.");
    }
    PlanesAnswer answer = setOn(top, bottom, lpAnswer.x[0] * s.depth / s.span, lpAnswer.x[1] * s.depth / s.span);
    answer.steps = lpAnswer.steps;
    for (size_t i = 0; i < lpAnswer.binding.size(); ++i) {
        const size_t row = lpAnswer.binding[i];
        const double share = lpAnswer.multipliers[i];
        if (row < top.size()) {
            answer.binding.push_back({true, row, share});
        } else if (row < top.size() + bottom.size()) {
            answer.binding.push_back({false, row - top.size(), share});
        }
    }
    return answer;
}

Expected<OneFaceAnswer> leastRemoval(std::span<const Point3> top)
{
    if (auto good = checkFace(top, "show face"); !good) {
        return tl::unexpected(good.error());
    }
    const Scaling s = scalingOf(top, {});
    SmallLp lp; // unknowns: slope x, slope y, height, most removed
    lp.unknowns = 4;
    lp.objective = {0.0, 0.0, 0.0, -1.0};
    for (const Point3& p : top) {
        const double x = (p.x - s.x0) / s.span;
        const double y = (p.y - s.y0) / s.span;
        const double z = (p.z - s.z0) / s.depth;
        lp.addRow({x, y, 1.0, 0.0}, z);
        lp.addRow({-x, -y, -1.0, -1.0}, -z);
    }
    boundSlopes(lp, s);
    const LpAnswer lpAnswer = solve(lp);
    if (lpAnswer.status != LpStatus::Optimal) {
        return refuse("flatten.no_plane", "No flat face fits these readings; look for a mistyped one.");
    }
    OneFaceAnswer answer;
    const double a = lpAnswer.x[0] * s.depth / s.span;
    const double b = lpAnswer.x[1] * s.depth / s.span;
    double height = std::numeric_limits<double>::infinity();
    double highest = -height;
    for (const Point3& p : top) {
        height = std::min(height, p.z - a * p.x - b * p.y);
        highest = std::max(highest, p.z - a * p.x - b * p.y);
    }
    answer.plane = {a, b, height};
    answer.mostRemoved_mm = highest - height;
    for (size_t i = 0; i < lpAnswer.binding.size(); ++i) {
        if (lpAnswer.binding[i] < 2 * top.size()) {
            answer.binding.push_back({true, lpAnswer.binding[i] / 2, lpAnswer.multipliers[i]});
        }
    }
    return answer;
}

Expected<PlanesAnswer> thickestSlabTakingLeast(std::span<const Point3> top, std::span<const Point3> bottom)
{
    auto thickest = thickestSlab(top, bottom);
    if (!thickest || top.size() + bottom.size() > kMostForTies) {
        return thickest;
    }
    const Scaling s = scalingOf(top, bottom);
    const double apart = thickest->vertical_mm / s.depth;
    SmallLp lp; // unknowns: slope x, slope y, upper height, most taken off either face, all scaled
    lp.unknowns = 4;
    lp.objective = {0.0, 0.0, 0.0, -1.0};
    lp.rows.reserve(8 * (top.size() + bottom.size() + 4));
    for (const Point3& p : top) {
        const double x = (p.x - s.x0) / s.span;
        const double y = (p.y - s.y0) / s.span;
        const double z = (p.z - s.z0) / s.depth;
        lp.addRow({x, y, 1.0, 0.0}, z + kSlack);
        lp.addRow({-x, -y, -1.0, -1.0}, -z);
    }
    for (const Point3& p : bottom) { // its plane lies `apart` below the upper one
        const double x = (p.x - s.x0) / s.span;
        const double y = (p.y - s.y0) / s.span;
        const double z = (p.z - s.z0) / s.depth + apart;
        lp.addRow({-x, -y, -1.0, 0.0}, -z + kSlack);
        lp.addRow({x, y, 1.0, -1.0}, z);
    }
    boundSlopes(lp, s);
    const LpAnswer least = solve(lp);
    if (least.status != LpStatus::Optimal) {
        return thickest;
    }
    lp.addRow({0.0, 0.0, 0.0, 1.0}, least.x[3] + kSlack);
    const Lean upper = leanOf(top, s);
    const Lean lower = leanOf(bottom, s);
    const auto slopes = nearestSlopes(std::move(lp), {(upper.x + lower.x) / 2.0, (upper.y + lower.y) / 2.0});
    PlanesAnswer answer = setOn(top, bottom, slopes[0] * s.depth / s.span, slopes[1] * s.depth / s.span);
    // The readings that hold it prove the thickness, whichever of the equals is taken.
    answer.binding = thickest->binding;
    answer.steps = thickest->steps + least.steps;
    return answer.vertical_mm + 1e-6 * s.depth >= thickest->vertical_mm ? answer : *thickest;
}

Expected<OneFaceAnswer> leastRemovalOver(std::span<const Point3> top, std::span<const Point3> bottom)
{
    auto first = leastRemoval(top);
    if (!first || bottom.empty() || top.size() + bottom.size() > kMostForTies) {
        return first;
    }
    const Scaling s = scalingOf(top, bottom);
    const double most = first->mostRemoved_mm / s.depth;
    SmallLp lp; // unknowns: slope x, slope y, height, what is left at the thinnest place, all scaled
    lp.unknowns = 4;
    lp.objective = {0.0, 0.0, 0.0, 1.0};
    lp.rows.reserve(4 * (2 * top.size() + bottom.size() + 4));
    for (const Point3& p : top) {
        const double x = (p.x - s.x0) / s.span;
        const double y = (p.y - s.y0) / s.span;
        const double z = (p.z - s.z0) / s.depth;
        lp.addRow({x, y, 1.0, 0.0}, z + kSlack);
        lp.addRow({-x, -y, -1.0, 0.0}, -z + most + kSlack);
    }
    for (const Point3& p : bottom) {
        lp.addRow({-(p.x - s.x0) / s.span, -(p.y - s.y0) / s.span, -1.0, 1.0}, -(p.z - s.z0) / s.depth);
    }
    boundSlopes(lp, s);
    const LpAnswer best = solve(lp);
    if (best.status != LpStatus::Optimal) {
        return first;
    }
    lp.addRow({0.0, 0.0, 0.0, -1.0}, -best.x[3] + kSlack);
    const auto slopes = nearestSlopes(std::move(lp), leanOf(top, s));
    OneFaceAnswer answer = *first;
    answer.plane = {slopes[0] * s.depth / s.span, slopes[1] * s.depth / s.span, 0.0};
    double height = std::numeric_limits<double>::infinity();
    double highest = -height;
    for (const Point3& p : top) {
        const double z = p.z - answer.plane.at(p.x, p.y);
        height = std::min(height, z);
        highest = std::max(highest, z);
    }
    answer.plane.height_mm = height;
    answer.mostRemoved_mm = highest - height;
    return answer.mostRemoved_mm <= first->mostRemoved_mm + 1e-6 * s.depth ? answer : *first;
}

std::vector<Packer> packersUnder(const Plane& plane, std::span<const Point3> supports)
{
    double lowest = std::numeric_limits<double>::infinity();
    for (const Point3& p : supports) {
        lowest = std::min(lowest, p.z - plane.slopeX * p.x - plane.slopeY * p.y);
    }
    const double tilt = std::sqrt(1.0 + plane.slopeX * plane.slopeX + plane.slopeY * plane.slopeY);
    std::vector<Packer> out;
    for (const Point3& p : supports) {
        const double height = p.z - plane.slopeX * p.x - plane.slopeY * p.y - lowest;
        out.push_back({p, height, height / tilt});
    }
    return out;
}

Expected<FaceShape> faceShape(std::span<const Point3> points)
{
    constexpr int kTerms = 6;
    if (points.size() < kTerms) {
        return refuse("flatten.too_few", "Wind, bow and cup need at least six readings on the face.");
    }
    const auto oneValue = [&](auto of) {
        return std::all_of(points.begin(), points.end(), [&](const Point3& p) { return of(p) == of(points[0]); });
    };
    if (oneValue([](const Point3& p) { return p.x; }) || oneValue([](const Point3& p) { return p.y; })) {
        return refuse("flatten.one_line", "All readings lie on one line; take some to its side.");
    }
    const auto sheet = fittedSheet(points);
    if (!sheet) {
        return refuse("flatten.one_line", "The readings do not spread enough to tell wind, bow and cup; take a grid of "
                                          "at least three by three.");
    }
    double square = 0.0;
    for (const Point3& p : points) {
        const double left = p.z - sheet->at(p.x, p.y);
        square += left * left;
    }
    FaceShape shape;
    shape.length_mm = 2.0 * sheet->halfX;
    shape.width_mm = 2.0 * sheet->halfY;
    shape.rms_mm = std::sqrt(square / static_cast<double>(points.size()));
    shape.spare = static_cast<int>(points.size()) - kTerms;
    shape.left_mm = shape.spare > 0 ? std::sqrt(square / shape.spare) : 0.0;
    const double sx = sheet->halfX;
    const double sy = sheet->halfY;
    const double scales[kTerms] = {1.0, sx, sy, sx * sy, sx * sx, sy * sy};
    for (size_t k = 0; k < kTerms; ++k) {
        shape.coefficients[k] = sheet->c[k] / scales[k];
    }
    shape.wind_mm = shape.coefficients[3] * shape.length_mm * shape.width_mm;
    shape.bow_mm = -shape.coefficients[4] * shape.length_mm * shape.length_mm / 4.0;
    shape.cup_mm = -shape.coefficients[5] * shape.width_mm * shape.width_mm / 4.0;
    return shape;
}

} // namespace burl
