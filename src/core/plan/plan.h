#pragma once
// Job and shop in, plan out, over one list of stages.   Threads: pure.

#include <memory>
#include <string>
#include <string_view>
#include <tuple>
#include <vector>

#include "core/base/base_plan.h"
#include "core/days/days_plan.h"
#include "core/fill/fill_plan.h"
#include "core/flatten/flatten_plan.h"
#include "core/layup/layup_plan.h"
#include "core/layup/tenon_plan.h"
#include "core/money/money_plan.h"
#include "core/move/hold_plan.h"
#include "core/move/move_plan.h"
#include "core/pour/pour_plan.h"
#include "core/shop/job.h"
#include "core/shop/shop.h"
#include "core/surface/surface_plan.h"

namespace burl
{

/// What a stage looked at and what it answered. Both are shared and never change once made.
template <typename StageType> struct Made {
    using Stage = StageType;
    std::shared_ptr<const typename StageType::Input> input;
    std::shared_ptr<const typename StageType::Answer> answer;
    bool computed = false; // false: taken over from the plan before
    bool behind = false;   // what it looked at may have changed since: nobody asked for it

    explicit operator bool() const { return answer != nullptr; }
    /// The same answer, not an equal one.
    bool operator==(const Made& other) const { return answer == other.answer; }
    const typename StageType::Answer* operator->() const { return answer.get(); }
    const typename StageType::Answer& operator*() const { return *answer; }
};

/// A stage's answer in the shape that all share, with its name.
struct NamedAnswer {
    std::string_view stage;
    std::string_view bench; // id of the bench that shows it
    const StageAnswer* answer;
    bool computed;
    bool behind;
};

/// Everything computed for one job.
struct Plan {
    Made<LayupStage> layup;
    Made<TenonStage> tenons;
    Made<FlattenStage> flatten;
    Made<FillStage> fill;
    Made<PourStage> pour;
    Made<MoveStage> move;
    Made<BaseStage> base;
    Made<HoldStage> hold;
    Made<SurfaceStage> surface;
    Made<DaysStage> days;
    Made<MoneyStage> money;

    /// The list: the order in which the stages are computed, printed and searched. A new stage adds its line above and
    /// its word here.
    [[nodiscard]] auto stages()
    {
        return std::tie(layup, tenons, flatten, fill, pour, move, base, hold, surface, days, money);
    }
    [[nodiscard]] auto stages() const
    {
        return std::tie(layup, tenons, flatten, fill, pour, move, base, hold, surface, days, money);
    }

    /// All answers in that order.
    [[nodiscard]] std::vector<NamedAnswer> answers() const;
    /// What a bench shows, of all its stages.
    [[nodiscard]] std::vector<Entry> figuresOf(std::string_view bench) const;
    [[nodiscard]] std::vector<Finding> findingsOf(std::string_view bench) const;
    /// Whether some of what a bench shows, of any bench where none is named, is older than the job.
    [[nodiscard]] bool isBehind(std::string_view bench = {}) const;
    /// What its stages would ask the cure model.
    [[nodiscard]] HeatQuestions asks() const { return together(fill->asks, pour->asks); }
    /// The figure with this key in any stage, also among the workings; unknown when there is none.
    [[nodiscard]] Figure figure(const std::string& key) const;
};

/// `previous` only saves work: a stage whose input did not change is taken over from it.
/// `worked` is what slow models answered so far: where they say nothing a plan goes by the product's sheet, and does
/// not tell how the top bends.
/// `upTo`: only what that bench shows is asked for, as while a hand drags on it. Stages after its last one stay as they
/// were in `previous`, and say that they are behind, as long as the job has the pieces and fills it had.
[[nodiscard]] Plan makePlan(const Job& job, const Shop& shop, const Plan* previous = nullptr, const Worked& worked = {},
                            std::string_view upTo = {});
/// The plan with all that it asks of those models answered; takes a second or two where resin is poured. What
/// `previous` was answered is not asked again.
[[nodiscard]] Plan planWorkedOut(const Job& job, const Shop& shop, const Plan* previous = nullptr);

} // namespace burl
