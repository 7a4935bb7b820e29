#pragma once
// What has been done of the steps: from the day book, the pours, the rests between millings. A step before one that is
// done is taken as done too.
// Units: minutes from the midnight before day 0.   Threads: pure.

#include <vector>

#include "core/days/job_steps.h"
#include "core/days/schedule.h"

namespace burl
{

struct StepProgress {
    bool begun = false;
    bool done = false;
    bool implied = false;     // by a later step that is
    double minutes = 0.0;     // written down
    int start = 0;            // of a step begun
    int end = 0;              // of a step done
    std::optional<int> wait;  // that was kept, where the next step or a reading tells
    std::vector<int> entries; // ids in the day book
};
[[nodiscard]] std::vector<StepProgress> progressOf(const std::vector<JobStep>& steps, const StepsInput& input,
                                                   double midnight_h);
[[nodiscard]] std::vector<StepFact> factsOf(const std::vector<StepProgress>& progress,
                                            const std::vector<WorkStep>& work);
/// The first moment anything was written down of the job, hours since 1970; empty: nothing was.
[[nodiscard]] std::optional<double> firstWritten_h(const StepsInput& input);

} // namespace burl
