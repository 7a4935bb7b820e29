// Minimal jobs from the layup to what holds the top, each with what was derived for it by hand, slow models answered.

#include <catch2/catch.hpp>

#include <regex>

#include <nlohmann/json.hpp>

#include "core/plan/plan.h"
#include "exchange/job_file.h"
#include "support/files.h"

using namespace burl;
using Json = nlohmann::json;

namespace
{

struct Answer {
    Plan plan;
    std::vector<std::string>
        said; // "move.groove_long [stop] A channel's groove comes out of the end ... -> move it in"
};

Answer answerTo(const std::string& name)
{
    Answer out;
    const auto file = readJobFile(test::reference("cases/stages/" + name + ".json"));
    REQUIRE(file);
    out.plan = planWorkedOut(file->job, file->shop);
    const std::map<Severity, std::string> words{{Severity::Good, "good"},
                                                {Severity::Caution, "caution"},
                                                {Severity::ToDo, "to do"},
                                                {Severity::Warn, "warn"},
                                                {Severity::Stop, "stop"}};
    for (const NamedAnswer& stage : out.plan.answers()) {
        for (const Finding& f : stage.answer->findings) {
            out.said.push_back(f.code + " [" + words.at(f.severity) + "] " + sentence(f, {}) + " -> " +
                               remedyText(f, {}));
        }
    }
    return out;
}

/// Patterns of another dialect: letters large or small alike.
std::regex patternOf(std::string text)
{
    for (const std::string mark : {"(?i)", "(?i:"}) {
        for (size_t at = text.find(mark); at != std::string::npos; at = text.find(mark)) {
            text.replace(at, mark.size(), mark == "(?i)" ? "" : "(");
        }
    }
    return std::regex(text, std::regex::ECMAScript | std::regex::icase);
}

bool says(const Answer& answer, const std::string& pattern)
{
    const std::regex wanted = patternOf(pattern);
    return std::any_of(answer.said.begin(), answer.said.end(),
                       [&](const std::string& s) { return std::regex_search(s, wanted); });
}

bool holds(const Answer& answer, const Json& check)
{
    const std::string what = check[0];
    if (what == "unique") {
        for (const NamedAnswer& stage : answer.plan.answers()) {
            std::set<std::string> keys;
            for (const Entry& entry : stage.answer->figures) {
                if (!keys.insert(entry.figure.node().key).second) {
                    return false;
                }
            }
        }
        return true;
    }
    if (what == "says" || what == "silent") {
        return says(answer, check[1]) == (what == "says");
    }
    const Figure figure = answer.plan.figure(check[1].get<std::string>());
    if (what == "working") { // told below, formula by formula
        return static_cast<bool>(figure);
    }
    if (what == "guess") {
        return figure && figure.isGuess() == check[2].get<bool>();
    }
    if (!figure.known()) {
        return false;
    }
    const double wanted = check[2];
    return what == "value"      ? std::abs(figure.value() - wanted) <= check[3].get<double>()
           : what == "at_least" ? figure.value() >= wanted
           : what == "at_most"  ? figure.value() <= wanted
                                : false;
}

} // namespace

TEST_CASE("every minimal job of the stages gives what was derived by hand", "[cases][slow]")
{
    const Json cases = Json::parse(test::reference("cases/stages/cases.json"));
    REQUIRE(cases.size() == 31);
    for (const Json& one : cases) {
        const std::string name = one[0];
        const Answer answer = answerTo(name);
        for (const Json& check : one[1]) {
            INFO(name << ": " << check.dump());
            CHECK(holds(answer, check));
        }
    }
}

TEST_CASE("workings of these jobs give what they say", "[cases]")
{
    // Resin of 1093 under wood of 755 kg/m3, both 55 deep, on 0.929 m2: (1093 - 755) x 0.055 x 0.929 x 9.81 = 169 N.
    const Plan rough = answerTo("03-uplift-from-rough").plan;
    const Figure uplift = rough.figure("uplift_S1");
    const std::vector<Figure>& t = uplift.node().terms;
    REQUIRE(t.size() == 5);
    CHECK(t[1].value() == Approx(55.0));
    CHECK(t[3].value() == Approx(55.0));
    CHECK(uplift.value() ==
          Approx((t[0].value() * t[1].value() - t[2].value() * t[3].value()) * t[4].value() * 9.81e-9).epsilon(1e-3));
    // 2.3 A to 1 B by mass, 1.16 and 0.97 kg/L: (2.3 / 1.16) / (2.3 / 1.16 + 1 / 0.97) = 65.8 of 100.
    const Plan byMass = answerTo("31-litres-by-a-ratio-of-mass").plan;
    const Figure a = byMass.figure("a_volume_own_deep");
    CHECK(a.value() / a.node().terms[0].value() == Approx(0.6579).margin(1e-4));
    CHECK(a.node().formula == "{0} × ({1} ÷ {2}) ÷ ({1} ÷ {2} + 1 ÷ {3})");
    // Wetter than its room ever is: the wood only comes in.
    const Plan wet = answerTo("28-out-that-does-not-work-out").plan;
    const FastenerPlan& f = wet.move->fasteners.front();
    CHECK(f.outwardTravel.value() == 0.0);
    CHECK(f.outwardTravel.node().formula.find("goes the other way") != std::string::npos);
}

TEST_CASE("a knot and a crack that come out below lose their tip, those that end in the wood do not", "[cases][fill]")
{
    // The check of 6 x 60 in a slab of 60, 10 off each face: at both faces 5 and 1 wide, 40 apart.
    CHECK(answerTo("01-check-through-the-top").plan.figure("volume_S1_1").value() == Approx(60 * 3 * 40 / 1e6));
    JobFile file = *readJobFile(test::reference("cases/stages/01-check-through-the-top.json"));
    Slab slab = *file.shop.slabs.front();
    slab.features.front().depth_mm = 30.0; // 10 are taken off, 20 are left of it: 6 x 20/30 = 4 wide at the face
    file.shop.slabs.front() = std::make_shared<const Slab>(slab);
    CHECK(makePlan(file.job, file.shop).figure("volume_S1_1").value() == Approx(60 * 4.0 / 2.0 * 20 / 1e6));
}
