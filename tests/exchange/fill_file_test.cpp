// What the maker chose and wrote down of resin comes back from its file as it was; what is none is refused with its
// line.

#include <catch2/catch.hpp>

#include "core/cure/calibrate.h"
#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "exchange/job_file.h"
#include "exchange/merge.h"

using namespace burl;

namespace
{

Job fullJob()
{
    Job job = *demoBook().jobs[6];
    FillChoices& c = job.fill;
    c.layers = {{SlabId{}, 0, 3}, {{12}, 4, 2}};
    c.overrules = {{SlabId{}, 0, "own_1"}};
    c.room = {12.5, 19.0, true, true};
    c.mixing = {3, 6.0, 22.5, 9.0, 1.5, 2.5};
    c.form = {FormBoard::Hdpe, 12.0, 2800.0, 2070.0, 4.0, 20.0, 8.0, 0.5, 1.25, 800.0, 600.0};
    c.colours = {"sand", "sea", SecondColour::Swirled, 2.25, 0.2, true, 33.0, true};
    c.fromRough = true;
    c.endSeal = true;
    c.pinholeRounds = 4;
    c.floodCoats = 2;
    c.flood_mm = 1.75;
    c.starts = "2026-12-01T07:30";
    PourRecord record;
    record.event = "river-1";
    record.began = "2026-12-02T09:05";
    record.pots = {{1200.0, 512.5, "2026-12-02T09:08"}, {1199.0, 0.0, ""}};
    record.heat = {{3.0, 24.5}, {9.5, 31.0}};
    record.poured_L = 6.2;
    record.leaked_L = 0.3;
    record.overpour_mm = 2.5;
    record.note = "a pinhole at the near corner";
    c.log = {record};
    return job;
}

ResinClass product()
{
    ResinClass p = *demoBook().shop->resin("deep_pour_slow");
    p.id = "own_1";
    p.name = "River clear";
    p.basedOn = "deep_pour_slow";
    p.mix = {true, 2.3, 1.12, 0.97};
    p.maxLayer_mm = 40.0;
    p.sheet = {420.0, 800.0, 23.0, 55.0, 60.0};
    p.packs = {{4.5, 96.0}, {18.0, std::nullopt}};
    p.inStock_L = 7.5;
    p.opened = "2026-10-04";
    p.shelf_months = 12.0;
    return productOf(p, demoBook().shop->resins);
}

std::string changed(std::string text, const std::string& from, const std::string& to)
{
    const size_t at = text.find(from);
    REQUIRE(at != std::string::npos);
    return text.replace(at, from.size(), to);
}

} // namespace

TEST_CASE("every choice of resin and every line of its log come back from the file", "[jobfile][fill]")
{
    const Book book = withResin(demoBook(), product());
    const Job job = fullJob();
    const std::string text = writeJobFile(job, *book.shop);
    const auto back = readJobFile(text);
    REQUIRE(back);
    CHECK(back->notes.empty());
    CHECK(back->job.fill == job.fill);
    CHECK(writeJobFile(back->job, back->shop) == text);
    REQUIRE(back->shop.resin("own_1") != nullptr);
    CHECK(*back->shop.resin("own_1") == product());
}

TEST_CASE("a product comes along with its job, and stands beside another of its name", "[jobfile][fill]")
{
    const Book from = withResin(demoBook(), product());
    const auto file = readJobFile(writeJobFile(fullJob(), *from.shop));
    REQUIRE(file);
    const Merged there = mergedInto(from, *file); // the same product: not twice
    CHECK(there.book.shop->resins.size() == from.shop->resins.size());
    ResinClass other = product();
    other.name = "Another one";
    const Merged beside = mergedInto(withResin(demoBook(), other), *file);
    const Job* job = beside.book.job(beside.job);
    REQUIRE(job != nullptr);
    CHECK(job->fill.overrules[0].resin == "own_1_2");
    CHECK(beside.book.shop->resin("own_1_2")->name == "River clear");
}

TEST_CASE("a file of before pours keeps its litres: nothing is chosen that nobody chose", "[jobfile][fill]")
{
    const Job job = *demoBook().jobs[0];
    const std::string text = writeJobFile(job, *demoBook().shop);
    const size_t from = text.find("\"fill\":");
    const std::string fill = text.substr(from, text.find("\"move\":") - from);
    for (const char* key : {"seal_coat", "room", "mixing", "form", "colours", "log", "starts", "layers"}) {
        CHECK(fill.find("\"" + std::string(key) + "\":") == std::string::npos); // what is usual is not written
    }
    const auto back = readJobFile(text);
    REQUIRE(back);
    CHECK_FALSE(back->job.fill.sealCoat);
    CHECK(back->job.fill == job.fill);
}

TEST_CASE("numbers that no resin has are refused with their line and their range", "[jobfile][fill][bad]")
{
    const Book book = withResin(demoBook(), product());
    const std::string text = writeJobFile(fullJob(), *book.shop);
    struct Bad {
        std::string from, to, said;
    };
    for (const Bad& bad :
         std::vector<Bad>{{"\"ratio\": 2.3", "\"ratio\": 0", "must lie between 0.1 and 20"},
                          {"\"density_a_kg_l\": 1.12", "\"density_a_kg_l\": 0", "must lie between"},
                          {"\"bucket_l\": 3", "\"bucket_l\": 0", "must lie between 0.05 and 1000"},
                          {"\"chamber_l\": 22.5", "\"chamber_l\": -1", "must lie between"},
                          {"\"night_c\": 12.5", "\"night_c\": -300", "must lie between -40 and 60"},
                          {"\"people\": 3", "\"people\": 0", "must lie between 1 and 12"},
                          {"\"board\": \"hdpe\"", "\"board\": \"glass\"", "is not one of plywood"},
                          {"\"use\": \"swirled\"", "\"use\": \"stirred\"", "is not one of none"},
                          {"2026-12-02T09:05", "2026-12-02 at nine", "a time is written as"},
                          {"\"opened\": \"2026-10-04\"", "\"opened\": \"in May\"", "a day is written as"},
                          {"\"based_on\": \"deep_pour_slow\"", "\"based_on\": \"honey\"", "no class of resin"},
                          {"\"litres\": 4.5", "\"litres\": 0", "must lie between"},
                          {"\"measured_c\": 24.5", "\"measured_c\": \"warm\"", "a number is wanted"}}) {
        INFO(bad.to);
        const auto read = readJobFile(changed(text, bad.from, bad.to));
        REQUIRE_FALSE(read);
        CHECK(read.error().sentence.find("line ") == 0);
        CHECK(read.error().sentence.find(bad.said) != std::string::npos);
    }
    const auto own = readJobFile(changed(text, "\"id\": \"own_1\"", "\"id\": \"table_top\""));
    REQUIRE_FALSE(own);
    CHECK(own.error().sentence.find("class that ships") != std::string::npos);
}
