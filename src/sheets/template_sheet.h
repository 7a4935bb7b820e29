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

/// One page of a template: where its upper left corner lies, and in which strip from the left.
struct TemplateTile {
    Vec2 corner;
    int column = 0;
};

/// The pages that what is cut needs, and no others: strips beside each other that overlap, in each of them pages that
/// follow the line up and down. Everything that is cut lies on a page with room beside it.
[[nodiscard]] std::vector<TemplateTile> templateTiles(const ShopTemplate& shape, double width_mm, double height_mm,
                                                      double overlap_mm);

} // namespace burl
