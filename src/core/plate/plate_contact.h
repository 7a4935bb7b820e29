#pragma once
// Where a top is held, and how it gives there: which places press, which have let go.
// Units: mm, N.   Source: docs/formulas.md#plate.   Threads: pure.

#include <optional>
#include <vector>

#include <Eigen/Dense>

namespace burl
{

struct HeldPlace {
    enum Kind {
        Free,    // only what is in the stiffness holds it
        Holds,   // both ways
        Presses, // upward only
        Gone,    // it is no place of the top
    };
    Kind kind = Free;
    double level_mm = 0.0; // where it is held, or cannot go below
};

struct Held {
    Eigen::MatrixXd stiffness; // of the top, condensed to its places
    Eigen::VectorXd load;      // downward
    std::vector<HeldPlace> places;
};

/// The deflections of the places; nothing when what presses cannot carry the load.
[[nodiscard]] std::optional<Eigen::VectorXd> solved(const Held& held);

} // namespace burl
