// Lines of the day book: what is taken, what is asked, what is left alone.

#include <catch2/catch.hpp>

#include "support/book_lines.h"

using namespace burl;
using test::readLine;
using test::sureEntry;

namespace
{

BookContext river()
{
    Slab a;
    a.id = {4};
    a.name = "A4";
    a.thickness_mm = 55.0;
    a.mc_pct = 9.5;
    Slab b = a;
    b.id = {5};
    b.name = "A5";
    BookContext in = test::lineContext(
        {test::someStep("flatten_1", "Flatten A4 and A5, first milling"),
         test::someStep("flatten_2", "Flatten A4 and A5, second milling", "flatten_1"),
         test::someStep("form", "Build and seal the form", "flatten_2"),
         test::someStep("pour_river-1", "Pour: river, layer 1", "form"),
         test::someStep("pour_river-2", "Pour: river, layer 2", "pour_river-1"),
         test::someStep("trim", "Trim the ends", "pour_river-2"),
         test::someStep("sand_0", "Sand the show face", "trim"), test::someStep("sand_1", "Sand the underside", "trim"),
         test::someStep("base_weld", "Cut and weld the base"), test::someStep("deliver", "Deliver it", "sand_0")},
        {std::make_shared<const Slab>(a), std::make_shared<const Slab>(b)});
    in.steps[0].milling = 1;
    in.steps[1].milling = 2;
    in.steps[3].pour = "river-1";
    in.steps[4].pour = "river-2";
    in.steps[3].planned = {{"resin", 7.0}};
    in.steps[4].planned = {{"resin", 7.0}};
    in.progress.resize(in.steps.size());
    in.started = "2026-11-09";
    return in;
}
double minutesOf(const char* text)
{
    INFO(text);
    return sureEntry(text, river()).line.words.minutes;
}
std::string whenOf(const char* text)
{
    INFO(text);
    return isoTime(sureEntry(text, river()).at_h);
}
const BookAsk* asked(const BookReading& read, BookAsk::Is is)
{
    for (const BookAsk& ask : read.asks) {
        if (ask.is == is) {
            return &ask;
        }
    }
    return nullptr;
}

} // namespace

TEST_CASE("how long it took, in every way of saying it", "[book]")
{
    CHECK(minutesOf("flattened both 2 h 20 min") == 140.0);
    CHECK(minutesOf("flattened both 1h20") == 80.0);
    CHECK(minutesOf("flattened both 1h20m") == 80.0);
    CHECK(minutesOf("flattened both 1:30") == 90.0);
    CHECK(minutesOf("flattened both 90'") == 90.0);
    CHECK(minutesOf("flattened both 2x45 min") == 90.0);
    CHECK(minutesOf("flattened both 30 + 45 min") == 75.0);
    CHECK(minutesOf("flattened both, half an hour") == 30.0);
    CHECK(minutesOf("flattened both, an hour and a half") == 90.0);
    CHECK(minutesOf("flattened both, took me 2 hours and a quarter") == 135.0);
    CHECK(minutesOf("flattened both for three quarters of an hour") == 45.0);
    CHECK(minutesOf("flattened both, 8-10.30") == 150.0);
    CHECK(minutesOf("flattened both from 1 pm to 3 pm") == 120.0);
    CHECK(minutesOf("flattened both till noon from 9") == 180.0);
    CHECK(minutesOf("flattened both 2 days") == 960.0); // of eight hours
    CHECK(minutesOf("flattened both - 20 min") == 20.0);
    CHECK(minutesOf("spent 2 hours flattening both") == 120.0);
    // Time that is not of the work.
    CHECK(sureEntry("form leaks after 6 h", river()).line.words.minutes == 0.0);
    CHECK(sureEntry("river cured 2 days", river()).line.words.minutes == 0.0);
}

TEST_CASE("when it was", "[book]")
{
    CHECK(whenOf("flattened both 1 h") == "2026-11-24T16:00");
    CHECK(whenOf("yesterday flattened both 1 h") == "2026-11-23T17:00");
    CHECK(whenOf("two days ago flattened both 1 h") == "2026-11-22T17:00");
    CHECK(whenOf("Fri flattened both 1 h") == "2026-11-20T17:00"); // the last one
    CHECK(whenOf("20.11. flattened both 8-10") == "2026-11-20T10:00");
    CHECK(whenOf("20 Nov flattened both, ended 11:30") == "2026-11-20T11:30");
    CHECK(whenOf("flattened both, started 8:00, 90 min") == "2026-11-24T09:30");

    const BookReading ahead = readLine("26 Nov flattened both 1 h", river());
    REQUIRE(asked(ahead, BookAsk::Is::When) != nullptr);
    CHECK(asked(ahead, BookAsk::Is::When)->sentence == "Thu 26 Nov is still to come: was it done?");
    const BookReading early = readLine("3 Nov flattened both 1 h", river());
    REQUIRE(asked(early, BookAsk::Is::When) != nullptr);
    CHECK(asked(readLine("Tue 20 Nov flattened both 1 h", river()), BookAsk::Is::When) != nullptr); // it is a Friday
    CHECK(readBookLine("31 Nov flattened both", river()).error().code == "when.no_day");
}

TEST_CASE("a step is taken where all of the line fits it", "[book]")
{
    const auto stepOf = [](const char* text) { return sureEntry(text, river()).line.words.step; };
    CHECK(stepOf("Finished flattening both, first milling, 2 h") == "flatten_1");
    CHECK(stepOf("second milling of both done 1 h") == "flatten_2");
    CHECK(stepOf("welded the base 5 h 30") == "base_weld");
    CHECK(stepOf("flatened both 40 min") == "flatten_1");
    CHECK(stepOf("packed shims under A4, then flattened both 90 min") == "flatten_1");
    // Nothing was done of it, or not of this job.
    for (const char* text : {"finish flattening tomorrow", "did not pour, too cold", "couldn't weld, no gas",
                             "resin delivered", "legs ordered", "delivery of the discs", "customer does not agree",
                             "sharpened plane irons 15 min", "oiled the sled rails 5 min", "keyed the door of the shop",
                             "changed paint filter 10 min", "will pour the river tomorrow", "bought 20 l resin",
                             "glued tape dam on void 10 min", "plan: sand, then oil", "need to flatten A4"}) {
        INFO(text);
        const BookEntry e = sureEntry(text, river());
        CHECK(e.line.words.step.empty());
        CHECK(e.line.words.readings.empty());
        CHECK_FALSE(e.line.agreed);
    }
}

TEST_CASE("what may be meant in two ways is asked, and nothing is kept of it", "[book]")
{
    const auto keysAsked = [](const char* text) {
        std::vector<std::string> out;
        const BookReading read = readLine(text, river());
        CHECK(read.entries.front().line.words.step.empty());
        const BookAsk* ask = asked(read, BookAsk::Is::Step);
        REQUIRE(ask != nullptr);
        for (const BookChoice& choice : ask->choices) {
            out.push_back(choice.value);
        }
        return out;
    };
    CHECK(keysAsked("sanded 30 min") == std::vector<std::string>{"sand_0", "sand_1", kLeftOut});
    CHECK(keysAsked("flattened the workbench 30 min").front() == "flatten_1");
    CHECK(keysAsked("flattened slab of the other job 30 min").front() == "flatten_1");
    CHECK(keysAsked("flatten both") == std::vector<std::string>{"flatten_1", kLeftOut}); // done, or to do?
    CHECK(keysAsked("mixed resin for the river 7.2 l").front() == "pour_river-1");
    CHECK(keysAsked("cut to length 20 min").front() == "trim");

    BookContext done = river();
    done.progress[8].done = true;
    const BookReading again = readLine("welded the base 1 h", done);
    REQUIRE(asked(again, BookAsk::Is::Step) != nullptr);
    CHECK(asked(again, BookAsk::Is::Step)->sentence ==
          "Cut and weld the base is written as done: was there more of it?");
}

TEST_CASE("an answer settles what was asked", "[book]")
{
    const BookContext in = river();
    const BookReading open = readLine("sanded show face and underside 1 h", in);
    const BookAsk* ask = asked(open, BookAsk::Is::Step);
    REQUIRE(ask != nullptr);
    CHECK(ask->choices.size() == 4);
    const BookReading one = readLine("sanded show face and underside 1 h", in, {{ask->id, "sand_1"}});
    CHECK(one.entries.front().line.words.step == "sand_1");
    CHECK(one.entries.front().line.words.minutes == 60.0);
    const BookReading both = readLine("sanded show face and underside 1 h", in, {{ask->id, "each"}});
    REQUIRE(both.entries.size() == 2);
    CHECK(both.entries[0].line.words.step == "sand_0");
    CHECK(both.entries[1].line.words.step == "sand_1");
    CHECK(both.entries[0].line.words.minutes + both.entries[1].line.words.minutes == 60.0);
    const BookReading none = readLine("sanded show face and underside 1 h", in, {{ask->id, kLeftOut}});
    CHECK(none.entries.front().line.words.step.empty());
    CHECK(none.entries.front().line.words.minutes == 60.0);
}

TEST_CASE("steps before it are named, and agreed to where they are many", "[book]")
{
    BookContext in = river();
    in.progress[0].done = true;
    const BookEntry few = sureEntry("built form 2 h", in);
    CHECK(few.alsoDone == std::vector<std::string>{"flatten_2"});
    const BookReading many = readLine("sanded underside 30 min", in);
    REQUIRE(asked(many, BookAsk::Is::AlsoDone) != nullptr);
    CHECK(asked(many, BookAsk::Is::AlsoDone)->sentence == "Sand the underside comes after Flatten A4 and A5, second "
                                                          "milling, Build and seal the form, Pour: river, layer 1, "
                                                          "Pour: river, layer 2 and Trim the ends. Are they all done?");
    const std::string id = asked(many, BookAsk::Is::AlsoDone)->id;
    CHECK(readLine("sanded underside 30 min", in, {{id, "yes"}}).asks.empty());
    // What one entry of a line takes with it is not asked again by the next.
    const BookReading two = readLine("sanded underside 30 min; sanded show face 20 min", in, {{id, "yes"}});
    REQUIRE(two.entries.size() == 2);
    CHECK(two.entries[0].alsoDone.size() == 5);
    CHECK(two.entries[1].alsoDone.empty());
    CHECK(two.asks.empty());
    CHECK(readLine("sanded underside 30 min", in, {{id, kLeftOut}}).entries.front().line.words.step.empty());
}

TEST_CASE("one slab of two: is the other done as well?", "[book]")
{
    BookContext in = river();
    const BookReading one = readLine("flattened A4 40 min", in);
    REQUIRE(asked(one, BookAsk::Is::Ends) != nullptr);
    CHECK(asked(one, BookAsk::Is::Ends)->sentence == "Is A5 done as well?");
    const std::string id = asked(one, BookAsk::Is::Ends)->id;
    CHECK_FALSE(readLine("flattened A4 40 min", in, {{id, "no"}}).entries.front().line.words.ends);
    CHECK_FALSE(sureEntry("flattened only A4 40 min", in).line.words.ends);
    CHECK_FALSE(sureEntry("flattened A4, not finished, 40 min", in).line.words.ends);
    CHECK_FALSE(sureEntry("flattening A4, A5 still to do, 40 min", in).line.words.ends);
    CHECK_FALSE(sureEntry("began flattening, more tomorrow 40 min", in).line.words.ends);
    CHECK(sureEntry("flattened both 40 min", in).line.words.ends);
    in.steps[8].hands = given("hands_base_weld", "base", 1500.0, Unit::Minutes, "test"); // 25 h
    const BookReading hour = readLine("welded the base 1 h", in);
    REQUIRE(asked(hour, BookAsk::Is::Ends) != nullptr);
    CHECK(asked(hour, BookAsk::Is::Ends)->sentence ==
          "1 h of the 25 h that are planned: is Cut and weld the base done?");
    CHECK(sureEntry("welded the base 10 h", in).line.words.ends);
    CHECK(sureEntry("finished welding the base, 1 h", in).line.words.ends);
    DayEntry before;
    before.words.text = "flattened only A4";
    before.words.step = "flatten_1";
    in.book = {before};
    CHECK(sureEntry("flattened A5 40 min", in).line.words.ends); // the other was done before
}

TEST_CASE("readings are of what was named", "[book]")
{
    const BookContext in = river();
    const auto readings = [&](const char* text) { return sureEntry(text, in).line.words.readings; };
    using R = std::vector<DayReading>;
    const auto thick = [](int slab, double mm) { return DayReading{ReadingKind::Thickness, {slab}, mm}; };
    const auto mc = [](int slab, double pct) { return DayReading{ReadingKind::Moisture, {slab}, pct}; };
    CHECK(readings("A4 38.4 mm MC 9.1") == R{thick(4, 38.4), mc(4, 9.1)});
    CHECK(readings("A4/A5 38.4/38.9 mm") == R{thick(4, 38.4), thick(5, 38.9)});
    CHECK(readings("A4 and A5 38.4 mm") == R{thick(4, 38.4), thick(5, 38.4)});
    CHECK(readings("38.4 mm A4") == R{thick(4, 38.4)});
    CHECK(readings("A4 1 1/2 in") == R{thick(4, 1.5 * 25.4)});
    CHECK(readings("A4 is 3.8 cm thick") == R{thick(4, 38.0)});
    CHECK(readings("A4 38.4 +- 0.2 mm") == R{thick(4, 38.4)});
    CHECK(readings("A4 at 9.1 % MC, A5 at 9.4 % MC") == R{mc(4, 9.1), mc(5, 9.4)});
    CHECK(readings("RH 45 %, 19 C") == R{{ReadingKind::Temperature, {}, 19.0}});
    CHECK(readings("minus 3 C in the night") == R{{ReadingKind::Temperature, {}, -3.0}});
    // A number with a unit has no meaning that was not said.
    for (const char* text : {"A4 1.5 mm wind", "cut 40 mm off A4", "A4 512 mm wide", "took off 3 mm", "A4 lost 2 mm",
                             "flattened both, 2 mm a pass", "flattened both, 3 passes at 2 mm", "bought 20 l resin"}) {
        INFO(text);
        const BookReading read = readLine(text, in);
        CHECK(read.entries.front().line.words.readings.empty());
        CHECK(asked(read, BookAsk::Is::Reading) == nullptr);
    }
}

TEST_CASE("a reading out of all likelihood, or of no slab, is asked", "[book]")
{
    const BookContext in = river();
    const auto question = [&](const char* text) {
        const BookReading read = readLine(text, in);
        INFO(text);
        CHECK(read.entries.front().line.words.readings.empty());
        const BookAsk* ask = asked(read, BookAsk::Is::Reading);
        REQUIRE(ask != nullptr);
        return ask->sentence;
    };
    CHECK(question("A4 384 mm") == "A4 384 mm thick: it was 55.0 mm thick. Is it right?");
    CHECK(question("A4 MC 91") == "A4 MC 91.0 %: wood that is worked lies between 3 and 45 %. Is it right?");
    CHECK(question("A4 MC 17") == "A4 MC 17.0 %: it was 9.5 % before. Is it right?");
    CHECK(question("A4 MC 9-10 %") == "A4 MC 9.5 %: is that meant?");
    CHECK(question("38.4 mm") == "Of which slab is \"38.4 mm\"?");
    const BookReading open = readLine("38.4 mm", in);
    const BookReading said = readLine("38.4 mm", in, {{open.asks.front().id, "A5"}});
    CHECK(said.entries.front().line.words.readings == std::vector<DayReading>{{ReadingKind::Thickness, {5}, 38.4}});
    // Two temperatures: which of them?
    CHECK(asked(readLine("shop 14C, river 41C", in), BookAsk::Is::Reading) != nullptr);
}

TEST_CASE("litres of a pour", "[book]")
{
    BookContext in = river();
    for (size_t i = 0; i < 3; ++i) {
        in.progress[i].done = true;
    }
    in.steps[3].resin = "slow";
    in.density_kg_L["slow"] = 1.08;
    const auto litres = [&](const char* text) {
        INFO(text);
        const BookEntry e = sureEntry(text, in);
        CHECK(e.line.words.step == "pour_river-1");
        double sum = 0.0;
        for (const DayReading& r : e.line.words.readings) {
            sum += r.kind == ReadingKind::Litres ? r.value : 0.0;
        }
        return sum;
    };
    CHECK(litres("poured 7.2 l") == Approx(7.2));
    CHECK(litres("poured 7200 ml") == Approx(7.2));
    CHECK(litres("poured 3 pots of 2.4 l") == Approx(7.2));
    CHECK(litres("poured A 4.8 l B 2.4 l") == Approx(7.2));
    CHECK(litres("river layer 1: 5 l then 2.2 l, poured in 50 min") == Approx(7.2));
    CHECK(litres("poured 7.2 l lost 0.3 l through the tape") == Approx(7.2));
    CHECK(sureEntry("poured 7.2 l, leak 0.3 l", in).line.words.readings.size() == 2);
    const BookReading tenfold = readLine("poured river layer 1, 70 l", in);
    REQUIRE(asked(tenfold, BookAsk::Is::Reading) != nullptr);
    CHECK(asked(tenfold, BookAsk::Is::Reading)->sentence == "70.0 L: 7.0 L are planned. Is it right?");
    const BookReading kilos = readLine("poured the river, layer 1, 8.1 kg", in);
    const BookAsk* ask = asked(kilos, BookAsk::Is::Reading);
    REQUIRE(ask != nullptr);
    CHECK(ask->choices.front().label == "yes, 7.5 L"); // 8.1 kg / 1.08
}

TEST_CASE("several facts are several entries", "[book]")
{
    const BookReading read = readLine("welded 2 h; flattened both, 1 h, 19C", river());
    REQUIRE(read.entries.size() == 2);
    CHECK(read.entries[0].line.words.step == "base_weld");
    CHECK(read.entries[0].line.words.minutes == 120.0);
    CHECK(read.entries[0].line.words.text == "welded 2 h");
    CHECK(read.entries[1].line.words.step == "flatten_1");
    CHECK(read.entries[1].line.words.minutes == 60.0);
    CHECK(read.entries[1].line.words.readings.size() == 1);
    const BookReading swept = readLine("swept the shop 10 min, welded 2 h", river());
    REQUIRE(swept.entries.size() == 2);
    CHECK(swept.entries[0].line.words.step.empty());
    CHECK(swept.entries[0].line.words.minutes == 10.0);
    CHECK(swept.entries[1].line.words.minutes == 120.0);
}

TEST_CASE("a correction takes the place of what it corrects", "[book]")
{
    BookContext in = river();
    DayEntry was;
    was.id = 7;
    was.at = "2026-11-23T12:00";
    was.words.text = "flattened both 40 min";
    was.words.step = "flatten_1";
    was.words.minutes = 40.0;
    in.book = {was};
    in.progress[0].done = true;
    const BookEntry e = sureEntry("correction: flattened both 50 min not 40 min", in);
    CHECK(e.corrects == 7);
    CHECK(e.line.words.minutes == 50.0);
    CHECK(isoTime(e.at_h) == "2026-11-23T12:00");
    CHECK(sureEntry("sorry, flattened both 50 min instead of 40", in).corrects == 7);
}

TEST_CASE("who agreed to what", "[book]")
{
    const BookContext in = river();
    CHECK(sureEntry("customer approved the stain", in).line.agreed);
    CHECK(sureEntry("customer agreed to leave the crack", in).line.agreed);
    CHECK_FALSE(sureEntry("customer does not agree", in).line.agreed);
    CHECK_FALSE(sureEntry("asked customer whether he agrees to black", in).line.agreed);
    CHECK(asked(readLine("approved", in), BookAsk::Is::Agreed) != nullptr);
}

TEST_CASE("lines in German, Spanish and French", "[book]")
{
    BookContext in = river();
    const auto entry = [&](const char* text, const char* key, double minutes) {
        INFO(text);
        const BookEntry e = sureEntry(text, in);
        CHECK(e.line.words.step == key);
        CHECK(e.line.words.minutes == minutes);
    };
    entry("A4 und A5 abgerichtet 2 Stunden", "flatten_1", 120.0);
    entry("A4 y A5 aplanado 2 horas", "flatten_1", 120.0);
    entry("A4 et A5 raboté deux heures", "flatten_1", 120.0);
    entry("gestern A4 und A5 abgerichtet 90 Minuten", "flatten_1", 90.0);
    CHECK(sureEntry("nicht gegossen, zu kalt", in).line.words.step.empty());
    CHECK(sureEntry("morgen schleifen", in).line.words.step.empty());
    CHECK(sureEntry("A4 Feuchte 9,1", in).line.words.readings ==
          std::vector<DayReading>{{ReadingKind::Moisture, {4}, 9.1}});
}

TEST_CASE("what was not understood is pointed at", "[book]")
{
    const std::string line = "welded the base 2 h with zinc wobbles 12";
    const BookReading read = readLine(line, river());
    std::vector<std::string> left;
    for (const auto& [from, to] : read.left) {
        left.push_back(line.substr(from, to - from));
    }
    CHECK(left == std::vector<std::string>{"zinc", "wobbles", "12"});
}

TEST_CASE("two days in a line, and one still to come, are asked with a way out each", "[book]")
{
    const BookContext in = river();
    const BookReading two = readLine("20 Nov and 21 Nov flattened both 2 h", in);
    const BookAsk* ask = asked(two, BookAsk::Is::When);
    REQUIRE(ask != nullptr);
    CHECK(ask->sentence == "Two days are named, Fri 20 Nov and Sat 21 Nov: which is it?");
    REQUIRE(ask->choices.size() == 3);
    const BookReading first = readLine("20 Nov and 21 Nov flattened both 2 h", in, {{ask->id, ask->choices[0].value}});
    CHECK(first.asks.empty());
    CHECK(isoTime(first.entries.front().at_h) == "2026-11-20T17:00");
    const BookReading ahead = readLine("26 Nov flattened both 1 h 19C", in);
    const std::string id = asked(ahead, BookAsk::Is::When)->id;
    const BookReading words = readLine("26 Nov flattened both 1 h 19C", in, {{id, kLeftOut}});
    CHECK(words.asks.empty());
    CHECK(words.isNote()); // a plan is words
    CHECK(words.entries.front().line.words.minutes == 0.0);
}

TEST_CASE("people of the shop, the customer and products are known by their names", "[book]")
{
    BookContext in = river();
    for (size_t i = 0; i < 3; ++i) {
        in.progress[i].done = true;
    }
    in.steps[3].resin = "own_slow";
    in.steps[4].resin = "own_quick";
    in.names = {{"Mark", Sense::People, ""},
                {"Ferry office", Sense::Customer, ""},
                {"Harbour Slow", Sense::Resin, "own_slow"},
                {"Harbour Quick", Sense::Resin, "own_quick"}};
    CHECK(sureEntry("Mark welded the base 2 h", in).line.words.step == "base_weld");
    CHECK(readLine("Mark welded the base 2 h", in).left.empty());
    CHECK(sureEntry("Ferry office agreed to the colour", in).line.agreed);
    CHECK(sureEntry("poured Harbour Slow 7 l", in).line.words.step == "pour_river-1");
    // The other product is of the second layer: that speaks against the first open one.
    const BookReading other = readLine("poured Harbour Quick 7 l", in);
    CHECK(other.entries.front().line.words.step != "pour_river-1");
    CHECK(readLine("poured Harbour Quick 7 l", in).left.empty());
}
