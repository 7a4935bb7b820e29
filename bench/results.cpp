#include "results.h"

#include <algorithm>
#include <chrono>
#include <cstdio>
#include <ctime>
#include <fstream>
#include <sstream>
#include <thread>

namespace burl::bench
{
namespace
{

std::string rounded(double value)
{
    constexpr double kWhole = 100.0;
    char text[32];
    std::snprintf(text, sizeof text, value >= kWhole ? "%.0f" : value >= 1.0 ? "%.2f" : "%.3f", value);
    return text;
}

std::string today()
{
    const std::time_t now = std::chrono::system_clock::to_time_t(std::chrono::system_clock::now());
    std::tm local{};
    localtime_r(&now, &local);
    char text[16];
    std::strftime(text, sizeof text, "%Y-%m-%d", &local);
    return text;
}

/// Cells of a row of a table; nothing of any other line.
std::vector<std::string> cellsOf(const std::string& line)
{
    std::vector<std::string> out;
    if (line.size() < 2 || line[0] != '|') {
        return out;
    }
    std::istringstream in(line.substr(1));
    for (std::string cell; std::getline(in, cell, '|');) {
        const size_t from = cell.find_first_not_of(' ');
        const size_t to = cell.find_last_not_of(' ');
        out.push_back(from == std::string::npos ? "" : cell.substr(from, to - from + 1));
    }
    return out;
}

struct Line {
    std::string name, time, counters, day, before;
};
constexpr size_t kCells = 5;

std::vector<Line> linesOf(const std::string& file)
{
    std::vector<Line> out;
    std::ifstream in(file);
    for (std::string line; std::getline(in, line);) {
        const auto cells = cellsOf(line);
        if (cells.size() >= kCells && cells[0] != "benchmark" && cells[0].rfind("--", 0) != 0) {
            out.push_back({cells[0], cells[1], cells[2], cells[3], cells[4]});
        }
    }
    return out;
}

} // namespace

void ResultsKeeper::ReportRuns(const std::vector<Run>& runs)
{
    ConsoleReporter::ReportRuns(runs);
    for (const Run& run : runs) {
        if (run.error_occurred || run.run_type != Run::RT_Iteration) {
            continue;
        }
        Row row{run.benchmark_name(), rounded(run.GetAdjustedRealTime()) + ' ' + GetTimeUnitString(run.time_unit), ""};
        for (const auto& [name, counter] : run.counters) {
            row.counters += (row.counters.empty() ? "" : ", ") + name + ' ' + rounded(counter.value);
        }
        rows_.push_back(std::move(row));
    }
}

bool ResultsKeeper::write(const std::string& file) const
{
    std::vector<Line> lines = linesOf(file);
    for (const Row& row : rows_) {
        const auto old =
            std::find_if(lines.begin(), lines.end(), [&](const Line& line) { return line.name == row.name; });
        if (old == lines.end()) {
            lines.push_back({row.name, row.time, row.counters, today(), ""});
        } else {
            *old = {row.name, row.time, row.counters, today(),
                    old->time + (old->counters.empty() ? "" : "; " + old->counters) + " (" + old->day + ")"};
        }
    }
    std::ofstream out(file);
    out << "# Last run of the benchmarks\n\n`tools/bench --all` writes this file. Times depend on the machine; what is "
           "named `times_…`, `…_over_…` "
           "or `over_…` is\na ratio to an independent way of doing the same, measured in the same run, and is what is "
           "watched. Last "
           "machine: "
        << std::thread::hardware_concurrency()
        << " cores.\n\n| benchmark | time | counters | run on | the run before |\n| --- | --- | --- | --- | --- |\n";
    for (const Line& line : lines) {
        out << "| " << line.name << " | " << line.time << " | " << line.counters << " | " << line.day << " | "
            << line.before << " |\n";
    }
    return static_cast<bool>(out);
}

} // namespace burl::bench
