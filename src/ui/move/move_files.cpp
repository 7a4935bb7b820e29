// What the Move bench hands out for the router: pockets as G-code, true-scale templates.

#include <QDir>
#include <QFileInfo>

#include "core/move/pockets.h"
#include "ui/ask/ask_file.h"
#include "ui/ask/files.h"
#include "ui/ask/template_written.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"
#include "ui/move/move_bench.h"

namespace burl::ui
{

void MoveBench::exportPockets()
{
    if (!hasTop()) {
        Q_EMIT message(tr("Lay the top up first."));
        return;
    }
    const Job& job = *document_.job();
    const MovePlan& move = *document_.plan()->move;
    PocketTools tools = pocketToolsOf(job, *document_.plan()->layup, document_.plan()->flatten->thickness.value());
    tools.settings.inches = isInches(units().length);
    const auto text = pocketGcode(job.name + ": pockets of the underside", pocketsOf(move), tools);
    if (!text) {
        Q_EMIT message(fromCore(text.error().sentence));
        return;
    }
    const QString path = askWhereTo(
        form_->window(),
        {QStringLiteral("gcode"), tr("Pockets of the underside as G-code"), tr("G-code (*.nc *.ngc *.gcode)")},
        QStringLiteral("underside.nc"));
    if (path.isEmpty()) {
        return;
    }
    Q_EMIT message(written(
        path, QByteArray::fromStdString(*text),
        tr("The pockets are in %1, for a bit of %2.").arg(path, quantity(tools.bit_mm, Unit::Length, units()))));
}

void MoveBench::exportTemplates()
{
    if (!hasTop()) {
        Q_EMIT message(tr("Lay the top up first."));
        return;
    }
    const Job& job = *document_.job();
    const auto shape = undersideTemplate(job.name, *document_.plan()->layup, *document_.plan()->move);
    if (!shape) {
        Q_EMIT message(fromCore(shape.error().sentence));
        return;
    }
    const QString path = askWhereTo(
        form_->window(),
        {QStringLiteral("template"), tr("The underside at true scale"), tr("PDF (*.pdf);;DXF (*.dxf);;SVG (*.svg)")},
        QStringLiteral("underside.pdf"));
    if (path.isEmpty()) {
        return;
    }
    QString said = templateWritten(path, shape, job.layup.tools, units());
    // An opening for each pocket beside it, for bit and bushing of the shop.
    const QFileInfo file(path);
    int openings = 0;
    for (const Pocket& pocket : pocketsOf(*document_.plan()->move)) {
        const auto opening = pocketTemplate(pocket, job.layup.tools.bushing1_mm, job.layup.tools.bit_mm);
        if (opening) {
            const QString name = fromCore(pocket.name)
                                     .replace(QStringLiteral(", "), QStringLiteral("-"))
                                     .replace(QLatin1Char(' '), QLatin1Char('-'));
            (void)templateWritten(
                file.dir().filePath(QStringLiteral("%1-%2.%3").arg(file.completeBaseName(), name, file.suffix())),
                opening, job.layup.tools, units());
            ++openings;
        }
    }
    if (openings > 0) {
        said += QLatin1Char(' ') + tr("Openings for its pockets lie beside it, for a bushing of %1 and a bit of %2.")
                                       .arg(quantity(job.layup.tools.bushing1_mm, Unit::Length, units()),
                                            quantity(job.layup.tools.bit_mm, Unit::Length, units()));
    }
    Q_EMIT message(said);
}

} // namespace burl::ui
