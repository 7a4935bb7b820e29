#pragma once
// How sure the thickness is, worked out beside the interface whenever the flattening changes.

#include "app/slow_answer.h"
#include "core/flatten/range_plan.h"
#include "core/plan/plan.h"

namespace burl
{

class RangeRun : public SlowAnswer<Made<FlattenStage>, RangePlan>
{
public:
    using SlowAnswer::SlowAnswer;
    ~RangeRun() override { finish(); }

protected:
    [[nodiscard]] RangePlan work(const Made<FlattenStage>& flatten,
                                 const std::function<bool(double)>& goOn) const override
    {
        return rangePlan(*flatten.input, *flatten, goOn);
    }
};

} // namespace burl
