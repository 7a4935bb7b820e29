// What holds a top comes back from its file as it was; what is none is refused with its line; older files are read.

#include <catch2/catch.hpp>

#include <algorithm>

#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "exchange/job_file.h"
#include "exchange/materials.h"
#include "exchange/merge.h"

using namespace burl;

namespace
{

struct Kept {
    Shop shop = *demoBook().shop;
    Job job = *demoBook().jobs[0]; // two slabs of the plane tree, that no table of stiffness names

    Kept()
    {
        SectionStock own{"own_1", "old rail", {SectionKind::Hollow, 45.0, 22.0, 1.8, 190000.0, 7800.0}, false};
        shop.sections.push_back(own);
        Climate room{"own_1", "loft", 12.0, 60.0, 26.0, 45.0, std::nullopt};
        room.months.emplace();
        for (size_t k = 0; k < kMonths; ++k) {
            (*room.months)[k] = {10.0 + static_cast<double>(k), 40.0 + 0.5 * static_cast<double>(k)};
        }
        shop.climates.push_back(room);
        MoveChoices& m = job.move;
        m.climate = "own_1";
        m.assembled = "2027-02-01";
        m.coat = MoistureCoat::Film;
        m.fixedX_mm = 412.5;
        m.baseMass_kg = 27.5;
        m.plates = {{600.0, 12.0, 555.0, 90.0, 5.0, true, 1.5, "own_1", 33.0, 0.2, -0.4}};
        Fastener f;
        f.at = {601.0, -200.0};
        f.kind = FastenerKind::FigureEight;
        f.hole = HoleKind::Oversize;
        f.through_mm = 6.5;
        f.screw_mm = 25.0;
        f.slot_mm = 14.0;
        f.turn_deg = 45.0;
        f.reach_mm = 31.0;
        m.fasteners = {f};
        Channel c = m.channels.front();
        c.section = "own_1";
        c.groove = GrooveKind::TwoSlots;
        c.bolts = 7;
        c.boltsIn_mm = 44.0;
        c.bolt_mm = 6.0;
        m.channels = {c};
    }
};

std::string trouble(std::string text, const std::string& from, const std::string& to)
{
    const size_t at = text.find(from);
    REQUIRE(at != std::string::npos);
    text.replace(at, from.size(), to);
    const auto read = readJobFile(text);
    REQUIRE_FALSE(read);
    return read.error().sentence;
}

} // namespace

TEST_CASE("base, fasteners, channels, room and sections survive the file", "[exchange][move]")
{
    const Kept kept;
    const std::string text = writeJobFile(kept.job, kept.shop);
    const auto read = readJobFile(text);
    REQUIRE(read);
    CHECK(read->job.move == kept.job.move);
    CHECK(*read->shop.section("own_1") == *kept.shop.section("own_1"));
    CHECK(*read->shop.climate("own_1") == *kept.shop.climate("own_1"));
    CHECK(writeJobFile(read->job, read->shop) == text);
}

TEST_CASE("taken into another shop, a section that means something else there gets a name of its own",
          "[exchange][move][merge]")
{
    const Kept kept;
    Book book = demoBook();
    SectionStock other{"own_1", "another", {SectionKind::Flat, 30.0, 10.0, 10.0, 70000.0, 2700.0}, false};
    book = withSection(book, other);
    const auto read = readJobFile(writeJobFile(kept.job, kept.shop));
    REQUIRE(read);
    const Merged merged = mergedInto(book, *read);
    const Job& job = *merged.book.jobs.back();
    CHECK(job.move.channels[0].section != "own_1");
    CHECK(job.move.plates[0].section == job.move.channels[0].section);
    CHECK(merged.book.shop->section(job.move.channels[0].section)->section == kept.shop.section("own_1")->section);
    CHECK(merged.book.shop->section("own_1")->name == "another"); // as it was
}

TEST_CASE("what no top could be held by is refused with its place", "[exchange][move]")
{
    const Kept kept;
    const std::string text = writeJobFile(kept.job, kept.shop);
    CHECK(trouble(text, "\"film\"", "\"tar\"").find("not one of bare, oil, film, epoxy") != std::string::npos);
    CHECK(trouble(text, "\"2027-02-01\"", "\"soon\"").find("2026-11-03") != std::string::npos);
    CHECK(trouble(text, "\"figure_eight\"", "\"nail\"").find("figure_eight") != std::string::npos);
    CHECK(trouble(text, "\"bolts\": 7", "\"bolts\": 70").find("must lie between") != std::string::npos);
    CHECK(trouble(text, "\"thickness_mm\": 1.8", "\"thickness_mm\": 30").find("no hollow") != std::string::npos);
    CHECK(trouble(text, "\"legs_in_mm\": 33.0", "\"legs_in_mm\": -3").find("must lie between") != std::string::npos);
    const size_t months = text.find("\"months\"");
    REQUIRE(months != std::string::npos);
    std::string few = text;
    few.replace(months, 8, "\"moons\"");
    const auto read = readJobFile(few); // a key nobody knows is told, not lost
    REQUIRE(read);
    CHECK_FALSE(read->notes.empty());
}

TEST_CASE("a job from before there were plates reads as it did, and its species keep their stiffness",
          "[exchange][move]")
{
    Kept old;
    old.job.move = MoveChoices{};
    Slab slab = *old.shop.slabs[2]; // its first piece
    slab.species = "black_walnut";
    old.shop.slabs[2] = std::make_shared<const Slab>(slab);
    std::string text = writeJobFile(old.job, old.shop);
    CHECK(text.find("\"plates\"") == std::string::npos);
    CHECK(text.find("\"coat\"") == std::string::npos);
    const size_t at = text.find("\"stiffness\"");
    REQUIRE(at != std::string::npos);
    const size_t comma = text.rfind(',', at);
    text.erase(comma, text.find('}', at) + 1 - comma); // as it was written before
    const auto read = readJobFile(text);
    REQUIRE(read);
    const auto walnut = [](const Shop& shop) {
        return *std::find_if(shop.species.begin(), shop.species.end(),
                             [](const Species& s) { return s.id == "black_walnut"; });
    };
    REQUIRE(walnut(read->shop).ratios);
    CHECK(walnut(read->shop).ratios == walnut(standardShop()).ratios);
    CHECK(walnut(read->shop).ratios->eTangential == 0.056);
    CHECK(read->job.move == MoveChoices{});
}
