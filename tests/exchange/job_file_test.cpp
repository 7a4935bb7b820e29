#include <catch2/catch.hpp>

#include <random>

#include <nlohmann/json.hpp>

#include "core/plan/plan.h"
#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "exchange/job_file.h"
#include "exchange/json/enum_names.h"
#include "exchange/materials.h"
#include "exchange/merge.h"

using namespace burl;

namespace
{

std::string demoFile(int number)
{
    const Book book = demoBook();
    return writeJobFile(*book.jobs[static_cast<size_t>(number - 1)], *book.shop);
}

std::string replaced(std::string text, const std::string& from, const std::string& to)
{
    const size_t at = text.find(from);
    REQUIRE(at != std::string::npos);
    return text.replace(at, from.size(), to);
}

} // namespace

TEST_CASE("a job file reads back as it was written, byte for byte", "[jobfile]")
{
    const std::string text = demoFile(GENERATE(1, 2, 3, 4, 5, 6)); // all kinds of top
    const auto read = readJobFile(text);
    REQUIRE(read.has_value());
    CHECK(writeJobFile(read->job, read->shop) == text);
}

TEST_CASE("a job file carries everything the plan needs", "[jobfile]")
{
    const Book book = demoBook();
    const auto read = readJobFile(demoFile(2));
    const Plan a = makePlan(*book.jobs[1], *book.shop);
    const Plan b = makePlan(read->job, read->shop);
    for (const char* key : {"thickness", "litres", "edge_travel", "width_mean", "mass", "slot_longest"}) {
        CHECK(a.figure(key).value() == b.figure(key).value());
    }
}

TEST_CASE("all the choices survive the round trip", "[jobfile]")
{
    Book book = demoBook();
    Job job = *book.jobs[1];
    job.layup.trim_mm = 55.5;
    job.layup.ripMargin_mm = 9.25;
    job.layup.width_mm.reset();
    job.layup.pieces[0].rip = RipLine{101.25, -0.003};
    job.flatten.school = FlattenSchool::Underside;
    job.flatten.method.along = true;
    job.flatten.millings = 3;
    job.flatten.allowance_mm = 1.25;
    job.flatten.moveLimit_mm = 2.0;
    job.flatten.bearings = {{job.layup.pieces[0].slab, {100.0, -20.5}}};
    Rest rest;
    rest.slab = job.layup.pieces[0].slab;
    rest.cut = "2026-11-10";
    rest.thickness_mm = 53.5;
    rest.covered = true;
    rest.measured = "2026-11-13";
    rest.readings = HeightGrid{HeightsFrom::BenchUp, {0.0, 500.0}, {-100.0, 100.0}, {1.0, 2.0, std::nullopt, 4.5}};
    rest.agreed = "as it lies";
    job.flatten.rests = {rest};
    job.flatten.spare = SpareFrom::Underside;
    job.flatten.rig = {131.0, 905.0, 280.0, 15.0,   62.0, 3.0,  SledBuild::Steel, 55.5, 48.0, 38.0,
                       4.5,   -0.25, 0.75,  3200.0, {},   700.0};
    job.flatten.packers = PackerStock::ThirtySecond;
    job.fill.price_per_L = 24.75;
    job.fill.overrules.push_back({{11}, 20, "medium_casting"});
    job.move.assembly_mc_pct = 8.8;
    job.move.channels.push_back({300.0, 10.0, 500.0, 38.0, 12.0, 9.0});
    job.move.fasteners[0].kind = FastenerKind::ScrewAndWasher;
    job.layup.kind = TopKind::Gap;
    job.layup.shape = TopShape::Oval;
    job.layup.rods = {9.5, 210.0, 75.0, 48.0, 130.0};
    job.layup.joint = {JointKind::Dowels, 155.5, 10.0, 28.0};
    job.layup.parted_mm = 640.25;
    job.layup.pieces[1].across_mm = -7.5;
    job.layup.edges = OuterEdges::Tapered;
    job.layup.nearEdge = OuterEdges::Live;
    job.layup.endWidth_mm = 612.5;
    job.layup.shape = TopShape::Drawn;
    job.layup.outline = {{0.0, -250.5}, {1800.0, -240.0}, {1790.25, 260.0}, {10.0, 255.0}};
    job.layup.corner_mm = 35.5;
    job.layup.curves = {{{0.0, 1.5}, {700.0, -12.25}}, {}, {{20.0, 3.0}}};
    job.layup.tools = {12.7, 41.4, 16.0};
    job.layup.pieces[1].turn_deg = -12.5;
    job.door = {815.0, 2010.0};
    job.wishes = {"black_locust", 812.5, Counts::AboveAll, Counts::Not, Counts::Little, Counts::Much, Counts::Not};
    job.kept.push_back({"the narrow one", book.jobs[0]->layup});
    job.kept.push_back({"the oval", job.layup});
    Slab slab = *book.shop->slab({11});
    slab.endGrain = true;
    slab.moisture = {{"2026-03-01", 20.0, 18.5}, {"2026-04-01", 20.0, 15.25}};
    slab.cut = "band mill, \"through and through\"";
    slab.top.readings[2].near_mm.reset();
    slab.top.from = TapeFrom::StraightEdge;
    slab.pith.reset();
    slab.weighed_kg = 31.5;
    slab.features[0].kind = FeatureKind::WormHoles;
    slab.features[0].count = 14;
    book = withSlab(book, slab);
    const auto read = readJobFile(writeJobFile(job, *book.shop));
    REQUIRE(read.has_value());
    CHECK(read->job == job);
    CHECK(*read->shop.slab({11}) == slab);
}

namespace
{

/// Writes each word of a choice into a job and reads it back.
template <typename E, size_t n, typename Set, typename Get>
void eachWordComesBack(const words::Table<E, n>& table, Set set, Get get)
{
    const Book book = demoBook();
    for (const auto& [value, word] : table) {
        CAPTURE(word);
        Job job = *book.jobs[1];
        set(job, value);
        const auto read = readJobFile(writeJobFile(job, *book.shop));
        REQUIRE(read.has_value());
        CHECK(get(read->job) == value);
        CHECK(read->job == job);
    }
}

} // namespace

TEST_CASE("every kind of job comes back as the kind it was", "[jobfile]")
{
    using namespace words;
    eachWordComesBack(
        kTop, [](Job& j, TopKind v) { j.layup.kind = v; }, [](const Job& j) { return j.layup.kind; });
    eachWordComesBack(
        kShape, [](Job& j, TopShape v) { j.layup.shape = v; }, [](const Job& j) { return j.layup.shape; });
    eachWordComesBack(
        kJoint, [](Job& j, JointKind v) { j.layup.joint.kind = v; }, [](const Job& j) { return j.layup.joint.kind; });
    eachWordComesBack(
        kEdges, [](Job& j, OuterEdges v) { j.layup.edges = v; }, [](const Job& j) { return j.layup.edges; });
    eachWordComesBack(
        kSchool, [](Job& j, FlattenSchool v) { j.flatten.school = v; }, [](const Job& j) { return j.flatten.school; });
    eachWordComesBack(
        kSpare, [](Job& j, SpareFrom v) { j.flatten.spare = v; }, [](const Job& j) { return j.flatten.spare; });
    eachWordComesBack(
        kSled, [](Job& j, SledBuild v) { j.flatten.rig.build = v; }, [](const Job& j) { return j.flatten.rig.build; });
    eachWordComesBack(
        kPackers, [](Job& j, PackerStock v) { j.flatten.packers = v; }, [](const Job& j) { return j.flatten.packers; });
    eachWordComesBack(
        kFastener, [](Job& j, FastenerKind v) { j.move.fasteners[0].kind = v; },
        [](const Job& j) { return j.move.fasteners[0].kind; });
}

TEST_CASE("lengths in a job file may be written as makers write them", "[jobfile]")
{
    const std::string text = replaced(demoFile(1), "\"length_mm\": 2700.0", "\"length_mm\": \"8' 10 1/4\\\"\"");
    CHECK(readJobFile(text)->job.layup.length_mm == Approx(106.25 * 25.4));
}

TEST_CASE("what is wrong in a job file is said with its line", "[jobfile]")
{
    const std::string good = demoFile(1);
    struct Case {
        std::string from, to, code, says;
    };
    const auto c = GENERATE_COPY(values<Case>({
        {"\"format\"", "\"form\"", "jobfile.format", "young-burl-job"},
        {"\"version\": 1", "\"version\": 2", "jobfile.newer", "line 3"},
        {"\"version\": 1,", "\"version\": 1", "jobfile.not_json", "line 4"},
        {"\"kind\": \"pair\"", "\"kind\": \"trio\"", "jobfile.value", "single, pair, river"},
        {"\"length_mm\": 2700.0", "\"length_mm\": \"long\"", "jobfile.value", "line"},
        {"\"length_mm\": 2700.0", "\"length_mm\": -1", "jobfile.value", "must lie between 10 and 30000"},
        {"\"length_mm\": 2700.0", "\"length_mm\": 1e300", "jobfile.value", "must lie between 10 and 30000"},
        {"\"slab\": 3", "\"slab\": 77", "jobfile.value", "no slab has this id"},
        {"\"bit_mm\": 50.0", "\"bit_mm\": 0", "jobfile.value", "must lie between 1 and 2500"},
        {"\"climate\": \"heated_dry_winter\"", "\"climate\": \"moon\"", "jobfile.value", "moon"},
        {"\"kerf_mm\": 4.0", "\"kerf_mm\": \"a blade\"", "jobfile.value", "Cannot read"},
        {"\"about\": \"plane tree, felled by a storm\"", "\"about\": 5", "jobfile.value", "text in quotes"},
    }));
    INFO(c.to);
    const auto read = readJobFile(replaced(good, c.from, c.to));
    REQUIRE_FALSE(read.has_value());
    CHECK(read.error().code == c.code);
    CHECK(read.error().sentence.find(c.says) != std::string::npos);
}

TEST_CASE("a piece that was milled and not yet measured is handed out and taken in again", "[jobfile]")
{
    JobFile file = *readJobFile(demoFile(2));
    Rest rest;
    rest.slab = file.job.layup.pieces[0].slab;
    rest.cut = "2026-11-20";
    file.job.flatten.rests = {rest}; // as "milled today" leaves it: no thickness, no readings
    const auto back = readJobFile(writeJobFile(file.job, file.shop));
    REQUIRE(back.has_value());
    CHECK(back->job.flatten.rests == file.job.flatten.rests);
}

TEST_CASE("what is wrong with a rest or a milling is said with its line", "[jobfile]")
{
    const std::string good = demoFile(2);
    struct Case {
        std::string from, to, says;
    };
    const auto c = GENERATE_COPY(values<Case>({
        {"\"millings\": 2", "\"millings\": 7", "must lie between 1 and 3"},
        {"\"cut\": \"2026-11-12\"", "\"cut\": \"last week\"", "2026-11-03"},
        {"\"thickness_mm\": 55.1", "\"thickness_mm\": 0", "must lie between 1 and 1000"},
        {"\"millings\": 2", "\"millings\": 2, \"allowance_mm\": -1", "must lie between 0 and 50"},
        {"\"millings\": 2", "\"millings\": 2, \"bearings\": [{\"x_mm\": 5}]", "is missing"},
    }));
    INFO(c.to);
    const auto read = readJobFile(replaced(good, c.from, c.to));
    REQUIRE_FALSE(read.has_value());
    CHECK(read.error().sentence.find(c.says) != std::string::npos);
    CHECK(read.error().sentence.find("line ") != std::string::npos);
}

TEST_CASE("the named line is the line", "[jobfile]")
{
    const std::string text = replaced(demoFile(1), "\"slab\": 4", "\"slab\": 78");
    const size_t at = text.find("\"slab\": 78");
    const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(at), '\n');
    CHECK(readJobFile(text).error().sentence.find("line " + std::to_string(line) + ",") != std::string::npos);
}

TEST_CASE("a damaged job file never crashes and never passes as whole", "[jobfile]")
{
    const std::string good = demoFile(2);
    std::mt19937 random(11);
    for (int i = 0; i < 300; ++i) {
        std::string text = good.substr(0, random() % good.size());
        CHECK_FALSE(readJobFile(text).has_value());
        text = good;
        for (int k = 0; k < 3; ++k) {
            text[random() % text.size()] = static_cast<char>(random() % 256);
        }
        const auto read = readJobFile(text);
        if (read) { // what still reads must still plan, with numbers or with a sentence
            const Plan plan = makePlan(read->job, read->shop);
            for (const Entry& entry : plan.layup->figures) {
                CHECK(std::isfinite(entry.figure.value()));
            }
        }
    }
}

TEST_CASE("a byte-order mark is accepted without a word", "[jobfile]")
{
    CHECK(readJobFile("\xEF\xBB\xBF" + demoFile(1)).has_value());
}

TEST_CASE("taking a job in twice keeps one set of slabs, a changed slab comes in beside the old one", "[merge]")
{
    const Book book = demoBook();
    const JobFile file = *readJobFile(demoFile(1));
    const Merged same = mergedInto(book, file);
    CHECK(same.book.shop->slabs.size() == book.shop->slabs.size());
    CHECK(same.book.jobs.size() == book.jobs.size() + 1);
    CHECK(makePlan(*same.book.job(same.job), *same.book.shop).figure("thickness").value() == 50.0);

    JobFile changed = file;
    Rest rest;
    rest.slab = {4};
    rest.cut = "2026-11-10";
    Rest stray = rest;
    stray.slab = {999};
    changed.job.flatten.rests = {rest, stray};
    changed.job.flatten.bearings = {{{4}, {100.0, 0.0}}};
    changed.job.kept = {{"as it was", changed.job.layup}};
    Slab slab = *changed.shop.slab({4});
    slab.thickness_mm = 57.0;
    for (auto& s : changed.shop.slabs) {
        if (s->id == slab.id) {
            s = std::make_shared<const Slab>(slab);
        }
    }
    const Merged beside = mergedInto(book, changed);
    CHECK(beside.book.shop->slabs.size() == book.shop->slabs.size() + 1);
    CHECK(*beside.book.shop->slab({4}) == *book.shop->slab({4}));
    const SlabId in = beside.book.job(beside.job)->layup.pieces[1].slab;
    CHECK(beside.book.shop->slab(in)->thickness_mm == 57.0);
    const Job& job = *beside.book.job(beside.job); // all that is told of the slab follows it
    REQUIRE(job.flatten.rests.size() == 1);
    CHECK(job.flatten.rests[0].slab == in);
    CHECK(job.flatten.bearings[0].slab == in);
    CHECK(job.kept[0].layup.pieces[1].slab == in);
}

TEST_CASE("the species table is sound and says where it comes from", "[materials]")
{
    const Shop& shop = standardShop();
    CHECK(shop.species.size() >= 25);
    for (const Species& s : shop.species) {
        INFO(s.id);
        CHECK(s.change.radial > 0.0006);
        CHECK(s.change.tangential > s.change.radial); // wood shrinks more along the rings
        CHECK(s.change.tangential < 0.0045);
        CHECK(s.g12 > 0.25);
        CHECK(s.g12 < 1.0);
        CHECK_FALSE(s.source.empty());
        // Where the table is not unsure, the coefficient follows from the shrinkage.
        if (s.unsure.empty()) {
            const double byShrinkage30 = 1.0 / (3000.0 / s.shrinkTangential_pct - 20.0);
            const double byShrinkage22 = 1.0 / (2200.0 / s.shrinkTangential_pct - 12.0);
            const double off =
                std::min(std::abs(byShrinkage30 - s.change.tangential), std::abs(byShrinkage22 - s.change.tangential));
            CHECK(off < 0.00003);
        }
    }
    REQUIRE(shop.resin("deep_pour_slow") != nullptr);
    CHECK(shop.resin("deep_pour_slow")->maxLayer_mm == 50.0);
    CHECK(shop.resin("table_top")->maxLayer_mm < shop.resin("medium_casting")->maxLayer_mm);
    CHECK(shop.climates.size() >= 3);
}

TEST_CASE("measures of the new choices that cannot be are refused with their line", "[jobfile]")
{
    const auto refused = [](const std::string& layup, const std::string& says) {
        const std::string text = replaced(demoFile(1), "\"kind\": \"pair\"", "\"kind\": \"pair\", " + layup);
        const auto read = readJobFile(text);
        INFO(layup);
        REQUIRE_FALSE(read);
        CHECK(read.error().sentence.find(says) != std::string::npos);
        CHECK(read.error().sentence.find("line") != std::string::npos);
    };
    refused("\"end_width_mm\": -5", "must lie between 10 and 10000");
    refused("\"corner_mm\": -4", "must lie between 0 and 5000");
    refused("\"near_edge\": \"wavy\"", "live, straight, tapered");
    refused("\"curves\": [{\"points_mm\": [[0, \"soft\"]]}]", "is not a number");
    refused("\"outline_mm\": [[0, 0], [5]]", "2 numbers");
    refused("\"template\": {\"bit_mm\": 0}", "must lie between 1 and 100");
}
