#include "core/yard/search.h"

#include <algorithm>
#include <charconv>
#include <limits>

#include "core/geometry/ring.h"
#include "core/measure/text.h"
#include "core/shop/metered.h"
#include "core/shop/outline.h"

namespace burl
{
namespace
{

constexpr std::string_view kTagStart = "yb-";

std::string writtenOf(const Slab& slab, const Shop& shop)
{
    std::string all = slab.name + '\n' + slab.species + '\n' + slab.where + '\n' + slab.cut;
    if (const Species* species = shop.speciesOf(slab)) {
        all += '\n' + species->name;
    }
    if (const Log* log = shop.log(slab.log)) {
        all += '\n' + log->name + '\n' + log->about;
    }
    return lower(all);
}

/// What the order goes by, smaller first; infinity when it is not known.
double rankOf(const Slab& slab, YardOrder order)
{
    constexpr double kLast = std::numeric_limits<double>::infinity();
    switch (order) {
    case YardOrder::Widest:
    case YardOrder::Longest: {
        const auto outline = outlineOf(slab, Face::Top);
        if (!outline || !(outline->length_mm() > 0.0)) {
            return kLast;
        }
        const Ring ring = outline->ring();
        return order == YardOrder::Longest ? -outline->length_mm()
                                           : -area_mm2(std::span<const Vec2>(ring)) / outline->length_mm();
    }
    case YardOrder::Thickest:
        return slab.thickness_mm ? -*slab.thickness_mm : kLast;
    case YardOrder::Driest:
        return meteredMc_pct(slab).value_or(kLast);
    case YardOrder::Cheapest:
        return slab.price.value_or(kLast);
    case YardOrder::Log:
    case YardOrder::Name:
        break;
    }
    return 0.0;
}

} // namespace

bool matchesWords(const Slab& slab, const Shop& shop, std::string_view words)
{
    const std::string wanted = lower(words);
    std::string written;
    size_t at = 0;
    while ((at = wanted.find_first_not_of(" \t", at)) != std::string::npos) {
        const size_t end = std::min(wanted.find_first_of(" \t", at), wanted.size());
        if (written.empty()) {
            written = writtenOf(slab, shop);
        }
        if (written.find(wanted.substr(at, end - at)) == std::string::npos) {
            return false;
        }
        at = end;
    }
    return true;
}

std::vector<std::shared_ptr<const Slab>> inOrder(std::vector<std::shared_ptr<const Slab>> slabs, YardOrder order)
{
    if (order == YardOrder::Log) {
        std::stable_sort(slabs.begin(), slabs.end(), [](const auto& a, const auto& b) {
            return std::pair(a->log, a->sequence) < std::pair(b->log, b->sequence);
        });
        return slabs;
    }
    if (order == YardOrder::Name) {
        std::stable_sort(slabs.begin(), slabs.end(), [](const auto& a, const auto& b) { return a->name < b->name; });
        return slabs;
    }
    std::vector<std::pair<double, std::shared_ptr<const Slab>>> ranked;
    ranked.reserve(slabs.size());
    for (auto& slab : slabs) {
        const double rank = rankOf(*slab, order);
        ranked.emplace_back(rank, std::move(slab));
    }
    std::stable_sort(ranked.begin(), ranked.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    for (size_t i = 0; i < ranked.size(); ++i) {
        slabs[i] = std::move(ranked[i].second);
    }
    return slabs;
}

std::string tagCode(SlabId id)
{
    return "YB-" + std::to_string(id.value);
}

std::optional<SlabId> slabOfTag(std::string_view text)
{
    const std::string folded = lower(text);
    std::string_view code = folded;
    while (!code.empty() && (code.back() == ' ' || code.back() == '\n' || code.back() == '\r')) {
        code.remove_suffix(1);
    }
    if (code.substr(0, kTagStart.size()) != kTagStart) {
        return std::nullopt;
    }
    code.remove_prefix(kTagStart.size());
    int id = 0;
    const auto [end, error] = std::from_chars(code.data(), code.data() + code.size(), id);
    if (error != std::errc() || end != code.data() + code.size() || id <= 0) {
        return std::nullopt;
    }
    return SlabId{id};
}

} // namespace burl
