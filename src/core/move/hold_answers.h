#pragma once
// What the plate model is asked about a top and answers: how it bends under its weight, people and books, and how far
// it cups in its driest and wettest month, with its channels and without. Worked out beside the interface; a plan goes
// on by the last answer until the new one is there. Units: mm, N, % MC.   Source: docs/formulas.md#plate.   Threads:
// values; answers are shared and never change.

#include <array>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/plate/plate_model.h"

namespace burl
{

constexpr double kBookStack_kg = 40.0; // in the middle

struct HoldQuestion {
    PlateInput plate;        // its zones cup as 1 % MC more makes them
    bool cups = false;       // whether their rings are known
    double driest_pct = 0.0; // MC from the day of assembly
    double wettest_pct = 0.0;
    double nearEdge_mm = 0.0; // y of the edges at the middle of its length
    double farEdge_mm = 0.0;
    bool pads = false;       // the levels of its supports were read
    double sitter_kg = 75.0; // who may sit down on an end or an edge, as Base says
    bool operator==(const HoldQuestion&) const = default;
};

/// At an end, at an edge: of the two the one that gives more, or tips.
enum class HoldCase { OwnWeight, AtEnd, AtEdge, Books, Driest, Wettest, Tightened };
constexpr size_t kHoldCases = 7;

/// A top under one case.
struct HoldShape {
    std::vector<double> w_mm; // at the nodes, row by row; not a number outside the wood
    double most_mm = 0.0;     // deepest
    double least_mm = 0.0;    // highest: less than nothing
    Vec2 mostAt;
    double cup_mm = 0.0; // the largest of its width, positive: crown
    double cupAt_mm = 0.0;
    double wave_mm = 0.0; // the most that it is out of straight across: of one slab its cup, of several cups and waves
    double waveAt_mm = 0.0;
    std::vector<std::vector<double>> bolts_N; // of each beam
    std::vector<double> supports_N;           // upward, of each support
    bool tips = false;
};
struct HoldAnswer {
    std::vector<double> xs_mm, ys_mm;
    std::array<HoldShape, kHoldCases> with, without; // its beams
    // Out of straight in the driest and the wettest month when wood is a fifth softer, and stiffer, across its grain.
    struct Range {
        double with_mm = 0.0;
        double without_mm = 0.0;
    };
    std::array<Range, 2> softer, stiffer;
    double bolt_N = 0.0;      // the largest in a channel over the year
    double end_mm = 0.0;      // x of the end that gives more under somebody
    double padsBend_mm = 0.0; // tightened down: out of the plane that lies best, beyond its own weight
    [[nodiscard]] const HoldShape& shape(HoldCase c, bool beams) const
    {
        return (beams ? with : without)[static_cast<size_t>(c)];
    }
};

/// Null when it was stopped.
[[nodiscard]] std::shared_ptr<const HoldAnswer> holdAnswer(const HoldQuestion& question,
                                                           const std::function<bool(double)>& goOn = {});

/// The last question that was answered, and what about.
struct HoldAnswers {
    HoldQuestion question;
    std::shared_ptr<const HoldAnswer> answer;
};

} // namespace burl
