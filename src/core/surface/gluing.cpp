#include "core/surface/gluing.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kMm2PerM2 = 1e6;
constexpr double kHair = 1e-9;
constexpr double kDegree = std::numbers::pi / 180.0;

using Spans = std::vector<std::pair<double, double>>; // rising, apart

Spans meeting(const Spans& a, const Spans& b)
{
    Spans out;
    size_t i = 0;
    size_t k = 0;
    while (i < a.size() && k < b.size()) {
        const double from = std::max(a[i].first, b[k].first);
        const double to = std::min(a[i].second, b[k].second);
        if (to >= from - kHair) {
            out.emplace_back(from, std::max(from, to));
        }
        (a[i].second < b[k].second ? i : k) += 1;
    }
    return out;
}

Spans moved(const Spans& spans, double from, double to)
{
    Spans out;
    for (const auto& [a, b] : spans) {
        if (!out.empty() && a + from <= out.back().second) {
            out.back().second = std::max(out.back().second, b + to);
        } else {
            out.emplace_back(a + from, b + to);
        }
    }
    return out;
}

/// Where the middle of a tenon may stand.
Spans allowedFor(const TenonRowInput& in)
{
    const double half = in.keep_mm + in.wide_mm / 2.0;
    std::vector<std::pair<double, double>> blocked;
    for (const auto& [a, b] : in.obstacles) {
        blocked.emplace_back(a - half, b + half);
    }
    std::sort(blocked.begin(), blocked.end());
    Spans out;
    double from = in.from_mm + half;
    const double end = in.to_mm - half;
    for (const auto& [a, b] : blocked) {
        if (a >= from && a <= end) {
            out.emplace_back(from, a);
        }
        from = std::max(from, b);
    }
    if (from <= end) {
        out.emplace_back(from, end);
    }
    return out;
}

/// Where the first of so many may stand at this pitch.
Spans firstOf(const TenonRowInput& in, const Spans& allowed, int count, double pitch)
{
    const double half = in.keep_mm + in.wide_mm / 2.0;
    Spans out{{in.from_mm + half, in.from_mm + in.mostEnd_mm}};
    const double run = (count - 1) * pitch;
    out = meeting(out, {{in.to_mm - in.mostEnd_mm - run, in.to_mm - half - run}});
    for (int i = 0; i < count && !out.empty(); ++i) {
        out = meeting(out, moved(allowed, -i * pitch, -i * pitch));
    }
    return out;
}

} // namespace

GlueTime glueTime(const GlueInput& in)
{
    GlueTime out;
    out.area_mm2 = in.joint_mm * in.thickness_mm;
    const double wetted = out.area_mm2 / kMm2PerM2 * in.faces;
    out.grams = wetted * in.grams_m2 + in.tenons * in.grams_tenon;
    out.work_min = wetted / in.spread_m2_min + (in.tenons * in.tenon_s + in.clamps * in.clamp_s) / 60.0;
    out.assembly_min = in.closing_min + out.work_min / in.people;
    const auto& table = in.open_min;
    out.outsideTable = in.room_C < table.front().first || in.room_C > table.back().first;
    out.open_min = in.room_C <= table.front().first ? table.front().second : table.back().second;
    for (size_t i = 0; i + 1 < table.size(); ++i) {
        if (in.room_C >= table[i].first && in.room_C <= table[i + 1].first) {
            const double share = (in.room_C - table[i].first) / (table[i + 1].first - table[i].first);
            out.open_min = table[i].second + share * (table[i + 1].second - table[i].second);
        }
    }
    out.fits = out.assembly_min <= out.open_min;
    constexpr int kMostPeople = 4; // more stand in each other's way
    for (int people = 1; people <= kMostPeople && !out.peopleNeeded; ++people) {
        if (in.closing_min + out.work_min / people <= out.open_min) {
            out.peopleNeeded = people;
        }
    }
    return out;
}

ClampRow clampRow(const ClampInput& in)
{
    ClampRow out;
    out.force_N = in.pressure_N_mm2 * in.length_mm * in.thickness_mm;
    out.byForce = static_cast<int>(std::ceil(out.force_N / in.clamp_N - kHair));
    const double most = std::min(in.mostPitch_mm, in.pad_mm + 2.0 * in.reach_mm);
    const double run = in.length_mm - 2.0 * in.end_mm;
    out.byPitch = run > 0.0 ? static_cast<int>(std::ceil(run / most - kHair)) + 1 : 1;
    out.count = std::max(out.byForce, out.byPitch);
    if (out.count > 1) {
        out.pitch_mm = run / (out.count - 1);
        for (int i = 0; i < out.count; ++i) {
            out.positions_mm.push_back(in.end_mm + i * *out.pitch_mm);
        }
    } else {
        out.positions_mm.push_back(in.length_mm / 2.0);
    }
    out.each_N = out.force_N / out.count;
    out.fullPressure_N_mm2 = out.count * in.clamp_N / (in.length_mm * in.thickness_mm);
    return out;
}

TenonRow tenonRow(const TenonRowInput& in)
{
    TenonRow out;
    const Spans allowed = allowedFor(in);
    if (allowed.empty()) {
        return out;
    }
    const double middle = (in.from_mm + in.to_mm) / 2.0;
    std::vector<double> bounds{in.from_mm + in.mostEnd_mm, in.to_mm - in.mostEnd_mm};
    for (const auto& [a, b] : allowed) {
        bounds.push_back(a);
        bounds.push_back(b);
    }
    const int most = static_cast<int>((in.to_mm - in.from_mm) / in.leastPitch_mm) + 1;
    for (int count = 1; count <= most && !out.possible; ++count) {
        // The widest pitch is the widest of all, or one at which two tenons stand at bounds.
        std::vector<double> pitches;
        if (count == 1) {
            pitches.push_back(0.0);
        } else {
            pitches.push_back(in.mostPitch_mm);
            for (const double a : bounds) {
                for (const double b : bounds) {
                    for (int apart = 1; apart < count; ++apart) {
                        const double pitch = (b - a) / apart;
                        if (pitch >= in.leastPitch_mm - kHair && pitch <= in.mostPitch_mm + kHair) {
                            pitches.push_back(pitch);
                        }
                    }
                }
            }
            std::sort(pitches.rbegin(), pitches.rend());
        }
        for (const double pitch : pitches) {
            const Spans first = firstOf(in, allowed, count, pitch);
            if (first.empty()) {
                continue;
            }
            const double wanted = middle - (count - 1) * pitch / 2.0;
            double best = 0.0;
            double off = 1e300;
            for (const auto& [a, b] : first) {
                const double at = std::clamp(wanted, a, b);
                if (std::abs(at - wanted) < off - kHair) {
                    off = std::abs(at - wanted);
                    best = at;
                }
            }
            out.possible = true;
            if (count > 1) {
                out.pitch_mm = pitch;
            }
            for (int i = 0; i < count; ++i) {
                out.positions_mm.push_back(best + i * pitch);
            }
            break;
        }
    }
    const double half = in.keep_mm + in.wide_mm / 2.0;
    const Spans last{{in.to_mm - in.mostEnd_mm, in.to_mm - half}};
    Spans reached = meeting(allowed, {{in.from_mm + half, in.from_mm + in.mostEnd_mm}});
    for (int count = 1; count <= most && !reached.empty() && !out.freeCount; ++count) {
        if (!meeting(reached, last).empty()) {
            out.freeCount = count;
        }
        reached = meeting(allowed, moved(reached, in.leastPitch_mm, in.mostPitch_mm));
    }
    return out;
}

KeyRow keyRow(const KeyRowInput& in)
{
    KeyRow out;
    for (size_t i = 0; i + 1 < in.crack.size(); ++i) {
        out.crack_mm += length(in.crack[i + 1] - in.crack[i]);
    }
    out.depth_mm = in.depthShare * in.thickness_mm;
    const auto at = [&](double along) {
        double left = std::clamp(along, 0.0, out.crack_mm);
        for (size_t i = 0; i + 1 < in.crack.size(); ++i) {
            const Vec2 way = in.crack[i + 1] - in.crack[i];
            const double run = length(way);
            if (left <= run || i + 2 == in.crack.size()) {
                return in.crack[i] + way * (run > 0.0 ? std::min(1.0, left / run) : 0.0);
            }
            left -= run;
        }
        return in.crack.front();
    };
    const auto key = [&](double along) {
        CrackKey k;
        k.along_mm = along;
        k.centre = at(along);
        const Vec2 chord = at(along + in.wide_mm / 2.0) - at(along - in.wide_mm / 2.0);
        double axis = std::fmod(std::atan2(chord.y, chord.x) / kDegree + 90.0, 180.0);
        k.axis_deg = axis < 0.0 ? axis + 180.0 : axis;
        const Vec2 half = Vec2{std::cos(k.axis_deg * kDegree), std::sin(k.axis_deg * kDegree)} * (in.long_mm / 2.0);
        k.first = k.centre - half;
        k.second = k.centre + half;
        if (k.second.x < k.first.x) {
            std::swap(k.first, k.second);
        }
        out.keys.push_back(k);
    };
    const double room = out.crack_mm - in.fromOpen_mm - in.fromTip_mm;
    if (!(room > 0.0)) {
        key(std::min(in.fromOpen_mm, out.crack_mm / 2.0));
        return out;
    }
    const int count = static_cast<int>(std::ceil(room / in.mostPitch_mm - kHair)) + 1;
    out.pitch_mm = room / (count - 1);
    for (int i = 0; i < count; ++i) {
        key(in.fromOpen_mm + i * *out.pitch_mm);
    }
    return out;
}

} // namespace burl
