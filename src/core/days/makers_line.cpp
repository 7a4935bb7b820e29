#include "core/days/makers_line.h"

#include "core/measure/date.h"
#include "core/measure/text.h"
#include "core/measure/when.h"
#include "core/shop/ranges.h"

namespace burl
{

Expected<std::vector<ShopMaker>> parseMakers(std::string_view text, int today)
{
    std::vector<ShopMaker> out;
    if (lower(trimmed(text)) == "none") {
        return out;
    }
    while (!trimmed(text).empty()) {
        const size_t bar = text.find('|');
        std::string_view part = trimmed(text.substr(0, bar));
        text = bar == std::string_view::npos ? std::string_view{} : text.substr(bar + 1);
        if (part.empty()) {
            continue;
        }
        ShopMaker maker;
        // A colon between digits is one of a time.
        const size_t colon = part.find(':');
        const bool name =
            colon != std::string_view::npos && colon > 0 && (part[colon - 1] < '0' || part[colon - 1] > '9');
        if (name) {
            maker.name = std::string(trimmed(part.substr(0, colon)));
            part = trimmed(part.substr(colon + 1));
        }
        const size_t off = lower(part).find(" off ");
        const auto week = parseWeek(part.substr(0, off));
        if (!week) {
            return tl::unexpected(week.error());
        }
        maker.week.days = *week;
        if (off != std::string_view::npos) {
            constexpr size_t kOff = 5; // " off "
            const auto days = parseDays(part.substr(off + kOff), today);
            if (!days) {
                return tl::unexpected(days.error());
            }
            for (const int day : *days) {
                maker.off.push_back(isoDate(day));
            }
        }
        if (out.size() + 1 >= counts::kMakers) {
            return refuse("when.makers", "A shop has at most " + std::to_string(counts::kMakers) + " makers here.");
        }
        out.push_back(std::move(maker));
    }
    return out;
}

std::string makersText(const std::vector<ShopMaker>& makers, int today)
{
    std::string out;
    for (const ShopMaker& maker : makers) {
        out += (out.empty() ? "" : " | ") + (maker.name.empty() ? "" : maker.name + ": ") + weekText(maker.week.days);
        std::vector<int> days;
        for (const std::string& iso : maker.off) {
            if (const auto day = dayOf(iso)) {
                days.push_back(*day);
            }
        }
        out += days.empty() ? "" : " off " + daysText(days, today);
    }
    return out;
}

} // namespace burl
