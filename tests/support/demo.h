#pragma once
// A job of the demo shop that a test may change.

#include <functional>
#include <set>
#include <string>

#include "core/plan/plan.h"
#include "core/shop/edit.h"
#include "demo/demo_shop.h"

namespace burl::test
{

struct Demo {
    Book book = demoBook();
    Job job;
    explicit Demo(int number) : job(*book.jobs[static_cast<size_t>(number - 1)]) {}
    [[nodiscard]] Plan plan() const { return makePlan(job, *book.shop); }
    void slab(SlabId id, const std::function<void(Slab&)>& change)
    {
        Slab s = *book.shop->slab(id);
        change(s);
        book = withSlab(book, s);
    }
};

inline std::set<std::string> codes(const std::vector<Finding>& findings)
{
    std::set<std::string> out;
    for (const Finding& f : findings) {
        out.insert(f.code);
    }
    return out;
}

} // namespace burl::test
