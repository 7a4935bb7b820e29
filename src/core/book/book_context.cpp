#include "core/book/book_context.h"

#include <algorithm>

#include "core/fill/volumes.h"

namespace burl
{

BookContext bookContext(const Job& job, const Shop& shop, const DaysPlan& days, double now_h)
{
    BookContext out;
    out.steps = days.list.steps;
    for (const PlannedStep& p : days.planned) {
        out.progress.push_back(p.progress);
    }
    out.progress.resize(out.steps.size());
    for (const Piece& piece : job.layup.pieces) {
        for (const auto& slab : shop.slabs) {
            const bool known =
                std::any_of(out.slabs.begin(), out.slabs.end(), [&](const auto& one) { return one->id == piece.slab; });
            if (slab->id == piece.slab && !known) {
                out.slabs.push_back(slab);
            }
        }
    }
    for (const ResinClass& resin : shop.resins) {
        out.names.push_back({resin.name, Sense::Resin, resin.id});
        out.density_kg_L[resin.id] = mixedDensity_kg_L(resin.mix);
    }
    for (const ShopMaker& maker : shop.habits.work.makers) {
        out.names.push_back({maker.name, Sense::People, ""});
    }
    out.names.push_back({job.money.customer, Sense::Customer, ""});
    out.book = job.days.book;
    out.started = job.started;
    out.now_h = now_h;
    out.units = shop.habits.units;
    return out;
}

void withoutEntry(BookContext& context, int entry)
{
    std::string step;
    std::erase_if(context.book, [&](const DayEntry& e) {
        step = e.id == entry ? e.words.step : step;
        return e.id == entry;
    });
    for (size_t i = 0; i < context.steps.size(); ++i) {
        StepProgress& p = context.progress[i];
        std::erase(p.entries, entry);
        if (context.steps[i].key == step && p.entries.empty()) {
            p.begun = p.done = false;
        }
    }
}

} // namespace burl
