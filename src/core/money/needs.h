#pragma once
// What a job still uses up, and what is to be bought for several jobs, whole packs less what is in stock.
// Units: those of each kind: litres, bars, pieces, kg.   Source: docs/formulas.md#shopping.   Threads: pure.

#include <optional>
#include <string>
#include <vector>

#include "core/days/days_plan.h"
#include "core/shop/money_choices.h"

namespace burl
{

struct Need {
    std::string kind; // "resin:deep_pour_slow", "steel:60 × 30 × 3", "discs", "finish", "glue"
    std::string name;
    std::string unit; // "L", "bars", "kg", "" of pieces
    double amount = 0.0;
    std::optional<int> by_day; // days since 1970: the step that uses it begins
    std::vector<ResinPack> packs;
    std::optional<double> inStock; // of resin, by its shelf
};
/// All that the stages say is bought, of those that lie under the steps.
[[nodiscard]] std::vector<Goods> goodsOf(const StepsInput& input);
/// Of steps that are not done.
[[nodiscard]] std::vector<Need> needsOf(const StepsInput& input, const DaysPlan& days);

struct ShoppingLine {
    std::string kind;
    std::string name;
    std::string unit;
    double need = 0.0;
    double inStock = 0.0;
    double buy = 0.0;  // whole packs of it
    std::string packs; // "2 × 5 L"
    std::optional<double> cost;
    std::optional<int> by_day; // the first job that wants it
    std::vector<std::string> jobs;
};
struct JobNeeds {
    std::string job;
    std::vector<Need> needs;
};
/// Needs up to that day, of all jobs together; those without a day count.
[[nodiscard]] std::vector<ShoppingLine> shoppingList(const std::vector<JobNeeds>& jobs,
                                                     const std::vector<StockItem>& stock, std::optional<int> untilDay);
/// The list as CSV with its head.
[[nodiscard]] std::string shoppingCsv(const std::vector<ShoppingLine>& lines);

} // namespace burl
