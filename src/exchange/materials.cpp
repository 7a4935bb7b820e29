#include "exchange/materials.h"

#include <string_view>

#include "exchange/json/codec.h"
#include "exchange/resin_data.h"

namespace burl
{
namespace data
{
extern const std::string_view speciesJson;
} // namespace data

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
    // Presets, editable: typical indoor seasons, not anybody's house.
    shop.climates = {{"heated_dry_winter", "heated, dry winter", 21.0, 28.0, 24.0, 58.0},
                     {"coastal", "coastal, mild", 19.0, 50.0, 22.0, 70.0},
                     {"air_conditioned", "air-conditioned all year", 21.0, 38.0, 23.0, 50.0},
                     {"unheated_winter", "unheated in winter", 8.0, 75.0, 22.0, 60.0}};
    return shop;
}

} // namespace

const Shop& standardShop()
{
    static const Shop shop = build();
    return shop;
}

} // namespace burl
