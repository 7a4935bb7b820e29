// How a table stands and passes, and the members of its base.

#include "core/base/cut_list.h"
#include "core/base/members.h"
#include "core/base/standing.h"
#include "core/base/steel.h"
#include "core/layup/door.h"
#include "core/move/pads.h"
#include "core/move/withdrawal.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

double number(const Json& in, const char* key)
{
    return in.contains(key) && !in.at(key).is_null() ? in.at(key).get<double>() : 0.0;
}

Json orNull(const std::optional<double>& value)
{
    return value ? Json(*value) : Json(nullptr);
}

Json middle(const Json& in)
{
    std::vector<TopPart> parts;
    for (const Json& row : in.at("pieces")) {
        TopPart part{pairs(row.at("polygon")), {}, row.at("thickness"), row.at("density")};
        if (row.contains("holes")) {
            for (const Json& hole : row.at("holes")) {
                part.holes.push_back(pairs(hole));
            }
        }
        parts.push_back(std::move(part));
    }
    std::vector<Point3Mass> more;
    for (const Json& m : in.at("point_masses")) {
        more.push_back({m.at("mass"), m.at("x"), m.at("y"), m.at("z")});
    }
    const Weighed w = weighed(parts, in.at("surface_height"), more);
    return {{"mass_top", w.top_kg}, {"mass", w.all.mass_kg}, {"cg", {w.all.x, w.all.y, w.all.z}}};
}

Json tips(const Json& in)
{
    const Json& cg = in.at("cg");
    const Tipping t =
        tippingOf({in.at("mass"), cg.at(0), cg.at(1), cg.at(2)}, pairs(in.at("feet")), pairs(in.at("top_outline")));
    Json edges = Json::array();
    double least = 90.0;
    bool stable = true;
    for (const TippingEdge& e : t.edges) {
        edges.push_back({{"feet", {e.from, e.to}},
                         {"distance", e.distance_mm},
                         {"tilt_angle", e.tilt_deg},
                         {"overhang", e.overhang_mm},
                         {"tip_load", orNull(e.tip_N)}});
        least = std::min(least, e.tilt_deg);
        stable = stable && e.distance_mm > 0.0;
    }
    return {{"edges", edges}, {"stable", stable}, {"least_tilt_angle", least}, {"least_tip_load", orNull(t.least_N)}};
}

Json feet(const Json& in)
{
    const Json& cg = in.at("cg");
    const std::vector<double> forces = footForces_N(in.at("mass"), {cg.at(0), cg.at(1)}, pairs(in.at("feet")));
    const bool all = std::all_of(forces.begin(), forces.end(), [](double f) { return f >= 0.0; });
    return {{"reactions", forces}, {"all_press", all}};
}

Json rocks(const Json& in)
{
    std::vector<Pad> pads;
    const std::vector<Vec2> at = pairs(in.at("feet"));
    for (size_t i = 0; i < at.size(); ++i) {
        pads.push_back({at[i], in.at("leg_short").at(i).get<double>() - in.at("floor_high").at(i).get<double>()});
    }
    const std::vector<double> gaps = gapsUnder(pads, {in.at("cg").at(0), in.at("cg").at(1)});
    const auto most = std::max_element(gaps.begin(), gaps.end());
    const bool lifted = most != gaps.end() && *most > 0.0;
    const double gap = lifted ? *most : 0.0;
    return {{"lifted_foot", lifted ? Json(most - gaps.begin()) : Json(nullptr)}, {"gap", gap}, {"shim", gap}};
}

Json sags(const Json& in)
{
    const Sag s =
        sagOf({in.at("span"), in.at("overhang_left"), in.at("overhang_right"), in.at("width"), in.at("thickness"),
               in.at("e"), in.at("density"), in.at("centre_load"), in.at("right_end_load")});
    return {{"inertia", s.inertia_mm4},     {"self_weight", s.weight_N_mm},
            {"span_alone", s.spanAlone_mm}, {"right_overhang_clamped", s.rightClamped_mm},
            {"mid_sag", s.middle_mm},       {"left_tip", s.leftTip_mm},
            {"right_tip", s.rightTip_mm}};
}

Json pulls(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const double g = r.at("g12");
        rows.push_back({{"wood_screw", screwHolds_N(g, r.at("diameter"), r.at("thread"))},
                        {"lag_screw", lagHolds_N(g, r.at("diameter"), r.at("thread"))}});
    }
    return {{"rows", rows}};
}

Json inserts(const Json& in)
{
    Json left = Json::array();
    Json through = Json::array();
    for (const Json& r : in.at("rows")) {
        const double v = number(r, "thickness") - number(r, "groove_depth") - number(r, "insert_length") -
                         number(r, "pilot_overrun");
        left.push_back(v);
        through.push_back(v <= 0.0);
    }
    return {{"remaining", left}, {"breaks_through", through}};
}

Json doors(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const double width = r.at("width");
        const double thick = r.at("thickness");
        const double widest = widestThroughDoor(thick, r.at("door_width"), r.at("door_height"));
        rows.push_back(
            {{"upright", width <= r.at("door_height").get<double>() && thick <= r.at("door_width").get<double>()},
             {"tilted", width <= widest},
             {"widest_tilted", widest}});
    }
    return {{"rows", rows}};
}

Json corners(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const auto pass = roundCorner(r.at("corridor_from"), r.at("corridor_to"), r.at("thickness"));
        rows.push_back(pass ? Json{{"longest", pass->longest_mm}, {"angle", pass->angle_deg}}
                            : Json{{"longest", nullptr}});
    }
    return {{"rows", rows}};
}

Json steel(const Json& in)
{
    static const std::map<std::string, SteelKind> kinds{
        {"rhs", SteelKind::Hollow}, {"flat", SteelKind::Flat},   {"plate", SteelKind::Plate}, {"disc", SteelKind::Disc},
        {"tube", SteelKind::Tube},  {"round", SteelKind::Round}, {"angle", SteelKind::Angle}};
    Json rows = Json::array();
    double all = 0.0;
    for (const Json& m : in.at("members")) {
        const SteelWeight w =
            weightOf({kinds.at(m.at("kind")), number(m, "length"), number(m, "width"), number(m, "height"),
                      number(m, "diameter"), number(m, "thickness"), number(m, "outer_radius"),
                      static_cast<int>(number(m, "holes")), number(m, "hole_diameter")},
                     in.at("density"));
        const double mass = w.each_kg * number(m, "count");
        rows.push_back({{"area", w.area_mm2}, {"mass_each", w.each_kg}, {"mass", mass}});
        all += mass;
    }
    return {{"members", rows}, {"mass", all}};
}

Json saw(const SawAngles& s)
{
    return {{"mitre", s.mitre_deg}, {"bevel", s.bevel_deg}};
}

Json splays(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const SplayedLeg l = splayed({r.at("lean_x"), r.at("lean_y"), r.at("rise"), r.at("width_1"), r.at("width_2")});
        rows.push_back({{"tilt", l.tilt_deg},
                        {"direction", l.direction_deg},
                        {"axis_length", l.axis_mm},
                        {"foot_offset", {l.foot.x, l.foot.y}},
                        {"on_face_1", saw(l.onFace1)},
                        {"on_face_2", saw(l.onFace2)},
                        {"blank_length", l.blank_mm}});
    }
    return {{"rows", rows}};
}

Json legs(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const double rise = riseOf_mm(r.at("surface_height"), r.at("top_thickness"), r.at("let_in"),
                                      r.at("plate_thickness"), r.at("pad_height"));
        const SplayedLeg l = splayed({r.at("lean_x"), r.at("lean_y"), rise, r.at("width_1"), r.at("width_2")});
        rows.push_back({{"rise", rise},
                        {"axis_length", l.axis_mm},
                        {"blank_length", l.blank_mm},
                        {"foot_offset", {l.foot.x, l.foot.y}}});
    }
    return {{"rows", rows}};
}

Json frames(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const Trapezoid t = trapezoidOf(r.at("rise"), r.at("top_width"), r.at("lean"), r.at("depth"));
        rows.push_back(
            {{"top", {{"long", t.top.long_mm}, {"short", t.top.short_mm}, {"mitre", t.mitreTop_deg}}},
             {"bottom", {{"long", t.bottom.long_mm}, {"short", t.bottom.short_mm}, {"mitre", t.mitreBottom_deg}}},
             {"leg",
              {{"long", t.leg.long_mm},
               {"short", t.leg.short_mm},
               {"mitre_top", t.mitreTop_deg},
               {"mitre_bottom", t.mitreBottom_deg}}}});
    }
    return {{"rows", rows}};
}

Json wedges(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const WedgedTenon w = wedgedTenon({r.at("stretcher_thickness"), r.at("leg_thickness"), r.at("wedge_angle"),
                                           r.at("draw"), r.at("tenon_height"), r.at("narrow_end"), r.at("stick_out"),
                                           r.at("set_back"), r.at("relish"), r.at("friction"), r.at("drive_force")});
        rows.push_back({{"tenon_thickness", w.thick_mm},
                        {"shoulder", w.shoulder_mm},
                        {"one_in", w.oneIn},
                        {"travel", w.travel_mm},
                        {"wedge_low", w.wedgeLow_mm},
                        {"wedge_high", w.wedgeHigh_mm},
                        {"mortise_from", w.mortiseFrom_mm},
                        {"mortise_low", w.mortiseLow_mm},
                        {"mortise_high", w.mortiseHigh_mm},
                        {"tenon_length", w.long_mm},
                        {"pull", w.pull_N},
                        {"stays", w.stays}});
    }
    return {{"rows", rows}};
}

Json thrusts(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const Thrust t =
            thrustOf(r.at("load"), r.at("rise"), r.at("lean_x"), r.at("lean_y"), r.at("tie_height"), r.at("friction"));
        rows.push_back({{"tie_x", t.tieX_N},
                        {"tie_y", t.tieY_N},
                        {"tie_x_with_friction", orNull(t.tieXWithFriction_N)},
                        {"moment_without_tie", t.momentWithoutTie_N_mm},
                        {"leg_moment_at_tie", t.legMomentAtTie_N_mm},
                        {"stands_by_friction", t.standsByFriction}});
    }
    return {{"rows", rows}};
}

Json bars(const Json& in)
{
    std::vector<BarMember> members;
    for (const Json& m : in.at("members")) {
        const auto along = m.at("measure").get<std::string>();
        members.push_back({m.at("id"), m.at("count"), m.at("length"),
                           along == "long"     ? MeasuredAlong::Long
                           : along == "centre" ? MeasuredAlong::Centre
                                               : MeasuredAlong::Short,
                           m.at("depth"), m.at("angle_1"), m.at("angle_2")});
    }
    std::vector<BarStock> stocks;
    for (const Json& s : in.at("stocks")) {
        stocks.push_back({s.at("length"), s.at("price"),
                          s.at("available").is_null() ? std::nullopt : std::optional(s.at("available").get<int>())});
    }
    const CutList list = cutList(members, stocks, in.at("kerf"), in.at("trim"));
    return {{"blanks", list.blanks_mm},
            {"total", list.total_mm},
            {"too_long", list.tooLong},
            {"cost", orNull(list.price)},
            {"bars", list.price && stocks.size() == 1 ? Json(list.bars) : Json(nullptr)}};
}

Json sheets(const Json& in)
{
    std::vector<SheetPart> parts;
    for (const Json& p : in.at("parts")) {
        parts.push_back({p.at("length"), p.at("width"), p.at("count"), p.at("turn")});
    }
    const SheetList list = sheetList(parts, in.at("sheet_length"), in.at("sheet_width"), in.at("kerf"));
    return {{"sheets", list.sheets ? Json(*list.sheets) : Json(nullptr)},
            {"area", list.area_mm2},
            {"too_big", list.tooBig}};
}

} // namespace

void addBase(Operations& operations)
{
    operations["cg"] = middle;
    operations["tipping"] = tips;
    operations["reactions"] = feet;
    operations["rocking"] = rocks;
    operations["sag"] = sags;
    operations["withdrawal"] = pulls;
    operations["insert"] = inserts;
    operations["door"] = doors;
    operations["corner"] = corners;
    operations["steel_mass"] = steel;
    operations["splay"] = splays;
    operations["leg"] = legs;
    operations["trapezoid"] = frames;
    operations["wedge_tenon"] = wedges;
    operations["thrust"] = thrusts;
    operations["cut_list"] = bars;
    operations["sheets"] = sheets;
}

} // namespace burl::verify
