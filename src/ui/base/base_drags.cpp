// What the hand does on the Base bench: grab, drag, nudge, and the remedies of its findings.

#include <cmath>

#include "core/shop/ranges.h"
#include "ui/base/base_bench.h"
#include "ui/base/base_tray.h"
#include "ui/look/text.h"

namespace burl::ui
{

BaseBench::Chosen BaseBench::at(Vec2 at, const BoardView& view) const
{
    if (!hasTop()) {
        return {};
    }
    const Plan& plan = *document_.plan();
    const BasePlan& base = *plan.base;
    const bool own = madeOf(base.choices.kind) == BaseOf::Elsewhere;
    if (from_ != Elevation::Above && !own && base.surface.known()) {
        const Box box = elevationBox(plan, from_);
        const Vec2 handle{box.left - 70.0, base.surface.value()};
        const double thick = plan.flatten->thickness.value();
        const bool onTop =
            at.y < base.surface.value() && at.y > base.surface.value() - thick && at.x > box.left && at.x < box.right;
        if (near(at, handle, view) || onTop) {
            return {Grab::Surface, 0};
        }
    }
    if (!base.shape) {
        return {};
    }
    if (from_ == Elevation::Above) {
        for (size_t i = 0; i < base.shape->feet.size(); ++i) {
            if (near(base.shape->feet[i], at, view)) {
                return {Grab::Foot, i};
            }
        }
    }
    const auto hit = [&](const BasePart& part) {
        Ring ring = outlineOf(part.shape, from_);
        return ring.size() > 2 && signedDistance_mm(ring, at) > -6.0 / view.scale();
    };
    const bool any = std::any_of(base.shape->parts.begin(), base.shape->parts.end(), hit);
    if (!any) {
        return {};
    }
    if (base.plates.empty()) {
        return {Grab::Legs, 0};
    }
    if (from_ == Elevation::End) {
        return base.choices.kind == BaseKind::Pedestal || own ? Chosen{} : Chosen{Grab::Spread, 0};
    }
    size_t nearest = 0;
    for (size_t i = 1; i < base.plates.size(); ++i) {
        if (std::abs(base.plates[i].x_mm - at.x) < std::abs(base.plates[nearest].x_mm - at.x)) {
            nearest = i;
        }
    }
    return {Grab::Frame, nearest};
}

Qt::CursorShape BaseBench::cursorAt(Vec2 where, const BoardView& view) const
{
    switch (at(where, view).grab) {
    case Grab::Surface:
        return Qt::SizeVerCursor;
    case Grab::Frame:
        return from_ == Elevation::Above ? Qt::OpenHandCursor : Qt::SizeHorCursor;
    case Grab::Spread:
    case Grab::Legs:
        return Qt::SizeHorCursor;
    case Grab::Foot:
        return Qt::OpenHandCursor;
    case Grab::None:
        break;
    }
    return Qt::ArrowCursor;
}

bool BaseBench::press(Vec2 where, const BoardView& view)
{
    chosen_ = at(where, view);
    refresh();
    Q_EMIT repaintWanted();
    if (chosen_.grab == Grab::None) {
        return false;
    }
    start_ = where;
    before_ = *document_.job();
    before_.move.plates = document_.plan()->base->plates; // as a rule laid them, where nobody did
    gesture_ = document_.newGesture();
    return true;
}

void BaseBench::moveChosen(const Job& before, Vec2 by, bool exactly, int gesture)
{
    const auto snap = [&](double v) { return exactly ? v : snapped(v); };
    const auto kept = [](double v, Range range) { return std::clamp(v, range.least, range.most); };
    const Plan& plan = *document_.plan();
    document_.edit(
        tr("Move the base"),
        [&](Job& j) {
            switch (chosen_.grab) {
            case Grab::Surface:
                j.base.surface_mm = kept(snap(before.base.surface_mm + by.y), ranges::kSurface_mm);
                break;
            case Grab::Frame: {
                if (chosen_.index >= before.move.plates.size()) {
                    break;
                }
                j.move.plates = before.move.plates;
                BasePlate& plate = j.move.plates[chosen_.index];
                const BasePlate& old = before.move.plates[chosen_.index];
                plate.x_mm = kept(snap(old.x_mm + by.x), ranges::kPlace_mm);
                if (from_ == Elevation::Above) {
                    plate.middle_mm = kept(snap(old.middle_mm + by.y), ranges::kPlace_mm);
                }
                const Vec2 moved{plate.x_mm - old.x_mm, plate.middle_mm - old.middle_mm};
                for (size_t i = 0; i < before.move.fasteners.size(); ++i) { // what is bolted to it goes with it
                    const Vec2 at = before.move.fasteners[i].at;
                    if (std::abs(at.x - old.x_mm) <= old.wide_mm / 2.0 &&
                        std::abs(at.y - old.middle_mm) <= old.long_mm / 2.0) {
                        j.move.fasteners[i].at = at + moved;
                    }
                }
                break;
            }
            case Grab::Spread: {
                double low = 1e12;
                double high = -1e12;
                for (const BasePart& part : plan.base->shape->parts) {
                    for (const Vec2 p : outlineOf(part.shape, Elevation::End)) {
                        low = std::min(low, p.x);
                        high = std::max(high, p.x);
                    }
                }
                const double now = before.base.spread_mm.value_or(high - low);
                const double outwards = start_.x > (low + high) / 2.0 ? by.x : -by.x;
                j.base.spread_mm = kept(snap(now + 2.0 * outwards), ranges::kSpread_mm);
                break;
            }
            case Grab::Legs: {
                const Box& box = plan.layup->finalBox;
                const double middle =
                    from_ == Elevation::End ? (box.bottom + box.top) / 2.0 : (box.left + box.right) / 2.0;
                const double inwards = start_.x > middle ? -by.x : by.x;
                j.base.inset_mm = kept(snap(before.base.inset_mm + inwards), ranges::kInset_mm);
                break;
            }
            case Grab::Foot:
                if (madeOf(before.base.kind) == BaseOf::Elsewhere && chosen_.index < before.base.footPoints.size()) {
                    const Vec2 old = before.base.footPoints[chosen_.index].at;
                    j.base.footPoints[chosen_.index].at = {kept(snap(old.x + by.x), ranges::kPlace_mm),
                                                           kept(snap(old.y + by.y), ranges::kPlace_mm)};
                }
                break;
            case Grab::None:
                break;
            }
        },
        gesture);
}

DragNote BaseBench::drag(Vec2 where)
{
    moveChosen(before_, where - start_, false, gesture_);
    const Job& job = *document_.job();
    const auto mm = [&](double v) { return quantity(v, Unit::Length, units()); };
    switch (chosen_.grab) {
    case Grab::Surface:
        return {tr("%1 high").arg(mm(job.base.surface_mm))};
    case Grab::Frame:
        return chosen_.index < job.move.plates.size()
                   ? DragNote{tr("%1 from the left").arg(mm(job.move.plates[chosen_.index].x_mm))}
                   : DragNote{};
    case Grab::Spread:
        return {tr("feet %1 apart").arg(mm(job.base.spread_mm.value_or(0.0)))};
    case Grab::Legs:
        return {tr("%1 in from the rim").arg(mm(job.base.inset_mm))};
    case Grab::Foot:
        return chosen_.index < job.base.footPoints.size()
                   ? DragNote{tr("%1 from the left, %2 across")
                                  .arg(mm(job.base.footPoints[chosen_.index].at.x),
                                       mm(job.base.footPoints[chosen_.index].at.y))}
                   : DragNote{};
    case Grab::None:
        break;
    }
    return {};
}

void BaseBench::typed(double mm)
{
    switch (chosen_.grab) {
    case Grab::Surface:
        moveChosen(before_, {0.0, mm - before_.base.surface_mm}, true, gesture_);
        break;
    case Grab::Frame:
        if (chosen_.index < before_.move.plates.size()) {
            moveChosen(before_, {mm - before_.move.plates[chosen_.index].x_mm, 0.0}, true, gesture_);
        }
        break;
    case Grab::Spread:
        document_.edit(
            tr("Feet apart"),
            [&](Job& j) { j.base.spread_mm = std::clamp(mm, ranges::kSpread_mm.least, ranges::kSpread_mm.most); },
            gesture_);
        break;
    case Grab::Legs:
        document_.edit(
            tr("Legs, in from the rim"),
            [&](Job& j) { j.base.inset_mm = std::clamp(mm, ranges::kInset_mm.least, ranges::kInset_mm.most); },
            gesture_);
        break;
    case Grab::Foot:
        if (chosen_.index < before_.base.footPoints.size()) {
            moveChosen(before_, {mm - before_.base.footPoints[chosen_.index].at.x, 0.0}, true, gesture_);
        }
        break;
    case Grab::None:
        break;
    }
}

bool BaseBench::nudge(double dx, double dy)
{
    if (chosen_.grab == Grab::None || !hasTop()) {
        return false;
    }
    Job now = *document_.job();
    now.move.plates = document_.plan()->base->plates;
    start_ = {1e9, 0.0}; // as if taken at the right
    moveChosen(now, {dx * snap_mm(), dy * snap_mm()}, true, 0);
    return true;
}

bool BaseBench::removeSelected()
{
    const Job* job = document_.job();
    if (job == nullptr || chosen_.grab != Grab::Foot || madeOf(job->base.kind) != BaseOf::Elsewhere ||
        chosen_.index >= job->base.footPoints.size()) {
        return false;
    }
    const size_t gone = chosen_.index;
    chosen_ = {};
    document_.edit(tr("Take a foot away"), [&](Job& j) {
        j.base.footPoints.erase(j.base.footPoints.begin() + static_cast<std::ptrdiff_t>(gone));
        if (gone < j.base.footGaps_mm.size()) {
            j.base.footGaps_mm.erase(j.base.footGaps_mm.begin() + static_cast<std::ptrdiff_t>(gone));
        }
    });
    return true;
}

std::function<void()> BaseBench::remedyFor(const Finding& finding)
{
    const auto is = [&](const char* code) { return finding.code == code; };
    const auto edit = [this](const QString& label, const std::function<void(Job&)>& change) {
        return std::function<void()>([this, label, change] { document_.edit(label, change); });
    };
    if (!hasBase()) {
        return nullptr;
    }
    const BasePlan& base = *document_.plan()->base;
    const BaseKind kind = base.choices.kind;
    if (is("base.tips_end") || is("base.tips_side")) {
        const bool end = is("base.tips_end");
        const TipsOver& way = end ? *base.end : *base.side;
        const double by = std::ceil(way.widen_mm);
        if (kind == BaseKind::Pedestal) {
            return base.choices.disc_mm + 2.0 * by > ranges::kDisc_mm.most
                       ? nullptr
                       : edit(tr("A wider foot"), [by](Job& j) { j.base.disc_mm += 2.0 * by; });
        }
        if (madeOf(kind) == BaseOf::Elsewhere) {
            const Vec2 middle{base.all.x, base.all.y};
            std::vector<BasePlate> plates = base.plates;
            const bool legs = end && kind == BaseKind::Bought;
            if (legs) { // a leg stands under its plate, and that under the top
                const Box& top = document_.plan()->layup->finalBox;
                for (BasePlate& p : plates) {
                    p.x_mm += p.x_mm > middle.x ? by : p.x_mm < middle.x ? -by : 0.0;
                    if (p.x_mm - p.wide_mm / 2.0 < top.left || p.x_mm + p.wide_mm / 2.0 > top.right) {
                        return nullptr;
                    }
                }
            }
            // Both ends alike: one that is mended alone hands the tipping to the other.
            return edit(tr("Feet further out"), [by, out = way.out, middle, plates, legs](Job& j) {
                for (FootPoint& f : j.base.footPoints) {
                    const double beyond = dot(f.at - middle, out);
                    f.at = beyond > 0.0 ? f.at + out * by : beyond < 0.0 ? f.at - out * by : f.at;
                }
                if (legs) {
                    j.move.plates = plates;
                }
            });
        }
        if (base.plates.empty()) {
            return base.choices.inset_mm < by ? nullptr
                                              : edit(tr("Legs further out"), [by](Job& j) { j.base.inset_mm -= by; });
        }
        if (end && kind != BaseKind::Spider) {
            const Box& top = document_.plan()->layup->finalBox;
            std::vector<BasePlate> plates = base.plates;
            const auto [first, last] = std::minmax_element(
                plates.begin(), plates.end(), [](const BasePlate& a, const BasePlate& b) { return a.x_mm < b.x_mm; });
            // Both ends alike, where the top is long enough: one that is mended alone hands the tipping to the other.
            const bool leftFits = first->x_mm - first->wide_mm / 2.0 - by >= top.left;
            const bool rightFits = last->x_mm + last->wide_mm / 2.0 + by <= top.right;
            if (!(way.out.x > 0.0 ? rightFits : leftFits)) { // it would stand beyond the top
                return nullptr;
            }
            const bool two = first != last;
            if (two ? leftFits : way.out.x < 0.0) {
                first->x_mm -= by;
            }
            if (two ? rightFits : way.out.x > 0.0) {
                last->x_mm += by;
            }
            return edit(tr("Frames further out"), [plates](Job& j) { j.move.plates = plates; });
        }
        const auto feet = [&](auto measure) {
            double low = 1e12;
            double high = -1e12;
            for (const BasePart& part : base.shape->parts) {
                if (part.of == PartOf::Plate) {
                    continue;
                }
                for (const auto* rim : {&part.shape.low, &part.shape.high}) {
                    for (const Point3& p : *rim) {
                        low = std::min(low, measure(p));
                        high = std::max(high, measure(p));
                    }
                }
            }
            return high - low;
        };
        const double apart = end ? base.choices.along_mm.value_or(feet([](const Point3& p) { return p.x; }))
                                 : base.choices.spread_mm.value_or(feet([](const Point3& p) { return p.y; }));
        const double wanted = apart + 2.0 * by;
        if (!ranges::kSpread_mm.holds(wanted)) {
            return nullptr;
        }
        return edit(tr("Feet further apart"),
                    [wanted, end](Job& j) { (end ? j.base.along_mm : j.base.spread_mm) = wanted; });
    }
    if (is("base.pushed_out")) {
        return edit(tr("A tie"), [](Job& j) { j.base.tie_mm = BaseChoices{}.tie_mm; });
    }
    if (is("base.wedge")) {
        return edit(tr("A slimmer wedge"), [](Job& j) { j.base.wedge_deg = BaseChoices{}.wedge_deg; });
    }
    if (is("base.lamella") && finding.figures.size() > 1) {
        return edit(tr("Thinner lamellae"), [radius = finding.figures[1].value()](Job& j) {
            j.base.lamella_mm = std::max(ranges::kLamella_mm.least, std::floor(radius / 10.0) / 10.0);
        });
    }
    if (is("base.low") || is("base.tall")) {
        constexpr double kOverSeat_mm = 295.0; // custom 270 to 320
        if (madeOf(kind) == BaseOf::Elsewhere) {
            return nullptr;
        }
        return edit(tr("Height to the top"), [](Job& j) { j.base.surface_mm = j.base.seat_mm + kOverSeat_mm; });
    }
    return nullptr;
}

} // namespace burl::ui
