#include "ui/fill/shelf_page.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QPushButton>
#include <QRegularExpression>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/cure/calibrate.h"
#include "core/measure/date.h"
#include "core/measure/parse.h"
#include "core/shop/edit.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/elided_label.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

QString packsText(const std::vector<ResinPack>& packs)
{
    QStringList out;
    for (const ResinPack& pack : packs) {
        out << QString::number(pack.litres) +
                   (pack.price ? QStringLiteral(" at ") + QString::number(*pack.price) : QString());
    }
    return out.join(QStringLiteral(", "));
}

/// Both ways, as both are asked for: "2 vol., 2.35 mass".
QString ratioText(const MixRatio& mix)
{
    const double densities = mix.densityA_kg_L / mix.densityB_kg_L;
    const double byVolume = mix.byMass ? mix.aToB / densities : mix.aToB;
    return QObject::tr("%1 vol., %2 mass").arg(byVolume, 0, 'g', 3).arg(byVolume * densities, 0, 'g', 3);
}

/// "4 at 89, 18 at 320": litres and what they cost. A comma between two digits is of a number, "4,5 at 89"; packs are
/// parted by a comma and a blank, or by a semicolon. Nothing for what is none.
std::optional<std::vector<ResinPack>> packsFrom(const QString& text)
{
    static const QRegularExpression kBetween(QStringLiteral(";|,(?!\\d)|(?<!\\d),"));
    std::vector<ResinPack> out;
    for (const QString& one : text.split(kBetween, Qt::SkipEmptyParts)) {
        const QStringList parts = one.split(QStringLiteral(" at "));
        const auto litres = parseNumber(parts[0].trimmed().toStdString());
        const auto price = parts.size() == 2 ? parseNumber(parts[1].trimmed().toStdString()) : Expected<double>(0.0);
        if (!litres || !price || parts.size() > 2 || !ranges::kPack_L.holds(*litres) || !ranges::kMoney.holds(*price) ||
            out.size() >= counts::kPacks) {
            return std::nullopt;
        }
        ResinPack pack;
        pack.litres = *litres;
        if (parts.size() == 2) {
            pack.price = *price;
        }
        out.push_back(pack);
    }
    return out;
}

} // namespace

ShelfPage::ShelfPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)),
      own_(new QPushButton(tr("my own product of this class"), this)),
      remove_(new QPushButton(tr("take off the shelf"), this)), words_(new ElidedLabel(this)),
      form_(new ChoicesForm(document, QStringLiteral("product"), this))
{
    named(this, QStringLiteral("shelfPage"), tr("Resin shelf"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 4, 0);
    column->setSpacing(4);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(kInset_px, 0, kInset_px, 0);
    named(own_, QStringLiteral("makeProduct"), tr("Make a product of my own of the chosen class"));
    named(remove_, QStringLiteral("removeProduct"), tr("Take the chosen product off the shelf"));
    named(words_, QStringLiteral("shelfWords"), tr("How near the product is to its class"));
    looking(words_, "quiet");
    for (QPushButton* b : {own_, remove_}) {
        looking(b, "tight");
        head->addWidget(b);
    }
    head->addWidget(words_, 1);
    column->addLayout(head);
    named(table_, QStringLiteral("shelfTable"), tr("Resins on the shelf"));
    makePlain(*table_,
              {tr("resin"), tr("A to 1 B"), tr("deepest"), tr("works"), tr("packs"), tr("in the shop"),
               tr("to buy for this job")},
              {196, 116, 70, 62, 84, 84});
    column->addWidget(table_, 1);
    form_->hide();
    connect(own_, &QPushButton::clicked, this, &ShelfPage::makeOwn);
    connect(remove_, &QPushButton::clicked, this, &ShelfPage::remove);
    connect(form_, &ChoicesForm::refused, this, &ShelfPage::message);
    connect(table_, &QTableWidget::currentCellChanged, this, [this](int row) {
        const auto& resins = document_.shop().resins;
        if (row >= 0 && static_cast<size_t>(row) < resins.size() && resins[static_cast<size_t>(row)].id != chosen_) {
            chosen_ = resins[static_cast<size_t>(row)].id;
            refresh();
            Q_EMIT chosenChanged();
        }
    });
    addRows();
}

const ResinClass* ShelfPage::chosen() const
{
    return document_.shop().resin(chosen_);
}

void ShelfPage::edit(const QString& label, const std::function<void(ResinClass&)>& change)
{
    const ResinClass* now = chosen();
    if (now == nullptr || !now->isOwn()) {
        return;
    }
    ResinClass next = *now;
    change(next);
    document_.apply(label, withResin(document_.book(), productOf(std::move(next), document_.shop().resins)));
}

void ShelfPage::makeOwn()
{
    const ResinClass* like = chosen();
    if (like == nullptr) {
        Q_EMIT message(tr("Choose the class that your product is like first."));
        return;
    }
    ResinClass product = *like;
    product.basedOn = like->kind();
    product.id = freeResinId(document_.book());
    product.name = tr("My %1").arg(translated(like->name).toLower()).toStdString();
    product.sheet = {};
    chosen_ = product.id;
    document_.apply(tr("A product on the shelf"),
                    withResin(document_.book(), productOf(std::move(product), document_.shop().resins)));
    Q_EMIT chosenChanged();
}

void ShelfPage::remove()
{
    const ResinClass* product = chosen();
    if (product == nullptr || !product->isOwn()) {
        Q_EMIT message(tr("Classes that ship stay; only your own products are taken off."));
        return;
    }
    const std::string kind = product->basedOn;
    document_.apply(tr("A product off the shelf"), withoutResin(document_.book(), chosen_));
    chosen_ = kind;
    refresh();
    Q_EMIT chosenChanged();
}

void ShelfPage::addRows()
{
    form_->addText(
        QStringLiteral("productName"), tr("Product"),
        [this] { return chosen() ? fromCore(chosen()->name) : QString(); },
        [this](const QString& text) {
            if (!text.trimmed().isEmpty()) {
                edit(tr("Name of a product"), [&](ResinClass& r) { r.name = text.trimmed().toStdString(); });
            }
        });
    struct Row {
        const char* name;
        QString label;
        Unit unit;
        Range range;
        std::function<double&(ResinClass&)> of;
        QString tip;
    };
    for (const Row& row :
         {Row{"productRatio", tr("A to 1 B"), Unit::None, ranges::kRatio,
              [](ResinClass& r) -> double& { return r.mix.aToB; }, tr("As the sheet says, by volume or by mass.")},
          Row{"productDensityA", tr("Density of A, kg/L"), Unit::MixedDensity, ranges::kPart_kg_L,
              [](ResinClass& r) -> double& { return r.mix.densityA_kg_L; }, tr("From the sheet; weights hang on it.")},
          Row{"productDensityB", tr("Density of B, kg/L"), Unit::MixedDensity, ranges::kPart_kg_L,
              [](ResinClass& r) -> double& { return r.mix.densityB_kg_L; }, tr("From the sheet; weights hang on it.")},
          Row{"productLayer", tr("Deepest layer"), Unit::Length, ranges::kSheetLayer_mm,
              [](ResinClass& r) -> double& { return r.maxLayer_mm; },
              tr("The sheet's own limit: nothing deeper is ever offered.")}}) {
        form_
            ->addMeasure(
                QString::fromLatin1(row.name), row.label, row.unit, row.range,
                [this, of = row.of]() -> std::optional<double> {
                    if (chosen() == nullptr) {
                        return std::nullopt;
                    }
                    ResinClass copy = *chosen();
                    return of(copy);
                },
                [this, of = row.of, label = row.label](auto v) {
                    edit(label, [&](ResinClass& r) { of(r) = v.value_or(of(r)); });
                })
            ->setTip(row.tip);
        if (std::string_view(row.name) == "productRatio") {
            form_->addChoice(
                QStringLiteral("productBy"), tr("That ratio is"),
                [] {
                    return std::vector<ChoicesForm::Option>{{tr("by volume"), false}, {tr("by mass"), true}};
                },
                [this]() -> QVariant { return chosen() != nullptr && chosen()->mix.byMass; },
                [this](const QVariant& v) {
                    edit(tr("How the ratio is meant"), [&](ResinClass& r) { r.mix.byMass = v.toBool(); });
                });
        }
    }
    struct Known {
        const char* name;
        QString label;
        Unit unit;
        Range range;
        std::function<std::optional<double>&(ResinClass&)> of;
        QString tip;
    };
    using Opt = std::optional<double>;
    for (const Known& row :
         {Known{"productPot", tr("Pot life"), Unit::Minutes, ranges::kPotLife_min,
                [](ResinClass& r) -> Opt& { return r.sheet.potLife_min; },
                tr("From the sheet; its class is made as quick.")},
          Known{"productPeak", tr("Peak of that pot"), Unit::Temperature, ranges::kSheetPeak_C,
                [](ResinClass& r) -> Opt& { return r.sheet.peak_C; }, tr("How hot the sheet says such a pot gets.")},
          Known{"productDemould", tr("De-mould, h"), Unit::None, ranges::kDemould_h,
                [](ResinClass& r) -> Opt& { return r.sheet.demould_h; },
                tr("Hours until the sheet lets it out of the form.")},
          Known{"productStock", tr("In the shop"), Unit::Volume, ranges::kPoured_L,
                [](ResinClass& r) -> Opt& { return r.inStock_L; }, tr("Both parts together, as much as can be mixed.")},
          Known{"productShelf", tr("Keeps, months"), Unit::None, ranges::kShelf_months,
                [](ResinClass& r) -> Opt& { return r.shelf_months; }, tr("After it was opened.")}}) {
        auto* field = form_->addMeasure(
            QString::fromLatin1(row.name), row.label, row.unit, row.range,
            [this, of = row.of]() -> std::optional<double> {
                if (chosen() == nullptr) {
                    return std::nullopt;
                }
                ResinClass copy = *chosen();
                return of(copy);
            },
            [this, of = row.of, label = row.label](auto v) { edit(label, [&](ResinClass& r) { of(r) = v; }); });
        field->setOptional(tr("not said"));
        field->setTip(row.tip);
        if (std::string_view(row.name) == "productPot") {
            form_
                ->addMeasure(
                    QStringLiteral("productPotMass"), tr("of a pot of, g"), Unit::SmallMass, ranges::kPotMass_g,
                    [this] { return chosen() ? std::optional(chosen()->sheet.potLifeMass_g) : std::nullopt; },
                    [this](auto v) {
                        edit(tr("Pot of the sheet"), [&](ResinClass& r) { r.sheet.potLifeMass_g = v.value_or(100.0); });
                    })
                ->setTip(tr("The mass that the sheet's pot life is for."));
            form_
                ->addMeasure(
                    QStringLiteral("productPotAt"), tr("in a room of"), Unit::Temperature, ranges::kSheet_C,
                    [this] { return chosen() ? std::optional(chosen()->sheet.at_C) : std::nullopt; },
                    [this](auto v) {
                        edit(tr("Room of the sheet"), [&](ResinClass& r) { r.sheet.at_C = v.value_or(25.0); });
                    })
                ->setTip(tr("The temperature that the sheet's numbers are for."));
        }
    }
    EntryField* packs = form_->addRead(
        QStringLiteral("productPacks"), tr("Packs, litres at price"),
        [this] { return chosen() ? packsText(chosen()->packs) : QString(); },
        [this](const QString& text) {
            const auto sold = packsFrom(text);
            if (!sold) {
                return tr("Packs are written as 4 at 89, 18 at 320: litres and their price; %1 is not.").arg(text);
            }
            edit(tr("Packs of a product"), [&](ResinClass& r) { r.packs = *sold; });
            return QString();
        });
    packs->setToolTip(tr("What it is sold in, both parts together: 4 at 89, 18 at 320."));
    EntryField* opened = form_->addDay(
        QStringLiteral("productOpened"), tr("Opened on"),
        [this] { return chosen() ? chosen()->opened : std::string(); },
        [this](const std::string& iso) { edit(tr("Opened on"), [&](ResinClass& r) { r.opened = iso; }); });
    opened->setToolTip(tr("The day its cans were opened: 3 Nov."));
}

void ShelfPage::tellSheet()
{
    const ResinClass* product = chosen();
    if (product != nullptr && told_ == *product) {
        return; // its words stand: they take a moment to work out
    }
    told_ = product != nullptr ? *product : ResinClass{};
    if (product == nullptr) {
        words_->setWords({});
        return;
    }
    if (!product->isOwn()) {
        words_->setWords(tr("typical of its class; make it your own product to write in what its sheet says"));
        return;
    }
    const ResinClass* like = document_.shop().resin(product->basedOn);
    const bool says = product->sheet.potLife_min || product->sheet.peak_C || product->sheet.demould_h;
    if (like == nullptr || !says) {
        words_->setWords(tr("as its class; give it pot life, peak and de-mould from its sheet"));
        return;
    }
    ResinClass shaped = *like;
    shaped.maxLayer_mm = product->maxLayer_mm;
    const Calibrated fit = calibrated(shaped, product->sheet);
    QString text = tr("brought to its sheet: %1 times as quick as its class; its peak can be out by %2 K")
                       .arg(fit.quicker, 0, 'g', 3)
                       .arg(leftOpen_K(shaped, product->sheet, fit.cure), 0, 'f', 0);
    if (!fit.strained.empty()) {
        text = translated(fit.strained) + tr(": look at the sheet, or take another class");
    }
    words_->setWords(text);
}

QString ShelfPage::toBuy(const ResinClass& r) const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    for (const Purchase& purchase : document_.plan()->pour->purchases) {
        if (purchase.resin != r.id) {
            continue;
        }
        if (!purchase.packs || purchase.packs->count.empty()) {
            return quantity(purchase.litres, document_.units());
        }
        QStringList packs;
        for (size_t i = 0; i < purchase.packs->count.size(); ++i) {
            if (purchase.packs->count[i] > 0) {
                packs << QStringLiteral("%1 × %2")
                             .arg(purchase.packs->count[i])
                             .arg(quantity(r.packs[i].litres, Unit::Volume, document_.units()));
            }
        }
        const QString left = quantity(purchase.packs->left_L, Unit::Volume, document_.units());
        return packs.isEmpty() ? tr("nothing, %1 are left").arg(left)
                               : packs.join(QStringLiteral(" + ")) + QStringLiteral(", ") + tr("%1 over").arg(left);
    }
    return {};
}

void ShelfPage::refresh()
{
    const auto& resins = document_.shop().resins;
    if (chosen() == nullptr && !resins.empty()) {
        chosen_ = resins.front().id;
    }
    const QSignalBlocker quiet(table_);
    table_->setRowCount(static_cast<int>(resins.size()));
    const UnitChoice& units = document_.units();
    for (int row = 0; row < table_->rowCount(); ++row) {
        const ResinClass& r = resins[static_cast<size_t>(row)];
        const QStringList cells{translated(r.name) + (r.isOwn() ? QString() : tr(" · class")),
                                ratioText(r.mix),
                                quantity(r.maxLayer_mm, Unit::Length, units),
                                quantity(r.potLife_min, Unit::Minutes, units),
                                r.packs.empty() ? QString() : packsText(r.packs),
                                r.inStock_L ? quantity(*r.inStock_L, Unit::Volume, units)
                                : r.isOwn() ? tr("not counted")
                                            : QString(),
                                toBuy(r)};
        putRow(*table_, row, cells);
        if (r.id == chosen_) {
            table_->setCurrentCell(row, 0);
        }
    }
    remove_->setEnabled(chosen() != nullptr && chosen()->isOwn());
    form_->refresh();
    form_->setEnabled(chosen() != nullptr && chosen()->isOwn());
    tellSheet();
}

} // namespace burl::ui
