#pragma once
// The list of steps while it is made: what all its parts add to. Each part stands in a file of its own: wood_steps,
// pour_steps, surface_steps, base_steps, own_steps; jobSteps() calls them in the order of the work.
// Units: minutes, hours, m, m2, L.   Threads: one.

#include <string>

#include "core/days/job_steps.h"
#include "core/measure/units.h"

namespace burl
{

constexpr double kScuff_min = 20.0; // a layer or coat that set too far, keyed by hand

/// What a step takes: how much of what is learned, or the minutes its bench says.
struct StepWork {
    std::string rate;
    double quantity = 0.0;
    double planned_min = 0.0; // by the bench; 0: the standard says
    Figure wait;
    bool split = true;
    int people = 1;
    std::string ready;
    std::string tooSoon{};
};
/// Hands that turn so much wood over: as many people as it takes, or with a hoist two.
struct Turning {
    int people = 1;
    std::string ready; // ", a second person to turn it"; empty: nobody else
    std::string lift;  // ", a hoist, or 10 people"; empty: hands do
};
[[nodiscard]] Turning turning(double mass_kg);

class StepsMade
{
public:
    const StepsInput& in;
    StepList out;
    std::string last; // key of the step that the next one waits for; empty: for none
    double mass_kg = 0.0;
    Turning ofPiece, ofTop; // of a top in two halves: once it is cut across, of the heavier one

    explicit StepsMade(const StepsInput& input);
    /// A step after the last one, which it becomes.
    JobStep& add(const std::string& key, const std::string& name, const std::string& bench, const StepWork& work);
    /// Its minutes by the standard or the bench, brought to what was logged.
    void minutes(JobStep& step, const StepWork& work) const;
    /// Of the pieces: "A4 and A5", or how many there are.
    [[nodiscard]] std::string names() const;
    /// What the surface wants done, by its key; null where it does not.
    [[nodiscard]] const SurfaceWork* work(const std::string& key) const;
};

[[nodiscard]] Figure hoursFigure(const std::string& key, double hours, const std::string& source);

void addRoughWork(StepsMade& list);
void addMillings(StepsMade& list);
void addJoints(StepsMade& list);
void addPours(StepsMade& list);
/// A top in two halves is cut across before its form is built: each half is poured, turned and flattened by itself.
void addCrossCut(StepsMade& list);
/// Flattened again, films, trimmed; halves fitted together.
void addAfterPours(StepsMade& list);
/// Over the sanded top, before any finish.
void addFloodCoats(StepsMade& list);
void addSurfaces(StepsMade& list);
/// Beside the top.
void addBase(StepsMade& list);
/// Mounted when top and base are done; packed, delivered. `topDone` is the last step of the top.
void addEnding(StepsMade& list, const std::string& topDone);
void addOwnSteps(StepsMade& list);
/// What the maker says of steps that the plan gave.
void overruleSteps(StepsMade& list);

} // namespace burl
