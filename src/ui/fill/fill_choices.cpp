#include "ui/fill/fill_bench.h"

#include <QComboBox>

#include "core/measure/clock.h"
#include "ui/ledger/field_rows.h"
#include "ui/look/text.h"

namespace burl::ui
{

void FillBench::addVoidRows()
{
    voidForm_
        ->addMeasure(
            QStringLiteral("voidDepth"), tr("Depth of this void"), Unit::Length, ranges::kFeatureDepth_mm,
            [this]() -> std::optional<double> {
                const Feature* f = chosenFeature();
                return f != nullptr && f->kind != FeatureKind::ThroughVoid ? std::optional(f->depth_mm) : std::nullopt;
            },
            [this](auto v) { editChosen(tr("Depth of a void"), [&](Feature& f) { f.depth_mm = v.value_or(0.0); }); })
        ->setOptional(tr("through"));
    const auto size = [this](bool along) -> std::optional<double> {
        const Feature* f = chosenFeature();
        if (f == nullptr || f->points.size() < 3) {
            return std::nullopt;
        }
        const Box box = boundsOf(f->points);
        return along ? box.width() : box.height();
    };
    const auto stretch = [this, size](bool along, std::optional<double> to) {
        const auto now = size(along);
        if (!to || !now || *now <= 0.0 || *to <= 0.0) {
            return;
        }
        editChosen(tr("Size of a void"), [&](Feature& f) {
            const Vec2 middle = centroid(f.points);
            for (Vec2& p : f.points) {
                if (along) {
                    p.x = middle.x + (p.x - middle.x) * *to / *now;
                } else {
                    p.y = middle.y + (p.y - middle.y) * *to / *now;
                }
            }
        });
    };
    voidForm_->addMeasure(
        QStringLiteral("voidLong"), tr("Along the slab"), Unit::Length, ranges::kVoidSize_mm,
        [size] { return size(true); }, [stretch](auto v) { stretch(true, v); });
    voidForm_->addMeasure(
        QStringLiteral("voidWide"), tr("Across"), Unit::Length, ranges::kVoidSize_mm, [size] { return size(false); },
        [stretch](auto v) { stretch(false, v); });
}

void FillBench::addResinOfVoid()
{
    Document& doc = document_;
    voidForm_->addChoice(
        QStringLiteral("voidResin"), tr("Its resin"),
        [this, &doc] {
            std::vector<ChoicesForm::Option> out{{tr("by the rule"), QString()}};
            for (const ResinClass& r : doc.shop().resins) {
                out.push_back({translated(r.name) + costOf(r.id), fromCore(r.id)});
            }
            return out;
        },
        [this, &doc]() -> QVariant {
            if (hasTop() && chosen_.piece < doc.plan()->layup->pieces.size()) {
                for (const ResinOverrule& o : doc.job()->fill.overrules) {
                    const bool river = chosen_.feature == 0 && o.feature == 0;
                    if (river || (o.slab == doc.plan()->layup->pieces[chosen_.piece].slab &&
                                  o.feature == chosen_.feature && chosen_.feature != 0)) {
                        return fromCore(o.resin);
                    }
                }
            }
            return QString();
        },
        [this, &doc](const QVariant& v) {
            if (!hasTop()) {
                return;
            }
            const SlabId slab = chosen_.feature == 0 ? SlabId{} : doc.plan()->layup->pieces[chosen_.piece].slab;
            doc.edit(tr("Resin of a void"), [&](Job& j) {
                std::erase_if(j.fill.overrules,
                              [&](const ResinOverrule& o) { return o.slab == slab && o.feature == chosen_.feature; });
                if (!v.toString().isEmpty()) {
                    j.fill.overrules.push_back({slab, chosen_.feature, v.toString().toStdString()});
                }
            });
        });
}

void FillBench::addFillRows()
{
    Document& doc = document_;
    const RowsOf<FillChoices> fill{
        [&doc] { return doc.job() != nullptr ? &doc.job()->fill : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.fill); }); }};
    addRows<FillChoices>(*form_, fill,
                         {{"bucket", tr("Largest batch"), &FillChoices::bucket_L, ranges::kBucket_L, Unit::Volume,
                           tr("What one bucket, mixer and pair of hands manage in the working time.")},
                          {"overpour", tr("Overpour"), &FillChoices::overpour_mm, ranges::kOverpour_mm, Unit::Length,
                           tr("How high the resin stands over the face, to be planed off.")}});
    addRoomRows();
    form_->fold(tr("more choices"));
    form_
        ->addMeasure(
            QStringLiteral("resinPrice"), tr("Price of a litre"), Unit::Money, ranges::kMoney,
            [fill] { return fill.now() != nullptr ? fill.now()->price_per_L : std::nullopt; },
            [&doc](auto v) { doc.edit(tr("Resin price"), [&](Job& j) { j.fill.price_per_L = v; }); })
        ->setOptional(tr("not known"));
    addRows<FillChoices>(
        *form_, fill,
        {{"pigment", tr("Pigment, % of mass"), &FillChoices::pigment_pct, ranges::kPigment_pct, Unit::Percent,
          tr("The same share in every pot and every later top-up, or the colours differ.")},
         {"reserve", tr("Reserve for leaks, %"), &FillChoices::reserve, ranges::kReserve, Unit::Percent,
          tr("Mixed and kept at hand for what leaks and soaks in."), 100.0},
         {"residue", tr("Left in pots, %"), &FillChoices::potResidue, ranges::kPotResidue, Unit::Percent,
          tr("What clings to buckets and sticks."), 100.0},
         {"soakIn", tr("Soak-in, g/m²"), &FillChoices::soakIn_g_m2, ranges::kSoakIn_g_m2, Unit::SoakIn,
          tr("Drunk by raw wood where resin touches it; less after a seal coat.")}});
    addMixingRows();
    addColourRows();
    addFormRows();
}

namespace
{

/// A choice between words that stand for values of one field of the job.
template <typename T>
void addWords(ChoicesForm& form, Document& doc, const char* name, const QString& label,
              const std::vector<ChoicesForm::Option>& words, const std::function<T&(FillChoices&)>& field)
{
    form.addChoice(
        QString::fromLatin1(name), label, [words] { return words; },
        [&doc, field]() -> QVariant {
            if (doc.job() == nullptr) {
                return {};
            }
            FillChoices copy = doc.job()->fill;
            return static_cast<int>(field(copy));
        },
        [&doc, label, field](const QVariant& v) {
            doc.edit(label, [&](Job& j) { field(j.fill) = static_cast<T>(v.toInt()); });
        });
}

/// Rows of one part of the choices.
template <typename Part> RowsOf<Part> partOf(Document& doc, Part FillChoices::*part)
{
    return {[&doc, part] { return doc.job() != nullptr ? &(doc.job()->fill.*part) : nullptr; },
            [&doc, part](const QString& label, const auto& change) {
                doc.edit(label, [&](Job& j) { change(j.fill.*part); });
            }};
}

} // namespace

void FillBench::addLayersOfPlace()
{
    Document& doc = document_;
    const auto mine = [this](const LayersOverrule& o, const Document& d) {
        const SlabId slab = chosen_.feature == 0 ? SlabId{} : d.plan()->layup->pieces[chosen_.piece].slab;
        return o.slab == slab && o.feature == chosen_.feature;
    };
    auto* field = voidForm_->addMeasure(
        QStringLiteral("voidLayers"), tr("Its layers"), Unit::Count, ranges::kLayers,
        [this, &doc, mine]() -> std::optional<double> {
            if (hasTop() && chosen_.piece < doc.plan()->layup->pieces.size()) {
                for (const LayersOverrule& o : doc.job()->fill.layers) {
                    if (mine(o, doc)) {
                        return o.layers;
                    }
                }
            }
            return std::nullopt;
        },
        [this, &doc, mine](auto v) {
            if (!hasTop()) {
                return;
            }
            const SlabId slab = chosen_.feature == 0 ? SlabId{} : doc.plan()->layup->pieces[chosen_.piece].slab;
            doc.edit(tr("Layers of a place"), [&](Job& j) {
                std::erase_if(j.fill.layers, [&](const LayersOverrule& o) { return mine(o, doc); });
                if (v) {
                    j.fill.layers.push_back({slab, chosen_.feature, static_cast<int>(std::lround(*v))});
                }
            });
        });
    field->setOptional(tr("by the rule"));
    field->setTip(tr("Fewer and deeper saves days and costs degrees: the heat says how many."));
}

void FillBench::addRoomRows()
{
    const RowsOf<PourRoom> room = partOf(document_, &FillChoices::room);
    addRows<PourRoom>(*form_, room,
                      {{"shopNight", tr("Shop, by night"), &PourRoom::night_C, ranges::kRoom_degC, Unit::Temperature,
                        tr("The coldest it gets while the resin cures, towards morning.")},
                       {"shopDay", tr("by day"), &PourRoom::day_C, ranges::kRoom_degC, Unit::Temperature,
                        tr("The warmest it gets while the resin cures, in the afternoon.")}});
    addWords<bool>(*form_, document_, "airOver", tr("Air over it"), {{tr("still"), 0}, {tr("fans"), 1}},
                   [](FillChoices& c) -> bool& { return c.room.fan; });
    addWords<bool>(*form_, document_, "formUnder", tr("Under the form"), {{tr("air"), 0}, {tr("a bench"), 1}},
                   [](FillChoices& c) -> bool& { return c.room.onBench; });
    Document& doc = document_;
    EntryField* starts = form_->addMoment(
        QStringLiteral("pourStarts"), tr("First pour"),
        [&doc] { return doc.job() != nullptr ? doc.job()->fill.starts : std::string(); },
        [&doc](const std::string& at) { doc.edit(tr("First pour"), [&](Job& j) { j.fill.starts = at; }); });
    starts->setToolTip(
        tr("When you mean to begin: 3 Nov 8:00, tomorrow 7:30. All hours become days of the week by it."));
}

void FillBench::addMixingRows()
{
    const RowsOf<Mixing> mixing = partOf(document_, &FillChoices::mixing);
    addWords<int>(*form_, document_, "pourPeople", tr("People"), {{tr("alone"), 1}, {tr("two"), 2}, {tr("three"), 3}},
                  [](FillChoices& c) -> int& { return c.mixing.people; });
    addRows<Mixing>(*form_, mixing,
                    {{"mixMinutes", tr("Mixing a pot"), &Mixing::mix_min, ranges::kPotMinutes, Unit::Minutes,
                      tr("Slowly, its sides scraped, until no streak is left.")},
                     {"chamber", tr("Vacuum chamber"), &Mixing::chamber_L, ranges::kChamber_L, Unit::Volume,
                      tr("A pot fills a third of it: foam wants the rest.")},
                     {"degasMinutes", tr("In the chamber"), &Mixing::degas_min, ranges::kPotMinutes, Unit::Minutes,
                      tr("Until the foam has fallen.")},
                     {"pourRate", tr("Poured in a minute"), &Mixing::pour_L_min, ranges::kPours_L_min, Unit::Volume,
                      tr("In a thin thread, so that air stays out.")}});
    addWords<bool>(*form_, document_, "sealCoat", tr("Seal coat first"), {{tr("no"), 0}, {tr("yes"), 1}},
                   [](FillChoices& c) -> bool& { return c.sealCoat; });
    addWords<bool>(*form_, document_, "fromRough", tr("River between"), {{tr("flat slabs"), 0}, {tr("rough slabs"), 1}},
                   [](FillChoices& c) -> bool& { return c.fromRough; });
    addWords<int>(*form_, document_, "pinholeRounds", tr("Rounds for pinholes"),
                  {{tr("none"), 0}, {tr("one"), 1}, {tr("two"), 2}, {tr("three"), 3}, {tr("four"), 4}},
                  [](FillChoices& c) -> int& { return c.pinholeRounds; });
    addWords<bool>(*form_, document_, "endSeal", tr("End grain sealed"), {{tr("no"), 0}, {tr("yes"), 1}},
                   [](FillChoices& c) -> bool& { return c.endSeal; });
    addWords<int>(*form_, document_, "floodCoats", tr("Flood coats"),
                  {{tr("none"), 0}, {tr("one"), 1}, {tr("two"), 2}, {tr("three"), 3}},
                  [](FillChoices& c) -> int& { return c.floodCoats; });
}

void FillBench::addColourRows()
{
    Document& doc = document_;
    for (const auto& [name, label, member] : {std::tuple{"colourFirst", tr("Colour"), &Colours::first},
                                              {"colourSecond", tr("Second colour"), &Colours::second}}) {
        form_->addText(
            QString::fromLatin1(name), label,
            [&doc, member = member] {
                return doc.job() != nullptr ? fromCore(doc.job()->fill.colours.*member) : QString();
            },
            [&doc, label = label, member = member](const QString& text) {
                doc.edit(label, [&](Job& j) { j.fill.colours.*member = text.trimmed().toStdString(); });
            });
    }
    form_->addChoice(
        QStringLiteral("colourUse"), tr("The second is"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("not there"), static_cast<int>(SecondColour::None)},
                                                    {tr("swirled in"), static_cast<int>(SecondColour::Swirled)},
                                                    {tr("past a divider"), static_cast<int>(SecondColour::Divided)}};
        },
        [&doc]() -> QVariant { return doc.job() != nullptr ? static_cast<int>(doc.job()->fill.colours.use) : 0; },
        [&doc](const QVariant& v) {
            doc.edit(tr("The second colour"), [&](Job& j) {
                Colours& c = j.fill.colours;
                c.use = static_cast<SecondColour>(v.toInt());
                if (c.use == SecondColour::Divided && !c.alongRiver && c.divider_mm == Colours{}.divider_mm) {
                    // nobody said where: at the cut of a top in two halves, else in the middle
                    c.divider_mm = j.layup.parted_mm.value_or(j.layup.length_mm / 2.0);
                }
            });
        });
    const RowsOf<Colours> colours = partOf(document_, &FillChoices::colours);
    addRows<Colours>(
        *form_, colours,
        {{"secondShare", tr("Second pigment, % of mass"), &Colours::second_pct, ranges::kPigment_pct, Unit::Percent,
          tr("The same share in every pot of it and every later top-up.")},
         {"swirlShare", tr("Swirled in, % of the layer"), &Colours::swirl_share, ranges::kSwirl, Unit::Percent,
          tr("Of the last layer, mixed apart and drawn in while it is thick as honey."), 100.0},
         {"dividerAt", tr("Divider at"), &Colours::divider_mm, ranges::kPlace_mm, Unit::Length,
          tr("From the left end, or from the middle line when it runs along the river; drag it on the board.")}});
    addWords<bool>(*form_, doc, "dividerAlong", tr("The divider runs"), {{tr("across"), 0}, {tr("along"), 1}},
                   [](FillChoices& c) -> bool& { return c.colours.alongRiver; });
    addWords<bool>(*form_, doc, "colourOil", tr("Tint"), {{tr("pigment"), 0}, {tr("oil"), 1}},
                   [](FillChoices& c) -> bool& { return c.colours.oil; });
}

void FillBench::addFormRows()
{
    addWords<FormBoard>(*form_, document_, "formBoard", tr("Form of"),
                        {{tr("plywood"), 0}, {tr("melamine board"), 1}, {tr("MDF, coated"), 2}, {tr("HDPE"), 3}},
                        [](FillChoices& c) -> FormBoard& { return c.form.board; });
    const RowsOf<FormChoices> form = partOf(document_, &FillChoices::form);
    addRows<FormChoices>(
        *form_, form,
        {{"formThick", tr("Its board, thick"), &FormChoices::board_mm, ranges::kFormBoard_mm, Unit::Length,
          tr("Thicker board keeps more heat in.")},
         {"sheetLong", tr("Sheets, long"), &FormChoices::sheetLong_mm, ranges::kSheetLong_mm, Unit::Length,
          tr("The sheets the form is cut from.")},
         {"sheetWide", tr("and wide"), &FormChoices::sheetWide_mm, ranges::kSheetLong_mm, Unit::Length,
          tr("The sheets the form is cut from.")},
         {"formRoom", tr("Room round the slabs"), &FormChoices::room_mm, ranges::kFormRoom_mm, Unit::Length,
          tr("For sealant, between wood and side.")},
         {"formSlope", tr("Out of level, mm in a metre"), &FormChoices::slope_mm_m, ranges::kFormSlope_mm_m, Unit::None,
          tr("By a spirit level on its bottom: one millimetre in a metre is good.")},
         {"formBow", tr("Gap under a slab"), &FormChoices::bow_mm, ranges::kFormRoom_mm, Unit::Length,
          tr("The largest, by a feeler: resin runs in there.")},
         {"formClamp", tr("A clamp or weight holds"), &FormChoices::clamp_N, ranges::kClamp_N, Unit::Force,
          tr("Half of what it gives by hand, or ten newtons for a kilogram.")}});
}

} // namespace burl::ui
