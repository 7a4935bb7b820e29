// Days, day book, money and the hours of a shop come back from their file; what is none is refused with its line.

#include <catch2/catch.hpp>

#include "demo/demo_shop.h"
#include "exchange/job_file.h"

using namespace burl;

namespace
{

std::string textOf(const Job& job, const Habits& habits = {})
{
    Shop shop = *demoBook().shop;
    shop.habits = habits;
    return writeJobFile(job, shop);
}

Job full()
{
    Job job = *demoBook().jobs[0];
    job.days = {};
    job.days.promised = "2026-12-18";
    job.days.firstPromised = "2026-12-11";
    job.days.delivered = "2026-12-17";
    job.days.own = {{4, "Carve a sign", 95.0, 12.5, false, 2, true, "trim", "sand_0"}};
    job.days.lastOwn = 7;
    StepOverrule o;
    o.step = "glue";
    o.hands_min = 55.0;
    o.wait_h = 3.0;
    o.notBefore = "2026-11-30T08:00";
    o.skip = true;
    job.days.overrules = {o};
    DayEntry e;
    e.id = 9;
    e.at = "2026-11-24T16:00";
    e.words = {"A4 flattened 65 min 44.9mm MC 9.0",
               "flatten_1",
               65.0,
               false,
               {{ReadingKind::Thickness, {4}, 44.9}, {ReadingKind::Moisture, {4}, 9.0}, {ReadingKind::Leak, {}, 0.3}}};
    e.planned = {{"flatten", 8.4}};
    e.drawn = {{{"discs", 12.0}, {"resin:own_deep", 2.5}}};
    e.pictures = {"abc123"};
    e.agreed = true;
    e.struck = true;
    e.history = {{"2026-11-24T17:00", {"before", "", 60.0, true, {{ReadingKind::Pots, {}, 3.0}}}}};
    job.days.book = {e};
    job.days.lastEntry = 12;
    job.money.customer = "A library";
    job.money.by = PriceBy::Margin;
    job.money.pct = 30.0;
    job.money.fixed = 1234.5;
    job.money.discount_pct = 3.0;
    job.money.tax_pct = 7.0;
    job.money.deposit_pct = 25.0;
    job.money.lines = {{"Freight", "freight", 2.0, 45.5}};
    KeptQuote q;
    q.on = "2026-10-01";
    q.accepted = "2026-10-03";
    q.table = "A table";
    q.delivery = "2026-12-18";
    q.lines = {{"Slab", "slab", 1.0, 300.0}};
    q.work = {{"Sanding", 90.0, 2, 41.0}};
    q.overhead_pct = 11.0;
    q.overheadOn = OverheadOn::Direct;
    q.by = PriceBy::Fixed;
    q.fixed = 2000.0;
    q.round = RoundPrice::Nearest;
    q.roundTo = 5.0;
    q.discount_pct = 1.0;
    q.tax_pct = 19.0;
    q.deposit_pct = 40.0;
    job.money.quotes = {q};
    return job;
}

std::string refusedBy(const std::string& from, const std::string& to)
{
    std::string text = textOf(full());
    const size_t at = text.find(from);
    INFO(from);
    REQUIRE(at != std::string::npos);
    const auto back = readJobFile(text.replace(at, from.size(), to));
    return back ? std::string() : back.error().sentence;
}

bool contains(const std::string& text, const char* part)
{
    return text.find(part) != std::string::npos;
}

} // namespace

TEST_CASE("days and money come back as they were", "[days][money][file]")
{
    const Job job = full();
    const auto back = readJobFile(textOf(job));
    REQUIRE(back);
    CHECK(back->job.days == job.days);
    CHECK(back->job.money == job.money);
    CHECK(back->notes.empty());
    CHECK(writeJobFile(back->job, back->shop) == textOf(job));
}

TEST_CASE("the hours, prices and stock of a shop come back too", "[days][money][file]")
{
    Habits h;
    h.work.makers.clear();
    ShopMaker maker;
    maker.name = "Ada";
    maker.week.days[2] = {{480, 725}, {780, 1020}};
    maker.off = {"2026-12-24"};
    h.work.makers = {maker, ShopMaker{}};
    h.work.helper = {};
    h.work.helper.days[0] = {{600, 660}};
    h.work.holidays = {"2026-12-25", "2026-12-26"};
    h.work.lightFrom_min = 600;
    h.work.lightTo_min = 930;
    h.work.resets = {{"sand", "2026-11-01"}};
    h.money.currency = "EUR";
    h.money.hour = 48.0;
    h.money.helper = 20.0;
    h.money.overhead_pct = 12.0;
    h.money.overheadOn = OverheadOn::Direct;
    h.money.by = PriceBy::Margin;
    h.money.pct = 30.0;
    h.money.round = RoundPrice::Nearest;
    h.money.roundTo = 25.0;
    h.money.tax_pct = 19.0;
    h.money.deposit_pct = 30.0;
    h.money.disc = 0.7;
    h.money.finish_L = 60.0;
    h.money.glue_kg = 9.0;
    h.stock = {{"discs", 40.0, 50.0, 32.0}, {"glue", 0.5, 1.0, std::nullopt}};
    const auto back = readJobFile(textOf(*demoBook().jobs[1], h));
    REQUIRE(back);
    CHECK(back->shop.habits == h);
}

TEST_CASE("what is no day, no moment, no minute is refused with its line and its remedy", "[days][money][file]")
{
    for (const auto& [from, to, says] : std::vector<std::array<const char*, 3>>{
             {"\"promised\": \"2026-12-18\"", "\"promised\": \"2026-02-31\"", "no day"},
             {"\"at\": \"2026-11-24T16:00\"", "\"at\": \"2026-11-24T26:00\"", "no moment"},
             {"\"at\": \"2026-11-24T16:00\"", "\"at\": \"\"", "says when"},
             {"\"hands_min\": 95", "\"hands_min\": -5", "between"},
             {"\"minutes\": 65", "\"minutes\": 9999965", "between"},
             {"\"thickness_mm\": 44.9", "\"weight\": 3", "a reading says"},
             {"\"pct\": 30", "\"pct\": 99", "as a margin"},
             {"\"by\": \"margin\"", "\"by\": \"guess\"", "not one of"},
             {"\"amount\": 12", "\"amount\": -12", "between"},
             {"\"price\": 45.5", "\"price\": -1", "between"},
             {"\"not_before\": \"2026-11-30T08:00\"", "\"not_before\": \"soon\"", "no moment"}}) {
        const std::string sentence = refusedBy(from, to);
        INFO(from << " -> " << to << ": " << sentence);
        CHECK(contains(sentence, says));
        CHECK(contains(sentence, "line "));
    }
}

TEST_CASE("hours that nobody understands are refused; a file of before days has none", "[days][file]")
{
    Habits h;
    h.work.helper = {};
    std::string text = textOf(*demoBook().jobs[1], h);
    const size_t at = text.find("\"helper\": \"none\"");
    REQUIRE(at != std::string::npos);
    const auto bad = readJobFile(text.replace(at, 16, "\"helper\": \"Blursday 8-9\""));
    REQUIRE_FALSE(bad);
    CHECK(contains(bad.error().sentence, "Mon-Fri 8-12"));

    Job old = *demoBook().jobs[1];
    old.days = {};
    old.money = {};
    const std::string before = textOf(old);
    CHECK_FALSE(contains(before, "\"days\""));
    const auto back = readJobFile(before);
    REQUIRE(back);
    CHECK(back->job.days == DaysChoices{});
    CHECK(back->shop.habits == Habits{});
}
