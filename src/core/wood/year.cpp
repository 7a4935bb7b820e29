#include "core/wood/year.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/wood/moisture.h"

namespace burl
{
namespace
{

constexpr double kMonth_days = kYear_days / static_cast<double>(kMonths);
constexpr double kStill_pct = 1e-9; // less than this is no swing

/// The middle of a month, counted on over New Year.
double middleOf(long month)
{
    return (static_cast<double>(month) + 0.5) * kMonth_days;
}

long monthBefore(double day)
{
    return static_cast<long>(std::floor(day / kMonth_days - 0.5));
}

size_t inYear(long month)
{
    constexpr auto kN = static_cast<long>(kMonths);
    return static_cast<size_t>(((month % kN) + kN) % kN);
}

/// A stretch over which EMC runs straight: from its value at the beginning, by a slope.
struct Straight {
    double emc_pct;
    double slope_pct_day;
    double days;
};

double after(const Straight& s, double from_pct, double u, double tau)
{
    return s.emc_pct + s.slope_pct_day * (u - tau) +
           (from_pct - s.emc_pct + s.slope_pct_day * tau) * std::exp(-u / tau);
}

/// Where M stands still inside a stretch.
std::optional<double> turnsAt(const Straight& s, double from_pct, double tau)
{
    const double off = from_pct - s.emc_pct + s.slope_pct_day * tau;
    const double share = off != 0.0 ? s.slope_pct_day * tau / off : 0.0;
    if (!(share > 0.0 && share < 1.0)) {
        return std::nullopt;
    }
    const double u = -tau * std::log(share);
    return u < s.days ? std::optional(u) : std::nullopt;
}

} // namespace

RoomYear::RoomYear(const std::array<RoomMonth, kMonths>& months)
{
    for (size_t i = 0; i < kMonths; ++i) {
        emc_[i] = burl::emc_pct(months[i].degC, months[i].rh_pct);
    }
}

double RoomYear::emc_pct(double day) const
{
    const long month = monthBefore(day);
    const double share = (day - middleOf(month)) / kMonth_days;
    return emc_[inYear(month)] + (emc_[inYear(month + 1)] - emc_[inYear(month)]) * share;
}

/// Goes along from a day, stretch by stretch.
struct TopYear::Walk {
    const RoomYear& room;
    double day;
    double mc_pct;
    double tau;

    [[nodiscard]] Straight stretch(double most_days) const
    {
        const long month = monthBefore(day + 1e-9);
        const double end = middleOf(month + 1);
        const auto& emc = room.months_pct();
        const double slope = (emc[inYear(month + 1)] - emc[inYear(month)]) / kMonth_days;
        return {emc[inYear(month)] + slope * (day - middleOf(month)), slope, std::min(most_days, end - day)};
    }
    void go(const Straight& s)
    {
        mc_pct = after(s, mc_pct, s.days, tau);
        day += s.days;
    }
};

TopYear::TopYear(const RoomYear& room, double tau_days) : room_(room), tau_(tau_days), start_pct_(0.0)
{
    // A year leads from M to A M + B: the cycle is where it leads back to itself.
    Walk walk{room_, middleOf(0), 0.0, tau_};
    for (size_t i = 0; i < kMonths; ++i) {
        walk.go(walk.stretch(kMonth_days));
    }
    start_pct_ = walk.mc_pct / (1.0 - std::exp(-kYear_days / tau_));
}

double TopYear::after_pct(double fromDay, double from_pct, double days) const
{
    Walk walk{room_, fromDay, from_pct, tau_};
    double left = days;
    while (left > 0.0) {
        const Straight s = walk.stretch(left);
        walk.go(s);
        left -= s.days;
    }
    return walk.mc_pct;
}

double TopYear::cycle_pct(double day) const
{
    double from = std::fmod(day - middleOf(0), kYear_days);
    from += from < 0.0 ? kYear_days : 0.0;
    return after_pct(middleOf(0), start_pct_, from);
}

double TopYear::cycleMean_pct() const
{
    double sum = 0.0;
    for (const double emc : room_.months_pct()) {
        sum += emc;
    }
    return sum / static_cast<double>(kMonths);
}

MoistureExtremes TopYear::extremesAfter(double fromDay, double from_pct, double span_days) const
{
    MoistureExtremes out{from_pct, from_pct, 0.0, 0.0};
    const auto look = [&](double mc, double at) {
        if (mc < out.least_pct) {
            out.least_pct = mc;
            out.leastAt_day = at;
        }
        if (mc > out.most_pct) {
            out.most_pct = mc;
            out.mostAt_day = at;
        }
    };
    Walk walk{room_, fromDay, from_pct, tau_};
    double done = 0.0;
    while (done < span_days) {
        const Straight s = walk.stretch(span_days - done);
        if (const auto u = turnsAt(s, walk.mc_pct, tau_)) {
            look(after(s, walk.mc_pct, *u, tau_), done + *u);
        }
        walk.go(s);
        done += s.days;
        look(walk.mc_pct, done);
    }
    return out;
}

MoistureExtremes TopYear::cycleExtremes() const
{
    MoistureExtremes out = extremesAfter(middleOf(0), start_pct_, kYear_days);
    if (out.most_pct - out.least_pct < kStill_pct) {
        out.leastAt_day.reset();
        out.mostAt_day.reset();
        return out;
    }
    for (std::optional<double>* day : {&out.leastAt_day, &out.mostAt_day}) {
        **day = std::fmod(**day + middleOf(0), kYear_days);
    }
    return out;
}

WaveAnswer waveAnswer(double period_days, double tau_days)
{
    const double turn = 2.0 * std::numbers::pi * tau_days / period_days;
    const double phase = std::atan(turn);
    constexpr double kHalf_deg = 180.0;
    return {1.0 / std::sqrt(1.0 + turn * turn), phase / (2.0 * std::numbers::pi) * period_days,
            phase * kHalf_deg / std::numbers::pi};
}

} // namespace burl
