#pragma once
// The pour card: the pours in their order, their pots with empty boxes for what was weighed and when, hours to look
// again, cautions.

#include <QByteArray>

#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray pourCardPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                     const QString& family);

} // namespace burl
