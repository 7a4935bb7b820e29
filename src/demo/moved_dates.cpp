#include "demo/moved_dates.h"

#include <cmath>
#include <regex>

#include "core/measure/date.h"
#include "core/measure/units.h"
#include "core/shop/edit.h"
#include "exchange/json/codec.h"

namespace burl
{
namespace
{

constexpr const char* kFridayOfStory = "2026-11-27";

/// Every text of a day in it, moved: what is written in files is all there is of dates.
nlohmann::json movedDates(const nlohmann::json& value, int days)
{
    if (value.is_string()) {
        static const std::regex kDay("^(\\d{4}-\\d{2}-\\d{2})(T\\d{2}:\\d{2})?$");
        const std::string text = value.get<std::string>();
        std::smatch match;
        if (std::regex_match(text, match, kDay)) {
            if (const auto day = dayOf(match[1].str())) {
                return isoDate(*day + days) + match[2].str();
            }
        }
        return value;
    }
    if (value.is_array() || value.is_object()) {
        nlohmann::json out = value;
        for (auto& item : out) {
            item = movedDates(item, days);
        }
        return out;
    }
    return value;
}

template <typename Value, typename Read> Value moved(const Value& value, int days, Read read)
{
    const nlohmann::json text = movedDates(nlohmann::json(toJson(value)), days);
    std::optional<JsonMiss> miss;
    Value out = read(JsonReader(text, "", miss));
    return miss ? value : out;
}

} // namespace

Book demoAsOf(Book book, int today)
{
    const int days = static_cast<int>(std::floor((today - *dayOf(kFridayOfStory)) / kWeek_days) * kWeek_days);
    if (days == 0) {
        return book;
    }
    const Book before = book;
    for (const auto& slab : before.shop->slabs) {
        if (!slab->moisture.empty()) {
            book = withSlab(book, moved(*slab, days, slabFrom));
        }
    }
    book = withHabits(book, moved(before.shop->habits, days, habitsFrom));
    for (const auto& job : before.jobs) {
        book = withJob(book, moved(*job, days, jobFrom));
    }
    return book;
}

} // namespace burl
