#pragma once
// How sure the thickness is. A grid of readings misses the high spots between its points and so promises too much:
// the surface between them is sampled many times as it may well be, and the plan of planes solved for each.
// Units: mm.   Source: docs/formulas.md#sureness.   Threads: pure; `progress` is called from the caller's thread.

#include <cstdint>
#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "core/face/planes.h"
#include "core/geometry/ring.h"

namespace burl
{

struct ThicknessRangeInput {
    std::vector<Point3> top; // readings that count, z up
    std::vector<Point3> bottom;
    std::vector<Point3> besideTop; // readings beyond the outline: they tell of the rim
    std::vector<Point3> besideBottom;
    Ring outline;               // where the planes must lie in wood
    std::vector<Ring> mayBeLow; // areas that are filled or cut off
    double readError_mm = 0.2;  // of one reading, standard deviation
    double sawMarks_mm = 0.2;   // how far the saw's marks stand above what a reading meets, each face
    double tieError_mm = 0.0;   // of the height between the faces, standard deviation
    int samples = 120;
    std::uint32_t seed = 1;
};

struct ThicknessRange {
    double promised_mm = 0.0; // by the readings alone
    double low_mm = 0.0;      // as Interval says
    double likely_mm = 0.0;
    double high_mm = 0.0;           // as Interval says
    std::vector<double> samples_mm; // as they were drawn: several pieces are sampled together by their places here
    /// Where one more reading would narrow the range most, and how far the surface may stand off there.
    struct Wanted {
        Vec2 at;
        bool onTop = true;
        double spread_mm = 0.0;
    };
    std::optional<Wanted> oneMore;
};

/// 0 to 1; false stops.
using RangeProgress = std::function<bool(double)>;

/// Errors: "range.too_few" (ten readings on a face are needed), those of thickestSlab, "range.stopped".
[[nodiscard]] Expected<ThicknessRange> thicknessRange(const ThicknessRangeInput& input,
                                                      const RangeProgress& progress = {});

/// What so many thicknesses tell: 4 in 100 are less than the first, 3 in 100 more than the last. That is a little wider
/// than the one in twenty that is promised at each end, because the true thickness strays more than the samples do.
struct Interval {
    double low_mm = 0.0;
    double likely_mm = 0.0;
    double high_mm = 0.0;
};
/// REQUIRES: samples
[[nodiscard]] Interval intervalOf(std::vector<double> samples_mm);

/// Marks that a saw leaves, by how the slab was cut: a chain saw ten times those of a band mill.
[[nodiscard]] double sawMarksOf(const std::string& cut);

} // namespace burl
