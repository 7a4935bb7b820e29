// The form, the pours in their windows, their cure; what is done to the top when it is out of the form.

#include <algorithm>
#include <cmath>

#include "core/days/steps_made.h"

namespace burl
{
namespace
{

constexpr double kNotKnown_h = 24.0;

void buildForm(StepsMade& list)
{
    double around = 0.0;
    if (list.in.pour->form) {
        around = 2.0 * (list.in.pour->form->insideLong_mm + list.in.pour->form->insideWide_mm) / kMmPerM;
    } else {
        around = 2.0 * (list.in.layup->finalBox.width() + list.in.layup->finalBox.height()) / kMmPerM;
    }
    list.add("form", "Build and seal the form", "fill",
             {"form", around, 0.0, hoursFigure("form", 12.0, "sealant sets over night"), true, 1,
              "boards, release tape, sealant", "on wet sealant the form leaks"});
}

/// "Pour: voids", so that it reads as work.
std::string pourName(std::string name)
{
    if (!name.empty() && name[0] >= 'A' && name[0] <= 'Z' && (name.size() < 2 || name[1] < 'A' || name[1] > 'Z')) {
        name[0] = static_cast<char>(name[0] - 'A' + 'a');
    }
    return "Pour: " + name;
}

void pourStep(StepsMade& list, const PourEvent& event, const PourEvent* before)
{
    const double litres = event.litres.known() ? event.litres.value() : 0.0;
    const double time = std::max(event.time_min, 5.0);
    constexpr double kReady_min = 20.0; // wiped, taped, weighed out
    StepWork o{"pour",
               std::max(litres, 0.1),
               time + kReady_min,
               {},
               false,
               1,
               "scale, respirator, gloves, nothing that sparks"};
    JobStep& step = list.add("pour_" + event.id, pourName(event.name), "fill", o);
    step.pour = event.id;
    step.resin = event.resin;
    step.tooSoon = "soft resin smears and traps bubbles";
    step.people = list.in.fillInput->choices.mixing.people > 1 ? 2 : 1;
    if (event.kind == PourKind::River) {
        step.holds = {"form table"};
    }
    if (litres > 0.0) {
        step.planned.push_back({"resin", litres});
    }
    if (before == nullptr) {
        return;
    }
    StepAfter after{"pour_" + before->id, LinkFrom::Start};
    if (event.earliest_h && before->at_h) {
        after.least_h = std::max(0.0, *event.earliest_h - *before->at_h);
        if (event.latest_h && *event.latest_h >= *event.earliest_h) {
            after.most_h = *event.latest_h - *before->at_h;
            after.lateHands_min = kScuff_min;
            after.lateLeast_h = std::max(kDay_h, *after.most_h);
        }
    } else {
        after.least_h = kNotKnown_h;
        step.waitGuessed = true;
    }
    step.after = {after};
    // A form that was built in between is waited for as well.
    if (list.out.steps.size() >= 2 && list.out.steps[list.out.steps.size() - 2].key == "form") {
        step.after.push_back({"form"});
    }
}

} // namespace

void addPours(StepsMade& list)
{
    if (!list.in.pour) {
        return;
    }
    const PourEvent* before = nullptr;
    bool form = false;
    for (const PourEvent& event : list.in.pour->events) {
        if (event.kind == PourKind::Pinholes || event.kind == PourKind::EndSeal || event.kind == PourKind::FloodCoat) {
            continue;
        }
        if (event.kind == PourKind::River && !form) {
            form = true;
            buildForm(list);
        }
        pourStep(list, event, before);
        if (before == nullptr && !list.in.fillInput->choices.starts.empty()) {
            list.out.steps.back().fixed = list.in.fillInput->choices.starts;
            list.out.steps.back().fixedBy = "fill";
        }
        before = &event;
    }
    if (before == nullptr) {
        return;
    }
    // Cured hard enough to be planed.
    JobStep& last = list.out.steps.back();
    double wait_h = 0.0;
    bool guessed = false;
    for (const PlaceHeat& place : list.in.pour->places) {
        if (place.heat && place.heat->neverHard) {
            list.out.neverHard = true;
        }
        if (place.heat && place.heat->flatten_h && before->at_h) {
            wait_h = std::max(wait_h, place.begins_h + *place.heat->flatten_h - *before->at_h);
        } else {
            guessed = true;
        }
    }
    if (guessed || wait_h <= 0.0) {
        constexpr double kHarder = 1.5; // than out of the form: planed, it must not smear
        const ResinClass* resin = resinCalled(list.in.fillInput->resins, before->resin);
        const double demould = resin != nullptr ? resin->demould_h : 2.0 * kDay_h;
        wait_h = std::max(wait_h, kHarder * demould);
        guessed = true;
    }
    last.wait = guessed ? assumed("wait_" + last.key, "cure", wait_h * 60.0, Unit::Minutes,
                                  "class of the resin; the cure is being worked out")
                        : workedOut("wait_" + last.key, "cure", wait_h * 60.0, Unit::Minutes,
                                    "cure of the section, until it may be planed");
    last.waitGuessed = guessed;
    constexpr double kByModel = 0.1; // a room 1 K off, a resin a tenth slower
    constexpr double kByClass = 0.25;
    last.waitSpread = guessed ? kByClass : kByModel;
    if (form) {
        list.add("demould", "Take it out of the form", "fill",
                 {"", 0.0, 45.0, {}, true, list.ofTop.people > 1 ? 2 : 1, "wedges, mallet, a second person to lift"});
    }
}
void addFloodCoats(StepsMade& list)
{
    if (!list.in.pour) {
        return;
    }
    const PourEvent* before = nullptr;
    for (const PourEvent& event : list.in.pour->events) {
        if (event.kind != PourKind::FloodCoat) {
            continue;
        }
        const std::string after = list.last;
        pourStep(list, event, before);
        JobStep& step = list.out.steps.back();
        step.name = event.name;
        step.ready = "level top, torch, " + step.ready;
        if (before == nullptr) {
            step.after = {{after}};
        }
        before = &event;
    }
    if (before != nullptr) {
        const ResinClass* resin = resinCalled(list.in.fillInput->resins, before->resin);
        JobStep& last = list.out.steps.back();
        last.wait = hoursFigure(last.key, resin != nullptr ? resin->demould_h : kNotKnown_h,
                                "class of the resin, until it bears sanding");
    }
}

namespace
{

/// Small fills are scraped flush; the whole top is flattened again after a river, or after many or wide ones.
bool needsFlattening(const StepsMade& list)
{
    constexpr size_t kMany = 12;
    constexpr double kWide = 0.03; // of the top
    const std::vector<DayEntry>& book = list.in.choices.book;
    const bool written = std::any_of(book.begin(), book.end(), [](const DayEntry& e) {
        return !e.struck && e.words.step == "plane_again"; // it was done, needed or not
    });
    if (written || !list.in.fill || list.in.fillInput->choices.fromRough) {
        return true;
    }
    double open_mm2 = 0.0;
    size_t places = 0;
    for (const FillItem& item : list.in.fill->items) {
        if (item.river) {
            return true;
        }
        if (!item.resin.empty()) {
            open_mm2 += item.areaTop_mm2;
            ++places;
        }
    }
    return places > kMany || open_mm2 > kWide * list.in.layup->topArea.value();
}

} // namespace

void addAfterPours(StepsMade& list)
{
    const bool poured =
        std::any_of(list.out.steps.begin(), list.out.steps.end(), [](const JobStep& s) { return !s.pour.empty(); });
    const bool glued = list.out.find("glue").has_value();
    const double area = list.in.layup->topArea.known() ? list.in.layup->topArea.value() / kMm2PerM2 : 0.0;
    const bool milledWithResin = poured && list.in.fillInput->choices.fromRough;
    if (poured && !glued && !needsFlattening(list)) {
        const FillPlan& fill = *list.in.fill;
        const auto places = static_cast<double>(
            std::count_if(fill.items.begin(), fill.items.end(), [](const FillItem& i) { return !i.resin.empty(); }));
        constexpr double kFlush_min = 7.0; // a place: custom is 5 to 10
        list.add("flush", "Scrape and sand the fills flush", "flat",
                 {"", places, kFlush_min * places, {}, true, 1, "card scraper, block, dust extraction"});
    } else if ((poured || glued) && area > 0.0 && !milledWithResin) {
        const double faces = poured ? 2.0 : 1.0;
        list.add("plane_again", poured ? "Flatten the top again, resin with it" : "Plane the joints level", "flat",
                 {"planing", faces * area, 0.0, {}, true, 1, "router sled or plane, dust extraction"})
            .holds = {"router sled"};
    }
    const auto film = [&](const PourEvent& event, const PourEvent* before) {
        StepWork o{"", 0.0, 30.0, {}, false, 1, "torch, syringe, respirator"};
        JobStep& step = list.add("pour_" + event.id, pourName(event.name), "fill", o);
        step.pour = event.id;
        constexpr double kFilm_h = 12.0; // thin films of table-top resin, sanded next
        if (before != nullptr && event.earliest_h && before->at_h) {
            step.after.front().least_h = 0.0;
        }
        step.wait = hoursFigure(step.key, kFilm_h, "a thin film, until it can be sanded");
    };
    const PourEvent* before = nullptr;
    for (const PourEvent& event : list.in.pour->events) {
        if (event.kind == PourKind::Pinholes) {
            film(event, before);
            before = &event;
        }
    }
    const double wide = list.in.layup->finalBox.height() / kMmPerM;
    const double cut = list.in.layup->shape.empty() ? 2.0 * wide : perimeter_mm(list.in.layup->shape) / kMmPerM;
    list.add(
        "trim", list.in.layup->shape.empty() ? "Trim the ends" : "Cut the outline", "layup",
        {"trim", cut, 0.0, {}, true, list.ofTop.people > 1 ? 2 : 1, "guide rail, fine blade, tape on the far side"});
    for (const PourEvent& event : list.in.pour->events) { // sealed before, it would be cut off
        if (event.kind == PourKind::EndSeal) {
            film(event, nullptr);
        }
    }
    if (!list.in.layup->meetingBolts_mm.empty()) {
        const double bolts = 2.0 * static_cast<double>(list.in.layup->meetingBolts_mm.size()); // near both faces
        constexpr double kBolt_min = 9.0; // marked on both halves, drilled, its pocket made
        list.add("fit_halves", "Fit the halves together", "layup",
                 {"",
                  bolts,
                  kBolt_min * bolts,
                  {},
                  true,
                  std::max(1, list.ofTop.people),
                  "square, drill guide, bolts; dry, then apart again" + list.ofTop.lift});
    }
}

} // namespace burl
