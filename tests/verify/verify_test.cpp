#include <catch2/catch.hpp>

#include "exchange/json/position.h"
#include "support/files.h"
#include "verify/verify.h"

using namespace burl;

TEST_CASE("the reference files pass", "[verify]")
{
    const std::string file =
        GENERATE(values<std::string>({"emc.json", "movement.json", "density.json", "flatten.json", "passes.json",
                                      "layout.json", "epoxy_amounts.json", "year.json", "plate.json", "statics.json",
                                      "base.json", "surface.json", "money.json", "days.json"}));
    const auto report = verifyReference(test::reference(file));
    REQUIRE(report.has_value());
    CHECK(report->cases.size() >= 4);
    for (const CaseReport& entry : report->cases) {
        INFO(file << ": " << entry.name << ' ' << entry.where << ' ' << entry.trouble << ' ' << entry.largestDeviation);
        CHECK(entry.passed);
    }
}

TEST_CASE("the runner sees a wrong number, a missing key and an unknown operation", "[verify]")
{
    const std::string head = R"({"tolerance":{"default":{"abs":1e-6,"rel":0}},"cases":[)";
    const auto one = [&](const std::string& testCase) { return verifyReference(head + testCase + "]}")->cases.at(0); };
    const std::string input =
        R"({"name":"x","input":{"op":"width_change","width":900,"c_r":0.0019,"c_t":0.00274,"mc_from":8,"mc_to":11},)";
    CHECK(one(input + R"("expect":{"flat_sawn":{"change":7.398}}})").passed);
    const CaseReport wrong = one(input + R"("expect":{"flat_sawn":{"change":7.399}}})");
    CHECK_FALSE(wrong.passed);
    CHECK(wrong.where == "flat_sawn.change");
    CHECK(wrong.largestDeviation == Approx(0.001).margin(1e-9));
    CHECK_FALSE(one(input + R"("expect":{"flat_sawn":{"other":1.0}}})").passed);
    CHECK_FALSE(one(R"({"name":"x","input":{"op":"guess"},"expect":{}})").passed);
    CHECK_FALSE(one(R"({"name":"x","input":{"op":"emc"},"expect":{}})").passed); // inputs missing
}

TEST_CASE("what is no reference file is said with its line", "[verify]")
{
    CHECK(verifyReference("{\n\n  \"cases\": [,]\n}").error().sentence.find("line 3") != std::string::npos);
    CHECK(verifyReference("[1, 2]").error().code == "verify.not_reference");
}

TEST_CASE("lines of values are found in a JSON text", "[json]")
{
    const std::string text = "{\n \"a\": [1,\n  {\"b\": \"x, y\\\"]\"},\n  7],\n \"c\":\n  {\"d\": 5}\n}";
    CHECK(lineOfPointer(text, "/a/0") == 2);
    CHECK(lineOfPointer(text, "/a/1/b") == 3);
    CHECK(lineOfPointer(text, "/a/2") == 4);
    CHECK(lineOfPointer(text, "/c/d") == 6);
    CHECK(lineOfPointer(text, "/c/not_there") == 6); // as near as it gets
}
