#include "core/flatten/outliers.h"

// Method: a reading is expected in the middle of its neighbours on either side, along and across, curvature taken into
// account by the next ones but one where they stand. The spread of all misfits is told by their median, which a few
// mistakes do not move. The worst is set aside, for it spoils its neighbours' expectation, and the rest judged again.

#include <algorithm>
#include <cmath>
#include <optional>

namespace burl
{
namespace
{

constexpr double kTimesSpread = 6.0;
constexpr double kLeast_mm = 1.5; // less is wood
constexpr std::size_t kFewest = 12;

class Judge
{
public:
    explicit Judge(const HeightGrid& grid) : grid_(grid), z_(grid.readings_mm) {}

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
        while (out.size() < readings / 10) {
            const auto worst = theWorst();
            if (!worst) {
                break;
            }
            out.push_back(*worst);
            z_[worst->row * grid_.xs_mm.size() + worst->column].reset();
        }
        return out;
    }

private:
    [[nodiscard]] std::optional<double> at(std::ptrdiff_t column, std::ptrdiff_t row) const
    {
        const auto columns = static_cast<std::ptrdiff_t>(grid_.xs_mm.size());
        const auto rows = static_cast<std::ptrdiff_t>(grid_.ys_mm.size());
        if (column < 0 || row < 0 || column >= columns || row >= rows) {
            return std::nullopt;
        }
        return z_[static_cast<std::size_t>(row * columns + column)];
    }

    /// What the line through a place, along or across, expects there.
    [[nodiscard]] std::optional<double> along(std::size_t column, std::size_t row, bool across) const
    {
        const auto& lines = across ? grid_.ys_mm : grid_.xs_mm;
        const auto here = static_cast<std::ptrdiff_t>(across ? row : column);
        const auto other = static_cast<std::ptrdiff_t>(across ? column : row);
        const auto read = [&](std::ptrdiff_t k) { return across ? at(other, k) : at(k, other); };
        const auto place = [&](std::ptrdiff_t k) { return lines[static_cast<std::size_t>(k)]; };
        const auto a = read(here - 1);
        const auto b = read(here + 1);
        if (!a || !b) {
            return std::nullopt;
        }
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

    [[nodiscard]] std::optional<OddReading> theWorst() const
    {
        std::vector<OddReading> all;
        std::vector<double> misfits;
        for (std::size_t j = 0; j < grid_.ys_mm.size(); ++j) {
            for (std::size_t i = 0; i < grid_.xs_mm.size(); ++i) {
                const auto z = z_[j * grid_.xs_mm.size() + i];
                if (!z) {
                    continue;
                }
                const auto alongIt = along(i, j, false);
                const auto acrossIt = along(i, j, true);
                if (!alongIt && !acrossIt) {
                    continue;
                }
                // Of two lines the one that fits better: where one of its own neighbours is wrong the other is not.
                double expected = alongIt.value_or(acrossIt.value_or(0.0));
                if (alongIt && acrossIt) {
                    expected = std::abs(*z - *alongIt) < std::abs(*z - *acrossIt) ? *alongIt : *acrossIt;
                }
                all.push_back({i, j, *z, expected});
                misfits.push_back(std::abs(*z - expected));
            }
        }
        if (all.size() < kFewest / 2) {
            return std::nullopt;
        }
        std::vector<double> sorted = misfits;
        std::nth_element(sorted.begin(), sorted.begin() + static_cast<std::ptrdiff_t>(sorted.size() / 2), sorted.end());
        const double spread = 1.4826 * sorted[sorted.size() / 2];
        const auto worst = std::max_element(misfits.begin(), misfits.end());
        if (*worst < std::max(kLeast_mm, kTimesSpread * spread)) {
            return std::nullopt;
        }
        return all[static_cast<std::size_t>(worst - misfits.begin())];
    }

    const HeightGrid& grid_;
    std::vector<std::optional<double>> z_;
};

} // namespace

std::vector<OddReading> oddReadings(const HeightGrid& grid)
{
    return Judge(grid).judge();
}

} // namespace burl
