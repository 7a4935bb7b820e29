// What the mouse and the arrow keys do on the Layup bench. The edits are worked out in core/layup/layup_edit, in the
// frame of the piece as it lay when it was grabbed, so that it does not run away under the hand.

#include "core/layup/layup_edit.h"
#include "ui/layup/layup_bench.h"
#include "ui/look/text.h"

namespace burl::ui
{

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
    if (grabPoints(held, view)) {
        return held;
    }
    for (size_t i = 0; i < layup.pieces.size() && kind != TopKind::Single; ++i) {
        const PlacedPiece& piece = layup.pieces[i];
        const double lift = facesAcross(kind) ? 0.0 : (i == 0 ? 11.0 : -11.0) * view.ySign();
        held.piece = i;
        held.placed = piece;
        if (piece.island) {
            if (close(view.toPixel(turnHandle(piece)))) {
                held.what = Grab::Turn;
                return held;
            }
            continue;
        }
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
            if (piece.island) {
                return held;
            }
            if (at.y >= piece.jointBelow_mm.value_or(-1e9) && at.y <= piece.jointAbove_mm.value_or(1e9)) {
                return held;
            }
        }
    }
    return held;
}

bool LayupBench::grabPoints(Held& held, const BoardView& view) const
{
    const LayupPlan& layup = *document_.plan()->layup;
    const LayupChoices& choices = document_.job()->layup;
    for (size_t j = 0; j < layup.joints.size() && j < choices.curves.size(); ++j) {
        for (size_t k = 0; k < choices.curves[j].size(); ++k) {
            const Vec2 c = choices.curves[j][k];
            if (near(held.from, {c.x, layup.joints[j].level_mm + c.y}, view)) {
                held.what = Grab::CurvePoint;
                held.piece = j;
                held.point = k;
                return true;
            }
        }
    }
    for (size_t k = 0; choices.shape == TopShape::Drawn && k < choices.outline.size(); ++k) {
        if (near(held.from, choices.outline[k], view)) {
            held.what = Grab::Corner;
            held.point = k;
            return true;
        }
    }
    return false;
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
    case Grab::Turn:
    case Grab::CurvePoint:
    case Grab::Corner:
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
    const bool onPoint = held_.what == Grab::CurvePoint || held_.what == Grab::Corner;
    pointKind_ = onPoint ? held_.what : Grab::None;
    pointOwner_ = held_.what == Grab::CurvePoint ? held_.piece : 0;
    point_ = held_.point;
    gesture_ = document_.newGesture();
    last_ = {};
    return true;
}

DragNote LayupBench::drag(Vec2 at)
{
    swap_ = swapsWith(at);
    DragNote note = moveTo(at - held_.from, false);
    if (swap_) {
        note.text = tr("let go: %1 and %2 change places")
                        .arg(fromCore(held_.placed.name), fromCore(document_.plan()->layup->pieces[*swap_].name));
    }
    return note;
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
        note.text = held_.placed.island
                        ? tr("%1 starts %2 from the left end, %3 off the middle")
                              .arg(fromCore(held_.placed.name),
                                   quantity(next.layup.pieces[held_.piece].left_mm, Unit::Length, units()),
                                   quantity(next.layup.pieces[held_.piece].across_mm, Unit::Length, units()))
                        : tr("%1 starts %2 from the left end")
                              .arg(fromCore(held_.placed.name),
                                   quantity(next.layup.pieces[held_.piece].left_mm, Unit::Length, units()));
        break;
    }
    case Grab::RipLeft:
    case Grab::RipRight:
        next = withRipEndMoved(held_.before, held_.placed, held_.piece, held_.what == Grab::RipLeft, snap(delta.y));
        note.text = tr("rip line end %1").arg(quantity(snap(delta.y), Unit::Length, units()));
        break;
    case Grab::Turn: {
        const Vec2 middle = centroid(held_.placed.showRing);
        const Vec2 before = turnHandle(held_.placed) - middle;
        const Vec2 after = before + delta;
        const double turned = std::atan2(cross(before, after), dot(before, after)) * 180.0 / std::acos(-1.0);
        next.layup.pieces[held_.piece].turn_deg =
            std::round((held_.before.layup.pieces[held_.piece].turn_deg + turned) * 2.0) / 2.0;
        note.text = tr("turned by %1°").arg(next.layup.pieces[held_.piece].turn_deg);
        break;
    }
    case Grab::CurvePoint: {
        auto points = held_.before.layup.curves[held_.piece];
        Vec2& point = points[held_.point];
        // A point stays between its neighbours, so that the hand keeps the one it took.
        const double least = held_.point > 0 ? points[held_.point - 1].x + 20.0 : -1e9;
        const double most = held_.point + 1 < points.size() ? points[held_.point + 1].x - 20.0 : 1e9;
        point = {std::clamp(snap(point.x + delta.x), least, std::max(least, most)), snap(point.y + delta.y)};
        note.text = tr("%1 above the straight line, %2 from the left end")
                        .arg(quantity(point.y, Unit::Length, units()), quantity(point.x, Unit::Length, units()));
        next = withCurve(held_.before, held_.piece, points);
        break;
    }
    case Grab::Corner: {
        Ring outline = held_.before.layup.outline;
        Vec2& corner = outline[held_.point];
        corner = {snap(corner.x + delta.x), snap(corner.y + delta.y)};
        note.text = mostlyAlong(delta)
                        ? tr("corner %1 from the left end").arg(quantity(corner.x, Unit::Length, units()))
                        : tr("corner %1 off the middle").arg(quantity(corner.y, Unit::Length, units()));
        const Box box = boundsOf(outline);
        if (box.width() >= 100.0 && box.height() >= 50.0) {
            next = withOutline(held_.before, outline);
        }
        break;
    }
    case Grab::RightEnd:
        next = withLength(held_.before, std::max(100.0, snap(held_.before.layup.length_mm + delta.x)));
        note.text = tr("length %1").arg(quantity(next.layup.length_mm, Unit::Length, units()));
        break;
    case Grab::LeftEnd: {
        const double length = std::max(100.0, snap(held_.before.layup.length_mm - delta.x));
        const double by = held_.before.layup.length_mm - length;
        next = withLeftEndMoved(held_.before, by);
        next.layup.length_mm = length;
        if (!next.layup.outline.empty()) { // a drawn outline is stretched, not cut
            next.layup.outline = withLength(held_.before, length).layup.outline;
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
        document_.edit(
            tr("Drag on the board"), [&](Job& j) { j = next; }, gesture_);
    }
    return note;
}

std::optional<size_t> LayupBench::swapsWith(Vec2 at) const
{
    const LayupPlan& layup = *document_.plan()->layup;
    if (held_.what != Grab::Piece || held_.placed.island || layup.pieces.size() < 2) {
        return std::nullopt;
    }
    for (size_t i = 0; i < layup.pieces.size(); ++i) {
        if (i == held_.piece || layup.pieces[i].island) {
            continue;
        }
        // Past the middle of another piece, not merely over its rim.
        const double middle = centroid(layup.pieces[i].showRing).y;
        const bool down = held_.from.y > middle;
        const bool past = down ? at.y < middle : at.y > middle;
        const bool before = std::any_of(layup.pieces.begin(), layup.pieces.end(), [&](const PlacedPiece& other) {
            const double y = centroid(other.showRing).y;
            return &other != &layup.pieces[i] && !other.island &&
                   (down ? y < middle && at.y < y : y > middle && at.y > y);
        });
        if (past && !before) {
            return i;
        }
    }
    return std::nullopt;
}

void LayupBench::swapHeld()
{
    const size_t a = held_.piece;
    const size_t b = *swap_;
    const Job next = withPiecesSwapped(held_.before, a, b);
    document_.edit(
        tr("Change places"), [&](Job& j) { j = next; }, gesture_);
    selected_ = b;
}

void LayupBench::letGo()
{
    if (swap_ && held_.what == Grab::Piece && document_.inGesture()) {
        swapHeld();
    }
    swap_.reset();
    held_ = {};
}

size_t LayupBench::placeAt(double y_mm) const
{
    if (!hasTop()) {
        return document_.job()->layup.pieces.size();
    }
    size_t at = 0; // the far piece is the first
    for (const PlacedPiece& piece : document_.plan()->layup->pieces) {
        at += !piece.island && centroid(piece.showRing).y > y_mm ? 1 : 0;
    }
    return at;
}

QString LayupBench::slabNote(SlabId slab, Vec2 at) const
{
    const Slab* s = document_.shop().slab(slab);
    if (document_.job() == nullptr || s == nullptr) {
        return {};
    }
    const LayupChoices& layup = document_.job()->layup;
    if (takesOneMore(layup) || layup.pieces.empty()) {
        return tr("let go: %1 is laid in").arg(fromCore(s->name));
    }
    const size_t place = std::min(placeAt(at.y), layup.pieces.size() - 1);
    const Slab* there = document_.shop().slab(layup.pieces[place].slab);
    return tr("let go: %1 takes the place of %2")
        .arg(fromCore(s->name), there != nullptr ? fromCore(there->name) : QStringLiteral("?"));
}

void LayupBench::dropSlab(SlabId slab, Vec2 at)
{
    const Slab* s = document_.shop().slab(slab);
    if (document_.job() == nullptr || s == nullptr) {
        return;
    }
    const size_t place = placeAt(at.y);
    const Job next = withSlabLaidIn(*document_.job(), *s, place, document_.shop().habits.trimEachEnd_mm);
    document_.edit(tr("Lay %1 in").arg(fromCore(s->name)), [&](Job& j) { j = next; });
    selected_ = std::min(place, next.layup.pieces.size() - 1);
}

void LayupBench::layIn(SlabId slab)
{
    const Slab* s = document_.shop().slab(slab);
    if (s == nullptr) {
        return;
    }
    if (document_.job() == nullptr) {
        Q_EMIT message(tr("Begin a job first: it is the table that %1 is laid into.").arg(fromCore(s->name)));
        return;
    }
    const LayupChoices& layup = document_.job()->layup;
    if (!takesOneMore(layup)) {
        Q_EMIT message(tr("This top is full: drag %1 onto the piece whose place it takes.").arg(fromCore(s->name)));
        return;
    }
    const Job next = withSlabLaidIn(*document_.job(), *s, layup.pieces.size(), document_.shop().habits.trimEachEnd_mm);
    document_.edit(tr("Lay %1 in").arg(fromCore(s->name)), [&](Job& j) { j = next; });
    selected_ = next.layup.pieces.size() - 1;
}

bool LayupBench::putBack(SlabId slab)
{
    if (document_.job() == nullptr) {
        return false;
    }
    const auto& pieces = document_.job()->layup.pieces;
    for (size_t i = pieces.size(); i-- > 0;) {
        if (pieces[i].slab == slab) {
            putBackPiece(i);
            return true;
        }
    }
    return false;
}

void LayupBench::putBackPiece(size_t piece)
{
    const Slab* slab = document_.shop().slab(document_.job()->layup.pieces[piece].slab);
    const QString name = slab != nullptr ? fromCore(slab->name) : tr("The piece");
    const Job next = withPiecePutBack(*document_.job(), piece);
    document_.edit(tr("Put a piece back"), [&](Job& j) { j = next; });
    selected_ = std::min(selected_, next.layup.pieces.empty() ? 0 : next.layup.pieces.size() - 1);
    Q_EMIT message(tr("%1 is back in the rack; Ctrl+Z lays it in again.").arg(name));
}

bool LayupBench::dropOutside()
{
    if (held_.what != Grab::Piece) {
        return false;
    }
    const size_t piece = held_.piece;
    document_.cancelGesture(); // the way to the rim was no edit
    swap_.reset();
    held_ = {};
    putBackPiece(piece);
    Q_EMIT repaintWanted();
    return true;
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
    case Grab::Turn:
        Q_EMIT message(tr("An island is turned by hand, or by its degrees on the right."));
        break;
    case Grab::CurvePoint:
        moveTo({last_.x, mm - held_.before.layup.curves[held_.piece][held_.point].y}, true);
        break;
    case Grab::Corner: {
        const Vec2 corner = held_.before.layup.outline[held_.point];
        moveTo(mostlyAlong(last_) ? Vec2{mm - corner.x, 0.0} : Vec2{0.0, mm - corner.y}, true);
        break;
    }
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

void LayupBench::doubleClick(Vec2 at, const BoardView& view)
{
    if (!hasTop() || underside_) {
        return;
    }
    const LayupPlan& layup = *document_.plan()->layup;
    const LayupChoices& choices = document_.job()->layup;
    const double reach = kGrab_px / view.scale();
    for (size_t j = 0; j < layup.joints.size(); ++j) {
        const Joint& joint = layup.joints[j];
        if (at.x > 0.0 && at.x < choices.length_mm && std::abs(at.y - valueAt(joint.line, at.x)) < reach) {
            auto points = j < choices.curves.size() ? choices.curves[j] : std::vector<Vec2>{};
            if (points.empty()) { // a straight joint begins to bend between its ends
                points = {{0.0, 0.0}, {choices.length_mm, 0.0}};
            }
            points.push_back({snapped(at.x), snapped(at.y - joint.level_mm)});
            const Job next = withCurve(*document_.job(), j, points);
            document_.edit(tr("Bend a joint"), [&](Job& job) { job = next; });
            return;
        }
    }
    if (choices.shape != TopShape::Drawn) {
        return;
    }
    for (size_t k = 0; k < choices.outline.size(); ++k) {
        const Vec2 a = choices.outline[k];
        const Vec2 b = choices.outline[(k + 1) % choices.outline.size()];
        const Vec2 way = b - a;
        const double along = dot(at - a, way) / std::max(1e-9, dot(way, way));
        if (along > 0.0 && along < 1.0 && length(at - (a + way * along)) < reach) {
            Ring outline = choices.outline;
            outline.insert(outline.begin() + static_cast<std::ptrdiff_t>(k) + 1, {snapped(at.x), snapped(at.y)});
            const Job next = withOutline(*document_.job(), outline);
            document_.edit(tr("A corner more"), [&](Job& job) { job = next; });
            return;
        }
    }
}

bool LayupBench::removeSelected()
{
    const Job* job = document_.job();
    if (job == nullptr) {
        return false;
    }
    if (pointKind_ == Grab::CurvePoint && pointOwner_ < job->layup.curves.size() &&
        point_ < job->layup.curves[pointOwner_].size()) {
        auto points = job->layup.curves[pointOwner_];
        points.erase(points.begin() + static_cast<std::ptrdiff_t>(point_));
        if (points.size() < 2) {
            points.clear(); // straight again
        }
        const Job next = withCurve(*job, pointOwner_, points);
        document_.edit(tr("A point less"), [&](Job& j) { j = next; });
        pointKind_ = Grab::None;
        return true;
    }
    if (pointKind_ == Grab::Corner && point_ < job->layup.outline.size()) {
        if (job->layup.outline.size() <= 3) {
            Q_EMIT message(tr("An outline keeps three corners at least."));
            return true;
        }
        Ring outline = job->layup.outline;
        outline.erase(outline.begin() + static_cast<std::ptrdiff_t>(point_));
        const Job next = withOutline(*job, outline);
        document_.edit(tr("A corner less"), [&](Job& j) { j = next; });
        pointKind_ = Grab::None;
        return true;
    }
    if (pointKind_ == Grab::None && selected_ < job->layup.pieces.size()) {
        putBackPiece(selected_);
        return true;
    }
    return false;
}

bool LayupBench::key(int key)
{
    const Job* job = document_.job();
    if (job == nullptr || selected_ >= job->layup.pieces.size()) {
        return false;
    }
    if (key == Qt::Key_N) { // the next piece
        selected_ = (selected_ + 1) % job->layup.pieces.size();
        Q_EMIT repaintWanted();
        return true;
    }
    if (key == Qt::Key_S && job->layup.pieces.size() > 1) {
        const size_t other = (selected_ + 1) % job->layup.pieces.size();
        const Job next = withPiecesSwapped(*job, selected_, other);
        document_.edit(tr("Change places"), [&](Job& j) { j = next; });
        selected_ = other;
        return true;
    }
    if (key != Qt::Key_M && key != Qt::Key_E) {
        return false;
    }
    document_.edit(key == Qt::Key_M ? tr("Turn a piece over") : tr("Swing a piece end for end"), [&](Job& j) {
        Piece& piece = j.layup.pieces[selected_];
        if (key == Qt::Key_M) {
            piece.show = piece.show == Face::Top ? Face::Bottom : Face::Top;
        } else {
            piece.endForEnd = !piece.endForEnd;
        }
        piece.rip.reset();
    });
    return true;
}

bool LayupBench::nudge(double dx, double dy)
{
    if (hasTop() && pointKind_ == Grab::CurvePoint && pointOwner_ < document_.job()->layup.curves.size() &&
        point_ < document_.job()->layup.curves[pointOwner_].size()) {
        auto points = document_.job()->layup.curves[pointOwner_];
        points[point_] = points[point_] + Vec2{dx * snap_mm(), dy * snap_mm()};
        const Job next = withCurve(*document_.job(), pointOwner_, points);
        document_.edit(tr("Nudge a point"), [&](Job& j) { j = next; });
        return true;
    }
    if (hasTop() && pointKind_ == Grab::Corner && point_ < document_.job()->layup.outline.size()) {
        Ring outline = document_.job()->layup.outline;
        outline[point_] = outline[point_] + Vec2{dx * snap_mm(), dy * snap_mm()};
        const Job next = withOutline(*document_.job(), outline);
        document_.edit(tr("Nudge a corner"), [&](Job& j) { j = next; });
        return true;
    }
    if (!hasTop() || selected_ >= document_.plan()->layup->pieces.size()) {
        return false;
    }
    const Job next =
        withPieceMoved(*document_.job(), *document_.plan()->layup, selected_, dx * snap_mm(), dy * snap_mm());
    document_.edit(tr("Nudge a piece"), [&](Job& j) { j = next; });
    return true;
}

} // namespace burl::ui
