// The slabs stickered until they are as dry as their room, then milled once or more, with a rest between.

#include <algorithm>
#include <cmath>

#include "core/flatten/flatten_plan.h"
#include "core/flatten/millings.h"
#include "core/measure/when.h"
#include "core/wood/drying.h"
#include "core/yard/slab_card.h"

namespace burl
{
namespace
{

/// Until the wettest slab is within reach of its room; nothing where it is already.
Figure acclimatising(const FlattenInput& in)
{
    if (!in.roomMc_pct) {
        return {};
    }
    double most_days = 0.0;
    bool guess = false;
    std::string which;
    for (const auto& slab : in.slabs) {
        if (!slab || !slab->mc_pct || *slab->mc_pct <= *in.roomMc_pct + kReadyWithin_pct + 1e-9) {
            continue;
        }
        const double target = *in.roomMc_pct + kReadyWithin_pct;
        double days = 0.0;
        const auto curve = dryingCurve(deepestReadings(slab->moisture), *in.roomMc_pct);
        const auto on = curve ? curve->dayOf(target) : std::nullopt;
        if (on && !slab->moisture.empty()) {
            int last = curve->firstDay;
            for (const DryingReading& reading : deepestReadings(slab->moisture)) {
                last = std::max(last, reading.day);
            }
            days = std::max(0.0, *on - last);
        } else {
            // A year for 25 mm halves what is left about every season: no more than a guess without readings.
            constexpr double kTau_days_mm = 4.0;
            const double thick = slab->thickness_mm.value_or(50.0);
            days = kTau_days_mm * thick / 2.0 * std::log(*slab->mc_pct / target);
            guess = true;
        }
        if (days > most_days) {
            most_days = days;
            which = slab->name;
        }
    }
    if (most_days <= 0.0) {
        return {};
    }
    const double minutes = most_days * kDay_h * 60.0;
    return guess ? assumed("wait_stack", "drying of " + which, minutes, Unit::Minutes,
                           "no two readings a week apart: meter it")
                 : workedOut("wait_stack", "drying of " + which, minutes, Unit::Minutes,
                             "its drying curve, to within 1.5 % of the room");
}

void stack(const FlattenInput& in, FlattenPlan& plan)
{
    Work w = workCalled("stack", "Bring in and sticker " + namesOf(in.layup->pieces), "yard", WorkPhase::Stacking);
    w.rate = "stack";
    w.quantity = static_cast<double>(in.layup->pieces.size());
    w.wait = acclimatising(in);
    w.waitGuessed = w.wait.isGuess();
    w.waitStays = true;
    constexpr double kByReadings = 0.15; // of a curve through two readings, and of none
    constexpr double kByThickness = 0.3;
    w.waitSpread = w.waitGuessed ? kByThickness : kByReadings;
    w.handled = Handled::PieceLifted;
    w.ready = "stickers, moisture meter";
    w.tooSoon = "wood that still dries warps after it is flat";
    plan.work.push_back(w);
}

/// Of each milling: m2 and pass, and minutes.
struct Milled {
    std::vector<double> quantity, minutes;
    Figure rest; // between two of them
};

Milled milled(const FlattenInput& in, const FlattenPlan& plan, size_t times)
{
    Milled out{std::vector<double>(times, 0.0), std::vector<double>(times, 0.0), {}};
    size_t read = 0;
    for (size_t i = 0; i < plan.pieces.size(); ++i) {
        const FlattenedPiece& piece = plan.pieces[i];
        if (piece.missing) {
            continue;
        }
        ++read;
        const double area = std::abs(area_mm2(in.layup->pieces[i].rough)) / kMm2PerM2;
        for (const FacePasses* face : {&piece.top, &piece.bottom}) {
            double path = 0.0;
            for (const Pass& pass : face->passes.passes) {
                path += pass.path_mm;
            }
            for (const Pass& pass : face->passes.passes) {
                const auto at = static_cast<size_t>(std::clamp(pass.milling, 1, static_cast<int>(times)) - 1);
                out.quantity[at] += area;
                out.minutes[at] += path > 0.0 ? face->minutes * pass.path_mm / path : 0.0;
            }
        }
        const auto mc = i < in.slabs.size() && in.slabs[i] ? in.slabs[i]->mc_pct : std::nullopt;
        const Figure days = restDays(piece.name, std::max(piece.top.mean_mm, piece.bottom.mean_mm), mc);
        out.rest = !out.rest.known() || days.value() > out.rest.value() ? days : out.rest;
    }
    // Pieces that nobody read take as much as the others; where none is, three passes of both faces.
    const double all = read > 0 ? static_cast<double>(plan.pieces.size()) / static_cast<double>(read) : 1.0;
    for (size_t k = 0; k < times; ++k) {
        if (read == 0) {
            constexpr double kPasses = 3.0;
            constexpr double kFaces = 2.0;
            constexpr double kMinutes_m2 = 12.0;
            for (const PlacedPiece& piece : in.layup->pieces) {
                out.quantity[k] +=
                    kFaces * kPasses * std::abs(area_mm2(piece.rough)) / kMm2PerM2 / static_cast<double>(times);
            }
            out.minutes[k] = kMinutes_m2 * out.quantity[k];
        }
        out.minutes[k] *= all;
        out.quantity[k] *= all;
    }
    if (!out.rest.known()) {
        out.rest = assumed("rest_days", "rest", 1.0, Unit::Days, "a day at least; not read yet");
    }
    return out;
}

Work reading(const FlattenInput& in, const std::string& at)
{
    Work w = workCalled("read_" + at, "Measure " + namesOf(in.layup->pieces) + " again", "flat", WorkPhase::Milling);
    w.rate = "read";
    w.quantity = static_cast<double>(in.layup->pieces.size());
    w.ready = "rails, tape, meter";
    return w;
}

void millings(const FlattenInput& in, FlattenPlan& plan)
{
    if (plan.pieces.empty()) {
        return;
    }
    const auto times = static_cast<size_t>(std::max(1, in.choices.millings));
    const Milled by = milled(in, plan, times);
    const char* kNames[] = {"first", "second", "third"};
    for (size_t k = 1; k <= times; ++k) {
        const std::string at = std::to_string(k);
        if (k > 1) {
            plan.work.push_back(reading(in, at));
        }
        Work w = workCalled("flatten_" + at,
                            "Flatten " + namesOf(in.layup->pieces) +
                                (times == 1 ? "" : std::string(", ") + kNames[std::min<size_t>(k, 3) - 1] + " milling"),
                            "flat", WorkPhase::Milling);
        w.rate = "flatten";
        w.quantity = by.quantity[k - 1];
        w.planned_min = by.minutes[k - 1];
        if (k < times) {
            w.wait =
                made("wait_flatten_" + at, "rest", "{0}", {by.rest}, by.rest.value() * kDay_h * 60.0, Unit::Minutes);
        }
        w.milling = static_cast<int>(k);
        w.handled = Handled::PieceTurned;
        w.holds = {"router sled"};
        w.ready = "router sled, dust extraction, mask";
        plan.work.push_back(w);
    }
}

} // namespace

void nameWork(const FlattenInput& input, FlattenPlan& plan)
{
    if (!input.layup || input.layup->missing || input.layup->pieces.empty()) {
        return;
    }
    stack(input, plan);
    millings(input, plan);
}

} // namespace burl
