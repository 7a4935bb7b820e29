#pragma once
// How sure the thickness is, worked out beside the interface whenever the flattening changes.

#include <memory>

#include "app/background_run.h"
#include "core/flatten/sure_plan.h"
#include "core/plan/plan.h"

namespace burl
{

class SureRun : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;

    /// Begins anew when the plan's flattening is another than the one answered or asked for.
    void ask(const Plan& plan);
    /// The answer for this plan; null while there is none.
    [[nodiscard]] const SurePlan* answerFor(const Plan& plan) const;

Q_SIGNALS:
    void answered();

private:
    std::shared_ptr<const FlattenPlan> asked_;
    std::shared_ptr<const FlattenPlan> answeredFor_;
    SurePlan answer_;
};

} // namespace burl
