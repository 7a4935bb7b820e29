#pragma once
// Sheets of the days: the step list with boxes to tick, the next weeks on a page, what was done and used in a job.

#include <QByteArray>

#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray stepListPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                     const QString& family);
/// Four weeks from that of today on.
[[nodiscard]] QByteArray weekSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                      const QString& family);
[[nodiscard]] QByteArray jobHistoryPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                       const QString& family);

} // namespace burl
