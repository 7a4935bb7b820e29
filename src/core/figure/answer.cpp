#include "core/figure/answer.h"

#include "core/measure/text.h"

namespace burl
{

void addMissing(std::vector<Finding>& findings, const std::string& code, const Missing& missing)
{
    const std::string bench = benchName(missing.where.bench);
    addFinding(findings, code, Severity::ToDo, asSentence(missing.what), {},
               bench.empty() ? missing.wants : bench + ": " + missing.wants)
        .leadsTo = missing.where;
}

} // namespace burl
