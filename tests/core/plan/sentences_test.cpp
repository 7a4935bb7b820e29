// Every sentence of the program is plain English, whatever the job: no doubled word, no empty place, no number that is
// none, no beginning in lower case.

#include <catch2/catch.hpp>

#include <cctype>
#include <map>
#include <set>
#include <sstream>

#include "core/flatten/flatten_plan.h"
#include "core/plan/plan.h"
#include "support/random_job.h"

using namespace burl;

namespace
{

std::string fault(const std::string& text, bool sentence)
{
    for (const char* bad : {"{", "}", "nan", "inf ", "..", "  ", " ,", " .", " ;", "((", "not known not known",
                            "about about", "-0 ", "-0.0 ", ",,", ", ,", "cutter cutter"}) {
        if (text.find(bad) != std::string::npos) {
            return std::string("\"") + bad + "\"";
        }
    }
    for (size_t at = text.find(" -"); at != std::string::npos; at = text.find(" -", at + 1)) {
        if (at + 2 < text.size() && std::isdigit(static_cast<unsigned char>(text[at + 2])) != 0) {
            return "less than nothing";
        }
    }
    for (const char* nothing : {" 0.0 mm", " 0 mm", " 0.00 L", " 0.0 %"}) {
        if (sentence && text.find(nothing) != std::string::npos) {
            return "a measure of nothing";
        }
    }
    std::istringstream words(text);
    std::string word;
    std::string before;
    while (words >> word) {
        const bool letters =
            std::all_of(word.begin(), word.end(), [](unsigned char c) { return std::isalpha(c) != 0; });
        if (letters && word == before && word.size() > 1) {
            return "\"" + word + "\" twice";
        }
        before = word;
    }
    if (sentence && !text.empty() && std::islower(static_cast<unsigned char>(text[0])) != 0) {
        return "begins in lower case";
    }
    if (sentence && !text.empty() && text.back() != '.') {
        return "does not end";
    }
    return {};
}

} // namespace

TEST_CASE("findings of any job are plain sentences", "[sentences]")
{
#ifdef BURL_SANITIZED
    constexpr int kJobs = 60;
#else
    constexpr int kJobs = 600;
#endif
    test::RandomJobs jobs(11);
    std::set<std::string> codes;
    std::map<std::string, std::string> bad; // by code, an example
    for (int n = 0; n < kJobs; ++n) {
        const test::AnyJob any = jobs.next();
        const Plan plan = makePlan(any.job, *any.book.shop);
        UnitChoice units;
        units.length = n % 3 == 0 ? LengthStyle::FractionalInches : LengthStyle::Millimetres;
        for (const NamedAnswer& stage : plan.answers()) {
            for (const Finding& finding : stage.answer->findings) {
                codes.insert(finding.code);
                const std::string text = sentence(finding, units);
                if (const std::string wrong = fault(text, true); !wrong.empty()) {
                    bad[finding.code] = wrong + " in: " + text;
                }
                const std::string remedy = remedyText(finding, units);
                if (const std::string wrong = fault(remedy, false); !wrong.empty()) {
                    bad[finding.code + ", remedy"] = wrong + " in: " + remedy;
                }
                for (const Figure& figure : finding.figures) {
                    CHECK((!figure || !figure.known() || std::isfinite(figure.value())));
                }
            }
            for (const Entry& entry : stage.answer->figures) {
                for (const std::string& line : wholeWorking(entry.figure, units)) {
                    if (line.find('{') != std::string::npos || line.find("nan") != std::string::npos) {
                        bad[entry.figure.node().key] = line;
                    }
                }
            }
        }
    }
    for (const auto& [code, example] : bad) {
        UNSCOPED_INFO(code << ": " << example);
    }
    CHECK(bad.empty());
    CHECK(codes.size() > (kJobs > 100 ? 60 : 40)); // the jobs are various enough to make most of them
}

TEST_CASE("every figure shown has terms or a source, whatever the job", "[sentences]")
{
    test::RandomJobs jobs(5);
    std::set<std::string> bad;
    for (int n = 0; n < 60; ++n) {
        const test::AnyJob any = jobs.next();
        const Plan plan = makePlan(any.job, *any.book.shop);
        for (const NamedAnswer& stage : plan.answers()) {
            for (const Entry& entry : stage.answer->figures) {
                REQUIRE(entry.figure);
                const FigureNode& node = entry.figure.node();
                if (node.formula.empty() ? node.source.empty() : node.terms.empty()) {
                    bad.insert(node.key);
                }
            }
        }
    }
    for (const std::string& key : bad) {
        UNSCOPED_INFO(key);
    }
    CHECK(bad.empty());
}

TEST_CASE("any job that is held is worked out without a number that is none", "[sentences][hold]")
{
#ifdef BURL_SANITIZED
    constexpr int kJobs = 12;
#else
    constexpr int kJobs = 80;
#endif
    test::RandomJobs jobs(29);
    int answered = 0;
    for (int n = 0; n < kJobs; ++n) {
        const test::AnyJob any = jobs.next();
        const Plan first = makePlan(any.job, *any.book.shop);
        const HoldQuestion* question = first.hold->asks();
        if (question == nullptr) {
            continue;
        }
        Worked worked;
        worked.hold = std::make_shared<const HoldAnswers>(HoldAnswers{*question, holdAnswer(*question)});
        const Plan plan = makePlan(any.job, *any.book.shop, &first, worked);
        INFO("job " << n);
        CHECK(plan.hold->fresh);
        ++answered;
        for (const Entry& entry : plan.hold->figures) {
            INFO(entry.figure.node().key);
            CHECK(std::isfinite(entry.figure.value()));
            CHECK(std::abs(entry.figure.value()) < 1e7);
        }
        for (const Finding& finding : plan.hold->findings) {
            CHECK(fault(sentence(finding, {}), true).empty());
        }
    }
    CHECK(answered > kJobs / 4);
}
