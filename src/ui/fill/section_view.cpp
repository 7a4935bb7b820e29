#include "ui/fill/section_view.h"

#include <algorithm>
#include <cmath>

#include <QImage>
#include <QPainter>
#include <QPainterPath>

#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kFlank_mm = 90.0;   // of the wood that is shown on each side
constexpr double kKeyRoom_px = 74.0; // at the left, for the key of heat
constexpr double kMostScale = 4.0;   // pixels to a millimetre
const QColor kWood(0xd8, 0xbd, 0x93);

/// From the cold room upwards in the steps of the ramp; the hottest is the darkest.
struct HeatScale {
    double from_C;
    double each_K;
    [[nodiscard]] int stepOf(double c) const
    {
        return std::clamp(static_cast<int>(std::floor((c - from_C) / each_K)), 0, kRampSteps - 1);
    }
};

QColor heatColour(int step)
{
    return rampColour(kRampSteps - 1 - step);
}

HeatScale scaleOf(const SectionView& view)
{
    constexpr double kFive_K = 5.0;
    constexpr double kLeastSpan_K = 12.0;
    const double from = std::floor((view.question.site.room.night_C - 1.0) / kFive_K) * kFive_K;
    // As far as it gets, so that a cool pour shows its warm middle too.
    const double bears = view.question.site.resin.limits.peak_C;
    const double to =
        view.heat ? std::clamp(view.heat->peak_C, from + kLeastSpan_K, std::max(bears, from + kLeastSpan_K)) : bears;
    return {from, std::max(1.0, std::ceil((to - from) / (kRampSteps - 1)))};
}

const CurePicture* pictureAt(const PourHeat& heat, double hour)
{
    const CurePicture* best = nullptr;
    for (const CurePicture& picture : heat.pictures) {
        if (best == nullptr || picture.at_h <= hour + 1e-6) {
            best = &picture;
        }
    }
    return best;
}

double middleOf(const std::vector<double>& faces, size_t i)
{
    return (faces[i] + faces[i + 1]) / 2.0;
}

/// Heat at a place, straight between the middles of cells.
double heatAt(const PourHeat& heat, const CurePicture& picture, double x, double y)
{
    const size_t nx = heat.x_mm.size() - 1;
    const size_t ny = heat.y_mm.size() - 1;
    const auto low = [](const std::vector<double>& faces, size_t count, double at) {
        size_t i = 0;
        while (i + 2 < count && middleOf(faces, i + 1) < at) {
            ++i;
        }
        return i;
    };
    const size_t i = low(heat.x_mm, nx, x);
    const size_t j = low(heat.y_mm, ny, y);
    const auto share = [](const std::vector<double>& faces, size_t k, double at) {
        const double a = middleOf(faces, k);
        const double b = middleOf(faces, k + 1);
        return std::clamp((at - a) / (b - a), 0.0, 1.0);
    };
    const double u = nx > 1 ? share(heat.x_mm, i, x) : 0.0;
    const double v = ny > 1 ? share(heat.y_mm, j, y) : 0.0;
    const auto cell = [&](size_t di, size_t dj) {
        return double(picture.heat_C[std::min(ny - 1, j + dj) * nx + std::min(nx - 1, i + di)]);
    };
    return (cell(0, 0) * (1 - u) + cell(1, 0) * u) * (1 - v) + (cell(0, 1) * (1 - u) + cell(1, 1) * u) * v;
}

/// Half of the hole's width at a height: its walls are straight.
double half_mm(const PourSite& site, double y)
{
    const double above = site.widthAbove_mm > 0.0 ? site.widthAbove_mm : site.width_mm;
    return (site.width_mm + (above - site.width_mm) * std::clamp(y / std::max(1.0, site.wood_mm), 0.0, 1.0)) / 2.0;
}

void paintKey(QPainter& p, const QRectF& area, const HeatScale& scale, const UnitChoice& units)
{
    const double high = std::min(18.0, (area.height() - 30.0) / kRampSteps);
    p.setFont(textFont(9.5));
    for (int i = 0; i < kRampSteps; ++i) {
        const QRectF box(area.left(), area.top() + 22.0 + i * high, 16.0, high);
        p.setPen(QPen(colours().hairline, 1.0));
        p.setBrush(heatColour(i));
        p.drawRect(box);
        p.setPen(colours().faint);
        p.drawText(QRectF(box.right() + 5.0, box.top() - high / 2.0, 60.0, high), Qt::AlignLeft | Qt::AlignVCenter,
                   quantity(scale.from_C + i * scale.each_K, Unit::Temperature, units));
    }
}

} // namespace

void paintSection(QPainter& p, const QRectF& area, const SectionView& view)
{
    const Palette& c = colours();
    const PourSite& site = view.question.site;
    double deep = 0.0;
    for (const double d : view.question.depths_mm) {
        deep += d;
    }
    const double widest = std::max(site.width_mm, site.widthAbove_mm);
    const double wide = widest + 2.0 * kFlank_mm;
    const double high = std::max(site.wood_mm, deep) + site.board_mm;
    const QRectF room = area.adjusted(kKeyRoom_px + 16.0, 30.0, -10.0, -26.0);
    const double scale = std::min({room.width() / wide, room.height() / high, kMostScale});
    const QPointF origin(room.center().x(), room.center().y() + high * scale / 2.0 - site.board_mm * scale);
    const auto px = [&](double x, double y) { return QPointF(origin.x() + x * scale, origin.y() - y * scale); };

    // The form and the wood on both sides.
    p.setPen(QPen(c.ink, 1.2));
    p.setBrush(c.shelf);
    p.drawRect(QRectF(px(-wide / 2.0 - 12.0 / scale, 0.0), px(wide / 2.0 + 12.0 / scale, -site.board_mm)).normalized());
    for (const double side : {-1.0, 1.0}) {
        QPolygonF wood;
        wood << px(side * half_mm(site, 0.0), 0.0) << px(side * half_mm(site, site.wood_mm), site.wood_mm)
             << px(side * wide / 2.0, site.wood_mm) << px(side * wide / 2.0, 0.0);
        p.setBrush(kWood);
        p.drawPolygon(wood);
    }
    p.setFont(textFont(11.0, true));
    p.setPen(QColor(0x3a, 0x2c, 0x1a));
    const QRectF names(px(-wide / 2.0, site.wood_mm), px(wide / 2.0, 0.0));
    p.drawText(names.adjusted(10, 6, -10, -6), Qt::AlignLeft | Qt::AlignTop, view.left);
    p.drawText(names.adjusted(10, 6, -10, -6), Qt::AlignRight | Qt::AlignTop, view.right);

    // Resin, as far as it is poured by this hour.
    const CurePicture* picture = view.heat ? pictureAt(*view.heat, view.hour) : nullptr;
    double poured = 0.0;
    for (size_t k = 0; k < view.question.depths_mm.size(); ++k) {
        const bool there = !view.heat || (k < view.heat->layers.size() && view.hour >= view.heat->layers[k].pouredAt_h);
        poured += there ? view.question.depths_mm[k] : 0.0;
    }
    QPolygonF resin;
    resin << px(-half_mm(site, 0.0), 0.0) << px(-half_mm(site, poured), poured) << px(half_mm(site, poured), poured)
          << px(half_mm(site, 0.0), 0.0);
    p.setPen(Qt::NoPen);
    p.setBrush(c.resin);
    p.drawPolygon(resin);
    const HeatScale heat = scaleOf(view);
    if (picture != nullptr) {
        const QRectF box = resin.boundingRect();
        QImage image(std::max(1, static_cast<int>(box.width())), std::max(1, static_cast<int>(box.height())),
                     QImage::Format_ARGB32_Premultiplied);
        double hottest = -1e9;
        double hottestY = 0.0;
        for (int j = 0; j < image.height(); ++j) {
            for (int i = 0; i < image.width(); ++i) {
                const double x = std::abs((box.left() + i + 0.5 - origin.x()) / scale);
                const double y = (origin.y() - (box.top() + j + 0.5)) / scale;
                const double t = heatAt(*view.heat, *picture, x, y);
                if (t > hottest && x <= half_mm(site, y)) {
                    hottest = t;
                    hottestY = y;
                }
                image.setPixelColor(i, j, heatColour(heat.stepOf(t)));
            }
        }
        p.save();
        QPainterPath clip;
        clip.addPolygon(resin);
        p.setClipPath(clip);
        p.drawImage(box.topLeft(), image);
        p.restore();
        if (hottest > -1e8) {
            p.setFont(textFont(12.0, true));
            paintLabel(p, px(0.0, hottestY), quantity(hottest, Unit::Temperature, view.units), c.ink);
        }
    }
    p.setPen(QPen(c.ink, 1.4));
    p.setBrush(Qt::NoBrush);
    p.drawPolygon(resin);
    // Where the layers part, and what is still to come.
    p.setFont(textFont(10.0));
    double top = 0.0;
    for (size_t k = 0; k < view.question.depths_mm.size(); ++k) {
        const double from = top;
        top += view.question.depths_mm[k];
        if (from + 1e-6 >= poured) {
            p.setPen(QPen(c.lead, 1.2, Qt::DashLine));
            p.drawLine(px(-half_mm(site, top), top), px(half_mm(site, top), top));
            p.setPen(c.faint);
            p.drawText(QRectF(px(-widest / 2.0, top), px(widest / 2.0, from)), Qt::AlignCenter,
                       QObject::tr("layer %1 comes here").arg(k + 1));
        } else if (k > 0) {
            p.setPen(QPen(c.ink, 1.0, Qt::DotLine));
            p.drawLine(px(-half_mm(site, from), from), px(half_mm(site, from), from));
        }
    }
    p.setPen(c.faint);
    p.drawText(QRectF(px(-wide / 2.0, -site.board_mm), QSizeF(wide * scale, 22.0)), Qt::AlignRight | Qt::AlignVCenter,
               site.room.onBench
                   ? QObject::tr("form, %1, flat on a bench").arg(quantity(site.board_mm, Unit::Length, view.units))
                   : QObject::tr("form, %1, air below").arg(quantity(site.board_mm, Unit::Length, view.units)));
    paintKey(p, area, heat, view.units);
    if (!view.heat) {
        p.setFont(textFont(11.0));
        paintLabel(p, px(0.0, deep / 2.0),
                   view.isOpen ? QObject::tr("the heat is being worked out")
                               : QObject::tr("its heat cannot be told: no figures of its cure"),
                   c.ink);
    }
}

} // namespace burl::ui
