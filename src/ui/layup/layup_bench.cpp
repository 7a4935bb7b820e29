#include "ui/layup/layup_bench.h"

#include <QPainter>

#include "ui/layup/layup_form.h"
#include "ui/layup/layup_tray.h"
#include "ui/text.h"
#include "ui/theme.h"

namespace burl::ui
{

// Where the edits that dragging makes are worked out: in the frame of the piece as it lay when it
// was grabbed, so that the piece does not run away under the hand.

Job withPieceMoved(const Job& job, const LayupPlan& layup, size_t piece, double dx_mm, double dy_mm)
{
    Job out = job;
    Piece& p = out.layup.pieces[piece];
    p.left_mm += dx_mm;
    if (job.layup.kind == TopKind::Single) {
        p.across_mm += dy_mm;
    }
    if (facesAcross(job.layup.kind) && dy_mm != 0.0) {
        if (job.layup.width_mm) {
            // The outer edge stays; moving the wood out moves its rip line in by as much.
            const PlacedPiece& placed = layup.pieces[piece];
            const Vec2 a = placed.place.toSlab({placed.ripFrom_mm, placed.ripLevel_mm - dy_mm});
            const Vec2 b = placed.place.toSlab({placed.ripTo_mm, placed.ripLevel_mm - dy_mm});
            const double slope = (b.y - a.y) / (b.x - a.x);
            p.rip = RipLine{a.y - slope * a.x, slope};
        } else {
            const double outward = piece == 0 ? dy_mm : -dy_mm;
            out.layup.leastGap_mm = std::max(0.0, out.layup.leastGap_mm + outward);
        }
    }
    return out;
}

Job withRipEndMoved(const Job& job, const PlacedPiece& placed, size_t piece, bool leftEnd, double dy_mm)
{
    Job out = job;
    const Vec2 a = placed.place.toSlab({placed.ripFrom_mm, placed.ripLevel_mm + (leftEnd ? dy_mm : 0.0)});
    const Vec2 b = placed.place.toSlab({placed.ripTo_mm, placed.ripLevel_mm + (leftEnd ? 0.0 : dy_mm)});
    const double slope = (b.y - a.y) / (b.x - a.x);
    out.layup.pieces[piece].rip = RipLine{a.y - slope * a.x, slope};
    return out;
}

LayupBench::LayupBench(Document& document, QWidget* parent)
    : Bench(document), form_(new LayupForm(document, parent)), tray_(new LayupTray(document, parent))
{
    form_->hide();
    tray_->hide();
    connect(form_, &LayupForm::refused, this, &Bench::says);
    connect(tray_, &LayupTray::says, this, &Bench::says);
}

QString LayupBench::telling() const
{
    if (!hasTop()) {
        return tr("nothing laid up");
    }
    const Plan& plan = *document_.plan();
    return fromCore(formatParts(plan.layup->length.value(), Unit::Length, units()).number) + QStringLiteral(" × ") +
           quantity(plan.layup->meanWidth.value(), Unit::Length, units());
}

QString LayupBench::title() const
{
    const Job* job = document_.job();
    if (job == nullptr || !hasTop()) {
        return {};
    }
    QString kind;
    switch (job->layup.kind) {
    case TopKind::Single:
        kind = tr("Single slab");
        break;
    case TopKind::Pair:
        kind = tr("Joined pair");
        break;
    case TopKind::Panel:
        kind = tr("%1 pieces joined").arg(document_.plan()->layup->pieces.size());
        break;
    case TopKind::River:
        kind = tr("River");
        break;
    case TopKind::Gap:
        kind = tr("Open gap");
        break;
    }
    if (job->layup.shape != TopShape::AsLaid) {
        kind += QStringLiteral(" · ") + (job->layup.shape == TopShape::Round ? tr("round") : tr("oval"));
    }
    const Figure drift = document_.plan()->figure("figure_drift");
    if (drift) {
        kind += QStringLiteral(" · ") + tr("bookmatch");
    }
    QStringList names;
    for (const PlacedPiece& piece : document_.plan()->layup->pieces) {
        names << fromCore(piece.name);
    }
    return kind + QStringLiteral(" · ") + names.join(QStringLiteral(" + "));
}

std::vector<Entry> LayupBench::figures() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    std::vector<Entry> out = document_.plan()->layup->figures;
    if (const Figure drift = document_.plan()->figure("figure_drift")) {
        out.push_back({drift, Weight::Plain});
    }
    if (document_.plan()->fill->mass) {
        out.push_back({document_.plan()->fill->mass, Weight::Plain});
    }
    return out;
}

std::vector<Finding> LayupBench::findings() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    std::vector<Finding> out = document_.plan()->layup->findings;
    if (const auto& missing = document_.plan()->layup->missing) {
        addFinding(out, "layup.missing", Severity::Warn, missing->what, {}, missing->where).leadsTo =
            benchNamedIn(missing->where);
    }
    return out;
}

QWidget* LayupBench::choices()
{
    return form_;
}
QWidget* LayupBench::below()
{
    return tray_;
}

Box LayupBench::frame() const
{
    if (!hasTop()) {
        return {0, 0, 1000, 500};
    }
    Box box = topFrame();
    for (const PlacedPiece& piece : document_.plan()->layup->pieces) {
        const Box b = boundsOf(piece.showRing);
        box = {std::min(box.left, b.left), std::min(box.bottom, std::max(b.bottom, box.bottom - 80.0)),
               std::max(box.right, b.right), std::max(box.top, std::min(b.top, box.top + 80.0))};
    }
    return {box.left - 25.0, box.bottom - 10.0, box.right + 25.0, box.top + 10.0};
}

QString LayupBench::turnWord() const
{
    return hasTop() ? (underside_ ? tr("underside ▸ show face") : tr("show face ▸ underside")) : QString();
}

void LayupBench::turn()
{
    underside_ = !underside_;
    Q_EMIT repaintWanted();
}

QString LayupBench::emptyWord() const
{
    if (document_.job() == nullptr) {
        return tr("No job yet. Click the name at the upper left to start one.");
    }
    if (hasTop()) {
        return {};
    }
    const auto& missing = document_.plan()->layup->missing;
    return missing ? translated(missing->what) : tr("Lay in a slab: choose it on the right.");
}

void LayupBench::refresh()
{
    form_->refresh();
    tray_->refresh();
}

void LayupBench::showPage(const QString& page)
{
    for (const auto& [word, to] : {std::pair{"widths", LayupTray::Page::Widths},
                                   {"offers", LayupTray::Page::Offers},
                                   {"kept", LayupTray::Page::Kept}}) {
        if (page == QLatin1String(word)) {
            tray_->show(to);
        }
    }
}

bool LayupBench::sidesMove() const
{
    const Job* job = document_.job();
    return job != nullptr && (facesAcross(job->layup.kind) || job->layup.edges == OuterEdges::Straight ||
                              job->layup.shape == TopShape::Oval);
}

void LayupBench::paint(QPainter& p, const BoardView& view, const QRectF&, WoodCache& wood)
{
    const Plan& plan = *document_.plan();
    SceneStyle style;
    style.screen = true;
    style.palette = colours();
    style.underside = underside_;
    paintPieces(p, view, plan, wood, style);
    paintRods(p, view, plan, style);
    paintJoinery(p, view, plan, style, true);
    paintResin(p, view, plan, style);
    paintFeatures(p, view, plan, style);
    paintFinalOutline(p, view, *plan.layup, style);
    tray_->setSpan(view.toPixel({0.0, 0.0}).x(), view.toPixel({plan.layup->length.value(), 0.0}).x());
    const Box& box = plan.layup->finalBox;
    p.setFont(textFont(11.0, true));
    paintLabel(p, view.toPixel({box.right, underside_ ? box.bottom : box.top}) + QPointF(-14, -13),
               quantity(box.right, Unit::Length, units()), colours().mark, Qt::AlignRight);

    const TopKind kind = document_.job()->layup.kind;
    for (size_t i = 0; i < plan.layup->pieces.size() && kind != TopKind::Single; ++i) {
        const PlacedPiece& piece = plan.layup->pieces[i];
        const QPointF a = view.toPixel({piece.ripFrom_mm, piece.ripLevel_mm});
        const QPointF b = view.toPixel({piece.ripTo_mm, piece.ripLevel_mm});
        p.setPen(QPen(colours().ink, 2.2));
        p.drawLine(a, b);
        // Both pieces of a pair share the joint: their handles stand on their own side of it.
        const double lift = facesAcross(kind) ? 0.0 : (i == 0 ? 11.0 : -11.0) * view.ySign();
        const bool left = held_.what == Grab::RipLeft && held_.piece == i;
        const bool right = held_.what == Grab::RipRight && held_.piece == i;
        paintHandle(p, a + QPointF(-9, lift), left);
        paintHandle(p, b + QPointF(9, lift), right);
    }
    if (kind != TopKind::Single) {
        const PlacedPiece& piece = plan.layup->pieces.front();
        p.setFont(textFont(10.0));
        paintLabel(p,
                   view.toPixel({box.left + 8.0 / view.scale(), piece.ripLevel_mm}) +
                       QPointF(0, view.ySign() * (facesAcross(kind) ? -13.0 : 13.0)),
                   facesAcross(kind) ? tr("rip line") : tr("rip line, the joint"), colours().ink, Qt::AlignLeft);
    }
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        const PlacedPiece& piece = plan.layup->pieces[i];
        p.setFont(textFont(11.0, i == selected_));
        const Vec2 c = centroid(piece.rough);
        paintLabel(p, view.toPixel({c.x, c.y}), fromCore(piece.name), colours().ink);
    }
}

LayupBench::Held LayupBench::grabAt(Vec2 at, const BoardView& view) const
{
    Held held;
    if (!hasTop() || underside_) {
        return held;
    }
    const LayupPlan& layup = *document_.plan()->layup;
    const TopKind kind = document_.job()->layup.kind;
    held.from = at;
    held.before = *document_.job();
    held.width_mm = layup.outerUpper_mm - layup.outerLower_mm;
    const QPointF mouse = view.toPixel(at);
    const auto close = [&mouse](QPointF p) { return QLineF(mouse, p).length() < kGrab_px; };
    for (size_t i = 0; i < layup.pieces.size() && kind != TopKind::Single; ++i) {
        const PlacedPiece& piece = layup.pieces[i];
        const double lift = facesAcross(kind) ? 0.0 : (i == 0 ? 11.0 : -11.0) * view.ySign();
        held.piece = i;
        held.placed = piece;
        if (close(view.toPixel({piece.ripFrom_mm, piece.ripLevel_mm}) + QPointF(-9, lift))) {
            held.what = Grab::RipLeft;
            return held;
        }
        if (close(view.toPixel({piece.ripTo_mm, piece.ripLevel_mm}) + QPointF(9, lift))) {
            held.what = Grab::RipRight;
            return held;
        }
    }
    const Box& box = layup.finalBox;
    const double reach = 6.0 / view.scale();
    const bool beside = at.y > box.bottom && at.y < box.top;
    const bool along = at.x > box.left && at.x < box.right;
    if (beside && std::abs(at.x - box.right) < reach) {
        held.what = Grab::RightEnd;
        return held;
    }
    if (beside && std::abs(at.x - box.left) < reach) {
        held.what = Grab::LeftEnd;
        return held;
    }
    if (sidesMove() && along && std::abs(at.y - box.top) < reach) {
        held.what = Grab::UpperSide;
        return held;
    }
    if (sidesMove() && along && std::abs(at.y - box.bottom) < reach) {
        held.what = Grab::LowerSide;
        return held;
    }
    for (size_t i = 0; i < layup.pieces.size(); ++i) {
        if (contains(layup.pieces[i].showRing, at)) {
            held.what = Grab::Piece;
            held.piece = i;
            held.placed = layup.pieces[i];
            // Where both reach over the joint, the piece on whose side the mouse is.
            const PlacedPiece& piece = layup.pieces[i];
            if (at.y >= piece.jointBelow_mm.value_or(-1e9) && at.y <= piece.jointAbove_mm.value_or(1e9)) {
                return held;
            }
        }
    }
    return held;
}

Qt::CursorShape LayupBench::cursorAt(Vec2 at, const BoardView& view) const
{
    switch (grabAt(at, view).what) {
    case Grab::RipLeft:
    case Grab::RipRight:
    case Grab::LowerSide:
    case Grab::UpperSide:
        return Qt::SizeVerCursor;
    case Grab::LeftEnd:
    case Grab::RightEnd:
        return Qt::SizeHorCursor;
    case Grab::Piece:
        return Qt::OpenHandCursor;
    case Grab::None:
        break;
    }
    return Qt::ArrowCursor;
}

bool LayupBench::press(Vec2 at, const BoardView& view)
{
    held_ = grabAt(at, view);
    if (held_.what == Grab::None) {
        return false;
    }
    if (held_.what == Grab::Piece) {
        selected_ = held_.piece;
    }
    gesture_ = document_.newGesture();
    last_ = {};
    return true;
}

DragNote LayupBench::drag(Vec2 at)
{
    return moveTo(at - held_.from, false);
}

DragNote LayupBench::moveTo(Vec2 delta, bool exactly)
{
    last_ = delta;
    const auto snap = [&](double v) { return exactly ? v : snapped(v); };
    Job next = held_.before;
    DragNote note;
    switch (held_.what) {
    case Grab::Piece: {
        const double dx = snap(held_.before.layup.pieces[held_.piece].left_mm + delta.x) -
                          held_.before.layup.pieces[held_.piece].left_mm;
        const double dy = held_.before.layup.kind == TopKind::Single && held_.before.layup.shape == TopShape::AsLaid
                              ? 0.0
                              : snap(delta.y);
        LayupPlan asGrabbed;
        asGrabbed.pieces.resize(held_.piece + 1);
        asGrabbed.pieces[held_.piece] = held_.placed;
        next = withPieceMoved(held_.before, asGrabbed, held_.piece, dx, dy);
        note.text = tr("%1 starts %2 from the left end")
                        .arg(fromCore(held_.placed.name),
                             quantity(next.layup.pieces[held_.piece].left_mm, Unit::Length, units()));
        break;
    }
    case Grab::RipLeft:
    case Grab::RipRight:
        next = withRipEndMoved(held_.before, held_.placed, held_.piece, held_.what == Grab::RipLeft, snap(delta.y));
        note.text = tr("rip line end %1").arg(quantity(snap(delta.y), Unit::Length, units()));
        break;
    case Grab::RightEnd:
        next.layup.length_mm = std::max(100.0, snap(held_.before.layup.length_mm + delta.x));
        note.text = tr("length %1").arg(quantity(next.layup.length_mm, Unit::Length, units()));
        break;
    case Grab::LeftEnd: {
        const double length = std::max(100.0, snap(held_.before.layup.length_mm - delta.x));
        const double by = held_.before.layup.length_mm - length;
        next.layup.length_mm = length;
        for (Piece& p : next.layup.pieces) {
            p.left_mm -= by;
        }
        for (Fastener& f : next.move.fasteners) {
            f.at.x -= by; // what is on the top stays where it is on the wood
        }
        for (Channel& c : next.move.channels) {
            c.x_mm -= by;
        }
        note.text = tr("length %1").arg(quantity(length, Unit::Length, units()));
        break;
    }
    case Grab::LowerSide:
    case Grab::UpperSide: {
        const double outward = held_.what == Grab::UpperSide ? delta.y : -delta.y;
        next.layup.width_mm = std::max(50.0, snap(held_.width_mm + 2.0 * outward));
        note.text = tr("width %1").arg(quantity(*next.layup.width_mm, Unit::Length, units()));
        break;
    }
    case Grab::None:
        return note;
    }
    if (!(next == *document_.job())) {
        held_.moved = true;
        document_.edit(
            tr("Drag on the board"), [&](Job& j) { j = next; }, gesture_);
    }
    return note;
}

void LayupBench::typed(double mm)
{
    // What was typed is the measure shown beside the hand.
    switch (held_.what) {
    case Grab::Piece:
        moveTo({mm - held_.before.layup.pieces[held_.piece].left_mm, 0.0}, true);
        break;
    case Grab::RipLeft:
    case Grab::RipRight:
        moveTo({0.0, mm}, true);
        break;
    case Grab::RightEnd:
        moveTo({mm - held_.before.layup.length_mm, 0.0}, true);
        break;
    case Grab::LeftEnd:
        moveTo({held_.before.layup.length_mm - mm, 0.0}, true);
        break;
    case Grab::LowerSide:
        moveTo({0.0, -(mm - held_.width_mm) / 2.0}, true);
        break;
    case Grab::UpperSide:
        moveTo({0.0, (mm - held_.width_mm) / 2.0}, true);
        break;
    case Grab::None:
        break;
    }
}

void LayupBench::release()
{
    held_ = {};
    document_.endGesture();
    Q_EMIT repaintWanted();
}

void LayupBench::cancelDrag()
{
    const Job before = held_.before;
    if (held_.moved) {
        document_.edit(
            tr("Drag on the board"), [&](Job& j) { j = before; }, gesture_);
    }
    release();
}

bool LayupBench::nudge(double dx, double dy)
{
    if (!hasTop() || selected_ >= document_.plan()->layup->pieces.size()) {
        return false;
    }
    const Job next =
        withPieceMoved(*document_.job(), *document_.plan()->layup, selected_, dx * snap_mm(), dy * snap_mm());
    document_.edit(tr("Nudge a piece"), [&](Job& j) { j = next; });
    return true;
}

std::function<void()> LayupBench::remedyFor(const Finding& finding)
{
    if (finding.code == "layup.rip_in_bark" || finding.code == "layup.rip_near_bark") {
        return [this] {
            document_.edit(tr("Best rip lines"), [](Job& j) {
                for (Piece& p : j.layup.pieces) {
                    p.rip.reset();
                }
            });
        };
    }
    return {};
}

QStringList LayupBench::keys() const
{
    return {tr("Drag a piece — slide it along the joint, or across the river"),
            tr("Drag a round handle — turn the rip line"),
            tr("Drag the dashed outline — length, and width where the edges are straight"),
            tr("Type a length while dragging, then Enter — set it exactly"),
            tr("Arrow keys, with Shift ten times — nudge the selected piece"),
            tr("Escape — let go without a change"),
            tr("T — turn the top over")};
}

} // namespace burl::ui
