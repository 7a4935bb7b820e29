#include "core/layup/inscribed.h"
#include "core/layup/rip.h"
#include "core/layup/river.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

template <typename T> const T& orThrow(const Expected<T>& value)
{
    if (!value) {
        throw std::runtime_error(value.error().sentence);
    }
    return *value;
}

Json rip(const Json& in)
{
    const auto found =
        bestFarRip(pairs(in.at("near")), pairs(in.at("far")), in.at("margin"), in.at("x0"), in.at("length"));
    const RipAnswer& r = orThrow(found);
    return {{"min_width", r.leastWidth_mm},
            {"mean_width", r.meanWidth_mm},
            {"area", r.meanWidth_mm * in.at("length").get<double>()},
            {"line", {{"a", r.line.at0_mm}, {"b", r.line.slope}}}};
}

Json window(const Json& in)
{
    const auto found =
        bestWindow(pairs(in.at("near")), pairs(in.at("far")), in.at("margin"), in.at("length"), in.value("step", 1.0));
    const WindowAnswer& w = orThrow(found);
    return {{"x0", w.x0_mm}, {"min_width", w.rip.leastWidth_mm}, {"mean_width", w.rip.meanWidth_mm}};
}

Json rectangle(const Json& in)
{
    const auto found = largestRectangle(pairs(in.at("near")), pairs(in.at("far")), in.at("length"), in.at("max_angle"));
    return {{"width", orThrow(found).width_mm}};
}

Json circle(const Json& in)
{
    return {{"radius", largestCircle(ringBetween(pairs(in.at("near")), pairs(in.at("far")))).radius_mm}};
}

/// The bevel is given per station of its edge.
Profile bevelOf(const Json& in, const char* bevel, const Profile& edge)
{
    Profile out;
    if (in.contains(bevel)) {
        for (size_t i = 0; i < edge.size(); ++i) {
            out.push_back({edge[i].x, in.at(bevel).at(i).get<double>()});
        }
    }
    return out;
}

GapInput gapInput(const Json& in)
{
    GapInput gap;
    gap.edgeA = pairs(in.at("edge_a"));
    gap.edgeB = pairs(in.at("edge_b"));
    gap.overallWidth_mm = in.at("overall_width");
    gap.slide_mm = in.at("slide");
    gap.thickness_mm = in.at("thickness");
    gap.fillDepth_mm = in.value("fill_depth", gap.thickness_mm);
    gap.bevelA = bevelOf(in, "bevel_a", gap.edgeA);
    gap.bevelB = bevelOf(in, "bevel_b", gap.edgeB);
    if (in.contains("window")) {
        gap.window = {in.at("window").at(0).get<double>(), in.at("window").at(1).get<double>()};
    }
    return gap;
}

Json river(const Json& in)
{
    const auto found = gapBetween(gapInput(in));
    const GapAnswer& g = orThrow(found);
    Json gaps = Json::array();
    for (const double x : in.at("report_x")) {
        gaps.push_back({{"x", x}, {"gap_top", valueAt(g.top, x)}, {"gap_bottom", valueAt(g.bottom, x)}});
    }
    const auto whenFits = [&g](double value) { return g.fits ? Json(value) : Json(nullptr); };
    return {{"x_from", g.from_mm},
            {"x_to", g.to_mm},
            {"gaps", gaps},
            {"min_gap_top", g.leastTop.value},
            {"max_gap_top", g.mostTop.value},
            {"min_gap_bottom", g.leastBottom.value},
            {"max_gap_bottom", g.mostBottom.value},
            {"fits", g.fits},
            {"area_top", whenFits(g.areaTop_mm2)},
            {"area_bottom", whenFits(g.areaBottom_mm2)},
            {"volume", whenFits(g.volume_L)}};
}

Json rods(const Json& in)
{
    const GapInput gap = gapInput(in);
    const auto found = gapBetween(gap);
    const RodInput input{in.at("pitch"), in.at("first"), in.at("embed"), in.at("drill_limit"), in.at("rod_height")};
    Json list = Json::array();
    double total = 0.0;
    for (const Rod& rod : rodsAcross(gap, orThrow(found), input)) {
        list.push_back({{"x", rod.x_mm}, {"gap", rod.gap_mm}, {"cut_length", rod.cut_mm}});
        total += rod.cut_mm;
    }
    return {{"embed_used", std::min(input.embed_mm, input.drillLimit_mm)},
            {"count", list.size()},
            {"rods", list},
            {"total_length", total}};
}

Json bookmatch(const Json& in)
{
    const auto found = evenness(pairs(in.at("width_a")), pairs(in.at("width_b")), in.at("slide"));
    const EvennessAnswer& e = orThrow(found);
    Json stations = Json::array();
    Json differences = Json::array();
    for (const Vec2 p : e.differences) {
        stations.push_back(p.x);
        differences.push_back(p.y);
    }
    return {{"x_from", e.from_mm},
            {"x_to", e.to_mm},
            {"stations", stations},
            {"differences", differences},
            {"rms_stations", e.rmsStations_mm},
            {"max_abs_stations", e.mostAtStations_mm},
            {"rms_length", e.rmsLength_mm},
            {"max_abs", std::abs(e.most.value)}};
}

Json joint(const Json& in)
{
    const TemplateJoint t = templateJoint(in.at("bit"), in.at("bushing_1"), in.at("bushing_2"));
    return {{"face_template_side", t.faceTemplateSide_mm},
            {"face_far_side", t.faceFarSide_mm},
            {"mismatch", t.mismatch_mm},
            {"coincide", t.coincide},
            {"matching_d1", t.matchingBushing1_mm},
            {"r_min_hollow_template_side", t.leastHollowTemplateSide_mm},
            {"r_min_hollow_far_side", t.leastHollowFarSide_mm},
            {"r_min_hollow", std::max(t.leastHollowTemplateSide_mm, t.leastHollowFarSide_mm)},
            {"r_min_bulge", 0.0}};
}

} // namespace

void addLayout(Operations& operations)
{
    operations["rip"] = rip;
    operations["best_window"] = window;
    operations["rectangle"] = rectangle;
    operations["circle"] = circle;
    operations["river"] = river;
    operations["gap_rods"] = rods;
    operations["bookmatch"] = bookmatch;
    operations["template_joint"] = joint;
}

} // namespace burl::verify
