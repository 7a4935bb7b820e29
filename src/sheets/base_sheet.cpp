#include "sheets/base_sheet.h"

#include <algorithm>
#include <cmath>

#include <QPdfWriter>

#include "core/base/joint_lines.h"
#include "core/measure/format.h"
#include "drawing/bars.h"
#include "drawing/elevation.h"
#include "sheets/sheet.h"
#include "sheets/shim_words.h"

namespace burl
{

using sheets::core;
using sheets::tr;

namespace
{

class BaseSheet : public Sheet
{
public:
    BaseSheet(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family)
        : Sheet(pdf, shop.habits.units, family), job_(job), plan_(plan), base_(*plan.base), family_(family)
    {
    }

    void paint()
    {
        head();
        if (!base_.shape) {
            page_.paragraph(0, y_, page_.width(),
                            base_.missing ? QString::fromStdString(base_.missing->what)
                                          : tr("Nothing is laid up yet: there is no top to stand on it."),
                            12.0);
            return;
        }
        elevations();
        members();
        bars();
        joints();
        standing();
    }

private:
    void head() override
    {
        title(tr("Base: %1").arg(QString::fromStdString(job_.name)));
        page_.text(0, 9.5, page_.width(),
                   base_.shape
                       ? tr("%1 · %2 high · base %3, table %4")
                             .arg(core(kindWord(base_.choices.kind)), length(base_.surface.value()),
                                  base_.baseMass ? quantity(base_.baseMass.value(), Unit::Mass) : tr("not weighed"),
                                  quantity(base_.mass.value(), Unit::Mass))
                       : QString(),
                   10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 17.5;
    }

    void elevations()
    {
        constexpr double kHigh_mm = 54.0;
        makeRoom(kHigh_mm + 14.0);
        const double w = page_.width();
        Palette ink = dayPalette();
        ink.steel = QColor(0xb8, 0xb6, 0xb2);
        struct View {
            Elevation from;
            double left, wide;
            QString word;
        };
        for (const View& v : {View{Elevation::Side, 0.0, w * 0.6, tr("from the side")},
                              View{Elevation::End, w * 0.63, w * 0.37, tr("from its right end")}}) {
            const Box box = elevationBox(plan_, v.from);
            const double room = box.width() * 0.2 + 60.0;
            const Box frame{box.left - room, box.bottom - 70.0, box.right + 20.0, box.top + 60.0};
            const BoardView view = BoardView::fitted(frame, page_.dots(v.left, y_, v.wide, kHigh_mm));
            painter_.save();
            painter_.setClipRect(page_.dots(v.left, y_, v.wide, kHigh_mm));
            paintElevation(painter_, view, plan_, v.from, ink);
            painter_.restore();
            measures(view, v.from, box, room);
            page_.text(v.left, y_ + kHigh_mm + 0.5, v.wide, v.word, 9.0, false, Qt::AlignHCenter);
        }
        y_ += kHigh_mm + 8.0;
    }

    void line(QPointF a, QPointF b)
    {
        painter_.drawLine(a, b);
        const QPointF way = b - a;
        const double long_px = std::hypot(way.x(), way.y());
        if (long_px > 0.0) {
            const QPointF tick = QPointF(-way.y(), way.x()) / long_px * page_.dots(1.2);
            painter_.drawLine(a - tick, a + tick);
            painter_.drawLine(b - tick, b + tick);
        }
    }

    void word(QPointF at, const QString& text)
    {
        const QRectF origin = page_.dots(0, 0, 0, 0);
        const double x = (at.x() - origin.x()) / page_.dots(1.0);
        const double y = (at.y() - origin.y()) / page_.dots(1.0);
        page_.text(x - 12.0, y - 2.0, 24.0, text, 8.0, true, Qt::AlignHCenter);
    }

    void measures(const BoardView& view, Elevation from, const Box& box, double room)
    {
        painter_.save();
        painter_.setPen(QPen(Qt::black, page_.dots(0.18)));
        const double high = base_.surface.value();
        const double x = box.left - room * 0.3;
        line(view.toPixel({x, 0.0}), view.toPixel({x, high}));
        word(view.toPixel({x, high / 2.0}) - QPointF(page_.dots(8.0), 0), length(high));
        std::vector<double> at;
        for (const Vec2 f : base_.shape->feet) {
            at.push_back(from == Elevation::Side ? f.x : f.y);
        }
        if (!at.empty()) {
            const auto [low, top] = std::minmax_element(at.begin(), at.end());
            const double z = -45.0;
            double from_mm = *low;
            double to_mm = *top;
            for (const BasePlateMember& p : base_.shape->plates) {
                if (p.disc) { // it bears on its rim: that is what is measured
                    const double middle = (*low + *top) / 2.0;
                    from_mm = std::min(from_mm, middle - p.long_mm / 2.0);
                    to_mm = std::max(to_mm, middle + p.long_mm / 2.0);
                }
            }
            line(view.toPixel({from_mm, z}), view.toPixel({to_mm, z}));
            word(view.toPixel({(from_mm + to_mm) / 2.0, z}) + QPointF(0, page_.dots(2.6)), length(to_mm - from_mm));
        }
        const double above = high + 32.0;
        line(view.toPixel({from == Elevation::Side ? plan_.layup->finalBox.left : plan_.layup->finalBox.bottom, above}),
             view.toPixel({from == Elevation::Side ? plan_.layup->finalBox.right : plan_.layup->finalBox.top, above}));
        word(view.toPixel({(box.left + box.right) / 2.0, above}) - QPointF(0, page_.dots(2.4)),
             length(from == Elevation::Side ? plan_.layup->finalBox.width() : plan_.layup->finalBox.height()));
        painter_.restore();
    }

    void heading(const QString& words)
    {
        page_.text(0, y_, page_.width(), words, 11.0, true);
        y_ += 6.0;
    }

    void members()
    {
        std::vector<QStringList> rows;
        QStringList notes; // how it is made does not go into a column
        const auto words = [this](double v) { return length(v); };
        for (const BaseMember& m : base_.shape->members) {
            rows.push_back({QString::number(m.number), core(m.name), QString::number(m.count), length(m.long_mm),
                            endsWord(m, words), sectionWord(m, words),
                            base_.shape->massKnown ? quantity(m.mass_kg, Unit::Mass) : tr("not known")});
            if (const QString making = makingWord(m, words); !making.isEmpty()) {
                notes << tr("No. %1, %2: %3.").arg(QString::number(m.number), core(m.name), making);
            }
        }
        for (const BasePlateMember& p : base_.shape->plates) {
            rows.push_back({QString(), core(p.name), QString::number(p.count),
                            p.disc ? QStringLiteral("⌀ ") + length(p.long_mm) : length(p.long_mm), QString(),
                            p.disc ? length(p.thick_mm) : tr("%1 × %2").arg(length(p.wide_mm), length(p.thick_mm)),
                            quantity(p.mass_kg, Unit::Mass)});
        }
        if (rows.empty()) {
            return;
        }
        makeRoom(14.0 + 5.4 * static_cast<double>(rows.size()));
        heading(tr("Cut list: long is from tip to tip, angles from square"));
        const double w = page_.width();
        y_ += page_.table(0, y_,
                          {{tr("no."), w * 0.05, false},
                           {tr("member"), w * 0.27, false},
                           {tr("pieces"), w * 0.08},
                           {tr("long"), w * 0.11},
                           {tr("ends"), w * 0.18},
                           {tr("section"), w * 0.2},
                           {tr("each"), w * 0.11}},
                          rows) +
              1.0;
        for (const QString& note : notes) {
            makeRoom(6.0);
            y_ += page_.paragraph(0, y_, w, note, 9.0) + 0.5;
        }
        y_ += 3.0;
    }

    void bars()
    {
        int all = 0;
        for (const StockCut& s : base_.stock) {
            all += static_cast<int>(s.list.plan.size());
        }
        if (all == 0) {
            return;
        }
        const double high = 6.5 * static_cast<double>(base_.stock.size()) + 6.6 * all + 4.0;
        makeRoom(std::min(high + 10.0, page_.height() - 30.0));
        heading(tr("From these bars and boards, kerf %1").arg(length(base_.choices.kerf_mm)));
        BarsStyle style;
        style.ink = Qt::black;
        style.faint = Qt::darkGray;
        style.piece = QColor(0xdd, 0xd8, 0xcf);
        style.ground = Qt::white;
        style.font = QFont(family_);
        style.font.setPointSizeF(8.0);
        style.bar = page_.dots(4.8);
        style.gap = page_.dots(1.6);
        const double room = std::min(high, page_.height() - y_ - 4.0);
        painter_.save();
        const int hidden = paintBars(painter_, page_.dots(0, y_, page_.width(), room), base_, style,
                                     [this](double v) { return length(v); });
        painter_.restore();
        y_ += room;
        if (hidden > 0) {
            y_ += page_.paragraph(0, y_, page_.width(), tr("%1 more bars are cut alike.").arg(hidden), 9.0);
        }
        y_ += 2.0;
    }

    void joints()
    {
        const std::vector<BaseJoint> all = jointLines(base_, &*plan_.layup);
        if (all.empty()) {
            return;
        }
        makeRoom(14.0);
        heading(madeOf(base_.choices.kind) == BaseOf::Steel ? tr("Welds and surface") : tr("Joints"));
        for (const BaseJoint& j : all) {
            ticked(
                (j.count > 0 ? tr("%1 (%2): ").arg(core(j.name)).arg(j.count) : core(j.name) + QStringLiteral(": ")) +
                QString::fromStdString(noteText(j, units_)));
        }
        y_ += 2.0;
    }

    void standing()
    {
        for (const Entry& e : base_.figures) {
            if (e.prominence == Prominence::Folded || !e.figure.known()) {
                continue;
            }
            makeRoom(6.0);
            page_.text(0, y_, page_.width() * 0.5, core(e.figure.node().label), 9.5);
            page_.text(page_.width() * 0.5, y_, page_.width() * 0.5,
                       QString::fromStdString(figureText(e.figure, units_)), 9.5, true);
            y_ += 5.0;
        }
        y_ += 2.0;
        for (const Finding& f : grouped(base_.findings)) {
            if (f.severity == Severity::ToDo || f.severity == Severity::Good) {
                continue;
            }
            makeRoom(10.0);
            y_ += page_.paragraph(0, y_, page_.width(),
                                  (f.severity == Severity::Stop   ? tr("Stop: ")
                                   : f.severity == Severity::Warn ? tr("Careful: ")
                                                                  : QString()) +
                                      QString::fromStdString(sentence(f, units_)),
                                  9.0, f.severity != Severity::Caution) +
                  1.0;
        }
    }

    const Job& job_;
    const Plan& plan_;
    const BasePlan& base_;
    QString family_;
};

class PackingList : public Sheet
{
public:
    PackingList(QPdfWriter& pdf, const Job& job, const Shop& shop, const Plan& plan, const QString& family)
        : Sheet(pdf, shop.habits.units, family), job_(job), plan_(plan), base_(*plan.base)
    {
    }

    void paint()
    {
        head();
        if (!base_.topMass.known()) {
            page_.paragraph(0, y_, page_.width(), tr("What the top weighs is not known yet: measure its slabs first."),
                            12.0);
            return;
        }
        list();
        way();
        handling();
    }

private:
    void head() override
    {
        title(tr("Packing list: %1").arg(QString::fromStdString(job_.name)));
        page_.text(0, 9.5, page_.width(), tr("Ticked off as it goes into the van, and again at the door"), 10.0);
        page_.rule(0, 15.5, page_.width());
        y_ = 17.5;
    }

    void row(const QString& what, const QString& more)
    {
        makeRoom(8.0);
        page_.box(0, y_ + 0.8, 3.6);
        page_.box(6.0, y_ + 0.8, 3.6);
        page_.text(13.0, y_, page_.width() * 0.45, what, 11.0, true);
        y_ += std::max(6.5, page_.paragraph(13.0 + page_.width() * 0.45, y_, page_.width() * 0.55 - 13.0, more, 10.0)) +
              1.0;
    }

    void list()
    {
        const auto box = [&](const Carried& c) {
            return tr("%1 × %2 × %3").arg(length(c.long_mm), length(c.wide_mm), length(c.high_mm));
        };
        const auto people = [&](double kg) {
            const int n = peopleFor(kg);
            return n == 1 ? tr("one person") : tr("%1 people").arg(n);
        };
        for (const TablePiece& p : base_.carried) {
            if (!p.ofBase) {
                row(p.key == "top" ? tr("The top") : tr("The top, %1").arg(core(p.name)),
                    tr("%1, %2, %3; on its edge, blankets, corners padded")
                        .arg(box({p.long_mm.value(), p.wide_mm.value(), p.high_mm.value()}),
                             quantity(p.mass.value(), Unit::Mass), people(p.mass.value())));
            }
        }
        if (base_.shape) {
            bool weighed = false;
            for (const TablePiece& p : base_.carried) {
                if (p.ofBase) {
                    weighed = true;
                    row(p.key == "base" ? tr("The base") : tr("The %1").arg(core(p.name)),
                        tr("%1, %2, %3")
                            .arg(box({p.long_mm.value(), p.wide_mm.value(), p.high_mm.value()}),
                                 quantity(p.mass.value(), Unit::Mass), people(p.mass.value())));
                }
            }
            if (!weighed) {
                row(tr("The base"), tr("not weighed"));
            }
            row(tr("Feet"), base_.choices.feet == BaseFeet::Adjustable
                                ? tr("%1 adjustable, and two spare")
                                      .arg(base_.shape->feet.size() <= 8 ? base_.shape->feet.size() : size_t{4})
                            : base_.choices.feet == BaseFeet::Felt ? tr("felt pads, and spare ones")
                                                                   : tr("none"));
        }
        const size_t bolts = plan_.move->fasteners.size();
        row(tr("Bolts and washers in a bag"), bolts > 0
                                                  ? tr("%1 as the drilling map says, and two spare of each").arg(bolts)
                                                  : tr("none is placed yet: see Move"));
        if (const QString shim = shimWords(*plan_.move, units_); !shim.isEmpty()) {
            row(tr("Shims cut to size"), shim);
        }
        row(tr("Tools"), tr("key and driver for the bolts, level, shims, felt, tape measure"));
        row(tr("Blankets, straps, edge guards, gloves"), tr("no strap over a live edge, none over fresh finish"));
        row(tr("Oil and cloth for knocks; the care sheet"), tr("used cloths lie flat outdoors or under water"));
        y_ += 3.0;
    }

    void way()
    {
        makeRoom(12.0);
        page_.text(0, y_, page_.width(), tr("The way in"), 11.0, true);
        y_ += 6.0;
        bool any = false;
        for (const NarrowPlace& p : base_.places) {
            if (p.answer == PassAnswer::NotMeasured) {
                continue;
            }
            any = true;
            makeRoom(7.0);
            const QString spare = length(std::abs(p.spare_mm.value_or(0.0)));
            y_ += page_.paragraph(0, y_, page_.width(),
                                  core(p.name) + QStringLiteral(": ") +
                                      (p.answer == PassAnswer::Passes
                                           ? tr("the whole table passes, %1 to spare").arg(spare)
                                       : p.answer == PassAnswer::TopAlone
                                           ? (plan_.layup->parted_mm ? tr("the longer half, %1, %2 to spare")
                                                                     : tr("the top alone, %1, %2 to spare"))
                                                 .arg(core(p.how), spare)
                                           : tr("does not pass: %1 are missing").arg(spare)),
                                  10.0, p.answer == PassAnswer::Never) +
                  1.0;
        }
        if (!any) {
            y_ += page_.paragraph(0, y_, page_.width(), tr("Neither door nor turn nor stairs are measured."), 10.0);
        }
        y_ += 3.0;
    }

    void handling()
    {
        makeRoom(12.0);
        page_.text(0, y_, page_.width(), tr("Lifting"), 11.0, true);
        y_ += 6.0;
        for (const Figure& f : base_.handling) {
            makeRoom(6.0);
            page_.text(0, y_, page_.width() * 0.55, core(f.node().label), 10.0);
            page_.text(page_.width() * 0.55, y_, page_.width() * 0.45, QString::fromStdString(figureText(f, units_)),
                       10.0, true);
            y_ += 5.4;
        }
        y_ += 2.0;
        makeRoom(14.0);
        page_.paragraph(0, y_, page_.width(),
                        tr("%1 each is a caution, not a limit. Knees bent, one who speaks, nobody underneath; slings "
                           "that cannot slide, hooks and beams with a rating. Local rules on lifting come first.")
                            .arg(quantity(kEach_kg, Unit::Mass)),
                        9.0);
    }

    const Job& job_;
    const Plan& plan_;
    const BasePlan& base_;
};

} // namespace

QByteArray baseSheetPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), sheets::tr("Base: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { BaseSheet(pdf, job, shop, plan, family).paint(); });
}

QByteArray packingListPdf(const Job& job, const Shop& shop, const Plan& plan, Paper paper, const QString& family)
{
    return portraitPdf(pageSizeOf(paper), sheets::tr("Packing list: %1").arg(QString::fromStdString(job.name)),
                       [&](QPdfWriter& pdf) { PackingList(pdf, job, shop, plan, family).paint(); });
}

} // namespace burl
