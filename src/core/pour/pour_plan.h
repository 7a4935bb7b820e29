#pragma once
// The pouring stage: the fills as events in their order with their hours, pots, form, uplift and what to buy.
// Units: litres, mm, minutes; hours from the first pour.   Source: docs/formulas.md#pours.   Threads: pure.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/cure/heat_answers.h"
#include "core/fill/fill_plan.h"
#include "core/pour/form.h"
#include "core/pour/packs.h"
#include "core/pour/pots.h"

namespace burl
{

enum class PourKind { Penetrating, SealCoat, Voids, River, Pinholes, EndSeal, FloodCoat };

/// Pots of one colour, and where they go.
struct ColourPots {
    std::string colour; // "teal", or "first colour"
    std::string where;  // "left of the divider"; empty: everywhere
    double share = 1.0; // of the pour
    double pigment_pct = 0.0;
    Pots pots;
};

struct PourEvent {
    std::string id; // stays while the layers do: "river-1", "voids-table_top-1"
    PourKind kind = PourKind::River;
    std::string name;
    std::string note;          // "both live edges, with a brush"
    std::string resin;         // id
    std::vector<size_t> items; // of the fill plan
    size_t layer = 0;          // from 0
    size_t layers = 1;
    double depth_mm = 0.0; // of the deepest place
    Figure litres;         // to mix
    std::vector<ColourPots> colours;
    int pots = 0;
    double time_min = 0.0; // mixing to pouring, with the people there are
    double timeOfTwo_min = 0.0;
    std::optional<double> works_min;  // the resin, in such a pot in this room
    std::optional<double> at_h;       // planned, or when it was begun; empty: it waits for what is not known
    std::optional<double> earliest_h; // its window: the one before bears it
    std::optional<double> latest_h;   // later it is scuffed first
    bool scuff = false;
    bool done = false; // it was begun: nothing of it is planned any more
    std::optional<PourRecord> record;
    /// All of it is in: every pot was weighed, or what was poured is written down.
    [[nodiscard]] bool isIn() const
    {
        return done && (record->poured_L > 0.0 || record->pots.size() >= static_cast<size_t>(pots));
    }
    std::string pour; // halves of one layer are poured one after the other: "left half"
};

/// A piece while the form fills.
struct Floating {
    size_t piece = 0;
    std::string name;
    double floats_mm = 0.0;    // from this depth on
    double firstLayer_N = 0.0; // net, at the end of the first layer; the next find it bonded
    double whole_N = 0.0;      // were all of it liquid
    int clamps = 0;            // for the more of both that is asked for
    std::vector<Vec2> at;      // of the clamps, on the table
};

struct Purchase {
    std::string resin;
    std::string name;
    Figure litres; // of all events
    std::optional<double> inStock_L;
    std::optional<PacksToBuy> packs; // where the shelf says what it comes in
};

/// The heat of one place.
struct PlaceHeat {
    size_t item = 0;       // of the fill plan
    double begins_h = 0.0; // its first layer, from the first pour: the hours of its heat count from there
    HeatQuestion question;
    std::shared_ptr<const PourHeat> heat; // null: not worked out yet
};

struct PourPlan : StageAnswer {
    std::vector<PourEvent> events; // in their order
    std::optional<double> starts;  // hours since 1970, of the first
    std::vector<PlaceHeat> places; // the river first
    std::optional<Form> form;      // of a river
    std::string formTrouble;       // why there is none, a sentence
    std::vector<Floating> floating;
    std::vector<Purchase> purchases;
    double quicker = 1.0; // than its class, fitted to what was measured in the river
    Figure benchLoad;     // slabs, resin and form
    HeatQuestions asks;

    [[nodiscard]] const PlaceHeat* river() const { return !places.empty() && riverFirst ? &places.front() : nullptr; }
    bool riverFirst = false;
    /// To mix, of all pours; NaN where one is not known.
    [[nodiscard]] double litres() const;
};

struct PourInput {
    std::shared_ptr<const FillInput> fillInput;
    std::shared_ptr<const FillPlan> fill;
};
[[nodiscard]] bool sameInput(const PourInput& a, const PourInput& b);

[[nodiscard]] PourPlan pourPlan(const PourInput& input);
/// What it asks to be done.
void nameWork(const PourInput& input, PourPlan& plan);
/// Whether anything is poured into the top: films, seals and flood coats lie on it.
[[nodiscard]] bool isPoured(const PourPlan& plan);

/// Findings of pours that stand. Part of pourPlan.
void inspectPours(const PourInput& input, PourPlan& plan);
/// Form, uplift and what to buy. Part of pourPlan.
void equipPours(const PourInput& input, PourPlan& plan);

/// Its place in the list of stages (core/plan/plan.h).
struct PourStage {
    using Input = PourInput;
    using Answer = PourPlan;
    static constexpr const char* kName = "pour";
    static constexpr const char* kBench = "fill"; // that shows it
    template <typename Before> static Input input(const JobInShop&, const Before& before)
    {
        return {before.fill.input, before.fill.answer};
    }
    static Answer answer(const Input& input)
    {
        PourPlan plan = pourPlan(input);
        nameWork(input, plan);
        return plan;
    }
};

} // namespace burl
