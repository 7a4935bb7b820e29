#pragma once
// A shop template written where its ending says how: PDF, SVG or DXF.

#include <QString>

#include "core/layup/shop_template.h"
#include "core/measure/units.h"

namespace burl::ui
{

/// A sentence: where it is, or why it is not.
[[nodiscard]] QString templateWritten(const QString& path, const Expected<ShopTemplate>& shape,
                                      const TemplateTools& tools, const UnitChoice& units);

} // namespace burl::ui
