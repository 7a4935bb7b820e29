// Plans of days: one table of thirty steps, a shop of ten jobs. Baseline: the same steps taken in the order of the
// list, minute by minute, without any search; counters say how much later it ends.

#include <benchmark/benchmark.h>

#include <random>

#include "core/days/schedule.h"
#include "core/days/shop_schedule.h"

namespace
{

using namespace burl;

WorkCalendar weekdays()
{
    WorkCalendar out;
    for (size_t day = 0; day < 5; ++day) {
        out.hours[day] = {{480, 1020}};
        for (int week = 0; week < 60; ++week) {
            const int midnight = (week * 7 + static_cast<int>(day)) * kMinutesOfDay;
            out.helper.emplace_back(midnight + 480, midnight + 720);
        }
    }
    return out;
}

std::vector<WorkStep> table(unsigned seed)
{
    std::mt19937 random(seed);
    std::vector<WorkStep> out;
    for (size_t i = 0; i < 30; ++i) {
        WorkStep s;
        s.name = "step";
        s.hands = 15 * (1 + static_cast<int>(random() % 16));
        s.wait = random() % 3 == 0 ? 720 : 0;
        s.split = random() % 2 == 0;
        s.persons = random() % 8 == 0 ? 2 : 1;
        if (i > 0 && i != 12) {
            s.after.push_back({i - 1});
            if (!out[i - 1].split && random() % 5 == 0) {
                s.after.back() = {i - 1, LinkFrom::Start, 360, 1680};
            }
        }
        if (i == 20) {
            s.after.push_back({11});
        }
        if (!s.split && random() % 6 == 0) {
            s.holds = {"form table"};
        }
        out.push_back(std::move(s));
    }
    return out;
}

/// Step after step as listed, each at the first moment it may; windows are not looked at.
int inOrder(const std::vector<WorkStep>& steps, const WorkCalendar& calendar)
{
    std::vector<int> start(steps.size());
    std::vector<int> done(steps.size());
    int free = 0;
    int finish = 0;
    for (size_t i = 0; i < steps.size(); ++i) {
        int t = free;
        for (const StepLink& link : steps[i].after) {
            t = std::max(t, (link.from == LinkFrom::Start ? start[link.step] : done[link.step]) + link.least);
        }
        int left = steps[i].hands;
        start[i] = -1;
        for (; left > 0; t += 15) {
            bool works = false;
            for (const auto& [from, to] : sessionsOf(calendar, t / kMinutesOfDay)) {
                works = works || (t >= from && t + 15 <= to);
            }
            if (works) {
                start[i] = start[i] < 0 ? t : start[i];
                left -= 15;
            }
        }
        free = t;
        done[i] = t + steps[i].wait;
        finish = std::max(finish, done[i]);
    }
    return finish;
}

void daysOfOneTable(benchmark::State& state)
{
    const ScheduleQuestion question{table(1), weekdays(), 15, 200 * kMinutesOfDay, 0, {}};
    Schedule found;
    for (auto _ : state) {
        found = schedule(question);
        benchmark::DoNotOptimize(found);
    }
    state.counters["over_bound"] = static_cast<double>(found.finish.value_or(0)) / found.lower;
    state.counters["list_order_over_it"] =
        static_cast<double>(inOrder(question.steps, question.calendar)) / found.finish.value_or(1);
    state.counters["proven"] = found.proven ? 1.0 : 0.0;
}

void daysInListOrder(benchmark::State& state)
{
    const std::vector<WorkStep> steps = table(1);
    const WorkCalendar calendar = weekdays();
    for (auto _ : state) {
        benchmark::DoNotOptimize(inOrder(steps, calendar));
    }
}

void daysOfTenJobs(benchmark::State& state)
{
    ShopQuestion question{{}, weekdays(), 15, 400 * kMinutesOfDay, 0};
    for (unsigned i = 0; i < 10; ++i) {
        question.jobs.push_back({table(i + 1), {}, std::nullopt});
    }
    ShopSchedule found;
    for (auto _ : state) {
        found = shopSchedule(question);
        benchmark::DoNotOptimize(found);
    }
    int work = 0;
    int last = 0;
    for (size_t k = 0; k < question.jobs.size(); ++k) {
        for (const WorkStep& step : question.jobs[k].steps) {
            work += step.hands;
        }
        last = std::max(last, found.jobs[k].finish.value_or(0));
    }
    state.counters["found"] = found.found ? 1.0 : 0.0;
    state.counters["stretch"] = found.stretch;
    state.counters["last_day"] = last / kMinutesOfDay;
    state.counters["work_days"] = work / 540.0 * 7.0 / 5.0;
}

} // namespace

BENCHMARK(daysOfOneTable)->Unit(benchmark::kMillisecond);
BENCHMARK(daysInListOrder)->Unit(benchmark::kMillisecond);
BENCHMARK(daysOfTenJobs)->Unit(benchmark::kMillisecond);
