#pragma once
// The thread through a job: what comes in which order, what of it is done, what comes next and why. It only looks at
// what is there, so work in any other order is as good.   Units: none.   Threads: pure.

#include <string>
#include <vector>

#include "core/figure/where.h"
#include "core/plan/plan.h"
#include "core/shop/job.h"
#include "core/shop/shop.h"

namespace burl
{

enum class StepState {
    Done,
    Next, // the first that is not done
    Later,
};

struct Step {
    std::string key; // "slabs", "tape", "card", "job", "layup", "faces", "cuts", "voids", "fasteners", "sheet"
    StepState state = StepState::Later;
    std::string text; // "Read the tops of A3 and A4", without its point
    std::string why;  // "flattening is planned from them"
    std::string act;  // a word or two for its button
    Where where;      // where it is done; unknown: the program itself does it (a new slab, a job, the sheet)
};

/// `job` and `plan` are null while no job is begun. Steps that this job does not need are left out.
[[nodiscard]] std::vector<Step> threadOf(const Shop& shop, const Job* job, const Plan* plan);

/// The step that comes next; null when all is done.
[[nodiscard]] const Step* nextOf(const std::vector<Step>& steps);

/// How far the work of one bench is.
enum class BenchState { NotBegun, UnderWay, Done, Stopped };
[[nodiscard]] BenchState benchState(const std::string& bench, const std::vector<Step>& steps,
                                    const std::vector<Finding>& findings);

} // namespace burl
