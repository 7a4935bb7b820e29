#pragma once
// The surface stage: joints glued in time, edges, sanding, finish.
// Units: mm, minutes, grams, litres.   Source: docs/formulas.md#surface.   Threads: pure.

#include <algorithm>
#include <memory>
#include <optional>
#include <vector>

#include "core/base/base_plan.h"
#include "core/fill/fill_plan.h"
#include "core/layup/tenon_plan.h"
#include "core/pour/pour_plan.h"
#include "core/surface/abrasives.h"
#include "core/surface/edge_profile.h"
#include "core/surface/gluing.h"
#include "core/surface/schools.h"

namespace burl
{

struct JointGlue {
    std::string name; // "A3 to A4"
    double from_mm = 0.0;
    double to_mm = 0.0;
    double length_mm = 0.0; // along its line
    int tenons = 0;
    ClampRow clamps;
    GlueTime glue; // by itself
    bool clampsReach = true;
};

/// A stretch of a long edge as it will be.
struct EdgePlan {
    bool far = true;
    double from_mm = 0.0;
    double to_mm = 0.0;
    EdgeTreatment kind = EdgeTreatment::AsCut;
    double length_mm = 0.0; // as the edge runs
    double surface_mm2 = 0.0;
    double minutes = 0.0;
    double goes_mm2 = 0.0; // of the top, where wood is cut away
    Profile line;          // on the show face
};

struct PartSanding {
    SurfacePart part = SurfacePart::Show;
    double area_mm2 = 0.0;
    double edge_mm = 0.0;
    int start = 80;
    int stop = 150;
    GritLadder ladder;
    SandingTimes times;
    int reached = 0; // by what was written down
    double minutesLeft = 0.0;
};

/// How a place is mended.
struct RepairPlan {
    Repair repair;
    std::string how;
    int layers = 0; // of what is filled in layers
    double fill_mL = 0.0;
    double minutes = 0.0;
    std::string offcut; // of a patch: the slab that has the wood for it beside the top; empty: none
};
/// A butterfly key across a crack.
struct KeyPlace {
    std::string slab;
    Vec2 at;
    double axis_deg = 0.0; // its long way, from along the top
    double deep_mm = 0.0;
};

/// What its parts ask for, before it is said as work.
struct SurfaceTask {
    std::string key; // "glue", "sand_show"
    std::string name;
    double hands_min = 0.0;
    int people = 1;
    double wait_h = 0.0;              // after it, before the next
    std::optional<double> latest_h{}; // and at most
    std::string wants{};              // what is to be at hand
};

struct SurfacePlan : StageAnswer {
    SurfaceChoices choices;
    Ring outline; // of the top, holes filled
    std::vector<JointGlue> joints;
    std::optional<GlueTime> glueAll; // all in one go
    double glue_C = 20.0;            // shop and wood while it is glued
    double coldest_C = 20.0;         // and until the clamps come off
    int clampsInAll = 0;
    std::vector<EdgePlan> edges;
    EdgeProfile profile;
    std::vector<KeyPlace> keys;
    std::vector<RepairPlan> repairs;
    std::vector<PartSanding> sanding;
    PencilGrid pencil;
    StopAt stop;
    FinishAmount amount;
    std::optional<FloodAmount> flood;
    WipingSections sections;
    int coatsShow = 0;
    int coatsUnder = 0;
    std::vector<SurfaceTask> tasks;
    double sanding_min = 0.0;
    int discs = 0;
};

struct SurfaceInput {
    SurfaceChoices choices;
    TopKind kind = TopKind::Single;
    OuterEdges farEdge = OuterEdges::Live;
    OuterEdges nearEdge = OuterEdges::Live;
    bool clearResin = false;
    PourRoom room; // of the shop, as Fill says
    std::shared_ptr<const LayupPlan> layup;
    std::shared_ptr<const TenonPlan> tenons;
    std::shared_ptr<const FillPlan> fill;
    std::shared_ptr<const BasePlan> base;
    Figure thickness;
    std::vector<std::string> species; // of the pieces
    bool poured = false;              // resin stands in the top
    bool fromRough = false;           // and is flattened together with the slabs
    bool planedAgain = false;         // by the day book, needed or not
};
[[nodiscard]] bool sameInput(const SurfaceInput& a, const SurfaceInput& b);
[[nodiscard]] SurfacePlan surfacePlan(const SurfaceInput& input);
/// What it asks to be done, and what that uses up.
void nameWork(const SurfaceInput& input, SurfacePlan& plan);

/// Parts of surfacePlan.
void planGlue(const SurfaceInput& input, SurfacePlan& plan);
void planRepairs(const SurfaceInput& input, SurfacePlan& plan);
void planEdges(const SurfaceInput& input, SurfacePlan& plan);
void planSanding(const SurfaceInput& input, SurfacePlan& plan);
void planFinish(const SurfaceInput& input, SurfacePlan& plan);
void measureSurface(const SurfaceInput& input, SurfacePlan& plan);
void inspectSurface(const SurfaceInput& input, SurfacePlan& plan);

[[nodiscard]] std::string partWord(SurfacePart part);

/// Its place in the list of stages (core/plan/plan.h).
struct SurfaceStage {
    using Input = SurfaceInput;
    using Answer = SurfacePlan;
    static constexpr const char* kName = "surface";
    static constexpr const char* kBench = "surface"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        SurfaceInput out;
        out.choices = in.job.surface;
        out.kind = in.job.layup.kind;
        out.farEdge = in.job.layup.edges;
        out.nearEdge = in.job.layup.nearEdge.value_or(in.job.layup.edges);
        out.clearResin = in.job.fill.pigment_pct <= 0.0 || in.job.fill.colours.first.empty();
        out.room = in.job.fill.room;
        out.layup = before.layup.answer;
        out.tenons = before.tenons.answer;
        out.fill = before.fill.answer;
        out.base = before.base.answer;
        out.thickness = before.flatten->thickness;
        for (const Species& s : in.species) {
            out.species.push_back(s.name);
        }
        out.poured = isPoured(*before.pour.answer);
        out.fromRough = in.job.fill.fromRough;
        out.planedAgain = std::any_of(in.job.days.book.begin(), in.job.days.book.end(),
                                      [](const DayEntry& e) { return !e.struck && e.words.step == "plane_again"; });
        return out;
    }
    static Answer answer(const Input& input)
    {
        SurfacePlan plan = surfacePlan(input);
        nameWork(input, plan);
        return plan;
    }
};

} // namespace burl
