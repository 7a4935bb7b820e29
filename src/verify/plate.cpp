// The plate: its series, its elements, sections and the strip that a channel holds.

#include "core/plate/beam.h"
#include "core/plate/navier.h"
#include "core/plate/plate_model.h"
#include "core/shop/section.h"
#include "core/wood/density.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

constexpr double kGravity_m_s2 = 9.80665;
constexpr double kVolume_mm3_to_m3 = 1e-9;

Rigidity rigidityOf(const Json& in)
{
    return burl::rigidityOf({in.at("e_x"), in.at("e_y"), in.at("g_xy"), in.at("nu_xy")}, in.at("thickness"));
}

Json json(const Rigidity& r)
{
    return {{"d_x", r.x}, {"d_y", r.y}, {"d_1", r.coupling}, {"d_xy", r.twist}};
}

double ownWeight(const Json& in)
{
    return in.at("density").get<double>() * in.at("thickness").get<double>() * kVolume_mm3_to_m3 * kGravity_m_s2;
}

std::vector<PlateLoad> loadsOf(const Json& rows)
{
    std::vector<PlateLoad> out;
    for (const Json& row : rows) {
        if (row.at("kind") == "point") {
            const double x = row.at("x");
            const double y = row.at("y");
            out.push_back({{x, y, x, y}, row.at("force")});
        } else {
            out.push_back({{row.at("x0"), row.at("y0"), row.at("x1"), row.at("y1")}, row.at("force")});
        }
    }
    return out;
}

Json series(const Json& in)
{
    NavierPlate plate{in.at("length"),         in.at("width"),
                      rigidityOf(in),          in.at("pressure").get<double>() + ownWeight(in),
                      loadsOf(in.at("loads")), {}};
    if (!in.at("shear").is_null()) {
        const Json& shear = in.at("shear");
        const double deep = shear.at("factor").get<double>() * in.at("thickness").get<double>();
        plate.shear = {deep * shear.at("g_xz").get<double>(), deep * shear.at("g_yz").get<double>()};
    }
    Json w = Json::array();
    Json mx = Json::array();
    Json my = Json::array();
    for (const NavierPoint& p : navier(plate, pairs(in.at("report")))) {
        w.push_back(p.w_mm);
        mx.push_back(p.momentX);
        my.push_back(p.momentY);
    }
    return {{"rigidity", json(plate.rigidity)}, {"w", w}, {"m_x", mx}, {"m_y", my}};
}

PlateEdge edgeOf(const Json& in, const char* key)
{
    const auto word = in.at("edges").at(key).get<std::string>();
    return word == "free" ? PlateEdge::Free : word == "simple" ? PlateEdge::Simple : PlateEdge::Clamped;
}

Json elements(const Json& in)
{
    const double long_mm = in.at("length");
    const double wide_mm = in.at("width");
    const Rigidity rigidity = rigidityOf(in);
    constexpr size_t kCells = 2000; // as many as the tolerances of the reference ask for
    PlateInput input;
    input.cells = kCells;
    input.box = {0.0, 0.0, long_mm, wide_mm};
    input.zones.push_back({{Ring{{0.0, 0.0}, {long_mm, 0.0}, {long_mm, wide_mm}, {0.0, wide_mm}}},
                           turned(rigidity, 0.0),
                           ownWeight(in),
                           acrossGrain(in.at("kappa0"), 0.0)});
    input.edges = {edgeOf(in, "x0"), edgeOf(in, "x1"), edgeOf(in, "y0"), edgeOf(in, "y1")};
    const bool canLift = in.at("can_lift");
    for (const Json& s : in.at("supports")) {
        const double x = s.at("x");
        if (s.at("kind") == "line") {
            input.supports.push_back({{x, s.at("y0")}, {x, s.at("y1")}, canLift});
        } else {
            const Vec2 at{x, s.at("y")};
            input.supports.push_back({at, at, canLift});
        }
    }
    for (const Json& s : in.at("stiffeners")) {
        PlateBeam beam{s.at("x"), s.at("y0"), s.at("y1"), s.at("ei"), {}};
        if (!s.at("bolts").is_null()) {
            beam.bolts_mm = s.at("bolts").get<std::vector<double>>();
        }
        input.beams.push_back(std::move(beam));
    }
    const PlateModel model(std::move(input));
    PlateCase load;
    load.pressure_N_mm2 = in.at("pressure");
    load.loads = loadsOf(in.at("loads"));
    const PlateAnswer answer = model.answer(load);
    Json deflection = Json::array();
    for (const Vec2 at : pairs(in.at("report"))) {
        deflection.push_back(model.deflection_mm(answer, at));
    }
    Json reactions = Json::array();
    for (const SupportForce& s : answer.supports) {
        reactions.push_back({{"force", s.force_N},
                             {"centre_y", canLift && s.lifted ? Json(nullptr) : Json(s.centre.y)},
                             {"lifted", canLift && s.lifted}});
    }
    Json bolts = Json::array();
    for (const auto& forces : answer.bolts_N) {
        bolts.push_back(forces.empty() ? Json(nullptr) : Json(forces));
    }
    Json cups = Json::array();
    for (const double x : in.at("cup_at")) {
        const auto w = [&](double y) { return model.deflection_mm(answer, {x, y}); };
        cups.push_back((w(0.0) + w(wide_mm)) / 2.0 - w(wide_mm / 2.0));
    }
    return {{"rigidity", json(rigidity)},
            {"deflection", deflection},
            {"reactions", reactions},
            {"bolt_forces", bolts},
            {"cup_depth", cups}};
}

Json sections(const Json& in)
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        const auto kind = row.at("kind").get<std::string>();
        const SectionValues v =
            valuesOf({kind == "channel" ? SectionKind::Channel
                      : kind == "rhs"   ? SectionKind::Hollow
                                        : SectionKind::Flat,
                      row.at("width"), row.at("height"), row.at("thickness"), row.at("e"), row.at("density")});
        rows.push_back({{"area", v.area_mm2},
                        {"centroid", v.centroid_mm},
                        {"inertia", v.inertia_mm4},
                        {"inertia_side", v.inertiaSide_mm4},
                        {"modulus", v.modulus_mm3},
                        {"mass_per_m", v.mass_kg_m},
                        {"ei", v.ei_N_mm2}});
    }
    return {{"rows", rows}};
}

Json strip(const Json& in)
{
    const HeldCup h = heldCup({in.at("width"), in.at("thickness"), in.at("e_y"), in.at("kappa0"), in.at("spacing"),
                               in.at("ei"), in.at("bolts").get<std::vector<double>>()});
    return {{"d_strip", h.strip_N_mm},
            {"stiffness_ratio", h.stiffnessRatio},
            {"held_share", h.share},
            {"cup_free", h.free_mm},
            {"cup_line", h.line_mm},
            {"moment_line", h.moment_N_mm},
            {"cup_bolts", h.bolted_mm},
            {"forces", h.forces_N},
            {"moment_flat", h.flatMoment_N_mm},
            {"forces_flat", h.flatForces_N},
            {"ei_to_halve", h.eiToHalve_N_mm2}};
}

} // namespace

void addPlate(Operations& operations)
{
    operations["navier"] = series;
    operations["plate"] = elements;
    operations["section"] = sections;
    operations["held_cup"] = strip;
}

} // namespace burl::verify
