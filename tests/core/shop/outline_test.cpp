#include <catch2/catch.hpp>

#include "core/geometry/ring.h"
#include "core/shop/outline.h"

using namespace burl;

TEST_CASE("a string and a straight edge tell the same slab", "[slab]")
{
    const Tape string{TapeFrom::String, {{0, 200, 240}, {500, 210, 250}, {900, 190, 260}}};
    const Tape edge{TapeFrom::StraightEdge, {{0, -200, 240}, {500, -210, 250}, {900, -190, 260}}};
    CHECK(outlineOf(string).value() == outlineOf(edge).value());
    CHECK(area_mm2(std::span<const Vec2>(outlineOf(string)->ring())) > 0.0);
}

TEST_CASE("stations not yet read are left out", "[slab]")
{
    Tape tape{TapeFrom::String, {{0, 200, 240}, {300, std::nullopt, 250}, {500, 210, 250}}};
    CHECK(outlineOf(tape)->near.size() == 2);
    tape.readings.pop_back();
    CHECK(outlineOf(tape).error().code == "outline.too_few");
}

TEST_CASE("slips of the tape are named by their row", "[slab]")
{
    const Tape swapped{TapeFrom::StraightEdge, {{0, 100, 500}, {300, 510, 110}, {600, 100, 500}}};
    CHECK(outlineOf(swapped).error().code == "outline.swapped");
    CHECK(outlineOf(swapped).error().sentence.find("row 2") != std::string::npos);
    const Tape backwards{TapeFrom::String, {{0, 100, 500}, {300, 100, 500}, {200, 100, 500}}};
    CHECK(outlineOf(backwards).error().code == "outline.order");
    CHECK(outlineOf(backwards).error().sentence.find("row 3") != std::string::npos);
}

TEST_CASE("the bottom comes from its tape, else from the bevel", "[slab]")
{
    Slab slab;
    slab.top = {TapeFrom::String, {{0, 200, 240}, {500, 210, 250}}};
    slab.bevelNear_mm = 12.0;
    slab.bevelFar_mm = -8.0;
    const auto bottom = outlineOf(slab, Face::Bottom);
    REQUIRE(bottom);
    CHECK(bottom->near[0].y == -212.0);
    CHECK(bottom->far[1].y == 242.0);
    slab.bevelFar_mm = -500.0;
    CHECK(outlineOf(slab, Face::Bottom).error().code == "outline.bevel");
    slab.bottom = Tape{TapeFrom::String, {{0, 190, 230}, {500, 200, 240}}};
    CHECK(outlineOf(slab, Face::Bottom)->near[0].y == -190.0);
}
