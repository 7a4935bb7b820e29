// The form, the pours in their windows, their cure; films over pinholes, seals of the ends, flood coats.

#include <algorithm>

#include "core/measure/units.h"
#include "core/measure/when.h"
#include "core/pour/pour_plan.h"

namespace burl
{
namespace
{

constexpr double kNotKnown_h = 24.0;

bool isFilm(const PourEvent& event)
{
    return event.kind == PourKind::Pinholes || event.kind == PourKind::EndSeal;
}

Work resinWork(const PourEvent& event, const std::string& name, WorkPhase phase)
{
    Work w = workCalled("pour_" + event.id, name, "fill", phase);
    w.pour = event.id;
    w.split = false;
    return w;
}

Work form(const PourInput& in, const PourPlan& plan)
{
    const Box& top = in.fillInput->layup->finalBox;
    const double half = plan.form ? plan.form->insideLong_mm + plan.form->insideWide_mm : top.width() + top.height();
    Work w = workCalled("form", "Build and seal the form", "fill", WorkPhase::Pouring);
    w.rate = "form";
    w.quantity = 2.0 * half / kMmPerM;
    constexpr double kSets_h = 12.0;
    w.wait = hoursFigure("form", kSets_h, "sealant sets over night");
    w.ready = "boards, release tape, sealant";
    w.tooSoon = "on wet sealant the form leaks";
    return w;
}

/// "Pour: voids", so that it reads as work.
std::string pourName(std::string name)
{
    if (!name.empty() && name[0] >= 'A' && name[0] <= 'Z' && (name.size() < 2 || name[1] < 'A' || name[1] > 'Z')) {
        name[0] = static_cast<char>(name[0] - 'A' + 'a');
    }
    return "Pour: " + name;
}

/// When it may come after the one before it.
StepAfter window(const PourEvent& event, const PourEvent& before)
{
    StepAfter after{"pour_" + before.id, LinkFrom::Start};
    if (!event.earliest_h || !before.at_h) {
        after.least_h = kNotKnown_h;
        return after;
    }
    after.least_h = std::max(0.0, *event.earliest_h - *before.at_h);
    if (event.latest_h && *event.latest_h >= *event.earliest_h) {
        after.most_h = *event.latest_h - *before.at_h;
        after.lateHands_min = kScuff_min;
        after.lateLeast_h = std::max(kDay_h, *after.most_h);
    }
    return after;
}

Work pour(const PourInput& in, const PourEvent& event, const PourEvent* before, WorkPhase phase)
{
    Work w = resinWork(event, pourName(event.name), phase);
    const double litres = event.litres.known() ? event.litres.value() : 0.0;
    constexpr double kLeast_L = 0.1;
    constexpr double kLeast_min = 5.0;
    constexpr double kReady_min = 20.0; // wiped, taped, weighed out
    w.rate = "pour";
    w.quantity = std::max(litres, kLeast_L);
    w.planned_min = std::max(event.time_min, kLeast_min) + kReady_min;
    w.ready = "scale, respirator, gloves, nothing that sparks";
    w.resin = event.resin;
    w.tooSoon = "soft resin smears and traps bubbles";
    w.people = in.fillInput->choices.mixing.people > 1 ? 2 : 1;
    if (event.kind == PourKind::River) {
        w.holds = {"form table"};
    }
    if (litres > 0.0) {
        w.uses.push_back({"resin", litres});
    }
    if (before != nullptr) {
        w.after = {window(event, *before)};
        w.waitGuessed = !event.earliest_h || !before->at_h;
    }
    return w;
}

/// Until what was poured last is hard enough to be planed.
void waitForCure(const PourInput& in, const PourPlan& plan, const PourEvent& last, Work& w)
{
    double wait_h = 0.0;
    bool guessed = false;
    for (const PlaceHeat& place : plan.places) {
        if (place.heat && place.heat->flatten_h && last.at_h) {
            wait_h = std::max(wait_h, place.begins_h + *place.heat->flatten_h - *last.at_h);
        } else {
            guessed = true;
        }
    }
    if (guessed || wait_h <= 0.0) {
        constexpr double kHarder = 1.5; // than out of the form: planed, it must not smear
        const ResinClass* resin = resinCalled(in.fillInput->resins, last.resin);
        const double demould = resin != nullptr ? resin->demould_h : 2.0 * kDay_h;
        wait_h = std::max(wait_h, kHarder * demould);
        guessed = true;
    }
    w.wait = guessed ? assumed("wait_" + w.key, "cure", wait_h * 60.0, Unit::Minutes,
                               "class of the resin; the cure is being worked out")
                     : workedOut("wait_" + w.key, "cure", wait_h * 60.0, Unit::Minutes,
                                 "cure of the section, until it may be planed");
    w.waitGuessed = guessed;
    constexpr double kByModel = 0.1; // a room 1 K off, a resin a tenth slower
    constexpr double kByClass = 0.25;
    w.waitSpread = guessed ? kByClass : kByModel;
}

Work demould()
{
    Work w = workCalled("demould", "Take it out of the form", "fill", WorkPhase::Pouring);
    constexpr double kTakes_min = 45.0;
    w.planned_min = kTakes_min;
    w.handled = Handled::TopSteadied;
    w.ready = "wedges, mallet, a second person to lift";
    return w;
}

void pours(const PourInput& in, PourPlan& plan)
{
    const PourEvent* before = nullptr;
    bool formed = false;
    for (const PourEvent& event : plan.events) {
        if (isFilm(event) || event.kind == PourKind::FloodCoat) {
            continue;
        }
        const bool forms = event.kind == PourKind::River && !formed;
        if (forms) {
            formed = true;
            plan.work.push_back(form(in, plan));
        }
        Work w = pour(in, event, before, WorkPhase::Pouring);
        if (forms && before != nullptr) { // it was built in between
            w.after.push_back({"form"});
        }
        if (before == nullptr && !in.fillInput->choices.starts.empty()) {
            w.fixed = in.fillInput->choices.starts;
            w.fixedBy = "fill";
        }
        plan.work.push_back(w);
        before = &event;
    }
    if (before == nullptr) {
        return;
    }
    waitForCure(in, plan, *before, plan.work.back());
    if (formed) {
        plan.work.push_back(demould());
    }
}

void films(PourPlan& plan)
{
    for (const PourEvent& event : plan.events) {
        if (!isFilm(event)) {
            continue;
        }
        // Ends that are sealed before they are trimmed would be cut off.
        Work w = resinWork(event, pourName(event.name),
                           event.kind == PourKind::EndSeal ? WorkPhase::EndSeal : WorkPhase::Films);
        constexpr double kTakes_min = 30.0;
        constexpr double kFilm_h = 12.0; // thin films of table-top resin, sanded next
        w.planned_min = kTakes_min;
        w.ready = "torch, syringe, respirator";
        w.wait = hoursFigure(w.key, kFilm_h, "a thin film, until it can be sanded");
        plan.work.push_back(w);
    }
}

/// Over the sanded top, before any finish.
void floodCoats(const PourInput& in, PourPlan& plan)
{
    const PourEvent* before = nullptr;
    for (const PourEvent& event : plan.events) {
        if (event.kind != PourKind::FloodCoat) {
            continue;
        }
        Work w = pour(in, event, before, WorkPhase::Flooding);
        w.name = event.name;
        w.ready = "level top, torch, " + w.ready;
        plan.work.push_back(w);
        before = &event;
    }
    if (before != nullptr) {
        const ResinClass* resin = resinCalled(in.fillInput->resins, before->resin);
        Work& last = plan.work.back();
        last.wait = hoursFigure(last.key, resin != nullptr ? resin->demould_h : kNotKnown_h,
                                "class of the resin, until it bears sanding");
    }
}

} // namespace

bool isPoured(const PourPlan& plan)
{
    return std::any_of(plan.events.begin(), plan.events.end(),
                       [](const PourEvent& e) { return !isFilm(e) && e.kind != PourKind::FloodCoat; });
}

void nameWork(const PourInput& input, PourPlan& plan)
{
    if (!input.fillInput || !input.fillInput->layup) {
        return;
    }
    pours(input, plan);
    films(plan);
    floodCoats(input, plan);
}

} // namespace burl
