#pragma once
// A figure carries its working: the formula in words and the named figures it was made of, so that
// every number can be unfolded down to what somebody read off a tape.
// Units: each node's own, in its canonical measure.   Threads: values; nodes are shared and never change.

#include <limits>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "core/measure/units.h"

namespace burl
{

enum class Provenance {
    Measured, // read or chosen by the maker, or computed from such
    Guess,    // rests on an assumption that a measurement would replace
};

class Figure;

struct FigureNode {
    std::string key;    // stable name, for tests and the command line
    std::string label;  // what the maker calls it
    double value = 0.0; // in the unit's canonical measure
    Unit unit = Unit::None;
    std::string formula; // with {0}, {1} for the terms; empty for something given
    std::vector<Figure> terms;
    std::string source; // where no terms are: tape, chosen, species table, on the drawing ...
    Provenance provenance = Provenance::Measured;
};

/// The value of a figure that has none: it is shown as "not known".
inline constexpr double kNotKnown = std::numeric_limits<double>::quiet_NaN();

/// A light handle to a shared, unchanging node. A default Figure is "not known".
class Figure
{
public:
    Figure() = default;
    explicit Figure(std::shared_ptr<const FigureNode> node) : node_(std::move(node)) {}

    [[nodiscard]] bool known() const;
    [[nodiscard]] double value() const { return node_ ? node_->value : 0.0; }
    [[nodiscard]] const FigureNode& node() const { return *node_; }
    [[nodiscard]] bool isGuess() const { return node_ && node_->provenance == Provenance::Guess; }
    explicit operator bool() const { return node_ != nullptr; }

private:
    std::shared_ptr<const FigureNode> node_;
};

/// Something read or chosen.
[[nodiscard]] Figure given(std::string key, std::string label, double value, Unit unit, std::string source);
/// Something that a shape, a fit or a count gives in one go, without terms of its own: `source` says how.
[[nodiscard]] Figure workedOut(std::string key, std::string label, double value, Unit unit, std::string source);
/// Something assumed until it is measured.
[[nodiscard]] Figure assumed(std::string key, std::string label, double value, Unit unit, std::string source);
/// Something computed; a guess among its terms makes it a guess.
[[nodiscard]] Figure made(std::string key, std::string label, std::string formula, std::vector<Figure> terms,
                          double value, Unit unit);

/// "{3}": the place of a term in a formula.
[[nodiscard]] std::string termOf(size_t index);
/// "{0} + {1} + {2}": the formula of a sum of so many terms.
[[nodiscard]] std::string sumOf(size_t terms);
/// The sum of any number of figures of one unit. More than a line can hold are summed by tens, each ten a term that
/// unfolds. Nothing at all sums to nothing.
[[nodiscard]] Figure sumFigure(std::string key, std::string label, const std::vector<Figure>& terms, Unit unit);

/// The figure with another label or key, the same working.
[[nodiscard]] Figure relabelled(const Figure& figure, std::string key, std::string label);

/// The one term of a figure that is only another name for it; null for any other.
[[nodiscard]] const Figure* onlyTermOf(const Figure& figure);

/// One step of the working: `wood area ÷ length`, `= 2.56 m² ÷ 2700 mm`, `= 948 mm`. A given figure
/// says its source.
[[nodiscard]] std::vector<std::string> workingLines(const Figure& figure, const UnitChoice& units);

/// The whole working, each term unfolded below, indented; a figure seen twice is not unfolded again.
[[nodiscard]] std::vector<std::string> wholeWorking(const Figure& figure, const UnitChoice& units);

/// `template` with {0}, {1} replaced by texts.
[[nodiscard]] std::string filledIn(std::string_view text, const std::vector<std::string>& parts);
/// A name that is put into a template: {0} in it is its own and no place for a figure.
[[nodiscard]] std::string withoutTerms(const std::string& name);

/// A figure as a maker reads it: "44.6 mm", "about 44.6 mm", "not known".
[[nodiscard]] std::string figureText(const Figure& figure, const UnitChoice& units);

} // namespace burl
