#pragma once
// What an hour and a good are worth, how a price is made, and quotes as they were given.
// Units: money without a currency; percent; minutes.   Threads: values.

#include <optional>
#include <string>
#include <vector>

namespace burl
{

enum class OverheadOn { Labour, Direct }; // direct: on goods and labour
enum class PriceBy { Margin, Markup, Fixed };
enum class RoundPrice { None, Up, Nearest };

/// What the shop reckons with; a job may differ.
struct MoneyHabits {
    std::string currency;         // as it is written before a sum: "EUR"; empty: a bare number
    std::optional<double> hour;   // of a maker; empty: not said
    std::optional<double> helper; // of a second person; empty: as the maker
    double overhead_pct = 0.0;
    OverheadOn overheadOn = OverheadOn::Labour;
    PriceBy by = PriceBy::Markup;
    double pct = 20.0; // of markup or margin
    RoundPrice round = RoundPrice::Up;
    double roundTo = 10.0;
    double tax_pct = 0.0;
    double deposit_pct = 40.0;
    std::optional<double> disc, finish_L, glue_kg; // prices
    bool operator==(const MoneyHabits&) const = default;
};

/// What is used up and counted: discs, finish, screws. Resin and steel stand with their own.
struct StockItem {
    std::string kind; // "discs", "finish", "glue", "steel:<section>", or what the maker calls it
    double amount = 0.0;
    double pack = 1.0;           // bought in so many
    std::optional<double> price; // of a pack
    bool operator==(const StockItem&) const = default;
};

/// A line of a quote.
struct MoneyLine {
    std::string what;
    std::string kind; // "freight"
    double quantity = 1.0;
    double price = 0.0; // of one
    bool operator==(const MoneyLine&) const = default;
};
struct WorkLine {
    std::string what;
    double minutes = 0.0;
    int persons = 1;
    double hour = 0.0;
    bool operator==(const WorkLine&) const = default;
};

/// What a price is made of: what is bought, what is worked, and how the price follows.
struct QuoteInput {
    std::vector<MoneyLine> lines;
    std::vector<WorkLine> work;
    double overhead_pct = 0.0;
    OverheadOn overheadOn = OverheadOn::Labour;
    PriceBy by = PriceBy::Markup;
    double pct = 0.0;
    double fixed = 0.0;
    RoundPrice round = RoundPrice::None;
    double roundTo = 1.0;
    double discount_pct = 0.0;
    double tax_pct = 0.0;
    double deposit_pct = 0.0;
    bool operator==(const QuoteInput&) const = default;
};

/// A quote as it was given: it stays as it is, whatever the job becomes.
struct KeptQuote : QuoteInput {
    std::string on;       // ISO date it was made
    std::string accepted; // ISO date; empty: not yet
    std::string table;    // what was offered, a sentence or two
    std::string delivery; // ISO date it was promised for
    bool operator==(const KeptQuote&) const = default;
};

struct MoneyChoices {
    std::string customer;
    std::optional<PriceBy> by; // empty: as the shop does
    std::optional<double> pct; // the same
    double fixed = 0.0;        // price before tax, where it is fixed
    double discount_pct = 0.0;
    std::optional<double> tax_pct, deposit_pct;
    std::vector<MoneyLine> lines; // of the maker's own: freight, coater, hardware
    std::vector<KeptQuote> quotes;
    bool operator==(const MoneyChoices&) const = default;
};

} // namespace burl
