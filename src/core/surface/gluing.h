#pragma once
// Gluing up: glue and time against its open time, clamps by force and pitch, keys along a crack.
// Units: mm, N, N/mm2, grams, minutes, degrees.   Source: docs/formulas.md#gluing-up.   Threads: pure.

#include <optional>
#include <utility>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

struct GlueInput {
    double joint_mm = 0.0; // length of all joints glued in one go
    double thickness_mm = 0.0;
    int faces = 1; // wetted: one side or both
    double grams_m2 = 160.0;
    int tenons = 0;
    double grams_tenon = 3.5;
    double spread_m2_min = 0.6;
    double tenon_s = 20.0;
    int clamps = 0;
    double clamp_s = 25.0;
    double closing_min = 1.0;
    int people = 1;
    double room_C = 20.0;
    std::vector<std::pair<double, double>> open_min; // at degrees Celsius, rising
};
struct GlueTime {
    double area_mm2 = 0.0;
    double grams = 0.0;
    double work_min = 0.0;
    double assembly_min = 0.0;
    double open_min = 0.0;
    bool outsideTable = false;
    bool fits = false;
    std::optional<int> peopleNeeded; // of one to four
};
/// REQUIRES: an open time for one temperature at least
[[nodiscard]] GlueTime glueTime(const GlueInput& input);

struct ClampInput {
    double length_mm = 0.0;
    double thickness_mm = 0.0;
    double pressure_N_mm2 = 1.0; // the maker's choice: about 0.7 softwood, 1.2 to 1.7 hardwood
    double clamp_N = 6000.0;
    double mostPitch_mm = 250.0;
    double end_mm = 60.0;
    double pad_mm = 40.0;
    double reach_mm = 300.0; // from pad to joint
};
struct ClampRow {
    double force_N = 0.0;
    int byForce = 0;
    int byPitch = 0;
    int count = 0;
    std::optional<double> pitch_mm;
    std::vector<double> positions_mm; // the first, third ... below the top
    double each_N = 0.0;
    double fullPressure_N_mm2 = 0.0; // all clamps screwed home
};
[[nodiscard]] ClampRow clampRow(const ClampInput& input);

struct KeyRowInput {
    std::vector<Vec2> crack; // from its open end
    double fromOpen_mm = 60.0;
    double fromTip_mm = 40.0;
    double mostPitch_mm = 130.0;
    double long_mm = 90.0; // across the crack
    double wide_mm = 35.0;
    double thickness_mm = 0.0;
    double depthShare = 0.4;
};
struct CrackKey {
    double along_mm = 0.0;
    Vec2 centre;
    double axis_deg = 0.0; // of its long way, 0 to 180
    Vec2 first, second;    // its ends
};
struct KeyRow {
    double crack_mm = 0.0;
    std::optional<double> pitch_mm;
    double depth_mm = 0.0;
    std::vector<CrackKey> keys;
};
[[nodiscard]] KeyRow keyRow(const KeyRowInput& input);

} // namespace burl
