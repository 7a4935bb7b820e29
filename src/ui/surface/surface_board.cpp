// What the board of Surface shows: edges, joints with their clamps, what is sanded, sections, keys and repairs.

#include "ui/surface/surface_bench.h"

#include <cmath>

#include <QPainter>
#include <QPainterPath>

#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/surface/surface_tray.h"

namespace burl::ui
{

using Page = SurfaceTray::Page;

void SurfaceBench::paint(QPainter& p, const BoardView& view, const QRectF&, WoodCache& wood)
{
    const Plan& plan = *document_.plan();
    SceneStyle style;
    style.screen = true;
    style.palette = colours();
    style.underside = underside_;
    style.waste = 0.0;
    style.wood = 0.85;
    paintPieces(p, view, plan, wood, style);
    paintRods(p, view, plan, style);
    paintResin(p, view, plan, style);
    paintJoinery(p, view, plan, style, tray_->page() == Page::Glue);
    if (!hasSurface()) {
        return;
    }
    paintEdges(p, view);
    switch (tray_->page()) {
    case Page::Glue:
        paintJoints(p, view);
        break;
    case Page::Keys:
        paintRepairs(p, view);
        break;
    case Page::Edges:
        break;
    case Page::Sanding:
        paintSanding(p, view);
        break;
    case Page::Finish:
        paintSections(p, view);
        break;
    }
}

void SurfaceBench::paintEdges(QPainter& p, const BoardView& view) const
{
    const SurfacePlan& s = *document_.plan()->surface;
    const bool page = tray_->page() == Page::Edges;
    p.setFont(textFont(10.0));
    constexpr Qt::PenStyle kStyles[] = {Qt::DotLine,     Qt::SolidLine,      Qt::DashLine, Qt::SolidLine,
                                        Qt::DashDotLine, Qt::DashDotDotLine, Qt::DotLine};
    for (const EdgePlan& e : s.edges) {
        if (e.kind == EdgeTreatment::AsCut && !page) {
            continue;
        }
        const double out = (e.far ? 1.0 : -1.0) * 9.0 / view.scale();
        QPolygonF ribbon;
        for (const Vec2 at : e.line) {
            ribbon << view.toPixel(at + Vec2{0.0, out});
        }
        const auto kind = static_cast<size_t>(e.kind);
        p.setPen(QPen(colours().lead, page ? 5.0 : 3.0, kStyles[kind], Qt::FlatCap));
        p.drawPolyline(ribbon);
        if (page && ribbon.size() > 1) {
            const Vec2 mid = {(e.from_mm + e.to_mm) / 2.0, valueAt(e.line, (e.from_mm + e.to_mm) / 2.0)};
            const bool up = e.far != underside_;
            paintLabel(p, view.toPixel(mid + Vec2{0.0, out}) + QPointF(0, up ? -14 : 14), treatmentWord(e.kind),
                       colours().ink);
        }
    }
    if (page) {
        const Job& job = *document_.job();
        for (size_t i = 0; i < job.surface.stretches.size(); ++i) {
            const EdgeStretch& t = job.surface.stretches[i];
            for (const EdgePlan& e : s.edges) {
                if (e.far != t.far || e.to_mm <= t.from_mm || e.from_mm >= t.to_mm) {
                    continue;
                }
                for (const double x : {t.from_mm, t.to_mm}) {
                    if (x >= e.from_mm - 1.0 && x <= e.to_mm + 1.0) {
                        paintHandle(p, view.toPixel({x, valueAt(e.line, x)}), stretch_ == i);
                    }
                }
            }
        }
    }
}

void SurfaceBench::paintJoints(QPainter& p, const BoardView& view) const
{
    const Plan& plan = *document_.plan();
    const SurfacePlan& s = *plan.surface;
    p.setFont(textFont(10.0));
    const Box& box = plan.layup->finalBox;
    for (size_t k = 0; k < s.joints.size() && k < plan.layup->joints.size(); ++k) {
        const JointGlue& j = s.joints[k];
        const Joint& joint = plan.layup->joints[k];
        QPolygonF line;
        for (const Vec2 at : cutTo(joint.line, j.from_mm, j.to_mm)) {
            line << view.toPixel(at);
        }
        p.setPen(QPen(colours().mark, 2.0));
        p.drawPolyline(line);
    }
    if (s.joints.empty()) {
        return;
    }
    // Clamps go over all joints at once: where the joint that wants most of them does.
    const auto most = std::max_element(s.joints.begin(), s.joints.end(), [](const JointGlue& a, const JointGlue& b) {
        return a.clamps.count < b.clamps.count;
    });
    const double scale = (most->to_mm - most->from_mm) / std::max(1.0, most->length_mm);
    for (size_t i = 0; i < most->clamps.positions_mm.size(); ++i) {
        const double x = most->from_mm + most->clamps.positions_mm[i] * scale;
        const bool below = i % 2 == 0;
        p.setPen(QPen(colours().ink, 1.6, below ? Qt::DashLine : Qt::SolidLine));
        p.drawLine(view.toPixel({x, box.bottom - 12.0}), view.toPixel({x, box.top + 12.0}));
        p.setBrush(below ? colours().board : colours().steel);
        for (const double y : {box.bottom - 12.0, box.top + 12.0}) {
            p.drawRect(QRectF(view.toPixel({x, y}) - QPointF(5, 5), QSizeF(10, 10)));
        }
    }
    paintLabel(p, view.toPixel({box.left, underside_ ? box.bottom : box.top}) + QPointF(4, -16),
               tr("clamps: dashed below the top, solid above"), colours().ink, Qt::AlignLeft);
}

void SurfaceBench::paintSanding(QPainter& p, const BoardView& view) const
{
    const SurfacePlan& s = *document_.plan()->surface;
    const Box box = boundsOf(s.outline);
    p.save();
    QPainterPath clip;
    clip.addPolygon(view.toPixel(s.outline));
    p.setClipPath(clip);
    p.setPen(QPen(colours().ink, 0.7, Qt::SolidLine));
    p.setOpacity(0.45);
    for (int i = 1; i <= s.pencil.across; ++i) {
        const double x = box.left + i * s.pencil.pitchAcross_mm;
        p.drawLine(view.toPixel({x, box.bottom}), view.toPixel({x, box.top}));
    }
    for (int i = 1; i <= s.pencil.along; ++i) {
        const double y = box.bottom + i * s.pencil.pitchAlong_mm;
        p.drawLine(view.toPixel({box.left, y}), view.toPixel({box.right, y}));
    }
    p.restore();
    const SurfacePart part = underside_ ? SurfacePart::Under : SurfacePart::Show;
    for (const PartSanding& q : s.sanding) {
        if (q.part == part) {
            p.setFont(textFont(12.0, true));
            paintLabel(p, view.toPixel({(box.left + box.right) / 2.0, (box.bottom + box.top) / 2.0}),
                       q.reached == 0
                           ? tr("%1: as the machine left it, grit %2").arg(translated(partWord(part))).arg(q.start)
                       : q.reached >= q.stop
                           ? tr("%1: sanded, %2").arg(translated(partWord(part))).arg(q.reached)
                           : tr("%1: at %2 of %3").arg(translated(partWord(part))).arg(q.reached).arg(q.stop),
                       colours().ink);
        }
    }
}

void SurfaceBench::paintSections(QPainter& p, const BoardView& view) const
{
    const SurfacePlan& s = *document_.plan()->surface;
    if (!finishClass(s.choices.finish).wiped || !s.sections.possible) {
        return;
    }
    const Box box = boundsOf(s.outline);
    p.setPen(QPen(colours().ink, 1.6, Qt::DashLine));
    for (const double x : s.sections.cuts_mm) {
        p.drawLine(view.toPixel({x, box.bottom - 10.0}), view.toPixel({x, box.top + 10.0}));
    }
    double from = box.left;
    const double middle = (box.bottom + box.top) / 2.0;
    for (int i = 0; i < s.sections.sections; ++i) {
        const double to =
            i < static_cast<int>(s.sections.cuts_mm.size()) ? s.sections.cuts_mm[static_cast<size_t>(i)] : box.right;
        const QPointF at = view.toPixel({(from + to) / 2.0, middle});
        p.setPen(QPen(colours().ink, 1.6));
        p.setBrush(colours().board);
        p.drawEllipse(at, 15.0, 15.0);
        p.setFont(textFont(12.0, true));
        p.drawText(QRectF(at - QPointF(15, 15), QSizeF(30, 30)), Qt::AlignCenter, QString::number(i + 1));
        from = to;
    }
}

void SurfaceBench::paintRepairs(QPainter& p, const BoardView& view) const
{
    const SurfacePlan& s = *document_.plan()->surface;
    p.setFont(textFont(10.0, true));
    for (size_t i = 0; i < s.repairs.size(); ++i) {
        const burl::Repair& r = s.repairs[i].repair;
        p.setPen(QPen(colours().ink, repair_ == i ? 2.4 : 1.4));
        p.setBrush(colours().shelf);
        p.drawPolygon(view.toPixel(ellipse(r.at, r.long_mm, r.wide_mm, 0.0)));
        paintLabel(p, view.toPixel(r.at) + QPointF(0, -16), QString::number(i + 1), colours().ink);
    }
    for (size_t i = 0; i < s.keys.size(); ++i) {
        paintLabel(p, view.toPixel(s.keys[i].at) + QPointF(0, -20), tr("key %1").arg(i + 1), colours().ink);
    }
}

} // namespace burl::ui
