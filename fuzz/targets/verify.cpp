#include "verify/verify.h"
#include "law.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const auto report = burl::verifyReference(burl::fuzz::text(data, size));
    if (!report) {
        burl::fuzz::spoken(report.error());
        return 0;
    }
    (void)report->passed();
    return 0;
}
