#pragma once
// The drilling map: the underside mirrored as it lies on the bench, every hole numbered with its place from one corner,
// bit and depth; slots, pockets and grooves; how tight each bolt is.

#include <QByteArray>

#include "sheets/shop_sheet.h"

namespace burl
{

[[nodiscard]] QByteArray drillingMapPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper,
                                        const QString& family);

} // namespace burl
