#include "sheets/key_sheet.h"

#include <QPainter>
#include <QPdfWriter>

#include "drawing/how_to.h"
#include "sheets/page.h"

namespace burl
{

QByteArray keySheetPdf(const std::vector<KeyList>& lists, Paper paper, const QString& family)
{
    using sheets::tr;
    const QPageSize::PageSizeId size = paper == Paper::Letter ? QPageSize::Letter : QPageSize::A4;
    return portraitPdf(size, tr("Young Burl: hands and keys"), [&](QPdfWriter& pdf) {
        QPainter painter(&pdf);
        const double dots = pdf.resolution() / 25.4;
        const Page page(painter, dots, pdf.width() / dots, pdf.height() / dots, family);
        constexpr double kBetween_mm = 8.0;
        const double half = (page.width() - kBetween_mm) / 2.0;
        painter.setPen(Qt::black);
        page.text(0, 0, page.width(), tr("Young Burl: hands and keys"), 16.0, true);
        double column[2] = {11.0, 11.0};
        for (const KeyList& list : lists) {
            const size_t at = column[0] <= column[1] ? 0 : 1;
            const double x = at == 0 ? 0.0 : half + kBetween_mm;
            painter.setPen(Qt::black);
            page.text(x, column[at], half, list.title, 11.0, true);
            column[at] += 5.6;
            for (const QString& line : list.lines) {
                column[at] += page.paragraph(x, column[at], half, line, 8.5) + 0.7;
            }
            column[at] += 4.0;
        }
        // How the readings are taken, at the foot.
        const double top = std::max(column[0], column[1]) + 2.0;
        page.text(0, top, page.width(), tr("How readings are taken"), 11.0, true);
        const double high = std::min(34.0, (page.height() - top - 8.0) / 2.0);
        const HowTo all[] = {HowTo::String, HowTo::StraightEdge, HowTo::Rails, HowTo::Gap, HowTo::WindingSticks};
        painter.setFont(QFont(family, 7));
        const double third = page.width() / 3.0;
        for (int i = 0; i < 5; ++i) {
            const int row = i / 3;
            paintHowTo(painter, page.dots((i % 3) * third, top + 6.0 + row * high, third - 4.0, high - 2.0), all[i],
                       dayPalette());
        }
    });
}

} // namespace burl
