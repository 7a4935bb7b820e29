// Minimal jobs, each with what was derived for it by hand.

#include <catch2/catch.hpp>

#include <map>
#include <set>

#include <nlohmann/json.hpp>

#include "core/plan/plan.h"
#include "exchange/job_file.h"
#include "support/files.h"

using namespace burl;
using Json = nlohmann::json;

namespace
{

struct Answer {
    bool read = false;
    std::string trouble;
    std::map<std::string, Figure> shown;
    std::map<std::string, std::set<Severity>> said;
    Plan plan;
};

Answer answerTo(const std::string& name)
{
    Answer out;
    const auto file = readJobFile(test::reference("cases/" + name + ".json"));
    if (!file) {
        out.trouble = file.error().sentence;
        return out;
    }
    out.read = true;
    out.plan = makePlan(file->job, file->shop);
    for (const NamedAnswer& stage : out.plan.answers()) {
        for (const Entry& entry : stage.answer->figures) {
            out.shown.emplace(entry.figure.node().key, entry.figure);
        }
        for (const Finding& finding : stage.answer->findings) {
            out.said[finding.code].insert(finding.severity);
        }
    }
    return out;
}

bool holds(const Answer& answer, const Json& check)
{
    const std::string what = check[0];
    if (what == "refused") {
        return !answer.read;
    }
    if (!answer.read) {
        return false;
    }
    if (what == "any") {
        return std::any_of(check.begin() + 1, check.end(), [&](const Json& one) { return holds(answer, one); });
    }
    const std::string key = check[1];
    const auto at = answer.shown.find(key);
    const Figure figure = at != answer.shown.end() ? at->second : Figure();
    if (what == "value") {
        return figure.known() && std::abs(figure.value() - check[2].get<double>()) <= check[3].get<double>();
    }
    if (what == "unknown") {
        return !figure.known();
    }
    if (what == "guess") {
        return !figure || figure.isGuess() == check[2].get<bool>();
    }
    if (what == "key") {
        return static_cast<bool>(answer.plan.figure(key)) == check[2].get<bool>();
    }
    const auto said = answer.said.find(key);
    if (what == "finding") {
        return (said != answer.said.end()) == check[2].get<bool>();
    }
    if (what == "severity") {
        const std::map<std::string, Severity> words{{"good", Severity::Good},
                                                    {"caution", Severity::Caution},
                                                    {"warn", Severity::Warn},
                                                    {"stop", Severity::Stop}};
        return said != answer.said.end() && said->second.count(words.at(check[2])) != 0;
    }
    return false;
}

} // namespace

TEST_CASE("every minimal job gives what was derived by hand", "[cases]")
{
    const Json cases = Json::parse(test::reference("cases/cases.json"));
    REQUIRE(cases.size() == 44);
    for (const Json& one : cases) {
        const std::string name = one[0];
        const Answer answer = answerTo(name);
        for (const Json& check : one[1]) {
            INFO(name << ": " << check.dump() << " " << answer.trouble);
            CHECK(holds(answer, check));
        }
    }
    // These say it in a finding of their own.
    const auto says = [](const std::string& name, const std::string& code) {
        INFO(name << ": " << code);
        CHECK(answerTo(name).said.count(code) == 1);
    };
    says("17-first-milling-thicker-than-the-slab", "flatten.millings_no_wood");
    says("25-rods-through-the-edge", "layup.rod_through");
    says("34-wanted-width-of-live-edges", "layup.width_not_met");
    says("04-pocket-deeper-than-the-top", "fill.breaks_through");
    says("19-unmeasured-depth-is-planed-away", "fill.no_depth");
    says("29-good-but-too-thin", "rest.too_thin");
    says("33-a-slab-too-many", "layup.piece_too_many");
}

TEST_CASE("an insert stands in a hole, beside one, or clear of it", "[cases][move]")
{
    JobFile file = *readJobFile(test::reference("cases/26-insert-in-a-hole.json"));
    const auto severities = [&](double x) {
        file.job.move.fasteners[0].at.x = x;
        std::set<Severity> out;
        const Plan plan = makePlan(file.job, file.shop);
        for (const Finding& finding : plan.move->findings) {
            if (finding.code == "move.fastener_off_wood") {
                out.insert(finding.severity);
            }
        }
        return out;
    };
    // The hole lies 450 to 550 from the left end of the top.
    CHECK(severities(500.0) == std::set<Severity>{Severity::Stop});
    CHECK(severities(551.0) == std::set<Severity>{Severity::Stop}); // half the bolt still breaks into it
    CHECK(severities(580.0) == std::set<Severity>{Severity::Caution});
    CHECK(severities(620.0).empty());
    CHECK(severities(1300.0) == std::set<Severity>{Severity::Stop}); // off the top
}
