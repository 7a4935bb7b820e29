// Every file of the synthetic slabs: right values, or the sentence that a broken one deserves.

#include <catch2/catch.hpp>

#include "core/shop/outline.h"
#include "core/shop/tape_slips.h"
#include "exchange/import/curves.h"
#include "exchange/import/imported.h"
#include "exchange/import/svg_path.h"
#include "exchange/slab_file.h"
#include "support/shapes.h"
#include "support/truth.h"

using namespace burl;
using namespace burl::test;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

const char* const kSlabs[] = {"ombrel_02", "ombrel_03", "ombrel_04", "ombrel_05",
                              "tarvik_03", "tarvik_04", "tarvik_05", "tarvik_06"};

Imported read(const std::string& name, const ImportOptions& options = {})
{
    const auto in = importBytes(slabFile(name), name, options);
    INFO(name << ": " << (in ? "" : in.error().sentence));
    REQUIRE(in);
    return *in;
}

std::string refused(const std::string& name)
{
    const auto in = importBytes(slabFile(name), name);
    REQUIRE_FALSE(in);
    return in.error().sentence;
}

bool says(const std::string& sentence, const char* words)
{
    return sentence.find(words) != std::string::npos;
}

Ring flipped(Ring ring)
{
    for (Vec2& p : ring) {
        p.y = -p.y;
    }
    return anticlockwise(ring);
}

} // namespace

TEST_CASE("drawn outlines of both faces are the slab's, in SVG and both ages of DXF", "[import]")
{
    for (const char* slab : kSlabs) {
        const auto truth = truthOf(slab);
        const Ring top = ringOf(truth["outline"]["top"]["polygon"]);
        const Ring bottom = ringOf(truth["outline"]["bottom"]["polygon"]);
        for (const char* file : {"/outline.svg", "/outline.dxf"}) {
            INFO(slab << file);
            const Imported in = read(slab + std::string(file));
            REQUIRE(in.topOutline);
            REQUIRE(in.bottomOutline);
            CHECK(overlap(*in.topOutline, top) > 0.9995);
            CHECK(overlap(*in.bottomOutline, bottom) > 0.9995);
            CHECK(edgeError(top, *in.topOutline).most_mm < 0.15);
            CHECK(signedArea_mm2(*in.topOutline) > 0.0);
            CHECK(in.features.size() <= truth["defects"].size());
        }
    }
}

TEST_CASE("units of a drawing: inches said, pixels not said, a tenth of a millimetre turned about", "[import]")
{
    const Ring inch = *read("tarvik_04/outline_inch.dxf").topOutline;
    CHECK(overlap(inch, ringOf(truthOf("tarvik_04")["outline"]["top"]["polygon"])) > 0.9995);
    const Imported pixels = read("tarvik_05/outline_px.svg");
    const auto five = truthOf("tarvik_05");
    CHECK_THAT(area_mm2(std::span<const Vec2>(*pixels.topOutline)),
               WithinRel(area_mm2(std::span<const Vec2>(ringOf(five["outline"]["top"]["polygon"]))), 1e-3));
    REQUIRE_FALSE(pixels.notes.empty());
    CHECK(says(pixels.notes[0], "no unit"));
    // The maker may know better.
    ImportOptions known;
    known.unit_mm = 0.5;
    const Box half = boundsOf(*read("tarvik_05/outline_px.svg", known).topOutline);
    CHECK_THAT(half.width() / boundsOf(*pixels.topOutline).width(), WithinRel(0.5 / (25.4 / 96.0), 1e-6));
}

TEST_CASE("transforms and curves of a drawing lie on its page where they belong", "[import]")
{
    for (const auto& [slab, file] :
         {std::pair{"tarvik_06", "outline_transform.svg"}, {"ombrel_03", "outline_curves.svg"}}) {
        INFO(file);
        const auto truth = truthOf(slab)["outline_files"][file];
        const Ring page = flipped(ringOf(truth["page_polygon_mm"]));
        const Ring ours = *read(std::string(slab) + "/" + file).topOutline;
        // A page runs down from its top; only the height of the page lies between the two.
        const Vec2 shift = Vec2{0.0, boundsOf(ours).bottom - boundsOf(page).bottom};
        Ring moved = page;
        for (Vec2& p : moved) {
            p = p + shift;
        }
        CHECK(overlap(ours, moved) > 0.999);
        CHECK(edgeError(ours, moved).most_mm < 1.0);
    }
}

TEST_CASE("tapes in millimetres and in fractions of an inch are the same slab", "[import]")
{
    for (const char* slab : kSlabs) {
        INFO(slab);
        const auto truth = truthOf(slab)["stations"];
        const Imported mm = read(slab + std::string("/stations.csv"));
        const Imported inch = read(slab + std::string("/stations_inch.csv"));
        REQUIRE(mm.tape);
        REQUIRE(inch.tape);
        REQUIRE(mm.tape->readings.size() == truth["exact"].size());
        REQUIRE(inch.tape->readings.size() == truth["exact"].size());
        for (size_t i = 0; i < truth["exact"].size(); ++i) {
            const auto& exact = truth["exact"][i];
            for (const Tape* tape : {&*mm.tape, &*inch.tape}) {
                CHECK_THAT(tape->readings[i].at_mm, WithinAbs(exact[0].get<double>(), 1.0));
                CHECK_THAT(*tape->readings[i].near_mm, WithinAbs(exact[1].get<double>(), 4.0)); // hand noise
                CHECK_THAT(*tape->readings[i].far_mm, WithinAbs(exact[2].get<double>(), 4.0));
            }
            CHECK_THAT(*inch.tape->readings[i].near_mm, WithinAbs(*mm.tape->readings[i].near_mm, 1.4));
        }
        CHECK(outlineOf(*mm.tape));
        for (const std::string& note : mm.notes) {
            CAPTURE(note); // a sound tape may not be accused
            CHECK(false);
        }
    }
}

TEST_CASE("heights in both conventions tell the same surfaces", "[import]")
{
    for (const char* slab : kSlabs) {
        INFO(slab);
        const auto truth = truthOf(slab)["heights"];
        const Imported rails = read(slab + std::string("/heights_rails.csv"));
        const Imported bench = read(slab + std::string("/heights_bench.csv"));
        REQUIRE(rails.topGrid);
        REQUIRE(rails.bottomGrid);
        REQUIRE(bench.topGrid);
        REQUIRE(bench.bottomGrid);
        CHECK(rails.topGrid->from == HeightsFrom::RailsDown);
        CHECK(bench.topGrid->from == HeightsFrom::BenchUp);
        CHECK(bench.topGrid->xs_mm.size() == truth["grid"][0].get<size_t>());
        CHECK(bench.topGrid->ys_mm.size() == truth["grid"][1].get<size_t>());
        size_t read = 0;
        for (const auto& exact : truth["bench_exact"]) {
            const auto i = static_cast<size_t>(
                std::find(bench.topGrid->xs_mm.begin(), bench.topGrid->xs_mm.end(), exact[0].get<double>()) -
                bench.topGrid->xs_mm.begin());
            const auto j = static_cast<size_t>(
                std::find(bench.topGrid->ys_mm.begin(), bench.topGrid->ys_mm.end(), exact[1].get<double>()) -
                bench.topGrid->ys_mm.begin());
            REQUIRE(i < bench.topGrid->xs_mm.size());
            REQUIRE(j < bench.topGrid->ys_mm.size());
            const auto value = bench.topGrid->readings_mm[j * bench.topGrid->xs_mm.size() + i];
            CHECK(value.has_value() == !exact[2].is_null());
            if (value && !exact[2].is_null()) {
                CHECK_THAT(*value, WithinAbs(exact[2].get<double>(), 0.8));
                ++read;
            }
        }
        CHECK(read > 20);
        // Up from the bench and down from the rails differ by one constant on the top face.
        double least = 1e9;
        double most = -1e9;
        for (size_t k = 0; k < bench.topGrid->readings_mm.size(); ++k) {
            if (bench.topGrid->readings_mm[k] && rails.topGrid->readings_mm[k]) {
                const double sum = *bench.topGrid->readings_mm[k] + *rails.topGrid->readings_mm[k];
                least = std::min(least, sum);
                most = std::max(most, sum);
            }
        }
        CHECK(most - least < 1.8);
    }
}

TEST_CASE("moisture readings are read with date and depth", "[import]")
{
    const Imported in = read("ombrel_02/moisture_log.csv");
    REQUIRE(in.moisture.size() == 96);
    CHECK(in.moisture[0].date == "2031-02-16");
    CHECK(in.moisture[1].depth_mm == 17.0);
    CHECK(in.moisture[1].mc_pct == 45.4);
}

TEST_CASE("a scan is parted into bench, face and clutter, whatever its file", "[import][scan]")
{
    const auto truth = nlohmann::json::parse(slabFile("ombrel_04/scan_truth.json"));
    const auto pose = truth["scan_from_bench_frame"];
    const auto slab = truthOf("ombrel_04");
    Ring wanted;
    for (const Vec2 p : ringOf(slab["outline"]["top"]["polygon"])) {
        wanted.push_back({pose[0][0].get<double>() * p.x + pose[0][1].get<double>() * p.y +
                              pose[0][2].get<double>() * 60.0 + pose[0][3].get<double>(),
                          pose[1][0].get<double>() * p.x + pose[1][1].get<double>() * p.y +
                              pose[1][2].get<double>() * 60.0 + pose[1][3].get<double>()});
    }
    for (const auto& [file, least, mean] :
         {std::tuple{"scan.ply", 0.993, 1.6}, {"scan_binary.ply", 0.993, 1.6}, {"scan_small.xyz", 0.985, 4.0}}) {
        INFO(file);
        const Imported in = read(std::string("ombrel_04/") + file);
        REQUIRE(in.topOutline);
        CHECK(overlap(*in.topOutline, wanted) > least);
        CHECK(edgeError(wanted, *in.topOutline).mean_mm < mean);
        CHECK(in.heights.size() > 1000);
        // Heights stand over the bench: as the slab was probed by hand.
        const Imported probed = read("ombrel_04/heights_bench.csv");
        double worst = 0.0;
        int compared = 0;
        for (const ImportedHeight& h : probed.heights) {
            if (h.face != Face::Top) {
                continue;
            }
            const Vec2 at{
                pose[0][0].get<double>() * h.at.x + pose[0][1].get<double>() * h.at.y + 0.5 + pose[0][3].get<double>(),
                pose[1][0].get<double>() * h.at.x + pose[1][1].get<double>() * h.at.y + pose[1][3].get<double>()};
            const ImportedHeight* nearest = nullptr;
            for (const ImportedHeight& s : in.heights) {
                if (nearest == nullptr || length(s.at - at) < length(nearest->at - at)) {
                    nearest = &s;
                }
            }
            if (nearest != nullptr && length(nearest->at - at) < 20.0) {
                worst = std::max(worst, std::abs(nearest->z_mm - h.z_mm));
                ++compared;
            }
        }
        CHECK(compared > 60);
        CHECK(worst < 1.6);
    }
}

TEST_CASE("binary point clouds read the same with either end first", "[import][scan]")
{
    const std::string little = slabFile("ombrel_04/scan_binary.ply");
    std::string big = little;
    const size_t at = big.find("little");
    big.replace(at, 6, "big");
    const size_t body = big.find("end_header\n") + 11;
    for (size_t k = body; k + 15 <= big.size(); k += 15) { // three floats and three bytes of colour
        for (size_t v = 0; v < 3; ++v) {
            std::reverse(big.begin() + static_cast<std::ptrdiff_t>(k + 4 * v),
                         big.begin() + static_cast<std::ptrdiff_t>(k + 4 * v + 4));
        }
    }
    const auto a = importBytes(little, "a.ply");
    const auto b = importBytes(big, "b.ply");
    REQUIRE(a);
    REQUIRE(b);
    CHECK(*a->topOutline == *b->topOutline);
}

TEST_CASE("broken files get their sentence, and nothing of them is taken", "[import][broken]")
{
    CHECK(says(refused("broken/scan_truncated_binary.ply"), "the file ends early: 5000 points announced, 2000 read"));
    CHECK(says(refused("broken/scan_truncated_ascii.ply"), "the file ends early: 3000 points announced, 18"));
    CHECK(says(refused("broken/outline_self_crossing.dxf"), "the outline crosses itself at x "));
    CHECK(says(refused("broken/outline_cut_short.dxf"), "the drawing ends before EOF"));
    CHECK(says(refused("broken/stations_near_far_swapped.csv"), "rows 4 to 6 (stations 450, 600, 750)"));
    CHECK(says(refused("broken/heights_missing_column.csv"), "column y_mm is missing"));
    CHECK(says(refused("broken/outline_no_path.svg"), "no outline in this drawing"));
}

TEST_CASE("what can be mended of a broken file is offered", "[import][broken]")
{
    ImportOptions swap;
    swap.swapSides = true;
    const Imported swapped = read("broken/stations_near_far_swapped.csv", swap);
    const Imported sound = read("tarvik_04/stations.csv");
    REQUIRE(swapped.tape->readings.size() == sound.tape->readings.size());
    for (size_t i = 0; i < sound.tape->readings.size(); ++i) {
        CHECK(swapped.tape->readings[i] == sound.tape->readings[i]);
    }
    ImportOptions whole;
    whole.keepWhole = true;
    const auto part = importBytes(slabFile("broken/scan_truncated_binary.ply"), "x.ply", whole);
    if (part) {
        CHECK(says(part->notes[0], "The file ends early"));
    } else {
        CHECK(says(part.error().code, "scan."));
    }
}

TEST_CASE("impossible cells are named and left out, the rest is kept", "[import][broken]")
{
    const Imported nan = read("broken/heights_nan.csv");
    REQUIRE(nan.notes.size() == 1);
    CHECK(says(nan.notes[0], "lines 13 and 18"));
    const Imported huge = read("broken/heights_1e9.csv");
    REQUIRE(huge.notes.size() == 1);
    CHECK(says(huge.notes[0], "impossible"));
    const Imported sound = read("tarvik_04/heights_rails.csv");
    CHECK(nan.heights.size() == sound.heights.size() - 2);
    CHECK(huge.heights.size() == sound.heights.size() - 2);
    for (const ImportedHeight& h : huge.heights) {
        CHECK(std::abs(h.z_mm) < 200.0);
    }
}

TEST_CASE("decimal commas and byte-order marks are read as they are meant", "[import][broken]")
{
    const Imported commas = read("broken/heights_decimal_commas.csv");
    const Imported points = read("tarvik_04/heights_bench.csv");
    REQUIRE(commas.heights.size() == points.heights.size());
    for (size_t i = 0; i < commas.heights.size(); ++i) {
        CHECK_THAT(commas.heights[i].z_mm, WithinAbs(points.heights[i].z_mm, 1e-9));
    }
    CHECK(read("broken/stations_bom_crlf.csv").notes.empty());
    CHECK(*read("broken/stations_bom_crlf.csv").tape == *read("tarvik_04/stations.csv").tape);
    // With commas between the columns too it cannot be told, and is said.
    const auto mixed = importBytes("x_mm,y_mm,top_mm\n1,2,57,1\n", "a.csv");
    REQUIRE_FALSE(mixed);
    CHECK(says(mixed.error().sentence, "semicolons"));
}

TEST_CASE("an outline taken in lies along x from 0, whichever way it was drawn", "[import]")
{
    const Ring top = ringOf(truthOf("tarvik_03")["outline"]["top"]["polygon"]);
    for (const double angle : {0.0, 0.4, 1.2, -0.9}) {
        Imported in;
        Ring ring;
        for (const Vec2 p : top) {
            ring.push_back({std::cos(angle) * p.x - std::sin(angle) * p.y + 5000.0,
                            std::sin(angle) * p.x + std::cos(angle) * p.y - 700.0});
        }
        in.topOutline = ring;
        Slab slab;
        takeIn(slab, in);
        const auto outline = outlineOf(slab, Face::Top);
        REQUIRE(outline);
        CHECK_THAT(outline->from_mm(), WithinAbs(0.0, 1e-6));
        CHECK_THAT(outline->length_mm(), WithinAbs(boundsOf(top).width(), 25.0));
        CHECK_THAT(area_mm2(std::span<const Vec2>(outline->ring())),
                   WithinRel(area_mm2(std::span<const Vec2>(top)), 1e-9));
        CHECK_THAT(centroid(outline->ring()).y, WithinAbs(0.0, 1e-6));
    }
}

TEST_CASE("live edges of a drawn ring are its lowest and highest places", "[slab]")
{
    // A fork: the right end has a notch of air between two legs.
    const Ring fork{{0, -100}, {1000, -120}, {1000, -30}, {800, 0}, {1000, 40}, {1000, 130}, {0, 110}};
    const auto outline = outlineOf(fork);
    REQUIRE(outline);
    CHECK(outline->ring() == fork);
    CHECK(valueAt(outline->near, 500.0) == -110.0);
    CHECK(valueAt(outline->far, 500.0) == 120.0);
    CHECK(valueAt(outline->far, 1000.0) == 130.0);
    CHECK(valueAt(outline->near, 1000.0) == -120.0);
    CHECK_FALSE(outlineOf(Ring{{0, 0}, {1, 1}}));
    CHECK_FALSE(outlineOf(Ring{{0, 0}, {0, 10}, {0, 20}}));
    CHECK_FALSE(outlineOf(Ring{{0, 0}, {std::nan(""), 10}, {5, 20}}));
}

TEST_CASE("a slab file reads back as it was written", "[import]")
{
    Slab slab;
    slab.id = {7};
    slab.name = "K2";
    slab.topDrawn = ringOf(truthOf("tarvik_06")["outline"]["top"]["polygon"]);
    slab.topPicture = FacePicture{"ab12", 1.25, -5.0, 700.0};
    slab.moisture = {{"2026-03-01", 20.0, 14.5}, {"2026-04-01", 20.0, 12.25}};
    slab.cut = "through and through";
    const std::string text = writeSlabFile(slab);
    const auto back = readSlabFile(text);
    REQUIRE(back);
    CHECK(*back == slab);
    CHECK(writeSlabFile(*back) == text);
    const auto in = importBytes(text, "k2.json");
    REQUIRE(in);
    CHECK(in->slab == slab);
    CHECK(in->topOutline == slab.topDrawn);
    CHECK_FALSE(importBytes("{}", "x.json"));
}

TEST_CASE("paths: every command, absolute and relative, crowded as they come", "[import][svg]")
{
    const auto points = [](const char* d) {
        const auto parts = svgPath(d, 0.01);
        REQUIRE(parts);
        REQUIRE_FALSE(parts->empty());
        return (*parts)[0];
    };
    CHECK(points("M0 0L10 0 10 10H0Z").points == Ring{{0, 0}, {10, 0}, {10, 10}, {0, 10}});
    CHECK(points("m0 0l10 0 0 10h-10z").points == Ring{{0, 0}, {10, 0}, {10, 10}, {0, 10}});
    CHECK(points("m0,0,10,0,0,10v5").points == Ring{{0, 0}, {10, 0}, {10, 10}, {10, 15}});
    CHECK(points("M1.5.5-2-3.5e1").points == Ring{{1.5, 0.5}, {-2, -35}});
    CHECK(points("M0 0z").closed);
    // A half circle by arc, crowded flags; its farthest point is one radius out.
    const Ring half = points("M-5 0a5 5 0 0110 0").points;
    double top = 0.0;
    for (const Vec2 p : half) {
        CHECK_THAT(length(p), WithinAbs(5.0, 1e-9));
        top = std::min(top, p.y);
    }
    CHECK_THAT(top, WithinAbs(-5.0, 0.02));
    CHECK(half.back() == Vec2{5, 0});
    // A quarter circle by its usual cubic keeps its radius to a third of a thousandth.
    for (const Vec2 p : points("M1 0C1 .5523 .5523 1 0 1").points) {
        CHECK_THAT(length(p), WithinAbs(1.0, 4e-4));
    }
    for (const char* wrong : {"L1 1 2", "M 1", "M0 0 Q1", "M0 0 A1 1 0 2 0 3 3", "M0 0 X", "5 5", "M0 0 1e999 0"}) {
        INFO(wrong);
        CHECK_FALSE(svgPath(wrong, 0.1));
    }
}

TEST_CASE("transforms chain from the outside in", "[import][svg]")
{
    const auto t = svgTransform("translate(10,20) rotate(90) scale(2)");
    REQUIRE(t);
    CHECK_THAT(t->map({1, 0}).x, WithinAbs(10.0, 1e-9));
    CHECK_THAT(t->map({1, 0}).y, WithinAbs(22.0, 1e-9));
    const auto about = svgTransform("rotate(180 5 5)");
    REQUIRE(about);
    CHECK_THAT(about->map({0, 0}).x, WithinAbs(10.0, 1e-9));
    CHECK_FALSE(svgTransform("turn(3)"));
    CHECK_FALSE(svgTransform("matrix(1 2 3)"));
    CHECK(svgTransform(""));
}

TEST_CASE("arcs, bulges, splines and loose lines of a DXF close into the shape they draw", "[import][dxf]")
{
    const auto drawing = [](const std::string& entities) {
        return "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n5\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n" + entities +
               "0\nENDSEC\n0\nEOF\n";
    };
    // Two half circles of bulge 1 make a circle of 10 cm radius.
    const auto round = importBytes(
        drawing("0\nLWPOLYLINE\n8\nTOP\n90\n2\n70\n1\n10\n-10\n20\n0\n42\n1\n10\n10\n20\n0\n42\n1\n"), "r.dxf");
    REQUIRE(round);
    CHECK_THAT(area_mm2(std::span<const Vec2>(*round->topOutline)), WithinRel(3.14159265 * 100.0 * 100.0, 2e-3));
    // A slot of two lines and two arcs, out of order.
    const auto slot = importBytes(drawing("0\nLINE\n8\nA\n10\n0\n20\n0\n11\n20\n21\n0\n"
                                          "0\nLINE\n8\nA\n10\n20\n20\n10\n11\n0\n21\n10\n"
                                          "0\nARC\n8\nA\n10\n0\n20\n5\n40\n5\n50\n90\n51\n270\n"
                                          "0\nARC\n8\nA\n10\n20\n20\n5\n40\n5\n50\n270\n51\n90\n"),
                                  "s.dxf");
    REQUIRE(slot);
    CHECK_THAT(area_mm2(std::span<const Vec2>(*slot->topOutline)),
               WithinRel((200.0 + 3.14159265 * 25.0) * 100.0, 2e-3));
    const auto circle = importBytes(drawing("0\nCIRCLE\n8\nA\n10\n0\n20\n0\n40\n30\n"), "c.dxf");
    REQUIRE(circle);
    CHECK_THAT(boundsOf(*circle->topOutline).width(), WithinRel(600.0, 1e-3));
    CHECK_FALSE(importBytes(drawing("0\nLWPOLYLINE\n8\nTOP\n90\n999999999\n70\n1\n10\n0\n20\n0\n"), "x.dxf"));
    CHECK_FALSE(importBytes(drawing("0\nLINE\n8\nA\n10\nabc\n20\n0\n11\n20\n21\n0\n"), "x.dxf"));
    // A spline whose control points lie on a square's rim: a known B-spline of degree 1 is the square.
    Ring spline;
    const std::vector<double> knots{0, 0, 1, 2, 3, 4, 4};
    const Ring square{{0, 0}, {10, 0}, {10, 10}, {0, 10}, {0, 0}};
    REQUIRE(addSpline(spline, 1, knots, square, 0.01));
    CHECK_THAT(area_mm2(std::span<const Vec2>(spline)), WithinRel(100.0, 0.01));
    CHECK_FALSE(addSpline(spline, 3, knots, square, 0.01)); // knots and points do not go together
}

TEST_CASE("slips of the tape are noticed, with what would suit", "[slab][slips]")
{
    Tape tape;
    for (int i = 0; i < 12; ++i) {
        tape.readings.push_back({i * 200.0, 250.0 + 9.0 * std::sin(i * 1.1), 300.0 + 11.0 * std::cos(i * 0.9)});
    }
    CHECK(tapeSlips(tape).empty());
    const auto slipAfter = [&](const std::function<void(Tape&)>& change) {
        Tape t = tape;
        change(t);
        return tapeSlips(t);
    };
    const auto tenfold = slipAfter([](Tape& t) { t.readings[5].far_mm = *t.readings[5].far_mm / 10.0; });
    REQUIRE(tenfold.size() == 1);
    CHECK(tenfold[0].kind == TapeSlip::Kind::Tenfold);
    CHECK(tenfold[0].row == 5);
    CHECK_THAT(*tenfold[0].instead.far_mm, WithinAbs(*tape.readings[5].far_mm, 1e-9));
    const auto hundred = slipAfter([](Tape& t) { *t.readings[3].near_mm += 100.0; });
    REQUIRE(hundred.size() == 1);
    CHECK(hundred[0].kind == TapeSlip::Kind::OffByTen);
    CHECK_THAT(*hundred[0].instead.near_mm, WithinAbs(*tape.readings[3].near_mm, 1e-9));
    const auto inches = slipAfter([](Tape& t) { t.readings[7].near_mm = *t.readings[7].near_mm / 25.4; });
    REQUIRE(inches.size() == 1);
    CHECK(inches[0].kind == TapeSlip::Kind::Inches);
    CHECK_THAT(*inches[0].instead.near_mm, WithinAbs(*tape.readings[7].near_mm, 1e-9));
    const auto negative = slipAfter([](Tape& t) {
        t.readings[4].near_mm = -*t.readings[4].far_mm;
        t.readings[4].far_mm = -250.0;
    });
    REQUIRE(negative.size() == 1);
    CHECK(negative[0].kind == TapeSlip::Kind::Swapped);
    const auto order = slipAfter([](Tape& t) { t.readings[6].at_mm = 120.0; });
    REQUIRE_FALSE(order.empty());
    CHECK(order[0].kind == TapeSlip::Kind::Order);
    // A crotch that really bulges is left alone.
    CHECK(slipAfter([](Tape& t) {
              *t.readings[5].far_mm += 140.0;
              *t.readings[6].far_mm += 170.0;
          }).empty());
}

TEST_CASE("an arc of any angle, however large, ends", "[import][dxf]")
{
    const auto arc = [](const std::string& from, const std::string& to) {
        return importBytes("0\nSECTION\n2\nENTITIES\n0\nARC\n8\n0\n10\n0\n20\n0\n40\n500\n50\n" + from + "\n51\n" + to +
                               "\n0\nLINE\n8\n0\n10\n-500\n20\n0\n11\n500\n21\n0\n0\nENDSEC\n0\nEOF\n",
                           "arc.dxf");
    };
    for (const char* to : {"1e300", "-1e300", "1e16", "-720000000"}) {
        INFO(to);
        (void)arc("0", to); // told or refused, but told
        (void)arc(to, "0");
    }
    CHECK_FALSE(arc("0", "180")); // open: no outline
}

TEST_CASE("a table is refused where typing would be, and where it is no text", "[import][csv]")
{
    const auto said = [](const std::string& text) {
        const auto in = importBytes(text, "t.csv");
        return in ? std::string("taken") : in.error().sentence;
    };
    const std::string head = "x_mm;y_mm\n";
    CHECK(said(head + "0;0\n2,300;0\n2300;500\n").find("two ways") != std::string::npos);
    CHECK(said(head + "0;0\n2,30;0\n2300;500\n0;500\n") == "taken");
    CHECK(said("date,depth,reading\n2026-0\xe9-01,20,9\n").find("line 2") != std::string::npos);
    CHECK(said("date,depth,reading\n2026-02-31,20,9\n").find("not a date") != std::string::npos);
    const std::string bad(1'000'000, 'x');
    CHECK(said("date,depth,reading\n" + bad + ",20,9\n").size() < 300);
}

TEST_CASE("of a table of moisture the latest date counts, not the last row", "[import][csv]")
{
    const auto in = importBytes("date,depth,reading\n2026-03-01,20,8.5\n2026-01-10,20,14\n", "mc.csv");
    REQUIRE(in);
    Slab slab;
    takeIn(slab, *in);
    CHECK(slab.mc_pct == 8.5);
}
