// Repairs, edges, sanding, the underside, the coats in their windows.

#include <algorithm>
#include <cmath>

#include "core/days/steps_made.h"
#include "core/surface/schools.h"

namespace burl
{
namespace
{

/// As much work as so many inserts, which are marked, drilled, countersunk and screwed in square.
double placesOf(FastenerKind kind)
{
    switch (kind) {
    case FastenerKind::InsertAndBolt:
        return 1.0;
    case FastenerKind::KnockInInsert:
        return 0.6;
    case FastenerKind::ZClip: // and its slot in the rail
    case FastenerKind::Button:
    case FastenerKind::FigureEight: // and its recess
        return 0.4;
    case FastenerKind::SlottedTab:
        return 0.25;
    case FastenerKind::ScrewAndWasher:
    case FastenerKind::ApronScrew:
        return 0.15; // two minutes
    }
    return 1.0;
}

void undersideWork(StepsMade& list)
{
    double places = 0.0;
    constexpr double kChannel = 3.0; // as much work as three inserts
    if (list.in.move) {
        places += kChannel * static_cast<double>(list.in.move->channels.size());
        for (const FastenerPlan& f : list.in.move->fasteners) {
            places += placesOf(f.fastener.kind);
        }
        for (const BasePlatePlan& plate : list.in.move->plates) {
            places += plate.plate.letIn ? kChannel : 0.0;
        }
    }
    if (places > 0.0) {
        list.add("underside", "Channels, plates and inserts in the underside", "move",
                 {"underside", places, 0.0, {}, true, 1, "the drilling map, template, stop collar" + list.ofTop.ready})
            .turners = list.ofTop.people;
    }
}

void coats(StepsMade& list)
{
    const double face = list.in.surface->sanding.empty() ? 0.0 : list.in.surface->sanding.front().area_mm2 / kMm2PerM2;
    if (const SurfaceWork* sample = list.work("sample")) {
        // Beside the work: it must be known before the first coat.
        JobStep step;
        step.key = "sample";
        step.name = sample->name;
        step.bench = "surface";
        step.ready = sample->wants;
        list.minutes(step, {"", 0.0, sample->hands_min, {}, true, 1, ""});
        step.wait = hoursFigure("sample", sample->wait_h, "its coats dry");
        step.after.push_back({list.out.find("trim") ? "trim" : list.last});
        list.out.steps.push_back(std::move(step));
    }
    std::optional<double> latest; // of the coat before
    double gap_h = 0.0;
    bool first = true;
    bool turned = false;
    for (const SurfaceWork& w : list.in.surface->work) {
        const bool under = w.key.rfind("under_", 0) == 0;
        const bool show = w.key.rfind("show_", 0) == 0;
        if (!under && !show) {
            continue;
        }
        const std::string before = list.last;
        JobStep& step =
            list.add(w.key, w.name, "surface",
                     {"finish", std::max(0.1, face), w.hands_min, {}, false, std::max(1, w.people), w.wants});
        step.after.clear();
        StepAfter after{before};
        if (!first && gap_h > 0.0) {
            after.from = LinkFrom::Start;
            after.least_h = gap_h;
            after.most_h = latest;
            if (latest) {
                after.lateHands_min = kScuff_min;
                after.lateLeast_h = *latest;
            }
        }
        step.after.push_back(after);
        if (first && list.out.find("sample")) {
            step.after.push_back({"sample"});
        }
        step.tooSoon = "on a coat that is not dry the next one wrinkles and stays soft";
        if (first && !list.in.surface->choices.firstCoat.empty()) {
            step.fixed = list.in.surface->choices.firstCoat;
            step.fixedBy = "surface";
        }
        if (show && !turned) { // the underside is done: over it goes
            turned = true;
            step.turners = list.ofTop.people;
            step.ready += list.ofTop.ready;
        }
        gap_h = w.wait_h;
        latest = w.latest_h;
        first = false;
    }
    if (!first) {
        JobStep& last = list.out.steps.back();
        last.wait = hoursFigure(last.key, gap_h, "cures before it is used");
        last.waitStays = true;
        constexpr double kByClass = 0.1; // the tin says a week, and means six to eight days
        last.waitSpread = kByClass;
        last.tooSoon = "a finish that has not cured takes every mark";
    }
}

} // namespace

void addSurfaces(StepsMade& list)
{
    if (const SurfaceWork* repairs = list.work("repairs")) {
        const double places = static_cast<double>(list.in.surface->repairs.size() + list.in.surface->keys.size());
        list.add("repairs", repairs->name, "surface",
                 {"repairs", std::max(1.0, places), repairs->hands_min,
                  hoursFigure("repairs", repairs->wait_h, "glue and filler harden"), true, 1, repairs->wants});
    }
    if (const SurfaceWork* edges = list.work("edges")) {
        double m = 0.0;
        for (const EdgePlan& edge : list.in.surface->edges) {
            m += edge.length_mm / kMmPerM;
        }
        list.add("edges", "Make the edges", "surface",
                 {"edges",
                  std::max(m, perimeter_mm(list.in.surface->outline) / kMmPerM),
                  edges->hands_min,
                  {},
                  true,
                  1,
                  edges->wants});
    }
    const std::string before = list.last; // the maker sands one part while another dries
    std::vector<std::string> sanded;
    for (const PartSanding& part : list.in.surface->sanding) {
        list.last = before;
        const std::string key = "sand_" + std::to_string(static_cast<int>(part.part));
        const SurfaceWork* w = list.work(key);
        if (w == nullptr) {
            continue;
        }
        constexpr double kLeast_m2 = 0.05;
        const double area = part.area_mm2 > 0.0 ? part.area_mm2 / kMm2PerM2 : part.edge_mm / kMmPerM * 0.1;
        const double quantity =
            std::max(kLeast_m2, area * std::max<double>(1.0, static_cast<double>(part.ladder.grits.size())));
        JobStep& step = list.add(
            key, w->name, "surface",
            {"sand", quantity, w->hands_min,
             w->wait_h > 0.0 ? hoursFigure(key, w->wait_h, "wetted before the last grit, until it is dry") : Figure{},
             true, 1, w->wants});
        if (part.times.discs > 0) {
            step.planned.push_back({"discs", static_cast<double>(part.times.discs)});
        }
        sanded.push_back(key);
    }
    if (!list.in.surface->sanding.empty()) {
        JobStep& look = list.add("look", "Look it over in raking light", "surface",
                                 {"", 0.0, 15.0, {}, false, 1, "a lamp or a window from the side, pencil"});
        look.daylight = true;
        look.after.clear();
        for (const std::string& key : sanded) {
            look.after.push_back({key});
        }
    }
    undersideWork(list);
    addFloodCoats(list);
    coats(list);
}

} // namespace burl
