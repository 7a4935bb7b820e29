#pragma once
// A shop template printed at true scale over as many pages as it takes, with marks to join them and a line to
// measure that the printer kept the scale.

#include <QByteArray>
#include <QString>

#include "core/layup/shop_template.h"
#include "core/measure/units.h"
#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray templatePdf(const ShopTemplate& shape, const TemplateTools& tools, const UnitChoice& units,
                                     Paper paper, const QString& family);

} // namespace burl
