#include "core/cure/cure_watch.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{
namespace
{

/// Value at `x` of a line through two points.
double between(double x0, double v0, double x1, double v1, double x)
{
    return v0 + (v1 - v0) * (x - x0) / (x1 - x0);
}

/// From which instant on `value` is at least `wanted` and stays so.
template <typename Series, typename Value>
std::optional<double> firstReaches(const Series& series, Value value, double wanted)
{
    for (size_t i = 0; i < series.size(); ++i) {
        const double v = value(series[i]);
        if (!(v >= wanted)) {
            continue;
        }
        if (i == 0) {
            return series[0].at_h;
        }
        const double before = value(series[i - 1]);
        if (!std::isfinite(v)) {
            return series[i].at_h;
        }
        return between(before, series[i - 1].at_h, v, series[i].at_h, wanted);
    }
    return std::nullopt;
}

/// From which instant on `value` is below `limit` for good.
template <typename Series, typename Value>
std::optional<double> staysBelow(const Series& series, Value value, double limit)
{
    size_t i = series.size();
    while (i > 0 && value(series[i - 1]) <= limit) {
        --i;
    }
    if (i == series.size()) {
        return std::nullopt;
    }
    if (i == 0) {
        return series[0].at_h;
    }
    return between(value(series[i - 1]), series[i - 1].at_h, value(series[i]), series[i].at_h, limit);
}

std::optional<double> later(std::optional<double> a, std::optional<double> b)
{
    return a && b ? std::optional(std::max(*a, *b)) : std::nullopt;
}

} // namespace

void CureWatch::look(const CureView& v, double at_h)
{
    const auto& alpha = *v.alpha;
    const auto& heat = *v.heat_C;
    const CureCells& cells = *v.cells;
    const auto cell = [&](int i, int j) { return cells.at(i, j); };
    constexpr double kMostly = 0.5; // of a cell that is epoxy, to look at it
    CureInstant instant;
    instant.at_h = at_h;
    instant.air_C = v.air_C;
    instant.warmest_C = -std::numeric_limits<double>::infinity();
    for (size_t l = 0; l < cells.rows.size(); ++l) {
        if (at_h < in_.layers[l].pouredAt_h - 1e-9) {
            continue;
        }
        const auto [from, to] = cells.rows[l];
        int corner = 0; // the outermost column of its lowest row
        double sum = 0.0;
        double weight = 0.0;
        double least = 1.0;
        double warmest = -std::numeric_limits<double>::infinity();
        double hotGel = -std::numeric_limits<double>::infinity();
        double coldGel = std::numeric_limits<double>::infinity();
        const double gel = in_.resin.viscosity.gelAlpha;
        for (int j = from; j < to; ++j) {
            for (int i = 0; i < cells.columns; ++i) {
                const size_t c = cell(i, j);
                if (cells.epoxy[c] < kMostly) {
                    continue;
                }
                corner = j == from ? i : corner;
                const double w = cells.seen[static_cast<size_t>(i)] * cells.dy_m[static_cast<size_t>(j)];
                sum += w * alpha[c];
                weight += w;
                least = std::min(least, alpha[c]);
                warmest = std::max(warmest, heat[c]);
                if (heat[c] > out_.peak_C || (out_.instants.empty() && l == 0 && i == 0 && j == from)) {
                    out_.peak_C = heat[c];
                    out_.peakAt_h = at_h;
                    out_.peakX_mm = i == 0 ? 0.0 : cells.x_mm[static_cast<size_t>(i)];
                    out_.peakY_mm = cells.y_mm[static_cast<size_t>(j)];
                }
                if (alpha[c] >= gel) {
                    hotGel = std::max(hotGel, heat[c]);
                    coldGel = std::min(coldGel, heat[c]);
                    if (j + 1 < to && cells.epoxy[cell(i, j + 1)] >= kMostly && alpha[cell(i, j + 1)] >= gel) {
                        const double apart =
                            (cells.y_mm[static_cast<size_t>(j) + 1] - cells.y_mm[static_cast<size_t>(j)]);
                        out_.mostGradient_K_mm =
                            std::max(out_.mostGradient_K_mm, std::abs(heat[cell(i, j + 1)] - heat[c]) / apart);
                    }
                    if (i + 1 < cells.columns && cells.epoxy[cell(i + 1, j)] >= kMostly &&
                        alpha[cell(i + 1, j)] >= gel) {
                        const double apart =
                            (cells.x_mm[static_cast<size_t>(i) + 1] - cells.x_mm[static_cast<size_t>(i)]);
                        out_.mostGradient_K_mm =
                            std::max(out_.mostGradient_K_mm, std::abs(heat[cell(i + 1, j)] - heat[c]) / apart);
                    }
                }
            }
        }
        if (weight <= 0.0) { // it is poured in this instant, after this look
            continue;
        }
        out_.mostSpread_K = std::max(out_.mostSpread_K, hotGel - coldGel);
        // Mid-depth lies between two cells; the surface beyond the last one.
        const auto row = [&](int j) { return cells.y_mm[static_cast<size_t>(j)]; };
        double bottom = 0.0;
        for (size_t k = 0; k < l; ++k) {
            bottom += in_.layers[k].depth_mm;
        }
        const double middle = bottom + in_.layers[l].depth_mm / 2.0;
        const double top = bottom + in_.layers[l].depth_mm;
        int j = from;
        while (j + 2 < to && row(j + 1) < middle) {
            ++j;
        }
        const auto along = [&](const std::vector<double>& values, double y, int low) {
            return between(row(low), values[cell(0, low)], row(low + 1), values[cell(0, low + 1)], y);
        };
        const double middleAlpha = along(alpha, middle, j);
        const double middle_C = along(heat, middle, j);
        const double topAlpha = std::clamp(along(alpha, top, to - 2), 0.0, 1.0);
        const bool bare = l + 1 == cells.rows.size() || at_h < in_.layers[l + 1].pouredAt_h - 1e-9;
        const double half = in_.resin.thermal.conductivity_W_mK / (cells.dy_m[static_cast<size_t>(to) - 1] / 2.0);
        const double open = in_.room.top_W_m2K;
        const double top_C =
            bare ? (half * heat[cell(0, to - 1)] + open * v.air_C) / (half + open) : along(heat, top, to - 2);
        instant.middleAlpha.push_back(middleAlpha);
        instant.topAlpha.push_back(topAlpha);
        instant.cornerAlpha.push_back(alpha[cell(corner, from)]);
        instant.middle_C.push_back(middle_C);
        instant.top_C.push_back(top_C);
        instant.warmest_C = std::max(instant.warmest_C, warmest);
        const CureViscosity& thick = in_.resin.viscosity;
        series_[l].push_back({at_h - in_.layers[l].pouredAt_h, middleAlpha, topAlpha,
                              viscosity_Pa_s(thick, middleAlpha, middle_C), viscosity_Pa_s(thick, topAlpha, top_C),
                              sum / weight, least, warmest - v.air_C, top_C - v.air_C});
    }
    out_.instants.push_back(std::move(instant));
}

bool CureWatch::isTooHot() const
{
    const CureLimits& limits = in_.resin.limits;
    return out_.peak_C > limits.peak_C || out_.mostSpread_K > limits.crackSpread_K;
}

bool CureWatch::isPast(double cooled_K) const
{
    if (out_.instants.empty() || out_.instants.back().middleAlpha.size() < in_.layers.size()) {
        return false;
    }
    const CureInstant& now = out_.instants.back();
    return now.middleAlpha.back() > in_.resin.viscosity.gelAlpha && now.warmest_C < out_.peak_C - cooled_K;
}

CureAnswer CureWatch::answer() const
{
    CureAnswer out = out_;
    const CureLimits& limits = in_.resin.limits;
    const CureViscosity& thick = in_.resin.viscosity;
    for (const auto& series : series_) {
        CuredLayer layer;
        const auto middleAlpha = [](const Sample& s) { return s.middleAlpha; };
        const auto topAlpha = [](const Sample& s) { return s.topAlpha; };
        const auto least = [](const Sample& s) { return s.least; };
        // Thickness rises by powers of ten: between two instants its logarithm is the straighter line.
        const auto middleThick = [](const Sample& s) { return std::log(s.middleThick_Pa_s); };
        const auto topThick = [](const Sample& s) { return std::log(s.topThick_Pa_s); };
        layer.honeyMiddle_h = firstReaches(series, middleThick, std::log(thick.honeyStart_Pa_s));
        layer.honeyTop_h = firstReaches(series, topThick, std::log(thick.honeyStart_Pa_s));
        layer.honeyEndTop_h = firstReaches(series, topThick, std::log(thick.honeyEnd_Pa_s));
        layer.gelMiddle_h = firstReaches(series, middleAlpha, thick.gelAlpha);
        layer.gelTop_h = firstReaches(series, topAlpha, thick.gelAlpha);
        layer.gelAll_h = firstReaches(series, least, thick.gelAlpha);
        const auto cool = staysBelow(
            series, [](const Sample& s) { return s.warmestOver_K; }, limits.aboveRoom_K);
        const auto mean = firstReaches(
            series, [](const Sample& s) { return s.mean; }, limits.demouldMean);
        layer.demould_h = later(later(mean, firstReaches(series, least, limits.demouldLeast)), cool);
        layer.flatten_h = later(firstReaches(series, least, limits.flattenLeast), cool);
        const auto topCool = staysBelow(
            series, [](const Sample& s) { return s.topOver_K; }, limits.recoatAboveRoom_K);
        layer.recoatOpen_h = later(firstReaches(series, topAlpha, limits.recoatOpen), topCool);
        layer.recoatClose_h = firstReaches(series, topAlpha, limits.recoatClose);
        out.layers.push_back(layer);
    }
    out.overheats = out.peak_C > limits.peak_C;
    out.mayCrack = out.mostSpread_K > limits.crackSpread_K;
    return out;
}

} // namespace burl
