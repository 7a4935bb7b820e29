#pragma once
// The job file: one job with the slabs, logs, species and climate it uses (docs/formats.md#job-file).

#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outcome.h"
#include "core/shop/job.h"
#include "core/shop/shop.h"

namespace burl
{

constexpr int kJobFileVersion = 1;

struct JobFile {
    Job job;
    Shop shop;                        // the slabs and logs of the job, with the standard materials
    std::vector<std::string> notes{}; // keys and ids that are not understood, a sentence each with its line
};

/// writeJobFile(readJobFile(x)) == x for every x that writeJobFile made.
/// Errors: "jobfile.not_json", "jobfile.format", "jobfile.newer", "jobfile.value"; the sentence names
/// the line and the remedy, the caller adds the file's name.
[[nodiscard]] Expected<JobFile> readJobFile(std::string_view text);
/// With `wholeYard` every slab of the shop is written, so that offers can be sought in the file.
[[nodiscard]] std::string writeJobFile(const Job& job, const Shop& shop, bool wholeYard = false);

} // namespace burl
