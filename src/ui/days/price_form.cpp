// The price of the chosen line of money, written where it belongs: on the slab, the shop's habits, the job.

#include <algorithm>

#include <QLabel>

#include "core/shop/edit.h"
#include "core/shop/ranges.h"
#include "ui/days/days_bench.h"
#include "ui/days/days_tray.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"

namespace burl::ui
{
namespace
{

using Said = PriceOf::Said;

std::optional<double> priceSaid(const Job& job, const Shop& shop, const PriceOf& of)
{
    const MoneyHabits& habits = shop.habits.money;
    switch (of.said) {
    case Said::Slab: {
        const Slab* slab = shop.slab(of.slab);
        return slab != nullptr ? slab->price : std::nullopt;
    }
    case Said::Litre:
        return job.fill.price_per_L;
    case Said::Bar:
        return job.base.barPrice;
    case Said::Finish:
        return habits.finish_L;
    case Said::Disc:
        return habits.disc;
    case Said::Glue:
        return habits.glue_kg;
    case Said::Stock:
        return priceInStock(shop.habits.stock, of.stock);
    case Said::Pack:       // on the shelf of Fill
    case Said::BoughtBase: // becomes a line of the maker's own
    case Said::OwnLine:
        break;
    }
    return std::nullopt;
}

} // namespace

void DaysBench::sayPrice(const PriceOf& of, double price)
{
    const QString label = tr("A price");
    const auto habit = [&](std::optional<double> MoneyHabits::*member) {
        editHabits(label, [&](Habits& h) { h.money.*member = price; });
    };
    switch (of.said) {
    case Said::Slab:
        document_.editSlab(label, of.slab, [&](Slab& s) { s.price = price; });
        break;
    case Said::Litre:
        document_.edit(label, [&](Job& j) { j.fill.price_per_L = price; });
        break;
    case Said::Bar:
        document_.edit(label, [&](Job& j) { j.base.barPrice = price; });
        break;
    case Said::Finish:
        habit(&MoneyHabits::finish_L);
        break;
    case Said::Disc:
        habit(&MoneyHabits::disc);
        break;
    case Said::Glue:
        habit(&MoneyHabits::glue_kg);
        break;
    case Said::BoughtBase:
        document_.edit(label, [&](Job& j) {
            j.money.lines.push_back({tr("Bought base").toStdString(), "base", 1.0, price});
        });
        break;
    case Said::Stock:
        editHabits(label, [&](Habits& h) {
            const auto item =
                std::find_if(h.stock.begin(), h.stock.end(), [&](const StockItem& s) { return s.kind == of.stock; });
            if (item != h.stock.end()) {
                item->price = price * item->pack;
            } else {
                StockItem fresh;
                fresh.kind = of.stock;
                fresh.price = price;
                h.stock.push_back(fresh);
            }
        });
        break;
    case Said::Pack:
    case Said::OwnLine:
        break;
    }
}

void DaysBench::addPriceRow()
{
    rowPrice_ = priceForm_->addMeasure(
        QStringLiteral("rowPrice"), tr("Price of one"), Unit::Money, ranges::kMoney,
        [this]() -> std::optional<double> {
            const auto of = tray_->money().chosenPrice();
            return of && document_.job() != nullptr ? priceSaid(*document_.job(), document_.shop(), *of) : std::nullopt;
        },
        [this](std::optional<double> v) {
            const auto of = tray_->money().chosenPrice();
            if (of && v) {
                sayPrice(*of, *v);
                tray_->money().chooseUnpriced(); // and on to the next
            }
        });
    rowPrice_->setOptional(tr("not known"));
    rowPrice_->setTip(tr("What the chosen line costs, one of it."));
    connect(&tray_->money(), &MoneyPage::priceWanted, this, &DaysBench::focusPrice);
}

void DaysBench::focusPrice()
{
    const auto of = tray_->money().chosenPrice();
    if (!of) {
        return;
    }
    if (of->said == Said::Pack) {
        Q_EMIT message(tr("Packs are priced on the shelf of Fill."));
        return;
    }
    auto* field = of->said == Said::OwnLine ? lineForm_->findChild<QWidget*>(QStringLiteral("linePrice")) : rowPrice_;
    field->setFocus(Qt::OtherFocusReason);
}

void DaysBench::showPriceForm(bool money)
{
    const auto of = tray_->money().chosenPrice();
    const bool shown = money && of && of->said != Said::OwnLine && of->said != Said::Pack;
    priceForm_->setVisible(shown);
    if (shown) {
        const QString what = tray_->money().chosenName();
        priceForm_->setRowLabel(rowPrice_, what);
        rowPrice_->setTip(tr("What %1 costs; Enter goes on to the next that has no price.").arg(what));
    }
}

} // namespace burl::ui
