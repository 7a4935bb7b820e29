// The sled over the slab, packers of what a shop has, and what the range of the thickness means.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/flatten/packers.h"
#include "core/flatten/range_plan.h"
#include "core/router/rig.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

const FaceOnBench kFace{"A3, top face", 66.0, 59.0, 64.0};

FlattenMethod sled()
{
    FlattenMethod m;
    m.id = "router_sled";
    m.bit_mm = 50.0;
    m.overlap = 0.5;
    return m;
}

struct Told {
    std::vector<Entry> figures;
    std::vector<Finding> findings;
    [[nodiscard]] std::set<std::string> codes() const { return burl::test::codes(findings); }
};

Told told(const Rig& rig, const FaceOnBench& face = kFace)
{
    Told out;
    reportRig(rig, sled(), rigPlan(rig, sled(), {face}), out.figures, out.findings);
    return out;
}

} // namespace

TEST_CASE("the bit stands out by rail, floor and plane, and a quarter of the shank may", "[rig]")
{
    const Rig rig; // rails 80, floor 12, cutter 45, shank 50
    CHECK_THAT(leastInCollet_mm(rig), WithinAbs(37.5, 1e-12));
    CHECK_THAT(mostOut_mm(rig), WithinAbs(45.0 + 12.5, 1e-12));
    const RigPlan plan = rigPlan(rig, sled(), {kFace});
    CHECK_THAT(plan.faces[0].outFirst_mm, WithinAbs(92.0 - 64.0, 1e-12));
    CHECK_THAT(plan.faces[0].outLast_mm, WithinAbs(92.0 - 59.0, 1e-12));
    CHECK_THAT(plan.faces[0].inCollet_mm, WithinAbs(95.0 - 33.0, 1e-12));
    CHECK(plan.faces[0].sheet_mm == 0.0);
    CHECK(plan.faces[0].clears);
    CHECK(told(rig).findings.empty());
    Rig stubby = rig;
    stubby.shank_mm = 20.0; // all of so short a shank stays in
    CHECK_THAT(leastInCollet_mm(stubby), WithinAbs(20.0, 1e-12));
}

TEST_CASE("a bit that does not reach wants a sheet under the slab, or a longer bit", "[rig]")
{
    Rig rig;
    rig.cutterLong_mm = 15.0; // reaches 27.5; 33 is needed
    const Told t = told(rig);
    REQUIRE(t.codes() == std::set<std::string>{"rig.no_reach"});
    CHECK(t.findings[0].severity == Severity::Stop);
    CHECK_THAT(t.findings[0].figures[0].value(), WithinAbs(5.5, 1e-9));
    CHECK(remedyText(t.findings[0], {}).find("lay a sheet of 5.5 mm") == 0);
    FaceOnBench proud = kFace;
    proud.highest_mm = 75.0; // a sheet would lift it into the sled
    CHECK(remedyText(told(rig, proud).findings[0], {}).find("a longer bit") == 0); // lower rails would not clear it
    // Of measures that nobody gave it is a question, not a stop.
    FaceOnBench deep = kFace;
    deep.plane_mm = 10.0;
    const Told usual = told(Rig{}, deep);
    REQUIRE(usual.codes().count("rig.no_reach") == 1);
    CHECK(usual.findings[0].severity == Severity::Caution);
    CHECK(remedyText(usual.findings[0], {}).find("measure") == 0);
    rig.railHeight_mm = 67.0;
    CHECK(told(rig).codes().count("rig.no_clearance") == 1);
}

TEST_CASE("sag, tilt and a hollow bench are told with what mends them", "[rig]")
{
    Rig rig;
    rig.railsApart_mm = 1800.0;
    rig.wallHigh_mm = 25.0;
    rig.tilt_deg = 0.5;
    rig.benchGap_mm = 0.8;
    const RigPlan plan = rigPlan(rig, sled(), {kFace});
    CHECK_THAT(plan.ridge_mm, WithinAbs(25.0 * std::tan(0.5 * std::acos(-1.0) / 180.0), 1e-12));
    CHECK_THAT(plan.tapeLayers, WithinAbs(300.0 * std::tan(0.5 * std::acos(-1.0) / 180.0) / 0.1, 1e-9));
    CHECK(told(rig).codes() == std::set<std::string>{"rig.bench", "rig.ridges", "rig.sag"});
    Rig steel = rig;
    steel.build = SledBuild::Steel;
    CHECK(rigPlan(steel, sled(), {}).sag_mm < plan.sag_mm / 3.0);
    Rig wide = rig;
    wide.railsApart_mm = 900.0; // half the span: an eighth of the router's sag, a sixteenth of its own
    CHECK(rigPlan(wide, sled(), {}).sag_mm < plan.sag_mm / 8.0 + 1e-9);
}

TEST_CASE("the demo's table is checked against its rig, and only under a sled", "[rig][plan]")
{
    Demo demo(1);
    Plan plan = demo.plan();
    REQUIRE(plan.figure("bit_out"));
    CHECK(codes(plan.flatten->findings).count("rig.no_reach") == 0);
    demo.job.flatten.rig.railHeight_mm = 62.0;
    CHECK(codes(demo.plan().flatten->findings).count("rig.no_clearance") == 1);
    demo.job.flatten.method.id = "cnc";
    CHECK_FALSE(demo.plan().figure("bit_out"));
}

TEST_CASE("packers are built of whole pieces, and what that costs is the plane's lean", "[packers]")
{
    CHECK(packerPieces(4.6, PackerStock::Millimetre) == 5);
    CHECK(packerPieces(2.4, PackerStock::ThirtySecond) == 3);
    CHECK(packerPieces(1.6, PackerStock::Veneer) == 3);
    CHECK(packerPieces(1.6, PackerStock::Any) == 0);
    // A slab 50 thick, its faces parallel and leaning by 4 mm in 1000: packers 4.4 at one end, rounded to 4.
    std::vector<Point3> top;
    std::vector<Point3> bottom;
    for (const double x : {0.0, 1000.0}) {
        for (const double y : {0.0, 400.0}) {
            top.push_back({x, y, 50.0 + 0.0044 * x});
            bottom.push_back({x, y, 0.0044 * x});
        }
    }
    const Plane level{0.0044, 0.0, 0.0};
    CHECK_THAT(thicknessAtSlopes(top, bottom, 0.0044, 0.0), WithinAbs(50.0 / std::sqrt(1.0 + 0.0044 * 0.0044), 1e-9));
    const auto packers = packersUnder(Plane{0.0, 0.0, 0.0}, bottom); // as if the bench were the plane
    REQUIRE(packers.size() == 4);
    CHECK_THAT(packers[3].squareToBench_mm, WithinAbs(4.4, 1e-9));
    // Leaning 0.4 in 1000 off its best plane a slab of 1000 loses 0.4 between its faces.
    CHECK_THAT(roundedPackers(top, bottom, level, packers, PackerStock::Millimetre).cost_mm(), WithinAbs(0.4, 0.01));
    CHECK(roundedPackers(top, bottom, level, packers, PackerStock::Any).cost_mm() == 0.0);
    CHECK(roundedPackers(top, bottom, level, packers, PackerStock::Card).cost_mm() <
          roundedPackers(top, bottom, level, packers, PackerStock::Millimetre).cost_mm());
}

TEST_CASE("rounded packers never make a slab thicker", "[packers][plan]")
{
    Demo demo(1);
    for (const PackerStock stock : {PackerStock::Millimetre, PackerStock::ThirtySecond, PackerStock::Veneer}) {
        demo.job.flatten.packers = stock;
        const Plan plan = demo.plan();
        for (const FlattenedPiece& piece : plan.flatten->pieces) {
            CHECK(piece.rounded.cost_mm() >= 0.0);
            CHECK(piece.rounded.cost_mm() < 1.5);
            for (const Packer& p : piece.packers) {
                CHECK(std::abs(p.pieces * packerUnit_mm(stock) - p.squareToBench_mm) <=
                      packerUnit_mm(stock) / 2.0 + 1e-9);
            }
        }
    }
}

TEST_CASE("the range of the top is that of its thinner piece, and the wanted thickness is judged by it",
          "[sureness][plan]")
{
    Demo demo(1);
    demo.job.layup.thickness_mm = 47.0;
    const Plan plan = demo.plan();
    const RangePlan sure = rangePlan(*plan.flatten.input, *plan.flatten);
    REQUIRE(sure.low_mm);
    CHECK(*sure.low_mm < plan.figure("thickness_possible").value()); // the readings alone promise too much
    CHECK(*sure.low_mm < *sure.high_mm);
    CHECK(codes(sure.findings).count("flatten.sure") == 1); // 47 of some 49
    double least = 1e9;
    for (const Entry& e : sure.figures) {
        if (e.figure.node().key.rfind("sure_low_", 0) == 0) {
            least = std::min(least, e.figure.value());
        }
    }
    CHECK(*sure.low_mm <= least); // two pieces, each sure 19 times in 20, are so together less often
    CHECK(*sure.low_mm > least - 1.0);
    demo.job.layup.thickness_mm = *sure.low_mm + 0.3;
    const Plan close = demo.plan();
    CHECK(codes(rangePlan(*close.flatten.input, *close.flatten).findings).count("flatten.not_sure") == 1);
    demo.job.layup.thickness_mm = 57.0;
    const Plan thick = demo.plan();
    CHECK(codes(rangePlan(*thick.flatten.input, *thick.flatten).findings).count("flatten.hardly") == 1);
    // A piece that nobody read leaves the range not known.
    const Demo mill(6);
    const Plan unread = mill.plan();
    CHECK_FALSE(rangePlan(*unread.flatten.input, *unread.flatten).low_mm);
    CHECK_FALSE(rangePlan(*plan.flatten.input, *plan.flatten, [](double) { return false; }).low_mm);
}

TEST_CASE("rails, sled and opening must be long enough for the face, where they are measured", "[rig]")
{
    const FaceOnBench face{"A3, top face", 66.0, 59.0, 64.0, 2780.0, 520.0};
    Rig rig;                                 // rails 1000 apart, sled 300 wide
    CHECK(told(rig, face).findings.empty()); // nothing measured, nothing checked
    rig.railsLong_mm = 2780.0 + 300.0 - 50.0;
    rig.sledLong_mm = 1200.0;
    rig.opening_mm = 570.0;
    CHECK(told(rig, face).findings.empty());
    rig.railsLong_mm = 3029.0;
    CHECK(told(rig, face).codes() == std::set<std::string>{"rig.rails_short"});
    rig.railsLong_mm = 4000.0;
    rig.sledLong_mm = 1000.0;
    CHECK(told(rig, face).codes() == std::set<std::string>{"rig.sled_short"});
    rig.sledLong_mm = 1200.0;
    rig.opening_mm = 569.0;
    CHECK(told(rig, face).codes() == std::set<std::string>{"rig.opening_short"});
    rig.opening_mm.reset();
    rig.railsApart_mm = 520.0;
    CHECK(told(rig, face).codes().count("rig.between_rails") == 1);
}

TEST_CASE("packers stand where the maker puts them, three at least", "[packers][flatten]")
{
    Demo d(1);
    const auto proposed = d.plan().flatten->pieces[1].packers; // A4
    REQUIRE(proposed.size() == 4);
    d.job.flatten.bearings = {{{4}, {400.0, -150.0}}, {{4}, {400.0, 150.0}}};
    CHECK(d.plan().flatten->pieces[1].packers.size() == 4); // two hold nothing
    d.job.flatten.bearings.push_back({{4}, {2300.0, 20.0}});
    const Plan plan = d.plan();
    const auto& byHand = plan.flatten->pieces[1].packers;
    REQUIRE(byHand.size() == 3);
    CHECK(byHand[2].at.x == 2300.0);
    double lowest = 1e9;
    for (const Packer& p : byHand) {
        lowest = std::min(lowest, p.squareToBench_mm);
        // Its height brings the plane level: what the wood stands over the lower plane, less the same at the lowest.
        const Plane& plane = plan.flatten->pieces[1].bottomPlane;
        const double over = p.at.z - plane.at(p.at.x, p.at.y);
        const double first = byHand[0].at.z - plane.at(byHand[0].at.x, byHand[0].at.y);
        CHECK_THAT(p.height_mm - byHand[0].height_mm, WithinAbs(over - first, 1e-9));
    }
    CHECK_THAT(lowest, WithinAbs(0.0, 1e-12));
    CHECK(plan.flatten->pieces[0].packers.size() == 4); // the other piece keeps its own
    CHECK_THAT(plan.figure("thickness").value(), WithinAbs(50.0, 1e-9));
}
