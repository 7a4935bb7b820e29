#pragma once
// From millimetres on the top to points on the paper. Every view and every tool converts through it.

#include <QPointF>
#include <QPolygonF>
#include <QRectF>
#include <QTransform>

#include "core/geometry/ring.h"
#include "core/layup/placement.h"

namespace burl
{

class BoardView
{
public:
    BoardView() = default;
    /// Shows `box` as large as it fits in `area`; turned underside up when `underside` (x kept).
    static BoardView fitted(const Box& box, const QRectF& area, bool underside = false)
    {
        BoardView view;
        view.scale_ = std::min(area.width() / std::max(1.0, box.width()), area.height() / std::max(1.0, box.height()));
        view.ySign_ = underside ? 1.0 : -1.0;
        const double cx = (box.left + box.right) / 2.0;
        const double cy = (box.bottom + box.top) / 2.0;
        view.origin_ =
            QPointF(area.center().x() - cx * view.scale_, area.center().y() - view.ySign_ * cy * view.scale_);
        return view;
    }

    [[nodiscard]] QPointF toPixel(Vec2 mm) const
    {
        return {origin_.x() + mm.x * scale_, origin_.y() + ySign_ * mm.y * scale_};
    }
    [[nodiscard]] Vec2 toTable(QPointF pixel) const
    {
        return {(pixel.x() - origin_.x()) / scale_, ySign_ * (pixel.y() - origin_.y()) / scale_};
    }
    [[nodiscard]] double scale() const { return scale_; } // pixels per mm
    [[nodiscard]] double ySign() const { return ySign_; }
    [[nodiscard]] QPolygonF toPixel(const std::vector<Vec2>& ring) const
    {
        QPolygonF out;
        out.reserve(static_cast<qsizetype>(ring.size()));
        for (const Vec2 p : ring) {
            out << toPixel(p);
        }
        return out;
    }
    /// Table to pixels as a transform.
    [[nodiscard]] QTransform transform() const { return {scale_, 0.0, 0.0, ySign_ * scale_, origin_.x(), origin_.y()}; }

private:
    double scale_ = 1.0;
    double ySign_ = -1.0;
    QPointF origin_;
};

/// A placement as a transform, slab to table.
[[nodiscard]] inline QTransform transformOf(const Placement& p)
{
    return {p.xx, p.yx, p.xy, p.yy, p.dx, p.dy};
}

} // namespace burl
