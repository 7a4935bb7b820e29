#include "core/days/steps_made.h"

#include <algorithm>
#include <cmath>

#include "core/layup/top_pieces.h"

namespace burl
{
namespace
{

constexpr double kHeavy_kg = 35.0; // more is not turned by one pair of hands

std::string shortNumber(double value)
{
    const double rounded = std::round(value * 10.0) / 10.0;
    std::string text = std::to_string(rounded);
    return text.substr(0, text.find('.') + 2);
}

} // namespace

std::vector<const StageAnswer*> answersOf(const StepsInput& in)
{
    std::vector<const StageAnswer*> out{in.layup.get(), in.tenons.get(), in.flatten.get(), in.fill.get(),
                                        in.pour.get(),  in.move.get(),   in.base.get(),    in.surface.get()};
    std::erase(out, nullptr);
    return out;
}

StepsMade::StepsMade(const StepsInput& input) : in(input)
{
    if (!in.layup || in.layup->pieces.empty()) {
        return;
    }
    mass_kg_ = in.fill && in.fill->mass.known() ? in.fill->mass.value() : 0.0;
    ofPiece_ = turning(mass_kg_ / static_cast<double>(in.layup->pieces.size()));
    ofTop_ = turning(mass_kg_);
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

void StepsMade::minutes(JobStep& step) const
{
    const StandardRate* standard = standardRate(step.rate);
    if (standard == nullptr || !(step.quantity > 0.0)) {
        step.hands = workedOut("hands_" + step.key, step.name, step.planned_min, Unit::Minutes, "custom");
        step.low_min = step.high_min = step.planned_min;
        return;
    }
    const double one = step.planned_min > 0.0 ? step.planned_min / step.quantity : 0.0;
    step.byBench_min = standard->rate > 0.0 ? 0.0 : one;
    const LearnedRate rate = rateFor(*standard, one, in.logs);
    const LearnedRate::Next next = rate.next(step.quantity);
    const auto logged = in.logs.find(step.rate);
    const size_t times = logged == in.logs.end() ? 0 : logged->second.size();
    const Figure quantity = workedOut("quantity_" + step.key, standard->per, step.quantity, Unit::None, "of this job");
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
        step.planned.push_back({step.rate, step.quantity});
    }
}

void StepsMade::hands(JobStep& step) const
{
    const bool piece = step.handled == Handled::PieceLifted || step.handled == Handled::PieceTurned;
    const Turning& of = piece ? ofPiece_ : ofTop_;
    switch (step.handled) {
    case Handled::Nothing:
        return;
    case Handled::PieceTurned:
    case Handled::TopTurned:
        step.turners = of.people;
        step.ready += of.ready;
        return;
    case Handled::PieceLifted:
    case Handled::TopLifted:
        step.ready += of.lift;
        break;
    case Handled::TopSteadied:
        break;
    }
    step.people = std::max(step.people, of.people > 1 ? 2 : 1);
}

void StepsMade::take(const Work& work, const std::string& before)
{
    JobStep step;
    static_cast<Work&>(step) = work;
    hands(step);
    minutes(step);
    step.planned.insert(step.planned.end(), work.uses.begin(), work.uses.end());
    if (step.after.empty()) {
        step.after.push_back({kBeforeInOrder});
    }
    for (StepAfter& after : step.after) {
        after.key = after.key == kBeforeInOrder ? before : after.key;
    }
    std::erase_if(step.after, [](const StepAfter& after) { return after.key.empty(); }); // the first waits for nothing
    if (!step.aside) {
        last_ = step.key;
    }
    out.steps.push_back(std::move(step));
}

void StepsMade::add(WorkPhase phase)
{
    const std::string before = last_;
    for (const StageAnswer* stage : answersOf(in)) {
        for (const Work& work : stage->work) {
            if (work.phase == phase) {
                take(work, work.beside ? before : last_);
            }
        }
    }
}

void StepsMade::part()
{
    if (in.layup->parted_mm) {
        const double share = heaviestPiece(*in.layup).share;
        ofPiece_ = turning(share * mass_kg_ / static_cast<double>(in.layup->pieces.size()));
        ofTop_ = turning(share * mass_kg_);
    }
}

void StepsMade::addBaseAndEnding()
{
    const std::string topDone = last_;
    last_.clear(); // the base waits for nothing of the top
    add(WorkPhase::Base);
    const std::string baseDone = last_;
    last_ = topDone;
    const size_t first = out.steps.size();
    add(WorkPhase::Ending);
    if (first < out.steps.size() && !baseDone.empty()) {
        out.steps[first].after.push_back({baseDone});
    }
}

} // namespace burl
