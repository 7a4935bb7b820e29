#pragma once
// The holding stage: how a top bends on what it stands on, whether its channels are worth it, and what resin and
// lifting ask of it.   Units: mm, N.   Source: docs/formulas.md#plate.   Threads: pure.

#include <memory>
#include <optional>

#include "core/fill/fill_plan.h"
#include "core/move/hold_answers.h"
#include "core/move/move_plan.h"

namespace burl
{

struct HoldInput {
    std::shared_ptr<const MoveInput> moveInput;
    std::shared_ptr<const MovePlan> move;
    std::shared_ptr<const FillPlan> fill;
    RodChoices rods;
    double sitter_kg = 75.0;
    Figure baseMass;                            // as the base is planned; not known: none, or not weighed
    std::shared_ptr<const HoldAnswers> answers; // null: nothing was answered yet
};
[[nodiscard]] bool sameInput(const HoldInput& a, const HoldInput& b);

struct HoldPlan : StageAnswer {
    std::optional<HoldQuestion> question;     // of this top; empty when nothing holds it, or it is not known
    std::shared_ptr<const HoldAnswer> answer; // null: none yet
    bool fresh = false;                       // the answer is of this question, not of the layout before
    /// It waits for its answer.
    [[nodiscard]] const HoldQuestion* asks() const { return question && !fresh ? &*question : nullptr; }
};
[[nodiscard]] HoldPlan holdPlan(const HoldInput& input);

/// Where resin lies in wood that moves. Part of holdPlan.
void inspectResin(const HoldInput& input, HoldPlan& plan);
/// What pulls at the fasteners when a table is lifted. Part of holdPlan.
void inspectLifting(const HoldInput& input, HoldPlan& plan);
/// Bending, cups and whether channels are worth it. Part of holdPlan.
void weighChannels(const HoldInput& input, HoldPlan& plan);

/// What the plate model is asked; nothing while the top, what it stands on or its wood are not known.
[[nodiscard]] std::optional<HoldQuestion> holdQuestion(const HoldInput& input);

/// Its place in the list of stages (core/plan/plan.h).
struct HoldStage {
    using Input = HoldInput;
    using Answer = HoldPlan;
    static constexpr const char* kName = "hold";
    static constexpr const char* kBench = "move"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        return {before.move.input,     before.move.answer,    before.fill.answer, in.job.layup.rods,
                in.job.base.sitter_kg, before.base->baseMass, in.worked.hold};
    }
    static Answer answer(const Input& input) { return holdPlan(input); }
};

} // namespace burl
