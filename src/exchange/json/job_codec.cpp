#include "core/measure/date.h"
#include "exchange/json/codec.h"
#include "exchange/json/enum_names.h"

namespace burl
{
namespace
{

OrderedJson toJson(const LayupChoices& c)
{
    OrderedJson pieces = OrderedJson::array();
    for (const Piece& p : c.pieces) {
        OrderedJson piece{{"slab", p.slab.value},
                          {"show", words::of(p.show, words::kFace)},
                          {"end_for_end", p.endForEnd},
                          {"left_mm", p.left_mm}};
        if (p.across_mm != 0.0) {
            piece["across_mm"] = p.across_mm;
        }
        if (p.turn_deg != 0.0) {
            piece["turn_deg"] = p.turn_deg;
        }
        if (p.rip) {
            piece["rip_at0_mm"] = p.rip->at0_mm;
            piece["rip_slope"] = p.rip->slope;
        }
        pieces.push_back(piece);
    }
    OrderedJson out{{"kind", words::of(c.kind, words::kTop)},
                    {"edges", words::of(c.edges, words::kEdges)},
                    {"length_mm", c.length_mm},
                    {"thickness_mm", c.thickness_mm},
                    {"least_gap_mm", c.leastGap_mm}};
    if (c.nearEdge) {
        out["near_edge"] = words::of(*c.nearEdge, words::kEdges);
    }
    if (c.width_mm) {
        out["width_mm"] = *c.width_mm;
    }
    if (c.endWidth_mm) {
        out["end_width_mm"] = *c.endWidth_mm;
    }
    if (c.trim_mm) {
        out["trim_mm"] = *c.trim_mm;
    }
    if (c.ripMargin_mm) {
        out["rip_margin_mm"] = *c.ripMargin_mm;
    }
    if (c.shape != TopShape::AsLaid) {
        out["shape"] = words::of(c.shape, words::kShape);
    }
    if (!c.outline.empty()) {
        out["outline_mm"] = pointsJson(c.outline);
    }
    if (c.corner_mm != 0.0) {
        out["corner_mm"] = c.corner_mm;
    }
    if (!c.curves.empty()) {
        OrderedJson curves = OrderedJson::array();
        for (const auto& curve : c.curves) {
            curves.push_back({{"points_mm", pointsJson(curve)}});
        }
        out["curves"] = curves;
    }
    if (!(c.tools == TemplateTools{})) {
        out["template"] = {
            {"bit_mm", c.tools.bit_mm}, {"bushing_1_mm", c.tools.bushing1_mm}, {"bushing_2_mm", c.tools.bushing2_mm}};
    }
    if (!(c.rods == RodChoices{})) {
        out["rods"] = {{"diameter_mm", c.rods.diameter_mm},
                       {"pitch_mm", c.rods.pitch_mm},
                       {"first_mm", c.rods.first_mm},
                       {"embed_mm", c.rods.embed_mm},
                       {"drill_reach_mm", c.rods.drillReach_mm}};
    }
    if (!(c.joint == JointChoices{})) {
        out["joint"] = {{"kind", words::of(c.joint.kind, words::kJoint)},
                        {"pitch_mm", c.joint.pitch_mm},
                        {"wide_mm", c.joint.wide_mm},
                        {"reach_mm", c.joint.reach_mm}};
    }
    if (c.parted_mm) {
        out["parted_mm"] = *c.parted_mm;
    }
    out["pieces"] = pieces;
    return out;
}

LayupChoices layupFrom(JsonReader r)
{
    LayupChoices c;
    r.readWord("kind", c.kind, words::kTop);
    r.readWord("edges", c.edges, words::kEdges);
    r.readLength("length_mm", c.length_mm, ranges::kLength_mm);
    r.readLength("thickness_mm", c.thickness_mm, ranges::kThickness_mm);
    r.readLength("least_gap_mm", c.leastGap_mm, ranges::kGap_mm);
    if (r.has("near_edge")) {
        OuterEdges edge = OuterEdges::Live;
        r.readWord("near_edge", edge, words::kEdges);
        c.nearEdge = edge;
    }
    r.read("width_mm", c.width_mm, ranges::kWidth_mm, true);
    r.read("end_width_mm", c.endWidth_mm, ranges::kWidth_mm, true);
    r.read("trim_mm", c.trim_mm, ranges::kTrim_mm, true);
    r.read("rip_margin_mm", c.ripMargin_mm, ranges::kMargin_mm, true);
    r.readWord("shape", c.shape, words::kShape);
    c.outline = pointsFrom(r, "outline_mm", counts::kCorners);
    r.readLength("corner_mm", c.corner_mm, ranges::kCorner_mm);
    r.each("curves", counts::kPieces,
           [&](JsonReader inner) { c.curves.push_back(pointsFrom(inner, "points_mm", counts::kCurvePoints)); });
    r.inside("template", [&](JsonReader inner) {
        inner.readLength("bit_mm", c.tools.bit_mm, ranges::kBit_mm);
        inner.readLength("bushing_1_mm", c.tools.bushing1_mm, ranges::kBushing_mm);
        inner.readLength("bushing_2_mm", c.tools.bushing2_mm, ranges::kBushing_mm);
    });
    r.inside("rods", [&](JsonReader inner) {
        inner.readLength("diameter_mm", c.rods.diameter_mm, ranges::kRod_mm);
        inner.readLength("pitch_mm", c.rods.pitch_mm, ranges::kRodPitch_mm);
        inner.readLength("first_mm", c.rods.first_mm, ranges::kRodFirst_mm);
        inner.readLength("embed_mm", c.rods.embed_mm, ranges::kReach_mm);
        inner.readLength("drill_reach_mm", c.rods.drillReach_mm, ranges::kReach_mm);
    });
    r.inside("joint", [&](JsonReader inner) {
        inner.readWord("kind", c.joint.kind, words::kJoint);
        inner.readLength("pitch_mm", c.joint.pitch_mm, ranges::kJointPitch_mm);
        inner.readLength("wide_mm", c.joint.wide_mm, ranges::kJointWide_mm);
        inner.readLength("reach_mm", c.joint.reach_mm, ranges::kJointWide_mm);
    });
    r.read("parted_mm", c.parted_mm, ranges::kRodFirst_mm, true);
    r.each("pieces", counts::kPieces, [&](JsonReader inner) {
        Piece p;
        inner.need("slab");
        inner.read("slab", p.slab.value);
        inner.readWord("show", p.show, words::kFace);
        inner.read("end_for_end", p.endForEnd);
        inner.readLength("left_mm", p.left_mm, ranges::kPlace_mm);
        inner.readLength("across_mm", p.across_mm, ranges::kPlace_mm);
        inner.read("turn_deg", p.turn_deg, ranges::kTurn_deg);
        if (inner.has("rip_at0_mm")) {
            RipLine line;
            inner.readLength("rip_at0_mm", line.at0_mm, ranges::kPlace_mm);
            inner.read("rip_slope", line.slope, ranges::kSlope);
            p.rip = line;
        }
        c.pieces.push_back(p);
    });
    return c;
}

OrderedJson toJson(const OfferWishes& w)
{
    OrderedJson out{{"match", words::of(w.match, words::kCounts)},
                    {"even", words::of(w.even, words::kCounts)},
                    {"sound", words::of(w.sound, words::kCounts)},
                    {"waste", words::of(w.waste, words::kCounts)},
                    {"price", words::of(w.price, words::kCounts)}};
    if (!w.species.empty()) {
        out["species"] = w.species;
    }
    if (w.budget) {
        out["budget"] = *w.budget;
    }
    return out;
}

OfferWishes wishesFrom(JsonReader r)
{
    OfferWishes w;
    r.readWord("match", w.match, words::kCounts);
    r.readWord("even", w.even, words::kCounts);
    r.readWord("sound", w.sound, words::kCounts);
    r.readWord("waste", w.waste, words::kCounts);
    r.readWord("price", w.price, words::kCounts);
    r.read("species", w.species);
    r.read("budget", w.budget, ranges::kMoney);
    return w;
}

struct RigLength {
    const char* key = "";
    double Rig::*member = nullptr;
    Range range{};
};
constexpr RigLength kRigLengths[] = {{"rail_height_mm", &Rig::railHeight_mm, ranges::kRailHeight_mm},
                                     {"rails_apart_mm", &Rig::railsApart_mm, ranges::kRigLength_mm},
                                     {"sled_wide_mm", &Rig::sledWide_mm, ranges::kRigLength_mm},
                                     {"floor_mm", &Rig::floor_mm, ranges::kSheet_mm},
                                     {"wall_high_mm", &Rig::wallHigh_mm, ranges::kWallHigh_mm},
                                     {"wall_thick_mm", &Rig::wallThick_mm, ranges::kSheet_mm},
                                     {"cutter_long_mm", &Rig::cutterLong_mm, ranges::kShank_mm},
                                     {"shank_mm", &Rig::shank_mm, ranges::kShank_mm},
                                     {"collet_up_mm", &Rig::colletUp_mm, ranges::kCollet_mm},
                                     {"bench_gap_mm", &Rig::benchGap_mm, ranges::kBenchGap_mm}};

constexpr std::pair<const char*, std::optional<double> Rig::*> kRigMeasures[] = {
    {"rails_long_mm", &Rig::railsLong_mm}, {"sled_long_mm", &Rig::sledLong_mm}, {"opening_mm", &Rig::opening_mm}};

OrderedJson toJson(const Rest& rest)
{
    OrderedJson out{{"slab", rest.slab.value}, {"cut", rest.cut}};
    if (rest.thickness_mm > 0.0) { // not yet measured otherwise
        out["thickness_mm"] = rest.thickness_mm;
    }
    if (rest.covered) {
        out["covered"] = true;
    }
    if (!rest.measured.empty()) {
        out["measured"] = rest.measured;
    }
    if (rest.readings) {
        out["readings"] = toJson(*rest.readings);
    }
    if (!rest.agreed.empty()) {
        out["agreed"] = rest.agreed;
    }
    return out;
}

OrderedJson toJson(const FlattenChoices& c)
{
    const FlattenMethod& m = c.method;
    OrderedJson out{{"school", words::of(c.school, words::kSchool)},
                    {"spare", words::of(c.spare, words::kSpare)},
                    {"method", OrderedJson{{"id", m.id},
                                           {"name", m.name},
                                           {"depth_mm", m.depth_mm},
                                           {"bit_mm", m.bit_mm},
                                           {"overlap", m.overlap},
                                           {"runoff_mm", m.runoff_mm},
                                           {"feed_mm_min", m.feed_mm_min},
                                           {"setup_min", m.setup_min}}}};
    if (m.along) {
        out["method"]["along"] = true;
    }
    if (!(c.rig == Rig{})) {
        OrderedJson rig{{"build", words::of(c.rig.build, words::kSled)},
                        {"tilt_deg", c.rig.tilt_deg},
                        {"router_n", c.rig.router_N}};
        for (const RigLength& length : kRigLengths) {
            rig[length.key] = c.rig.*length.member;
        }
        for (const auto& [key, member] : kRigMeasures) {
            if (c.rig.*member) {
                rig[key] = *(c.rig.*member);
            }
        }
        out["rig"] = rig;
    }
    if (c.packers != PackerStock::Any) {
        out["packers"] = words::of(c.packers, words::kPackers);
    }
    for (const Bearing& b : c.bearings) {
        out["bearings"].push_back({{"slab", b.slab.value}, {"x_mm", b.at.x}, {"y_mm", b.at.y}});
    }
    const FlattenChoices usual;
    if (c.millings != usual.millings) {
        out["millings"] = c.millings;
    }
    if (c.allowance_mm != usual.allowance_mm) {
        out["allowance_mm"] = c.allowance_mm;
    }
    if (c.moveLimit_mm != usual.moveLimit_mm) {
        out["move_limit_mm"] = c.moveLimit_mm;
    }
    for (const Rest& rest : c.rests) {
        out["rests"].push_back(toJson(rest));
    }
    return out;
}

Rest restFrom(JsonReader r)
{
    Rest rest;
    r.need("slab");
    r.read("slab", rest.slab.value);
    r.readLength("thickness_mm", rest.thickness_mm, ranges::kThickness_mm);
    r.read("covered", rest.covered);
    r.read("agreed", rest.agreed);
    for (const auto& [key, date] : {std::pair{"cut", &rest.cut}, std::pair{"measured", &rest.measured}}) {
        r.read(key, *date);
        if (!date->empty() && !dayOf(*date)) {
            r.note(key, "a day is written as 2026-11-03");
        }
    }
    if (r.has("readings")) {
        r.inside("readings", [&](JsonReader inner) { rest.readings = gridFrom(inner); });
    }
    return rest;
}

FlattenChoices flattenFrom(JsonReader r)
{
    FlattenChoices c;
    r.readWord("school", c.school, words::kSchool);
    r.readWord("spare", c.spare, words::kSpare);
    r.inside("method", [&](JsonReader inner) {
        FlattenMethod& m = c.method;
        inner.read("id", m.id);
        inner.read("name", m.name);
        inner.readLength("depth_mm", m.depth_mm, ranges::kPassDepth_mm);
        inner.readLength("bit_mm", m.bit_mm, ranges::kCutter_mm);
        inner.read("overlap", m.overlap, ranges::kOverlap);
        inner.readLength("runoff_mm", m.runoff_mm, ranges::kRunoff_mm);
        inner.read("feed_mm_min", m.feed_mm_min, ranges::kFeed_mm_min);
        inner.read("setup_min", m.setup_min, ranges::kSetup_min);
        inner.read("along", m.along);
    });
    r.inside("rig", [&](JsonReader inner) {
        inner.readWord("build", c.rig.build, words::kSled);
        inner.read("tilt_deg", c.rig.tilt_deg, ranges::kTilt_deg);
        inner.read("router_n", c.rig.router_N, ranges::kRouter_N);
        for (const RigLength& length : kRigLengths) {
            inner.readLength(length.key, c.rig.*length.member, length.range);
        }
        for (const auto& [key, member] : kRigMeasures) {
            inner.read(key, c.rig.*member, ranges::kRigLength_mm, true);
        }
    });
    r.readWord("packers", c.packers, words::kPackers);
    r.read("millings", c.millings, ranges::kMillings);
    r.readLength("allowance_mm", c.allowance_mm, ranges::kAllowance_mm);
    r.readLength("move_limit_mm", c.moveLimit_mm, ranges::kAllowance_mm);
    r.each("bearings", counts::kRecords, [&](JsonReader inner) {
        Bearing b;
        inner.need("slab");
        inner.read("slab", b.slab.value);
        inner.readLength("x_mm", b.at.x, ranges::kPlace_mm);
        inner.readLength("y_mm", b.at.y, ranges::kPlace_mm);
        c.bearings.push_back(b);
    });
    r.each("rests", counts::kRecords, [&](JsonReader inner) { c.rests.push_back(restFrom(inner)); });
    return c;
}

} // namespace

OrderedJson toJson(const Job& job)
{
    OrderedJson out{{"id", job.id.value}, {"name", job.name}};
    if (!job.note.empty()) {
        out["note"] = job.note;
    }
    if (!job.started.empty()) {
        out["started"] = job.started;
    }
    if (!job.sheetMade.empty()) {
        out["sheet_made"] = job.sheetMade;
    }
    out["layup"] = toJson(job.layup);
    out["flatten"] = toJson(job.flatten);
    out["fill"] = toJson(job.fill);
    out["move"] = toJson(job.move);
    if (!(job.base == BaseChoices{})) {
        out["base"] = toJson(job.base);
    }
    if (!(job.surface == SurfaceChoices{})) {
        out["surface"] = toJson(job.surface);
    }
    if (!(job.days == DaysChoices{})) {
        out["days"] = toJson(job.days);
    }
    if (!(job.money == MoneyChoices{})) {
        out["money"] = toJson(job.money);
    }
    if (!(job.wishes == OfferWishes{})) {
        out["wishes"] = toJson(job.wishes);
    }
    if (!(job.door == DoorWay{})) {
        OrderedJson door = OrderedJson::object();
        if (job.door.wide_mm) {
            door["wide_mm"] = *job.door.wide_mm;
        }
        if (job.door.high_mm) {
            door["high_mm"] = *job.door.high_mm;
        }
        out["door"] = door;
    }
    if (!job.kept.empty()) {
        OrderedJson kept = OrderedJson::array();
        for (const KeptLayup& k : job.kept) {
            kept.push_back({{"name", k.name}, {"layup", toJson(k.layup)}});
        }
        out["kept"] = kept;
    }
    return out;
}

Job jobFrom(JsonReader r)
{
    Job job;
    r.read("id", job.id.value);
    r.read("name", job.name);
    r.read("note", job.note);
    r.read("started", job.started);
    r.read("sheet_made", job.sheetMade);
    r.inside("layup", [&](JsonReader inner) { job.layup = layupFrom(inner); });
    r.inside("flatten", [&](JsonReader inner) { job.flatten = flattenFrom(inner); });
    r.inside("fill", [&](JsonReader inner) { job.fill = fillFrom(inner); });
    r.inside("move", [&](JsonReader inner) { job.move = moveFrom(inner); });
    r.inside("surface", [&](JsonReader inner) { job.surface = surfaceFrom(inner); });
    r.inside("base", [&](JsonReader inner) { job.base = baseFrom(inner); });
    r.inside("days", [&](JsonReader inner) { job.days = daysFrom(inner); });
    r.inside("money", [&](JsonReader inner) { job.money = moneyFrom(inner); });
    r.inside("wishes", [&](JsonReader inner) { job.wishes = wishesFrom(inner); });
    r.inside("door", [&](JsonReader inner) {
        inner.read("wide_mm", job.door.wide_mm, ranges::kDoor_mm, true);
        inner.read("high_mm", job.door.high_mm, ranges::kDoor_mm, true);
    });
    r.each("kept", counts::kRecords, [&](JsonReader inner) {
        KeptLayup kept;
        inner.read("name", kept.name);
        inner.inside("layup", [&](JsonReader deeper) { kept.layup = layupFrom(deeper); });
        job.kept.push_back(std::move(kept));
    });
    return job;
}

OrderedJson toJson(const Habits& h)
{
    OrderedJson out{{"length", words::of(h.units.length, words::kLength)},
                    {"inch_fraction", h.units.inchFraction},
                    {"volume", words::of(h.units.volume, words::kVolume)},
                    {"mass", words::of(h.units.mass, words::kMass)},
                    {"temperature", words::of(h.units.temperature, words::kTemperature)},
                    {"rip_margin_mm", h.ripMargin_mm},
                    {"trim_each_end_mm", h.trimEachEnd_mm},
                    {"least_wood_over_insert_mm", h.leastWoodOverInsert_mm}};
    if (h.longest_mm) {
        out["longest_mm"] = *h.longest_mm;
    }
    if (h.van_mm) {
        out["van_mm"] = *h.van_mm;
    }
    if (!(h.work == WorkHabits{})) {
        out["work"] = toJson(h.work);
    }
    if (!(h.money == MoneyHabits{})) {
        out["money"] = toJson(h.money);
    }
    if (!h.stock.empty()) {
        out["stock"] = stockJson(h.stock);
    }
    return out;
}

Habits habitsFrom(JsonReader r)
{
    Habits h;
    r.readWord("length", h.units.length, words::kLength);
    r.read("inch_fraction", h.units.inchFraction);
    if (h.units.inchFraction != 8 && h.units.inchFraction != 16 && h.units.inchFraction != 32 &&
        h.units.inchFraction != 64) {
        r.note("inch_fraction", "8, 16, 32 or 64 is wanted");
        h.units.inchFraction = 16;
    }
    r.readWord("volume", h.units.volume, words::kVolume);
    r.readWord("mass", h.units.mass, words::kMass);
    r.readWord("temperature", h.units.temperature, words::kTemperature);
    r.readLength("rip_margin_mm", h.ripMargin_mm, ranges::kMargin_mm);
    r.readLength("trim_each_end_mm", h.trimEachEnd_mm, ranges::kTrim_mm);
    r.readLength("least_wood_over_insert_mm", h.leastWoodOverInsert_mm, ranges::kLeastWood_mm);
    r.read("longest_mm", h.longest_mm, ranges::kLength_mm, true);
    r.read("van_mm", h.van_mm, ranges::kLength_mm, true);
    r.inside("work", [&](JsonReader inner) { h.work = workHabitsFrom(inner); });
    r.inside("money", [&](JsonReader inner) { h.money = moneyHabitsFrom(inner); });
    h.stock = stockFrom(r, "stock");
    return h;
}

} // namespace burl
