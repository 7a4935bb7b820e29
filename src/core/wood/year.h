#pragma once
// The moisture of a top through the year: the room's equilibrium between twelve months, followed with a lag.
// One moisture for the whole thickness: the skin follows faster, the core slower.
// Units: days (365 a year, from 1 January), degrees Celsius, % RH, % MC.   Source: docs/formulas.md#year.
// Threads: pure.

#include <array>
#include <optional>

namespace burl
{

constexpr double kYear_days = 365.0;
constexpr size_t kMonths = 12;

struct RoomMonth {
    double degC = 20.0;
    double rh_pct = 45.0;
    bool operator==(const RoomMonth&) const = default;
};

/// What the air of a room would bring wood to, straight between the middles of its months, year after year.
class RoomYear
{
public:
    explicit RoomYear(const std::array<RoomMonth, kMonths>& months);
    [[nodiscard]] double emc_pct(double day) const;
    [[nodiscard]] const std::array<double, kMonths>& months_pct() const { return emc_; }

private:
    std::array<double, kMonths> emc_{};
};

struct MoistureExtremes {
    double least_pct = 0.0;
    double most_pct = 0.0;
    std::optional<double> leastAt_day; // empty where nothing swings
    std::optional<double> mostAt_day;
};

/// The top follows with dM/dt = (EMC − M) ÷ tau.
class TopYear
{
public:
    /// REQUIRES: tau_days > 0
    TopYear(const RoomYear& room, double tau_days);
    /// In the steady cycle, when it has hung in the room for years.
    [[nodiscard]] double cycle_pct(double day) const;
    [[nodiscard]] double cycleMean_pct() const;
    /// Days in the year.
    [[nodiscard]] MoistureExtremes cycleExtremes() const;
    /// So many days after it came into the room on a day of the year with a moisture.
    [[nodiscard]] double after_pct(double fromDay, double from_pct, double days) const;
    /// Days from then, both ends counted.
    [[nodiscard]] MoistureExtremes extremesAfter(double fromDay, double from_pct, double span_days) const;

private:
    struct Walk;
    RoomYear room_;
    double tau_;
    double start_pct_; // of the cycle, in the middle of January
};

/// How much of a wave of the room's EMC reaches the wood, and how late.
struct WaveAnswer {
    double ratio = 0.0;
    double lag_days = 0.0;
    double phase_deg = 0.0;
};
[[nodiscard]] WaveAnswer waveAnswer(double period_days, double tau_days);

} // namespace burl
