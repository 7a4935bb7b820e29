// The yard without a window: days, drying, the card of a slab, the log end-on, finding slabs.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/measure/date.h"
#include "core/measure/format.h"
#include "core/shop/outline.h"
#include "core/wood/drying.h"
#include "core/yard/log_stack.h"
#include "core/yard/search.h"
#include "core/yard/slab_card.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

const Figure* figureOf(const SlabCard& card, const std::string& key)
{
    for (const Entry& e : card.figures) {
        if (e.figure.node().key == key) {
            return &e.figure;
        }
    }
    return nullptr;
}

/// A plank of 2000 by 500 by 50 mm.
Slab plank()
{
    Slab s;
    s.id = {900};
    s.name = "P";
    s.species = "black_walnut";
    s.top.readings = {{0.0, 250.0, 250.0}, {2000.0, 250.0, 250.0}};
    s.thickness_mm = 50.0;
    return s;
}

std::vector<MoistureReading> driedFrom(double start, double rest, double tau, int weeks)
{
    std::vector<MoistureReading> out;
    const int first = *dayOf("2026-03-02");
    for (int w = 0; w < weeks; ++w) {
        const double mc = rest + (start - rest) * std::exp(-7.0 * w / tau);
        out.push_back({isoDate(first + 7 * w), 5.0, mc - 2.0}); // the surface is drier
        out.push_back({isoDate(first + 7 * w), 20.0, mc});
    }
    return out;
}

} // namespace

TEST_CASE("days are reckoned over months and leap years, and nonsense is no day", "[yard][date]")
{
    CHECK(dayOf("1970-01-01") == 0);
    CHECK(*dayOf("2028-03-01") - *dayOf("2028-02-28") == 2);
    CHECK(*dayOf("2027-03-01") - *dayOf("2027-02-28") == 1);
    CHECK(isoDate(*dayOf("2026-11-24")) == "2026-11-24");
    CHECK(dateText(*dayOf("2026-11-03")) == "3 Nov 2026");
    for (const char* bad : {"", "2026-13-01", "2026-02-30", "2026-2-03", "26-11-2003", "2026-11-3x", "2026/11/03",
                            "-026-11-03", "2026-11-031"}) {
        INFO(bad);
        CHECK_FALSE(dayOf(bad).has_value());
    }
    CHECK(formatQuantity(*dayOf("2026-11-03"), Unit::Date, {}) == "3 Nov 2026");
    CHECK(formatQuantity(std::nan(""), Unit::Date, {}) == "not known");
    CHECK(formatQuantity(1e300, Unit::Date, {}) == "not known");
    CHECK(formatQuantity(1.0, Unit::Days, {}) == "1 day");
}

TEST_CASE("a curve through exact readings is found again", "[yard][drying]")
{
    const double tau = GENERATE(25.0, 90.0, 260.0);
    std::vector<DryingReading> readings;
    for (int day = 0; day <= 180; day += 14) {
        readings.push_back({day, 8.5 + (42.0 - 8.5) * std::exp(-day / tau)});
    }
    const auto curve = dryingCurve(readings, 7.0);
    REQUIRE(curve);
    CHECK(curve->restFitted);
    CHECK_THAT(curve->tau_days, WithinRel(tau, 1e-4));
    CHECK_THAT(curve->equilibrium_pct, WithinAbs(8.5, 1e-3));
    CHECK_THAT(curve->start_pct, WithinAbs(42.0, 1e-3));
    CHECK_THAT(curve->rms_pct, WithinAbs(0.0, 1e-4));
    // The day it reaches a moisture is where the curve has it.
    const auto day = curve->dayOf(12.0);
    REQUIRE(day);
    CHECK_THAT(curve->at(*day), WithinAbs(12.0, 1e-9));
    CHECK_FALSE(curve->dayOf(8.0).has_value()); // below its rest
    CHECK(curve->dayOf(60.0) == 0.0);           // it is drier already
}

TEST_CASE("the order of readings and the day they start do not matter", "[yard][drying]")
{
    std::vector<DryingReading> readings = {{20, 24.0}, {0, 30.0}, {60, 16.0}, {40, 19.5}};
    auto later = readings;
    std::reverse(later.begin(), later.end());
    for (DryingReading& r : later) {
        r.day += 1000;
    }
    const auto a = dryingCurve(readings, 8.0);
    const auto b = dryingCurve(later, 8.0);
    REQUIRE(a);
    REQUIRE(b);
    CHECK_FALSE(a->restFitted); // four dates do not tell where it comes to rest
    CHECK(a->equilibrium_pct == 8.0);
    CHECK_THAT(a->tau_days, WithinRel(b->tau_days, 1e-9));
    CHECK_THAT(*b->dayOf(10.0) - *a->dayOf(10.0), WithinAbs(1000.0, 1e-6));
}

TEST_CASE("readings that tell nothing are refused in words", "[yard][drying]")
{
    CHECK(dryingCurve({}, 8.0).error().code == "drying.too_few");
    CHECK(dryingCurve({{0, 20.0}, {5, 18.0}}, 8.0).error().code == "drying.too_few");
    CHECK(dryingCurve({{0, 20.0}, {0, 19.0}}, 8.0).error().code == "drying.too_few");
    CHECK(dryingCurve({{0, 20.0}, {10, std::nan("")}}, 8.0).error().code == "drying.not_a_number");
    CHECK(dryingCurve({{0, 9.0}, {10, 12.0}, {20, 14.0}}, 8.0).error().code == "drying.not_drying");
}

TEST_CASE("only the deepest reading of a day counts for dryness, the mean of the last day for the plan", "[yard]")
{
    const std::vector<MoistureReading> readings = {
        {"2026-05-01", 5.0, 11.0}, {"2026-05-01", 25.0, 15.0}, {"2026-04-01", 25.0, 18.0}, {"not a day", 25.0, 90.0}};
    const auto deepest = deepestReadings(readings);
    REQUIRE(deepest.size() == 2);
    CHECK(deepest[0].mc_pct == 18.0);
    CHECK(deepest[1].mc_pct == 15.0);
    CHECK(deepest[1].day - deepest[0].day == 30);
    CHECK(latestMoisture_pct(readings) == 13.0);
    CHECK_FALSE(latestMoisture_pct({}).has_value());
}

TEST_CASE("a plank's card, worked by hand", "[yard][card]")
{
    const Demo d(1);
    Slab s = plank();
    s.mc_pct = 12.0;
    s.price = 590.0;
    const SlabCard card = slabCard(s, *d.book.shop, nullptr, 0);
    REQUIRE(figureOf(card, "slab_volume"));
    CHECK_THAT(figureOf(card, "slab_volume")->value(), WithinAbs(50.0, 1e-9)); // 2 × 0.5 × 0.05 m³
    CHECK_THAT(figureOf(card, "slab_width")->value(), WithinAbs(500.0, 1e-9));
    // 50 L are 21.19 board feet of 144 cubic inches.
    CHECK_THAT(figureOf(card, "price_board_foot")->value(), WithinAbs(590.0 / (50.0 / 2.359737216), 1e-6));
    const double g12 = d.book.shop->speciesOf(s)->g12;
    CHECK_THAT(card.mass.value(), WithinRel(50.0 * g12 * 1.12, 0.02)); // near 12 % MC: g12 × 1.12
    CHECK_FALSE(card.mass.isGuess());
    s.mc_pct.reset();
    CHECK(slabCard(s, *d.book.shop, nullptr, 0).mass.isGuess());
    CHECK(codes(slabCard(s, *d.book.shop, nullptr, 0).findings).count("yard.no_mc") == 1);
    s.species = "nobody_knows";
    CHECK_FALSE(slabCard(s, *d.book.shop, nullptr, 0).mass);
}

TEST_CASE("the card tells the day a slab will be ready, and when it is", "[yard][card]")
{
    const Demo d(1);
    const Climate* home = &d.book.shop->climates.front();
    Slab s = plank();
    s.mc_pct = 20.0;
    s.moisture = driedFrom(30.0, 6.5, 60.0, 14);
    const int today = *dayOf(s.moisture.back().date);
    const SlabCard card = slabCard(s, *d.book.shop, home, today);
    REQUIRE(card.drying);
    CHECK_THAT(card.drying->tau_days, WithinRel(60.0, 1e-3));
    const Figure* ready = figureOf(card, "ready_on");
    REQUIRE(ready);
    // Worked: t = τ·ln((30 − 6.5) / (home + 1.5 − 6.5)) after the first reading.
    const double goal = card.homeEmc.value() + kReadyWithin_pct;
    const double days = 60.0 * std::log((30.0 - 6.5) / (goal - 6.5));
    CHECK_THAT(ready->value(), WithinAbs(*dayOf("2026-03-02") + days, 1.0));
    CHECK(codes(card.findings).count("yard.drying") == 1);
    CHECK(codes(slabCard(s, *d.book.shop, home, static_cast<int>(ready->value()) + 1).findings)
              .count("yard.read_again") == 1);

    s.moisture = driedFrom(30.0, 14.0, 60.0, 14); // a damp shed
    CHECK(codes(slabCard(s, *d.book.shop, home, today).findings).count("yard.never_ready") == 1);

    const double emc = card.homeEmc.value();
    s.moisture = {{"2026-06-01", 20.0, emc + 4.0}, {"2026-07-01", 20.0, emc + 1.0}, {"2026-07-09", 20.0, emc + 0.9}};
    CHECK(codes(slabCard(s, *d.book.shop, home, today).findings).count("yard.ready") == 1);
    s.moisture.back().mc_pct = emc + 3.0; // wetter again: it does not stand still
    CHECK(codes(slabCard(s, *d.book.shop, home, today).findings).count("yard.ready") == 0);
}

TEST_CASE("a slip of the tape is a finding with its row, a weight that cannot be is said", "[yard][card]")
{
    const Demo d(1);
    Slab s = plank();
    s.mc_pct = 10.0;
    s.top.readings = {{0.0, 250.0, 250.0},
                      {150.0, 252.0, 249.0},
                      {300.0, 2510.0, 251.0},
                      {450.0, 249.0, 252.0},
                      {600.0, 250.0, 250.0}};
    const SlabCard card = slabCard(s, *d.book.shop, nullptr, 0);
    const auto slip = std::find_if(card.findings.begin(), card.findings.end(),
                                   [](const Finding& f) { return f.code == "yard.slip_top"; });
    REQUIRE(slip != card.findings.end());
    CHECK(slip->row == 2);
    s = plank();
    s.weighed_kg = 12.0;
    CHECK(codes(slabCard(s, *d.book.shop, nullptr, 0).findings).count("yard.weight_differs") == 1);
    s.weighed_kg = slabCard(s, *d.book.shop, nullptr, 0).mass.value();
    CHECK(codes(slabCard(s, *d.book.shop, nullptr, 0).findings).count("yard.weight_differs") == 0);
}

TEST_CASE("a log end-on: the stack is as high as its slabs and the saw between them", "[yard][log]")
{
    const Demo d(1);
    const LogStack stack = logStack(*d.book.shop, {3});
    REQUIRE(stack.slabs.size() == 9);
    CHECK_THAT(stack.height_mm, WithinAbs(9 * 58.0 + 8 * 4.0, 1e-9));
    for (size_t i = 0; i < stack.slabs.size(); ++i) {
        CHECK(stack.slabs[i].slab->sequence == static_cast<int>(i) + 1);
        CHECK_THAT(stack.slabs[i].top_mm, WithinAbs(static_cast<double>(i) * 62.0, 1e-9));
    }
    REQUIRE(stack.pith_mm);
    CHECK_THAT(*stack.pith_mm, WithinAbs(stack.height_mm / 2.0, 1e-6));
    CHECK(hollowFace(*stack.slabs[0].slab) == Face::Top);
    CHECK(hollowFace(*stack.slabs[8].slab) == Face::Bottom);
    CHECK_FALSE(hollowFace(*stack.slabs[4].slab).has_value()); // the pith is in it
    CHECK(logStack(*d.book.shop, {9999}).slabs.empty());
}

TEST_CASE("a slab moved in its log renumbers it, and the pith stays where it grew", "[yard][log]")
{
    const Demo d(1);
    const Book moved = withPlaceInLog(d.book, {9}, 0); // the lowest becomes the top-most
    const LogStack stack = logStack(*moved.shop, {9});
    CHECK(stack.slabs.front().slab->id == SlabId{9});
    CHECK(moved.shop->slab({9})->sequence == 1);
    CHECK(moved.shop->slab({1})->sequence == 2);
    const double pith = *logStack(*d.book.shop, {9}).pith_mm;
    CHECK_THAT(*stack.pith_mm, WithinAbs(pith, 0.1));
    for (const StackedSlab& s : stack.slabs) {
        CHECK_THAT(s.middle_mm() + s.slab->pith->distance_mm, WithinAbs(pith, 0.1));
    }
    // And back again is as it was, but for a tenth's rounding.
    const Book back = withPlaceInLog(moved, {9}, 8);
    for (int id = 1; id <= 9; ++id) {
        CHECK(back.shop->slab({id})->sequence == d.book.shop->slab({id})->sequence);
        CHECK_THAT(back.shop->slab({id})->pith->distance_mm,
                   WithinAbs(d.book.shop->slab({id})->pith->distance_mm, 0.2));
    }
    CHECK(withPlaceInLog(d.book, {9999}, 2).shop == d.book.shop);
}

TEST_CASE("the pith set end-on gives every slab its distance", "[yard][log]")
{
    const Demo d(1);
    const Book set = withPithAt(d.book, {3}, 300.0, 20.0);
    // A1 is 58 thick: its middle lies 29 below the top, the pith 271 below that.
    CHECK_THAT(set.shop->slab({1})->pith->distance_mm, WithinAbs(271.0, 1e-9));
    CHECK_THAT(set.shop->slab({1})->pith->offset_mm, WithinAbs(-20.0, 1e-9));
    CHECK_THAT(set.shop->slab({2})->pith->distance_mm - set.shop->slab({1})->pith->distance_mm, WithinAbs(-62.0, 1e-9));
    CHECK_THAT(*logStack(*set.shop, {5}).pith_mm, WithinAbs(300.0, 1e-6));
    CHECK(set.shop->slab({10})->pith == d.book.shop->slab({10})->pith); // the other log
    CHECK(withPithAt(d.book, {3}, std::nan(""), 0.0).shop == d.book.shop);
}

TEST_CASE("slabs are found by all the words written of them, in any case", "[yard][search]")
{
    const Demo d(1);
    const auto found = [&](const char* words) {
        int n = 0;
        for (const auto& s : d.book.shop->slabs) {
            n += matchesWords(*s, *d.book.shop, words) ? 1 : 0;
        }
        return n;
    };
    CHECK(found("") == static_cast<int>(d.book.shop->slabs.size()));
    CHECK(found("   ") == static_cast<int>(d.book.shop->slabs.size()));
    CHECK(found("PLANE storm") == 9);
    CHECK(found("maple door") == 5); // its log, and where it stands
    CHECK(found("maple plane") == 0);
    CHECK(found("a3") == 1);
}

TEST_CASE("slabs are put in order, the unknown ones last", "[yard][search]")
{
    Demo d(1);
    d.slab({4}, [](Slab& s) { s.mc_pct = 6.0; });
    d.slab({7}, [](Slab& s) {
        s.mc_pct.reset();
        s.price.reset();
    });
    const auto& slabs = d.book.shop->slabs;
    const auto driest = inOrder(slabs, YardOrder::Driest);
    CHECK(driest.front()->id == SlabId{4});
    CHECK(driest.back()->id == SlabId{7});
    CHECK(driest.size() == slabs.size());
    const auto wide = inOrder(slabs, YardOrder::Widest);
    const auto meanWidth = [](const Slab& s) {
        const auto o = outlineOf(s, Face::Top);
        const Ring ring = o->ring();
        return area_mm2(std::span<const Vec2>(ring)) / o->length_mm();
    };
    for (size_t i = 1; i < wide.size(); ++i) {
        CHECK(meanWidth(*wide[i - 1]) >= meanWidth(*wide[i]));
    }
    const auto cheap = inOrder(slabs, YardOrder::Cheapest);
    CHECK(cheap.back()->id == SlabId{7});
    const auto names = inOrder(slabs, YardOrder::Name);
    CHECK(std::is_sorted(names.begin(), names.end(), [](const auto& a, const auto& b) { return a->name < b->name; }));
}

TEST_CASE("a tag's code finds its slab and nothing else does", "[yard][search]")
{
    CHECK(tagCode({17}) == "YB-17");
    CHECK(slabOfTag("YB-17") == SlabId{17});
    CHECK(slabOfTag("yb-17\r\n") == SlabId{17});
    for (const char* no : {"", "YB-", "YB-0", "YB--3", "YB-17a", "17", "YB-99999999999999"}) {
        INFO(no);
        CHECK_FALSE(slabOfTag(no).has_value());
    }
}

TEST_CASE("setting a log in order numbers slabs that are not measured yet as well", "[yard][log]")
{
    Book book = test::Demo(1).book;
    const LogId log = book.shop->slab({3})->log;
    Slab bare; // bought today, neither taped nor measured
    bare.id = freeSlabId(book);
    bare.name = "new";
    bare.log = log;
    bare.sequence = 4;
    const SlabId id = bare.id;
    book = withSlab(book, bare);
    for (const int place : {0, 3, 8}) {
        const Book moved = withPlaceInLog(book, {9}, place);
        std::set<int> places;
        for (const auto& slab : moved.shop->slabs) {
            if (slab->log == log) {
                INFO("slab 9 to place " << place << ": " << slab->name << " has " << slab->sequence);
                CHECK(places.insert(slab->sequence).second); // no two have the same
            }
        }
        CHECK(*places.begin() == 1);
        CHECK(*places.rbegin() == static_cast<int>(places.size()));
        CHECK(moved.shop->slab(id)->sequence > 0);
    }
}
