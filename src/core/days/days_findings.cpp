// What wants attention in the days of a job.

#include <algorithm>

#include "core/days/days_plan.h"
#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/text.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr int kNear_min = 60; // entries are written down so late: what overlaps by less is in order

class DaysInspector
{
public:
    DaysInspector(const DaysInput& in, DaysPlan& plan) : in_(in), plan_(plan) {}

    void inspect()
    {
        own();
        clock();
        if (!plan_.found) {
            return;
        }
        promise();
        said();
        alone();
        windows();
        done();
        rests();
        guesses();
        unread();
        meanwhile();
    }

private:
    [[nodiscard]] const JobStep& step(const PlannedStep& p) const { return plan_.list.steps[p.step]; }
    [[nodiscard]] std::string at(int minute) const { return timeText(plan_.hoursAt(minute)); }

    void own()
    {
        for (const int id : plan_.list.circle) {
            addFinding(plan_.findings, "days.circle", Severity::Stop,
                       nameOfOwn(id) + " waits for a step that waits for it: it is planned without its links.", {},
                       "say what it comes after")
                .leadsTo = {"days", "steps"};
        }
        for (const int id : plan_.list.lost) {
            addFinding(plan_.findings, "days.lost_step", Severity::Caution,
                       nameOfOwn(id) + " is tied to a step that this job no longer has.", {}, "tie it anew")
                .leadsTo = {"days", "steps"};
        }
    }
    [[nodiscard]] std::string nameOfOwn(int id) const
    {
        for (const OwnStep& own : in_.steps.choices.own) {
            if (own.id == id) {
                return own.name.empty() ? "A step of your own" : withoutTerms(own.name);
            }
        }
        return "A step of your own";
    }

    void clock()
    {
        if (!plan_.now) {
            return;
        }
        // Entries are written as they happen, and a window works its plan out by the quarter of an hour that has begun.
        constexpr int kAhead_min = 15 + 5;
        for (const DayEntry& entry : in_.steps.choices.book) {
            const auto written = hoursOf(entry.at);
            if (!entry.struck && written && *written * 60.0 > plan_.hoursAt(*plan_.now) * 60.0 + kAhead_min) {
                addFinding(plan_.findings, "days.clock_back", Severity::Warn,
                           "The day book has an entry of " + timeText(*written) +
                               ", later than the clock of this machine: one of both is wrong.",
                           {}, "set the clock, or correct the entry")
                    .leadsTo = {"days", "book"};
                return;
            }
        }
    }

    void promise()
    {
        if (!plan_.promise || !in_.steps.choices.delivered.empty()) {
            return;
        }
        const Figure promised =
            given("promised", "promised", plan_.dayOfMinute(*plan_.promise - 1), Unit::Date, "chosen");
        const Figure done =
            workedOut("done", "done", plan_.dayOfMinute(std::max(0, plan_.finish - 1)), Unit::Date, "the plan");
        if (plan_.finish > *plan_.promise) {
            std::string remedy = plan_.waysBack.empty()
                                     ? "tell the customer, or leave something out"
                                     : plan_.waysBack.front().text + ": done by " +
                                           shortDayText(plan_.dayOfMinute(plan_.waysBack.front().finish - 1));
            addFinding(plan_.findings, "days.late", Severity::Warn,
                       "Promised for {0}, done by {1}: " + why() + " holds it.", {promised, done}, remedy)
                .leadsTo = {"days", "back"};
        } else if (plan_.likelyTo > *plan_.promise) {
            addFinding(
                plan_.findings, "days.tight", Severity::Caution,
                "The promise of {0} holds as planned, but not when the work takes as long as it does one time in ten.",
                {promised}, "begin the long waits first")
                .leadsTo = {"days", "promise"};
        }
    }

    /// Waits for the moment that a bench said for it.
    [[nodiscard]] bool heldBySaid(const PlannedStep& p) const
    {
        const auto& from = plan_.question.steps[p.step].notBefore;
        return !step(p).fixedBy.empty() && !p.progress.begun && from && p.start - *from < kMinutesOfDay;
    }
    [[nodiscard]] static std::string wordOf(const JobStep& step)
    {
        return step.fixedBy == "surface" ? "the first coat" : "the first pour";
    }

    /// What a bench says it begins on, and cannot.
    void said()
    {
        for (const PlannedStep& p : plan_.planned) {
            const auto& from = plan_.question.steps[p.step].notBefore;
            if (step(p).fixedBy.empty() || p.progress.begun || !from || p.start - *from < kMinutesOfDay) {
                continue;
            }
            addFinding(plan_.findings, "days.said_too_soon", Severity::Caution,
                       "For " + wordOf(step(p)) +
                           " {0} was said; by what comes before it and the hours of the shop it "
                           "is {1}.",
                       {given("said", "said", plan_.dayOfMinute(*from), Unit::Date, "chosen"),
                        workedOut("planned", "planned", plan_.dayOfMinute(p.start), Unit::Date, "the plan")},
                       "say another day")
                .leadsTo = {step(p).fixedBy, step(p).fixedBy == "fill" ? "pours" : ""};
        }
    }

    /// Turned over while nobody else is there.
    void alone()
    {
        const WorkCalendar& calendar = plan_.question.calendar;
        const auto helped = [&](const WorkPiece& piece) {
            if (piece.with) {
                return true;
            }
            const auto meets = [&](const std::pair<int, int>& span) {
                return span.first < piece.to && piece.from < span.second;
            };
            bool out = std::any_of(calendar.helper.begin(), calendar.helper.end(), meets);
            for (size_t maker = 0; maker <= calendar.others.size() && !out; ++maker) {
                const Spans sessions = sessionsOf(calendar, piece.from / kMinutesOfDay, maker);
                out = maker != piece.maker && std::any_of(sessions.begin(), sessions.end(), meets);
            }
            return out;
        };
        std::vector<std::string> names;
        for (const PlannedStep& p : plan_.planned) {
            if (step(p).turners > 1 && !p.pieces.empty() && std::none_of(p.pieces.begin(), p.pieces.end(), helped)) {
                names.push_back(step(p).name);
            }
        }
        if (!names.empty()) {
            addFinding(plan_.findings, "days.turned_alone", Severity::Warn,
                       "Nobody is there to help to turn it over: " + listed(names) + ".", {},
                       "fetch somebody for a quarter of an hour, or say when a helper can come")
                .leadsTo = {"days", "hours"};
        }
    }

    /// The longest of what holds the finish, or a moment that was said for a step.
    [[nodiscard]] std::string why() const
    {
        for (const PlannedStep& p : plan_.planned) {
            if (p.chain && heldBySaid(p)) {
                return wordOf(step(p)) + ", said for " + shortDayText(plan_.dayOfMinute(p.start)) +
                       " and then its cure,";
            }
        }
        const PlannedStep* longest = nullptr;
        for (const PlannedStep& p : plan_.planned) {
            if (p.chain && (longest == nullptr || p.ready - p.start > longest->ready - longest->start)) {
                longest = &p;
            }
        }
        return longest != nullptr ? step(*longest).name : "the work";
    }

    void windows()
    {
        std::vector<const PlannedStep*> pours;
        for (const PlannedStep& p : plan_.planned) {
            if (p.progress.begun) {
                continue;
            }
            const WorkStep& work = plan_.question.steps[p.step];
            for (const StepLink& link : work.after) {
                if (!link.most) {
                    continue;
                }
                const PlannedStep& before = plan_.planned[link.step];
                const int from = link.from == LinkFrom::Start ? before.start : before.ready;
                if (plan_.now && before.progress.done && from + *link.most < *plan_.now) {
                    addFinding(plan_.findings, "days.window_missed", Severity::Warn,
                               "The window of " + step(p).name + " closed " + at(from + *link.most) +
                                   ": it is scuffed first.",
                               {}, "scuff, clean, then go on")
                        .leadsTo = {"days", "today"};
                } else if (p.start - from > *link.most) {
                    addFinding(plan_.findings, "days.window_night", Severity::Caution,
                               "The window of " + step(p).name +
                                   " falls outside the hours of the shop: " + at(from + link.least) + " to " +
                                   at(from + *link.most) + "; planned " + at(p.start) + ", scuffed first.",
                               {}, "begin the one before at another hour")
                        .leadsTo = {"days", "calendar"};
                }
            }
            if (!step(p).pour.empty() && !p.pieces.empty()) {
                pours.push_back(&p);
            }
        }
        for (size_t a = 0; a + 1 < pours.size(); ++a) {
            for (size_t b = a + 1; b < pours.size(); ++b) {
                if (pours[a]->start < pours[b]->end && pours[b]->start < pours[a]->end) {
                    addFinding(plan_.findings, "days.two_pours", Severity::Warn,
                               step(*pours[a]).name + " and " + step(*pours[b]).name + " are poured at the same time.",
                               {}, "one after the other");
                }
            }
        }
    }

    /// What was done otherwise than it should be.
    void done()
    {
        for (const PlannedStep& p : plan_.planned) {
            if (!p.progress.begun || p.progress.implied) {
                continue;
            }
            outOfOrder(p);
            for (const StepLink& link : plan_.question.steps[p.step].after) {
                const PlannedStep& before = plan_.planned[link.step];
                const JobStep& first = step(before);
                if (before.progress.implied) {
                    Finding& taken =
                        addFinding(plan_.findings, "days.taken_as_done", Severity::Caution,
                                   first.name + " is taken as done, because " + step(p).name + " was written down.", {},
                                   "write it down with its minutes");
                    taken.leadsTo = {"days", "book", 0, first.key};
                    sayTogether(taken, step(p).name, first.name + " is taken as done, because {of} were written down.");
                } else if (before.progress.done && tooSoon(link, before, p)) {
                    soon(link, before, p);
                }
            }
        }
    }

    /// Of all that it comes after, however far back, what was written down as done later than it was begun: the last.
    void outOfOrder(const PlannedStep& p)
    {
        std::vector<size_t> open{p.step};
        std::vector<char> seen(plan_.planned.size(), 0);
        const PlannedStep* worst = nullptr;
        while (!open.empty()) {
            const size_t at = open.back();
            open.pop_back();
            for (const StepLink& link : plan_.question.steps[at].after) {
                if (seen[link.step] != 0) {
                    continue;
                }
                seen[link.step] = 1;
                open.push_back(link.step);
                const PlannedStep& before = plan_.planned[link.step];
                const bool beside = at == p.step && link.from == LinkFrom::Start; // may still be under way
                if (!beside && before.progress.done && !before.progress.implied && before.end > p.start + kNear_min &&
                    (worst == nullptr || before.end > worst->end)) {
                    worst = &before;
                }
            }
        }
        if (worst != nullptr) {
            addFinding(plan_.findings, "days.out_of_order", Severity::Warn,
                       step(p).name + " was done before " + step(*worst).name + ".", {},
                       "look whether an entry is wrong")
                .leadsTo = {"days", "book"};
        }
    }

    void soon(const StepLink& link, const PlannedStep& before, const PlannedStep& p)
    {
        const JobStep& first = step(before);
        if (!first.pour.empty()) {
            addFinding(plan_.findings, "days.cure_shortened", Severity::Warn,
                       step(p).name + " began before " + first.name + " had cured.", {},
                       "look at the edge: " + first.tooSoon)
                .leadsTo = {"fill", "pours"};
            return;
        }
        const bool start = link.from == LinkFrom::Start;
        const int kept = std::max(0, p.start - (start ? before.start : before.end));
        const int planned = start ? link.least : plan_.question.steps[before.step].wait;
        addFinding(plan_.findings, "days.wait_shortened", Severity::Warn,
                   step(p).name + " began too soon, " + durationText(kept) + " after " + first.name + " instead of " +
                       durationText(planned) + (first.tooSoon.empty() ? std::string(".") : ": " + first.tooSoon + "."),
                   {}, "look at it before it goes on")
            .leadsTo = {"days", "book"};
    }

    /// Between two millings wood lies still, whatever was done to it meanwhile.
    void rests()
    {
        constexpr double kEnough = 0.5; // of the days it should lie: less is as good as none
        for (const PlannedStep& p : plan_.planned) {
            for (const PlannedStep& before : plan_.planned) {
                if (step(p).milling < 2 || step(before).milling != step(p).milling - 1 || !p.progress.begun ||
                    p.progress.implied || !before.progress.done || before.progress.implied) {
                    continue;
                }
                const int planned = plan_.question.steps[before.step].wait;
                const int kept = std::max(0, p.start - before.end);
                if (p.start >= before.end && kept < kEnough * planned) {
                    addFinding(plan_.findings, "days.rest_skipped", Severity::Warn,
                               "After " + step(before).name + " the wood rested " + durationText(kept) +
                                   " instead of " + durationText(planned) + ": it may still move.",
                               {}, "measure it again before the joint")
                        .leadsTo = {"flat", ""};
                }
            }
        }
    }

    /// A wait of hours that was not kept. Rests between millings, and of wood that dries, are told by themselves.
    [[nodiscard]] bool tooSoon(const StepLink& link, const PlannedStep& before, const PlannedStep& p) const
    {
        constexpr double kEnough = 0.8; // a cure is not known better than that
        constexpr int kShort_min = 60;
        if (step(before).waitGuessed || step(p).waitGuessed || step(before).milling > 0) {
            return false;
        }
        const int planned = link.from == LinkFrom::Start ? link.least : plan_.question.steps[link.step].wait;
        const int from = link.from == LinkFrom::Start ? before.start : before.end;
        const bool inOrder = link.from == LinkFrom::Start || before.end <= p.start + kNear_min;
        return inOrder && planned >= kShort_min && p.start - from < kEnough * planned;
    }

    /// What a bench cannot say yet is in neither the days nor the price, or by a rule of thumb.
    void unread()
    {
        if (!in_.steps.choices.delivered.empty()) {
            return;
        }
        std::vector<const Missing*> open;
        const auto look = [&](const auto& answer) {
            if (answer && answer->missing) {
                open.push_back(&*answer->missing);
            }
        };
        const StepsInput& s = in_.steps;
        look(s.tenons);
        look(s.flatten);
        for (size_t i = 0; s.flatten && i < s.flatten->pieces.size(); ++i) {
            if (s.flatten->pieces[i].missing) {
                open.push_back(&*s.flatten->pieces[i].missing);
            }
        }
        look(s.fill);
        look(s.pour);
        look(s.base);
        look(s.surface);
        std::vector<std::string> wants;
        for (const Missing* missing : open) {
            if (std::find(wants.begin(), wants.end(), missing->wants) == wants.end()) {
                wants.push_back(missing->wants);
            }
        }
        if (wants.empty()) {
            return;
        }
        constexpr size_t kTold = 3;
        std::string list;
        for (size_t i = 0; i < std::min(kTold, wants.size()); ++i) {
            list += (i == 0 ? "" : ", ") + wants[i];
        }
        if (wants.size() > kTold) {
            list += " and " + std::to_string(wants.size() - kTold) + " more";
        }
        addFinding(plan_.findings, "days.does_without", Severity::Caution,
                   "Days and price do without what is not known yet: " + list + ".", {}, wants.front())
            .leadsTo = open.front()->where;
    }

    void guesses()
    {
        for (const PlannedStep& p : plan_.planned) {
            if (!p.progress.done && step(p).key == "stack" && step(p).waitGuessed) {
                addFinding(
                    plan_.findings, "days.drying_guessed", Severity::Caution,
                    "How long the wood still dries is a guess ({0}); it is not sure without two readings a week apart.",
                    {step(p).wait}, "meter it now and in a week")
                    .leadsTo = {"yard", "mc"};
            }
        }
    }

    /// What the longest wait leaves time for.
    void meanwhile()
    {
        const PlannedStep* longest = nullptr;
        for (const PlannedStep& p : plan_.planned) {
            const bool open = !plan_.now || p.ready > *plan_.now;
            if (open && p.chain && p.ready - p.end >= kMinutesOfDay / 2 &&
                (longest == nullptr || p.ready - p.end > longest->ready - longest->end)) {
                longest = &p;
            }
        }
        if (longest == nullptr) {
            return;
        }
        for (const PlannedStep& p : plan_.planned) {
            if (&p != longest && !p.progress.begun && !p.chain && !p.pieces.empty() && p.start >= longest->end &&
                p.start < longest->ready && step(p).hands.value() >= 60.0) {
                addFinding(plan_.findings, "days.meanwhile", Severity::Good,
                           "While " + step(*longest).name + " waits: " + step(p).name + ", {0}.", {step(p).hands}, "");
                return;
            }
        }
    }

    const DaysInput& in_;
    DaysPlan& plan_;
};

} // namespace

void inspectDays(const DaysInput& input, DaysPlan& plan)
{
    DaysInspector(input, plan).inspect();
}

} // namespace burl
