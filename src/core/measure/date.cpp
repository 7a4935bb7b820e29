#include "core/measure/date.h"

#include <charconv>
#include <chrono>
#include <cstdio>

namespace burl
{
namespace
{

std::chrono::year_month_day calendarOf(int day)
{
    return std::chrono::year_month_day(std::chrono::sys_days(std::chrono::days(day)));
}

} // namespace

std::optional<int> dayOf(std::string_view iso)
{
    if (iso.size() != 10 || iso[4] != '-' || iso[7] != '-') {
        return std::nullopt;
    }
    int parts[3] = {};
    const std::string_view texts[] = {iso.substr(0, 4), iso.substr(5, 2), iso.substr(8, 2)};
    for (int i = 0; i < 3; ++i) {
        const auto [end, error] = std::from_chars(texts[i].data(), texts[i].data() + texts[i].size(), parts[i]);
        if (error != std::errc() || end != texts[i].data() + texts[i].size() || parts[i] < 0) {
            return std::nullopt;
        }
    }
    const std::chrono::year_month_day date{std::chrono::year(parts[0]),
                                           std::chrono::month(static_cast<unsigned>(parts[1])),
                                           std::chrono::day(static_cast<unsigned>(parts[2]))};
    // What a shop may have written down or promised: a year beside it is a slip of the finger.
    constexpr int kFirstYear = 1800;
    constexpr int kLastYear = 2199;
    if (!date.ok() || parts[0] < kFirstYear || parts[0] > kLastYear) {
        return std::nullopt;
    }
    return std::chrono::sys_days(date).time_since_epoch().count();
}

std::string isoDate(int day)
{
    const auto date = calendarOf(day);
    char text[24];
    std::snprintf(text, sizeof text, "%04d-%02u-%02u", static_cast<int>(date.year()),
                  static_cast<unsigned>(date.month()), static_cast<unsigned>(date.day()));
    return text;
}

std::string dateText(int day)
{
    static constexpr const char* kMonthNames[] = {"Jan", "Feb", "Mar", "Apr", "May", "Jun",
                                                  "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"};
    const auto date = calendarOf(day);
    return std::to_string(static_cast<unsigned>(date.day())) + ' ' +
           kMonthNames[(static_cast<unsigned>(date.month()) - 1U) % 12U] + ' ' +
           std::to_string(static_cast<int>(date.year()));
}

} // namespace burl
