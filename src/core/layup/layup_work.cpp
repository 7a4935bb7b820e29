// What a layup asks for: its slabs cut out roughly, the top cut to its size, into halves and fitted together.

#include <cmath>

#include "core/layup/layup_plan.h"
#include "core/layup/top_pieces.h"
#include "core/measure/text.h"
#include "core/measure/units.h"

namespace burl
{

std::string namesOf(const std::vector<PlacedPiece>& pieces)
{
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

namespace
{

Work sawing(const char* key, const std::string& name, WorkPhase phase, const char* rate, double metres)
{
    Work w = workCalled(key, name, "layup", phase);
    w.rate = rate;
    w.quantity = metres;
    return w;
}

void cutRoughly(LayupPlan& plan)
{
    double cut = 0.0;
    double live = 0.0;
    for (const PlacedPiece& piece : plan.pieces) {
        const Box box = boundsOf(piece.rough.empty() ? piece.showRing : piece.rough);
        cut += 2.0 * box.height() / kMmPerM;
        const bool jointed = piece.jointAbove_mm.has_value() || piece.jointBelow_mm.has_value() || piece.ripByHand;
        cut += jointed ? box.width() / kMmPerM : 0.0;
        live += box.width() / kMmPerM * (plan.upperSide || plan.lowerSide || jointed ? 1.0 : 2.0);
    }
    Work rough = sawing("rough_cut", "Cut " + namesOf(plan.pieces) + " roughly", WorkPhase::Rough, "rough_cut", cut);
    rough.ready = "saw, chalk line, hearing protection";
    plan.work.push_back(rough);
    if (live > 0.0) {
        Work bark = sawing("bark", "Take the bark off, clean the voids", WorkPhase::Rough, "bark", live);
        bark.bench = "fill";
        bark.ready = "chisel, wire wheel, mask";
        plan.work.push_back(bark);
    }
}

void cutAcross(LayupPlan& plan)
{
    if (!plan.parted_mm) {
        return;
    }
    const double across = valueAt(plan.width, *plan.parted_mm) / kMmPerM;
    Work w = sawing("cross_cut", "Cut the top across", WorkPhase::CrossCut, "trim", across);
    w.handled = Handled::TopSteadied;
    w.ready = "guide rail, fine blade, square; mark which ends meet";
    plan.work.push_back(w);
}

void trim(LayupPlan& plan)
{
    const double wide = plan.finalBox.height() / kMmPerM;
    const double cut = plan.shape.empty() ? 2.0 * wide : perimeter_mm(plan.shape) / kMmPerM;
    Work w = sawing("trim", plan.shape.empty() ? "Trim the ends" : "Cut the outline", WorkPhase::Trimming, "trim", cut);
    w.handled = Handled::TopSteadied;
    w.ready = "guide rail, fine blade, tape on the far side";
    plan.work.push_back(w);
}

void fitHalves(LayupPlan& plan)
{
    if (plan.meetingBolts_mm.empty()) {
        return;
    }
    constexpr double kBolt_min = 9.0; // marked on both halves, drilled, its pocket made
    const double bolts = meetingBolts(plan);
    Work w = sawing("fit_halves", "Fit the halves together", WorkPhase::Fitting, "", bolts);
    w.planned_min = kBolt_min * bolts;
    w.handled = Handled::TopLifted;
    w.ready = "square, drill guide, bolts; dry, then apart again";
    plan.work.push_back(w);
}

void fitRods(LayupPlan& plan)
{
    if (plan.rods.empty()) {
        return;
    }
    constexpr double kRod_min = 12.0; // cut, drilled square into both slabs by one jig, tried dry: a custom
    const auto count = static_cast<double>(plan.rods.size());
    Work w = sawing("rods", "Drill for the rods and fit them", WorkPhase::Fitting, "", count);
    w.planned_min = kRod_min * count;
    w.ready = "drill guide on the same face of both, stop collar, rods cut to length";
    plan.work.push_back(w);
}

} // namespace

void nameWork(LayupPlan& plan)
{
    if (plan.missing || plan.pieces.empty()) {
        return;
    }
    cutRoughly(plan);
    cutAcross(plan);
    trim(plan);
    fitRods(plan);
    fitHalves(plan);
}

} // namespace burl
