#include "drawing/day_blocks.h"

#include <algorithm>

#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr int kDaysShown = 7; // of a row

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
        b.text = step.name;
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
            b.text = step.pour.empty() ? "waits" : "cures";
            sheet.blocks.push_back(b);
        }
    }
    if (plan.promise) {
        const int day = plan.dayOfMinute(*plan.promise - 1);
        sheet.flags.push_back(
            {static_cast<long>(day + 1) * kMinutesOfDay, "promised " + shortDayText(day), plan.finish > *plan.promise});
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
