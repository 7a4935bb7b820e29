// Channels and base plates let into the underside: their grooves and pockets, slots, and the wood left above them.

#include <algorithm>
#include <cmath>

#include "core/layup/top_pieces.h"
#include "core/move/move_plan.h"

namespace burl
{
namespace
{

Figure chosen(const char* key, const char* label, double value)
{
    return given(key, label, value, Unit::Length, "chosen");
}

std::optional<SectionStock> stockOf(const MoveInput& input, const std::string& id)
{
    const auto at =
        std::find_if(input.sections.begin(), input.sections.end(), [&](const SectionStock& s) { return s.id == id; });
    return id.empty() || at == input.sections.end() ? std::nullopt : std::optional(*at);
}

/// The outer bolts at their distance from the ends, the others even between.
std::vector<double> boltsOf(const Channel& c)
{
    std::vector<double> out;
    const double half = std::max(0.0, c.length_mm / 2.0 - c.boltsIn_mm);
    for (int i = 0; i < c.bolts; ++i) {
        out.push_back(c.bolts == 1 ? c.middle_mm : c.middle_mm - half + 2.0 * half * i / (c.bolts - 1));
    }
    return out;
}

/// How far the wood at y goes from a place that is held beside it.
struct Reach {
    WoodBetween between;
    double out_mm = 0.0;
    double in_mm = 0.0;
};
Reach reachOf(const MovePlan& plan, const StripsAt& here, double held, double y)
{
    const double from = held - here.from_mm;
    const double to = y - here.from_mm;
    const FastenerTravel t = travelOf(here.strips, from, {to, 0.0, 0.0}, plan.mc);
    return {woodBetween(here.strips, from, to), t.out_mm, t.in_mm};
}

ChannelPlan planned(const MoveInput& input, const MovePlan& plan, const Channel& channel, size_t number)
{
    ChannelPlan out;
    out.channel = channel;
    out.stock = stockOf(input, channel.section);
    const StripsAt here = stripsAt(*input.layup, plan.rings, channel.x_mm);
    // Held at its own centre hole: the wood at the ends comes in towards the middle by this much.
    Reach most;
    for (const double end :
         {channel.middle_mm - channel.length_mm / 2.0, channel.middle_mm + channel.length_mm / 2.0}) {
        const Reach r = reachOf(plan, here, channel.middle_mm, end);
        if (r.in_mm >= most.in_mm) {
            most = r;
        }
        out.travel_mm = std::max(out.travel_mm, r.in_mm + r.out_mm);
    }
    if (plan.missing) {
        out.travel_mm = 0.0;
    }
    double start = 0.0;
    const double middle = channel.middle_mm - here.from_mm;
    for (const Strip& strip : here.strips) {
        const double from = std::max(start, middle - channel.length_mm / 2.0);
        const double to = std::min(start + strip.width_mm, middle + channel.length_mm / 2.0);
        out.overResin = out.overResin || (to > from && !(strip.coefficient > 0.0) && input.layup->gap.has_value());
        start += strip.width_mm;
    }
    const Figure length = chosen("channel_length", "channel", channel.length_mm);
    const Figure travel =
        travelFigure(input, plan, "channel_travel", "travel in at an end", most.between, plan.driest, most.in_mm);
    const Figure room = chosen("end_room", "room each end", channel.endRoom_mm);
    out.groove = made(number > 1 ? "groove_" + std::to_string(number) : "groove", "Groove", "{0} + 2 × ({1} + {2})",
                      {length, travel, room}, sureOf(plan, channel.length_mm + 2.0 * (most.in_mm + channel.endRoom_mm)),
                      Unit::Length);
    out.woodLeft = made("wood_left", "Wood above the groove", "{0} − {1}",
                        {input.thickness, chosen("groove_depth", "groove", channel.depth_mm)},
                        input.thickness.value() - channel.depth_mm, Unit::Length);
    constexpr double kClearance_mm = 0.5; // each end of a slot
    out.bolts_mm = boltsOf(channel);
    const Figure bolt = chosen("bolt", "bolt", channel.bolt_mm);
    const Figure clear = given("clearance", "clearance each end", kClearance_mm, Unit::Length, "custom");
    for (const double y : out.bolts_mm) {
        const Reach r = reachOf(plan, here, channel.middle_mm, y);
        out.slots.push_back(
            made("channel_slot", "Slot in the channel", "{0} + {1} + {2} + 2 × {3}",
                 {bolt, travelFigure(input, plan, "travel_out", "out", r.between, plan.wettest, r.out_mm),
                  travelFigure(input, plan, "travel_in", "in", r.between, plan.driest, r.in_mm), clear},
                 sureOf(plan, channel.bolt_mm + r.out_mm + r.in_mm + 2.0 * kClearance_mm), Unit::Length));
    }
    return out;
}

BasePlatePlan planned(const MoveInput& input, const MovePlan& plan, const BasePlate& plate)
{
    BasePlatePlan out;
    out.plate = plate;
    out.from_mm = plate.middle_mm - plate.long_mm / 2.0;
    out.to_mm = plate.middle_mm + plate.long_mm / 2.0;
    if (!plate.letIn) {
        return out;
    }
    // The plate stands with the line that is held; the wood past its ends comes in towards that.
    const StripsAt here = stripsAt(*input.layup, plan.rings, plate.x_mm);
    const Figure room = chosen("plate_room", "room all round", plate.room_mm);
    std::vector<Figure> terms{chosen("plate_long", "plate", plate.long_mm), room};
    std::string formula = "{0} + 2 × {1}";
    double long_mm = plate.long_mm + 2.0 * plate.room_mm;
    for (double* end : {&out.from_mm, &out.to_mm}) {
        const Reach r = reachOf(plan, here, plan.held.line_mm, *end);
        // What comes in at an end: towards the held line where the plate reaches past it, else away from it.
        const bool outside = (*end - plan.held.line_mm) * (*end - plate.middle_mm) >= 0.0;
        const double comes = outside ? r.in_mm : r.out_mm;
        terms.push_back(travelFigure(input, plan, "plate_travel", "the wood comes in", r.between,
                                     outside ? plan.driest : plan.wettest, comes));
        formula += " + " + termOf(terms.size() - 1);
        long_mm += comes;
        *end += (*end < plate.middle_mm ? -1.0 : 1.0) * (plate.room_mm + comes);
    }
    out.pocketLong = made("pocket_long", "Pocket, across the top", formula, terms, sureOf(plan, long_mm), Unit::Length);
    out.pocketWide =
        made("pocket_wide", "Pocket, along the top", "{0} + 2 × {1}",
             {chosen("plate_wide", "plate", plate.wide_mm), room}, plate.wide_mm + 2.0 * plate.room_mm, Unit::Length);
    out.woodLeft = made("plate_wood", "Wood above the plate", "{0} − {1}",
                        {input.thickness, chosen("plate_thick", "plate", plate.thick_mm)},
                        input.thickness.value() - plate.thick_mm, Unit::Length);
    return out;
}

} // namespace

double ChannelPlan::halfReach_mm() const
{
    return (groove.known() ? groove.value() : channel.length_mm) / 2.0;
}

void planChannels(const MoveInput& input, MovePlan& plan)
{
    for (const Channel& channel : input.choices.channels) {
        plan.channels.push_back(planned(input, plan, channel, plan.channels.size() + 1));
    }
}

void planBasePlates(const MoveInput& input, MovePlan& plan)
{
    std::vector<Pad> pads;
    plan.padsRead = !input.choices.plates.empty();
    for (const BasePlate& plate : input.choices.plates) {
        plan.plates.push_back(planned(input, plan, plate));
        plan.padsRead = plan.padsRead && plate.nearLow_mm && plate.farLow_mm;
        pads.push_back({{plate.x_mm, plate.middle_mm - plate.long_mm / 2.0}, plate.nearLow_mm.value_or(0.0)});
        pads.push_back({{plate.x_mm, plate.middle_mm + plate.long_mm / 2.0}, plate.farLow_mm.value_or(0.0)});
    }
    if (!plan.padsRead) {
        return;
    }
    const std::vector<double> gaps = gapsUnder(pads, middleOfMass(*input.layup));
    plan.padsRest = !gaps.empty();
    for (size_t i = 0; plan.padsRest && i < plan.plates.size(); ++i) {
        plan.plates[i].nearGap_mm = gaps[2 * i];
        plan.plates[i].farGap_mm = gaps[2 * i + 1];
    }
}

} // namespace burl
