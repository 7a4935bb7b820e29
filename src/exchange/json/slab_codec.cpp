#include <set>

#include "core/measure/date.h"
#include "core/shop/edit.h"
#include "exchange/json/codec.h"
#include "exchange/json/enum_names.h"

namespace burl
{
namespace
{

OrderedJson optional(const std::optional<double>& value)
{
    return value ? OrderedJson(*value) : OrderedJson(nullptr);
}

OrderedJson toJson(const Tape& tape)
{
    OrderedJson rows = OrderedJson::array();
    for (const TapeReading& r : tape.readings) {
        rows.push_back(OrderedJson::array({r.at_mm, optional(r.near_mm), optional(r.far_mm)}));
    }
    return {{"from", words::of(tape.from, words::kTapeFrom)}, {"readings_mm", rows}};
}

Tape tapeFrom(JsonReader r)
{
    Tape tape;
    r.readWord("from", tape.from, words::kTapeFrom);
    r.need("readings_mm");
    for (const auto& row :
         r.rows("readings_mm", {ranges::kPlace_mm, ranges::kPlace_mm, ranges::kPlace_mm}, counts::kStations, true)) {
        if (!row[0]) {
            r.note("readings_mm", "a station without a place along the slab");
            break;
        }
        tape.readings.push_back({*row[0], row[1], row[2]});
    }
    return tape;
}

} // namespace

OrderedJson toJson(const HeightGrid& grid)
{
    OrderedJson rows = OrderedJson::array();
    const size_t along = grid.xs_mm.size();
    for (size_t j = 0; j < grid.ys_mm.size(); ++j) {
        OrderedJson row = OrderedJson::array();
        for (size_t i = 0; i < along; ++i) {
            row.push_back(optional(grid.readings_mm[j * along + i]));
        }
        rows.push_back(row);
    }
    return {{"from", words::of(grid.from, words::kHeightsFrom)},
            {"x_mm", grid.xs_mm},
            {"y_mm", grid.ys_mm},
            {"readings_mm", rows}};
}

HeightGrid gridFrom(JsonReader r)
{
    HeightGrid grid;
    r.readWord("from", grid.from, words::kHeightsFrom);
    grid.xs_mm = r.numbers("x_mm", ranges::kPlace_mm, counts::kLines);
    grid.ys_mm = r.numbers("y_mm", ranges::kPlace_mm, counts::kLines);
    if (grid.xs_mm.size() * grid.ys_mm.size() > counts::kReadings) {
        r.note("", "a grid holds " + std::to_string(counts::kReadings) + " readings at most; leave out lines");
        return {};
    }
    const auto rows =
        r.rows("readings_mm", std::vector<Range>(grid.xs_mm.size(), ranges::kHeight_mm), counts::kLines, true);
    if (rows.size() != grid.ys_mm.size()) {
        r.note("readings_mm", "one row for each y is wanted: " + std::to_string(grid.ys_mm.size()));
    }
    for (const auto& row : rows) {
        grid.readings_mm.insert(grid.readings_mm.end(), row.begin(), row.end());
    }
    return grid;
}

namespace
{

std::optional<Ring> ringFrom(JsonReader& r, const char* key)
{
    if (!r.has(key)) {
        return std::nullopt;
    }
    Ring ring;
    for (const auto& row : r.rows(key, {ranges::kPlace_mm, ranges::kPlace_mm}, counts::kCorners)) {
        ring.push_back({*row[0], *row[1]});
    }
    if (ring.size() < 3) {
        r.note(key, "an outline needs three corners at least");
    }
    return ring;
}

OrderedJson toJson(const FacePicture& p)
{
    return {{"key", p.key}, {"mm_per_px", p.mm_per_px}, {"left_mm", p.left_mm}, {"top_mm", p.top_mm}};
}

FacePicture pictureFrom(JsonReader r)
{
    FacePicture p;
    r.need("key");
    r.read("key", p.key);
    r.need("mm_per_px");
    r.readLength("mm_per_px", p.mm_per_px, ranges::kPixel_mm);
    r.readLength("left_mm", p.left_mm, ranges::kPlace_mm);
    r.readLength("top_mm", p.top_mm, ranges::kPlace_mm);
    return p;
}

OrderedJson toJson(const Feature& f)
{
    OrderedJson out{{"id", f.id},
                    {"kind", words::of(f.kind, words::kFeature)},
                    {"face", words::of(f.face, words::kFace)},
                    {"intention", words::of(f.intention, words::kIntention)},
                    {"points_mm", pointsJson(f.points)}};
    if (f.width_mm != 0.0) {
        out["width_mm"] = f.width_mm;
    }
    if (f.depth_mm != 0.0) {
        out["depth_mm"] = f.depth_mm;
    }
    if (f.count != 0) {
        out["count"] = f.count;
    }
    return out;
}

Feature featureFrom(JsonReader r)
{
    Feature f;
    r.read("id", f.id);
    r.need("kind");
    r.readWord("kind", f.kind, words::kFeature);
    r.readWord("face", f.face, words::kFace);
    r.readWord("intention", f.intention, words::kIntention);
    f.points = pointsFrom(r, "points_mm", counts::kCorners);
    r.readLength("width_mm", f.width_mm, ranges::kFeatureWidth_mm);
    r.readLength("depth_mm", f.depth_mm, ranges::kFeatureDepth_mm);
    r.read("count", f.count, ranges::kFeatureCount);
    return f;
}

} // namespace

OrderedJson pointsJson(const std::vector<Vec2>& points)
{
    OrderedJson out = OrderedJson::array();
    for (const Vec2 p : points) {
        out.push_back(OrderedJson::array({p.x, p.y}));
    }
    return out;
}

std::vector<Vec2> pointsFrom(JsonReader& r, const char* key, size_t most)
{
    std::vector<Vec2> out;
    for (const auto& row : r.rows(key, {ranges::kPlace_mm, ranges::kPlace_mm}, most)) {
        out.push_back({*row[0], *row[1]});
    }
    return out;
}

OrderedJson toJson(const Slab& slab)
{
    OrderedJson out{{"id", slab.id.value},       {"name", slab.name},       {"log", slab.log.value},
                    {"sequence", slab.sequence}, {"species", slab.species}, {"top", toJson(slab.top)}};
    if (slab.bottom) {
        out["bottom"] = toJson(*slab.bottom);
    }
    if (slab.topDrawn) {
        out["top_drawn_mm"] = pointsJson(*slab.topDrawn);
    }
    if (slab.bottomDrawn) {
        out["bottom_drawn_mm"] = pointsJson(*slab.bottomDrawn);
    }
    if (slab.topPicture) {
        out["top_picture"] = toJson(*slab.topPicture);
    }
    if (slab.bottomPicture) {
        out["bottom_picture"] = toJson(*slab.bottomPicture);
    }
    out["bevel_near_mm"] = slab.bevelNear_mm;
    out["bevel_far_mm"] = slab.bevelFar_mm;
    if (slab.thickness_mm) {
        out["thickness_mm"] = *slab.thickness_mm;
    }
    if (!slab.thicknesses.empty()) {
        OrderedJson rows = OrderedJson::array();
        for (const ThicknessReading& t : slab.thicknesses) {
            rows.push_back(OrderedJson::array({t.at.x, t.at.y, t.thickness_mm}));
        }
        out["thickness_readings_mm"] = rows;
    }
    if (!slab.partThicknesses.empty()) {
        const auto cell = [](const std::optional<double>& v) { return v ? OrderedJson(*v) : OrderedJson(nullptr); };
        OrderedJson rows = OrderedJson::array();
        for (const PartThickness& t : slab.partThicknesses) {
            rows.push_back(OrderedJson::array({cell(t.x_mm), cell(t.y_mm), cell(t.thickness_mm)}));
        }
        out["unfinished_thicknesses_mm"] = rows;
    }
    if (slab.topHeights) {
        out["top_heights"] = toJson(*slab.topHeights);
    }
    if (slab.bottomHeights) {
        out["bottom_heights"] = toJson(*slab.bottomHeights);
    }
    OrderedJson features = OrderedJson::array();
    for (const Feature& f : slab.features) {
        features.push_back(toJson(f));
    }
    out["features"] = features;
    if (slab.lastFeature > 0) {
        out["last_feature"] = slab.lastFeature;
    }
    if (slab.mc_pct) {
        out["mc_pct"] = *slab.mc_pct;
    }
    if (!slab.moisture.empty()) {
        OrderedJson readings = OrderedJson::array();
        for (const MoistureReading& m : slab.moisture) {
            readings.push_back({{"date", m.date}, {"depth_mm", m.depth_mm}, {"mc_pct", m.mc_pct}});
        }
        out["moisture"] = readings;
    }
    if (slab.pith) {
        out["pith_distance_mm"] = slab.pith->distance_mm;
        out["pith_offset_mm"] = slab.pith->offset_mm;
    }
    if (slab.weighed_kg) {
        out["weighed_kg"] = *slab.weighed_kg;
    }
    if (slab.price) {
        out["price"] = *slab.price;
    }
    if (slab.pricedPer != WoodPer::Slab) {
        out["priced_per"] = words::of(slab.pricedPer, words::kWoodPer);
    }
    if (slab.endGrain) {
        out["end_grain"] = true;
    }
    if (!slab.where.empty()) {
        out["where"] = slab.where;
    }
    if (!slab.cut.empty()) {
        out["cut"] = slab.cut;
    }
    return out;
}

Slab slabFrom(JsonReader r)
{
    Slab slab;
    r.need("id");
    r.read("id", slab.id.value);
    r.need("name");
    r.read("name", slab.name);
    r.read("log", slab.log.value);
    r.read("sequence", slab.sequence, ranges::kSequence);
    r.read("species", slab.species);
    if (!r.has("top_drawn_mm")) {
        r.need("top");
    }
    r.inside("top", [&](JsonReader inner) { slab.top = tapeFrom(inner); });
    r.inside("bottom", [&](JsonReader inner) { slab.bottom = tapeFrom(inner); });
    slab.topDrawn = ringFrom(r, "top_drawn_mm");
    slab.bottomDrawn = ringFrom(r, "bottom_drawn_mm");
    r.inside("top_picture", [&](JsonReader inner) { slab.topPicture = pictureFrom(inner); });
    r.inside("bottom_picture", [&](JsonReader inner) { slab.bottomPicture = pictureFrom(inner); });
    r.readLength("bevel_near_mm", slab.bevelNear_mm, ranges::kBevel_mm);
    r.readLength("bevel_far_mm", slab.bevelFar_mm, ranges::kBevel_mm);
    r.read("thickness_mm", slab.thickness_mm, ranges::kThickness_mm, true);
    for (const auto& row : r.rows("thickness_readings_mm",
                                  {ranges::kPlace_mm, ranges::kPlace_mm, ranges::kThickness_mm}, counts::kRecords)) {
        slab.thicknesses.push_back({{*row[0], *row[1]}, *row[2]});
    }
    for (const auto& row :
         r.rows("unfinished_thicknesses_mm", {ranges::kPlace_mm, ranges::kPlace_mm, ranges::kThickness_mm},
                counts::kRecords, true)) {
        slab.partThicknesses.push_back({row[0], row[1], row[2]});
    }
    r.inside("top_heights", [&](JsonReader inner) { slab.topHeights = gridFrom(inner); });
    r.inside("bottom_heights", [&](JsonReader inner) { slab.bottomHeights = gridFrom(inner); });
    std::set<int> ids;
    r.each("features", counts::kFeatures, [&](JsonReader inner) {
        slab.features.push_back(featureFrom(inner));
        const int id = slab.features.back().id;
        if (id != 0 && !ids.insert(id).second) {
            inner.note("id", "two features of " + slab.name + " have the id " + std::to_string(id));
        }
    });
    r.read("last_feature", slab.lastFeature);
    // A feature by hand needs no id; without one it would be taken for the river.
    int next = freeFeatureId(slab);
    for (Feature& f : slab.features) {
        f.id = f.id == 0 ? next++ : f.id;
    }
    r.read("mc_pct", slab.mc_pct, ranges::kMc_pct);
    r.each("moisture", counts::kRecords, [&](JsonReader inner) {
        MoistureReading m;
        inner.need("date");
        inner.read("date", m.date);
        if (!dayOf(m.date)) {
            inner.note("date", "a day is written as 2026-11-03");
        }
        inner.readLength("depth_mm", m.depth_mm, ranges::kMeterDepth_mm);
        inner.need("mc_pct");
        inner.read("mc_pct", m.mc_pct, ranges::kMc_pct);
        slab.moisture.push_back(std::move(m));
    });
    if (r.has("pith_distance_mm")) {
        PithPlace pith;
        r.readLength("pith_distance_mm", pith.distance_mm, ranges::kPith_mm);
        r.readLength("pith_offset_mm", pith.offset_mm, ranges::kPith_mm);
        slab.pith = pith;
    }
    r.read("weighed_kg", slab.weighed_kg, ranges::kMass_kg);
    r.read("price", slab.price, ranges::kMoney);
    r.readWord("priced_per", slab.pricedPer, words::kWoodPer);
    r.read("end_grain", slab.endGrain);
    r.read("where", slab.where);
    r.read("cut", slab.cut);
    return slab;
}

OrderedJson toJson(const Log& log)
{
    return {{"id", log.id.value},
            {"name", log.name},
            {"about", log.about},
            {"species", log.species},
            {"kerf_mm", log.kerf_mm}};
}

Log logFrom(JsonReader r)
{
    Log log;
    r.need("id");
    r.read("id", log.id.value);
    r.read("name", log.name);
    r.read("about", log.about);
    r.read("species", log.species);
    r.readLength("kerf_mm", log.kerf_mm, ranges::kKerf_mm);
    return log;
}

} // namespace burl
