#pragma once
// When the makers of a shop work, and what is not there twice.
// Units: minutes after midnight; days as ISO dates.   Threads: values.

#include <array>
#include <string>
#include <utility>
#include <vector>

namespace burl
{

constexpr size_t kDaysOfWeek = 7;

/// Sessions of each day of a week, Monday first, rising: from and to, minutes after midnight.
struct WeekHours {
    std::array<std::vector<std::pair<int, int>>, kDaysOfWeek> days;
    bool operator==(const WeekHours&) const = default;
    [[nodiscard]] bool none() const
    {
        for (const auto& day : days) {
            if (!day.empty()) {
                return false;
            }
        }
        return true;
    }
};
/// The same hours from Monday to Friday.
[[nodiscard]] inline WeekHours weekdayHours(int from_min, int to_min)
{
    constexpr size_t kWorkdays = 5;
    WeekHours out;
    for (size_t day = 0; day < kWorkdays; ++day) {
        out.days[day] = {{from_min, to_min}};
    }
    return out;
}
constexpr int kUsualOpen_min = 8 * 60;
constexpr int kUsualClose_min = 17 * 60;

struct ShopMaker {
    std::string name; // empty: the maker of the shop
    WeekHours week = weekdayHours(kUsualOpen_min, kUsualClose_min);
    std::vector<std::string> off; // days without work
    bool operator==(const ShopMaker&) const = default;
};

/// What was learned of a kind of work before this day no longer counts.
struct RateReset {
    std::string rate;
    std::string on;
    bool operator==(const RateReset&) const = default;
};

struct WorkHabits {
    std::vector<ShopMaker> makers{ShopMaker{}};
    WeekHours helper = weekdayHours(kUsualOpen_min, kUsualClose_min); // when a second person can be fetched
    std::vector<std::string> holidays;                                // nobody works
    int lightFrom_min = 9 * 60;                                       // daylight that falls from the side
    int lightTo_min = 16 * 60;
    std::vector<RateReset> resets;
    bool operator==(const WorkHabits&) const = default;
};

} // namespace burl
