#include "ui/surface/surface_bench.h"

#include <cmath>

#include <QPainter>
#include <QVBoxLayout>

#include "core/shop/ranges.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/surface/surface_tray.h"

namespace burl::ui
{

using Page = SurfaceTray::Page;

QString treatmentWord(EdgeTreatment kind)
{
    return translated(edgeClass(kind).name);
}

SurfaceBench::SurfaceBench(Document& document, QWidget* parent)
    : TableBench(document, {.id = QStringLiteral("surface"), .name = tr("Surface"), .belowHeight = 226}),
      panel_(named(new QWidget(parent), QStringLiteral("surfacePanel"), tr("Choices"))),
      glueForm_(new ChoicesForm(document, QStringLiteral("glue"), panel_)),
      repairForm_(new ChoicesForm(document, QStringLiteral("repair"), panel_)),
      keyForm_(new ChoicesForm(document, QStringLiteral("keys"), panel_)),
      stretchForm_(new ChoicesForm(document, QStringLiteral("stretch"), panel_)),
      edgeForm_(new ChoicesForm(document, QStringLiteral("edge"), panel_)),
      sandForm_(new ChoicesForm(document, QStringLiteral("sand"), panel_)),
      finishForm_(new ChoicesForm(document, QStringLiteral("finish"), panel_)), tray_(new SurfaceTray(document, parent))
{
    setPanels(panel_, tray_);
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    for (ChoicesForm* form : {glueForm_, repairForm_, keyForm_, stretchForm_, edgeForm_, sandForm_, finishForm_}) {
        column->addWidget(form);
        connect(form, &ChoicesForm::refused, this, &Bench::message);
    }
    addGlueRows();
    addRepairRows();
    addEdgeRows();
    addSandRows();
    addFinishRows();
    connect(tray_, &PageTray::shown, this, [this] {
        showForms();
        Q_EMIT repaintWanted();
    });
    connect(&tray_->ladder(), &LadderView::partChanged, this, &Bench::repaintWanted);
    connect(&tray_->ladder(), &LadderView::sanded, this, &SurfaceBench::logSanded);
    connect(&tray_->ladder(), &LadderView::takenBack, this, &SurfaceBench::takeBackSanded);
    showForms();
}

bool SurfaceBench::hasSurface() const
{
    return hasTop() && !document_.plan()->surface->sanding.empty();
}

QString SurfaceBench::headline() const
{
    if (!hasSurface()) {
        return tr("not known");
    }
    const SurfacePlan& s = *document_.plan()->surface;
    if (finishClass(s.choices.finish).wiped && s.sections.possible) {
        return s.sections.sections == 1 ? tr("1 section") : tr("%1 sections").arg(s.sections.sections);
    }
    return tr("to grit %1").arg(s.sanding.front().stop);
}

QString SurfaceBench::title() const
{
    if (!hasSurface()) {
        return {};
    }
    const SurfacePlan& s = *document_.plan()->surface;
    switch (tray_->page()) {
    case Page::Glue:
        return s.joints.empty() ? tr("Nothing to glue")
                                : tr("%1 clamps · glue open %2, last clamp after %3")
                                      .arg(s.clampsInAll)
                                      .arg(quantity(s.glueAll->open_min, Unit::Minutes, units()),
                                           quantity(s.glueAll->assembly_min, Unit::Minutes, units()));
    case Page::Keys:
        return tr("Keys and repairs");
    case Page::Edges:
        return tr("Edges, stretch by stretch");
    case Page::Sanding:
        return tr("Sanding · %1 in all, %2 discs").arg(quantity(s.sanding_min, Unit::Minutes, units())).arg(s.discs);
    case Page::Finish:
        break;
    }
    const FinishClass& f = finishClass(s.choices.finish);
    QString out = translated(f.name);
    out[0] = out[0].toUpper();
    if (f.wiped && s.sections.possible) {
        out += tr(" · wiped in %1 sections of %2")
                   .arg(s.sections.sections)
                   .arg(quantity(s.sections.each_min, Unit::Minutes, units()));
    }
    return out;
}

void SurfaceBench::refresh()
{
    if (const Job* job = document_.job(); stretch_ && (job == nullptr || *stretch_ >= job->surface.stretches.size())) {
        stretch_.reset();
    }
    if (const Job* job = document_.job(); repair_ && (job == nullptr || *repair_ >= job->surface.repairs.size())) {
        repair_.reset();
    }
    showForms();
    tray_->refresh();
}

void SurfaceBench::refreshPlan()
{
    tray_->refresh();
}

void SurfaceBench::showPage(const QString& page)
{
    const std::pair<const char*, Page> pages[] = {{"glue", Page::Glue},
                                                  {"keys", Page::Keys},
                                                  {"edges", Page::Edges},
                                                  {"sanding", Page::Sanding},
                                                  {"finish", Page::Finish}};
    for (const auto& [name, which] : pages) {
        if (page == QLatin1String(name)) {
            tray_->show(which);
        }
    }
}

std::pair<SurfaceBench::Grab, size_t> SurfaceBench::at(Vec2 where, const BoardView& view) const
{
    if (!hasSurface()) {
        return {Grab::None, 0};
    }
    const Job& job = *document_.job();
    if (tray_->page() == Page::Keys) {
        for (size_t i = 0; i < job.surface.repairs.size(); ++i) {
            const burl::Repair& r = job.surface.repairs[i];
            const double reach = std::max(12.0 / view.scale(), std::max(r.long_mm, r.wide_mm) / 2.0);
            if (length(r.at - where) < reach) {
                return {Grab::Repair, i};
            }
        }
    }
    if (tray_->page() != Page::Edges) {
        return {Grab::None, 0};
    }
    for (size_t i = 0; i < job.surface.stretches.size(); ++i) {
        const EdgeStretch& t = job.surface.stretches[i];
        for (const EdgePlan& e : document_.plan()->surface->edges) {
            if (e.far != t.far || e.line.empty()) {
                continue;
            }
            if (near({t.from_mm, valueAt(e.line, t.from_mm)}, where, view)) {
                return {Grab::From, i};
            }
            if (near({t.to_mm, valueAt(e.line, t.to_mm)}, where, view)) {
                return {Grab::To, i};
            }
            constexpr double kRibbon_px = 16.0;
            if (where.x > t.from_mm && where.x < t.to_mm && where.x >= e.from_mm && where.x <= e.to_mm &&
                std::abs(where.y - valueAt(e.line, where.x)) * view.scale() < kRibbon_px) {
                return {Grab::Whole, i};
            }
        }
    }
    return {Grab::None, 0};
}

Qt::CursorShape SurfaceBench::cursorAt(Vec2 where, const BoardView& view) const
{
    const Grab grab = at(where, view).first;
    return grab == Grab::None                            ? Qt::ArrowCursor
           : grab == Grab::Whole || grab == Grab::Repair ? Qt::OpenHandCursor
                                                         : Qt::SizeHorCursor;
}

bool SurfaceBench::press(Vec2 where, const BoardView& view)
{
    const auto [grab, index] = at(where, view);
    grab_ = grab;
    if (tray_->page() == Page::Edges) {
        stretch_ = grab == Grab::None ? std::nullopt : std::optional(index);
        showForms();
        Q_EMIT repaintWanted();
    }
    if (tray_->page() == Page::Keys) {
        repair_ = grab == Grab::Repair ? std::optional(index) : std::nullopt;
        showForms();
        Q_EMIT repaintWanted();
    }
    if (grab == Grab::None) {
        return false;
    }
    start_ = where;
    before_ = *document_.job();
    gesture_ = document_.newGesture();
    return true;
}

void SurfaceBench::moveStretch(const Job& before, double by, bool exactly, int gesture)
{
    if (!stretch_ || *stretch_ >= before.surface.stretches.size()) {
        return;
    }
    const auto snap = [&](double v) { return exactly ? v : snapped(v); };
    const EdgeStretch old = before.surface.stretches[*stretch_];
    const double end = document_.plan()->layup->length.value();
    document_.edit(
        tr("A stretch of an edge"),
        [&](Job& j) {
            EdgeStretch& s = j.surface.stretches[*stretch_];
            s = old;
            if (grab_ == Grab::From) {
                s.from_mm = std::clamp(snap(old.from_mm + by), 0.0, old.to_mm);
            } else if (grab_ == Grab::To) {
                s.to_mm = std::clamp(snap(old.to_mm + by), old.from_mm, end);
            } else {
                const double run = old.to_mm - old.from_mm;
                s.from_mm = std::clamp(snap(old.from_mm + by), 0.0, std::max(0.0, end - run));
                s.to_mm = s.from_mm + run;
            }
        },
        gesture);
}

DragNote SurfaceBench::drag(Vec2 where)
{
    if (grab_ == Grab::Repair) {
        if (!repair_ || *repair_ >= before_.surface.repairs.size()) {
            return {};
        }
        const Vec2 old = before_.surface.repairs[*repair_].at;
        const Vec2 now{snapped(old.x + where.x - start_.x), snapped(old.y + where.y - start_.y)};
        document_.edit(
            tr("Move a repair"), [&](Job& j) { j.surface.repairs[*repair_].at = now; }, gesture_);
        return {tr("%1 from the left").arg(quantity(now.x, Unit::Length, units()))};
    }
    moveStretch(before_, where.x - start_.x, false, gesture_);
    const Job& job = *document_.job();
    if (!stretch_ || *stretch_ >= job.surface.stretches.size()) {
        return {};
    }
    const EdgeStretch& s = job.surface.stretches[*stretch_];
    return {tr("%1 to %2").arg(quantity(s.from_mm, Unit::Length, units()), quantity(s.to_mm, Unit::Length, units()))};
}

void SurfaceBench::typed(double mm)
{
    if (grab_ == Grab::Repair) {
        document_.edit(
            tr("Move a repair"),
            [&](Job& j) {
                if (repair_ && *repair_ < j.surface.repairs.size()) {
                    j.surface.repairs[*repair_].at.x = mm;
                }
            },
            gesture_);
        return;
    }
    if (stretch_ && *stretch_ < before_.surface.stretches.size()) {
        const EdgeStretch& old = before_.surface.stretches[*stretch_];
        moveStretch(before_, mm - (grab_ == Grab::To ? old.to_mm : old.from_mm), true, gesture_);
    }
}

bool SurfaceBench::nudge(double dx, double dy)
{
    if (tray_->page() == Page::Keys && repair_ && hasSurface() && *repair_ < document_.job()->surface.repairs.size()) {
        editRepair(tr("Move a repair"), [&](burl::Repair& r) { r.at = r.at + Vec2{dx * snap_mm(), dy * snap_mm()}; });
        return true;
    }
    if (!stretch_ || !hasSurface() || dx == 0.0) {
        return false;
    }
    if (grab_ == Grab::None) {
        grab_ = Grab::Whole;
    }
    const Job now = *document_.job();
    moveStretch(now, dx * snap_mm(), true, 0);
    return true;
}

bool SurfaceBench::removeSelected()
{
    if (tray_->page() == Page::Keys && repair_ && document_.job() != nullptr &&
        *repair_ < document_.job()->surface.repairs.size()) {
        const size_t gone = *repair_;
        repair_.reset();
        document_.edit(tr("Take a repair away"), [&](Job& j) {
            j.surface.repairs.erase(j.surface.repairs.begin() + static_cast<std::ptrdiff_t>(gone));
        });
        return true;
    }
    if (!stretch_ || document_.job() == nullptr || *stretch_ >= document_.job()->surface.stretches.size()) {
        return false;
    }
    const size_t gone = *stretch_;
    stretch_.reset();
    document_.edit(tr("Take a stretch away"), [&](Job& j) {
        j.surface.stretches.erase(j.surface.stretches.begin() + static_cast<std::ptrdiff_t>(gone));
    });
    return true;
}

void SurfaceBench::editStretch(const QString& label, const std::function<void(EdgeStretch&)>& change)
{
    document_.edit(label, [&](Job& j) {
        if (stretch_ && *stretch_ < j.surface.stretches.size()) {
            change(j.surface.stretches[*stretch_]);
        }
    });
}

void SurfaceBench::editRepair(const QString& label, const std::function<void(burl::Repair&)>& change)
{
    document_.edit(label, [&](Job& j) {
        if (repair_ && *repair_ < j.surface.repairs.size()) {
            change(j.surface.repairs[*repair_]);
        }
    });
}

void SurfaceBench::addRepair()
{
    if (!hasSurface()) {
        Q_EMIT message(tr("Lay the top up first: a repair lies in it."));
        return;
    }
    if (document_.job()->surface.repairs.size() >= counts::kRepairs) {
        Q_EMIT message(tr("%1 repairs are as many as there may be.").arg(counts::kRepairs));
        return;
    }
    const Vec2 middle = centroid(document_.plan()->surface->outline);
    document_.edit(tr("A repair"), [&](Job& j) {
        burl::Repair r = j.surface.repairs.empty() ? burl::Repair{} : j.surface.repairs.back();
        r.at = {std::round(middle.x), std::round(middle.y)};
        j.surface.repairs.push_back(r);
        repair_ = j.surface.repairs.size() - 1;
    });
    tray_->show(Page::Keys);
    refresh();
    Q_EMIT repaintWanted();
}

void SurfaceBench::addStretch()
{
    if (!hasSurface() || document_.plan()->surface->edges.empty()) {
        Q_EMIT message(tr("A top with long edges comes first: a round has none."));
        return;
    }
    if (document_.job()->surface.stretches.size() >= counts::kStretches) {
        Q_EMIT message(tr("%1 stretches are as many as there may be.").arg(counts::kStretches));
        return;
    }
    const double end = document_.plan()->layup->length.value();
    document_.edit(tr("A stretch of an edge"), [&](Job& j) {
        EdgeStretch s;
        s.from_mm = std::round(end / 3.0);
        s.to_mm = std::round(end * 2.0 / 3.0);
        s.kind = j.surface.live == EdgeTreatment::Undercut ? EdgeTreatment::Brushed : EdgeTreatment::Undercut;
        j.surface.stretches.push_back(s);
        stretch_ = j.surface.stretches.size() - 1;
    });
    tray_->show(Page::Edges);
    refresh();
    Q_EMIT repaintWanted();
}

void SurfaceBench::logSanded()
{
    if (!hasSurface()) {
        Q_EMIT message(tr("Lay the top up first."));
        return;
    }
    const SurfacePart part = tray_->ladder().part();
    for (const PartSanding& p : document_.plan()->surface->sanding) {
        if (p.part != part) {
            continue;
        }
        for (const int grit : p.ladder.grits) {
            if (grit > p.reached) {
                document_.edit(tr("Sanded"), [&](Job& j) {
                    j.surface.sanded.push_back({part, grit, document_.today()});
                });
                return;
            }
        }
        Q_EMIT message(tr("This part is sanded as far as it goes."));
        return;
    }
    Q_EMIT message(tr("Nothing of this part is to be sanded by itself."));
}

void SurfaceBench::takeBackSanded()
{
    const Job* job = document_.job();
    const SurfacePart part = tray_->ladder().part();
    if (job == nullptr || std::none_of(job->surface.sanded.begin(), job->surface.sanded.end(),
                                       [part](const Sanded& s) { return s.part == part; })) {
        Q_EMIT message(tr("Nothing of this part is written down as sanded."));
        return;
    }
    document_.edit(tr("Take sanding back"), [&](Job& j) {
        auto& all = j.surface.sanded;
        const auto last = std::find_if(all.rbegin(), all.rend(), [part](const Sanded& s) { return s.part == part; });
        all.erase(std::next(last).base());
    });
}

std::function<void()> SurfaceBench::remedyFor(const Finding& finding)
{
    const auto is = [&](const char* code) { return finding.code == code; };
    const auto edit = [this](const QString& label, const std::function<void(SurfaceChoices&)>& change) {
        return std::function<void()>(
            [this, label, change] { document_.edit(label, [&](Job& j) { change(j.surface); }); });
    };
    if (!hasSurface()) {
        return nullptr;
    }
    const SurfacePlan& s = *document_.plan()->surface;
    if (is("surface.glue_late") && s.glueAll) {
        if (s.glueAll->peopleNeeded && *s.glueAll->peopleNeeded > s.choices.people) {
            return edit(tr("More people"), [n = *s.glueAll->peopleNeeded](SurfaceChoices& c) { c.people = n; });
        }
        // The first slower glue that stays open long enough in this room.
        for (std::optional<GlueKind> next = slowerThan(s.choices.glue); next; next = slowerThan(*next)) {
            GlueInput probe;
            probe.room_C = s.glue_C;
            probe.open_min = glueClass(*next).open_min;
            if (glueTime(probe).open_min >= s.glueAll->assembly_min) {
                return edit(tr("A slower glue"), [kind = *next](SurfaceChoices& c) { c.glue = kind; });
            }
        }
        return nullptr;
    }
    if (is("surface.too_fine")) {
        return edit(tr("Stops at"), [](SurfaceChoices& c) { c.stopGrit.reset(); });
    }
    if (is("surface.resin_dull")) {
        return edit(tr("Resin stops at"), [](SurfaceChoices& c) { c.resinGrit = 800.0; });
    }
    if (is("surface.many_sections")) {
        return edit(tr("A second one who wipes"), [](SurfaceChoices& c) { c.wipers = 2; });
    }
    return nullptr;
}

QStringList SurfaceBench::keys() const
{
    return {tr("T — show face or underside"), tr("On Edges: drag a stretch or its ends; Delete takes it away"),
            tr("Arrow keys — nudge what is chosen; Shift: ten times")};
}

} // namespace burl::ui
