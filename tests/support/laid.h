#pragma once
// Straight boards laid up, so that a test can say by hand what must come of them.

#include <vector>

#include "core/plan/plan.h"
#include "demo/demo_shop.h"

namespace burl::test
{

/// A slab of 2000 length, its edges at these distances from the string at both ends, 50 thick.
inline Slab board(int id, double nearA, double nearB, double farA, double farB)
{
    Slab s;
    s.id = {id};
    s.name = "P" + std::to_string(id);
    s.species = "black_walnut";
    s.thickness_mm = 50.0;
    s.mc_pct = 9.0;
    s.top.readings = {{0.0, nearA, farA}, {2000.0, nearB, farB}};
    return s;
}

struct Laid {
    Shop shop = *demoBook().shop;
    Job job;
    Laid(TopKind kind, std::vector<Slab> slabs)
    {
        job.id = {1};
        job.layup.kind = kind;
        job.layup.length_mm = 1800.0;
        job.layup.thickness_mm = 40.0;
        job.layup.trim_mm = 0.0;
        job.layup.ripMargin_mm = 0.0;
        shop.slabs.clear();
        for (Slab& s : slabs) {
            Piece p;
            p.slab = s.id;
            p.left_mm = -100.0;
            job.layup.pieces.push_back(p);
            shop.slabs.push_back(std::make_shared<const Slab>(std::move(s)));
        }
    }
    [[nodiscard]] Plan plan() const { return makePlan(job, shop); }
};

inline double woodOf(const LayupPlan& layup)
{
    double sum = 0.0;
    for (const PlacedPiece& p : layup.pieces) {
        sum += p.keptArea_mm2;
    }
    return sum;
}

} // namespace burl::test
