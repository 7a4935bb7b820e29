#pragma once
// The list of steps while it is made of the work of all stages: hands that a heavy piece takes, minutes as they were
// learned, links in the order of the work; then the maker's own steps and what he says of the others.
// Units: minutes, hours, kg.   Threads: one.

#include <string>

#include "core/days/job_steps.h"

namespace burl
{

/// Hands that turn so much wood over: as many people as it takes, or with a hoist two.
struct Turning {
    int people = 1;
    std::string ready; // ", a second person to turn it"; empty: nobody else
    std::string lift;  // ", a hoist, or 10 people"; empty: hands do
};
[[nodiscard]] Turning turning(double mass_kg);

/// The answers of all stages that lie under the steps, in the order they are made.
[[nodiscard]] std::vector<const StageAnswer*> answersOf(const StepsInput& in);

class StepsMade
{
public:
    const StepsInput& in;
    StepList out;

    explicit StepsMade(const StepsInput& input);
    /// All work of a phase, of whichever stage.
    void add(WorkPhase phase);
    /// What is handled from here on is a half.
    void part();
    /// Of the base, beside the top; `mount` waits for both.
    void addBaseAndEnding();

private:
    void take(const Work& work, const std::string& before);
    void hands(JobStep& step) const;
    void minutes(JobStep& step) const;

    std::string last_; // key of the step that the next one waits for; empty: for none
    double mass_kg_ = 0.0;
    Turning ofPiece_, ofTop_;
};

void addOwnSteps(StepsMade& list);
/// What the maker says of steps that the plan gave.
void overruleSteps(StepsMade& list);

} // namespace burl
