#include "ui/yard/slab_form.h"

#include <QComboBox>

#include "core/measure/units.h"
#include "core/money/pricing.h"
#include "core/shop/edit.h"
#include "core/yard/slab_card.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"

namespace burl::ui
{

void SlabForm::addFirst() const
{
    Document& doc = document_;
    const auto& id = id_;
    const auto slab = [&doc, id]() -> const Slab& {
        static const Slab none;
        const Slab* s = doc.shop().slab(id());
        return s != nullptr ? *s : none;
    };
    form_.addText(
        QStringLiteral("slabName"), tr("Chalked on it"), [slab] { return fromCore(slab().name); },
        [&doc, id](const QString& t) { doc.editSlab(tr("Name"), id(), [&](Slab& s) { s.name = t.toStdString(); }); });
    form_
        .addMeasure(
            QStringLiteral("slabThickness"), tr("Thickness, rough"), Unit::Length, ranges::kThickness_mm,
            [slab] { return slab().thickness_mm; },
            [&doc, id](auto v) { doc.editSlab(tr("Thickness"), id(), [&](Slab& s) { s.thickness_mm = v; }); })
        ->setOptional(tr("not measured"));
    form_
        .addMeasure(
            QStringLiteral("slabMc"), tr("Moisture content"), Unit::Percent, ranges::kMc_pct,
            [slab] { return slab().mc_pct; },
            [&doc, id](auto v) { doc.editSlab(tr("Moisture"), id(), [&](Slab& s) { s.mc_pct = v; }); })
        ->setOptional(tr("not metered"));
    form_.addChoice(
        QStringLiteral("slabSpecies"), tr("Species"),
        [&doc] {
            std::vector<ChoicesForm::Option> out{{tr("not said"), QString()}};
            for (const Species& s : doc.shop().species) {
                out.push_back({translated(s.name), fromCore(s.id)});
            }
            return out;
        },
        [slab] { return fromCore(slab().species); },
        [&doc, id](const QVariant& v) {
            doc.editSlab(tr("Species"), id(), [&](Slab& s) { s.species = v.toString().toStdString(); });
        });
}

void SlabForm::addPrice() const
{
    Document& doc = document_;
    const auto& id = id_;
    ChoicesForm& form = form_;
    const auto costs = [&doc](const Slab& slab, double price) {
        WoodPriceInput in;
        in.length_mm = slabCard(slab, doc.shop(), nullptr, 0).volume.value() * kMm3PerL;
        in.width_mm = in.thickness_mm = 1.0; // the volume whole
        in.per = slab.pricedPer;
        in.price = price;
        return woodPrice(in);
    };
    const auto measured = [&doc](const Slab& slab) {
        return slab.pricedPer == WoodPer::Slab || slabCard(slab, doc.shop(), nullptr, 0).volume.known();
    };
    MeasureField* price = form_.addMeasure(
        QStringLiteral("slabPrice"), tr("Price"), Unit::Money, ranges::kMoney,
        [&doc, id, costs, measured]() -> std::optional<double> {
            const Slab* slab = doc.shop().slab(id());
            if (slab == nullptr || !slab->price || !measured(*slab)) {
                return std::nullopt;
            }
            const WoodPrice whole = costs(*slab, 1.0);
            const double measure = slab->pricedPer == WoodPer::CubicMetre  ? whole.m3
                                   : slab->pricedPer == WoodPer::BoardFoot ? whole.boardFeet
                                                                           : 1.0;
            return *slab->price / measure;
        },
        [&doc, &form, id, costs, measured](std::optional<double> v) {
            const Slab* slab = doc.shop().slab(id());
            if (slab != nullptr && v && !measured(*slab)) {
                Q_EMIT form.refused(tr("How much wood it is must be known first: its outline and its thickness."));
                form.refresh();
            } else if (slab != nullptr) {
                const std::optional<double> whole = v ? std::optional(costs(*slab, *v).cost) : std::nullopt;
                doc.editSlab(tr("Price"), id(), [&](Slab& s) { s.price = whole; });
            }
        });
    price->setOptional(tr("not known"));
    price->setTip(tr("What it cost; by volume that of the rough slab, once outline and thickness are read."));
    form_
        .addChoice(
            QStringLiteral("slabPricePer"), tr("Priced"),
            [] {
                return std::vector<ChoicesForm::Option>{{tr("the slab"), static_cast<int>(WoodPer::Slab)},
                                                        {tr("a cubic metre"), static_cast<int>(WoodPer::CubicMetre)},
                                                        {tr("a board foot"), static_cast<int>(WoodPer::BoardFoot)}};
            },
            [&doc, id]() -> QVariant {
                const Slab* slab = doc.shop().slab(id());
                return static_cast<int>(slab != nullptr ? slab->pricedPer : WoodPer::Slab);
            },
            [&doc, id](const QVariant& v) {
                doc.editSlab(tr("How it is priced"), id(),
                             [&](Slab& s) { s.pricedPer = static_cast<WoodPer>(v.toInt()); });
            })
        ->setToolTip(tr("How the yard that sells it counts: what is kept is what the slab costs."));
}

void SlabForm::addRest() const
{
    Document& doc = document_;
    const auto& id = id_;
    const auto slab = [&doc, id]() -> const Slab& {
        static const Slab none;
        const Slab* s = doc.shop().slab(id());
        return s != nullptr ? *s : none;
    };
    form_.addChoice(
        QStringLiteral("slabLog"), tr("Log"),
        [&doc] {
            std::vector<ChoicesForm::Option> out{{tr("not known"), 0}};
            for (const Log& l : doc.shop().logs) {
                out.push_back({fromCore(l.name), l.id.value});
            }
            return out;
        },
        [slab] { return slab().log.value; },
        [&doc, id](const QVariant& v) { doc.editSlab(tr("Log"), id(), [&](Slab& s) { s.log = {v.toInt()}; }); });
    form_.addMeasure(
        QStringLiteral("slabSequence"), tr("Place in the log, 1 on top"), Unit::Count, ranges::kSequence,
        [slab]() -> std::optional<double> { return slab().sequence; },
        [&doc, id](auto v) {
            doc.editSlab(tr("Place in the log"), id(),
                         [&](Slab& s) { s.sequence = static_cast<int>(v.value_or(0.0)); });
        });
    auto* pith = form_.addMeasure(
        QStringLiteral("slabPith"), tr("Middle above the pith"), Unit::Length, ranges::kPith_mm,
        [slab]() -> std::optional<double> {
            return slab().pith ? std::optional(slab().pith->distance_mm) : std::nullopt;
        },
        [&doc, id](auto v) {
            doc.editSlab(tr("Pith"), id(), [&](Slab& s) {
                s.pith = v ? std::optional(PithPlace{*v, s.pith ? s.pith->offset_mm : 0.0}) : std::nullopt;
            });
        });
    pith->setOptional(tr("not known"));
    const auto bevel = [&](const QString& name, const QString& label, double Slab::*member) {
        form_.addMeasure(
            name, label, Unit::Length, ranges::kBevel_mm, [slab, member] { return slab().*member; },
            [&doc, id, label, member](auto v) { doc.editSlab(label, id(), [&](Slab& s) { s.*member = *v; }); });
    };
    bevel(QStringLiteral("bevelNear"), tr("Bevel, near edge"), &Slab::bevelNear_mm);
    bevel(QStringLiteral("bevelFar"), tr("Bevel, far edge"), &Slab::bevelFar_mm);
    form_
        .addMeasure(
            QStringLiteral("slabWeighed"), tr("Weighed"), Unit::Mass, ranges::kMass_kg,
            [slab] { return slab().weighed_kg; },
            [&doc, id](auto v) { doc.editSlab(tr("Weight"), id(), [&](Slab& s) { s.weighed_kg = v; }); })
        ->setOptional(tr("not weighed"));
    addPrice();
    form_.addText(
        QStringLiteral("slabWhere"), tr("Stands"), [slab] { return fromCore(slab().where); },
        [&doc, id](const QString& t) {
            doc.editSlab(tr("Where it stands"), id(), [&](Slab& s) { s.where = t.toStdString(); });
        });
    form_.addChoice(
        QStringLiteral("slabGrain"), tr("Its faces are"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("sawn along the log"), false},
                                                    {tr("end grain, a cross-cut round"), true}};
        },
        [slab] { return slab().endGrain; },
        [&doc, id](const QVariant& v) {
            doc.editSlab(tr("Its faces"), id(), [&](Slab& s) { s.endGrain = v.toBool(); });
        });
    form_.addText(
        QStringLiteral("slabCut"), tr("How it was cut"), [slab] { return fromCore(slab().cut); },
        [&doc, id](const QString& t) {
            doc.editSlab(tr("How it was cut"), id(), [&](Slab& s) { s.cut = t.toStdString(); });
        });
    form_.addMeasure(
        QStringLiteral("logKerf"), tr("Kerf of its log"), Unit::Length, ranges::kKerf_mm,
        [&doc, slab]() -> std::optional<double> {
            const Log* log = doc.shop().log(slab().log);
            return log != nullptr ? std::optional(log->kerf_mm) : std::nullopt;
        },
        [&doc, slab](auto v) {
            if (const Log* log = doc.shop().log(slab().log); log != nullptr && v) {
                Log changed = *log;
                changed.kerf_mm = *v;
                doc.apply(tr("Kerf"), withLog(doc.book(), changed));
            }
        });
    form_.addButton(QStringLiteral("newLog"), tr("+ a log of its own for it"), [&doc, id, slab] {
        Log log;
        log.id = freeLogId(doc.book());
        log.name = tr("L%1").arg(log.id.value).toStdString();
        log.species = slab().species;
        Slab changed = slab();
        changed.id = id();
        changed.log = log.id;
        changed.sequence = 1;
        doc.apply(tr("A new log"), withSlab(withLog(doc.book(), log), std::move(changed)));
    });
}

} // namespace burl::ui
