// Papers and files of the days: quote, step list, weeks, history, calendar.

#include <QDateTime>
#include <QSettings>

#include "exchange/export/calendar_file.h"
#include "sheets/days_sheets.h"
#include "sheets/quote_sheet.h"
#include "ui/ask/ask_file.h"
#include "ui/ask/files.h"
#include "ui/days/days_bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/picture/picture_view.h"
#include "ui/picture/picture_window.h"
#include "ui/window/main_window.h"
#include "ui/window/sill.h"

namespace burl::ui
{
namespace
{

QString calendarKey(const Document& document)
{
    // Jobs of another book have the same numbers, and must not write over this one's file.
    return QStringLiteral("calendarFiles/%1/job%2")
        .arg(document.bookKey())
        .arg(document.job() != nullptr ? document.job()->id.value : 0);
}

} // namespace

void MainWindow::addDaysBench()
{
    auto days = std::make_unique<DaysBench>(document_, boardGround_);
    connect(days.get(), &DaysBench::quoteWanted, this, &MainWindow::printQuote);
    connect(days.get(), &DaysBench::stepListWanted, this, &MainWindow::printStepList);
    connect(days.get(), &DaysBench::weekSheetWanted, this, &MainWindow::printWeeks);
    connect(days.get(), &DaysBench::historyWanted, this, &MainWindow::printHistory);
    connect(days.get(), &DaysBench::calendarFileWanted, this, &MainWindow::keepCalendar);
    addBench(std::move(days));
    QSettings().remove(QStringLiteral("calendarFiles/memory")); // of a book that is gone
    constexpr int kSoon_ms = 2000;                              // after the hand rests
    calendarSoon_.setSingleShot(true);
    calendarSoon_.setInterval(kSoon_ms);
    connect(&calendarSoon_, &QTimer::timeout, this, [this] { writeCalendar(); });
    for (const auto signal : {&Document::changed, &Document::worked}) {
        connect(&document_, signal, this, [this] {
            if (QSettings().contains(calendarKey(document_))) {
                calendarSoon_.start();
            }
        });
    }
    connect(&notices_, &Notices::due, this, [this](const QString& sentence) {
        sill_->say(sentence);
        tellDesktop(sentence);
    });
}

void MainWindow::printStepList()
{
    if (const QString path = askForPdf(tr("Export the step list"), tr("steps-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path, stepListPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The step list is in %1.").arg(path)));
    }
}

void MainWindow::printWeeks()
{
    if (const QString path = askForPdf(tr("Export the week sheet"), tr("weeks-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            weekSheetPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The week sheet is in %1.").arg(path)));
    }
}

void MainWindow::printHistory()
{
    if (const QString path = askForPdf(tr("Export the history of the job"), tr("history-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            jobHistoryPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The history is in %1.").arg(path)));
    }
}

void MainWindow::printQuote()
{
    const auto quote = document_.job() != nullptr ? quoteToShow(*document_.job(), *document_.plan()) : std::nullopt;
    if (!quote) {
        sill_->say(tr("There is no price to quote yet: Money says what is not priced."));
        return;
    }
    if (const std::string against = impossiblePromise(*quote, *document_.plan()->days, document_.job()->days);
        !against.empty()) {
        sill_->say(fromCore(against + '.'));
        return;
    }
    const QString path =
        askWhereTo(this, {QStringLiteral("quote"), tr("Export the quote"), tr("PDF (*.pdf);;HTML (*.html)")},
                   tr("quote-%1.pdf").arg(fromCore(document_.job()->name)));
    if (path.isEmpty()) {
        return;
    }
    // The table in three dimensions, when it was looked at.
    const QImage picture = picture_ != nullptr ? picture_->view().picture() : QImage();
    const bool html = path.endsWith(QLatin1String(".html"), Qt::CaseInsensitive);
    const QByteArray bytes = html ? quoteHtml(*document_.job(), document_.shop(), *document_.plan(), *quote, picture)
                                  : quotePdf(*document_.job(), document_.shop(), *document_.plan(), *quote, picture,
                                             usualPaper(), textFont().family());
    sill_->say(written(path, bytes, tr("The quote is in %1.").arg(path)));
}

void MainWindow::keepCalendar()
{
    QSettings settings;
    if (settings.contains(calendarKey(document_))) {
        const QString was = settings.value(calendarKey(document_)).toString();
        settings.remove(calendarKey(document_));
        sill_->say(tr("%1 is no longer kept current; it stays as it is.").arg(was));
        return;
    }
    if (document_.job() == nullptr) {
        return;
    }
    const QString path =
        askWhereTo(this, {QStringLiteral("calendar"), tr("Calendar file of this job"), tr("iCalendar (*.ics)")},
                   tr("%1.ics").arg(fromCore(document_.job()->name)));
    if (path.isEmpty()) {
        return;
    }
    settings.setValue(calendarKey(document_), path);
    const QString said = writeCalendar();
    sill_->say(said.isEmpty()
                   ? tr("%1 is written, and kept current while the program runs; the same button ends that.").arg(path)
                   : said);
}

QString MainWindow::writeCalendar()
{
    const QString path = QSettings().value(calendarKey(document_)).toString();
    if (path.isEmpty() || document_.job() == nullptr || !document_.plan()->days->found) {
        return {};
    }
    const std::string text =
        calendarFile(*document_.plan()->days, document_.job()->name, document_.job()->id.value, document_.now_h());
    QString said = written(path, QByteArray::fromStdString(text), QString());
    if (!said.isEmpty()) {
        QSettings().remove(calendarKey(document_)); // it would fail again and again
        sill_->say(said);
    }
    return said;
}

} // namespace burl::ui
