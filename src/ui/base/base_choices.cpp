// The choices of the Base bench: its kind, its height, its members; a foot that is chosen on the board.

#include <QComboBox>
#include <QPushButton>

#include "core/layup/top_pieces.h"
#include "core/move/lay_out.h"
#include "ui/base/base_bench.h"
#include "ui/base/base_tray.h"
#include "ui/base/carry_page.h"
#include "ui/ledger/field_rows.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

using Kinds = std::initializer_list<BaseKind>;

bool among(BaseKind kind, Kinds kinds)
{
    return std::find(kinds.begin(), kinds.end(), kind) != kinds.end();
}

bool shownFor(const char* row, BaseKind kind)
{
    using K = BaseKind;
    struct Row {
        const char* name;
        bool shown;
    };
    const BaseOf of = madeOf(kind);
    const bool steel = of == BaseOf::Steel;
    const bool wood = of == BaseOf::Wood;
    const bool own = of == BaseOf::Elsewhere;
    const Row rows[] = {
        {"baseSurface", !own},
        {"baseWood", wood},
        {"baseDeep", kind != K::None && kind != K::Own},
        {"baseThick", kind != K::None && kind != K::Own},
        {"baseWall", steel},
        {"baseLeg", own},
        {"baseWeighs", own},
        {"baseColumn", among(kind, {K::Pedestal, K::Spider})},
        {"baseDisc", kind == K::Pedestal},
        {"baseDiscThick", kind == K::Pedestal},
        {"baseRing", kind == K::Pedestal},
        {"baseSpread", among(kind, {K::U, K::Trapezoid, K::Box, K::Cross, K::Truss, K::Spider, K::Trestle,
                                    K::AngledLegs, K::CrossLapped, K::Columns, K::ArcPanels})},
        {"baseAlong", kind == K::Spider},
        {"baseLean", among(kind, {K::Trapezoid, K::AngledLegs, K::Splayed})},
        {"baseLeanAlong", kind == K::Splayed},
        {"baseInset", among(kind, {K::Apron, K::Splayed})},
        {"baseTie", among(kind, {K::Box, K::Truss, K::Trestle, K::AngledLegs, K::Splayed})},
        {"baseRail", wood && kind != K::ArcPanels},
        {"baseRailThick", wood && kind != K::ArcPanels && kind != K::Columns},
        {"baseJoint", kind == K::Apron},
        {"baseWedge", among(kind, {K::Trestle, K::AngledLegs, K::CrossLapped})},
        {"baseBow", among(kind, {K::Columns, K::ArcPanels})},
        {"baseLamella", kind == K::Columns},
        {"baseStock", steel || wood},
        {"baseBarPrice", steel || wood},
        {"baseKerf", steel || wood},
        {"baseCoat", steel},
        {"baseCoaterDays", steel},
    };
    for (const Row& r : rows) {
        if (std::string_view(r.name) == row) {
            return r.shown;
        }
    }
    return true;
}

constexpr const char* kRows[] = {
    "baseSurface",   "baseWood",    "baseDeep",      "baseThick",    "baseWall",      "baseLeg",   "baseWeighs",
    "baseColumn",    "baseDisc",    "baseDiscThick", "baseRing",     "baseSpread",    "baseAlong", "baseLean",
    "baseLeanAlong", "baseInset",   "baseTie",       "baseRail",     "baseRailThick", "baseJoint", "baseWedge",
    "baseBow",       "baseLamella", "baseStock",     "baseBarPrice", "baseKerf",      "baseCoat",  "baseCoaterDays"};

} // namespace

void BaseBench::addKind()
{
    Document& doc = document_;
    auto* kind = form_->addChoice(
        QStringLiteral("baseKind"), tr("Kind of base"),
        [] {
            std::vector<ChoicesForm::Option> out;
            for (int k = int(BaseKind::None); k <= int(BaseKind::Own); ++k) {
                out.push_back({translated(kindWord(BaseKind(k))), k});
            }
            return out;
        },
        [&doc]() -> QVariant { return doc.job() != nullptr ? int(doc.job()->base.kind) : 0; },
        [this](const QVariant& v) { setKind(BaseKind(v.toInt())); });
    kind->setToolTip(tr("Steel first, then wood, then what is bought or there. It is fitted to this top at once."));
}

void BaseBench::addButtons()
{
    form_->addButtons({{QStringLiteral("basePicture"), tr("in three dimensions"), [this] { Q_EMIT pictureWanted(); }},
                       {QStringLiteral("baseSheet"), tr("base sheet"), [this] { Q_EMIT baseSheetWanted(); }}});
    form_->addButtons({{QStringLiteral("baseDrawings"), tr("member drawings"), [this] { exportDrawings(); }},
                       {QStringLiteral("packingList"), tr("packing list"), [this] { Q_EMIT packingListWanted(); }},
                       {QStringLiteral("addFoot"), tr("+ foot"), [this] { addFoot(); }}});
    const std::pair<const char*, QString> tips[] = {
        {"basePicture", tr("The finished table as it will be seen, from any side (F6).")},
        {"baseSheet", tr("Elevations with their measures, cut list with bars, joints, as PDF.")},
        {"baseDrawings", tr("Each member and plate at true scale, as DXF.")},
        {"packingList", tr("What travels, how heavy, who carries it, as PDF.")},
        {"addFoot", tr("A foot of bought legs, or of a base that is there; then drag it where it stands.")}};
    for (const auto& [name, tip] : tips) {
        form_->findChild<QWidget*>(QLatin1String(name))->setToolTip(tip);
    }
}

void BaseBench::addMeasures()
{
    Document& doc = document_;
    const RowsOf<BaseChoices> rows{
        [&doc] { return doc.job() != nullptr ? &doc.job()->base : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.base); }); }};
    const Unit mm = Unit::Length;
    addRows<BaseChoices>(*form_, rows,
                         {{"baseSurface", tr("Height to the top"), &BaseChoices::surface_mm, ranges::kSurface_mm, mm,
                           tr("From the floor to the show face: dining 735 to 760, desk 720 to 740, coffee 400 to "
                              "450 mm.")},
                          {"baseLeg", tr("Legs, high"), &BaseChoices::leg_mm, ranges::kSurface_mm, mm,
                           tr("From the floor to the underside of the top, feet and plate with them.")}});
    const RowsOf<MoveChoices> move{
        [&doc] { return doc.job() != nullptr ? &doc.job()->move : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.move); }); }};
    addRow<MoveChoices>(*form_, move,
                        {"baseWeighs", tr("Base weighs"), &MoveChoices::baseMass_kg, ranges::kMass_kg, Unit::Mass,
                         tr("All its legs together, by the scale or its papers.")});
    form_
        ->addChoice(
            QStringLiteral("baseWood"), tr("Its wood"),
            [&doc] {
                std::vector<ChoicesForm::Option> out{{tr("as the top"), QString()}};
                for (const Species& s : doc.shop().species) {
                    out.push_back({translated(s.name), fromCore(s.id)});
                }
                return out;
            },
            [&doc]() -> QVariant { return doc.job() != nullptr ? fromCore(doc.job()->base.wood) : QString(); },
            [&doc](const QVariant& v) {
                doc.edit(tr("Wood of the base"), [&](Job& j) { j.base.wood = v.toString().toStdString(); });
            })
        ->setToolTip(tr("For its weight; offcuts of the top's own slabs come from the same tree."));
    addRows<BaseChoices>(*form_, rows,
                         {{"baseDeep", tr("Member, deep"), &BaseChoices::deep_mm, ranges::kMember_mm, mm,
                           tr("In the plane of its frame, as one looks at it; of a leg across the top.")},
                          {"baseThick", tr("Member, thick"), &BaseChoices::thick_mm, ranges::kMember_mm, mm,
                           tr("Square to the frame.")}});
    addRow<BaseChoices>(
        *form_, rows,
        {"baseWall", tr("Wall of the steel"), &BaseChoices::wall_mm, ranges::kMemberWall_mm, mm, tr("0: solid.")});
    addRows<BaseChoices>(
        *form_, rows,
        {{"baseSpread", tr("Feet apart, outside"), &BaseChoices::spread_mm, ranges::kSpread_mm, mm,
          tr("Across the top, from outer face to outer face. Empty: as the kind stands.")},
         {"baseAlong", tr("Feet apart, along"), &BaseChoices::along_mm, ranges::kSpread_mm, mm,
          tr("Along the top. Empty: as its plates.")},
         {"baseLean", tr("Lean, from the end"), &BaseChoices::lean_deg, ranges::kLean_deg, Unit::Degrees,
          tr("How far legs lean outwards on their way down.")},
         {"baseLeanAlong", tr("Lean, from the side"), &BaseChoices::leanAlong_deg, ranges::kLean_deg, Unit::Degrees,
          tr("How far legs lean outwards along the top.")},
         {"baseInset", tr("Legs, in from the rim"), &BaseChoices::inset_mm, ranges::kInset_mm, mm,
          tr("Of the middle of a leg, from both edges of the top.")},
         {"baseTie", tr("Stretcher, above the floor"), &BaseChoices::tie_mm, ranges::kTie_mm, mm,
          tr("Of its middle; 0: none on angled legs.")},
         {"baseColumn", tr("Column, across"), &BaseChoices::column_mm, ranges::kColumn_mm, mm, tr("Its diameter.")},
         {"baseDisc", tr("Foot, across"), &BaseChoices::disc_mm, ranges::kDisc_mm, mm,
          tr("Diameter of disc or ring: about seven tenths of the top's width stand well.")},
         {"baseBow", tr("Bow"), &BaseChoices::bow_mm, ranges::kBow_mm, mm,
          tr("Of a column how far it is curved outwards; of a panel how high the arc is.")}});
    for (const char* name : {"baseSpread", "baseAlong"}) {
        form_->findChild<MeasureField*>(QLatin1String(name))->setOptional(tr("as it stands"));
    }
    form_
        ->addChoice(
            QStringLiteral("baseFeet"), tr("Feet"),
            [] {
                return std::vector<ChoicesForm::Option>{{tr("adjustable"), int(BaseFeet::Adjustable)},
                                                        {tr("felt pads"), int(BaseFeet::Felt)},
                                                        {tr("none"), int(BaseFeet::None)}};
            },
            [&doc]() -> QVariant { return doc.job() != nullptr ? int(doc.job()->base.feet) : 0; },
            [&doc](const QVariant& v) {
                doc.edit(tr("Feet"), [&](Job& j) {
                    j.base.feet = BaseFeet(v.toInt());
                    constexpr double kFelt_mm = 4.0;
                    const BaseChoices usual;
                    j.base.foot_mm = j.base.feet == BaseFeet::None   ? 0.0
                                     : j.base.feet == BaseFeet::Felt ? kFelt_mm
                                                                     : usual.foot_mm;
                });
            })
        ->setToolTip(tr("Adjustable ones take out what a floor is out of true."));
}

void BaseBench::addLegRows()
{
    Document& doc = document_;
    const RowsOf<BaseChoices> rows{
        [&doc] { return doc.job() != nullptr ? &doc.job()->base : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.base); }); }};
    const Unit mm = Unit::Length;
    form_->fold(tr("more choices"));
    const auto choice = [&](const char* name, const QString& label, std::vector<ChoicesForm::Option> options,
                            auto member, const QString& tip) {
        form_
            ->addChoice(
                QLatin1String(name), label, [options] { return options; },
                [&doc, member]() -> QVariant { return doc.job() != nullptr ? int(doc.job()->base.*member) : 0; },
                [&doc, label, member](const QVariant& v) {
                    doc.edit(label, [&](Job& j) {
                        using Field = std::remove_reference_t<decltype(j.base.*member)>;
                        j.base.*member = static_cast<Field>(v.toInt());
                    });
                })
            ->setToolTip(tip);
    };
    addRows<BaseChoices>(
        *form_, rows,
        {{"baseFoot", tr("Feet, high"), &BaseChoices::foot_mm, ranges::kFoot_mm, mm, tr("As they stand, half out.")},
         {"baseFootTravel", tr("and screw out by"), &BaseChoices::footTravel_mm, ranges::kFoot_mm, mm,
          tr("What is left of their thread.")},
         {"baseRail", tr("Rails and beams, high"), &BaseChoices::rail_mm, ranges::kMember_mm, mm,
          tr("Apron, ties, beams, stretcher.")},
         {"baseRailThick", tr("Rails, thick"), &BaseChoices::railThick_mm, ranges::kMember_mm, mm,
          tr("Apron, ties, stretcher: their tenons are a third of it.")}});
    choice("baseJoint", tr("Apron joined by"),
           {{tr("tenons"), int(RailJoint::Tenons)},
            {tr("loose tenons"), int(RailJoint::LooseTenons)},
            {tr("dowels"), int(RailJoint::Dowels)}},
           &BaseChoices::joint, tr("How rails are let into the legs."));
    addRows<BaseChoices>(*form_, rows,
                         {{"baseWedge", tr("Wedge"), &BaseChoices::wedge_deg, ranges::kWedge_deg, Unit::Degrees,
                           tr("5 to 8 degrees stay by themselves.")},
                          {"baseLamella", tr("Lamella, thick"), &BaseChoices::lamella_mm, ranges::kLamella_mm, mm,
                           tr("A hundredth of the radius bends dry.")},
                          {"baseDiscThick", tr("Disc, thick"), &BaseChoices::discThick_mm, ranges::kPlateThick_mm, mm,
                           tr("Its weight is what holds a pedestal down.")}});
    choice("baseRing", tr("Foot is"), {{tr("a disc"), 0}, {tr("a ring"), 1}}, &BaseChoices::ring,
           tr("A ring is lighter and stands on its rim."));
    addRows<BaseChoices>(
        *form_, rows,
        {{"baseStock", tr("Bar or board, long"), &BaseChoices::stock_mm, ranges::kStock_mm, mm,
          tr("As the dealer has it. Empty: bars of 6 m, boards of 2.5 m.")},
         {"baseBarPrice", tr("Price of one"), &BaseChoices::barPrice, ranges::kMoney, Unit::Money, tr("Bar or board.")},
         {"baseKerf", tr("Kerf"), &BaseChoices::kerf_mm, ranges::kKerf_mm, mm, tr("What each cut takes.")}});
    form_->findChild<MeasureField*>(QStringLiteral("baseStock"))->setOptional(tr("as usual"));
    form_->findChild<MeasureField*>(QStringLiteral("baseBarPrice"))->setOptional(tr("not said"));
    choice("baseCoat", tr("Steel is"),
           {{tr("powder-coated"), int(MetalCoat::Powder)},
            {tr("painted"), int(MetalCoat::Paint)},
            {tr("left raw"), int(MetalCoat::Raw)}},
           &BaseChoices::coat, tr("Welds ground and degreased before."));
    addRow<BaseChoices>(*form_, rows,
                        {"baseCoaterDays", tr("Days at the coater"), &BaseChoices::coater_days, ranges::kCoaterDays,
                         Unit::None, tr("From bringing to fetching.")});
    choice("baseCarpet", tr("Floor"), {{tr("hard"), 0}, {tr("carpet"), 1}}, &BaseChoices::carpet,
           tr("Where it will stand."));
    addRows<BaseChoices>(
        *form_, rows,
        {{"baseSitter", tr("Who may sit on it"), &BaseChoices::sitter_kg, ranges::kSitter_kg, Unit::Mass,
          tr("The weight that ends and sides are tried with.")},
         {"baseSeat", tr("Chairs, seat"), &BaseChoices::seat_mm, ranges::kSeat_mm, mm, tr("Above the floor.")},
         {"baseArms", tr("Chairs, arms"), &BaseChoices::arms_mm, ranges::kArms_mm, mm,
          tr("Above the floor, where they are to go under the top.")},
         {"basePlace", tr("Edge for each"), &BaseChoices::place_mm, ranges::kPlaceAtTable_mm, mm,
          tr("About 600 mm of edge for everybody.")},
         {"baseRoomLong", tr("Room, long"), &BaseChoices::roomLong_mm, ranges::kRoom_mm, mm,
          tr("For the picture in three dimensions.")},
         {"baseRoomWide", tr("Room, wide"), &BaseChoices::roomWide_mm, ranges::kRoom_mm, mm,
          tr("For the picture in three dimensions.")},
         {"baseChairs", tr("Chairs round it"), &BaseChoices::chairs, ranges::kChairs, Unit::Count,
          tr("In the picture. Empty: as many as sit at it.")}});
    form_->findChild<MeasureField*>(QStringLiteral("baseArms"))->setOptional(tr("none"));
    form_->findChild<MeasureField*>(QStringLiteral("baseChairs"))->setOptional(tr("as many as sit"));
}

void BaseBench::addFootRows()
{
    const auto foot = [this]() -> std::optional<size_t> {
        return chosen_.grab == Grab::Foot ? std::optional(chosen_.index) : std::nullopt;
    };
    const auto gap = [this, foot]() -> std::optional<double> {
        const Job* job = document_.job();
        return job != nullptr && foot() && *foot() < job->base.footGaps_mm.size() ? job->base.footGaps_mm[*foot()]
                                                                                  : std::nullopt;
    };
    auto* air = footForm_->addMeasure(QStringLiteral("footGap"), tr("Air under this foot"), Unit::Length,
                                      ranges::kFootGap_mm, gap, [this, foot](std::optional<double> v) {
                                          if (!foot()) {
                                              return;
                                          }
                                          document_.edit(tr("Air under a foot"), [&](Job& j) {
                                              auto& gaps = j.base.footGaps_mm;
                                              gaps.resize(std::max(gaps.size(), *foot() + 1));
                                              gaps[*foot()] = v;
                                          });
                                      });
    air->setOptional(tr("not read"));
    air->setTip(tr("Where it will stand, pressed down on three feet: what fits under this one; 0 under those that "
                   "touch."));
    const auto point = [this, foot]() -> const FootPoint* {
        const Job* job = document_.job();
        return job != nullptr && madeOf(job->base.kind) == BaseOf::Elsewhere && foot() &&
                       *foot() < job->base.footPoints.size()
                   ? &job->base.footPoints[*foot()]
                   : nullptr;
    };
    const auto edit = [this, foot](const QString& label, const std::function<void(FootPoint&)>& change) {
        document_.edit(label, [&](Job& j) {
            if (foot() && *foot() < j.base.footPoints.size()) {
                change(j.base.footPoints[*foot()]);
            }
        });
    };
    struct Row {
        const char* name;
        QString label;
        Range range;
        std::function<double*(FootPoint&)> field;
        QString tip;
    };
    for (const Row& row :
         {Row{"footX", tr("Foot, from the left"), ranges::kPlace_mm, [](FootPoint& f) { return &f.at.x; },
              tr("On the floor, along the top.")},
          Row{"footY", tr("Foot, across"), ranges::kPlace_mm, [](FootPoint& f) { return &f.at.y; },
              tr("On the floor, from the middle or joint of the top.")},
          Row{"footBend", tr("Bends, above the floor"), ranges::kTie_mm, [](FootPoint& f) { return &f.bend_mm; },
              tr("Of a bent foot: straight down to here, then out. 0: straight.")}}) {
        footForm_
            ->addMeasure(
                QLatin1String(row.name), row.label, Unit::Length, row.range,
                [point, row]() -> std::optional<double> {
                    if (point() == nullptr) {
                        return std::nullopt;
                    }
                    FootPoint copy = *point();
                    return *row.field(copy);
                },
                [edit, row](std::optional<double> v) {
                    edit(row.label, [&](FootPoint& f) { *row.field(f) = v.value_or(0.0); });
                })
            ->setTip(row.tip);
    }
}

void BaseBench::setKind(BaseKind kind)
{
    if (!hasTop()) {
        Q_EMIT message(tr("Lay the top up first: a base is fitted to it."));
        refresh();
        return;
    }
    Job next = *document_.job();
    const auto fitted = [&](Job& j) {
        j.base = chosenKind(j.base, kind);
        if (kind != BaseKind::None) {
            j.move.plates = platesFor(kind, j.move.plates, *document_.plan()->layup);
        }
        if (madeOf(kind) == BaseOf::Elsewhere && j.base.footPoints.empty()) { // where most legs stand
            for (const BasePlate& p : j.move.plates) {
                for (const double sign : {-1.0, 1.0}) {
                    j.base.footPoints.push_back({{p.x_mm, p.middle_mm + sign * p.long_mm / 2.0}, 0.0});
                }
            }
        }
    };
    fitted(next);
    // Fasteners that went through plates of another base, or through none, go through this one's.
    if (!next.move.fasteners.empty() && !next.move.plates.empty()) {
        const Plan plan = makePlan(next, document_.shop());
        const auto misses = std::count_if(plan.move->findings.begin(), plan.move->findings.end(),
                                          [](const Finding& f) { return f.code == "move.fastener_no_plate"; });
        if (misses == static_cast<long>(next.move.fasteners.size())) {
            next.move.fasteners = laidOut(*plan.move.input, *plan.move, next.move.fasteners.front());
        }
    }
    document_.edit(tr("Kind of base"), [&](Job& j) { j = next; });
}

void BaseBench::addFoot()
{
    const Job* job = document_.job();
    if (job == nullptr || madeOf(job->base.kind) != BaseOf::Elsewhere || !hasTop()) {
        Q_EMIT message(
            tr("Feet are placed by hand on bought legs, or on a base that is there: choose that kind first."));
        return;
    }
    if (job->base.footPoints.size() >= counts::kFootPoints) {
        Q_EMIT message(tr("%1 feet are as many as there may be.").arg(counts::kFootPoints));
        return;
    }
    const Vec2 middle = middleOfMass(*document_.plan()->layup);
    document_.edit(tr("Add a foot"), [&](Job& j) {
        j.base.footPoints.push_back({{std::round(middle.x), std::round(middle.y)}, 0.0});
        chosen_ = {Grab::Foot, j.base.footPoints.size() - 1};
    });
    from_ = Elevation::Above;
    tray_->show(BaseTray::Page::Standing);
    refresh();
    Q_EMIT repaintWanted();
}

void BaseBench::showForms()
{
    for (ChoicesForm* form : {form_, footForm_, &tray_->carrying().form()}) {
        form->refresh();
    }
    const bool carrying = tray_->page() == BaseTray::Page::Carrying; // its measures take the room of the choices
    tray_->carrying().form().setVisible(carrying);
    form_->setVisible(!carrying);
    footForm_->setVisible(!carrying && chosen_.grab == Grab::Foot);
    const Job* job = document_.job();
    const BaseKind kind = job != nullptr ? job->base.kind : BaseKind::None;
    for (const char* name : kRows) {
        form_->showRow(form_->findChild<QWidget*>(QLatin1String(name)), shownFor(name, kind));
    }
    const bool own = madeOf(kind) == BaseOf::Elsewhere;
    for (const char* name : {"footX", "footY", "footBend"}) {
        footForm_->showRow(footForm_->findChild<QWidget*>(QLatin1String(name)), own);
    }
    form_->findChild<QWidget*>(QStringLiteral("addFoot"))->setVisible(own);
}

} // namespace burl::ui
