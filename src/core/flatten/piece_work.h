#pragma once
// The flattening of one piece: its planes as far apart as they can be, then what comes off to reach the top's
// thickness. Part of flattenPlan.   Units: mm, in the slab's frame.   Source: docs/formulas.md#planes.   Threads: one
// at a time.

#include <optional>
#include <vector>

#include "core/face/face_field.h"
#include "core/flatten/flatten_plan.h"
#include "core/flatten/plane_limits.h"

namespace burl
{

constexpr double kSeen_mm = 0.05; // less than this is not seen on a calliper

class PieceWork
{
public:
    PieceWork(const FlattenChoices& choices, const PlacedPiece& placed, const Slab& slab);
    /// The planes as far apart as they can be.
    void solvePlanes();
    /// Brings the piece to the top's thickness and works out what comes off.
    void settle(double thickness_mm);
    [[nodiscard]] bool missing() const { return out_.missing.has_value(); }
    [[nodiscard]] double most_mm() const { return most_mm_; }
    [[nodiscard]] const Surfaces& surfaces() const { return surfaces_; }
    [[nodiscard]] const Slab& slab() const { return slab_; }
    [[nodiscard]] const Placement& place() const { return place_; }
    /// The one spot of a face without which the piece would be much thicker, where there is such a one and it is small.
    /// Of the school that cuts both faces.
    [[nodiscard]] std::optional<ThinSpot> spotThatHolds() const;
    FlattenedPiece take() { return std::move(out_); }
    [[nodiscard]] const FlattenedPiece& piece() const { return out_; }

private:
    /// The readings of a face over its plane; what stands out furthest is the face's most.
    void dotsOf(bool onTop);
    /// Of a piece that was not read: what is spare by its tape comes off where the school and the maker say.
    void guessRemoval(double thickness_mm);
    /// Wind, bow and cup of the top, over its readings without the odd ones: a stub or a mistyped reading is neither.
    void shapeOfTop();
    /// Of a piece of which one face stays: how much more than at its thinnest place is left, mean over the final wood.
    void leftOver();
    [[nodiscard]] Figure bothFacesFigure(const PlanesAnswer& planes) const;
    [[nodiscard]] Figure countFigure() const;
    [[nodiscard]] Vec2 middle() const { return centroid(outline_); }

    /// Of the schools that cut one face: it is the slab's bottom.
    [[nodiscard]] bool cutsBottom() const { return turnedOver_ == (choices_.school == FlattenSchool::ShowFace); }

    void solveOneFace();
    /// Height of a face above its plane, over the rough outline.
    FacePasses facePasses(bool onTop);
    void readRange();
    /// Packers in whole pieces of the shop's stock, and what that costs.
    void roundPackers();
    /// Four bearing points near the corners of what is flattened: the bottom readings nearest there.
    [[nodiscard]] std::vector<Point3> bearingPoints() const;

    const FlattenChoices& choices_;
    const Slab& slab_;
    Placement place_;
    Ring outline_; // what is flattened, slab frame
    bool turnedOver_;
    Region finalTop_; // of each face what the final top keeps, slab frame
    Region finalBottom_;
    Surfaces surfaces_;
    std::optional<FaceField> topField_;
    std::optional<FaceField> bottomField_;
    PlaneLimits top_;
    PlaneLimits bottom_;
    std::vector<BindingPoint> binding_;
    double most_mm_ = 0.0;
    FlattenedPiece out_;
};

} // namespace burl
