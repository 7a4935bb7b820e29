#include "sheets/shop_sheet.h"

#include <cmath>

#include <QDate>
#include <QPagedPaintDevice>
#include <QPdfWriter>

#include "core/measure/format.h"
#include "drawing/scene.h"
#include "sheets/page.h"
#include "sheets/shim_words.h"

namespace burl
{

using sheets::tr;

namespace
{

class ShopSheet
{
public:
    ShopSheet(QPagedPaintDevice& device, QPainter& painter, const Page& page, const Job& job, const Shop& shop,
              const Plan& plan, const PictureSource& pictures)
        : device_(device), p_(painter), page_(page), job_(job), plan_(plan), pictures_(pictures),
          units_(shop.habits.units)
    {
    }

    void paint()
    {
        head();
        if (plan_.layup->missing) {
            page_.paragraph(0, y_, page_.width(), QString::fromStdString(plan_.layup->missing->what), 12.0);
            return;
        }
        drawing();
        const double top = y_;
        const double gutter = 6.0;
        const double half = (page_.width() - gutter) / 2.0;
        double left = cutting(0.0, top, half);
        left = flattening(0.0, left + 3.0, half);
        double right = pouring(half + gutter, top, half);
        right = underside(half + gutter, right + 3.0, half);
        y_ = std::max(left, right) + 3.0;
        notes();
    }

private:
    [[nodiscard]] QString length(double mm) const
    {
        return QString::fromStdString(formatQuantity(mm, Unit::Length, units_));
    }
    [[nodiscard]] QString figure(const Figure& f) const { return QString::fromStdString(figureText(f, units_)); }
    [[nodiscard]] QString text(double v, Unit unit) const
    {
        return QString::fromStdString(formatQuantity(v, unit, units_));
    }

    void head()
    {
        page_.heading(0, 0, page_.width() - 30, QString::fromStdString(job_.name));
        page_.text(page_.width() - 30, 1.5, 30, QDate::currentDate().toString(Qt::ISODate), 10.0, false,
                   Qt::AlignRight);
        QString kind;
        switch (job_.layup.kind) {
        case TopKind::Single:
            kind = tr("single slab");
            break;
        case TopKind::Pair:
            kind = tr("joined pair");
            break;
        case TopKind::Panel:
            kind = tr("%1 pieces joined").arg(plan_.layup->pieces.size());
            break;
        case TopKind::River:
            kind = tr("river");
            break;
        case TopKind::Gap:
            kind = tr("open gap with rods");
            break;
        }
        if (job_.layup.shape != TopShape::AsLaid) {
            kind += QStringLiteral(", ") + (job_.layup.shape == TopShape::Round  ? tr("round")
                                            : job_.layup.shape == TopShape::Oval ? tr("oval")
                                                                                 : tr("drawn outline"));
        }
        QStringList names;
        for (const PlacedPiece& piece : plan_.layup->pieces) {
            names << QString::fromStdString(piece.name);
        }
        QString below = kind + QStringLiteral(" · ") + names.join(QStringLiteral(" + "));
        if (!job_.note.empty()) {
            below += QStringLiteral(" · ") + QString::fromStdString(job_.note);
        }
        page_.text(0, 9.5, page_.width(), below, 10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 18.0;
    }

    void drawing()
    {
        const Box& box = plan_.layup->finalBox;
        const double room = 104.0;
        const QRectF area = page_.dots(0.0, y_ + 8.0, page_.width() - 22.0, room - 14.0);
        const Box frame{box.left, box.bottom, box.right, box.top};
        const BoardView view = BoardView::fitted(frame, area);
        SceneStyle style;
        style.waste = 0.0;
        style.wood = 0.55;
        style.line_px = page_.dots(0.3);
        style.palette.ink = Qt::black;
        style.palette.mark = Qt::black;
        WoodCache wood(1.6);
        wood.setPictures(pictures_);
        p_.save();
        paintPieces(p_, view, plan_, wood, style);
        paintRods(p_, view, plan_, style);
        paintJoinery(p_, view, plan_, style, true);
        paintResin(p_, view, plan_, style);
        p_.restore();
        // Dimensions: length above, width at the right.
        const QPointF a = view.toPixel({box.left, box.top});
        const QPointF b = view.toPixel({box.right, box.top});
        const QPointF c = view.toPixel({box.right, box.bottom});
        p_.setPen(QPen(Qt::black, page_.dots(0.18)));
        const double up = page_.dots(4.0);
        p_.drawLine(a - QPointF(0, up), b - QPointF(0, up));
        p_.drawLine(a - QPointF(0, up * 1.4), a);
        p_.drawLine(b - QPointF(0, up * 1.4), b);
        page_.text((a.x() + b.x()) / 2.0 / page_.dots(1.0) - 20.0, a.y() / page_.dots(1.0) - 9.4, 40.0,
                   length(box.width()), 10.5, true, Qt::AlignHCenter);
        p_.drawLine(b + QPointF(up, 0), c + QPointF(up, 0));
        page_.text(b.x() / page_.dots(1.0) + 5.2, (b.y() + c.y()) / 2.0 / page_.dots(1.0) - 2.6, 22.0,
                   length(box.height()), 10.5, true);
        p_.drawLine(b + QPointF(0, 0), b + QPointF(up * 1.4, 0));
        p_.drawLine(c, c + QPointF(up * 1.4, 0));
        for (const PlacedPiece& piece : plan_.layup->pieces) {
            const QPointF m = view.toPixel(centroid(piece.rough));
            page_.text(m.x() / page_.dots(1.0) - 15.0, m.y() / page_.dots(1.0) - 3.0, 30.0,
                       QString::fromStdString(piece.name), 12.0, true, Qt::AlignHCenter);
        }
        for (const FastenerPlan& f : plan_.move->fasteners) { // where they stand, seen through the top
            p_.setPen(QPen(Qt::black, page_.dots(0.2)));
            p_.setBrush(Qt::NoBrush);
            p_.drawEllipse(view.toPixel(f.fastener.at), page_.dots(1.1), page_.dots(1.1));
        }
        y_ = view.toPixel({box.left, box.bottom}).y() / page_.dots(1.0) + 5.0;
        page_.text(0, y_ - 1.0, page_.width(),
                   tr("show face, drawn 1 : %1; circles: fasteners below").arg(qRound(page_.dots(1.0) / view.scale())),
                   8.0);
        y_ += 5.0;
    }

    double heading(double x, double y, double w, const QString& words) const
    {
        page_.text(x, y, w, words, 11.5, true);
        return y + 6.0;
    }

    /// Cut lengths of the rods; the height used.
    double rods(double x, double y, double w) const
    {
        if (plan_.layup->rods.empty()) {
            return 0.0;
        }
        std::vector<QStringList> rows;
        for (const Rod& rod : plan_.layup->rods) {
            rows.push_back({length(rod.x_mm), length(rod.gap_mm), length(rod.cut_mm), QStringLiteral("[ ]")});
        }
        const double high = page_.table(x, y + 1.0,
                                        {{tr("rod at"), (w - 8.0) / 3.0, false},
                                         {tr("gap there"), (w - 8.0) / 3.0},
                                         {tr("cut to"), (w - 8.0) / 3.0},
                                         {tr("done"), 8.0}},
                                        rows);
        return high + 1.0 +
               page_.paragraph(x, y + 1.0 + high, w,
                               tr("Rods %1 thick, %2 into the wood on each side, all drilled from the same "
                                  "face.")
                                   .arg(length(job_.layup.rods.diameter_mm), length(job_.layup.rods.embed_mm)),
                               8.0);
    }

    double cutting(double x, double y, double w) const
    {
        y = heading(x, y, w, tr("Cut"));
        std::vector<QStringList> rows;
        for (size_t i = 0; i < plan_.layup->pieces.size(); ++i) {
            const PlacedPiece& piece = plan_.layup->pieces[i];
            const Slab& slab = *plan_.layup.input->slabs[i];
            const auto outline = outlineOf(slab, Face::Top);
            const double from = outline->from_mm();
            const double to = outline->to_mm();
            rows.push_back({QString::fromStdString(piece.name), piece.turnedOver ? tr("bottom") : tr("top"),
                            length(piece.rip.at(from)), length(piece.rip.at(to)), QStringLiteral("[ ]")});
        }
        double at = y;
        if (job_.layup.kind != TopKind::Single) {
            at += page_.table(x, y,
                              {{tr("slab"), 14.0, false},
                               {tr("shows"), 18.0, false},
                               {tr("rip, butt end"), (w - 40.0) / 2.0},
                               {tr("rip, top end"), (w - 40.0) / 2.0},
                               {tr("done"), 8.0}},
                              rows);
            at += 1.0;
            at += page_.paragraph(x, at, w,
                                  tr("Rip lines are measured on each slab across from its string, far side +. Rip "
                                     "after the first flattening."),
                                  8.0);
        }
        at += rods(x, at, w);
        at += 1.5;
        page_.text(
            x, at, w,
            tr("Rough length %1, final %2").arg(figure(plan_.figure("rough_length")), length(job_.layup.length_mm)),
            9.5);
        return at + 5.0;
    }

    double flattening(double x, double y, double w) const
    {
        y = heading(x, y, w, tr("Flatten to %1").arg(figure(plan_.flatten->thickness)));
        std::vector<QStringList> rows;
        for (const FlattenedPiece& piece : plan_.flatten->pieces) {
            const QString name = QString::fromStdString(piece.name);
            if (piece.missing) {
                rows.push_back({name, tr("not read"), QString(), QString(), QStringLiteral("[ ]")});
                continue;
            }
            rows.push_back({name + tr(", top"), length(piece.top.most_mm),
                            QString::number(piece.top.passes.passes.size()), text(piece.top.minutes, Unit::Minutes),
                            QStringLiteral("[ ]")});
            rows.push_back({name + tr(", bottom"), length(piece.bottom.most_mm),
                            QString::number(piece.bottom.passes.passes.size()),
                            text(piece.bottom.minutes, Unit::Minutes), QStringLiteral("[ ]")});
        }
        double at = y + page_.table(x, y,
                                    {{tr("face"), 26.0, false},
                                     {tr("most off"), (w - 34.0) / 3.0},
                                     {tr("passes"), (w - 34.0) / 3.0},
                                     {tr("time"), (w - 34.0) / 3.0},
                                     {tr("done"), 8.0}},
                                    rows);
        at += 2.0;
        for (const FlattenedPiece& piece : plan_.flatten->pieces) {
            QStringList packers;
            for (const Packer& packer : piece.packers) {
                if (packer.squareToBench_mm >= 0.05) {
                    packers << tr("%1 at %2 along, %3 across")
                                   .arg(length(packer.squareToBench_mm), length(packer.at.x), length(packer.at.y));
                }
            }
            if (!packers.isEmpty()) {
                at += page_.paragraph(
                          x, at, w,
                          tr("Packers under %1, top face up, along from the butt and across from the string: ")
                                  .arg(QString::fromStdString(piece.name)) +
                              packers.join(QStringLiteral("; ")) + QStringLiteral("."),
                          8.5) +
                      1.0;
            }
        }
        return at;
    }

    /// One line for the pots of each colour of each pour: the pour card has them pot by pot.
    double pouring(double x, double y, double w) const
    {
        const PourPlan& pour = *plan_.pour;
        y = heading(x, y, w,
                    pour.events.empty() ? tr("Pour") : tr("Pour: mix %1").arg(text(pour.litres(), Unit::Volume)));
        double at = y;
        std::vector<QStringList> rows;
        for (const PourEvent& event : pour.events) {
            for (const ColourPots& colour : event.colours) {
                const Parts& each = colour.pots.each;
                constexpr double kGrams = 1000.0;
                // One colour needs no word of it here; of two the second has a line of its own.
                const bool first = &colour == &event.colours.front();
                rows.push_back({first ? QString::fromStdString(event.name).replace(tr(", round "), QStringLiteral(" "))
                                      : tr("+ %1").arg(QString::fromStdString(colour.colour)),
                                tr("%1 × %2").arg(colour.pots.count).arg(text(each.volume_L, Unit::Volume)),
                                text(each.a_kg * kGrams, Unit::SmallMass), text(each.b_kg * kGrams, Unit::SmallMass),
                                text(each.pigment_g, Unit::SmallMass), QStringLiteral("[ ]")});
            }
        }
        if (rows.empty()) {
            page_.text(x, at, w, tr("nothing to fill"), 9.5);
            return at + 5.0;
        }
        constexpr double kDone_mm = 6.5;
        const double room = w - kDone_mm;
        at += page_.table(x, at,
                          {{tr("pour"), room * 0.28, false},
                           {tr("pots"), room * 0.235},
                           {tr("part A"), room * 0.165},
                           {tr("part B"), room * 0.165},
                           {tr("pigment"), room * 0.155},
                           {QStringLiteral("✓"), kDone_mm}},
                          rows) +
              1.0;
        for (const ResinOrder& order : plan_.fill->orders) {
            page_.text(x, at, w,
                       QString::fromStdString(order.name) + tr(", layers of at most %1").arg(length(order.maxLayer_mm)),
                       8.5);
            at += 4.2;
        }
        return at + 1.0;
    }

    double underside(double x, double y, double w) const
    {
        y = heading(x, y, w, tr("Underside, turned over about its length"));
        const Box& box = plan_.layup->finalBox;
        std::vector<QStringList> rows;
        int n = 0;
        for (const FastenerPlan& f : plan_.move->fasteners) {
            // Seen from below: measured from the corner that then lies at the lower left.
            rows.push_back({QString::number(++n), length(f.fastener.at.x), length(box.top - f.fastener.at.y),
                            !f.slot.known() ? tr("not known")
                            : f.slotted     ? length(f.slot.value())
                                            : tr("round"),
                            length(f.travel.boltOffset_mm), QStringLiteral("[ ]")});
        }
        for (const ChannelPlan& c : plan_.move->channels) {
            rows.push_back({tr("C%1").arg(++n), length(c.channel.x_mm), length(box.top - c.channel.middle_mm),
                            QString::fromStdString(formatParts(c.groove.value(), Unit::Length, units_).number) +
                                QStringLiteral(" × ") + length(c.channel.depth_mm),
                            QString(), QStringLiteral("[ ]")});
        }
        double at = y + page_.table(x, y,
                                    {{tr("no."), 8.0, false},
                                     {tr("from left"), 17.0},
                                     {tr("from edge"), 16.5},
                                     {tr("slot or groove"), w - 64.5},
                                     {tr("bolt off"), 15.0},
                                     {tr("done"), 8.0}},
                                    rows);
        at += 1.0;
        at += page_.paragraph(x, at, w,
                              tr("From the left end and the lower edge as it lies turned over. Slots run across the "
                                 "grain; bolt off: from the slot's middle, + away from the held line. Held line tight, "
                                 "all others snug. C: channel, its groove."),
                              8.0);
        if (const QString shim = shimWords(*plan_.move, units_); !shim.isEmpty()) {
            at += page_.paragraph(x, at, w, shim, 9.0, true);
        }
        return at;
    }

    /// Every finding of the plan, what stops first. What stops or goes wrong makes a second page before it is left out.
    void notes()
    {
        page_.rule(0, y_, page_.width());
        y_ += 2.0;
        std::vector<Finding> all;
        for (const NamedAnswer& stage : plan_.answers()) {
            for (const Finding& finding : grouped(stage.answer->findings)) {
                if (finding.severity >= Severity::ToDo) {
                    all.push_back(finding);
                }
            }
        }
        sortBySeverity(all);
        int left = 0;
        constexpr double kFoot_mm = 20.0; // two lines, the count of what is left, the weight
        for (const Finding& finding : all) {
            if (y_ > page_.height() - kFoot_mm) {
                if (finding.severity == Severity::ToDo) {
                    ++left;
                    continue;
                }
                weight();
                device_.newPage();
                page_.heading(0, 0, page_.width(),
                              tr("%1, what is to be known").arg(QString::fromStdString(job_.name)));
                y_ = 12.0;
            }
            const QString mark = finding.severity == Severity::Stop   ? tr("STOP ")
                                 : finding.severity == Severity::ToDo ? tr("still to do: ")
                                                                      : QStringLiteral("▲ ");
            QString words = mark + QString::fromStdString(sentence(finding, units_));
            const std::string remedy = remedyText(finding, units_);
            if (!remedy.empty()) {
                words += QStringLiteral(" → ") + QString::fromStdString(remedy);
            }
            y_ += page_.paragraph(0, y_, page_.width(), words, 9.0, finding.severity == Severity::Stop) + 0.8;
        }
        if (left > 0) {
            y_ += page_.paragraph(0, y_, page_.width(),
                                  left == 1 ? tr("and 1 more still to do: see its bench")
                                            : tr("and %1 more still to do: see the benches").arg(left),
                                  9.0) +
                  0.8;
        }
        dayBook();
        weight();
    }

    void weight()
    {
        page_.text(0, page_.height() - 5.0, page_.width(),
                   tr("Weight of the top %1. Dust, lifting, resin on skin: the usual care; local codes and the makers' "
                      "data sheets decide.")
                       .arg(figure(plan_.fill->mass)),
                   8.0);
    }

    /// Room to write in, as much as the page has left.
    void dayBook()
    {
        const int rows = static_cast<int>((page_.height() - 12.0 - y_ - 12.0) / 5.4);
        if (rows < 2) {
            return;
        }
        y_ = heading(0.0, y_ + 1.0, page_.width(), tr("Day book"));
        const double w = page_.width();
        page_.table(0.0, y_,
                    {{tr("date"), 24.0, false},
                     {tr("what was done"), w - 128.0, false},
                     {tr("minutes"), 22.0, false},
                     {tr("MC"), 20.0, false},
                     {tr("shop temperature"), 34.0, false},
                     {tr("by"), 28.0, false}},
                    std::vector<QStringList>(static_cast<size_t>(std::min(rows, 9))));
    }

    QPagedPaintDevice& device_;
    QPainter& p_;
    const Page& page_;
    const Job& job_;
    const Plan& plan_;
    const PictureSource& pictures_;
    const UnitChoice& units_;
    double y_ = 0.0;
};

} // namespace

void paintShopSheet(QPagedPaintDevice& device, const Job& job, const Shop& shop, const Plan& plan,
                    const QString& family, const PictureSource& pictures)
{
    QPainter painter(&device);
    painter.setRenderHint(QPainter::Antialiasing);
    const double dotsPerMm = device.logicalDpiX() / 25.4;
    const QRectF room = device.pageLayout().paintRect(QPageLayout::Millimeter);
    const Page page(painter, dotsPerMm, room.width(), room.height(), family);
    ShopSheet(device, painter, page, job, shop, plan, pictures).paint();
}

QByteArray shopSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family,
                        const PictureSource& pictures)
{
    return portraitPdf(pageSizeOf(paper), QString::fromStdString(job.name),
                       [&](QPdfWriter& pdf) { paintShopSheet(pdf, job, shop, plan, family, pictures); });
}

} // namespace burl
