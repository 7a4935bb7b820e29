#include "drawing/bars.h"

#include <algorithm>

#include <cmath>

#include <QPainter>

#include "drawing/tr.h"

namespace burl
{
namespace
{

using drawing::tr;

QString endWord(const EndCut& cut)
{
    constexpr double kSquare_deg = 0.05;
    const double mitre = std::abs(cut.mitre_deg);
    const double bevel = std::abs(cut.bevel_deg);
    const auto deg = [](double v) { return QString::number(v, 'f', 1) + QStringLiteral("°"); };
    if (mitre < kSquare_deg && bevel < kSquare_deg) {
        return tr("square");
    }
    return bevel < kSquare_deg ? deg(mitre) : tr("%1, blade %2").arg(deg(mitre), deg(bevel));
}

} // namespace

namespace
{

/// Lengths beside each other with their unit once: "60 × 30 × 3 mm", where they have one.
QString timesOf(const QStringList& lengths)
{
    const QString unit = QStringLiteral(" mm");
    if (!std::all_of(lengths.begin(), lengths.end(), [&](const QString& one) { return one.endsWith(unit); })) {
        return lengths.join(QStringLiteral(" × "));
    }
    QStringList numbers;
    for (const QString& one : lengths) {
        QString number = one.chopped(unit.size());
        if (number.endsWith(QStringLiteral(".0"))) {
            number.chop(2);
        }
        numbers << number;
    }
    return numbers.join(QStringLiteral(" × ")) + unit;
}

QString sectionOf(bool round, bool wood, double deep, double thick, double wall, const LengthWords& length)
{
    QStringList lengths{length(deep)};
    if (!round) {
        lengths << length(thick);
    }
    if (wall > 0.0) {
        lengths << length(wall);
    }
    return (round ? QStringLiteral("⌀ ") : QString()) + timesOf(lengths) +
           (wall > 0.0 || wood ? QString() : tr(", solid"));
}

} // namespace

QString sectionWord(const BaseMember& m, const LengthWords& length)
{
    return sectionOf(m.round, m.of == PartOf::Wood, m.deep_mm, m.thick_mm, m.wall_mm, length);
}

QString makingWord(const BaseMember& m, const LengthWords& length)
{
    QString out = QString::fromStdString(m.note);
    if (m.lamellae > 0) {
        out = tr("%1 lamellae of %2, bent round a radius of %3")
                  .arg(QString::number(m.lamellae), length(m.lamella_mm), length(m.radius_mm));
    } else if (m.radius_mm > 0.0) {
        out = tr("an arc with a radius of %1").arg(length(m.radius_mm));
    }
    return out;
}

QString endsWord(const BaseMember& m, const LengthWords& length)
{
    if (m.round || m.panel) {
        return m.panel ? tr("%1 wide").arg(length(m.deep_mm)) : tr("square");
    }
    const QString a = endWord(m.from);
    const QString b = endWord(m.to);
    QString out = a == b ? (a == tr("square") ? a : tr("%1 both").arg(a)) : a + QStringLiteral(" / ") + b;
    if (m.tenon_mm > 0.0) {
        out = tr("tenons %1").arg(length(m.tenon_mm)) + (out == tr("square") ? QString() : QStringLiteral(", ") + out);
    }
    return out;
}

int paintBars(QPainter& p, const QRectF& area, const BasePlan& base, const BarsStyle& style,
              const std::function<QString(double)>& length)
{
    double y = area.top();
    int hidden = 0;
    p.setFont(style.font);
    const QFontMetricsF metrics(style.font, p.device());
    for (const StockCut& stock : base.stock) {
        if (!stock.list.price) {
            continue;
        }
        const double head = metrics.height() + 1.0;
        if (y + head + style.bar <= area.bottom()) {
            p.setPen(style.ink);
            p.drawText(
                QRectF(area.left(), y, area.width(), head), Qt::AlignLeft | Qt::AlignVCenter,
                tr("%1: %2 of %3, %4 left")
                    .arg(sectionOf(stock.round, stock.wood, stock.deep_mm, stock.thick_mm, stock.wall_mm, length))
                    .arg(stock.list.bars)
                    .arg(length(stock.stock_mm), length(stock.offcut_mm)));
        }
        y += head;
        for (const BarPlan& bar : stock.list.plan) {
            if (y + style.bar > area.bottom()) {
                hidden += bar.times;
                continue;
            }
            const double room = area.width() - (bar.times > 1 ? 4.0 * style.bar : 0.0);
            const double scale = room / stock.stock_mm;
            p.setPen(style.faint);
            p.setBrush(style.ground);
            p.drawRect(QRectF(area.left(), y, room, style.bar));
            double x = area.left();
            for (size_t i = 0; i < bar.pieces.size(); ++i) {
                for (int k = 0; k < bar.pieces[i]; ++k) {
                    const double wide = stock.list.blanks_mm[i] * scale;
                    const QRectF piece(x, y, wide, style.bar);
                    p.setBrush(style.piece);
                    p.setPen(style.ink);
                    p.drawRect(piece);
                    const QString number = QString::number(stock.members[i]);
                    const QString both = number + QStringLiteral(" · ") + length(stock.list.blanks_mm[i]);
                    p.drawText(piece, Qt::AlignCenter,
                               metrics.horizontalAdvance(both) + 4.0 < wide     ? both
                               : metrics.horizontalAdvance(number) + 2.0 < wide ? number
                                                                                : QString());
                    x += wide + base.choices.kerf_mm * scale;
                }
            }
            if (bar.times > 1) {
                p.setPen(style.ink);
                p.drawText(QRectF(area.left() + room + 4.0, y, 4.0 * style.bar, style.bar),
                           Qt::AlignLeft | Qt::AlignVCenter, QStringLiteral("× %1").arg(bar.times));
            }
            y += style.bar + style.gap;
        }
    }
    return hidden;
}

} // namespace burl
