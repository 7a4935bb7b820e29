#include "core/surface/surface_plan.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/measure/clock.h"
#include "core/measure/units.h"

namespace burl
{
namespace
{

const std::vector<int> kGrits{40, 60, 80, 100, 120, 150, 180, 220, 320, 400, 600, 800};

double runOf(const Profile& line)
{
    double out = 0.0;
    for (size_t i = 0; i + 1 < line.size(); ++i) {
        out += length(line[i + 1] - line[i]);
    }
    return out;
}

Ring outlineOfTop(const LayupPlan& layup)
{
    constexpr double kJoint_mm = 0.5; // pieces that meet are one
    Region all;
    for (const PlacedPiece& piece : layup.pieces) {
        all.insert(all.end(), piece.kept.begin(), piece.kept.end());
    }
    if (layup.gap && layup.gapInput && !layup.openGap) {
        const Region river = intersection({gapRing(*layup.gapInput, *layup.gap, false)}, finalOutline(layup));
        all.insert(all.end(), river.begin(), river.end());
    }
    return anticlockwise(largestRing(grown(unionOf(grown(all, kJoint_mm)), -kJoint_mm)));
}

/// Both faces of the wood and what is poured into it; of an open gap both halves.
double faceArea_mm2(const SurfaceInput& in, const SurfacePlan& plan)
{
    if (!in.layup->openGap) {
        return area_mm2(plan.outline);
    }
    double sum = 0.0;
    for (const PlacedPiece& piece : in.layup->pieces) {
        sum += area_mm2(piece.kept);
    }
    return sum;
}

double resinArea_mm2(const SurfaceInput& in)
{
    double sum = 0.0;
    for (const FillItem& item : in.fill->items) {
        sum += item.onShow && !item.seal ? area_mm2(item.onTable) : 0.0;
    }
    return sum;
}

/// A long edge on the show face, from the left end to the right.
Profile edgeLine(const LayupPlan& layup, bool far)
{
    const double end = layup.length.value();
    const auto& side = far ? layup.upperSide : layup.lowerSide;
    if (side) {
        return {{0.0, side->at(0.0)}, {end, side->at(end)}};
    }
    return cutTo(far ? layup.far().upper : layup.near().lower, 0.0, end);
}

} // namespace

bool sameInput(const SurfaceInput& a, const SurfaceInput& b)
{
    return a.choices == b.choices && a.kind == b.kind && a.farEdge == b.farEdge && a.nearEdge == b.nearEdge &&
           a.clearResin == b.clearResin && a.room == b.room && a.layup == b.layup && a.tenons == b.tenons &&
           a.fill == b.fill && a.base == b.base && a.thickness.known() == b.thickness.known() &&
           a.thickness.value() == b.thickness.value() && a.species == b.species && a.poured == b.poured &&
           a.fromRough == b.fromRough && a.planedAgain == b.planedAgain;
}

std::string partWord(SurfacePart part)
{
    switch (part) {
    case SurfacePart::Show:
        return "show face";
    case SurfacePart::Under:
        return "underside";
    case SurfacePart::Edges:
        return "edges";
    case SurfacePart::Ends:
        return "end grain";
    case SurfacePart::Resin:
        return "resin";
    }
    return {};
}

void planGlue(const SurfaceInput& in, SurfacePlan& plan)
{
    const SurfaceChoices& c = plan.choices;
    const GlueClass& glue = glueClass(c.glue);
    const LayupPlan& layup = *in.layup;
    GlueInput all;
    all.closing_min = 0.0;
    for (const Joint& joint : layup.joints) {
        JointGlue j;
        j.name = layup.pieces[joint.upper].name + " to " + layup.pieces[joint.lower].name;
        j.from_mm = 0.0;
        j.to_mm = layup.length.value();
        if (!layup.shape.empty()) {
            const auto cuts = crossingsAt(layup.shape, joint.level_mm);
            if (cuts.size() < 2) {
                continue;
            }
            j.from_mm = std::max(j.from_mm, cuts.front());
            j.to_mm = std::min(j.to_mm, cuts.back());
        }
        if (!(j.to_mm > j.from_mm)) {
            continue;
        }
        j.length_mm = runOf(cutTo(joint.line, j.from_mm, j.to_mm));
        for (const Vec2 t : in.tenons->places) {
            j.tenons += t.x >= j.from_mm && t.x <= j.to_mm && std::abs(t.y - valueAt(joint.line, t.x)) < 1.0 ? 1 : 0;
        }
        ClampInput clamp;
        clamp.length_mm = j.length_mm;
        clamp.thickness_mm = in.thickness.value();
        clamp.pressure_N_mm2 = c.pressure_N_mm2;
        clamp.clamp_N = c.clamp_N;
        clamp.mostPitch_mm = c.clampPitch_mm;
        clamp.pad_mm = c.pad_mm;
        clamp.reach_mm =
            std::max(1.0, std::min(layup.finalBox.top - joint.level_mm, joint.level_mm - layup.finalBox.bottom));
        j.clamps = clampRow(clamp);
        GlueInput g;
        g.joint_mm = j.length_mm;
        g.thickness_mm = in.thickness.value();
        g.faces = c.bothSides ? 2 : 1;
        g.grams_m2 = glue.grams_m2;
        g.tenons = j.tenons;
        g.clamps = j.clamps.count;
        g.people = c.people;
        g.room_C = plan.glue_C;
        g.open_min = glue.open_min;
        j.glue = glueTime(g);
        plan.clampsInAll = std::max(plan.clampsInAll, j.clamps.count);
        all.joint_mm += g.joint_mm;
        all.tenons += g.tenons;
        all.closing_min += g.closing_min;
        const double each = all.clamps;
        all = GlueInput{all.joint_mm,    g.thickness_mm,  g.faces,
                        g.grams_m2,      all.tenons,      g.grams_tenon,
                        g.spread_m2_min, g.tenon_s,       std::max(static_cast<int>(each), g.clamps),
                        g.clamp_s,       all.closing_min, g.people,
                        g.room_C,        g.open_min};
        plan.joints.push_back(std::move(j));
    }
    if (plan.joints.empty()) {
        return;
    }
    plan.glueAll = glueTime(all);
    constexpr double kDryRun_min = 20.0; // once through without glue: clamps set, blocks cut, cauls waxed
    plan.tasks.push_back({"glue", "Glue up", plan.glueAll->assembly_min + kDryRun_min, c.people, glue.clamps_h,
                          std::nullopt,
                          std::to_string(static_cast<int>(std::lround(plan.glueAll->grams))) + " g of " + glue.name +
                              ", " + std::to_string(plan.clampsInAll) + " clamps"});
    plan.tasks.push_back({"squeeze_out", "Scrape the squeeze-out", 10.0, 1, glue.plane_h - glue.clamps_h, std::nullopt,
                          "scraper, while it is leather"});
}

void planEdges(const SurfaceInput& in, SurfacePlan& plan)
{
    const SurfaceChoices& c = plan.choices;
    const LayupPlan& layup = *in.layup;
    const double thick = in.thickness.value();
    const auto add = [&](bool far, double from, double to, EdgeTreatment kind, const Profile& whole, double deep) {
        constexpr double kLeast_mm = 1.0;
        if (to - from < kLeast_mm) {
            return;
        }
        EdgePlan e;
        e.far = far;
        e.from_mm = from;
        e.to_mm = to;
        e.kind = kind;
        e.line = cutTo(whole, from, to);
        e.length_mm = runOf(e.line);
        const EdgeClass& way = edgeClass(kind);
        e.surface_mm2 = e.length_mm * way.longer * thick;
        e.minutes = e.length_mm / kMmPerM * way.minutes_m;
        if (kind == EdgeTreatment::CarvedAnew || kind == EdgeTreatment::Chipped) {
            e.goes_mm2 = e.length_mm * deep * 2.0 / 3.0; // an arc of that depth
        }
        plan.edges.push_back(std::move(e));
    };
    if (layup.shape.empty()) {
        const double end = layup.length.value();
        for (const bool far : {true, false}) {
            const Profile whole = edgeLine(layup, far);
            const bool live = (far ? in.farEdge : in.nearEdge) == OuterEdges::Live;
            const EdgeTreatment usual = live ? c.live : EdgeTreatment::AsCut;
            std::vector<EdgeStretch> mine;
            for (const EdgeStretch& s : c.stretches) {
                if (s.far == far && s.to_mm > 0.0 && s.from_mm < end) {
                    mine.push_back(s);
                }
            }
            std::stable_sort(mine.begin(), mine.end(),
                             [](const EdgeStretch& a, const EdgeStretch& b) { return a.from_mm < b.from_mm; });
            double at = 0.0;
            for (const EdgeStretch& s : mine) {
                const double from = std::clamp(s.from_mm, at, end);
                const double to = std::clamp(s.to_mm, from, end);
                add(far, at, from, usual, whole, 0.0);
                add(far, from, to, s.kind, whole, s.deep_mm);
                at = std::max(at, to);
            }
            add(far, at, end, usual, whole, 0.0);
        }
    }
    EdgeInput profile;
    profile.thickness_mm = thick;
    profile.top = c.above;
    profile.bottom = c.below;
    profile.bearing_mm = c.bearing_mm;
    const Box& box = layup.finalBox;
    constexpr double kRound_mm = 0.5;
    if (!layup.shape.empty() && std::abs(box.width() - box.height()) < kRound_mm) {
        profile.diameter_mm = box.width();
    } else {
        profile.length_mm = perimeter_mm(plan.outline);
    }
    plan.profile = edgeProfile(profile);
    double minutes = 0.0;
    for (const EdgePlan& e : plan.edges) {
        minutes += e.minutes;
    }
    constexpr double kCorner_min_m = 1.5; // by router or block plane, above and below
    minutes += perimeter_mm(plan.outline) / kMmPerM * kCorner_min_m;
    plan.tasks.push_back({"edges", "Edges", minutes, 1, 0.0, std::nullopt, "light from the side; splinters eased"});
}

void planSanding(const SurfaceInput& in, SurfacePlan& plan)
{
    const SurfaceChoices& c = plan.choices;
    plan.stop = stopFor(c.finish, c.look);
    const int stop = static_cast<int>(std::lround(c.stopGrit.value_or(plan.stop.grit)));
    plan.pencil = pencilGrid(plan.outline, c.pencil_mm);
    const double face = faceArea_mm2(in, plan);
    const double rim = perimeter_mm(plan.outline);
    const double ends = in.layup->shape.empty() ? 2.0 * in.layup->finalBox.height() * in.thickness.value() : 0.0;
    const double resin = resinArea_mm2(in);
    const auto add = [&](SurfacePart part, double area, double edge, int start, int to, double times) {
        PartSanding p;
        p.part = part;
        p.area_mm2 = area;
        p.edge_mm = edge;
        p.start = std::min(start, to);
        p.stop = to;
        GritQuestion q;
        q.start = p.start;
        q.stop = to;
        q.available = kGrits;
        q.maxRatio = c.maxRatio;
        p.ladder = gritLadder(q);
        for (const Sanded& s : c.sanded) {
            p.reached = s.part == part ? std::max(p.reached, s.grit) : p.reached;
        }
        SandingInput s;
        s.area_mm2 = area;
        s.edge_mm = edge;
        s.machines = c.machines;
        s.wetBeforeLast =
            c.waterPop && (part == SurfacePart::Show || part == SurfacePart::Under) && p.ladder.grits.size() > 1;
        constexpr double kDry_min = 240.0;
        s.dry_min = kDry_min;
        for (size_t i = 0; i < p.ladder.grits.size(); ++i) {
            // The first takes the machine's marks out: twice as much.
            const int passes = i == 0 && part != SurfacePart::Resin ? 2 : 1;
            s.steps.push_back(
                {p.ladder.grits[i], passes, c.rate_min_m2 * times, edge > 0.0 ? c.edgeRate_min_m : 0.0, c.discLife_m2});
        }
        p.times = sandingTimes(s);
        for (size_t i = 0; i < p.times.steps.size(); ++i) {
            p.minutesLeft += p.ladder.grits[i] > p.reached ? p.times.steps[i].elapsed_min : 0.0;
        }
        plan.discs += p.times.discs;
        plan.sanding_min += p.times.work_min;
        plan.tasks.push_back({"sand_" + std::to_string(static_cast<int>(part)), "Sand the " + partWord(part),
                              p.times.work_min, 1, s.wetBeforeLast ? kDry_min / 60.0 : 0.0, std::nullopt,
                              p.times.discs > 0 ? std::to_string(p.times.discs) + " discs, mask and extraction"
                                                : std::string("paper by hand, mask")});
        plan.sanding.push_back(std::move(p));
    };
    constexpr double kEndGrain = 2.5; // it takes so many times as long
    constexpr double kResin = 1.5;
    add(SurfacePart::Show, face, 0.0, c.startGrit, stop, 1.0);
    add(SurfacePart::Under, face, 0.0, c.startGrit, std::max(oneLess(stop), std::min(c.startGrit, stop)), 1.0);
    add(SurfacePart::Edges, 0.0, rim, c.startGrit, stop, 1.0);
    if (ends > 0.0) {
        add(SurfacePart::Ends, ends, 0.0, c.startGrit, oneMore(stop), kEndGrain);
    }
    constexpr double kSome_mm2 = 100.0;
    if (resin > kSome_mm2) {
        const int to =
            static_cast<int>(std::lround(c.resinGrit.value_or(resinStopFor(c.finish, in.clearResin, stop).grit)));
        if (to > stop) {
            add(SurfacePart::Resin, resin, 0.0, stop, to, kResin);
        }
    }
}

void planFinish(const SurfaceInput& in, SurfacePlan& plan)
{
    const SurfaceChoices& c = plan.choices;
    const FinishClass& f = finishClass(c.finish);
    const double face = faceArea_mm2(in, plan);
    plan.coatsShow = static_cast<int>(std::lround(c.coats.value_or(f.coats)));
    plan.coatsUnder = c.faces == FacesSchool::Alike ? plan.coatsShow : std::min(kCoatsBelow, plan.coatsShow);
    FinishInput amount;
    amount.faces = {{face, plan.coatsShow}, {face, plan.coatsUnder}};
    double long_mm = 0.0;
    for (const EdgePlan& e : plan.edges) {
        amount.edges.push_back({e.length_mm, edgeClass(e.kind).longer});
        long_mm += e.length_mm;
    }
    amount.edges.push_back({std::max(0.0, perimeter_mm(plan.outline) - long_mm), 1.0});
    amount.thickness_mm = in.thickness.value();
    amount.edgeCoats = plan.coatsShow;
    if (c.baseToo && in.base->shape && madeOf(in.base->choices.kind) == BaseOf::Wood) {
        double base = 0.0;
        for (const BaseMember& m : in.base->shape->members) {
            base += m.count * m.long_mm * 2.0 * (m.deep_mm + m.thick_mm);
        }
        amount.faces.push_back({base, plan.coatsUnder});
    }
    amount.coverage_m2_L = c.coverage_m2_L.value_or(f.coverage_m2_L);
    amount.firstCoat = f.firstCoat;
    amount.loss = f.loss;
    amount.mix = f.mix;
    amount.spread_m2_min = f.spread_m2_min * c.wipers;
    amount.pot_min = f.window_min;
    plan.amount = finishAmount(amount);
    if (f.film_mm > 0.0) {
        FloodInput flood;
        flood.area_mm2 = face;
        flood.film_mm = f.film_mm;
        flood.coats = plan.coatsShow;
        flood.coatsUnder = plan.coatsUnder;
        flood.perimeter_mm = perimeter_mm(plan.outline);
        flood.thickness_mm = in.thickness.value();
        flood.dripLoss = f.loss;
        flood.mix = f.mix;
        plan.flood = floodAmount(flood);
    }
    WipingInput wipe;
    wipe.outline = plan.outline;
    wipe.window_min = f.window_min;
    wipe.soak_min = f.soak_min;
    wipe.spread_m2_min = f.spread_m2_min;
    wipe.wipe_m2_min = f.wipe_m2_min;
    wipe.people = c.wipers;
    plan.sections = wipingSections(wipe);
    const double edges = plan.amount.edge_mm2 / kMm2PerM2 / f.spread_m2_min;
    const double coat_min = plan.sections.all_min + edges;
    constexpr double kLayOut_min = 5.0;  // cups and cloths laid out, hands washed
    constexpr double kDust_min_m2 = 5.0; // dust off, tack cloth
    constexpr double kMostClean_min = 15.0;
    const double clean_min = std::min(kMostClean_min, kLayOut_min + kDust_min_m2 * face / kMm2PerM2);
    const std::string wants = f.wiped ? "cloths, gloves, a closed can with water for the rags" : "a shop without dust";
    plan.tasks.push_back({"sample", "Take a sample board through it all", 30.0, 1, f.gap_h * plan.coatsShow,
                          std::nullopt, "an offcut of this job, resin included"});
    for (int k = 1; k <= plan.coatsUnder; ++k) {
        plan.tasks.push_back({"under_" + std::to_string(k), "Underside, coat " + std::to_string(k),
                              coat_min + clean_min, c.wipers, k < plan.coatsUnder ? f.gap_h : f.handle_h,
                              k < plan.coatsUnder ? f.latest_h : std::nullopt, wants});
    }
    for (int k = 1; k <= plan.coatsShow; ++k) {
        plan.tasks.push_back({"show_" + std::to_string(k), "Show face and edges, coat " + std::to_string(k),
                              coat_min + clean_min, c.wipers, k < plan.coatsShow ? f.gap_h : f.cure_days * 24.0,
                              k < plan.coatsShow ? f.latest_h : std::nullopt, wants});
    }
}

SurfacePlan surfacePlan(const SurfaceInput& in)
{
    SurfacePlan plan;
    plan.choices = in.choices;
    if (!in.layup || in.layup->missing || in.layup->pieces.empty()) {
        return plan; // Layup says so
    }
    if (!in.thickness.known()) {
        plan.missing =
            Missing{"How thick the top becomes is not known", "thickness or heights of its slabs", {"flat", ""}};
        addMissing(plan.findings, "surface.missing", *plan.missing);
        return plan;
    }
    plan.outline = outlineOfTop(*in.layup);
    if (plan.outline.size() < 3) {
        return plan;
    }
    plan.glue_C = in.choices.room_C.value_or(in.room.day_C);
    plan.coldest_C = in.choices.room_C.value_or(std::min(in.room.day_C, in.room.night_C));
    planGlue(in, plan);
    planRepairs(in, plan);
    planEdges(in, plan);
    planSanding(in, plan);
    planFinish(in, plan);
    measureSurface(in, plan);
    inspectSurface(in, plan);
    sortBySeverity(plan.findings);
    return plan;
}

} // namespace burl
