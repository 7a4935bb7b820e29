#pragma once
// The finished table as surfaces in space: faces with their own wood, live edges with their bevels, resin, the base, a
// floor, chairs. Frame of the top, z up from the floor.   Units: mm; colours linear, 0 to 1.   Threads: values, never
// changed once made.

#include <array>
#include <memory>
#include <vector>

#include <QImage>

#include "core/plan/plan.h"
#include "drawing/wood.h"

namespace burl
{

using Rgb = std::array<float, 3>;

enum class SurfaceOf { Wood, WoodEdge, Resin, Steel, BaseWood, Foot, Floor, Wall, Chair };

struct SceneMaterial {
    SurfaceOf of = SurfaceOf::Wood;
    Rgb colour{0.8F, 0.8F, 0.8F};
    float gloss = 0.0F;    // how much of a mirror it is, looked at square on
    float clear = 0.0F;    // share of light that goes into it: resin
    float reach_mm = 1.0F; // in resin: light of its colour is down to a third there
    int picture = -1;      // of `pictures`; its corners carry places in it
    bool oneSided = false; // seen from its front only, and casts no shadow: walls
};

/// Triangles of one material.
struct SceneSurface {
    SceneMaterial material;
    std::vector<float> corners;      // x, y, z
    std::vector<float> places;       // u, v in pixels of its picture; empty: none
    std::vector<unsigned> triangles; // three corners each, seen anticlockwise from its front
};

struct TableScene {
    std::vector<SceneSurface> surfaces;
    std::vector<QImage> pictures; // ARGB32
    Point3 middle;                // of the table
    double radius_mm = 1000.0;    // of a ball round it
    bool cut = false;             // shown over a photo: of the floor only the shadow on it is there
};

struct SceneChoices {
    bool floor = true; // false: over a photo
    bool chairs = true;
    bool walls = true; // when the room's size is known
};

/// REQUIRES: a layup that stands, a height that is known
[[nodiscard]] TableScene tableScene(const Job& job, const Shop& shop, const Plan& plan, const PictureSource& pictures,
                                    const SceneChoices& choices = {});

/// A region as trapezoids between the x of its corners: exact, holes and all. Four corners each, anticlockwise.
[[nodiscard]] std::vector<std::array<Vec2, 4>> trapezoids(const Region& region);

/// What a pigment looks like by its name: linear, and whether light comes through.
struct ResinLook {
    Rgb colour{0.55F, 0.45F, 0.3F};
    float clear = 0.9F;
};
[[nodiscard]] ResinLook resinLook(const std::string& pigment, double pigment_pct);

} // namespace burl
