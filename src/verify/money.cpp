// Packs, kits, wood, quotes and what follows from them.

#include "core/measure/units.h"
#include "core/money/pricing.h"
#include "verify/operations.h"

namespace burl::verify
{
namespace
{

Json orNull(const std::optional<double>& value)
{
    return value ? Json(*value) : Json(nullptr);
}

Json eachRow(const Json& in, Json (*answer)(const Json&))
{
    Json rows = Json::array();
    for (const Json& row : in.at("rows")) {
        rows.push_back(answer(row));
    }
    return {{"rows", rows}};
}

Json packs(const Json& in)
{
    return eachRow(in, [](const Json& row) {
        const PackAnswer a = wholePacks({row.at("need"), row.at("allowance_percent"), row.at("yield_percent"),
                                         row.at("on_hand"), row.at("pack"), row.at("price")});
        return Json{{"gross_need", a.gross},
                    {"packs", a.packs},
                    {"cost", a.cost},
                    {"left_over", a.leftOver},
                    {"value_used", a.valueUsed}};
    });
}

Json kits(const Json& in)
{
    std::vector<KitSize> sizes;
    for (const Json& kit : in.at("kits")) {
        sizes.push_back({kit.at("size"), kit.at("price")});
    }
    const KitAnswer a = kitsFor(in.at("need"), sizes);
    return {{"counts", a.counts},
            {"cost", a.cost},
            {"bought", a.bought_L},
            {"left_over", a.leftOver_L},
            {"cost_per_litre_needed", orNull(a.perLitre)},
            {"cheapest_with_one_size", a.oneSize}};
}

Json wood(const Json& in)
{
    return eachRow(in, [](const Json& row) {
        WoodPriceInput w;
        w.length_mm = row.at("length");
        w.width_mm = row.at("width");
        w.thickness_mm = row.at("thickness");
        if (row.contains("billed_thickness")) {
            w.billed_mm = row.at("billed_thickness").get<double>();
        }
        const std::string per = row.at("per");
        w.per = per == "board_foot" ? WoodPer::BoardFoot
                : per == "m3"       ? WoodPer::CubicMetre
                : per == "litre"    ? WoodPer::Litre
                : per == "kg"       ? WoodPer::Kilogram
                                    : WoodPer::Slab;
        w.price = row.at("price");
        w.mass_kg = row.value("mass", 0.0);
        if (row.contains("finished")) {
            const Json& f = row.at("finished");
            w.finished_L =
                f.at("length").get<double>() * f.at("width").get<double>() * f.at("thickness").get<double>() / kMm3PerL;
        }
        const WoodPrice p = woodPrice(w);
        return Json{{"board_feet", p.boardFeet},
                    {"m3", p.m3},
                    {"cost", p.cost},
                    {"cost_per_board_foot", p.perBoardFoot},
                    {"cost_per_litre", p.perLitre},
                    {"yield_percent", orNull(p.yield_pct)},
                    {"cost_per_finished_litre", orNull(p.perFinishedLitre)}};
    });
}

QuoteInput quoteInput(const Json& in)
{
    QuoteInput q;
    for (const Json& line : in.at("lines")) {
        q.lines.push_back({line.at("what"), line.at("kind"), line.at("quantity"), line.at("unit_price")});
    }
    for (const Json& work : in.at("work")) {
        q.work.push_back({work.at("what"), work.at("minutes"), work.value("persons", 1), work.at("rate")});
    }
    q.overhead_pct = in.at("overhead_percent");
    q.overheadOn = in.at("overhead_on") == "direct" ? OverheadOn::Direct : OverheadOn::Labour;
    const std::string by = in.at("price_by");
    q.by = by == "margin" ? PriceBy::Margin : by == "markup" ? PriceBy::Markup : PriceBy::Fixed;
    q.pct = in.value("percent", 0.0);
    q.fixed = in.value("fixed_price", 0.0);
    if (in.contains("round_to") && !in.at("round_to").is_null()) {
        q.roundTo = in.at("round_to");
        q.round = in.value("round_mode", "up") == "up" ? RoundPrice::Up : RoundPrice::Nearest;
    }
    q.discount_pct = in.value("discount_percent", 0.0);
    q.tax_pct = in.at("tax_percent");
    q.deposit_pct = in.at("deposit_percent");
    return q;
}

Json quote(const Json& in)
{
    const Quote q = quoteOf(quoteInput(in));
    return {{"lines", q.lines},
            {"work", q.work},
            {"by_kind", q.byKind},
            {"goods", q.goods},
            {"person_minutes", q.personMinutes},
            {"labour", q.labour},
            {"overhead", q.overhead},
            {"cost", q.cost},
            {"price_before_rounding", q.beforeRounding},
            {"price", q.price},
            {"discount", q.discount},
            {"net", q.net},
            {"tax", q.tax},
            {"gross", q.gross},
            {"deposit", q.deposit},
            {"balance", q.balance},
            {"profit", q.profit},
            {"margin_percent", orNull(q.margin_pct)},
            {"markup_percent", orNull(q.markup_pct)},
            {"hour_earns", orNull(q.hourEarns)},
            {"break_even_rate", orNull(q.breakEvenRate)}};
}

Json choice(const Json& in)
{
    const ChoiceChange c = changeOf(quoteOf(quoteInput(in.at("a"))), quoteOf(quoteInput(in.at("b"))));
    return {{"by_kind", c.byKind},
            {"person_minutes", c.personMinutes},
            {"goods", c.goods},
            {"labour", c.labour},
            {"overhead", c.overhead},
            {"cost", c.cost},
            {"net", c.net},
            {"tax", c.tax},
            {"gross", c.gross},
            {"profit", c.profit},
            {"largest", c.largest ? Json(*c.largest) : Json(nullptr)},
            {"net_percent", orNull(c.net_pct)}};
}

Json margins(const Json& in)
{
    return eachRow(in, [](const Json& row) {
        const MarginMarkup m = marginAndMarkup(row.at("cost"), row.at("percent"));
        return Json{{"price_at_markup", m.atMarkup},
                    {"margin_of_that_markup", m.marginOfMarkup_pct},
                    {"price_at_margin", orNull(m.atMargin)},
                    {"markup_of_that_margin", orNull(m.markupOfMargin_pct)},
                    {"short", orNull(m.missing)}};
    });
}

Json hours(const Json& in)
{
    return eachRow(in, [](const Json& row) {
        const HourRate h = hourRate({row.at("fixed_costs").get<std::vector<double>>(), row.at("pay"), row.at("weeks"),
                                     row.at("hours_per_week"), row.at("billable_percent"), row.at("reserve_percent")});
        return Json{
            {"year_total", h.year}, {"billable_hours", h.billable_h}, {"rate_exact", h.exact}, {"rate", h.rate}};
    });
}

Json parts(const Json& in)
{
    return eachRow(in, [](const Json& row) {
        return Json(instalments(row.at("gross"), row.at("percents").get<std::vector<double>>()));
    });
}

} // namespace

void addMoney(Operations& operations)
{
    operations["packs"] = packs;
    operations["kits"] = kits;
    operations["wood_price"] = wood;
    operations["quote"] = quote;
    operations["choice"] = choice;
    operations["margin_markup"] = margins;
    operations["hour_rate"] = hours;
    operations["instalments"] = parts;
}

} // namespace burl::verify
