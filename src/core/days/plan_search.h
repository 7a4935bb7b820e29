#pragma once
// One search: is there a plan that keeps every rule and every due? Decides from moment to moment which step a maker
// takes, most urgent first, and goes back where bounds show that a due cannot be met.
// Units: whole minutes.   Source: docs/formulas.md#schedule.   Threads: one search, one thread.

#include <map>
#include <string>
#include <unordered_set>
#include <vector>

#include "core/days/schedule.h"
#include "core/days/step_bounds.h"

namespace burl
{

class PlanSearch
{
public:
    /// Arguments outlive it. States of facts are given with `begun`.
    PlanSearch(const std::vector<WorkStep>& steps, const WorkingTime& time, const StepBounds& bounds, int grid);

    enum class Found { Plan, None, GaveUp };
    /// `every`: any grid moment may be the one to change the step; else only where something changes.
    Found look(StepSpans begun, const std::vector<int>& makersFree, bool every, int effort,
               const std::atomic<bool>* stop);

    [[nodiscard]] const std::vector<WorkPiece>& pieces() const { return pieces_; }
    [[nodiscard]] const StepSpans& states() const { return done_; }

private:
    struct Node {
        StepSpans steps;
        std::vector<int> free;   // of each maker
        std::vector<int> things; // until when each is held
    };
    struct Move {
        size_t step = 0;
        int urgency = 0;
        int minutes = 0;
        std::optional<size_t> with;
        bool whole = false; // a block
    };
    bool go(Node& node);
    bool settleWaits(Node& node) const;
    [[nodiscard]] bool ready(const Node& node, size_t i, int t, int& late) const;
    [[nodiscard]] std::vector<Move> moves(const Node& node, size_t maker, int t) const;
    [[nodiscard]] std::optional<Move> block(const Node& node, size_t maker, size_t i, int t) const;
    [[nodiscard]] std::optional<Move> stretch(const Node& node, size_t maker, size_t i, int t) const;
    [[nodiscard]] int nextChange(const Node& node, size_t but, int t) const;
    bool take(const Node& node, size_t maker, int t, const Move& move);
    [[nodiscard]] bool enough(const Node& node, int t) const;
    [[nodiscard]] std::string signature(const Node& node, int t) const;

    const std::vector<WorkStep>& steps_;
    const WorkingTime& time_;
    const StepBounds& bounds_;
    int grid_;
    std::vector<std::vector<size_t>> holds_; // indices of things
    std::vector<char> regular_;              // working on it sooner never harms
    size_t things_ = 0;

    bool every_ = false;
    int left_ = 0;
    const std::atomic<bool>* stop_ = nullptr;
    bool gaveUp_ = false;
    std::unordered_set<std::string> failed_;
    std::vector<WorkPiece> pieces_;
    StepSpans done_;
};

} // namespace burl
