#pragma once
// A page in millimetres: text, rules and tables set one below the other.

#include <functional>
#include <string>

#include <QByteArray>
#include <QPageSize>
#include <QPainter>
#include <QStringList>

#include "drawing/tr.h"

class QPdfWriter;

namespace burl
{

namespace sheets
{
using drawing::tr;
/// A word of the core in the language of the program.
[[nodiscard]] QString core(const std::string& text);
} // namespace sheets

/// A PDF of portrait pages, painted by `paint`; the title stands in the file's properties.
[[nodiscard]] QByteArray portraitPdf(QPageSize::PageSizeId size, const QString& title,
                                     const std::function<void(QPdfWriter&)>& paint);

class Page
{
public:
    /// `width_mm`, `height_mm`: the room inside the margins; (0, 0) is its upper left corner.
    Page(QPainter& painter, double dotsPerMm, double width_mm, double height_mm, QString family);

    [[nodiscard]] double width() const { return width_; }
    [[nodiscard]] double height() const { return height_; }
    [[nodiscard]] QRectF dots(double x, double y, double w, double h) const;
    [[nodiscard]] double dots(double mm) const { return mm * scale_; }

    void text(double x, double y, double w, const QString& words, double points, bool bold = false,
              Qt::Alignment align = Qt::AlignLeft) const;
    /// What a sheet is and of which job: as large as it fits into a line, else small over two; 9.5 mm high.
    void heading(double x, double y, double w, const QString& words) const;
    /// Words broken over lines; returns the height used in mm.
    double paragraph(double x, double y, double w, const QString& words, double points, bool bold = false) const;
    void rule(double x, double y, double w) const;
    void box(double x, double y, double size) const; // to tick

    struct Column {
        QString head;
        double width_mm;
        bool right = true; // numbers stand to the right
    };
    /// Returns the height used.
    double table(double x, double y, const std::vector<Column>& columns, const std::vector<QStringList>& rows) const;

private:
    [[nodiscard]] QFont font(double points, bool bold) const;
    QPainter& painter_;
    double scale_;
    double width_;
    double height_;
    QString family_;
};

} // namespace burl
