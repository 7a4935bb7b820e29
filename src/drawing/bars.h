#pragma once
// Bars and boards with the pieces that are sawn from them; how the ends of a member are sawn, in words.

#include <functional>

#include <QColor>
#include <QFont>
#include <QRectF>
#include <QString>

#include "core/base/base_plan.h"

class QPainter;

namespace burl
{

struct BarsStyle {
    QColor ink, faint, piece, ground;
    QFont font;
    double bar = 17.0; // high, in the painter's units
    double gap = 5.0;
};
/// As many bars as `area` has room for; how many are left out.
int paintBars(QPainter& painter, const QRectF& area, const BasePlan& base, const BarsStyle& style,
              const std::function<QString(double)>& length);

using LengthWords = std::function<QString(double)>;
/// "8.2° / square", "45° both", "tenons 40 mm, square".
[[nodiscard]] QString endsWord(const BaseMember& member, const LengthWords& length);
/// "⌀ 100 × 3", "60 × 30, solid".
[[nodiscard]] QString sectionWord(const BaseMember& member, const LengthWords& length);
/// "23 lamellae of 4 mm, bent round 1250 mm"; empty: nothing is to be said.
[[nodiscard]] QString makingWord(const BaseMember& member, const LengthWords& length);

} // namespace burl
