#pragma once
// Finish: sections that are spread, soaked and wiped in time; how much it takes, coat by coat; coats in their windows;
// a flood coat. Units: mm, m2 where so named, litres, kg, kg per litre, minutes.   Source: docs/formulas.md#finish.
// Threads: pure.

#include <optional>
#include <vector>

#include "core/geometry/ring.h"

namespace burl
{

struct WipingInput {
    Ring outline;             // or:
    double diameter_mm = 0.0; // of a disc that begins at x = 0
    double window_min = 15.0; // from its beginning to wiped
    double soak_min = 5.0;
    double spread_m2_min = 0.2;
    double wipe_m2_min = 0.1;
    int people = 1; // 2: one spreads, one wipes behind
};
struct WipingSections {
    double area_mm2 = 0.0;
    bool possible = false; // it soaks within its window
    double largest_mm2 = 0.0;
    int sections = 0;
    double section_mm2 = 0.0;
    std::vector<double> cuts_mm;   // x
    std::vector<double> strips_mm; // widths between them
    double each_min = 0.0;
    double all_min = 0.0;
};
[[nodiscard]] WipingSections wipingSections(const WipingInput& input);

enum class RatioBy { Volume, Mass };
/// A, and B where there are two parts.
struct TwoParts {
    double volume_L = 0.0;
    double a_L = 0.0;
    double b_L = 0.0;
    double a_kg = 0.0;
    double b_kg = 0.0;
};
struct MixOf {
    std::optional<double> ratio; // A to B; empty: one part
    RatioBy by = RatioBy::Volume;
    double a_kg_L = 0.95;
    double b_kg_L = 1.0;
};
[[nodiscard]] TwoParts partsOf(double volume_L, const MixOf& mix);

struct FinishInput {
    struct Face {
        double area_mm2 = 0.0;
        int coats = 0;
    };
    struct Edge {
        double length_mm = 0.0;
        double factor = 1.0; // a live edge is longer and rougher than its straight length
    };
    std::vector<Face> faces;
    std::vector<Edge> edges;
    double thickness_mm = 0.0;
    int edgeCoats = 0;
    double coverage_m2_L = 30.0;
    double firstCoat = 1.0; // takes so many times as much
    double loss = 0.0;      // share left in cloths and cups
    MixOf mix;
    double spread_m2_min = 0.3;
    double pot_min = 20.0; // what is mixed is spread in this time
};
struct FinishCoat {
    double area_mm2 = 0.0;
    TwoParts parts;
    int batches = 1;
    double batch_L = 0.0;
};
struct FinishAmount {
    double edge_mm2 = 0.0;
    std::vector<FinishCoat> coats;
    TwoParts all;
};
[[nodiscard]] FinishAmount finishAmount(const FinishInput& input);

struct FloodInput {
    double area_mm2 = 0.0;
    double film_mm = 1.5;
    int coats = 1;
    int coatsUnder = 0; // the rim runs over with those above
    double perimeter_mm = 0.0;
    double thickness_mm = 0.0;
    double edgeFilm_mm = 0.4;
    double dripLoss = 0.1;
    MixOf mix;
};
struct FloodAmount {
    double face_L = 0.0;
    double edge_L = 0.0;
    TwoParts all;
    double perCoat_L = 0.0;
    double drips_L = 0.0;
};
[[nodiscard]] FloodAmount floodAmount(const FloodInput& input);

/// Whole minutes from a midnight.
struct CoatTimes {
    int first = 480;
    int coats = 2;
    int hands = 45; // within the hours
    int minGap = 360;
    std::optional<int> maxGap; // start to start, without scuffing between; empty: none
    int opens = 480;           // hours of every day
    int closes = 1020;
};
struct CoatStarts {
    std::vector<int> starts;
    std::vector<int> opens; // of the second and later
    std::vector<std::optional<int>> closes;
    std::vector<bool> scuff;
    std::optional<int> bestLast; // the earliest start of the last coat without a scuff, begun within seven days
};
/// REQUIRES: hands no longer than the hours; gaps above 0
[[nodiscard]] CoatStarts coatStarts(const CoatTimes& times);

} // namespace burl
