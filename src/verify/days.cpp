// Networks of steps, plans judged by all rules, learned rates.

#include "core/days/learned_rate.h"
#include "core/days/schedule.h"
#include "core/days/step_bounds.h"
#include "core/days/work_plan.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

std::optional<int> wholeOrNone(const Json& in, const char* key)
{
    return in.contains(key) && !in.at(key).is_null() ? std::optional(in.at(key).get<int>()) : std::nullopt;
}

std::vector<WorkStep> stepsOf(const Json& in)
{
    std::vector<WorkStep> out;
    for (const Json& row : in.at("steps")) {
        WorkStep s;
        s.name = row.value("name", "");
        s.hands = row.at("hands");
        s.wait = row.value("wait", 0);
        s.split = row.value("split", false);
        s.persons = row.value("persons", 1);
        s.daylight = row.value("daylight", false);
        s.notBefore = wholeOrNone(row, "not_before");
        s.notAfter = wholeOrNone(row, "not_after");
        if (row.contains("min_temp")) {
            s.least_C = row.at("min_temp").get<double>();
        }
        for (const Json& link : row.value("after", Json::array())) {
            StepLink l;
            l.step = link.at("step");
            l.from = link.at("kind") == "SS" ? LinkFrom::Start : LinkFrom::Done;
            l.least = link.value("min", 0);
            l.most = wholeOrNone(link, "max");
            l.lateHands = wholeOrNone(link, "late_hands");
            l.lateLeast = wholeOrNone(link, "late_min");
            s.after.push_back(l);
        }
        s.holds = row.value("holds", std::vector<std::string>{});
        out.push_back(std::move(s));
    }
    return out;
}

WorkCalendar calendarOf(const Json& in)
{
    WorkCalendar out;
    const Json& calendar = in.at("calendar");
    out.firstWeekday = calendar.at("first_weekday");
    for (size_t day = 0; day < out.hours.size(); ++day) {
        for (const Json& span : calendar.at("hours").at(day)) {
            out.hours[day].emplace_back(span.at(0), span.at(1));
        }
    }
    out.off = calendar.value("off", std::vector<int>{});
    for (const Json& row : in.value("helper", Json::array())) {
        const int midnight = row.at(0).get<int>() * kMinutesOfDay;
        out.helper.emplace_back(midnight + row.at(1).get<int>(), midnight + row.at(2).get<int>());
    }
    if (in.contains("daylight")) {
        out.daylight = std::pair{in.at("daylight").at(0).get<int>(), in.at("daylight").at(1).get<int>()};
    }
    for (const Json& row : in.value("shop", Json::array())) {
        out.shop.emplace_back(row.at(0), row.at(1));
    }
    return out;
}

Json network(const Json& in)
{
    const Network n = networkOf(stepsOf(in));
    return {{"finish", n.finish},
            {"earliest_start", n.earliestStart},
            {"earliest_finish", n.earliestFinish},
            {"latest_start", n.latestStart},
            {"latest_finish", n.latestFinish},
            {"total_float", n.totalFloat},
            {"free_float", n.freeFloat},
            {"critical", n.critical}};
}

Json plans(const Json& in)
{
    const std::vector<WorkStep> steps = stepsOf(in);
    const WorkCalendar calendar = calendarOf(in);
    Json rows = Json::array();
    for (const Json& plan : in.at("plans")) {
        std::vector<WorkPiece> pieces;
        for (const Json& piece : plan) {
            pieces.push_back({piece.at(0), piece.at(1), piece.at(2)});
        }
        const JudgedPlan j = judged(steps, calendar, pieces);
        rows.push_back({{"broken", j.broken}, {"finish", j.finish ? Json(*j.finish) : Json(nullptr)}});
    }
    return {{"plans", rows}};
}

/// Exactly, however long it takes.
constexpr Effort kExact{2000, 20'000'000, nullptr};

ScheduleQuestion questionOf(const Json& in)
{
    ScheduleQuestion out;
    out.steps = stepsOf(in);
    out.calendar = calendarOf(in);
    out.grid = in.at("grid");
    out.horizon = in.at("horizon");
    out.now = in.value("now", 0);
    for (const Json& row : in.value("log", Json::array())) {
        out.facts.push_back({row.at("step"), wholeOrNone(row, "start"), wholeOrNone(row, "end"),
                             wholeOrNone(row, "worked"), wholeOrNone(row, "wait")});
    }
    return out;
}

Json orNull(const std::optional<int>& value)
{
    return value ? Json(*value) : Json(nullptr);
}

/// The finish of a plan that keeps every rule; "broken" in its place where it does not.
Json finishOf(const ScheduleQuestion& question, const Schedule& plan)
{
    Json out{{"feasible", plan.finish.has_value()}, {"finish", orNull(plan.finish)}};
    if (plan.finish && question.facts.empty()) {
        const JudgedPlan j = judged(question.steps, question.calendar, plan.pieces);
        if (!j.broken.empty() || j.finish != plan.finish) {
            out["finish"] = j.broken;
        }
    }
    if (plan.finish) {
        out["finish_day"] = *plan.finish / kMinutesOfDay;
    }
    return out;
}

Json floats(const Json& in)
{
    const ScheduleQuestion q = questionOf(in);
    const CalendarFloats f = calendarFloats(q.steps, q.calendar, q.grid, q.horizon);
    if (!f.finish) {
        return {{"feasible", false}, {"finish", nullptr}};
    }
    std::vector<size_t> critical;
    for (size_t i = 0; i < f.room.size(); ++i) {
        if (f.room[i] == 0) {
            critical.push_back(i);
        }
    }
    return {{"feasible", true},
            {"finish", *f.finish},
            {"earliest_start", f.earliestStart},
            {"earliest_end", f.earliestEnd},
            {"latest_start", f.latestStart},
            {"latest_end", f.latestEnd},
            {"float", f.room},
            {"critical", critical}};
}

Json scheduled(const Json& in)
{
    const ScheduleQuestion q = questionOf(in);
    const Schedule plan = schedule(q, kExact);
    Json out = finishOf(q, plan);
    if (in.contains("promise") && plan.finish) {
        out["late_minutes"] = *plan.finish - in.at("promise").get<int>();
    }
    return out;
}

Json scheduledFirst(const Json& in)
{
    const ScheduleQuestion q = questionOf(in);
    const Schedule plan = scheduleFirst(q, kExact);
    Json out = finishOf(q, plan);
    out["end"] = plan.end;
    return out;
}

Json chain(const Json& in)
{
    const Chain c = chainOf(questionOf(in), kExact);
    std::vector<int> room;
    for (size_t i = 0; i < c.endEarliest.size(); ++i) {
        room.push_back(c.endLatest[i] - c.endEarliest[i]);
    }
    return {{"finish", orNull(c.finish)},
            {"end_earliest", c.endEarliest},
            {"end_latest", c.endLatest},
            {"room", room},
            {"critical", c.critical}};
}

Json whatIf(const Json& in)
{
    const ScheduleQuestion q = questionOf(in);
    const Schedule plain = schedule(q, kExact);
    Json after = Json::array();
    Json later = Json::array();
    for (const Json& change : in.at("changes")) {
        ScheduleQuestion other = q;
        WorkStep& step = other.steps.at(change.at("step"));
        step.hands += change.value("hands_plus", 0);
        step.wait += change.value("wait_plus", 0);
        const Schedule plan = schedule(other, kExact);
        after.push_back(orNull(plan.finish));
        later.push_back(plan.finish && plain.finish ? Json(*plan.finish - *plain.finish) : Json(nullptr));
    }
    return {{"finish", orNull(plain.finish)}, {"finish_after", after}, {"later_by", later}};
}

Json replan(const Json& in)
{
    const ScheduleQuestion q = questionOf(in);
    ScheduleQuestion before = q;
    before.now = 0;
    before.facts.clear();
    const Schedule planned = schedule(before, kExact);
    const Schedule plan = schedule(q, kExact);
    Json out = finishOf(q, plan);
    out["planned_finish"] = orNull(planned.finish);
    out["missed_windows"] = plan.missed;
    if (plan.finish && planned.finish) {
        out["slip_minutes"] = *plan.finish - *planned.finish;
        out["late_minutes"] = *plan.finish - in.at("promise").get<int>();
    }
    return out;
}

Json bounds(const Json& in)
{
    const ScheduleQuestion q = questionOf(in);
    const CalendarFloats f = calendarFloats(q.steps, q.calendar, q.grid, q.horizon);
    const int work = workBound(q);
    const Schedule plan = schedule(q);
    const Json judgedPlan = finishOf(q, plan);
    return {{"unlimited_makers_finish", orNull(f.finish)},
            {"work_bound", work},
            {"lower_bound", std::max(work, f.finish.value_or(0))},
            {"feasible", judgedPlan.at("finish").is_number()},
            {"within_limit", plan.finish && *plan.finish <= in.at("limit").get<int>()}};
}

Json rates(const Json& in)
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        std::vector<RateLog> logs;
        for (const Json& log : row.at("logs")) {
            logs.push_back({log.at("used"), log.at("quantity")});
        }
        const LearnedRate r = learnedRate(
            {row.at("prior_rate"), row.at("prior_weight"), row.at("prior_spread"), row.at("prior_df")}, logs);
        const LearnedRate::Next next = r.next(row.at("next_quantity"));
        rows.push_back({{"rate", r.rate},
                        {"spread", r.spread},
                        {"df", static_cast<int>(r.df)},
                        {"rate_low", r.low},
                        {"rate_high", r.high},
                        {"next", next.used},
                        {"next_low", next.low},
                        {"next_high", next.high},
                        {"against_prior", r.againstPrior}});
    }
    return {{"rows", rows}};
}

} // namespace

void addDays(Operations& operations)
{
    operations["cpm"] = network;
    operations["check_plan"] = plans;
    operations["rate"] = rates;
    operations["calendar_floats"] = floats;
    operations["schedule"] = scheduled;
    operations["schedule_first"] = scheduledFirst;
    operations["chain"] = chain;
    operations["what_if"] = whatIf;
    operations["replan"] = replan;
    operations["bounds"] = bounds;
}

} // namespace burl::verify
