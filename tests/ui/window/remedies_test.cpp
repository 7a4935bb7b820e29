// A remedy that a finding offers does what it says: the finding goes, none of the stops grows, and undo gives it back.

#include <catch2/catch.hpp>

#include <map>
#include <set>

#include "support/random_job.h"
#include "ui/board/bench.h"
#include "ui/driver.h"

using namespace burl;
using burl::test::Driver;

namespace
{

/// How many findings of each code there are, of a stage.
std::map<std::string, int> counted(const Plan& plan, const std::string& bench, bool stopsOnly)
{
    std::map<std::string, int> out;
    for (const Finding& finding : plan.findingsOf(bench)) {
        const int said = 1 + static_cast<int>(finding.alike.size());
        out[finding.code] += !stopsOnly || finding.severity == Severity::Stop ? said : 0;
    }
    return out;
}

} // namespace

TEST_CASE("every remedy that changes the job takes its finding away and adds no stop", "[ui][remedies]")
{
    Driver d;
    test::RandomJobs jobs(23);
    std::set<std::string> tried;
    for (int n = 0; n < 120; ++n) {
        const test::AnyJob any = jobs.next();
        Book book = any.book;
        book = withJob(book, any.job);
        d.document.apply(QStringLiteral("Another job"), book);
        for (const std::string bench : {"layup", "flat", "fill", "move", "base", "surface"}) {
            d.window.showBench(QString::fromStdString(bench));
            const std::vector<Finding> findings = d.plan().findingsOf(bench);
            for (const Finding& finding : findings) {
                const auto act = d.window.bench()->remedyForAll(finding);
                if (!act) {
                    continue;
                }
                const auto before = counted(d.plan(), bench, false);
                const auto stops = counted(d.plan(), bench, true);
                const Job job = d.job();
                const int steps = d.document.undoStack().index();
                act();
                if (d.document.undoStack().index() == steps) {
                    continue; // it only opens a page
                }
                tried.insert(finding.code);
                INFO("job " << n << ", " << sentence(finding, {}));
                const auto after = counted(d.plan(), bench, false);
                const auto left = after.find(finding.code);
                CHECK((left == after.end() || left->second < before.at(finding.code)));
                for (const auto& [code, stop] : counted(d.plan(), bench, true)) {
                    const auto was = stops.find(code);
                    INFO(code);
                    CHECK(stop <= (was == stops.end() ? 0 : was->second));
                }
                d.undo();
                CHECK(d.job() == job);
            }
        }
    }
    CHECK(tried.size() >= 2); // or the jobs try nothing
}
