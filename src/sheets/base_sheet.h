#pragma once
// The base sheet: elevations with their measures, cut list with its bars, joints, what stands how. The packing list:
// what travels, how heavy, who carries it, through which door.

#include <QByteArray>

#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray baseSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                      const QString& family);
[[nodiscard]] QByteArray packingListPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                        const QString& family);

} // namespace burl
