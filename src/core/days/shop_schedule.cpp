#include "core/days/shop_schedule.h"

#include <algorithm>

#include "core/days/step_bounds.h"

namespace burl
{
namespace
{

constexpr double kMostStretch = 64.0; // of what a job takes alone; longer is past any horizon
constexpr int kNearer = 6;            // halvings of the stretch, to about a hundredth

class ShopPlanner
{
public:
    ShopPlanner(const ShopQuestion& question, const Effort& effort) : question_(question), effort_(effort)
    {
        all_.calendar = question.calendar;
        all_.grid = question.grid;
        all_.horizon = question.horizon;
        all_.now = question.now;
        for (const JobToDo& job : question.jobs) {
            const size_t first = all_.steps.size();
            first_.push_back(first);
            for (WorkStep step : job.steps) {
                for (StepLink& link : step.after) {
                    link.step += first;
                }
                all_.steps.push_back(std::move(step));
            }
            for (StepFact fact : job.facts) {
                fact.step += first;
                all_.facts.push_back(fact);
            }
        }
        own_ = all_.steps;
        out_.jobs.resize(question.jobs.size());
    }

    ShopSchedule plan()
    {
        for (size_t k = 0; k < question_.jobs.size(); ++k) {
            const JobToDo& job = question_.jobs[k];
            out_.jobs[k].alone =
                schedule({job.steps, question_.calendar, question_.grid, question_.horizon, question_.now, job.facts},
                         {effort_.quick, 0, effort_.stop})
                    .finish;
            const bool possible = job.promise && out_.jobs[k].alone && *job.promise >= *out_.jobs[k].alone;
            promised_.push_back(possible ? 1 : 0);
        }
        double good = seek();
        if (good < 0.0) { // not all promises together
            keepWhatCan();
            good = seek();
        }
        if (good >= 0.0) {
            nearer(good);
            keep();
        }
        return out_;
    }

private:
    [[nodiscard]] bool look(double stretch)
    {
        for (size_t k = 0; k < question_.jobs.size(); ++k) {
            const int alone = out_.jobs[k].alone.value_or(question_.horizon);
            double due = question_.now + stretch * (alone - question_.now);
            if (question_.jobs[k].promise) {
                due =
                    promised_[k] != 0 ? *question_.jobs[k].promise : std::max<double>(due, *question_.jobs[k].promise);
            }
            const int by = static_cast<int>(std::min<double>(due, question_.horizon));
            for (size_t i = first_[k]; i < first_[k] + question_.jobs[k].steps.size(); ++i) {
                all_.steps[i].due = std::min(own_[i].due.value_or(question_.horizon), by);
            }
        }
        Schedule found = scheduleByDues(all_, effort_);
        if (!found.finish) {
            return false;
        }
        best_ = std::move(found);
        out_.stretch = stretch;
        return true;
    }

    /// The first stretch of a doubling row that can be; -1: none.
    double seek()
    {
        for (double stretch = 1.0; stretch <= kMostStretch;
             stretch = 1.0 + (stretch > 1.0 ? (stretch - 1.0) * 2.0 : 0.25)) {
            if (look(stretch)) {
                return stretch;
            }
        }
        return -1.0;
    }

    /// The nearest promise first; each is kept that can be beside those before it.
    void keepWhatCan()
    {
        std::vector<size_t> order;
        for (size_t k = 0; k < promised_.size(); ++k) {
            if (promised_[k] != 0) {
                order.push_back(k);
            }
        }
        std::stable_sort(order.begin(), order.end(),
                         [&](size_t a, size_t b) { return question_.jobs[a].promise < question_.jobs[b].promise; });
        promised_.assign(promised_.size(), 0);
        for (const size_t k : order) {
            promised_[k] = 1;
            promised_[k] = look(kMostStretch) ? 1 : 0;
        }
    }

    void nearer(double good)
    {
        double low = std::max(1.0, 1.0 + (good - 1.0) / 2.0);
        for (int i = 0; i < kNearer && good - low > 0.01; ++i) {
            const double middle = low + (good - low) / 2.0;
            if (look(middle)) {
                good = middle;
            } else {
                low = middle;
            }
        }
    }

    void keep()
    {
        out_.found = true;
        for (size_t k = 0; k < out_.jobs.size(); ++k) {
            ShopSchedule::JobPlan& job = out_.jobs[k];
            const size_t count = question_.jobs[k].steps.size();
            int finish = 0;
            for (size_t i = 0; i < count; ++i) {
                const size_t at = first_[k] + i;
                job.start.push_back(best_.start[at]);
                job.end.push_back(best_.end[at]);
                int wait = own_[at].wait;
                for (const StepFact& fact : question_.jobs[k].facts) {
                    wait = fact.step == i && fact.wait ? *fact.wait : wait;
                }
                finish = std::max(finish, best_.end[at] + wait);
            }
            job.finish = finish;
            for (const WorkPiece& piece : best_.pieces) {
                if (piece.step >= first_[k] && piece.step < first_[k] + count) {
                    job.pieces.push_back(piece);
                    job.pieces.back().step -= first_[k];
                }
            }
            if (question_.jobs[k].promise && finish > *question_.jobs[k].promise) {
                out_.late.push_back(k);
            }
        }
    }

    const ShopQuestion& question_;
    Effort effort_;
    ScheduleQuestion all_;
    std::vector<WorkStep> own_;
    std::vector<size_t> first_;  // step of each job
    std::vector<char> promised_; // is to be kept
    Schedule best_;
    ShopSchedule out_;
};

} // namespace

ShopSchedule shopSchedule(const ShopQuestion& question, const Effort& effort)
{
    return ShopPlanner(question, effort).plan();
}

} // namespace burl
