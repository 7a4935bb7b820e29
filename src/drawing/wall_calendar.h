#pragma once
// A wall calendar: weeks in rows, blocks of work across the working hours of their days, waits as quiet bands.
// Units: minutes since 1970-01-01 (days count 1440), pixels.   Threads: as QPainter.

#include <optional>
#include <string>
#include <vector>

#include <QFont>
#include <QRectF>

#include "drawing/palette.h"

class QPainter;

namespace burl
{

enum class BlockKind { Work, Wait, Done };

struct CalendarBlock {
    long from = 0;
    long to = 0;
    BlockKind kind = BlockKind::Work;
    std::string text;
    std::string key; // of its step
    int job = 0;
    bool chain = false; // a day here is a day at the end
    bool fixed = false; // to its day by hand
};
struct CalendarFlag {
    long at = 0;
    std::string text;
    bool late = false; // the work is done after it
};
struct CalendarSheet {
    int firstDay = 0; // a Monday, days since 1970
    int weeks = 4;
    int opens_min = 8 * 60; // of the day that a column shows
    int closes_min = 17 * 60;
    std::vector<int> free; // days without work
    std::vector<CalendarBlock> blocks;
    std::vector<CalendarFlag> flags;
    std::optional<long> now;
    std::string chosen; // key of a step
    int chosenJob = 0;
};

struct PlacedBlock {
    size_t block = 0;
    QRectF rect;
    QRectF text;         // where its name has room, in the block or right behind it; empty: nowhere
    bool beside = false; // behind it
    bool begins = true;  // in this row
};
struct CalendarLayout {
    QRectF head;  // of the weekdays
    QRectF weeks; // below it
    int rows = 0;
    std::vector<PlacedBlock> placed;
    std::vector<std::pair<int, int>> hidden;   // day, how many blocks found no room there
    [[nodiscard]] QRectF day(int index) const; // from the first day of the sheet
};
[[nodiscard]] CalendarLayout layOut(const CalendarSheet& sheet, const QRectF& area, const QFont& font);
/// As many weeks as have room for a few lanes each.
[[nodiscard]] int weeksThatFit(const QRectF& area);
[[nodiscard]] std::optional<size_t> blockAt(const CalendarLayout& layout, QPointF at);
/// The moment under a place, in quarters of an hour; nothing outside the days.
[[nodiscard]] std::optional<long> momentAt(const CalendarSheet& sheet, const CalendarLayout& layout, QPointF at);
void paintCalendar(QPainter& painter, const CalendarSheet& sheet, const CalendarLayout& layout, const QFont& font,
                   const Palette& palette);

} // namespace burl
