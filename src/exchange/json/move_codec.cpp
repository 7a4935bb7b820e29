#include "core/measure/date.h"
#include "exchange/json/codec.h"
#include "exchange/json/enum_names.h"
#include "exchange/json/numbers.h"

namespace burl
{
namespace
{

// Of fasteners and channels these are always written: they were there from the first version on.
constexpr Number<Fastener> kFastener[] = {{"bolt_mm", &Fastener::bolt_mm, ranges::kBolt_mm},
                                          {"clearance_mm", &Fastener::clearance_mm, ranges::kClearance_mm},
                                          {"insert_mm", &Fastener::insert_mm, ranges::kInsert_mm},
                                          {"pilot_overrun_mm", &Fastener::pilotOverrun_mm, ranges::kPilot_mm},
                                          {"washer_mm", &Fastener::washer_mm, ranges::kWasher_mm}};
constexpr Number<Fastener> kFastenerMore[] = {{"through_mm", &Fastener::through_mm, ranges::kThrough_mm},
                                              {"reach_mm", &Fastener::reach_mm, ranges::kTongue_mm}};
constexpr Maybe<Fastener> kFastenerMaybe[] = {{"screw_mm", &Fastener::screw_mm, ranges::kScrew_mm},
                                              {"slot_mm", &Fastener::slot_mm, ranges::kSlot_mm},
                                              {"turn_deg", &Fastener::turn_deg, ranges::kTurn_deg}};
constexpr Number<Channel> kChannel[] = {{"x_mm", &Channel::x_mm, ranges::kPlace_mm},
                                        {"middle_mm", &Channel::middle_mm, ranges::kPlace_mm},
                                        {"length_mm", &Channel::length_mm, ranges::kChannelLong_mm},
                                        {"width_mm", &Channel::width_mm, ranges::kChannelWide_mm},
                                        {"depth_mm", &Channel::depth_mm, ranges::kGroove_mm},
                                        {"end_room_mm", &Channel::endRoom_mm, ranges::kEndRoom_mm}};
constexpr Number<Channel> kChannelMore[] = {{"taper_mm", &Channel::taper_mm, ranges::kTaper_mm},
                                            {"bolts_in_mm", &Channel::boltsIn_mm, ranges::kBoltsIn_mm},
                                            {"bolt_mm", &Channel::bolt_mm, ranges::kBolt_mm}};
constexpr Number<BasePlate> kPlatePlace[] = {{"x_mm", &BasePlate::x_mm, ranges::kPlace_mm},
                                             {"middle_mm", &BasePlate::middle_mm, ranges::kPlace_mm},
                                             {"long_mm", &BasePlate::long_mm, ranges::kPlateLong_mm},
                                             {"wide_mm", &BasePlate::wide_mm, ranges::kPlateWide_mm},
                                             {"thick_mm", &BasePlate::thick_mm, ranges::kPlateThick_mm}};
constexpr Number<BasePlate> kPlateMore[] = {{"room_mm", &BasePlate::room_mm, ranges::kEndRoom_mm},
                                            {"legs_in_mm", &BasePlate::legsIn_mm, ranges::kBoltsIn_mm}};
constexpr Maybe<BasePlate> kPlateMaybe[] = {{"near_low_mm", &BasePlate::nearLow_mm, ranges::kPadLow_mm},
                                            {"far_low_mm", &BasePlate::farLow_mm, ranges::kPadLow_mm}};
constexpr Maybe<MoveChoices> kMove[] = {{"held_x_mm", &MoveChoices::fixedX_mm, ranges::kPlace_mm},
                                        {"base_kg", &MoveChoices::baseMass_kg, ranges::kMass_kg}};

OrderedJson toJson(const Fastener& f)
{
    OrderedJson out{{"x_mm", f.at.x}, {"y_mm", f.at.y}, {"kind", words::of(f.kind, words::kFastener)}};
    writeAll(out, f, kFastener);
    if (f.hole != HoleKind::Slot) {
        out["hole"] = words::of(f.hole, words::kHole);
    }
    writeNumbers(out, f, kFastenerMore);
    writeNumbers(out, f, kFastenerMaybe);
    return out;
}

Fastener fastenerFrom(JsonReader r)
{
    Fastener f;
    r.readLength("x_mm", f.at.x, ranges::kPlace_mm);
    r.readLength("y_mm", f.at.y, ranges::kPlace_mm);
    r.readWord("kind", f.kind, words::kFastener);
    readNumbers(r, f, kFastener);
    r.readWord("hole", f.hole, words::kHole);
    readNumbers(r, f, kFastenerMore);
    readNumbers(r, f, kFastenerMaybe);
    return f;
}

OrderedJson toJson(const Channel& c)
{
    OrderedJson out;
    writeAll(out, c, kChannel);
    text(out, "section", c.section);
    if (c.groove != GrooveKind::Pocket) {
        out["groove"] = words::of(c.groove, words::kGroove);
    }
    if (c.bolts != Channel{}.bolts) {
        out["bolts"] = c.bolts;
    }
    writeNumbers(out, c, kChannelMore);
    return out;
}

Channel channelFrom(JsonReader r)
{
    Channel c;
    readNumbers(r, c, kChannel);
    r.read("section", c.section);
    r.readWord("groove", c.groove, words::kGroove);
    r.read("bolts", c.bolts, ranges::kChannelBolts);
    readNumbers(r, c, kChannelMore);
    return c;
}

OrderedJson toJson(const BasePlate& p)
{
    OrderedJson out;
    writeAll(out, p, kPlatePlace);
    flag(out, "let_in", p.letIn);
    text(out, "section", p.section);
    writeNumbers(out, p, kPlateMore);
    writeNumbers(out, p, kPlateMaybe);
    return out;
}

BasePlate plateFrom(JsonReader r)
{
    BasePlate p;
    readNumbers(r, p, kPlatePlace);
    r.read("let_in", p.letIn);
    r.read("section", p.section);
    readNumbers(r, p, kPlateMore);
    readNumbers(r, p, kPlateMaybe);
    return p;
}

} // namespace

OrderedJson toJson(const MoveChoices& c)
{
    OrderedJson out{{"climate", c.climate}, {"held_mm", c.fixedLine_mm}};
    if (c.assembly_mc_pct) {
        out["assembly_mc_pct"] = *c.assembly_mc_pct;
    }
    text(out, "assembled", c.assembled);
    if (c.coat != MoveChoices{}.coat) {
        out["coat"] = words::of(c.coat, words::kCoat);
    }
    writeNumbers(out, c, kMove);
    for (const BasePlate& p : c.plates) {
        out["plates"].push_back(toJson(p));
    }
    out["fasteners"] = OrderedJson::array();
    for (const Fastener& f : c.fasteners) {
        out["fasteners"].push_back(toJson(f));
    }
    out["channels"] = OrderedJson::array();
    for (const Channel& ch : c.channels) {
        out["channels"].push_back(toJson(ch));
    }
    return out;
}

MoveChoices moveFrom(JsonReader r)
{
    MoveChoices c;
    r.read("climate", c.climate);
    r.readLength("held_mm", c.fixedLine_mm, ranges::kPlace_mm);
    r.read("assembly_mc_pct", c.assembly_mc_pct, ranges::kMc_pct);
    r.read("assembled", c.assembled);
    if (!c.assembled.empty() && !dayOf(c.assembled)) {
        r.note("assembled", "a day is written as 2026-11-03");
    }
    r.readWord("coat", c.coat, words::kCoat);
    readNumbers(r, c, kMove);
    r.each("plates", counts::kPlates, [&](JsonReader inner) { c.plates.push_back(plateFrom(inner)); });
    r.each("fasteners", counts::kFasteners, [&](JsonReader inner) { c.fasteners.push_back(fastenerFrom(inner)); });
    r.each("channels", counts::kChannels, [&](JsonReader inner) { c.channels.push_back(channelFrom(inner)); });
    return c;
}

OrderedJson toJson(const Climate& c)
{
    OrderedJson out{{"id", c.id},
                    {"name", c.name},
                    {"winter_degc", c.winter_degC},
                    {"winter_rh_pct", c.winter_rh_pct},
                    {"summer_degc", c.summer_degC},
                    {"summer_rh_pct", c.summer_rh_pct}};
    if (c.months) {
        for (const RoomMonth& m : *c.months) {
            out["months"].push_back(OrderedJson::array({m.degC, m.rh_pct}));
        }
    }
    return out;
}

Climate climateFrom(JsonReader r)
{
    Climate c;
    r.need("id");
    r.read("id", c.id);
    r.read("name", c.name);
    r.read("winter_degc", c.winter_degC, ranges::kRoom_degC);
    r.read("winter_rh_pct", c.winter_rh_pct, ranges::kHumidity_pct);
    r.read("summer_degc", c.summer_degC, ranges::kRoom_degC);
    r.read("summer_rh_pct", c.summer_rh_pct, ranges::kHumidity_pct);
    if (r.has("months")) {
        const auto rows = r.rows("months", {ranges::kRoom_degC, ranges::kHumidity_pct}, kMonths);
        if (rows.size() == kMonths) {
            c.months.emplace();
            for (size_t i = 0; i < kMonths; ++i) {
                (*c.months)[i] = {rows[i][0].value_or(0.0), rows[i][1].value_or(0.0)};
            }
        } else {
            r.note("months", "twelve rows are wanted, January first: [temperature, humidity]");
        }
    }
    return c;
}

OrderedJson toJson(const SectionStock& s)
{
    OrderedJson out{{"id", s.id},
                    {"name", s.name},
                    {"kind", words::of(s.section.kind, words::kSection)},
                    {"width_mm", s.section.width_mm},
                    {"height_mm", s.section.height_mm},
                    {"thickness_mm", s.section.thickness_mm},
                    {"e_n_mm2", s.section.e_N_mm2},
                    {"density_kg_m3", s.section.density_kg_m3}};
    flag(out, "wood", s.wood);
    return out;
}

SectionStock sectionFrom(JsonReader r)
{
    SectionStock s;
    r.need("id");
    r.read("id", s.id);
    s.name = s.id;
    r.read("name", s.name);
    r.readWord("kind", s.section.kind, words::kSection);
    r.readLength("width_mm", s.section.width_mm, ranges::kSection_mm);
    r.readLength("height_mm", s.section.height_mm, ranges::kSection_mm);
    r.readLength("thickness_mm", s.section.thickness_mm, ranges::kSectionWall_mm);
    r.read("e_n_mm2", s.section.e_N_mm2, ranges::kSectionE_N_mm2);
    r.read("density_kg_m3", s.section.density_kg_m3, ranges::kSectionDensity_kg_m3);
    r.read("wood", s.wood);
    if (!standsUp(s.section)) {
        r.note("thickness_mm", "its walls leave no hollow: they must be less than half the width and less than the "
                               "height");
    }
    return s;
}

} // namespace burl
