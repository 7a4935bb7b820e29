#pragma once
// What several commands do with a job file.

#include <optional>
#include <string>

#include <nlohmann/json_fwd.hpp>

#include "core/figure/figure.h"
#include "exchange/job_file.h"

namespace burl::cli
{

/// Reads a job file, its figures shown in `units` (mm, cm, inch, feet; empty: the shop's habit); on trouble
/// says so and gives the exit code.
[[nodiscard]] std::optional<JobFile> jobFrom(const std::string& file, const std::string& units, int& code);

[[nodiscard]] nlohmann::ordered_json figureJson(const Figure& figure, const UnitChoice& units, bool working);

} // namespace burl::cli
