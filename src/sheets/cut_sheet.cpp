#include "sheets/cut_sheet.h"

#include <algorithm>
#include <cmath>

#include <QPdfWriter>

#include "core/measure/format.h"
#include "drawing/scene.h"
#include "sheets/sheet.h"

namespace burl
{

using sheets::tr;

namespace
{

constexpr double kBlock_mm = 78.0; // one slab: its drawing and its table
constexpr double kSlabDrawing_mm = 38.0;

class CutSheet : public Sheet
{
public:
    CutSheet(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family)
        : Sheet(pdf, shop.habits.units, family), job_(job), plan_(plan),
          trim_(job.layup.trim_mm.value_or(shop.habits.trimEachEnd_mm))
    {
    }

    void paint()
    {
        head();
        if (plan_.layup->missing) {
            page_.paragraph(0, y_, page_.width(), QString::fromStdString(plan_.layup->missing->what), 12.0);
            return;
        }
        order();
        for (size_t i = 0; i < plan_.layup->pieces.size(); ++i) {
            makeRoom(kBlock_mm);
            slab(i);
        }
        joints();
        rods();
        halves();
    }

private:
    void head() override
    {
        title(tr("Cut sheet: %1").arg(QString::fromStdString(job_.name)));
        page_.rule(0, 11.0, page_.width());
        y_ = 13.0;
    }

    void order()
    {
        const bool curved = std::any_of(plan_.layup->joints.begin(), plan_.layup->joints.end(),
                                        [](const Joint& j) { return j.curved; });
        QStringList steps{tr("cross cut each slab to its rough length"), tr("flatten the first time, let it rest")};
        if (job_.layup.kind != TopKind::Single) {
            steps << (curved ? tr("rip beside the joint, then rout both faces along the one template")
                             : tr("rip along the chalked line"));
        }
        if (!plan_.layup->joints.empty()) {
            steps << tr("glue up");
        }
        steps << tr("trim to the final length last");
        y_ += page_.paragraph(0, y_, page_.width(), tr("Order: %1.").arg(steps.join(QStringLiteral("; "))), 9.5) + 1.5;
        y_ += page_.paragraph(0, y_, page_.width(),
                              tr("Thick lines: rough cuts and joints. Dashed: final ends. Distances run along the slab "
                                 "from its butt end, across from its string, far side +. Blade guard, push sticks, no "
                                 "freehand cuts."),
                              8.5) +
              3.0;
    }

    /// A line across the top at x, as it runs on the slab: where it meets the near and the far edge, from the butt end.
    struct Across {
        QString near, far;
    };
    [[nodiscard]] Across across(const PlacedPiece& piece, double x) const
    {
        if (x < piece.lower.front().x || x > piece.lower.back().x) {
            return {tr("as it ends"), QString()};
        }
        const Vec2 a = piece.place.toSlab({x, valueAt(piece.lower, x)});
        const Vec2 b = piece.place.toSlab({x, valueAt(piece.upper, x)});
        return {length(a.y < b.y ? a.x : b.x), length(a.y < b.y ? b.x : a.x)};
    }

    void slab(size_t index)
    {
        const PlacedPiece& piece = plan_.layup->pieces[index];
        const double long_mm = job_.layup.length_mm;
        page_.text(0, y_, page_.width(),
                   tr("%1 — %2 face up, butt end %3")
                       .arg(QString::fromStdString(piece.name), piece.turnedOver ? tr("bottom") : tr("top"),
                            piece.place.xx > 0.0 ? tr("left") : tr("right")),
                   12.0, true);
        y_ += 7.0;
        drawing(piece);
        y_ += kSlabDrawing_mm + 2.0;
        const double w = page_.width();
        std::vector<QStringList> rows;
        const auto row = [&](const QString& what, double x) {
            const Across at = across(piece, x);
            rows.push_back({what, at.near, at.far, QStringLiteral("[ ]")});
        };
        row(tr("rough cut, left"), -trim_);
        row(tr("rough cut, right"), long_mm + trim_);
        row(tr("final end, left"), 0.0);
        row(tr("final end, right"), long_mm);
        double at = page_.table(0, y_,
                                {{tr("cross cuts, from the butt end"), w - 98.0, false},
                                 {tr("at the near edge"), 45.0},
                                 {tr("at the far edge"), 45.0},
                                 {tr("done"), 8.0}},
                                rows);
        y_ += at + 1.0;
        if (job_.layup.kind != TopKind::Single && !piece.island) {
            const auto& slab = *plan_.layup.input->slabs[index];
            if (const auto outline = outlineOf(slab, piece.turnedOver ? Face::Bottom : Face::Top)) {
                QString words =
                    tr("Rip line, from the string: %1 at the butt end, %2 at the top end.")
                        .arg(length(piece.rip.at(outline->from_mm())), length(piece.rip.at(outline->to_mm())));
                if (piece.jointBelow_mm && piece.jointAbove_mm) {
                    words +=
                        QLatin1Char(' ') +
                        tr("The other joint runs %1 from it.").arg(length(*piece.jointAbove_mm - *piece.jointBelow_mm));
                }
                if (isCurved(index)) {
                    words += QLatin1Char(' ') + tr("Curves stand off these lines: by their templates.");
                }
                y_ += page_.paragraph(0, y_ + 0.5, w, words, 9.0) + 0.5;
            }
        }
        y_ += 3.0;
    }

    [[nodiscard]] bool isCurved(size_t index) const
    {
        return std::any_of(plan_.layup->joints.begin(), plan_.layup->joints.end(),
                           [&](const Joint& j) { return j.curved && (j.upper == index || j.lower == index); });
    }

    void drawing(const PlacedPiece& piece)
    {
        const Box box = boundsOf(piece.showRing);
        const QRectF area = page_.dots(2.0, y_, page_.width() - 4.0, kSlabDrawing_mm - 4.0);
        const BoardView view = BoardView::fitted(box, area);
        painter_.save();
        painter_.setBrush(QColor(244, 238, 226));
        painter_.setPen(QPen(Qt::black, page_.dots(0.25)));
        painter_.drawPolygon(view.toPixel(piece.showRing));
        painter_.setBrush(QColor(222, 208, 182));
        painter_.setPen(QPen(Qt::black, page_.dots(0.2)));
        for (const Ring& ring : piece.kept) {
            painter_.drawPolygon(view.toPixel(ring));
        }
        const auto& slab = plan_.layup.input->slabs[static_cast<size_t>(&piece - plan_.layup->pieces.data())];
        Palette palette = dayPalette();
        palette.ink = Qt::black;
        for (const Feature& f : slab->features) {
            painter_.save();
            paintFeature(painter_, view, f, piece.place, palette);
            painter_.restore();
        }
        painter_.setBrush(Qt::NoBrush);
        const auto upright = [&](double x, Qt::PenStyle style, double thick) {
            if (x < box.left - 1.0 || x > box.right + 1.0) {
                return;
            }
            painter_.setPen(QPen(Qt::black, page_.dots(thick), style));
            painter_.drawLine(view.toPixel({x, box.bottom - 15.0}), view.toPixel({x, box.top + 15.0}));
        };
        upright(-trim_, Qt::SolidLine, 0.45);
        upright(job_.layup.length_mm + trim_, Qt::SolidLine, 0.45);
        upright(0.0, Qt::DashLine, 0.2);
        upright(job_.layup.length_mm, Qt::DashLine, 0.2);
        if (plan_.layup->parted_mm) {
            upright(*plan_.layup->parted_mm, Qt::DashDotLine, 0.3);
        }
        painter_.setPen(QPen(Qt::black, page_.dots(0.45)));
        if (job_.layup.kind != TopKind::Single && !piece.island && piece.cutBelow.empty() && piece.cutAbove.empty()) {
            painter_.drawLine(view.toPixel({piece.ripFrom_mm, piece.ripLevel_mm}),
                              view.toPixel({piece.ripTo_mm, piece.ripLevel_mm}));
        }
        for (const Profile* cut : {&piece.cutBelow, &piece.cutAbove}) {
            if (!cut->empty()) {
                painter_.drawPolyline(view.toPixel(cutTo(*cut, piece.ripFrom_mm, piece.ripTo_mm)));
            }
        }
        painter_.restore();
    }

    void joints()
    {
        if (plan_.tenons->places.empty()) {
            return;
        }
        makeRoom(24.0);
        page_.text(0, y_, page_.width(),
                   job_.layup.joint.kind == JointKind::Dowels     ? tr("Dowels")
                   : job_.layup.joint.kind == JointKind::Biscuits ? tr("Biscuits")
                                                                  : tr("Loose tenons"),
                   11.5, true);
        y_ += 6.0;
        for (const Joint& joint : plan_.layup->joints) {
            QStringList places;
            for (const Vec2 t : plan_.tenons->places) {
                if (std::abs(t.y - valueAt(joint.line, t.x)) < 0.5) {
                    places << length(t.x);
                }
            }
            y_ += page_.paragraph(0, y_, page_.width(),
                                  tr("%1 to %2, from the left end: %3")
                                      .arg(QString::fromStdString(plan_.layup->pieces[joint.upper].name),
                                           QString::fromStdString(plan_.layup->pieces[joint.lower].name),
                                           places.join(QStringLiteral("  "))),
                                  9.0) +
                  1.5;
        }
        y_ += 2.0;
    }

    void rods()
    {
        if (plan_.layup->rods.empty()) {
            return;
        }
        const double w = page_.width() / 2.0;
        std::vector<QStringList> rows;
        for (const Rod& rod : plan_.layup->rods) {
            rows.push_back({length(rod.x_mm), length(rod.gap_mm), length(rod.cut_mm), QStringLiteral("[ ]")});
        }
        makeRoom(12.0 + 5.4 * static_cast<double>(rows.size()));
        page_.text(0, y_, page_.width(), tr("Rods"), 11.5, true);
        y_ += 6.0;
        y_ += page_.table(0, y_,
                          {{tr("rod at"), (w - 8.0) / 3.0, false},
                           {tr("gap there"), (w - 8.0) / 3.0},
                           {tr("cut to"), (w - 8.0) / 3.0},
                           {tr("done"), 8.0}},
                          rows) +
              1.0;
        y_ += page_.paragraph(0, y_, page_.width(),
                              tr("Rods of %1; drill %2 deep into each side, all from the same reference face.")
                                  .arg(length(job_.layup.rods.diameter_mm), length(job_.layup.rods.embed_mm)),
                              9.0) +
              4.0;
    }

    void halves()
    {
        if (!plan_.layup->parted_mm) {
            return;
        }
        makeRoom(16.0);
        QStringList places;
        for (const double y : plan_.layup->meetingBolts_mm) {
            places << length(y - plan_.layup->finalBox.bottom);
        }
        page_.text(0, y_, page_.width(), tr("Two halves"), 11.5, true);
        y_ += 6.0;
        y_ += page_.paragraph(
            0, y_, page_.width(),
            tr("Cross cut square at %1 from the left end; bolts near both faces, from the near edge: %2")
                .arg(length(*plan_.layup->parted_mm), places.join(QStringLiteral("  "))),
            9.0);
    }

    const Job& job_;
    const Plan& plan_;
    double trim_;
};

} // namespace

QByteArray cutSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), tr("Cut sheet: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { CutSheet(pdf, job, shop, plan, family).paint(); });
}

} // namespace burl
