#pragma once
// How sure the thickness is, worked out beside the interface whenever the flattening changes.

#include "app/slow_answer.h"
#include "core/flatten/sure_plan.h"
#include "core/plan/plan.h"

namespace burl
{

class SureRun : public SlowAnswer<Made<FlattenStage>, SurePlan>
{
public:
    using SlowAnswer::SlowAnswer;
    ~SureRun() override { finish(); }

protected:
    [[nodiscard]] SurePlan work(const Made<FlattenStage>& flatten,
                                const std::function<bool(double)>& goOn) const override
    {
        return surePlan(*flatten.input, *flatten, goOn);
    }
};

} // namespace burl
