// Gluing, edges, sanding and finish of real tops: by hand, by laws, and what is said of them.

#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>
#include <numeric>
#include <random>

#include "core/layup/tenon_row.h"
#include "core/measure/clock.h"
#include "core/surface/gluing.h"
#include "core/surface/work_words.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;

namespace
{

const PartSanding* partOf(const SurfacePlan& plan, SurfacePart part)
{
    for (const PartSanding& p : plan.sanding) {
        if (p.part == part) {
            return &p;
        }
    }
    return nullptr;
}

} // namespace

TEST_CASE("grits: no step wider than asked, and no ladder with fewer", "[surface]")
{
    std::mt19937 random(7);
    const std::vector<int> all{40, 60, 80, 100, 120, 150, 180, 220, 320, 400, 600, 800};
    for (int n = 0; n < 200; ++n) {
        GritQuestion q;
        for (const int g : all) {
            if (random() % 3 != 0) {
                q.available.push_back(g);
            }
        }
        q.start = all[random() % 5];
        q.stop = all[5 + random() % 7];
        q.maxRatio = 1.3 + 0.1 * static_cast<double>(random() % 9);
        q.by = random() % 2 == 0 ? GritStep::ByNumber : GritStep::BySize;
        const GritLadder l = gritLadder(q);
        const auto step = [&](int a, int b) {
            return q.by == GritStep::ByNumber ? static_cast<double>(b) / a : grain_um(a) / grain_um(b);
        };
        // Every subset in turn: the oracle.
        std::vector<int> between;
        for (const int g : q.available) {
            if (g > q.start && g < q.stop) {
                between.push_back(g);
            }
        }
        size_t fewest = 1000;
        for (unsigned mask = 0; mask < (1U << between.size()); ++mask) {
            std::vector<int> way{q.start};
            for (size_t i = 0; i < between.size(); ++i) {
                if ((mask >> i & 1U) != 0) {
                    way.push_back(between[i]);
                }
            }
            way.push_back(q.stop);
            bool fine = true;
            for (size_t i = 0; i + 1 < way.size(); ++i) {
                fine = fine && step(way[i], way[i + 1]) <= q.maxRatio + 1e-9;
            }
            fewest = fine ? std::min(fewest, way.size()) : fewest;
        }
        CHECK(l.grits.empty() == (fewest == 1000));
        if (!l.grits.empty()) {
            CHECK(l.grits.size() == fewest);
            CHECK(l.grits.front() == q.start);
            CHECK(l.grits.back() == q.stop);
            CHECK(l.largestRatio <= q.maxRatio + 1e-9);
        } else {
            CHECK(l.beyond > l.reached);
        }
    }
}

TEST_CASE("sections share the area, and none takes longer than its window", "[surface]")
{
    for (const int number : {1, 2, 3, 6}) {
        Demo d(number);
        for (const int people : {1, 2}) {
            d.job.surface.wipers = people;
            const Plan plan = d.plan();
            const SurfacePlan& s = *plan.surface;
            REQUIRE(s.sections.possible);
            CHECK(s.sections.each_min <= finishClass(d.job.surface.finish).window_min + 1e-9);
            CHECK(std::accumulate(s.sections.strips_mm.begin(), s.sections.strips_mm.end(), 0.0) ==
                  Approx(boundsOf(s.outline).width()).epsilon(1e-9));
            CHECK(s.sections.section_mm2 * s.sections.sections == Approx(area_mm2(s.outline)).epsilon(1e-9));
            // One section fewer would be too large.
            CHECK(
                (s.sections.sections == 1 || area_mm2(s.outline) / (s.sections.sections - 1) > s.sections.largest_mm2));
        }
    }
}

TEST_CASE("what a finish takes, by hand: both faces and the edges of a straight top", "[surface]")
{
    FinishInput in;
    in.faces = {{2e6, 2}, {2e6, 1}};
    in.edges = {{6000.0, 1.0}};
    in.thickness_mm = 50.0;
    in.edgeCoats = 2;
    in.coverage_m2_L = 20.0;
    in.firstCoat = 1.5;
    in.loss = 0.1;
    in.mix = {3.0, RatioBy::Volume, 1.0, 1.0};
    const FinishAmount a = finishAmount(in);
    REQUIRE(a.coats.size() == 2);
    CHECK(a.edge_mm2 == Approx(300000.0));
    CHECK(a.coats[0].parts.volume_L == Approx(4.3 / 20.0 * 1.5 / 0.9));
    CHECK(a.coats[1].parts.volume_L == Approx(2.3 / 20.0 / 0.9));
    CHECK(a.all.a_L == Approx(3.0 * a.all.b_L));
}

TEST_CASE("a coat's litres grow with coats, and both schools differ as they say", "[surface]")
{
    Demo d(1);
    d.job.surface.finish = FinishKind::Film;
    const double alike = d.plan().figure("finish").value();
    d.job.surface.faces = FacesSchool::TwoBelow;
    const Plan two = d.plan();
    CHECK(two.surface->coatsShow == 4);
    CHECK(two.surface->coatsUnder == 2);
    CHECK(two.figure("finish").value() < alike);
    CHECK(codes(two.surface->findings).count("surface.faces_differ") == 1);
    d.job.surface.coats = 6.0;
    CHECK(d.plan().figure("finish").value() > two.figure("finish").value());
    d.job.surface.coverage_m2_L = 24.0; // twice what the class has
    const double half = d.plan().figure("finish").value();
    d.job.surface.coverage_m2_L = 12.0;
    CHECK(d.plan().figure("finish").value() == Approx(2.0 * half));
    CHECK_FALSE(d.plan().figure("finish").isGuess());
}

TEST_CASE("discs and minutes are those of the grits; two machines halve the faces alone", "[surface]")
{
    Demo d(1);
    const Plan one = d.plan();
    const PartSanding* show = partOf(*one.surface, SurfacePart::Show);
    REQUIRE(show != nullptr);
    CHECK(show->ladder.grits == std::vector<int>{80, 100, 150});
    const double m2 = area_mm2(one.surface->outline) / 1e6;
    CHECK(show->times.steps[0].face_min == Approx(m2 * 2 * d.job.surface.rate_min_m2));
    CHECK(show->times.steps[0].discs == static_cast<int>(std::ceil(m2 * 2 / d.job.surface.discLife_m2)));
    d.job.surface.machines = 2;
    const Plan two = d.plan();
    const PartSanding* again = partOf(*two.surface, SurfacePart::Show);
    CHECK(again->times.steps[0].elapsed_min == Approx(show->times.steps[0].face_min / 2.0 + 4.0));
    CHECK(again->times.work_min == Approx(show->times.work_min));
    CHECK(partOf(*two.surface, SurfacePart::Edges)->times.elapsed_min ==
          Approx(partOf(*one.surface, SurfacePart::Edges)->times.elapsed_min));
}

TEST_CASE("where sanding stops: wood, finish and resin decide, and what is written down counts", "[surface]")
{
    Demo d(2);
    d.job.fill.colours.first.clear();
    d.job.fill.pigment_pct = 0.0;
    Plan plan = d.plan();
    REQUIRE(partOf(*plan.surface, SurfacePart::Resin) != nullptr);
    CHECK(partOf(*plan.surface, SurfacePart::Resin)->stop == 800);
    CHECK(partOf(*plan.surface, SurfacePart::Under)->stop == 120);
    d.job.surface.resinGrit = 320.0;
    CHECK(codes(d.plan().surface->findings).count("surface.resin_dull") == 1);
    d.job.surface.look = WoodLook::Figured;
    d.job.surface.stopGrit = 220.0;
    CHECK(codes(d.plan().surface->findings).count("surface.too_fine") == 1);
    d.job.surface.look = WoodLook::Plain;
    CHECK(codes(d.plan().surface->findings).count("surface.finer") == 1);
    d.job.surface.stopGrit.reset();
    d.job.surface.finish = FinishKind::Film;
    CHECK(partOf(*d.plan().surface, SurfacePart::Show)->stop == 180);
    const double whole = partOf(*d.plan().surface, SurfacePart::Show)->minutesLeft;
    d.job.surface.sanded = {{SurfacePart::Show, 80, "2026-12-01"}};
    const Plan begun = d.plan();
    CHECK(partOf(*begun.surface, SurfacePart::Show)->reached == 80);
    CHECK(partOf(*begun.surface, SurfacePart::Show)->minutesLeft < whole);
    CHECK(begun.figure("sanding_left").value() < begun.figure("sanding").value());
    d.job.surface.maxRatio = 1.1;
    CHECK(codes(d.plan().surface->findings).count("surface.skip") == 1);
}

TEST_CASE("glue that is too quick says so, and as many people as it names are enough", "[surface]")
{
    Demo d(6);
    d.job.surface = {};
    const Plan late = d.plan();
    REQUIRE(late.surface->glueAll);
    REQUIRE_FALSE(late.surface->glueAll->fits);
    CHECK(codes(late.surface->findings).count("surface.glue_late") == 1);
    REQUIRE(late.surface->glueAll->peopleNeeded);
    d.job.surface.people = *late.surface->glueAll->peopleNeeded;
    CHECK(codes(d.plan().surface->findings).count("surface.glue_late") == 0);
    d.job.surface.people -= 1;
    CHECK(codes(d.plan().surface->findings).count("surface.glue_late") == 1);
    d.job.surface.room_C = 5.0;
    CHECK(codes(d.plan().surface->findings).count("surface.glue_cold") == 1);
    d.job.surface.clampsAtHand = 3.0;
    CHECK(codes(d.plan().surface->findings).count("surface.clamps_few") == 1);
    d.job.surface.bow_mm = 2.0;
    CHECK(codes(d.plan().surface->findings).count("surface.joint_bowed") == 1);
    // Grams: all joints and their tenons.
    double grams = 0.0;
    int tenons = 0;
    const Plan plan = d.plan();
    for (const JointGlue& j : plan.surface->joints) {
        grams += j.glue.grams;
        tenons += j.tenons;
    }
    CHECK(d.plan().figure("glue_grams").value() == Approx(grams));
    CHECK(static_cast<size_t>(tenons) == d.plan().tenons->places.size());
}

TEST_CASE("clamps press no harder than they can, and hold every stretch", "[surface]")
{
    std::mt19937 random(3);
    std::uniform_real_distribution<double> any(0.0, 1.0);
    for (int n = 0; n < 200; ++n) {
        ClampInput in;
        in.length_mm = 100.0 + 3000.0 * any(random);
        in.thickness_mm = 20.0 + 60.0 * any(random);
        in.pressure_N_mm2 = 0.3 + 1.5 * any(random);
        in.clamp_N = 1000.0 + 8000.0 * any(random);
        in.mostPitch_mm = 100.0 + 400.0 * any(random);
        const ClampRow row = clampRow(in);
        CHECK(row.each_N <= in.clamp_N + 1e-6);
        CHECK(row.each_N * row.count == Approx(row.force_N));
        CHECK((!row.pitch_mm || *row.pitch_mm <= in.mostPitch_mm + 1e-9));
        CHECK(row.positions_mm.size() == static_cast<size_t>(row.count));
    }
}

TEST_CASE("a row of tenons keeps clear of everything at one pitch, and no shorter row does", "[surface]")
{
    std::mt19937 random(11);
    std::uniform_real_distribution<double> any(0.0, 1.0);
    for (int n = 0; n < 60; ++n) {
        TenonRowInput in;
        in.to_mm = 600.0 + 1800.0 * any(random);
        for (size_t k = random() % 4; k > 0; --k) {
            const double at = in.to_mm * any(random);
            in.obstacles.emplace_back(at, at + 60.0 * any(random));
        }
        const TenonRow row = tenonRow(in);
        const double half = in.keep_mm + in.wide_mm / 2.0;
        for (size_t i = 0; i < row.positions_mm.size(); ++i) {
            const double x = row.positions_mm[i];
            CHECK(x >= half - 1e-6);
            CHECK(x <= in.to_mm - half + 1e-6);
            for (const auto& [a, b] : in.obstacles) {
                CHECK((x <= a - half + 1e-6 || x >= b + half - 1e-6));
            }
            if (i > 0) {
                CHECK(x - row.positions_mm[i - 1] == Approx(*row.pitch_mm));
                CHECK(*row.pitch_mm >= in.leastPitch_mm - 1e-6);
                CHECK(*row.pitch_mm <= in.mostPitch_mm + 1e-6);
            }
        }
        if (row.possible) {
            REQUIRE(row.freeCount);
            CHECK(*row.freeCount <= static_cast<int>(row.positions_mm.size()));
            CHECK(row.positions_mm.front() <= in.mostEnd_mm + 1e-6);
            CHECK(row.positions_mm.back() >= in.to_mm - in.mostEnd_mm - 1e-6);
        }
    }
}

TEST_CASE("stretches of an edge cover it once, and carving takes wood", "[surface]")
{
    Demo d(1);
    d.job.surface.stretches = {
        {true, 400.0, 900.0, EdgeTreatment::Undercut, 20.0},
        {true, 800.0, 1500.0, EdgeTreatment::CarvedAnew, 30.0}, // overlaps: what comes first stays
        {false, -200.0, 300.0, EdgeTreatment::BarkKept, 20.0},
        {false, 2600.0, 9000.0, EdgeTreatment::Chipped, 15.0}};
    const Plan plan = d.plan();
    double far = 0.0;
    double near = 0.0;
    double at[2] = {0.0, 0.0};
    for (const EdgePlan& e : plan.surface->edges) {
        CHECK(e.from_mm == Approx(at[e.far ? 0 : 1]));
        at[e.far ? 0 : 1] = e.to_mm;
        (e.far ? far : near) += e.to_mm - e.from_mm;
        CHECK(e.length_mm >= e.to_mm - e.from_mm - 1e-9);
    }
    CHECK(far == Approx(2700.0));
    CHECK(near == Approx(2700.0));
    CHECK(plan.figure("edge_goes").value() > 0.0);
    CHECK(codes(plan.surface->findings).count("surface.bark_kept") == 1);
    d.job.surface.above = {CornerCut::Round, 30.0, 0.0, 0.0};
    d.job.surface.below = {CornerCut::Chamfer, 0.0, 10.0, 30.0};
    CHECK(codes(d.plan().surface->findings).count("surface.edges_meet") == 1);
    d.job.surface.below.onEdge_mm = 12.0;
    CHECK(codes(d.plan().surface->findings).count("surface.bearing") == 1);
}

TEST_CASE("a round's edge is that of a disc", "[surface]")
{
    Demo d(3);
    d.job.surface.above = {CornerCut::None, 0.0, 0.0, 0.0};
    d.job.surface.below = {CornerCut::None, 0.0, 0.0, 0.0};
    const Plan plan = d.plan();
    CHECK(plan.surface->profile.area_mm2.value() ==
          Approx(std::numbers::pi * 826.0 * plan.flatten->thickness.value()).epsilon(1e-3));
    CHECK(plan.surface->profile.removed_mL.value() == 0.0);
    CHECK(plan.surface->edges.empty());
}

TEST_CASE("repairs: layers, filler, an offcut for a patch; keys as deep as is chosen", "[surface]")
{
    Demo d(1);
    d.job.surface.repairs = {{RepairKind::Slip, {900.0, 100.0}, 60.0, 10.0, 7.0},
                             {RepairKind::Patch, {1200.0, -50.0}, 80.0, 30.0, 5.0},
                             {RepairKind::Patch, {1500.0, -50.0}, 2900.0, 900.0, 5.0},
                             {RepairKind::Crack, {9000.0, 0.0}, 60.0, 1.0, 8.0},
                             {RepairKind::Stick, {400.0, 0.0}, 5.0, 5.0, 90.0}};
    Plan plan = d.plan();
    REQUIRE(plan.surface->repairs.size() == 5);
    CHECK(plan.surface->repairs[0].layers == 3); // 7 mm in layers of 3
    CHECK(plan.surface->repairs[0].fill_mL == Approx(1.15 * 60.0 * 10.0 * 7.0 / 1000.0));
    CHECK_FALSE(plan.surface->repairs[1].offcut.empty());
    CHECK(plan.surface->repairs[2].offcut.empty());
    const auto said = codes(plan.surface->findings);
    CHECK(said.count("surface.no_patch") == 1);
    CHECK(said.count("surface.repair_off") == 1);
    CHECK(said.count("surface.repair_deep") == 1);
    Demo round(3);
    plan = round.plan();
    REQUIRE(plan.surface->keys.size() == plan.layup->keys.size());
    REQUIRE_FALSE(plan.surface->keys.empty());
    CHECK(plan.surface->keys[0].deep_mm == Approx(0.4 * plan.flatten->thickness.value()));
}

TEST_CASE("coats keep their windows; one that falls in the night is said", "[surface][days]")
{
    Demo d(1);
    d.job.days = {};
    d.job.surface.finish = FinishKind::FloodCoat; // four hours from coat to coat, two days at most
    d.job.surface.coats = 3.0;
    d.job.surface.faces = FacesSchool::Alike;
    const auto at = [&](const Plan& plan, const char* key) {
        const PlannedStep* p = plan.days->plannedStep(key);
        INFO(key);
        REQUIRE(p != nullptr);
        return p->start;
    };
    Worked worked;
    worked.now_h = hoursOf("2026-12-01T08:00");
    const Plan plan = makePlan(d.job, *d.book.shop, nullptr, worked);
    CHECK(at(plan, "under_2") - at(plan, "under_1") >= 4 * 60);
    CHECK(at(plan, "show_2") - at(plan, "show_1") >= 4 * 60);
    REQUIRE(plan.days->coatAt_h(1));
    CHECK(*plan.days->coatAt_h(1) == plan.days->hoursAt(at(plan, "show_2")));
    CHECK(plan.figure("second_coat").value() == std::floor(*plan.days->coatAt_h(1) / 24.0));
    CHECK(plan.figure("cured").value() >= plan.figure("second_coat").value() + 14.0); // two weeks, by class
}

TEST_CASE("all that is to be done is there as data, with no negative minute", "[surface]")
{
    for (int number = 1; number <= 8; ++number) {
        const Demo d(number);
        const Plan plan = d.plan();
        for (const SurfaceTask& w : plan.surface->tasks) {
            INFO(d.job.name << ": " << w.name);
            CHECK(w.hands_min >= 0.0);
            CHECK(w.wait_h >= 0.0);
            CHECK_FALSE(w.name.empty());
        }
        for (const auto& words : {glueWords(*plan.surface), edgeWords(*plan.surface, {}), sandingWords(*plan.surface),
                                  finishWords(*plan.surface), careWords(*plan.surface)}) {
            CHECK_FALSE(words.empty());
        }
    }
}

TEST_CASE("a glue-up worked by hand", "[surface]")
{
    GlueInput in;
    in.joint_mm = 2000.0;
    in.thickness_mm = 50.0;
    in.faces = 2;
    in.tenons = 10;
    in.clamps = 6;
    in.open_min = {{20.0, 10.0}};
    const GlueTime time = glueTime(in);
    CHECK(time.grams == Approx(67.0));                              // 0.2 m² of 160 g, ten tenons of 3.5 g
    CHECK(time.work_min == Approx(0.2 / 0.6 + 350.0 / 60.0));       // 200 s of tenons, 150 s of clamps
    CHECK(time.assembly_min == Approx(1.0 + 1.0 / 3.0 + 35.0 / 6)); // and a minute to close it
    in.faces = 1;
    CHECK(glueTime(in).grams == Approx(51.0));
}
