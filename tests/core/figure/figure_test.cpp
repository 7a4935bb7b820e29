// Figures with their working, findings with their words.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/figure/figure.h"
#include "core/figure/finding.h"

using namespace burl;

TEST_CASE("a figure unfolds to what somebody read off a tape", "[figure]")
{
    const Figure area = given("area", "wood area", 2.56e6, Unit::Area, "outline");
    const Figure length = given("length", "length", 2700.0, Unit::Length, "chosen");
    const Figure width = made("width", "mean width", "{0} ÷ {1}", {area, length}, 2.56e6 / 2700.0, Unit::Length);
    const auto lines = workingLines(width, {});
    REQUIRE(lines.size() == 3);
    CHECK(lines[0] == "wood area ÷ length");
    CHECK(lines[1] == "= 2.56 m² ÷ 2700 mm");
    CHECK(lines[2] == "= 948 mm");
    const auto whole = wholeWorking(width, {});
    CHECK(std::any_of(whole.begin(), whole.end(),
                      [](const std::string& l) { return l.find("outline") != std::string::npos; }));
    CHECK(std::any_of(whole.begin(), whole.end(),
                      [](const std::string& l) { return l.find("chosen") != std::string::npos; }));
}

TEST_CASE("a guess anywhere below makes a guess, and says about", "[figure]")
{
    const Figure sure = given("a", "a", 10.0, Unit::Length, "tape");
    const Figure guess = assumed("b", "b", 5.0, Unit::Length, "custom");
    const Figure sum = made("c", "c", "{0} + {1}", {sure, guess}, 15.0, Unit::Length);
    const Figure twice = made("d", "d", "2 × {0}", {sum}, 30.0, Unit::Length);
    CHECK_FALSE(sure.isGuess());
    CHECK(sum.isGuess());
    CHECK(twice.isGuess());
    CHECK(figureText(twice, {}) == "about 30.0 mm");
    CHECK(figureText(sure, {}) == "10.0 mm");
    CHECK(figureText(relabelled(twice, "e", "E"), {}) == "about 30.0 mm");
    CHECK(relabelled(twice, "e", "E").node().key == "e");
    CHECK(relabelled(twice, "e", "E").node().terms.size() == 1);
}

TEST_CASE("what is not known says so and never prints a number", "[figure]")
{
    CHECK(figureText(Figure{}, {}) == "not known");
    CHECK_FALSE(Figure{}.known());
    const Figure broken = made("x", "x", "{0}", {Figure{}}, std::nan(""), Unit::Length);
    CHECK(figureText(broken, {}).find("nan") == std::string::npos);
    CHECK_FALSE(broken.known());
}

TEST_CASE("a term seen twice is unfolded once", "[figure]")
{
    const Figure base =
        made("base", "base", "1 × {0}", {given("t", "tape", 3.0, Unit::Length, "tape")}, 3.0, Unit::Length);
    const Figure sum = made("sum", "sum", "{0} + {1}", {base, base}, 6.0, Unit::Length);
    int tapes = 0;
    for (const std::string& line : wholeWorking(sum, {})) {
        tapes += line.find("(tape)") != std::string::npos ? 1 : 0;
    }
    CHECK(tapes == 1);
}

TEST_CASE("places of a sentence are filled in order, and only those there are", "[figure]")
{
    CHECK(filledIn("{0} of {1}", {"2", "3"}) == "2 of 3");
    CHECK(filledIn("{1} before {0}", {"a", "b"}) == "b before a");
    CHECK(filledIn("no places", {"a"}) == "no places");
    CHECK(filledIn("{0}{0}", {"x"}) == "xx");
    // A value that looks like a place is not filled in again.
    CHECK(filledIn("{0} {1}", {"{1}", "y"}) == "{1} y");
}

TEST_CASE("findings speak in the maker's units, the most serious first", "[figure]")
{
    Finding thin{
        "f.thin", Severity::Warn, "The slab gives {0}.", {given("t", "t", 44.45, Unit::Length, "tape")}, "accept {0}",
        {}};
    CHECK(sentence(thin, {}) == "The slab gives 44.5 mm.");
    CHECK(remedyText(thin, {}) == "accept 44.5 mm");
    UnitChoice inches;
    inches.length = LengthStyle::FractionalInches;
    CHECK(sentence(thin, inches) == "The slab gives 1-3/4 in.");
    std::vector<Finding> findings{{"a", Severity::Good, "", {}, "", {}},
                                  {"b", Severity::Warn, "", {}, "", {}},
                                  {"c", Severity::Stop, "", {}, "", {}},
                                  {"d", Severity::Warn, "", {}, "", {}},
                                  {"e", Severity::Caution, "", {}, "", {}}};
    sortBySeverity(findings);
    std::string order;
    for (const Finding& f : findings) {
        order += f.code;
    }
    CHECK(order == "cbdea");
}

TEST_CASE("findings that are alike are one sentence, with every name and every figure", "[figure][finding]")
{
    std::vector<Finding> all;
    const auto floats = [&](const std::string& name, double mm, const char* remedy) {
        Finding& f = addFinding(all, "x.floats", Severity::Caution, name + " floats from {0} on.",
                                {workedOut("floats", "floats", mm, Unit::Length, "")}, remedy);
        sayTogether(f, name, "{of} float from {0} on.");
    };
    floats("A3", 25.0, "clamp it");
    addFinding(all, "x.other", Severity::Caution, "Something else.", {}, "");
    floats("{0} {of}", 31.0, "clamp it"); // a name may hold anything
    floats("A5", 25.0, "clamp it");
    floats("A6", 25.0, "weigh it down"); // another remedy: by itself
    const std::vector<Finding> out = grouped(all);
    REQUIRE(out.size() == 3);
    CHECK(sentence(out[0], {}) == "A3, {0} {of} and A5 float from 25.0 mm, 31.0 mm and 25.0 mm on.");
    CHECK(out[0].alike.size() == 2);
    CHECK(remedyText(out[0], {}) == "clamp it");
    CHECK(sentence(out[1], {}) == "Something else.");
    CHECK(sentence(out[2], {}) == "A6 floats from 25.0 mm on.");
    // The same figure is said once.
    all.erase(all.begin() + 2);
    CHECK(sentence(grouped(all)[0], {}) == "A3 and A5 float from 25.0 mm on.");
}
