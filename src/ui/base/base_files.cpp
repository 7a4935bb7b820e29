// What the Base bench hands out: drawings of members and plates at true scale.

#include <QDir>
#include <QFileInfo>

#include "core/base/member_drawing.h"
#include "ui/ask/ask_file.h"
#include "ui/ask/template_written.h"
#include "ui/base/base_bench.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"

namespace burl::ui
{

void BaseBench::exportDrawings()
{
    auto drawings = hasTop() ? memberDrawings(*document_.plan()->base) : std::vector<MemberDrawing>{};
    if (drawings.empty()) {
        Q_EMIT message(tr("Nothing is made for this base yet: choose a kind that is."));
        return;
    }
    const TemplateTools& tools = document_.job()->layup.tools;
    const auto openings = mortiseOpenings(*document_.plan()->base, tools.bushing1_mm, tools.bit_mm);
    if (!openings) {
        Q_EMIT message(fromCore(openings.error().sentence));
        return;
    }
    drawings.insert(drawings.end(), openings->begin(), openings->end());
    const QString path = askWhereTo(form_->window(),
                                    {QStringLiteral("template"), tr("Members and plates at true scale"),
                                     tr("DXF (*.dxf);;SVG (*.svg);;PDF (*.pdf)")},
                                    QStringLiteral("base.dxf"));
    if (path.isEmpty()) {
        return;
    }
    const QFileInfo file(path);
    QString wrong;
    for (const MemberDrawing& drawing : drawings) {
        const QString to = file.dir().filePath(
            QStringLiteral("%1-%2.%3").arg(file.completeBaseName(), fromCore(drawing.name), file.suffix()));
        const Expected<ShopTemplate> shape = drawing.shape;
        const QString said = templateWritten(to, shape, document_.job()->layup.tools, units());
        if (!QFileInfo::exists(to)) {
            wrong = said;
        }
    }
    Q_EMIT message(wrong.isEmpty() ? tr("%1 drawings lie beside each other in %2.")
                                         .arg(drawings.size())
                                         .arg(QDir::toNativeSeparators(file.absolutePath()))
                                   : wrong);
}

} // namespace burl::ui
