#include "exchange/materials.h"

#include <string_view>

#include "exchange/json/codec.h"
#include "exchange/json/numbers.h"
#include "exchange/resin_data.h"

namespace burl
{
namespace data
{
extern const std::string_view speciesJson;
} // namespace data

namespace
{

constexpr Number<StiffnessRatios> kRatios[] = {{"e_t", &StiffnessRatios::eTangential, ranges::kStiffnessRatio},
                                               {"e_r", &StiffnessRatios::eRadial, ranges::kStiffnessRatio},
                                               {"g_lt", &StiffnessRatios::gTangential, ranges::kStiffnessRatio},
                                               {"g_lr", &StiffnessRatios::gRadial, ranges::kStiffnessRatio},
                                               {"nu_lt", &StiffnessRatios::poissonTangential, ranges::kPoisson},
                                               {"nu_lr", &StiffnessRatios::poissonRadial, ranges::kPoisson}};

} // namespace

OrderedJson toJson(const Species& s)
{
    OrderedJson out{{"id", s.id},
                    {"name", s.name},
                    {"c_r", s.change.radial},
                    {"c_t", s.change.tangential},
                    {"g12", s.g12},
                    {"shrink_r", s.shrinkRadial_pct},
                    {"shrink_t", s.shrinkTangential_pct},
                    {"moe_gpa", s.moe_GPa},
                    {"source", s.source}};
    if (s.ratios) {
        writeAll(out["stiffness"], *s.ratios, kRatios);
    }
    if (!s.unsure.empty()) {
        out["unsure"] = s.unsure;
    }
    return out;
}

Species speciesFrom(JsonReader r)
{
    Species s;
    r.need("id");
    r.read("id", s.id);
    s.name = s.id;
    r.read("name", s.name);
    r.read("c_r", s.change.radial, ranges::kCoefficient);
    r.read("c_t", s.change.tangential, ranges::kCoefficient);
    r.need("g12");
    r.read("g12", s.g12, ranges::kGravity);
    r.read("shrink_r", s.shrinkRadial_pct, ranges::kShrinkage_pct);
    r.read("shrink_t", s.shrinkTangential_pct, ranges::kShrinkage_pct);
    r.read("moe_gpa", s.moe_GPa, ranges::kModulus_GPa);
    r.inside("stiffness", [&](JsonReader inner) {
        s.ratios.emplace();
        readNumbers(inner, *s.ratios, kRatios);
    });
    s.source = "USDA Wood Handbook tables 4-3, 5-3, 13-5";
    r.read("source", s.source);
    s.unsure = r.strings("unsure");
    return s;
}

namespace
{

Shop build()
{
    Shop shop;
    std::optional<JsonMiss> miss;
    const auto species = nlohmann::json::parse(data::speciesJson);
    for (const auto& row : species.at("species")) {
        Species s = speciesFrom(JsonReader(row, "/species", miss));
        for (const auto& field : row.at("confidence").at("unsure")) {
            s.unsure.push_back(field.get<std::string>());
        }
        shop.species.push_back(std::move(s));
    }
    addResins(shop);
    // Presets, editable: typical rooms, not anybody's house.
    shop.climates = {{"heated_dry_winter", "heated, dry winter", 21.0, 28.0, 24.0, 58.0, std::nullopt},
                     {"coastal", "coastal, mild", 19.0, 50.0, 22.0, 70.0, std::nullopt},
                     {"air_conditioned", "air-conditioned all year", 21.0, 38.0, 23.0, 50.0, std::nullopt},
                     {"unheated_winter", "unheated in winter", 8.0, 75.0, 22.0, 60.0, std::nullopt}};
    constexpr double kSteel_N_mm2 = 205000.0;
    constexpr double kSteel_kg_m3 = 7850.0;
    constexpr double kAluminium_N_mm2 = 70000.0;
    constexpr double kAluminium_kg_m3 = 2700.0;
    constexpr double kHardwood_N_mm2 = 11000.0; // along the grain, of a common hardwood
    constexpr double kHardwood_kg_m3 = 680.0;
    const auto steel = [&](const char* id, const char* name, SectionKind kind, double wide, double high, double wall) {
        shop.sections.push_back({id, name, {kind, wide, high, wall, kSteel_N_mm2, kSteel_kg_m3}, false});
    };
    steel("steel_c_30_15_3", "steel C 30 × 15 × 3", SectionKind::Channel, 30.0, 15.0, 3.0);
    steel("steel_c_40_20_4", "steel C 40 × 20 × 4", SectionKind::Channel, 40.0, 20.0, 4.0);
    steel("steel_c_50_25_5", "steel C 50 × 25 × 5", SectionKind::Channel, 50.0, 25.0, 5.0);
    steel("steel_tube_40_20_2", "steel tube 40 × 20 × 2", SectionKind::Hollow, 40.0, 20.0, 2.0);
    steel("steel_tube_50_25_25", "steel tube 50 × 25 × 2.5", SectionKind::Hollow, 50.0, 25.0, 2.5);
    steel("steel_flat_50_6", "steel flat 50 × 6", SectionKind::Flat, 50.0, 6.0, 6.0);
    steel("steel_flat_60_8", "steel flat 60 × 8", SectionKind::Flat, 60.0, 8.0, 8.0);
    shop.sections.push_back({"aluminium_c_30_15_3",
                             "aluminium C 30 × 15 × 3",
                             {SectionKind::Channel, 30.0, 15.0, 3.0, kAluminium_N_mm2, kAluminium_kg_m3},
                             false});
    shop.sections.push_back({"batten_60_25",
                             "hardwood batten 60 × 25",
                             {SectionKind::Flat, 60.0, 25.0, 25.0, kHardwood_N_mm2, kHardwood_kg_m3},
                             true});
    shop.sections.push_back({"batten_80_40",
                             "hardwood batten 80 × 40",
                             {SectionKind::Flat, 80.0, 40.0, 40.0, kHardwood_N_mm2, kHardwood_kg_m3},
                             true});
    return shop;
}

} // namespace

const Shop& standardShop()
{
    static const Shop shop = build();
    return shop;
}

Species withUsualStiffness(Species species)
{
    for (const Species& usual : standardShop().species) {
        if (!species.ratios && usual.id == species.id) {
            species.ratios = usual.ratios;
        }
    }
    return species;
}

} // namespace burl
