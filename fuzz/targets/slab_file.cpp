#include "exchange/slab_file.h"
#include "core/face/surfaces.h"
#include "core/shop/outline.h"
#include "law.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    const auto slab = readSlabFile(fuzz::text(data, size));
    if (!slab) {
        fuzz::spoken(slab.error());
        return 0;
    }
    const std::string written = writeSlabFile(*slab);
    const auto again = readSlabFile(written);
    fuzz::law(again.has_value() && writeSlabFile(*again) == written, "what was written reads back the same");
    for (const Face face : {Face::Top, Face::Bottom}) {
        if (const auto outline = outlineOf(*slab, face)) {
            fuzz::finite(outline->ring());
        }
    }
    (void)surfacesOf(*slab);
    return 0;
}
