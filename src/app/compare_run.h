#pragma once
// Kept layups compared beside the interface; the newest question wins.

#include "app/slow_answer.h"
#include "core/plan/choices_compared.h"

namespace burl
{

struct CompareAsked {
    Job job;
    std::shared_ptr<const Shop> shop;
    Worked worked;
    bool operator==(const CompareAsked& other) const
    {
        return job == other.job && shop == other.shop && worked.now_h == other.worked.now_h;
    }
};

class CompareRun : public SlowAnswer<CompareAsked, std::vector<ChoiceCompared>>
{
public:
    using SlowAnswer::SlowAnswer;
    ~CompareRun() override { finish(); }

protected:
    [[nodiscard]] std::vector<ChoiceCompared> work(const CompareAsked& question,
                                                   const std::function<bool(double)>& goOn) const override
    {
        return compareKept(question.job, *question.shop, question.worked, goOn);
    }
};

} // namespace burl
