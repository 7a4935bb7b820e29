#include "sheets/sheet.h"

#include <QDate>
#include <QPdfWriter>

#include "core/measure/format.h"

namespace burl
{
namespace
{

QSizeF roomOf(const QPdfWriter& pdf)
{
    return pdf.pageLayout().paintRect(QPageLayout::Millimeter).size();
}

} // namespace

Sheet::Sheet(QPdfWriter& pdf, const UnitChoice& units, const QString& family)
    : pdf_(pdf), units_(units), painter_(&pdf),
      page_(painter_, pdf.logicalDpiX() / 25.4, roomOf(pdf).width(), roomOf(pdf).height(), family)
{
    painter_.setRenderHint(QPainter::Antialiasing);
}

double Sheet::title(const QString& words) const
{
    page_.text(0, 0, page_.width() - 50, words, 17.0, true);
    page_.text(page_.width() - 50, 1.5, 50, QDate::currentDate().toString(Qt::ISODate), 10.0, false, Qt::AlignRight);
    return 9.5;
}

void Sheet::makeRoom(double high_mm)
{
    if (y_ + high_mm > page_.height()) {
        pdf_.newPage();
        head();
    }
}

QString Sheet::length(double mm) const
{
    return QString::fromStdString(formatQuantity(mm, Unit::Length, units_));
}

} // namespace burl
