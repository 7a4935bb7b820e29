#include "ui/fill/fill_bench.h"

// What hands do on the board of Fill: voids added, dragged and taken away, the cut and the divider of a river.

#include <algorithm>
#include <cmath>

#include <QPushButton>

#include "core/shop/edit.h"
#include "ui/fill/fill_tray.h"
#include "ui/fill/heat_page.h"
#include "ui/look/text.h"

namespace burl::ui
{
namespace
{

bool isRing(FeatureKind kind)
{
    return kind == FeatureKind::ThroughVoid || kind == FeatureKind::BlindVoid || kind == FeatureKind::Inclusion ||
           kind == FeatureKind::WormHoles;
}

} // namespace

FillBench::Chosen FillBench::featureAt(Vec2 at) const
{
    if (!hasTop()) {
        return {};
    }
    const Plan& plan = *document_.plan();
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        const Vec2 slabAt = plan.layup->pieces[i].place.toSlab(at);
        for (const Feature& f : plan.layup.input->slabs[i]->features) {
            if (isRing(f.kind) && f.points.size() >= 3 && contains(f.points, slabAt)) {
                return {i, f.id, false};
            }
            if (f.kind == FeatureKind::Knot && !f.points.empty() && length(f.points[0] - slabAt) < f.width_mm / 2.0) {
                return {i, f.id, false};
            }
            for (size_t k = 0; f.kind == FeatureKind::Check && k + 1 < f.points.size(); ++k) {
                const Ring segment{f.points[k], f.points[k + 1]};
                if (std::abs(signedDistance_mm(segment, slabAt)) < 12.0) {
                    return {i, f.id, false};
                }
            }
        }
    }
    return {};
}

Qt::CursorShape FillBench::cursorAt(Vec2 at, const BoardView& view) const
{
    if (inSection()) {
        return Qt::ArrowCursor;
    }
    for (const auto& handle : {cutHandle(), dividerHandle()}) {
        if (handle && near(*handle, at, view)) {
            return Qt::SizeAllCursor;
        }
    }
    return adding_ ? Qt::CrossCursor : featureAt(at).feature != 0 ? Qt::OpenHandCursor : Qt::ArrowCursor;
}

bool FillBench::press(Vec2 at, const BoardView& view)
{
    if (inSection()) {
        return false;
    }
    grabbed_ = Grabbed::Nothing;
    if (const auto cut = cutHandle(); cut && near(*cut, at, view)) {
        grabbed_ = Grabbed::Cut;
        return true;
    }
    if (const auto divider = dividerHandle(); divider && near(*divider, at, view)) {
        grabbed_ = Grabbed::Divider;
        gesture_ = document_.newGesture();
        return true;
    }
    if (adding_) {
        addVoidAt(at, *adding_);
        return false;
    }
    chosen_ = featureAt(at);
    if (chosen_.feature == 0) {
        for (const FillItem& item : document_.plan()->fill->items) {
            chosen_.river = chosen_.river || (item.river && !item.onTable.empty() && contains(item.onTable, at));
        }
    }
    showVoid();
    if (chosen_.feature == 0) {
        Q_EMIT repaintWanted();
        return false;
    }
    from_ = at;
    before_ = *document_.shop().slab(document_.plan()->layup->pieces[chosen_.piece].slab);
    gesture_ = document_.newGesture();
    grabbed_ = Grabbed::Void;
    return true;
}

void FillBench::letGo()
{
    grabbed_ = Grabbed::Nothing;
}

void FillBench::addVoidAt(Vec2 at, FeatureKind kind)
{
    const Plan& plan = *document_.plan();
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        const PlacedPiece& piece = plan.layup->pieces[i];
        bool inside = false;
        for (const Ring& ring : piece.kept) {
            inside = inside || contains(ring, at);
        }
        if (!inside) {
            continue;
        }
        const Vec2 middle = piece.place.toSlab(at);
        int added = 0;
        addThrough_->setChecked(false);
        addPocket_->setChecked(false);
        adding_.reset();
        document_.editSlab(tr("Add a void"), piece.slab, [&](Slab& slab) {
            Feature f;
            f.id = added = freeFeatureId(slab);
            f.kind = kind;
            f.face = piece.turnedOver ? Face::Bottom : Face::Top;
            f.intention = Intention::Fill;
            f.depth_mm = 0.0; // to be measured
            for (const Vec2 p : ellipse({std::round(middle.x), std::round(middle.y)}, 120.0, 40.0, 0.0, 16)) {
                f.points.push_back({std::round(p.x), std::round(p.y)});
            }
            slab.features.push_back(f);
        });
        chosen_ = {i, added, false};
        showVoid();
        Q_EMIT repaintWanted();
        return;
    }
    Q_EMIT message(tr("A void lies in wood: click on a slab, inside the top."));
}

void FillBench::moveChosen(Vec2 table, int gesture)
{
    const PlacedPiece& piece = document_.plan()->layup->pieces[chosen_.piece];
    const Vec2 zero = piece.place.toSlab({0.0, 0.0});
    const Vec2 by = piece.place.toSlab(table) - zero;
    const Slab before = gesture != 0 ? before_ : *document_.shop().slab(piece.slab);
    document_.editSlab(
        tr("Move a void"), piece.slab,
        [&](Slab& slab) {
            for (size_t i = 0; i < slab.features.size() && i < before.features.size(); ++i) {
                if (slab.features[i].id == chosen_.feature) {
                    for (size_t k = 0; k < slab.features[i].points.size(); ++k) {
                        slab.features[i].points[k] =
                            before.features[i].points[k] +
                            Vec2{std::round(by.x * 10.0) / 10.0, std::round(by.y * 10.0) / 10.0};
                    }
                }
            }
        },
        gesture);
}

DragNote FillBench::drag(Vec2 at)
{
    if (grabbed_ == Grabbed::Cut) {
        const auto& gap = document_.plan()->fill->gap;
        tray_->heat().setCut(std::clamp(snapped(at.x), gap->from_mm, gap->to_mm));
        const HeatQuestion q = tray_->heat().question();
        return {tr("%1 wide").arg(quantity(q.site.widthAbove_mm, Unit::Length, units()))};
    }
    if (grabbed_ == Grabbed::Divider) {
        document_.edit(
            tr("Divider of the river"),
            [&](Job& j) { j.fill.colours.divider_mm = snapped(j.fill.colours.alongRiver ? at.y : at.x); }, gesture_);
        for (const PourEvent& event : document_.plan()->pour->events) {
            if (event.kind == PourKind::River && event.colours.size() > 1) {
                return {quantity(event.colours[0].pots.all.volume_L, Unit::Volume, units()) + QStringLiteral(" | ") +
                        quantity(event.colours[1].pots.all.volume_L, Unit::Volume, units())};
            }
        }
        return {};
    }
    if (chosenFeature() == nullptr) {
        return {};
    }
    moveChosen({snapped(at.x - from_.x), snapped(at.y - from_.y)}, gesture_);
    return {quantity(document_.plan()->fill->litres, units())};
}

bool FillBench::nudge(double dx, double dy)
{
    if (chosenFeature() == nullptr) {
        return false;
    }
    moveChosen({dx * snap_mm(), dy * snap_mm()}, 0);
    return true;
}

void FillBench::editChosen(const QString& label, const std::function<void(Feature&)>& change)
{
    if (chosenFeature() == nullptr) {
        Q_EMIT message(tr("Click a void on the board first."));
        return;
    }
    document_.editSlab(label, document_.plan()->layup->pieces[chosen_.piece].slab, [&](Slab& slab) {
        for (Feature& f : slab.features) {
            if (f.id == chosen_.feature) {
                change(f);
            }
        }
    });
}

bool FillBench::removeSelected()
{
    if (chosenFeature() == nullptr) {
        return false;
    }
    const int gone = chosen_.feature;
    const SlabId slab = document_.plan()->layup->pieces[chosen_.piece].slab;
    chosen_ = {};
    document_.editSlab(tr("Remove a void"), slab, [gone](Slab& s) { removeFeature(s, gone); });
    return true;
}

std::optional<Vec2> FillBench::cutHandle() const
{
    const PlaceHeat* river = hasTop() ? document_.plan()->pour->river() : nullptr;
    const auto& gap = hasTop() ? document_.plan()->fill->gap : std::nullopt;
    if (river == nullptr || !gap) {
        return std::nullopt;
    }
    const double x = tray_->heat().cut().value_or(gap->mostTop.x);
    return Vec2{x, boundsOf(document_.plan()->fill->items[river->item].onTable).top};
}

std::optional<Vec2> FillBench::dividerHandle() const
{
    const PlaceHeat* river = hasTop() ? document_.plan()->pour->river() : nullptr;
    const Colours& c = document_.job() != nullptr ? document_.job()->fill.colours : Colours{};
    if (river == nullptr || c.use != SecondColour::Divided) {
        return std::nullopt;
    }
    const Box box = boundsOf(document_.plan()->fill->items[river->item].onTable);
    return c.alongRiver ? Vec2{(box.left + box.right) / 2.0, c.divider_mm} : Vec2{c.divider_mm, box.bottom};
}

} // namespace burl::ui
