#include "exchange/json/codec.h"
#include "exchange/json/enum_names.h"
#include "exchange/json/numbers.h"
#include "exchange/json/words_out.h"

namespace burl
{
namespace
{

constexpr Number<BaseChoices> kNumbers[] = {{"surface_mm", &BaseChoices::surface_mm, ranges::kSurface_mm},
                                            {"foot_mm", &BaseChoices::foot_mm, ranges::kFoot_mm},
                                            {"foot_travel_mm", &BaseChoices::footTravel_mm, ranges::kFoot_mm},
                                            {"deep_mm", &BaseChoices::deep_mm, ranges::kMember_mm},
                                            {"thick_mm", &BaseChoices::thick_mm, ranges::kMember_mm},
                                            {"wall_mm", &BaseChoices::wall_mm, ranges::kMemberWall_mm},
                                            {"lean_deg", &BaseChoices::lean_deg, ranges::kLean_deg},
                                            {"lean_along_deg", &BaseChoices::leanAlong_deg, ranges::kLean_deg},
                                            {"inset_mm", &BaseChoices::inset_mm, ranges::kInset_mm},
                                            {"tie_mm", &BaseChoices::tie_mm, ranges::kTie_mm},
                                            {"rail_mm", &BaseChoices::rail_mm, ranges::kMember_mm},
                                            {"rail_thick_mm", &BaseChoices::railThick_mm, ranges::kMember_mm},
                                            {"wedge_deg", &BaseChoices::wedge_deg, ranges::kWedge_deg},
                                            {"bow_mm", &BaseChoices::bow_mm, ranges::kBow_mm},
                                            {"lamella_mm", &BaseChoices::lamella_mm, ranges::kLamella_mm},
                                            {"column_mm", &BaseChoices::column_mm, ranges::kColumn_mm},
                                            {"disc_mm", &BaseChoices::disc_mm, ranges::kDisc_mm},
                                            {"disc_thick_mm", &BaseChoices::discThick_mm, ranges::kPlateThick_mm},
                                            {"kerf_mm", &BaseChoices::kerf_mm, ranges::kKerf_mm},
                                            {"coater_days", &BaseChoices::coater_days, ranges::kCoaterDays},
                                            {"sitter_kg", &BaseChoices::sitter_kg, ranges::kSitter_kg},
                                            {"seat_mm", &BaseChoices::seat_mm, ranges::kSeat_mm},
                                            {"place_mm", &BaseChoices::place_mm, ranges::kPlaceAtTable_mm}};
constexpr Maybe<BaseChoices> kMaybe[] = {{"spread_mm", &BaseChoices::spread_mm, ranges::kSpread_mm},
                                         {"along_mm", &BaseChoices::along_mm, ranges::kSpread_mm},
                                         {"stock_mm", &BaseChoices::stock_mm, ranges::kStock_mm},
                                         {"leg_mm", &BaseChoices::leg_mm, ranges::kSurface_mm},
                                         {"arms_mm", &BaseChoices::arms_mm, ranges::kArms_mm},
                                         {"room_long_mm", &BaseChoices::roomLong_mm, ranges::kRoom_mm},
                                         {"room_wide_mm", &BaseChoices::roomWide_mm, ranges::kRoom_mm}};
constexpr Maybe<WayIn> kWay[] = {
    {"corridor_mm", &WayIn::corridor_mm, ranges::kWay_mm},  {"after_mm", &WayIn::after_mm, ranges::kWay_mm},
    {"ceiling_mm", &WayIn::ceiling_mm, ranges::kWay_mm},    {"stairs_mm", &WayIn::stairs_mm, ranges::kWay_mm},
    {"landing_mm", &WayIn::landing_mm, ranges::kWay_mm},    {"lift_wide_mm", &WayIn::liftWide_mm, ranges::kWay_mm},
    {"lift_deep_mm", &WayIn::liftDeep_mm, ranges::kWay_mm}, {"lift_high_mm", &WayIn::liftHigh_mm, ranges::kWay_mm},
    {"van_wide_mm", &WayIn::vanWide_mm, ranges::kWay_mm},   {"van_high_mm", &WayIn::vanHigh_mm, ranges::kWay_mm}};

/// Not numbers of a range of millimetres.
struct Plain {
    const char* key = nullptr;
    std::optional<double> BaseChoices::*member = nullptr;
    Range range;
};
constexpr Plain kPlain[] = {{"bar_price", &BaseChoices::barPrice, ranges::kMoney},
                            {"hoist_kg", &BaseChoices::hoist_kg, ranges::kHoist_kg},
                            {"chairs", &BaseChoices::chairs, ranges::kChairs}};

} // namespace

OrderedJson toJson(const BaseChoices& c)
{
    const BaseChoices usual;
    OrderedJson out{{"kind", words::of(c.kind, words::kBase)}};
    writeNumbers(out, c, kNumbers);
    writeNumbers(out, c, kMaybe);
    for (const Plain& p : kPlain) {
        if (c.*p.member) {
            out[p.key] = *(c.*p.member);
        }
    }
    word(out, "feet", c.feet, usual.feet, words::kFeet);
    word(out, "coat", c.coat, usual.coat, words::kMetalCoat);
    word(out, "joint", c.joint, usual.joint, words::kRailJoint);
    flag(out, "carpet", c.carpet);
    flag(out, "ring", c.ring);
    text(out, "wood", c.wood);
    if (c.carriers != usual.carriers) {
        out["carriers"] = c.carriers;
    }
    for (const FootPoint& f : c.footPoints) {
        out["foot_points"].push_back(OrderedJson::array({f.at.x, f.at.y, f.bend_mm}));
    }
    for (const std::optional<double>& gap : c.footGaps_mm) {
        out["foot_gaps_mm"].push_back(OrderedJson::array({gap ? OrderedJson(*gap) : OrderedJson(nullptr)}));
    }
    OrderedJson way = OrderedJson::object();
    writeNumbers(way, c.way, kWay);
    if (!way.empty()) {
        out["way"] = way;
    }
    return out;
}

BaseChoices baseFrom(JsonReader r)
{
    BaseChoices c;
    r.readWord("kind", c.kind, words::kBase);
    readNumbers(r, c, kNumbers);
    readNumbers(r, c, kMaybe);
    for (const Plain& p : kPlain) {
        r.read(p.key, c.*p.member, p.range);
    }
    r.readWord("feet", c.feet, words::kFeet);
    r.readWord("coat", c.coat, words::kMetalCoat);
    r.readWord("joint", c.joint, words::kRailJoint);
    r.read("carpet", c.carpet);
    r.read("ring", c.ring);
    r.read("wood", c.wood);
    r.read("carriers", c.carriers, ranges::kPeople);
    for (const auto& row :
         r.rows("foot_points", {ranges::kPlace_mm, ranges::kPlace_mm, ranges::kTie_mm}, counts::kFootPoints)) {
        c.footPoints.push_back({{row[0].value_or(0.0), row[1].value_or(0.0)}, row[2].value_or(0.0)});
    }
    for (const auto& row : r.rows("foot_gaps_mm", {ranges::kFootGap_mm}, counts::kFootPoints, true)) {
        c.footGaps_mm.push_back(row[0]);
    }
    r.inside("way", [&](JsonReader inner) { readNumbers(inner, c.way, kWay); });
    if (madeOf(c.kind) == BaseOf::Steel && 2.0 * c.wall_mm >= std::min(c.deep_mm, c.thick_mm)) {
        r.note("wall_mm", "its walls leave no hollow: 0 is solid");
    }
    return c;
}

} // namespace burl
