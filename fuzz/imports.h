#pragma once
// Laws of anything taken in from a file.

#include "exchange/import/imported.h"
#include "law.h"

namespace burl::fuzz
{

inline void takenIn(const Expected<Imported>& in)
{
    if (!in) {
        spoken(in.error());
        return;
    }
    law(!in->kind.empty(), "what was read has a kind");
    if (in->tape) {
        for (const TapeReading& r : in->tape->readings) {
            law(std::isfinite(r.at_mm) && std::isfinite(r.near_mm.value_or(0.0)) &&
                    std::isfinite(r.far_mm.value_or(0.0)),
                "every station is a number");
        }
    }
    for (const auto& ring : {in->topOutline, in->bottomOutline}) {
        if (ring) {
            law(ring->size() >= 3, "an outline has corners");
            finite(*ring);
        }
    }
    for (const ImportedHeight& h : in->heights) {
        law(std::isfinite(h.at.x) && std::isfinite(h.at.y) && std::isfinite(h.z_mm), "every height is a number");
    }
    for (const auto& grid : {in->topGrid, in->bottomGrid}) {
        if (grid) {
            law(grid->readings_mm.size() == grid->xs_mm.size() * grid->ys_mm.size(), "a grid is full");
        }
    }
    // Taking it in must not fall over either, on a fresh slab and on one that is there.
    Slab slab;
    slab.id = {1};
    burl::takeIn(slab, *in);
    burl::takeIn(slab, *in);
}

} // namespace burl::fuzz
