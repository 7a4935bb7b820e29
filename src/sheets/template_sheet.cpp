#include "sheets/template_sheet.h"

#include <cmath>

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

class TemplateSheet
{
public:
    TemplateSheet(QPdfWriter& pdf, const ShopTemplate& shape, const TemplateTools& tools, const UnitChoice& units,
                  const QString& family)
        : pdf_(pdf), shape_(shape), tools_(tools), units_(units), painter_(&pdf),
          room_(pdf.pageLayout().paintRect(QPageLayout::Millimeter)),
          page_(painter_, pdf.logicalDpiX() / 25.4, room_.width(), room_.height(), family)
    {
        const Box box = boundsOf(shape.outline);
        left_ = box.left - 4.0;
        top_ = box.top + 4.0;
        wide_ = box.width() + 8.0;
        high_ = box.height() + 8.0;
    }

    void paint()
    {
        const double w = room_.width() - kOverlap_mm;
        const double h = room_.height() - kHead_mm - kOverlap_mm;
        const int columns = std::max(1, static_cast<int>(std::ceil((wide_ - kOverlap_mm) / w)));
        const int rows = std::max(1, static_cast<int>(std::ceil((high_ - kOverlap_mm) / h)));
        for (int row = 0; row < rows; ++row) {
            for (int column = 0; column < columns; ++column) {
                if (row + column > 0) {
                    pdf_.newPage();
                }
                head(row, column, rows, columns);
                tile({left_ + column * w, top_ - row * h}, row, column, rows, columns);
            }
        }
    }

private:
    [[nodiscard]] QString length(double mm) const
    {
        return QString::fromStdString(formatQuantity(mm, Unit::Length, units_));
    }

    void head(int row, int column, int rows, int columns)
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
                   tr("page %1 of %2, row %3, column %4")
                       .arg(row * columns + column + 1)
                       .arg(rows * columns)
                       .arg(row + 1)
                       .arg(column + 1),
                   9.0, false, Qt::AlignRight);
    }

    void tile(Vec2 corner, int row, int column, int rows, int columns)
    {
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
            if (!mark.label.empty()) {
                page_.text(at(mark.to).x() / page_.dots(1.0) + 1.5, at(mark.to).y() / page_.dots(1.0) - 4.0, 60.0,
                           QCoreApplication::translate("core", mark.label.c_str()), 9.0);
            }
        }
        painter_.restore();
        // Crosses where neighbouring pages meet: lay cross on cross, then cut or tape.
        painter_.setPen(QPen(Qt::black, page_.dots(0.15)));
        for (const double x : {kOverlap_mm / 2.0, room_.width() - kOverlap_mm / 2.0}) {
            for (const double y : {kHead_mm + kOverlap_mm / 2.0, room_.height() - kOverlap_mm / 2.0}) {
                const bool joins = (x < room_.width() / 2.0 ? column > 0 : column + 1 < columns) ||
                                   (y < room_.height() / 2.0 ? row > 0 : row + 1 < rows);
                if (joins) {
                    const QPointF c(page_.dots(x), page_.dots(y));
                    const double arm = page_.dots(4.0);
                    painter_.drawLine(c - QPointF(arm, 0), c + QPointF(arm, 0));
                    painter_.drawLine(c - QPointF(0, arm), c + QPointF(0, arm));
                }
            }
        }
        if (row + column == 0) { // measured before anything is cut
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

    QPdfWriter& pdf_;
    const ShopTemplate& shape_;
    const TemplateTools& tools_;
    const UnitChoice& units_;
    QPainter painter_;
    QRectF room_;
    Page page_;
    double left_ = 0.0;
    double top_ = 0.0;
    double wide_ = 0.0;
    double high_ = 0.0;
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
