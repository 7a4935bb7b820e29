#include "app/sure_run.h"

namespace burl
{

void SureRun::ask(const Plan& plan)
{
    if (plan.flatten == nullptr || plan.flatten == asked_) {
        return;
    }
    asked_ = plan.flatten;
    begin([this, input = plan.flattenInput, flatten = plan.flatten](const Talk& talk) {
        SurePlan answer = surePlan(*input, *flatten, talk.goOn);
        if (!talk.goOn(1.0)) { // stopped: it may be asked again
            talk.done([this] { asked_.reset(); });
            return;
        }
        talk.done([this, flatten, answer] {
            answeredFor_ = flatten;
            answer_ = answer;
            Q_EMIT answered();
        });
    });
}

const SurePlan* SureRun::answerFor(const Plan& plan) const
{
    return plan.flatten != nullptr && plan.flatten == answeredFor_ ? &answer_ : nullptr;
}

} // namespace burl
