// Blocks on the wall calendar: where they lie, what has no room, what lies under the hand.

#include <catch2/catch.hpp>

#include <QFont>

#include "core/measure/date.h"
#include "core/measure/when.h"
#include "drawing/day_blocks.h"
#include "drawing/wall_calendar.h"

using namespace burl;

namespace
{

constexpr long kDayLong = 1440;
const QRectF kArea(0.0, 0.0, 700.0, 420.0);

CalendarSheet october()
{
    CalendarSheet sheet;
    sheet.firstDay = *dayOf("2026-10-05"); // a Monday
    sheet.weeks = 4;
    return sheet;
}

CalendarBlock block(const CalendarSheet& sheet, int day, int from, int to, const char* key,
                    BlockKind kind = BlockKind::Work)
{
    const long zero = (sheet.firstDay + day) * kDayLong;
    CalendarBlock b;
    b.from = zero + from;
    b.to = zero + to;
    b.key = b.text = key;
    b.kind = kind;
    return b;
}

} // namespace

TEST_CASE("a block lies in its day, across the hours it takes", "[drawing][days]")
{
    CalendarSheet sheet = october();
    sheet.blocks = {block(sheet, 8, 480, 750, "glue")}; // second Tuesday, half of it
    const CalendarLayout layout = layOut(sheet, kArea, QFont());
    REQUIRE(layout.placed.size() == 1);
    const QRectF day = layout.day(8);
    CHECK(layout.placed[0].rect.left() == Approx(day.left()));
    CHECK(layout.placed[0].rect.width() == Approx(day.width() / 2.0));
    CHECK(day.contains(layout.placed[0].rect.center()));
    CHECK(blockAt(layout, layout.placed[0].rect.center()) == std::optional<size_t>(0));
    CHECK_FALSE(blockAt(layout, layout.day(20).center()));
    CHECK(*momentAt(sheet, layout, {day.left() + day.width() / 2.0, day.center().y()}) ==
          (sheet.firstDay + 8) * kDayLong + 750);
    CHECK_FALSE(momentAt(sheet, layout, {-5.0, 100.0}));
}

TEST_CASE("a wait goes on into the next week and is no shorter for it", "[drawing][days]")
{
    CalendarSheet sheet = october();
    CalendarBlock wait = block(sheet, 4, 1020, 0, "cure", BlockKind::Wait);
    wait.to = (sheet.firstDay + 8) * kDayLong + 1020;
    sheet.blocks = {wait};
    const CalendarLayout layout = layOut(sheet, kArea, QFont());
    REQUIRE(layout.placed.size() == 2); // to Sunday, and on from Monday
    CHECK(layout.placed[0].rect.right() == Approx(layout.day(6).right()));
    CHECK(layout.placed[1].rect.left() == Approx(layout.day(7).left()));
    CHECK_FALSE(layout.placed[1].begins);
}

TEST_CASE("what overlaps takes lanes of its own; what finds none is counted", "[drawing][days]")
{
    CalendarSheet sheet = october();
    for (int i = 0; i < 12; ++i) {
        sheet.blocks.push_back(block(sheet, 1, 480, 900, "step"));
    }
    const CalendarLayout layout = layOut(sheet, kArea, QFont());
    for (size_t a = 0; a < layout.placed.size(); ++a) {
        for (size_t b = a + 1; b < layout.placed.size(); ++b) {
            CHECK_FALSE(layout.placed[a].rect.intersects(layout.placed[b].rect));
        }
        CHECK(layout.weeks.contains(layout.placed[a].rect));
    }
    REQUIRE(layout.hidden.size() == 1);
    CHECK(layout.hidden[0].first == sheet.firstDay + 1);
    CHECK(layout.hidden[0].second + static_cast<int>(layout.placed.size()) == 12);
}

TEST_CASE("days on which nobody works are marked, those of a second maker are not", "[drawing][days]")
{
    CalendarSheet sheet = october();
    WorkHabits work;
    work.holidays = {"2026-10-07"};
    addShopHours(sheet, work);
    CHECK(sheet.free.size() == 9); // four week-ends and the holiday
    CHECK(sheet.opens_min == 480);
    ShopMaker weekend;
    weekend.week = WeekHours{};
    weekend.week.days[5] = {{600, 1200}};
    work.makers.push_back(weekend);
    sheet.free.clear();
    addShopHours(sheet, work);
    CHECK(sheet.free.size() == 5);
    CHECK(sheet.closes_min == 1200);
}
