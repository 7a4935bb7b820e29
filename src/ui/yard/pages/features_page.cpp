#include "ui/yard/pages/features_page.h"

#include <QComboBox>
#include <QMenu>
#include <QPushButton>

#include "core/geometry/ring.h"
#include "core/shop/edit.h"
#include "core/shop/outline.h"
#include "ui/ledger/height_cells.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/choice_box.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/yard/features.h"

namespace burl::ui
{

FeaturesPage::FeaturesPage(Document& document, ReadingTable& table, QWidget* parent)
    : ReadingPage(document, table, parent), add_(new QPushButton(tr("+ feature"), parent))
{
    named(add_, QStringLiteral("addFeature"), tr("Add a feature"));
    auto* menu = named(new QMenu(add_), QStringLiteral("featureKinds"), tr("Kinds of feature"));
    for (const FeatureKind kind : allFeatureKinds()) {
        menu->addAction(kindName(kind), this, [this, kind] { add(kind); });
    }
    add_->setMenu(menu);
}

QWidget* FeaturesPage::tools()
{
    return add_;
}

void FeaturesPage::add(FeatureKind kind)
{
    constexpr Vec2 kNoOutlineYet{500.0, 0.0};
    kind_ = kind;
    document_.editSlab(tr("Add a feature"), slab_, [&](Slab& s) {
        const auto outline = outlineOf(s, Face::Top);
        s.features.push_back(usualFeature(s, kind, outline ? centroid(outline->ring()) : kNoOutlineYet));
    });
}

void FeaturesPage::fill(const Slab& slab)
{
    const QStringList intentions{tr("cut off"), tr("fill"), tr("key"), tr("keep"), tr("carve away")};
    setShape({head(tr("across")), head(tr("depth")), tr("count"), tr("meant to"), tr("face")},
             static_cast<int>(slab.features.size()));
    QStringList names;
    for (int i = 0; i < table_.rowCount(); ++i) {
        const Feature& f = slab.features[static_cast<size_t>(i)];
        names << kindName(f.kind);
        const bool wide =
            f.kind == FeatureKind::Knot || f.kind == FeatureKind::Check || f.kind == FeatureKind::WormHoles;
        const bool deep =
            f.kind != FeatureKind::ThroughVoid && f.kind != FeatureKind::Pith && f.kind != FeatureKind::Sapwood;
        const bool many = f.kind == FeatureKind::WormHoles;
        const QString none = QStringLiteral("–");
        table_.put(i, Across, wide ? cellText(f.width_mm, Unit::Length, units()) : none, wide);
        table_.put(i, Depth, deep ? cellText(f.depth_mm, Unit::Length, units()) : none, deep);
        table_.put(i, Holes, many ? QString::number(f.count) : none, many);
        putChoice(i, MeantTo, intentions, static_cast<int>(f.intention));
        putChoice(i, OnFace, {tr("top"), tr("bottom")}, static_cast<int>(f.face));
    }
    table_.setVerticalHeaderLabels(names);
}

void FeaturesPage::putChoice(int row, int column, const QStringList& words, int now)
{
    table_.put(row, column, words[now], false);
    auto* box = qobject_cast<QComboBox*>(table_.cellWidget(row, column));
    if (box == nullptr) {
        box = new ChoiceBox(&table_);
        looking(box, "incell");
        box->setObjectName(
            (column == MeantTo ? QStringLiteral("feature%1Intention") : QStringLiteral("feature%1Face")).arg(row + 1));
        box->setAccessibleName(column == MeantTo ? tr("Meant to") : tr("Face"));
        box->addItems(words);
        table_.setCellWidget(row, column, box);
        connect(box, &QComboBox::activated, this, [this, row, column](int index) {
            document_.editSlab(tr("A feature"), slab_, [&](Slab& edited) {
                if (row >= static_cast<int>(edited.features.size())) {
                    return;
                }
                Feature& f = edited.features[static_cast<size_t>(row)];
                if (column == MeantTo) {
                    f.intention = Intention(index);
                } else {
                    f.face = Face(index);
                }
            });
        });
    }
    box->setCurrentIndex(now);
}

QString FeaturesPage::hint(const Slab& /*slab*/) const
{
    return tr("draw round it on the face, drag it or its corners; measures here");
}

Range FeaturesPage::range(int column) const
{
    return column == Across  ? ranges::kFeatureWidth_mm
           : column == Depth ? ranges::kFeatureDepth_mm
                             : ranges::kFeatureCount;
}

Unit FeaturesPage::unit(int column) const
{
    return column == Holes ? Unit::Count : Unit::Length;
}

void FeaturesPage::change(int row, int column, std::optional<double> value)
{
    if (!value) {
        return; // a cell that was only looked at
    }
    document_.editSlab(tr("A feature"), slab_, [&](Slab& s) {
        if (row >= static_cast<int>(s.features.size())) {
            return;
        }
        Feature& f = s.features[static_cast<size_t>(row)];
        if (column == Across) {
            f.width_mm = *value;
        } else if (column == Depth) {
            f.depth_mm = *value;
        } else if (column == Holes) {
            f.count = static_cast<int>(*value);
        }
    });
}

} // namespace burl::ui
