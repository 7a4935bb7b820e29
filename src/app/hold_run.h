#pragma once
// What the plan asks of the plate model, answered beside the interface; the newest question wins.

#include "app/slow_answer.h"
#include "core/move/hold_answers.h"

namespace burl
{

class HoldRun : public SlowAnswer<HoldQuestion, std::shared_ptr<const HoldAnswer>>
{
public:
    using SlowAnswer::SlowAnswer;
    ~HoldRun() override { finish(); }

protected:
    [[nodiscard]] std::shared_ptr<const HoldAnswer> work(const HoldQuestion& question,
                                                         const std::function<bool(double)>& goOn) const override
    {
        return holdAnswer(question, goOn);
    }
};

} // namespace burl
