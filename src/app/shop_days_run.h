#pragma once
// The days of all jobs together, worked out beside the interface; the newest question wins.

#include "app/slow_answer.h"
#include "core/days/shop_days.h"
#include "core/plan/plan.h"
#include "core/shop/book.h"

namespace burl
{

struct ShopDaysAsked {
    Book book;
    Worked worked;
    bool operator==(const ShopDaysAsked& other) const
    {
        return book.shop == other.book.shop && book.jobs == other.book.jobs && worked.now_h == other.worked.now_h;
    }
};
struct ShopDays {
    struct One {
        std::shared_ptr<const Job> job;
        Plan plan;                      // of the job alone
        ShopSchedule::JobPlan together; // minutes from `firstDay`; of a delivered job empty
    };
    int firstDay = 0; // days since 1970
    bool found = false;
    std::vector<One> jobs;
};
/// Jobs that are delivered take no part. `goOn` empty: it is not stopped.
[[nodiscard]] ShopDays shopDaysOf(const ShopDaysAsked& asked, const std::function<bool(double)>& goOn = {});

class ShopDaysRun : public SlowAnswer<ShopDaysAsked, ShopDays>
{
public:
    using SlowAnswer::SlowAnswer;
    ~ShopDaysRun() override { finish(); }

protected:
    [[nodiscard]] ShopDays work(const ShopDaysAsked& question, const std::function<bool(double)>& goOn) const override
    {
        return shopDaysOf(question, goOn);
    }
};

} // namespace burl
