#include "ui/ask/template_written.h"

#include <QFileInfo>

#include "exchange/export/template_file.h"
#include "sheets/template_sheet.h"
#include "ui/ask/files.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

QString templateWritten(const QString& path, const Expected<ShopTemplate>& shape, const TemplateTools& tools,
                        const UnitChoice& units)
{
    if (!shape) {
        return fromCore(shape.error().sentence);
    }
    QByteArray bytes;
    const QString suffix = QFileInfo(path).suffix().toLower();
    if (suffix == QLatin1String("svg")) {
        bytes = QByteArray::fromStdString(templateSvg(*shape));
    } else if (suffix == QLatin1String("dxf")) {
        const auto dxf = templateDxf(*shape);
        if (!dxf) {
            return fromCore(dxf.error().sentence);
        }
        bytes = QByteArray::fromStdString(*dxf);
    } else if (suffix == QLatin1String("pdf")) {
        bytes = templatePdf(*shape, tools, units, usualPaper(), textFont().family());
    } else {
        return QObject::tr("%1: a template is written as .pdf, .svg or .dxf.").arg(path);
    }
    return written(path, bytes, QObject::tr("The template is in %1.").arg(path));
}

} // namespace burl::ui
