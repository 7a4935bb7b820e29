#include "exchange/job_file.h"
#include "core/plan/plan.h"
#include "law.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    const auto read = readJobFile(fuzz::text(data, size));
    if (!read) {
        fuzz::spoken(read.error());
        return 0;
    }
    const std::string written = writeJobFile(read->job, read->shop);
    const auto again = readJobFile(written);
    fuzz::law(again.has_value(), "what was written can be read");
    fuzz::law(writeJobFile(again->job, again->shop) == written, "and is the same");
    const Plan plan = makePlan(read->job, read->shop);
    for (const NamedAnswer& stage : plan.answers()) {
        for (const Entry& e : stage.answer->figures) {
            fuzz::law(!e.figure.known() || std::isfinite(e.figure.value()), "no figure is silently no number");
        }
    }
    return 0;
}
