#include "sheets/marker_cards.h"

#include <QPainter>
#include <QPdfWriter>

#include "sheets/page.h"

namespace burl
{
namespace
{

// Of the card's side. The rim stays white: the card is told from its ground by it.
constexpr double kFigure = 0.5;  // across the dark figure
constexpr double kHollow = 0.16; // the light middle of it, where the tape is held to
constexpr double kNumber = 0.11; // small beside the figure, so that the card's middle stays where it is
constexpr double kRim = 0.09;

} // namespace

void paintMarkerCard(QPainter& p, const QRectF& square, int number, const QString& family)
{
    const double side = square.width();
    const auto round = [&](double share) {
        QRectF box(0, 0, share * side, share * side);
        box.moveCenter(square.center());
        return box;
    };
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(Qt::white);
    p.drawRect(square);
    p.setBrush(Qt::black);
    p.drawEllipse(round(kFigure));
    p.setBrush(Qt::white);
    p.drawEllipse(round(kHollow));
    p.setPen(QPen(Qt::black, side / 200.0));
    p.drawLine(square.center() - QPointF(kHollow * side / 2.0, 0), square.center() + QPointF(kHollow * side / 2.0, 0));
    p.drawLine(square.center() - QPointF(0, kHollow * side / 2.0), square.center() + QPointF(0, kHollow * side / 2.0));
    QFont font(family);
    font.setPixelSize(std::max(1, static_cast<int>(kNumber * side)));
    p.setFont(font);
    p.drawText(square.adjusted(kRim * side, kRim * side, 0, 0), Qt::AlignLeft | Qt::AlignTop, QString::number(number));
    p.restore();
}

QByteArray markerCardsPdf(Paper paper, const QString& family)
{
    using sheets::tr;
    const QPageSize::PageSizeId size = paper == Paper::Letter ? QPageSize::Letter : QPageSize::A4;
    return portraitPdf(size, tr("Cards for photos"), [&](QPdfWriter& pdf) {
        QPainter painter(&pdf);
        const double dots = pdf.resolution() / 25.4;
        const Page page(painter, dots, pdf.width() / dots, pdf.height() / dots, family);
        page.text(0, 0, page.width(), tr("Four cards for a photo of a slab"), 16.0, true);
        const double words = page.paragraph(
            0, 10, page.width(),
            tr("Cut them out along the lines. Lay them about the slab as the corners of a rectangle, 1 at the lower "
               "left, then anticlockwise; best on blocks, level with its top face. Measure from middle to middle: 1 to "
               "2 and 1 to 4, and both diagonals, which must be alike. Take the picture from as high as you can, the "
               "whole slab and all four cards in it."),
            9.5);
        const double between = 6.0;
        const double left = (page.width() - 2.0 * kMarkerCard_mm - between) / 2.0;
        const double top = 10.0 + words + 8.0;
        // As they lie: 4 3 above, 1 2 below.
        const int numbers[2][2] = {{4, 3}, {1, 2}};
        for (int row = 0; row < 2; ++row) {
            for (int column = 0; column < 2; ++column) {
                const QRectF square = page.dots(left + column * (kMarkerCard_mm + between),
                                                top + row * (kMarkerCard_mm + between), kMarkerCard_mm, kMarkerCard_mm);
                paintMarkerCard(painter, square, numbers[row][column], family);
                painter.setPen(QPen(Qt::gray, page.dots(0.2)));
                painter.setBrush(Qt::NoBrush);
                painter.drawRect(square);
            }
        }
    });
}

} // namespace burl
