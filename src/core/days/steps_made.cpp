#include "core/days/steps_made.h"

#include <cmath>

#include "core/layup/top_pieces.h"
#include "core/measure/text.h"

namespace burl
{
namespace
{

constexpr double kHeavy_kg = 35.0; // more is not turned by one pair of hands

static std::string shortNumber(double value)
{
    const double rounded = std::round(value * 10.0) / 10.0;
    std::string text = std::to_string(rounded);
    return text.substr(0, text.find('.') + 2);
}

} // namespace

StepsMade::StepsMade(const StepsInput& input) : in(input)
{
    if (!in.layup || in.layup->pieces.empty()) {
        return;
    }
    const size_t count = in.layup->pieces.size();
    mass_kg = in.fill && in.fill->mass.known() ? in.fill->mass.value() : 0.0;
    ofPiece = turning(mass_kg / static_cast<double>(count));
    ofTop = turning(mass_kg);
}

Turning turning(double mass_kg)
{
    if (!(mass_kg > kHeavy_kg)) {
        return {};
    }
    // Turned over its edge lies on the bench: two bear half of it.
    constexpr double kByTwo_kg = 4.0 * kHeavy_kg;
    if (mass_kg > kByTwo_kg) {
        return {2, ", a hoist and a second person to turn it",
                ", a hoist, or " + std::to_string(peopleFor(mass_kg)) + " people"};
    }
    return {2, ", a second person to turn it", ""};
}

Figure hoursFigure(const std::string& key, double hours, const std::string& source)
{
    return workedOut("wait_" + key, "wait", hours * 60.0, Unit::Minutes, source);
}

void StepsMade::minutes(JobStep& step, const StepWork& o) const
{
    const StandardRate* standard = standardRate(o.rate);
    if (standard == nullptr || !(o.quantity > 0.0)) {
        step.hands = workedOut("hands_" + step.key, step.name, o.planned_min, Unit::Minutes, "custom");
        step.low_min = step.high_min = o.planned_min;
        return;
    }
    const double one = o.planned_min > 0.0 ? o.planned_min / o.quantity : 0.0;
    step.byBench_min = standard->rate > 0.0 ? 0.0 : one;
    const LearnedRate rate = rateFor(*standard, one, in.logs);
    const LearnedRate::Next next = rate.next(o.quantity);
    const auto logged = in.logs.find(o.rate);
    const size_t times = logged == in.logs.end() ? 0 : logged->second.size();
    const Figure quantity = workedOut("quantity_" + step.key, standard->per, o.quantity, Unit::None, "of this job");
    const std::string per = std::string("minutes for one ") + standard->per;
    const Figure each =
        times > 0 ? workedOut("rate_" + step.key, per, rate.rate, Unit::None,
                              "learned from " + std::to_string(times) + (times == 1 ? " entry" : " entries") +
                                  " of the day books, against " + shortNumber(rate.rate / rate.againstPrior) +
                                  " of the standard")
                  : assumed("rate_" + step.key, per, rate.rate, Unit::None,
                            standard->rate > 0.0 ? "standard: nothing logged yet" : "by its bench: nothing logged yet");
    step.hands = made("hands_" + step.key, step.name, "{0} × {1}", {quantity, each}, next.used, Unit::Minutes);
    step.low_min = next.low;
    step.high_min = next.high;
    if (standard->time) {
        step.planned.push_back({o.rate, o.quantity});
    }
}

JobStep& StepsMade::add(const std::string& key, const std::string& name, const std::string& bench, const StepWork& o)
{
    JobStep step;
    step.key = key;
    step.name = name;
    step.bench = bench;
    step.split = o.split;
    step.people = o.people;
    step.ready = o.ready;
    step.wait = o.wait;
    step.tooSoon = o.tooSoon;
    minutes(step, o);
    if (!last.empty()) {
        step.after.push_back({last});
    }
    last = key;
    out.steps.push_back(std::move(step));
    return out.steps.back();
}

std::string StepsMade::names() const
{
    const auto& pieces = in.layup->pieces;
    constexpr size_t kNamed = 4;
    if (pieces.size() > kNamed) {
        return std::to_string(pieces.size()) + " pieces";
    }
    std::vector<std::string> names;
    for (const PlacedPiece& piece : pieces) {
        names.push_back(piece.name);
    }
    return listed(names);
}

const SurfaceWork* StepsMade::work(const std::string& key) const
{
    for (const SurfaceWork& w : in.surface->work) {
        if (w.key == key) {
            return &w;
        }
    }
    return nullptr;
}

} // namespace burl
