// A base comes back from its file as it was; what is none is refused with its line; older files are read.

#include <catch2/catch.hpp>

#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "exchange/job_file.h"
#include "exchange/json/enum_names.h"
#include "exchange/merge.h"

using namespace burl;

namespace
{

Job fullJob()
{
    Job job = *demoBook().jobs[0];
    BaseChoices& b = job.base;
    b.kind = BaseKind::Spider;
    b.surface_mm = 741.5;
    b.feet = BaseFeet::Felt;
    b.foot_mm = 3.5;
    b.footTravel_mm = 4.0;
    b.carpet = true;
    b.deep_mm = 51.0;
    b.thick_mm = 26.0;
    b.wall_mm = 2.5;
    b.spread_mm = 655.0;
    b.along_mm = 1210.0;
    b.lean_deg = -4.0;
    b.leanAlong_deg = 11.0;
    b.inset_mm = 77.0;
    b.tie_mm = 0.0;
    b.rail_mm = 71.0;
    b.railThick_mm = 22.0;
    b.joint = RailJoint::Dowels;
    b.wedge_deg = 6.5;
    b.bow_mm = -35.0;
    b.lamella_mm = 3.2;
    b.column_mm = 89.0;
    b.disc_mm = 610.0;
    b.discThick_mm = 15.0;
    b.ring = true;
    b.wood = "hackberry";
    b.stock_mm = 3000.0;
    b.barPrice = 31.5;
    b.kerf_mm = 2.2;
    b.coat = MetalCoat::Raw;
    b.coater_days = 9.0;
    b.footPoints = {{{10.0, -20.0}, 0.0}, {{30.0, 40.0}, 155.0}};
    b.leg_mm = 705.0;
    b.footGaps_mm = {0.0, std::nullopt, 1.25};
    b.sitter_kg = 90.0;
    b.seat_mm = 460.0;
    b.arms_mm = 655.0;
    b.place_mm = 620.0;
    b.carriers = 5;
    b.hoist_kg = 350.0;
    b.way = {1100.0, 1200.0, 2400.0, 980.0, 1050.0, 1000.0, 1400.0, 2100.0, 1300.0, 1500.0};
    b.roomLong_mm = 5000.0;
    b.roomWide_mm = 4000.0;
    b.chairs = 6.0;
    job.move.channels.front().taper_mm = 6.0;
    return job;
}

std::string changed(std::string text, const std::string& from, const std::string& to)
{
    const size_t at = text.find(from);
    REQUIRE(at != std::string::npos);
    return text.replace(at, from.size(), to);
}

} // namespace

TEST_CASE("every choice of a base comes back", "[base][file]")
{
    const Shop shop = *demoBook().shop;
    Job job = fullJob();
    if (!std::any_of(shop.species.begin(), shop.species.end(), [](const Species& s) { return s.id == "hackberry"; })) {
        job.base.wood = shop.species.front().id;
    }
    const auto back = readJobFile(writeJobFile(job, shop));
    REQUIRE(back);
    CHECK(back->job.base == job.base);
    CHECK(back->job.move == job.move);
    for (const auto& [kind, word] : words::kBase) {
        job.base.kind = kind;
        const auto again = readJobFile(writeJobFile(job, shop));
        REQUIRE(again);
        CHECK(again->job.base.kind == kind);
    }
}

TEST_CASE("a file of before knows no base, and reads as none", "[base][file]")
{
    const Shop shop = *demoBook().shop;
    Job job = *demoBook().jobs[0];
    job.base = {};
    const std::string text = writeJobFile(job, shop);
    CHECK(text.find("\"base\"") == std::string::npos);
    const auto back = readJobFile(text);
    REQUIRE(back);
    CHECK(back->job.base == BaseChoices{});
}

TEST_CASE("what a base cannot be is refused with its line and what would do", "[base][file]")
{
    const Shop shop = *demoBook().shop;
    const std::string text = writeJobFile(*demoBook().jobs[0], shop);
    const auto says = [&](const std::string& from, const std::string& to) {
        const auto back = readJobFile(changed(text, from, to));
        return back ? std::string() : back.error().sentence;
    };
    const std::string high = says("\"surface_mm\": 750.0", "\"surface_mm\": 7500.0");
    CHECK(high.find("between 200 and 2000") != std::string::npos);
    CHECK(high.find("ine ") != std::string::npos); // its line
    CHECK(says("\"kind\": \"u\"", "\"kind\": \"v\"").find("trapezoid") != std::string::npos);
    CHECK(says("\"surface_mm\": 750.0", "\"surface_mm\": 750.0, \"wall_mm\": 15").find("hollow") != std::string::npos);
    CHECK(says("\"surface_mm\": 750.0", "\"surface_mm\": 750.0, \"wood\": \"moonwood\"").find("moonwood") !=
          std::string::npos);
    CHECK(says("\"carriers\": 4", "\"carriers\": 0").find("1 and 12") != std::string::npos);
    CHECK(says("\"surface_mm\": 750.0", "\"surface_mm\": 750.0, \"foot_points\": [[1, 2]]").find("3 numbers") !=
          std::string::npos);
    CHECK(says("\"corridor_mm\": 1350.0", "\"corridor_mm\": -3").find("between") != std::string::npos);
    // A length may be written as a maker writes it.
    const auto feet = readJobFile(changed(text, "\"surface_mm\": 750.0", "\"surface_mm\": \"29 1/2\\\"\""));
    REQUIRE(feet);
    CHECK(feet->job.base.surface_mm == Approx(29.5 * 25.4));
}

TEST_CASE("a base's wood comes along into another shop", "[base][file]")
{
    Book book = demoBook();
    Shop shop = *book.shop;
    Species own = shop.species.front();
    own.id = "own_oak";
    own.name = "oak from the lane";
    own.g12 = 0.71;
    shop.species.push_back(own);
    Job job = *book.jobs[0];
    job.base = BaseChoices{};
    job.base.kind = BaseKind::Trestle;
    job.base.wood = "own_oak";
    const auto file = readJobFile(writeJobFile(job, shop));
    REQUIRE(file);
    Species other = own;
    other.g12 = 0.4; // the same id, another wood
    Shop there = *book.shop;
    there.species.push_back(other);
    book.shop = std::make_shared<const Shop>(there);
    const Merged merged = mergedInto(book, *file);
    const Job& came = *merged.book.jobs.back();
    CHECK(came.base.wood != "own_oak");
    bool found = false;
    for (const Species& s : merged.book.shop->species) {
        found = found || (s.id == came.base.wood && s.g12 == 0.71);
    }
    CHECK(found);
}
