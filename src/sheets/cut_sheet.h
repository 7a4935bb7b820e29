#pragma once
// The cut sheet: each slab as it lies face up, with the lines to chalk on it and the distances to tape, in the
// order of the work; below it where tenons, rods and bolts go.

#include <QByteArray>

#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray cutSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                     const QString& family);

} // namespace burl
