#include "sheets/shim_words.h"

#include <QStringList>

#include "core/measure/format.h"
#include "core/move/shims.h"
#include "sheets/page.h"

namespace burl
{

QString shimWords(const MovePlan& plan, const UnitChoice& units)
{
    QStringList each;
    for (const Shim& shim : shims(plan)) {
        each << (shim.near ? sheets::tr("base plate %1, near end %2") : sheets::tr("base plate %1, far end %2"))
                    .arg(shim.plate + 1)
                    .arg(QString::fromStdString(formatQuantity(shim.thick_mm, Unit::Length, units)));
    }
    return each.isEmpty() ? QString() : sheets::tr("Shims: %1").arg(each.join(QStringLiteral("; ")));
}

} // namespace burl
