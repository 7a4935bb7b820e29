// From the rack to the glued top: dried, cut, flattened, rested, joined.

#include <algorithm>
#include <cmath>

#include "core/days/steps_made.h"
#include "core/flatten/millings.h"
#include "core/layup/top_pieces.h"
#include "core/wood/drying.h"
#include "core/yard/slab_card.h"

namespace burl
{
namespace
{

/// Until the wettest slab is within reach of its room; nothing where it is already.
Figure acclimatising(const StepsInput& in)
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

} // namespace

void addRoughWork(StepsMade& list)
{
    const auto& pieces = list.in.layup->pieces;
    const double count = static_cast<double>(pieces.size());
    JobStep& stack =
        list.add("stack", "Bring in and sticker " + list.names(), "yard",
                 {"stack", count, 0.0, acclimatising(list.in), true, list.ofPiece.people > 1 ? 2 : 1,
                  "stickers, moisture meter" + list.ofPiece.lift, "wood that still dries warps after it is flat"});
    stack.waitGuessed = stack.wait.isGuess();
    stack.waitStays = true;
    constexpr double kByReadings = 0.15; // of a curve through two readings, and of none
    constexpr double kByThickness = 0.3;
    stack.waitSpread = stack.waitGuessed ? kByThickness : kByReadings;
    double cut = 0.0;
    double live = 0.0;
    for (const PlacedPiece& piece : pieces) {
        const Box box = boundsOf(piece.rough.empty() ? piece.showRing : piece.rough);
        cut += 2.0 * box.height() / kMmPerM;
        const bool jointed = piece.jointAbove_mm.has_value() || piece.jointBelow_mm.has_value() || piece.ripByHand;
        cut += jointed ? box.width() / kMmPerM : 0.0;
        live += box.width() / kMmPerM * (list.in.layup->upperSide || list.in.layup->lowerSide || jointed ? 1.0 : 2.0);
    }
    list.add("rough_cut", "Cut " + list.names() + " roughly", "layup",
             {"rough_cut", cut, 0.0, {}, true, 1, "saw, chalk line, hearing protection"});
    if (live > 0.0) {
        list.add("bark", "Take the bark off, clean the voids", "fill",
                 {"bark", live, 0.0, {}, true, 1, "chisel, wire wheel, mask"});
    }
}

void addMillings(StepsMade& list)
{
    if (!list.in.flatten || list.in.flatten->pieces.empty()) {
        return;
    }
    const int times = std::max(1, list.in.flattenChoices.millings);
    std::vector<double> minutes(static_cast<size_t>(times), 0.0);
    std::vector<double> quantity(static_cast<size_t>(times), 0.0);
    Figure rest;
    size_t read = 0;
    for (size_t i = 0; i < list.in.flatten->pieces.size(); ++i) {
        const FlattenedPiece& piece = list.in.flatten->pieces[i];
        if (piece.missing) {
            continue;
        }
        ++read;
        const double area = std::abs(area_mm2(list.in.layup->pieces[i].rough)) / kMm2PerM2;
        for (const FacePasses* face : {&piece.top, &piece.bottom}) {
            double path = 0.0;
            for (const Pass& pass : face->passes.passes) {
                path += pass.path_mm;
            }
            for (const Pass& pass : face->passes.passes) {
                const auto at = static_cast<size_t>(std::clamp(pass.milling, 1, times) - 1);
                quantity[at] += area;
                minutes[at] += path > 0.0 ? face->minutes * pass.path_mm / path : 0.0;
            }
        }
        const auto mc = i < list.in.slabs.size() && list.in.slabs[i] ? list.in.slabs[i]->mc_pct : std::nullopt;
        const Figure days = restDays(piece.name, std::max(piece.top.mean_mm, piece.bottom.mean_mm), mc);
        rest = !rest.known() || days.value() > rest.value() ? days : rest;
    }
    // Pieces that nobody read take as much as the others; where none is, three passes of both faces.
    const double all = read > 0 ? static_cast<double>(list.in.flatten->pieces.size()) / static_cast<double>(read) : 1.0;
    for (size_t k = 0; k < minutes.size(); ++k) {
        if (read == 0) {
            constexpr double kPasses = 3.0;
            constexpr double kFaces = 2.0;
            constexpr double kMinutes_m2 = 12.0;
            for (const PlacedPiece& piece : list.in.layup->pieces) {
                quantity[k] += kFaces * kPasses * std::abs(area_mm2(piece.rough)) / kMm2PerM2 / times;
            }
            minutes[k] = kMinutes_m2 * quantity[k];
        }
        minutes[k] *= all;
        quantity[k] *= all;
    }
    if (!rest.known()) {
        rest = assumed("rest_days", "rest", 1.0, Unit::Days, "a day at least; not read yet");
    }
    const std::string withResin = list.in.fillInput->choices.fromRough ? ", resin with it" : "";
    const char* kNames[] = {"first", "second", "third"};
    for (int k = 1; k <= times; ++k) {
        const std::string at = std::to_string(k);
        if (k > 1) {
            list.add(
                "read_" + at, "Measure " + list.names() + " again", "flat",
                {"read", static_cast<double>(list.in.layup->pieces.size()), 0.0, {}, true, 1, "rails, tape, meter"});
        }
        const auto index = static_cast<size_t>(k - 1);
        StepWork o{"flatten", quantity[index], minutes[index], {}, true, 1, "router sled, dust extraction, mask"};
        if (k < times) {
            o.wait = made("wait_flatten_" + at, "rest", "{0}", {rest}, rest.value() * kDay_h * 60.0, Unit::Minutes);
        }
        o.ready += list.ofPiece.ready;
        JobStep& step = list.add("flatten_" + at,
                                 times == 1 ? "Flatten " + list.names() + withResin
                                            : "Flatten " + list.names() + ", " + kNames[std::min(k, 3) - 1] +
                                                  " milling" + withResin,
                                 "flat", o);
        step.milling = k;
        step.turners = list.ofPiece.people;
        step.holds = {"router sled"};
    }
}

void addJoints(StepsMade& list)
{
    double m = 0.0;
    for (const JointGlue& joint : list.in.surface->joints) {
        m += joint.length_mm / kMmPerM;
    }
    const SurfaceWork* glue = list.work("glue");
    if (glue == nullptr || m <= 0.0) {
        return;
    }
    list.add("joint", "Joint the edges", "layup",
             {"joint", m, 0.0, {}, true, 1, "guide rail or jointer, square, lamp"});
    if (list.in.tenons && !list.in.tenons->places.empty()) {
        list.add(
            "tenons", "Cut the mortises or holes of the joint", "layup",
            {"tenons", static_cast<double>(list.in.tenons->places.size()), 0.0, {}, true, 1, "the template or jig"});
    }
    JobStep& step = list.add(
        "glue", glue->name, "surface",
        {"glue", m, glue->hands_min, hoursFigure("glue", glue->wait_h, "clamps stay on: class of the glue"), false,
         std::max(glue->people, m > 2.0 ? 2 : 1), glue->wants, "the joint opens when clamps go too soon"});
    step.holds = {"clamps", "flat bench"};
    if (const SurfaceWork* squeeze = list.work("squeeze_out")) {
        list.add("squeeze_out", squeeze->name, "surface",
                 {"", 0.0, squeeze->hands_min,
                  hoursFigure("squeeze_out", squeeze->wait_h, "until the joint has dried flat"), true, 1,
                  squeeze->wants, "a joint that is planed wet sinks when it dries"})
            .waitStays = true;
    }
}

void addCrossCut(StepsMade& list)
{
    if (!list.in.layup->parted_mm) {
        return;
    }
    const double across = valueAt(list.in.layup->width, *list.in.layup->parted_mm) / kMmPerM;
    list.add("cross_cut", "Cut the top across", "layup",
             {"trim",
              across,
              0.0,
              {},
              true,
              list.ofTop.people > 1 ? 2 : 1,
              "guide rail, fine blade, square; mark which ends meet"});
    const double share = heaviestPiece(*list.in.layup).share;
    list.ofPiece = turning(share * list.mass_kg / static_cast<double>(list.in.layup->pieces.size()));
    list.ofTop = turning(share * list.mass_kg);
}

} // namespace burl
