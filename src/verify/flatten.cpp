#include <cmath>
#include <set>

#include "core/face/planes.h"
#include "core/router/passes.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

/// Points as rows, or by formula: a tilted, twisted face with sines on it.
std::vector<Point3> pointsOf(const Json& in)
{
    std::vector<Point3> out;
    if (in.is_array()) {
        for (const Json& row : in) {
            out.push_back({row.at(0), row.at(1), row.at(2)});
        }
        return out;
    }
    const int nx = in.at("nx");
    const int ny = in.at("ny");
    const double length = in.at("length");
    const double width = in.at("width");
    for (int j = 0; j < ny; ++j) {
        for (int i = 0; i < nx; ++i) {
            const double x = i * length / (nx - 1);
            const double y = j * width / (ny - 1);
            double z = in.at("z0").get<double>() + in.at("cx").get<double>() * x + in.at("cy").get<double>() * y +
                       in.at("cxy").get<double>() * (x - length / 2.0) * (y - width / 2.0);
            for (const Json& s : in.at("sines")) {
                z += s.at(0).get<double>() *
                     std::sin(s.at(1).get<double>() * x + s.at(2).get<double>() * y + s.at(3).get<double>());
            }
            out.push_back({x, y, z});
        }
    }
    return out;
}

std::vector<Point3> counted(const Json& in, const char* face, const char* ignore)
{
    const std::vector<Point3> all = pointsOf(in.at(face));
    std::set<size_t> skip;
    if (in.contains(ignore)) {
        for (const size_t i : in.at(ignore)) {
            skip.insert(i);
        }
    }
    std::vector<Point3> out;
    for (size_t i = 0; i < all.size(); ++i) {
        if (skip.count(i) != 0) {
            continue;
        }
        if (in.contains("region")) {
            const Json& r = in.at("region");
            if (all[i].x < r.at(0).get<double>() || all[i].y < r.at(1).get<double>() ||
                all[i].x > r.at(2).get<double>() || all[i].y > r.at(3).get<double>()) {
                continue;
            }
        }
        out.push_back(all[i]);
    }
    return out;
}

void addPackers(Json& out, const Plane& plane, const Json& supports)
{
    out["packers"] = Json::array();
    out["packers_square_to_bench"] = Json::array();
    for (const Packer& packer : packersUnder(plane, pointsOf(supports))) {
        out["packers"].push_back(packer.height_mm);
        out["packers_square_to_bench"].push_back(packer.squareToBench_mm);
    }
}

Json twoFace(const Json& in)
{
    const auto top = counted(in, "top", "top_ignore");
    const auto bottom = counted(in, "bottom", "bottom_ignore");
    const auto answer = thickestSlab(top, bottom);
    if (!answer) {
        throw std::runtime_error(answer.error().sentence);
    }
    Json out{{"top_used", top.size()},           {"bottom_used", bottom.size()},
             {"thickness", answer->vertical_mm}, {"thickness_true", answer->thickness_mm},
             {"a", answer->top.slopeX},          {"b", answer->top.slopeY},
             {"c1", answer->top.height_mm},      {"c2", answer->bottom.height_mm}};
    if (in.contains("supports")) {
        addPackers(out, answer->bottom, in.at("supports"));
    }
    return out;
}

Json oneFace(const Json& in)
{
    const auto top = counted(in, "top", "top_ignore");
    const auto answer = leastRemoval(top);
    if (!answer) {
        throw std::runtime_error(answer.error().sentence);
    }
    return {{"top_used", top.size()},
            {"max_removal", answer->mostRemoved_mm},
            {"a", answer->plane.slopeX},
            {"b", answer->plane.slopeY},
            {"c", answer->plane.height_mm}};
}

Json packers(const Json& in)
{
    Json out;
    addPackers(out, {in.at("a"), in.at("b"), 0.0}, in.at("supports"));
    return out;
}

Json shape(const Json& in)
{
    const auto s = faceShape(pointsOf(in.at("top")));
    if (!s) {
        throw std::runtime_error(s.error().sentence);
    }
    Json coefficients = Json::array();
    for (const double c : s->coefficients) {
        coefficients.push_back(c);
    }
    return {{"length", s->length_mm}, {"width", s->width_mm}, {"coefficients", coefficients},
            {"twist", s->wind_mm},    {"bow", s->bow_mm},     {"cup", s->cup_mm},
            {"rms", s->rms_mm}};
}

Json passes(const Json& in)
{
    RemovalMap map;
    map.length_mm = in.at("length");
    map.width_mm = in.at("width");
    map.cellsAcross = static_cast<int>(in.at("removal").size());
    for (const Json& row : in.at("removal")) {
        map.cellsAlong = static_cast<int>(row.size());
        for (const double h : row) {
            map.height_mm.push_back(h);
        }
    }
    const PassPlan plan = passPlan(map, {in.at("bit"), in.at("overlap"), in.at("depth_per_pass"), in.at("runoff")});
    Json floors = Json::array();
    Json contact = Json::array();
    Json removed = Json::array();
    for (const Pass& pass : plan.passes) {
        floors.push_back(pass.floor_mm);
        contact.push_back(pass.contact_mm2);
        removed.push_back(pass.removed_L);
    }
    return {{"passes", plan.passes.size()},
            {"strokes_per_pass", plan.strokes.strokes},
            {"stepover", plan.strokes.stepover_mm},
            {"path_per_pass", plan.strokes.path_mm},
            {"path_total", plan.fullPath_mm},
            {"max_removal", plan.highest_mm},
            {"pass_floor", floors},
            {"contact_area", contact},
            {"removed_by_pass", removed},
            {"removed_total", plan.removed_L}};
}

Json strokes(const Json& in)
{
    Json rows = Json::array();
    for (const Json& r : in.at("rows")) {
        const StrokePlan s = strokePlan(r.at("length"), r.at("width"), r.at("bit"), r.at("overlap"), r.at("runoff"));
        rows.push_back({{"strokes_per_pass", s.strokes}, {"stepover", s.stepover_mm}, {"path_per_pass", s.path_mm}});
    }
    return {{"rows", rows}};
}

Json passCounts(const Json& in)
{
    Json out = Json::array();
    for (const Json& r : in.at("rows")) {
        out.push_back(passCount(r.at("max_removal"), r.at("depth_per_pass")));
    }
    return {{"passes", out}};
}

Json section(const Json& in)
{
    const SledSection s = sledSection(in.at("sheet_width"), in.at("sheet_thickness"), in.at("rail_height"),
                                      in.at("rail_thickness"), in.at("e_sheet"), in.at("e_rail"));
    return {{"neutral_axis", s.neutralAxis_mm}, {"ei", s.stiffness_Nmm2}};
}

Json sag(const Json& in)
{
    const SledSag s = sledSag(in.at("span"), in.at("load"), in.at("self_weight"), in.at("ei"));
    return {{"sag_load", s.load_mm}, {"sag_self", s.self_mm}, {"sag", s.load_mm + s.self_mm}};
}

Json ridges(const Json& in)
{
    Json out = Json::array();
    for (const Json& r : in.at("rows")) {
        out.push_back(ridge_mm(r.at("stepover"), r.at("tilt")));
    }
    return {{"ridge", out}};
}

} // namespace

void addFlatten(Operations& operations)
{
    operations["two_face"] = twoFace;
    operations["one_face"] = oneFace;
    operations["packers"] = packers;
    operations["shape"] = shape;
    operations["passes"] = passes;
    operations["strokes"] = strokes;
    operations["pass_count"] = passCounts;
    operations["sled_section"] = section;
    operations["sled_sag"] = sag;
    operations["ridge"] = ridges;
}

} // namespace burl::verify
