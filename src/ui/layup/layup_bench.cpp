#include "ui/layup/layup_bench.h"

#include <QPainter>
#include <set>

#include "core/layup/layup_edit.h"
#include "core/layup/river.h"
#include "ui/layup/layup_form.h"
#include "ui/layup/layup_tray.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

namespace
{

QString shapeWord(TopShape shape)
{
    return shape == TopShape::Round  ? LayupBench::tr("round")
           : shape == TopShape::Oval ? LayupBench::tr("oval")
                                     : LayupBench::tr("drawn outline");
}

} // namespace

LayupBench::LayupBench(Document& document, QWidget* parent)
    : TableBench(document, {.id = QStringLiteral("layup"), .name = tr("Layup"), .belowHeight = 196, .rough = true}),
      form_(new LayupForm(document, parent)), tray_(new LayupTray(document, parent))
{
    setPanels(form_, tray_);
    connect(form_, &LayupForm::refused, this, &Bench::message);
    connect(form_, &LayupForm::templateWanted, this, &LayupBench::writeTemplates);
    connect(tray_, &LayupTray::message, this, &Bench::message);
}

QString LayupBench::headline() const
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
        kind += QStringLiteral(" · ") + (shapeWord(job->layup.shape));
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

QString LayupBench::asksUpTo() const
{
    const Job* job = document_.job();
    return job != nullptr && facesAcross(job->layup.kind) ? QStringLiteral("fill") : id(); // what a river drinks
}

std::vector<Entry> LayupBench::figures() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    std::vector<Entry> out = TableBench::figures();
    if (const Figure drift = document_.plan()->figure("figure_drift")) {
        out.push_back({drift, Prominence::Plain});
    }
    if (facesAcross(document_.job()->layup.kind) &&
        hasTop()) { // the river is chosen here, so what it drinks stands here
        if (!document_.plan()->layup->openGap) {
            out.push_back({document_.plan()->fill->litres, Prominence::Plain});
        }
        if (document_.plan()->fill->cost) {
            out.push_back({document_.plan()->fill->cost, Prominence::Plain});
        }
    }
    if (document_.plan()->fill->mass) {
        const Figure mass = document_.plan()->fill->mass;
        out.push_back(
            {document_.plan()->isBehind("fill") ? relabelled(mass, mass.node().key, "Weight, before the drag") : mass,
             Prominence::Plain});
    }
    return out;
}

std::vector<Finding> LayupBench::findings() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    std::vector<Finding> out = TableBench::findings();
    if (const auto& missing = document_.plan()->layup->missing) {
        addMissing(out, "layup.missing", *missing);
    }
    addOtherJobs(out);
    return out;
}

/// A slab can become one table only: who else lays it in is named, with the way there.
void LayupBench::addOtherJobs(std::vector<Finding>& out) const
{
    const Job& job = *document_.job();
    std::set<int> said;
    for (const Piece& piece : job.layup.pieces) {
        const Slab* slab = document_.shop().slab(piece.slab);
        const auto others = jobsWith(document_.book(), piece.slab, job.id);
        if (slab == nullptr || others.empty() || !said.insert(piece.slab.value).second) {
            continue;
        }
        Finding& f = addFinding(out, kInOtherJob, Severity::Warn,
                                withoutTerms(slab->name) +
                                    " lies in another job too: " + withoutTerms(others.front()->name) + ".",
                                {}, "go to that job, or take another slab here");
        f.row = others.front()->id.value;
    }
}

QString LayupBench::emptyWord() const
{
    if (document_.job() == nullptr) {
        return tr("No job yet: one job holds one table.");
    }
    if (hasTop()) {
        return {};
    }
    const auto& missing = document_.plan()->layup->missing;
    return missing ? translated(missing->what)
                   : tr("Lay a slab in: drag it here from the rack, or double-click it there.");
}

void LayupBench::refresh()
{
    form_->refresh();
    tray_->refresh();
}

void LayupBench::showPage(const QString& page)
{
    if (page == QLatin1String("right")) { // what stops the layup is mended, or shown where nothing mends it
        for (const Finding& f : findings()) {
            if (f.severity == Severity::Stop) {
                if (const auto act = remedyFor(f)) {
                    act();
                } else if (f.place_mm) {
                    Q_EMIT placeWanted(*f.place_mm);
                }
                return;
            }
        }
    }
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
    return job != nullptr && job->layup.shape != TopShape::Drawn &&
           (facesAcross(job->layup.kind) || job->layup.edges == OuterEdges::Straight ||
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

    paintHandles(p, view);
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        const PlacedPiece& piece = plan.layup->pieces[i];
        p.setFont(textFont(11.0, i == selected_));
        const Vec2 c = centroid(piece.rough);
        paintLabel(p, view.toPixel({c.x, c.y}), fromCore(piece.name), colours().ink);
    }
}

void LayupBench::paintHandles(QPainter& p, const BoardView& view) const
{
    const LayupPlan& layup = *document_.plan()->layup;
    const Box& box = layup.finalBox;
    const TopKind kind = document_.job()->layup.kind;
    for (size_t i = 0; i < layup.pieces.size() && kind != TopKind::Single; ++i) {
        const PlacedPiece& piece = layup.pieces[i];
        if (piece.island) {
            const QPointF turn = view.toPixel(turnHandle(piece));
            p.setPen(QPen(colours().ink, 0, Qt::DashLine));
            p.drawLine(view.toPixel(centroid(piece.showRing)), turn);
            paintHandle(p, turn, held_.what == Grab::Turn && held_.piece == i);
            continue;
        }
        const QPointF a = view.toPixel({piece.ripFrom_mm, piece.ripLevel_mm});
        const QPointF b = view.toPixel({piece.ripTo_mm, piece.ripLevel_mm});
        const bool curved = std::any_of(layup.joints.begin(), layup.joints.end(),
                                        [i](const Joint& j) { return j.curved && (j.upper == i || j.lower == i); });
        p.setPen(QPen(colours().ink, curved ? 1.0 : 2.2, curved ? Qt::DotLine : Qt::SolidLine));
        p.drawLine(a, b);
        // Both pieces of a pair share the joint: their handles stand on their own side of it.
        const double lift = facesAcross(kind) ? 0.0 : (i == 0 ? 11.0 : -11.0) * view.ySign();
        const bool left = held_.what == Grab::RipLeft && held_.piece == i;
        const bool right = held_.what == Grab::RipRight && held_.piece == i;
        paintHandle(p, a + QPointF(-9, lift), left);
        paintHandle(p, b + QPointF(9, lift), right);
    }
    if (kind != TopKind::Single) {
        const PlacedPiece& piece = layup.pieces.front();
        p.setFont(textFont(10.0));
        paintLabel(p,
                   view.toPixel({box.left + 8.0 / view.scale(), piece.ripLevel_mm}) +
                       QPointF(0, view.ySign() * (facesAcross(kind) ? -13.0 : 13.0)),
                   facesAcross(kind) ? tr("rip line") : tr("rip line, the joint"), colours().ink, Qt::AlignLeft);
    }
    const LayupChoices& choices = document_.job()->layup;
    const auto isHeld = [this](Grab what, size_t owner, size_t point) {
        return pointKind_ == what && pointOwner_ == owner && point_ == point;
    };
    p.setBrush(Qt::NoBrush);
    for (size_t j = 0; j < layup.joints.size(); ++j) {
        const Joint& joint = layup.joints[j];
        if (!joint.curved) {
            continue;
        }
        p.setPen(QPen(colours().ink, 2.2));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(view.toPixel(cutTo(joint.line, box.left, box.right)));
        for (size_t k = 0; k < choices.curves[j].size(); ++k) {
            const Vec2 c = choices.curves[j][k];
            paintHandle(p, view.toPixel({c.x, joint.level_mm + c.y}), isHeld(Grab::CurvePoint, j, k));
        }
    }
    if (choices.shape == TopShape::Drawn) {
        for (size_t k = 0; k < choices.outline.size(); ++k) {
            paintHandle(p, view.toPixel(choices.outline[k]), isHeld(Grab::Corner, 0, k));
        }
    }
}

Vec2 LayupBench::turnHandle(const PlacedPiece& island) const
{
    const Vec2 middle = centroid(island.showRing);
    const Vec2 end = (island.lower.back() + island.upper.back()) * 0.5;
    return middle + (end - middle) * 0.85;
}

std::function<void()> LayupBench::remedyFor(const Finding& finding)
{
    if (finding.code == kInOtherJob) {
        return [this, job = JobId{finding.row}] { document_.showJob(job); };
    }
    if (finding.code == "layup.curve_in_bark" || finding.code == "layup.rip_in_bark" ||
        finding.code == "layup.rip_near_bark") {
        return [this] {
            document_.edit(tr("Best rip lines"), [](Job& j) {
                for (Piece& p : j.layup.pieces) {
                    p.rip.reset();
                }
            });
        };
    }
    if (finding.code == "layup.rod_thick") {
        return [this] {
            document_.edit(tr("Thinner rods"),
                           [](Job& j) { j.layup.rods.diameter_mm = thickestRod_mm(j.layup.thickness_mm); });
        };
    }
    if (finding.code == "layup.too_short" || finding.code == "layup.no_trim") {
        return [this] {
            const Job next = withEndsInWood(*document_.job(), *document_.plan()->layup);
            document_.edit(tr("Ends in the wood"), [&](Job& j) { j = next; });
        };
    }
    return {};
}

QStringList LayupBench::keys() const
{
    return {tr("Drag a piece — slide it along the joint, or across the river"),
            tr("Drag a round handle — turn the rip line"),
            tr("Drag the dashed outline — length, and width where the edges are straight"),
            tr("Double-click a joint — bend it there; Delete takes a point away"),
            tr("Double-click a drawn outline — one corner more; Delete takes one away"),
            tr("Drag the far handle of an island — turn it"),
            tr("Type a length while dragging, then Enter — set it exactly"),
            tr("Arrow keys, with Shift ten times — nudge the selected piece"),
            tr("Drag a piece past the middle of another — they change places; off the board — back to the rack"),
            tr("N — select the next piece; S — swap it with the one after; Delete — back to the rack"),
            tr("M — turn the selected piece over; E — swing it end for end"),
            tr("Escape — let go without a change"),
            tr("T — turn the top over")};
}

} // namespace burl::ui
