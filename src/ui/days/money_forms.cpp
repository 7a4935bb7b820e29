// The choices of Days about money: prices, lines of the maker's own, stock.

#include <QComboBox>
#include <QLineEdit>

#include "core/shop/ranges.h"
#include "ui/days/days_bench.h"
#include "ui/days/days_tray.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"

namespace burl::ui
{

void DaysBench::addMoneyRows()
{
    QLineEdit* customer = moneyForm_->addText(
        QStringLiteral("customer"), tr("Customer"),
        [this] { return document_.job() != nullptr ? fromCore(document_.job()->money.customer) : QString(); },
        [this](const QString& text) {
            document_.edit(tr("Customer"), [&](Job& j) { j.money.customer = text.trimmed().toStdString(); });
        });
    customer->setAccessibleName(tr("Customer"));
    customer->setPlaceholderText(tr("not said"));
    customer->setToolTip(tr("As it stands on the quote."));
    const auto habit = [this](std::optional<double> MoneyHabits::*member, const QString& label) {
        return std::pair{ChoicesForm::Get([this, member] { return document_.shop().habits.money.*member; }),
                         ChoicesForm::Set([this, member, label](std::optional<double> v) {
                             editHabits(label, [&](Habits& h) { h.money.*member = v; });
                         })};
    };
    const auto maybe = [&](const char* name, const QString& label, std::optional<double> MoneyHabits::*member,
                           Range range, const QString& none, const QString& tip) {
        const auto [get, set] = habit(member, label);
        MeasureField* field = moneyForm_->addMeasure(QLatin1String(name), label, Unit::Money, range, get, set);
        field->setOptional(none);
        field->setTip(tip);
    };
    maybe("hourPrice", tr("An hour"), &MoneyHabits::hour, ranges::kHourPrice, tr("not said"),
          tr("What an hour of a maker is worth, in this shop."));
    QComboBox* by = moneyForm_->addChoice(
        QStringLiteral("priceBy"), tr("Price by"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("markup on cost"), static_cast<int>(PriceBy::Markup)},
                                                    {tr("margin of price"), static_cast<int>(PriceBy::Margin)},
                                                    {tr("a fixed price"), static_cast<int>(PriceBy::Fixed)}};
        },
        [this]() -> QVariant {
            const PriceBy usual = document_.shop().habits.money.by;
            return static_cast<int>(document_.job() != nullptr ? document_.job()->money.by.value_or(usual) : usual);
        },
        [this](const QVariant& v) {
            document_.edit(tr("Price by"), [&](Job& j) {
                j.money.by = static_cast<PriceBy>(v.toInt());
                if (*j.money.by == PriceBy::Margin && j.money.pct && !ranges::kMargin_pct.holds(*j.money.pct)) {
                    j.money.pct.reset();
                }
            });
        });
    by->setToolTip(tr("25 % of markup and 25 % of margin are not the same: both figures are shown."));
    MeasureField* pct = moneyForm_->addMeasure(
        QStringLiteral("pricePct"), tr("Percent"), Unit::Percent, ranges::kMarkup_pct,
        [this]() -> std::optional<double> {
            return document_.job() != nullptr ? document_.job()->money.pct.value_or(document_.shop().habits.money.pct)
                                              : document_.shop().habits.money.pct;
        },
        [this](std::optional<double> v) { document_.edit(tr("Percent"), [v](Job& j) { j.money.pct = v; }); });
    pct->setTip(tr("Of markup or margin, in this job."));
    MeasureField* fixed = moneyForm_->addMeasure(
        QStringLiteral("fixedPrice"), tr("Fixed price"), Unit::Money, ranges::kMoney,
        [this]() -> std::optional<double> {
            return document_.job() != nullptr ? std::optional(document_.job()->money.fixed) : std::nullopt;
        },
        [this](std::optional<double> v) { document_.edit(tr("Fixed price"), [v](Job& j) { j.money.fixed = *v; }); });
    fixed->setTip(tr("Before tax."));
    const auto own = [this](const char* name, const QString& label, std::optional<double> MoneyChoices::*member,
                            double MoneyHabits::*usual, Range range, const QString& tip) {
        moneyForm_
            ->addMeasure(
                QLatin1String(name), label, Unit::Percent, range,
                [this, member, usual]() -> std::optional<double> {
                    const double shop = document_.shop().habits.money.*usual;
                    return document_.job() != nullptr ? (document_.job()->money.*member).value_or(shop) : shop;
                },
                [this, member, label](std::optional<double> v) {
                    document_.edit(label, [&](Job& j) { j.money.*member = v; });
                })
            ->setTip(tip);
    };
    own("taxPct", tr("Tax"), &MoneyChoices::tax_pct, &MoneyHabits::tax_pct, ranges::kTax_pct,
        tr("Of the price; ask whoever keeps your books."));
    own("depositPct", tr("Deposit"), &MoneyChoices::deposit_pct, &MoneyHabits::deposit_pct, ranges::kDeposit_pct,
        tr("Paid before the work begins."));
    moneyForm_->fold(tr("more choices"));
    moneyForm_
        ->addMeasure(
            QStringLiteral("discountPct"), tr("Discount"), Unit::Percent, ranges::kDiscount_pct,
            [this]() -> std::optional<double> {
                return document_.job() != nullptr ? std::optional(document_.job()->money.discount_pct) : std::nullopt;
            },
            [this](std::optional<double> v) {
                document_.edit(tr("Discount"), [v](Job& j) { j.money.discount_pct = *v; });
            })
        ->setTip(tr("Off the price of this job."));
    maybe("helperPrice", tr("Hour of a helper"), &MoneyHabits::helper, ranges::kHourPrice, tr("as yours"),
          tr("Of a second person."));
    moneyForm_
        ->addMeasure(
            QStringLiteral("overheadPct"), tr("Overhead"), Unit::Percent, ranges::kOverhead_pct,
            [this]() -> std::optional<double> { return document_.shop().habits.money.overhead_pct; },
            [this](std::optional<double> v) {
                editHabits(tr("Overhead"), [v](Habits& h) { h.money.overhead_pct = *v; });
            })
        ->setTip(tr("Rent, machines, insurance: on the labour of each job."));
    maybe("discPrice", tr("A disc"), &MoneyHabits::disc, ranges::kMoney, tr("not known"), tr("A sanding disc."));
    maybe("finishPrice", tr("Finish, a litre"), &MoneyHabits::finish_L, ranges::kMoney, tr("not known"),
          tr("Oil or lacquer, both parts."));
    maybe("gluePrice", tr("Glue, a kilo"), &MoneyHabits::glue_kg, ranges::kMoney, tr("not known"), tr("Wood glue."));
    MeasureField* litre = moneyForm_->addMeasure(
        QStringLiteral("resinPrice"), tr("Resin, a litre"), Unit::Money, ranges::kMoney,
        [this]() -> std::optional<double> {
            return document_.job() != nullptr ? document_.job()->fill.price_per_L : std::nullopt;
        },
        [this](std::optional<double> v) {
            document_.edit(tr("Resin, a litre"), [v](Job& j) { j.fill.price_per_L = v; });
        });
    litre->setOptional(tr("not known"));
    litre->setTip(tr("Mixed; where the shelf knows packs with prices those are taken."));
    MeasureField* bar = moneyForm_->addMeasure(
        QStringLiteral("barPriceMoney"), tr("A bar or board"), Unit::Money, ranges::kMoney,
        [this]() -> std::optional<double> {
            return document_.job() != nullptr ? document_.job()->base.barPrice : std::nullopt;
        },
        [this](std::optional<double> v) {
            document_.edit(tr("A bar or board"), [v](Job& j) { j.base.barPrice = v; });
        });
    bar->setOptional(tr("not known"));
    bar->setTip(tr("Of the base; the same field as on Base."));
    moneyForm_
        ->addMeasure(
            QStringLiteral("roundTo"), tr("Rounded up to"), Unit::Money, ranges::kRoundTo,
            [this]() -> std::optional<double> { return document_.shop().habits.money.roundTo; },
            [this](std::optional<double> v) {
                editHabits(tr("Rounded up to"), [v](Habits& h) { h.money.roundTo = *v; });
            })
        ->setTip(tr("The price before tax is rounded up to the next of these."));
    QLineEdit* currency = moneyForm_->addText(
        QStringLiteral("currency"), tr("Currency"), [this] { return fromCore(document_.shop().habits.money.currency); },
        [this](const QString& text) {
            editHabits(tr("Currency"), [&](Habits& h) { h.money.currency = text.trimmed().left(8).toStdString(); });
        });
    currency->setAccessibleName(tr("Currency"));
    currency->setToolTip(tr("As it is written on the quote: EUR, USD, £."));

    // A line of the maker's own.
    const auto line = [this]() -> const MoneyLine* {
        const int at = tray_->money().ownLine();
        const Job* job = document_.job();
        return job != nullptr && at >= 0 && at < static_cast<int>(job->money.lines.size())
                   ? &job->money.lines[static_cast<size_t>(at)]
                   : nullptr;
    };
    const auto editLine = [this](const QString& label, const std::function<void(MoneyLine&)>& change) {
        const int at = tray_->money().ownLine();
        document_.edit(label, [&](Job& j) {
            if (at >= 0 && at < static_cast<int>(j.money.lines.size())) {
                change(j.money.lines[static_cast<size_t>(at)]);
            }
        });
    };
    QLineEdit* what = lineForm_->addText(
        QStringLiteral("lineWhat"), tr("Line"),
        [line] { return line() != nullptr ? fromCore(line()->what) : QString(); },
        [editLine](const QString& text) {
            editLine(tr("What a line is for"), [&](MoneyLine& l) { l.what = text.toStdString(); });
        });
    what->setAccessibleName(tr("What the line is for"));
    what->setToolTip(tr("As it stands on the quote."));
    const std::pair<const char*, const char*> kinds[] = {
        {"freight", "freight"}, {"coater", "coater"},           {"hardware", "hardware"}, {"base", "base"},
        {"steel", "steel"},     {"consumables", "consumables"}, {"other", "other"}};
    lineForm_
        ->addChoice(
            QStringLiteral("lineKind"), tr("Kind"),
            [kinds] {
                std::vector<ChoicesForm::Option> out;
                for (const auto& [key, word] : kinds) {
                    out.push_back({translated(word), QString::fromLatin1(key)});
                }
                return out;
            },
            [line]() -> QVariant { return line() != nullptr ? fromCore(line()->kind) : QString(); },
            [editLine](const QVariant& v) {
                editLine(tr("Kind"), [&](MoneyLine& l) { l.kind = v.toString().toStdString(); });
            })
        ->setToolTip(tr("What is summed together."));
    lineForm_
        ->addMeasure(
            QStringLiteral("lineQuantity"), tr("How many"), Unit::None, ranges::kAmount,
            [line]() -> std::optional<double> {
                return line() != nullptr ? std::optional(line()->quantity) : std::nullopt;
            },
            [editLine](std::optional<double> v) { editLine(tr("How many"), [v](MoneyLine& l) { l.quantity = *v; }); })
        ->setTip(tr("Of it."));
    lineForm_
        ->addMeasure(
            QStringLiteral("linePrice"), tr("Price of one"), Unit::Money, ranges::kMoney,
            [line]() -> std::optional<double> {
                return line() != nullptr ? std::optional(line()->price) : std::nullopt;
            },
            [editLine](std::optional<double> v) { editLine(tr("Price of one"), [v](MoneyLine& l) { l.price = *v; }); })
        ->setTip(tr("Before tax."));
}

const StockItem* DaysBench::chosenStock() const
{
    const std::string kind = tray_->buy().chosenKind();
    for (const StockItem& item : document_.shop().habits.stock) {
        if (item.kind == kind) {
            return &item;
        }
    }
    return nullptr;
}

void DaysBench::editStock(const QString& label, const std::function<void(StockItem&)>& change)
{
    const std::string kind = tray_->buy().chosenKind();
    if (kind.empty()) {
        return;
    }
    editHabits(label, [&](Habits& h) {
        for (StockItem& item : h.stock) {
            if (item.kind == kind) {
                change(item);
                return;
            }
        }
        StockItem fresh;
        fresh.kind = kind;
        change(fresh);
        h.stock.push_back(fresh);
    });
}

void DaysBench::addStockRows()
{
    stockForm_
        ->addMeasure(
            QStringLiteral("stockAmount"), tr("In stock"), Unit::None, ranges::kAmount,
            [this]() -> std::optional<double> { return chosenStock() != nullptr ? chosenStock()->amount : 0.0; },
            [this](std::optional<double> v) { editStock(tr("In stock"), [v](StockItem& s) { s.amount = *v; }); })
        ->setTip(tr("Of the chosen line; what the day book says is used goes off it."));
    stockForm_
        ->addMeasure(
            QStringLiteral("stockPack"), tr("Bought in"), Unit::None, ranges::kPackSize,
            [this]() -> std::optional<double> { return chosenStock() != nullptr ? chosenStock()->pack : 1.0; },
            [this](std::optional<double> v) { editStock(tr("Bought in"), [v](StockItem& s) { s.pack = *v; }); })
        ->setTip(tr("So many at once: a box of 50 discs, a tin of a litre."));
    MeasureField* price = stockForm_->addMeasure(
        QStringLiteral("stockPrice"), tr("Costs"), Unit::Money, ranges::kMoney,
        [this]() -> std::optional<double> { return chosenStock() != nullptr ? chosenStock()->price : std::nullopt; },
        [this](std::optional<double> v) { editStock(tr("Price of a pack"), [v](StockItem& s) { s.price = v; }); });
    price->setOptional(tr("not known"));
    price->setTip(tr("Such a pack."));
}

} // namespace burl::ui
