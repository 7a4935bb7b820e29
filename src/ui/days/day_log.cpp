#include "ui/days/day_log.h"

#include <cmath>

#include <QSettings>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/units.h"
#include "ui/look/text.h"

namespace burl::ui
{
namespace
{

std::vector<StepProgress> progressIn(const DaysPlan& plan)
{
    std::vector<StepProgress> out;
    for (const PlannedStep& p : plan.planned) {
        out.push_back(p.progress);
    }
    return out;
}

const std::vector<JobStep>& stepsIn(const Document& document)
{
    static const std::vector<JobStep> kNone;
    return document.plan() != nullptr ? document.plan()->days->list.steps : kNone;
}

} // namespace

Expected<DayLine> understoodLine(const Document& document, const QString& text)
{
    const Plan* plan = document.plan();
    std::vector<std::shared_ptr<const Slab>> slabs;
    if (const Job* job = document.job()) {
        for (const auto& slab : document.shop().slabs) {
            for (const Piece& piece : job->layup.pieces) {
                if (piece.slab == slab->id) {
                    slabs.push_back(slab);
                }
            }
        }
    }
    return readDayLine(text.toStdString(), stepsIn(document),
                       plan != nullptr ? progressIn(*plan->days) : std::vector<StepProgress>{}, slabs,
                       document.units());
}

QString writeLine(Document& document, const QString& text, std::vector<std::string> pictures)
{
    if (document.job() == nullptr) {
        return QObject::tr("A day book belongs to a job: start one first.");
    }
    const auto line = understoodLine(document, text);
    if (!line) {
        return translated(line.error().sentence);
    }
    document.apply(QObject::tr("Day book"), withDayEntry(document.book(), document.job()->id, *line, document.now_h(),
                                                         stepsIn(document), std::move(pictures)));
    return {};
}

QString correctLine(Document& document, int entry, const QString& text, const std::vector<std::string>& pictures)
{
    const auto line = understoodLine(document, text);
    if (!line) {
        return translated(line.error().sentence);
    }
    document.apply(QObject::tr("Correct an entry"),
                   withCorrectedEntry(document.book(), document.job()->id, entry, *line, document.now_h(),
                                      stepsIn(document), pictures));
    return {};
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
