#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "exchange/json/codec.h"
#include "exchange/json/numbers.h"
#include "exchange/json/words_out.h"

namespace burl
{
namespace
{

constexpr Number<SurfaceChoices> kNumbers[] = {
    {"pressure_n_mm2", &SurfaceChoices::pressure_N_mm2, ranges::kPressure_N_mm2},
    {"clamp_n", &SurfaceChoices::clamp_N, ranges::kClampForce_N},
    {"clamp_pitch_mm", &SurfaceChoices::clampPitch_mm, ranges::kClampPitch_mm},
    {"pad_mm", &SurfaceChoices::pad_mm, ranges::kPad_mm},
    {"key_depth", &SurfaceChoices::keyDepth, ranges::kKeyDepth},
    {"bearing_mm", &SurfaceChoices::bearing_mm, ranges::kEdgeCut_mm},
    {"max_ratio", &SurfaceChoices::maxRatio, ranges::kGritRatio},
    {"rate_min_m2", &SurfaceChoices::rate_min_m2, ranges::kSandRate},
    {"edge_rate_min_m", &SurfaceChoices::edgeRate_min_m, ranges::kSandRate},
    {"disc_life_m2", &SurfaceChoices::discLife_m2, ranges::kDiscLife_m2},
    {"pencil_mm", &SurfaceChoices::pencil_mm, ranges::kPencil_mm}};
constexpr Maybe<SurfaceChoices> kMaybe[] = {{"room_c", &SurfaceChoices::room_C, ranges::kGlueRoom_degC},
                                            {"clamps", &SurfaceChoices::clampsAtHand, ranges::kClamps},
                                            {"bow_mm", &SurfaceChoices::bow_mm, ranges::kJointBow_mm},
                                            {"stop_grit", &SurfaceChoices::stopGrit, ranges::kGrit},
                                            {"resin_grit", &SurfaceChoices::resinGrit, ranges::kGrit},
                                            {"coats", &SurfaceChoices::coats, ranges::kCoats},
                                            {"coverage_m2_l", &SurfaceChoices::coverage_m2_L, ranges::kCoverage_m2_L}};
constexpr Number<EdgeCorner> kCornerNumbers[] = {{"radius_mm", &EdgeCorner::radius_mm, ranges::kEdgeCut_mm},
                                                 {"on_face_mm", &EdgeCorner::onFace_mm, ranges::kEdgeCut_mm},
                                                 {"on_edge_mm", &EdgeCorner::onEdge_mm, ranges::kEdgeCut_mm}};
constexpr Number<EdgeStretch> kStretchNumbers[] = {{"from_mm", &EdgeStretch::from_mm, ranges::kPlace_mm},
                                                   {"to_mm", &EdgeStretch::to_mm, ranges::kPlace_mm},
                                                   {"deep_mm", &EdgeStretch::deep_mm, ranges::kEdgeDeep_mm}};

constexpr Number<Repair> kRepairNumbers[] = {{"long_mm", &Repair::long_mm, ranges::kRepair_mm},
                                             {"wide_mm", &Repair::wide_mm, ranges::kRepair_mm},
                                             {"deep_mm", &Repair::deep_mm, ranges::kRepair_mm}};

OrderedJson toJson(const EdgeCorner& c)
{
    OrderedJson out{{"cut", words::of(c.kind, words::kCorner)}};
    writeAll(out, c, kCornerNumbers);
    return out;
}

EdgeCorner cornerFrom(JsonReader r)
{
    EdgeCorner c;
    r.readWord("cut", c.kind, words::kCorner);
    readNumbers(r, c, kCornerNumbers);
    return c;
}

void count(OrderedJson& out, const char* key, int value, int usual)
{
    if (value != usual) {
        out[key] = value;
    }
}

} // namespace

OrderedJson toJson(const SurfaceChoices& c)
{
    const SurfaceChoices usual;
    OrderedJson out{{"finish", words::of(c.finish, words::kFinish)}};
    word(out, "glue", c.glue, usual.glue, words::kGlue);
    flag(out, "both_sides", c.bothSides);
    writeNumbers(out, c, kNumbers);
    writeNumbers(out, c, kMaybe);
    count(out, "people", c.people, usual.people);
    count(out, "machines", c.machines, usual.machines);
    count(out, "wipers", c.wipers, usual.wipers);
    count(out, "start_grit", c.startGrit, usual.startGrit);
    word(out, "live_edges", c.live, usual.live, words::kTreatment);
    for (const EdgeStretch& s : c.stretches) {
        OrderedJson stretch{{"edge", s.far ? "far" : "near"}, {"treatment", words::of(s.kind, words::kTreatment)}};
        writeAll(stretch, s, kStretchNumbers);
        out["stretches"].push_back(stretch);
    }
    for (const Repair& p : c.repairs) {
        OrderedJson repair{{"kind", words::of(p.kind, words::kRepair)}, {"x_mm", p.at.x}, {"y_mm", p.at.y}};
        writeAll(repair, p, kRepairNumbers);
        out["repairs"].push_back(repair);
    }
    if (!(c.above == usual.above)) {
        out["above"] = toJson(c.above);
    }
    if (!(c.below == usual.below)) {
        out["below"] = toJson(c.below);
    }
    word(out, "look", c.look, usual.look, words::kLook);
    if (c.waterPop != usual.waterPop) {
        out["water_pop"] = c.waterPop;
    }
    for (const Sanded& s : c.sanded) {
        out["sanded"].push_back({{"part", words::of(s.part, words::kPart)}, {"grit", s.grit}, {"on", s.on}});
    }
    word(out, "faces", c.faces, usual.faces, words::kFaces);
    flag(out, "base_too", c.baseToo);
    flag(out, "before_assembly", c.before);
    text(out, "first_coat", c.firstCoat);
    return out;
}

SurfaceChoices surfaceFrom(JsonReader r)
{
    SurfaceChoices c;
    r.readWord("finish", c.finish, words::kFinish);
    r.readWord("glue", c.glue, words::kGlue);
    r.read("both_sides", c.bothSides);
    readNumbers(r, c, kNumbers);
    readNumbers(r, c, kMaybe);
    r.read("people", c.people, ranges::kPeople);
    r.read("machines", c.machines, ranges::kMachines);
    r.read("wipers", c.wipers, ranges::kPeople);
    r.read("start_grit", c.startGrit, ranges::kGrit);
    r.readWord("live_edges", c.live, words::kTreatment);
    r.each("stretches", counts::kStretches, [&](JsonReader inner) {
        EdgeStretch s;
        std::string edge = "far";
        inner.read("edge", edge);
        if (edge != "far" && edge != "near") {
            inner.note("edge", "\"" + JsonReader::shortened(edge) + "\" is not one of far, near");
        }
        s.far = edge != "near";
        inner.readWord("treatment", s.kind, words::kTreatment);
        readNumbers(inner, s, kStretchNumbers);
        if (s.to_mm < s.from_mm) {
            inner.note("to_mm", "a stretch ends right of where it begins");
        }
        c.stretches.push_back(s);
    });
    r.each("repairs", counts::kRepairs, [&](JsonReader inner) {
        Repair p;
        inner.readWord("kind", p.kind, words::kRepair);
        inner.readLength("x_mm", p.at.x, ranges::kPlace_mm);
        inner.readLength("y_mm", p.at.y, ranges::kPlace_mm);
        readNumbers(inner, p, kRepairNumbers);
        c.repairs.push_back(p);
    });
    r.inside("above", [&](JsonReader inner) { c.above = cornerFrom(inner); });
    r.inside("below", [&](JsonReader inner) { c.below = cornerFrom(inner); });
    r.readWord("look", c.look, words::kLook);
    r.read("water_pop", c.waterPop);
    r.each("sanded", counts::kRecords, [&](JsonReader inner) {
        Sanded s;
        inner.readWord("part", s.part, words::kPart);
        inner.read("grit", s.grit, ranges::kGrit);
        inner.read("on", s.on);
        if (!s.on.empty() && !dayOf(s.on)) {
            inner.note("on", "a day is written as 2026-11-03");
        }
        c.sanded.push_back(s);
    });
    r.readWord("faces", c.faces, words::kFaces);
    r.read("base_too", c.baseToo);
    r.read("before_assembly", c.before);
    r.read("first_coat", c.firstCoat);
    if (!c.firstCoat.empty() && !hoursOf(c.firstCoat)) {
        r.note("first_coat", "a moment is written as 2026-11-03T08:00");
    }
    return c;
}

} // namespace burl
