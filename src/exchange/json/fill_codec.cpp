#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "exchange/json/codec.h"
#include "exchange/json/enum_names.h"
#include "exchange/json/numbers.h"

namespace burl
{
namespace
{

constexpr Number<PourRoom> kRoom[] = {{"night_c", &PourRoom::night_C, ranges::kRoom_degC},
                                      {"day_c", &PourRoom::day_C, ranges::kRoom_degC}};
constexpr Number<Mixing> kMixing[] = {{"mix_min", &Mixing::mix_min, ranges::kPotMinutes},
                                      {"degas_min", &Mixing::degas_min, ranges::kPotMinutes},
                                      {"carry_min", &Mixing::carry_min, ranges::kPotMinutes},
                                      {"pour_l_min", &Mixing::pour_L_min, ranges::kPours_L_min}};
constexpr Number<FormChoices> kForm[] = {{"board_mm", &FormChoices::board_mm, ranges::kFormBoard_mm},
                                         {"sheet_long_mm", &FormChoices::sheetLong_mm, ranges::kSheetLong_mm},
                                         {"sheet_wide_mm", &FormChoices::sheetWide_mm, ranges::kSheetLong_mm},
                                         {"kerf_mm", &FormChoices::kerf_mm, ranges::kKerf_mm},
                                         {"above_mm", &FormChoices::above_mm, ranges::kFormRoom_mm},
                                         {"room_mm", &FormChoices::room_mm, ranges::kFormRoom_mm},
                                         {"slope_mm_m", &FormChoices::slope_mm_m, ranges::kFormSlope_mm_m},
                                         {"bow_mm", &FormChoices::bow_mm, ranges::kFormRoom_mm},
                                         {"clamp_n", &FormChoices::clamp_N, ranges::kClamp_N},
                                         {"cartridge_ml", &FormChoices::cartridge_mL, ranges::kCartridge_mL}};
constexpr Number<Colours> kColours[] = {{"second_pct", &Colours::second_pct, ranges::kPigment_pct},
                                        {"swirl_share", &Colours::swirl_share, ranges::kSwirl},
                                        {"divider_mm", &Colours::divider_mm, ranges::kPlace_mm}};
constexpr Number<PourRecord> kRecord[] = {{"poured_l", &PourRecord::poured_L, ranges::kPoured_L},
                                          {"leaked_l", &PourRecord::leaked_L, ranges::kPoured_L},
                                          {"overpour_mm", &PourRecord::overpour_mm, ranges::kOverpour_mm}};

void put(OrderedJson& out, const char* key, OrderedJson inner)
{
    if (!inner.empty()) {
        out[key] = std::move(inner);
    }
}

void readTime(JsonReader& r, const char* key, std::string& out)
{
    r.read(key, out);
    if (!out.empty() && !hoursOf(out)) {
        r.note(key, "a time is written as 2026-11-03T08:20");
    }
}

OrderedJson toJson(const PourRecord& record)
{
    OrderedJson out{{"event", record.event}};
    text(out, "began", record.began);
    writeNumbers(out, record, kRecord);
    for (const WeighedPot& pot : record.pots) {
        OrderedJson one{{"a_g", pot.a_g}, {"b_g", pot.b_g}};
        text(one, "at", pot.at);
        out["pots"].push_back(one);
    }
    for (const HeatReading& reading : record.heat) {
        out["heat"].push_back({{"at_h", reading.at_h}, {"measured_c", reading.measured_C}});
    }
    text(out, "note", record.note);
    return out;
}

PourRecord recordFrom(JsonReader r)
{
    PourRecord record;
    r.need("event");
    r.read("event", record.event);
    readTime(r, "began", record.began);
    readNumbers(r, record, kRecord);
    r.each("pots", counts::kPots, [&](JsonReader inner) {
        WeighedPot pot;
        inner.read("a_g", pot.a_g, ranges::kWeighed_g);
        inner.read("b_g", pot.b_g, ranges::kWeighed_g);
        readTime(inner, "at", pot.at);
        record.pots.push_back(std::move(pot));
    });
    r.each("heat", counts::kReadingsOfHeat, [&](JsonReader inner) {
        HeatReading reading;
        inner.read("at_h", reading.at_h, ranges::kReading_h);
        inner.need("measured_c");
        inner.read("measured_c", reading.measured_C, ranges::kReading_C);
        record.heat.push_back(reading);
    });
    r.read("note", record.note);
    return record;
}

OrderedJson coloursJson(const Colours& c)
{
    OrderedJson out = OrderedJson::object();
    text(out, "first", c.first);
    text(out, "second", c.second);
    if (c.use != SecondColour::None) {
        out["use"] = words::of(c.use, words::kSecond);
    }
    writeNumbers(out, c, kColours);
    flag(out, "along_river", c.alongRiver);
    flag(out, "oil", c.oil);
    return out;
}

Colours coloursFrom(JsonReader r)
{
    Colours c;
    r.read("first", c.first);
    r.read("second", c.second);
    r.readWord("use", c.use, words::kSecond);
    readNumbers(r, c, kColours);
    r.read("along_river", c.alongRiver);
    r.read("oil", c.oil);
    return c;
}

} // namespace

OrderedJson toJson(const FillChoices& c)
{
    const FillChoices usual;
    OrderedJson overrules = OrderedJson::array();
    for (const ResinOverrule& o : c.overrules) {
        overrules.push_back({{"slab", o.slab.value}, {"feature", o.feature}, {"resin", o.resin}});
    }
    OrderedJson out{{"overpour_mm", c.overpour_mm}, {"soak_in_g_m2", c.soakIn_g_m2}, {"reserve", c.reserve},
                    {"pot_residue", c.potResidue},  {"bucket_l", c.bucket_L},        {"pigment_pct", c.pigment_pct},
                    {"overrules", overrules}};
    if (c.price_per_L) {
        out["price_per_l"] = *c.price_per_L;
    }
    for (const LayersOverrule& o : c.layers) {
        out["layers"].push_back({{"slab", o.slab.value}, {"feature", o.feature}, {"layers", o.layers}});
    }
    OrderedJson room = OrderedJson::object();
    writeNumbers(room, c.room, kRoom);
    flag(room, "fan", c.room.fan);
    flag(room, "on_bench", c.room.onBench);
    put(out, "room", std::move(room));
    OrderedJson mixing = OrderedJson::object();
    if (c.mixing.people != usual.mixing.people) {
        mixing["people"] = c.mixing.people;
    }
    writeNumbers(mixing, c.mixing, kMixing);
    if (c.mixing.chamber_L) {
        mixing["chamber_l"] = *c.mixing.chamber_L;
    }
    put(out, "mixing", std::move(mixing));
    OrderedJson form = OrderedJson::object();
    if (c.form.board != usual.form.board) {
        form["board"] = words::of(c.form.board, words::kBoard);
    }
    writeNumbers(form, c.form, kForm);
    put(out, "form", std::move(form));
    put(out, "colours", coloursJson(c.colours));
    flag(out, "from_rough", c.fromRough);
    flag(out, "seal_coat", c.sealCoat);
    if (c.pinholeRounds != usual.pinholeRounds) {
        out["pinhole_rounds"] = c.pinholeRounds;
    }
    flag(out, "end_seal", c.endSeal);
    if (c.floodCoats != usual.floodCoats) {
        out["flood_coats"] = c.floodCoats;
    }
    if (c.flood_mm != usual.flood_mm) {
        out["flood_mm"] = c.flood_mm;
    }
    text(out, "starts", c.starts);
    for (const PourRecord& record : c.log) {
        out["log"].push_back(toJson(record));
    }
    return out;
}

FillChoices fillFrom(JsonReader r)
{
    FillChoices c;
    r.readLength("overpour_mm", c.overpour_mm, ranges::kOverpour_mm);
    r.read("soak_in_g_m2", c.soakIn_g_m2, ranges::kSoakIn_g_m2);
    r.read("reserve", c.reserve, ranges::kReserve);
    r.read("pot_residue", c.potResidue, ranges::kPotResidue);
    r.read("bucket_l", c.bucket_L, ranges::kBucket_L);
    r.read("pigment_pct", c.pigment_pct, ranges::kPigment_pct);
    r.read("price_per_l", c.price_per_L, ranges::kMoney);
    r.each("overrules", counts::kRecords, [&](JsonReader inner) {
        ResinOverrule o;
        inner.read("slab", o.slab.value);
        inner.read("feature", o.feature);
        inner.read("resin", o.resin);
        c.overrules.push_back(o);
    });
    r.each("layers", counts::kRecords, [&](JsonReader inner) {
        LayersOverrule o;
        inner.read("slab", o.slab.value);
        inner.read("feature", o.feature);
        inner.read("layers", o.layers, ranges::kLayers);
        c.layers.push_back(o);
    });
    r.inside("room", [&](JsonReader inner) {
        readNumbers(inner, c.room, kRoom);
        inner.read("fan", c.room.fan);
        inner.read("on_bench", c.room.onBench);
    });
    r.inside("mixing", [&](JsonReader inner) {
        inner.read("people", c.mixing.people, ranges::kPeople);
        readNumbers(inner, c.mixing, kMixing);
        inner.read("chamber_l", c.mixing.chamber_L, ranges::kChamber_L);
    });
    r.inside("form", [&](JsonReader inner) {
        inner.readWord("board", c.form.board, words::kBoard);
        readNumbers(inner, c.form, kForm);
    });
    r.inside("colours", [&](JsonReader inner) { c.colours = coloursFrom(inner); });
    r.read("from_rough", c.fromRough);
    r.read("seal_coat", c.sealCoat);
    r.read("pinhole_rounds", c.pinholeRounds, ranges::kRounds);
    r.read("end_seal", c.endSeal);
    r.read("flood_coats", c.floodCoats, ranges::kRounds);
    r.readLength("flood_mm", c.flood_mm, ranges::kFlood_mm);
    readTime(r, "starts", c.starts);
    r.each("log", counts::kRecords, [&](JsonReader inner) { c.log.push_back(recordFrom(inner)); });
    return c;
}

OrderedJson toJson(const ResinClass& p)
{
    OrderedJson out{{"id", p.id},
                    {"name", p.name},
                    {"based_on", p.basedOn},
                    {"ratio", p.mix.aToB},
                    {"by_mass", p.mix.byMass},
                    {"density_a_kg_l", p.mix.densityA_kg_L},
                    {"density_b_kg_l", p.mix.densityB_kg_L},
                    {"max_layer_mm", p.maxLayer_mm}};
    if (p.minLayer_mm > 0.0) {
        out["min_layer_mm"] = p.minLayer_mm;
    }
    OrderedJson sheet = OrderedJson::object();
    const SheetNumbers usual;
    if (p.sheet.potLife_min) {
        sheet["pot_life_min"] = *p.sheet.potLife_min;
    }
    if (p.sheet.potLifeMass_g != usual.potLifeMass_g) {
        sheet["pot_mass_g"] = p.sheet.potLifeMass_g;
    }
    if (p.sheet.at_C != usual.at_C) {
        sheet["at_c"] = p.sheet.at_C;
    }
    if (p.sheet.peak_C) {
        sheet["peak_c"] = *p.sheet.peak_C;
    }
    if (p.sheet.demould_h) {
        sheet["demould_h"] = *p.sheet.demould_h;
    }
    put(out, "sheet", std::move(sheet));
    for (const ResinPack& pack : p.packs) {
        OrderedJson one{{"litres", pack.litres}};
        if (pack.price) {
            one["price"] = *pack.price;
        }
        out["packs"].push_back(one);
    }
    if (p.inStock_L) {
        out["in_stock_l"] = *p.inStock_L;
    }
    text(out, "opened", p.opened);
    if (p.shelf_months) {
        out["shelf_months"] = *p.shelf_months;
    }
    return out;
}

ResinClass productFrom(JsonReader r)
{
    ResinClass p;
    r.need("id");
    r.read("id", p.id);
    p.name = p.id;
    r.read("name", p.name);
    r.need("based_on");
    r.read("based_on", p.basedOn);
    if (p.basedOn.empty()) {
        r.note("based_on", "a class of resin is wanted");
    }
    r.read("ratio", p.mix.aToB, ranges::kRatio);
    r.read("by_mass", p.mix.byMass);
    r.read("density_a_kg_l", p.mix.densityA_kg_L, ranges::kPart_kg_L);
    r.read("density_b_kg_l", p.mix.densityB_kg_L, ranges::kPart_kg_L);
    r.need("max_layer_mm");
    r.readLength("max_layer_mm", p.maxLayer_mm, ranges::kSheetLayer_mm);
    r.readLength("min_layer_mm", p.minLayer_mm, ranges::kSheetLayer_mm);
    r.inside("sheet", [&](JsonReader inner) {
        inner.read("pot_life_min", p.sheet.potLife_min, ranges::kPotLife_min);
        inner.read("pot_mass_g", p.sheet.potLifeMass_g, ranges::kPotMass_g);
        inner.read("at_c", p.sheet.at_C, ranges::kSheet_C);
        inner.read("peak_c", p.sheet.peak_C, ranges::kSheetPeak_C);
        inner.read("demould_h", p.sheet.demould_h, ranges::kDemould_h);
    });
    r.each("packs", counts::kPacks, [&](JsonReader inner) {
        ResinPack pack;
        inner.need("litres");
        inner.read("litres", pack.litres, ranges::kPack_L);
        inner.read("price", pack.price, ranges::kMoney);
        p.packs.push_back(pack);
    });
    r.read("in_stock_l", p.inStock_L, ranges::kPoured_L);
    r.read("opened", p.opened);
    if (!p.opened.empty() && !dayOf(p.opened)) {
        r.note("opened", "a day is written as 2026-11-03");
    }
    r.read("shelf_months", p.shelf_months, ranges::kShelf_months);
    return p;
}

} // namespace burl
