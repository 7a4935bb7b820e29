#pragma once
// The flattening card: each slab as it lies on the bench with its packers, then the passes of both faces with the
// heights to set and boxes to tick.

#include <QByteArray>

#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray flattenCardPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                        const QString& family);

} // namespace burl
