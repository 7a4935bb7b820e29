#include "core/shop/tape_slips.h"

// Method: an edge changes slowly from station to station. A reading is foreign when it lies further
// from the line through its neighbours than live edges do (three times the typical jump of this very
// edge, and 40 mm at least), and a slip is told only when a single well-known mistake brings it back
// to its neighbours. A wild edge without such an explanation is left alone: it may be a crotch.

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace burl
{
namespace
{

constexpr double kLeastForeign_mm = 40.0;

double nearY(const Tape& tape, double reading)
{
    return tape.from == TapeFrom::String ? -reading : reading;
}

/// Where the edge ought to be at station i, from the stations on both sides; nothing at a lonely one.
std::optional<double> expected(const std::vector<double>& at, const std::vector<double>& values,
                               const std::vector<bool>& sound, size_t i)
{
    std::optional<size_t> before;
    std::optional<size_t> after;
    for (size_t k = i; k-- > 0;) {
        if (sound[k]) {
            before = k;
            break;
        }
    }
    for (size_t k = i + 1; k < values.size(); ++k) {
        if (sound[k]) {
            after = k;
            break;
        }
    }
    if (before && after && at[*after] > at[*before]) {
        const double share = (at[i] - at[*before]) / (at[*after] - at[*before]);
        return values[*before] + std::clamp(share, 0.0, 1.0) * (values[*after] - values[*before]);
    }
    if (before || after) {
        return values[before ? *before : *after];
    }
    return std::nullopt;
}

struct Try {
    TapeSlip::Kind kind;
    double value;
    const char* words;
};

std::array<Try, 6> triesFor(double value)
{
    using Kind = TapeSlip::Kind;
    return {{{Kind::Tenfold, value / 10.0, "ten times too much"},
             {Kind::Tenfold, value * 10.0, "ten times too little (centimetres for millimetres?)"},
             {Kind::Inches, value * 25.4, "inches, taken for millimetres"},
             {Kind::Inches, value / 25.4, "millimetres, taken for inches"},
             {Kind::OffByTen, value - 100.0, "off by 100"},
             {Kind::OffByTen, value + 100.0, "off by 100"}}};
}

std::string rounded(double mm)
{
    return std::to_string(std::lround(mm));
}

} // namespace

std::vector<TapeSlip> tapeSlips(const Tape& tape)
{
    std::vector<TapeSlip> slips;
    std::vector<size_t> rows;
    std::vector<double> at;
    std::vector<double> near; // readings as typed
    std::vector<double> far;
    for (size_t i = 0; i < tape.readings.size(); ++i) {
        const TapeReading& r = tape.readings[i];
        if (r.near_mm && r.far_mm && std::isfinite(*r.near_mm) && std::isfinite(*r.far_mm) && std::isfinite(r.at_mm)) {
            rows.push_back(i);
            at.push_back(r.at_mm);
            near.push_back(*r.near_mm);
            far.push_back(*r.far_mm);
        }
    }
    const size_t n = rows.size();
    std::vector<bool> sound(n, true);
    for (size_t i = 0; i < n; ++i) { // the edges crossed: that cannot be wood
        sound[i] = far[i] > nearY(tape, near[i]);
    }
    const auto say = [&](size_t i, TapeSlip::Kind kind, TapeReading instead, const std::string& sentence) {
        slips.push_back({kind, static_cast<int>(rows[i]), instead,
                         "row " + std::to_string(rows[i] + 1) + " (station " + rounded(at[i]) + "): " + sentence});
    };
    for (size_t i = 0; i < n; ++i) {
        if (!sound[i]) {
            TapeReading instead = tape.readings[rows[i]];
            const bool string = tape.from == TapeFrom::String;
            instead.near_mm = string ? -far[i] : far[i];
            instead.far_mm = string ? -near[i] : near[i];
            say(i, TapeSlip::Kind::Swapped, instead,
                "the near edge lies beyond the far edge; near and far are swapped.");
        }
    }
    for (size_t i = 0; i + 1 < n; ++i) {
        const bool lonely = i > 0 ? at[i] <= at[i - 1] && at[i + 1] > at[i - 1] : at[i] >= at[i + 1];
        if (lonely && n > 2) {
            TapeReading instead = tape.readings[rows[i]];
            instead.at_mm = i > 0 ? (at[i - 1] + at[i + 1]) / 2.0 : at[i + 1] - (n > 2 ? at[2] - at[1] : 100.0);
            say(i, TapeSlip::Kind::Order, instead, "the station does not lie between its neighbours.");
        }
    }
    if (n < 4) {
        return slips; // too few to know what this edge does
    }
    // Both sides swapped without a sign show only in the run of the edges: each suits the other's place.
    std::vector<double> jumps;
    for (const auto* edge : {&near, &far}) {
        for (size_t i = 0; i + 1 < n; ++i) {
            if (sound[i] && sound[i + 1]) {
                jumps.push_back(std::abs((*edge)[i + 1] - (*edge)[i]));
            }
        }
    }
    if (jumps.empty()) {
        return slips;
    }
    std::nth_element(jumps.begin(), jumps.begin() + static_cast<std::ptrdiff_t>(jumps.size() / 2), jumps.end());
    const double typical = jumps[jumps.size() / 2];
    const double foreign = std::max(kLeastForeign_mm, 3.0 * typical);
    for (size_t i = 0; i < n; ++i) {
        const bool told = std::any_of(slips.begin(), slips.end(),
                                      [&](const TapeSlip& s) { return s.row == static_cast<int>(rows[i]); });
        if (told) {
            continue;
        }
        sound[i] = false; // it may not vouch for itself
        const auto wantNear = expected(at, near, sound, i);
        const auto wantFar = expected(at, far, sound, i);
        sound[i] = true;
        if (!wantNear || !wantFar) {
            continue;
        }
        const double offNear = std::abs(near[i] - *wantNear);
        const double offFar = std::abs(far[i] - *wantFar);
        TapeReading instead = tape.readings[rows[i]];
        const double close = std::max(12.0, typical);
        if (offNear > foreign / 2.0 && offFar > foreign / 2.0 && std::abs(near[i] - *wantFar) < close &&
            std::abs(far[i] - *wantNear) < close && tape.from == TapeFrom::String) {
            std::swap(*instead.near_mm, *instead.far_mm);
            say(i, TapeSlip::Kind::Swapped, instead, "near and far suit each other's place; they are swapped.");
            sound[i] = false;
            continue;
        }
        for (const bool nearSide : {true, false}) {
            const double value = nearSide ? near[i] : far[i];
            const double want = nearSide ? *wantNear : *wantFar;
            if ((nearSide ? offNear : offFar) <= foreign) {
                continue;
            }
            // A hundred more or less is told only where the neighbours on both sides agree: live edges
            // flare at their ends and bulge at a fork.
            const std::vector<double>& edge = nearSide ? near : far;
            const bool between = i > 0 && i + 1 < n && sound[i - 1] && sound[i + 1] &&
                                 std::abs(edge[i + 1] - edge[i - 1]) < 2.0 * close + 6.0;
            const Try* best = nullptr;
            const auto tries = triesFor(value);
            for (const Try& t : tries) {
                if ((between || t.kind != TapeSlip::Kind::OffByTen) && std::abs(t.value - want) <= close &&
                    (best == nullptr || std::abs(t.value - want) < std::abs(best->value - want))) {
                    best = &t;
                }
            }
            if (best != nullptr) {
                (nearSide ? instead.near_mm : instead.far_mm) = best->value;
                say(i, best->kind, instead,
                    std::string(nearSide ? "near " : "far ") + rounded(value) + " looks " + best->words + "; " +
                        rounded(best->value) + " would suit its neighbours.");
                sound[i] = false;
                break;
            }
        }
    }
    std::stable_sort(slips.begin(), slips.end(), [](const TapeSlip& a, const TapeSlip& b) { return a.row < b.row; });
    return slips;
}

} // namespace burl
