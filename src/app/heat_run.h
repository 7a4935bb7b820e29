#pragma once
// What plans and benches ask of the cure model, answered beside the interface; the newest questions win.

#include "app/slow_answer.h"
#include "core/cure/heat_answers.h"
#include "core/fill/alternatives.h"

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

/// The heat of one place as it is cut, worked out beside the interface.
class CutHeatRun : public SlowAnswer<HeatQuestion, std::shared_ptr<const PourHeat>>
{
public:
    using SlowAnswer::SlowAnswer;
    ~CutHeatRun() override { finish(); }

protected:
    [[nodiscard]] std::shared_ptr<const PourHeat> work(const HeatQuestion& question,
                                                       const std::function<bool(double)>& goOn) const override
    {
        auto answer = pourHeat(question, goOn);
        return answer ? std::make_shared<const PourHeat>(std::move(*answer)) : nullptr;
    }
};

/// What each resin would cost at one place, worked out beside the interface.
struct AlternativesAsked {
    std::shared_ptr<const FillInput> input;
    std::shared_ptr<const FillPlan> plan;
    size_t item = 0;
    bool operator==(const AlternativesAsked&) const = default;
};
class AlternativesRun : public SlowAnswer<AlternativesAsked, std::vector<Alternative>>
{
public:
    using SlowAnswer::SlowAnswer;
    ~AlternativesRun() override { finish(); }

protected:
    [[nodiscard]] std::vector<Alternative> work(const AlternativesAsked& asked,
                                                const std::function<bool(double)>& goOn) const override
    {
        return alternativesFor(*asked.input, asked.plan->items[asked.item], goOn);
    }
};

} // namespace burl
