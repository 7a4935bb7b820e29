#include "core/yard/log_stack.h"

#include <algorithm>
#include <cmath>

#include "core/shop/edit.h"
#include "core/shop/outline.h"

namespace burl
{
namespace
{

constexpr double kUsualKerf_mm = 4.0;
constexpr int kNoPlace = 1'000'000; // after all that have one

int rank(const Slab& slab)
{
    return slab.sequence > 0 ? slab.sequence : kNoPlace;
}

/// Heights of the slabs in their order, and the whole.
void settle(LogStack& stack, double kerf_mm)
{
    double z = 0.0;
    for (StackedSlab& s : stack.slabs) {
        s.top_mm = z;
        z += s.thickness_mm + kerf_mm;
    }
    stack.height_mm = std::max(0.0, z - kerf_mm);
}

double kerfOf(const Shop& shop, LogId id)
{
    const Log* log = shop.log(id);
    return log != nullptr ? log->kerf_mm : kUsualKerf_mm;
}

void findPith(LogStack& stack)
{
    // Slabs that tell it may differ by a tape's reading: their mean.
    double sum = 0.0;
    double side = 0.0;
    int n = 0;
    for (const StackedSlab& s : stack.slabs) {
        if (s.slab->pith) {
            sum += s.middle_mm() + s.slab->pith->distance_mm;
            side -= s.slab->pith->offset_mm;
            ++n;
        }
    }
    if (n > 0) {
        stack.pith_mm = sum / n;
        stack.pithSide_mm = side / n;
    }
}

Book withPith(const Book& book, const LogStack& stack, std::optional<double> pith_mm, double side_mm)
{
    Book out = book;
    for (const StackedSlab& s : stack.slabs) {
        Slab slab = *book.shop->slab(s.slab->id);
        if (pith_mm) {
            slab.pith = PithPlace{std::round((*pith_mm - s.middle_mm()) * 10.0) / 10.0, -side_mm};
        }
        if (!(slab == *book.shop->slab(slab.id))) {
            out = withSlab(out, std::move(slab));
        }
    }
    return out;
}

/// All slabs of a log, measured or not, from the top down; those without a place come last.
std::vector<SlabId> orderOf(const Shop& shop, LogId log)
{
    std::vector<std::shared_ptr<const Slab>> slabs;
    for (const auto& s : shop.slabs) {
        if (s->log == log) {
            slabs.push_back(s);
        }
    }
    std::stable_sort(slabs.begin(), slabs.end(), [](const auto& a, const auto& b) { return rank(*a) < rank(*b); });
    std::vector<SlabId> out;
    for (const auto& s : slabs) {
        out.push_back(s->id);
    }
    return out;
}

Book numbered(const Book& book, const std::vector<SlabId>& order)
{
    Book out = book;
    int place = 0;
    for (const SlabId id : order) {
        Slab slab = *out.shop->slab(id);
        if (slab.sequence != ++place) {
            slab.sequence = place;
            out = withSlab(out, std::move(slab));
        }
    }
    return out;
}

} // namespace

LogStack logStack(const Shop& shop, SlabId id)
{
    LogStack stack;
    const Slab* chosen = shop.slab(id);
    if (chosen == nullptr) {
        return stack;
    }
    stack.log = chosen->log;
    for (const auto& s : shop.slabs) {
        const bool sibling = s->id == id || (s->log.value != 0 && s->log == chosen->log);
        if (!sibling || !s->thickness_mm) {
            continue;
        }
        const auto top = outlineOf(*s, Face::Top);
        const auto bottom = outlineOf(*s, Face::Bottom);
        if (!top || !bottom) {
            continue;
        }
        StackedSlab in;
        in.slab = s;
        in.thickness_mm = *s->thickness_mm;
        in.topNear_mm = top->near.front().y;
        in.topFar_mm = top->far.front().y;
        in.bottomNear_mm = bottom->near.front().y;
        in.bottomFar_mm = bottom->far.front().y;
        stack.slabs.push_back(in);
        stack.width_mm = std::max({stack.width_mm, 2.0 * std::abs(in.topNear_mm), 2.0 * std::abs(in.topFar_mm),
                                   2.0 * std::abs(in.bottomNear_mm), 2.0 * std::abs(in.bottomFar_mm)});
    }
    std::stable_sort(stack.slabs.begin(), stack.slabs.end(),
                     [](const StackedSlab& a, const StackedSlab& b) { return rank(*a.slab) < rank(*b.slab); });
    settle(stack, kerfOf(shop, stack.log));
    findPith(stack);
    return stack;
}

std::optional<Face> hollowFace(const Slab& slab)
{
    if (!slab.pith || std::abs(slab.pith->distance_mm) <= slab.thickness_mm.value_or(0.0) / 2.0) {
        return std::nullopt;
    }
    return slab.pith->distance_mm > 0.0 ? Face::Top : Face::Bottom;
}

Book withPlaceInLog(const Book& book, SlabId id, int place)
{
    LogStack stack = logStack(*book.shop, id);
    const auto at =
        std::find_if(stack.slabs.begin(), stack.slabs.end(), [id](const StackedSlab& s) { return s.slab->id == id; });
    if (at == stack.slabs.end() || stack.slabs.size() < 2) {
        return book;
    }
    const StackedSlab moved = *at;
    stack.slabs.erase(at);
    const auto to = std::clamp(place, 0, static_cast<int>(stack.slabs.size()));
    stack.slabs.insert(stack.slabs.begin() + to, moved);
    settle(stack, kerfOf(*book.shop, stack.log));
    // Slabs that are not measured yet have their places too: two of one place would be told as neighbours.
    std::vector<SlabId> order;
    const SlabId below =
        to < static_cast<int>(stack.slabs.size()) - 1 ? stack.slabs[static_cast<size_t>(to) + 1].slab->id : SlabId{};
    for (const SlabId sister : orderOf(*book.shop, stack.log)) {
        if (sister == below) {
            order.push_back(id);
        }
        if (!(sister == id)) {
            order.push_back(sister);
        }
    }
    if (below == SlabId{}) { // under the lowest that is measured
        const SlabId above = to > 0 ? stack.slabs[static_cast<size_t>(to) - 1].slab->id : SlabId{};
        const auto after = std::find(order.begin(), order.end(), above);
        order.insert(after == order.end() ? order.end() : after + 1, id);
    }
    return withPith(numbered(book, order), stack, stack.pith_mm, stack.pithSide_mm);
}

Book withPithAt(const Book& book, SlabId any, double z_mm, double y_mm)
{
    if (!std::isfinite(z_mm) || !std::isfinite(y_mm)) {
        return book;
    }
    const LogStack stack = logStack(*book.shop, any);
    return withPith(book, stack, z_mm, y_mm);
}

} // namespace burl
