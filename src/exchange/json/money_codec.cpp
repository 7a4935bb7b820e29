#include "core/measure/date.h"
#include "exchange/json/codec.h"
#include "exchange/json/numbers.h"
#include "exchange/json/words_out.h"

namespace burl
{
namespace
{

constexpr Number<MoneyLine> kLineNumbers[] = {{"quantity", &MoneyLine::quantity, ranges::kAmount},
                                              {"price", &MoneyLine::price, ranges::kMoney}};
constexpr Number<WorkLine> kWorkNumbers[] = {{"minutes", &WorkLine::minutes, ranges::kQuantity},
                                             {"hour", &WorkLine::hour, ranges::kHourPrice}};
constexpr Number<MoneyHabits> kHabitNumbers[] = {{"overhead_pct", &MoneyHabits::overhead_pct, ranges::kOverhead_pct},
                                                 {"pct", &MoneyHabits::pct, ranges::kMarkup_pct},
                                                 {"round_to", &MoneyHabits::roundTo, ranges::kRoundTo},
                                                 {"tax_pct", &MoneyHabits::tax_pct, ranges::kTax_pct},
                                                 {"deposit_pct", &MoneyHabits::deposit_pct, ranges::kDeposit_pct}};
constexpr Maybe<MoneyHabits> kHabitMaybe[] = {{"hour", &MoneyHabits::hour, ranges::kHourPrice},
                                              {"helper", &MoneyHabits::helper, ranges::kHourPrice},
                                              {"disc", &MoneyHabits::disc, ranges::kMoney},
                                              {"finish_l", &MoneyHabits::finish_L, ranges::kMoney},
                                              {"glue_kg", &MoneyHabits::glue_kg, ranges::kMoney}};
constexpr Number<KeptQuote> kQuoteNumbers[] = {{"overhead_pct", &KeptQuote::overhead_pct, ranges::kOverhead_pct},
                                               {"pct", &KeptQuote::pct, ranges::kMarkup_pct},
                                               {"fixed", &KeptQuote::fixed, ranges::kMoney},
                                               {"round_to", &KeptQuote::roundTo, ranges::kRoundTo},
                                               {"discount_pct", &KeptQuote::discount_pct, ranges::kDiscount_pct},
                                               {"tax_pct", &KeptQuote::tax_pct, ranges::kTax_pct},
                                               {"deposit_pct", &KeptQuote::deposit_pct, ranges::kDeposit_pct}};
constexpr Number<MoneyChoices> kChoiceNumbers[] = {
    {"fixed", &MoneyChoices::fixed, ranges::kMoney},
    {"discount_pct", &MoneyChoices::discount_pct, ranges::kDiscount_pct}};
constexpr Maybe<MoneyChoices> kChoiceMaybe[] = {{"pct", &MoneyChoices::pct, ranges::kMarkup_pct},
                                                {"tax_pct", &MoneyChoices::tax_pct, ranges::kTax_pct},
                                                {"deposit_pct", &MoneyChoices::deposit_pct, ranges::kDeposit_pct}};

OrderedJson toJson(const MoneyLine& line)
{
    OrderedJson out{{"what", line.what}};
    text(out, "kind", line.kind);
    writeAll(out, line, kLineNumbers);
    return out;
}

MoneyLine lineFrom(JsonReader& r)
{
    MoneyLine line;
    r.read("what", line.what);
    r.read("kind", line.kind);
    readNumbers(r, line, kLineNumbers);
    return line;
}

/// A margin of the whole price would leave no cost.
void checkMargin(JsonReader& r, PriceBy by, double pct)
{
    if (by == PriceBy::Margin && !ranges::kMargin_pct.holds(pct)) {
        r.note("pct", "as a margin it " + rangeSentence(ranges::kMargin_pct));
    }
}

void readDate(JsonReader& r, const char* key, std::string& out)
{
    r.read(key, out);
    if (!out.empty() && !dayOf(out)) {
        r.note(key, "\"" + JsonReader::shortened(out) + "\" is no day: it is written like 2026-12-18");
    }
}

OrderedJson toJson(const KeptQuote& q)
{
    const KeptQuote usual;
    OrderedJson out{{"on", q.on}};
    text(out, "accepted", q.accepted);
    text(out, "table", q.table);
    text(out, "delivery", q.delivery);
    for (const MoneyLine& line : q.lines) {
        out["lines"].push_back(toJson(line));
    }
    for (const WorkLine& w : q.work) {
        OrderedJson work{{"what", w.what}};
        writeAll(work, w, kWorkNumbers);
        if (w.persons != 1) {
            work["persons"] = w.persons;
        }
        out["work"].push_back(work);
    }
    writeNumbers(out, q, kQuoteNumbers);
    word(out, "overhead_on", q.overheadOn, usual.overheadOn, words::kOverhead);
    word(out, "by", q.by, usual.by, words::kPriceBy);
    word(out, "round", q.round, usual.round, words::kRound);
    return out;
}

KeptQuote quoteFrom(JsonReader r)
{
    KeptQuote q;
    readDate(r, "on", q.on);
    readDate(r, "accepted", q.accepted);
    r.read("table", q.table);
    readDate(r, "delivery", q.delivery);
    r.each("lines", counts::kMoneyLines, [&](JsonReader inner) { q.lines.push_back(lineFrom(inner)); });
    r.each("work", counts::kMoneyLines, [&](JsonReader inner) {
        WorkLine w;
        inner.read("what", w.what);
        readNumbers(inner, w, kWorkNumbers);
        inner.read("persons", w.persons, ranges::kPeople);
        q.work.push_back(std::move(w));
    });
    readNumbers(r, q, kQuoteNumbers);
    r.readWord("overhead_on", q.overheadOn, words::kOverhead);
    r.readWord("by", q.by, words::kPriceBy);
    r.readWord("round", q.round, words::kRound);
    checkMargin(r, q.by, q.pct);
    return q;
}

} // namespace

OrderedJson toJson(const MoneyChoices& c)
{
    OrderedJson out = OrderedJson::object();
    text(out, "customer", c.customer);
    if (c.by) {
        out["by"] = words::of(*c.by, words::kPriceBy);
    }
    writeNumbers(out, c, kChoiceMaybe);
    writeNumbers(out, c, kChoiceNumbers);
    for (const MoneyLine& line : c.lines) {
        out["lines"].push_back(toJson(line));
    }
    for (const KeptQuote& q : c.quotes) {
        out["quotes"].push_back(toJson(q));
    }
    return out;
}

MoneyChoices moneyFrom(JsonReader r)
{
    MoneyChoices c;
    r.read("customer", c.customer);
    if (r.has("by")) {
        PriceBy by = PriceBy::Markup;
        r.readWord("by", by, words::kPriceBy);
        c.by = by;
    }
    readNumbers(r, c, kChoiceMaybe);
    readNumbers(r, c, kChoiceNumbers);
    if (c.by && c.pct) {
        checkMargin(r, *c.by, *c.pct);
    }
    r.each("lines", counts::kMoneyLines, [&](JsonReader inner) { c.lines.push_back(lineFrom(inner)); });
    r.each("quotes", counts::kRecords, [&](JsonReader inner) { c.quotes.push_back(quoteFrom(inner)); });
    return c;
}

OrderedJson toJson(const MoneyHabits& h)
{
    const MoneyHabits usual;
    OrderedJson out = OrderedJson::object();
    text(out, "currency", h.currency);
    writeNumbers(out, h, kHabitMaybe);
    writeNumbers(out, h, kHabitNumbers);
    word(out, "overhead_on", h.overheadOn, usual.overheadOn, words::kOverhead);
    word(out, "by", h.by, usual.by, words::kPriceBy);
    word(out, "round", h.round, usual.round, words::kRound);
    return out;
}

MoneyHabits moneyHabitsFrom(JsonReader r)
{
    MoneyHabits h;
    r.read("currency", h.currency);
    readNumbers(r, h, kHabitMaybe);
    readNumbers(r, h, kHabitNumbers);
    r.readWord("overhead_on", h.overheadOn, words::kOverhead);
    r.readWord("by", h.by, words::kPriceBy);
    r.readWord("round", h.round, words::kRound);
    checkMargin(r, h.by, h.pct);
    if (h.by == PriceBy::Fixed) {
        r.note("by", "a shop reckons by markup or margin; a fixed price is a job's own");
    }
    return h;
}

OrderedJson stockJson(const std::vector<StockItem>& stock)
{
    OrderedJson out = OrderedJson::array();
    for (const StockItem& item : stock) {
        OrderedJson one{{"kind", item.kind}, {"amount", item.amount}, {"pack", item.pack}};
        if (item.price) {
            one["price"] = *item.price;
        }
        out.push_back(one);
    }
    return out;
}

std::vector<StockItem> stockFrom(JsonReader& r, const char* key)
{
    std::vector<StockItem> out;
    r.each(key, counts::kStock, [&](JsonReader inner) {
        StockItem item;
        inner.read("kind", item.kind);
        inner.read("amount", item.amount, ranges::kAmount);
        inner.read("pack", item.pack, ranges::kPackSize);
        inner.read("price", item.price, ranges::kMoney);
        out.push_back(std::move(item));
    });
    return out;
}

} // namespace burl
