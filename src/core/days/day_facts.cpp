#include "core/days/day_facts.h"

#include <algorithm>
#include <cmath>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/units.h"

namespace burl
{
namespace
{

constexpr double kNoon_h = 12.0; // of what only a day is known

int minuteAt(double at_h, double midnight_h)
{
    return static_cast<int>(std::lround((at_h - midnight_h) * 60.0));
}

class Progress
{
public:
    Progress(const std::vector<JobStep>& steps, const StepsInput& in, double midnight_h)
        : steps_(steps), in_(in), midnight_h_(midnight_h), out_(steps.size())
    {
    }

    std::vector<StepProgress> run()
    {
        book();
        pours();
        rests();
        sanding();
        implied();
        waitsThatEnded();
        return std::move(out_);
    }

private:
    [[nodiscard]] StepProgress* of(const std::string& key)
    {
        for (size_t i = 0; i < steps_.size(); ++i) {
            if (steps_[i].key == key) {
                return &out_[i];
            }
        }
        return nullptr;
    }

    void book()
    {
        for (const DayEntry& entry : in_.choices.book) {
            StepProgress* p = entry.struck || entry.words.step.empty() ? nullptr : of(entry.words.step);
            const auto at = hoursOf(entry.at);
            if (p == nullptr || !at) {
                continue;
            }
            const int end = minuteAt(*at, midnight_h_);
            const int start = end - static_cast<int>(std::lround(entry.words.minutes));
            p->start = p->begun ? std::min(p->start, start) : start;
            p->end = p->begun ? std::max(p->end, end) : end;
            p->begun = true;
            p->done = p->done || entry.words.ends;
            p->minutes += entry.words.minutes;
            p->entries.push_back(entry.id);
        }
    }

    void pours()
    {
        if (!in_.pour) {
            return;
        }
        for (const PourEvent& event : in_.pour->events) {
            StepProgress* p = of("pour_" + event.id);
            const auto began = event.record ? hoursOf(event.record->began) : std::nullopt;
            if (p == nullptr || !began || p->done) {
                continue;
            }
            const int start = minuteAt(*began, midnight_h_);
            p->start = p->begun ? std::min(p->start, start) : start;
            p->begun = true;
            p->done = true; // what was begun to be poured is not left half
            p->end = p->start + static_cast<int>(std::ceil(event.time_min));
        }
    }

    /// The k-th rest of every piece tells that its k-th milling is done; its reading, that the rest is over.
    void rests()
    {
        for (size_t i = 0; i < steps_.size(); ++i) {
            const int k = steps_[i].milling;
            if (k == 0 || out_[i].begun || !in_.layup) {
                continue;
            }
            std::vector<int> cutDays;
            std::vector<int> readDays;
            bool all = !in_.layup->pieces.empty();
            for (const PlacedPiece& piece : in_.layup->pieces) {
                int seen = 0;
                const Rest* mine = nullptr;
                for (const Rest& rest : in_.flattenChoices.rests) {
                    if (rest.slab == piece.slab && ++seen == k) {
                        mine = &rest;
                    }
                }
                const auto day = mine != nullptr ? dayOf(mine->cut) : std::nullopt;
                if (!day) {
                    all = false;
                    continue;
                }
                cutDays.push_back(*day);
                if (const auto read = dayOf(mine->measured)) {
                    readDays.push_back(*read);
                }
            }
            if (!all) {
                continue;
            }
            StepProgress& p = out_[i];
            p.begun = p.done = true;
            const int cut = *std::max_element(cutDays.begin(), cutDays.end());
            p.end = minuteAt(cut * kDay_h + kNoon_h, midnight_h_);
            p.start = p.end - static_cast<int>(std::lround(steps_[i].hands.value()));
            if (readDays.size() == cutDays.size()) {
                const int measured = *std::max_element(readDays.begin(), readDays.end());
                p.wait = (measured - cut) * kMinutesOfDay;
                if (StepProgress* read = of("read_" + std::to_string(k + 1)); read != nullptr && !read->begun) {
                    read->begun = read->done = true;
                    read->end = minuteAt(measured * kDay_h + kNoon_h, midnight_h_);
                    read->start = read->end;
                }
            }
        }
    }

    /// A part that was written down as sanded to its last grit.
    void sanding()
    {
        if (!in_.surface) {
            return;
        }
        for (const PartSanding& part : in_.surface->sanding) {
            StepProgress* p = of("sand_" + std::to_string(static_cast<int>(part.part)));
            std::optional<int> day;
            for (const Sanded& s : in_.surface->choices.sanded) {
                const auto on = s.part == part.part ? dayOf(s.on) : std::nullopt;
                day = on ? std::optional(std::max(day.value_or(*on), *on)) : day;
            }
            if (p == nullptr || p->begun || !day || part.reached < part.stop) {
                continue;
            }
            p->begun = p->done = true;
            p->start = p->end = minuteAt(*day * kDay_h + kNoon_h, midnight_h_);
        }
    }

    void implied()
    {
        for (bool moved = true; moved;) {
            moved = false;
            for (size_t i = 0; i < steps_.size(); ++i) {
                if (!out_[i].begun) {
                    continue;
                }
                for (const StepAfter& after : steps_[i].after) {
                    StepProgress* before = of(after.key);
                    if (before != nullptr && !before->done) {
                        before->implied = !before->begun;
                        before->start = before->begun ? std::min(before->start, out_[i].start) : out_[i].start;
                        before->begun = before->done = true;
                        before->end = std::max(before->start, out_[i].start);
                        before->wait = 0;
                        moved = true;
                    }
                }
            }
        }
    }

    /// What was begun after a wait tells that it is over.
    void waitsThatEnded()
    {
        for (size_t i = 0; i < steps_.size(); ++i) {
            for (const StepAfter& after : steps_[i].after) {
                StepProgress* before = of(after.key);
                if (before == nullptr || after.from != LinkFrom::Done || !out_[i].begun || !before->done) {
                    continue;
                }
                const int kept = std::max(0, out_[i].start - before->end);
                const double planned = before->wait ? *before->wait : waitOf(after.key);
                if (kept < planned) {
                    before->wait = kept;
                }
            }
        }
    }
    [[nodiscard]] double waitOf(const std::string& key) const
    {
        for (const JobStep& step : steps_) {
            if (step.key == key) {
                return step.wait.known() ? step.wait.value() : 0.0;
            }
        }
        return 0.0;
    }

    const std::vector<JobStep>& steps_;
    const StepsInput& in_;
    double midnight_h_;
    std::vector<StepProgress> out_;
};

} // namespace

std::vector<StepProgress> progressOf(const std::vector<JobStep>& steps, const StepsInput& input, double midnight_h)
{
    return Progress(steps, input, midnight_h).run();
}

std::vector<StepFact> factsOf(const std::vector<StepProgress>& progress, const std::vector<WorkStep>& work)
{
    std::vector<StepFact> out;
    for (size_t i = 0; i < progress.size(); ++i) {
        const StepProgress& p = progress[i];
        if (!p.begun) {
            continue;
        }
        StepFact fact{i, p.start, std::nullopt, std::nullopt, p.wait};
        // What may not be cut is as good as done once it is begun.
        if (p.done || !work[i].split) {
            fact.end = std::max(p.start, p.end);
        } else {
            const int worked = static_cast<int>(std::lround(p.minutes)) / kDaysGrid_min * kDaysGrid_min;
            fact.worked = std::min(worked, std::max(0, work[i].hands - kDaysGrid_min)); // it is not said to be done
        }
        out.push_back(fact);
    }
    return out;
}

std::optional<double> firstWritten_h(const StepsInput& input)
{
    std::optional<double> out;
    const auto take = [&](std::optional<double> at) {
        if (at && (!out || *at < *out)) {
            out = at;
        }
    };
    for (const DayEntry& entry : input.choices.book) {
        const auto at = hoursOf(entry.at);
        take(at ? std::optional(*at - entry.words.minutes / 60.0) : std::nullopt);
    }
    for (const PourRecord& record : input.fillInput ? input.fillInput->choices.log : std::vector<PourRecord>{}) {
        take(hoursOf(record.began));
    }
    for (const Rest& rest : input.flattenChoices.rests) {
        const auto day = dayOf(rest.cut);
        take(day ? std::optional(*day * kDay_h) : std::nullopt);
    }
    return out;
}

} // namespace burl
