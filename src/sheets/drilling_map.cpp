#include "sheets/drilling_map.h"

#include <algorithm>
#include <cmath>

#include <QCoreApplication>
#include <QPdfWriter>

#include "core/measure/format.h"
#include "core/move/pockets.h"
#include "sheets/sheet.h"
#include "sheets/shim_words.h"

namespace burl
{

using sheets::tr;

namespace
{

class DrillingMap : public Sheet
{
public:
    DrillingMap(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family)
        : Sheet(pdf, shop.habits.units, family), job_(job), plan_(plan), move_(*plan.move)
    {
    }

    void paint()
    {
        head();
        if (plan_.layup->missing) {
            page_.paragraph(0, y_, page_.width(), QString::fromStdString(plan_.layup->missing->what), 12.0);
            return;
        }
        map();
        holes();
        pockets();
        channels();
        cautions();
    }

private:
    void head() override
    {
        title(tr("Drilling map: %1").arg(QString::fromStdString(job_.name)));
        page_.text(0, 9.5, page_.width(),
                   tr("Underside, as it lies · wood %1 thick · every place from the lower left corner of the drawing")
                       .arg(length(plan_.flatten->thickness.value())),
                   10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 17.5;
    }

    [[nodiscard]] const Box& top() const { return plan_.layup->finalBox; }
    /// From the lower left corner, as the underside lies.
    [[nodiscard]] Vec2 place(Vec2 at) const { return asItLies(at, top()); }

    void map()
    {
        constexpr double kMost_mm = 92.0; // of the page's height
        const double scale = std::min((page_.width() - 14.0) / top().width(), kMost_mm / top().height());
        const double high = top().height() * scale;
        makeRoom(high + 14.0);
        const double left = 8.0;
        const double bottom = y_ + 6.0 + high;
        const auto at = [&](Vec2 p) {
            const Vec2 lies = place(p);
            return page_.dots(left + lies.x * scale, bottom - lies.y * scale, 0, 0).topLeft();
        };
        const auto ring = [&](const Ring& of) {
            QPolygonF out;
            for (const Vec2 p : of) {
                out << at(p);
            }
            return out;
        };
        painter_.save();
        painter_.setBrush(Qt::NoBrush);
        for (const PlacedPiece& piece : plan_.layup->pieces) {
            painter_.setPen(QPen(Qt::black, page_.dots(0.35)));
            for (const Ring& r : piece.keptUnder.empty() ? piece.kept : piece.keptUnder) {
                painter_.drawPolygon(ring(r));
            }
        }
        painter_.setPen(QPen(Qt::darkGray, page_.dots(0.2), Qt::DashDotLine));
        painter_.drawLine(at({top().left, move_.held.line_mm}), at({top().right, move_.held.line_mm}));
        painter_.setPen(QPen(Qt::black, page_.dots(0.2), Qt::DashLine));
        for (const Pocket& p : pocketsOf(move_)) {
            painter_.drawPolygon(ring(p.rim()));
        }
        painter_.setPen(QPen(Qt::black, page_.dots(0.2)));
        for (const BasePlatePlan& p : move_.plates) {
            painter_.drawRect(
                QRectF(at({p.plate.x_mm - p.plate.wide_mm / 2.0, p.plate.middle_mm + p.plate.long_mm / 2.0}),
                       at({p.plate.x_mm + p.plate.wide_mm / 2.0, p.plate.middle_mm - p.plate.long_mm / 2.0}))
                    .normalized());
        }
        for (const ChannelPlan& c : move_.channels) {
            for (const double y : c.bolts_mm) {
                painter_.drawEllipse(at({c.channel.x_mm, y}), page_.dots(0.8), page_.dots(0.8));
            }
        }
        painter_.restore();
        for (const FastenerPlan& f : move_.fasteners) {
            const QPointF p = at(f.fastener.at);
            painter_.drawEllipse(p, page_.dots(1.2), page_.dots(1.2));
            const Vec2 lies = place(f.fastener.at);
            page_.text(left + lies.x * scale + 3.2, bottom - lies.y * scale - 2.2, 10.0, QString::number(f.number), 8.0,
                       true);
        }
        // The corner that all is measured from.
        painter_.drawLine(page_.dots(left - 4.0, bottom, 0, 0).topLeft(),
                          page_.dots(left + 4.0, bottom, 0, 0).topLeft());
        painter_.drawLine(page_.dots(left, bottom + 4.0, 0, 0).topLeft(),
                          page_.dots(left, bottom - 4.0, 0, 0).topLeft());
        page_.text(left - 8.0, bottom + 1.0, 10.0, tr("0, 0"), 8.0);
        page_.text(left + top().width() * scale - 40.0, bottom + 1.0, 40.0, length(top().width()), 8.0, false,
                   Qt::AlignRight);
        y_ = bottom + 8.0;
    }

    [[nodiscard]] QString makeOf(const FastenerPlan& f) const
    {
        if (!f.slot.known()) {
            return tr("not known");
        }
        if (!f.slotted) {
            return tr("round hole");
        }
        const QString size = length(f.slot.value());
        switch (f.fastener.kind) {
        case FastenerKind::ZClip:
        case FastenerKind::Button:
            return tr("groove %1 deep").arg(size);
        case FastenerKind::FigureEight:
            return tr("arm from %1").arg(size);
        default:
            break;
        }
        if (f.fastener.hole == HoleKind::Oversize) {
            return tr("hole %1").arg(size);
        }
        const double turn = std::abs(f.slotTurn_deg);
        constexpr double kStraight_deg = 1.0;
        return tr("slot %1 %2")
            .arg(size, turn < kStraight_deg ? tr("across") : tr("%1° from across").arg(std::lround(f.slotTurn_deg)));
    }

    void holes()
    {
        if (move_.fasteners.empty()) {
            y_ += page_.paragraph(0, y_, page_.width(), tr("No fastener is placed yet."), 10.0) + 2.0;
            return;
        }
        std::vector<QStringList> rows;
        for (const FastenerPlan& f : move_.fasteners) {
            const Vec2 lies = place(f.fastener.at);
            rows.push_back({QString::number(f.number), length(lies.x), length(lies.y),
                            length(f.fastener.at.y - move_.held.line_mm),
                            QStringLiteral("⌀ %1").arg(length(f.drill.value())), length(f.deep.value()), makeOf(f),
                            f.slotted ? tr("snug, threadlock") : tr("tight")});
        }
        makeRoom(10.0 + 5.4 * static_cast<double>(rows.size()));
        const double w = page_.width();
        y_ += page_.table(0, y_,
                          {{tr("hole"), w * 0.06, false},
                           {tr("from the left"), w * 0.13},
                           {tr("up"), w * 0.11},
                           {tr("off held line"), w * 0.13},
                           {tr("bit"), w * 0.13},
                           {tr("deep"), w * 0.1},
                           {tr("in the metal"), w * 0.19},
                           {tr("bolt"), w * 0.15}},
                          rows) +
              4.0;
    }

    void pockets()
    {
        const std::vector<Pocket> all = pocketsOf(move_);
        if (all.empty()) {
            return;
        }
        std::vector<QStringList> rows;
        for (const Pocket& p : all) {
            const Vec2 a = place({p.box.left, p.box.top});
            rows.push_back(
                {QCoreApplication::translate("core", p.name.c_str()), length(a.x), length(a.y),
                 p.taper_mm > 0.0 ? tr("%1 to %2").arg(length(p.box.width()), length(p.box.width() - p.taper_mm))
                                  : length(p.box.width()),
                 length(p.box.height()), length(p.deep_mm), length(plan_.flatten->thickness.value() - p.deep_mm)});
        }
        makeRoom(16.0 + 5.4 * static_cast<double>(rows.size()));
        const double w = page_.width();
        page_.text(0, y_, w, tr("Pockets and grooves, sealed with finish before the steel goes in"), 11.0, true);
        y_ += 6.0;
        y_ += page_.table(0, y_,
                          {{tr("pocket"), w * 0.28, false},
                           {tr("from the left"), w * 0.13},
                           {tr("up"), w * 0.11},
                           {tr("along"), w * 0.12},
                           {tr("across"), w * 0.12},
                           {tr("deep"), w * 0.11},
                           {tr("wood left"), w * 0.13}},
                          rows) +
              4.0;
    }

    void channels()
    {
        std::vector<QStringList> rows;
        for (size_t i = 0; i < move_.channels.size(); ++i) {
            const ChannelPlan& c = move_.channels[i];
            for (size_t b = 0; b < c.bolts_mm.size(); ++b) {
                const Vec2 lies = place({c.channel.x_mm, c.bolts_mm[b]});
                const bool round = std::abs(c.bolts_mm[b] - c.channel.middle_mm) < 1.0;
                rows.push_back({tr("channel %1, bolt %2").arg(i + 1).arg(b + 1), length(lies.x), length(lies.y),
                                round                ? tr("round hole, tight")
                                : c.slots[b].known() ? tr("slot %1 across, snug").arg(length(c.slots[b].value()))
                                                     : tr("not known")});
            }
        }
        if (rows.empty()) {
            return;
        }
        makeRoom(10.0 + 5.4 * static_cast<double>(rows.size()));
        const double w = page_.width();
        y_ += page_.table(0, y_,
                          {{tr("in the steel"), w * 0.34, false},
                           {tr("from the left"), w * 0.2},
                           {tr("up"), w * 0.16},
                           {tr("hole"), w * 0.3}},
                          rows) +
              4.0;
    }

    void cautions()
    {
        makeRoom(18.0);
        y_ += page_.paragraph(0, y_, page_.width(),
                              tr("A stop on the drill before every hole: a hole through the show face ruins the top. "
                                 "Measure a second time, from the same corner. Two people turn the top over."),
                              8.5) +
              2.0;
        if (const QString shim = shimWords(*plan_.move, units_); !shim.isEmpty()) {
            makeRoom(8.0);
            y_ += page_.paragraph(0, y_, page_.width(), shim, 9.5, true) + 1.0;
        }
        warnings(plan_.findingsOf("move"));
    }

    const Job& job_;
    const Plan& plan_;
    const MovePlan& move_;
};

} // namespace

QByteArray drillingMapPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), sheets::tr("Drilling map: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { DrillingMap(pdf, job, shop, plan, family).paint(); });
}

} // namespace burl
