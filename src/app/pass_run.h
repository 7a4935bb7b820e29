#pragma once
// The passes of one face on fine cells, worked out beside the interface when that face is looked at.

#include "app/slow_answer.h"
#include "core/flatten/pass_map.h"
#include "core/plan/plan.h"

namespace burl
{

struct FaceOfPlan {
    Made<FlattenStage> flatten;
    size_t piece = 0;
    Face face = Face::Top;
    bool operator==(const FaceOfPlan&) const = default;
};

class PassRun : public SlowAnswer<FaceOfPlan, PassMap>
{
public:
    using SlowAnswer::SlowAnswer;
    ~PassRun() override { finish(); }

protected:
    [[nodiscard]] PassMap work(const FaceOfPlan& of, const std::function<bool(double)>& /*a moment*/) const override
    {
        return passMapOf(*of.flatten.input, *of.flatten, of.piece, of.face);
    }
};

} // namespace burl
