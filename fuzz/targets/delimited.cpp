#include "imports.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    fuzz::takenIn(importDelimited(fuzz::text(data, size), {}));
    ImportOptions mended;
    mended.swapSides = true;
    mended.keepWhole = true;
    fuzz::takenIn(importDelimited(fuzz::text(data, size), mended));
    return 0;
}
