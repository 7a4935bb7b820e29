#include "drawing/wall_calendar.h"

#include <algorithm>
#include <cmath>

#include <QFontMetricsF>
#include <QPainter>

#include "core/measure/date.h"
#include "core/measure/units.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr double kHead_px = 20.0;
constexpr double kDate_px = 19.0; // over the lanes of a day
constexpr double kLane_px = 18.0;
constexpr double kNowWord_px = 34.0;
constexpr double kCount_px = 5.0;      // where a day says how much of it is not shown
constexpr double kCountWide_px = 18.0; // "+12"
constexpr double kGap_px = 2.0;
constexpr double kLeastRow_px = kDate_px + 3.0 * kLane_px + 4.0;
constexpr double kLeast_px = 5.0;  // of a block, so that it can be grabbed
constexpr double kInside_px = 4.0; // from the border of a block to its name
constexpr double kBehind_px = 3.0; // to a name that stands behind it

double shareOfDay(const CalendarSheet& sheet, long minute)
{
    const double open = sheet.opens_min;
    const double close = std::max(sheet.opens_min + 60, sheet.closes_min);
    return std::clamp((static_cast<double>(minute) - open) / (close - open), 0.0, 1.0);
}

QColor mixed(const QColor& a, const QColor& b, double share)
{
    const auto one = [share](int x, int y) { return static_cast<int>(std::lround(x * (1.0 - share) + y * share)); };
    return {one(a.red(), b.red()), one(a.green(), b.green()), one(a.blue(), b.blue())};
}

/// The month once, and on its first.
std::string dateWord(const CalendarSheet& sheet, int index)
{
    const std::string date = shortDayText(sheet.firstDay + index).substr(4);
    return index != 0 && date.substr(0, 2) != "1 " ? date.substr(0, date.find(' ')) : date;
}

QString wordOf(const CalendarBlock& b)
{
    const QString text = QString::fromStdString(b.text);
    return b.kind == BlockKind::Done ? QStringLiteral("✓ ") + text : text;
}

/// What is left to right of a row is laid into lanes from above; a name is given room as long as lanes are free.
class RowFiller
{
public:
    RowFiller(const CalendarSheet& sheet, const QRectF& row, int firstDay, const QFont& font, CalendarLayout& out)
        : sheet_(sheet), row_(row), firstDay_(firstDay), metrics_(font), out_(out),
          lanes_(std::max(1, static_cast<int>((row.height() - kDate_px) / kLane_px)))
    {
    }

    void fill()
    {
        struct Segment {
            size_t block;
            double left;
            double right;
            bool begins;
        };
        std::vector<Segment> all;
        const long from = static_cast<long>(firstDay_) * kMinutesOfDay;
        const long to = from + static_cast<long>(kWeek_days) * kMinutesOfDay;
        for (size_t i = 0; i < sheet_.blocks.size(); ++i) {
            const CalendarBlock& b = sheet_.blocks[i];
            if (b.to <= from || b.from >= to ||
                (b.kind == BlockKind::Wait && xOf(std::max(b.from, from)) >= xOf(std::min(b.to, to)))) {
                continue;
            }
            const double left = xOf(std::max(b.from, from));
            all.push_back({i, left, std::max(left + kLeast_px, xOf(std::min(b.to, to))), b.from >= from});
        }
        std::stable_sort(all.begin(), all.end(), [&](const Segment& a, const Segment& b) {
            const bool aWork = sheet_.blocks[a.block].kind != BlockKind::Wait;
            const bool bWork = sheet_.blocks[b.block].kind != BlockKind::Wait;
            return a.left != b.left ? a.left < b.left : aWork && !bWork;
        });
        std::vector<double> busy(static_cast<size_t>(lanes_), row_.left() - 1.0);    // with names
        std::vector<double> covered(static_cast<size_t>(lanes_), row_.left() - 1.0); // without
        std::vector<std::pair<size_t, size_t>> lastOfLane;                           // lane, placed
        for (const Segment& s : all) {
            const CalendarBlock& b = sheet_.blocks[s.block];
            const double name = metrics_.horizontalAdvance(wordOf(b)) + 1.0;
            const bool inside = s.right - s.left >= name + 2.0 * kInside_px || b.kind == BlockKind::Wait;
            const bool named = s.begins || b.kind == BlockKind::Wait;
            const double wants = inside || !named ? s.right : s.right + kBehind_px + name;
            std::optional<size_t> lane;
            for (size_t k = 0; k < busy.size() && !lane; ++k) {
                lane = busy[k] <= s.left + 0.5 ? std::optional(k) : std::nullopt;
            }
            for (size_t k = 0; k < covered.size() && !lane; ++k) {
                lane = covered[k] <= s.left + 0.5 ? std::optional(k) : std::nullopt;
            }
            if (!lane) {
                hide(s.left);
                continue;
            }
            for (auto& [of, placed] : lastOfLane) { // the name before ends where this begins
                if (of == *lane) {
                    QRectF& text = out_.placed[placed].text;
                    text.setRight(std::min(text.right(), s.left - kBehind_px));
                }
            }
            busy[*lane] = wants;
            covered[*lane] = s.right;
            const double top = row_.top() + kDate_px + static_cast<double>(*lane) * kLane_px;
            PlacedBlock p;
            p.block = s.block;
            p.begins = s.begins;
            p.rect = QRectF(s.left, top, s.right - s.left, kLane_px - kGap_px);
            p.beside = !inside;
            const double first = inside ? s.left + kInside_px : s.right + kBehind_px;
            const double last = inside ? s.right - kInside_px : std::min(row_.right() - 2.0, first + name);
            p.text = named ? QRectF(first, top, std::max(0.0, last - first), kLane_px - kGap_px) : QRectF();
            lastOfLane.emplace_back(*lane, out_.placed.size());
            out_.placed.push_back(p);
        }
    }

private:
    [[nodiscard]] double xOf(long minute) const
    {
        const long day = minute / kMinutesOfDay;
        const double width = row_.width() / kWeek_days;
        return row_.left() +
               width * (static_cast<double>(day - firstDay_) + shareOfDay(sheet_, minute % kMinutesOfDay));
    }
    void hide(double x)
    {
        const int day =
            std::clamp(static_cast<int>((x - row_.left()) / (row_.width() / kWeek_days)), 0, kWeek_days - 1) +
            firstDay_;
        for (auto& [of, count] : out_.hidden) {
            if (of == day) {
                ++count;
                return;
            }
        }
        out_.hidden.emplace_back(day, 1);
    }

    const CalendarSheet& sheet_;
    QRectF row_;
    int firstDay_;
    QFontMetricsF metrics_;
    CalendarLayout& out_;
    int lanes_;
};

} // namespace

QRectF CalendarLayout::day(int index) const
{
    const double high = weeks.height() / std::max(1, rows);
    const double wide = weeks.width() / kWeek_days;
    const int column = index % kWeek_days;
    const int row = index / kWeek_days;
    return {weeks.left() + wide * column, weeks.top() + high * row, wide, high};
}

int weeksThatFit(const QRectF& area)
{
    constexpr int kMost = 8;
    return std::clamp(static_cast<int>((area.height() - kHead_px) / kLeastRow_px), 1, kMost);
}

CalendarLayout layOut(const CalendarSheet& sheet, const QRectF& area, const QFont& font)
{
    CalendarLayout out;
    out.rows = std::max(1, sheet.weeks);
    out.head = QRectF(area.left(), area.top(), area.width(), kHead_px);
    out.weeks = area.adjusted(0.0, kHead_px, 0.0, 0.0);
    for (int row = 0; row < out.rows; ++row) {
        const QRectF first = out.day(row * kWeek_days);
        RowFiller(sheet, QRectF(first.left(), first.top(), out.weeks.width(), first.height()),
                  sheet.firstDay + row * kWeek_days, font, out)
            .fill();
    }
    return out;
}

std::optional<size_t> blockAt(const CalendarLayout& layout, QPointF at)
{
    // Work lies over waits.
    for (auto p = layout.placed.rbegin(); p != layout.placed.rend(); ++p) {
        if (p->rect.adjusted(-2.0, 0.0, 2.0, 1.0).contains(at)) {
            return p->block;
        }
    }
    for (const PlacedBlock& p : layout.placed) {
        if (p.text.width() > 0.0 && p.text.contains(at)) {
            return p.block;
        }
    }
    return std::nullopt;
}

std::optional<long> momentAt(const CalendarSheet& sheet, const CalendarLayout& layout, QPointF at)
{
    if (!layout.weeks.contains(at)) {
        return std::nullopt;
    }
    const double wide = layout.weeks.width() / kWeek_days;
    const int column = std::clamp(static_cast<int>((at.x() - layout.weeks.left()) / wide), 0, kWeek_days - 1);
    const int row = static_cast<int>((at.y() - layout.weeks.top()) / (layout.weeks.height() / layout.rows));
    const double share = std::fmod(at.x() - layout.weeks.left(), wide) / wide;
    constexpr double kQuarter = 15.0;
    const double minute = sheet.opens_min + share * (sheet.closes_min - sheet.opens_min);
    return static_cast<long>(sheet.firstDay + row * kWeek_days + column) * kMinutesOfDay +
           std::lround(minute / kQuarter) * static_cast<long>(kQuarter);
}

namespace
{

/// The name in its block, or behind it on a ground of its own, so that no line of the days goes through it.
void word(QPainter& p, const CalendarSheet& sheet, const CalendarLayout& layout, const PlacedBlock& placed,
          const QFontMetricsF& metrics, const Palette& c)
{
    constexpr double kReadable_px = 20.0;
    const CalendarBlock& b = sheet.blocks[placed.block];
    if (placed.text.width() < kReadable_px) {
        return;
    }
    const QString text = metrics.elidedText(wordOf(b), Qt::ElideRight, placed.text.width());
    if (placed.beside) {
        const double wide = layout.weeks.width() / kWeek_days;
        const double high = layout.weeks.height() / std::max(1, layout.rows);
        const int column = static_cast<int>((placed.text.left() - layout.weeks.left()) / wide);
        const int row = static_cast<int>((placed.text.top() - layout.weeks.top()) / high);
        const int day = sheet.firstDay + row * kWeek_days + column;
        const bool free = std::find(sheet.free.begin(), sheet.free.end(), day) != sheet.free.end();
        p.fillRect(QRectF(placed.text.left() - 1.0, placed.text.top() + 1.0, metrics.horizontalAdvance(text) + 2.0,
                          placed.text.height() - 2.0),
                   free ? c.paper : c.field);
    }
    p.setPen(b.kind == BlockKind::Wait ? c.faint : c.ink);
    p.drawText(placed.text.adjusted(0.0, 0.0, 1.0, 0.0), Qt::AlignLeft | Qt::AlignVCenter, text);
}

/// "now" beside its line, clear of the date.
void nowWord(QPainter& p, const QRectF& day, double x, const QFontMetricsF& metrics, double dateWide)
{
    const QString text = QStringLiteral("now");
    const double wide = metrics.horizontalAdvance(text);
    const double date = day.right() - 6.0 - dateWide - 4.0;
    const double left = x + kBehind_px + wide < date ? x + kBehind_px : std::min(x - kBehind_px, date) - wide;
    p.drawText(QRectF(left, day.top() + 1.0, wide + 1.0, kDate_px - 2.0), Qt::AlignLeft | Qt::AlignTop, text);
}

/// A flag in the line of the date, and its word.
void flag(QPainter& p, const CalendarFlag& said, const QRectF& day, const QFont& font, double dateWide,
          const Palette& c)
{
    constexpr double kHigh_px = 13.0, kWide_px = 12.0;
    const QColor colour = said.late ? c.mark : QColor(0x5d, 0x7a, 0x48);
    const double x = day.left() + 5.0;
    const double top = day.top() + 3.0;
    p.setPen(QPen(colour, 1.6));
    p.drawLine(QPointF(x, top), QPointF(x, top + kHigh_px));
    p.setBrush(colour);
    p.setPen(Qt::NoPen);
    p.drawPolygon(
        QPolygonF({QPointF(x, top), QPointF(x + kWide_px, top + kHigh_px * 0.27), QPointF(x, top + kHigh_px * 0.55)}));
    QFont bold = font;
    bold.setBold(true);
    p.setFont(bold);
    p.setPen(c.ink);
    const QRectF room(x + kWide_px + 3.0, day.top() + 1.0, day.width() - kWide_px - dateWide - 18.0, kDate_px - 2.0);
    p.drawText(room, Qt::AlignLeft | Qt::AlignTop,
               QFontMetricsF(bold).elidedText(QString::fromStdString(said.text), Qt::ElideRight, room.width()));
    p.setFont(font);
}

} // namespace

void paintCalendar(QPainter& p, const CalendarSheet& sheet, const CalendarLayout& layout, const QFont& font,
                   const Palette& c)
{
    p.save();
    p.setFont(font);
    const QFontMetricsF metrics(font);
    const double wide = layout.weeks.width() / kWeek_days;
    p.setPen(c.faint);
    for (int day = 0; day < kWeek_days; ++day) {
        p.drawText(QRectF(layout.head.left() + wide * day + 6.0, layout.head.top(), wide - 8.0, layout.head.height()),
                   Qt::AlignLeft | Qt::AlignVCenter,
                   QString::fromStdString(shortDayText(sheet.firstDay + day).substr(0, 3)));
    }
    // The days.
    for (int i = 0; i < layout.rows * kWeek_days; ++i) {
        const QRectF r = layout.day(i);
        const int day = sheet.firstDay + i;
        const bool free = std::find(sheet.free.begin(), sheet.free.end(), day) != sheet.free.end();
        const bool today = sheet.now && *sheet.now / kMinutesOfDay == day;
        p.fillRect(r, free ? c.paper : c.field);
        p.setPen(QPen(c.hairline, 1.0));
        p.drawRect(r);
        const std::string date = dateWord(sheet, i);
        QFont bold = font;
        bold.setBold(today);
        p.setFont(bold);
        p.setPen(today ? c.ink : c.faint);
        p.drawText(r.adjusted(4.0, 1.0, -6.0, 0.0), Qt::AlignRight | Qt::AlignTop, QString::fromStdString(date));
        p.setFont(font);
    }
    // Waits below work.
    for (const bool work : {false, true}) {
        for (const PlacedBlock& placed : layout.placed) {
            const CalendarBlock& b = sheet.blocks[placed.block];
            if ((b.kind != BlockKind::Wait) != work) {
                continue;
            }
            const bool chosen = !sheet.chosen.empty() && b.key == sheet.chosen && b.job == sheet.chosenJob;
            constexpr double kRound = 3.0;
            if (b.kind == BlockKind::Wait) {
                p.setBrush(QBrush(mixed(c.field, c.faint, 0.16)));
                p.setPen(QPen(chosen ? c.ink : mixed(c.field, c.faint, 0.6), 1.0, Qt::DashLine));
                p.drawRoundedRect(placed.rect.adjusted(0.5, 2.5, -0.5, -2.5), kRound, kRound);
            } else {
                const QColor fill = b.kind == BlockKind::Done ? mixed(c.field, QColor(0x6e, 0x8b, 0x5a), 0.35)
                                                              : mixed(c.field, QColor(0xb8, 0x84, 0x3c), 0.55);
                p.setBrush(fill);
                p.setPen(QPen(b.chain || chosen ? c.ink : mixed(c.field, c.ink, 0.45), chosen    ? 2.4
                                                                                       : b.chain ? 1.4
                                                                                                 : 0.8));
                p.drawRoundedRect(placed.rect.adjusted(0.5, 0.5, -0.5, -0.5), kRound, kRound);
                if (b.fixed) { // a pin
                    p.setBrush(c.ink);
                    p.setPen(Qt::NoPen);
                    p.drawEllipse(QPointF(placed.rect.left() + 3.5, placed.rect.top() + 3.5), 2.4, 2.4);
                }
            }
            word(p, sheet, layout, placed, metrics, c);
        }
    }
    for (const auto& [day, count] : layout.hidden) {
        const QRectF r = layout.day(day - sheet.firstDay);
        p.setPen(c.lead);
        double left = kCount_px;
        const bool flagged = std::any_of(sheet.flags.begin(), sheet.flags.end(), [day = day](const CalendarFlag& f) {
            return (f.at - 1) / kMinutesOfDay == day;
        });
        if (flagged) { // at the foot then
            p.drawText(r.adjusted(left, 1.0, -4.0, -1.0), Qt::AlignLeft | Qt::AlignBottom,
                       QStringLiteral("+%1").arg(count));
            continue;
        }
        if (sheet.now &&
            *sheet.now / kMinutesOfDay == day) { // before the line where there is room, else after its word
            const double line = r.width() * shareOfDay(sheet, *sheet.now % kMinutesOfDay);
            left = line > kCount_px + kCountWide_px ? kCount_px : line + kNowWord_px;
        }
        p.drawText(r.adjusted(left, 1.0, -4.0, -1.0), Qt::AlignLeft | Qt::AlignTop, QStringLiteral("+%1").arg(count));
    }
    const auto placeOf = [&](long minute) -> std::optional<std::pair<QRectF, double>> {
        const long index = minute / kMinutesOfDay - sheet.firstDay;
        if (index < 0 || index >= static_cast<long>(layout.rows) * kWeek_days) {
            return std::nullopt;
        }
        const QRectF r = layout.day(static_cast<int>(index));
        return std::pair{r, r.left() + r.width() * shareOfDay(sheet, minute % kMinutesOfDay)};
    };
    QFont bold = font;
    bold.setBold(true);
    const auto dateWide = [&](long minute) {
        return QFontMetricsF(bold).horizontalAdvance(
            QString::fromStdString(dateWord(sheet, static_cast<int>(minute / kMinutesOfDay - sheet.firstDay))));
    };
    if (sheet.now) {
        if (const auto at = placeOf(*sheet.now)) {
            p.setPen(QPen(c.mark, 2.0));
            p.drawLine(QPointF(at->second, at->first.top()), QPointF(at->second, at->first.bottom()));
            nowWord(p, at->first, at->second, metrics, dateWide(*sheet.now));
        }
    }
    for (const CalendarFlag& said : sheet.flags) {
        const auto at = placeOf(said.at - 1);
        if (!at) {
            continue;
        }
        flag(p, said, at->first, font, dateWide(said.at - 1), c);
    }
    p.restore();
}

} // namespace burl
