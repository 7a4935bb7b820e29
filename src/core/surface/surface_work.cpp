// What a surface asks for: joints glued and levelled, repairs, edges, sanding, the coats in their windows.

#include <algorithm>
#include <cmath>

#include "core/measure/units.h"
#include "core/surface/schools.h"
#include "core/surface/surface_plan.h"

namespace burl
{
namespace
{

const SurfaceTask* taskCalled(const SurfacePlan& plan, const std::string& key)
{
    const auto found =
        std::find_if(plan.tasks.begin(), plan.tasks.end(), [&](const SurfaceTask& t) { return t.key == key; });
    return found != plan.tasks.end() ? &*found : nullptr;
}

Work named(const std::string& key, const std::string& name, WorkPhase phase, const char* rate, double quantity)
{
    Work w = workCalled(key, name, "surface", phase);
    w.rate = rate;
    w.quantity = quantity;
    return w;
}

Work ofTask(const SurfaceTask& task, WorkPhase phase, const char* rate, double quantity)
{
    Work w = named(task.key, task.name, phase, rate, quantity);
    w.planned_min = task.hands_min;
    w.ready = task.wants;
    return w;
}

void jointing(const SurfaceInput& in, double metres, SurfacePlan& plan)
{
    Work joint = named("joint", "Joint the edges", WorkPhase::Joining, "joint", metres);
    joint.bench = "layup";
    joint.ready = "guide rail or jointer, square, lamp";
    plan.work.push_back(joint);
    if (in.tenons && !in.tenons->places.empty()) {
        Work tenons = named("tenons", "Cut the mortises or holes of the joint", WorkPhase::Joining, "tenons",
                            static_cast<double>(in.tenons->places.size()));
        tenons.bench = "layup";
        tenons.ready = "the template or jig";
        plan.work.push_back(tenons);
    }
}

/// Whether anything was glued.
bool gluing(const SurfaceInput& in, SurfacePlan& plan)
{
    double metres = 0.0;
    for (const JointGlue& joint : plan.joints) {
        metres += joint.length_mm / kMmPerM;
    }
    const SurfaceTask* glue = taskCalled(plan, "glue");
    if (glue == nullptr || metres <= 0.0 || in.fromRough) {
        return false;
    }
    jointing(in, metres, plan);
    Work w = ofTask(*glue, WorkPhase::Joining, "glue", metres);
    constexpr double kAlone_m = 2.0;
    w.people = std::max(glue->people, metres > kAlone_m ? 2 : 1);
    w.split = false;
    w.wait = hoursFigure("glue", glue->wait_h, "clamps stay on: class of the glue");
    w.tooSoon = "the joint opens when clamps go too soon";
    w.holds = {"clamps", "flat bench"};
    plan.work.push_back(w);
    if (const SurfaceTask* squeeze = taskCalled(plan, "squeeze_out")) {
        Work scrape = ofTask(*squeeze, WorkPhase::Joining, "", 0.0);
        scrape.wait = hoursFigure("squeeze_out", squeeze->wait_h, "until the joint has dried flat");
        scrape.waitStays = true;
        scrape.tooSoon = "a joint that is planed wet sinks when it dries";
        plan.work.push_back(scrape);
    }
    return true;
}

/// Small fills are scraped flush; the whole top is flattened again after a river, or after many or wide ones.
bool needsFlattening(const SurfaceInput& in)
{
    constexpr size_t kMany = 12;
    constexpr double kWide = 0.03; // of the top
    if (in.planedAgain || !in.fill || in.fromRough) {
        return true;
    }
    double open_mm2 = 0.0;
    size_t places = 0;
    for (const FillItem& item : in.fill->items) {
        if (item.river) {
            return true;
        }
        if (!item.resin.empty()) {
            open_mm2 += item.areaTop_mm2;
            ++places;
        }
    }
    return places > kMany || open_mm2 > kWide * in.layup->topArea.value();
}

void levelling(const SurfaceInput& in, bool glued, SurfacePlan& plan)
{
    const double area = in.layup->topArea.known() ? in.layup->topArea.value() / kMm2PerM2 : 0.0;
    if (in.poured && !glued && !needsFlattening(in)) {
        const auto places = static_cast<double>(std::count_if(in.fill->items.begin(), in.fill->items.end(),
                                                              [](const FillItem& i) { return !i.resin.empty(); }));
        constexpr double kFlush_min = 7.0; // a place: custom is 5 to 10
        Work w = named("flush", "Scrape and sand the fills flush", WorkPhase::Levelling, "", places);
        w.bench = "flat";
        w.planned_min = kFlush_min * places;
        w.ready = "card scraper, block, dust extraction";
        plan.work.push_back(w);
    } else if ((in.poured || glued) && area > 0.0 && !(in.poured && in.fromRough)) {
        const double faces = in.poured ? 2.0 : 1.0;
        Work w = named("plane_again", in.poured ? "Flatten the top again, resin with it" : "Plane the joints level",
                       WorkPhase::Levelling, "planing", faces * area);
        w.bench = "flat";
        w.ready = "router sled or plane, dust extraction";
        w.holds = {"router sled"};
        plan.work.push_back(w);
    }
}

void repairsAndEdges(SurfacePlan& plan)
{
    if (const SurfaceTask* repairs = taskCalled(plan, "repairs")) {
        const double places = static_cast<double>(plan.repairs.size() + plan.keys.size());
        Work w = ofTask(*repairs, WorkPhase::Repairing, "repairs", std::max(1.0, places));
        w.wait = hoursFigure("repairs", repairs->wait_h, "glue and filler harden");
        plan.work.push_back(w);
    }
    if (const SurfaceTask* edges = taskCalled(plan, "edges")) {
        double metres = 0.0;
        for (const EdgePlan& edge : plan.edges) {
            metres += edge.length_mm / kMmPerM;
        }
        Work w = ofTask(*edges, WorkPhase::Edges, "edges", std::max(metres, perimeter_mm(plan.outline) / kMmPerM));
        w.name = "Make the edges";
        plan.work.push_back(w);
    }
}

/// The maker sands one part while another dries; then all is looked over.
void sanding(SurfacePlan& plan)
{
    Work look = named("look", "Look it over in raking light", WorkPhase::Looking, "", 0.0);
    for (const PartSanding& part : plan.sanding) {
        const SurfaceTask* task = taskCalled(plan, "sand_" + std::to_string(static_cast<int>(part.part)));
        if (task == nullptr) {
            continue;
        }
        constexpr double kLeast_m2 = 0.05;
        constexpr double kEdge_m = 0.1; // as wide a strip is an edge
        const double area = part.area_mm2 > 0.0 ? part.area_mm2 / kMm2PerM2 : part.edge_mm / kMmPerM * kEdge_m;
        const double passes = std::max<double>(1.0, static_cast<double>(part.ladder.grits.size()));
        Work w = ofTask(*task, WorkPhase::Sanding, "sand", std::max(kLeast_m2, area * passes));
        if (task->wait_h > 0.0) {
            w.wait = hoursFigure(task->key, task->wait_h, "wetted before the last grit, until it is dry");
        }
        if (part.times.discs > 0) {
            w.uses.push_back({"discs", static_cast<double>(part.times.discs)});
        }
        w.beside = true;
        plan.work.push_back(w);
        look.after.push_back({task->key});
    }
    if (plan.sanding.empty()) {
        return;
    }
    constexpr double kLook_min = 15.0;
    look.planned_min = kLook_min;
    look.split = false;
    look.daylight = true;
    look.ready = "a lamp or a window from the side, pencil";
    plan.work.push_back(look);
}

/// Beside the work: it must be known before the first coat.
bool sample(SurfacePlan& plan)
{
    const SurfaceTask* task = taskCalled(plan, "sample");
    if (task == nullptr) {
        return false;
    }
    Work w = ofTask(*task, WorkPhase::Coating, "", 0.0);
    w.wait = hoursFigure("sample", task->wait_h, "its coats dry");
    w.after = {{"trim"}};
    w.aside = true;
    plan.work.push_back(w);
    return true;
}

/// A coat after the one before it, whose gap and window it keeps.
StepAfter afterCoat(const SurfaceTask& before)
{
    StepAfter after{before.key};
    if (before.wait_h > 0.0) {
        after.from = LinkFrom::Start;
        after.least_h = before.wait_h;
        after.most_h = before.latest_h;
        if (before.latest_h) {
            after.lateHands_min = kScuff_min;
            after.lateLeast_h = *before.latest_h;
        }
    }
    return after;
}

void coats(SurfacePlan& plan)
{
    const bool sampled = sample(plan);
    const double face = plan.sanding.empty() ? 0.0 : plan.sanding.front().area_mm2 / kMm2PerM2;
    const SurfaceTask* before = nullptr;
    bool turned = false;
    for (const SurfaceTask& task : plan.tasks) {
        const bool show = task.key.rfind("show_", 0) == 0;
        if (!show && task.key.rfind("under_", 0) != 0) {
            continue;
        }
        constexpr double kLeast_m2 = 0.1;
        Work w = ofTask(task, WorkPhase::Coating, "finish", std::max(kLeast_m2, face));
        w.people = std::max(1, task.people);
        w.split = false;
        w.tooSoon = "on a coat that is not dry the next one wrinkles and stays soft";
        if (before != nullptr) {
            w.after = {afterCoat(*before)};
        } else {
            if (sampled) {
                w.after = {{std::string(kBeforeInOrder)}, {"sample"}};
            }
            if (!plan.choices.firstCoat.empty()) {
                w.fixed = plan.choices.firstCoat;
                w.fixedBy = "surface";
            }
        }
        if (show && !turned) { // the underside is done: over it goes
            turned = true;
            w.handled = Handled::TopTurned;
        }
        plan.work.push_back(w);
        before = &task;
    }
    if (before == nullptr) {
        return;
    }
    Work& last = plan.work.back();
    last.wait = hoursFigure(last.key, before->wait_h, "cures before it is used");
    last.waitStays = true;
    constexpr double kByClass = 0.1; // the tin says a week, and means six to eight days
    last.waitSpread = kByClass;
    last.tooSoon = "a finish that has not cured takes every mark";
}

/// Discs, glue and finish; each coat uses as much as the others.
void nameGoods(SurfacePlan& plan)
{
    if (plan.tasks.empty()) {
        return;
    }
    const double litres = plan.flood ? plan.flood->all.volume_L : plan.amount.all.volume_L;
    if (litres > 0.0) {
        const std::string name = std::string("Finish: ") + finishClass(plan.choices.finish).name;
        Goods finish{"finish", name, "L", workedOut("goods_finish", name, litres, Unit::Volume, "all coats"), "show_"};
        finish.along = true;
        const auto isCoat = [](const Work& w) { return w.phase == WorkPhase::Coating && !w.aside; };
        const auto count = std::count_if(plan.work.begin(), plan.work.end(), isCoat);
        for (const Work& w : plan.work) {
            if (isCoat(w)) {
                finish.uses.push_back({w.key, litres / static_cast<double>(count)});
            }
        }
        plan.goods.push_back(std::move(finish));
    }
    if (plan.discs > 0) {
        Goods discs{"discs", "Sanding discs",
                    "",      workedOut("goods_discs", "discs", plan.discs, Unit::Count, "grits and area of each part"),
                    "sand_", {},
                    true};
        for (const Work& w : plan.work) {
            for (const PlannedWork& used : w.uses) {
                discs.uses.push_back({w.key, used.quantity});
            }
        }
        plan.goods.push_back(std::move(discs));
    }
    if (plan.glueAll) {
        constexpr double kGrams = 1000.0;
        const std::string name = std::string("Glue: ") + glueClass(plan.choices.glue).name;
        plan.goods.push_back(
            {"glue",
             name,
             "kg",
             workedOut("goods_glue", name, plan.glueAll->grams / kGrams, Unit::Mass, "all joints, both faces wetted"),
             "glue",
             {},
             true});
    }
}

} // namespace

void nameWork(const SurfaceInput& input, SurfacePlan& plan)
{
    if (!input.layup || input.layup->missing || input.layup->pieces.empty()) {
        return;
    }
    levelling(input, gluing(input, plan), plan);
    repairsAndEdges(plan);
    sanding(plan);
    coats(plan);
    nameGoods(plan);
}

} // namespace burl
