#pragma once
// The filling stage: what each void and the river take, which resin, how it is layered and mixed.
// Units: mm, litres, kg, g.   Source: docs/formulas.md#resin.   Threads: pure.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/cure/heat_answers.h"
#include "core/fill/volumes.h"
#include "core/flatten/flatten_plan.h"
#include "core/shop/job_in_shop.h"

namespace burl
{

/// A hole is whole in a piece when no more than this is missing of it.
constexpr double kWhole = 0.999;

/// One thing to fill.
struct FillItem {
    SlabId slab;
    size_t pieceIndex = 0; // which piece of the top: a slab may give two
    int feature = 0;
    bool river = false; // between the slabs: no feature of any
    bool seal = false;  // soaked first, before what fills it
    FeatureKind kind = FeatureKind::ThroughVoid;
    std::string name;
    bool onShow = true;  // can be seen from the show face
    bool onUnder = true; // and from the underside
    Ring onTable;        // where it lies in the top, for drawing
    Ring under;          // a river on the underside: its banks slope. Empty: as above
    Region islands;      // wood inside it, for drawing
    Region islandsUnder;
    Figure volume;        // litres as it is filled: of the rough piece, before its ends are trimmed
    double inTop_L = 0.0; // of it what the finished top keeps
    double wedge_L = 0.0; // of a river whose form is out of level: more over its low end, planed off
    double wetted_mm2 = 0.0;
    double depth_mm = 0.0; // left after flattening
    Figure depth;          // the same with its working
    bool depthKnown = true;
    bool through = false;       // open on both faces
    bool breaksThrough = false; // though it was drawn as blind
    double shareInside = 1.0;   // of it in the rough piece: the rest runs off its edge
    double width_mm = 0.0;      // its narrow way
    double across_mm = 0.0;     // across the top, the widest single plug: of worm holes one of them
    double widestTop_mm = 0.0;  // of a river
    double widestUnder_mm = 0.0;
    double areaTop_mm2 = 0.0;
    double areaBottom_mm2 = 0.0;
    std::string resin;  // id; empty when nothing is mixed (hairlines, pinholes)
    std::string reason; // why that resin
    bool overruled = false;
    Layers layers;
    std::string layersReason;  // why so many
    bool layersByHand = false; // against the rule
    int layersByRule = 0;
    double deepestLayer_mm = 0.0;  // that one layer may be
    std::optional<SafeLayer> safe; // by the cure model; empty: not worked out, or not asked for so small a hole
};

/// Everything that is filled with one resin.
struct ResinOrder {
    std::string resin;
    std::string name;
    Order order;
    Figure mixed; // litres to mix, with its working
    Figure a, b;  // by mass
    Figure aVolume, bVolume;
    Figure batchVolume, batchA, batchB, pigment;
    double maxLayer_mm = 0.0;
};

struct FillPlan : StageAnswer {
    std::vector<FillItem> items;
    std::vector<ResinOrder> orders;
    std::optional<GapAnswer> gap;             // between finished faces, over the final length
    Figure litres;                            // all resins, mixed
    Figure mass;                              // finished top: wood and resin
    Figure wood_L, resin_L, air_L, outline_L; // of the finished top: the first three make the last
    Figure cost;                              // of the resin, where its price is known
    HeatQuestions asks;                       // that the layers wait for
};

struct FillInput {
    FillChoices choices;
    std::shared_ptr<const LayupPlan> layup;
    std::shared_ptr<const FlattenPlan> flatten;
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<Species> species; // of each piece
    std::vector<ResinClass> resins;
    PourMaterials materials;
    std::shared_ptr<const HeatAnswers> heat; // what the cure model answered so far; null: nothing
    FloodCoats flood{};                      // of the finish: they weigh, and are no pours
    /// Flood coats that are pours of this bench.
    [[nodiscard]] int floodPours() const { return flood.show > 0 ? 0 : choices.floodCoats; }
};
[[nodiscard]] bool sameInput(const FillInput& a, const FillInput& b);

[[nodiscard]] FillPlan fillPlan(const FillInput& input);

/// The resin rule, with its reason. `kind` is a river when `river` is set.
struct ResinChoice {
    std::string resin; // empty: nothing mixed
    std::string reason;
};
[[nodiscard]] ResinChoice sealFor();
/// So narrow that the wood on both sides cools it, however deep it is: one or two fills.
[[nodiscard]] bool isNarrow(double width_mm);
/// The kinds of resin that may fill it, the one that the rule prefers first.
[[nodiscard]] std::vector<ResinChoice> resinsFor(bool river, FeatureKind kind, double litres, double width_mm,
                                                 double depth_mm);

/// What the cure model is asked about a place that is filled with this resin.
[[nodiscard]] PourSite pourSite(const FillInput& input, const FillItem& item, const ResinClass& resin);
/// How many layers a place takes of a resin, and how deep one may be.
struct LayersNeeded {
    int count = 0;
    double deepest_mm = 0.0;
    std::optional<SafeLayer> safe;
    std::optional<LayerQuestion> open; // not answered yet
};
[[nodiscard]] LayersNeeded layersNeeded(const FillInput& input, const FillItem& item, const ResinClass& resin);

[[nodiscard]] FillInput fillInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup,
                                  std::shared_ptr<const FlattenPlan> flatten);

/// Its place in the list of stages (core/plan/plan.h).
struct FillStage {
    using Input = FillInput;
    using Answer = FillPlan;
    static constexpr const char* kName = "fill";
    static constexpr const char* kBench = "fill"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        return fillInput(in, before.layup.answer, before.flatten.answer);
    }
    static Answer answer(const Input& input) { return fillPlan(input); }
};

} // namespace burl
