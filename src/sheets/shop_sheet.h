#pragma once
// The one sheet for the shop wall: the top drawn to scale, what to cut, how thick, what to pour,
// where the slots go, with empty boxes to tick and write in.

#include <QByteArray>
#include <QPageSize>

#include "core/plan/plan.h"
#include "drawing/wood.h"

class QPagedPaintDevice;

namespace burl
{

enum class Paper { A4, Letter };
[[nodiscard]] inline QPageSize::PageSizeId pageSizeOf(Paper paper)
{
    return paper == Paper::A4 ? QPageSize::A4 : QPageSize::Letter;
}

/// The sheet as PDF bytes. `family` is the typeface; figures stand in the shop's units.
[[nodiscard]] QByteArray shopSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                      const QString& family, const PictureSource& pictures = {});

/// The same onto any paged device (a printer).
void paintShopSheet(QPagedPaintDevice& device, const Job& job, const Shop& shop, const Plan& plan,
                    const QString& family, const PictureSource& pictures = {});

} // namespace burl
