#pragma once
// What is looked for while a pour cures: peak, honey, gel, when it may be touched.   Units: as in cure_section.h.
// Threads: one object, one thread.

#include <utility>
#include <vector>

#include "core/cure/cure_section.h"

namespace burl
{

/// The cells of the solver as they are now; row j, column i at j * nx + i.
struct CureView {
    int nx = 0;
    int columns = 0;                                        // of epoxy, from the middle
    const std::vector<std::pair<int, int>>* rows = nullptr; // of each layer: from, to
    const std::vector<double>* x_mm = nullptr;              // middles of columns
    const std::vector<double>* y_mm = nullptr;
    const std::vector<double>* dx_m = nullptr;
    const std::vector<double>* dy_m = nullptr;
    const std::vector<double>* area = nullptr;
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
