#include "core/layup/tenon_row.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kHair = 1e-9;

using RowSpans = std::vector<std::pair<double, double>>; // rising, apart

RowSpans meeting(const RowSpans& a, const RowSpans& b)
{
    RowSpans out;
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

RowSpans moved(const RowSpans& spans, double from, double to)
{
    RowSpans out;
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
RowSpans allowedFor(const TenonRowInput& in)
{
    const double half = in.keep_mm + in.wide_mm / 2.0;
    std::vector<std::pair<double, double>> blocked;
    for (const auto& [a, b] : in.obstacles) {
        blocked.emplace_back(a - half, b + half);
    }
    std::sort(blocked.begin(), blocked.end());
    RowSpans out;
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
RowSpans firstOf(const TenonRowInput& in, const RowSpans& allowed, int count, double pitch)
{
    const double half = in.keep_mm + in.wide_mm / 2.0;
    RowSpans out{{in.from_mm + half, in.from_mm + in.mostEnd_mm}};
    const double run = (count - 1) * pitch;
    out = meeting(out, {{in.to_mm - in.mostEnd_mm - run, in.to_mm - half - run}});
    for (int i = 0; i < count && !out.empty(); ++i) {
        out = meeting(out, moved(allowed, -i * pitch, -i * pitch));
    }
    return out;
}

} // namespace

TenonRow tenonRow(const TenonRowInput& in)
{
    TenonRow out;
    const RowSpans allowed = allowedFor(in);
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
            const RowSpans first = firstOf(in, allowed, count, pitch);
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
    const RowSpans last{{in.to_mm - in.mostEnd_mm, in.to_mm - half}};
    RowSpans reached = meeting(allowed, {{in.from_mm + half, in.from_mm + in.mostEnd_mm}});
    for (int count = 1; count <= most && !reached.empty() && !out.freeCount; ++count) {
        if (!meeting(reached, last).empty()) {
            out.freeCount = count;
        }
        reached = meeting(allowed, moved(reached, in.leastPitch_mm, in.mostPitch_mm));
    }
    return out;
}

} // namespace burl
