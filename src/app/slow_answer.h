#pragma once
// A slow stage of the plan: asked when its input changed, worked out beside the interface, the newest question wins,
// and its answer joins the plan when it is there. Until then it is being worked out.

#include <optional>

#include "app/background_run.h"

namespace burl
{

/// `Question` is compared: it holds what the answer hangs on, the shared inputs of the plan among it.
template <typename Question, typename Answer> class SlowAnswer : public BackgroundRun
{
public:
    using BackgroundRun::BackgroundRun;

    /// Emits answered() when it is there.
    void ask(const Question& question)
    {
        if (asked_ && *asked_ == question) {
            return;
        }
        asked_ = question;
        begin([this, question](const RunControl& control) {
            auto answer = std::make_shared<const Answer>(work(question, control.goOn));
            if (!control.goOn(1.0)) { // stopped: it may be asked again
                control.done([this] { asked_.reset(); });
                return;
            }
            control.done([this, question, answer] {
                answeredFor_ = question;
                answer_ = answer;
                Q_EMIT answered();
            });
        });
    }

    /// Null while there is none.
    [[nodiscard]] std::shared_ptr<const Answer> answerTo(const Question& question) const
    {
        return answeredFor_ && *answeredFor_ == question ? answer_ : nullptr;
    }

protected:
    /// In a thread of its own; asks `goOn` often, and comes back soon when it says no.
    [[nodiscard]] virtual Answer work(const Question& question, const std::function<bool(double)>& goOn) const = 0;

private:
    std::optional<Question> asked_;
    std::optional<Question> answeredFor_;
    std::shared_ptr<const Answer> answer_;
};

} // namespace burl
