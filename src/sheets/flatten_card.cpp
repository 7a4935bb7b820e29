#include "sheets/flatten_card.h"

#include <algorithm>
#include <cmath>

#include <QCoreApplication>
#include <QPdfWriter>

#include "core/flatten/packers.h"
#include "core/measure/format.h"
#include "drawing/scene.h"
#include "sheets/sheet.h"

namespace burl
{

using sheets::tr;

namespace
{

constexpr double kFaceDrawing_mm = 44.0;
constexpr double kRow_mm = 5.4;

class FlattenCard : public Sheet
{
public:
    FlattenCard(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family)
        : Sheet(pdf, shop.habits.units, family), job_(job), plan_(plan)
    {
    }

    void paint()
    {
        head();
        if (plan_.layup->missing) {
            page_.paragraph(0, y_, page_.width(), QString::fromStdString(plan_.layup->missing->what), 12.0);
            return;
        }
        for (size_t i = 0; i < plan_.flatten->pieces.size(); ++i) {
            piece(i);
        }
    }

private:
    void head() override
    {
        title(tr("Flattening: %1").arg(QString::fromStdString(job_.name)));
        page_.text(0, 9.5, page_.width(),
                   tr("Finished %1 · %2 · %3 a pass · cutter %4")
                       .arg(QString::fromStdString(figureText(plan_.flatten->thickness, units_)),
                            QCoreApplication::translate("core", job_.flatten.method.name.c_str()),
                            length(job_.flatten.method.depth_mm), length(job_.flatten.method.bit_mm)),
                   10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 17.5;
        y_ +=
            page_.paragraph(0, y_, page_.width(),
                            tr("Dust: extraction and a mask. Hands behind the cutter, no climb cuts, never more "
                               "stick-out than the shank allows. Packers hot-glued or wedged, so that nothing shifts."),
                            8.5) +
            3.0;
    }

    void piece(size_t index)
    {
        const FlattenedPiece& flat = plan_.flatten->pieces[index];
        const double rows =
            static_cast<double>(std::max(flat.top.passes.passes.size(), flat.bottom.passes.passes.size()));
        makeRoom(kFaceDrawing_mm + (job_.flatten.millings > 1 ? 47.0 : 36.0) + kRow_mm * rows);
        page_.text(0, y_, page_.width(), tr("%1, top face up").arg(QString::fromStdString(flat.name)), 12.0, true);
        y_ += 7.0;
        if (flat.missing) {
            y_ += page_.paragraph(0, y_, page_.width(), QString::fromStdString(flat.missing->what), 10.0) + 6.0;
            return;
        }
        drawing(index);
        y_ += kFaceDrawing_mm + 2.0;
        QString words =
            flat.packers.empty() ? tr("It lies flat: no packers.") : tr("Wedges: packers, with their height.");
        if (packerUnit_mm(job_.flatten.packers) > 0.0) {
            words += QLatin1Char(' ') +
                     tr("Pieces of %1 each; the rounding costs %2.")
                         .arg(length(packerUnit_mm(job_.flatten.packers)), length(flat.rounded.cost_mm()));
        }
        y_ += page_.paragraph(0, y_, page_.width(), words, 9.0) + 2.0;
        if (job_.flatten.millings > 1) {
            const Figure days = plan_.figure("rest_days_" + flat.name);
            y_ += page_.paragraph(
                      0, y_, page_.width(),
                      tr("Milled %1 times: at each stop stand it open on both faces for %2, then read it again.")
                          .arg(job_.flatten.millings)
                          .arg(QString::fromStdString(figureText(days, units_))),
                      9.0) +
                  1.5;
            y_ += page_.paragraph(
                      0, y_, page_.width(),
                      tr("Milled on ______________   thickness ____________   read again on ______________"), 9.0) +
                  2.5;
        }
        const double half = (page_.width() - 6.0) / 2.0;
        const double left = passes(0.0, half, tr("First the top face"), flat.top);
        const double right = passes(half + 6.0, half, tr("Then turned over, the bottom face"), flat.bottom);
        y_ += std::max(left, right) + 7.0;
    }

    double passes(double x, double w, const QString& heading, const FacePasses& face) const
    {
        page_.text(x, y_, w, heading, 10.5, true);
        if (face.passes.passes.empty()) {
            page_.text(x, y_ + 6.0, w, tr("This face stays as it is."), 9.5);
            return 12.0;
        }
        double wood = 0.0;
        for (const double h : face.map.height_mm) {
            wood += std::isfinite(h) ? face.map.cellArea_mm2() : 0.0;
        }
        std::vector<QStringList> rows;
        int n = 0;
        for (const Pass& pass : face.passes.passes) {
            ++n;
            const bool stops = static_cast<size_t>(n) < face.passes.passes.size() &&
                               face.passes.passes[static_cast<size_t>(n)].milling != pass.milling;
            rows.push_back({QString::number(n) + (stops ? tr(" stop") : QString()), length(pass.floor_mm),
                            QStringLiteral("%1 %").arg(wood > 0.0 ? qRound(100.0 * pass.contact_mm2 / wood) : 0),
                            QString::number(pass.strokesTouching), QStringLiteral("[ ]")});
        }
        return 6.0 + page_.table(x, y_ + 6.0,
                                 {{tr("pass"), 12.0, false},
                                  {tr("over the plane"), (w - 20.0) / 2.6},
                                  {tr("touches"), (w - 20.0) / 3.6},
                                  {tr("strokes"), (w - 20.0) * (1.0 - 1.0 / 2.6 - 1.0 / 3.6)},
                                  {tr("done"), 8.0}},
                                 rows);
    }

    void drawing(size_t index)
    {
        const FlattenedPiece& flat = plan_.flatten->pieces[index];
        const Slab& slab = *plan_.flatten.input->slabs[index];
        const auto outline = outlineOf(slab, Face::Top);
        if (!outline) {
            return;
        }
        // In the slab's own frame: the butt end to the left, as it lies on the bench.
        const Ring ring = outline->ring();
        const BoardView view =
            BoardView::fitted(boundsOf(ring), page_.dots(14.0, y_, page_.width() - 28.0, kFaceDrawing_mm - 4.0));
        painter_.save();
        painter_.setPen(QPen(Qt::black, page_.dots(0.25)));
        painter_.setBrush(QColor(244, 238, 226));
        painter_.drawPolygon(view.toPixel(ring));
        painter_.setPen(QPen(Qt::black, page_.dots(0.2)));
        for (const ReadingDot& dot : flat.dots) {
            if (dot.onTop) {
                painter_.setBrush(dot.binds ? QBrush(Qt::black) : QBrush(Qt::white));
                painter_.drawEllipse(view.toPixel(dot.slab), page_.dots(dot.binds ? 0.9 : 0.6),
                                     page_.dots(dot.binds ? 0.9 : 0.6));
            }
        }
        painter_.setBrush(Qt::black);
        painter_.restore();
        for (const Packer& packer : flat.packers) {
            if (packer.squareToBench_mm < 0.05) {
                continue;
            }
            const QPointF at = view.toPixel({packer.at.x, packer.at.y});
            const double u = page_.dots(1.0);
            painter_.setPen(Qt::NoPen);
            painter_.setBrush(Qt::black);
            painter_.drawPolygon(QPolygonF(
                {at + QPointF(-3.2 * u, 2.4 * u), at + QPointF(3.2 * u, 2.4 * u), at + QPointF(3.2 * u, 0.0)}));
            painter_.setPen(Qt::black);
            QString words = length(packer.squareToBench_mm);
            if (packer.pieces > 0) {
                words += QStringLiteral(" = %1 ×").arg(packer.pieces);
            }
            const bool right = at.x() / u > page_.width() / 2.0;
            page_.text(at.x() / u + (right ? -36.0 : 4.0), at.y() / u - 1.0, 32.0, words, 10.0, true,
                       right ? Qt::AlignRight : Qt::AlignLeft);
        }
    }

    const Job& job_;
    const Plan& plan_;
};

} // namespace

QByteArray flattenCardPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), tr("Flattening: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { FlattenCard(pdf, job, shop, plan, family).paint(); });
}

} // namespace burl
