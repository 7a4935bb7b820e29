// The choices of the Flat bench: method, faces, millings, the sled and its rails.

#include <QPushButton>

#include "core/router/methods.h"
#include "ui/flat/flat_bench.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/field_rows.h"
#include "ui/look/text.h"

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
    const RowsOf<FlattenMethod> method{[&doc] { return doc.job() != nullptr ? &doc.job()->flatten.method : nullptr; },
                                       [&doc](const QString& label, const std::function<void(FlattenMethod&)>& change) {
                                           doc.edit(label, [&](Job& j) { change(j.flatten.method); });
                                       }};
    addRows<FlattenMethod>(*form_, method,
                           {{"cutter", tr("Cutter width"), &FlattenMethod::bit_mm, ranges::kCutter_mm, Unit::Length,
                             tr("across its cutting edges, as it stands in the collet")},
                            {"depthPerPass", tr("Depth per pass"), &FlattenMethod::depth_mm, ranges::kPassDepth_mm,
                             Unit::Length, tr("what the machine takes in one pass without burning or chattering")}});
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
    addRows<FlattenMethod>(
        *form_, method,
        {{"overlap", tr("Overlap of strokes, %"), &FlattenMethod::overlap, ranges::kOverlap, Unit::Percent,
          tr("by so much of its width a stroke runs over the one before: more leaves lower ridges"), 100.0},
         {"runoff", tr("Run past the edge"), &FlattenMethod::runoff_mm, ranges::kRunoff_mm, Unit::Length,
          tr("beyond the wood at both ends of a stroke")},
         {"feed", tr("Feed, per minute"), &FlattenMethod::feed_mm_min, ranges::kFeed_mm_min, Unit::Length,
          tr("how far the cutter goes in a minute; the hours of a face follow from it")},
         {"setup", tr("Setting up, min"), &FlattenMethod::setup_min, ranges::kSetup_min, Unit::Minutes,
          tr("laying the slab, packing, setting the depth: once for each face")}});
    gcode_ =
        form_->addButton(QStringLiteral("writeGcode"), tr("write the shown face as G-code…"), [this] { writeGcode(); });
    addRig();
}

void FlatBench::addMillings()
{
    Document& doc = document_;
    const RowsOf<FlattenChoices> flatten{
        [&doc] { return doc.job() != nullptr ? &doc.job()->flatten : nullptr; },
        [&doc](const QString& label, const std::function<void(FlattenChoices&)>& change) {
            doc.edit(label, [&](Job& j) { change(j.flatten); });
        }};
    addRows<FlattenChoices>(
        *form_, flatten,
        {{"allowance", tr("Left on a face for later"), &FlattenChoices::allowance_mm, ranges::kAllowance_mm,
          Unit::Length, tr("wood that a first milling leaves for the last one, on each face")},
         {"moveLimit", tr("May move in a rest by"), &FlattenChoices::moveLimit_mm, ranges::kAllowance_mm, Unit::Length,
          tr("more than this, and the slab rests on before it is milled again")}});
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
        [&doc] { return doc.job() != nullptr ? int(doc.job()->flatten.rig.build) : 0; },
        [&doc](const QVariant& v) {
            doc.edit(tr("Sled"), [&](Job& j) { j.flatten.rig.build = SledBuild(v.toInt()); });
        });
    const RowsOf<Rig> rig{[&doc] { return doc.job() != nullptr ? &doc.job()->flatten.rig : nullptr; },
                          [&doc](const QString& label, const std::function<void(Rig&)>& change) {
                              doc.edit(label, [&](Job& j) { change(j.flatten.rig); });
                          }};
    addRows<Rig>(*form_, rig,
                 {{"railHeight", tr("Rails over the bench"), &Rig::railHeight_mm, ranges::kRailHeight_mm, Unit::Length,
                   tr("from the bench to the top of the rails that the sled runs on")},
                  {"railsApart", tr("Rails apart"), &Rig::railsApart_mm, ranges::kRigLength_mm, Unit::Length,
                   tr("clear between them: the slab lies there")},
                  {"railsLong", tr("Rails, long"), &Rig::railsLong_mm, ranges::kRigLength_mm, Unit::Length,
                   tr("they must reach past both ends of the slab by half the sled")},
                  {"sledLong", tr("Sled, long"), &Rig::sledLong_mm, ranges::kRigLength_mm, Unit::Length,
                   tr("across the slab, resting on both rails")},
                  {"sledOpening", tr("Sled, its opening"), &Rig::opening_mm, ranges::kRigLength_mm, Unit::Length,
                   tr("the slot that the cutter travels in, from end to end")},
                  {"sledWide", tr("Sled, wide"), &Rig::sledWide_mm, ranges::kRigLength_mm, Unit::Length,
                   tr("along the rails, walls and all")},
                  {"sledFloor", tr("Sled, floor thick"), &Rig::floor_mm, ranges::kSheet_mm, Unit::Length,
                   tr("what the router stands on")},
                  {"sledWallHigh", tr("Sled, walls high"), &Rig::wallHigh_mm, ranges::kWallHigh_mm, Unit::Length,
                   tr("over the floor: they keep it from sagging under the router")},
                  {"sledWallThick", tr("Sled, walls thick"), &Rig::wallThick_mm, ranges::kSheet_mm, Unit::Length,
                   tr("one wall")},
                  {"cutterLong", tr("Cutter, long"), &Rig::cutterLong_mm, ranges::kShank_mm, Unit::Length,
                   tr("its head, from its face to where the shank begins")},
                  {"shankLong", tr("Shank, long"), &Rig::shank_mm, ranges::kShank_mm, Unit::Length,
                   tr("three quarters of it stay in the collet")},
                  {"colletUp", tr("Collet above the base"), &Rig::colletUp_mm, ranges::kCollet_mm, Unit::Length,
                   tr("with the router plunged as deep as it goes; below 0 it comes out under the base")},
                  {"routerForce", tr("Router, pressing"), &Rig::router_N, ranges::kRouter_N, Unit::Force,
                   tr("its weight and the hands on it: 1 kg presses with 10 N")},
                  {"spindleTilt", tr("Spindle off upright"), &Rig::tilt_deg, ranges::kTilt_deg, Unit::Degrees,
                   tr("by a square against the shank; a leaning cutter leaves ridges")},
                  {"benchGap", tr("Bench, gap under a straightedge"), &Rig::benchGap_mm, ranges::kBenchGap_mm,
                   Unit::Length, tr("the widest light under it, over the length of the slab")}});
}

} // namespace burl::ui
