// Lines as makers write them, with what they mean: each is taken as meant, or it is asked.

#include <catch2/catch.hpp>

#include <algorithm>

#include <nlohmann/json.hpp>

#include "core/book/book_context.h"
#include "core/measure/clock.h"
#include "core/plan/plan.h"
#include "exchange/job_file.h"
#include "support/files.h"

using namespace burl;
using Json = nlohmann::json;

namespace
{

const char* wordOf(ReadingKind kind)
{
    constexpr const char* kWords[] = {"thickness", "mc", "temp", "litres", "leak", "pots", "discs", "moved"};
    return kWords[static_cast<int>(kind)];
}

bool stepIs(const std::string& step, const Json& meant)
{
    if (meant.is_array()) {
        return std::any_of(meant.begin(), meant.end(), [&](const Json& one) { return stepIs(step, one); });
    }
    if (meant.is_null()) {
        return step.empty();
    }
    const std::string key = meant;
    return key.back() == '_' || meant == "pour_river" ? step.rfind(key, 0) == 0 : step == key;
}

using Told = std::vector<std::tuple<std::string, std::string, long>>;
Told told(const BookReading& read, const BookContext& in)
{
    Told out;
    for (const BookEntry& e : read.entries) {
        for (const DayReading& r : e.line.words.readings) {
            std::string slab;
            for (const auto& s : in.slabs) {
                slab = s->id == r.slab ? s->name : slab;
            }
            out.emplace_back(wordOf(r.kind), slab, std::lround(r.value * 100.0));
        }
    }
    std::sort(out.begin(), out.end());
    return out;
}
Told meant(const Json& readings)
{
    Told out;
    for (const Json& r : readings) {
        out.emplace_back(r["kind"], r["slab"], std::lround(r["value"].get<double>() * 100.0));
    }
    std::sort(out.begin(), out.end());
    return out;
}

} // namespace

TEST_CASE("a hundred lines are taken as they are meant, or asked", "[book]")
{
    const auto file = readJobFile(test::reference("cases/daybook/job.json"));
    REQUIRE(file);
    const Json cases = Json::parse(test::reference("cases/daybook/lines.json"));
    const double now = *hoursOf(cases["now"].get<std::string>());
    Worked worked;
    worked.now_h = now;
    const Plan plan = makePlan(file->job, file->shop, nullptr, worked);
    const BookContext in = bookContext(file->job, file->shop, *plan.days, now);
    size_t asked = 0;
    for (const Json& c : cases["lines"]) {
        const std::string line = c["line"];
        INFO(line);
        const auto read = readBookLine(line, in);
        REQUIRE(read);
        const bool open = std::any_of(read->asks.begin(), read->asks.end(),
                                      [](const BookAsk& a) { return a.is != BookAsk::Is::AlsoDone; });
        if (open) {
            ++asked;
            continue;
        }
        double minutes = 0.0;
        bool agreed = false;
        for (const BookEntry& e : read->entries) {
            minutes += e.line.words.minutes;
            agreed = agreed || e.line.agreed;
        }
        CHECK(minutes == c["minutes"].get<double>());
        if (read->entries.size() > 1) {
            continue; // each fact an entry of its own
        }
        const DayWords& words = read->entries.front().line.words;
        // A step before which many are open is named, and waits for a yes.
        CHECK((stepIs(words.step, c["step"]) || (words.step.empty() && !read->asks.empty())));
        if (c["readings"].is_array()) {
            CHECK(told(*read, in) == meant(c["readings"]));
        }
        CHECK(agreed == c.value("agreed", false));
        if (c.contains("done")) {
            CHECK(words.ends == c["done"].get<bool>());
        }
    }
    CHECK(cases["lines"].size() == 110);
    CHECK(asked <= 20); // who asks always has understood nothing
}
