#pragma once
// What is bought and what is asked for it: whole packs, kits of several sizes, wood by the foot or the litre, a quote
// to the cent, what a choice changed, the rate of an hour, instalments.
// Units: money without a currency, exact to the cent; mm, litres, kg, minutes, percent.
// Source: docs/formulas.md#money.   Threads: pure.

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/shop/money_choices.h"
#include "core/shop/slab.h"

namespace burl
{

struct PackInput {
    double need = 0.0;
    double allowance_pct = 0.0; // on top of the need
    double yield_pct = 100.0;   // of what is bought can be used
    double onHand = 0.0;
    double pack = 1.0;
    double price = 0.0;
};
struct PackAnswer {
    double gross = 0.0; // need with allowance and loss
    long packs = 0;
    double cost = 0.0;
    double leftOver = 0.0;
    double valueUsed = 0.0;
};
/// REQUIRES: pack and yield above 0
[[nodiscard]] PackAnswer wholePacks(const PackInput& input);

struct KitSize {
    double size_L = 0.0;
    double price = 0.0;
};
struct KitAnswer {
    std::vector<long> counts; // as listed
    double cost = 0.0;
    double bought_L = 0.0;
    double leftOver_L = 0.0;
    std::optional<double> perLitre;
    double oneSize = 0.0; // the cheapest when only one size is bought
};
/// The cheapest that hold at least the need; of those the least left over, the fewest, more of the largest.
/// REQUIRES: a kit; sizes above 0
[[nodiscard]] KitAnswer kitsFor(double need_L, const std::vector<KitSize>& kits);

struct WoodPriceInput {
    double length_mm = 0.0;
    double width_mm = 0.0;
    double thickness_mm = 0.0;
    std::optional<double> billed_mm; // thickness that is charged
    WoodPer per = WoodPer::Slab;
    double price = 0.0;
    double mass_kg = 0.0; // where it is sold by weight
    std::optional<double> finished_L;
};
struct WoodPrice {
    double boardFeet = 0.0;
    double m3 = 0.0;
    double cost = 0.0;
    double perBoardFoot = 0.0;
    double perLitre = 0.0;
    std::optional<double> yield_pct, perFinishedLitre;
};
[[nodiscard]] WoodPrice woodPrice(const WoodPriceInput& input);

struct Quote {
    std::vector<double> lines, work;
    std::map<std::string, double> byKind;
    double goods = 0.0;
    double personMinutes = 0.0;
    double labour = 0.0;
    double overhead = 0.0;
    double cost = 0.0;
    double beforeRounding = 0.0;
    double price = 0.0;
    double discount = 0.0;
    double net = 0.0;
    double tax = 0.0;
    double gross = 0.0;
    double deposit = 0.0;
    double balance = 0.0;
    double profit = 0.0;
    std::optional<double> margin_pct; // share of the price that is kept
    std::optional<double> markup_pct; // added on the cost
    std::optional<double> hourEarns, breakEvenRate;
};
/// REQUIRES: a margin below 100
[[nodiscard]] Quote quoteOf(const QuoteInput& input);

/// b less a.
struct ChoiceChange {
    std::map<std::string, double> byKind;
    double personMinutes = 0.0;
    double goods = 0.0;
    double labour = 0.0;
    double overhead = 0.0;
    double cost = 0.0;
    double net = 0.0;
    double tax = 0.0;
    double gross = 0.0;
    double profit = 0.0;
    std::optional<std::string> largest; // the kind, or "labour", that changed most
    std::optional<double> net_pct;
};
[[nodiscard]] ChoiceChange changeOf(const Quote& a, const Quote& b);

/// The same percent taken as markup and as margin.
struct MarginMarkup {
    double atMarkup = 0.0;
    double marginOfMarkup_pct = 0.0;
    std::optional<double> atMargin, markupOfMargin_pct, missing; // nothing from 100 on
};
[[nodiscard]] MarginMarkup marginAndMarkup(double cost, double pct);

struct HourRateInput {
    std::vector<double> fixed; // of a year
    double pay = 0.0;
    double weeks = 46.0;
    double hours_week = 40.0;
    double billable_pct = 60.0;
    double reserve_pct = 0.0;
};
struct HourRate {
    double year = 0.0;
    double billable_h = 0.0;
    double exact = 0.0;
    double rate = 0.0; // the next cent: the year is covered
};
/// REQUIRES: billable hours above 0
[[nodiscard]] HourRate hourRate(const HourRateInput& input);

/// Parts by percent; the last takes the rest, so that they add up.
[[nodiscard]] std::vector<double> instalments(double gross, const std::vector<double>& percents);

} // namespace burl
