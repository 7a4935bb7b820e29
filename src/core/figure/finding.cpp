#include "core/figure/finding.h"

#include <algorithm>

namespace burl
{
namespace
{

std::vector<std::string> texts(const Finding& finding, const UnitChoice& units)
{
    std::vector<std::string> out;
    for (const Figure& figure : finding.figures) {
        out.push_back(figureText(figure, units));
    }
    return out;
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
    return filledIn(finding.text, texts(finding, units));
}

std::string remedyText(const Finding& finding, const UnitChoice& units)
{
    return filledIn(finding.remedy, texts(finding, units));
}

void sortBySeverity(std::vector<Finding>& findings)
{
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.severity > b.severity; });
}

} // namespace burl
