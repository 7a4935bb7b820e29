#include "ui/yard/yard_bench.h"

#include <QPainter>
#include <QVBoxLayout>

#include "core/flatten/surfaces.h"
#include "core/shop/edit.h"
#include "core/wood/density.h"
#include "ui/ledger/choices_form.h"
#include "ui/text.h"
#include "ui/theme.h"
#include "ui/yard/capture.h"
#include "ui/yard/photo_window.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>

namespace burl::ui
{

YardBench::YardBench(Document& document, QWidget* parent)
    : Bench(document), panel_(named(new QWidget(parent), QStringLiteral("yardPanel"), tr("Slab card"))),
      form_(new ChoicesForm(document, QStringLiteral("slab"), panel_)), capture_(new Capture(document, parent))
{
    panel_->hide();
    capture_->hide();
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(form_);
    connect(capture_, &Capture::slabChosen, this, &YardBench::slabWanted);
    connect(capture_, &Capture::says, this, &Bench::says);
    connect(capture_, &Capture::shown, this, [this] {
        const Capture::What what = capture_->what();
        if (what == Capture::What::BottomTape || what == Capture::What::BottomHeights) {
            face_ = Face::Bottom;
        } else if (what == Capture::What::TopTape || what == Capture::What::TopHeights) {
            face_ = Face::Top;
        }
        Q_EMIT repaintWanted();
    });
    connect(form_, &ChoicesForm::refused, this, &Bench::says);
    buildCard();
    if (!document.shop().slabs.empty()) {
        slab_ = document.shop().slabs.front()->id;
        if (const Job* job = document.job(); job != nullptr && !job->layup.pieces.empty()) {
            slab_ = job->layup.pieces.front().slab;
        }
    }
}

void YardBench::takeInPhoto()
{
    const QString path = QFileDialog::getOpenFileName(panel_->window(), tr("Photo of the slab, with four markers"),
                                                      QString(), tr("Pictures (*.jpg *.jpeg *.png *.tif *.tiff)"));
    if (path.isEmpty() || document_.shop().slab(slab_) == nullptr) {
        return;
    }
    auto* window = new PhotoWindow(document_, slab_, panel_->window());
    window->setAttribute(Qt::WA_DeleteOnClose);
    connect(window, &PhotoWindow::taken, this, &YardBench::slabWanted);
    window->show();
    window->open(path);
}

void YardBench::takeInFile()
{
    const QString path =
        QFileDialog::getOpenFileName(panel_->window(), tr("Readings or outline of the slab"), QString(),
                                     tr("Drawings, tables, scans (*.svg *.dxf *.csv *.txt *.ply *.xyz *.json)"));
    if (!path.isEmpty()) {
        takeIn(path, {});
    }
}

void YardBench::takeIn(const QString& path, const ImportOptions& options)
{
    const QString name = QFileInfo(path).fileName();
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) {
        Q_EMIT says(tr("%1 could not be read: %2.").arg(name, file.errorString()));
        return;
    }
    const auto in = importBytes(file.readAll().toStdString(), path.toStdString(), options);
    if (!in) {
        const std::string& code = in.error().code;
        const QString sentence = name + QStringLiteral(", ") + fromCore(in.error().sentence);
        // What can be mended is offered; what cannot is said, and the slab stays as it was.
        const bool swap = code == "import.swapped";
        const bool part = code == "import.cut_short" && sentence.contains(QStringLiteral("whole points"));
        if (swap || part) {
            QMessageBox box(QMessageBox::NoIcon, tr("Take it in so?"), sentence, QMessageBox::Cancel, panel_->window());
            box.setObjectName(QStringLiteral("importOffer"));
            const QPushButton* yes = box.addButton(swap ? tr("Swap them and take it in") : tr("Take the whole points"),
                                                   QMessageBox::AcceptRole);
            box.exec();
            if (box.clickedButton() == yes) {
                ImportOptions again = options;
                again.swapSides = swap || options.swapSides;
                again.keepWhole = part || options.keepWhole;
                takeIn(path, again);
            }
            return;
        }
        Q_EMIT says(sentence);
        return;
    }
    if (document_.shop().slab(slab_) == nullptr) {
        newSlab();
    }
    document_.editSlab(tr("Taken in from %1").arg(name), slab_, [&](Slab& s) { burl::takeIn(s, *in); });
    QStringList words{tr("%1: %2 taken in.").arg(name, translated(in->kind))};
    for (const std::string& note : in->notes) {
        words << fromCore(note);
    }
    Q_EMIT says(words.join(QLatin1Char(' ')));
}

void YardBench::buildCard()
{
    Document& doc = document_;
    const auto slab = [this]() -> const Slab& {
        static const Slab none;
        const Slab* s = document_.shop().slab(slab_);
        return s != nullptr ? *s : none;
    };
    form_->addText(
        QStringLiteral("slabName"), tr("Chalked on it"), [slab] { return fromCore(slab().name); },
        [&doc, this](const QString& t) {
            doc.editSlab(tr("Name"), slab_, [&](Slab& s) { s.name = t.toStdString(); });
        });
    form_
        ->addMeasure(
            QStringLiteral("slabThickness"), tr("Thickness, rough"), Unit::Length,
            [slab] { return slab().thickness_mm; },
            [&doc, this](auto v) { doc.editSlab(tr("Thickness"), slab_, [&](Slab& s) { s.thickness_mm = v; }); })
        ->setOptional(tr("not measured"));
    form_
        ->addMeasure(
            QStringLiteral("slabMc"), tr("Moisture content"), Unit::Percent, [slab] { return slab().mc_pct; },
            [&doc, this](auto v) { doc.editSlab(tr("Moisture"), slab_, [&](Slab& s) { s.mc_pct = v; }); })
        ->setOptional(tr("not metered"));
    form_->addChoice(
        QStringLiteral("slabSpecies"), tr("Species"),
        [&doc] {
            std::vector<ChoicesForm::Option> out;
            for (const Species& s : doc.shop().species) {
                out.push_back({translated(s.name), fromCore(s.id)});
            }
            return out;
        },
        [slab] { return fromCore(slab().species); },
        [&doc, this](const QVariant& v) {
            doc.editSlab(tr("Species"), slab_, [&](Slab& s) { s.species = v.toString().toStdString(); });
        });
    form_->addButton(QStringLiteral("takeInPhoto"), tr("face from a photo…"), [this] { takeInPhoto(); });
    form_->addButton(QStringLiteral("takeInFile"), tr("readings or outline from a file…"), [this] { takeInFile(); });
    form_->addButton(QStringLiteral("newSlab"), tr("+ new slab"), [this] { newSlab(); });
    form_->fold(tr("more of this slab"));
    form_->addChoice(
        QStringLiteral("slabLog"), tr("Log"),
        [&doc] {
            std::vector<ChoicesForm::Option> out{{tr("not known"), 0}};
            for (const Log& l : doc.shop().logs) {
                out.push_back({fromCore(l.name), l.id.value});
            }
            return out;
        },
        [slab] { return slab().log.value; },
        [&doc, this](const QVariant& v) { doc.editSlab(tr("Log"), slab_, [&](Slab& s) { s.log = {v.toInt()}; }); });
    form_
        ->addMeasure(
            QStringLiteral("slabSequence"), tr("Place in the log, 1 on top"), Unit::Count,
            [slab]() -> std::optional<double> { return slab().sequence; },
            [&doc, this](auto v) {
                doc.editSlab(tr("Place in the log"), slab_,
                             [&](Slab& s) { s.sequence = static_cast<int>(v.value_or(0.0)); });
            })
        ->setRange(0, 99);
    auto* pith = form_->addMeasure(
        QStringLiteral("slabPith"), tr("Middle above the pith"), Unit::Length,
        [slab]() -> std::optional<double> {
            return slab().pith ? std::optional(slab().pith->distance_mm) : std::nullopt;
        },
        [&doc, this](auto v) {
            doc.editSlab(tr("Pith"), slab_, [&](Slab& s) {
                s.pith = v ? std::optional(PithPlace{*v, s.pith ? s.pith->offset_mm : 0.0}) : std::nullopt;
            });
        });
    pith->setOptional(tr("not known"));
    pith->setRange(-2000.0, 2000.0);
    const auto bevel = [&](const QString& name, const QString& label, double Slab::*member) {
        form_
            ->addMeasure(
                name, label, Unit::Length, [slab, member] { return slab().*member; },
                [&doc, this, label, member](auto v) { doc.editSlab(label, slab_, [&](Slab& s) { s.*member = *v; }); })
            ->setRange(-300.0, 300.0);
    };
    bevel(QStringLiteral("bevelNear"), tr("Bevel, near edge"), &Slab::bevelNear_mm);
    bevel(QStringLiteral("bevelFar"), tr("Bevel, far edge"), &Slab::bevelFar_mm);
    form_
        ->addMeasure(
            QStringLiteral("slabWeighed"), tr("Weighed"), Unit::Mass, [slab] { return slab().weighed_kg; },
            [&doc, this](auto v) { doc.editSlab(tr("Weight"), slab_, [&](Slab& s) { s.weighed_kg = v; }); })
        ->setOptional(tr("not weighed"));
    form_
        ->addMeasure(
            QStringLiteral("slabPrice"), tr("Price"), Unit::Money, [slab] { return slab().price; },
            [&doc, this](auto v) { doc.editSlab(tr("Price"), slab_, [&](Slab& s) { s.price = v; }); })
        ->setOptional(tr("not known"));
    form_->addText(
        QStringLiteral("slabWhere"), tr("Stands"), [slab] { return fromCore(slab().where); },
        [&doc, this](const QString& t) {
            doc.editSlab(tr("Where it stands"), slab_, [&](Slab& s) { s.where = t.toStdString(); });
        });
    form_->addButton(QStringLiteral("removeSlab"), tr("take this slab out of the book"), [this] {
        if (slabInUse(document_.book(), slab_)) {
            Q_EMIT says(tr("A job has this slab in its top; take it out there first."));
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
    slab.species = "black_walnut";
    if (const auto now = current()) {
        slab.species = now->species;
        slab.log = now->log;
    }
    const SlabId id = slab.id;
    document_.apply(tr("New slab"), withSlab(document_.book(), std::move(slab)));
    capture_->show(Capture::What::TopTape);
    Q_EMIT slabWanted(id);
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

QString YardBench::telling() const
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

std::vector<Entry> YardBench::figures() const
{
    const auto slab = current();
    if (!slab) {
        return {};
    }
    const auto top = outlineOf(*slab, Face::Top);
    const auto bottom = outlineOf(*slab, Face::Bottom);
    if (!top || !bottom) {
        return {};
    }
    std::vector<Entry> out;
    const Ring topRing = top->ring();
    const Ring bottomRing = bottom->ring();
    const double topArea = area_mm2(std::span<const Vec2>(topRing));
    const double bottomArea = area_mm2(std::span<const Vec2>(bottomRing));
    const Figure length = given("slab_length", "Length", top->length_mm(), Unit::Length, "tape");
    const Figure a = given("slab_area_top", "top face", topArea, Unit::Area, "tape");
    const Figure b =
        given("slab_area_bottom", "bottom face", bottomArea, Unit::Area, slab->bottom ? "tape" : "top face and bevel");
    out.push_back({length, Weight::Plain});
    out.push_back(
        {made("slab_width", "Width, mean", "{0} ÷ {1}", {a, length}, topArea / top->length_mm(), Unit::Length),
         Weight::Telling});
    if (slab->thickness_mm) {
        const Figure t = given("slab_thickness", "thickness", *slab->thickness_mm, Unit::Length, "tape");
        const double litres = (topArea + bottomArea) / 2.0 * *slab->thickness_mm / 1e6;
        const Figure volume = made("slab_volume", "Volume", "({0} + {1}) ÷ 2 × {2}", {a, b, t}, litres, Unit::Volume);
        out.push_back({volume, Weight::Plain});
        if (const Species* species = document_.shop().speciesOf(*slab)) {
            const Figure g = given("g12", "specific gravity at 12 %", species->g12, Unit::None, species->source);
            const Figure mc = slab->mc_pct ? given("mc", "MC", *slab->mc_pct, Unit::Percent, "meter")
                                           : assumed("mc", "MC", 10.0, Unit::Percent, "not metered");
            const double density = density_kg_m3(species->g12, mc.value());
            const Figure rho = made("density", "density", "{0} at {1}", {g, mc}, density, Unit::Density);
            out.push_back({made("slab_mass", "Weight, computed", "{0} × {1}", {volume, rho}, litres / 1000.0 * density,
                                Unit::Mass),
                           Weight::Plain});
        }
    }
    return out;
}

std::vector<Finding> YardBench::findings() const
{
    const auto slab = current();
    if (!slab) {
        return {};
    }
    std::vector<Finding> out;
    for (const Face face : {Face::Top, Face::Bottom}) {
        const auto outline = outlineOf(*slab, face);
        if (!outline) {
            out.push_back({"yard." + outline.error().code,
                           Severity::Warn,
                           slab->name + (face == Face::Top ? ", top: " : ", bottom: ") + outline.error().sentence,
                           {},
                           "",
                           {}});
        } else if (const auto crossing = selfCrossing(outline->ring())) {
            out.push_back({"yard.crossing",
                           Severity::Warn,
                           slab->name + ": the outline crosses itself.",
                           {},
                           "look at the readings there",
                           *crossing});
        }
    }
    if (out.empty()) {
        const auto surfaces = surfacesOf(*slab);
        if (!surfaces) {
            out.push_back({"yard.surface",
                           Severity::Caution,
                           "Flat has " + surfaces.error().sentence + ".",
                           {},
                           "Heights, top",
                           {}});
        }
    }
    if (!slab->mc_pct) {
        out.push_back({"yard.no_mc", Severity::Caution, slab->name + " is not metered.", {}, "", {}});
    }
    sortBySeverity(out);
    return out;
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
        return tr("No slab chosen. Start one with “+ new slab” on the right.");
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
    const bool heights =
        capture_->what() == Capture::What::TopHeights || capture_->what() == Capture::What::BottomHeights;
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
    if (capture_->what() == Capture::What::Thickness) {
        p.setFont(textFont(10.0, true));
        for (const ThicknessReading& t : slab->thicknesses) {
            paintLabel(p, view.toPixel(t.at), quantity(t.thickness_mm, Unit::Length, units()), colours().mark);
        }
    }
    for (const Feature& f : slab->features) {
        paintFeature(p, view, f, Placement{}, colours(), f.id == feature_);
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

bool YardBench::press(Vec2 at, const BoardView&)
{
    feature_ = featureAt(at);
    Q_EMIT repaintWanted();
    if (feature_ == 0) {
        return false;
    }
    from_ = at;
    before_ = *current();
    gesture_ = document_.newGesture();
    return true;
}

void YardBench::moveFeature(const Slab& before, Vec2 by, int gesture)
{
    document_.editSlab(
        tr("Move a feature"), slab_,
        [&](Slab& s) {
            for (size_t i = 0; i < s.features.size() && i < before.features.size(); ++i) {
                if (s.features[i].id == feature_) {
                    for (size_t k = 0; k < s.features[i].points.size(); ++k) {
                        s.features[i].points[k] = before.features[i].points[k] + by;
                    }
                }
            }
        },
        gesture);
}

DragNote YardBench::drag(Vec2 at)
{
    const Vec2 by{snapped(at.x - from_.x), snapped(at.y - from_.y)};
    moveFeature(before_, by, gesture_);
    for (const Feature& f : current()->features) {
        if (f.id == feature_ && !f.points.empty()) {
            const Vec2 c = f.points.size() == 1 ? f.points[0] : centroid(f.points);
            return {tr("%1 along, %2 across")
                        .arg(quantity(c.x, Unit::Length, units()), quantity(c.y, Unit::Length, units()))};
        }
    }
    return {};
}

void YardBench::release()
{
    document_.endGesture();
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
    document_.editSlab(tr("Remove a feature"), slab_, [gone](Slab& s) {
        std::erase_if(s.features, [gone](const Feature& f) { return f.id == gone; });
    });
    return true;
}

std::function<void()> YardBench::remedyFor(const Finding& finding)
{
    return finding.code == "yard.surface" ? std::function<void()>([this] { capture_->show(Capture::What::TopHeights); })
                                          : nullptr;
}

QStringList YardBench::keys() const
{
    return {tr("Type in the table, Enter walks down — the outline grows"),
            tr("Any spelling: 2300, 2.3 m, 90-1/2, 7' 6 1/2\""),
            tr("Click a feature on the board and drag it; arrow keys nudge, Delete removes"),
            tr("T — top or bottom face"), tr("Click a saw line of the log — that slab")};
}

} // namespace burl::ui
