// What the hand does on the Move bench: grab, drag, nudge, and the remedies of its findings.

#include <cmath>

#include "core/move/lay_out.h"
#include "ui/look/text.h"
#include "ui/move/move_bench.h"
#include "ui/move/move_tray.h"
#include "ui/move/year_strip.h"

namespace burl::ui
{

using Kind = MoveChosen::Kind;

MoveChosen MoveBench::at(Vec2 at, const BoardView& view) const
{
    if (!hasTop()) {
        return {};
    }
    const MoveChoices& move = document_.job()->move;
    constexpr double kFastener_px = 13.0;
    for (size_t i = 0; i < move.fasteners.size(); ++i) {
        if (burl::length(move.fasteners[i].at - at) * view.scale() < kFastener_px) {
            return {Kind::Fastener, i};
        }
    }
    const auto within = [&](double x, double middle, double wide, double long_mm) {
        const double reach = std::max(wide / 2.0, 6.0 / view.scale());
        return std::abs(at.x - x) < reach && std::abs(at.y - middle) < long_mm / 2.0;
    };
    for (size_t i = 0; i < move.channels.size(); ++i) {
        const Channel& c = move.channels[i];
        if (within(c.x_mm, c.middle_mm, c.width_mm, c.length_mm)) {
            return {Kind::Channel, i};
        }
    }
    for (size_t i = 0; i < move.plates.size(); ++i) {
        const BasePlate& p = move.plates[i];
        if (within(p.x_mm, p.middle_mm, p.wide_mm, p.long_mm)) {
            return {Kind::Plate, i};
        }
    }
    constexpr double kLine_px = 5.0;
    if (std::abs(at.y - move.fixedLine_mm) * view.scale() < kLine_px) {
        return {Kind::Held, 0};
    }
    if (tray_->page() == MoveTray::Page::Year && std::abs(at.x - tray_->year().cut_mm()) * view.scale() < kLine_px) {
        return {Kind::Cut, 0};
    }
    return {};
}

Qt::CursorShape MoveBench::cursorAt(Vec2 where, const BoardView& view) const
{
    switch (at(where, view).kind) {
    case Kind::Fastener:
        return Qt::OpenHandCursor;
    case Kind::Channel:
    case Kind::Plate:
    case Kind::Cut:
        return Qt::SizeHorCursor;
    case Kind::Held:
        return Qt::SizeVerCursor;
    case Kind::None:
        break;
    }
    return Qt::ArrowCursor;
}

bool MoveBench::press(Vec2 where, const BoardView& view)
{
    chosen_ = at(where, view);
    refresh();
    Q_EMIT repaintWanted();
    if (chosen_.kind == Kind::None) {
        return false;
    }
    from_ = where;
    before_ = *document_.job();
    cutBefore_ = tray_->year().cut_mm();
    gesture_ = chosen_.kind == Kind::Cut ? 0 : document_.newGesture();
    return true;
}

void MoveBench::moveChosen(const Job& before, Vec2 by, bool exactly, int gesture)
{
    const auto snap = [&](double v) { return exactly ? v : snapped(v); };
    if (chosen_.kind == Kind::Cut) { // how it is looked at: no edit
        tray_->year().setCut(cutBefore_ + by.x);
        Q_EMIT repaintWanted();
        return;
    }
    // What was taken may be gone by now.
    if (!isThere(chosen_, document_.job()->move) || !isThere(chosen_, before.move)) {
        return;
    }
    document_.edit(
        tr("Move on the underside"),
        [&](Job& j) {
            const size_t i = chosen_.index;
            switch (chosen_.kind) {
            case Kind::Fastener: {
                const Vec2 old = before.move.fasteners[i].at;
                Vec2 now{snap(old.x + by.x), snap(old.y + by.y)};
                // It snaps onto the held line, and into line with its neighbours and its plate.
                constexpr double kOntoLine_mm = 6.0;
                if (!exactly && std::abs(now.y - before.move.fixedLine_mm) < kOntoLine_mm) {
                    now.y = before.move.fixedLine_mm;
                }
                for (size_t k = 0; k < before.move.fasteners.size() && !exactly; ++k) {
                    if (k != i && std::abs(now.x - before.move.fasteners[k].at.x) < kOntoLine_mm) {
                        now.x = before.move.fasteners[k].at.x;
                    }
                }
                for (const BasePlate& p : before.move.plates) {
                    if (!exactly && std::abs(now.x - p.x_mm) < kOntoLine_mm) {
                        now.x = p.x_mm;
                    }
                }
                j.move.fasteners[i].at = now;
                break;
            }
            case Kind::Channel:
                j.move.channels[i].x_mm = snap(before.move.channels[i].x_mm + by.x);
                j.move.channels[i].middle_mm = snap(before.move.channels[i].middle_mm + by.y);
                break;
            case Kind::Plate: {
                const BasePlate& old = before.move.plates[i];
                const Vec2 now{snap(old.x_mm + by.x), snap(old.middle_mm + by.y)};
                j.move.plates[i].x_mm = now.x;
                j.move.plates[i].middle_mm = now.y;
                for (size_t k = 0; k < before.move.fasteners.size(); ++k) { // what is bolted to it goes with it
                    const Vec2 at = before.move.fasteners[k].at;
                    if (std::abs(at.x - old.x_mm) <= old.wide_mm / 2.0 &&
                        std::abs(at.y - old.middle_mm) <= old.long_mm / 2.0) {
                        j.move.fasteners[k].at = at + now - Vec2{old.x_mm, old.middle_mm};
                    }
                }
                break;
            }
            case Kind::Held: {
                constexpr double kOntoJoint_mm = 8.0;
                j.move.fixedLine_mm = snap(before.move.fixedLine_mm + by.y);
                if (!exactly && std::abs(j.move.fixedLine_mm) < kOntoJoint_mm) {
                    j.move.fixedLine_mm = 0.0;
                }
                break;
            }
            case Kind::Cut:
            case Kind::None:
                break;
            }
        },
        gesture);
}

DragNote MoveBench::drag(Vec2 where)
{
    const Vec2 by = chosen_.kind == Kind::Held  ? Vec2{0.0, where.y - from_.y}
                    : chosen_.kind == Kind::Cut ? Vec2{where.x - from_.x, 0.0}
                                                : where - from_;
    moveChosen(before_, by, false, gesture_);
    const MoveChoices& move = document_.job()->move;
    if (!isThere(chosen_, move)) {
        return {};
    }
    const auto mm = [&](double v) { return quantity(v, Unit::Length, units()); };
    switch (chosen_.kind) {
    case Kind::Fastener:
        return {tr("%1 from the left, %2 from the held line")
                    .arg(mm(move.fasteners[chosen_.index].at.x),
                         mm(std::abs(move.fasteners[chosen_.index].at.y - move.fixedLine_mm)))};
    case Kind::Channel:
        return {tr("%1 from the left").arg(mm(move.channels[chosen_.index].x_mm))};
    case Kind::Plate:
        return {tr("%1 from the left").arg(mm(move.plates[chosen_.index].x_mm))};
    case Kind::Held:
        return {tr("%1 from the middle").arg(mm(move.fixedLine_mm))};
    case Kind::Cut:
        return {tr("section %1 from the left").arg(mm(tray_->year().cut_mm()))};
    case Kind::None:
        break;
    }
    return {};
}

void MoveBench::typed(double mm)
{
    if (!isThere(chosen_, before_.move)) {
        return;
    }
    switch (chosen_.kind) {
    case Kind::Fastener:
        moveChosen(before_, {mm - before_.move.fasteners[chosen_.index].at.x, 0.0}, true, gesture_);
        break;
    case Kind::Channel:
        moveChosen(before_, {mm - before_.move.channels[chosen_.index].x_mm, 0.0}, true, gesture_);
        break;
    case Kind::Plate:
        moveChosen(before_, {mm - before_.move.plates[chosen_.index].x_mm, 0.0}, true, gesture_);
        break;
    case Kind::Held:
        moveChosen(before_, {0.0, mm - before_.move.fixedLine_mm}, true, gesture_);
        break;
    case Kind::Cut:
        moveChosen(before_, {mm - cutBefore_, 0.0}, true, gesture_);
        break;
    case Kind::None:
        break;
    }
}

bool MoveBench::nudge(double dx, double dy)
{
    if (chosen_.kind == Kind::None || document_.job() == nullptr) {
        return false;
    }
    const Job now = *document_.job();
    cutBefore_ = tray_->year().cut_mm();
    moveChosen(now, {dx * snap_mm(), dy * snap_mm()}, true, 0);
    return true;
}

void MoveBench::editFastener(const QString& label, const std::function<void(Fastener&)>& change)
{
    document_.edit(label, [&](Job& j) {
        if (chosen_.kind == Kind::Fastener && chosen_.index < j.move.fasteners.size()) {
            change(j.move.fasteners[chosen_.index]);
        }
    });
}

void MoveBench::editChannel(const QString& label, const std::function<void(Channel&)>& change)
{
    document_.edit(label, [&](Job& j) {
        if (chosen_.kind == Kind::Channel && chosen_.index < j.move.channels.size()) {
            change(j.move.channels[chosen_.index]);
        }
    });
}

void MoveBench::editPlate(const QString& label, const std::function<void(BasePlate&)>& change)
{
    document_.edit(label, [&](Job& j) {
        if (chosen_.kind == Kind::Plate && chosen_.index < j.move.plates.size()) {
            change(j.move.plates[chosen_.index]);
        }
    });
}

bool MoveBench::removeSelected()
{
    const MoveChosen gone = chosen_;
    if (gone.kind != Kind::Fastener && gone.kind != Kind::Channel && gone.kind != Kind::Plate) {
        return false;
    }
    chosen_ = {};
    document_.edit(tr("Remove"), [&](Job& j) {
        const auto at = static_cast<std::ptrdiff_t>(gone.index);
        switch (gone.kind) {
        case Kind::Fastener:
            j.move.fasteners.erase(j.move.fasteners.begin() + at);
            break;
        case Kind::Channel:
            j.move.channels.erase(j.move.channels.begin() + at);
            break;
        default:
            j.move.plates.erase(j.move.plates.begin() + at);
        }
    });
    return true;
}

std::function<void()> MoveBench::remedyFor(const Finding& finding)
{
    const auto is = [&](const char* code) { return finding.code == code; };
    const auto row = static_cast<size_t>(std::max(0, finding.row));
    const auto fastener = [this, row](const QString& label, const std::function<void(Fastener&)>& change) {
        return std::function<void()>([this, row, label, change] {
            choose({Kind::Fastener, row});
            editFastener(label, change);
        });
    };
    const auto channel = [this, row](const QString& label, const std::function<void(Channel&)>& change) {
        return std::function<void()>([this, row, label, change] {
            choose({Kind::Channel, row});
            editChannel(label, change);
        });
    };
    if (is("move.no_fasteners")) {
        return [this] { layOut(); };
    }
    if (is("move.cups")) {
        return [this] {
            addChannel();
            addChannel();
        };
    }
    if (is("move.stands_not") || is("move.pads_tip")) {
        return [this] { placePlates(); };
    }
    if (is("move.fastener_off_wood") || is("move.fastener_in_way") || is("move.fastener_near_edge")) {
        return [this, row] {
            if (hasTop() && row < document_.plan()->move->fasteners.size()) {
                const Vec2 to = movedClear(*document_.plan()->move.input, *document_.plan()->move,
                                           document_.plan()->move->fasteners[row]);
                if (to == document_.plan()->move->fasteners[row].fastener.at) {
                    Q_EMIT message(tr("There is no better place within a hand's breadth: drag it, or move its plate."));
                    return;
                }
                choose({Kind::Fastener, row});
                editFastener(tr("Move into sound wood"), [&](Fastener& f) { f.at = to; });
            }
        };
    }
    const auto figure = [&finding](size_t i) { return i < finding.figures.size() ? finding.figures[i].value() : 0.0; };
    if (is("move.slot_wrong_way")) {
        return fastener(tr("Turn the slot"), [swings = finding.text.find("arm") != std::string::npos](Fastener& f) {
            f.turn_deg = swings ? std::optional(90.0) : std::nullopt;
        });
    }
    if (is("move.fixed_tight") && finding.figures.size() > 3) {
        return fastener(tr("A longer slot"),
                        [to = figure(3)](Fastener& f) { f.slot_mm = std::ceil(to * 10.0) / 10.0; });
    }
    if (is("move.groove_shallow") && finding.figures.size() > 2) {
        return fastener(tr("A deeper groove"),
                        [to = figure(2)](Fastener& f) { f.slot_mm = std::ceil(to * 10.0) / 10.0; });
    }
    if (is("move.washer_small")) {
        return fastener(tr("A larger washer"), [to = figure(1)](Fastener& f) { f.washer_mm = std::ceil(to); });
    }
    if (is("move.knock_in")) {
        return fastener(tr("A screw-in insert"), [](Fastener& f) { f.kind = FastenerKind::InsertAndBolt; });
    }
    if (is("move.plate_on_channel")) {
        return channel(tr("Clear of the plate"), [to = figure(2)](Channel& c) { c.x_mm = to; });
    }
    if (is("move.channel_proud")) {
        return channel(tr("A deeper groove"), [to = figure(1)](Channel& c) { c.depth_mm = to; });
    }
    if (is("move.channel_wide")) {
        return channel(tr("A wider groove"), [to = figure(1)](Channel& c) { c.width_mm = to; });
    }
    return nullptr;
}

} // namespace burl::ui
