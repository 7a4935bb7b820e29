// The choices of the Flat bench: method, faces, millings, the sled and its rails.

#include <QPushButton>

#include "core/router/methods.h"
#include "ui/flat/flat_bench.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/measure_field.h"
#include "ui/text.h"

namespace burl::ui
{

void FlatBench::addChoices()
{
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
                             Range range) {
        form_->addMeasure(
            name, label, unit, range, [flatten, member] { return flatten().method.*member; },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.flatten.method.*member = *v; }); });
    };
    measure(QStringLiteral("cutter"), tr("Cutter width"), Unit::Length, &FlattenMethod::bit_mm, ranges::kCutter_mm);
    measure(QStringLiteral("depthPerPass"), tr("Depth per pass"), Unit::Length, &FlattenMethod::depth_mm,
            ranges::kPassDepth_mm);
    form_->addChoice(
        QStringLiteral("school"), tr("Faces"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("both flat"), int(FlattenSchool::BothFaces)},
                                                    {tr("show face only"), int(FlattenSchool::ShowFace)},
                                                    {tr("underside only"), int(FlattenSchool::Underside)}};
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
    form_->addChoice(
        QStringLiteral("millings"), tr("Milled"),
        [] {
            return std::vector<ChoicesForm::Option>{
                {tr("in one go"), 1}, {tr("twice, with a rest"), 2}, {tr("three times"), 3}};
        },
        [flatten] { return flatten().millings; },
        [&doc](const QVariant& v) { doc.edit(tr("Milled"), [&](Job& j) { j.flatten.millings = v.toInt(); }); });
    form_->fold(tr("more choices"));
    addMillings();
    form_->addMeasure(
        QStringLiteral("overlap"), tr("Overlap of strokes, %"), Unit::Percent, scaled(ranges::kOverlap, 100.0),
        [flatten] { return flatten().method.overlap * 100.0; },
        [&doc](auto v) { doc.edit(tr("Overlap"), [&](Job& j) { j.flatten.method.overlap = *v / 100.0; }); });
    measure(QStringLiteral("runoff"), tr("Run past the edge"), Unit::Length, &FlattenMethod::runoff_mm,
            ranges::kRunoff_mm);
    measure(QStringLiteral("feed"), tr("Feed, per minute"), Unit::Length, &FlattenMethod::feed_mm_min,
            ranges::kFeed_mm_min);
    measure(QStringLiteral("setup"), tr("Setting up, min"), Unit::Minutes, &FlattenMethod::setup_min,
            ranges::kSetup_min);
    gcode_ =
        form_->addButton(QStringLiteral("writeGcode"), tr("write the shown face as G-code…"), [this] { writeGcode(); });
    addRig();
}

void FlatBench::addMillings()
{
    Document& doc = document_;
    const auto length = [&](const QString& name, const QString& label, double FlattenChoices::*member) {
        form_->addMeasure(
            name, label, Unit::Length, ranges::kAllowance_mm,
            [&doc, member]() -> std::optional<double> {
                return doc.job() != nullptr ? doc.job()->flatten.*member : 0.0;
            },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.flatten.*member = *v; }); });
    };
    length(QStringLiteral("allowance"), tr("Left on a face for later"), &FlattenChoices::allowance_mm);
    length(QStringLiteral("moveLimit"), tr("May move in a rest by"), &FlattenChoices::moveLimit_mm);
    form_->addChoice(
        QStringLiteral("strokes"), tr("Strokes run"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("across the slab"), false}, {tr("along the slab"), true}};
        },
        [&doc] { return doc.job() != nullptr && doc.job()->flatten.method.along; },
        [&doc](const QVariant& v) {
            doc.edit(tr("Strokes run"), [&](Job& j) { j.flatten.method.along = v.toBool(); });
        });
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
    form_->addButton(QStringLiteral("proposeBearings"), tr("propose the packers' places anew"),
                     [&doc] { doc.edit(tr("Packers as proposed"), [](Job& j) { j.flatten.bearings.clear(); }); });
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
    const auto field = [&](const QString& name, const QString& label, Unit unit, double Rig::*member, Range range) {
        form_->addMeasure(
            name, label, unit, range, [rig, member]() -> std::optional<double> { return rig().*member; },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.flatten.rig.*member = *v; }); });
    };
    field(QStringLiteral("railHeight"), tr("Rails over the bench"), Unit::Length, &Rig::railHeight_mm,
          ranges::kRailHeight_mm);
    field(QStringLiteral("railsApart"), tr("Rails apart"), Unit::Length, &Rig::railsApart_mm, ranges::kRigLength_mm);
    const auto measured = [&](const QString& name, const QString& label, std::optional<double> Rig::*member) {
        MeasureField* made = form_->addMeasure(
            name, label, Unit::Length, ranges::kRigLength_mm, [rig, member] { return rig().*member; },
            [&doc, label, member](auto v) { doc.edit(label, [&](Job& j) { j.flatten.rig.*member = v; }); });
        made->setOptional(tr("not measured"));
    };
    measured(QStringLiteral("railsLong"), tr("Rails, long"), &Rig::railsLong_mm);
    measured(QStringLiteral("sledLong"), tr("Sled, long"), &Rig::sledLong_mm);
    measured(QStringLiteral("sledOpening"), tr("Sled, its opening"), &Rig::opening_mm);
    field(QStringLiteral("sledWide"), tr("Sled, wide"), Unit::Length, &Rig::sledWide_mm, ranges::kRigLength_mm);
    field(QStringLiteral("sledFloor"), tr("Sled, floor thick"), Unit::Length, &Rig::floor_mm, ranges::kSheet_mm);
    field(QStringLiteral("sledWallHigh"), tr("Sled, walls high"), Unit::Length, &Rig::wallHigh_mm,
          ranges::kWallHigh_mm);
    field(QStringLiteral("sledWallThick"), tr("Sled, walls thick"), Unit::Length, &Rig::wallThick_mm,
          ranges::kSheet_mm);
    field(QStringLiteral("cutterLong"), tr("Cutter, long"), Unit::Length, &Rig::cutterLong_mm, ranges::kShank_mm);
    field(QStringLiteral("shankLong"), tr("Shank, long"), Unit::Length, &Rig::shank_mm, ranges::kShank_mm);
    field(QStringLiteral("colletUp"), tr("Collet above the base"), Unit::Length, &Rig::colletUp_mm, ranges::kCollet_mm);
    field(QStringLiteral("routerForce"), tr("Router, pressing"), Unit::Force, &Rig::router_N, ranges::kRouter_N);
    field(QStringLiteral("spindleTilt"), tr("Spindle off upright"), Unit::Degrees, &Rig::tilt_deg, ranges::kTilt_deg);
    field(QStringLiteral("benchGap"), tr("Bench, gap under a straightedge"), Unit::Length, &Rig::benchGap_mm,
          ranges::kBenchGap_mm);
}

} // namespace burl::ui
