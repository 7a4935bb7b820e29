// Entries that are struck, corrected or moved leave nothing behind: the job is as if they had never been written.

#include <catch2/catch.hpp>

#include <algorithm>
#include <random>

#include "core/days/day_entry.h"
#include "core/measure/clock.h"

using namespace burl;

namespace
{

JobStep kindOfStep(const char* key, int milling, const char* pour)
{
    JobStep out;
    out.key = key;
    out.name = key;
    out.milling = milling;
    out.pour = pour;
    out.resin = *pour != 0 ? "own_deep" : "";
    return out;
}
const std::vector<JobStep>& kindsOfSteps()
{
    static const std::vector<JobStep> kAll{kindOfStep("flatten_1", 1, ""), kindOfStep("pour_river-1", 0, "river-1"),
                                           kindOfStep("pour_river-2", 0, "river-2"), kindOfStep("sand_0", 0, ""),
                                           kindOfStep("deliver", 0, "")};
    return kAll;
}

Book bookOfTwo()
{
    Book book;
    for (const int id : {4, 5}) {
        Slab slab;
        slab.id = {id};
        slab.name = "A" + std::to_string(id);
        slab.mc_pct = 9.4; // typed, without a reading behind it
        if (id == 5) {
            slab.moisture = {{"2026-10-01", 0.0, 9.4}};
        }
        book = withSlab(book, slab);
    }
    Habits habits;
    habits.stock = {{"discs", 1e6, 50.0, 30.0}};
    book = withHabits(book, habits);
    ResinClass own;
    own.id = "own_deep";
    own.basedOn = "deep_pour_slow";
    own.inStock_L = 1e6;
    book = withResin(book, own);
    Job job;
    job.id = {1};
    job.fill.log = {};
    return withJob(book, job);
}

struct Written {
    DayLine line;
    double at_h = 0.0;
    bool struck = false;
};

/// What is left when the book itself is put aside: order that nobody sees is sorted away.
struct LeftOver {
    std::vector<Rest> rests;
    std::vector<PourRecord> pours;
    std::string delivered;
    std::vector<std::optional<double>> mc;
    std::vector<std::vector<MoistureReading>> moisture;
    double discs = 0.0;
    double resin = 0.0;
};
LeftOver leftOf(const Book& book)
{
    LeftOver out;
    const Job& job = *book.job({1});
    out.rests = job.flatten.rests;
    std::sort(out.rests.begin(), out.rests.end(), [](const Rest& a, const Rest& b) {
        return std::tie(a.slab.value, a.cut) < std::tie(b.slab.value, b.cut);
    });
    out.pours = job.fill.log;
    std::sort(out.pours.begin(), out.pours.end(),
              [](const PourRecord& a, const PourRecord& b) { return a.event < b.event; });
    out.delivered = job.days.delivered;
    for (const auto& slab : book.shop->slabs) {
        out.mc.push_back(slab->mc_pct);
        auto log = slab->moisture;
        std::sort(log.begin(), log.end(), [](const MoistureReading& a, const MoistureReading& b) {
            return std::tie(a.date, a.mc_pct) < std::tie(b.date, b.mc_pct);
        });
        out.moisture.push_back(log);
    }
    out.discs = book.shop->habits.stock[0].amount;
    out.resin = *book.shop->resin("own_deep")->inStock_L;
    return out;
}
void checkSame(const Book& a, const Book& b)
{
    const LeftOver x = leftOf(a);
    const LeftOver y = leftOf(b);
    CHECK(x.rests == y.rests);
    CHECK(x.delivered == y.delivered);
    CHECK(x.moisture == y.moisture);
    REQUIRE(x.mc.size() == y.mc.size());
    for (size_t i = 0; i < x.mc.size(); ++i) {
        REQUIRE(x.mc[i].has_value() == y.mc[i].has_value());
        CHECK(*x.mc[i] == Approx(*y.mc[i]));
    }
    CHECK(x.discs == Approx(y.discs));
    CHECK(x.resin == Approx(y.resin));
    REQUIRE(x.pours.size() == y.pours.size());
    for (size_t i = 0; i < x.pours.size(); ++i) {
        CHECK(x.pours[i].event == y.pours[i].event);
        CHECK(x.pours[i].began == y.pours[i].began);
        CHECK(x.pours[i].note == y.pours[i].note);
        CHECK(x.pours[i].poured_L == Approx(y.pours[i].poured_L));
        CHECK(x.pours[i].leaked_L == Approx(y.pours[i].leaked_L).margin(1e-9));
        REQUIRE(x.pours[i].heat.size() == y.pours[i].heat.size());
        for (size_t k = 0; k < x.pours[i].heat.size(); ++k) {
            CHECK(x.pours[i].heat[k].at_h == Approx(y.pours[i].heat[k].at_h));
            CHECK(x.pours[i].heat[k].measured_C == y.pours[i].heat[k].measured_C);
        }
    }
}

class Writer
{
public:
    explicit Writer(unsigned seed) : random_(seed) {}
    int upTo(int most) { return std::uniform_int_distribution<int>(0, most)(random_); }

    Written entry(int number)
    {
        Written out;
        out.at_h = *hoursOf("2026-11-24T08:00") + number * 3.0;
        DayWords& w = out.line.words;
        w.text = "entry " + std::to_string(number);
        w.step = kindsOfSteps()[static_cast<size_t>(upTo(4))].key;
        w.minutes = 15.0 * upTo(6);
        w.ends = upTo(3) != 0;
        const auto read = [&](ReadingKind kind, int slab, double value) {
            if (upTo(1) == 0) {
                w.readings.push_back({kind, {slab}, value});
            }
        };
        read(ReadingKind::Moisture, 4 + upTo(1), 8.0 + number * 0.25);
        read(ReadingKind::Thickness, 4 + upTo(1), 40.0 + number * 0.5);
        read(ReadingKind::Litres, 0, 1.0 + upTo(8));
        read(ReadingKind::Leak, 0, 0.25 * upTo(3));
        read(ReadingKind::Temperature, 0, 18.0 + number);
        read(ReadingKind::Discs, 0, 1.0 + upTo(9));
        return out;
    }

private:
    std::mt19937 random_;
};

} // namespace

TEST_CASE("whatever is struck, corrected and moved, the job is as if it had not been", "[book][law]")
{
    for (unsigned seed = 1; seed <= 300; ++seed) {
        CAPTURE(seed);
        Writer writer(seed);
        Book book = bookOfTwo();
        std::vector<Written> all; // as they stand at last
        const double now = *hoursOf("2027-01-01T08:00");
        const int count = 2 + writer.upTo(6);
        for (int i = 0; i < count; ++i) {
            const Book before = book; // undo is the book as it was
            all.push_back(writer.entry(i));
            book = withDayEntry(book, {1}, all.back().line, all.back().at_h, kindsOfSteps());
            if (writer.upTo(4) == 0) { // taken back at once, and another line written
                book = before;
                all.back() = writer.entry(i);
                book = withDayEntry(book, {1}, all.back().line, all.back().at_h, kindsOfSteps());
            }
            if (writer.upTo(1) == 0) { // strike or correct one of those written
                const int which = writer.upTo(i);
                Written& w = all[static_cast<size_t>(which)];
                if (writer.upTo(1) == 0) {
                    book = withStruckEntry(book, {1}, which + 1, now, kindsOfSteps());
                    w.struck = true;
                } else {
                    Written next = writer.entry(which);
                    next.line.words.text += " corrected";
                    next.at_h += writer.upTo(1); // and moved by an hour
                    book = withCorrectedEntry(book, {1}, which + 1, next.line, now, kindsOfSteps(), {}, next.at_h);
                    w = next;
                }
            }
        }
        Book never = bookOfTwo();
        for (const Written& w : all) {
            if (!w.struck) {
                never = withDayEntry(never, {1}, w.line, w.at_h, kindsOfSteps());
            }
        }
        checkSame(book, never);
    }
}

TEST_CASE("a moisture that is struck out leaves the slab as it was", "[book]")
{
    DayLine wrong;
    wrong.words.readings = {{ReadingKind::Moisture, {4}, 91.0}};
    const double now = *hoursOf("2026-11-24T16:00");
    const Book read = withDayEntry(bookOfTwo(), {1}, wrong, now, kindsOfSteps());
    CHECK(*read.shop->slab({4})->mc_pct == 91.0);
    const Book back = withStruckEntry(read, {1}, 1, now, kindsOfSteps());
    CHECK(*back.shop->slab({4})->mc_pct == 9.4);
    CHECK(back.shop->slab({4})->moisture.empty());
    // What was typed since stays.
    Slab typed = *read.shop->slab({4});
    typed.mc_pct = 10.1;
    CHECK(*withStruckEntry(withSlab(read, typed), {1}, 1, now, kindsOfSteps()).shop->slab({4})->mc_pct == 10.1);
}

TEST_CASE("what was weighed at the pour stays when the day book's words go", "[book]")
{
    Book book = bookOfTwo();
    Job job = *book.job({1});
    PourRecord weighed;
    weighed.event = "river-1";
    weighed.began = "2026-11-24T08:00";
    weighed.poured_L = 3.0;
    weighed.heat = {{2.0, 31.0}};
    job.fill.log = {weighed};
    book = withJob(book, job);
    DayLine more;
    more.words.step = "pour_river-1";
    more.words.minutes = 30.0;
    more.words.readings = {{ReadingKind::Litres, {}, 4.0}, {ReadingKind::Temperature, {}, 36.0}};
    book = withDayEntry(book, {1}, more, *hoursOf("2026-11-24T12:00"), kindsOfSteps());
    REQUIRE(book.job({1})->fill.log.size() == 1);
    CHECK(book.job({1})->fill.log[0].poured_L == 7.0);
    REQUIRE(book.job({1})->fill.log[0].heat.size() == 2);
    CHECK(book.job({1})->fill.log[0].heat[1].at_h == Approx(4.0)); // from eight o'clock
    CHECK(withStruckEntry(book, {1}, 1, *hoursOf("2026-11-24T13:00"), kindsOfSteps()).job({1})->fill.log ==
          std::vector<PourRecord>{weighed});
}
