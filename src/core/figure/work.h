#pragma once
// Work as a stage asks for it: what, on what, by how many, how long, what waits for it. Days puts it in order, brings
// its minutes to what was logged and gives it hours; nothing else says what there is to do. Units: minutes, hours.
// Source: docs/formulas.md#steps.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/figure/figure.h"

namespace burl
{

enum class LinkFrom { Done, Start }; // of the step before; to the start of this one

struct StepAfter {
    std::string key;
    LinkFrom from = LinkFrom::Done;
    double least_h = 0.0;
    std::optional<double> most_h{};        // a window
    std::optional<double> lateHands_min{}; // that may be missed, at this price
    double lateLeast_h = 0.0;
};
/// Key of a link to whatever stands before it in the order of the work.
constexpr const char* kBeforeInOrder = "";
constexpr double kScuff_min = 20.0; // a layer or coat that set too far, keyed by hand

/// Work of a kind as it is planned: minutes of it, litres, discs. Written down with an entry, what was used is learned
/// against it.
struct PlannedWork {
    std::string rate; // "flatten", "resin"
    double quantity = 0.0;
    bool operator==(const PlannedWork&) const = default;
};

/// Where work stands in the making of a table. The order of the words is the order of the work, but for slabs that are
/// flattened together with their resin (core/days/job_steps.h).
enum class WorkPhase {
    Stacking,
    Rough,    // cut, barked
    Milling,  // flattened, rested
    Joining,  // jointed, glued
    CrossCut, // into two halves: what comes after handles each by itself
    Pouring,
    Levelling, // what was glued or poured
    Films,     // over pinholes
    Trimming,  // to its size
    EndSeal,
    Fitting, // halves to each other
    Repairing,
    Edges,
    Sanding,
    Looking,
    Underside,
    Flooding,
    Coating,
    Base, // beside the top
    Ending,
};

/// What is handled, so that its weight says how many hands it takes.
enum class Handled {
    Nothing,
    PieceLifted,
    PieceTurned,
    TopSteadied, // a second person at a heavy one
    TopLifted,
    TopTurned,
};

struct Work {
    std::string key;   // "flatten_1": the same as long as the choice behind it stands
    std::string name;  // "Flatten, first milling"
    std::string bench; // that gives it
    WorkPhase phase = WorkPhase::Ending;
    std::string rate; // kind of work whose minutes are learned; empty: of none
    double quantity = 0.0;
    double planned_min = 0.0; // by the bench; 0: the standard says
    Figure wait;              // minutes after it; not known: none
    bool waitGuessed = false;
    double waitSpread = 0.0; // standard deviation of that wait, as a share of it; 0: a rule that is kept
    bool waitStays = false;  // skipped or not: it is of what was done before
    std::string tooSoon;     // what comes of it when the next does not wait: "the line sinks"
    bool split = true;
    int people = 1;
    Handled handled = Handled::Nothing;
    bool daylight = false;
    std::vector<std::string> holds; // machines and places that exist once
    std::string ready;              // what is to be at hand
    std::vector<StepAfter> after;   // empty: the work before it in order
    bool beside = false;            // the others of its phase: it waits for what came before them all
    bool aside = false;             // what comes after it in order does not wait for it
    std::vector<PlannedWork> uses;  // beside the minutes of its rate
    std::string pour;               // id of the pour it is
    std::string resin;              // and of what is poured
    int milling = 0;                // that it is, from 1
    std::string fixed;              // moment it is fixed to
    std::string fixedBy;            // bench that said it; empty: the maker, among the days
};

/// Work with what all of it has; the rest is said by whoever asks for it.
[[nodiscard]] Work workCalled(const std::string& key, const std::string& name, const std::string& bench,
                              WorkPhase phase);

/// A wait of so many hours, as minutes.
[[nodiscard]] Figure hoursFigure(const std::string& key, double hours, const std::string& source);

} // namespace burl
