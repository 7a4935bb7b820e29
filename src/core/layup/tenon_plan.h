#pragma once
// The tenon stage: loose tenons or dowels along the joints of a layup that stands, clear of keys, cuts, voids and the
// channels let in below. By itself, so that a channel nudged computes no layup again.
// Units: mm, on the top.   Source: docs/formulas.md#joinery.   Threads: pure.

#include <memory>
#include <vector>

#include "core/layup/layup_plan.h"
#include "core/shop/job_in_shop.h"

namespace burl
{

struct TenonPlan : StageAnswer {
    std::vector<Vec2> places; // at the joints
};

struct TenonInput {
    JointChoices joint;
    std::shared_ptr<const LayupPlan> layup;
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<Box> grooves; // of channels under the top
};
[[nodiscard]] bool sameInput(const TenonInput& a, const TenonInput& b);

[[nodiscard]] TenonPlan tenonPlan(const TenonInput& input);

[[nodiscard]] TenonInput tenonInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup);

/// Its place in the list of stages (core/plan/plan.h).
struct TenonStage {
    using Input = TenonInput;
    using Answer = TenonPlan;
    static constexpr const char* kName = "tenons";
    static constexpr const char* kBench = "layup"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        return tenonInput(in, before.layup.answer);
    }
    static Answer answer(const Input& input) { return tenonPlan(input); }
};

} // namespace burl
