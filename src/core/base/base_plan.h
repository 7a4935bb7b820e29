#pragma once
// The base stage: what the top stands on, how high, how surely, and how it comes into its room.
// Units: mm, kg, N, degrees.   Source: docs/formulas.md#base.   Threads: pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/base/base_shape.h"
#include "core/base/carry.h"
#include "core/base/cut_list.h"
#include "core/layup/layup_plan.h"
#include "core/move/move_plan.h"

namespace burl
{

constexpr double kLeaning_N = 250.0; // a person who leans on an edge with both arms

/// Members of one section and what they are sawn from.
struct StockCut {
    std::string name; // "60 × 30 × 3", in mm as it is bought
    bool wood = false;
    bool round = false;
    double deep_mm = 0.0; // of a laminated member what its lamellae are sawn from, kerfs with them
    double thick_mm = 0.0;
    double wall_mm = 0.0; // 0: solid
    double stock_mm = 0.0;
    std::vector<int> members; // of each in the list, its number
    CutList list;
    double offcut_mm = 0.0; // what is left of all bars, kerfs not counted
};

/// A hole in a plate, as Move asks for it.
struct PlateHole {
    size_t plate = 0;
    int number = 0; // of its fastener
    Vec2 at;
    double bolt_mm = 0.0;
    double slot_mm = 0.0;  // as long as that; the bolt's own where it is round
    double turn_deg = 0.0; // from across the top
};

/// A way a table goes over.
struct TipsOver {
    bool end = false; // else at a side
    Vec2 out;         // away from the feet there, unit
    Vec2 at;          // where the top reaches farthest beyond its feet
    TippingEdge edge;
    Figure tip;            // that leans on it there, straight down; not known where the top does not reach beyond
    double widen_mm = 0.0; // how far these feet must go out to bear whoever sits; 0: they do
};

struct BasePlan : StageAnswer {
    BaseChoices choices;
    std::shared_ptr<const BaseShape> shape; // null: none chosen, or it cannot be told
    std::vector<BasePlate> plates;          // that it stands under
    Point3Mass top, all;                    // in the top's frame
    Figure surface, thickness, topMass, baseMass, mass;
    std::vector<double> feet_N; // as it stands alone
    Tipping tipping;
    std::optional<TipsOver> end, side;
    std::vector<double> gaps_mm; // under each foot, by the readings
    std::vector<PlateHole> holes;
    std::vector<StockCut> stock;
    SheetList panels;
    Carried topBox;                  // of two halves the longer one
    std::optional<Carried> wholeBox; // none of a top in two halves: they meet in the room
    std::vector<NarrowPlace> places;
    std::vector<Figure> handling; // what the page of carrying says
    Figure seats;
    double knee_mm = 0.0;
};

struct BaseInput {
    BaseChoices choices;
    std::vector<BasePlate> plates;  // of Move
    std::optional<double> given_kg; // a bought base, or one that is there
    std::shared_ptr<const LayupPlan> layup;
    std::shared_ptr<const MovePlan> move; // where a plate must not lie
    Figure thickness, topMass;
    std::optional<Species> wood; // of a wooden base
    double wood_pct = 8.0;       // its moisture, as the room leaves it
    std::optional<double> van_mm;
    DoorWay door;
};
[[nodiscard]] bool sameInput(const BaseInput& a, const BaseInput& b);
[[nodiscard]] BaseInput baseInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup,
                                  std::shared_ptr<const MovePlan> move, const Figure& thickness, const Figure& topMass);

[[nodiscard]] BasePlan basePlan(const BaseInput& input);
/// What it asks to be done.
void nameWork(const BaseInput& input, BasePlan& plan);

/// The heaviest piece of the top: who lifts it, by what.   REQUIRES: a plan with `carried`
[[nodiscard]] const TablePiece& heaviestOfTop(const BasePlan& plan);

/// Sheets that panels are sawn from.
constexpr double kPanelSheetLong_mm = 2500.0;
constexpr double kPanelSheetWide_mm = 1250.0;
/// Bars, boards and sheets. Part of basePlan.
void cutBase(BasePlan& plan);
/// What else it uses up. Part of basePlan.
void nameGoods(BasePlan& plan);
/// Its figures, and what wants attention: appended to the plan's. Parts of basePlan.
void measureBase(const BaseInput& input, BasePlan& plan);
void inspectBase(const BaseInput& input, BasePlan& plan);

/// The plates a base of this kind stands under: those there are when they are as many, else as a rule lays them.
/// REQUIRES: a layup that stands
[[nodiscard]] std::vector<BasePlate> platesFor(BaseKind kind, const std::vector<BasePlate>& now,
                                               const LayupPlan& layup);
/// Where four legs stand under a top, inside its rim by so much; of a round on its diagonals.
[[nodiscard]] std::vector<Vec2> legsUnder(const LayupPlan& layup, double inset_mm);
/// Measures as such a base usually has them, where it is made of something else than before.
[[nodiscard]] BaseChoices chosenKind(BaseChoices now, BaseKind kind);
/// What a kind is called: "two trapezoid frames".
[[nodiscard]] std::string kindWord(BaseKind kind);

/// Its place in the list of stages (core/plan/plan.h).
struct BaseStage {
    using Input = BaseInput;
    using Answer = BasePlan;
    static constexpr const char* kName = "base";
    static constexpr const char* kBench = "base"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        return baseInput(in, before.layup.answer, before.move.answer, before.flatten->thickness, before.fill->mass);
    }
    static Answer answer(const Input& input)
    {
        BasePlan plan = basePlan(input);
        nameWork(input, plan);
        return plan;
    }
};

} // namespace burl
