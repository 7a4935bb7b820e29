#include "ui/flat/flat_bench.h"

#include <QPainter>
#include <QPainterPath>
#include <QTimer>

#include "ui/flat/pass_strip.h"
#include "ui/ledger/choices_form.h"
#include "ui/text.h"
#include "ui/theme.h"

namespace burl::ui
{

namespace
{

constexpr int kSoon_ms = 400;
constexpr int kWaits_ms = 60; // for a run that was told to stop

} // namespace

FlatBench::FlatBench(Document& document, QWidget* parent)
    : Bench(document), form_(new ChoicesForm(document, QStringLiteral("flat"), parent)),
      strip_(new PassStrip(document, parent)), soon_(new QTimer(this))
{
    soon_->setSingleShot(true);
    soon_->setInterval(kSoon_ms);
    connect(soon_, &QTimer::timeout, this, &FlatBench::askHowSure);
    connect(&sure_, &SureRun::answered, &document_, &Document::changed);
    form_->hide();
    strip_->hide();
    connect(form_, &ChoicesForm::refused, this, &Bench::says);
    connect(strip_, &PassStrip::moved, this, &Bench::repaintWanted);
    Document& doc = document_;
    const auto flatten = [&doc]() -> const FlattenChoices& {
        static const FlattenChoices none;
        return doc.job() != nullptr ? doc.job()->flatten : none;
    };
    form_->addChoice(
        QStringLiteral("method"), tr("Method"),
        [] {
            std::vector<ChoicesForm::Option> out;
            for (const FlattenMethod& m : flattenMethods()) {
                out.push_back({translated(m.name), fromCore(m.id)});
            }
            return out;
        },
        [flatten] { return fromCore(flatten().method.id); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Method"), [&](Job& j) {
                for (const FlattenMethod& m : flattenMethods()) {
                    if (fromCore(m.id) == v.toString()) {
                        j.flatten.method = m;
                    }
                }
            });
        });
    const auto measure = [&](const QString& name, const QString& label, Unit unit, double FlattenMethod::*member,
                             double least, double most) {
        form_
            ->addMeasure(
                name, label, unit, [flatten, member] { return flatten().method.*member; },
                [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.flatten.method.*member = *v; }); })
            ->setRange(least, most);
    };
    measure(QStringLiteral("cutter"), tr("Cutter width"), Unit::Length, &FlattenMethod::bit_mm, 3.0, 1500.0);
    measure(QStringLiteral("depthPerPass"), tr("Depth per pass"), Unit::Length, &FlattenMethod::depth_mm, 0.1, 20.0);
    form_->addChoice(
        QStringLiteral("school"), tr("Faces"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("both flat"), int(FlattenSchool::BothFaces)},
                                                    {tr("show face only"), int(FlattenSchool::ShowFace)}};
        },
        [flatten] { return int(flatten().school); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Faces"), [&](Job& j) { j.flatten.school = FlattenSchool(v.toInt()); });
        });
    form_->addChoice(
        QStringLiteral("spare"), tr("Spare comes off"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("both alike"), int(SpareFrom::BothAlike)},
                                                    {tr("the underside"), int(SpareFrom::Underside)},
                                                    {tr("the show face"), int(SpareFrom::ShowFace)}};
        },
        [flatten] { return int(flatten().spare); },
        [&doc](const QVariant& v) { doc.edit(tr("Spare"), [&](Job& j) { j.flatten.spare = SpareFrom(v.toInt()); }); });
    form_->fold(tr("more choices"));
    form_
        ->addMeasure(
            QStringLiteral("overlap"), tr("Overlap of strokes, %"), Unit::Percent,
            [flatten] { return flatten().method.overlap * 100.0; },
            [&doc](auto v) { doc.edit(tr("Overlap"), [&](Job& j) { j.flatten.method.overlap = *v / 100.0; }); })
        ->setRange(0.0, 90.0);
    measure(QStringLiteral("runoff"), tr("Run past the edge"), Unit::Length, &FlattenMethod::runoff_mm, 0.0, 500.0);
    measure(QStringLiteral("feed"), tr("Feed, per minute"), Unit::Length, &FlattenMethod::feed_mm_min, 100.0, 60'000.0);
    measure(QStringLiteral("setup"), tr("Setting up, min"), Unit::Minutes, &FlattenMethod::setup_min, 0.0, 600.0);
    gcode_ =
        form_->addButton(QStringLiteral("writeGcode"), tr("write the shown face as G-code…"), [this] { writeGcode(); });
    addRig();
}

void FlatBench::askHowSure()
{
    if (document_.plan() == nullptr) {
        return;
    }
    if (sure_.busy()) { // an older question: it stops between two samples, and nobody waits for it
        sure_.stop();
        soon_->start(kWaits_ms);
        return;
    }
    sure_.ask(*document_.plan());
}

void FlatBench::addRig()
{
    Document& doc = document_;
    const auto rig = [&doc]() -> const Rig& {
        static const Rig none;
        return doc.job() != nullptr ? doc.job()->flatten.rig : none;
    };
    form_->addChoice(
        QStringLiteral("packerStock"), tr("Packers built of"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("planed to measure"), int(PackerStock::Any)},
                                                    {tr("1 mm sheets"), int(PackerStock::Millimetre)},
                                                    {tr("1/32\" sheets"), int(PackerStock::ThirtySecond)},
                                                    {tr("veneer, 0.6 mm"), int(PackerStock::Veneer)},
                                                    {tr("playing cards, 0.3 mm"), int(PackerStock::Card)}};
        },
        [&doc] { return doc.job() != nullptr ? int(doc.job()->flatten.packers) : 0; },
        [&doc](const QVariant& v) {
            doc.edit(tr("Packers"), [&](Job& j) { j.flatten.packers = PackerStock(v.toInt()); });
        });
    form_->addChoice(
        QStringLiteral("sledBuild"), tr("Sled, walls of"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("plywood"), int(SledBuild::Plywood)},
                                                    {tr("aluminium"), int(SledBuild::Aluminium)},
                                                    {tr("steel"), int(SledBuild::Steel)}};
        },
        [rig] { return int(rig().build); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Sled"), [&](Job& j) { j.flatten.rig.build = SledBuild(v.toInt()); });
        });
    const auto field = [&](const QString& name, const QString& label, Unit unit, double Rig::*member, double least,
                           double most) {
        form_
            ->addMeasure(
                name, label, unit, [rig, member]() -> std::optional<double> { return rig().*member; },
                [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.flatten.rig.*member = *v; }); })
            ->setRange(least, most);
    };
    field(QStringLiteral("railHeight"), tr("Rails over the bench"), Unit::Length, &Rig::railHeight_mm, 20.0, 600.0);
    field(QStringLiteral("railsApart"), tr("Rails apart"), Unit::Length, &Rig::railsApart_mm, 200.0, 3'000.0);
    field(QStringLiteral("sledWide"), tr("Sled, wide"), Unit::Length, &Rig::sledWide_mm, 80.0, 1'000.0);
    field(QStringLiteral("sledFloor"), tr("Sled, floor thick"), Unit::Length, &Rig::floor_mm, 3.0, 60.0);
    field(QStringLiteral("sledWallHigh"), tr("Sled, walls high"), Unit::Length, &Rig::wallHigh_mm, 0.0, 300.0);
    field(QStringLiteral("sledWallThick"), tr("Sled, walls thick"), Unit::Length, &Rig::wallThick_mm, 0.0, 80.0);
    field(QStringLiteral("cutterLong"), tr("Cutter, long"), Unit::Length, &Rig::cutterLong_mm, 3.0, 200.0);
    field(QStringLiteral("shankLong"), tr("Shank, long"), Unit::Length, &Rig::shank_mm, 10.0, 150.0);
    field(QStringLiteral("colletUp"), tr("Collet above the base"), Unit::Length, &Rig::colletUp_mm, -60.0, 80.0);
    field(QStringLiteral("routerForce"), tr("Router, pressing"), Unit::Force, &Rig::router_N, 0.0, 500.0);
    field(QStringLiteral("spindleTilt"), tr("Spindle off upright"), Unit::Degrees, &Rig::tilt_deg, -5.0, 5.0);
    field(QStringLiteral("benchGap"), tr("Bench, gap under a straightedge"), Unit::Length, &Rig::benchGap_mm, 0.0,
          30.0);
}

QString FlatBench::telling() const
{
    const Plan* plan = document_.plan();
    if (!hasTop() || !plan->flatten->thickness) {
        return tr("not known");
    }
    return (plan->flatten->thickness.isGuess() ? QStringLiteral("≈ ") : QString()) +
           quantity(plan->flatten->thickness.value(), Unit::Length, units());
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
    std::vector<Entry> out = document_.plan()->flatten->figures;
    if (const SurePlan* sure = sure_.answerFor(*document_.plan())) {
        out.insert(out.begin() + (out.empty() ? 0 : 1), sure->figures.begin(), sure->figures.end());
    }
    return out;
}

std::vector<Finding> FlatBench::findings() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    std::vector<Finding> out = document_.plan()->flatten->findings;
    if (const SurePlan* sure = sure_.answerFor(*document_.plan())) {
        if (sure->low_mm) { // the range says it better
            std::erase_if(out, [](const Finding& f) { return f.code == "flatten.between_readings"; });
        }
        out.insert(out.end(), sure->findings.begin(), sure->findings.end());
        sortBySeverity(out);
    }
    return out;
}

QWidget* FlatBench::choices()
{
    return form_;
}
QWidget* FlatBench::below()
{
    return strip_;
}
Box FlatBench::frame() const
{
    return hasTop() ? topFrame() : Box{0, 0, 1000, 500};
}

QString FlatBench::turnWord() const
{
    return hasTop() ? (underside_ ? tr("underside ▸ show face") : tr("show face ▸ underside")) : QString();
}

void FlatBench::turn()
{
    underside_ = !underside_;
    refresh();
    Q_EMIT repaintWanted();
}

QString FlatBench::emptyWord() const
{
    return hasTop() ? QString() : tr("Nothing is laid up yet: go to Layup first.");
}

void FlatBench::refresh()
{
    form_->refresh();
    const std::string method = document_.job() != nullptr ? document_.job()->flatten.method.id : std::string();
    form_->showRow(gcode_, method == "cnc" || method == "spindle");
    if (document_.plan() != nullptr && sure_.answerFor(*document_.plan()) == nullptr) {
        soon_->start();
    }
    if (hasTop()) {
        selected_ = std::min(selected_, document_.plan()->layup->pieces.size() - 1);
        strip_->show(selected_, topFaceShown(selected_));
    }
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
        p.save();
        QPainterPath clip;
        clip.addPolygon(view.toPixel(piece.rough));
        p.setClipPath(clip);
        p.setTransform(toSlab * transformOf(piece.place) * view.transform() * p.transform());
        p.setOpacity(0.88);
        p.drawImage(0, 0, relief);
        p.restore();
        p.setPen(QPen(colours().ink, i == selected_ ? 2.0 : 1.0));
        p.setBrush(Qt::NoBrush);
        p.drawPolygon(view.toPixel(piece.rough));
        for (const ReadingDot& dot : flat.dots) {
            if (dot.onTop != topFace) {
                continue;
            }
            const QPointF at = view.toPixel(piece.place.toTable(dot.slab));
            p.setPen(QPen(colours().ink, dot.binds ? 2.0 : 1.0));
            p.setBrush(dot.binds ? colours().mark : dot.counts ? QColor(Qt::white) : QColor(255, 255, 255, 60));
            p.drawEllipse(at, dot.binds ? 4.6 : 2.8, dot.binds ? 4.6 : 2.8);
        }
        if (topFace) {
            p.setFont(textFont(10.0, true));
            for (const Packer& packer : flat.packers) {
                if (packer.squareToBench_mm < 0.05) {
                    continue;
                }
                const QPointF at = view.toPixel(piece.place.toTable({packer.at.x, packer.at.y}));
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
        p.setFont(textFont(11.0, i == selected_));
        paintLabel(p, view.toPixel(centroid(piece.rough)), fromCore(piece.name), colours().ink);
    }
    p.setFont(textFont(10.0));
    const QRectF key(area.right() + 22, area.top() + 24, 92, 140);
    p.setPen(colours().faint);
    p.drawText(QRectF(key.left(), key.top() - 22, key.width() + 4, 18), Qt::AlignLeft | Qt::AlignVCenter,
               tr("to the plane"));
    paintRampKey(p, key, low, high, units(), colours());
}

bool FlatBench::press(Vec2 at, const BoardView&)
{
    if (!hasTop()) {
        return false;
    }
    for (size_t i = 0; i < document_.plan()->layup->pieces.size(); ++i) {
        if (contains(document_.plan()->layup->pieces[i].rough, at)) {
            selected_ = i;
            strip_->show(selected_, topFaceShown(selected_));
            Q_EMIT repaintWanted();
        }
    }
    return false;
}

std::function<void()> FlatBench::remedyFor(const Finding& finding)
{
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
    return {tr("Click a piece — its profile and passes"), tr("T — show face or underside"),
            tr("Left, Right on the slider — a pass back or on"), tr("Red dots — the readings that hold the planes"),
            tr("Wedges — packers, with their height on the bench")};
}

} // namespace burl::ui
