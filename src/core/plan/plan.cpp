#include "core/plan/plan.h"

#include <set>

#include "core/wood/moisture.h"

namespace burl
{
namespace
{

/// Takes a stage over when its input is as before, else computes it.
template <typename Input, typename Output, typename Compute>
void stage(std::shared_ptr<const Input>& keptInput, std::shared_ptr<const Output>& kept, int& computed, Input input,
           const std::shared_ptr<const Input>* previousInput, const std::shared_ptr<const Output>* previous,
           Compute compute)
{
    if (previousInput != nullptr && *previousInput && *previous && sameInput(**previousInput, input)) {
        keptInput = *previousInput;
        kept = *previous;
        computed = 0;
        return;
    }
    keptInput = std::make_shared<const Input>(std::move(input));
    kept = std::make_shared<const Output>(compute(*keptInput));
    computed = 1;
}

Figure search(const Figure& figure, const std::string& key, std::set<const FigureNode*>& seen)
{
    if (!figure || !seen.insert(&figure.node()).second) {
        return {};
    }
    if (figure.node().key == key) {
        return figure;
    }
    for (const Figure& term : figure.node().terms) {
        if (Figure found = search(term, key, seen)) {
            return found;
        }
    }
    return {};
}

} // namespace

const std::vector<Finding>& Plan::findings(Stage at) const
{
    switch (at) {
    case Stage::Layup:
        return layup->findings;
    case Stage::Flatten:
        return flatten->findings;
    case Stage::Fill:
        return fill->findings;
    case Stage::Move:
        break;
    }
    return move->findings;
}

const std::vector<Entry>& Plan::figures(Stage at) const
{
    switch (at) {
    case Stage::Layup:
        return layup->figures;
    case Stage::Flatten:
        return flatten->figures;
    case Stage::Fill:
        return fill->figures;
    case Stage::Move:
        break;
    }
    return move->figures;
}

Figure Plan::figure(const std::string& key) const
{
    std::set<const FigureNode*> seen;
    for (const Stage at : {Stage::Layup, Stage::Flatten, Stage::Fill, Stage::Move}) {
        for (const Entry& entry : figures(at)) { // what is shown wins over what it was made of
            if (entry.figure && entry.figure.node().key == key) {
                return entry.figure;
            }
        }
    }
    for (const Stage at : {Stage::Layup, Stage::Flatten, Stage::Fill, Stage::Move}) {
        for (const Entry& entry : figures(at)) {
            if (Figure found = search(entry.figure, key, seen)) {
                return found;
            }
        }
    }
    return {};
}

Plan makePlan(const Job& job, const Shop& shop, const Plan* previous)
{
    Plan plan;
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<Species> species;
    std::vector<double> kerfs;
    for (const Piece& piece : job.layup.pieces) {
        std::shared_ptr<const Slab> found;
        for (const auto& slab : shop.slabs) {
            if (slab->id == piece.slab) {
                found = slab;
            }
        }
        slabs.push_back(found);
        const Species* kind = found ? shop.speciesOf(*found) : nullptr;
        species.push_back(kind != nullptr ? *kind : Species{});
        const Log* log = found ? shop.log(found->log) : nullptr;
        kerfs.push_back(log != nullptr ? log->kerf_mm : 0.0);
    }

    LayupInput layup;
    layup.choices = job.layup;
    layup.slabs = slabs;
    layup.trim_mm = job.layup.trim_mm.value_or(shop.habits.trimEachEnd_mm);
    layup.ripMargin_mm = job.layup.ripMargin_mm.value_or(shop.habits.ripMargin_mm);
    layup.longest_mm = shop.habits.longest_mm;
    layup.van_mm = shop.habits.van_mm;
    layup.door = job.door;
    if (!facesAcross(job.layup.kind) && job.layup.kind != TopKind::Single &&
        job.layup.joint.kind != JointKind::GlueOnly) {
        for (const Channel& c : job.move.channels) {
            layup.grooves.push_back({c.x_mm - c.width_mm / 2.0, c.middle_mm - c.length_mm / 2.0,
                                     c.x_mm + c.width_mm / 2.0, c.middle_mm + c.length_mm / 2.0});
        }
    }
    stage(plan.layupInput, plan.layup, plan.computed[0], std::move(layup), previous ? &previous->layupInput : nullptr,
          previous ? &previous->layup : nullptr, layupPlan);

    FlattenInput flatten;
    flatten.choices = job.flatten;
    flatten.wanted_mm = job.layup.thickness_mm;
    flatten.layup = plan.layup;
    flatten.slabs = slabs;
    flatten.kerf_mm = kerfs;
    for (const Species& kind : species) {
        flatten.wood.push_back(kind.change);
    }
    if (const Climate* climate = shop.climate(job.move.climate)) {
        flatten.roomMc_pct = (emc_pct(climate->winter_degC, climate->winter_rh_pct) +
                              emc_pct(climate->summer_degC, climate->summer_rh_pct)) /
                             2.0;
    }
    stage(plan.flattenInput, plan.flatten, plan.computed[1], std::move(flatten),
          previous ? &previous->flattenInput : nullptr, previous ? &previous->flatten : nullptr, flattenPlan);

    FillInput fill;
    fill.choices = job.fill;
    fill.layup = plan.layup;
    fill.flatten = plan.flatten;
    fill.slabs = slabs;
    fill.species = species;
    fill.resins = shop.resins;
    stage(plan.fillInput, plan.fill, plan.computed[2], std::move(fill), previous ? &previous->fillInput : nullptr,
          previous ? &previous->fill : nullptr, fillPlan);

    MoveInput move;
    move.choices = job.move;
    move.layup = plan.layup;
    move.thickness = plan.flatten->thickness;
    move.slabs = slabs;
    move.species = species;
    const Climate* climate = shop.climate(job.move.climate);
    if (climate != nullptr) {
        move.climate = *climate;
    }
    move.leastWoodOverInsert_mm = shop.habits.leastWoodOverInsert_mm;
    stage(plan.moveInput, plan.move, plan.computed[3], std::move(move), previous ? &previous->moveInput : nullptr,
          previous ? &previous->move : nullptr, movePlan);
    return plan;
}

} // namespace burl
