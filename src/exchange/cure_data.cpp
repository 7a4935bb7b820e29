#include "exchange/cure_data.h"

#include <nlohmann/json.hpp>

namespace burl
{
namespace data
{
extern const std::string_view resinsJson;
} // namespace data

namespace
{

/// Parsed once; the file ships with the program and a test reads all of it.
const nlohmann::json& document()
{
    static const nlohmann::json parsed = nlohmann::json::parse(data::resinsJson);
    return parsed;
}

double number(const nlohmann::json& in, const char* key)
{
    return in.at(key).get<double>();
}

CureMaterial materialFrom(const nlohmann::json& in)
{
    return {number(in, "density_kg_m3"), number(in, "heat_capacity_J_kgK"), number(in, "conductivity_W_mK")};
}

} // namespace

std::optional<CureResin> cureResin(std::string_view id)
{
    const nlohmann::json& all = document().at("resins");
    const auto found = all.find(id);
    if (found == all.end()) {
        return std::nullopt;
    }
    const nlohmann::json& r = *found;
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

std::optional<CureMaterial> cureMaterial(std::string_view name)
{
    const nlohmann::json& all = document().at("materials");
    const auto found = all.find(name);
    return found == all.end() || !found->is_object() ? std::nullopt : std::optional(materialFrom(*found));
}

CureRoom cureRoom(bool fan, bool onBench)
{
    const nlohmann::json& all = document().at("boundaries");
    const nlohmann::json& air = all.at(fan ? "fan" : "still");
    CureRoom out;
    out.top_W_m2K = number(air, "top");
    out.bottom_W_m2K = onBench ? number(all, "bench_bottom") : number(air, "bottom");
    out.side_W_m2K = number(air, "side");
    return out;
}

} // namespace burl
