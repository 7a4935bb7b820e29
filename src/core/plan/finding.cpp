#include "core/plan/finding.h"

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
