#include "core/scan/top_face.h"

// Method: a bent sheet fitted to the bulk of what stands over the bench, tighter each time, and what it leaves over by
// cells, tell the face; what lies within a few times its noise is the face, what stands well over it lies on the slab.

#include <algorithm>
#include <cmath>
#include <limits>
#include <memory>

#include "core/numeric/fit.h"
#include "core/scan/thinned.h"

namespace burl
{
namespace
{

constexpr int kHighest_mm = 400;      // that a slab on a bench stands
constexpr size_t kLeastOnSheet = 100; // points, to fit it
constexpr size_t kLeastOnFace = 100;
// How near the sheet a point must lie to be counted, tighter each time: from a warped slab to its saw marks.
constexpr double kWithin_mm[] = {18.0, 14.0, 10.0, 7.0, 5.0, 4.0, 4.0};
constexpr double kCell_mm = 60.0;   // of the unevenness: wider than clamps, narrower than warp
constexpr double kUneven_mm = 14.0; // no face is more uneven than this over such a cell
constexpr double kMostCells = 1e6;
constexpr size_t kAskEvery = 1 << 15;                    // points: a hundredth of a second
constexpr size_t kLeastInCell = 6;                       // points, for their middle to tell
constexpr double kClose_mm = 2.5;                        // points that tell the face's own noise
constexpr double kNoises = 4.5;                          // so many times the noise a point may stand off its face
constexpr double kThinnest_mm = 1.2, kThickest_mm = 4.0; // bounds of that
constexpr double kOnTop_mm = 6.0;                        // what stands over the face by more lies on it

/// Asks now and then whether to go on; once stopped it stays so.
class Patience
{
public:
    explicit Patience(const std::function<bool()>& goOn) : goOn_(goOn) {}
    [[nodiscard]] bool ends(size_t at)
    {
        ended_ = ended_ || (at % kAskEvery == 0 && goOn_ && !goOn_());
        return ended_;
    }

private:
    const std::function<bool()>& goOn_;
    bool ended_ = false;
};

/// The commonest height of what stands over the bench: the bulk of it is the top face.
double commonestHeight_mm(const std::vector<Point3>& over)
{
    std::vector<int> counts(kHighest_mm + 1, 0);
    for (const Point3& p : over) {
        ++counts[static_cast<size_t>(std::clamp(p.z, 0.0, static_cast<double>(kHighest_mm)))];
    }
    const auto around = [&](size_t at) { return counts[at] + counts[at + 1] + counts[at + 2]; };
    size_t most = 0;
    for (size_t z = 0; z + 2 < counts.size(); ++z) {
        most = around(z) > around(most) ? z : most;
    }
    return static_cast<double>(most) + 1.5; // the middle of three
}

/// What the bent sheet leaves over of the face: the middle of it in cells, straight between their middles.
class LocalUnevenness
{
public:
    LocalUnevenness(const BentSheet& top, const std::vector<Point3>& points, double cell, double within,
                    Patience& patience)
        : cell_(cell)
    {
        x0_ = x1_ = points[0].x;
        y0_ = y1_ = points[0].y;
        for (const Point3& p : points) {
            x0_ = std::min(x0_, p.x);
            x1_ = std::max(x1_, p.x);
            y0_ = std::min(y0_, p.y);
            y1_ = std::max(y1_, p.y);
        }
        columns_ = static_cast<int>((x1_ - x0_) / cell_) + 1;
        rows_ = static_cast<int>((y1_ - y0_) / cell_) + 1;
        if (static_cast<double>(columns_) * rows_ > kMostCells) {
            columns_ = rows_ = 0;
            return;
        }
        std::vector<std::vector<float>> cells(static_cast<size_t>(columns_) * rows_);
        for (size_t n = 0; n < points.size() && !patience.ends(n); ++n) {
            const Point3& p = points[n];
            const double off = p.z - top.at(p.x, p.y);
            if (std::abs(off) < within) {
                cells[index(static_cast<int>((p.x - x0_) / cell_), static_cast<int>((p.y - y0_) / cell_))].push_back(
                    static_cast<float>(off));
            }
        }
        middle_.assign(cells.size(), std::numeric_limits<double>::quiet_NaN());
        for (size_t k = 0; k < cells.size(); ++k) {
            if (cells[k].size() >= kLeastInCell) {
                const auto half = cells[k].begin() + static_cast<std::ptrdiff_t>(cells[k].size() / 2);
                std::nth_element(cells[k].begin(), half, cells[k].end());
                middle_[k] = static_cast<double>(*half);
            }
        }
    }

    [[nodiscard]] double at(double x, double y) const
    {
        if (columns_ == 0) {
            return 0.0;
        }
        const double u = (x - x0_) / cell_ - 0.5;
        const double v = (y - y0_) / cell_ - 0.5;
        const int i = static_cast<int>(std::floor(u));
        const int j = static_cast<int>(std::floor(v));
        double sum = 0.0;
        double weights = 0.0;
        for (int dj = 0; dj <= 1; ++dj) {
            for (int di = 0; di <= 1; ++di) {
                const int a = i + di;
                const int b = j + dj;
                if (a < 0 || b < 0 || a >= columns_ || b >= rows_ || std::isnan(middle_[index(a, b)])) {
                    continue;
                }
                const double w = (1.0 - std::abs(u - a)) * (1.0 - std::abs(v - b)) + 1e-6;
                sum += w * middle_[index(a, b)];
                weights += w;
            }
        }
        return weights > 0.0 ? sum / weights : 0.0;
    }

private:
    [[nodiscard]] size_t index(int i, int j) const
    {
        return static_cast<size_t>(j) * columns_ + static_cast<size_t>(i);
    }
    double cell_;
    double x0_ = 0.0, x1_ = 0.0, y0_ = 0.0, y1_ = 0.0;
    int columns_ = 0;
    int rows_ = 0;
    std::vector<double> middle_;
};

} // namespace

std::optional<TopFace> findTopFace(const std::vector<Point3>& over, const std::function<bool()>& goOn)
{
    Patience patience(goOn);
    BentSheet sheet;
    sheet.c[0] = commonestHeight_mm(over);
    const std::vector<Point3> enough = thinned(over, kEnoughToFit);
    for (const double within : kWithin_mm) {
        if (patience.ends(0)) {
            return std::nullopt;
        }
        std::vector<Point3> close;
        for (const Point3& p : enough) {
            if (std::abs(p.z - sheet.at(p.x, p.y)) <= within) {
                close.push_back(p);
            }
        }
        const auto fit = close.size() < kLeastOnSheet ? std::nullopt : fittedSheet(close);
        if (!fit) {
            return std::nullopt;
        }
        sheet = *fit;
    }
    const auto uneven = std::make_shared<const LocalUnevenness>(sheet, over, kCell_mm, kUneven_mm, patience);
    TopFace out;
    out.height_mm = [sheet, uneven](double x, double y) { return sheet.at(x, y) + uneven->at(x, y); };
    double sum2 = 0.0;
    size_t close = 0;
    std::vector<double> off;
    off.reserve(over.size());
    for (size_t n = 0; n < over.size(); ++n) {
        if (patience.ends(n)) {
            return std::nullopt;
        }
        const Point3& p = over[n];
        off.push_back(p.z - out.height_mm(p.x, p.y));
        if (std::abs(off.back()) < kClose_mm) {
            sum2 += off.back() * off.back();
            ++close;
        }
    }
    const double noise = std::sqrt(sum2 / static_cast<double>(std::max<size_t>(1, close)));
    const double thin = std::clamp(kNoises * noise, kThinnest_mm, kThickest_mm);
    for (size_t i = 0; i < over.size(); ++i) {
        if (std::abs(off[i]) <= thin) {
            out.points.push_back(over[i]);
        } else if (off[i] > kOnTop_mm) {
            out.clutter.push_back(over[i]);
        }
    }
    if (out.points.size() < kLeastOnFace) {
        return std::nullopt;
    }
    return out;
}

} // namespace burl
