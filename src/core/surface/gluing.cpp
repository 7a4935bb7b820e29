#include "core/surface/gluing.h"

#include "core/measure/units.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kHair = 1e-9;
constexpr double kDegree = std::numbers::pi / 180.0;

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
