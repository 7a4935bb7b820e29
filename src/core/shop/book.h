#pragma once
// The whole shop book as one value: the shop and its jobs. Snapshots share what they have in common.
// Threads: values.

#include <algorithm>
#include <memory>
#include <vector>

#include "core/shop/job.h"
#include "core/shop/shop.h"

namespace burl
{

/// The highest ids that were ever given: they only rise, so that a printed tag or a kept layup never comes to mean
/// another slab.
struct LastIds {
    int slab = 0;
    int log = 0;
    int job = 0;
    bool operator==(const LastIds&) const = default;
};
[[nodiscard]] inline LastIds higherOf(const LastIds& a, const LastIds& b)
{
    return {std::max(a.slab, b.slab), std::max(a.log, b.log), std::max(a.job, b.job)};
}

struct Book {
    std::shared_ptr<const Shop> shop = std::make_shared<const Shop>();
    std::vector<std::shared_ptr<const Job>> jobs;
    LastIds last;

    [[nodiscard]] const Job* job(JobId id) const
    {
        for (const auto& j : jobs) {
            if (j->id == id) {
                return j.get();
            }
        }
        return nullptr;
    }
};

/// The jobs that lay this slab into their top, in the order of the book, but for `besides`.
[[nodiscard]] inline std::vector<const Job*> jobsWith(const Book& book, SlabId slab, JobId besides = {})
{
    std::vector<const Job*> out;
    for (const auto& job : book.jobs) {
        const auto& pieces = job->layup.pieces;
        if (job->id != besides &&
            std::any_of(pieces.begin(), pieces.end(), [slab](const Piece& piece) { return piece.slab == slab; })) {
            out.push_back(job.get());
        }
    }
    return out;
}

} // namespace burl
