#include "core/geometry/ring.h"
#include "core/wood/density.h"
#include "core/wood/moisture.h"
#include "core/wood/movement.h"
#include "core/wood/year.h"
#include "exchange/materials.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

Json emcTable(const Json& in)
{
    Json rows = Json::array();
    for (const double t : in.at("temperature")) {
        Json row = Json::array();
        for (const double rh : in.at("rh")) {
            row.push_back(emc_pct(t, rh));
        }
        rows.push_back(row);
    }
    return {{"emc", rows}};
}

Json humidities(const Json& in)
{
    Json out = Json::array();
    for (size_t i = 0; i < in.at("emc").size(); ++i) {
        const auto rh = humidityForEmc_pct(in.at("temperature").at(i).get<double>(), in.at("emc").at(i).get<double>());
        out.push_back(rh ? Json(*rh) : Json(nullptr));
    }
    return {{"rh", out}};
}

Json densities(const Json& in)
{
    const double g12 = in.at("g12");
    Json gravity = Json::array();
    Json density = Json::array();
    for (const double mc : in.at("mc")) {
        gravity.push_back(gravityAt(g12, mc));
        density.push_back(density_kg_m3(g12, mc));
    }
    return {{"g_basic", basicGravity(g12)}, {"g_m", gravity}, {"density", density}};
}

Json mass(const Json& in)
{
    double area = area_mm2(std::span<const Vec2>(pairs(in.at("polygon"))));
    for (const Json& hole : in.at("holes")) {
        area -= area_mm2(std::span<const Vec2>(pairs(hole)));
    }
    const double volume = area * in.at("thickness").get<double>() / 1e6;
    const double density = density_kg_m3(in.at("g12"), in.at("mc"));
    return {{"area", area}, {"volume", volume}, {"density", density}, {"mass", volume / 1000.0 * density}};
}

Json widthChange(const Json& in)
{
    const double width = in.at("width");
    const auto sawn = [&](const char* coefficient) {
        const double change = widthChange_mm(width, in.at(coefficient), in.at("mc_from"), in.at("mc_to"));
        return Json{{"change", change}, {"width_after", width + change}};
    };
    return {{"flat_sawn", sawn("c_t")}, {"quarter_sawn", sawn("c_r")}};
}

PithPlace pithOf(const Json& in)
{
    return {in.at("pith_distance"), in.at("pith_offset")};
}
ChangeCoefficients coefficientsOf(const Json& in)
{
    return {in.at("c_r"), in.at("c_t")};
}

Json ring(const Json& in)
{
    const double width = in.at("width");
    const double c = meanCoefficient(width, pithOf(in), coefficientsOf(in));
    return {{"c_eff", c}, {"change", widthChange_mm(width, c, in.at("mc_from"), in.at("mc_to"))}};
}

Json cup(const Json& in)
{
    const CupForecast cup = cupBetween(in.at("width"), in.at("thickness"), pithOf(in), coefficientsOf(in),
                                       in.at("mc_from"), in.at("mc_to"));
    return {{"c_upper", cup.upperCoefficient},
            {"c_lower", cup.lowerCoefficient},
            {"curvature", cup.curvature_per_mm},
            {"cup_depth", cup.depth_mm}};
}

Json composite(const Json& in)
{
    std::vector<Strip> strips;
    double width = 0.0;
    for (const Json& strip : in.at("strips")) {
        strips.push_back({strip.at("width"), strip.at("kind") == "wood" ? strip.at("c").get<double>() : 0.0});
        width += strips.back().width_mm;
    }
    const MoistureRange mc{in.at("mc_install"), in.at("mc_min"), in.at("mc_max")};
    const double held = in.at("fixed_line");
    Json fasteners = Json::array();
    for (const Json& f : in.at("fasteners")) {
        const FastenerTravel t = travelOf(strips, held, {f.at("y"), f.at("bolt"), f.at("clearance")}, mc);
        fasteners.push_back({{"move_wettest", t.moveWettest_mm},
                             {"move_driest", t.moveDriest_mm},
                             {"travel_out", t.out_mm},
                             {"travel_in", t.in_mm},
                             {"slot_length", t.slotLength_mm},
                             {"bolt_offset", t.boltOffset_mm}});
    }
    return {{"total_change_wettest", moveAt_mm(strips, 0.0, width, mc.assembly_pct, mc.wettest_pct)},
            {"total_change_driest", moveAt_mm(strips, 0.0, width, mc.assembly_pct, mc.driest_pct)},
            {"fasteners", fasteners}};
}

/// A row of the program's own species table, in the words of the reference.
Json speciesRow(const Json& in)
{
    for (const Species& s : standardShop().species) {
        if (s.id == in.at("id").get<std::string>()) {
            return {{"name", s.name},      {"c_r", s.change.radial},         {"c_t", s.change.tangential},
                    {"g12", s.g12},        {"shrink_r", s.shrinkRadial_pct}, {"shrink_t", s.shrinkTangential_pct},
                    {"moe_gpa", s.moe_GPa}};
        }
    }
    throw std::runtime_error("this species is not in the table");
}

RoomYear roomOf(const Json& in)
{
    std::array<RoomMonth, kMonths> months;
    for (size_t i = 0; i < kMonths; ++i) {
        months[i] = {in.at("temperature").at(i), in.at("rh").at(i)};
    }
    return RoomYear(months);
}

Json dayJson(const std::optional<double>& day)
{
    return day ? Json(*day) : Json(nullptr);
}

Json yearCycle(const Json& in)
{
    const RoomYear room = roomOf(in);
    const TopYear top(room, in.at("tau"));
    const auto& emc = room.months_pct();
    Json mc = Json::array();
    for (const double day : in.at("days")) {
        mc.push_back(top.cycle_pct(day));
    }
    const MoistureExtremes e = top.cycleExtremes();
    const auto [low, high] = std::minmax_element(emc.begin(), emc.end());
    return {{"emc", emc},
            {"mean", top.cycleMean_pct()},
            {"mc", mc},
            {"min", e.least_pct},
            {"min_day", dayJson(e.leastAt_day)},
            {"max", e.most_pct},
            {"max_day", dayJson(e.mostAt_day)},
            {"swing", e.most_pct - e.least_pct},
            {"emc_swing", *high - *low}};
}

Json yearInstall(const Json& in)
{
    const TopYear top(roomOf(in), in.at("tau"));
    const double from = in.at("install_day");
    const double mc0 = in.at("install_mc");
    Json mc = Json::array();
    for (const double day : in.at("days")) {
        mc.push_back(top.after_pct(from, mc0, day));
    }
    const MoistureExtremes e = top.extremesAfter(from, mc0, in.at("span"));
    return {{"mc", mc},
            {"min", e.least_pct},
            {"min_day", dayJson(e.leastAt_day)},
            {"max", e.most_pct},
            {"max_day", dayJson(e.mostAt_day)},
            {"rise", e.most_pct - mc0},
            {"fall", mc0 - e.least_pct}};
}

Json yearWave(const Json& in)
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        const double period = row.at("period");
        const double amplitude = row.at("amplitude");
        const WaveAnswer wave = waveAnswer(period, row.at("tau"));
        constexpr double kTurn_deg = 360.0;
        constexpr double kDegree = 3.14159265358979323846 / 180.0;
        const double at = kTurn_deg * row.at("day").get<double>() / period - wave.phase_deg;
        rows.push_back({{"ratio", wave.ratio},
                        {"lag", wave.lag_days},
                        {"phase", wave.phase_deg},
                        {"amplitude", amplitude * wave.ratio},
                        {"mc", row.at("mean").get<double>() + amplitude * wave.ratio * std::sin(at * kDegree)}});
    }
    return {{"rows", rows}};
}

} // namespace

void addWood(Operations& operations)
{
    operations["emc"] = emcTable;
    operations["rh_for_emc"] = humidities;
    operations["density"] = densities;
    operations["mass"] = mass;
    operations["width_change"] = widthChange;
    operations["ring"] = ring;
    operations["cup"] = cup;
    operations["composite"] = composite;
    operations["species"] = speciesRow;
    operations["cycle"] = yearCycle;
    operations["install"] = yearInstall;
    operations["sinus"] = yearWave;
}

} // namespace burl::verify
