#pragma once
// A slab as the maker knows it: what the tape, the rails and the meter say. Nothing here is computed.
// Frame of a slab, mm: x from the butt end to the top end of the tree, y from the near edge to the
// far edge, z up, the top face up.
// Units: mm, kg, % MC.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/geometry/vec2.h"
#include "core/wood/movement.h"

namespace burl
{

struct SlabId {
    int value = 0;
    auto operator<=>(const SlabId&) const = default;
};

struct LogId {
    int value = 0;
    auto operator<=>(const LogId&) const = default;
};

enum class Face { Top, Bottom };

/// What wood is sold by.
enum class WoodPer { BoardFoot, CubicMetre, Litre, Slab, Kilogram };

/// What the offsets are read from.
enum class TapeFrom {
    String,       // a string along the slab: near and far are both distances from it
    StraightEdge, // a straight edge on the near side: near and far are distances from that
};

/// One station of the tape. A reading not yet taken is empty; the outline leaves it out.
struct TapeReading {
    double at_mm = 0.0;
    std::optional<double> near_mm;
    std::optional<double> far_mm;
    bool operator==(const TapeReading&) const = default;
};

struct Tape {
    TapeFrom from = TapeFrom::String;
    std::vector<TapeReading> readings;
    bool operator==(const Tape&) const = default;
};

/// How heights were read.
enum class HeightsFrom {
    RailsDown, // down from rails: larger is lower wood
    BenchUp,   // up from the bench: larger is higher; on the bottom face, the gap under the slab
};

/// Surface readings of one face. Reading (i, j) is at index j * xs.size() + i; empty = not measured.
struct HeightGrid {
    HeightsFrom from = HeightsFrom::RailsDown;
    std::vector<double> xs_mm; // rising
    std::vector<double> ys_mm; // rising
    std::vector<std::optional<double>> readings_mm;
    bool operator==(const HeightGrid&) const = default;
};

struct ThicknessReading {
    Vec2 at;
    double thickness_mm = 0.0;
    bool operator==(const ThicknessReading&) const = default;
};

/// A row of the calliper that is not typed to its end: nothing is guessed in it, and nothing goes by it yet.
struct PartThickness {
    std::optional<double> x_mm, y_mm, thickness_mm;
    [[nodiscard]] bool whole() const { return x_mm && y_mm && thickness_mm; }
    bool operator==(const PartThickness&) const = default;
};

enum class FeatureKind { ThroughVoid, BlindVoid, Knot, Check, Inclusion, WormHoles, Pith, Sapwood };
enum class Intention { CutOff, Fill, Key, Keep, Carve };

/// Something in the wood. What the measures mean depends on the kind:
///   voids, inclusion   points: the ring;             depth: from its face (through void: not used)
///   knot               points[0]: the middle;        width: diameter, depth: of the loose cone
///   check              points: the line it runs;     width: at the face, depth
///   worm holes         points: ring of the area;     width: one hole's diameter, depth, count
///   pith, sapwood      points: the line it runs
struct Feature {
    int id = 0; // unique in its slab
    FeatureKind kind = FeatureKind::Knot;
    Face face = Face::Top;
    Intention intention = Intention::Keep;
    std::vector<Vec2> points;
    double width_mm = 0.0;
    double depth_mm = 0.0;
    int count = 0;
    bool operator==(const Feature&) const = default;
};

/// One reading of the meter.
struct MoistureReading {
    std::string date; // ISO
    double depth_mm = 0.0;
    double mc_pct = 0.0;
    bool operator==(const MoistureReading&) const = default;
};

/// A true-scale picture of a face, upright as seen from above the top face: x to the right, y up.
/// Row 0 is the highest y. The picture itself lies in the shop book under its key.
struct FacePicture {
    std::string key; // of its bytes; the same picture has the same key
    double mm_per_px = 1.0;
    double left_mm = 0.0; // slab x of the left rim of column 0
    double top_mm = 0.0;  // slab y of the upper rim of row 0
    bool operator==(const FacePicture&) const = default;
};

struct Slab {
    SlabId id;
    std::string name; // chalked on it: "A4"
    LogId log;
    int sequence = 0; // place in the log, 1 is the top-most slab; 0 not known
    std::string species;
    Tape top;
    std::optional<Tape> bottom; // when not taped, the bevel stands in
    /// Outlines from a drawing, a photo or a scan, anticlockwise; such a face is not taken from its tape.
    std::optional<Ring> topDrawn;
    std::optional<Ring> bottomDrawn;
    std::optional<FacePicture> topPicture;
    std::optional<FacePicture> bottomPicture;
    double bevelNear_mm = 0.0; // how much further out the bottom reaches than the top
    double bevelFar_mm = 0.0;
    std::optional<double> thickness_mm; // rough, by tape
    std::vector<ThicknessReading> thicknesses;
    std::vector<PartThickness> partThicknesses; // below them, as they were begun
    std::optional<HeightGrid> topHeights;
    std::optional<HeightGrid> bottomHeights;
    std::vector<Feature> features;
    int lastFeature = 0;          // the highest id that a feature had when one was last taken away
    std::optional<double> mc_pct; // today's; what the plan goes by
    std::vector<MoistureReading> moisture;
    std::optional<PithPlace> pith;
    std::optional<double> weighed_kg;
    std::optional<double> price;       // of the slab, whole
    WoodPer pricedPer = WoodPer::Slab; // how who sold it counts, and it is typed and shown
    bool endGrain = false;             // a cross-cut round: its faces are end grain
    std::string where;                 // where it stands
    std::string cut;                   // how it was cut: "through and through, band mill"
    bool operator==(const Slab&) const = default;
};

struct Log {
    LogId id;
    std::string name;  // "A"
    std::string about; // "storm-felled plane tree"
    std::string species;
    double kerf_mm = 4.0;
    bool operator==(const Log&) const = default;
};

} // namespace burl
