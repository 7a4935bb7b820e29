#pragma once
// Something to know before cutting.
// Units: mm on the top.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/figure/figure.h"
#include "core/figure/where.h"
#include "core/geometry/vec2.h"

namespace burl
{

/// From what is well to what must not go on.
enum class Severity {
    Good,
    Caution, // to know while working
    ToDo,    // a step still to do: nothing is wrong
    Warn,    // likely to go wrong
    Stop,
};

struct Finding {
    std::string code; // "layup.check_in_top"
    Severity severity = Severity::Caution;
    std::string text; // one sentence with {0}, {1} for the figures
    std::vector<Figure> figures;
    std::string remedy;           // what can be done, a few words with {0}, {1}
    std::optional<Vec2> place_mm; // on the table, where a click leads
    Where leadsTo{};              // where the remedy is done
    int row = -1;                 // of the table it is about, from 0; -1: none
    std::string of{};             // what it is about, by name: "A3"; empty: nothing, or one of its figures
    std::string many{};           // the sentence for several alike, with {of} for their names; empty: it stands alone
    std::vector<Finding> alike{}; // the others that are said in the same sentence
};

/// Adds a finding and gives it back, to say where its remedy is done.
Finding& addFinding(std::vector<Finding>& findings, std::string code, Severity severity, std::string text,
                    std::vector<Figure> figures, std::string remedy, std::optional<Vec2> place = std::nullopt);

/// Several alike are said in one sentence: `many`, with {of} for what each is about.
void sayTogether(Finding& finding, std::string of, std::string many);
/// Those of one code with one sentence for several become one, where the first of them stood.
[[nodiscard]] std::vector<Finding> grouped(const std::vector<Finding>& findings);

[[nodiscard]] std::string sentence(const Finding& finding, const UnitChoice& units);
[[nodiscard]] std::string remedyText(const Finding& finding, const UnitChoice& units);

/// Most serious first; otherwise in the order found.
void sortBySeverity(std::vector<Finding>& findings);

} // namespace burl
