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

TEST_CASE("a name stands in its block or behind it, and never over another", "[drawing][days]")
{
    CalendarSheet sheet = october();
    const char* const names[] = {"Pour river", "Flatten again", "Keys", "Sand below", "Weld base", "Make the edges"};
    for (int day = 0; day < 20; ++day) { // quarters of an hour, half and whole days, in every order
        for (int k = 0; k < 4; ++k) {
            const int from = 480 + 120 * k + 15 * (day % 3);
            sheet.blocks.push_back(block(sheet, day, from, from + (day + k) % 5 * 90 + 15, names[(day + 2 * k) % 6],
                                         k == 3 ? BlockKind::Wait : BlockKind::Work));
        }
    }
    const CalendarLayout layout = layOut(sheet, kArea, QFont());
    size_t behind = 0;
    for (const PlacedBlock& a : layout.placed) {
        if (a.text.isEmpty()) {
            continue;
        }
        behind += a.beside ? 1 : 0;
        CHECK(layout.weeks.contains(a.text));
        if (a.beside) {
            CHECK(a.text.left() >= a.rect.right()); // not across its border
        } else {
            CHECK(a.rect.contains(a.text));
        }
        for (const PlacedBlock& b : layout.placed) {
            if (&a != &b) {
                CHECK_FALSE(a.text.intersects(b.rect));
                CHECK_FALSE(a.text.intersects(b.text));
            }
        }
    }
    CHECK(behind > 10);
}

TEST_CASE("steps and waits have short words on the wall, the maker's own their name", "[drawing][days]")
{
    DaysPlan plan;
    plan.firstDay = *dayOf("2026-10-05");
    const auto add = [&](const char* key, int from, int to, int ready) {
        JobStep step;
        step.key = key;
        step.name = std::string("name of ") + key;
        plan.list.steps.push_back(step);
        PlannedStep p;
        p.step = plan.list.steps.size() - 1;
        p.start = from;
        p.end = to;
        p.ready = ready;
        WorkPiece piece;
        piece.from = from;
        piece.to = to;
        p.pieces = {piece};
        plan.planned.push_back(p);
    };
    add("pour_river-1", 480, 600, 3000);
    add("pour_river-2", 3000, 3060, 3060);
    add("flatten_1", 480, 600, 600);
    add("own_3", 600, 660, 2000);
    plan.found = true;
    plan.finish = 3060;
    plan.promise = 1440;
    CalendarSheet sheet = october();
    addBlocks(sheet, plan);
    std::vector<std::string> words;
    for (const CalendarBlock& b : sheet.blocks) {
        words.push_back(b.text);
    }
    CHECK(words ==
          std::vector<std::string>{"Pour river 1", "resin cures", "Pour river 2", "Flatten", "name of own_3", "waits"});
    REQUIRE(sheet.flags.size() == 2); // done on the third day, promised for the first
    CHECK(sheet.flags[0].text == "done");
    CHECK(sheet.flags[0].at == (plan.firstDay + 3) * kDayLong);
    CHECK(sheet.flags[1].text == "promised");
    CHECK(sheet.flags[1].late);
}
