// `burl book`.

#include <algorithm>
#include <cmath>
#include <iostream>
#include <istream>

#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/files.h"
#include "cli/job.h"
#include "core/book/book_context.h"
#include "core/measure/clock.h"
#include "core/plan/plan.h"
#include "core/shop/edit.h"

namespace burl::cli
{
namespace
{

using Json = nlohmann::ordered_json;

const char* kindWord(ReadingKind kind)
{
    switch (kind) {
    case ReadingKind::Thickness:
        return "thickness";
    case ReadingKind::Moisture:
        return "mc";
    case ReadingKind::Temperature:
        return "temp";
    case ReadingKind::Litres:
        return "litres";
    case ReadingKind::Leak:
        return "leak";
    case ReadingKind::Pots:
        return "pots";
    case ReadingKind::Discs:
        return "discs";
    case ReadingKind::Moved:
        return "moved";
    }
    return "";
}
const char* askWord(BookAsk::Is is)
{
    switch (is) {
    case BookAsk::Is::Step:
        return "step";
    case BookAsk::Is::Ends:
        return "done";
    case BookAsk::Is::Reading:
        return "reading";
    case BookAsk::Is::Minutes:
        return "minutes";
    case BookAsk::Is::When:
        return "when";
    case BookAsk::Is::AlsoDone:
        return "implied";
    case BookAsk::Is::Agreed:
        return "agreed";
    }
    return "";
}

Json readingsJson(const BookEntry& e, const BookContext& in)
{
    Json out = Json::array();
    for (const DayReading& r : e.line.words.readings) {
        std::string slab;
        for (const auto& s : in.slabs) {
            slab = s->id == r.slab ? s->name : slab;
        }
        constexpr double kShown = 1e4;
        out.push_back({{"kind", kindWord(r.kind)}, {"slab", slab}, {"value", std::round(r.value * kShown) / kShown}});
    }
    return out;
}

Json entryJson(const BookEntry& e, const BookContext& in)
{
    const DayWords& words = e.line.words;
    Json out{{"step", words.step.empty() ? Json() : Json(words.step)},
             {"done", words.ends},
             {"minutes", words.minutes},
             {"when", isoTime(e.at_h)},
             {"readings", readingsJson(e, in)},
             {"agreed", e.line.agreed},
             {"implied", e.alsoDone}};
    if (e.corrects != 0) {
        out["corrects"] = e.corrects;
    }
    return out;
}

/// What is asked, as keys: of steps, else of what the question is about.
Json asksJson(const BookReading& reading)
{
    Json out = Json::array();
    const auto add = [&](const std::string& key) {
        if (std::find(out.begin(), out.end(), key) == out.end()) {
            out.push_back(key);
        }
    };
    for (const BookAsk& ask : reading.asks) {
        if (ask.is == BookAsk::Is::Step) {
            for (const BookChoice& choice : ask.choices) {
                if (choice.value != kLeftOut && choice.value != kEach) {
                    add(choice.value);
                }
            }
        } else if (ask.is == BookAsk::Is::Reading) {
            add(kindWord(ask.reading));
        } else if (ask.is != BookAsk::Is::AlsoDone) { // said by "implied"
            add(askWord(ask.is));
        }
    }
    return out;
}

Json lineJson(const std::string& line, const Expected<BookReading>& read, const BookContext& in)
{
    Json out{{"line", line}};
    if (!read) {
        out["refused"] = read.error().sentence;
        return out;
    }
    const BookReading& reading = *read;
    out.update(entryJson(reading.entries.front(), in));
    for (size_t i = 1; i < reading.entries.size(); ++i) { // of several the sum; each stands in "entries"
        const Json more = entryJson(reading.entries[i], in);
        out["minutes"] = out["minutes"].get<double>() + more["minutes"].get<double>();
        out["readings"].insert(out["readings"].end(), more["readings"].begin(), more["readings"].end());
        out["agreed"] = out["agreed"].get<bool>() || more["agreed"].get<bool>();
        out["step"] = nullptr;
    }
    out["ask"] = asksJson(reading);
    out["note"] = reading.isNote() && reading.asks.empty();
    if (reading.entries.size() > 1) {
        out["entries"] = Json::array();
        for (const BookEntry& e : reading.entries) {
            out["entries"].push_back(entryJson(e, in));
        }
    }
    Json why = Json::array();
    for (const BookAsk& ask : reading.asks) {
        why.push_back(ask.sentence);
    }
    if (!why.empty()) {
        out["why"] = why;
    }
    Json left = Json::array();
    for (const auto& [from, to] : reading.left) {
        left.push_back(line.substr(from, to - from));
    }
    if (!left.empty()) {
        out["not_understood"] = left;
    }
    return out;
}

/// Steps before one that is done are agreed to.
BookAnswers agreedTo(const BookReading& reading)
{
    BookAnswers out;
    for (const BookAsk& ask : reading.asks) {
        if (ask.is == BookAsk::Is::AlsoDone) {
            out[ask.id] = "yes";
        }
    }
    return out;
}

/// A line without its end. What is longer than any line may be is cut: it is refused as too long.
bool nextLine(std::istream& in, std::string& line)
{
    constexpr size_t kMost = 4096;
    line.clear();
    char c = 0;
    bool some = false;
    while (in.get(c)) {
        some = true;
        if (c == '\n') {
            break;
        }
        if (line.size() < kMost) {
            line += c;
        }
    }
    if (!line.empty() && line.back() == '\r') {
        line.pop_back();
    }
    return some;
}

} // namespace

int book(const BookCommand& options)
{
    int code = kDone;
    const auto file = jobFrom(options.file, "", code);
    if (!file) {
        return code;
    }
    const auto said = momentOf(options.now, code);
    if (!said) {
        return code;
    }
    const double now = *said;
    Book whole;
    whole.shop = std::make_shared<const Shop>(file->shop);
    whole.jobs = {std::make_shared<const Job>(file->job)};
    const JobId id = file->job.id;
    std::optional<Plan> plan; // the heat of its pours is worked out once
    const auto contextOf = [&] {
        const Job& job = *whole.job(id);
        plan = planAt(job, *whole.shop, now, plan ? &*plan : nullptr);
        return bookContext(job, *whole.shop, *plan->days, now);
    };
    BookContext in = contextOf();
    for (std::string line; nextLine(std::cin, line);) {
        auto read = readBookLine(line, in);
        if (read && options.alsoDone) {
            read = readBookLine(line, in, agreedTo(*read));
        }
        Json out = lineJson(line, read, in);
        if (options.keep) {
            const bool sure = read && read->asks.empty();
            out["kept"] = sure;
            if (sure) {
                whole = withBookLine(whole, id, *read, now, in.steps);
                in = contextOf();
            }
        }
        std::cout << out.dump(-1, ' ', false, Json::error_handler_t::replace) << '\n';
    }
    return options.keep && !options.out.empty() ? writeOut(options.out, writeJobFile(*whole.job(id), *whole.shop))
                                                : code;
}

} // namespace burl::cli
