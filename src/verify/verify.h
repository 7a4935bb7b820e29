#pragma once
// Running reference files through the core: each case's input is answered by the function it names
// and the answer compared number by number (docs/formats.md#reference-files).

#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outcome.h"

namespace burl
{

struct CaseReport {
    std::string name;
    bool passed = false;
    double largestDeviation = 0.0; // |got - want| where it is largest against its tolerance
    double shareOfTolerance = 0.0; // that deviation over what is allowed
    std::string where;             // key of that number
    std::string trouble;           // what differs, when it is not a number, or why it could not run
};

struct VerifyReport {
    std::vector<CaseReport> cases;
    [[nodiscard]] bool passed() const;
};

/// Errors: "verify.unreadable" with the line, "verify.not_reference".
[[nodiscard]] Expected<VerifyReport> verifyReference(std::string_view json);

} // namespace burl
