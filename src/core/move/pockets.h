#pragma once
// What is routed into the underside: pockets of base plates, grooves of channels; as G-code, as templates and as a map.
// Frame of the top, looking at the show face, unless it says "as it lies": then the underside is up, x as it was, y
// from the far edge of the top's box.   Units: mm.   Source: docs/formats.md#g-code.   Threads: pure.

#include <string>
#include <vector>

#include "core/layup/shop_template.h"
#include "core/move/move_plan.h"
#include "core/router/gcode.h"

namespace burl
{

struct Pocket {
    std::string name; // "channel 1", "plate 2"
    Box box;
    double deep_mm = 0.0;
    double taper_mm = 0.0; // narrower at its far end (y up) by this: a wedge
    /// Its rim, anticlockwise from the near left corner.
    [[nodiscard]] Ring rim() const;
    [[nodiscard]] double narrowest_mm() const;
};
/// Of plates let in and channels; a channel in two slots gives its bed and both slots. Those whose travel is not known
/// are left out.
[[nodiscard]] std::vector<Pocket> pocketsOf(const MovePlan& plan);

struct PocketTools {
    double bit_mm = 12.0;
    double pass_mm = 4.0;      // deep, at most
    double thickness_mm = 0.0; // of the top
    Box top;                   // its box
    GcodeSettings settings;
};
/// With the bit of the shop's templates and the passes of its flattening.
[[nodiscard]] PocketTools pocketToolsOf(const Job& job, const LayupPlan& layup, double thickness_mm);

/// Machine frame: x and y from the lower left corner of the top's box as it lies, z up from the show face, which lies
/// on the table: nothing is cut below z = 0. Errors: "gcode.nothing" (no pocket), "gcode.bit" (a pocket is narrower
/// than the bit, named), "gcode.deep" (a pocket goes through), "gcode.feed", "gcode.fault" (what was written did not
/// prove safe: it is not handed out).
[[nodiscard]] Expected<std::string> pocketGcode(const std::string& title, const std::vector<Pocket>& pockets,
                                                const PocketTools& tools);
/// What would be dangerous in such a file: a cut outside its pockets or deeper, a fast move in the wood. Sentences with
/// their line; empty when nothing is.
[[nodiscard]] std::vector<std::string> pocketFaults(const std::vector<GcodeMove>& moves,
                                                    const std::vector<Pocket>& pockets, const PocketTools& tools);

/// The underside as it lies at true scale: its outline, a cross at each hole, the rim of each pocket.
/// Errors: "template.nothing" when neither fastener nor pocket is there.
[[nodiscard]] Expected<ShopTemplate> undersideTemplate(const std::string& jobName, const LayupPlan& layup,
                                                       const MovePlan& plan);
/// The opening of a router template for a pocket: larger by bushing less bit.   Errors: "template.bushing" when the
/// bushing is no larger than the bit.
[[nodiscard]] Expected<ShopTemplate> pocketTemplate(const Pocket& pocket, double bushing_mm, double bit_mm);

/// A place as the underside lies.
[[nodiscard]] inline Vec2 asItLies(Vec2 at, const Box& top)
{
    return {at.x - top.left, top.top - at.y};
}

} // namespace burl
