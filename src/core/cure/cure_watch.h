#pragma once
// What is looked for while a pour cures: peak, honey, gel, when it may be touched.   Units: as in cure_section.h.
// Threads: one object, one thread.

#include <vector>

#include "core/cure/cure_cells.h"
#include "core/cure/cure_section.h"

namespace burl
{

/// The solver's cells as they are now.
struct CureView {
    const CureCells* cells = nullptr;
    const std::vector<double>* alpha = nullptr;
    const std::vector<double>* heat_C = nullptr;
    double air_C = 0.0;
};

class CureWatch
{
public:
    explicit CureWatch(const CureSection& section) : in_(section), series_(section.layers.size()) {}
    void look(const CureView& view, double at_h);
    [[nodiscard]] CureAnswer answer() const;
    /// True when the last layer has set and all is so much cooler than the warmest was.
    [[nodiscard]] bool isPast(double cooled_K) const;
    /// True once it was hotter, or hot and cold lay farther apart, than its class bears: that stays so.
    [[nodiscard]] bool isTooHot() const;

private:
    /// What is kept of a layer at each instant since it was poured.
    struct Sample {
        double at_h;
        double middleAlpha, topAlpha;
        double middleThick_Pa_s, topThick_Pa_s;
        double mean, least;
        double warmestOver_K; // over the room
        double topOver_K;
    };
    const CureSection& in_;
    std::vector<std::vector<Sample>> series_;
    CureAnswer out_;
};

} // namespace burl
