// Sanding, gluing, finishing and edges.

#include "core/layup/tenon_row.h"
#include "core/surface/abrasives.h"
#include "core/surface/edge_profile.h"
#include "core/surface/finishing.h"
#include "core/surface/gluing.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

template <typename T> Json orNull(const std::optional<T>& value)
{
    return value ? Json(*value) : Json(nullptr);
}

Json grits(const Json& in)
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        GritQuestion q;
        q.start = row.at("start");
        q.stop = row.at("stop");
        q.available = row.at("available").get<std::vector<int>>();
        q.maxRatio = row.at("max_ratio");
        q.by = row.at("by") == "size" ? GritStep::BySize : GritStep::ByNumber;
        q.depthFactor = row.at("depth_factor");
        const GritLadder l = gritLadder(q);
        if (l.grits.empty()) {
            rows.push_back({{"sequence", nullptr},
                            {"gap", {l.reached, l.beyond}},
                            {"ratios", nullptr},
                            {"largest_ratio", nullptr},
                            {"scratch_left", nullptr},
                            {"to_remove", nullptr}});
        } else {
            rows.push_back({{"sequence", l.grits},
                            {"gap", nullptr},
                            {"ratios", l.ratios},
                            {"largest_ratio", l.largestRatio},
                            {"scratch_left", l.scratchLeft},
                            {"to_remove", l.toRemove_um}});
        }
    }
    return {{"rows", rows}};
}

Json sanding(const Json& in)
{
    SandingInput s;
    s.area_mm2 = in.at("area");
    s.edge_mm = in.at("edge_length");
    s.machines = in.at("machines");
    s.change_min = in.at("change");
    s.wetBeforeLast = in.at("wet_before_last");
    s.dry_min = in.at("dry_after_wetting");
    for (const Json& step : in.at("steps")) {
        s.steps.push_back(
            {step.at("grit"), step.at("passes"), step.at("rate"), step.at("edge_rate"), step.at("disc_life")});
    }
    const SandingTimes t = sandingTimes(s);
    Json steps = Json::array();
    for (size_t i = 0; i < t.steps.size(); ++i) {
        steps.push_back({{"grit", s.steps[i].grit},
                         {"face_minutes", t.steps[i].face_min},
                         {"edge_minutes", t.steps[i].edge_min},
                         {"elapsed", t.steps[i].elapsed_min},
                         {"discs", t.steps[i].discs}});
    }
    return {{"steps", steps},
            {"work_minutes", t.work_min},
            {"elapsed", t.elapsed_min},
            {"discs", t.discs},
            {"wet_before_grit", s.wetBeforeLast ? Json(s.steps.back().grit) : Json(nullptr)}};
}

Json pencil(const Json& in)
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        const PencilGrid g = pencilGrid(pairs(row.at("polygon")), row.at("pitch"));
        rows.push_back({{"lines_across", g.across},
                        {"pitch_across", g.pitchAcross_mm},
                        {"lines_along", g.along},
                        {"pitch_along", g.pitchAlong_mm},
                        {"pencil_length", g.pencil_mm}});
    }
    return {{"rows", rows}};
}

Json sections(const Json& in)
{
    WipingInput w;
    if (in.contains("polygon")) {
        w.outline = pairs(in.at("polygon"));
    } else {
        w.diameter_mm = in.at("diameter");
    }
    w.window_min = in.at("window");
    w.soak_min = in.at("soak");
    w.spread_m2_min = in.at("spread");
    w.wipe_m2_min = in.at("wipe");
    w.people = in.at("persons");
    const WipingSections s = wipingSections(w);
    if (!s.possible) {
        return {{"area", s.area_mm2},
                {"largest_section", nullptr},
                {"sections", nullptr},
                {"section_area", nullptr},
                {"cuts", nullptr},
                {"strips", nullptr},
                {"minutes_per_section", nullptr},
                {"minutes", nullptr}};
    }
    return {{"area", s.area_mm2},
            {"largest_section", s.largest_mm2},
            {"sections", s.sections},
            {"section_area", s.section_mm2},
            {"cuts", s.cuts_mm},
            {"strips", s.strips_mm},
            {"minutes_per_section", s.each_min},
            {"minutes", s.all_min}};
}

MixOf mixOf(const Json& in)
{
    MixOf mix;
    if (!in.at("ratio_a_to_b").is_null()) {
        mix.ratio = in.at("ratio_a_to_b").get<double>();
    }
    mix.by = in.at("ratio_by") == "mass" ? RatioBy::Mass : RatioBy::Volume;
    mix.a_kg_L = in.at("density_a");
    mix.b_kg_L = in.at("density_b");
    return mix;
}

Json parts(const TwoParts& p)
{
    return {{"volume", p.volume_L}, {"volume_a", p.a_L}, {"volume_b", p.b_L}, {"mass_a", p.a_kg}, {"mass_b", p.b_kg}};
}

Json amount(const Json& in)
{
    FinishInput f;
    for (const Json& face : in.at("faces")) {
        f.faces.push_back({face.at("area"), face.at("coats")});
    }
    for (const Json& edge : in.at("edges")) {
        f.edges.push_back({edge.at("length"), edge.at("factor")});
    }
    f.thickness_mm = in.at("thickness");
    f.edgeCoats = in.at("edge_coats");
    f.coverage_m2_L = in.at("coverage");
    f.firstCoat = in.at("first_coat_factor");
    f.loss = in.at("loss");
    f.mix = mixOf(in);
    f.spread_m2_min = in.at("spread");
    f.pot_min = in.at("pot_minutes");
    const FinishAmount a = finishAmount(f);
    Json out = parts(a.all);
    out["edge_area"] = a.edge_mm2;
    out["coats"] = Json::array();
    for (const FinishCoat& c : a.coats) {
        Json coat = parts(c.parts);
        coat["area"] = c.area_mm2;
        coat["batches"] = c.batches;
        coat["batch_volume"] = c.batch_L;
        out["coats"].push_back(coat);
    }
    return out;
}

Json flood(const Json& in)
{
    FloodInput f;
    f.area_mm2 = in.at("area");
    f.film_mm = in.at("film");
    f.coats = in.at("coats");
    f.perimeter_mm = in.at("perimeter");
    f.thickness_mm = in.at("thickness");
    f.edgeFilm_mm = in.at("edge_film");
    f.dripLoss = in.at("drip_loss");
    f.mix = mixOf(in);
    const FloodAmount a = floodAmount(f);
    Json out = parts(a.all);
    out["face_volume"] = a.face_L;
    out["edge_volume"] = a.edge_L;
    out["volume_per_coat"] = a.perCoat_L;
    out["drip_volume"] = a.drips_L;
    return out;
}

Json coats(const Json& in)
{
    CoatTimes t;
    t.first = in.at("first");
    t.coats = in.at("coats");
    t.hands = in.at("hands");
    t.minGap = in.at("min_gap");
    if (!in.at("max_gap").is_null()) {
        t.maxGap = in.at("max_gap").get<int>();
    }
    t.opens = in.at("hours").at(0);
    t.closes = in.at("hours").at(1);
    const CoatStarts s = coatStarts(t);
    Json closes = Json::array();
    for (const auto& c : s.closes) {
        closes.push_back(orNull(c));
    }
    return {{"starts", s.starts},
            {"opens", s.opens},
            {"closes", closes},
            {"scuff", s.scuff},
            {"scuffs", std::count(s.scuff.begin(), s.scuff.end(), true)},
            {"best_last_start", orNull(s.bestLast)}};
}

Json glue(const Json& in)
{
    GlueInput g;
    g.joint_mm = in.at("joint_length");
    g.thickness_mm = in.at("thickness");
    g.faces = in.at("faces");
    g.grams_m2 = in.at("grams_per_m2");
    g.tenons = in.at("tenons");
    g.grams_tenon = in.at("grams_per_tenon");
    g.spread_m2_min = in.at("spread");
    g.tenon_s = in.at("seconds_per_tenon");
    g.clamps = in.at("clamps");
    g.clamp_s = in.at("seconds_per_clamp");
    g.closing_min = in.at("closing");
    g.people = in.at("people");
    g.room_C = in.at("temperature");
    for (const Vec2 p : pairs(in.at("open_time"))) {
        g.open_min.emplace_back(p.x, p.y);
    }
    const GlueTime t = glueTime(g);
    return {{"area", t.area_mm2},
            {"grams", t.grams},
            {"work_minutes", t.work_min},
            {"assembly_minutes", t.assembly_min},
            {"open_minutes", t.open_min},
            {"outside_table", t.outsideTable},
            {"to_spare", t.open_min - t.assembly_min},
            {"fits", t.fits},
            {"people_needed", orNull(t.peopleNeeded)}};
}

Json clamps(const Json& in)
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        const ClampInput c{row.at("length"),    row.at("thickness"), row.at("pressure"), row.at("clamp_force"),
                           row.at("max_pitch"), row.at("end"),       row.at("pad"),      row.at("reach")};
        const ClampRow r = clampRow(c);
        std::vector<bool> below;
        for (size_t i = 0; i < r.positions_mm.size(); ++i) {
            below.push_back(i % 2 == 0);
        }
        rows.push_back({{"area", c.length_mm * c.thickness_mm},
                        {"force", r.force_N},
                        {"by_force", r.byForce},
                        {"by_pitch", r.byPitch},
                        {"count", r.count},
                        {"pitch", orNull(r.pitch_mm)},
                        {"positions", r.positions_mm},
                        {"force_each", r.each_N},
                        {"pressure_at_full_force", r.fullPressure_N_mm2},
                        {"below", below}});
    }
    return {{"rows", rows}};
}

Json tenons(const Json& in)
{
    TenonRowInput t;
    t.from_mm = in.at("trim").at(0);
    t.to_mm = in.at("trim").at(1);
    for (const Vec2 p : pairs(in.at("obstacles"))) {
        t.obstacles.emplace_back(p.x, p.y);
    }
    t.keep_mm = in.at("keep");
    t.wide_mm = in.at("tenon_width");
    t.mostEnd_mm = in.at("end_max");
    t.leastPitch_mm = in.at("pitch_min");
    t.mostPitch_mm = in.at("pitch_max");
    const TenonRow r = tenonRow(t);
    return {{"count", r.possible ? Json(r.positions_mm.size()) : Json(nullptr)},
            {"pitch", orNull(r.pitch_mm)},
            {"positions", r.possible ? Json(r.positions_mm) : Json(nullptr)},
            {"free_count", orNull(r.freeCount)}};
}

Json keys(const Json& in)
{
    KeyRowInput k;
    k.crack = pairs(in.at("crack"));
    k.fromOpen_mm = in.at("from_open_end");
    k.fromTip_mm = in.at("from_tip");
    k.mostPitch_mm = in.at("pitch_max");
    k.long_mm = in.at("key_length");
    k.wide_mm = in.at("key_width");
    k.thickness_mm = in.at("thickness");
    k.depthShare = in.at("depth_fraction");
    const KeyRow r = keyRow(k);
    Json rows = Json::array();
    for (const CrackKey& key : r.keys) {
        rows.push_back({{"s", key.along_mm},
                        {"centre", {key.centre.x, key.centre.y}},
                        {"axis", key.axis_deg},
                        {"ends", {{key.first.x, key.first.y}, {key.second.x, key.second.y}}}});
    }
    return {{"crack_length", r.crack_mm},
            {"count", r.keys.size()},
            {"pitch", orNull(r.pitch_mm)},
            {"depth", r.depth_mm},
            {"keys", rows}};
}

EdgeCorner corner(const Json& in)
{
    EdgeCorner out;
    if (in.at("kind") == "round") {
        out.kind = CornerCut::Round;
        out.radius_mm = in.at("radius");
    } else if (in.at("kind") == "chamfer") {
        out.kind = CornerCut::Chamfer;
        out.onFace_mm = in.at("on_face");
        out.onEdge_mm = in.at("on_edge");
    }
    return out;
}

Json edges(const Json& in)
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        EdgeInput e;
        e.thickness_mm = row.at("thickness");
        e.top = corner(row.at("top"));
        e.bottom = corner(row.at("bottom"));
        e.bearing_mm = row.at("bearing");
        e.length_mm = row.value("length", 0.0);
        e.diameter_mm = row.value("diameter", 0.0);
        const EdgeProfile p = edgeProfile(e);
        rows.push_back({{"flat", p.flat_mm},
                        {"meets", p.meets},
                        {"bearing_runs", p.bearingRuns},
                        {"removed_ml", orNull(p.removed_mL)},
                        {"edge_area", orNull(p.area_mm2)},
                        {"edge_area_square", p.square_mm2}});
    }
    return {{"rows", rows}};
}

} // namespace

void addSurface(Operations& operations)
{
    operations["grits"] = grits;
    operations["sanding"] = sanding;
    operations["pencil_grid"] = pencil;
    operations["sections"] = sections;
    operations["finish_amount"] = amount;
    operations["flood_coat"] = flood;
    operations["coats"] = coats;
    operations["glue"] = glue;
    operations["clamps"] = clamps;
    operations["tenons"] = tenons;
    operations["keys"] = keys;
    operations["edge_profile"] = edges;
}

} // namespace burl::verify
