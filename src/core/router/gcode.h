#pragma once
// Passes of a face as G-code for a gantry or CNC, and the reader that proves and draws what was written.
// Machine frame, mm: x along the slab and y across it from the lower left corner of the rough outline's box, z up from
// the plane that is cut to. Nothing is cut below z = 0.   Source: docs/formats.md#g-code.   Threads: pure.

#include <string>
#include <string_view>
#include <vector>

#include "core/geometry/ring.h"
#include "core/measure/outcome.h"
#include "core/router/passes.h"

namespace burl
{

struct GcodeSettings {
    bool inches = false;
    int milling = 0;       // only its passes are written; 0: of all
    double safe_mm = 20.0; // over the highest wood, where it travels
    double feed_mm_min = 4000.0;
    double plunge_mm_min = 400.0;
    double spindle_rpm = 14000.0;
};

struct GcodeInput {
    std::string title;
    RemovalMap map; // heights over the plane
    Region stock{}; // both faces of the whole slab as it lies, in the machine's frame: it is not ripped yet, and no
                    // cutter goes down into it. Empty: no more lies there than the map
    PassInput passes;
    GcodeSettings settings;
};

/// A dry run round all that is cut, at safe height, and a stop, then the spindle and every pass, only strokes that meet
/// wood. Errors: "gcode.nothing" (the face needs no cut), "gcode.feed" (a feed that is nought or beyond 30 m/min).
[[nodiscard]] Expected<std::string> surfacingGcode(const GcodeInput& input);

/// All that lies under the machine: the slab and what is flattened of it.
[[nodiscard]] Box stockBox(const GcodeInput& input);

struct GcodeMove {
    double from[3] = {};
    double to[3] = {}; // mm, whatever the file's units
    double feed_mm_min = 0.0;
    bool rapid = false;
    bool spindle = false; // it turns
    int line = 0;
};
/// Reads back plain G-code: G0, G1, G17, G20, G21, G90, M and S words, comments. Errors: "gcode.word" names the line.
[[nodiscard]] Expected<std::vector<GcodeMove>> gcodeMoves(std::string_view text);

/// What would be dangerous in a file for this stock; empty when nothing is. Sentences with their line.
[[nodiscard]] std::vector<std::string> gcodeFaults(const std::vector<GcodeMove>& moves, const Box& stock,
                                                   double highest_mm, double reach_mm, double mostFeed_mm_min);

} // namespace burl
