#include "exchange/export/calendar_file.h"

#include <cmath>
#include <ctime>
#include <memory>

#include <libical/ical.h>

namespace burl
{
namespace
{

struct FreeComponent {
    void operator()(icalcomponent* c) const { icalcomponent_free(c); }
};
using Component = std::unique_ptr<icalcomponent, FreeComponent>;

icaltimetype timeOf(double hours)
{
    constexpr double kSeconds = 3600.0;
    icaltimetype t = icaltime_from_timet_with_zone(static_cast<time_t>(std::llround(hours * kSeconds)), 0,
                                                   icaltimezone_get_utc_timezone());
    t.zone = nullptr; // floating: whatever the clock of the shop says
    return t;
}

/// An appointment from so many minutes of the plan on.
icalcomponent* eventOf(const DaysPlan& plan, const std::string& uid, const std::string& summary, int from, int to,
                       double made_h)
{
    icalcomponent* event = icalcomponent_new(ICAL_VEVENT_COMPONENT);
    icaltimetype stamp = timeOf(made_h);
    stamp.zone = icaltimezone_get_utc_timezone();
    icalcomponent_add_property(event, icalproperty_new_dtstamp(stamp));
    icalcomponent_add_property(event, icalproperty_new_uid(uid.c_str()));
    icalcomponent_add_property(event, icalproperty_new_summary(summary.c_str()));
    icalcomponent_add_property(event, icalproperty_new_dtstart(timeOf(plan.hoursAt(from))));
    icalcomponent_add_property(event, icalproperty_new_dtend(timeOf(plan.hoursAt(to))));
    return event;
}

} // namespace

std::string calendarFile(const DaysPlan& plan, const std::string& job, int id, double made_h)
{
    const Component calendar(icalcomponent_new_vcalendar());
    icalcomponent_add_property(calendar.get(), icalproperty_new_version("2.0"));
    icalcomponent_add_property(calendar.get(), icalproperty_new_prodid("-//Young Burl//days//EN"));
    const std::string uid = "job" + std::to_string(id) + "-";
    for (const PlannedStep& p : plan.planned) {
        const JobStep& step = plan.list.steps[p.step];
        if (step.skipped) {
            continue;
        }
        int count = 0;
        for (const WorkPiece& piece : p.pieces) {
            if (piece.to <= piece.from) {
                continue;
            }
            icalcomponent* event =
                eventOf(plan, uid + step.key + (count == 0 ? "" : "-" + std::to_string(count)) + "@young-burl",
                        job + ": " + step.name, piece.from, piece.to, made_h);
            if (!step.ready.empty()) {
                icalcomponent_add_property(event, icalproperty_new_description(("Have ready: " + step.ready).c_str()));
            }
            icalcomponent_add_component(calendar.get(), event);
            ++count;
        }
        constexpr int kTold_min = 120;
        if (!p.progress.done && p.ready - p.end >= kTold_min) {
            icalcomponent* wait = eventOf(plan, uid + step.key + "-wait@young-burl",
                                          job + ": " + step.name + ", waiting", p.end, p.ready, made_h);
            icalcomponent_add_property(wait, icalproperty_new_transp(ICAL_TRANSP_TRANSPARENT));
            icalcomponent_add_component(calendar.get(), wait);
        }
    }
    int number = 0;
    for (const DayAlarm& alarm : plan.alarms) {
        constexpr int kShort_min = 15;
        icalcomponent* event = eventOf(plan, uid + alarm.step + "-alarm" + std::to_string(number++) + "@young-burl",
                                       job + ": " + alarm.text, alarm.at, alarm.at + kShort_min, made_h);
        icalcomponent* bell = icalcomponent_new(ICAL_VALARM_COMPONENT);
        icalcomponent_add_property(bell, icalproperty_new_action(ICAL_ACTION_DISPLAY));
        icalcomponent_add_property(bell, icalproperty_new_description(alarm.text.c_str()));
        icaltriggertype trigger{};
        trigger.duration = icaldurationtype_from_int(0);
        icalcomponent_add_property(bell, icalproperty_new_trigger(trigger));
        icalcomponent_add_component(event, bell);
        icalcomponent_add_component(calendar.get(), event);
    }
    if (plan.promise) {
        constexpr int kLast_min = 15;
        icalcomponent_add_component(calendar.get(),
                                    eventOf(plan, uid + "promise@young-burl", job + ": promised",
                                            *plan.promise - kMinutesOfDay + kUsualOpen_min,
                                            *plan.promise - kMinutesOfDay + kUsualOpen_min + kLast_min, made_h));
    }
    const std::unique_ptr<char, void (*)(void*)> text(icalcomponent_as_ical_string_r(calendar.get()),
                                                      icalmemory_free_buffer);
    return text ? std::string(text.get()) : std::string();
}

} // namespace burl
