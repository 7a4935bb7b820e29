#include "ui/flat/flat_bench.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QTimer>

#include "core/shop/edit.h"
#include "drawing/passes.h"
#include "ui/flat/flat_tray.h"
#include "ui/flat/pass_strip.h"
#include "ui/flat/rest_page.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

namespace
{

constexpr int kSoon_ms = 400;

} // namespace

FlatBench::FlatBench(Document& document, InstrumentPort& instrument, QWidget* parent)
    : TableBench(document, {.id = QStringLiteral("flat"), .name = tr("Flat"), .belowHeight = 218, .keyRoom = 108.0}),
      form_(new ChoicesForm(document, QStringLiteral("flat"), parent)),
      tray_(new FlatTray(document, instrument, parent)), strip_(&tray_->passes()), soon_(new QTimer(this))
{
    soon_->setSingleShot(true);
    soon_->setInterval(kSoon_ms);
    connect(soon_, &QTimer::timeout, this, &FlatBench::askHowSure);
    connect(&sure_, &RangeRun::answered, &document_, &Document::changed);
    setPanels(form_, tray_);
    connect(form_, &ChoicesForm::refused, this, &Bench::message);
    connect(strip_, &PassStrip::moved, this, [this] {
        askForPasses();
        Q_EMIT repaintWanted();
    });
    connect(&tray_->rest(), &RestPage::message, this, &Bench::message);
    connect(&passes_, &PassRun::answered, this, [this] {
        askForPasses();
        Q_EMIT repaintWanted();
    });
    addChoices();
}

void FlatBench::askForPasses()
{
    // An answer may come when another top is laid up already.
    if (shownFace() == nullptr) {
        return;
    }
    const Face face = topFaceShown(selected_) ? Face::Top : Face::Bottom;
    if (strip_->done() > 0) { // nobody looks at the passes of a rough face
        passes_.ask({document_.plan()->flatten, selected_, face});
    }
    strip_->setMap(passes_.answerTo({document_.plan()->flatten, selected_, face}));
}

bool FlatBench::passesKnown() const
{
    return shownFace() != nullptr && passes_.answerTo({document_.plan()->flatten, selected_,
                                                       topFaceShown(selected_) ? Face::Top : Face::Bottom}) != nullptr;
}

void FlatBench::showPage(const QString& page)
{
    if (page == QLatin1String("rest") || page == QLatin1String("passes")) {
        tray_->show(page == QLatin1String("rest") ? FlatTray::Page::Rest : FlatTray::Page::Passes);
    }
}

void FlatBench::askHowSure()
{
    if (document_.plan() != nullptr) {
        sure_.ask(document_.plan()->flatten);
    }
}

bool FlatBench::topFaceShown(size_t piece) const
{
    return document_.plan()->layup->pieces[piece].turnedOver == underside_;
}

QString FlatBench::title() const
{
    if (!hasTop() || selected_ >= document_.plan()->layup->pieces.size()) {
        return {};
    }
    const int done = strip_->done();
    return tr("%1 · %2 · %3")
        .arg(fromCore(document_.plan()->layup->pieces[selected_].name), underside_ ? tr("underside") : tr("show face"),
             done == 0 ? tr("rough") : tr("after pass %1").arg(done));
}

std::vector<Entry> FlatBench::figures() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    std::vector<Entry> out = TableBench::figures();
    if (const auto sure = sure_.answerTo(document_.plan()->flatten)) {
        out.insert(out.begin() + (out.empty() ? 0 : 1), sure->figures.begin(), sure->figures.end());
    }
    return out;
}

std::vector<Finding> FlatBench::findings() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    std::vector<Finding> out = TableBench::findings();
    if (const auto sure = sure_.answerTo(document_.plan()->flatten)) {
        if (sure->low_mm) { // the range says it better
            std::erase_if(out, [](const Finding& f) { return f.code == "flatten.between_readings"; });
        }
        out.insert(out.end(), sure->findings.begin(), sure->findings.end());
        sortBySeverity(out);
    }
    return out;
}

void FlatBench::refresh()
{
    form_->refresh();
    const std::string method = document_.job() != nullptr ? document_.job()->flatten.method.id : std::string();
    form_->showRow(gcode_, method == "cnc" || method == "spindle");
    if (document_.plan() != nullptr && sure_.answerTo(document_.plan()->flatten) == nullptr) {
        soon_->start();
    }
    if (hasTop()) {
        selected_ = std::min(selected_, document_.plan()->layup->pieces.size() - 1);
        strip_->show(selected_, topFaceShown(selected_));
        askForPasses();
    }
    tray_->rest().setPiece(selected_);
}

void FlatBench::paint(QPainter& p, const BoardView& view, const QRectF& area, WoodCache& wood)
{
    const Plan& plan = *document_.plan();
    SceneStyle style;
    style.screen = true;
    style.palette = colours();
    style.underside = underside_;
    style.waste = 0.0;
    style.wood = 0.35;
    paintPieces(p, view, plan, wood, style);
    // One ramp for both pieces, so that their colours compare.
    double low = 0.0;
    double high = 0.5;
    for (size_t i = 0; i < plan.flatten->pieces.size(); ++i) {
        const FlattenedPiece& flat = plan.flatten->pieces[i];
        if (flat.missing) {
            continue;
        }
        for (const double h : (topFaceShown(i) ? flat.top : flat.bottom).map.height_mm) {
            if (std::isfinite(h)) {
                low = std::min(low, h);
                high = std::max(high, h);
            }
        }
    }
    drawContours();
    for (size_t i = 0; i < plan.flatten->pieces.size(); ++i) {
        const FlattenedPiece& flat = plan.flatten->pieces[i];
        const PlacedPiece& piece = plan.layup->pieces[i];
        if (flat.missing) {
            p.setFont(textFont(11.0));
            paintLabel(p, view.toPixel(centroid(piece.rough)), tr("%1: no surface readings").arg(fromCore(piece.name)),
                       colours().mark);
            continue;
        }
        const bool topFace = topFaceShown(i);
        const FacePasses& face = topFace ? flat.top : flat.bottom;
        RemovalMap map = face.map;
        const int done = i == selected_ ? strip_->done() : 0;
        if (done > 0 && done <= static_cast<int>(face.passes.passes.size())) {
            const double floor = face.passes.passes[static_cast<size_t>(done - 1)].floor_mm;
            for (double& h : map.height_mm) {
                h = std::isfinite(h) ? std::min(h, floor) : h;
            }
        }
        const QImage relief = reliefImage(map, low, high);
        const QTransform toSlab(map.length_mm / relief.width(), 0, 0, -map.width_mm / relief.height(), face.box.left,
                                face.box.top);
        const QTransform onBoard = transformOf(piece.place) * view.transform();
        p.save();
        QPainterPath clip;
        clip.addPolygon(view.toPixel(piece.rough));
        p.setClipPath(clip);
        p.setTransform(toSlab * onBoard * p.transform());
        p.setOpacity(0.88);
        p.drawImage(0, 0, relief);
        p.restore();
        if (done > 0) {
            paintTouched(p, view, i);
        } else {
            p.save();
            p.setClipPath(clip);
            p.setTransform(QTransform::fromTranslate(face.box.left, face.box.bottom) * onBoard * p.transform());
            QPen pen(QColor(52, 34, 20, 150), 0);
            p.setPen(pen);
            p.drawLines(contours_.lines[i]);
            p.restore();
        }
        p.setPen(QPen(colours().ink, i == selected_ ? 2.0 : 1.0));
        p.setBrush(Qt::NoBrush);
        p.drawPolygon(view.toPixel(piece.rough));
        paintDots(p, view, i);
        if (topFace) {
            paintPackers(p, view, area, i);
        }
        p.setFont(textFont(11.0, i == selected_));
        paintLabel(p, view.toPixel(centroid(piece.rough)), fromCore(piece.name), colours().ink);
    }
    paintCuts(p, view);
    p.setFont(textFont(10.0));
    const QRectF key(area.right() + 22, area.top() + 24, 92, 140);
    p.setPen(colours().faint);
    p.drawText(QRectF(key.left(), key.top() - 22, key.width() + 4, 18), Qt::AlignLeft | Qt::AlignVCenter,
               tr("to the plane"));
    paintRampKey(p, key, low, high, units(), colours());
    p.setPen(colours().faint);
    p.drawText(QRectF(key.left(), key.bottom() + 6, key.width() + 4, 34),
               Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap,
               tr("a line each %1").arg(quantity(contours_.step_mm, Unit::Length, units())));
}

void FlatBench::drawContours()
{
    const auto& plan = document_.plan()->flatten.answer;
    if (contours_.plan == plan && contours_.underside == underside_) {
        return;
    }
    contours_ = {plan, underside_, 0.0, {}};
    double most = 0.0;
    for (size_t i = 0; i < plan->pieces.size(); ++i) {
        const FlattenedPiece& piece = plan->pieces[i];
        most = std::max(most, topFaceShown(i) ? piece.top.most_mm : piece.bottom.most_mm);
    }
    contours_.step_mm = contourStep_mm(most);
    for (size_t i = 0; i < plan->pieces.size(); ++i) {
        const FlattenedPiece& piece = plan->pieces[i];
        contours_.lines.push_back(
            piece.missing ? QVector<QLineF>()
                          : contourLines((topFaceShown(i) ? piece.top : piece.bottom).map, contours_.step_mm));
    }
}

/// What the pass touched and what it left, with a tick at both edges for each stroke it needs.
void FlatBench::paintTouched(QPainter& p, const BoardView& view, size_t index)
{
    const Plan& plan = *document_.plan();
    const Face face = topFaceShown(index) ? Face::Top : Face::Bottom;
    const auto map = passes_.answerTo({plan.flatten, index, face});
    const int done = strip_->done();
    if (map == nullptr || static_cast<size_t>(done) > map->needed.size()) {
        return;
    }
    if (drawn_.map != map || drawn_.done != done) {
        drawn_ = {map, done, touchedImage(*map, done)};
    }
    const QTransform onBoard = transformOf(plan.layup->pieces[index].place) * view.transform();
    const double cellX = map->map.length_mm / map->map.cellsAlong;
    const double cellY = map->map.width_mm / map->map.cellsAcross;
    p.save();
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.setTransform(QTransform(cellX, 0, 0, -cellY, map->box.left, map->box.top) * onBoard * p.transform());
    p.drawImage(0, 0, drawn_.touched);
    p.restore();
    const std::vector<bool>& needed = map->needed[static_cast<size_t>(done - 1)];
    const bool along = document_.job()->flatten.method.along;
    for (size_t k = 0; k < needed.size(); ++k) {
        const double m = map->strokeMiddle_mm[k];
        const auto at = [&](bool far) {
            return onBoard.map(along ? QPointF(far ? map->box.right : map->box.left, map->box.bottom + m)
                                     : QPointF(map->box.left + m, far ? map->box.top : map->box.bottom));
        };
        QPointF way = at(true) - at(false);
        way /= std::max(1.0, std::hypot(way.x(), way.y()));
        p.setPen(QPen(needed[k] ? colours().ink : colours().faint, needed[k] ? 2.0 : 1.0));
        const double reach = needed[k] ? 9.0 : 3.0;
        p.drawLine(at(true) + way * 2.0, at(true) + way * (2.0 + reach));
        p.drawLine(at(false) - way * 2.0, at(false) - way * (2.0 + reach));
    }
}

void FlatBench::paintDots(QPainter& p, const BoardView& view, size_t index) const
{
    const FlattenedPiece& flat = document_.plan()->flatten->pieces[index];
    const PlacedPiece& piece = document_.plan()->layup->pieces[index];
    for (const ReadingDot& dot : flat.dots) {
        if (dot.onTop != topFaceShown(index)) {
            continue;
        }
        const QPointF at = view.toPixel(piece.place.toTable(dot.slab));
        if (dot.oddBy_mm) { // a stalk as long as it stands off, and how much
            p.setPen(QPen(colours().mark, 2.0));
            const double stalk = std::clamp(*dot.oddBy_mm * 4.0, -36.0, 36.0);
            p.drawLine(at, at - QPointF(0.0, stalk));
            p.drawLine(at + QPointF(-5, -5), at + QPointF(5, 5));
            p.drawLine(at + QPointF(-5, 5), at + QPointF(5, -5));
            p.setFont(textFont(10.0, true));
            paintLabel(p, at + QPointF(0.0, stalk > 0.0 ? 16.0 : -16.0),
                       tr("%1 off?").arg(quantity(std::abs(*dot.oddBy_mm), Unit::Length, units())), colours().mark);
            continue;
        }
        p.setPen(QPen(colours().ink, dot.binds ? 2.0 : 1.0));
        p.setBrush(dot.binds ? colours().mark : dot.counts ? QColor(Qt::white) : QColor(255, 255, 255, 60));
        p.drawEllipse(at, dot.binds ? 4.6 : 2.8, dot.binds ? 4.6 : 2.8);
    }
}

void FlatBench::paintPackers(QPainter& p, const BoardView& view, const QRectF& area, size_t index) const
{
    const FlattenedPiece& flat = document_.plan()->flatten->pieces[index];
    const PlacedPiece& piece = document_.plan()->layup->pieces[index];
    p.setFont(textFont(10.0, true));
    for (const Packer& packer : flat.packers) {
        const QPointF at = view.toPixel(piece.place.toTable({packer.at.x, packer.at.y}));
        if (packer.squareToBench_mm < 0.05) { // it lies on the bench there
            p.setPen(QPen(colours().mark, 1.4));
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(at + QPointF(-7, 5), QSizeF(14, 3)));
            continue;
        }
        p.setPen(Qt::NoPen);
        p.setBrush(colours().mark);
        p.drawPolygon(QPolygonF({at + QPointF(-12, 8), at + QPointF(10, 8), at + QPointF(10, 0)}));
        QString height = quantity(packer.squareToBench_mm, Unit::Length, units());
        if (packer.pieces > 0) {
            height += QStringLiteral(" = %1 ×").arg(packer.pieces);
        }
        paintLabel(p, at + QPointF(at.x() > area.center().x() ? -16 : 16, 4), height, colours().mark,
                   at.x() > area.center().x() ? Qt::AlignRight : Qt::AlignLeft);
    }
}

/// Where the profiles below are cut.
void FlatBench::paintCuts(QPainter& p, const BoardView& view) const
{
    const auto place = strip_->place();
    if (!place || document_.plan()->flatten->pieces[selected_].missing) {
        return;
    }
    const FlattenedPiece& flat = document_.plan()->flatten->pieces[selected_];
    const PlacedPiece& piece = document_.plan()->layup->pieces[selected_];
    const Box& box = flat.top.box;
    const auto line = [&](Vec2 a, Vec2 b) {
        p.drawLine(view.toPixel(piece.place.toTable(a)), view.toPixel(piece.place.toTable(b)));
    };
    p.setPen(QPen(colours().mark, 1.2, Qt::DashLine));
    line({box.left, place->y}, {box.right, place->y});
    line({place->x, box.bottom}, {place->x, box.top});
}

bool FlatBench::press(Vec2 at, const BoardView& view)
{
    if (!hasTop()) {
        return false;
    }
    held_ = packerAt(at, view);
    if (held_) {
        gesture_ = document_.newGesture();
        const FlattenedPiece& piece = document_.plan()->flatten->pieces[held_->piece];
        bearings_.clear();
        for (const Packer& packer : piece.packers) {
            bearings_.push_back({piece.slab, {packer.at.x, packer.at.y}});
        }
        return true;
    }
    for (size_t i = 0; i < document_.plan()->layup->pieces.size(); ++i) {
        if (contains(document_.plan()->layup->pieces[i].rough, at)) {
            selected_ = i;
            strip_->show(selected_, topFaceShown(selected_));
            strip_->cutAt(document_.plan()->layup->pieces[i].place.toSlab(at));
            tray_->rest().setPiece(selected_);
            askForPasses();
            Q_EMIT repaintWanted();
        }
    }
    return false;
}

std::optional<FlatBench::Held> FlatBench::packerAt(Vec2 at, const BoardView& view) const
{
    if (!hasTop()) {
        return std::nullopt;
    }
    const Plan& plan = *document_.plan();
    for (size_t i = 0; i < plan.flatten->pieces.size(); ++i) {
        if (plan.flatten->pieces[i].missing || !topFaceShown(i)) { // packers lie under a top face
            continue;
        }
        const auto& packers = plan.flatten->pieces[i].packers;
        for (size_t k = 0; k < packers.size(); ++k) {
            if (near(plan.layup->pieces[i].place.toTable({packers[k].at.x, packers[k].at.y}), at, view)) {
                return Held{i, k};
            }
        }
    }
    return std::nullopt;
}

Qt::CursorShape FlatBench::cursorAt(Vec2 at, const BoardView& view) const
{
    return packerAt(at, view) ? Qt::SizeAllCursor : Qt::ArrowCursor;
}

DragNote FlatBench::drag(Vec2 at)
{
    if (!held_ || !hasTop() || held_->piece >= document_.plan()->flatten->pieces.size() ||
        held_->packer >= bearings_.size()) {
        return {};
    }
    const FlattenedPiece& piece = document_.plan()->flatten->pieces[held_->piece];
    Vec2 place = document_.plan()->layup->pieces[held_->piece].place.toSlab(at);
    const Box& box = piece.bottom.box;
    place = {snapped(std::clamp(place.x, box.left, box.right)), snapped(std::clamp(place.y, box.bottom, box.top))};
    bearings_[held_->packer].at = place; // the others stay where they stood when it was taken
    document_.edit(
        tr("Move a packer"),
        [&, slab = piece.slab](Job& j) {
            std::erase_if(j.flatten.bearings, [&](const Bearing& b) { return b.slab == slab; });
            j.flatten.bearings.insert(j.flatten.bearings.end(), bearings_.begin(), bearings_.end());
        },
        gesture_);
    const auto& now = document_.plan()->flatten->pieces[held_->piece].packers;
    return {held_->packer < now.size() ? quantity(now[held_->packer].squareToBench_mm, Unit::Length, units())
                                       : QString()};
}

/// The spot becomes a hollow of its slab, left as it is: the Yard can have it filled or cut off.
void FlatBench::markSpot(const ThinSpot& spot)
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || spot.piece >= plan->flatten->pieces.size()) {
        return;
    }
    const FlattenedPiece& piece = plan->flatten->pieces[spot.piece];
    document_.editSlab(tr("Mark a hollow"), piece.slab, [&](Slab& s) {
        constexpr int kCorners = 16;
        constexpr double kTurn = 2.0 * std::numbers::pi / kCorners;
        Feature f;
        f.id = freeFeatureId(s);
        f.kind = FeatureKind::BlindVoid;
        f.face = spot.onTop ? Face::Top : Face::Bottom;
        f.intention = Intention::Keep;
        f.depth_mm = std::round(spot.without_mm - piece.thickest.value());
        for (int i = 0; i < kCorners; ++i) {
            f.points.push_back({std::round(spot.at.x + spot.radius_mm * std::cos(kTurn * i)),
                                std::round(spot.at.y + spot.radius_mm * std::sin(kTurn * i))});
        }
        s.features.push_back(f);
    });
    Q_EMIT message(tr("It is marked as a hollow that is left; in the Yard it can be filled or cut off."));
}

std::function<void()> FlatBench::remedyFor(const Finding& finding)
{
    if (finding.code == "flatten.one_go") {
        return [this] { document_.edit(tr("Mill twice"), [](Job& j) { j.flatten.millings = 2; }); };
    }
    if (finding.code.rfind("rest.", 0) == 0 && finding.code != "rest.covered") {
        return [this] { tray_->show(FlatTray::Page::Rest); };
    }
    if (finding.code == "flatten.spot" && document_.plan()->flatten->spot) {
        return [this, spot = *document_.plan()->flatten->spot] { markSpot(spot); };
    }
    if (finding.code == "flatten.too_thin") {
        return [this, possible = finding.figures.front().value()] {
            document_.edit(tr("Accept the thickness"),
                           [&](Job& j) { j.layup.thickness_mm = std::floor(possible * 10.0) / 10.0; });
        };
    }
    return {};
}

QStringList FlatBench::keys() const
{
    return {tr("Click a piece — its profiles through that place, its passes, its rest"),
            tr("T — show face or underside"), tr("Left, Right on the slider — a pass back or on"),
            tr("Red dots — the readings that hold the planes"),
            tr("Wedges — packers, with their height on the bench; drag one to where the slab shall lie")};
}

} // namespace burl::ui
