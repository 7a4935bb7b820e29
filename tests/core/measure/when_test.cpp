// Days, hours of a week and minutes as a maker writes them.

#include <catch2/catch.hpp>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/when.h"

using namespace burl;

namespace
{

const int kToday = *dayOf("2026-11-27"); // a Friday

std::string day(std::string_view text)
{
    const auto found = parseDay(text, kToday);
    return found ? isoDate(*found) : found.error().code;
}

} // namespace

TEST_CASE("a day is read as it is spelled, the year that is meant where none is said", "[when]")
{
    CHECK(day("2026-12-18") == "2026-12-18");
    CHECK(day(" 18 Dec ") == "2026-12-18");
    CHECK(day("Fri 18 Dec 2026") == "2026-12-18");
    CHECK(day("Friday, 18. December") == "2026-12-18");
    CHECK(day("December 18") == "2026-12-18");
    CHECK(day("18th Dec") == "2026-12-18");
    CHECK(day("18.12.2026") == "2026-12-18");
    CHECK(day("18.12.") == "2026-12-18");
    CHECK(day("18.12.26") == "2026-12-18");
    CHECK(day("3 Nov") == "2026-11-03"); // just past
    CHECK(day("3 Feb") == "2027-02-03"); // long past this year: the next is meant
    CHECK(day("29 Feb") == "2028-02-29");
    CHECK(day("today") == "2026-11-27");
    CHECK(day("tomorrow") == "2026-11-28");
    CHECK(day("Fri") == "2026-11-27");
    CHECK(day("mon") == "2026-11-30");
}

TEST_CASE("what is no day is refused in words", "[when]")
{
    CHECK(day("31 February") == "when.no_day");
    CHECK(day("2026-02-31") == "when.no_day");
    CHECK(day("31.02.2027") == "when.no_day");
    CHECK(day("Mon 18 Dec 2026") == "when.no_day"); // that is a Friday
    CHECK(parseDay("Mon 18 Dec 2026", kToday).error().sentence.find("Fri") != std::string::npos);
    CHECK(day("") == "when.unreadable");
    CHECK(day("soon") == "when.unreadable");
    CHECK(day("12/18") == "when.unreadable"); // which of both is the month?
    CHECK(day("99 Dec") == "when.no_day");
}

TEST_CASE("days off are days and stretches, written shortly again", "[when]")
{
    const auto days = parseDays("24 Dec - 26 Dec, 2027-01-01; 2026-12-25", kToday);
    REQUIRE(days);
    CHECK(days->size() == 4);
    CHECK(daysText(*days) == "24 Dec 2026 - 26 Dec 2026, 1 Jan 2027");
    CHECK(parseDays(daysText(*days), kToday).value() == *days);
    CHECK(parseDays("30 Dec to 2 Jan", kToday)->size() == 4); // over the turn of the year
    CHECK(parseDays("", kToday)->empty());
    CHECK(parseDays("26 Dec 2026 - 24 Dec 2026", kToday).error().code == "when.no_day");
    CHECK_FALSE(parseDays("24 Dec - nonsense", kToday));
}

TEST_CASE("the hours of a week are read and written", "[when]")
{
    const auto week = parseWeek("Mon-Fri 8-12 13-17; Sat 9:30-12");
    REQUIRE(week);
    CHECK((*week)[0] == std::vector<std::pair<int, int>>{{480, 720}, {780, 1020}});
    CHECK((*week)[4] == (*week)[0]);
    CHECK((*week)[5] == std::vector<std::pair<int, int>>{{570, 720}});
    CHECK((*week)[6].empty());
    CHECK(weekText(*week) == "Mon-Fri 8-12 13-17; Sat 9:30-12");
    for (const char* text :
         {"Mon, Wed 18-21", "Mon-Sun 0-24", "none", "Sat, Sun 9-15", "Mon, Tue, Fri 8-17; Wed 8-12:15"}) {
        INFO(text);
        REQUIRE(parseWeek(text));
        CHECK(weekText(*parseWeek(text)) == text);
    }
    CHECK(*parseWeek("monday to friday 8 to 17") == *parseWeek("Mon\u2013Fri 8.00\u201317.00"));
    CHECK((*parseWeek("Sat-Mon 9-10"))[6].size() == 1); // over the week's end
    for (const char* bad : {"Mon 17-8", "Mon", "8-17", "Mon-Fri 8-25", "Mon 8-12 11-13", "Blursday 8-9", "Mon 8"}) {
        INFO(bad);
        REQUIRE_FALSE(parseWeek(bad));
        CHECK(parseWeek(bad).error().code == "when.hours");
    }
}

TEST_CASE("minutes in any spelling", "[when]")
{
    CHECK(parseMinutes("65").value() == 65.0);
    CHECK(parseMinutes("65 min").value() == 65.0);
    CHECK(parseMinutes("1 h 5").value() == 65.0);
    CHECK(parseMinutes("1h05min").value() == 65.0);
    CHECK(parseMinutes("1:05").value() == 65.0);
    CHECK(parseMinutes("1,5 h").value() == 90.0);
    CHECK(parseMinutes("2", 60.0).value() == 120.0);
    CHECK(parseMinutes("2 days").value() == 2880.0);
    CHECK(durationText(210.0) == "3 h 30 min");
    CHECK(durationText(45.4) == "45 min");
    CHECK(durationText(120.0) == "2 h");
    for (const char* bad : {"", "-5", "soon", "1:75", "5 apples", "min"}) {
        INFO(bad);
        CHECK_FALSE(parseMinutes(bad));
    }
}

TEST_CASE("days near today are written without their year, and mean the same", "[when]")
{
    const auto days = parseDays("24 Dec - 1 Jan, 5 Apr 2028", kToday);
    REQUIRE(days);
    CHECK(daysText(*days, kToday) == "24 Dec - 1 Jan, 5 Apr 2028");
    CHECK(parseDays(daysText(*days, kToday), kToday).value() == *days);
}

TEST_CASE("a moment is a day and its hour, in any spelling of both", "[when]")
{
    const auto moment = [](std::string_view text) {
        const auto found = parseMoment(text, kToday);
        return found ? isoTime(*found) : found.error().code;
    };
    CHECK(moment("2026-12-03T08:20") == "2026-12-03T08:20");
    CHECK(moment("3 Dec 8:20") == "2026-12-03T08:20");
    CHECK(moment("Thu 3 Dec, 08:20") == "2026-12-03T08:20");
    CHECK(moment(" tomorrow 7:05 ") == "2026-11-28T07:05");
    CHECK(moment("3 Dec") == "when.no_hour");
    CHECK(moment("8:20") == "when.no_hour");
    CHECK(moment("3 Dec 24:00") == "when.no_hour");
    CHECK(moment("3 Dec 8:75") == "when.no_hour");
    CHECK(moment("3 Dec -1:30") == "when.no_hour");
    CHECK(moment("31 February 8:00") == "when.no_day");
    CHECK(moment("") == "when.no_hour");
    // What is shown is read back.
    CHECK(moment(timeText(*hoursOf("2026-12-03T08:20"))) == "2026-12-03T08:20");
}
