#pragma once
// Two live edges facing each other across a gap: a river of resin, or an open gap with rods.
// Slab A's outer edge lies on y = 0, slab B's on y = overallWidth; edges are profiles of the width
// of wood over the length. Units: mm, mm2, litres. Source: docs/formulas.md#river. Threads: pure.

#include <optional>
#include <utility>
#include <vector>

#include "core/geometry/profile.h"
#include "core/measure/outcome.h"

namespace burl
{

struct GapInput {
    Profile edgeA;
    Profile edgeB;
    double overallWidth_mm = 0.0;
    double slide_mm = 0.0; // of B along the length
    double thickness_mm = 0.0;
    double fillDepth_mm = 0.0; // from the bottom face up
    Profile bevelA;            // how much further the edge reaches into the gap below; may be empty
    Profile bevelB;
    std::optional<std::pair<double, double>> window;
    bool operator==(const GapInput&) const = default;
};

struct GapAnswer {
    double from_mm = 0.0;
    double to_mm = 0.0;
    Profile top;    // gap over the length on the top face
    Profile bottom; // and on the bottom face
    Extreme leastTop, mostTop, leastBottom, mostBottom;
    bool fits = false; // false when a gap is negative: the wood would overlap
    double areaTop_mm2 = 0.0;
    double areaBottom_mm2 = 0.0;
    double volume_L = 0.0;
};
/// Errors: "river.no_overlap".
[[nodiscard]] Expected<GapAnswer> gapBetween(const GapInput& input);

struct Rod {
    double x_mm = 0.0;
    double gap_mm = 0.0;
    double cut_mm = 0.0; // gap and embedment on both sides
};
struct RodInput {
    double pitch_mm = 0.0;
    double first_mm = 0.0;
    double embed_mm = 0.0;
    double drillLimit_mm = 0.0;
    double height_mm = 0.0; // above the bottom face
};
/// The thickest rod as they are sold that leaves a third of the top above and below it (custom); the thinnest sold
/// where none does.
[[nodiscard]] double thickestRod_mm(double thickness_mm);
[[nodiscard]] std::vector<Rod> rodsAcross(const GapInput& gap, const GapAnswer& answer, const RodInput& rods);

struct EvennessAnswer {
    double from_mm = 0.0;
    double to_mm = 0.0;
    Profile differences; // width A - width B at A's stations inside the overlap
    double rmsStations_mm = 0.0;
    double mostAtStations_mm = 0.0;
    double rmsLength_mm = 0.0;
    Extreme most; // largest difference anywhere, by size
};
/// How alike two halves are in width along the length; B shifted by `slide`.   Errors: "match.no_overlap".
[[nodiscard]] Expected<EvennessAnswer> evenness(const Profile& widthA, const Profile& widthB, double slide_mm);

struct TemplateJoint {
    double faceTemplateSide_mm = 0.0;
    double faceFarSide_mm = 0.0;
    double mismatch_mm = 0.0; // positive: the pieces would overlap; negative: an open joint
    bool coincide = false;
    double matchingBushing1_mm = 0.0;
    double leastHollowTemplateSide_mm = 0.0;
    double leastHollowFarSide_mm = 0.0;
};
/// A curved joint from one template, one bit and two guide bushings.
[[nodiscard]] TemplateJoint templateJoint(double bit_mm, double bushing1_mm, double bushing2_mm);

} // namespace burl
