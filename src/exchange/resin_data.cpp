#include "exchange/resin_data.h"

#include <nlohmann/json.hpp>

namespace burl
{
namespace data
{
extern const std::string_view resinsJson;
} // namespace data

namespace
{

double number(const nlohmann::json& in, const char* key)
{
    return in.at(key).get<double>();
}

CureMaterial materialFrom(const nlohmann::json& in)
{
    return {number(in, "density_kg_m3"), number(in, "heat_capacity_J_kgK"), number(in, "conductivity_W_mK")};
}

CureResin cureFrom(const nlohmann::json& r)
{
    const nlohmann::json& k = r.at("kinetics");
    const nlohmann::json& stall = k.at("vitrification");
    const nlohmann::json& v = r.at("viscosity");
    const nlohmann::json& l = r.at("limits");
    const nlohmann::json& recoat = r.at("recoat");
    CureResin out;
    out.thermal = materialFrom(r.at("thermal"));
    out.kinetics = {number(k, "heat_of_reaction_J_g"),
                    number(k, "m"),
                    number(k, "n"),
                    number(k, "E1_J_mol"),
                    number(k, "E2_J_mol"),
                    number(k, "A1_per_s"),
                    number(k, "A2_per_s"),
                    number(stall, "C"),
                    number(stall, "alpha_c_25C"),
                    number(stall, "alpha_c_per_K")};
    out.viscosity = {number(v, "mixed_25C_Pa_s"), number(v, "E_eta_J_mol"), number(v, "cm_a"),
                     number(v, "cm_b"),           number(v, "alpha_gel"),   number(v, "honey_start_Pa_s"),
                     number(v, "honey_end_Pa_s")};
    out.limits = {number(l, "peak_C"),
                  number(l, "crack_spread_K"),
                  number(l, "demould_alpha_mean"),
                  number(l, "demould_alpha_least"),
                  number(l, "flatten_alpha_least"),
                  number(l, "demould_above_ambient_K"),
                  number(recoat, "open_alpha_top"),
                  number(recoat, "open_above_ambient_K"),
                  number(recoat, "close_alpha_top")};
    constexpr double kPercent = 100.0;
    out.shrinkage = number(r, "shrinkage_volume_percent") / kPercent;
    return out;
}

ResinClass classFrom(const std::string& id, const nlohmann::json& row)
{
    constexpr double kLitre = 1000.0; // per m3
    ResinClass r;
    r.id = id;
    r.name = row.at("label");
    r.use = row.at("use");
    const nlohmann::json& mix = row.at("mix");
    r.mix.aToB = mix.at("ratio_by_volume").at(0).get<double>() / mix.at("ratio_by_volume").at(1).get<double>();
    r.mix.densityA_kg_L = number(mix, "density_A_kg_m3") / kLitre;
    r.mix.densityB_kg_L = number(mix, "density_B_kg_m3") / kLitre;
    const nlohmann::json& sheet = row.at("data_sheet_style");
    r.maxLayer_mm = number(sheet, "max_layer_mm");
    r.minLayer_mm = number(sheet, "min_layer_mm");
    r.demould_h = number(sheet, "demould_h");
    r.potLife_min = number(sheet.at("pot_life"), "minutes");
    r.potLifeMass_g = number(sheet.at("pot_life"), "mass_g");
    r.potLifeAt_C = number(sheet.at("pot_life"), "at_C");
    r.cure = cureFrom(row);
    return r;
}

RoomExchange exchangeFrom(const nlohmann::json& in)
{
    return {number(in, "top"), number(in, "bottom"), number(in, "side")};
}

} // namespace

void addResins(Shop& shop)
{
    const nlohmann::json all = nlohmann::json::parse(data::resinsJson);
    for (const auto& [id, row] : all.at("resins").items()) {
        shop.resins.push_back(classFrom(id, row));
    }
    const nlohmann::json& materials = all.at("materials");
    shop.pouring.wood = materialFrom(materials.at("wood"));
    for (const auto& [board, name] : {std::pair{FormBoard::Plywood, "plywood"},
                                      {FormBoard::Melamine, "melamine_board"},
                                      {FormBoard::Mdf, "mdf"},
                                      {FormBoard::Hdpe, "hdpe"}}) {
        shop.pouring.boards[static_cast<size_t>(board)] = materialFrom(materials.at(name));
    }
    const nlohmann::json& over = all.at("boundaries");
    shop.pouring.still = exchangeFrom(over.at("still"));
    shop.pouring.fan = exchangeFrom(over.at("fan"));
    shop.pouring.onBench_W_m2K = number(over, "bench_bottom");
}

} // namespace burl
