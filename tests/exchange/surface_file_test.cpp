// A surface comes back from its file as it was; what is none is refused with its line; older files are read.

#include <catch2/catch.hpp>

#include "demo/demo_shop.h"
#include "exchange/job_file.h"
#include "exchange/json/enum_names.h"

using namespace burl;

namespace
{

std::string textOf(const SurfaceChoices& surface)
{
    Job job = *demoBook().jobs[0];
    job.surface = surface;
    return writeJobFile(job, *demoBook().shop);
}

std::string refusedBy(const SurfaceChoices& surface, const std::string& from, const std::string& to)
{
    std::string text = textOf(surface);
    const size_t at = text.find(from);
    REQUIRE(at != std::string::npos);
    const auto back = readJobFile(text.replace(at, from.size(), to));
    return back ? std::string() : back.error().sentence;
}

} // namespace

TEST_CASE("every choice of a surface comes back", "[surface][file]")
{
    SurfaceChoices s;
    s.glue = GlueKind::Polyurethane;
    s.bothSides = true;
    s.room_C = 17.5;
    s.people = 3;
    s.pressure_N_mm2 = 0.8;
    s.clamp_N = 5500.0;
    s.clampPitch_mm = 210.0;
    s.pad_mm = 33.0;
    s.clampsAtHand = 14.0;
    s.bow_mm = 0.4;
    s.live = EdgeTreatment::BarkKept;
    s.stretches = {{true, 100.0, 900.0, EdgeTreatment::Undercut, 12.0},
                   {false, 0.0, 50.0, EdgeTreatment::Chipped, 8.0}};
    s.keyDepth = 0.45;
    s.repairs = {{RepairKind::SawMark, {410.0, -33.0}, 80.0, 7.0, 5.5}};
    s.above = {CornerCut::Chamfer, 1.0, 4.0, 5.0};
    s.below = {CornerCut::None, 0.0, 0.0, 0.0};
    s.bearing_mm = 8.0;
    s.look = WoodLook::Dark;
    s.startGrit = 60;
    s.stopGrit = 180.0;
    s.resinGrit = 600.0;
    s.machines = 2;
    s.maxRatio = 1.6;
    s.rate_min_m2 = 5.5;
    s.edgeRate_min_m = 2.0;
    s.discLife_m2 = 0.9;
    s.pencil_mm = 120.0;
    s.waterPop = false;
    s.sanded = {{SurfacePart::Under, 80, "2026-12-01"}, {SurfacePart::Resin, 320, ""}};
    s.finish = FinishKind::Ceramic;
    s.faces = FacesSchool::TwoBelow;
    s.coats = 3.0;
    s.coverage_m2_L = 31.0;
    s.wipers = 2;
    s.baseToo = true;
    s.before = true;
    s.firstCoat = "2026-12-14T08:30";
    const auto back = readJobFile(textOf(s));
    REQUIRE(back);
    CHECK(back->job.surface == s);
    for (const auto& [kind, word] : words::kFinish) {
        s.finish = kind;
        const auto again = readJobFile(textOf(s));
        REQUIRE(again);
        CHECK(again->job.surface.finish == kind);
    }
}

TEST_CASE("a file of before knows no surface", "[surface][file]")
{
    CHECK(textOf({}).find("\"surface\"") == std::string::npos);
    const auto back = readJobFile(textOf({}));
    REQUIRE(back);
    CHECK(back->job.surface == SurfaceChoices{});
}

TEST_CASE("what a surface cannot be is refused with its line and what would do", "[surface][file]")
{
    SurfaceChoices s;
    s.startGrit = 60;
    s.firstCoat = "2026-12-14T08:30";
    s.stretches = {{true, 100.0, 900.0, EdgeTreatment::Undercut, 12.0}};
    s.sanded = {{SurfacePart::Under, 80, "2026-12-01"}};
    CHECK(refusedBy(s, "\"start_grit\": 60", "\"start_grit\": 3").find("12 and 2500") != std::string::npos);
    CHECK(refusedBy(s, "2026-12-14T08:30", "2026-02-31T08:30").find("2026-11-03T08:00") != std::string::npos);
    CHECK(refusedBy(s, "2026-12-14T08:30", "tomorrow").find("moment") != std::string::npos);
    CHECK(refusedBy(s, "\"to_mm\": 900.0", "\"to_mm\": 50.0").find("right of") != std::string::npos);
    CHECK(refusedBy(s, "\"far\"", "\"top\"").find("far, near") != std::string::npos);
    CHECK(refusedBy(s, "2026-12-01", "2026-13-01").find("day") != std::string::npos);
    CHECK(refusedBy(s, "hard_wax_oil_two_parts", "varnish").find("film") != std::string::npos);
}
