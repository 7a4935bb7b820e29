#include "ui/move/move_bench.h"

#include <cmath>
#include <numbers>

#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

#include "core/layup/top_pieces.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/move/bending_page.h"
#include "ui/move/fasteners_page.h"
#include "ui/move/move_tray.h"
#include "ui/move/year_strip.h"

namespace burl::ui
{

namespace
{

/// Between the nodes of its cell; not a number outside the wood.
double deflectionAt(const HoldAnswer& a, const HoldShape& shape, Vec2 at)
{
    const auto cell = [](const std::vector<double>& lines, double v) {
        const auto above = std::upper_bound(lines.begin(), lines.end(), v);
        return std::clamp<std::ptrdiff_t>(above - lines.begin() - 1, 0, static_cast<std::ptrdiff_t>(lines.size()) - 2);
    };
    const auto i = static_cast<size_t>(cell(a.xs_mm, at.x));
    const auto j = static_cast<size_t>(cell(a.ys_mm, at.y));
    const double u = (at.x - a.xs_mm[i]) / (a.xs_mm[i + 1] - a.xs_mm[i]);
    const double v = (at.y - a.ys_mm[j]) / (a.ys_mm[j + 1] - a.ys_mm[j]);
    const auto w = [&](size_t column, size_t row) { return shape.w_mm[row * a.xs_mm.size() + column]; };
    return (1.0 - v) * ((1.0 - u) * w(i, j) + u * w(i + 1, j)) + v * ((1.0 - u) * w(i, j + 1) + u * w(i + 1, j + 1));
}

} // namespace

MoveBench::MoveBench(Document& document, QWidget* parent)
    : TableBench(document, {.id = QStringLiteral("move"), .name = tr("Move"), .belowHeight = 196, .underside = true}),
      panel_(named(new QWidget(parent), QStringLiteral("movePanel"), tr("Choices"))),
      form_(new ChoicesForm(document, QStringLiteral("move"), panel_)),
      fastenerForm_(new ChoicesForm(document, QStringLiteral("fastener"), panel_)),
      channelForm_(new ChoicesForm(document, QStringLiteral("channel"), panel_)),
      plateForm_(new ChoicesForm(document, QStringLiteral("plate"), panel_)), tray_(new MoveTray(document, parent))
{
    setPanels(panel_, tray_);
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    // What is chosen on the board stands first.
    for (ChoicesForm* form : {fastenerForm_, channelForm_, plateForm_, form_}) {
        column->addWidget(form);
        connect(form, &ChoicesForm::refused, this, &Bench::message);
    }
    column->addWidget(&tray_->steelForm());
    connect(tray_, &MoveTray::moved, this, &Bench::repaintWanted);
    connect(tray_, &MoveTray::message, this, &Bench::message);
    connect(tray_, &PageTray::shown, this, [this] {
        showForms();
        Q_EMIT repaintWanted();
    });
    connect(&tray_->fasteners(), &FastenersPage::chosen, this, [this](int row) {
        choose({MoveChosen::Kind::Fastener, static_cast<size_t>(row)});
    });
    addRoom();
    addButtons();
    addFastenerRows();
    addChannelRows();
    addPlateRows();
    addTips();
}

void MoveBench::showPage(const QString& page)
{
    if (page == QLatin1String("fasteners")) {
        form_->findChild<QWidget*>(QStringLiteral("layOut"))->setFocus(Qt::OtherFocusReason);
        tray_->show(MoveTray::Page::Fasteners);
    } else if (page == QLatin1String("bending")) {
        tray_->show(MoveTray::Page::Bending);
    } else if (page == QLatin1String("room")) {
        tray_->show(MoveTray::Page::Room);
    } else if (page == QLatin1String("sections")) {
        tray_->show(MoveTray::Page::Steel);
    } else if (page == QLatin1String("year")) {
        tray_->show(MoveTray::Page::Year);
    } else if (page == QLatin1String("plates")) {
        choose({MoveChosen::Kind::Plate, 0});
        plateForm_->findChild<QWidget*>(QStringLiteral("plateNearLow"))->setFocus(Qt::OtherFocusReason);
    } else if (page == QLatin1String("channels")) {
        choose({MoveChosen::Kind::Channel, 0});
        channelForm_->findChild<QWidget*>(QStringLiteral("channelSection"))->setFocus(Qt::OtherFocusReason);
    }
}

QString MoveBench::headline() const
{
    if (!hasTop() || !document_.plan()->move->edgeTravel) {
        return tr("not known");
    }
    return QStringLiteral("± ") + quantity(document_.plan()->move->edgeTravel.value(), Unit::Length, units());
}

QString MoveBench::title() const
{
    if (!hasTop()) {
        return {};
    }
    const MovePlan& move = *document_.plan()->move;
    using Kind = MoveChosen::Kind;
    if (chosen_.kind == Kind::Fastener && chosen_.index < move.fasteners.size()) {
        const FastenerPlan& f = move.fasteners[chosen_.index];
        const QString make = f.slot.known() ? translated(f.slot.node().label).toLower() + QLatin1Char(' ') +
                                                  quantity(f.slot.value(), Unit::Length, units())
                                            : tr("travel not known");
        return tr("Fastener %1 · %2 · %3 · %4 of wood above")
            .arg(f.number)
            .arg(fastenerWord(f.fastener.kind), make, quantity(f.remaining, units()));
    }
    if (chosen_.kind == Kind::Channel && chosen_.index < move.channels.size()) {
        const ChannelPlan& c = move.channels[chosen_.index];
        return tr("Channel %1 · groove %2, %3 of wood left")
            .arg(chosen_.index + 1)
            .arg(quantity(c.groove.value(), Unit::Length, units()),
                 quantity(c.woodLeft.value(), Unit::Length, units()));
    }
    if (chosen_.kind == Kind::Plate && chosen_.index < move.plates.size()) {
        const BasePlatePlan& p = move.plates[chosen_.index];
        return p.plate.letIn ? tr("Base plate %1 · pocket %2 × %3, %4 of wood left")
                                   .arg(chosen_.index + 1)
                                   .arg(quantity(p.pocketLong.value(), Unit::Length, units()),
                                        quantity(p.pocketWide.value(), Unit::Length, units()),
                                        quantity(p.woodLeft.value(), Unit::Length, units()))
                             : tr("Base plate %1 · at %2 from the left")
                                   .arg(chosen_.index + 1)
                                   .arg(quantity(p.plate.x_mm, Unit::Length, units()));
    }
    return underside_ ? tr("Underside, as it lies on the bench") : tr("Show face, seen from above");
}

double MoveBench::keyRoom() const
{
    constexpr double kKey_px = 118.0;
    return tray_->page() == MoveTray::Page::Bending ? kKey_px : 0.0;
}

bool MoveBench::isThere(const MoveChosen& chosen, const MoveChoices& move) const
{
    switch (chosen.kind) {
    case MoveChosen::Kind::Fastener:
        return chosen.index < move.fasteners.size();
    case MoveChosen::Kind::Channel:
        return chosen.index < move.channels.size();
    case MoveChosen::Kind::Plate:
        return chosen.index < move.plates.size();
    default:
        return true;
    }
}

void MoveBench::refresh()
{
    if (const Job* job = document_.job(); job != nullptr && !isThere(chosen_, job->move)) {
        chosen_ = {};
    }
    showForms();
    tray_->refresh();
    tray_->fasteners().choose(chosen_.kind == MoveChosen::Kind::Fastener ? static_cast<int>(chosen_.index) : -1);
}

void MoveBench::refreshPlan()
{
    tray_->refresh(true);
}

double MoveBench::edgeShown(double x, bool upper, double onShow) const
{
    const Job& job = *document_.job();
    const bool live = !facesAcross(job.layup.kind) && job.layup.edges == OuterEdges::Live;
    if (!underside_ || !live) {
        return onShow;
    }
    const LayupPlan& layup = *document_.plan()->layup;
    return upper ? valueAt(layup.far().upperUnder, x) : valueAt(layup.near().lowerUnder, x);
}

void MoveBench::paint(QPainter& p, const BoardView& view, const QRectF& area, WoodCache& wood)
{
    const Plan& plan = *document_.plan();
    SceneStyle style;
    style.screen = true;
    style.palette = colours();
    style.underside = underside_;
    style.waste = 0.0;
    const bool bending = tray_->page() == MoveTray::Page::Bending;
    style.wood = bending ? 0.35 : 0.9;
    paintPieces(p, view, plan, wood, style);
    paintRods(p, view, plan, style);
    paintResin(p, view, plan, style);
    paintJoinery(p, view, plan, style, false);
    if (bending) {
        paintBending(p, view, area);
    } else {
        paintBreathing(p, view);
    }
    paintPlates(p, view);
    paintChannels(p, view);
    paintFasteners(p, view);
}

void MoveBench::paintBreathing(QPainter& p, const BoardView& view) const
{
    const Plan& plan = *document_.plan();
    const MovePlan& move = *plan.move;
    const double held = move.held.line_mm;
    const double length = plan.layup->length.value();
    const double mcToday = tray_->year().mcToday_pct();
    p.setBrush(Qt::NoBrush);
    // The edges as they stand on the slider's day, exaggerated; a round goes every way.
    const bool round = std::any_of(move.rings.begin(), move.rings.end(), [](const Rings& r) { return r.endGrain; });
    if (round && move.year.top) {
        p.setPen(QPen(colours().mark, 1.6));
        for (const Ring& ring : plan.layup->pieces.front().kept) {
            QPolygonF edge;
            for (const Vec2 at : ring) {
                const PlaceTravel t = travelAt(*plan.layup, move.rings, move.held, at);
                edge << view.toPixel(at + t.by * ((mcToday - move.mc.assembly_pct) * YearStrip::kShown));
            }
            p.drawPolygon(edge);
        }
    }
    for (const double side : {-1.0, 1.0}) {
        if (!move.year.top || round) {
            break;
        }
        QPolygonF edge;
        for (int k = 0; k <= 40; ++k) {
            const double x = length * k / 40.0;
            const StripsAt here = stripsAt(*plan.layup, move.rings, std::clamp(x, 1.0, length - 1.0));
            const double at = side < 0.0 ? 0.0 : here.width_mm();
            const double by =
                moveAt_mm(here.strips, held - here.from_mm, at, move.mc.assembly_pct, mcToday) * YearStrip::kShown;
            edge << view.toPixel({x, edgeShown(x, side > 0.0, here.from_mm + at) + by});
        }
        p.setPen(QPen(colours().mark, 1.6));
        p.drawPolyline(edge);
    }
    p.setFont(textFont(10.0));
    p.setPen(QPen(colours().mark, chosen_.kind == MoveChosen::Kind::Held ? 2.4 : 1.4, Qt::DashDotLine));
    p.drawLine(view.toPixel({-40.0, held}), view.toPixel({length + 40.0, held}));
    paintLabel(p, view.toPixel({length, held}) + QPointF(-4, -12), tr("held line"), colours().mark, Qt::AlignRight);
    if (tray_->page() == MoveTray::Page::Year && move.year.top) { // where the section is cut
        const double x = tray_->year().cut_mm();
        const Box box = plan.layup->finalBox;
        p.setPen(QPen(colours().lead, chosen_.kind == MoveChosen::Kind::Cut ? 2.2 : 1.2, Qt::DashLine));
        p.drawLine(view.toPixel({x, box.bottom - 14.0}), view.toPixel({x, box.top + 14.0}));
        paintLabel(p, view.toPixel({x, underside_ ? box.bottom : box.top}) + QPointF(6, 16),
                   tr("section · edges × %1").arg(YearStrip::kShown), colours().lead, Qt::AlignLeft);
    }
    const Vec2 weight = middleOfMass(*plan.layup);
    const QPointF at = view.toPixel(weight);
    p.setPen(QPen(colours().ink, 1.2));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(at, 6.0, 6.0);
    p.drawLine(at - QPointF(10, 0), at + QPointF(10, 0));
    p.drawLine(at - QPointF(0, 10), at + QPointF(0, 10));
}

void MoveBench::paintBending(QPainter& p, const BoardView& view, const QRectF& area) const
{
    const Plan& plan = *document_.plan();
    const HoldShape* shape = tray_->bending().shape();
    if (shape == nullptr || shape->tips) {
        return;
    }
    // As a relief of the bent top: what gives most lies lowest.
    const HoldAnswer& a = *plan.hold->answer;
    const size_t columns = a.xs_mm.size();
    const double low = -shape->most_mm;
    const double high = std::max(-shape->least_mm, low + 1e-6);
    constexpr int kEach = 6; // pixels of the picture for each cell
    const auto wide = static_cast<int>(columns - 1) * kEach;
    const auto tall = static_cast<int>(a.ys_mm.size() - 1) * kEach;
    QImage relief(wide, tall, QImage::Format_ARGB32_Premultiplied);
    relief.fill(Qt::transparent);
    const Box box{a.xs_mm.front(), a.ys_mm.front(), a.xs_mm.back(), a.ys_mm.back()};
    for (int row = 0; row < tall; ++row) {
        const double y = box.bottom + (row + 0.5) / tall * box.height();
        for (int column = 0; column < wide; ++column) {
            const double w = deflectionAt(a, *shape, {box.left + (column + 0.5) / wide * box.width(), y});
            if (!std::isnan(w)) {
                const int step = static_cast<int>((-w - low) / (high - low) * kRampSteps);
                relief.setPixelColor(column, row, rampColour(std::clamp(step, 0, kRampSteps - 1)));
            }
        }
    }
    QPainterPath wood;
    for (const PlacedPiece& piece : plan.layup->pieces) {
        for (const Ring& ring : piece.kept) {
            wood.addPolygon(view.toPixel(ring));
            wood.closeSubpath();
        }
    }
    if (plan.layup->gap && plan.layup->gapInput && !plan.layup->openGap) {
        wood.addPolygon(view.toPixel(gapRing(*plan.layup->gapInput, *plan.layup->gap, false)));
        wood.closeSubpath();
    }
    wood.setFillRule(Qt::WindingFill);
    p.save();
    p.setClipPath(wood, Qt::IntersectClip);
    p.setOpacity(0.85);
    const QRectF target(view.toPixel({box.left, box.bottom}), view.toPixel({box.right, box.top}));
    p.drawImage(target.normalized(), target.height() < 0.0 ? relief.mirrored(false, true) : relief);
    p.restore();
    p.setPen(QPen(colours().ink, 1.4));
    p.setBrush(Qt::NoBrush);
    p.drawPath(wood);
    const QRectF key(area.right() + 22.0, area.top() + 24.0, 92.0, 140.0);
    p.setFont(textFont(9.5));
    p.setPen(colours().faint);
    p.drawText(QRectF(key.left(), key.top() - 22.0, key.width() + 4.0, 18.0), Qt::AlignLeft | Qt::AlignVCenter,
               tr("stands at"));
    paintRampKey(p, key, low, high, units(), colours());
    if (shape->mostAt == Vec2{}) { // it gives nowhere
        return;
    }
    const QPointF deepest = view.toPixel(shape->mostAt);
    p.setPen(QPen(colours().mark, 1.6));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(deepest, 6.0, 6.0);
    const bool right = deepest.x() > area.center().x();
    p.setFont(textFont(10.5, true));
    paintLabel(p, deepest + QPointF(right ? -12 : 12, -14),
               tr("gives %1").arg(quantity(shape->most_mm, Unit::Length, units())), colours().mark,
               right ? Qt::AlignRight : Qt::AlignLeft);
}

void MoveBench::paintPlates(QPainter& p, const BoardView& view) const
{
    const MovePlan& move = *document_.plan()->move;
    for (size_t i = 0; i < move.plates.size(); ++i) {
        const BasePlatePlan& plate = move.plates[i];
        const bool chosen = chosen_.kind == MoveChosen::Kind::Plate && chosen_.index == i;
        const auto box = [&](double half, double from, double to) {
            return QRectF(view.toPixel({plate.plate.x_mm - half, to}), view.toPixel({plate.plate.x_mm + half, from}))
                .normalized();
        };
        if (plate.plate.letIn) {
            p.setPen(QPen(chosen ? colours().mark : colours().ink, chosen ? 2.2 : 1.0, Qt::DashLine));
            p.setBrush(Qt::NoBrush);
            p.drawRect(box(plate.plate.wide_mm / 2.0 + plate.plate.room_mm, plate.from_mm, plate.to_mm));
        }
        QColor steel = colours().steel;
        steel.setAlphaF(0.6F);
        p.setPen(QPen(chosen ? colours().mark : colours().ink, chosen ? 2.2 : 1.0));
        p.setBrush(steel);
        p.drawRect(box(plate.plate.wide_mm / 2.0, plate.plate.middle_mm - plate.plate.long_mm / 2.0,
                       plate.plate.middle_mm + plate.plate.long_mm / 2.0));
        p.setFont(textFont(9.5));
        for (const bool near : {true, false}) { // where a card would go under
            const double gap = near ? plate.nearGap_mm : plate.farGap_mm;
            constexpr double kCard_mm = 0.3;
            if (gap >= kCard_mm) {
                const double y = plate.plate.middle_mm + (near ? -0.5 : 0.5) * plate.plate.long_mm;
                paintLabel(p, view.toPixel({plate.plate.x_mm, y}) + QPointF(0, near == underside_ ? -12 : 14),
                           tr("shim %1").arg(quantity(gap, Unit::Length, units())), colours().mark);
            }
        }
    }
}

void MoveBench::paintChannels(QPainter& p, const BoardView& view) const
{
    const MovePlan& move = *document_.plan()->move;
    for (size_t i = 0; i < move.channels.size(); ++i) {
        const ChannelPlan& c = move.channels[i];
        const bool chosen = chosen_.kind == MoveChosen::Kind::Channel && chosen_.index == i;
        const auto box = [&](double lengthOf, double width) {
            return QRectF(view.toPixel({c.channel.x_mm - width / 2.0, c.channel.middle_mm + lengthOf / 2.0}),
                          view.toPixel({c.channel.x_mm + width / 2.0, c.channel.middle_mm - lengthOf / 2.0}))
                .normalized();
        };
        QColor metal = c.stock && c.stock->wood ? QColor(0xb8, 0x8a, 0x55) : colours().steel;
        metal.setAlphaF(0.85F);
        p.setPen(QPen(chosen ? colours().mark : colours().ink, chosen ? 2.2 : 1.0, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(box(c.groove.known() ? c.groove.value() : c.channel.length_mm, c.channel.width_mm + 2.0));
        p.setPen(QPen(colours().ink, 1.0));
        p.setBrush(metal);
        p.drawRect(box(c.channel.length_mm, c.channel.width_mm));
        p.setBrush(colours().board);
        const double middle = c.channel.middle_mm;
        for (size_t b = 0; b < c.bolts_mm.size(); ++b) { // the middle one round, the others in slots
            const QPointF at = view.toPixel({c.channel.x_mm, c.bolts_mm[b]});
            const bool round = std::abs(c.bolts_mm[b] - middle) < 1.0;
            const double half =
                round || !c.slots[b].known() ? 3.5 : std::max(4.5, c.slots[b].value() / 2.0 * view.scale());
            p.drawRoundedRect(QRectF(at.x() - 3.5, at.y() - half, 7.0, 2.0 * half), 3.5, 3.5);
        }
        paintBoltForces(p, view, c);
    }
}

void MoveBench::paintBoltForces(QPainter& p, const BoardView& view, const ChannelPlan& channel) const
{
    const BendingPage& page = tray_->bending();
    const HoldPlan& hold = *document_.plan()->hold;
    const HoldShape* shape = page.shape();
    if (tray_->page() != MoveTray::Page::Bending || shape == nullptr || shape->tips || !page.beams() || !hold.fresh) {
        return;
    }
    constexpr double kWorthTelling_N = 5.0;
    const auto& beams = hold.question->plate.beams;
    for (size_t b = 0; b < beams.size() && b < shape->bolts_N.size(); ++b) {
        if (std::abs(beams[b].x_mm - channel.channel.x_mm) > 0.5 || beams[b].bolts_mm != channel.bolts_mm) {
            continue;
        }
        p.setFont(textFont(9.0));
        for (size_t k = 0; k < shape->bolts_N[b].size(); ++k) {
            const double force = shape->bolts_N[b][k];
            if (std::abs(force) > kWorthTelling_N) {
                paintLabel(p, view.toPixel({channel.channel.x_mm, channel.bolts_mm[k]}) + QPointF(9.0, 0.0),
                           quantity(std::abs(force), Unit::Force, units()), colours().ink, Qt::AlignLeft);
            }
        }
    }
}

void MoveBench::paintFasteners(QPainter& p, const BoardView& view) const
{
    const MovePlan& move = *document_.plan()->move;
    const double mcToday = tray_->year().mcToday_pct();
    for (size_t i = 0; i < move.fasteners.size(); ++i) {
        const FastenerPlan& f = move.fasteners[i];
        const bool chosen = chosen_.kind == MoveChosen::Kind::Fastener && chosen_.index == i;
        const double scale = std::max(view.scale(), 0.42) * 1.6; // small things stay readable
        const QPointF at = view.toPixel(f.fastener.at);
        p.setPen(QPen(chosen ? colours().mark : colours().ink, chosen ? 2.2 : 1.0));
        QColor steel = colours().steel;
        steel.setAlphaF(0.75F);
        p.setBrush(steel);
        const double washer = std::max(9.0, f.fastener.washer_mm / 2.0 * scale / 1.6);
        p.drawEllipse(at, washer, washer);
        // The slot runs its way; the bolt stands off its middle on the day of assembly, and goes with the wood.
        const double turn = f.slotTurn_deg * std::numbers::pi / 180.0;
        const QPointF way(-std::sin(turn), view.ySign() * std::cos(turn)); // on the screen
        const QPointF out(f.outward.x, view.ySign() * f.outward.y);
        const bool round = f.fastener.hole == HoleKind::Oversize;
        const double opening = f.slot.known() ? f.slot.value() : f.fastener.bolt_mm;
        const double slot = std::max(round ? 7.0 : 10.0, opening * scale);
        const double wide = round ? slot : std::max(5.0, f.fastener.bolt_mm * scale * 0.7);
        const QPointF middle = at - out * (round ? 0.0 : f.travel.boltOffset_mm * scale);
        p.setBrush(QColor(Qt::white));
        p.save();
        p.translate(middle);
        p.rotate(std::atan2(way.x(), -way.y()) * 180.0 / std::numbers::pi);
        p.drawRoundedRect(QRectF(-wide / 2, -slot / 2, wide, slot), wide / 2, wide / 2);
        p.restore();
        const double change = move.year.top && !move.missing ? mcToday - move.mc.assembly_pct : 0.0;
        const QPointF gone(f.perPct.x * change * scale, view.ySign() * f.perPct.y * change * scale);
        p.setPen(Qt::NoPen);
        p.setBrush(f.inWood ? colours().ink : colours().mark);
        const double bolt = std::max(5.0, f.fastener.bolt_mm * scale * 0.7) * 0.42;
        p.drawEllipse(at + gone, bolt, bolt);
        p.setFont(textFont(9.0));
        p.setPen(chosen ? colours().mark : colours().ink);
        paintLabel(p, at + QPointF(washer + 3.0, 0.0), QString::number(f.number),
                   chosen ? colours().mark : colours().ink, Qt::AlignLeft);
    }
}

QStringList MoveBench::keys() const
{
    return {tr("Click a fastener, plate or channel — its measures; drag it — slots and findings follow"),
            tr("Drag the dash-dot line — which line of the top stays put"),
            tr("Drag the dashed line — where the section is cut"),
            tr("Type a length while dragging, then Enter — its place from the left end"),
            tr("Arrow keys, with Shift ten times — nudge"),
            tr("Delete — remove it"),
            tr("Slider below — the days of the year"),
            tr("T — show face or underside")};
}

} // namespace burl::ui
