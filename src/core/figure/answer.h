#pragma once
// What every stage answers with: figures in the order they are read, findings, and what it could not answer.
// Units: those of the figures.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/figure/figure.h"
#include "core/figure/finding.h"
#include "core/figure/where.h"
#include "core/figure/work.h"

namespace burl
{

enum class Prominence { Headline, Plain, Folded };

struct Entry {
    Figure figure;
    Prominence prominence = Prominence::Plain;
};

/// A question the stage cannot answer yet, and what would answer it.
struct Missing {
    std::string what;  // one sentence, without its point
    std::string wants; // "surface readings of A4"
    Where where;       // to give it
};

/// What of some goods one step uses, where not all of its steps use alike.
struct GoodsUse {
    std::string step; // its key
    double amount = 0.0;
};

/// A material that a stage uses up and that is bought: each is said by one stage, once. Only slabs are none: they lie
/// in the yard.
struct Goods {
    std::string kind; // what the shop's stock and prices call it: "fastener:insert_8", "resin:deep_pour", "discs"
    std::string name;
    std::string unit; // "" of pieces
    Figure amount;
    std::string step;             // begin of the keys of the steps that use it
    std::vector<GoodsUse> uses{}; // empty: those steps use it alike
    bool along = false;           // used up along the work; else it is there when the work begins
};

/// What leaves the shop in one: the top or a half of it, the base.
struct TablePiece {
    std::string key;  // "top", "left_half", "right_half", "base", "base_1"
    std::string name; // "top"
    Figure long_mm, wide_mm, high_mm, mass;
    Vec2 middle;         // where its weight acts, in the top's frame
    bool ofBase = false; // else of the top
};

/// The shape that all stages share; a stage's own plan adds its values.
struct StageAnswer {
    std::vector<Entry> figures;
    std::vector<Finding> findings;   // most serious first
    std::optional<Missing> missing;  // the first thing that keeps it from its whole answer
    std::vector<Work> work;          // in its order
    std::vector<Goods> goods;        // what it uses up
    std::vector<TablePiece> carried; // said by the base, which knows the top as well
};

/// Says what is missing as a finding that leads to where it is given.
void addMissing(std::vector<Finding>& findings, const std::string& code, const Missing& missing);

} // namespace burl
