#include "exchange/slab_file.h"

#include "exchange/json/codec.h"
#include "exchange/json/document.h"

namespace burl
{
namespace
{

constexpr int kSlabFileVersion = 1;
constexpr std::string_view kSlabFileFormat = "young-burl-slab";

} // namespace

Expected<Slab> readSlabFile(std::string_view text)
{
    if (text.substr(0, 3) == "\xEF\xBB\xBF") {
        text.remove_prefix(3);
    }
    const auto root = parseDocument(text, kSlabFileFormat, kSlabFileVersion, "a Young Burl slab", "slabfile");
    if (!root) {
        return tl::unexpected(root.error());
    }
    std::optional<JsonMiss> miss;
    JsonReader reader(*root, "", miss);
    Slab slab;
    reader.need("slab");
    reader.inside("slab", [&](JsonReader r) { slab = slabFrom(r); });
    if (miss) {
        return tl::unexpected(refusalOf(*miss, text, "slabfile"));
    }
    return slab;
}

std::string writeSlabFile(const Slab& slab)
{
    return prettyText({{"format", kSlabFileFormat}, {"version", kSlabFileVersion}, {"slab", toJson(slab)}});
}

} // namespace burl
