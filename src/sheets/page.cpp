#include "sheets/page.h"

#include <QBuffer>
#include <QCoreApplication>
#include <QPdfWriter>
#include <QTextOption>

namespace burl
{

QString sheets::core(const std::string& text)
{
    return QCoreApplication::translate("core", text.c_str());
}

QByteArray portraitPdf(QPageSize::PageSizeId size, const QString& title, const std::function<void(QPdfWriter&)>& paint)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter pdf(&buffer);
        pdf.setResolution(300);
        pdf.setPageLayout(
            QPageLayout(QPageSize(size), QPageLayout::Portrait, QMarginsF(12, 12, 12, 10), QPageLayout::Millimeter));
        pdf.setTitle(title);
        pdf.setCreator(QStringLiteral("Young Burl"));
        paint(pdf);
    }
    buffer.close();
    return bytes;
}

Page::Page(QPainter& painter, double dotsPerMm, double width_mm, double height_mm, QString family)
    : painter_(painter), scale_(dotsPerMm), width_(width_mm), height_(height_mm), family_(std::move(family))
{
}

QRectF Page::dots(double x, double y, double w, double h) const
{
    return {x * scale_, y * scale_, w * scale_, h * scale_};
}

QFont Page::font(double points, bool bold) const
{
    QFont f(family_);
    // A letter spacing of any size keeps letters apart as glyphs: "Flatten" is found by that word in the file.
    constexpr double kNoLigatures_px = 0.1;
    f.setLetterSpacing(QFont::AbsoluteSpacing, kNoLigatures_px);
    f.setPointSizeF(points);
    f.setBold(bold);
    return f;
}

void Page::text(double x, double y, double w, const QString& words, double points, bool bold, Qt::Alignment align) const
{
    painter_.setFont(font(points, bold));
    const QRectF room = dots(x, y, w, points * 0.3528 * 1.45);
    painter_.drawText(room, align | Qt::AlignVCenter,
                      painter_.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(room.width())));
}

void Page::heading(double x, double y, double w, const QString& words) const
{
    constexpr double kHigh_mm = 9.5;
    constexpr double kTwoLines = 10.0; // points, of which two lines fit
    for (const double points : {18.0, 15.0, 13.0}) {
        painter_.setFont(font(points, true));
        if (painter_.fontMetrics().horizontalAdvance(words) <= dots(w)) {
            text(x, y, w, words, points, true);
            return;
        }
    }
    painter_.setFont(font(kTwoLines, true));
    QTextOption broken(Qt::AlignLeft | Qt::AlignTop);
    broken.setWrapMode(QTextOption::WrapAtWordBoundaryOrAnywhere);
    constexpr double kFull = 1.8; // of two lines: where a word is broken some room stays empty
    painter_.drawText(dots(x, y, w, kHigh_mm),
                      painter_.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(kFull * dots(w))),
                      broken);
}

double Page::paragraph(double x, double y, double w, const QString& words, double points, bool bold) const
{
    painter_.setFont(font(points, bold));
    QRectF used;
    painter_.drawText(dots(x, y, w, 60.0), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, words, &used);
    return used.height() / scale_;
}

void Page::rule(double x, double y, double w) const
{
    painter_.setPen(QPen(Qt::black, scale_ * 0.2));
    painter_.drawLine(QPointF(x * scale_, y * scale_), QPointF((x + w) * scale_, y * scale_));
}

void Page::box(double x, double y, double size) const
{
    painter_.setPen(QPen(Qt::black, scale_ * 0.25));
    painter_.setBrush(Qt::NoBrush);
    painter_.drawRect(dots(x, y, size, size));
}

double Page::table(double x, double y, const std::vector<Column>& columns, const std::vector<QStringList>& rows) const
{
    constexpr double kRow = 5.4;
    double left = x;
    for (const Column& column : columns) {
        text(left + 0.8, y, column.width_mm - 1.6, column.head, 8.0, false,
             column.right ? Qt::AlignRight : Qt::AlignLeft);
        left += column.width_mm;
    }
    double at = y + 4.6;
    rule(x, at, left - x);
    for (const QStringList& row : rows) {
        left = x;
        for (size_t c = 0; c < columns.size(); ++c) {
            const QString words = row.value(static_cast<qsizetype>(c));
            if (words == QLatin1String("[ ]")) {
                box(left + columns[c].width_mm - 4.6, at + 0.9, 3.6);
            } else {
                text(left + 0.8, at + 0.4, columns[c].width_mm - 1.6, words, 9.5, c == 0,
                     columns[c].right ? Qt::AlignRight : Qt::AlignLeft);
            }
            left += columns[c].width_mm;
        }
        at += kRow;
        painter_.setPen(QPen(QColor(170, 170, 170), scale_ * 0.12));
        painter_.drawLine(QPointF(x * scale_, at * scale_), QPointF(left * scale_, at * scale_));
        painter_.setPen(Qt::black);
    }
    return at - y;
}

} // namespace burl
