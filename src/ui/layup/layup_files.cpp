// The templates that a layup hands out.

#include "ui/ask/ask_file.h"
#include "ui/layup/layup_bench.h"

#include <QFileInfo>

#include "exchange/export/template_file.h"
#include "sheets/template_sheet.h"
#include "ui/ask/files.h"
#include "ui/ask/template_written.h"
#include "ui/layup/layup_form.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

void LayupBench::writeTemplates(TemplateOf of)
{
    const Job* job = document_.job();
    if (job == nullptr || !hasTop()) {
        return;
    }
    const QString title = of == TemplateOf::Outline  ? tr("Template of the outline")
                          : of == TemplateOf::Halves ? tr("Strip for the bolts between the halves")
                                                     : tr("Templates of the curved joints");
    const QString path = askWhereTo(form_->window(),
                                    {QStringLiteral("template"), title,
                                     tr("PDF at true scale (*.pdf);;Drawing, SVG (*.svg);;Drawing, DXF (*.dxf)")},
                                    tr("template-%1.pdf").arg(fromCore(job->name)));
    if (path.isEmpty()) {
        return;
    }
    const LayupPlan& layup = *document_.plan()->layup;
    Q_EMIT message(of == TemplateOf::Outline  ? templateWritten(path, outlineTemplate(*job, layup))
                   : of == TemplateOf::Halves ? templateWritten(path, halvesTemplate(*job, layup))
                                              : jointTemplatesWritten(path));
}

QString LayupBench::jointTemplatesWritten(const QString& path)
{
    const LayupPlan& layup = *document_.plan()->layup;
    std::vector<size_t> curved;
    for (size_t i = 0; i < layup.joints.size(); ++i) {
        if (layup.joints[i].curved) {
            curved.push_back(i);
        }
    }
    QString said;
    for (const size_t i : curved) { // of several each has a file of its own, numbered from the far joint
        const QFileInfo info(path);
        const QString name = curved.size() == 1 ? path
                                                : info.path() + QLatin1Char('/') + info.completeBaseName() +
                                                      QStringLiteral("-%1.").arg(i + 1) + info.suffix();
        said = templateWritten(name, jointTemplate(*document_.job(), layup, i));
        if (!QFileInfo::exists(name)) {
            return said;
        }
    }
    return curved.size() > 1
               ? tr("%1 templates are beside %2, numbered from the far joint.").arg(curved.size()).arg(path)
               : said;
}

QString LayupBench::templateWritten(const QString& path, const Expected<ShopTemplate>& shape)
{
    return burl::ui::templateWritten(path, shape, document_.job()->layup.tools, units());
}

} // namespace burl::ui
