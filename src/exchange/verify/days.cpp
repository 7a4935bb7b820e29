// Networks of steps, plans judged by all rules, learned rates.

#include "core/days/learned_rate.h"
#include "core/days/work_plan.h"
#include "exchange/verify/operations.h"

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
}

} // namespace burl::verify
