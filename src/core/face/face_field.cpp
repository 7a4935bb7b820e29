#include "core/face/face_field.h"

// Method: the plane of the readings is taken away first, with its twist where there are two lines each way, so that a
// leaning or twisted slab loses nothing where a reading is missed or the rim is reached, and is promised nothing that
// its twist takes there; of grids with four lines each way the bend as well, as the readings then tell it. What is left
// over is straight between neighbours, and held level beyond the outermost ones. A node that was missed gets what the
// nearest readings of its row and its column tell, those on both sides before those on one.

#include <algorithm>
#include <cmath>
#include <limits>

#include <Eigen/QR>

namespace burl
{
namespace
{

constexpr int kPlaneTerms = 3;
constexpr int kTwistTerms = 4;
constexpr int kSheetTerms = 6;
constexpr size_t kLinesForTwist = 2; // two lines each way tell it, and a slab twists as a whole
constexpr size_t kLinesForBend = 4;  // three lines give a bend from one reading in its middle: no more than a guess

/// The sheet from which the readings lie least far, distances and not their squares: most readings lie on it, and a
/// stub or a hollow does not lean it. Weighted least squares, weighed again by the distances left.
Eigen::VectorXd leastDistances(const Eigen::MatrixXd& basis, const Eigen::VectorXd& z)
{
    constexpr int kSweeps = 60;
    constexpr Eigen::Index kMany = 4000; // of a scan no reading weighs much: a few rounds do
    constexpr double kOn_mm = 1e-6;      // as near as on the sheet
    // Rank revealing: readings on one line leave the lean across it alone.
    Eigen::VectorXd fit = basis.colPivHouseholderQr().solve(z);
    const int rounds = z.size() > kMany ? 6 : kSweeps;
    for (int k = 0; k < rounds; ++k) {
        const Eigen::VectorXd left = z - basis * fit;
        const Eigen::VectorXd root =
            left.unaryExpr([kOn_mm](double d) { return 1.0 / std::sqrt(std::max(std::abs(d), kOn_mm)); });
        const Eigen::MatrixXd weighed = root.asDiagonal() * basis;
        Eigen::VectorXd next = weighed.colPivHouseholderQr().solve(root.cwiseProduct(z));
        if ((next - fit).cwiseAbs().maxCoeff() < kOn_mm / 10.0) {
            return next;
        }
        fit = next;
    }
    return fit;
}

/// What one line through a node tells of it: from both sides, or held level from one.
struct Told {
    double value = 0.0;
    double weight = 0.0;
    bool bothSides = false;
};

Told toldBy(double before, double beforeAway, double after, double afterAway)
{
    const bool b = std::isfinite(before);
    const bool a = std::isfinite(after);
    if (a && b) {
        return {(before * afterAway + after * beforeAway) / (beforeAway + afterAway),
                1.0 / beforeAway + 1.0 / afterAway, true};
    }
    if (a || b) {
        return {a ? after : before, 1.0 / (a ? afterAway : beforeAway), false};
    }
    return {};
}

/// Places along an edge, no further apart than the step, its first end included.
void stepAlong(Vec2 from, Vec2 to, double step_mm, std::vector<Vec2>& out)
{
    constexpr int kMost = 400; // of one edge: enough for a slab of 20 m
    const int steps = std::clamp(static_cast<int>(std::ceil(length(to - from) / step_mm)), 1, kMost);
    for (int k = 0; k < steps; ++k) {
        out.push_back(from + (to - from) * (static_cast<double>(k) / steps));
    }
}

} // namespace

GridCell cellAt(const std::vector<double>& lines, double v)
{
    if (lines.size() < 2) {
        return {};
    }
    const double held = std::clamp(v, lines.front(), lines.back());
    const auto upper = std::upper_bound(lines.begin(), lines.end(), held) - lines.begin();
    const size_t i = std::min(static_cast<size_t>(std::max<std::ptrdiff_t>(1, upper)) - 1, lines.size() - 2);
    return {i, (held - lines[i]) / (lines[i + 1] - lines[i])};
}

FaceField::FaceField(const HeightGrid& grid, const std::vector<SurfacePoint>& points) : xs_(grid.xs_mm), ys_(grid.ys_mm)
{
    fitSheet(points);
    left_.assign(xs_.size() * ys_.size(), std::numeric_limits<double>::quiet_NaN());
    read_.assign(left_.size(), 0);
    for (const SurfacePoint& p : points) {
        const size_t node = static_cast<size_t>(p.row) * xs_.size() + static_cast<size_t>(p.column);
        left_[node] = p.p.z - sheet({p.p.x, p.p.y});
        read_[node] = 1;
    }
    fillMissing();
}

void FaceField::fitSheet(const std::vector<SurfacePoint>& points)
{
    if (points.empty()) {
        return;
    }
    readBox_ = {points[0].p.x, points[0].p.y, points[0].p.x, points[0].p.y};
    std::vector<char> columns(xs_.size(), 0);
    std::vector<char> rows(ys_.size(), 0);
    for (const SurfacePoint& p : points) {
        readBox_ = {std::min(readBox_.left, p.p.x), std::min(readBox_.bottom, p.p.y), std::max(readBox_.right, p.p.x),
                    std::max(readBox_.top, p.p.y)};
        columns[static_cast<size_t>(p.column)] = 1;
        rows[static_cast<size_t>(p.row)] = 1;
    }
    middle_ = {(readBox_.left + readBox_.right) / 2.0, (readBox_.bottom + readBox_.top) / 2.0};
    half_ = {std::max(1.0, readBox_.width() / 2.0), std::max(1.0, readBox_.height() / 2.0)};
    const auto lines = [](const std::vector<char>& read) {
        return static_cast<size_t>(std::count(read.begin(), read.end(), 1));
    };
    const bool bends = lines(columns) >= kLinesForBend && lines(rows) >= kLinesForBend;
    const bool twists = lines(columns) >= kLinesForTwist && lines(rows) >= kLinesForTwist &&
                        points.size() > static_cast<size_t>(kTwistTerms);
    const int terms = bends ? kSheetTerms : twists ? kTwistTerms : kPlaneTerms;
    const auto n = static_cast<Eigen::Index>(points.size());
    Eigen::MatrixXd basis(n, terms);
    Eigen::VectorXd z(n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const Point3& p = points[static_cast<size_t>(i)].p;
        const double u = (p.x - middle_.x) / half_.x;
        const double v = (p.y - middle_.y) / half_.y;
        const double all[kSheetTerms] = {1.0, u, v, u * v, u * u, v * v};
        for (int k = 0; k < terms; ++k) {
            basis(i, k) = all[k];
        }
        z(i) = p.z;
    }
    const Eigen::VectorXd fit = leastDistances(basis, z);
    for (int k = 0; k < terms; ++k) {
        terms_[k] = fit(k);
    }
}

double FaceField::sheet(Vec2 place) const
{
    const double u = (place.x - middle_.x) / half_.x;
    const double v = (place.y - middle_.y) / half_.y;
    return terms_[0] + terms_[1] * u + terms_[2] * v + terms_[3] * u * v + terms_[4] * u * u + terms_[5] * v * v;
}

void FaceField::fillMissing()
{
    const size_t columns = xs_.size();
    const size_t rows = ys_.size();
    if (std::none_of(read_.begin(), read_.end(), [](char r) { return r != 0; })) {
        std::fill(left_.begin(), left_.end(), 0.0);
        return;
    }
    const double none = std::numeric_limits<double>::quiet_NaN();
    // A node whose row and column are both bare is told by those that were filled in the round before.
    while (std::any_of(left_.begin(), left_.end(), [](double z) { return !std::isfinite(z); })) {
        std::vector<Told> along(left_.size());
        std::vector<Told> across(left_.size());
        const auto sweep = [&](std::vector<Told>& out, const std::vector<double>& lines, size_t others, size_t step,
                               size_t otherStep) {
            std::vector<double> before(lines.size());
            std::vector<double> beforeAt(lines.size());
            for (size_t o = 0; o < others; ++o) {
                double last = none;
                double lastAt = 0.0;
                for (size_t k = 0; k < lines.size(); ++k) {
                    before[k] = last;
                    beforeAt[k] = lastAt;
                    if (const double z = left_[o * otherStep + k * step]; std::isfinite(z)) {
                        last = z;
                        lastAt = lines[k];
                    }
                }
                last = none;
                for (size_t k = lines.size(); k-- > 0;) {
                    const size_t node = o * otherStep + k * step;
                    if (std::isfinite(left_[node])) {
                        last = left_[node];
                        lastAt = lines[k];
                    } else {
                        out[node] = toldBy(before[k], lines[k] - beforeAt[k], last, lastAt - lines[k]);
                    }
                }
            }
        };
        sweep(along, xs_, rows, 1, columns);
        sweep(across, ys_, columns, columns, 1);
        std::vector<double> next = left_;
        for (size_t node = 0; node < left_.size(); ++node) {
            if (std::isfinite(left_[node])) {
                continue;
            }
            const bool both = along[node].bothSides || across[node].bothSides;
            double sum = 0.0;
            double weight = 0.0;
            for (const Told* told : {&along[node], &across[node]}) {
                if (told->weight > 0.0 && (told->bothSides || !both)) {
                    sum += told->weight * told->value;
                    weight += told->weight;
                }
            }
            next[node] = weight > 0.0 ? sum / weight : none;
        }
        left_ = std::move(next);
    }
}

double FaceField::in(GridCell column, GridCell row, Vec2 place) const
{
    if (left_.empty()) { // a grid without lines
        return sheet(place);
    }
    const size_t along = xs_.size();
    const size_t nextColumn = along > 1 ? 1 : 0;
    const size_t nextRow = ys_.size() > 1 ? along : 0;
    const size_t node = row.first * along + column.first;
    const double low = left_[node] + column.share * (left_[node + nextColumn] - left_[node]);
    const double high =
        left_[node + nextRow] + column.share * (left_[node + nextRow + nextColumn] - left_[node + nextRow]);
    return low + row.share * (high - low) + sheet(place);
}

double FaceField::at(Vec2 place) const
{
    return in(column(place.x), row(place.y), place);
}

double FaceField::beyond_mm(Vec2 place) const
{
    return std::hypot(std::max({0.0, readBox_.left - place.x, place.x - readBox_.right}),
                      std::max({0.0, readBox_.bottom - place.y, place.y - readBox_.top}));
}

std::vector<Point3> FaceField::carriedIn(const Region& region, double step_mm) const
{
    std::vector<Vec2> places;
    for (size_t j = 0; j < ys_.size(); ++j) {
        const std::vector<double> inside = crossingsAt(region, ys_[j]);
        for (size_t i = 0; i < xs_.size() && !inside.empty(); ++i) {
            const auto passed = std::upper_bound(inside.begin(), inside.end(), xs_[i]) - inside.begin();
            if (passed % 2 == 1 && read_[j * xs_.size() + i] == 0) {
                places.push_back({xs_[i], ys_[j]});
            }
        }
        for (const double x : inside) { // where a line of readings meets the rim the surface may bend
            places.push_back({x, ys_[j]});
        }
    }
    for (const Ring& ring : region) {
        Vec2 last{1e300, 1e300};
        for (size_t i = 0; i < ring.size(); ++i) {
            const Vec2 next = ring[(i + 1) % ring.size()];
            if (length(next - last) < step_mm / 2.0) { // of close corners not every one
                continue;
            }
            stepAlong(ring[i], next, step_mm, places);
            last = ring[i];
        }
    }
    std::vector<Point3> out;
    out.reserve(places.size());
    for (const Vec2 p : places) {
        out.push_back({p.x, p.y, at(p)});
    }
    return out;
}

} // namespace burl
