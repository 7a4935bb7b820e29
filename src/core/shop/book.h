#pragma once
// The whole shop book as one value: the shop and its jobs. Snapshots share what they have in common.

#include <memory>
#include <vector>

#include "core/shop/job.h"
#include "core/shop/shop.h"

namespace burl
{

struct Book {
    std::shared_ptr<const Shop> shop = std::make_shared<const Shop>();
    std::vector<std::shared_ptr<const Job>> jobs;

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

} // namespace burl
