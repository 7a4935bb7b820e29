#pragma once
// The last run as a table that is read in the repository: today's figures beside those of the run before.

#include <map>
#include <string>
#include <vector>

#include <benchmark/benchmark.h>

namespace burl::bench
{

/// Prints to the console as usual and keeps every run.
class ResultsKeeper : public benchmark::ConsoleReporter
{
public:
    void ReportRuns(const std::vector<Run>& runs) override;
    /// Writes the table to a file; what it held of other benchmarks stays.   False: it cannot be written.
    [[nodiscard]] bool write(const std::string& file) const;

private:
    struct Row {
        std::string name;
        std::string time;
        std::string counters; // "times_clp 40, points 200"
    };
    std::vector<Row> rows_;
};

} // namespace burl::bench
