#pragma once
// A top as a thin plate of its real outline, thickness and grain, on supports that may let go, held by beams that slip
// along their slots. Rectangular elements of sixteen freedoms on a grid; a cell that the outline crosses counts with
// the part that is wood. Units: mm, N, N/mm2; deflections and forces positive downward.   Source:
// docs/formulas.md#plate. Threads: a model may be asked from several threads at once.

#include <array>
#include <functional>
#include <memory>
#include <optional>
#include <utility>
#include <vector>

#include "core/geometry/ring.h"
#include "core/plate/navier.h"
#include "core/plate/stiffness.h"

namespace burl
{

/// What is alike over an area: a piece of wood, a river, a groove. Where two lie over each other the later one counts.
struct PlateZone {
    Region region;
    PlateStiffness stiffness;
    double pressure_N_mm2 = 0.0;           // own weight
    std::array<double, 3> freeCurvature{}; // (w_xx, w_yy, 2 w_xy) that it takes without stress
    bool operator==(const PlateZone&) const = default;
};

/// A line or a point that the top stands on or is bolted to.
struct PlateSupport {
    Vec2 from;
    Vec2 to;               // the same for a point
    bool canLift = false;  // it only presses, point by point
    double level_mm = 0.0; // how far below the plane of the others: at its first end, and at its last
    double levelTo_mm = 0.0;
    bool operator==(const PlateSupport&) const = default;
};

/// A straight beam across the top. It may slip along its length, has no stiffness against twisting, and is not one body
/// with the wood.
struct PlateBeam {
    double x_mm = 0.0;
    double from_mm = 0.0; // y
    double to_mm = 0.0;
    double ei_N_mm2 = 0.0;
    std::vector<double> bolts_mm; // y where both bend alike, both ways; empty: all along
    bool removable = false;       // a channel: a case may leave it out. Rails and rods are part of the table
    bool operator==(const PlateBeam&) const = default;
};

enum class PlateEdge { Free, Simple, Clamped }; // of a rectangular plate whose zones fill its box

struct PlateInput {
    Box box;
    std::vector<PlateZone> zones;
    std::vector<PlateSupport> supports;
    std::vector<PlateBeam> beams;
    std::array<PlateEdge, 4> edges{}; // left, right, near, far
    size_t cells = 1600;              // about
    bool operator==(const PlateInput&) const = default;
};

/// What loads it, and whether its beams are there.
struct PlateCase {
    double ownWeight = 1.0; // 0: leave it out
    double pressure_N_mm2 = 0.0;
    std::vector<PlateLoad> loads;
    double freeCurvature = 1.0; // how many times that of the zones
    bool removables = true;     // beams that may be left out are there
    bool tightened = false;     // everything it stands on holds it, at its level; else all levels are the same
};

struct SupportForce {
    double force_N = 0.0; // upward, on the plate
    Vec2 centre;          // where it acts
    bool lifted = false;  // nothing presses
};
struct PlateAnswer {
    std::vector<double> w_mm; // at the nodes, row by row of y; not a number outside the wood
    std::vector<SupportForce> supports;
    std::vector<std::vector<double>> bolts_N;  // of each beam on the plate; empty where it touches all along
    std::vector<std::vector<double>> freedoms; // of each column of nodes: w, w_x, w_y, w_xy from the near side on
    double load_N = 0.0;                       // all that presses down
    bool tips = false;                         // the supports cannot carry it: nothing else is told
};

class PlateModel
{
public:
    /// Stops early when `goOn` says no; then it answers that it tips.
    explicit PlateModel(PlateInput input, const std::function<bool()>& goOn = {});
    ~PlateModel();
    PlateModel(PlateModel&&) noexcept;
    PlateModel& operator=(PlateModel&&) noexcept;

    [[nodiscard]] PlateAnswer answer(const PlateCase& load) const;
    [[nodiscard]] const std::vector<double>& xs_mm() const;
    [[nodiscard]] const std::vector<double>& ys_mm() const;
    [[nodiscard]] const PlateInput& input() const;
    /// A place on the very edge is in it.
    [[nodiscard]] bool inWood(Vec2 at) const;
    /// Where its wood begins and ends across the top at x, holes left out of account; nothing where there is none.
    [[nodiscard]] std::optional<std::pair<double, double>> edgesAt(double x_mm) const;
    /// Deflection at a place; not a number where no cell holds wood.
    [[nodiscard]] double deflection_mm(const PlateAnswer& answer, Vec2 at) const;

private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace burl
