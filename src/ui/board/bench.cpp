#include "ui/board/bench.h"

#include <algorithm>

namespace burl::ui
{
namespace
{

/// Whether it is said yet, by itself or with others.
bool isSaid(const std::vector<Finding>& findings, const Finding& finding)
{
    const auto same = [&](const Finding& f) {
        return f.code == finding.code && f.text == finding.text && f.of == finding.of && f.row == finding.row;
    };
    return std::any_of(findings.begin(), findings.end(),
                       [&](const Finding& f) { return same(f) || std::any_of(f.alike.begin(), f.alike.end(), same); });
}

} // namespace

std::function<void()> Bench::remedyForAll(const Finding& finding)
{
    const auto first = remedyFor(finding);
    if (!first || finding.alike.empty()) {
        return first;
    }
    return [this, first, alike = finding.alike] {
        document_.together(tr("Put right"), [&] {
            first();
            for (const Finding& other : alike) {
                const auto next = isSaid(findings(), other) ? remedyFor(other) : nullptr;
                if (next) {
                    next();
                }
            }
        });
    };
}

} // namespace burl::ui
