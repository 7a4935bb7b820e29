#include "core/figure/finding.h"

#include <algorithm>
#include <string_view>

#include "core/measure/text.h"

namespace burl
{
namespace
{

/// One of them, or what all that are alike say: once where they say the same, else one after the other.
std::string together(std::vector<std::string> each)
{
    const bool same = std::all_of(each.begin(), each.end(), [&](const std::string& t) { return t == each.front(); });
    return same ? each.front() : listed(each);
}

std::vector<std::string> texts(const Finding& finding, const UnitChoice& units)
{
    std::vector<std::string> out;
    for (size_t i = 0; i < finding.figures.size(); ++i) {
        std::vector<std::string> each{figureText(finding.figures[i], units)};
        for (const Finding& other : finding.alike) {
            each.push_back(i < other.figures.size() ? figureText(other.figures[i], units) : std::string());
        }
        out.push_back(together(std::move(each)));
    }
    return out;
}

bool areAlike(const Finding& a, const Finding& b)
{
    return !a.many.empty() && a.code == b.code && a.many == b.many && a.severity == b.severity && a.remedy == b.remedy;
}

} // namespace

Finding& addFinding(std::vector<Finding>& findings, std::string code, Severity severity, std::string text,
                    std::vector<Figure> figures, std::string remedy, std::optional<Vec2> place)
{
    findings.push_back({std::move(code), severity, std::move(text), std::move(figures), std::move(remedy), place});
    return findings.back();
}

std::string sentence(const Finding& finding, const UnitChoice& units)
{
    if (finding.alike.empty()) {
        return filledIn(finding.text, texts(finding, units));
    }
    std::vector<std::string> names{finding.of};
    for (const Finding& other : finding.alike) {
        names.push_back(other.of);
    }
    std::string text = filledIn(finding.many, texts(finding, units));
    constexpr std::string_view kOf = "{of}";
    if (const size_t at = text.find(kOf); at != std::string::npos) { // last: a name may hold anything
        text.replace(at, kOf.size(), listed(names));
    }
    return text;
}

std::string remedyText(const Finding& finding, const UnitChoice& units)
{
    return filledIn(finding.remedy, texts(finding, units));
}

void sayTogether(Finding& finding, std::string of, std::string many)
{
    finding.of = std::move(of);
    finding.many = std::move(many);
}

std::vector<Finding> grouped(const std::vector<Finding>& findings)
{
    std::vector<Finding> out;
    for (const Finding& finding : findings) {
        const auto first = std::find_if(out.begin(), out.end(), [&](const Finding& f) { return areAlike(f, finding); });
        if (first == out.end()) {
            out.push_back(finding);
        } else {
            first->alike.push_back(finding);
        }
    }
    return out;
}

void sortBySeverity(std::vector<Finding>& findings)
{
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.severity > b.severity; });
}

} // namespace burl
