#pragma once
// The surface card: joints, edges, grits and coats with boxes to tick. The care sheet: how the table is lived with.

#include <QByteArray>

#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray surfaceCardPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                        const QString& family);
[[nodiscard]] QByteArray careSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                      const QString& family);

} // namespace burl
