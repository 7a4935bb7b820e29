#pragma once
// Job and shop in, plan out.

#include <array>
#include <memory>
#include <vector>

#include "core/fill/fill_plan.h"
#include "core/flatten/flatten_plan.h"
#include "core/layup/layup_plan.h"
#include "core/move/move_plan.h"
#include "core/shop/job.h"
#include "core/shop/shop.h"

namespace burl
{

enum class Stage { Layup, Flatten, Fill, Move };
constexpr int kStages = 4;

/// Everything computed for one job. Stages are shared and never change once made.
struct Plan {
    std::shared_ptr<const LayupPlan> layup;
    std::shared_ptr<const FlattenPlan> flatten;
    std::shared_ptr<const FillPlan> fill;
    std::shared_ptr<const MovePlan> move;
    std::array<int, kStages> computed{}; // 1 where the stage was computed, 0 where it was taken over

    // What each stage looked at, to tell whether it must be computed again.
    std::shared_ptr<const LayupInput> layupInput;
    std::shared_ptr<const FlattenInput> flattenInput;
    std::shared_ptr<const FillInput> fillInput;
    std::shared_ptr<const MoveInput> moveInput;

    [[nodiscard]] const std::vector<Finding>& findings(Stage stage) const;
    [[nodiscard]] const std::vector<Entry>& figures(Stage stage) const;
    /// The figure with this key in any stage, also among the workings; unknown when there is none.
    [[nodiscard]] Figure figure(const std::string& key) const;
};

/// Pure. `previous` only saves work: a stage whose input did not change is taken over from it.
[[nodiscard]] Plan makePlan(const Job& job, const Shop& shop, const Plan* previous = nullptr);

} // namespace burl
