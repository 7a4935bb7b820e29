#include "ui/yard/slab_form.h"

#include "core/shop/edit.h"
#include "ui/ledger/choices_form.h"
#include "ui/text.h"

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
    form_
        .addMeasure(
            QStringLiteral("slabPrice"), tr("Price"), Unit::Money, ranges::kMoney, [slab] { return slab().price; },
            [&doc, id](auto v) { doc.editSlab(tr("Price"), id(), [&](Slab& s) { s.price = v; }); })
        ->setOptional(tr("not known"));
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
