#pragma once
// The movement stage: how far the wood travels in its room, what holds it, base plates and channels let into it.
// Units: mm, % MC, N.   Source: docs/formulas.md#movement.   Threads: pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/flatten/flatten_plan.h"
#include "core/layup/layup_plan.h"
#include "core/move/pads.h"
#include "core/move/travel.h"
#include "core/shop/job_in_shop.h"
#include "core/wood/movement.h"
#include "core/wood/year.h"

namespace burl
{

struct FastenerPlan {
    Fastener fastener;
    int number = 0;         // as it is called, from 1
    FastenerTravel travel;  // along the way the wood goes there
    Vec2 outward{0.0, 1.0}; // that way, away from what is held
    Vec2 perPct;            // travel for each 1 % MC
    Figure outwardTravel, inwardTravel;
    Figure slot;                 // what is to be made so that it can travel: slot, hole, groove, arm
    Figure bolt;                 // off the middle of its slot on the day of assembly
    Figure remaining;            // wood above it
    Figure holds;                // that it may be asked to bear, pulled straight out
    Figure drill;                // pilot: its diameter
    Figure deep;                 // pilot: its depth
    std::optional<size_t> plate; // of the base, that it goes through
    size_t piece = 0;
    bool endGrain = false;
    double clear_mm = 0.0; // from the nearest hole or punky wood; less than nothing: in it, or off the wood
    bool inWood = true;
    bool slotted = true;       // false: sits on what is held, a round hole
    double slotTurn_deg = 0.0; // of its slot, tongue or arm, from across the top, anticlockwise
    double astray_mm = 0.0;    // of its travel that its slot does not allow
};

struct ChannelPlan {
    Channel channel;
    std::optional<SectionStock> stock; // of the shop; empty: only its measures are known
    Figure groove;                     // length of the groove
    Figure woodLeft;                   // above the groove
    std::vector<double> bolts_mm;      // y; the middle one round, the others slotted
    std::vector<Figure> slots;         // of each
    double travel_mm = 0.0;            // of the wood at the channel's ends, out and in together
    bool overResin = false;            // it crosses the river
    [[nodiscard]] double halfReach_mm() const;
};

struct BasePlatePlan {
    BasePlate plate;
    Figure pocketLong, pocketWide; // of one let in
    Figure woodLeft;
    double from_mm = 0.0; // y of its pocket, or of itself
    double to_mm = 0.0;
    double nearGap_mm = 0.0; // under its ends, the top resting on three
    double farGap_mm = 0.0;
};

struct Underside; // core/move/hazards.h

/// The top through the year.
struct MoveYear {
    std::array<RoomMonth, kMonths> months{};
    double tau_days = 0.0;
    std::optional<TopYear> top;
    std::optional<double> assembled_day;   // of the year, 0 on the first of January
    MoistureExtremes cycle;                // when it has hung there for years
    std::optional<MoistureExtremes> first; // and in its first two, from the day of assembly
    /// On a day from assembly where that is known, of the year otherwise.
    [[nodiscard]] double mc_pct(double day, double assembly_pct) const;
};

/// While what the movement hangs on was not said, slots, grooves and travel are "not known".
struct MovePlan : StageAnswer {
    MoistureRange mc;
    Figure driest, wettest, assembly;
    Figure edgeTravel;                // the larger of the two outer edges, out or in
    Figure widthDriest, widthWettest; // change of the whole width from the day of assembly
    std::vector<Rings> rings;         // of each piece
    WhatIsHeld held;
    MoveYear year;
    std::vector<double>
        cups_per_mm; // of each piece, its free curvature for 1 % MC more, on the top; empty: no pith known
    std::vector<FastenerPlan> fasteners;
    std::vector<ChannelPlan> channels;
    std::vector<BasePlatePlan> plates;
    std::shared_ptr<const Underside> underside; // what a hole must keep clear of
    bool padsRead = false;                      // both ends of every plate
    bool padsRest = false;                      // and three of them carry it
};

struct MoveInput {
    MoveChoices choices;
    std::shared_ptr<const LayupPlan> layup;
    Figure thickness;
    std::shared_ptr<const FlattenPlan> flatten; // what comes off the faces; null: nothing is known of it
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<Species> species;
    std::vector<SectionStock> sections;
    std::optional<Climate> climate;
    double leastWoodOverInsert_mm = 6.0;
};
[[nodiscard]] bool sameInput(const MoveInput& a, const MoveInput& b);

[[nodiscard]] MovePlan movePlan(const MoveInput& input);
/// What it asks to be done.
void nameWork(MovePlan& plan);
/// What it uses up. Part of movePlan.
void nameGoods(MovePlan& plan);

[[nodiscard]] MoveInput moveInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup,
                                  std::shared_ptr<const FlattenPlan> flatten);

/// Wood, its coefficient and two moistures: how far that wood travels. Not known while the plan misses something.
[[nodiscard]] Figure travelFigure(const MoveInput& input, const MovePlan& plan, const std::string& key,
                                  const std::string& label, const WoodBetween& between, const Figure& season,
                                  double value);
/// The value, or nothing at all while something that it hangs on is not known.
[[nodiscard]] double sureOf(const MovePlan& plan, double value);

/// Fasteners, channels and base plates of a plan whose moistures and rings stand. Parts of movePlan.
void planFasteners(const MoveInput& input, MovePlan& plan);
void planChannels(const MoveInput& input, MovePlan& plan);
void planBasePlates(const MoveInput& input, MovePlan& plan);

/// What wants attention in how a top is held, and in its steel: appended to the plan's findings. Parts of movePlan.
void inspectMove(const MoveInput& input, MovePlan& plan);
void inspectSteel(const MoveInput& input, MovePlan& plan);

/// Its place in the list of stages (core/plan/plan.h).
struct MoveStage {
    using Input = MoveInput;
    using Answer = MovePlan;
    static constexpr const char* kName = "move";
    static constexpr const char* kBench = "move"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        return moveInput(in, before.layup.answer, before.flatten.answer);
    }
    static Answer answer(const Input& input)
    {
        MovePlan plan = movePlan(input);
        nameWork(plan);
        return plan;
    }
};

} // namespace burl
