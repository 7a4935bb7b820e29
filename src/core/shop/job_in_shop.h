#pragma once
// What every stage may take its input from: the job, the shop, and what the job's pieces are.   Threads: values.

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/shop/job.h"
#include "core/shop/same_slabs.h"
#include "core/shop/shop.h"

namespace burl
{

// Of the models that stand above.
struct HeatAnswers;
struct HoldAnswers;
struct RateLog;

/// What slow models have answered so far; null: nothing yet.
struct Worked {
    std::shared_ptr<const HeatAnswers> heat; // the cure of resin
    std::shared_ptr<const HoldAnswers> hold; // the plate on its supports
    /// What the books of all jobs taught; null: only this job's is looked at. By kind of work, used and planned.
    std::shared_ptr<const std::map<std::string, std::vector<RateLog>>> rates;
    std::optional<double> now_h{}; // hours since 1970; empty: nobody asked a clock
};

struct JobInShop {
    JobInShop(const Job& job, const Shop& shop);

    const Job& job;
    const Shop& shop;
    Worked worked;
    SharedSlabs slabs;            // one for each piece of the job, null when it is not in the shop
    std::vector<Species> species; // of each; empty where nobody said
    std::vector<double> kerf_mm;  // of each piece's log, 0 where there is none
};

} // namespace burl
