// What the yard can give for a top: the quick search against looking at everything, and what counts.

#include <catch2/catch.hpp>

#include <cmath>
#include <random>

#include "core/offers/offer_figures.h"
#include "core/offers/offers.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

/// A yard of random slabs, some of one log, some with knots, checks and missing prices.
Shop randomYard(unsigned seed, int slabs)
{
    std::mt19937 random(seed);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(random); };
    Shop shop = *demoBook().shop;
    shop.slabs.clear();
    shop.logs.clear();
    for (int l = 1; l <= std::max(1, slabs / 4); ++l) {
        shop.logs.push_back({{l}, "L" + std::to_string(l), "", "black_walnut", between(2.0, 6.0)});
    }
    for (int i = 0; i < slabs; ++i) {
        Slab s;
        s.id = {i + 1};
        s.name = "S" + std::to_string(i + 1);
        s.log = {1 + i / 4};
        s.sequence = 1 + i % 4;
        s.species = i % 7 == 3 ? "white_oak" : "black_walnut";
        s.thickness_mm = std::round(between(46.0, 66.0));
        const double length = between(1500.0, 2600.0);
        const double half = between(150.0, 300.0);
        for (double x = 0.0; x < length + 199.0; x += 200.0) {
            s.top.readings.push_back({std::min(x, length), half + between(-25.0, 25.0), half + between(-25.0, 25.0)});
        }
        s.bevelNear_mm = between(-5.0, 15.0);
        s.bevelFar_mm = between(-5.0, 15.0);
        if (i % 5 != 0) {
            s.price = std::round(between(100.0, 500.0));
        }
        s.pith = PithPlace{between(-200.0, 200.0), 0.0};
        const int features = static_cast<int>(between(0.0, 4.0));
        for (int f = 0; f < features; ++f) {
            Feature feature;
            feature.id = f + 1;
            const Vec2 at{between(100.0, length - 100.0), between(-half, half)};
            if (f % 2 == 0) {
                feature.kind = FeatureKind::Knot;
                feature.points = {at};
                feature.width_mm = between(20.0, 80.0);
            } else {
                feature.kind = FeatureKind::Check;
                feature.points = {at, at + Vec2{150.0, 10.0}};
                feature.width_mm = 3.0;
            }
            s.features.push_back(feature);
        }
        shop.slabs.push_back(std::make_shared<const Slab>(std::move(s)));
    }
    return shop;
}

Job wanted(TopKind kind)
{
    Job job;
    job.id = {1};
    job.layup.kind = kind;
    job.layup.length_mm = 1400.0;
    job.layup.thickness_mm = 42.0;
    job.flatten.method.id = "router_sled";
    return job;
}

} // namespace

TEST_CASE("the quick search gives the same best twenty as looking at everything", "[offers]")
{
#ifdef BURL_SANITIZED
    const unsigned seed = GENERATE(2U, 3U);
#else
    const unsigned seed = GENERATE(1U, 2U, 3U, 4U, 5U, 6U);
#endif
    const TopKind kind = GENERATE(TopKind::Pair, TopKind::River, TopKind::Gap, TopKind::Single);
    const Shop shop = randomYard(seed, 18);
    Job job = wanted(kind);
    std::mt19937 random(seed * 977);
    const auto some = [&] { return static_cast<Counts>(random() % 4); };
    job.wishes = {"", std::nullopt, some(), some(), some(), some(), some()};
    if (seed % 2 == 0 && kind != TopKind::Gap) {
        job.layup.width_mm = kind == TopKind::Single ? 380.0 : 820.0;
    }
    if (seed % 3 == 0) {
        job.wishes.budget = 700.0;
    }
    const OfferInput in = offerInput(job, shop);
    const OfferAnswer quick = bestOffers(in);
    const OfferAnswer all = exhaustiveOffers(in);
    REQUIRE(quick.offers.size() == all.offers.size());
    for (size_t i = 0; i < quick.offers.size(); ++i) {
        INFO("offer " << i);
        CHECK(quick.offers[i].points == all.offers[i].points);
        CHECK(quick.offers[i].layup == all.offers[i].layup);
        CHECK(quick.offers[i].loss == all.offers[i].loss);
    }
    CHECK(quick.compared <= all.compared);
    CHECK(std::is_sorted(quick.offers.begin(), quick.offers.end(),
                         [](const Offer& a, const Offer& b) { return a.points < b.points; }));
}

TEST_CASE("points are the weighted sum of what is lost, and nothing lost is negative", "[offers]")
{
    const Shop shop = randomYard(9, 20);
    Job job = wanted(TopKind::Pair);
    job.wishes = {"", std::nullopt, Counts::Much, Counts::Little, Counts::AboveAll, Counts::Little, Counts::Not};
    const OfferAnswer answer = bestOffers(offerInput(job, shop));
    REQUIRE(answer.offers.size() == 20);
    for (const Offer& o : answer.offers) {
        CHECK_THAT(o.points, WithinAbs(3.0 * o.loss.match + o.loss.even + 9.0 * o.loss.sound + o.loss.waste, 1e-9));
        for (const double lost : {o.loss.match, o.loss.even, o.loss.sound, o.loss.waste, o.loss.price}) {
            CHECK(lost >= 0.0);
        }
        // Its working says the same.
        const OfferView view = offerView(o, job, shop);
        const auto points = std::find_if(view.figures.begin(), view.figures.end(),
                                         [](const Entry& e) { return e.figure.node().key == "offer_points"; });
        REQUIRE(points != view.figures.end());
        double sum = 0.0;
        for (const Figure& term : points->figure.node().terms) {
            sum += term.value();
        }
        CHECK_THAT(sum, WithinAbs(points->figure.value(), 1e-9));
    }
}

TEST_CASE("an offer taken is a top that stands: long enough, wide enough, no rip line in the bark", "[offers][plan]")
{
    const TopKind kind = GENERATE(TopKind::Pair, TopKind::River, TopKind::Single);
    const Shop shop = randomYard(12, 24);
    Job job = wanted(kind);
    if (kind == TopKind::Pair) {
        job.layup.width_mm = 800.0;
    }
    const OfferAnswer answer = bestOffers(offerInput(job, shop));
    REQUIRE_FALSE(answer.offers.empty());
    for (const Offer& o : answer.offers) {
        Job taken = job;
        taken.layup = o.layup;
        const Plan plan = makePlan(taken, shop);
        REQUIRE_FALSE(plan.layup->missing);
        const auto found = test::codes(plan.layup->findings);
        for (const char* bad : {"layup.too_short", "layup.no_trim", "layup.rip_in_bark", "layup.overlap"}) {
            INFO(bad);
            CHECK(found.count(bad) == 0);
        }
        if (job.layup.width_mm) {
            CHECK(plan.figure("width_least").value() > 799.5);
            CHECK(found.count("layup.too_wide") == 0);
        }
        if (kind == TopKind::Pair) { // evenness as the plan measures it is of the same kind
            CHECK(plan.figure("halves_differ").known());
        }
    }
}

TEST_CASE("neighbours opened like a book are told from the rest", "[offers]")
{
    const Demo d(1);
    Job job = d.job;
    job.wishes = {"", std::nullopt, Counts::AboveAll, Counts::Not, Counts::Not, Counts::Not, Counts::Not};
    const OfferAnswer answer = bestOffers(offerInput(job, *d.book.shop), 60);
    bool apart = false;
    for (const Offer& o : answer.offers) {
        const Slab& a = *d.book.shop->slab(o.layup.pieces[0].slab);
        const Slab& b = *d.book.shop->slab(o.layup.pieces[1].slab);
        const bool neighbours = a.log == b.log && std::abs(a.sequence - b.sequence) == 1;
        if (!neighbours) {
            apart = true;
        }
        CHECK(o.bookmatch == neighbours);   // with nothing else counting, every pair of neighbours mirrors
        CHECK_FALSE((neighbours && apart)); // and comes before all others
        if (o.bookmatch) {
            // kerf and half of the spare thickness of each: 4 + (58 − 50)/2 + (58 − 50)/2.
            CHECK_THAT(o.loss.match, WithinAbs(4.0 + 4.0 + 4.0, 1e-9));
        }
    }
}

TEST_CASE("what cannot be is left out and counted", "[offers]")
{
    Demo d(1);
    d.slab({3}, [](Slab& s) { s.thickness_mm = 51.0; });
    d.slab({4}, [](Slab& s) { s.thickness_mm.reset(); });
    d.slab({5}, [](Slab& s) { s.price = 5000.0; });
    Job job = d.job;
    job.wishes.budget = 900.0;
    job.wishes.species = "american_sycamore";
    const OfferAnswer answer = bestOffers(offerInput(job, *d.book.shop));
    CHECK(answer.leftOut.tooThin == 1);
    CHECK(answer.leftOut.notMeasured == 1);
    CHECK(answer.leftOut.tooDear == 1);
    CHECK(answer.leftOut.otherSpecies >= 8);
    for (const Offer& o : answer.offers) {
        for (const Piece& p : o.layup.pieces) {
            CHECK(p.slab != SlabId{3});
            CHECK(p.slab != SlabId{4});
            CHECK(p.slab != SlabId{5});
        }
    }
    job.layup.length_mm = 2900.0;
    CHECK(bestOffers(offerInput(job, *d.book.shop)).offers.empty());
}

TEST_CASE("a worse slab never comes before the same one without its faults", "[offers]")
{
    Demo d(1);
    Job job = d.job;
    job.layup.kind = TopKind::Single;
    job.layup.width_mm.reset();
    // A copy of slab 2 with a great void in its middle.
    Slab worse = *d.book.shop->slab({2});
    worse.id = {500};
    Feature rot;
    rot.id = 90;
    rot.kind = FeatureKind::ThroughVoid;
    rot.points = ellipse({1470.0, 0.0}, 400.0, 150.0, 0.0);
    worse.features.push_back(rot);
    d.book = withSlab(d.book, worse);
    const OfferAnswer answer = bestOffers(offerInput(job, *d.book.shop), 100);
    const auto rank = [&](SlabId id) {
        return std::find_if(answer.offers.begin(), answer.offers.end(),
                            [id](const Offer& o) { return o.layup.pieces[0].slab == id; }) -
               answer.offers.begin();
    };
    CHECK(rank({2}) < rank({500}));
    CHECK(rank({500}) < static_cast<long>(answer.offers.size()));
}

TEST_CASE("the search stops when it is told to", "[offers]")
{
    const Shop shop = randomYard(3, 60);
    const OfferAnswer answer = bestOffers(offerInput(wanted(TopKind::Pair), shop), 20, [](double) { return false; });
    CHECK(answer.cancelled);
}

TEST_CASE("panels of one tree: the quick search gives the same as looking at everything", "[offers][panel]")
{
    const unsigned seed = GENERATE(11U, 12U, 13U);
    const Shop shop = randomYard(seed, 8); // two trees of four slabs
    Job job = wanted(TopKind::Panel);
    std::mt19937 random(seed * 31);
    const auto some = [&] { return static_cast<Counts>(random() % 4); };
    job.wishes = {"", std::nullopt, some(), some(), some(), some(), some()};
    if (seed == 12U) {
        job.layup.width_mm = 900.0;
        job.wishes.budget = 1400.0;
    }
    const OfferInput in = offerInput(job, shop);
    const OfferAnswer quick = bestOffers(in);
    const OfferAnswer all = exhaustiveOffers(in);
    REQUIRE(quick.offers.size() == all.offers.size());
    for (size_t i = 0; i < quick.offers.size(); ++i) {
        CHECK_THAT(quick.offers[i].points, WithinAbs(all.offers[i].points, 1e-9));
        CHECK(quick.offers[i].layup == all.offers[i].layup);
        CHECK(quick.offers[i].layup.pieces.size() >= 3);
        CHECK(quick.offers[i].layup.pieces.size() <= 5);
    }
    CHECK(quick.compared <= all.compared);
    // Every offer is of one tree, in the order it was sawn, and stands when it is laid up.
    for (const Offer& o : quick.offers) {
        int last = 0;
        for (const Piece& p : o.layup.pieces) {
            CHECK(shop.slab(p.slab)->log == shop.slab(o.layup.pieces[0].slab)->log);
            CHECK(shop.slab(p.slab)->sequence > last);
            last = shop.slab(p.slab)->sequence;
        }
        Job laid = job;
        laid.layup = o.layup;
        const Plan plan = makePlan(laid, shop);
        CHECK_FALSE(plan.layup->missing);
        if (job.layup.width_mm) {
            CHECK(plan.figure("width_least").value() >= *job.layup.width_mm - 0.05);
        }
    }
}

TEST_CASE("a round is offered only from slabs that hold it whole, where its edges must be", "[offers][round]")
{
    const Shop shop = randomYard(5, 24);
    Job job = wanted(TopKind::Single);
    job.layup.shape = TopShape::Round;
    job.layup.length_mm = 420.0;
    job.layup.edges = OuterEdges::Straight;
    const OfferAnswer whole = bestOffers(offerInput(job, shop));
    REQUIRE_FALSE(whole.offers.empty());
    for (const Offer& o : whole.offers) {
        Job laid = job;
        laid.layup = o.layup;
        const Plan plan = makePlan(laid, shop);
        REQUIRE_FALSE(plan.layup->missing);
        // Looked at in thirteen places along the round: between them an edge may bite a little.
        CHECK_THAT(plan.layup->topArea.value(), Catch::WithinRel(std::acos(-1.0) / 4.0 * 420.0 * 420.0, 0.004));
    }
    job.layup.length_mm = 560.0;
    const OfferAnswer strict = bestOffers(offerInput(job, shop));
    job.layup.edges = OuterEdges::Live;
    const OfferAnswer live = bestOffers(offerInput(job, shop));
    CHECK(live.offers.size() > strict.offers.size());
    job.layup.kind = TopKind::Pair;
    job.layup.edges = OuterEdges::Straight;
    job.layup.length_mm = 700.0;
    const OfferInput in = offerInput(job, shop);
    const OfferAnswer quick = bestOffers(in);
    const OfferAnswer all = exhaustiveOffers(in);
    REQUIRE(quick.offers.size() == all.offers.size());
    REQUIRE_FALSE(quick.offers.empty());
    for (size_t i = 0; i < quick.offers.size(); ++i) {
        CHECK(quick.offers[i].layup == all.offers[i].layup);
    }
}

TEST_CASE("a panel for which nothing matters is found at once, however many slabs the tree gave", "[offers][panel]")
{
    Shop shop = randomYard(21, 16);
    for (auto& slab : shop.slabs) { // all of one tree
        Slab s = *slab;
        s.log = {1};
        s.sequence = s.id.value;
        slab = std::make_shared<const Slab>(s);
    }
    Job job = wanted(TopKind::Panel);
    job.wishes = {"", std::nullopt, Counts::Not, Counts::Not, Counts::Not, Counts::Not, Counts::Not};
    const OfferAnswer answer = bestOffers(offerInput(job, shop));
    REQUIRE(answer.offers.size() == 20);
    CHECK(answer.compared < 100'000); // each set of slabs is left as soon as it gave one layup without a loss
    int asked = 0;                    // and it can be stopped inside the one tree
    const OfferAnswer stopped = exhaustiveOffers(offerInput(job, shop), 20, [&asked](double) { return ++asked < 3; });
    CHECK(stopped.cancelled);
    CHECK(asked == 3);
}
