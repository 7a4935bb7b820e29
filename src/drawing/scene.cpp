#include "drawing/scene.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <QPainterPath>

#include "core/geometry/simplify.h"
#include "core/measure/format.h"

namespace burl
{
namespace
{

constexpr double kBolt_mm = 60.0; // how far a meeting bolt reaches into each half

QPainterPath pathOf(const BoardView& view, const Region& region)
{
    QPainterPath path;
    for (const Ring& ring : region) {
        path.addPolygon(view.toPixel(ring));
        path.closeSubpath();
    }
    return path;
}

/// An outline as it is drawn: on a screen without the points that nobody could see.
QPolygonF outlined(const BoardView& view, const Ring& ring, const SceneStyle& style)
{
    return view.toPixel(style.screen ? simplified(ring, 0.2 / view.scale()) : ring);
}

/// A firm line round a ring. On a screen it is two hairlines side by side: a thick smooth pen over the whole width of
/// the board takes longer than all the wood.
void drawFirm(QPainter& painter, const QPolygonF& ring, const SceneStyle& style)
{
    if (!style.screen) {
        painter.setPen(QPen(style.palette.ink, style.line_px));
        painter.drawPolygon(ring);
        return;
    }
    painter.setPen(QPen(style.palette.ink, 0));
    painter.drawPolygon(ring.translated(-0.3, -0.3));
    painter.drawPolygon(ring.translated(0.3, 0.3));
}

void drawFaceImage(QPainter& painter, const BoardView& view, const Placement& place, const FaceImage& face)
{
    if (face.image.isNull()) {
        return;
    }
    const QTransform before = painter.transform();
    painter.setTransform(face.toSlab * transformOf(place) * view.transform() * before);
    painter.drawImage(0, 0, face.image);
    painter.setTransform(before);
}

} // namespace

void paintPieces(QPainter& painter, const BoardView& view, const Plan& plan, WoodCache& wood, const SceneStyle& style)
{
    const LayupPlan& layup = *plan.layup;
    for (size_t i = 0; i < layup.pieces.size(); ++i) {
        const PlacedPiece& piece = layup.pieces[i];
        const auto& slab = plan.layup.input->slabs[i];
        const Face shown = piece.turnedOver != style.underside ? Face::Bottom : Face::Top;
        const Region& kept = style.underside ? piece.keptUnder : piece.kept;
        QColor line = style.palette.ink;
        line.setAlphaF(0.45F);
        const QTransform all = transformOf(piece.place) * view.transform();
        const auto drawn = [&](bool faded) {
            if (!style.screen) {
                drawFaceImage(painter, view, piece.place, wood.face(slab, shown));
                return;
            }
            const QTransform fixed(all.m11(), all.m12(), all.m21(), all.m22(), 0.0, 0.0);
            const WoodCache::Turned& turned =
                faded ? wood.turnedAndFaded(slab, shown, fixed, style.waste, line) : wood.turned(slab, shown, fixed);
            painter.drawImage(turned.origin + QPoint(qRound(all.dx()), qRound(all.dy())),
                              faded ? turned.faded : turned.image);
        };
        painter.save();
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        if (style.waste > 0.0) {
            painter.setOpacity(style.screen ? 1.0 : style.waste); // on a screen it is kept faded
            drawn(true);
        }
        painter.setOpacity(style.wood);
        QPainterPath clip;
        for (const Ring& ring : kept) {
            clip.addPolygon(outlined(view, ring, style));
            clip.closeSubpath();
        }
        painter.setClipPath(clip, Qt::IntersectClip);
        drawn(false);
        painter.restore();

        if (style.waste > 0.0 && !style.screen) {
            painter.setPen(QPen(line, style.line_px * 0.7));
            painter.setBrush(Qt::NoBrush);
            painter.drawPolygon(view.toPixel(style.underside ? piece.underRing : piece.showRing));
        }
        painter.setBrush(Qt::NoBrush);
        for (const Ring& ring : kept) {
            drawFirm(painter, outlined(view, ring, style), style);
        }
    }
}

void paintFinalOutline(QPainter& painter, const BoardView& view, const LayupPlan& layup, const SceneStyle& style)
{
    QPen pen(style.palette.mark, style.line_px * 1.2);
    pen.setDashPattern({6.0, 4.0});
    painter.setPen(pen);
    painter.setBrush(Qt::NoBrush);
    if (layup.parted_mm) { // where two halves meet, and their bolts
        painter.drawLine(view.toPixel({*layup.parted_mm, layup.finalBox.bottom}),
                         view.toPixel({*layup.parted_mm, layup.finalBox.top}));
        painter.setPen(QPen(style.palette.steel, style.line_px * 2.4));
        for (const double y : layup.meetingBolts_mm) {
            painter.drawLine(view.toPixel({*layup.parted_mm - kBolt_mm, y}),
                             view.toPixel({*layup.parted_mm + kBolt_mm, y}));
        }
        painter.setPen(pen);
    }
    if (!layup.shape.empty()) {
        painter.drawPolygon(view.toPixel(layup.shape));
        return;
    }
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing, false); // it runs with the pixels, where dashes are slow to smooth
    painter.drawRect(QRectF(view.toPixel({layup.finalBox.left, layup.finalBox.top}),
                            view.toPixel({layup.finalBox.right, layup.finalBox.bottom}))
                         .normalized());
    painter.restore();
}

void paintRods(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style)
{
    if (plan.layup->rods.empty() || !plan.layup->gapInput) {
        return;
    }
    const double half = plan.layup->gapInput->overallWidth_mm / 2.0;
    const double thick = plan.layup.input->choices.rods.diameter_mm * view.scale();
    const double embed = plan.layup.input->choices.rods.embed_mm;
    for (const Rod& rod : plan.layup->rods) {
        const double below = valueAt(plan.layup->gapInput->edgeA, rod.x_mm) - half;
        const double above = below + rod.gap_mm;
        QColor hidden = style.palette.steel;
        hidden.setAlphaF(0.35F);
        painter.setPen(QPen(hidden, thick, Qt::SolidLine, Qt::FlatCap));
        painter.drawLine(view.toPixel({rod.x_mm, below - embed}), view.toPixel({rod.x_mm, above + embed}));
        painter.setPen(QPen(style.palette.steel, thick, Qt::SolidLine, Qt::FlatCap));
        painter.drawLine(view.toPixel({rod.x_mm, below}), view.toPixel({rod.x_mm, above}));
    }
}

void paintJoinery(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style, bool tenons)
{
    painter.setPen(QPen(style.palette.ink, style.line_px));
    painter.setBrush(QColor(84, 56, 38));
    for (const ButterflyKey& key : plan.layup->keys) {
        painter.drawPolygon(view.toPixel(key.outline()));
    }
    if (!tenons) {
        return;
    }
    const JointChoices& joint = plan.layup.input->choices.joint;
    QColor hidden = style.palette.ink;
    hidden.setAlphaF(0.18F);
    painter.setBrush(hidden);
    painter.setPen(QPen(style.palette.ink, 0, Qt::DashLine));
    for (const Vec2 t : plan.tenons->places) {
        const Vec2 half{joint.wide_mm / 2.0, joint.reach_mm};
        painter.drawRect(QRectF(view.toPixel(t - half), view.toPixel(t + half)).normalized());
    }
}

void paintResin(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style)
{
    painter.save();
    if (!(style.waste > 0.0)) { // the finished top: what is poured beyond it is cut off
        painter.setClipPath(pathOf(view, finalOutline(*plan.layup)), Qt::IntersectClip);
    }
    for (const FillItem& item : plan.fill->items) {
        if (item.onTable.empty() || !(style.underside ? item.onUnder : item.onShow)) {
            continue;
        }
        QColor fill = style.palette.resin;
        fill.setAlphaF(item.river ? 0.78F : 0.85F);
        const Ring& ring = style.underside && !item.under.empty() ? item.under : item.onTable;
        const Region& islands = style.underside ? item.islandsUnder : item.islands;
        const QPolygonF polygon = view.toPixel(ring);
        painter.setPen(QPen(style.palette.resin.darker(140), style.screen ? 0.0 : style.line_px));
        if (item.river) {
            // A river is deeper where it is wider: a quiet gradient across, and slow streaks along.
            QLinearGradient across(polygon.boundingRect().topLeft(), polygon.boundingRect().bottomLeft());
            QColor dark = style.palette.resin.darker(125);
            dark.setAlphaF(0.9F);
            across.setColorAt(0.0, fill);
            across.setColorAt(0.5, dark);
            across.setColorAt(1.0, fill);
            painter.setBrush(across);
        } else {
            painter.setBrush(fill);
        }
        if (!islands.empty()) {
            painter.drawPath(pathOf(view, {ring}).subtracted(pathOf(view, islands)));
            continue;
        }
        painter.drawPolygon(polygon);
    }
    painter.restore();
}

void paintFeature(QPainter& painter, const BoardView& view, const Feature& feature, const Placement& place,
                  const Palette& palette, bool grabbed)
{
    std::vector<Vec2> points;
    for (const Vec2 p : feature.points) {
        points.push_back(place.toTable(p));
    }
    if (points.empty()) {
        return;
    }
    const QColor line = grabbed ? palette.mark : palette.ink;
    QPen pen(line, grabbed ? 2.2 : 1.3);
    painter.setBrush(Qt::NoBrush);
    switch (feature.kind) {
    case FeatureKind::Knot: {
        painter.setPen(pen);
        const double r = feature.width_mm / 2.0 * view.scale();
        painter.drawEllipse(view.toPixel(points[0]), r, r);
        break;
    }
    case FeatureKind::Check:
        painter.setPen(
            QPen(line, std::max(grabbed ? 3.0 : 2.0, feature.width_mm * view.scale()), Qt::SolidLine, Qt::RoundCap));
        painter.drawPolyline(view.toPixel(points));
        break;
    case FeatureKind::Pith:
        pen.setStyle(Qt::DashDotLine);
        painter.setPen(pen);
        painter.drawPolyline(view.toPixel(points));
        break;
    case FeatureKind::Sapwood:
        pen.setStyle(Qt::DashLine);
        pen.setColor(palette.faint);
        painter.setPen(pen);
        painter.drawPolyline(view.toPixel(points));
        break;
    case FeatureKind::WormHoles: {
        pen.setStyle(Qt::DotLine);
        painter.setPen(pen);
        painter.drawPolygon(view.toPixel(points));
        break;
    }
    case FeatureKind::ThroughVoid:
        painter.setPen(pen);
        painter.setBrush(QBrush(QColor(40, 32, 26, 150)));
        painter.drawPolygon(view.toPixel(points));
        break;
    case FeatureKind::BlindVoid:
        painter.setPen(pen);
        painter.setBrush(QBrush(QColor(40, 32, 26, 110), Qt::BDiagPattern));
        painter.drawPolygon(view.toPixel(points));
        break;
    case FeatureKind::Inclusion:
        painter.setPen(pen);
        painter.setBrush(QBrush(QColor(40, 32, 26, 130), Qt::Dense5Pattern));
        painter.drawPolygon(view.toPixel(points));
        break;
    }
}

void paintFeatures(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style)
{
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        for (const Feature& feature : plan.layup.input->slabs[i]->features) {
            // A knot is seen in the wood itself, and what is filled in its resin.
            if (feature.kind != FeatureKind::Knot && feature.intention != Intention::Fill) {
                paintFeature(painter, view, feature, plan.layup->pieces[i].place, style.palette);
            }
        }
    }
}

void paintRuler(QPainter& painter, const BoardView& view, const QRectF& area, const UnitChoice& units,
                const Palette& palette)
{
    const bool inches = isInches(units.length);
    const double base = inches ? kInch_mm : units.length == LengthStyle::Centimetres ? 10.0 : 1.0;
    // The step between numbers: 1, 2, 5, 10 ... (12, 24 in inches) that leaves room for the text.
    const double room_mm = 78.0 / view.scale();
    double step = 0.0;
    if (inches) {
        for (const double s : {1.0, 3.0, 6.0, 12.0, 24.0, 48.0, 96.0}) {
            if (step == 0.0 && s * kInch_mm >= room_mm) {
                step = s * kInch_mm;
            }
        }
    } else {
        for (double decade = 10.0; step == 0.0 && decade < 1e6; decade *= 10.0) {
            for (const double s : {1.0, 2.0, 5.0}) {
                if (step == 0.0 && s * decade >= room_mm) {
                    step = s * decade;
                }
            }
        }
    }
    if (step <= 0.0) {
        return;
    }
    const double from = view.toTable(area.topLeft()).x;
    const double to = view.toTable(area.topRight()).x;
    painter.setPen(QPen(palette.faint, 1.0));
    const double bottom = area.bottom();
    const int parts = inches ? 6 : 5;
    for (auto k = static_cast<int>(std::ceil(from / step * parts)); k * step / parts <= to; ++k) {
        const double x = k * step / parts;
        const QPointF at(view.toPixel({x, 0.0}).x(), bottom);
        const bool numbered = k % parts == 0;
        painter.drawLine(at, at - QPointF(0.0, numbered ? 8.0 : 4.0));
        if (numbered) {
            const QString text = QString::fromStdString(formatNumber(x / base, 1, true));
            const double half = painter.fontMetrics().horizontalAdvance(text) / 2.0 + 1.0;
            if (area.width() < 2.0 * half) {
                continue;
            }
            // Whole at the ends too: a number whose sign is cut off is another number.
            const double middle = std::clamp(at.x(), area.left() + half, area.right() - half);
            painter.drawText(QRectF(middle - half, area.top(), 2.0 * half, area.height() - 9.0),
                             Qt::AlignHCenter | Qt::AlignBottom, text);
        }
    }
}

QImage reliefImage(const RemovalMap& map, double least_mm, double most_mm)
{
    constexpr int kFine = 4; // drawn finer than computed, so that a band's edge is a line, not a stair
    const int wide = std::max(1, map.cellsAlong) * kFine;
    const int high = std::max(1, map.cellsAcross) * kFine;
    QImage image(wide, high, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    std::array<QRgb, kRampSteps> ramp{};
    for (int k = 0; k < kRampSteps; ++k) {
        ramp[static_cast<size_t>(k)] = rampColour(k).rgb();
    }
    const auto cell = [&map](int i, int j) {
        return map.height_mm[static_cast<size_t>(std::clamp(j, 0, map.cellsAcross - 1)) * map.cellsAlong +
                             std::clamp(i, 0, map.cellsAlong - 1)];
    };
    const double span = std::max(1e-6, most_mm - least_mm);
    for (int y = 0; y < high; ++y) {
        auto* row = reinterpret_cast<QRgb*>(image.scanLine(high - 1 - y)); // row 0 on the far side
        const double v = (y + 0.5) / kFine - 0.5;
        const int j = static_cast<int>(std::floor(v));
        for (int x = 0; x < wide; ++x) {
            const double u = (x + 0.5) / kFine - 0.5;
            const int i = static_cast<int>(std::floor(u));
            double sum = 0.0;
            double weight = 0.0;
            for (int k = 0; k < 4; ++k) {
                const double h = cell(i + k % 2, j + k / 2);
                const double w = (k % 2 == 0 ? 1.0 - (u - i) : u - i) * (k / 2 == 0 ? 1.0 - (v - j) : v - j);
                if (std::isfinite(h)) {
                    sum += w * h;
                    weight += w;
                }
            }
            if (weight > 0.3) {
                const int step = static_cast<int>(std::floor((sum / weight - least_mm) / span * kRampSteps));
                row[x] = ramp[static_cast<size_t>(std::clamp(step, 0, kRampSteps - 1))];
            }
        }
    }
    return image;
}

void paintRampKey(QPainter& painter, const QRectF& area, double least_mm, double most_mm, const UnitChoice& units,
                  const Palette& palette)
{
    const double step = area.height() / kRampSteps;
    for (int k = 0; k < kRampSteps; ++k) {
        const QRectF box(area.left(), area.bottom() - (k + 1) * step, 22.0, step);
        painter.setPen(QPen(palette.ink, 0.6));
        painter.setBrush(rampColour(k));
        painter.drawRect(box);
        const double value = least_mm + (k + 0.5) * (most_mm - least_mm) / kRampSteps;
        painter.setPen(palette.faint);
        painter.drawText(QRectF(box.right() + 6.0, box.top(), area.width() - 28.0, step),
                         Qt::AlignLeft | Qt::AlignVCenter,
                         QString::fromStdString(formatQuantity(value, Unit::Length, units)));
    }
}

void paintSlab(QPainter& painter, const BoardView& view, const std::shared_ptr<const Slab>& slab, Face face,
               WoodCache& wood, const Palette& palette, double strength)
{
    const auto outline = outlineOf(*slab, face);
    if (!outline) {
        return;
    }
    painter.save();
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setOpacity(strength);
    drawFaceImage(painter, view, Placement{}, wood.face(slab, face));
    painter.restore();
    painter.setBrush(Qt::NoBrush);
    QColor line = palette.ink;
    line.setAlphaF(static_cast<float>(0.4 + 0.6 * strength));
    painter.setPen(QPen(line, 1.2));
    painter.drawPolygon(view.toPixel(outline->ring()));
}

} // namespace burl
