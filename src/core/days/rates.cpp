#include "core/days/rates.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

// One table of typical size takes a fifth more or less than the standard, two times in three: makers and woods differ.
constexpr double kScatter = 0.2;
constexpr double kStandardDf = 6.0; // the standard is no surer than seven jobs

void addLogs(const Job& job, const WorkHabits& habits, RateLogs& out)
{
    const auto counts = [&](const std::string& rate, const std::string& at) {
        for (const RateReset& reset : habits.resets) {
            if (reset.rate == rate && at.substr(0, reset.on.size()) < reset.on) {
                return false;
            }
        }
        return true;
    };
    // All entries of a step are one log: what they used together, against what was planned for it once.
    struct Taught {
        std::string rate;
        std::string step;
        RateLog log;
        bool ended = false;
    };
    std::vector<Taught> taught;
    std::map<std::string, double> minutes;
    for (const DayEntry& entry : job.days.book) {
        if (!entry.struck && !entry.words.step.empty()) {
            minutes[entry.words.step] += entry.words.minutes;
        }
    }
    for (const DayEntry& entry : job.days.book) {
        if (entry.struck) {
            continue;
        }
        double litres = 0.0;
        double discs = 0.0;
        for (const DayReading& reading : entry.words.readings) {
            litres += reading.kind == ReadingKind::Litres ? reading.value : 0.0;
            discs += reading.kind == ReadingKind::Discs ? reading.value : 0.0;
        }
        for (const PlannedWork& planned : entry.planned) {
            const StandardRate* standard = standardRate(planned.rate);
            if (standard == nullptr || !(planned.quantity > 0.0) || !counts(planned.rate, entry.at)) {
                continue;
            }
            const std::string& step = entry.words.step;
            auto of = std::find_if(taught.begin(), taught.end(), [&](const Taught& t) {
                return !step.empty() && t.step == step && t.rate == planned.rate;
            });
            if (of == taught.end()) {
                // As it was planned when it was begun: what is poured already is planned no more.
                taught.push_back({planned.rate, step, {0.0, planned.quantity}, false});
                of = taught.end() - 1;
            }
            if (standard->time) {
                of->log.used = step.empty() ? entry.words.minutes : minutes[step];
            } else {
                of->log.used += planned.rate == "resin" ? litres : discs;
            }
            of->ended = of->ended || !standard->time || entry.words.ends;
        }
    }
    for (const Taught& t : taught) {
        if (t.ended && t.log.used > 0.0) {
            out[t.rate].push_back(t.log);
        }
    }
}

} // namespace

const std::vector<StandardRate>& standardRates()
{
    static const std::vector<StandardRate> kAll{
        {"stack", "Bringing in and sticking", "slab", 12.0, 2.0},
        {"rough_cut", "Cutting roughly", "m of cut", 6.0, 8.0},
        {"bark", "Live edges and voids cleaned", "m of edge", 8.0, 5.0},
        {"flatten", "Flattening", "m² and pass", 0.0, 12.0},
        {"read", "Reading faces", "slab", 15.0, 2.0},
        {"joint", "Jointing", "m of joint", 25.0, 2.5},
        {"tenons", "Tenons or dowels", "piece", 5.0, 10.0},
        {"glue", "Gluing up", "m of joint", 0.0, 2.5},
        {"form", "Building the form", "m round it", 20.0, 6.0},
        {"pour", "Mixing and pouring", "litre", 0.0, 15.0},
        {"planing", "Flattening resin and joints", "m²", 25.0, 2.0},
        {"trim", "Trimming", "m of cut", 10.0, 2.0},
        {"repairs", "Keys and repairs", "place", 0.0, 3.0},
        {"edges", "Edges", "m of edge", 0.0, 7.0},
        {"sand", "Sanding", "m² and grit", 0.0, 10.0},
        {"underside", "Channels, plates and inserts", "place", 15.0, 10.0},
        {"finish", "Finishing", "m² and coat", 0.0, 8.0},
        {"steel", "Cutting and welding steel", "member", 35.0, 10.0},
        {"wood_base", "Making a wooden base", "member", 60.0, 8.0},
        {"resin", "Resin against what was planned", "planned litre", 1.0, 10.0, false},
        {"discs", "Discs against what was planned", "planned disc", 1.0, 20.0, false},
    };
    return kAll;
}

const StandardRate* standardRate(const std::string& key)
{
    for (const StandardRate& rate : standardRates()) {
        if (rate.key == key) {
            return &rate;
        }
    }
    return nullptr;
}

RateLogs rateLogsOf(const std::vector<std::shared_ptr<const Job>>& jobs, const WorkHabits& habits)
{
    RateLogs out;
    for (const auto& job : jobs) {
        addLogs(*job, habits, out);
    }
    return out;
}

RateLogs rateLogsOf(const Job& job, const WorkHabits& habits)
{
    RateLogs out;
    addLogs(job, habits, out);
    return out;
}

LearnedRate rateFor(const StandardRate& standard, double planned, const RateLogs& logs)
{
    const double rate = standard.rate > 0.0 ? standard.rate : planned;
    const auto found = logs.find(standard.key);
    return learnedRate({rate, standard.typical, kScatter * rate * std::sqrt(standard.typical), kStandardDf},
                       found == logs.end() ? std::vector<RateLog>{} : found->second);
}

double usedForPlanned(const char* kind, const RateLogs& logs)
{
    const StandardRate* standard = standardRate(kind);
    return standard != nullptr && !standard->time ? rateFor(*standard, 1.0, logs).rate : 1.0;
}

} // namespace burl
