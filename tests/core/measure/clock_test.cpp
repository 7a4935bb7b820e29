// Times of the day as hours, there and back.

#include <catch2/catch.hpp>

#include "core/measure/clock.h"
#include "core/measure/date.h"

using namespace burl;

TEST_CASE("a time is read, reckoned with and written again", "[measure][clock]")
{
    const double at = *hoursOf("2026-11-03T08:20");
    CHECK(at == Approx(*dayOf("2026-11-03") * 24.0 + 8.0 + 1.0 / 3.0));
    CHECK(isoTime(at) == "2026-11-03T08:20");
    CHECK(isoTime(at + 16.0) == "2026-11-04T00:20"); // over midnight
    CHECK(timeText(at) == "Tue 3 Nov, 08:20");
    CHECK(shortTimeText(at + 24.0) == "Wed 08:20");
    CHECK(hourOfDay(at) == Approx(8.0 + 1.0 / 3.0));
    CHECK(isoTime(*hoursOf("2026-12-31T23:59") + 1.0 / 60.0) == "2027-01-01T00:00");
    CHECK(*hoursOf("2026-11-03 08:20") == at); // a blank between them, too
    CHECK(isoTime(0.0) == "1970-01-01T00:00");
    CHECK(timeText(-1.0) == "Wed 31 Dec, 23:00"); // before 1970
    CHECK(hourOfDay(-1.0) == Approx(23.0));
}

TEST_CASE("what is no time is none", "[measure][clock]")
{
    for (const char* text :
         {"", "2026-11-03", "2026-11-03T24:00", "2026-11-03T08:60", "2026-02-30T08:00", "2026-11-03T8:20",
          "2026-11-03T08-20", "2026-11-03T-1:20", "2026-11-03T08:2x", "2026-11-03T08:200"}) {
        INFO(text);
        CHECK_FALSE(hoursOf(text));
    }
}
