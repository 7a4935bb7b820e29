#include "core/fill/volumes.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

VoidAmount amountOf(const Json& v)
{
    const std::string kind = v.at("kind");
    const double depth = v.at("depth");
    if (kind == "through") {
        return throughVoid(pairs(v.at("polygon")), depth);
    }
    if (kind == "pocket") {
        return pocket(pairs(v.at("polygon")), depth);
    }
    if (kind == "cone") {
        return conicalKnot(v.at("diameter"), depth);
    }
    if (kind == "crack") {
        return vCrack(v.at("length"), v.at("width"), depth);
    }
    if (kind == "worm_holes") {
        return wormHoles(v.at("count"), v.at("diameter"), depth);
    }
    if (kind == "river") {
        return riverVoid(pairs(v.at("polygon")), depth, v.at("wood_edges").get<std::vector<bool>>());
    }
    throw std::runtime_error("void kind \"" + kind + "\" is not known here");
}

VoidAmount sumOf(const Json& list, Json* each)
{
    VoidAmount sum;
    for (const Json& v : list) {
        const VoidAmount amount = amountOf(v);
        sum.volume_L += amount.volume_L;
        sum.wetted_mm2 += amount.wetted_mm2;
        if (each != nullptr) {
            each->push_back({{"volume", amount.volume_L}, {"wetted_area", amount.wetted_mm2}});
        }
    }
    return sum;
}

Json voids(const Json& in)
{
    Json each = Json::array();
    const VoidAmount sum = sumOf(in.at("voids"), &each);
    return {{"voids", each}, {"volume", sum.volume_L}, {"wetted_area", sum.wetted_mm2}};
}

Json partsJson(const Parts& parts)
{
    return {{"volume", parts.volume_L}, {"volume_a", parts.a_L}, {"volume_b", parts.b_L},
            {"mass_a", parts.a_kg},     {"mass_b", parts.b_kg},  {"pigment_g", parts.pigment_g}};
}

Json order(const Json& in)
{
    const VoidAmount sum = sumOf(in.at("voids"), nullptr);
    OrderInput input;
    input.voids_L = sum.volume_L;
    input.wetted_mm2 = sum.wetted_mm2;
    input.overpour_mm = in.at("overpour");
    input.overpourArea_mm2 = in.at("overpour_area");
    input.soakIn_g_m2 = in.at("soak_in");
    input.potResidue = in.at("pot_residue");
    input.mix = {in.at("ratio_by") == "mass", in.at("ratio_a_to_b"), in.at("density_a"), in.at("density_b")};
    input.bucket_L = in.at("bucket");
    input.pigment_pct = in.at("pigment_percent");
    const Order o = orderFor(input);
    Json out = partsJson(o.total);
    out["void_volume"] = sum.volume_L;
    out["overpour_volume"] = o.overpour_L;
    out["soak_mass_g"] = o.soak_g;
    out["soak_volume"] = o.soak_L;
    out["needed_volume"] = o.needed_L;
    out["mixed_volume"] = o.total.volume_L;
    out["mixed_density"] = o.mixedDensity_kg_L;
    out["batches"] = o.batches;
    out["batch"] = partsJson(o.batch);
    return out;
}

Json layers(const Json& in)
{
    const Layers l = layersFor(in.at("depth"), in.at("max_layer"), in.at("area_top"), in.at("area_bottom"));
    return {{"layers", l.count}, {"layer_thickness", l.thickness_mm}, {"volumes", l.volumes_L}, {"volume", l.volume_L}};
}

Json buoyancy(const Json& in)
{
    const Uplift u = upliftOf(in.at("area"), in.at("thickness"), in.at("epoxy_depth"), in.at("density_wood"),
                              in.at("density_epoxy"), in.at("safety"), in.at("clamp_force"));
    return {{"net_force", u.net_N},
            {"uplift", u.uplift_N},
            {"clamps", u.clamps},
            {"float_depth", u.floatDepth_mm},
            {"floats", u.floats}};
}

Json tilted(const Json& in)
{
    const double depth = in.at("depth_at_high_end");
    const TiltedForm t = tiltedForm(pairs(in.at("polygon")), depth, in.at("slope"), in.at("low_end") == "+x");
    return {
        {"length", t.length_mm},     {"extra_depth", t.extraDepth_mm}, {"depth_at_low_end", depth + t.extraDepth_mm},
        {"level_volume", t.level_L}, {"extra_volume", t.extra_L},      {"volume", t.level_L + t.extra_L}};
}

} // namespace

void addFill(Operations& operations)
{
    operations["voids"] = voids;
    operations["order"] = order;
    operations["layers"] = layers;
    operations["buoyancy"] = buoyancy;
    operations["tilted_form"] = tilted;
}

} // namespace burl::verify
