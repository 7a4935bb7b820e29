#pragma once
// The passes of one face on fine cells, worked out beside the interface when that face is looked at.

#include <memory>

#include "app/background_run.h"
#include "core/flatten/pass_map.h"
#include "core/plan/plan.h"
#include "core/router/removal.h"

namespace burl
{

class PassRun : public BackgroundRun
{
    Q_OBJECT

public:
    using BackgroundRun::BackgroundRun;

    /// Begins anew when this face of this plan is another than the one answered or asked for.
    void ask(const Plan& plan, size_t piece, Face face);
    /// The answer for this face; null while there is none.
    [[nodiscard]] std::shared_ptr<const PassMap> answerFor(const Plan& plan, size_t piece, Face face) const;

Q_SIGNALS:
    void answered();

private:
    struct Question {
        std::shared_ptr<const FlattenPlan> plan;
        size_t piece = 0;
        Face face = Face::Top;
        bool operator==(const Question&) const = default;
    };
    Question asked_;
    Question answeredFor_;
    std::shared_ptr<const PassMap> answer_;
};

} // namespace burl
