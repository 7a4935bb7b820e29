#include "ui/days/day_log.h"

#include <cmath>

#include <QSettings>

#include "core/book/book_context.h"
#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/units.h"
#include "ui/look/text.h"

namespace burl::ui
{
namespace
{

const std::vector<JobStep>& stepsIn(const Document& document)
{
    static const std::vector<JobStep> kNone;
    return document.plan() != nullptr ? document.plan()->days->list.steps : kNone;
}

} // namespace

Expected<BookReading> understoodLine(const Document& document, const QString& text, const BookAnswers& answers,
                                     int correcting)
{
    const Job* job = document.job();
    if (job == nullptr || document.plan() == nullptr) {
        return refuse("days.no_job", "A day book belongs to a job: start one first.");
    }
    BookContext in = bookContext(*job, document.shop(), *document.plan()->days, document.now_h());
    if (correcting != 0) { // what it says now is not there to be said again
        withoutEntry(in, correcting);
    }
    auto read = readBookLine(text.toStdString(), in, answers);
    if (read && correcting != 0) {
        read->entries.front().corrects = correcting;
    }
    return read;
}

void writeLine(Document& document, const BookReading& reading, std::vector<std::string> pictures)
{
    const bool corrects = reading.entries.front().corrects != 0;
    document.apply(corrects ? QObject::tr("Correct an entry") : QObject::tr("Day book"),
                   withBookLine(document.book(), document.job()->id, reading, document.now_h(), stepsIn(document),
                                std::move(pictures)));
}

void strikeLine(Document& document, int entry)
{
    document.apply(QObject::tr("Strike an entry"),
                   withStruckEntry(document.book(), document.job()->id, entry, document.now_h(), stepsIn(document)));
}

void writeDone(Document& document, const std::string& step, double minutes, bool ends)
{
    for (const JobStep& s : stepsIn(document)) {
        if (s.key != step) {
            continue;
        }
        DayLine line;
        line.words.step = step;
        line.words.minutes = std::round(minutes);
        line.words.ends = ends;
        line.words.text = s.name + (ends ? "" : ", not done yet");
        if (minutes > 0.0) {
            line.words.text += ", " + std::to_string(std::lround(minutes)) + " min";
        }
        document.apply((ends ? QObject::tr("Done: %1") : QObject::tr("Worked on: %1")).arg(fromCore(s.name)),
                       withDayEntry(document.book(), document.job()->id, line, document.now_h(), stepsIn(document)));
        return;
    }
}

QString momentWord(double at_h, double now_h)
{
    const double days = std::floor(now_h / kDay_h) - std::floor(at_h / kDay_h);
    const QString clock = fromCore(isoTime(at_h)).section(QLatin1Char('T'), 1);
    if (days == 0.0) {
        return QObject::tr("today %1").arg(clock);
    }
    return std::abs(days) < kWeek_days - 0.5 ? fromCore(shortTimeText(at_h)) : fromCore(timeText(at_h));
}

namespace
{

QString watchKey(const Document& document)
{
    return QStringLiteral("stopwatch/%1/job%2")
        .arg(document.bookKey())
        .arg(document.job() != nullptr ? document.job()->id.value : 0);
}

} // namespace

std::optional<Stopwatch> Stopwatch::running(const Document& document)
{
    const QSettings settings;
    const QString step = settings.value(watchKey(document) + QStringLiteral("/step")).toString();
    if (step.isEmpty()) {
        return std::nullopt;
    }
    return Stopwatch{step.toStdString(), settings.value(watchKey(document) + QStringLiteral("/since")).toDouble()};
}

void Stopwatch::start(const Document& document, const std::string& step)
{
    QSettings settings;
    settings.setValue(watchKey(document) + QStringLiteral("/step"), fromCore(step));
    settings.setValue(watchKey(document) + QStringLiteral("/since"), document.now_h());
}

void Stopwatch::clear(const Document& document)
{
    QSettings().remove(watchKey(document));
}

} // namespace burl::ui
