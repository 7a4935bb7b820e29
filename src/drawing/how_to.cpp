#include "drawing/how_to.h"

#include <cmath>

#include <QPainter>
#include <QPainterPath>

#include "drawing/tr.h"

namespace burl
{
namespace
{

using drawing::tr;

/// A drawing of 100 by 50 units, upright, fitted into a box.
class Sketch
{
public:
    Sketch(QPainter& p, const QRectF& box, const Palette& palette)
        : p_(p), c_(palette), scale_(std::min(box.width() / 100.0, box.height() / 50.0)),
          origin_(box.center() - QPointF(50.0, 25.0) * scale_)
    {
        p_.setRenderHint(QPainter::Antialiasing);
    }

    [[nodiscard]] QPointF at(double x, double y) const { return origin_ + QPointF(x, y) * scale_; }

    void slabFromAbove()
    {
        QPainterPath path(at(8, 14));
        path.cubicTo(at(30, 9), at(60, 18), at(92, 11));
        path.lineTo(at(92, 38));
        path.cubicTo(at(70, 43), at(40, 33), at(8, 39));
        path.closeSubpath();
        wood(path);
    }

    /// From its side: a slab that is bent, on a bench.
    void slabFromSide(double ground)
    {
        QPainterPath path(at(12, ground));
        path.quadTo(at(50, ground - 6), at(88, ground));
        path.lineTo(at(88, ground - 9));
        path.quadTo(at(50, ground - 16), at(12, ground - 9));
        path.closeSubpath();
        wood(path);
        line(4, ground + 0.6, 96, ground + 0.6, c_.ink, 1.6);
    }

    void wood(const QPainterPath& path)
    {
        p_.setPen(QPen(c_.ink, 1.2));
        p_.setBrush(c_.shelf);
        p_.drawPath(path);
    }

    void line(double x0, double y0, double x1, double y1, const QColor& colour, double width = 1.2,
              Qt::PenStyle style = Qt::SolidLine)
    {
        p_.setPen(QPen(colour, width, style));
        p_.drawLine(at(x0, y0), at(x1, y1));
    }

    /// A measure with a stop at both ends.
    void measure(double x, double y0, double y1)
    {
        line(x, y0, x, y1, c_.mark, 1.6);
        for (const double y : {y0, y1}) {
            line(x - 1.2, y, x + 1.2, y, c_.mark, 1.6);
        }
    }

    void words(double x, double y, const QString& text, const QColor& colour)
    {
        p_.setPen(colour);
        p_.drawText(at(x, y), text);
    }

    QPainter& p_;
    const Palette& c_;

private:
    double scale_;
    QPointF origin_;
};

void paintString(Sketch& s, bool edge)
{
    s.slabFromAbove();
    const double base = edge ? 45.0 : 26.0;
    s.line(4, base, 96, base, s.c_.lead, edge ? 3.0 : 1.4, edge ? Qt::SolidLine : Qt::DashLine);
    for (const double x : {24.0, 44.0, 64.0, 84.0}) {
        const double t = (x - 8.0) / 84.0;
        const double far = 14.0 - 15.0 * t + 42.0 * t * t - 30.0 * t * t * t - 0.6;
        const double near = 39.0 - 18.0 * t + 48.0 * t * t - 31.0 * t * t * t;
        s.measure(x, base, far);
        s.measure(x + 1.4, base, near);
    }
    s.words(62, 8.5, tr("far edge"), s.c_.ink);
    s.words(4, 49.5, edge ? tr("straight edge, on the near side") : tr("string, pulled tight end to end"), s.c_.lead);
    if (!edge) {
        s.words(70, 49.5, tr("near edge"), s.c_.ink);
    }
    s.words(1, 12.0, tr("butt end"), s.c_.faint);
}

void paintRails(Sketch& s)
{
    s.slabFromSide(44.0);
    s.line(6, 12, 94, 12, s.c_.ink, 3.0);
    for (const double x : {6.0, 94.0}) {
        s.line(x, 12, x, 44, s.c_.ink, 2.4);
    }
    s.words(8, 9.5, tr("rails, level with each other; a straight edge over them"), s.c_.ink);
    for (const double x : {20.0, 35.0, 50.0, 65.0, 80.0}) {
        const double t = (x - 12.0) / 76.0;
        s.measure(x, 12.0, 35.0 - 14.0 * t * (1.0 - t));
    }
    s.words(36, 49.5, tr("down to the wood"), s.c_.mark);
}

void paintGap(Sketch& s)
{
    s.slabFromSide(40.0);
    for (const double x : {32.0, 50.0, 68.0}) {
        const double t = (x - 12.0) / 76.0;
        s.measure(x, 40.3, 40.0 - 12.0 * t * (1.0 - t));
    }
    s.words(30, 47.5, tr("the gap between bench and wood, by a wedge or feelers"), s.c_.mark);
}

void paintSticks(Sketch& s)
{
    QPainterPath path(s.at(16, 40));
    path.lineTo(s.at(84, 36));
    path.lineTo(s.at(70, 20));
    path.lineTo(s.at(30, 20));
    path.closeSubpath();
    s.wood(path);
    s.line(8, 37.5, 92, 33.5, s.c_.mark, 3.0);
    s.line(22, 17.0, 78, 17.0, s.c_.lead, 3.0);
    s.line(92, 33.5, 92, 37.5, s.c_.mark, 1.4);
    s.measure(93.5, 33.5, 37.5);
    s.words(22, 13.5, tr("two straight sticks, one over each end"), s.c_.lead);
    s.words(18, 47.5, tr("sight over them: how high does one corner stand?"), s.c_.mark);
}

} // namespace

void paintHowTo(QPainter& painter, const QRectF& box, HowTo what, const Palette& palette)
{
    painter.save();
    Sketch sketch(painter, box, palette);
    switch (what) {
    case HowTo::String:
        paintString(sketch, false);
        break;
    case HowTo::StraightEdge:
        paintString(sketch, true);
        break;
    case HowTo::Rails:
        paintRails(sketch);
        break;
    case HowTo::Gap:
        paintGap(sketch);
        break;
    case HowTo::WindingSticks:
        paintSticks(sketch);
        break;
    }
    painter.restore();
}

} // namespace burl
