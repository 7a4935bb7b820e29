#pragma once
// What every stage answers with: figures in the order they are read, findings, and what it could not answer.
// Units: those of the figures.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/figure/figure.h"
#include "core/figure/finding.h"
#include "core/figure/where.h"

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

/// A material that a stage uses up and that is bought: each is said by one stage, once. Slabs, resin, bars, finish,
/// discs and glue are priced by fields of their own; everything else stands here.
struct Goods {
    std::string kind; // what the shop's stock and prices call it: "fastener:insert_8"
    std::string name;
    std::string unit; // "" of pieces
    Figure amount;
    std::string step; // begin of the keys of the steps that use it
};

/// What leaves the shop in one: the top or a half of it, the base.
struct TablePiece {
    std::string key;  // "top", "left_half", "right_half", "base"
    std::string name; // "top"
    Figure long_mm, wide_mm, high_mm, mass;
    Vec2 middle; // where its weight acts, in the top's frame
};

/// The shape that all stages share; a stage's own plan adds its values.
struct StageAnswer {
    std::vector<Entry> figures;
    std::vector<Finding> findings;  // most serious first
    std::optional<Missing> missing; // the first thing that keeps it from its whole answer
    std::vector<Goods> goods;
    std::vector<TablePiece> carried; // said by the base, which knows the top as well
};

/// Says what is missing as a finding that leads to where it is given.
void addMissing(std::vector<Finding>& findings, const std::string& code, const Missing& missing);

} // namespace burl
