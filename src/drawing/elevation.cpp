#include "drawing/elevation.h"

#include <algorithm>

#include <QPainter>
#include <QPainterPath>

#include "core/geometry/hull.h"
#include "core/layup/top_pieces.h"
#include "core/move/travel.h"

namespace burl
{
namespace
{

constexpr double kFloor_mm = 60.0; // drawn below it
const QColor kWood(0xdc, 0xbe, 0x94);
const QColor kBaseWood(0xc9, 0xa8, 0x7c);

double depthOf(const Point3& at, Elevation from)
{
    return from == Elevation::Side ? -at.y : from == Elevation::End ? at.x : at.z; // nearer is more
}

/// Of the top seen from its end: the wood at the middle of its length, from and to.
std::vector<std::pair<double, double>> woodOfEnd(const LayupPlan& layup)
{
    const double x = (layup.finalBox.left + layup.finalBox.right) / 2.0;
    std::vector<std::pair<double, double>> out;
    for (const PlacedPiece& piece : layup.pieces) {
        const std::vector<double> ys = woodAt(piece, x);
        for (size_t i = 0; i + 1 < ys.size(); i += 2) {
            out.emplace_back(ys[i], ys[i + 1]);
        }
    }
    return out;
}

void paintTop(QPainter& p, const BoardView& view, const Plan& plan, Elevation from, const Palette& palette)
{
    const LayupPlan& layup = *plan.layup;
    const Box& box = layup.finalBox;
    const double high = plan.base->surface.known() ? plan.base->surface.value() : 0.0;
    const double low = high - plan.flatten->thickness.value();
    const auto slab = [&](double a, double b, const QColor& fill) {
        p.setBrush(fill);
        p.drawRect(QRectF(view.toPixel({a, high}), view.toPixel({b, low})));
    };
    p.setPen(QPen(palette.ink, 1.2));
    if (from == Elevation::Side) {
        for (const TopPiece& piece : topPieces(layup)) { // halves: the cut between them is a line
            slab(piece.box.left, piece.box.right, kWood);
        }
        return;
    }
    if (layup.gap && !layup.openGap) {
        slab(box.bottom, box.top, palette.resin);
    }
    for (const auto& [a, b] : woodOfEnd(layup)) {
        slab(a, b, kWood);
    }
}

} // namespace

Vec2 projected(const Point3& at, Elevation from)
{
    return from == Elevation::Side ? Vec2{at.x, at.z} : from == Elevation::End ? Vec2{at.y, at.z} : Vec2{at.x, at.y};
}

Ring outlineOf(const Prism& shape, Elevation from)
{
    std::vector<Vec2> points;
    for (const auto* rim : {&shape.low, &shape.high}) {
        for (const Point3& at : *rim) {
            points.push_back(projected(at, from));
        }
    }
    return hullRing(points);
}

Box elevationBox(const Plan& plan, Elevation from)
{
    const Box& top = plan.layup->finalBox;
    const double high = plan.base->surface.known() ? plan.base->surface.value() : 750.0;
    Box out = from == Elevation::Above  ? top
              : from == Elevation::Side ? Box{top.left, -kFloor_mm, top.right, high}
                                        : Box{top.bottom, -kFloor_mm, top.top, high};
    if (plan.base->shape) {
        for (const BasePart& part : plan.base->shape->parts) {
            for (const Vec2 at : outlineOf(part.shape, from)) {
                out = {std::min(out.left, at.x), std::min(out.bottom, at.y), std::max(out.right, at.x),
                       std::max(out.top, at.y)};
            }
        }
    }
    return out;
}

void paintElevation(QPainter& p, const BoardView& view, const Plan& plan, Elevation from, const Palette& palette)
{
    p.save();
    if (from != Elevation::Above) {
        const Box box = elevationBox(plan, from);
        const double more = 2.0 * box.width();
        p.setPen(QPen(palette.ink, 1.6));
        p.drawLine(view.toPixel({box.left - more, 0.0}), view.toPixel({box.right + more, 0.0}));
        paintTop(p, view, plan, from, palette);
    }
    if (plan.base->shape) {
        std::vector<const BasePart*> parts;
        for (const BasePart& part : plan.base->shape->parts) {
            parts.push_back(&part);
        }
        std::stable_sort(parts.begin(), parts.end(), [&](const BasePart* a, const BasePart* b) {
            return depthOf(a->shape.middle(), from) < depthOf(b->shape.middle(), from);
        });
        QColor steel = palette.steel.darker(125);
        for (const BasePart* part : parts) {
            QColor fill = part->of == PartOf::Wood ? kBaseWood : part->of == PartOf::Plate ? steel.lighter(118) : steel;
            if (part->of == PartOf::Foot) {
                fill = palette.steel;
            }
            if (from == Elevation::Above) { // the top lies over it
                fill.setAlphaF(0.55F);
            }
            p.setBrush(fill);
            p.setPen(QPen(palette.ink, from == Elevation::Above ? 0.8 : 1.0));
            p.drawPolygon(view.toPixel(outlineOf(part->shape, from)));
        }
    }
    p.restore();
}

void paintChair(QPainter& p, const BoardView& view, double x, double seat, std::optional<double> arms,
                const QColor& line)
{
    constexpr double kDeep_mm = 430.0;
    constexpr double kBack_mm = 420.0; // above the seat
    p.save();
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(line, 2.0, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const auto at = [&](double dx, double z) { return view.toPixel({x + dx, z}); };
    p.drawPolyline(QPolygonF() << at(0, 0) << at(0, seat) << at(kDeep_mm, seat)
                               << at(kDeep_mm + 40.0, seat + kBack_mm));
    p.drawLine(at(kDeep_mm, seat), at(kDeep_mm + 20.0, 0));
    if (arms) {
        p.drawPolyline(QPolygonF() << at(90, seat) << at(90, *arms) << at(kDeep_mm + 20.0, *arms));
    }
    p.restore();
}

void paintPerson(QPainter& p, const BoardView& view, double x, const QColor& line)
{
    constexpr double kTall_mm = 1720.0;
    p.save();
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(line, 2.0, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const auto at = [&](double dx, double z) { return view.toPixel({x + dx, z}); };
    p.drawEllipse(at(0, kTall_mm - 110.0), 95.0 * view.scale(), 115.0 * view.scale());
    QPainterPath body(at(-60, kTall_mm - 260.0));
    body.cubicTo(at(-210, kTall_mm - 290.0), at(-230, 1150), at(-200, 820));
    body.lineTo(at(-150, 900));
    body.lineTo(at(-140, 0));
    body.lineTo(at(-30, 0));
    body.lineTo(at(0, 780));
    body.lineTo(at(30, 0));
    body.lineTo(at(140, 0));
    body.lineTo(at(150, 900));
    body.lineTo(at(200, 820));
    body.cubicTo(at(230, 1150), at(210, kTall_mm - 290.0), at(60, kTall_mm - 260.0));
    p.drawPath(body);
    p.restore();
}

} // namespace burl
