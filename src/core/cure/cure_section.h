#pragma once
// Heat and cure in the half section of a pour: epoxy, the wood beside it, the form below it, the room.
// Frame: mm, x from the middle of the pour, y up from the bottom of its first layer. Hours; degrees Celsius.
// The liquid is taken as still: warmth that stirs a deep thin pour, and would lower its peak, is left out.
// Source: docs/formulas.md#cure.   Threads: pure.

#include <functional>
#include <optional>
#include <vector>

#include "core/cure/cure_resin.h"
#include "core/measure/outcome.h"

namespace burl
{

enum class CureShape {
    River, // a long pour between two flanks
    Round, // a round void; the width is its diameter
    Slab,  // through its depth only: nothing beside it
};

/// What is poured at once.
struct CureLayer {
    double depth_mm = 0.0;
    double pouredAt_h = 0.0;
    double resin_C = 20.0;
    bool operator==(const CureLayer&) const = default;
};

/// Heat that goes over a face to the room, W/m2K, radiation folded in.
struct CureRoom {
    double top_W_m2K = 9.0;
    double bottom_W_m2K = 6.0; // 2.5 when the form lies flat on a bench
    double side_W_m2K = 8.0;
    std::function<double(double hour)> air_C; // through the days
};

struct CureForm {
    CureMaterial material;
    double thickness_mm = 18.0;
};

struct CureSection {
    CureShape shape = CureShape::River;
    double width_mm = 0.0;         // at the bottom of the first layer
    double widthAbove_mm = 0.0;    // at the top of the slab, where its walls slope; 0: as below
    double slabThickness_mm = 0.0; // above the fill the wood stands proud
    double woodWidth_mm = 150.0;   // flank that is looked at
    CureMaterial wood;
    double wood_C = 20.0; // and of the form
    std::optional<CureForm> form;
    CureResin resin;
    std::vector<CureLayer> layers; // from below, in the order they are poured
    CureRoom room;
    double end_h = 96.0;
};

/// When a layer is where; hours from its own pour; empty: not within the time that was looked at.
struct CuredLayer {
    std::optional<double> honeyMiddle_h; // in its mid-depth
    std::optional<double> honeyTop_h;    // at its surface, in the middle of the pour
    std::optional<double> honeyEndTop_h;
    std::optional<double> gelMiddle_h;
    std::optional<double> gelTop_h;
    std::optional<double> gelAll_h;
    std::optional<double> demould_h;
    std::optional<double> flatten_h;
    std::optional<double> recoatOpen_h;
    std::optional<double> recoatClose_h;
};

/// One instant of the middle column of a layer and its bottom corner at the wood.
struct CureInstant {
    double at_h = 0.0; // from the first pour
    double air_C = 0.0;
    double warmest_C = 0.0;
    std::vector<double> middleAlpha; // of each layer
    std::vector<double> topAlpha;
    std::vector<double> cornerAlpha;
    std::vector<double> middle_C; // in mid-depth of each layer
    std::vector<double> top_C;
};

/// The cells of the section at one time: their heat and cure, row by row from below.
struct CurePicture {
    double at_h = 0.0;
    std::vector<float> heat_C;
    std::vector<float> epoxy; // share of each cell that is poured
};

struct CureAnswer {
    double peak_C = 0.0;
    double peakAt_h = 0.0;
    double peakX_mm = 0.0;
    double peakY_mm = 0.0;
    double mostSpread_K = 0.0;      // hot to cold inside a gelled layer
    double mostGradient_K_mm = 0.0; // there
    bool overheats = false;         // by the class's own limit
    bool mayCrack = false;
    std::vector<CuredLayer> layers;
    std::vector<CureInstant> instants;
    std::vector<double> x_mm, y_mm; // faces of the columns and rows of the pictures
    std::vector<CurePicture> pictures;
    double energyError = 0.0; // heat made, less what is in it and what left it, as a share of what was made
    int cells = 0;
    int steps = 0;
};

/// How fine: cells across the epoxy, and the warming that one step may bring.
struct CureFineness {
    int across = 16;
    int deep = 22;
    double step_K = 0.5;
    bool untilPeak = false;             // no longer than until it cools again: the times after that stay empty
    bool untilTooHot = false;           // nor when it is hotter, or pulls more, than its class bears
    int pictures = 0;                   // of the whole section, at even times, to be looked at
    std::function<bool(double)> goOn{}; // progress; false stops
};

/// Errors: "cure.size" (nothing to pour, or beyond any shop), "cure.resin" (a class without its numbers),
///         "cure.stopped".
[[nodiscard]] Expected<CureAnswer> cured(const CureSection& section, const CureFineness& fineness = {});

} // namespace burl
