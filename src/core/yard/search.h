#pragma once
// Finding slabs again among many: by words, in an order. Pure.
// Units: none.   Threads: pure.

#include <string>
#include <string_view>
#include <vector>

#include "core/shop/shop.h"

namespace burl
{

enum class YardOrder { Log, Name, Widest, Longest, Thickest, Driest, Cheapest };

/// True when every word stands in what is written of the slab: its name, species, log, where it stands,
/// how it was cut. Case does not matter; no words match every slab.
[[nodiscard]] bool matchesWords(const Slab& slab, const Shop& shop, std::string_view words);

/// Slabs in an order; what is not known of a slab puts it last. Ties stay as they lay.
[[nodiscard]] std::vector<std::shared_ptr<const Slab>> inOrder(std::vector<std::shared_ptr<const Slab>> slabs,
                                                               YardOrder order);

/// What the tag's code says: "YB-17".
[[nodiscard]] std::string tagCode(SlabId id);
/// The slab a scanned or typed code means; nothing when it is no code.
[[nodiscard]] std::optional<SlabId> slabOfTag(std::string_view text);

} // namespace burl
