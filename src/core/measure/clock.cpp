#include "core/measure/clock.h"

#include <charconv>
#include <cmath>
#include <cstdio>

#include "core/measure/date.h"

namespace burl
{
namespace
{

constexpr long kMinutes = 60;
constexpr long kHours = 24;

/// Whole minutes since 1970.
long minutesOf(double hours)
{
    return std::lround(hours * kMinutes);
}

long floorDiv(long a, long b)
{
    return a / b - (a % b < 0 ? 1 : 0);
}

std::string clockText(long minutes)
{
    const long ofDay = minutes - floorDiv(minutes, kMinutes * kHours) * kMinutes * kHours;
    char text[24];
    std::snprintf(text, sizeof text, "%02ld:%02ld", ofDay / kMinutes, ofDay % kMinutes);
    return text;
}

const char* weekday(long day)
{
    static constexpr const char* kNames[] = {"Thu", "Fri", "Sat", "Sun", "Mon", "Tue", "Wed"}; // 1970 began on one
    constexpr long kWeek = 7;
    return kNames[day - floorDiv(day, kWeek) * kWeek];
}

} // namespace

std::optional<double> hoursOf(std::string_view iso)
{
    constexpr size_t kDate = 10, kLength = 16;
    if (iso.size() != kLength || (iso[kDate] != 'T' && iso[kDate] != ' ') || iso[13] != ':') {
        return std::nullopt;
    }
    const auto day = dayOf(iso.substr(0, kDate));
    int hour = -1;
    int minute = -1;
    const auto number = [](std::string_view text, int& out) {
        const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), out);
        return error == std::errc() && end == text.data() + text.size();
    };
    if (!day || !number(iso.substr(11, 2), hour) || !number(iso.substr(14, 2), minute) || hour < 0 || hour >= kHours ||
        minute < 0 || minute >= kMinutes) {
        return std::nullopt;
    }
    return *day * double(kHours) + hour + minute / double(kMinutes);
}

std::string isoTime(double hours)
{
    const long minutes = minutesOf(hours);
    return isoDate(static_cast<int>(floorDiv(minutes, kMinutes * kHours))) + 'T' + clockText(minutes);
}

std::string timeText(double hours)
{
    const long minutes = minutesOf(hours);
    const long day = floorDiv(minutes, kMinutes * kHours);
    const std::string date = dateText(static_cast<int>(day));
    return std::string(weekday(day)) + ' ' + date.substr(0, date.rfind(' ')) + ", " + clockText(minutes);
}

std::string shortTimeText(double hours)
{
    const long minutes = minutesOf(hours);
    return std::string(weekday(floorDiv(minutes, kMinutes * kHours))) + ' ' + clockText(minutes);
}

double hourOfDay(double hours)
{
    return hours - std::floor(hours / kHours) * kHours;
}

} // namespace burl
