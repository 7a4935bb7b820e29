#include "ui/yard/yard_bench.h"

#include <QLineEdit>
#include <QPainter>
#include <QVBoxLayout>

#include "core/measure/date.h"
#include "core/shop/edit.h"
#include "core/shop/tape_slips.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/yard/capture.h"
#include "ui/yard/features.h"
#include "ui/yard/slab_form.h"

namespace burl::ui
{
namespace
{

constexpr double kCorner_px = 6.0; // small, so that the feature itself can still be grabbed

} // namespace

YardBench::YardBench(Document& document, InstrumentPort& instrument, QWidget* parent)
    : Bench(document), panel_(named(new QWidget(parent), QStringLiteral("yardPanel"), tr("Slab card"))),
      form_(new ChoicesForm(document, QStringLiteral("slab"), panel_)),
      capture_(new Capture(document, instrument, parent))
{
    panel_->hide();
    capture_->hide();
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(form_);
    connect(capture_, &Capture::slabChosen, this, &YardBench::slabWanted);
    connect(capture_, &Capture::message, this, &Bench::message);
    connect(capture_, &Capture::shown, this, [this] {
        const QString page = capture_->page();
        if (page.startsWith(QLatin1String("bottom"))) {
            face_ = Face::Bottom;
        } else if (page.startsWith(QLatin1String("top"))) {
            face_ = Face::Top;
        }
        Q_EMIT repaintWanted();
    });
    connect(form_, &ChoicesForm::refused, this, &Bench::message);
    connect(&importRun_, &ImportRun::faceDone, this, [this](const auto& face) { takeInPicture(*face); });
    connect(&importRun_, &ImportRun::done, this, [this](const auto& in) { takeInRead(*in); });
    buildCard();
    form_->meansNothingUnless([this] { return current() != nullptr; },
                              {QStringLiteral("newSlab"), QStringLiteral("printCards")});
    if (!document.shop().slabs.empty()) {
        slab_ = document.shop().slabs.front()->id;
        if (const Job* job = document.job(); job != nullptr && !job->layup.pieces.empty()) {
            slab_ = job->layup.pieces.front().slab;
        }
    }
}

void YardBench::buildCard()
{
    const SlabForm slab(*form_, document_, [this] { return slab_; });
    slab.addFirst();
    connect(form_->findChild<QLineEdit*>(QStringLiteral("slabName")), &QLineEdit::returnPressed, capture_,
            &Capture::startTyping);
    form_->addButton(QStringLiteral("takeInPhoto"), tr("face from a photo…"), [this] { takeInPhoto(); });
    form_->addButton(QStringLiteral("printCards"), tr("cards for photos as PDF…"), [this] { printCards(); });
    form_->addButton(QStringLiteral("takeInFile"), tr("readings or outline from a file…"), [this] { takeInFile(); });
    form_->addButton(QStringLiteral("newSlab"), tr("+ new slab"), [this] { newSlab(); });
    form_->addButton(QStringLiteral("printTag"), tr("export its tag as PDF…"), [this] { printTag(); });
    form_->fold(tr("more of this slab"));
    slab.addRest();
    form_->addButton(QStringLiteral("removeSlab"), tr("take this slab out of the book"), [this] {
        if (slabInUse(document_.book(), slab_)) {
            Q_EMIT message(
                tr("A job has this slab in its top, in a kept layup or in its records; take it out there first."));
            return;
        }
        document_.apply(tr("Remove a slab"), withoutSlab(document_.book(), slab_));
    });
}

void YardBench::newSlab()
{
    Slab slab;
    slab.id = freeSlabId(document_.book());
    slab.name = tr("S%1").arg(slab.id.value).toStdString();
    if (const auto now = current(); now != nullptr && now->log.value != 0) { // a sister; of others nobody said the wood
        slab.species = now->species;
        slab.log = now->log;
    }
    const SlabId id = slab.id;
    document_.apply(tr("New slab"), withSlab(document_.book(), std::move(slab)));
    capture_->show(QStringLiteral("topTape"));
    Q_EMIT slabWanted(id);
    // What is typed now is its name, and after Enter its tape.
    auto* name = form_->findChild<QLineEdit*>(QStringLiteral("slabName"));
    name->setFocus();
    name->selectAll();
}

void YardBench::setSlab(SlabId id)
{
    if (slab_ != id) {
        slab_ = id;
        feature_ = 0;
    }
    refresh();
    Q_EMIT repaintWanted();
}

std::shared_ptr<const Slab> YardBench::current() const
{
    for (const auto& s : document_.shop().slabs) {
        if (s->id == slab_) {
            return s;
        }
    }
    return nullptr;
}

QString YardBench::headline() const
{
    return counted(document_.shop().slabs.size(), tr("1 slab"), tr("%1 slabs"));
}

QString YardBench::title() const
{
    const auto slab = current();
    if (!slab) {
        return {};
    }
    QString text =
        fromCore(slab->name) + QStringLiteral(" · ") + (face_ == Face::Top ? tr("top face") : tr("bottom face"));
    if (const Species* species = document_.shop().speciesOf(*slab)) {
        text += QStringLiteral(" · ") + translated(species->name);
    }
    if (const Log* log = document_.shop().log(slab->log)) {
        text += QStringLiteral(" · ") + translated(log->about);
    }
    return text;
}

const SlabCard& YardBench::card() const
{
    const auto slab = current();
    const auto day = dayOf(document_.today()).value_or(0);
    const Job* job = document_.job();
    const Climate* home = job != nullptr ? document_.shop().climate(job->move.climate) : nullptr;
    const std::string homeId = home != nullptr ? home->id : std::string();
    if (slab != carded_ || day != cardDay_ || homeId != cardHome_) {
        card_ = slab ? slabCard(*slab, document_.shop(), home, day) : SlabCard{};
        carded_ = slab;
        cardDay_ = day;
        cardHome_ = homeId;
    }
    return card_;
}

std::vector<Entry> YardBench::figures() const
{
    return card().figures;
}

std::vector<Finding> YardBench::findings() const
{
    return card().findings;
}

QWidget* YardBench::choices()
{
    return panel_;
}
QWidget* YardBench::below()
{
    return capture_;
}

Box YardBench::frame() const
{
    const auto slab = current();
    if (slab) {
        if (const auto outline = outlineOf(*slab, face_)) {
            const Box b = boundsOf(outline->ring());
            return {b.left - 60.0, b.bottom - 40.0, b.right + 60.0, b.top + 40.0};
        }
    }
    return {-60.0, -400.0, 2600.0, 400.0};
}

QString YardBench::turnWord() const
{
    return face_ == Face::Top ? tr("top face ▸ bottom face") : tr("bottom face ▸ top face");
}

void YardBench::turn()
{
    face_ = face_ == Face::Top ? Face::Bottom : Face::Top;
    Q_EMIT repaintWanted();
}

QString YardBench::emptyWord() const
{
    const auto slab = current();
    if (!slab) {
        return tr("The yard is empty. A slab begins with what is chalked on it and a tape of its edges.");
    }
    if (slab->top.readings.empty() && !slab->topDrawn) {
        return tr("Type what the tape says, below: place along the slab, distance to the near edge, distance to the "
                  "far edge.");
    }
    return {};
}

void YardBench::refresh()
{
    if (current() == nullptr && !document_.shop().slabs.empty()) {
        slab_ = document_.shop().slabs.front()->id;
    }
    form_->refresh();
    capture_->setSlab(slab_);
    if (const auto slab = current()) {
        capture_->showDrying(*slab, card());
    }
}

void YardBench::showPage(const QString& page)
{
    for (const auto& [word, field] :
         {std::pair{"thickness", "slabThickness"}, {"mc", "slabMc"}, {"species", "slabSpecies"}}) {
        if (page == QLatin1String(word)) {
            form_->findChild<QWidget*>(QString::fromLatin1(field))->setFocus(Qt::OtherFocusReason);
        }
    }
    for (const auto& [word, what] : {std::pair{"tape", "topTape"},
                                     {"heights", "topHeights"},
                                     {"underside", "bottomHeights"},
                                     {"features", "features"},
                                     {"moisture", "moisture"}}) {
        if (page == QLatin1String(word)) {
            capture_->show(QString::fromLatin1(what));
            capture_->startTyping();
        }
    }
}

void YardBench::paint(QPainter& p, const BoardView& view, const QRectF&, WoodCache& wood)
{
    const auto slab = current();
    if (!slab) {
        return;
    }
    paintSlab(p, view, slab, face_, wood, colours());
    const Tape& tape = face_ == Face::Bottom && slab->bottom ? *slab->bottom : slab->top;
    const double sign = tape.from == TapeFrom::String ? -1.0 : 1.0;
    const bool drawn = (face_ == Face::Bottom ? slab->bottomDrawn : slab->topDrawn).has_value();
    if (!tape.readings.empty() && !drawn) { // a tape that does not make the outline would only mislead
        p.setPen(QPen(colours().lead, 1.2, Qt::DashLine));
        const double from = tape.readings.front().at_mm - 30.0;
        const double to = tape.readings.back().at_mm + 30.0;
        p.drawLine(view.toPixel({from, 0.0}), view.toPixel({to, 0.0}));
        p.setFont(textFont(10.0));
        p.setPen(colours().lead);
        paintLabel(p, view.toPixel({to, 0.0}) + QPointF(-2, -11),
                   tape.from == TapeFrom::String ? tr("string") : tr("straight edge"), colours().lead, Qt::AlignRight);
        for (const TapeReading& r : tape.readings) {
            p.setPen(QPen(colours().lead, 0.8));
            for (const auto& edge : {r.near_mm ? std::optional(sign * *r.near_mm) : std::nullopt, r.far_mm}) {
                if (edge) {
                    const QPointF at = view.toPixel({r.at_mm, *edge});
                    p.setBrush(colours().board);
                    p.drawEllipse(at, 3.0, 3.0);
                }
            }
        }
    }
    const auto& grid = face_ == Face::Top ? slab->topHeights : slab->bottomHeights;
    const bool heights = capture_->page().endsWith(QLatin1String("Heights"));
    if (grid && heights) {
        p.setFont(textFont(10.0));
        for (size_t j = 0; j < grid->ys_mm.size(); ++j) {
            for (size_t i = 0; i < grid->xs_mm.size(); ++i) {
                const auto& r = grid->readings_mm[j * grid->xs_mm.size() + i];
                const QPointF at = view.toPixel({grid->xs_mm[i], grid->ys_mm[j]});
                if (r) {
                    paintLabel(p, at, fromCore(formatParts(*r, Unit::Length, units()).number), colours().ink);
                } else {
                    p.setPen(QPen(colours().faint, 1.0));
                    p.setBrush(Qt::NoBrush);
                    p.drawEllipse(at, 3.0, 3.0);
                }
            }
        }
    }
    if (capture_->page() == QLatin1String("thickness")) {
        p.setFont(textFont(10.0, true));
        for (const ThicknessReading& t : slab->thicknesses) {
            paintLabel(p, view.toPixel(t.at), quantity(t.thickness_mm, Unit::Length, units()), colours().mark);
        }
    }
    for (const Feature& f : slab->features) {
        paintFeature(p, view, f, Placement{}, colours(), f.id == feature_);
        if (f.id == feature_ && f.points.size() > 1) {
            for (const Vec2 at : f.points) {
                p.setPen(QPen(colours().mark, 1.4));
                p.setBrush(colours().board);
                p.drawEllipse(view.toPixel(at), kCorner_px / 2.0, kCorner_px / 2.0);
            }
        }
    }
    if (traced_.size() > 1) {
        p.setPen(QPen(colours().mark, 2.0));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(view.toPixel(traced_));
    }
}

int YardBench::featureAt(Vec2 at) const
{
    const auto slab = current();
    if (!slab) {
        return 0;
    }
    for (const Feature& f : slab->features) {
        if (f.points.size() >= 3 && contains(f.points, at)) {
            return f.id;
        }
        if (f.kind == FeatureKind::Knot && !f.points.empty() &&
            length(f.points[0] - at) < std::max(8.0, f.width_mm / 2.0)) {
            return f.id;
        }
        for (size_t k = 0; f.points.size() >= 2 && f.points.size() < 3 + (f.kind == FeatureKind::Check ? 99 : 0) &&
                           k + 1 < f.points.size();
             ++k) {
            if (std::abs(signedDistance_mm(Ring{f.points[k], f.points[k + 1]}, at)) < 12.0) {
                return f.id;
            }
        }
    }
    return 0;
}

Qt::CursorShape YardBench::cursorAt(Vec2 at, const BoardView&) const
{
    return featureAt(at) != 0 ? Qt::OpenHandCursor : Qt::ArrowCursor;
}

int YardBench::cornerAt(Vec2 at, const BoardView& view) const
{
    const auto slab = current();
    for (const Feature& f : slab ? slab->features : std::vector<Feature>{}) {
        if (f.id != feature_ || f.points.size() < 2) {
            continue;
        }
        for (size_t k = 0; k < f.points.size(); ++k) {
            if (length(f.points[k] - at) * view.scale() < kCorner_px) {
                return static_cast<int>(k);
            }
        }
    }
    return -1;
}

bool YardBench::press(Vec2 at, const BoardView& view)
{
    const auto slab = current();
    corner_ = cornerAt(at, view);
    if (corner_ < 0) {
        feature_ = featureAt(at);
    }
    Q_EMIT repaintWanted();
    if (!slab) {
        return false;
    }
    from_ = at;
    before_ = *slab;
    traced_.clear();
    if (feature_ == 0 && capture_->page() == QLatin1String("features")) {
        traced_.push_back(at);
    }
    if (feature_ == 0 && traced_.empty()) {
        return false;
    }
    gesture_ = document_.newGesture();
    return true;
}

void YardBench::moveFeature(const Slab& before, Vec2 by, int gesture)
{
    document_.editSlab(
        corner_ < 0 ? tr("Move a feature") : tr("Shape a feature"), slab_,
        [&](Slab& s) {
            for (size_t i = 0; i < s.features.size() && i < before.features.size(); ++i) {
                if (s.features[i].id != feature_) {
                    continue;
                }
                for (size_t k = 0; k < s.features[i].points.size(); ++k) {
                    if (corner_ < 0 || static_cast<int>(k) == corner_) {
                        s.features[i].points[k] = before.features[i].points[k] + by;
                    }
                }
            }
        },
        gesture);
}

DragNote YardBench::drag(Vec2 at)
{
    if (!traced_.empty()) {
        if (length(at - traced_.back()) > 1.0) {
            traced_.push_back(at);
        }
        Q_EMIT repaintWanted();
        return {kindName(capture_->nextKind())};
    }
    const Vec2 by{snapped(at.x - from_.x), snapped(at.y - from_.y)};
    moveFeature(before_, by, gesture_);
    const auto now = current();
    for (const Feature& f : now ? now->features : std::vector<Feature>{}) {
        if (f.id == feature_ && !f.points.empty()) {
            const Vec2 c = corner_ >= 0           ? f.points[static_cast<size_t>(corner_)]
                           : f.points.size() == 1 ? f.points[0]
                                                  : centroid(f.points);
            return {tr("%1 along, %2 across")
                        .arg(quantity(c.x, Unit::Length, units()), quantity(c.y, Unit::Length, units()))};
        }
    }
    return {};
}

void YardBench::cancelDrag()
{
    traced_.clear();
    corner_ = -1;
    Q_EMIT repaintWanted();
}

void YardBench::doubleClick(Vec2 at, const BoardView&)
{
    // A new corner where the ring or the line of the chosen feature is nearest.
    const auto slab = current();
    if (!slab || feature_ == 0) {
        return;
    }
    document_.editSlab(tr("A corner of a feature"), slab_, [&](Slab& s) {
        for (Feature& f : s.features) {
            if (f.id != feature_ || f.points.size() < 2) {
                continue;
            }
            const bool closed = f.points.size() > 2 && f.kind != FeatureKind::Check && f.kind != FeatureKind::Pith &&
                                f.kind != FeatureKind::Sapwood;
            size_t best = 0;
            double least = 1e300;
            for (size_t k = 0; k + (closed ? 0 : 1) < f.points.size(); ++k) {
                const Vec2 a = f.points[k];
                const Vec2 b = f.points[(k + 1) % f.points.size()];
                const double detour = length(at - a) + length(at - b) - length(b - a);
                if (detour < least) {
                    least = detour;
                    best = k;
                }
            }
            f.points.insert(f.points.begin() + static_cast<std::ptrdiff_t>(best) + 1, {snapped(at.x), snapped(at.y)});
        }
    });
}

void YardBench::release()
{
    if (!traced_.empty()) {
        const Ring line = std::exchange(traced_, {});
        if (const auto drawn = drawnFeature(before_, capture_->nextKind(), face_, line)) {
            feature_ = drawn->id;
            document_.editSlab(tr("Draw a feature"), slab_, [&](Slab& s) { s.features.push_back(*drawn); });
        } else if (line.size() > 2) {
            Q_EMIT message(tr("That stroke goes round nothing: draw round the whole of it, or mark it as a check."));
        }
    }
    corner_ = -1;
    Q_EMIT repaintWanted();
}

bool YardBench::nudge(double dx, double dy)
{
    const auto slab = current();
    if (!slab || feature_ == 0) {
        return false;
    }
    moveFeature(*slab, {dx * snap_mm(), dy * snap_mm()}, 0);
    return true;
}

bool YardBench::removeSelected()
{
    if (feature_ == 0) {
        return false;
    }
    const int gone = feature_;
    feature_ = 0;
    document_.editSlab(tr("Remove a feature"), slab_, [gone](Slab& s) { removeFeature(s, gone); });
    return true;
}

std::function<void()> YardBench::remedyFor(const Finding& finding)
{
    const auto opens = [this](const char* page) { return [this, page] { capture_->show(QString::fromLatin1(page)); }; };
    if (finding.code == "yard.empty") {
        return [this] { newSlab(); };
    }
    if (finding.code == "yard.surface") {
        return opens("topHeights");
    }
    if (finding.code.rfind("yard.drying", 0) == 0 || finding.code == "yard.read_again") {
        return opens("moisture");
    }
    if (finding.code == "yard.slip_top" || finding.code == "yard.slip_bottom") {
        return [this, row = finding.row, top = finding.code == "yard.slip_top"] {
            document_.editSlab(tr("A slip put right"), slab_, [&](Slab& s) {
                Tape& tape = top ? s.top : *s.bottom;
                for (const TapeSlip& slip : tapeSlips(tape)) {
                    if (slip.row == row) {
                        tape.readings[static_cast<size_t>(row)] = slip.instead;
                        return;
                    }
                }
            });
        };
    }
    return {};
}

QStringList YardBench::keys() const
{
    return {tr("Type in the table, Enter walks down — the outline grows"),
            tr("Any spelling: 2300, 2.3 m, 90-1/2, 7' 6 1/2\""),
            tr("Features: draw round one on the bare face"),
            tr("Click a feature and drag it or a corner; double click adds a corner; arrow keys nudge, Delete "
               "removes"),
            tr("T — top or bottom face"),
            tr("The log: click a slab to look at it, drag it (or arrow keys) to its place, drag the cross to the "
               "pith")};
}

} // namespace burl::ui
