#include "core/yard/search.h"
#include "law.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    if (const auto slab = slabOfTag(fuzz::text(data, size))) {
        fuzz::law(slab->value > 0, "a slab has a number");
        fuzz::law(slabOfTag(tagCode(*slab)) == slab, "its own tag finds it");
    }
    return 0;
}
