// The choices of the Move bench: the room, what is chosen on the board, and what is laid out.

#include <QComboBox>
#include <QPushButton>

#include "core/measure/date.h"
#include "core/move/lay_out.h"
#include "ui/ledger/field_rows.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/move/move_bench.h"
#include "ui/move/move_tray.h"

namespace burl::ui
{
namespace
{

constexpr double kFromEnd_mm = 225.0; // of a channel: 200 to 250 is custom

std::vector<ChoicesForm::Option> sectionsFor(const Document& doc, const QString& none)
{
    std::vector<ChoicesForm::Option> out{{none, QString()}};
    for (const SectionStock& s : doc.shop().sections) {
        out.push_back({translated(s.name), fromCore(s.id)});
    }
    return out;
}

} // namespace

QString fastenerWord(FastenerKind kind)
{
    switch (kind) {
    case FastenerKind::InsertAndBolt:
        return QObject::tr("insert + bolt");
    case FastenerKind::ScrewAndWasher:
        return QObject::tr("screw + washer");
    case FastenerKind::KnockInInsert:
        return QObject::tr("knock-in insert");
    case FastenerKind::SlottedTab:
        return QObject::tr("slotted tab");
    case FastenerKind::ZClip:
        return QObject::tr("Z clip");
    case FastenerKind::FigureEight:
        return QObject::tr("figure-eight plate");
    case FastenerKind::Button:
        return QObject::tr("button");
    case FastenerKind::ApronScrew:
        return QObject::tr("screw through apron");
    }
    return {};
}

void MoveBench::addRoom()
{
    Document& doc = document_;
    const auto move = [&doc]() -> const MoveChoices& {
        static const MoveChoices none;
        return doc.job() != nullptr ? doc.job()->move : none;
    };
    form_->addChoice(
        QStringLiteral("climate"), tr("Room"),
        [&doc] {
            std::vector<ChoicesForm::Option> out;
            for (const Climate& c : doc.shop().climates) {
                out.push_back({translated(c.name), fromCore(c.id)});
            }
            return out;
        },
        [move] { return fromCore(move().climate); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Room"), [&](Job& j) { j.move.climate = v.toString().toStdString(); });
        });
    auto* mc = form_->addMeasure(
        QStringLiteral("assemblyMc"), tr("Assembled at MC"), Unit::Percent, ranges::kMc_pct,
        [move] { return move().assembly_mc_pct; },
        [&doc](auto v) { doc.edit(tr("Assembled at"), [&](Job& j) { j.move.assembly_mc_pct = v; }); });
    mc->setOptional(tr("as metered"));
    mc->setTip(tr("Moisture of the top on the day it is fastened; empty: what the meter said of its slabs."));
    EntryField* day = form_->addDay(
        QStringLiteral("assembledOn"), tr("On the day"), [move] { return move().assembled; },
        [&doc](const std::string& iso) { doc.edit(tr("Day of assembly"), [&](Job& j) { j.move.assembled = iso; }); });
    day->setToolTip(tr("When it comes into its room, 3 Nov: its moisture is followed from then."));
    form_->addChoice(
        QStringLiteral("coat"), tr("Closed with"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("oil or wax"), int(MoistureCoat::Oil)},
                                                    {tr("film finish"), int(MoistureCoat::Film)},
                                                    {tr("epoxy all over"), int(MoistureCoat::Epoxy)},
                                                    {tr("nothing"), int(MoistureCoat::Bare)}};
        },
        [move] { return int(move().coat); },
        [&doc](const QVariant& v) {
            doc.edit(tr("Closed with"), [&](Job& j) { j.move.coat = MoistureCoat(v.toInt()); });
        });
    const RowsOf<MoveChoices> rows{
        [&doc] { return doc.job() != nullptr ? &doc.job()->move : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.move); }); }};
    addRows<MoveChoices>(
        *form_, rows,
        {{"heldLine", tr("Held line"), &MoveChoices::fixedLine_mm, ranges::kPlace_mm, Unit::Length,
          tr("The line along the top that stays put: its bolts are tight, all others let the wood move. 0 is the "
             "middle.")},
         {"heldX", tr("Held point, from the left"), &MoveChoices::fixedX_mm, ranges::kPlace_mm, Unit::Length,
          tr("Of a cross-cut round: it moves every way from this point of the held line. Empty: its middle.")},
         {"baseMass", tr("Base weighs"), &MoveChoices::baseMass_kg, ranges::kMass_kg, Unit::Mass,
          tr("What hangs from the fasteners when the table is lifted by its top.")}});
    form_->findChild<MeasureField*>(QStringLiteral("heldX"))->setOptional(tr("its middle"));
    form_->findChild<MeasureField*>(QStringLiteral("baseMass"))->setOptional(tr("as planned"));
}

void MoveBench::addButtons()
{
    form_->addButtons({{QStringLiteral("placePlates"), tr("two base plates"), [this] { placePlates(); }},
                       {QStringLiteral("layOut"), tr("lay out fasteners"), [this] { layOut(); }}});
    form_->addButtons({{QStringLiteral("addPlate"), tr("+ base plate"), [this] { addPlate(); }},
                       {QStringLiteral("addFastener"), tr("+ fastener"), [this] { addFastener(); }},
                       {QStringLiteral("addChannel"), tr("+ channel"), [this] { addChannel(); }}});
    form_->addButtons({{QStringLiteral("drillingMap"), tr("drilling map"), [this] { Q_EMIT drillingMapWanted(); }},
                       {QStringLiteral("pocketTemplates"), tr("templates"), [this] { exportTemplates(); }},
                       {QStringLiteral("pocketGcode"), tr("pockets as G-code"), [this] { exportPockets(); }}});
    const std::pair<const char*, QString> tips[] = {
        {"placePlates", tr("As far apart as three fifths of the length, about the middle of the weight.")},
        {"layOut", tr("Three to a plate, clear of voids, river, keys, rods, channels and thin edges.")},
        {"drillingMap", tr("The underside as it lies, every hole numbered, as PDF.")},
        {"pocketTemplates", tr("The underside at true scale, and an opening for each pocket, as PDF, DXF or SVG.")},
        {"pocketGcode", tr("Pockets of plates and grooves of channels for a gantry or CNC.")}};
    for (const auto& [name, tip] : tips) {
        form_->findChild<QWidget*>(QLatin1String(name))->setToolTip(tip);
    }
}

void MoveBench::addFastenerRows()
{
    const auto fastener = [this]() -> const Fastener* {
        const Job* job = document_.job();
        return job != nullptr && chosen_.kind == MoveChosen::Kind::Fastener &&
                       chosen_.index < job->move.fasteners.size()
                   ? &job->move.fasteners[chosen_.index]
                   : nullptr;
    };
    fastenerForm_->addChoice(
        QStringLiteral("fastenerKind"), tr("This fastener"),
        [] {
            std::vector<ChoicesForm::Option> out;
            for (const FastenerKind kind :
                 {FastenerKind::InsertAndBolt, FastenerKind::ScrewAndWasher, FastenerKind::SlottedTab,
                  FastenerKind::ZClip, FastenerKind::FigureEight, FastenerKind::Button, FastenerKind::ApronScrew,
                  FastenerKind::KnockInInsert}) {
                out.push_back({fastenerWord(kind), int(kind)});
            }
            return out;
        },
        [fastener] { return fastener() != nullptr ? int(fastener()->kind) : 0; },
        [this](const QVariant& v) {
            editFastener(tr("Fastener"), [&](Fastener& f) { f.kind = FastenerKind(v.toInt()); });
        });
    fastenerForm_->addChoice(
        QStringLiteral("fastenerHole"), tr("The wood goes in a"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("slot"), int(HoleKind::Slot)},
                                                    {tr("oversize hole"), int(HoleKind::Oversize)}};
        },
        [fastener] { return fastener() != nullptr ? int(fastener()->hole) : 0; },
        [this](const QVariant& v) {
            editFastener(tr("Slot or hole"), [&](Fastener& f) { f.hole = HoleKind(v.toInt()); });
        });
    const RowsOf<Fastener> rows{fastener,
                                [this](const QString& label, const auto& change) { editFastener(label, change); }};
    addRows<Fastener>(
        *fastenerForm_, rows,
        {{"bolt", tr("Bolt or screw, thick"), &Fastener::bolt_mm, ranges::kBolt_mm, Unit::Length,
          tr("Its diameter: 8 for M8.")},
         {"insert", tr("In the wood"), &Fastener::insert_mm, ranges::kInsert_mm, Unit::Length,
          tr("How deep the insert, or the screw, sits in the underside.")},
         {"reach", tr("Tongue or arm"), &Fastener::reach_mm, ranges::kTongue_mm, Unit::Length,
          tr("Of a Z clip or button what goes into the groove; of a figure-eight plate from hole to hole.")},
         {"washer", tr("Washer"), &Fastener::washer_mm, ranges::kWasher_mm, Unit::Length,
          tr("Its outer diameter: it must cover the slot wherever the bolt stands.")}});
    fastenerForm_->fold(tr("more of this fastener"));
    addRows<Fastener>(*fastenerForm_, rows,
                      {{"pilot", tr("Pilot beyond it"), &Fastener::pilotOverrun_mm, ranges::kPilot_mm, Unit::Length,
                        tr("How much deeper than the insert its hole is drilled.")},
                       {"clearance", tr("Clearance, each end"), &Fastener::clearance_mm, ranges::kClearance_mm,
                        Unit::Length, tr("Air in the slot beyond the wood's travel, at either end.")},
                       {"through", tr("Goes through"), &Fastener::through_mm, ranges::kThrough_mm, Unit::Length,
                        tr("Plate, tab or apron with its washers: what it passes before it reaches the wood.")},
                       {"screw", tr("Below its head, long"), &Fastener::screw_mm, ranges::kScrew_mm, Unit::Length,
                        tr("Of the bolt or screw that is at hand; its reach is checked then.")},
                       {"slotThere", tr("Slot that is there"), &Fastener::slot_mm, ranges::kSlot_mm, Unit::Length,
                        tr("Of a plate or tab that is made already: whether it lets the wood go is checked then.")},
                       {"slotTurn", tr("Turned from across"), &Fastener::turn_deg, ranges::kTurn_deg, Unit::Degrees,
                        tr("Angle of slot, tongue or arm. Empty: as the wood travels.")}});
    fastenerForm_->findChild<MeasureField*>(QStringLiteral("screw"))->setOptional(tr("as it takes"));
    fastenerForm_->findChild<MeasureField*>(QStringLiteral("slotThere"))->setOptional(tr("made as wanted"));
    fastenerForm_->findChild<MeasureField*>(QStringLiteral("slotTurn"))->setOptional(tr("as it travels"));
}

void MoveBench::addChannelRows()
{
    const auto channel = [this]() -> const Channel* {
        const Job* job = document_.job();
        return job != nullptr && chosen_.kind == MoveChosen::Kind::Channel && chosen_.index < job->move.channels.size()
                   ? &job->move.channels[chosen_.index]
                   : nullptr;
    };
    channelForm_->addChoice(
        QStringLiteral("channelSection"), tr("This channel"), [this] { return sectionsFor(document_, tr("not said")); },
        [channel] { return channel() != nullptr ? fromCore(channel()->section) : QString(); },
        [this](const QVariant& v) {
            const std::string id = v.toString().toStdString();
            const SectionStock* stock = document_.shop().section(id);
            editChannel(tr("Section of a channel"), [&](Channel& c) {
                c.section = id;
                if (stock != nullptr) { // its groove follows; it may be changed after
                    c.width_mm = stock->section.width_mm;
                    c.depth_mm = stock->section.height_mm;
                }
            });
        });
    channelForm_->addChoice(
        QStringLiteral("channelGroove"), tr("Lies in"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("one flush pocket"), int(GrooveKind::Pocket)},
                                                    {tr("two slots, shallow bed"), int(GrooveKind::TwoSlots)}};
        },
        [channel] { return channel() != nullptr ? int(channel()->groove) : 0; },
        [this](const QVariant& v) {
            editChannel(tr("Groove"), [&](Channel& c) { c.groove = GrooveKind(v.toInt()); });
        });
    const RowsOf<Channel> rows{channel,
                               [this](const QString& label, const auto& change) { editChannel(label, change); }};
    addRows<Channel>(*channelForm_, rows,
                     {{"channelLength", tr("Long"), &Channel::length_mm, ranges::kChannelLong_mm, Unit::Length,
                       tr("The steel itself; its groove is longer.")},
                      {"channelDepth", tr("Groove, deep"), &Channel::depth_mm, ranges::kGroove_mm, Unit::Length,
                       tr("Leave at least half of the wood above it.")}});
    channelForm_->addChoice(
        QStringLiteral("channelBolts"), tr("Bolts"),
        [] {
            std::vector<ChoicesForm::Option> out;
            for (const int n : {2, 3, 5, 7}) {
                out.push_back({QString::number(n), n});
            }
            return out;
        },
        [channel] { return channel() != nullptr ? channel()->bolts : 3; },
        [this](const QVariant& v) { editChannel(tr("Bolts"), [&](Channel& c) { c.bolts = v.toInt(); }); });
    channelForm_->fold(tr("more of this channel"));
    addRows<Channel>(*channelForm_, rows,
                     {{"channelWidth", tr("Groove, wide"), &Channel::width_mm, ranges::kChannelWide_mm, Unit::Length,
                       tr("Over its flanges.")},
                      {"channelTaper", tr("Narrower at the far end by"), &Channel::taper_mm, ranges::kTaper_mm,
                       Unit::Length, tr("Of a batten that is driven in as a wedge: its groove is a wedge too.")},
                      {"channelRoom", tr("Room, each end"), &Channel::endRoom_mm, ranges::kEndRoom_mm, Unit::Length,
                       tr("Of the groove beyond steel and travel: 6 to 13 mm is custom.")},
                      {"channelBolt", tr("Bolt, thick"), &Channel::bolt_mm, ranges::kBolt_mm, Unit::Length,
                       tr("Its diameter: 8 for M8.")},
                      {"channelBoltsIn", tr("Outer bolts, from the ends"), &Channel::boltsIn_mm, ranges::kBoltsIn_mm,
                       Unit::Length, tr("Of the steel.")}});
}

void MoveBench::addPlateRows()
{
    const auto plate = [this]() -> const BasePlate* {
        const Job* job = document_.job();
        return job != nullptr && chosen_.kind == MoveChosen::Kind::Plate && chosen_.index < job->move.plates.size()
                   ? &job->move.plates[chosen_.index]
                   : nullptr;
    };
    plateForm_->addChoice(
        QStringLiteral("plateLetIn"), tr("This base plate"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("lies on the underside"), false},
                                                    {tr("is let in flush"), true}};
        },
        [plate]() -> QVariant { return plate() != nullptr && plate()->letIn; },
        [this](const QVariant& v) { editPlate(tr("Base plate"), [&](BasePlate& p) { p.letIn = v.toBool(); }); });
    const RowsOf<BasePlate> rows{plate, [this](const QString& label, const auto& change) { editPlate(label, change); }};
    addRows<BasePlate>(
        *plateForm_, rows,
        {{"plateLong", tr("Long, across the top"), &BasePlate::long_mm, ranges::kPlateLong_mm, Unit::Length,
          tr("The plate or rail of the base under the top.")},
         {"plateWide", tr("Wide"), &BasePlate::wide_mm, ranges::kPlateWide_mm, Unit::Length, tr("Along the top.")},
         {"plateThick", tr("Thick"), &BasePlate::thick_mm, ranges::kPlateThick_mm, Unit::Length,
          tr("Let in flush its pocket is as deep.")},
         {"plateNearLow", tr("Near end lies low by"), &BasePlate::nearLow_mm, ranges::kPadLow_mm, Unit::Length,
          tr("A straight edge over both plates, or winding sticks: how far this end lies below it. High: less than "
             "nothing.")},
         {"plateFarLow", tr("Far end lies low by"), &BasePlate::farLow_mm, ranges::kPadLow_mm, Unit::Length,
          tr("A straight edge over both plates, or winding sticks: how far this end lies below it.")}});
    plateForm_->fold(tr("more of this plate"));
    addRows<BasePlate>(*plateForm_, rows,
                       {{"plateRoom", tr("Room all round"), &BasePlate::room_mm, ranges::kEndRoom_mm, Unit::Length,
                         tr("Of its pocket, beyond the wood's travel.")},
                        {"plateLegs", tr("Legs, from its ends"), &BasePlate::legsIn_mm, ranges::kBoltsIn_mm,
                         Unit::Length, tr("Where a rail stands on its legs.")}});
    plateForm_->addChoice(
        QStringLiteral("plateSection"), tr("Rail that bends"),
        [this] { return sectionsFor(document_, tr("stiff: does not")); },
        [plate] { return plate() != nullptr ? fromCore(plate()->section) : QString(); },
        [this](const QVariant& v) {
            editPlate(tr("Rail"), [&](BasePlate& p) { p.section = v.toString().toStdString(); });
        });
}

void MoveBench::addTips()
{
    const std::pair<const char*, QString> tips[] = {
        {"coat", tr("How the surface is closed, both faces alike: it decides how late the wood follows its room.")},
        {"fastenerHole", tr("A slot leads the bolt the way the wood goes; an oversize hole lets it go every way.")},
        {"channelSection", tr("What lies in the groove; the list is kept under Sections.")},
        {"channelGroove",
         tr("A pocket takes it whole; two slots take its flanges and a shallow bed its web, and more wood is left.")},
        {"channelBolts", tr("Two hold nothing of a cup; three to five nearly all.")},
        {"plateLetIn", tr("Let in flush it wants a pocket, with room for the wood to travel.")},
        {"plateSection", tr("Of a rail on two legs: it bends with the top. Empty: the base holds it stiff.")}};
    for (const auto& [name, tip] : tips) {
        panel_->findChild<QWidget*>(QLatin1String(name))->setToolTip(tip);
    }
}

void MoveBench::choose(MoveChosen chosen)
{
    chosen_ = chosen;
    showForms();
    Q_EMIT repaintWanted();
}

void MoveBench::showForms()
{
    for (ChoicesForm* form : {form_, fastenerForm_, channelForm_, plateForm_}) {
        form->refresh();
    }
    using Kind = MoveChosen::Kind;
    const bool steel = tray_->page() == MoveTray::Page::Steel; // its sections take the room of the choices
    fastenerForm_->setVisible(!steel && chosen_.kind == Kind::Fastener);
    channelForm_->setVisible(!steel && chosen_.kind == Kind::Channel);
    plateForm_->setVisible(!steel && chosen_.kind == Kind::Plate);
    form_->setVisible(!steel);
    tray_->steelForm().setVisible(steel);
    bool round = false;
    if (hasTop()) {
        for (const Rings& r : document_.plan()->move->rings) {
            round = round || r.endGrain;
        }
    }
    form_->showRow(form_->findChild<QWidget*>(QStringLiteral("heldX")), round);
    if (const Job* job = document_.job();
        job != nullptr && chosen_.kind == Kind::Fastener && chosen_.index < job->move.fasteners.size()) {
        const FastenerKind kind = job->move.fasteners[chosen_.index].kind;
        const bool tongue = kind == FastenerKind::ZClip || kind == FastenerKind::Button;
        const bool arm = kind == FastenerKind::FigureEight;
        const auto show = [&](const char* name, bool shown) {
            fastenerForm_->showRow(fastenerForm_->findChild<QWidget*>(QLatin1String(name)), shown);
        };
        show("reach", tongue || arm);
        show("fastenerHole", !tongue && !arm);
        show("washer", !tongue && !arm);
        show("slotThere", !tongue && !arm);
    }
}

void MoveBench::placePlates()
{
    if (!hasTop()) {
        Q_EMIT message(tr("Lay the top up first: they carry its weight."));
        return;
    }
    document_.edit(tr("Two base plates"), [&](Job& j) { j.move.plates = twoPlates(*document_.plan()->layup); });
    choose({MoveChosen::Kind::Plate, 0});
}

void MoveBench::layOut()
{
    if (!hasTop()) {
        Q_EMIT message(tr("Lay the top up first: they sit in its wood."));
        return;
    }
    document_.edit(tr("Lay out fasteners"), [&](Job& j) {
        const Fastener like = j.move.fasteners.empty() ? Fastener{} : j.move.fasteners.front();
        j.move.fasteners = laidOut(*document_.plan()->move.input, *document_.plan()->move, like);
    });
    choose({MoveChosen::Kind::Fastener, 0});
}

void MoveBench::addFastener()
{
    document_.edit(tr("Add a fastener"), [&](Job& j) {
        Fastener f = j.move.fasteners.empty() ? Fastener{} : j.move.fasteners.back();
        f.at = {j.layup.length_mm / 2.0, f.at.y == 0.0 ? 150.0 : f.at.y};
        j.move.fasteners.push_back(f);
        chosen_ = {MoveChosen::Kind::Fastener, j.move.fasteners.size() - 1};
    });
    choose(chosen_);
}

void MoveBench::addChannel()
{
    document_.edit(tr("Add a channel"), [&](Job& j) {
        Channel c = j.move.channels.empty() ? Channel{} : j.move.channels.back();
        if (j.move.channels.empty() && hasTop()) {
            constexpr double kOfWidth = 0.8;
            const Box box = document_.plan()->layup->finalBox;
            c.middle_mm = std::round((box.bottom + box.top) / 2.0);
            c.length_mm = std::max(ranges::kChannelLong_mm.least,
                                   std::floor(kOfWidth * document_.plan()->layup->leastWidth.value() / 10.0) * 10.0);
            if (const SectionStock* usual = document_.shop().section("steel_c_40_20_4")) {
                c.section = usual->id;
                c.width_mm = usual->section.width_mm;
                c.depth_mm = usual->section.height_mm;
            }
        }
        c.x_mm = j.move.channels.empty()       ? kFromEnd_mm
                 : j.move.channels.size() == 1 ? j.layup.length_mm - kFromEnd_mm
                                               : std::round(j.layup.length_mm / 2.0);
        j.move.channels.push_back(c);
        chosen_ = {MoveChosen::Kind::Channel, j.move.channels.size() - 1};
    });
    choose(chosen_);
}

void MoveBench::addPlate()
{
    document_.edit(tr("Add a base plate"), [&](Job& j) {
        BasePlate p = j.move.plates.empty() ? BasePlate{} : j.move.plates.back();
        p.nearLow_mm.reset();
        p.farLow_mm.reset();
        p.x_mm = std::round(j.layup.length_mm / 2.0);
        j.move.plates.push_back(p);
        chosen_ = {MoveChosen::Kind::Plate, j.move.plates.size() - 1};
    });
    choose(chosen_);
}

} // namespace burl::ui
