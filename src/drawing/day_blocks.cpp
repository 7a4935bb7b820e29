#include "drawing/day_blocks.h"

#include <algorithm>

#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr int kDaysShown = 7; // of a row

/// A step and its wait in a word or two, as a calendar has room for.
struct ShortWords {
    const char* key; // it begins with
    const char* step;
    const char* wait;
    bool numbered = false; // of several
};
constexpr ShortWords kShort[] = {{"stack", "Bring in", "dries"},
                                 {"rough_cut", "Rough cut", ""},
                                 {"bark", "Bark off", ""},
                                 {"flatten_", "Flatten", "rests", true},
                                 {"read_", "Measure", "", true},
                                 {"joint", "Joint edges", ""},
                                 {"tenons", "Tenons", ""},
                                 {"glue", "Glue up", "glue sets"},
                                 {"squeeze_out", "Scrape", "glue hardens"},
                                 {"form", "Form", "sealant sets"},
                                 {"pour_penetrating", "Soak in", "resin cures"},
                                 {"pour_seal-coat", "Seal coat", "resin cures"},
                                 {"pour_voids", "Pour voids", "resin cures", true},
                                 {"pour_river", "Pour river", "resin cures", true},
                                 {"pour_pinholes", "Pinholes", "resin cures", true},
                                 {"pour_end-seal", "Seal ends", "resin cures"},
                                 {"pour_flood", "Flood coat", "resin cures", true},
                                 {"demould", "De-mould", ""},
                                 {"flush", "Scrape fills", ""},
                                 {"plane_again", "Flatten again", ""},
                                 {"trim", "Trim", ""},
                                 {"cross_cut", "Cut across", ""},
                                 {"fit_halves", "Fit halves", ""},
                                 {"rods", "Fit rods", ""},
                                 {"repairs", "Keys", "glue hardens"},
                                 {"edges", "Edges", ""},
                                 {"sand_0", "Sand top", "dries"},
                                 {"sand_1", "Sand below", "dries"},
                                 {"sand_2", "Sand edges", "dries"},
                                 {"sand_3", "Sand ends", "dries"},
                                 {"sand_4", "Sand resin", "dries"},
                                 {"look", "Raking light", ""},
                                 {"underside", "Inserts", ""},
                                 {"sample", "Sample", "sample dries"},
                                 {"under_", "Coat below", "dries", true},
                                 {"show_", "Coat top", "finish hardens", true},
                                 {"base_weld", "Weld base", ""},
                                 {"base_coater", "To the coater", "at the coater"},
                                 {"base_paint", "Paint base", "paint hardens"},
                                 {"base_wood", "Make base", "glue sets"},
                                 {"base_fit", "Try legs", ""},
                                 {"mount", "Mount", ""},
                                 {"crate", "Pack", ""},
                                 {"deliver", "Deliver", ""}};

const ShortWords* shortOf(const std::string& key)
{
    const auto* const found = std::find_if(std::begin(kShort), std::end(kShort),
                                           [&](const ShortWords& s) { return key.rfind(s.key, 0) == 0; });
    return found != std::end(kShort) ? found : nullptr;
}

/// The name where a step is the maker's own.
std::string shortName(const JobStep& step, const std::vector<JobStep>& all)
{
    const ShortWords* words = shortOf(step.key);
    if (words == nullptr) {
        return step.name;
    }
    int alike = 0; // counted in the order of the work
    int mine = 0;
    for (const JobStep& s : all) {
        alike += s.key.rfind(words->key, 0) == 0 ? 1 : 0;
        mine = s.key == step.key ? alike : mine;
    }
    return words->step + (words->numbered && alike > 1 ? ' ' + std::to_string(mine) : std::string());
}
std::string waitName(const JobStep& step)
{
    const ShortWords* words = shortOf(step.key);
    return words != nullptr && *words->wait != 0 ? words->wait : "waits";
}

} // namespace

void addBlocks(CalendarSheet& sheet, const DaysPlan& plan)
{
    const long zero = static_cast<long>(plan.firstDay) * kMinutesOfDay;
    for (const PlannedStep& p : plan.planned) {
        const JobStep& step = plan.list.steps[p.step];
        if (step.skipped || p.progress.implied) {
            continue;
        }
        CalendarBlock b;
        b.text = shortName(step, plan.list.steps);
        b.key = step.key;
        b.chain = p.chain;
        b.fixed = !step.fixed.empty();
        if (p.progress.begun) {
            b.kind = BlockKind::Done;
            b.from = zero + p.start;
            b.to = zero + (p.progress.done ? p.end : std::max(p.start, p.progress.end));
            sheet.blocks.push_back(b);
        }
        for (const WorkPiece& piece : p.pieces) {
            if (piece.to > piece.from) {
                b.kind = BlockKind::Work;
                b.from = zero + piece.from;
                b.to = zero + piece.to;
                sheet.blocks.push_back(b);
            }
        }
        constexpr int kShown_min = 120; // a shorter wait is no block
        if (p.ready - p.end >= kShown_min) {
            b.kind = BlockKind::Wait;
            b.chain = false;
            b.fixed = false;
            b.from = zero + p.end;
            b.to = zero + p.ready;
            b.text = waitName(step);
            sheet.blocks.push_back(b);
        }
    }
    if (plan.found && plan.finish > 0 &&
        (!plan.promise || plan.dayOfMinute(plan.finish - 1) != plan.dayOfMinute(*plan.promise - 1))) {
        const int day = plan.dayOfMinute(plan.finish - 1);
        sheet.flags.push_back({static_cast<long>(day + 1) * kMinutesOfDay, "done", false});
    }
    if (plan.promise) {
        const int day = plan.dayOfMinute(*plan.promise - 1);
        sheet.flags.push_back({static_cast<long>(day + 1) * kMinutesOfDay, "promised", plan.finish > *plan.promise});
    }
}

void addShopHours(CalendarSheet& sheet, const WorkHabits& work)
{
    int opens = kMinutesOfDay;
    int closes = 0;
    for (const ShopMaker& maker : work.makers) {
        for (const auto& day : maker.week.days) {
            for (const auto& [from, to] : day) {
                opens = std::min(opens, from);
                closes = std::max(closes, to);
            }
        }
    }
    sheet.opens_min = closes > opens ? opens : kUsualOpen_min;
    sheet.closes_min = closes > opens ? closes : kUsualClose_min;
    const WorkCalendar calendar = calendarOf(work, sheet.firstDay, sheet.weeks * kDaysShown);
    for (int i = 0; i < sheet.weeks * kDaysShown; ++i) {
        bool works = false;
        for (size_t maker = 0; maker <= calendar.others.size(); ++maker) {
            works = works || !sessionsOf(calendar, i, maker).empty();
        }
        if (!works) {
            sheet.free.push_back(sheet.firstDay + i);
        }
    }
}

} // namespace burl
