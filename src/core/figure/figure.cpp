#include "core/figure/figure.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <set>

#include "core/measure/format.h"

namespace burl
{

bool Figure::known() const
{
    return node_ && std::isfinite(node_->value);
}

Figure given(std::string key, std::string label, double value, Unit unit, std::string source)
{
    return Figure(std::make_shared<const FigureNode>(
        FigureNode{std::move(key), std::move(label), value, unit, "", {}, std::move(source), Provenance::Measured}));
}

Figure workedOut(std::string key, std::string label, double value, Unit unit, std::string source)
{
    return given(std::move(key), std::move(label), value, unit, std::move(source));
}

Figure assumed(std::string key, std::string label, double value, Unit unit, std::string source)
{
    return Figure(std::make_shared<const FigureNode>(
        FigureNode{std::move(key), std::move(label), value, unit, "", {}, std::move(source), Provenance::Guess}));
}

Figure made(std::string key, std::string label, std::string formula, std::vector<Figure> terms, double value, Unit unit)
{
    const bool guess = std::any_of(terms.begin(), terms.end(), [](const Figure& f) { return f.isGuess(); });
    return Figure(std::make_shared<const FigureNode>(FigureNode{std::move(key), std::move(label), value, unit,
                                                                std::move(formula), std::move(terms), "",
                                                                guess ? Provenance::Guess : Provenance::Measured}));
}

std::string termOf(size_t index)
{
    return '{' + std::to_string(index) + '}';
}

std::string sumOf(size_t terms)
{
    std::string text;
    for (size_t i = 0; i < terms; ++i) {
        text += (i > 0 ? " + " : "") + termOf(i);
    }
    return text;
}

Figure sumFigure(std::string key, std::string label, const std::vector<Figure>& terms, Unit unit)
{
    constexpr size_t kInALine = 10;
    std::vector<Figure> parts = terms;
    while (parts.size() > kInALine) {
        std::vector<Figure> tens;
        for (size_t from = 0; from < parts.size(); from += kInALine) {
            const size_t to = std::min(parts.size(), from + kInALine);
            const std::vector<Figure> ten(parts.begin() + static_cast<std::ptrdiff_t>(from),
                                          parts.begin() + static_cast<std::ptrdiff_t>(to));
            tens.push_back(sumFigure(
                key + "_" + std::to_string(tens.size() + 1),
                label + ", the " + std::to_string(from + 1) + ". to the " + std::to_string(to) + ".", ten, unit));
        }
        parts = std::move(tens);
    }
    double sum = 0.0;
    for (const Figure& part : parts) {
        sum += part ? part.value() : kNotKnown;
    }
    if (parts.empty()) {
        return given(std::move(key), std::move(label), 0.0, unit, "none");
    }
    const std::string formula = sumOf(parts.size());
    return made(std::move(key), std::move(label), formula, std::move(parts), sum, unit);
}

Figure relabelled(const Figure& figure, std::string key, std::string label)
{
    if (!figure) {
        return figure;
    }
    FigureNode node = figure.node();
    node.key = std::move(key);
    node.label = std::move(label);
    return Figure(std::make_shared<const FigureNode>(std::move(node)));
}

namespace
{

constexpr std::string_view kJoiner = "\u2060"; // seen by nobody: keeps a bracket of a name from being one of ours

} // namespace

std::string withoutTerms(const std::string& name)
{
    std::string out;
    for (const char c : name) {
        out += c;
        if (c == '{') {
            out += kJoiner;
        }
    }
    return out;
}

std::string filledIn(std::string_view text, const std::vector<std::string>& parts)
{
    std::string out;
    for (size_t i = 0; i < text.size(); ++i) {
        if (text[i] == '{') {
            size_t index = 0;
            const char* const end = text.data() + text.size();
            const auto [stop, error] = std::from_chars(text.data() + i + 1, end, index);
            if (error == std::errc{} && stop != end && *stop == '}' && index < parts.size()) {
                out += parts[index];
                i = static_cast<size_t>(stop - text.data());
                continue;
            }
        }
        out += text[i];
    }
    for (size_t at = out.find(kJoiner); at != std::string::npos; at = out.find(kJoiner, at)) {
        out.erase(at, kJoiner.size());
    }
    return out;
}

std::string figureText(const Figure& figure, const UnitChoice& units)
{
    if (!figure.known()) {
        return "not known";
    }
    return (figure.isGuess() ? "about " : "") + formatQuantity(figure.value(), figure.node().unit, units);
}

const Figure* onlyTermOf(const Figure& figure)
{
    const FigureNode& node = figure.node();
    return node.formula == "{0}" && node.terms.size() == 1 && node.terms.front() ? &node.terms.front() : nullptr;
}

std::vector<std::string> workingLines(const Figure& figure, const UnitChoice& units)
{
    if (!figure) {
        return {"not known"};
    }
    const FigureNode& node = figure.node();
    const std::string result = formatQuantity(node.value, node.unit, units);
    if (node.formula.empty()) {
        return {node.label + " = " + result + (node.source.empty() ? "" : " (" + node.source + ")")};
    }
    if (const Figure* same = onlyTermOf(figure)) { // another name for the same figure says nothing
        return workingLines(*same, units);
    }
    std::vector<std::string> labels;
    std::vector<std::string> values;
    for (const Figure& term : node.terms) {
        labels.push_back(term ? term.node().label : "not known");
        values.push_back(term ? formatQuantity(term.value(), term.node().unit, units) : "not known");
    }
    const std::string words = filledIn(node.formula, labels);
    const std::string numbers = filledIn(node.formula, values);
    if (words == numbers || numbers == result) {
        return {words, "= " + result};
    }
    return {words, "= " + numbers, "= " + result};
}

namespace
{

void unfold(const Figure& figure, const UnitChoice& units, int depth, std::set<const FigureNode*>& seen,
            std::vector<std::string>& out)
{
    const std::string indent(static_cast<size_t>(depth) * 2, ' ');
    if (const Figure* same = onlyTermOf(figure)) {
        if (figure.node().label != same->node().label) {
            out.push_back(indent + figure.node().label + " = " + same->node().label);
        }
        unfold(*same, units, depth, seen, out);
        return;
    }
    const FigureNode& node = figure.node();
    const auto lines = workingLines(figure, units);
    if (node.formula.empty()) {
        out.push_back(indent + lines.front());
        return;
    }
    out.push_back(indent + node.label + " = " + lines.front());
    for (size_t i = 1; i < lines.size(); ++i) {
        out.push_back(indent + "  " + lines[i]);
    }
    if (!seen.insert(&node).second) {
        return;
    }
    for (const Figure& term : node.terms) {
        if (term) {
            unfold(term, units, depth + 1, seen, out);
        }
    }
}

} // namespace

std::vector<std::string> wholeWorking(const Figure& figure, const UnitChoice& units)
{
    if (!figure) {
        return {"not known"};
    }
    std::vector<std::string> out;
    std::set<const FigureNode*> seen;
    unfold(figure, units, 0, seen, out);
    return out;
}

} // namespace burl
