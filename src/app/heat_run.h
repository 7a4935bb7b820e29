#pragma once
// What plans ask of the cure model, answered beside the interface; the newest questions win.

#include "app/slow_answer.h"
#include "core/cure/heat_answers.h"

namespace burl
{

struct HeatAsked {
    HeatQuestions questions;
    std::shared_ptr<const HeatAnswers> before;
    bool operator==(const HeatAsked&) const = default;
};

class HeatRun : public SlowAnswer<HeatAsked, std::shared_ptr<const HeatAnswers>>
{
public:
    using SlowAnswer::SlowAnswer;
    ~HeatRun() override { finish(); }

protected:
    [[nodiscard]] std::shared_ptr<const HeatAnswers> work(const HeatAsked& asked,
                                                          const std::function<bool(double)>& goOn) const override
    {
        return burl::answered(asked.questions, asked.before, goOn);
    }
};

} // namespace burl
