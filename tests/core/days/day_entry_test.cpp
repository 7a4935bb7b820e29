// The day book: lines as they are written, where what they read goes, corrections.

#include <catch2/catch.hpp>

#include "core/days/day_entry.h"
#include "core/days/makers_line.h"
#include "core/days/rates.h"
#include "core/measure/clock.h"
#include "support/book_lines.h"

using namespace burl;

namespace
{

std::vector<JobStep> someSteps()
{
    std::vector<JobStep> out{test::someStep("flatten_1", "Flatten A4 and A5, first milling"),
                             test::someStep("read_2", "Measure again"),
                             test::someStep("flatten_2", "Flatten A4 and A5, second milling"),
                             test::someStep("glue", "Glue up"),
                             test::someStep("pour_river-1", "River, layer 1"),
                             test::someStep("pour_river-2", "River, layer 2"),
                             test::someStep("sand_0", "Sand the show face"),
                             test::someStep("sand_1", "Sand the underside"),
                             test::someStep("under_1", "Underside, coat 1"),
                             test::someStep("show_1", "Show face, coat 1"),
                             test::someStep("base_weld", "Cut and weld the base"),
                             test::someStep("deliver", "Deliver it"),
                             test::someStep("own_3", "Carve the sign")};
    out[0].milling = 1;
    out[2].milling = 2;
    out[4].pour = "river-1";
    out[5].pour = "river-2";
    out[12].own = 3;
    out[0].planned = {{"flatten", 8.0}};
    return out;
}

std::vector<std::shared_ptr<const Slab>> twoSlabs()
{
    Slab a;
    a.id = {4};
    a.name = "A4";
    Slab b;
    b.id = {5};
    b.name = "A5";
    return {std::make_shared<const Slab>(a), std::make_shared<const Slab>(b)};
}

DayLine line(const char* text, const std::vector<StepProgress>& progress = {})
{
    BookContext in = test::lineContext(someSteps(), twoSlabs());
    in.progress = progress;
    return test::sureEntry(text, in).line;
}

Book someBook()
{
    Book book;
    for (const auto& slab : twoSlabs()) {
        book = withSlab(book, *slab);
    }
    Job job;
    job.id = {1};
    return withJob(book, job);
}

} // namespace

TEST_CASE("a line is understood as a maker writes it", "[days]")
{
    const DayLine glued = line("glued up 25 min 19C");
    CHECK(glued.words.step == "glue");
    CHECK(glued.words.minutes == 25.0);
    REQUIRE(glued.words.readings.size() == 1);
    CHECK(glued.words.readings[0].kind == ReadingKind::Temperature);
    CHECK(glued.words.readings[0].value == 19.0);
    CHECK(glued.understood == "Glue up · 25 min · 19 °C");

    const DayLine read = line("A4 44.9mm MC 9.0");
    REQUIRE(read.words.readings.size() == 2);
    CHECK(read.words.readings[0] == DayReading{ReadingKind::Thickness, {4}, 44.9});
    CHECK(read.words.readings[1] == DayReading{ReadingKind::Moisture, {4}, 9.0});
    CHECK(read.words.step.empty());

    const DayLine poured = line("pour 1: 3 pots 11.4 l, leak at left end 0.3 l");
    CHECK(poured.words.step == "pour_river-1");
    REQUIRE(poured.words.readings.size() == 3);
    CHECK(poured.words.readings[0] == DayReading{ReadingKind::Pots, {}, 3.0});
    CHECK(poured.words.readings[1] == DayReading{ReadingKind::Litres, {}, 11.4});
    CHECK(poured.words.readings[2] == DayReading{ReadingKind::Leak, {}, 0.3});
}

TEST_CASE("the same in other spellings", "[days]")
{
    CHECK(line("A4 and A5 flattened, second time, 1 h 5").words.step == "flatten_2");
    CHECK(line("A4 and A5 flattened, second time, 1 h 5").words.minutes == 65.0);
    CHECK(line("welded 1:30 h").words.minutes == 90.0);
    CHECK(line("welded 1,5 h").words.step == "base_weld");
    CHECK(line("sanded underside 40 min 12 discs").words.step == "sand_1");
    CHECK(line("sanded underside 40 min 12 discs").words.readings[0].kind == ReadingKind::Discs);
    CHECK(line("oiled the underside 30 min").words.step == "under_1");
    CHECK(line("oil coat on top 30 min").words.step == "show_1");
    CHECK(line("66 F in the shop, welded 10 min").words.readings[0].value == Approx(18.888889));
    CHECK(line("A5 moved 0.8 mm").words.readings[0] == DayReading{ReadingKind::Moved, {5}, 0.8});
    CHECK(line("a5: 9.3 % MC").words.readings[0] == DayReading{ReadingKind::Moisture, {5}, 9.3});
    CHECK(line("A4 44.9 mm A5 44.7 mm").words.readings[1] == DayReading{ReadingKind::Thickness, {5}, 44.7});
    CHECK(line("Carve the sign, half, 50 min").words.step == "own_3");
    CHECK_FALSE(line("Carve the sign, half, 50 min").words.ends);
    CHECK(line("customer agreed to leave the crack").agreed);
    CHECK(line("swept the shop").words.step.empty());
    CHECK(line("swept the shop").understood.empty());
}

TEST_CASE("of alike steps the next that is not done is meant", "[days]")
{
    std::vector<StepProgress> progress(someSteps().size());
    CHECK(line("flattened 200 min", progress).words.step == "flatten_1");
    progress[0].done = true;
    CHECK(line("flattened 200 min", progress).words.step == "flatten_2");
    progress[2].done = true;
    BookContext all = test::lineContext(someSteps(), twoSlabs()); // both are done: which of them had more?
    all.progress = progress;
    CHECK(test::readLine("flattened 200 min", all).asks.front().choices.size() == 3);
    progress[4].done = true;
    CHECK(line("poured 9 l", progress).words.step == "pour_river-2");
}

TEST_CASE("what cannot be is answered in words", "[days]")
{
    const BookContext in = test::lineContext(someSteps(), twoSlabs());
    const auto code = [&](const char* text) { return readBookLine(text, in).error().code; };
    CHECK(code("") == "days.empty");
    CHECK(code("   ") == "days.empty");
    CHECK(code("glued up -5 min") == "days.negative");
    CHECK(code("glued up 99999 min") == "days.range");
    CHECK(code("A4 5000 mm") == "days.range");
    CHECK(code("A4 MC 900") == "days.range");
    CHECK(code("welded at 900 C") == "days.range");
}

TEST_CASE("readings go where they belong", "[days]")
{
    const double at = *hoursOf("2026-11-24T16:00");
    Book book =
        withDayEntry(someBook(), {1}, line("only A4 flattened first time 200 min, 44.9mm MC 9.0"), at, someSteps());
    const Job* job = book.job({1});
    REQUIRE(job->days.book.size() == 1);
    CHECK(job->days.book[0].at == "2026-11-24T16:00");
    CHECK(job->days.book[0].planned == std::vector<PlannedWork>{{"flatten", 8.0}});
    CHECK(book.shop->slab({4})->mc_pct == 9.0);
    CHECK(book.shop->slab({4})->moisture.back().date == "2026-11-24");
    REQUIRE(job->flatten.rests.size() == 1);
    CHECK(job->flatten.rests[0].cut == "2026-11-24");
    CHECK(job->flatten.rests[0].thickness_mm == 44.9);

    book = withDayEntry(book, {1}, line("pour 1: 9.5 l 30 min, leak 0.3 l"), at + 2.0, someSteps());
    job = book.job({1});
    REQUIRE(job->fill.log.size() == 1);
    CHECK(job->fill.log[0].event == "river-1");
    CHECK(job->fill.log[0].began == "2026-11-24T17:30");
    CHECK(job->fill.log[0].poured_L == 9.5);
    CHECK(job->fill.log[0].leaked_L == 0.3);
    book = withDayEntry(book, {1}, line("pour 1 at 34C"), at + 9.0, someSteps());
    REQUIRE(book.job({1})->fill.log[0].heat.size() == 1);
    CHECK(book.job({1})->fill.log[0].heat[0].at_h == Approx(7.5));
    CHECK(book.job({1})->fill.log[0].heat[0].measured_C == 34.0);
    book = withDayEntry(book, {1}, line("delivered 2 h"), at + 48.0, someSteps());
    CHECK(book.job({1})->days.delivered == "2026-11-26");
}

TEST_CASE("a corrected entry keeps what it said, and what it had carried goes back", "[days]")
{
    const double at = *hoursOf("2026-11-24T16:00");
    const Book before = withDayEntry(someBook(), {1}, line("A4 MC 9.0"), at, someSteps());
    const Book after = withCorrectedEntry(before, {1}, 1, line("A5 MC 9.4"), at + 1.0, someSteps());
    const DayEntry& entry = after.job({1})->days.book[0];
    CHECK(entry.words.text == "A5 MC 9.4");
    REQUIRE(entry.history.size() == 1);
    CHECK(entry.history[0].was.text == "A4 MC 9.0");
    CHECK(entry.history[0].at == "2026-11-24T17:00");
    CHECK(after.shop->slab({4})->moisture.empty());
    CHECK(after.shop->slab({5})->moisture.size() == 1);
    // Nothing new said: nothing corrected.
    CHECK(withCorrectedEntry(after, {1}, 1, line("A5 MC 9.4"), at + 2.0, someSteps())
              .job({1})
              ->days.book[0]
              .history.size() == 1);

    const Book struck = withStruckEntry(after, {1}, 1, at + 3.0, someSteps());
    CHECK(struck.job({1})->days.book.size() == 1); // never lost
    CHECK(struck.job({1})->days.book[0].struck);
    CHECK(struck.job({1})->days.book[0].history.size() == 2);
    CHECK(struck.shop->slab({5})->moisture.empty());
}

TEST_CASE("an entry that was struck out counts again when it is corrected, once", "[days]")
{
    const double at = *hoursOf("2026-11-24T16:00");
    Book book = withDayEntry(someBook(), {1}, line("pour 1: 4 l 30 min"), at, someSteps());
    book = withDayEntry(book, {1}, line("pour 1 9.5 l at 31C leak 0.3 l"), at + 1.0, someSteps());
    const auto record = [](const Book& b) { return b.job({1})->fill.log.at(0); };
    CHECK(record(book).poured_L == 13.5);
    CHECK(record(book).heat.size() == 1);
    book = withStruckEntry(book, {1}, 2, at + 2.0, someSteps());
    CHECK(record(book).poured_L == Approx(4.0));
    CHECK(record(book).leaked_L == Approx(0.0));
    CHECK(record(book).heat.empty());
    // The same words: it is no longer struck. Others: what was taken back is not taken back a second time.
    const Book same = withCorrectedEntry(book, {1}, 2, line("pour 1 9.5 l at 31C leak 0.3 l"), at + 3.0, someSteps());
    CHECK_FALSE(same.job({1})->days.book[1].struck);
    CHECK(record(same).poured_L == Approx(13.5));
    CHECK(record(same).heat.size() == 1);
    const Book other = withCorrectedEntry(book, {1}, 2, line("pour 1 8 l"), at + 3.0, someSteps());
    CHECK(record(other).poured_L == Approx(12.0));
    // The entry that began the record goes: what another entry said of it stays; with the last it is gone.
    const Book second = withStruckEntry(same, {1}, 1, at + 4.0, someSteps());
    CHECK(record(second).poured_L == Approx(9.5));
    CHECK(withStruckEntry(book, {1}, 1, at + 4.0, someSteps()).job({1})->fill.log.empty());
}

TEST_CASE("a picture comes to an entry that is corrected, and nothing else changes", "[days]")
{
    const double at = *hoursOf("2026-11-24T16:00");
    const Book before = withDayEntry(someBook(), {1}, line("A4 MC 9.0"), at, someSteps(), {"first"});
    const Book after = withCorrectedEntry(before, {1}, 1, line("A4 MC 9.0"), at + 1.0, someSteps(), {"second"});
    const DayEntry& entry = after.job({1})->days.book[0];
    CHECK(entry.pictures == std::vector<std::string>{"first", "second"});
    CHECK(entry.history.empty());
    CHECK(after.shop->slab({4})->moisture.size() == 1);
}

TEST_CASE("what is used goes from the stock, and comes back with the entry", "[days]")
{
    const double at = *hoursOf("2026-11-24T16:00");
    Book book = someBook();
    Habits habits;
    habits.stock = {{"discs", 20.0, 50.0, 30.0}};
    book = withHabits(book, habits);
    ResinClass own;
    own.id = "own_deep";
    own.basedOn = "deep_pour_slow";
    own.inStock_L = 12.0;
    book = withResin(book, own);
    std::vector<JobStep> steps = someSteps();
    steps[4].resin = "own_deep";
    const auto lineOf = [&](const char* text) {
        return test::sureEntry(text, test::lineContext(steps, twoSlabs())).line;
    };
    book = withDayEntry(book, {1}, lineOf("sanded underside 40 min 12 discs"), at, steps);
    CHECK(book.shop->habits.stock[0].amount == 8.0);
    book = withDayEntry(book, {1}, lineOf("pour 1: 9.5 l"), at, steps);
    CHECK(book.shop->resin("own_deep")->inStock_L == 2.5);
    book = withStruckEntry(book, {1}, 1, at, steps);
    CHECK(book.shop->habits.stock[0].amount == 20.0);
    book = withStruckEntry(book, {1}, 2, at, steps);
    CHECK(book.shop->resin("own_deep")->inStock_L == 12.0);
    book = withDayEntry(book, {1}, lineOf("sanded underside 10 min 30 discs"), at, steps); // more than there are
    CHECK(book.shop->habits.stock[0].amount == 0.0);
    book = withStruckEntry(book, {1}, 3, at, steps); // only what was there comes back
    CHECK(book.shop->habits.stock[0].amount == 20.0);
    book = withDayEntry(book, {1}, lineOf("pour 1: 15 l"), at, steps);
    CHECK(book.shop->resin("own_deep")->inStock_L == 0.0);
    book = withCorrectedEntry(book, {1}, 4, lineOf("pour 1: 5 l"), at, steps);
    CHECK(book.shop->resin("own_deep")->inStock_L == 7.0);
    CHECK(book.job({1})->fill.log.at(0).poured_L == 5.0);
    book = withCorrectedEntry(book, {1}, 4, lineOf("pour 1: 5 l, 30 min"), at, steps); // and once only
    CHECK(book.shop->resin("own_deep")->inStock_L == 7.0);
}

TEST_CASE("what was used before it was counted does not come to the stock", "[days]")
{
    const double at = *hoursOf("2026-11-24T16:00");
    const std::vector<JobStep> steps = someSteps();
    const DayLine sanded =
        test::sureEntry("sanded underside 10 min 12 discs", test::lineContext(steps, twoSlabs())).line;
    Book book = withDayEntry(someBook(), {1}, sanded, at, steps);
    Habits habits;
    habits.stock = {{"discs", 50.0, 50.0, 30.0}};
    book = withHabits(book, habits);
    CHECK(withStruckEntry(book, {1}, 1, at, steps).shop->habits.stock[0].amount == 50.0);
    // An entry of an earlier state of the program says only what it used.
    Job old = *book.job({1});
    old.days.book[0].drawn.reset();
    book = withJob(book, old);
    CHECK(withStruckEntry(book, {1}, 1, at, steps).shop->habits.stock[0].amount == 62.0);
}

TEST_CASE("rates are learned from what is not struck and not older than a reset", "[days]")
{
    const double at = *hoursOf("2026-11-24T16:00");
    Book book = withDayEntry(someBook(), {1}, line("flattened first time, half, 100 min"), at, someSteps());
    WorkHabits habits;
    CHECK(rateLogsOf(*book.job({1}), habits).empty()); // it is not done
    book = withDayEntry(book, {1}, line("flattened first time 60 min"), at + 24.0, someSteps());
    RateLogs logs = rateLogsOf(*book.job({1}), habits);
    REQUIRE(logs["flatten"].size() == 1);
    CHECK(logs["flatten"][0].used == 160.0);
    CHECK(logs["flatten"][0].quantity == 8.0);
    const StandardRate& standard = *standardRate("flatten");
    const LearnedRate learned = rateFor(standard, 10.0, logs);
    CHECK(learned.rate == Approx((standard.typical * 10.0 + 160.0) / (standard.typical + 8.0)));
    habits.resets = {{"flatten", "2026-12-01"}};
    CHECK(rateLogsOf(*book.job({1}), habits).empty());
    habits.resets = {{"flatten", "2026-11-25"}};
    CHECK(rateLogsOf(*book.job({1}), habits).size() == 1);
    book = withStruckEntry(book, {1}, 2, at + 30.0, someSteps());
    CHECK(rateLogsOf(*book.job({1}), {}).empty());
}

TEST_CASE("other makers are read from a line and written again", "[days]")
{
    const int today = static_cast<int>(*hoursOf("2026-11-27T00:00") / 24.0);
    const auto makers = parseMakers("Ada: Tue-Fri 9:30-15 off 24 Dec - 26 Dec | Sat 8-12", today);
    REQUIRE(makers);
    REQUIRE(makers->size() == 2);
    CHECK((*makers)[0].name == "Ada");
    CHECK((*makers)[0].off.size() == 3);
    CHECK((*makers)[1].name.empty());
    CHECK((*makers)[1].week.days[5].size() == 1);
    CHECK(parseMakers(makersText(*makers, today), today).value() == *makers);
    CHECK(parseMakers("9:30-15", today).error().code == "when.hours"); // no day
    CHECK(parseMakers("none", today)->empty());
    CHECK(parseMakers("", today)->empty());
    CHECK(parseMakers("Ada: Mon 8-9 off 31 Feb", today).error().code == "when.no_day");
}

TEST_CASE("two sessions of one pour teach together, against what was planned when it was begun", "[days]")
{
    const double at = *hoursOf("2026-11-24T10:00");
    std::vector<JobStep> steps = someSteps();
    steps[4].planned = {{"resin", 10.0}};
    const auto poured = [&](const char* text) {
        return test::sureEntry(text, test::lineContext(steps, twoSlabs())).line;
    };
    Book book = withDayEntry(someBook(), {1}, poured("pour 1: 5 l, not finished"), at, steps);
    steps[4].planned = {{"resin", 15.0}}; // the plan goes on: what is in lies beside what is to come
    book = withDayEntry(book, {1}, poured("pour 1: 5 l"), at + 1.0, steps);
    const RateLogs logs = rateLogsOf(*book.job({1}), WorkHabits{});
    REQUIRE(logs.at("resin").size() == 1);
    CHECK(logs.at("resin")[0].used == 10.0);
    CHECK(logs.at("resin")[0].quantity == 10.0); // factor 1, not two thirds
    REQUIRE(book.job({1})->fill.log.size() == 1);
    CHECK(book.job({1})->fill.log[0].poured_L == 10.0);
}

TEST_CASE("an old reading of moisture goes to its day on the drying curve", "[days]")
{
    const BookContext in = test::lineContext(someSteps(), twoSlabs());
    const BookReading read = test::readLine("yesterday A4 MC 9.1", in);
    REQUIRE(read.asks.empty());
    const Book book = withBookLine(someBook(), {1}, read, in.now_h, in.steps);
    REQUIRE(book.shop->slab({4})->moisture.size() == 1);
    CHECK(book.shop->slab({4})->moisture[0].date == "2026-11-23");
    CHECK(book.shop->slab({4})->moisture[0].mc_pct == 9.1);
}
