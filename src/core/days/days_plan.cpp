#include "core/days/days_plan.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/days/rates.h"
#include "core/days/working_time.h"
#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/text.h"
#include "core/measure/units.h"
#include "core/measure/when.h"
#include "core/shop/room.h"

namespace burl
{
namespace
{

constexpr double kNine_in_ten = 1.645; // standard deviations of a range that holds nine times in ten
// A step is planned again whenever a hand moves: what it may cost is counted.
constexpr Effort kEffort{150, 60, nullptr};
constexpr Effort kQuickEffort{150, 0, nullptr};

Spans spansOf(const WeekHours& week, int firstWeekday, int days)
{
    Spans out;
    for (int day = 0; day < days; ++day) {
        for (const auto& [from, to] : week.days[static_cast<size_t>((firstWeekday + day) % 7)]) {
            out.emplace_back(day * kMinutesOfDay + from, day * kMinutesOfDay + to);
        }
    }
    return out;
}

int longestSession(const WorkCalendar& calendar)
{
    int out = 0;
    const auto look = [&](const std::array<Spans, 7>& week) {
        for (const Spans& day : week) {
            for (const auto& [from, to] : day) {
                out = std::max(out, to - from);
            }
        }
    };
    look(calendar.hours);
    for (const WorkCalendar::Maker& maker : calendar.others) {
        look(maker.hours);
    }
    return out;
}

class DayPlanner
{
public:
    explicit DayPlanner(const DaysInput& in) : in_(in) {}

    DaysPlan run()
    {
        plan_.list = jobSteps(in_.steps);
        if (plan_.list.steps.empty()) {
            return std::move(plan_);
        }
        if (!begin()) {
            plan_.missing = Missing{"The day the work begins is not said", "the day it begins", {"days", "promise"}};
            addMissing(plan_.findings, "days.missing", *plan_.missing);
            return std::move(plan_);
        }
        if (plan_.list.neverHard) {
            plan_.missing =
                Missing{"What is poured does not harden in this room, not in eight weeks: nothing after it has a day",
                        "warm the shop, or take a quicker resin",
                        {"fill", "heat"}};
            addMissing(plan_.findings, "days.never_hard", *plan_.missing);
            return std::move(plan_);
        }
        if (nobodyWorks()) {
            plan_.missing =
                Missing{"By the hours of the shop nobody ever works", "hours of a working day", {"days", "hours"}};
            addMissing(plan_.findings, "days.no_hours", *plan_.missing);
            return std::move(plan_);
        }
        ask();
        search();
        place();
        traceChain();
        spread();
        alarms();
        seekWaysBack(in_, plan_);
        measureDays(in_, plan_);
        inspectDays(in_, plan_);
        sortBySeverity(plan_.findings);
        return std::move(plan_);
    }

private:
    /// Day 0: the first of what was written, the day it was begun, and today.
    bool begin()
    {
        std::optional<int> first;
        const auto take = [&](std::optional<int> day) {
            if (day && (!first || *day < *first)) {
                first = day;
            }
        };
        const auto today = in_.now_h ? std::optional(static_cast<int>(std::floor(*in_.now_h / kDay_h))) : std::nullopt;
        const auto started = dayOf(in_.started);
        if (!today || (started && *started > *today - kHorizon_days)) { // begun long ago it changes no day to come
            take(started);
        }
        const auto written = firstWritten_h(in_.steps);
        take(written ? std::optional(static_cast<int>(std::floor(*written / kDay_h))) : std::nullopt);
        take(today);
        if (!first) {
            return false;
        }
        plan_.firstDay = *first;
        if (in_.now_h) {
            plan_.now = static_cast<int>(std::lround((*in_.now_h - *first * kDay_h) * 60.0));
        }
        if (const auto day = dayOf(in_.steps.choices.promised)) {
            plan_.promise = (*day - *first + 1) * kMinutesOfDay;
        }
        return true;
    }

    void ask()
    {
        const double midnight = plan_.firstDay * kDay_h;
        ScheduleQuestion& q = plan_.question;
        q.steps = compiled(plan_.list.steps, midnight);
        const int days = kHorizon_days + (plan_.now ? std::max(0, *plan_.now / kMinutesOfDay) : 0); // from now on
        q.calendar = calendarOf(in_.work, plan_.firstDay, days);
        q.grid = kDaysGrid_min;
        q.horizon = days * kMinutesOfDay;
        progress_ = progressOf(plan_.list.steps, in_.steps, midnight);
        q.facts = factsOf(progress_, q.steps);
        q.now = plan_.now.value_or(0);
        for (const StepProgress& p : progress_) { // without a clock: what is written has happened
            q.now = plan_.now ? q.now : std::max(q.now, p.done ? p.end : 0);
        }
        q.now = (q.now + q.grid - 1) / q.grid * q.grid;
        possible();
    }

    [[nodiscard]] bool nobodyWorks() const
    {
        return std::all_of(in_.work.makers.begin(), in_.work.makers.end(),
                           [](const ShopMaker& maker) { return maker.week.none(); });
    }

    /// What nobody could do is asked otherwise, and said: of that step alone, the others keep what they want.
    void possible()
    {
        ScheduleQuestion& q = plan_.question;
        const WorkingTime time(q.calendar, q.horizon, q.grid);
        const int makers = 1 + static_cast<int>(q.calendar.others.size());
        const int there = makers + (q.calendar.helper.empty() ? 0 : 1);
        const int longest = longestSession(q.calendar);
        std::map<int, std::vector<std::string>> tooFew;
        std::vector<std::string> alone;
        for (size_t i = 0; i < q.steps.size(); ++i) {
            WorkStep& step = q.steps[i];
            const JobStep& named = plan_.list.steps[i];
            if (progress_[i].begun || step.hands == 0) {
                continue;
            }
            if (named.people > there && there > 1) {
                tooFew[named.people].push_back(named.name);
            }
            if (!step.split && step.hands > longest && longest > 0) {
                step.split = true;
                step.holds.clear();
                addFinding(plan_.findings, "days.too_long", Severity::Stop,
                           named.name + " takes {0} in one go; no session of the shop is so long.", {named.hands},
                           "a longer session, or fewer minutes")
                    .leadsTo = {"days", "hours"};
            }
            const auto fits = [&](bool two, bool daylight) {
                const HoursKind kind{two, daylight};
                return step.split ? time.any(kind).whenWorked(step.hands) < kNever
                                  : time.nextBlock(kind, q.now, step.hands) < kNever;
            };
            if (fits(step.persons > 1, step.daylight)) {
                continue;
            }
            if (step.daylight && !fits(false, true)) {
                step.daylight = false;
                addFinding(plan_.findings, "days.no_daylight", Severity::Warn,
                           named.name + " wants {0} of daylight" + (step.split ? "" : " in one go") +
                               ", and the hours of the shop have none: it is planned without.",
                           {named.hands}, "other hours for that day, or a lamp from the side")
                    .leadsTo = {"days", "hours"};
            }
            if (step.persons > 1 && !fits(true, step.daylight)) {
                step.persons = 1;
                alone.push_back(named.name);
            }
        }
        for (const auto& [people, names] : tooFew) {
            addFinding(plan_.findings, "days.too_few", Severity::Caution,
                       listed(names) + (names.size() == 1 ? " takes " : " take ") + std::to_string(people) +
                           " people, and the shop has " + std::to_string(there) + ": ask " +
                           std::to_string(people - there) + " more.",
                       {}, "ask them for that day, or plan a hoist")
                .leadsTo = {"days", "hours"};
        }
        if (!alone.empty()) {
            addFinding(plan_.findings, "days.nobody_helps", Severity::Warn,
                       listed(alone) + (alone.size() == 1 ? " wants" : " want") +
                           " a second person, and by the hours of the shop nobody is there that long: planned for one.",
                       {}, "say when a helper can come")
                .leadsTo = {"days", "hours"};
        }
    }

    void search()
    {
        ScheduleQuestion& q = plan_.question;
        found_ = schedule(q, kEffort);
        if (!found_.finish) {
            dropWindows();
            found_ = schedule(q, kQuickEffort);
        }
        if (!found_.finish) { // dates that cannot be
            for (WorkStep& step : q.steps) {
                step.notAfter.reset();
            }
            found_ = schedule(q, kQuickEffort);
        }
        plan_.found = found_.finish.has_value();
        plan_.proven = found_.proven;
        plan_.lower = found_.lower;
        plan_.finish = found_.finish.value_or(0);
        if (!plan_.found) {
            addFinding(plan_.findings, "days.no_plan", Severity::Stop,
                       "No plan is found: the hours of the shop leave no room for the work.", {}, "more hours")
                .leadsTo = {"days", "hours"};
        }
    }

    /// A window nobody can meet: the plan goes on without, and says so.
    void dropWindows()
    {
        ScheduleQuestion& q = plan_.question;
        for (size_t i = 0; i < q.steps.size(); ++i) {
            bool had = false;
            for (StepLink& link : q.steps[i].after) {
                had = had || (link.most && !link.lateHands);
                link.most.reset();
            }
            if (had) {
                addFinding(plan_.findings, "days.window_nobody", Severity::Stop,
                           "The window of " + plan_.list.steps[i].name + " falls where nobody works.", {},
                           "other hours, or another day for the step before it")
                    .leadsTo = {"days", "hours"};
            }
        }
    }

    void place()
    {
        for (size_t i = 0; i < plan_.list.steps.size(); ++i) {
            PlannedStep p;
            p.step = i;
            p.progress = progress_[i];
            if (plan_.found) {
                p.start = found_.start[i];
                p.end = found_.end[i];
                p.ready = p.end + p.progress.wait.value_or(plan_.question.steps[i].wait);
                for (const WorkPiece& piece : found_.pieces) {
                    if (piece.step == i && piece.to > piece.from) { // a wait is no work
                        p.pieces.push_back(piece);
                    }
                }
            }
            const JobStep& step = plan_.list.steps[i];
            if (!step.skipped) {
                plan_.hands_min += step.hands.value();
                plan_.left_min += p.progress.done ? 0.0 : std::max(0.0, step.hands.value() - p.progress.minutes);
            }
            plan_.planned.push_back(std::move(p));
        }
    }

    /// Back from the last step: what each waited for, a step or the maker's hands.
    void traceChain()
    {
        if (!plan_.found) {
            return;
        }
        size_t at = 0;
        for (size_t i = 0; i < plan_.planned.size(); ++i) {
            at = plan_.planned[i].ready >= plan_.planned[at].ready ? i : at;
        }
        for (size_t guard = 0; guard <= plan_.planned.size(); ++guard) {
            PlannedStep& p = plan_.planned[at];
            if (p.chain || p.progress.done) {
                break;
            }
            p.chain = true;
            std::optional<size_t> before;
            int nearest = -1;
            for (const StepLink& link : plan_.question.steps[at].after) {
                const PlannedStep& other = plan_.planned[link.step];
                const int opens = (link.from == LinkFrom::Start ? other.start : other.ready) + link.least;
                if (opens > nearest) {
                    nearest = opens;
                    before = link.step;
                }
            }
            for (const WorkPiece& piece : found_.pieces) { // hands that were busy until then
                if (piece.step != at && piece.to == p.start && piece.to > nearest) {
                    nearest = piece.to;
                    before = piece.step;
                }
            }
            if (!before) {
                break;
            }
            at = *before;
        }
    }

    /// Nine times in ten. Minutes scatter, and so do waits that nobody knows to the hour (drying, hardening, a coater):
    /// of all ways in which the whole comes out so late, the likeliest has each of them off by its share of the
    /// variance. Waits count where they hold the finish; the others are waited out beside it.
    void spread()
    {
        plan_.likelyFrom = plan_.likelyTo = plan_.finish;
        std::vector<double> hands(plan_.planned.size(), 0.0);
        std::vector<double> waits(plan_.planned.size(), 0.0);
        double variance = 0.0;
        for (const PlannedStep& p : plan_.planned) {
            const JobStep& step = plan_.list.steps[p.step];
            const double low = (step.high_min - step.low_min) / (2.0 * kNine_in_ten);
            if (!p.progress.done && !step.skipped) {
                hands[p.step] = low * low;
            }
            const bool open = !p.progress.done || (plan_.now && p.ready > *plan_.now && !p.progress.wait);
            if (open && p.chain && step.waitSpread > 0.0) {
                const double sd = step.waitSpread * plan_.question.steps[p.step].wait;
                waits[p.step] = sd * sd;
            }
            variance += hands[p.step] + waits[p.step];
        }
        if (!plan_.found || variance <= 0.0) {
            return;
        }
        const auto off = [&](double sign) {
            ScheduleQuestion q = plan_.question;
            const int longest = longestSession(q.calendar);
            const double by = sign * kNine_in_ten / std::sqrt(variance);
            for (size_t i = 0; i < q.steps.size(); ++i) {
                WorkStep& step = q.steps[i];
                if (hands[i] > 0.0) {
                    const double minutes = std::max(0.1 * step.hands, step.hands + by * hands[i]);
                    const int whole = static_cast<int>(std::ceil(minutes / q.grid)) * q.grid;
                    step.hands = step.split ? whole : std::min(whole, longest);
                }
                if (waits[i] > 0.0) {
                    step.wait = static_cast<int>(std::lround(std::max(0.0, step.wait + by * waits[i])));
                }
            }
            return schedule(q, kQuickEffort).finish;
        };
        plan_.likelyFrom = std::min(plan_.finish, off(-1.0).value_or(plan_.finish));
        plan_.likelyTo = std::max(plan_.finish, off(1.0).value_or(plan_.finish));
    }

    void alarms()
    {
        if (!plan_.found || !plan_.now) {
            return;
        }
        constexpr int kLook_h = 7; // a deep pour is warmest about then: it is looked at before
        const int now = *plan_.now;
        for (const PlannedStep& p : plan_.planned) {
            const JobStep& step = plan_.list.steps[p.step];
            if (p.progress.done && !step.pour.empty()) {
                const int look = p.start + kLook_h * 60;
                if (look > now) {
                    plan_.alarms.push_back(
                        {look, "Look at " + step.name + ": hour " + std::to_string(kLook_h), step.key});
                }
            }
            if (p.progress.begun) {
                if (p.progress.done && p.ready > now && p.ready - p.end >= 60) {
                    plan_.alarms.push_back({p.ready, step.name + ": its wait is over", step.key});
                }
                continue;
            }
            for (const StepLink& link : plan_.question.steps[p.step].after) {
                const PlannedStep& before = plan_.planned[link.step];
                if (!link.most || !before.progress.done) {
                    continue;
                }
                const int from = link.from == LinkFrom::Start ? before.start : before.ready;
                if (from + link.least > now) {
                    plan_.alarms.push_back({from + link.least, step.name + ": its window opens", step.key});
                }
                if (from + *link.most > now) {
                    plan_.alarms.push_back({from + *link.most, step.name + ": its window closes", step.key});
                }
            }
        }
        std::stable_sort(plan_.alarms.begin(), plan_.alarms.end(),
                         [](const DayAlarm& a, const DayAlarm& b) { return a.at < b.at; });
    }

    const DaysInput& in_;
    std::vector<StepProgress> progress_;
    Schedule found_;
    DaysPlan plan_;
};

bool sameLogs(const RateLogs& a, const RateLogs& b)
{
    return a.size() == b.size() && std::equal(a.begin(), a.end(), b.begin(), [](const auto& x, const auto& y) {
               return x.first == y.first && x.second.size() == y.second.size() &&
                      std::equal(x.second.begin(), x.second.end(), y.second.begin(),
                                 [](const RateLog& p, const RateLog& q) {
                                     return p.used == q.used && p.quantity == q.quantity;
                                 });
           });
}

} // namespace

int DaysPlan::dayOfMinute(int minute) const
{
    return firstDay + static_cast<int>(std::floor(static_cast<double>(minute) / kMinutesOfDay));
}

double DaysPlan::hoursAt(int minute) const
{
    return firstDay * kDay_h + minute / 60.0;
}

const PlannedStep* DaysPlan::plannedStep(const std::string& key) const
{
    for (const PlannedStep& p : planned) {
        if (list.steps[p.step].key == key) {
            return &p;
        }
    }
    return nullptr;
}

std::optional<double> DaysPlan::coatAt_h(size_t coat) const
{
    const PlannedStep* p = found ? plannedStep("show_" + std::to_string(coat + 1)) : nullptr;
    return p != nullptr && !list.steps[p->step].skipped ? std::optional(hoursAt(p->start)) : std::nullopt;
}

std::optional<double> DaysPlan::pourAt_h(const std::string& event) const
{
    const PlannedStep* p = found ? plannedStep("pour_" + event) : nullptr;
    const bool open = p != nullptr && !p->progress.begun && !list.steps[p->step].skipped;
    return open ? std::optional(hoursAt(p->start)) : std::nullopt;
}

const PlannedStep* DaysPlan::next() const
{
    const PlannedStep* out = nullptr;
    int first = 0;
    for (const PlannedStep& p : planned) {
        for (const WorkPiece& piece : p.pieces) {
            if (piece.to > piece.from && (out == nullptr || piece.from < first)) {
                out = &p;
                first = piece.from;
            }
        }
    }
    return out;
}

WorkCalendar calendarOf(const WorkHabits& habits, int firstDay, int days)
{
    WorkCalendar out;
    out.firstWeekday = weekdayOf(firstDay);
    const auto offDays = [&](const std::vector<std::string>& own) {
        std::vector<int> off;
        for (const auto* list : {&habits.holidays, &own}) {
            for (const std::string& text : *list) {
                if (const auto day = dayOf(text)) {
                    off.push_back(*day - firstDay);
                }
            }
        }
        return off;
    };
    out.hours = habits.makers.empty() ? WeekHours{}.days : habits.makers.front().week.days;
    out.off = offDays(habits.makers.empty() ? std::vector<std::string>{} : habits.makers.front().off);
    for (size_t i = 1; i < habits.makers.size(); ++i) {
        out.others.push_back({habits.makers[i].week.days, offDays(habits.makers[i].off)});
    }
    out.helper = spansOf(habits.helper, out.firstWeekday, days);
    out.daylight = std::pair{habits.lightFrom_min, habits.lightTo_min};
    return out;
}

bool sameInput(const DaysInput& a, const DaysInput& b)
{
    const StepsInput& s = a.steps;
    const StepsInput& t = b.steps;
    return s.choices == t.choices && s.flattenChoices == t.flattenChoices && s.layup == t.layup &&
           s.tenons == t.tenons && s.flatten == t.flatten && s.fillInput == t.fillInput && s.fill == t.fill &&
           s.pour == t.pour && s.move == t.move && s.base == t.base && s.surface == t.surface &&
           sameSlabs(s.slabs, t.slabs) && sameLogs(s.logs, t.logs) && a.work == b.work && a.started == b.started &&
           a.now_h == b.now_h && a.night_C == b.night_C;
}

DaysInput daysInput(const JobInShop& in)
{
    DaysInput out;
    out.steps.choices = in.job.days;
    out.steps.flattenChoices = in.job.flatten;
    out.steps.slabs = in.slabs;
    out.steps.logs = in.worked.rates ? *in.worked.rates : rateLogsOf(in.job, in.shop.habits.work);
    out.work = in.shop.habits.work;
    out.started = in.job.started;
    out.now_h = in.worked.now_h;
    out.night_C = in.job.fill.room.night_C;
    return out;
}

DaysPlan daysPlan(const DaysInput& input)
{
    return DayPlanner(input).run();
}

void seekWaysBack(const DaysInput& input, DaysPlan& plan)
{
    if (!plan.found || !plan.promise || plan.finish <= *plan.promise) {
        return;
    }
    const auto tryIt = [&](WayBack::How how, const std::string& text, const ScheduleQuestion& q) {
        const auto finish = schedule(q, kQuickEffort).finish;
        if (finish && *finish < plan.finish) {
            plan.waysBack.push_back({how, text, *finish});
        }
    };
    constexpr double kWarm_C = 18.0;   // a cure stalls below
    constexpr double kDouble_K = 10.0; // warmer by so much, a cure takes half
    if (input.night_C < kWarm_C) {
        ScheduleQuestion q = plan.question;
        const double quicker = std::pow(2.0, (kWarm_C - input.night_C) / 2.0 / kDouble_K); // half the day is night
        for (size_t i = 0; i < q.steps.size(); ++i) {
            if (plan.list.steps[i].pour.empty() || plan.planned[i].progress.done) {
                continue;
            }
            q.steps[i].wait = static_cast<int>(q.steps[i].wait / quicker);
            for (StepLink& link : q.steps[i].after) {
                link.least = link.from == LinkFrom::Start ? static_cast<int>(link.least / quicker) : link.least;
            }
        }
        tryIt(WayBack::How::WarmNights, "heat the shop by night", q);
    }
    constexpr size_t kSaturday = 5;
    if (plan.question.calendar.hours[kSaturday].empty()) {
        ScheduleQuestion q = plan.question;
        q.calendar.hours[kSaturday] = {{kUsualOpen_min, kUsualClose_min - 4 * 60}};
        tryIt(WayBack::How::Saturdays, "work on Saturday mornings", q);
    }
    {
        ScheduleQuestion q = plan.question;
        for (Spans& day : q.calendar.hours) {
            if (!day.empty()) {
                day.back().second = std::min(kMinutesOfDay, day.back().second + 2 * 60);
            }
        }
        tryIt(WayBack::How::LongerDays, "stay two hours longer", q);
    }
    {
        ScheduleQuestion q = plan.question;
        q.calendar.helper = spansOf(WeekHours{q.calendar.hours}, q.calendar.firstWeekday, kHorizon_days);
        tryIt(WayBack::How::HelperAlways, "have a helper at hand every day", q);
    }
    std::stable_sort(plan.waysBack.begin(), plan.waysBack.end(),
                     [](const WayBack& a, const WayBack& b) { return a.finish < b.finish; });
}

} // namespace burl
