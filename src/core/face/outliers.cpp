#include "core/face/outliers.h"

// Method: three witnesses tell what is expected at a reading: its row, its column, and a smooth surface through its
// neighbours. A reading is odd when none of them explains it: the end of a bent row is explained by its column, the
// neighbour of a mistyped one by the line that the mistake does not stand on, a deep cup by the bent surface. The
// spread of all misfits is told by their median, which a few mistakes do not move. The worst is set aside, for it
// spoils its neighbours' expectation, and what stands round it is judged again.

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

#include <Eigen/QR>

namespace burl
{
namespace
{

constexpr double kTimesSpread = 6.0;
constexpr double kSpreadOfMedian = 1.4826; // standard deviation over the median misfit, of errors that are normal
constexpr double kLeast_mm = 1.5;          // less is wood
constexpr std::size_t kFewest = 12;
constexpr std::size_t kMost = 40;    // of one face: more are no few mistakes
constexpr std::ptrdiff_t kRound = 2; // lines on either side that the smooth surface looks at
constexpr std::ptrdiff_t kReach = 3; // lines on either side that a reading can spoil
constexpr int kSheetTerms = 6;

class Judge
{
public:
    explicit Judge(const HeightGrid& grid)
        : grid_(grid), z_(grid.readings_mm), columns_(static_cast<std::ptrdiff_t>(grid.xs_mm.size())),
          rows_(static_cast<std::ptrdiff_t>(grid.ys_mm.size()))
    {
    }

    std::vector<OddReading> judge()
    {
        std::vector<OddReading> out;
        std::size_t readings = 0;
        for (const auto& z : z_) {
            readings += z.has_value();
        }
        if (readings < kFewest || z_.size() != grid_.xs_mm.size() * grid_.ys_mm.size()) {
            return out;
        }
        told_.resize(z_.size());
        for (std::ptrdiff_t j = 0; j < rows_; ++j) {
            for (std::ptrdiff_t i = 0; i < columns_; ++i) {
                told_[node(i, j)] = byLines(i, j);
            }
        }
        while (out.size() < std::min(kMost, readings / 10)) {
            const auto worst = theWorst();
            if (!worst) {
                break;
            }
            out.push_back(*worst);
            const auto i = static_cast<std::ptrdiff_t>(worst->column);
            const auto j = static_cast<std::ptrdiff_t>(worst->row);
            z_[node(i, j)].reset();
            for (std::ptrdiff_t r = std::max<std::ptrdiff_t>(0, j - kReach); r < std::min(rows_, j + kReach + 1); ++r) {
                for (std::ptrdiff_t c = std::max<std::ptrdiff_t>(0, i - kReach); c < std::min(columns_, i + kReach + 1);
                     ++c) {
                    told_[node(c, r)] = byLines(c, r);
                }
            }
        }
        return out;
    }

private:
    struct Told {
        bool judged = false;
        bool bySurface = false; // the smooth surface was asked as well
        double expected_mm = 0.0;
        double misfit_mm = 0.0;
    };

    [[nodiscard]] std::size_t node(std::ptrdiff_t column, std::ptrdiff_t row) const
    {
        return static_cast<std::size_t>(row * columns_ + column);
    }

    [[nodiscard]] std::optional<double> at(std::ptrdiff_t column, std::ptrdiff_t row) const
    {
        return column < 0 || row < 0 || column >= columns_ || row >= rows_ ? std::nullopt : z_[node(column, row)];
    }

    /// What the line through a place, along or across, expects there.
    [[nodiscard]] std::optional<double> line(std::ptrdiff_t column, std::ptrdiff_t row, bool across) const
    {
        const auto& lines = across ? grid_.ys_mm : grid_.xs_mm;
        const std::ptrdiff_t here = across ? row : column;
        const auto read = [&](std::ptrdiff_t k) { return across ? at(column, k) : at(k, row); };
        const auto place = [&](std::ptrdiff_t k) { return lines[static_cast<std::size_t>(k)]; };
        const auto a = read(here - 1);
        const auto b = read(here + 1);
        if (a && b) {
            const double t = (place(here) - place(here - 1)) / (place(here + 1) - place(here - 1));
            const double straight = *a + t * (*b - *a);
            const auto a2 = read(here - 2);
            const auto b2 = read(here + 2);
            if (!a2 || !b2) {
                return straight;
            }
            // Bent lines: what the next but one tell of the bend between them.
            const double wide = (place(here) - place(here - 2)) / (place(here + 2) - place(here - 2));
            const double far = *a2 + wide * (*b2 - *a2);
            return straight + (straight - far) / 3.0;
        }
        if (!a && !b) {
            return std::nullopt;
        }
        // The end of a line: the bend of the next three goes on.
        const std::ptrdiff_t step = a ? -1 : 1;
        std::array<double, 3> x{};
        std::array<double, 3> z{};
        for (std::ptrdiff_t k = 0; k < 3; ++k) {
            const auto v = read(here + step * (k + 1));
            if (!v) {
                return std::nullopt;
            }
            x[static_cast<std::size_t>(k)] = place(here + step * (k + 1));
            z[static_cast<std::size_t>(k)] = *v;
        }
        const double p = place(here);
        double sum = 0.0;
        for (std::size_t k = 0; k < 3; ++k) {
            const std::size_t m = (k + 1) % 3;
            const std::size_t n = (k + 2) % 3;
            sum += z[k] * (p - x[m]) * (p - x[n]) / ((x[k] - x[m]) * (x[k] - x[n]));
        }
        return sum;
    }

    [[nodiscard]] bool standsBetween(std::ptrdiff_t column, std::ptrdiff_t row, bool across) const
    {
        return across ? at(column, row - 1) && at(column, row + 1) : at(column - 1, row) && at(column + 1, row);
    }

    [[nodiscard]] Told byLines(std::ptrdiff_t i, std::ptrdiff_t j) const
    {
        Told out;
        const auto z = at(i, j);
        if (!z) {
            return out;
        }
        int witnesses = 0;
        for (const bool across : {false, true}) {
            if (const auto expected = line(i, j, across)) {
                // The end of a line is told by one side alone, which may itself be wrong: that takes a second witness.
                witnesses += standsBetween(i, j, across) ? 2 : 1;
                const double misfit = std::abs(*z - *expected);
                if (!out.judged || misfit < out.misfit_mm) {
                    out = {true, false, *expected, misfit};
                }
            }
        }
        out.judged = witnesses >= 2;
        return out;
    }

    /// A bent sheet through what stands round a place.
    [[nodiscard]] std::optional<double> surface(std::ptrdiff_t i, std::ptrdiff_t j) const
    {
        std::vector<std::array<double, 3>> points;
        const double x0 = grid_.xs_mm[static_cast<std::size_t>(i)];
        const double y0 = grid_.ys_mm[static_cast<std::size_t>(j)];
        double wide = 1.0;
        double high = 1.0;
        for (std::ptrdiff_t r = j - kRound; r <= j + kRound; ++r) {
            for (std::ptrdiff_t c = i - kRound; c <= i + kRound; ++c) {
                const auto z = at(c, r);
                if (z && (c != i || r != j)) {
                    points.push_back({grid_.xs_mm[static_cast<std::size_t>(c)] - x0,
                                      grid_.ys_mm[static_cast<std::size_t>(r)] - y0, *z});
                    wide = std::max(wide, std::abs(points.back()[0]));
                    high = std::max(high, std::abs(points.back()[1]));
                }
            }
        }
        if (points.size() < kSheetTerms + 2) {
            return std::nullopt;
        }
        Eigen::MatrixXd basis(static_cast<Eigen::Index>(points.size()), kSheetTerms);
        Eigen::VectorXd z(basis.rows());
        for (Eigen::Index k = 0; k < basis.rows(); ++k) {
            const auto& p = points[static_cast<std::size_t>(k)];
            const double u = p[0] / wide;
            const double v = p[1] / high;
            basis.row(k) << 1.0, u, v, u * v, u * u, v * v;
            z(k) = p[2];
        }
        const Eigen::ColPivHouseholderQR<Eigen::MatrixXd> qr(basis);
        if (qr.rank() < kSheetTerms) {
            return std::nullopt;
        }
        return qr.solve(z)(0);
    }

    [[nodiscard]] std::optional<OddReading> theWorst()
    {
        std::vector<double> misfits;
        for (const Told& told : told_) {
            if (told.judged) {
                misfits.push_back(told.misfit_mm);
            }
        }
        if (misfits.size() < kFewest / 2) {
            return std::nullopt;
        }
        const auto half = misfits.begin() + static_cast<std::ptrdiff_t>(misfits.size() / 2);
        std::nth_element(misfits.begin(), half, misfits.end());
        const double limit = std::max(kLeast_mm, kTimesSpread * kSpreadOfMedian * *half);
        while (true) {
            const auto worst = std::max_element(told_.begin(), told_.end(), [](const Told& a, const Told& b) {
                return (a.judged ? a.misfit_mm : -1.0) < (b.judged ? b.misfit_mm : -1.0);
            });
            if (!worst->judged || worst->misfit_mm < limit) {
                return std::nullopt;
            }
            const auto at = worst - told_.begin();
            const std::ptrdiff_t i = at % columns_;
            const std::ptrdiff_t j = at / columns_;
            const double z = *z_[static_cast<std::size_t>(at)];
            if (!worst->bySurface) { // the third witness is asked only where two find it odd
                worst->bySurface = true;
                const auto expected = surface(i, j);
                if (expected && std::abs(z - *expected) < worst->misfit_mm) {
                    worst->misfit_mm = std::abs(z - *expected);
                    worst->expected_mm = *expected;
                }
                continue;
            }
            return OddReading{static_cast<std::size_t>(i), static_cast<std::size_t>(j), z, worst->expected_mm};
        }
    }

    const HeightGrid& grid_;
    std::vector<std::optional<double>> z_;
    std::ptrdiff_t columns_;
    std::ptrdiff_t rows_;
    std::vector<Told> told_;
};

} // namespace

std::vector<OddReading> oddReadings(const HeightGrid& grid)
{
    return Judge(grid).judge();
}

std::vector<OddReading> oddReadings(const Slab& slab, Face face)
{
    const auto& grid = face == Face::Top ? slab.topHeights : slab.bottomHeights;
    if (!grid) {
        return {};
    }
    std::vector<OddReading> out = oddReadings(*grid);
    constexpr double kStub_mm = 40.0; // how far round a drawn knot its stub may stand
    std::erase_if(out, [&](const OddReading& odd) {
        const Vec2 place{grid->xs_mm[odd.column], grid->ys_mm[odd.row]};
        return std::any_of(slab.features.begin(), slab.features.end(), [&](const Feature& f) {
            return f.kind == FeatureKind::Knot && !f.points.empty() &&
                   length(f.points.front() - place) < f.width_mm / 2.0 + kStub_mm;
        });
    });
    return out;
}

} // namespace burl
