// Pours in their order: they add up to what is mixed, come inside their windows, and say what is wrong.

#include <catch2/catch.hpp>

#include <map>

#include "core/measure/clock.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

Plan warm(const Demo& demo)
{
    return planWorkedOut(demo.job, *demo.book.shop);
}

const PourEvent* event(const Plan& plan, const std::string& id)
{
    for (const PourEvent& e : plan.pour->events) {
        if (e.id == id) {
            return &e;
        }
    }
    return nullptr;
}

const FillItem& riverOf(const Plan& plan)
{
    return *std::find_if(plan.fill->items.begin(), plan.fill->items.end(), [](const FillItem& i) { return i.river; });
}

} // namespace

TEST_CASE("the pours of each resin add up to what is mixed of it", "[pour][plan]")
{
    const int number = GENERATE(1, 2, 5, 6, 7, 8);
    Demo demo(number);
    demo.job.fill.log.clear();
    demo.job.fill.pinholeRounds = 0;
    demo.job.fill.endSeal = false;
    const Plan plan = warm(demo);
    std::map<std::string, double> poured;
    for (const PourEvent& e : plan.pour->events) {
        poured[e.resin] += e.litres.value();
        double pots = 0.0;
        int count = 0;
        for (const ColourPots& c : e.colours) {
            pots += c.pots.all.volume_L;
            count += c.pots.count;
        }
        CHECK_THAT(pots, WithinRel(e.litres.value(), 1e-9));
        CHECK(count == e.pots);
    }
    for (const ResinOrder& order : plan.fill->orders) {
        INFO(number << ", " << order.resin);
        CHECK_THAT(poured[order.resin], WithinRel(order.order.total.volume_L, 1e-9));
    }
}

TEST_CASE("layers stay cool: none deeper than is sure, none deeper than its sheet", "[pour][cure]")
{
    for (const int number : {2, 7, 8}) {
        const Demo demo(number);
        const Plan plan = warm(demo);
        const FillItem& river = riverOf(plan);
        REQUIRE(river.safe);
        CHECK(river.safe->sure_mm <= river.safe->likely_mm);
        CHECK(river.safe->likely_mm <= river.safe->most_mm);
        CHECK(river.layers.thickness_mm <= river.safe->sure_mm + 1e-9);
        const ResinClass* r = demo.book.shop->resin(river.resin);
        CHECK(river.safe->most_mm <= r->maxLayer_mm);
        REQUIRE(plan.pour->river()->heat);
        CHECK(plan.pour->river()->heat->peak_C < r->cure.limits.peak_C);
    }
}

TEST_CASE("a small deep hole takes a few fills, as a shop pours it", "[pour]")
{
    Demo demo(2); // a through void of 0.3 litres, 52 mm deep
    demo.job.fill.log.clear();
    const Plan plan = warm(demo);
    for (const FillItem& item : plan.fill->items) {
        if (!item.river) {
            INFO(item.name);
            CHECK(item.layers.count >= 1);
            CHECK(item.layers.count <=
                  3); // three of casting resin where that is hard days sooner than deep-pour in one
        }
    }
}

TEST_CASE("each pour comes when the one below bears it, by day, and its pots fit the time the resin works", "[pour]")
{
    Demo demo(2);
    demo.job.fill.log.clear();
    const Plan plan = warm(demo);
    const PourEvent* first = event(plan, "river-1");
    const PourEvent* second = event(plan, "river-2");
    REQUIRE(first != nullptr);
    REQUIRE(second != nullptr);
    const CuredLayer& below = plan.pour->river()->heat->layers[0].times;
    CHECK_THAT(*second->earliest_h - *first->at_h, WithinAbs(*below.recoatOpen_h, 1e-9));
    CHECK(*second->at_h >= *second->earliest_h - 1e-9);
    for (const PourEvent& e : plan.pour->events) {
        REQUIRE(e.at_h);
        const double hour = hourOfDay(*plan.pour->starts + *e.at_h);
        CHECK((hour >= 8.0 - 1e-6 && hour <= 18.0 + 1e-6));
        CHECK(e.time_min <= *e.works_min);
    }
}

TEST_CASE("what was poured counts: its hour moves what follows, what is short of it is told", "[pour][log]")
{
    Demo demo(2);
    const Plan plan = warm(demo);
    const PourEvent* first = event(plan, "river-1");
    REQUIRE(first->done);
    CHECK_THAT(*plan.pour->starts + *first->at_h, WithinAbs(*hoursOf("2026-11-21T08:05"), 1e-9));
    Demo later(2);
    for (PourRecord& r : later.job.fill.log) {
        if (r.event == "river-1") {
            r.began = "2026-11-21T12:05";
            r.poured_L = 8.0;
            r.leaked_L = 0.7;
        }
    }
    const Plan moved = warm(later);
    // Poured at noon it meets other hours of the day: its window opens about four hours later.
    CHECK_THAT(*event(moved, "river-2")->earliest_h - *event(plan, "river-2")->earliest_h, WithinAbs(4.0, 1.5));
    CHECK(codes(moved.pour->findings).count("pour.short") == 1);
    CHECK(codes(plan.pour->findings).count("pour.short") == 0);
}

TEST_CASE("readings in the first layer bring the model to this resin", "[pour][cure]")
{
    Demo demo(2);
    for (PourRecord& r : demo.job.fill.log) {
        r.heat.clear();
    }
    const Plan plain = warm(demo);
    CHECK(plain.pour->quicker == 1.0);
    // Readings made by the model itself, a fifth quicker: found again.
    HeatQuestion q = plain.pour->river()->question;
    q.quicker = 1.2;
    const auto heat = pourHeat(q);
    REQUIRE(heat);
    for (PourRecord& r : demo.job.fill.log) {
        if (r.event == "river-1") {
            for (size_t i = 20; i < heat->instants.size() && heat->instants[i].at_h < 40.0; i += 12) {
                r.heat.push_back({heat->instants[i].at_h, heat->instants[i].middle_C[0]});
            }
            REQUIRE(r.heat.size() >= 3);
        }
    }
    const Plan fitted = warm(demo);
    CHECK_THAT(fitted.pour->quicker, WithinAbs(1.2, 0.03));
    CHECK(fitted.pour->river()->heat->peak_C > plain.pour->river()->heat->peak_C);
}

TEST_CASE("a divider parts litres and pots, wherever it stands", "[pour][colour]")
{
    Demo demo(7);
    double before = 0.0;
    for (const double x : {100.0, 600.0, 1100.0, 1600.0}) {
        demo.job.fill.colours.divider_mm = x;
        const Plan plan = demo.plan();
        const PourEvent* river = event(plan, "river-1");
        REQUIRE(river != nullptr);
        REQUIRE(river->colours.size() == 2);
        CHECK(river->colours[0].pots.all.volume_L > before);
        before = river->colours[0].pots.all.volume_L;
        CHECK_THAT(river->colours[0].share + river->colours[1].share, WithinAbs(1.0, 1e-12));
        CHECK_THAT(river->colours[1].pots.each.pigment_g,
                   WithinRel(2.0 * 10.0 * (river->colours[1].pots.each.a_kg + river->colours[1].pots.each.b_kg), 1e-9));
    }
    demo.job.fill.colours.divider_mm = 9000.0;
    CHECK(codes(demo.plan().pour->findings).count("pour.divider") == 1);
}

TEST_CASE("a top in two halves is two pours of one recipe", "[pour]")
{
    Demo demo(8);
    demo.job.layup.parted_mm = 1300.0;
    const Plan plan = demo.plan();
    const PourEvent* left = event(plan, "river-1-left");
    const PourEvent* right = event(plan, "river-1-right");
    REQUIRE(left != nullptr);
    REQUIRE(right != nullptr);
    CHECK_THAT(left->colours[0].pots.each.pigment_g / left->colours[0].pots.each.a_kg,
               WithinRel(right->colours[0].pots.each.pigment_g / right->colours[0].pots.each.a_kg, 1e-9));
    demo.job.layup.parted_mm.reset();
    CHECK_THAT(left->litres.value() + right->litres.value(),
               WithinRel(event(demo.plan(), "river-1")->litres.value(), 1e-9));
}

TEST_CASE("a cold shop, a frozen one, a hot one", "[pour][findings]")
{
    Demo demo(8);
    CHECK(codes(warm(demo).pour->findings).count("pour.cold") == 1);
    demo.job.fill.room = {-20.0, -20.0, false, false};
    const Plan frozen = warm(demo);
    CHECK(codes(frozen.pour->findings).count("pour.frost") == 1);
    for (const Entry& e : frozen.pour->figures) {
        CHECK(e.figure.known());
    }
    // A deep layer of quick resin by the maker's own choice, in a hot shop: no figure, only "runs away".
    demo.job.fill.room = {30.0, 33.0, false, true};
    demo.job.fill.overrules = {{SlabId{}, 0, "table_top"}};
    demo.job.fill.layers = {{SlabId{}, 0, 1}};
    const Plan hot = warm(demo);
    CHECK(codes(hot.pour->findings).count("pour.runs_away") == 1);
    CHECK(codes(hot.pour->findings).count("pour.deeper_than_sheet") == 1);
    CHECK_FALSE(hot.figure("pour_peak").known());
}

TEST_CASE("poured between rough slabs the river is deeper by what comes off, and weighs the same in the top",
          "[pour][fill]")
{
    Demo demo(2);
    const Plan flat = demo.plan();
    demo.job.fill.fromRough = true;
    const Plan rough = demo.plan();
    CHECK(riverOf(rough).depth_mm > riverOf(flat).depth_mm + 1.0);
    CHECK(riverOf(rough).volume.value() > riverOf(flat).volume.value());
    CHECK_THAT(riverOf(rough).inTop_L, WithinRel(riverOf(flat).inTop_L, 1e-9));
    CHECK_THAT(rough.fill->mass.value(), WithinRel(flat.fill->mass.value(), 1e-9));
}

TEST_CASE("a seal coat takes the river's soak-in over, and nothing is poured twice", "[pour]")
{
    Demo demo(2);
    demo.job.fill.log.clear();
    const Plan without = warm(demo);
    demo.job.fill.sealCoat = true;
    const Plan with = warm(demo);
    REQUIRE(event(with, "seal-coat") != nullptr);
    CHECK(event(with, "river-1")->litres.value() < event(without, "river-1")->litres.value());
    CHECK_THAT(with.fill->litres.value(), WithinRel(without.fill->litres.value(), 2e-3)); // densities differ a little
}

TEST_CASE("clamps stand on their pieces, and each piece floats where its mass says", "[pour]")
{
    const Plan plan = warm(Demo(7));
    REQUIRE(plan.pour->floating.size() == 2);
    for (const Floating& piece : plan.pour->floating) {
        const Ring& rough = plan.layup->pieces[piece.piece].rough;
        CHECK(piece.at.size() == static_cast<size_t>(piece.clamps));
        for (const Vec2 at : piece.at) {
            CHECK(contains(rough, at));
        }
        const double depth = riverOf(plan).depth_mm;
        CHECK((piece.whole_N > 0.0) == (depth > piece.floats_mm));
    }
}
