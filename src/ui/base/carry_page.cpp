#include "ui/base/carry_page.h"

#include <cmath>
#include <numbers>

#include <QHBoxLayout>
#include <QPainter>
#include <QTableWidget>

#include "drawing/view.h"
#include "ui/ledger/field_rows.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;

/// As it goes through a door: flat, upright or tilted, whichever leaves most room.
double tiltThrough(double across, double thin, const DoorWay& door)
{
    double best = 0.0;
    double most = -1e12;
    for (double deg = 0.0; deg <= 90.0; deg += 0.5) {
        const double c = std::cos(deg * kDegree);
        const double s = std::sin(deg * kDegree);
        const double spare = std::min(*door.wide_mm - across * c - thin * s, *door.high_mm - across * s - thin * c);
        if (spare > most) {
            most = spare;
            best = deg;
        }
    }
    return best;
}

} // namespace

WayView::WayView(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    named(this, QStringLiteral("wayView"), tr("Door and turn, with the piece as it passes"));
    setMinimumWidth(280);
}

void WayView::paintDoor(QPainter& p, const QRectF& area, const BasePlan& base, const DoorWay& door) const
{
    const double across = std::min(base.topBox.long_mm, base.topBox.wide_mm);
    const BoardView view = BoardView::fitted({-60.0, 0.0, *door.wide_mm + 60.0, *door.high_mm + 60.0}, area);
    p.setPen(QPen(colours().ink, 2.0));
    p.setBrush(colours().board);
    p.drawRect(QRectF(view.toPixel({0.0, *door.high_mm}), view.toPixel({*door.wide_mm, 0.0})));
    const double tilt = tiltThrough(across, base.topBox.high_mm, door);
    const double c = std::cos(tilt * kDegree);
    const double s = std::sin(tilt * kDegree);
    const double wide = across * c + base.topBox.high_mm * s;
    const double left = (*door.wide_mm - wide) / 2.0 + base.topBox.high_mm * s;
    const Vec2 along{across * c, across * s};
    const Vec2 up{-base.topBox.high_mm * s, base.topBox.high_mm * c};
    const Vec2 from{left, std::max(0.0, (*door.high_mm - across * s - base.topBox.high_mm * c) / 4.0)};
    p.setPen(QPen(colours().ink, 1.2));
    p.setBrush(rampColour(4));
    p.drawPolygon(view.toPixel(Ring{from, from + along, from + along + up, from + up}));
}

void WayView::paintTurn(QPainter& p, const QRectF& area, const BasePlan& base, double from, double to) const
{
    const double reach = 1.1 * base.topBox.long_mm + std::max(from, to);
    // Walls of a corridor that comes along x and goes on along y; its inner corner at the origin.
    const BoardView view = BoardView::fitted({-reach, -from - 60.0, to + 60.0, reach * 0.7}, area);
    p.setPen(QPen(colours().ink, 2.0));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(view.toPixel(Ring{{-reach, 0.0}, {0.0, 0.0}, {0.0, reach}}));
    p.drawPolyline(view.toPixel(Ring{{-reach, -from}, {to, -from}, {to, reach}}));
    const double thin = base.topBox.high_mm;
    const auto turn = roundCorner(from, to, thin);
    const double angle = turn ? turn->angle_deg * kDegree : kDegree * 45.0;
    // Its inner face touches the inner corner where it is tightest; drawn in the middle of what room there is.
    const Vec2 along{std::cos(angle), std::sin(angle)};
    const Vec2 out{std::sin(angle), -std::cos(angle)};
    const double below = from / std::max(0.05, std::sin(angle)); // along it from the corner to the outer wall
    const double beyond = to / std::max(0.05, std::cos(angle));
    const double share = below / (below + beyond);
    const Vec2 start = along * (-base.topBox.long_mm * share);
    const Ring slab{start, start + along * base.topBox.long_mm, start + along * base.topBox.long_mm + out * thin,
                    start + out * thin};
    const bool passes = turn && turn->longest_mm >= base.topBox.long_mm;
    p.setPen(QPen(passes ? colours().ink : colours().mark, passes ? 1.2 : 2.2));
    p.setBrush(rampColour(4));
    p.drawPolygon(view.toPixel(slab));
}

/// A rectangle in a larger one, turned as it fits best: in a lift seen from its side, in a van from above.
void WayView::paintTurned(QPainter& p, const QRectF& area, double long_mm, double wide_mm, double inLong,
                          double inWide) const
{
    const BoardView view = BoardView::fitted({-60.0, -60.0, inLong + 60.0, inWide + 60.0}, area);
    p.setPen(QPen(colours().ink, 2.0));
    p.setBrush(colours().board);
    p.drawRect(QRectF(view.toPixel({0.0, inWide}), view.toPixel({inLong, 0.0})));
    const double tilt = tiltThrough(long_mm, wide_mm, {inLong, inWide});
    const double c = std::cos(tilt * kDegree);
    const double s = std::sin(tilt * kDegree);
    const Vec2 middle{inLong / 2.0, inWide / 2.0};
    const Vec2 along = Vec2{c, s} * (long_mm / 2.0);
    const Vec2 up = Vec2{-s, c} * (wide_mm / 2.0);
    const bool passes = long_mm * c + wide_mm * s <= inLong + 0.5 && long_mm * s + wide_mm * c <= inWide + 0.5;
    p.setPen(QPen(passes ? colours().ink : colours().mark, passes ? 1.2 : 2.2));
    p.setBrush(rampColour(4));
    p.drawPolygon(
        view.toPixel(Ring{middle - along - up, middle + along - up, middle + along + up, middle - along + up}));
}

void WayView::paintEvent(QPaintEvent*)
{
    const Plan* plan = document_.plan();
    const Job* job = document_.job();
    if (plan == nullptr || job == nullptr || !plan->base->surface.known()) {
        return;
    }
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const BasePlan& base = *plan->base;
    const WayIn& way = job->base.way;
    const bool door = job->door.wide_mm && job->door.high_mm;
    const bool turn = way.corridor_mm && way.after_mm;
    const bool stairs = way.stairs_mm && way.landing_mm;
    const bool lift = way.liftWide_mm && way.liftDeep_mm && way.liftHigh_mm;
    const std::optional<double> vanLong = document_.shop().habits.van_mm;
    const bool van = vanLong && way.vanWide_mm;
    const int drawn = int(door) + int(turn) + int(stairs) + int(lift) + int(van);
    if (drawn == 0) {
        p.setPen(colours().faint);
        p.setFont(textFont(10.5));
        p.drawText(rect().adjusted(8, 8, -8, -8), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Measure door, turn and stairs at the right: the piece is drawn here as it passes."));
        return;
    }
    const double each = (width() - 8.0) / drawn;
    double x = 4.0;
    const auto next = [&](const QString& name, const auto& paint) {
        p.setPen(colours().faint);
        p.setFont(textFont(10.0));
        p.drawText(QRectF(x, 0.0, each, 18.0), Qt::AlignHCenter, name);
        paint(QRectF(x + 6.0, 20.0, each - 12.0, height() - 24.0));
        x += each;
    };
    if (door) {
        next(tr("door"), [&](const QRectF& area) { paintDoor(p, area, base, job->door); });
    }
    if (turn) {
        next(tr("turn, from above"),
             [&](const QRectF& area) { paintTurn(p, area, base, *way.corridor_mm, *way.after_mm); });
    }
    const double longer = std::max(base.topBox.long_mm, base.topBox.wide_mm);
    const double shorter = std::min(base.topBox.long_mm, base.topBox.wide_mm);
    if (lift) {
        next(tr("lift, from its side"),
             [&](const QRectF& area) { paintTurned(p, area, longer, shorter, *way.liftDeep_mm, *way.liftHigh_mm); });
    }
    if (van) {
        next(tr("van, from above"),
             [&](const QRectF& area) { paintTurned(p, area, longer, shorter, *vanLong, *way.vanWide_mm); });
    }
    if (stairs) {
        next(tr("landing, from above"),
             [&](const QRectF& area) { paintTurn(p, area, base, *way.stairs_mm, *way.landing_mm); });
    }
}

CarryPage::CarryPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), answers_(new QTableWidget(this)), view_(new WayView(document, this)),
      form_(new ChoicesForm(document, QStringLiteral("carry"), this))
{
    named(this, QStringLiteral("carryPage"), tr("How it comes into its room"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(4, 0, 8, 2);
    named(answers_, QStringLiteral("carryAnswers"), tr("What passes where"));
    makePlain(*answers_, {tr("what"), tr("how")}, {190}, 24);
    answers_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    row->addWidget(answers_, 5);
    row->addWidget(view_, 4);
    addRows();
    form_->hide();
}

void CarryPage::addRows()
{
    Document& doc = document_;
    const auto job = [&doc] { return doc.job(); };
    const RowsOf<DoorWay> door{
        [job] { return job() != nullptr ? &job()->door : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.door); }); }};
    const RowsOf<WayIn> way{
        [job] { return job() != nullptr ? &job()->base.way : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.base.way); }); }};
    const RowsOf<BaseChoices> base{
        [job] { return job() != nullptr ? &job()->base : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.base); }); }};
    const Unit mm = Unit::Length;
    addRow<DoorWay>(*form_, door,
                    {"passDoorWide", tr("Door, wide"), &DoorWay::wide_mm, ranges::kDoor_mm, mm,
                     tr("Clear, between the frame, the leaf off its hinges or not: as it will be.")});
    addRow<DoorWay>(
        *form_, door,
        {"passDoorHigh", tr("Door, high"), &DoorWay::high_mm, ranges::kDoor_mm, mm, tr("Clear, over the sill.")});
    burl::ui::addRows<WayIn>(
        *form_, way,
        {{"corridor", tr("Corridor before a turn"), &WayIn::corridor_mm, ranges::kWay_mm, mm,
          tr("Clear width, skirting and radiators taken off.")},
         {"corridorAfter", tr("and behind it"), &WayIn::after_mm, ranges::kWay_mm, mm,
          tr("Clear width of what it turns into.")},
         {"stairs", tr("Stairs, wide"), &WayIn::stairs_mm, ranges::kWay_mm, mm, tr("Between wall and rail.")},
         {"landing", tr("Landing, deep"), &WayIn::landing_mm, ranges::kWay_mm, mm,
          tr("Where the stairs turn; carried level.")}});
    form_->addChoice(
        QStringLiteral("carriers"), tr("People who carry"),
        [] {
            std::vector<ChoicesForm::Option> out;
            for (int n = 1; n <= static_cast<int>(ranges::kPeople.most); ++n) {
                out.push_back({QString::number(n), n});
            }
            return out;
        },
        [job]() -> QVariant { return job() != nullptr ? job()->base.carriers : 2; },
        [&doc](const QVariant& v) { doc.edit(tr("People who carry"), [&](Job& j) { j.base.carriers = v.toInt(); }); });
    tellCarriers();
    addRow<BaseChoices>(*form_, base,
                        {"hoist", tr("Hoist, rated for"), &BaseChoices::hoist_kg, ranges::kHoist_kg, Unit::Mass,
                         tr("Its weakest part: hook, chain, gantry or beam.")});
    form_->findChild<MeasureField*>(QStringLiteral("hoist"))->setOptional(tr("none"));
    form_->fold(tr("lift, ceiling, van"));
    burl::ui::addRows<WayIn>(
        *form_, way,
        {{"ceiling", tr("Ceiling at the turn"), &WayIn::ceiling_mm, ranges::kWay_mm, mm, tr("Lamps taken off.")},
         {"liftWide", tr("Lift, wide"), &WayIn::liftWide_mm, ranges::kWay_mm, mm, tr("Inside, clear of its rail.")},
         {"liftDeep", tr("Lift, deep"), &WayIn::liftDeep_mm, ranges::kWay_mm, mm, tr("Inside, doors shut.")},
         {"liftHigh", tr("Lift, high"), &WayIn::liftHigh_mm, ranges::kWay_mm, mm, tr("Inside.")},
         {"vanWide", tr("Van, wide"), &WayIn::vanWide_mm, ranges::kWay_mm, mm,
          tr("Between the wheel arches, or over them where the top lies higher. Its length is a habit of the shop.")},
         {"vanHigh", tr("Van, high"), &WayIn::vanHigh_mm, ranges::kWay_mm, mm, tr("Through its door.")}});
}

void CarryPage::tellCarriers()
{
    form_->findChild<QWidget*>(QStringLiteral("carriers"))
        ->setToolTip(tr("Fewer than a person for each %1 is too few, as a caution.")
                         .arg(quantity(kEach_kg, Unit::Mass, document_.units())));
}

void CarryPage::refresh(bool onlyPlan)
{
    const Plan* plan = document_.plan();
    std::vector<QStringList> rows;
    const auto add = [&rows](const QString& what, const QString& how) { rows.push_back({what, how}); };
    if (plan != nullptr && plan->base->surface.known()) {
        const BasePlan& base = *plan->base;
        const UnitChoice& units = document_.units();
        for (const NarrowPlace& p : base.places) {
            const QString spare = quantity(std::abs(p.spare_mm.value_or(0.0)), Unit::Length, units);
            QString name = translated(p.name);
            name[0] = name[0].toUpper();
            switch (p.answer) {
            case PassAnswer::NotMeasured:
                break;
            case PassAnswer::Passes:
                add(name, tr("✓ as a whole, %1 to spare").arg(spare));
                break;
            case PassAnswer::TopAlone:
                add(name, (base.wholeBox ? tr("✓ the top alone, %1, %2 to spare") : tr("✓ %1, %2 to spare"))
                              .arg(translated(p.how), spare));
                break;
            case PassAnswer::Never:
                add(name, tr("✗ does not pass, %1 are missing").arg(spare));
                break;
            }
        }
        if (base.topMass.known() && !base.carried.empty()) {
            add(tr("Turned over"), heaviestOfTop(base).mass.value() / 2.0 <= kEach_kg
                                       ? tr("one sets it up on its edge, two turn it, on blankets")
                                       : tr("by all who carry it, or a hoist: on its edge first"));
        }
        for (const Figure& f : base.handling) {
            add(translated(f.node().label), quantity(f, units));
        }
    } else {
        add(tr("Lay the top up first"), tr("what it weighs and passes stands here then"));
    }
    answers_->setRowCount(static_cast<int>(rows.size()));
    for (size_t i = 0; i < rows.size(); ++i) {
        putRow(*answers_, static_cast<int>(i), rows[i]);
        answers_->item(static_cast<int>(i), 1)->setToolTip(rows[i][1]);
    }
    view_->update();
    if (!onlyPlan) {
        tellCarriers();
        form_->refresh();
    }
}

} // namespace burl::ui
