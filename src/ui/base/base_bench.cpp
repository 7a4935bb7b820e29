#include "ui/base/base_bench.h"

#include <cmath>

#include <QPainter>
#include <QVBoxLayout>

#include "ui/base/base_tray.h"
#include "ui/base/carry_page.h"
#include "ui/base/standing_page.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

BaseBench::BaseBench(Document& document, QWidget* parent)
    : TableBench(document, {.id = QStringLiteral("base"), .name = tr("Base"), .belowHeight = 206}),
      panel_(named(new QWidget(parent), QStringLiteral("basePanel"), tr("Choices"))),
      form_(new ChoicesForm(document, QStringLiteral("base"), panel_)),
      footForm_(new ChoicesForm(document, QStringLiteral("foot"), panel_)), tray_(new BaseTray(document, parent))
{
    setPanels(panel_, tray_);
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    for (ChoicesForm* form : {footForm_, form_, &tray_->carrying().form()}) {
        column->addWidget(form);
        connect(form, &ChoicesForm::refused, this, &Bench::message);
    }
    connect(&tray_->standing(), &StandingPage::chosen, this, [this](int row) {
        chosen_ = {Grab::Foot, static_cast<size_t>(row)};
        showForms();
        Q_EMIT repaintWanted();
    });
    connect(tray_, &PageTray::shown, this, [this] {
        showForms();
        Q_EMIT repaintWanted();
    });
    addKind();
    addButtons();
    addMeasures();
    addLegRows();
    addFootRows();
}

bool BaseBench::hasBase() const
{
    return hasTop() && document_.plan()->base->shape != nullptr;
}

QString BaseBench::headline() const
{
    if (!hasTop() || !document_.plan()->base->surface.known() ||
        document_.plan()->base->choices.kind == BaseKind::None) {
        return tr("not known");
    }
    return tr("%1 high").arg(quantity(document_.plan()->base->surface.value(), Unit::Length, units()));
}

std::vector<Entry> BaseBench::figures() const
{
    std::vector<Entry> out = TableBench::figures();
    if (hasBase()) { // how the top gives comes from Move's model of it
        for (const Entry& e : document_.plan()->hold->figures) {
            if (e.figure.known() && e.figure.node().key == "sag_end") {
                out.insert(out.begin() + std::min<std::ptrdiff_t>(3, std::ssize(out)), {e.figure, Prominence::Plain});
            }
        }
    }
    return out;
}

std::vector<Finding> BaseBench::findings() const
{
    std::vector<Finding> out = TableBench::findings();
    if (hasBase()) {
        for (const Finding& f : document_.plan()->findingsOf("move")) {
            if (f.code == "move.sags_at_end") {
                out.push_back(f);
                out.back().leadsTo = {"move", "bending"};
            }
        }
        sortBySeverity(out);
    }
    return out;
}

QString BaseBench::title() const
{
    if (!hasTop()) {
        return {};
    }
    const BasePlan& base = *document_.plan()->base;
    QString kind = translated(kindWord(base.choices.kind));
    kind[0] = kind[0].toUpper();
    if (madeOf(base.choices.kind) == BaseOf::Steel && !base.stock.empty()) {
        kind += tr(", steel %1").arg(fromCore(base.stock.front().name));
    } else if (madeOf(base.choices.kind) == BaseOf::Wood && !base.stock.empty()) {
        kind += tr(", wood %1").arg(fromCore(base.stock.front().name));
    }
    return kind + QStringLiteral(" · ") +
           (from_ == Elevation::Side  ? tr("seen from the side")
            : from_ == Elevation::End ? tr("seen from its right end")
                                      : tr("seen from above"));
}

QString BaseBench::turnWord() const
{
    if (!hasTop()) {
        return {};
    }
    return from_ == Elevation::Side  ? tr("side ▸ end")
           : from_ == Elevation::End ? tr("end ▸ above")
                                     : tr("above ▸ side");
}

void BaseBench::turn()
{
    from_ = from_ == Elevation::Side ? Elevation::End : from_ == Elevation::End ? Elevation::Above : Elevation::Side;
    Q_EMIT repaintWanted();
}

Box BaseBench::frame() const
{
    if (!hasTop()) {
        return {0, 0, 1000, 500};
    }
    Box box = elevationBox(*document_.plan(), from_);
    if (from_ == Elevation::Above) {
        return {box.left - 70.0, box.bottom - 25.0, box.right + 70.0, box.top + 25.0};
    }
    constexpr double kLoads_mm = 110.0; // under the floor
    constexpr double kMarks_mm = 230.0; // over the top
    constexpr double kChair_mm = 620.0; // beside it
    return {box.left - (personShown() ? 430.0 : 170.0), -kLoads_mm, box.right + kChair_mm,
            std::max(box.top + kMarks_mm, personShown() ? 1760.0 : 0.0)};
}

bool BaseBench::personShown() const
{
    // Beside a small table somebody who stands would make it smaller still.
    constexpr double kWide_mm = 2100.0;
    return from_ == Elevation::Side && elevationBox(*document_.plan(), from_).width() > kWide_mm;
}

void BaseBench::refresh()
{
    if (const Plan* plan = document_.plan();
        chosen_.grab == Grab::Foot &&
        (plan == nullptr || !plan->base->shape || chosen_.index >= plan->base->shape->feet.size())) {
        chosen_ = {};
    }
    showForms();
    tray_->refresh();
    tray_->standing().choose(chosen_.grab == Grab::Foot ? static_cast<int>(chosen_.index) : -1);
}

void BaseBench::refreshPlan()
{
    tray_->refresh(true);
}

void BaseBench::showPage(const QString& page)
{
    if (page == QLatin1String("cuts")) {
        tray_->show(BaseTray::Page::Cuts);
    } else if (page == QLatin1String("joints")) {
        tray_->show(BaseTray::Page::Joints);
    } else if (page == QLatin1String("standing")) {
        tray_->show(BaseTray::Page::Standing);
    } else if (page == QLatin1String("carrying")) {
        tray_->show(BaseTray::Page::Carrying);
        tray_->carrying().form().findChild<QWidget*>(QStringLiteral("passDoorWide"))->setFocus(Qt::OtherFocusReason);
    } else if (page == QLatin1String("frame")) {
        form_->findChild<QWidget*>(QStringLiteral("baseKind"))->setFocus(Qt::OtherFocusReason);
    } else if (page == QLatin1String("legs")) {
        const Job* job = document_.job();
        const bool elsewhere = job != nullptr && madeOf(job->base.kind) == BaseOf::Elsewhere;
        const char* field = !elsewhere ? "baseSurface" : !job->base.leg_mm ? "baseLeg" : "baseWeighs";
        form_->findChild<QWidget*>(QLatin1String(field))->setFocus(Qt::OtherFocusReason);
    } else if (page == QLatin1String("end") || page == QLatin1String("above") || page == QLatin1String("side")) {
        from_ = page == QLatin1String("end")     ? Elevation::End
                : page == QLatin1String("above") ? Elevation::Above
                                                 : Elevation::Side;
        Q_EMIT repaintWanted();
    }
}

void BaseBench::paint(QPainter& p, const BoardView& view, const QRectF&, WoodCache& wood)
{
    const Plan& plan = *document_.plan();
    const BasePlan& base = *plan.base;
    if (from_ == Elevation::Above) {
        paintAbove(p, view, wood);
    } else {
        const Box box = elevationBox(plan, from_);
        if (personShown()) {
            paintPerson(p, view, box.left - 290.0, colours().hairline);
        }
        const double chair = box.right + (from_ == Elevation::Side ? -120.0 : 60.0);
        paintChair(p, view, chair, base.choices.seat_mm, base.choices.arms_mm, colours().faint);
        p.setFont(textFont(10.0));
        paintLabel(p, view.toPixel({chair + 190.0, base.choices.seat_mm * 0.55}),
                   tr("seat %1").arg(quantity(base.choices.seat_mm, Unit::Length, units())), colours().faint);
        paintElevation(p, view, plan, from_, colours());
        if (base.surface.known()) {
            paintMeasures(p, view);
        }
    }
    if (hasBase() && !base.tipping.edges.empty()) {
        paintStanding(p, view);
    }
}

void BaseBench::paintAbove(QPainter& p, const BoardView& view, WoodCache& wood) const
{
    const Plan& plan = *document_.plan();
    SceneStyle style;
    style.screen = true;
    style.palette = colours();
    style.waste = 0.0;
    style.wood = 0.4;
    paintPieces(p, view, plan, wood, style);
    paintResin(p, view, plan, style);
    paintElevation(p, view, plan, Elevation::Above, colours());
}

void BaseBench::paintMeasures(QPainter& p, const BoardView& view) const
{
    const Plan& plan = *document_.plan();
    const BasePlan& base = *plan.base;
    const Box box = elevationBox(plan, from_);
    const auto mm = [&](double v) { return quantity(v, Unit::Length, units()); };
    p.setFont(textFont(10.0, true));
    p.setPen(QPen(colours().ink, 1.0));
    const double high = base.surface.value();
    const double x = box.left - 70.0;
    p.drawLine(view.toPixel({x, 0.0}), view.toPixel({x, high}));
    for (const double z : {0.0, high}) {
        p.drawLine(view.toPixel({x, z}) - QPointF(5, 0), view.toPixel({x, z}) + QPointF(5, 0));
    }
    paintLabel(p, view.toPixel({x, high / 2.0}), mm(high), colours().ink);
    if (chosen_.grab == Grab::Surface) {
        paintHandle(p, view.toPixel({x, high}), true);
    } else {
        paintHandle(p, view.toPixel({x, high}), false);
    }
    // How far the top reaches beyond what bears it.
    if (base.shape && !base.shape->pads.empty() && from_ == Elevation::Side) {
        double last = -1e12;
        for (const BasePlate& plate : base.plates) {
            last = std::max(last, plate.x_mm + plate.wide_mm / 2.0);
        }
        for (const Vec2 pad : base.shape->pads) {
            last = std::max(last, pad.x);
        }
        const double end = plan.layup->finalBox.right;
        const QPointF up(0, -16);
        if (end - last > 1.0) {
            p.setFont(textFont(10.0));
            p.drawLine(view.toPixel({last, high}) + up, view.toPixel({end, high}) + up);
            p.drawLine(view.toPixel({last, high}) + up + QPointF(0, -4),
                       view.toPixel({last, high}) + up + QPointF(0, 4));
            p.drawLine(view.toPixel({end, high}) + up + QPointF(0, -4), view.toPixel({end, high}) + up + QPointF(0, 4));
            paintLabel(p, view.toPixel({(2.0 * last + end) / 3.0, high}) + up + QPointF(-8, -13),
                       tr("overhang %1").arg(mm(end - last)), colours().ink);
        }
    }
    if (from_ == Elevation::End && base.shape && !base.shape->feet.empty()) {
        double low = 1e12;
        double top = -1e12;
        for (const Vec2 f : base.shape->feet) {
            low = std::min(low, f.y);
            top = std::max(top, f.y);
        }
        const QPointF down(0, 34);
        p.drawLine(view.toPixel({low, 0.0}) + down, view.toPixel({top, 0.0}) + down);
        paintLabel(p, view.toPixel({(low + top) / 2.0, 0.0}) + down, tr("feet %1 apart").arg(mm(top - low)),
                   colours().ink);
    }
}

void BaseBench::paintStanding(QPainter& p, const BoardView& view) const
{
    const Plan& plan = *document_.plan();
    const BasePlan& base = *plan.base;
    p.setFont(textFont(10.0));
    // The middle of all weight.
    const Vec2 middle = projected({base.all.x, base.all.y, base.all.z}, from_);
    const QPointF at = view.toPixel(middle);
    p.setPen(QPen(colours().mark, 1.2, Qt::DashLine));
    if (from_ != Elevation::Above) {
        p.drawLine(at, view.toPixel({middle.x, 0.0}));
    }
    p.setPen(QPen(colours().mark, 2.0));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(at, 8.0, 8.0);
    if (from_ != Elevation::Above) {
        const QPointF beside = view.toPixel({middle.x, base.surface.value() / 2.0});
        paintLabel(p, beside + QPointF(8, 0), tr("centre of gravity, %1").arg(quantity(base.mass, units())),
                   colours().mark, Qt::AlignLeft);
    } else {
        Ring hull;
        for (const TippingEdge& e : base.tipping.edges) {
            hull.push_back(base.shape->feet[e.from]);
        }
        p.setPen(QPen(colours().mark, 1.2, Qt::DashLine));
        p.drawPolygon(view.toPixel(hull));
        p.setPen(QPen(colours().ink, 1.2));
        for (size_t i = 0; i < base.shape->feet.size(); ++i) {
            const bool chosen = chosen_.grab == Grab::Foot && chosen_.index == i;
            paintHandle(p, view.toPixel(base.shape->feet[i]), chosen);
            if (base.shape->feet.size() <= 8) {
                paintLabel(p, view.toPixel(base.shape->feet[i]) + QPointF(14, -12), QString::number(i + 1),
                           colours().ink, Qt::AlignLeft);
            }
        }
    }
    // What would tip it, where.
    for (const std::optional<TipsOver>* way : {&base.end, &base.side}) {
        if (!*way || !(*way)->tip.known()) {
            continue;
        }
        const TipsOver& t = **way;
        const bool seen = from_ == Elevation::Above || (t.end == (from_ == Elevation::Side));
        if (!seen) {
            continue;
        }
        const double sits = base.choices.sitter_kg * kGravity_m_s2;
        const QColor colour = t.tip.value() < sits ? colours().mark : colours().faint;
        const QPointF tip = view.toPixel(projected({t.at.x, t.at.y, base.surface.value()}, from_));
        const QPointF inwards(from_ == Elevation::End ? (t.out.y > 0.0 ? -4.0 : 4.0) : (t.out.x > 0.0 ? -4.0 : 4.0), 0);
        p.setPen(QPen(colour, 2.0));
        if (from_ != Elevation::Above) {
            const QPointF end = tip + inwards;
            p.drawLine(end + QPointF(0, -40), end);
            p.drawLine(end, end + QPointF(-5, -9));
            p.drawLine(end, end + QPointF(5, -9));
            paintLabel(p, end + QPointF(0, -50), tr("%1 tips it").arg(quantity(t.tip, units())), colour);
        } else {
            p.drawEllipse(tip, 6.0, 6.0);
            paintLabel(p, tip + QPointF(0, 16), tr("%1 tips it").arg(quantity(t.tip, units())), colour);
        }
    }
    // What the feet bear, those behind each other together.
    if (from_ != Elevation::Above && base.shape->feet.size() <= 8) {
        std::vector<std::pair<double, double>> loads;
        for (size_t i = 0; i < base.feet_N.size(); ++i) {
            const double x = from_ == Elevation::Side ? base.shape->feet[i].x : base.shape->feet[i].y;
            const auto same =
                std::find_if(loads.begin(), loads.end(), [&](const auto& l) { return std::abs(l.first - x) < 60.0; });
            if (same != loads.end()) {
                same->second += base.feet_N[i];
            } else {
                loads.emplace_back(x, base.feet_N[i]);
            }
        }
        p.setFont(textFont(10.0, true));
        for (const auto& [x, load] : loads) {
            paintLabel(p, view.toPixel({x, 0.0}) + QPointF(0, 15), quantity(load, Unit::Force, units()), colours().ink);
        }
    }
}

QStringList BaseBench::keys() const
{
    return {tr("T — from the side, from the end, from above"),
            tr("Drag the top's height, a frame, a foot, legs; type a length while dragging"),
            tr("Arrow keys — nudge what is chosen; Shift: ten times"),
            tr("Delete — takes a chosen foot of bought legs away"), tr("F6 — the table in three dimensions")};
}

} // namespace burl::ui
