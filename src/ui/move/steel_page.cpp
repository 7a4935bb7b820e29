#include "ui/move/steel_page.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/shop/edit.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

SteelPage::SteelPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)),
      form_(new ChoicesForm(document, QStringLiteral("section"), this))
{
    named(this, QStringLiteral("steelPage"), tr("Sections"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 4, 0);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(kInset_px, 0, kInset_px, 0);
    auto* own = looking(named(new QPushButton(tr("a section of my own like this"), this), QStringLiteral("addSection"),
                              tr("A section of my own like the chosen one")),
                        "tight");
    connect(own, &QPushButton::clicked, this, &SteelPage::addOwn);
    head->addWidget(own);
    auto* gone = looking(named(new QPushButton(tr("take it away"), this), QStringLiteral("removeSection"),
                               tr("Take the chosen section of my own away")),
                         "tight");
    gone->setToolTip(tr("Only sections of your own, and only while no job uses them."));
    connect(gone, &QPushButton::clicked, this, &SteelPage::remove);
    head->addWidget(gone);
    head->addStretch(1);
    column->addLayout(head);
    named(table_, QStringLiteral("sectionsTable"), tr("Sections for channels, battens and rails"));
    makePlain(
        *table_,
        {tr("section"), tr("wide × high × wall"), tr("mass by the metre"), tr("stiffness, kN m²"), tr("in this job")},
        {168, 206, 126, 112});
    column->addWidget(table_, 1);
    connect(form_, &ChoicesForm::refused, this, &SteelPage::message);
    connect(table_, &QTableWidget::currentCellChanged, this, [this](int row) {
        const auto& all = document_.shop().sections;
        if (row >= 0 && static_cast<size_t>(row) < all.size() && all[static_cast<size_t>(row)].id != chosen_) {
            chosen_ = all[static_cast<size_t>(row)].id;
            form_->refresh();
        }
    });
    addRows();
    form_->hide();
}

const SectionStock* SteelPage::chosen() const
{
    return document_.shop().section(chosen_);
}

void SteelPage::edit(const QString& label, const std::function<void(SectionStock&)>& change)
{
    if (chosen() == nullptr) {
        return;
    }
    SectionStock next = *chosen();
    change(next);
    if (!standsUp(next.section)) {
        Q_EMIT message(
            tr("Its walls leave no hollow: they must be less than half its width and less than its height."));
        refresh();
        return;
    }
    document_.apply(label, withSection(document_.book(), std::move(next)));
}

void SteelPage::addOwn()
{
    SectionStock next = chosen() != nullptr ? *chosen() : SectionStock{};
    next.id = freeSectionId(document_.book());
    next.name =
        next.name.empty() ? tr("my section").toStdString() : tr("%1, my own").arg(translated(next.name)).toStdString();
    chosen_ = next.id;
    document_.apply(tr("A section of my own"), withSection(document_.book(), std::move(next)));
}

void SteelPage::remove()
{
    const SectionStock* section = chosen();
    if (section == nullptr || !section->isOwn()) {
        Q_EMIT message(tr("Sections that ship stay; only those of your own are taken away. Choose one first."));
        return;
    }
    if (const Job* job = jobWithSection(document_.book(), section->id)) {
        Q_EMIT message(tr("%1 is used in %2: choose another section there first.")
                           .arg(fromCore(section->name), fromCore(job->name)));
        return;
    }
    const Book next = withoutSection(document_.book(), section->id);
    chosen_.clear();
    document_.apply(tr("A section taken away"), next);
}

void SteelPage::addRows()
{
    form_->addText(
        QStringLiteral("sectionName"), tr("Section"),
        [this] { return chosen() ? fromCore(chosen()->name) : QString(); },
        [this](const QString& text) {
            if (!text.trimmed().isEmpty()) {
                edit(tr("Name of a section"), [&](SectionStock& s) { s.name = text.trimmed().toStdString(); });
            }
        });
    form_->addChoice(
        QStringLiteral("sectionKind"), tr("Shape"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("channel, web level"), int(SectionKind::Channel)},
                                                    {tr("tube"), int(SectionKind::Hollow)},
                                                    {tr("flat or batten"), int(SectionKind::Flat)}};
        },
        [this] { return chosen() != nullptr ? int(chosen()->section.kind) : 0; },
        [this](const QVariant& v) {
            edit(tr("Shape of a section"), [&](SectionStock& s) { s.section.kind = SectionKind(v.toInt()); });
        });
    form_->findChild<QWidget*>(QStringLiteral("sectionName"))->setToolTip(tr("What the shop calls it."));
    form_->findChild<QWidget*>(QStringLiteral("sectionKind"))
        ->setToolTip(tr("A channel lies with its web level and both flanges on one side."));
    struct Row {
        const char* name;
        QString label;
        Unit unit;
        Range range;
        double Section::*field;
        double shown;
        QString tip;
    };
    for (const Row& row :
         {Row{"sectionWidth", tr("Wide"), Unit::Length, ranges::kSection_mm, &Section::width_mm, 1.0,
              tr("Level, along the top.")},
          Row{"sectionHeight", tr("High"), Unit::Length, ranges::kSection_mm, &Section::height_mm, 1.0,
              tr("Into the wood: it counts with its cube.")},
          Row{"sectionWall", tr("Walls"), Unit::Length, ranges::kSectionWall_mm, &Section::thickness_mm, 1.0,
              tr("Of a flat bar or batten not used.")},
          Row{"sectionE", tr("Modulus, kN/mm²"), Unit::None, ranges::kSectionE_N_mm2, &Section::e_N_mm2, 1e-3,
              tr("Steel 205, aluminium 70, hardwood along its grain about 11.")},
          Row{"sectionDensity", tr("Density"), Unit::Density, ranges::kSectionDensity_kg_m3, &Section::density_kg_m3,
              1.0, tr("Steel 7850, aluminium 2700 kg/m³.")}}) {
        form_
            ->addMeasure(
                QString::fromLatin1(row.name), row.label, row.unit, scaled(row.range, row.shown),
                [this, row]() -> std::optional<double> {
                    return chosen() != nullptr ? std::optional(chosen()->section.*row.field * row.shown) : std::nullopt;
                },
                [this, row](auto v) {
                    edit(row.label,
                         [&](SectionStock& s) { s.section.*row.field = v ? *v / row.shown : s.section.*row.field; });
                })
            ->setTip(row.tip);
    }
}

void SteelPage::refresh()
{
    const auto& all = document_.shop().sections;
    if (chosen() == nullptr && !all.empty()) {
        chosen_ = all.front().id;
    }
    const UnitChoice& units = document_.units();
    table_->setRowCount(static_cast<int>(all.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const SectionStock& s = all[static_cast<size_t>(row)];
        const SectionValues v = valuesOf(s.section);
        int used = 0;
        if (const Job* job = document_.job()) {
            for (const Channel& c : job->move.channels) {
                used += c.section == s.id ? 1 : 0;
            }
            for (const BasePlate& p : job->move.plates) {
                used += p.section == s.id ? 1 : 0;
            }
        }
        const auto mm = [&](double x) { return quantity(x, Unit::Length, units); };
        constexpr double kPerKilonewtonSquareMetre = 1e-9; // of N mm2
        const QString size =
            s.section.kind == SectionKind::Flat
                ? tr("%1 × %2").arg(mm(s.section.width_mm), mm(s.section.height_mm))
                : tr("%1 × %2 × %3").arg(mm(s.section.width_mm), mm(s.section.height_mm), mm(s.section.thickness_mm));
        const QStringList cells{translated(s.name), size, quantity(v.mass_kg_m, Unit::Mass, units),
                                QString::number(v.ei_N_mm2 * kPerKilonewtonSquareMetre, 'g', 3),
                                used > 0 ? QString::number(used) : QString()};
        putRow(*table_, row, cells);
        if (s.id == chosen_) {
            table_->setCurrentCell(row, 0);
        }
    }
    form_->refresh();
}

} // namespace burl::ui
