// How long a top is where nobody said so, and what mends a slab that is too short.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/layup/layup_edit.h"
#include "core/layup/river.h"
#include "support/demo.h"
#include "support/laid.h"

using namespace burl;
using burl::test::board;
using burl::test::codes;
using burl::test::Demo;
using burl::test::Laid;

namespace
{

constexpr double kTrim_mm = 40.0;

/// A job with nothing laid in, as it is begun.
Job begun(TopKind kind = TopKind::Pair)
{
    Job job;
    job.id = {1};
    return withTopKind(job, kind);
}

} // namespace

TEST_CASE("the first slab says how long the top is, as long as nobody has", "[layup][fit]")
{
    const Slab slab = board(1, 300, 300, 300, 300); // 2 m
    const Job job = withSlabLaidIn(begun(TopKind::Single), slab, 0, kTrim_mm);
    CHECK(job.layup.length_mm == 1920.0);
    CHECK(job.layup.pieces[0].left_mm == -40.0);

    Job said = begun(TopKind::Single);
    said.layup.length_mm = 1500.0;
    said = withSlabLaidIn(said, slab, 0, kTrim_mm);
    CHECK(said.layup.length_mm == 1500.0);
    CHECK(said.layup.pieces[0].left_mm == -250.0);

    Job own = begun(TopKind::Single);
    own.layup.trim_mm = 75.0; // the job's own before the shop's habit
    CHECK(withSlabLaidIn(own, slab, 0, kTrim_mm).layup.length_mm == 1850.0);

    // The second one changes nothing that the first has said.
    const Job pair = withSlabLaidIn(withSlabLaidIn(begun(), slab, 0, kTrim_mm), board(2, 300, 300, 300, 300), 1, 0.0);
    CHECK(pair.layup.length_mm == 1920.0);
}

TEST_CASE("a typed length leaves each piece in the middle, and comes back", "[layup][fit]")
{
    Job job = withSlabLaidIn(begun(TopKind::Single), board(1, 300, 300, 300, 300), 0, kTrim_mm);
    const Job shorter = withLengthAboutMiddle(job, 1700.0);
    CHECK(shorter.layup.pieces[0].left_mm == -150.0);
    CHECK(2000.0 + shorter.layup.pieces[0].left_mm == 1850.0); // as much beyond the other end
    CHECK(withLengthAboutMiddle(shorter, 1920.0) == job);
    CHECK(withLength(job, 1700.0).layup.pieces[0].left_mm == -40.0); // a dragged end leaves the wood where it is
}

TEST_CASE("ends that are short are brought into the wood with one edit", "[layup][fit]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.layup.length_mm = 2100.0;
    const Plan before = l.plan();
    REQUIRE(codes(before.layup->findings).count("layup.too_short") == 1);
    l.job = withEndsInWood(l.job, *before.layup);
    const Plan after = l.plan();
    CHECK(codes(after.layup->findings).count("layup.too_short") == 0);
    CHECK(codes(after.layup->findings).count("layup.no_trim") == 0);
    CHECK(l.job.layup.length_mm == 2000.0 - 2.0 * after.layup->trim_mm);
    CHECK(withEndsInWood(l.job, *after.layup) == l.job); // nothing is left to do

    // Long enough, but slid too far: only slid back.
    l.job.layup.length_mm = 1600.0;
    l.job.layup.pieces[0].left_mm = 20.0;
    const Plan slid = l.plan();
    REQUIRE(codes(slid.layup->findings).count("layup.too_short") == 1);
    l.job = withEndsInWood(l.job, *slid.layup);
    CHECK(l.job.layup.length_mm == 1600.0);
    CHECK(l.job.layup.pieces[0].left_mm == -200.0);
}

TEST_CASE("rods begin no thicker than a third of the top, of a size that is sold", "[layup][fit]")
{
    CHECK(thickestRod_mm(42.0) == 12.0);
    CHECK(thickestRod_mm(48.0) == 16.0);
    CHECK(thickestRod_mm(47.9) == 12.0);
    CHECK(thickestRod_mm(10.0) == 6.0); // none is thinner
    CHECK(begun(TopKind::Gap).layup.rods.diameter_mm == 12.0);
    CHECK(begun(TopKind::Pair).layup.rods.diameter_mm == RodChoices{}.diameter_mm);
}

TEST_CASE("another kind of top keeps what it has room for", "[layup][fit]")
{
    const Demo demo(1);
    const Job one = withTopKind(demo.job, TopKind::Single);
    REQUIRE(one.layup.pieces.size() == 1);
    CHECK(one.layup.pieces[0].slab == demo.job.layup.pieces[0].slab);
    CHECK_FALSE(one.layup.pieces[0].rip);
    CHECK(withTopKind(demo.job, TopKind::Panel).layup.pieces.size() == 2);
}

TEST_CASE("the largest round keeps clear of the ends", "[layup][fit]")
{
    Laid l(TopKind::Single, {board(1, 990, 990, 990, 990)}); // as wide as it is long
    l.job.layup.shape = TopShape::Round;
    l.job.layup.trim_mm = 40.0;
    const Plan plan = l.plan();
    const auto round = withLargestRound(l.job, *plan.layup);
    REQUIRE(round);
    CHECK(round->layup.length_mm == Approx(1920.0).margin(2.0)); // not the 1980 of its width
}
