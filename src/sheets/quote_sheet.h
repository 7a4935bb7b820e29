#pragma once
// The quote for the customer: one page, and the same as HTML. What the work costs inside the shop is not on it.

#include <QByteArray>
#include <QImage>

#include "core/money/money_plan.h"
#include "sheets/shop_sheet.h"

namespace burl
{

/// The quote that is handed out: the last that was kept, or as it stands now. Null while something has no price.
[[nodiscard]] std::optional<KeptQuote> quoteToShow(const Job& job, const Plan& plan);

/// `picture` is the table in three dimensions; a null one is left out.
[[nodiscard]] QByteArray quotePdf(const Job& job, const Shop& shop, const Plan& plan, const KeptQuote& quote,
                                  const QImage& picture, Paper paper, const QString& family);
[[nodiscard]] QByteArray quoteHtml(const Job& job, const Shop& shop, const Plan& plan, const KeptQuote& quote,
                                   const QImage& picture);

} // namespace burl
