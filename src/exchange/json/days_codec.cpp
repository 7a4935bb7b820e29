#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/when.h"
#include "exchange/json/codec.h"
#include "exchange/json/numbers.h"
#include "exchange/json/words_out.h"

namespace burl
{
namespace
{

constexpr Number<OwnStep> kOwnNumbers[] = {{"hands_min", &OwnStep::hands_min, ranges::kStepMinutes},
                                           {"wait_h", &OwnStep::wait_h, ranges::kStepWait_h}};
constexpr Maybe<StepOverrule> kOverruleNumbers[] = {{"hands_min", &StepOverrule::hands_min, ranges::kStepMinutes},
                                                    {"wait_h", &StepOverrule::wait_h, ranges::kStepWait_h}};

/// A day of the calendar, or nothing said.
void readDay(JsonReader& r, const char* key, std::string& out)
{
    r.read(key, out);
    if (!out.empty() && !dayOf(out)) {
        r.note(key, "\"" + JsonReader::shortened(out) + "\" is no day: it is written like 2026-12-18");
    }
}
void readMoment(JsonReader& r, const char* key, std::string& out)
{
    r.read(key, out);
    if (!out.empty() && !hoursOf(out)) {
        r.note(key, "\"" + JsonReader::shortened(out) + "\" is no moment: it is written like 2026-12-18T08:00");
    }
}
std::vector<std::string> daysIn(JsonReader& r, const char* key)
{
    std::vector<std::string> out = r.strings(key);
    for (const std::string& day : out) {
        if (!dayOf(day)) {
            r.note(key, "\"" + JsonReader::shortened(day) + "\" is no day: it is written like 2026-12-18");
        }
    }
    return out;
}

OrderedJson toJson(const DayWords& w)
{
    OrderedJson out{{"text", w.text}};
    text(out, "step", w.step);
    if (w.minutes > 0.0) {
        out["minutes"] = w.minutes;
    }
    if (!w.ends) {
        out["ends"] = false;
    }
    for (const DayReading& reading : w.readings) {
        OrderedJson one{{words::of(reading.kind, words::kReading), reading.value}};
        if (reading.slab.value != 0) {
            one["slab"] = reading.slab.value;
        }
        out["readings"].push_back(one);
    }
    return out;
}

DayWords wordsFrom(JsonReader& r)
{
    DayWords w;
    r.read("text", w.text);
    r.read("step", w.step);
    r.readLength("minutes", w.minutes, ranges::kStepMinutes);
    r.read("ends", w.ends);
    r.each("readings", counts::kRecords, [&](JsonReader inner) {
        DayReading reading;
        bool some = false;
        for (const auto& [kind, key] : words::kReading) {
            if (inner.has(std::string(key).c_str())) {
                reading.kind = kind;
                inner.read(std::string(key).c_str(), reading.value, ranges::kReadingValue, false);
                some = true;
            }
        }
        inner.read("slab", reading.slab.value);
        if (!some) {
            inner.note("", "a reading says what it is of, for instance \"mc_pct\": 9.0");
        }
        w.readings.push_back(reading);
    });
    return w;
}

OrderedJson toJson(const DayEntry& e)
{
    OrderedJson out{{"id", e.id}, {"at", e.at}};
    out.update(toJson(e.words));
    for (const PlannedWork& p : e.planned) {
        out["planned"].push_back({{"rate", p.rate}, {"quantity", p.quantity}});
    }
    if (e.drawn) {
        out["drawn"] = OrderedJson::array();
        for (const StockDrawn& d : *e.drawn) {
            out["drawn"].push_back({{"of", d.of}, {"amount", d.amount}});
        }
    }
    for (const MoistureBefore& b : e.before) {
        out["mc_before"].push_back({{"slab", b.slab.value}, {"mc_pct", b.mc_pct}});
    }
    for (const std::string& key : e.pictures) {
        out["pictures"].push_back(key);
    }
    flag(out, "agreed", e.agreed);
    flag(out, "struck", e.struck);
    for (const DayCorrection& c : e.history) {
        OrderedJson was = toJson(c.was);
        was["corrected"] = c.at;
        out["history"].push_back(was);
    }
    return out;
}

DayEntry entryFrom(JsonReader r)
{
    DayEntry e;
    r.read("id", e.id);
    readMoment(r, "at", e.at);
    if (e.at.empty()) {
        r.note("at", "an entry says when: \"at\": \"2026-12-18T08:00\"");
    }
    e.words = wordsFrom(r);
    r.each("planned", counts::kRecords, [&](JsonReader inner) {
        PlannedWork p;
        inner.read("rate", p.rate);
        inner.read("quantity", p.quantity, ranges::kQuantity);
        e.planned.push_back(std::move(p));
    });
    if (r.has("drawn")) {
        e.drawn.emplace();
        r.each("drawn", counts::kRecords, [&](JsonReader inner) {
            StockDrawn d;
            inner.read("of", d.of);
            inner.read("amount", d.amount, ranges::kQuantity);
            e.drawn->push_back(std::move(d));
        });
    }
    r.each("mc_before", counts::kRecords, [&](JsonReader inner) {
        MoistureBefore b;
        inner.read("slab", b.slab.value);
        inner.read("mc_pct", b.mc_pct, ranges::kMc_pct);
        e.before.push_back(b);
    });
    e.pictures = r.strings("pictures");
    r.read("agreed", e.agreed);
    r.read("struck", e.struck);
    r.each("history", counts::kRecords, [&](JsonReader inner) {
        DayCorrection c;
        readMoment(inner, "corrected", c.at);
        c.was = wordsFrom(inner);
        e.history.push_back(std::move(c));
    });
    return e;
}

void week(OrderedJson& out, const char* key, const WeekHours& hours, const WeekHours& usual)
{
    if (!(hours == usual)) {
        out[key] = weekText(hours.days);
    }
}
void readWeek(JsonReader& r, const char* key, WeekHours& out)
{
    if (!r.has(key)) {
        return;
    }
    std::string said;
    r.read(key, said);
    if (const auto parsed = parseWeek(said)) {
        out.days = *parsed;
    } else {
        r.note(key, parsed.error().sentence);
    }
}

} // namespace

OrderedJson toJson(const DaysChoices& c)
{
    OrderedJson out = OrderedJson::object();
    text(out, "promised", c.promised);
    text(out, "first_promised", c.firstPromised);
    text(out, "delivered", c.delivered);
    const OwnStep usual;
    for (const OwnStep& s : c.own) {
        OrderedJson step{{"id", s.id}, {"name", s.name}};
        writeAll(step, s, kOwnNumbers);
        if (s.split != usual.split) {
            step["split"] = s.split;
        }
        if (s.people != usual.people) {
            step["people"] = s.people;
        }
        flag(step, "daylight", s.daylight);
        text(step, "after", s.after);
        text(step, "before", s.before);
        out["own_steps"].push_back(step);
    }
    if (c.lastOwn != 0) {
        out["last_own_step"] = c.lastOwn;
    }
    for (const StepOverrule& s : c.overrules) {
        OrderedJson step{{"step", s.step}};
        writeNumbers(step, s, kOverruleNumbers);
        text(step, "not_before", s.notBefore);
        flag(step, "skip", s.skip);
        out["overrules"].push_back(step);
    }
    for (const DayEntry& e : c.book) {
        out["book"].push_back(toJson(e));
    }
    if (c.lastEntry != 0) {
        out["last_entry"] = c.lastEntry;
    }
    return out;
}

DaysChoices daysFrom(JsonReader r)
{
    DaysChoices c;
    readDay(r, "promised", c.promised);
    readDay(r, "first_promised", c.firstPromised);
    readDay(r, "delivered", c.delivered);
    r.each("own_steps", counts::kOwnSteps, [&](JsonReader inner) {
        OwnStep s;
        inner.read("id", s.id);
        inner.read("name", s.name);
        readNumbers(inner, s, kOwnNumbers);
        inner.read("split", s.split);
        inner.read("people", s.people, ranges::kPeople);
        inner.read("daylight", s.daylight);
        inner.read("after", s.after);
        inner.read("before", s.before);
        c.lastOwn = std::max(c.lastOwn, s.id);
        c.own.push_back(std::move(s));
    });
    int last = c.lastOwn;
    r.read("last_own_step", last);
    c.lastOwn = std::max(c.lastOwn, last);
    r.each("overrules", counts::kOwnSteps, [&](JsonReader inner) {
        StepOverrule s;
        inner.read("step", s.step);
        readNumbers(inner, s, kOverruleNumbers);
        readMoment(inner, "not_before", s.notBefore);
        inner.read("skip", s.skip);
        c.overrules.push_back(std::move(s));
    });
    r.each("book", counts::kRecords, [&](JsonReader inner) {
        c.book.push_back(entryFrom(inner));
        c.lastEntry = std::max(c.lastEntry, c.book.back().id);
    });
    last = c.lastEntry;
    r.read("last_entry", last);
    c.lastEntry = std::max(c.lastEntry, last);
    return c;
}

OrderedJson toJson(const WorkHabits& h)
{
    const WorkHabits usual;
    OrderedJson out = OrderedJson::object();
    if (!(h.makers == usual.makers)) {
        for (const ShopMaker& m : h.makers) {
            OrderedJson maker = OrderedJson::object();
            text(maker, "name", m.name);
            week(maker, "hours", m.week, ShopMaker{}.week);
            for (const std::string& day : m.off) {
                maker["off"].push_back(day);
            }
            out["makers"].push_back(maker);
        }
    }
    week(out, "helper", h.helper, usual.helper);
    for (const std::string& day : h.holidays) {
        out["holidays"].push_back(day);
    }
    if (h.lightFrom_min != usual.lightFrom_min || h.lightTo_min != usual.lightTo_min) {
        out["light_from_min"] = h.lightFrom_min;
        out["light_to_min"] = h.lightTo_min;
    }
    for (const RateReset& reset : h.resets) {
        out["resets"].push_back({{"rate", reset.rate}, {"on", reset.on}});
    }
    return out;
}

WorkHabits workHabitsFrom(JsonReader r)
{
    WorkHabits h;
    std::vector<ShopMaker> makers;
    r.each("makers", counts::kMakers, [&](JsonReader inner) {
        ShopMaker m;
        inner.read("name", m.name);
        readWeek(inner, "hours", m.week);
        m.off = daysIn(inner, "off");
        makers.push_back(std::move(m));
    });
    if (!makers.empty()) {
        h.makers = std::move(makers);
    }
    readWeek(r, "helper", h.helper);
    h.holidays = daysIn(r, "holidays");
    constexpr Range kOfDay{0.0, 1440.0};
    r.read("light_from_min", h.lightFrom_min, kOfDay);
    r.read("light_to_min", h.lightTo_min, kOfDay);
    if (h.lightTo_min <= h.lightFrom_min) {
        r.note("light_to_min", "daylight ends after it begins");
    }
    r.each("resets", counts::kRecords, [&](JsonReader inner) {
        RateReset reset;
        inner.read("rate", reset.rate);
        readDay(inner, "on", reset.on);
        h.resets.push_back(std::move(reset));
    });
    return h;
}

} // namespace burl
