#include "app/pass_run.h"
#include "core/flatten/pass_map.h"

namespace burl
{

void PassRun::ask(const Plan& plan, size_t piece, Face face)
{
    const Question question{plan.flatten, piece, face};
    if (plan.flatten == nullptr || question == asked_) {
        return;
    }
    asked_ = question;
    begin([this, question, input = plan.flattenInput](const Talk& talk) {
        auto map = std::make_shared<const PassMap>(passMapOf(*input, *question.plan, question.piece, question.face));
        talk.done([this, question, map] {
            answeredFor_ = question;
            answer_ = map;
            Q_EMIT answered();
        });
    });
}

std::shared_ptr<const PassMap> PassRun::answerFor(const Plan& plan, size_t piece, Face face) const
{
    return plan.flatten != nullptr && answeredFor_ == Question{plan.flatten, piece, face} ? answer_ : nullptr;
}

} // namespace burl
