#include "core/surface/finishing.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/measure/units.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr double kHair = 1e-9;

/// Of what lies left of x.
double areaLeft(const Ring& ring, double x)
{
    double twice = 0.0;
    Vec2 first{};
    Vec2 before{};
    bool any = false;
    const auto add = [&](Vec2 p) {
        if (any) {
            twice += cross(before, p);
        } else {
            first = p;
            any = true;
        }
        before = p;
    };
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 a = ring[i];
        const Vec2 b = ring[(i + 1) % ring.size()];
        if (a.x <= x) {
            add(a);
        }
        if ((a.x - x) * (b.x - x) < 0.0) {
            add({x, a.y + (b.y - a.y) * (x - a.x) / (b.x - a.x)});
        }
    }
    if (any) {
        twice += cross(before, first);
    }
    return std::abs(twice) / 2.0;
}

double discLeft(double diameter, double x)
{
    const double r = diameter / 2.0;
    const double c = std::clamp((r - x) / r, -1.0, 1.0);
    return r * r * (std::acos(c) - c * std::sqrt(std::max(0.0, 1.0 - c * c)));
}

double minutesOf(const WipingInput& in, double area_m2)
{
    const double spread = area_m2 / in.spread_m2_min;
    const double wipe = area_m2 / in.wipe_m2_min;
    return in.people < 2 ? std::max(in.soak_min, spread) + wipe : in.soak_min + std::max(wipe, spread);
}

} // namespace

WipingSections wipingSections(const WipingInput& in)
{
    WipingSections out;
    const bool disc = in.diameter_mm > 0.0;
    out.area_mm2 = disc ? std::numbers::pi * in.diameter_mm * in.diameter_mm / 4.0 : area_mm2(in.outline);
    const double room = in.window_min - in.soak_min;
    if (!(room > 0.0) || !(out.area_mm2 > 0.0)) {
        return out;
    }
    out.possible = true;
    double largest = 0.0;
    if (in.people < 2) {
        largest = room * in.wipe_m2_min;
        if (largest / in.spread_m2_min > in.soak_min) { // spreading takes longer than it soaks
            largest = in.window_min / (1.0 / in.spread_m2_min + 1.0 / in.wipe_m2_min);
        }
    } else {
        largest = room * std::min(in.wipe_m2_min, in.spread_m2_min);
    }
    out.largest_mm2 = largest * kMm2PerM2;
    out.sections = std::max(1, static_cast<int>(std::ceil(out.area_mm2 / out.largest_mm2 - kHair)));
    out.section_mm2 = out.area_mm2 / out.sections;
    const Box box = disc ? Box{0.0, 0.0, in.diameter_mm, in.diameter_mm} : boundsOf(in.outline);
    double from = box.left;
    for (int k = 1; k < out.sections; ++k) {
        const double wanted = out.area_mm2 * k / out.sections;
        double low = box.left;
        double high = box.right;
        for (int i = 0; i < 80; ++i) { // halved until doubles end
            const double mid = (low + high) / 2.0;
            ((disc ? discLeft(in.diameter_mm, mid) : areaLeft(in.outline, mid)) < wanted ? low : high) = mid;
        }
        out.cuts_mm.push_back((low + high) / 2.0);
        out.strips_mm.push_back(out.cuts_mm.back() - from);
        from = out.cuts_mm.back();
    }
    out.strips_mm.push_back(box.right - from);
    out.each_min = minutesOf(in, out.section_mm2 / kMm2PerM2);
    out.all_min = out.sections * out.each_min;
    return out;
}

TwoParts partsOf(double volume, const MixOf& mix)
{
    TwoParts out;
    out.volume_L = volume;
    if (!mix.ratio) {
        out.a_L = volume;
    } else {
        const double a = mix.by == RatioBy::Volume ? *mix.ratio : *mix.ratio / mix.a_kg_L;
        const double b = mix.by == RatioBy::Volume ? 1.0 : 1.0 / mix.b_kg_L;
        out.a_L = volume * a / (a + b);
        out.b_L = volume * b / (a + b);
    }
    out.a_kg = out.a_L * mix.a_kg_L;
    out.b_kg = out.b_L * mix.b_kg_L;
    return out;
}

FinishAmount finishAmount(const FinishInput& in)
{
    FinishAmount out;
    for (const FinishInput::Edge& e : in.edges) {
        out.edge_mm2 += e.length_mm * e.factor * in.thickness_mm;
    }
    int coats = in.edgeCoats;
    for (const FinishInput::Face& f : in.faces) {
        coats = std::max(coats, f.coats);
    }
    double all = 0.0;
    for (int k = 1; k <= coats; ++k) {
        FinishCoat coat;
        for (const FinishInput::Face& f : in.faces) {
            coat.area_mm2 += f.coats >= k ? f.area_mm2 : 0.0;
        }
        coat.area_mm2 += in.edgeCoats >= k ? out.edge_mm2 : 0.0;
        const double area = coat.area_mm2 / kMm2PerM2;
        const double volume = area / in.coverage_m2_L * (k == 1 ? in.firstCoat : 1.0) / (1.0 - in.loss);
        coat.parts = partsOf(volume, in.mix);
        coat.batches = std::max(1, static_cast<int>(std::ceil(area / (in.spread_m2_min * in.pot_min) - kHair)));
        coat.batch_L = volume / coat.batches;
        all += volume;
        out.coats.push_back(coat);
    }
    out.all = partsOf(all, in.mix);
    return out;
}

FloodAmount floodAmount(const FloodInput& in)
{
    FloodAmount out;
    out.face_L = (in.coats + in.coatsUnder) * in.area_mm2 * in.film_mm / kMm3PerL;
    out.edge_L = in.coats * in.perimeter_mm * in.thickness_mm * in.edgeFilm_mm / kMm3PerL;
    const double kept = out.face_L + out.edge_L;
    out.all = partsOf(kept / (1.0 - in.dripLoss), in.mix);
    const int coats = in.coats + in.coatsUnder;
    out.perCoat_L = coats > 0 ? out.all.volume_L / coats : 0.0;
    out.drips_L = out.all.volume_L - kept;
    return out;
}

CoatStarts coatStarts(const CoatTimes& t)
{
    CoatStarts out;
    const auto allowed = [&](int at) {
        const int minute = at % kMinutesOfDay;
        return minute >= t.opens && minute + t.hands <= t.closes;
    };
    const auto next = [&](int at) {
        while (!allowed(at)) {
            ++at;
        }
        return at;
    };
    for (int k = 0; k < t.coats; ++k) {
        const int earliest = k == 0 ? t.first : out.starts.back() + t.minGap;
        const int start = next(earliest);
        if (k > 0) {
            out.opens.push_back(earliest);
            out.closes.push_back(t.maxGap ? std::optional(out.starts.back() + *t.maxGap) : std::nullopt);
            out.scuff.push_back(t.maxGap && start > *out.closes.back());
        }
        out.starts.push_back(start);
    }
    // Every minute that the k-th coat may start at without a scuff, from all the minutes before.
    constexpr int kFirstWithin_min = 7 * kMinutesOfDay;
    const int reach = t.maxGap ? *t.maxGap : t.minGap + 2 * kMinutesOfDay;
    const int horizon = t.first + kFirstWithin_min + t.coats * std::max(reach, t.minGap) + 1;
    std::vector<char> here(static_cast<size_t>(horizon) + 1, 0);
    for (int at = t.first; at <= t.first + kFirstWithin_min; ++at) {
        here[static_cast<size_t>(at)] = allowed(at) ? 1 : 0;
    }
    for (int k = 1; k < t.coats; ++k) {
        std::vector<int> sum(here.size() + 1, 0);
        for (size_t i = 0; i < here.size(); ++i) {
            sum[i + 1] = sum[i] + here[i];
        }
        std::vector<char> after(here.size(), 0);
        for (int at = t.first; at <= horizon; ++at) {
            const int last = at - t.minGap;
            const int from = t.maxGap ? std::max(0, at - *t.maxGap) : 0;
            if (last >= from && allowed(at)) {
                after[static_cast<size_t>(at)] =
                    sum[static_cast<size_t>(last) + 1] > sum[static_cast<size_t>(from)] ? 1 : 0;
            }
        }
        here = std::move(after);
    }
    const auto first = std::find(here.begin(), here.end(), 1);
    if (first != here.end()) {
        out.bestLast = static_cast<int>(first - here.begin());
    }
    return out;
}

} // namespace burl
