#include "core/layup/river.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

Profile shifted(Profile profile, double by)
{
    for (Vec2& p : profile) {
        p.x += by;
    }
    return profile;
}

Profile widthLeft(double overall, const Profile& a, const Profile& b, double from, double to)
{
    const Profile sum = combined(cutTo(a, from, to), 1.0, cutTo(b, from, to));
    Profile out;
    for (const Vec2 p : sum) {
        out.push_back({p.x, overall - p.y});
    }
    return out;
}

} // namespace

Expected<GapAnswer> gapBetween(const GapInput& input)
{
    if (input.edgeA.size() < 2 || input.edgeB.size() < 2) {
        return refuse("river.no_overlap", "Both live edges need two stations at least.");
    }
    const Profile edgeB = shifted(input.edgeB, input.slide_mm);
    GapAnswer out;
    out.from_mm = std::max(input.edgeA.front().x, edgeB.front().x);
    out.to_mm = std::min(input.edgeA.back().x, edgeB.back().x);
    if (input.window) {
        out.from_mm = std::max(out.from_mm, input.window->first);
        out.to_mm = std::min(out.to_mm, input.window->second);
    }
    if (!(out.to_mm > out.from_mm)) {
        return refuse("river.no_overlap", "The two slabs do not face each other anywhere; slide one back.");
    }
    out.top = widthLeft(input.overallWidth_mm, input.edgeA, edgeB, out.from_mm, out.to_mm);
    const Profile none{{out.from_mm, 0.0}, {out.to_mm, 0.0}};
    const Profile bevelA = input.bevelA.empty() ? none : cutTo(input.bevelA, out.from_mm, out.to_mm);
    const Profile bevelB =
        input.bevelB.empty() ? none : cutTo(shifted(input.bevelB, input.slide_mm), out.from_mm, out.to_mm);
    out.bottom = combined(combined(out.top, -1.0, bevelA), -1.0, bevelB);
    out.leastTop = least(out.top);
    out.mostTop = most(out.top);
    out.leastBottom = least(out.bottom);
    out.mostBottom = most(out.bottom);
    out.fits = out.leastTop.value >= 0.0 && out.leastBottom.value >= 0.0;
    out.areaTop_mm2 = integral(out.top);
    out.areaBottom_mm2 = integral(out.bottom);
    if (out.fits && input.thickness_mm > 0.0) {
        const double d = input.fillDepth_mm;
        out.volume_L =
            (out.areaBottom_mm2 * d + (out.areaTop_mm2 - out.areaBottom_mm2) * d * d / (2.0 * input.thickness_mm)) /
            1e6;
    }
    return out;
}

double thickestRod_mm(double thickness_mm)
{
    constexpr double kSold_mm[] = {6.0, 8.0, 10.0, 12.0, 16.0, 20.0, 25.0};
    double best = kSold_mm[0];
    for (const double d : kSold_mm) {
        best = d <= thickness_mm / 3.0 ? d : best;
    }
    return best;
}

std::vector<Rod> rodsAcross(const GapInput& gap, const GapAnswer& answer, const RodInput& rods)
{
    std::vector<Rod> out;
    const double embed = std::min(rods.embed_mm, rods.drillLimit_mm);
    for (int k = 0; rods.pitch_mm > 0.0; ++k) {
        const double x = answer.from_mm + rods.first_mm + k * rods.pitch_mm;
        if (x > answer.to_mm + 1e-9) {
            break;
        }
        const double below = valueAt(answer.bottom, x);
        const double above = valueAt(answer.top, x);
        const double at = below + (above - below) * rods.height_mm / gap.thickness_mm;
        out.push_back({x, at, at + 2.0 * embed});
    }
    return out;
}

Expected<EvennessAnswer> evenness(const Profile& widthA, const Profile& widthB, double slide_mm)
{
    const Profile b = shifted(widthB, slide_mm);
    EvennessAnswer out;
    out.from_mm = std::max(widthA.front().x, b.front().x);
    out.to_mm = std::min(widthA.back().x, b.back().x);
    if (!(out.to_mm > out.from_mm)) {
        return refuse("match.no_overlap", "The two halves do not lie beside each other anywhere.");
    }
    double square = 0.0;
    for (const Vec2 p : widthA) {
        if (p.x >= out.from_mm && p.x <= out.to_mm) {
            const double d = p.y - valueAt(b, p.x);
            out.differences.push_back({p.x, d});
            square += d * d;
            out.mostAtStations_mm = std::max(out.mostAtStations_mm, std::abs(d));
        }
    }
    if (!out.differences.empty()) {
        out.rmsStations_mm = std::sqrt(square / static_cast<double>(out.differences.size()));
    }
    const Profile d = combined(cutTo(widthA, out.from_mm, out.to_mm), -1.0, cutTo(b, out.from_mm, out.to_mm));
    double squares = 0.0;
    for (size_t i = 0; i < d.size(); ++i) {
        if (std::abs(d[i].y) > std::abs(out.most.value)) {
            out.most = {d[i].x, d[i].y};
        }
        if (i + 1 < d.size()) {
            const double p = d[i].y;
            const double q = d[i + 1].y;
            squares += (d[i + 1].x - d[i].x) * (p * p + p * q + q * q) / 3.0;
        }
    }
    out.rmsLength_mm = std::sqrt(squares / (out.to_mm - out.from_mm));
    return out;
}

TemplateJoint templateJoint(double bit_mm, double bushing1_mm, double bushing2_mm)
{
    TemplateJoint out;
    out.faceTemplateSide_mm = (bushing1_mm - bit_mm) / 2.0;
    out.faceFarSide_mm = (bushing2_mm + bit_mm) / 2.0;
    out.mismatch_mm = out.faceTemplateSide_mm - out.faceFarSide_mm;
    out.coincide = std::abs(out.mismatch_mm) < 1e-9;
    out.matchingBushing1_mm = bushing2_mm + 2.0 * bit_mm;
    out.leastHollowTemplateSide_mm = bushing1_mm / 2.0;
    out.leastHollowFarSide_mm = (bushing2_mm + bit_mm) / 2.0;
    return out;
}

} // namespace burl
