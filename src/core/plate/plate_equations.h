#pragma once
// The equations of a plate, ready to be answered for any load: assembled and factored once.
// Units: N, mm.   Errors: `stopped` when it was, or when they cannot be solved.   Threads: values.
// Source: docs/formulas.md#plate.

#include <functional>
#include <vector>

#include <Eigen/Dense>

#include "core/plate/plate_element.h"
#include "core/plate/plate_joins.h"

namespace burl
{

/// The equations column by column of nodes: each touches only the next one, and the places where the top is held. The
/// places come last, so that what is left for them when all nodes are out is how the top gives at them.
struct PlateEquations {
    using Matrix = Eigen::MatrixXd;
    using Vector = Eigen::VectorXd;

    PlateInput input;
    PlateGrid grid;
    WoodRegions wood;
    PlateJoins joins;
    Eigen::Index block = 0;                          // freedoms of a column
    std::vector<Matrix> lower;                       // Cholesky factor of each column
    std::vector<Matrix> next;                        // its coupling to the next one, through that
    std::vector<Matrix> held;                        // and to the joins
    Matrix atJoins;                                  // what is left
    std::vector<Vector> weight, pressure, curvature; // loads of each column
    std::vector<Eigen::Array<bool, Eigen::Dynamic, 1>> fixed;
    double weight_N = 0.0;
    double area_mm2 = 0.0;
    bool stopped = false;

    PlateEquations(PlateInput in, const std::function<bool()>& goOn);

private:
    struct Loads {
        ElementVector weight = ElementVector::Zero();
        ElementVector pressure = ElementVector::Zero();
        ElementVector curvature = ElementVector::Zero();
    };

    void fixEdges();
    /// Of one cell; its area of wood and its weight are added up.
    [[nodiscard]] ElementMatrix cellMatrix(const PlateCell& cell, double wide, double high, Loads& loads);
    void assemble();
    void factor(const std::function<bool()>& goOn);
    /// What the column before leaves to this one.
    void takeOver(size_t c);

    // The coupling of two columns has nothing above its diagonal but its neighbour: it is worked in strips that begin
    // where they have something.
    static constexpr int kStrips = 4;
    [[nodiscard]] Eigen::Index from(int strip) const
    {
        const Eigen::Index nodes = block / kFreedoms;
        return nodes * strip / kStrips * kFreedoms;
    }
    [[nodiscard]] Eigen::Index topOf(int strip) const { return std::max<Eigen::Index>(0, from(strip) - kFreedoms); }
};

} // namespace burl
