#include "sheets/days_sheets.h"

#include <algorithm>
#include <cmath>

#include <QPdfWriter>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/when.h"
#include "drawing/day_blocks.h"
#include "sheets/sheet.h"

namespace burl
{

using sheets::core;
using sheets::tr;

namespace
{

enum class DaysSheetKind { Steps, Weeks, History };

class DaysSheet : public Sheet
{
public:
    DaysSheet(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family,
              DaysSheetKind kind)
        : Sheet(pdf, shop.habits.units, family), job_(job), shop_(shop), plan_(plan), days_(*plan.days), kind_(kind),
          family_(family)
    {
    }

    void paint()
    {
        head();
        if (!days_.found && kind_ != DaysSheetKind::History) {
            page_.paragraph(0, y_, page_.width(),
                            days_.missing ? core(days_.missing->what) + QLatin1Char('.')
                                          : tr("Nothing is laid up yet: there are no steps."),
                            12.0);
            return;
        }
        switch (kind_) {
        case DaysSheetKind::Steps:
            steps();
            break;
        case DaysSheetKind::Weeks:
            weeks();
            break;
        case DaysSheetKind::History:
            history();
            break;
        }
    }

private:
    void head() override
    {
        const QString name = QString::fromStdString(job_.name);
        title((kind_ == DaysSheetKind::Steps   ? tr("Steps: %1")
               : kind_ == DaysSheetKind::Weeks ? tr("Weeks: %1")
                                               : tr("History: %1"))
                  .arg(name));
        QString below;
        if (days_.found) {
            below = tr("done by %1")
                        .arg(QString::fromStdString(shortDayText(days_.dayOfMinute(std::max(0, days_.finish - 1)))));
            if (days_.promise) {
                below += tr(" · promised for %1")
                             .arg(QString::fromStdString(shortDayText(days_.dayOfMinute(*days_.promise - 1))));
            }
            below += tr(" · %1 of hands, %2 still to come")
                         .arg(QString::fromStdString(durationText(days_.hands_min)),
                              QString::fromStdString(durationText(days_.left_min)));
        }
        page_.text(0, 9.5, page_.width(), below, 10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 18.0;
    }

    void steps()
    {
        std::vector<const PlannedStep*> order;
        for (const PlannedStep& p : days_.planned) {
            if (!days_.list.steps[p.step].skipped) {
                order.push_back(&p);
            }
        }
        std::stable_sort(order.begin(), order.end(),
                         [](const PlannedStep* a, const PlannedStep* b) { return a->start < b->start; });
        constexpr double kLine_mm = 11.0;
        const double w = page_.width();
        for (const PlannedStep* p : order) {
            makeRoom(kLine_mm + 2.0);
            const JobStep& step = days_.list.steps[p->step];
            // What they are for stands in the line below, with what is to be at hand.
            const QString people = core(step.peopleWords()).remove(tr(" to turn it"));
            constexpr double kBox_mm = 4.0;
            page_.box(0, y_ + 0.6, kBox_mm);
            if (p->progress.done) {
                page_.text(0.7, y_ - 0.2, 6.0, QStringLiteral("✓"), 10.0, true);
            }
            page_.text(7.0, y_, w * 0.5, core(step.name), 10.5, p->chain);
            page_.text(w * 0.55, y_, w * 0.2, QString::fromStdString(timeText(days_.hoursAt(p->start))), 10.0);
            page_.text(w * 0.76, y_, w * 0.24,
                       p->progress.done ? tr("done")
                                        : (step.hands.isGuess() ? QStringLiteral("≈ ") : QString()) +
                                              QString::fromStdString(durationText(step.hands.value())) +
                                              (people.isEmpty() ? people : QStringLiteral(", ") + people),
                       10.0, false, Qt::AlignRight);
            QString small = core(step.ready);
            if (step.wait.known() && step.wait.value() >= 60.0) {
                small += (small.isEmpty() ? QString() : QStringLiteral(" · ")) +
                         tr("then waits %1").arg(quantity(step.wait.value(), Unit::Minutes));
            }
            page_.text(7.0, y_ + 4.8, w - 7.0, small, 8.5);
            y_ += kLine_mm;
        }
        y_ += 2.0;
        makeRoom(10.0);
        page_.paragraph(
            0, y_, w,
            tr("Bold: what holds the finish. A window that closes is worth more than the order of this list."), 9.0);
        y_ += 8.0;
        warnings(days_.findings);
    }

    void weeks()
    {
        CalendarSheet sheet;
        const int from = days_.now ? days_.dayOfMinute(*days_.now) : days_.firstDay;
        sheet.firstDay = from - weekdayOf(from);
        sheet.weeks = 4;
        sheet.now =
            days_.now ? std::optional(static_cast<long>(days_.firstDay) * kMinutesOfDay + *days_.now) : std::nullopt;
        addShopHours(sheet, shop_.habits.work);
        addBlocks(sheet, days_);
        constexpr double kLow_mm = 200.0;
        const QRectF area = page_.dots(0, y_, page_.width(), kLow_mm);
        // The calendar is drawn for a screen: here at its size, made larger as a whole.
        constexpr double kScreen_px = 1000.0;
        const double by = area.width() / kScreen_px;
        const QRectF screen(0.0, 0.0, kScreen_px, area.height() / by);
        QFont font(family_);
        font.setPixelSize(14);
        const CalendarLayout layout = layOut(sheet, screen, font);
        painter_.save();
        painter_.translate(area.topLeft());
        painter_.scale(by, by);
        paintCalendar(painter_, sheet, layout, font, dayPalette());
        painter_.restore();
        y_ += kLow_mm + 4.0;
        for (const DayAlarm& alarm : days_.alarms) {
            makeRoom(7.0);
            ticked(QString::fromStdString(timeText(days_.hoursAt(alarm.at))) + QStringLiteral("  ") + core(alarm.text));
        }
        warnings(days_.findings);
    }

    void history()
    {
        const double w = page_.width();
        std::vector<QStringList> rows;
        double minutes = 0.0;
        for (const DayEntry& e : job_.days.book) {
            const auto at = hoursOf(e.at);
            QString words = QString::fromStdString(e.words.text);
            if (e.struck) {
                words += tr(" (struck out)");
            } else {
                minutes += e.words.minutes;
            }
            if (e.agreed) {
                words += tr(" (agreed by the customer)");
            }
            for (const DayCorrection& c : e.history) {
                words += tr(" (before: %1)").arg(QString::fromStdString(c.was.text));
            }
            rows.push_back({at ? QString::fromStdString(timeText(*at)) : QString(), words,
                            e.words.minutes > 0.0 ? QString::fromStdString(durationText(e.words.minutes)) : QString()});
        }
        if (rows.empty()) {
            page_.paragraph(0, y_, w, tr("Nothing is written down yet."), 11.0);
            return;
        }
        for (const QStringList& row : rows) {
            makeRoom(12.0);
            page_.text(0, y_, w * 0.22, row[0], 9.5);
            const double high = page_.paragraph(w * 0.23, y_, w * 0.62, row[1], 9.5);
            page_.text(w * 0.86, y_, w * 0.14, row[2], 9.5, false, Qt::AlignRight);
            y_ += std::max(6.0, high + 1.5);
        }
        makeRoom(24.0);
        page_.rule(0, y_, w);
        y_ += 2.0;
        const auto sum = [&](const QString& what, const QString& value) {
            page_.text(0, y_, w * 0.7, what, 10.5, true);
            page_.text(w * 0.7, y_, w * 0.3, value, 10.5, true, Qt::AlignRight);
            y_ += 6.0;
        };
        sum(tr("Written down"), QString::fromStdString(durationText(minutes)));
        sum(tr("Planned, all steps"), QString::fromStdString(durationText(days_.hands_min)));
        for (const KeptQuote& q : job_.money.quotes) {
            if (!q.accepted.empty()) {
                sum(tr("Accepted on %1").arg(QString::fromStdString(dateText(dayOf(q.accepted).value_or(0)))),
                    quantity(quoteOf(q).gross, Unit::Money));
            }
        }
        if (plan_.money->earnedPerHour) {
            sum(tr("An hour really earned"), quantity(*plan_.money->earnedPerHour, Unit::Money));
        }
        if (!job_.days.firstPromised.empty()) {
            sum(tr("Promised first for"), QString::fromStdString(dateText(dayOf(job_.days.firstPromised).value_or(0))));
        }
        if (!job_.days.delivered.empty()) {
            sum(tr("Delivered"), QString::fromStdString(dateText(dayOf(job_.days.delivered).value_or(0))));
        }
    }

    const Job& job_;
    const Shop& shop_;
    const Plan& plan_;
    const DaysPlan& days_;
    DaysSheetKind kind_;
    QString family_;
};

QByteArray daysPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family,
                   DaysSheetKind kind)
{
    return portraitPdf(paper == Paper::A4 ? QPageSize::A4 : QPageSize::Letter, QString::fromStdString(job.name),
                       [&](QPdfWriter& pdf) { DaysSheet(pdf, job, shop, plan, family, kind).paint(); });
}

} // namespace

QByteArray stepListPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return daysPdf(job, shop, plan, paper, family, DaysSheetKind::Steps);
}

QByteArray weekSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return daysPdf(job, shop, plan, paper, family, DaysSheetKind::Weeks);
}

QByteArray jobHistoryPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return daysPdf(job, shop, plan, paper, family, DaysSheetKind::History);
}

} // namespace burl
