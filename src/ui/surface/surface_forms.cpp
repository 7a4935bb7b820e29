// The choices of the Surface bench, a form for each page.

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>

#include "core/measure/clock.h"
#include "ui/ledger/field_rows.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/surface/surface_bench.h"
#include "ui/surface/surface_tray.h"

namespace burl::ui
{
namespace
{

RowsOf<SurfaceChoices> rowsOf(Document& doc)
{
    return {[&doc] { return doc.job() != nullptr ? &doc.job()->surface : nullptr; },
            [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.surface); }); }};
}

/// One of a few, kept in a member that is a number, a flag or one of an enumeration.
template <typename Member>
void choice(Document& doc, ChoicesForm& form, const char* name, const QString& label,
            const std::vector<ChoicesForm::Option>& options, Member member, const QString& tip)
{
    form.addChoice(
            QLatin1String(name), label, [options] { return options; },
            [&doc, member]() -> QVariant { return doc.job() != nullptr ? int(doc.job()->surface.*member) : 0; },
            [&doc, label, member](const QVariant& v) {
                doc.edit(label, [&](Job& j) {
                    using Field = std::remove_reference_t<decltype(j.surface.*member)>;
                    j.surface.*member = static_cast<Field>(v.toInt());
                });
            })
        ->setToolTip(tip);
}

std::vector<ChoicesForm::Option> upTo(double most)
{
    std::vector<ChoicesForm::Option> out;
    for (int n = 1; n <= static_cast<int>(most); ++n) {
        out.push_back({QString::number(n), n});
    }
    return out;
}

std::vector<ChoicesForm::Option> treatments()
{
    std::vector<ChoicesForm::Option> out;
    for (int k = 0; k <= int(EdgeTreatment::Chipped); ++k) {
        out.push_back({treatmentWord(EdgeTreatment(k)), k});
    }
    return out;
}

} // namespace

void SurfaceBench::addGlueRows()
{
    Document& doc = document_;
    std::vector<ChoicesForm::Option> glues;
    for (int k = 0; k <= int(GlueKind::Hide); ++k) {
        glues.push_back({translated(glueClass(GlueKind(k)).name), k});
    }
    choice(doc, *glueForm_, "glueKind", tr("Glue"), glues, &SurfaceChoices::glue,
           tr("How long it stays open hangs on it and on the room; the bottle comes first."));
    choice(doc, *glueForm_, "glueSides", tr("Wetted"), {{tr("one side"), 0}, {tr("both sides"), 1}},
           &SurfaceChoices::bothSides, tr("One side is enough where joints close; both are surest on dry wood."));
    const Unit mm = Unit::Length;
    addRows<SurfaceChoices>(*glueForm_, rowsOf(doc),
                            {{"glueRoom", tr("Shop and wood at"), &SurfaceChoices::room_C, ranges::kGlueRoom_degC,
                              Unit::Temperature, tr("The wood, not the air alone.")}});
    choice(doc, *glueForm_, "gluePeople", tr("Who glue"), upTo(4.0), &SurfaceChoices::people,
           tr("One who spreads and one who closes clamps halve the time."));
    addRows<SurfaceChoices>(*glueForm_, rowsOf(doc),
                            {{"clampsAtHand", tr("Clamps at hand"), &SurfaceChoices::clampsAtHand, ranges::kClamps,
                              Unit::Count, tr("Long enough for this top.")},
                             {"jointBow", tr("Light in a joint, dry"), &SurfaceChoices::bow_mm, ranges::kJointBow_mm,
                              mm, tr("In the middle, both pieces together without a clamp.")}});
    glueForm_->findChild<MeasureField*>(QStringLiteral("glueRoom"))->setOptional(tr("as Fill says"));
    glueForm_->findChild<MeasureField*>(QStringLiteral("clampsAtHand"))->setOptional(tr("enough"));
    glueForm_->findChild<MeasureField*>(QStringLiteral("jointBow"))->setOptional(tr("none"));
    glueForm_->fold(tr("more of the clamps"));
    addRows<SurfaceChoices>(
        *glueForm_, rowsOf(doc),
        {{"gluePressure", tr("Pressure, N/mm²"), &SurfaceChoices::pressure_N_mm2, ranges::kPressure_N_mm2, Unit::None,
          tr("About 0.7 for softwood, 1.2 to 1.7 for hardwood.")},
         {"clampForce", tr("A clamp presses"), &SurfaceChoices::clamp_N, ranges::kClampForce_N, Unit::Force,
          tr("Screwed home by hand: 4000 to 8000 N for bar clamps.")},
         {"clampPitch", tr("Apart, at most"), &SurfaceChoices::clampPitch_mm, ranges::kClampPitch_mm, mm,
          tr("However strong they are.")},
         {"clampPad", tr("Pad, wide"), &SurfaceChoices::pad_mm, ranges::kPad_mm, mm,
          tr("From it the pressure spreads at 45 degrees.")}});
}

void SurfaceBench::addRepairRows()
{
    Document& doc = document_;
    const auto repair = [this]() -> const burl::Repair* {
        const Job* job = document_.job();
        return job != nullptr && repair_ && *repair_ < job->surface.repairs.size() ? &job->surface.repairs[*repair_]
                                                                                   : nullptr;
    };
    repairForm_
        ->addChoice(
            QStringLiteral("repairKind"), tr("This repair"),
            [] {
                return std::vector<ChoicesForm::Option>{{tr("patch of wood"), int(RepairKind::Patch)},
                                                        {tr("router slip"), int(RepairKind::Slip)},
                                                        {tr("chainsaw mark"), int(RepairKind::SawMark)},
                                                        {tr("fine crack"), int(RepairKind::Crack)},
                                                        {tr("small hole"), int(RepairKind::Stick)}};
            },
            [repair]() -> QVariant { return repair() != nullptr ? int(repair()->kind) : 0; },
            [this](const QVariant& v) {
                editRepair(tr("Kind of a repair"), [&](burl::Repair& r) { r.kind = RepairKind(v.toInt()); });
            })
        ->setToolTip(tr("How it is mended follows from it."));
    const RowsOf<burl::Repair> rows{repair,
                                    [this](const QString& label, const auto& change) { editRepair(label, change); }};
    addRows<burl::Repair>(
        *repairForm_, rows,
        {{"repairLong", tr("Long"), &burl::Repair::long_mm, ranges::kRepair_mm, Unit::Length, tr("Along the top.")},
         {"repairWide", tr("Wide"), &burl::Repair::wide_mm, ranges::kRepair_mm, Unit::Length, tr("Across it.")},
         {"repairDeep", tr("Deep"), &burl::Repair::deep_mm, ranges::kRepair_mm, Unit::Length, tr("At its deepest.")}});
    keyForm_->addButtons({{QStringLiteral("addRepair"), tr("+ repair"), [this] { addRepair(); }}});
    keyForm_->findChild<QWidget*>(QStringLiteral("addRepair"))
        ->setToolTip(tr("A place that is mended; then drag it where it is."));
    addRow<SurfaceChoices>(*keyForm_, rowsOf(doc),
                           {"keyDepth", tr("Keys, share of thickness"), &SurfaceChoices::keyDepth, ranges::kKeyDepth,
                            Unit::None, tr("A third to a half: 0.33 to 0.5.")});
}

void SurfaceBench::addEdgeRows()
{
    Document& doc = document_;
    stretchForm_
        ->addChoice(
            QStringLiteral("stretchKind"), tr("This stretch becomes"), [] { return treatments(); },
            [this]() -> QVariant {
                const Job* job = document_.job();
                return job != nullptr && stretch_ && *stretch_ < job->surface.stretches.size()
                           ? int(job->surface.stretches[*stretch_].kind)
                           : 0;
            },
            [this](const QVariant& v) {
                editStretch(tr("A stretch becomes"), [&](EdgeStretch& s) { s.kind = EdgeTreatment(v.toInt()); });
            })
        ->setToolTip(tr("Edges need not be one kind all along."));
    stretchForm_
        ->addChoice(
            QStringLiteral("stretchSide"), tr("Edge"),
            [] {
                return std::vector<ChoicesForm::Option>{{tr("far"), 1}, {tr("near"), 0}};
            },
            [this]() -> QVariant {
                const Job* job = document_.job();
                return job != nullptr && stretch_ && *stretch_ < job->surface.stretches.size()
                           ? int(job->surface.stretches[*stretch_].far)
                           : 1;
            },
            [this](const QVariant& v) {
                editStretch(tr("Edge of a stretch"), [&](EdgeStretch& s) { s.far = v.toInt() != 0; });
            })
        ->setToolTip(tr("The far one lies at the top of the board."));
    const RowsOf<EdgeStretch> stretch{[this]() -> const EdgeStretch* {
                                          const Job* job = document_.job();
                                          return job != nullptr && stretch_ && *stretch_ < job->surface.stretches.size()
                                                     ? &job->surface.stretches[*stretch_]
                                                     : nullptr;
                                      },
                                      [this](const QString& label, const auto& change) { editStretch(label, change); }};
    addRows<EdgeStretch>(
        *stretchForm_, stretch,
        {{"stretchFrom", tr("From the left"), &EdgeStretch::from_mm, ranges::kPlace_mm, Unit::Length,
          tr("Where it begins.")},
         {"stretchTo", tr("to"), &EdgeStretch::to_mm, ranges::kPlace_mm, Unit::Length, tr("Where it ends.")},
         {"stretchDeep", tr("Goes in, at most"), &EdgeStretch::deep_mm, ranges::kEdgeDeep_mm, Unit::Length,
          tr("Of an edge that is carved or chipped.")}});
    choice(doc, *edgeForm_, "liveEdges", tr("Live edges"), treatments(), &SurfaceChoices::live,
           tr("Where no stretch says otherwise."));
    edgeForm_->addButtons(
        {{QStringLiteral("addStretch"), tr("+ stretch"), [this] { addStretch(); }},
         {QStringLiteral("surfaceCard"), tr("surface card"), [this] { Q_EMIT surfaceCardWanted(); }}});
    edgeForm_->findChild<QWidget*>(QStringLiteral("addStretch"))
        ->setToolTip(tr("A stretch of an edge that becomes something else; drag its ends."));
    edgeForm_->findChild<QWidget*>(QStringLiteral("surfaceCard"))
        ->setToolTip(tr("Joints, edges, grits and coats on one card with boxes, as PDF."));
    for (const bool above : {true, false}) {
        const auto corner = above ? &SurfaceChoices::above : &SurfaceChoices::below;
        const QString side = above ? QStringLiteral("Above") : QStringLiteral("Below");
        const QString label = above ? tr("Corner above") : tr("Corner below");
        edgeForm_
            ->addChoice(
                QStringLiteral("corner") + side, label,
                [] {
                    return std::vector<ChoicesForm::Option>{{tr("rounded"), int(CornerCut::Round)},
                                                            {tr("chamfered"), int(CornerCut::Chamfer)},
                                                            {tr("left"), int(CornerCut::None)}};
                },
                [&doc, corner]() -> QVariant {
                    return doc.job() != nullptr ? int((doc.job()->surface.*corner).kind) : 0;
                },
                [&doc, corner, label](const QVariant& v) {
                    doc.edit(label, [&](Job& j) { (j.surface.*corner).kind = CornerCut(v.toInt()); });
                })
            ->setToolTip(tr("Two different ones may meet on one edge."));
        const RowsOf<EdgeCorner> rows{
            [&doc, corner] { return doc.job() != nullptr ? &(doc.job()->surface.*corner) : nullptr; },
            [&doc, corner](const QString& what, const auto& change) {
                doc.edit(what, [&](Job& j) { change(j.surface.*corner); });
            }};
        const QByteArray radius = (QStringLiteral("radius") + side).toLatin1();
        const QByteArray face = (QStringLiteral("onFace") + side).toLatin1();
        const QByteArray edge = (QStringLiteral("onEdge") + side).toLatin1();
        addRows<EdgeCorner>(*edgeForm_, rows,
                            {{radius.constData(), tr("Radius"), &EdgeCorner::radius_mm, ranges::kEdgeCut_mm,
                              Unit::Length, tr("Of the round.")},
                             {face.constData(), tr("On the face"), &EdgeCorner::onFace_mm, ranges::kEdgeCut_mm,
                              Unit::Length, tr("Of the chamfer.")},
                             {edge.constData(), tr("On the edge"), &EdgeCorner::onEdge_mm, ranges::kEdgeCut_mm,
                              Unit::Length, tr("Of the chamfer.")}});
    }
    addRows<SurfaceChoices>(*edgeForm_, rowsOf(doc),
                            {{"bearing", tr("Bearing wants flat"), &SurfaceChoices::bearing_mm, ranges::kEdgeCut_mm,
                              Unit::Length, tr("What the router's guide bearing must find of square edge.")}});
}

void SurfaceBench::addSandRows()
{
    Document& doc = document_;
    choice(doc, *sandForm_, "woodLook", tr("Wood is"),
           {{tr("plain"), int(WoodLook::Plain)},
            {tr("figured"), int(WoodLook::Figured)},
            {tr("dark"), int(WoodLook::Dark)}},
           &SurfaceChoices::look, tr("Figured wood blotches when it is sanded too fine."));
    std::vector<ChoicesForm::Option> grits;
    for (const int g : {40, 60, 80, 100, 120, 150}) {
        grits.push_back({QString::number(g), g});
    }
    choice(doc, *sandForm_, "startGrit", tr("The machine left it at"), grits, &SurfaceChoices::startGrit,
           tr("The first grit: coarse enough for its marks."));
    addRows<SurfaceChoices>(*sandForm_, rowsOf(doc),
                            {{"stopGrit", tr("Stops at"), &SurfaceChoices::stopGrit, ranges::kGrit, Unit::Count,
                              tr("Empty: as the finish and the wood want it.")},
                             {"resinGrit", tr("Resin stops at"), &SurfaceChoices::resinGrit, ranges::kGrit, Unit::Count,
                              tr("600 to 800 where it is to be clear.")}});
    sandForm_->findChild<MeasureField*>(QStringLiteral("stopGrit"))->setOptional(tr("by the finish"));
    sandForm_->findChild<MeasureField*>(QStringLiteral("resinGrit"))->setOptional(tr("by the finish"));
    choice(doc, *sandForm_, "machines", tr("Machines"), upTo(ranges::kMachines.most), &SurfaceChoices::machines,
           tr("Two that are alike halve the time of the faces."));
    choice(doc, *sandForm_, "waterPop", tr("Before the last grit"), {{tr("wetted"), 1}, {tr("dry"), 0}},
           &SurfaceChoices::waterPop, tr("Fibres stand up once and for all."));
    sandForm_->fold(tr("rates and steps"));
    addRows<SurfaceChoices>(*sandForm_, rowsOf(doc),
                            {{"gritRatio", tr("Step, at most ×"), &SurfaceChoices::maxRatio, ranges::kGritRatio,
                              Unit::None, tr("Of a grit to the one before: 1.6 to 2 is custom.")},
                             {"sandRate", tr("Minutes for a m²"), &SurfaceChoices::rate_min_m2, ranges::kSandRate,
                              Unit::None, tr("And pass; end grain takes two and a half times as long.")},
                             {"edgeRate", tr("Minutes for a metre of edge"), &SurfaceChoices::edgeRate_min_m,
                              ranges::kSandRate, Unit::None, tr("And grit, by hand.")},
                             {"discLife", tr("A disc lasts, m²"), &SurfaceChoices::discLife_m2, ranges::kDiscLife_m2,
                              Unit::None, tr("Of all passes.")},
                             {"pencilPitch", tr("Pencil lines apart"), &SurfaceChoices::pencil_mm, ranges::kPencil_mm,
                              Unit::Length, tr("The grid that shows where the machine has not been.")}});
}

void SurfaceBench::addFinishRows()
{
    Document& doc = document_;
    std::vector<ChoicesForm::Option> finishes;
    for (int k = 0; k <= int(FinishKind::Wax); ++k) {
        finishes.push_back({translated(finishClass(FinishKind(k)).name), k});
    }
    choice(doc, *finishForm_, "finishKind", tr("Finish"), finishes, &SurfaceChoices::finish,
           tr("Where sanding stops, coats and windows follow from it; the tin comes first."));
    finishForm_->addButtons(
        {{QStringLiteral("careSheet"), tr("care sheet"), [this] { Q_EMIT careSheetWanted(); }},
         {QStringLiteral("surfaceCardToo"), tr("surface card"), [this] { Q_EMIT surfaceCardWanted(); }}});
    finishForm_->findChild<QWidget*>(QStringLiteral("careSheet"))
        ->setToolTip(tr("How the table is lived with, for the customer, as PDF."));
    finishForm_->findChild<QWidget*>(QStringLiteral("surfaceCardToo"))
        ->setToolTip(tr("Joints, edges, grits and coats on one card with boxes, as PDF."));
    choice(doc, *finishForm_, "facesSchool", tr("Both faces"),
           {{tr("alike"), int(FacesSchool::Alike)}, {tr("two coats below"), int(FacesSchool::TwoBelow)}},
           &SurfaceChoices::faces,
           tr("One school closes both alike, so that damp comes alike; another gives two below."));
    addRows<SurfaceChoices>(*finishForm_, rowsOf(doc),
                            {{"coats", tr("Coats above"), &SurfaceChoices::coats, ranges::kCoats, Unit::Count,
                              tr("Empty: as is done with this finish.")},
                             {"coverage", tr("A litre covers, m²"), &SurfaceChoices::coverage_m2_L,
                              ranges::kCoverage_m2_L, Unit::None, tr("As the tin says. Empty: as such finishes do.")}});
    finishForm_->findChild<MeasureField*>(QStringLiteral("coats"))->setOptional(tr("as is done"));
    finishForm_->findChild<MeasureField*>(QStringLiteral("coverage"))->setOptional(tr("as such finishes do"));
    choice(doc, *finishForm_, "wipers", tr("Who wipe"), {{QStringLiteral("1"), 1}, {QStringLiteral("2"), 2}},
           &SurfaceChoices::wipers, tr("One spreads, one wipes behind."));
    EntryField* first = finishForm_->addMoment(
        QStringLiteral("firstCoat"), tr("First coat"),
        [&doc] { return doc.job() != nullptr ? doc.job()->surface.firstCoat : std::string(); },
        [&doc](const std::string& at) { doc.edit(tr("First coat"), [&](Job& j) { j.surface.firstCoat = at; }); });
    first->setToolTip(tr("Day and hour, 14 Dec 8:00: the windows of the next coats follow."));
    finishForm_->fold(tr("more of the finish"));
    choice(doc, *finishForm_, "baseToo", tr("Wooden base"), {{tr("by itself"), 0}, {tr("the same finish"), 1}},
           &SurfaceChoices::baseToo, tr("Its surface is added to what is mixed."));
    choice(doc, *finishForm_, "before", tr("Many corners"), {{tr("finished in one"), 0}, {tr("before assembly"), 1}},
           &SurfaceChoices::before, tr("Parts with many corners are finished first, faces that are glued taped."));
}

void SurfaceBench::showForms()
{
    using Page = SurfaceTray::Page;
    const Page page = tray_->page();
    for (ChoicesForm* form : {glueForm_, repairForm_, keyForm_, stretchForm_, edgeForm_, sandForm_, finishForm_}) {
        form->refresh();
    }
    glueForm_->setVisible(page == Page::Glue);
    repairForm_->setVisible(page == Page::Keys && repair_.has_value());
    keyForm_->setVisible(page == Page::Keys);
    stretchForm_->setVisible(page == Page::Edges && stretch_.has_value());
    edgeForm_->setVisible(page == Page::Edges);
    sandForm_->setVisible(page == Page::Sanding);
    finishForm_->setVisible(page == Page::Finish);
    if (const Job* job = document_.job()) {
        const auto corner = [&](const QString& side, const EdgeCorner& c) {
            edgeForm_->showRow(edgeForm_->findChild<QWidget*>(QStringLiteral("radius") + side),
                               c.kind == CornerCut::Round);
            for (const char* which : {"onFace", "onEdge"}) {
                edgeForm_->showRow(edgeForm_->findChild<QWidget*>(QLatin1String(which) + side),
                                   c.kind == CornerCut::Chamfer);
            }
        };
        corner(QStringLiteral("Above"), job->surface.above);
        corner(QStringLiteral("Below"), job->surface.below);
    }
}

} // namespace burl::ui
