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

void Sheet::title(const QString& words) const
{
    page_.heading(0, 0, page_.width() - 30, words);
    page_.text(page_.width() - 30, 1.5, 30, QDate::currentDate().toString(Qt::ISODate), 10.0, false, Qt::AlignRight);
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
    return quantity(mm, Unit::Length);
}

QString Sheet::quantity(double value, Unit unit) const
{
    return QString::fromStdString(formatQuantity(value, unit, units_));
}

void Sheet::ticked(const QString& words)
{
    makeRoom(7.0);
    page_.box(0, y_ + 0.6, 3.2);
    y_ += page_.paragraph(6.0, y_, page_.width() - 6.0, words, 9.5) + 1.2;
}

void Sheet::warnings(const std::vector<Finding>& findings)
{
    for (const Finding& f : grouped(findings)) {
        if (f.severity == Severity::Stop || f.severity == Severity::Warn) {
            makeRoom(8.0);
            y_ += page_.paragraph(0, y_, page_.width(),
                                  (f.severity == Severity::Stop ? sheets::tr("Stop: ") : sheets::tr("Careful: ")) +
                                      QString::fromStdString(sentence(f, units_)),
                                  9.0, true) +
                  1.0;
        }
    }
}

} // namespace burl
