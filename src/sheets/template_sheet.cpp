#include "sheets/template_sheet.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>

#include <QBuffer>
#include <QCoreApplication>
#include <QPainter>
#include <QPdfWriter>

#include "core/measure/format.h"
#include "sheets/page.h"

namespace burl
{

using sheets::tr;

namespace
{

constexpr double kMargin_mm = 12.0;
constexpr double kHead_mm = 14.0;    // words above the drawing
constexpr double kOverlap_mm = 12.0; // of neighbouring pages
constexpr double kCheck_mm = 100.0;
constexpr double kCrossEvery_mm = 40.0;
constexpr double kBeside_mm = 8.0; // of what is cut, kept on its page: a blade's width and a thumb's
constexpr double kStep_mm = 4.0;   // along what is cut, to tell which pages it needs

/// What is cut, as close points.
std::vector<Vec2> pointsOfCut(const ShopTemplate& shape)
{
    std::vector<Vec2> line = shape.guide;
    if (line.empty()) {
        line = shape.outline;
        line.push_back(line.front());
    }
    std::vector<Vec2> out{line.front()};
    for (size_t i = 1; i < line.size(); ++i) {
        const Vec2 way = line[i] - line[i - 1];
        const int steps = std::max(1, static_cast<int>(std::ceil(length(way) / kStep_mm)));
        for (int k = 1; k <= steps; ++k) {
            out.push_back(line[i - 1] + way * (static_cast<double>(k) / steps));
        }
    }
    return out;
}

} // namespace

std::vector<TemplateTile> templateTiles(const ShopTemplate& shape, double width_mm, double height_mm, double overlap_mm)
{
    const std::vector<Vec2> cut = pointsOfCut(shape);
    const Box box = boundsOf(cut);
    const double left = box.left - kBeside_mm;
    const double pace = width_mm - overlap_mm;
    const int columns = std::max(1, static_cast<int>(std::ceil((box.width() + 2.0 * kBeside_mm - overlap_mm) / pace)));
    std::vector<TemplateTile> out;
    for (int column = 0; column < columns; ++column) {
        const double x = left + column * pace;
        std::vector<double> heights; // of what is cut on this strip, the highest first
        for (const Vec2 p : cut) {
            if (p.x >= x && p.x <= x + width_mm) {
                heights.push_back(p.y);
            }
        }
        std::sort(heights.begin(), heights.end(), std::greater<>());
        double covered = std::numeric_limits<double>::max();
        for (const double y : heights) {
            if (y - kBeside_mm < covered) { // not wholly on the page above
                const double top = y + kBeside_mm;
                out.push_back({{x, top}, column});
                covered = top - height_mm;
            }
        }
    }
    return out;
}

namespace
{

class TemplateSheet
{
public:
    TemplateSheet(QPdfWriter& pdf, const ShopTemplate& shape, const TemplateTools& tools, const UnitChoice& units,
                  const QString& family)
        : pdf_(pdf), shape_(shape), tools_(tools), units_(units), painter_(&pdf),
          room_(pdf.pageLayout().paintRect(QPageLayout::Millimeter)),
          page_(painter_, pdf.logicalDpiX() / 25.4, room_.width(), room_.height(), family)
    {
        for (const TemplateTile& tile : templateTiles(shape, room_.width(), room_.height() - kHead_mm, kOverlap_mm)) {
            tiles_.push_back(tile);
        }
    }

    void paint()
    {
        for (size_t i = 0; i < tiles_.size(); ++i) {
            if (i > 0) {
                pdf_.newPage();
            }
            head(i);
            tile(i);
        }
    }

private:
    [[nodiscard]] QString length(double mm) const
    {
        return QString::fromStdString(formatQuantity(mm, Unit::Length, units_));
    }

    void head(size_t number)
    {
        painter_.setPen(Qt::black);
        page_.text(0, -1.0, page_.width() - 70, QString::fromStdString(shape_.title), 11.0, true);
        QString words = tr("True scale: print without fitting to the page.");
        if (!shape_.guide.empty()) {
            words += QLatin1Char(' ') +
                     tr("Lies on the far piece; its edge stands %1 back from the joint. Bit %2, bushing %3 for the far "
                        "piece, then %4 for the near one.")
                         .arg(length(shape_.setBack_mm), length(tools_.bit_mm), length(tools_.bushing1_mm),
                              length(tools_.bushing2_mm));
        }
        page_.paragraph(0, 4.6, page_.width() - 4.0, words, 8.0);
        page_.text(page_.width() - 70, -1.0, 70,
                   tr("page %1 of %2, strip %3").arg(number + 1).arg(tiles_.size()).arg(tiles_[number].column + 1), 9.0,
                   false, Qt::AlignRight);
    }

    void tile(size_t number)
    {
        const Vec2 corner = tiles_[number].corner;
        const QRectF area = page_.dots(0, kHead_mm, room_.width(), room_.height() - kHead_mm);
        const auto at = [&](Vec2 p) {
            return QPointF(page_.dots(p.x - corner.x), area.top() + page_.dots(corner.y - p.y));
        };
        const auto line = [&](const std::vector<Vec2>& points, bool closed) {
            QPolygonF polygon;
            for (const Vec2 p : points) {
                polygon << at(p);
            }
            painter_.setBrush(Qt::NoBrush);
            if (closed) {
                painter_.drawPolygon(polygon);
            } else {
                painter_.drawPolyline(polygon);
            }
        };
        painter_.save();
        painter_.setClipRect(area);
        painter_.setPen(QPen(Qt::black, page_.dots(0.25)));
        line(shape_.outline, true);
        painter_.setPen(QPen(Qt::black, page_.dots(0.6)));
        line(shape_.guide, false);
        painter_.setPen(QPen(Qt::black, page_.dots(0.2)));
        for (const TemplateMark& mark : shape_.marks) {
            line({mark.from, mark.to}, false);
            const bool shown = area.contains(at(mark.to)) || area.contains(at(mark.from));
            if (!mark.label.empty() && shown) {
                const QPointF place = area.contains(at(mark.to)) ? at(mark.to) : at(mark.from);
                page_.text(place.x() / page_.dots(1.0) + 1.5, place.y() / page_.dots(1.0) - 4.0, 60.0,
                           QCoreApplication::translate("core", mark.label.c_str()), 9.0);
            }
        }
        painter_.restore();
        crosses(number, at);
        if (number == 0) { // measured before anything is cut
            const double y = room_.height() - 4.0;
            const double x = 20.0;
            painter_.drawLine(page_.dots(x, y, 0, 0).topLeft(), page_.dots(x + kCheck_mm, y, 0, 0).topLeft());
            for (const double end : {x, x + kCheck_mm}) {
                painter_.drawLine(page_.dots(end, y - 2.0, 0, 0).topLeft(), page_.dots(end, y + 2.0, 0, 0).topLeft());
            }
            page_.text(x + kCheck_mm + 3.0, y - 2.6, 90.0, tr("measure this: it must be %1").arg(length(kCheck_mm)),
                       9.0);
        }
    }

    /// Where pages meet: the same cross with the same letter and number on both; lay one on the other, then tape.
    void crosses(size_t number, const std::function<QPointF(Vec2)>& at)
    {
        const TemplateTile& me = tiles_[number];
        const double w = room_.width();
        const double h = room_.height() - kHead_mm;
        painter_.setPen(QPen(Qt::black, page_.dots(0.15)));
        const auto cross = [&](Vec2 p, const QString& name) {
            const QPointF c = at(p);
            const double arm = page_.dots(4.0);
            painter_.drawLine(c - QPointF(arm, 0), c + QPointF(arm, 0));
            painter_.drawLine(c - QPointF(0, arm), c + QPointF(0, arm));
            page_.text(c.x() / page_.dots(1.0) + 1.0, c.y() / page_.dots(1.0) + 0.5, 12.0, name, 6.5);
        };
        for (const TemplateTile& other : tiles_) {
            const double low = std::max(me.corner.y - h, other.corner.y - h);
            const double high = std::min(me.corner.y, other.corner.y);
            if (std::abs(other.column - me.column) == 1) { // side by side, where both pages reach
                const double x = std::max(me.corner.x, other.corner.x) + kOverlap_mm / 2.0;
                for (double y = std::ceil((low + 6.0) / kCrossEvery_mm) * kCrossEvery_mm; y <= high - 6.0;
                     y += kCrossEvery_mm) {
                    cross({x, y}, QString(QChar(u'A' + std::min(me.column, other.column) % 26)) +
                                      QString::number(std::lround(y / kCrossEvery_mm)));
                }
            } else if (other.column == me.column && other.corner.y != me.corner.y && high > low) { // one over the other
                for (double x = me.corner.x + 20.0; x < me.corner.x + w - 10.0; x += 2.0 * kCrossEvery_mm) {
                    cross({x, (low + high) / 2.0}, QString());
                }
            }
        }
    }

    QPdfWriter& pdf_;
    const ShopTemplate& shape_;
    const TemplateTools& tools_;
    const UnitChoice& units_;
    QPainter painter_;
    QRectF room_;
    Page page_;
    std::vector<TemplateTile> tiles_;
};

} // namespace

QByteArray templatePdf(const ShopTemplate& shape, const TemplateTools& tools, const UnitChoice& units, Paper paper,
                       const QString& family)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter pdf(&buffer);
        pdf.setResolution(300);
        pdf.setPageLayout(QPageLayout(QPageSize(paper == Paper::A4 ? QPageSize::A4 : QPageSize::Letter),
                                      QPageLayout::Landscape, QMarginsF(kMargin_mm, kMargin_mm, kMargin_mm, kMargin_mm),
                                      QPageLayout::Millimeter));
        pdf.setTitle(QString::fromStdString(shape.title));
        pdf.setCreator(QStringLiteral("Young Burl"));
        TemplateSheet(pdf, shape, tools, units, family).paint();
    }
    buffer.close();
    return bytes;
}

} // namespace burl
