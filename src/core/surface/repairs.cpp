// Keys across cracks, and places that are mended.

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/base/offcuts.h"
#include "core/surface/surface_plan.h"

namespace burl
{
namespace
{

constexpr double kMm3PerMl = 1e3;
constexpr double kLayer_mm = 3.0; // of a filler that hardens through
constexpr double kOverfill = 1.15;

std::string howOf(RepairKind kind)
{
    switch (kind) {
    case RepairKind::Patch:
        return "a patch let in, its edges along the grain";
    case RepairKind::Slip:
        return "filled in layers, tinted as the wood";
    case RepairKind::SawMark:
        return "brushed out, filled in layers, dark or as resin";
    case RepairKind::Crack:
        return "thin glue until it takes no more";
    case RepairKind::Stick:
        return "a melted stick, scraped flush";
    }
    return {};
}

double minutesOf(const Repair& r, int layers)
{
    switch (r.kind) {
    case RepairKind::Patch:
        return 25.0 + 0.1 * (r.long_mm + r.wide_mm); // cut, knifed round, routed, fitted
    case RepairKind::Slip:
    case RepairKind::SawMark:
        return 5.0 + 6.0 * layers;
    case RepairKind::Crack:
        return 4.0;
    case RepairKind::Stick:
        return 5.0;
    }
    return 0.0;
}

} // namespace

void planRepairs(const SurfaceInput& in, SurfacePlan& plan)
{
    const SurfaceChoices& c = plan.choices;
    for (const ButterflyKey& key : in.layup->keys) {
        KeyPlace place;
        for (const PlacedPiece& piece : in.layup->pieces) {
            place.slab = piece.slab == key.slab ? piece.name : place.slab;
        }
        place.at = key.at;
        const double axis = std::fmod(std::atan2(key.across.y, key.across.x) * 180.0 / std::numbers::pi + 360.0, 180.0);
        place.axis_deg = axis;
        place.deep_mm = c.keyDepth * in.thickness.value();
        plan.keys.push_back(place);
    }
    std::vector<SlabRest> rests = restsOf(*in.layup);
    double minutes = 40.0 * static_cast<double>(plan.keys.size()); // a key by hand: cut, knifed, routed, fitted
    for (const Repair& r : c.repairs) {
        RepairPlan p;
        p.repair = r;
        p.how = howOf(r.kind);
        if (r.kind == RepairKind::Slip || r.kind == RepairKind::SawMark) {
            p.layers = std::max(1, static_cast<int>(std::ceil(r.deep_mm / kLayer_mm - 1e-9)));
            p.fill_mL = kOverfill * r.long_mm * r.wide_mm * r.deep_mm / kMm3PerMl;
        } else if (r.kind == RepairKind::Crack || r.kind == RepairKind::Stick) {
            p.layers = 1;
            p.fill_mL = kOverfill * r.long_mm * r.wide_mm * r.deep_mm / kMm3PerMl;
        } else {
            constexpr double kAround_mm = 6.0; // to saw it out and plane it
            for (SlabRest& rest : rests) {
                const auto box = roomIn(rest.region, std::max(r.long_mm, r.wide_mm) + kAround_mm,
                                        std::min(r.long_mm, r.wide_mm) + kAround_mm);
                if (box) {
                    p.offcut = rest.name;
                    break;
                }
            }
        }
        p.minutes = minutesOf(r, p.layers);
        minutes += p.minutes;
        plan.repairs.push_back(std::move(p));
    }
    if (minutes > 0.0) {
        plan.tasks.push_back(
            {"repairs", "Keys and repairs", minutes, 1, 24.0, std::nullopt, "offcuts, thin glue, filler"});
    }
}

} // namespace burl
