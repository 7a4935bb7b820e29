// The top, its wood, resin, supports and beams, as the plate model takes them.

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/move/hold_plan.h"
#include "core/wood/density.h"

namespace burl
{
namespace
{

constexpr double kVolume_mm3_to_m3 = 1e-9;
constexpr double kGPa = 1000.0;         // in N/mm2
constexpr double kResin_N_mm2 = 2800.0; // of cured epoxy, at once: it creeps under a lasting load
constexpr double kResinPoisson = 0.35;
constexpr double kResin_kg_m3 = 1120.0;
constexpr double kSteel_N_mm2 = 205000.0;
constexpr double kStraight_mm = 10.0; // a rod is held this far inside the wood, and at its end

/// Between flat-sawn and quarter-sawn by how its rings stand, as its movement tells.
PlateWood woodOf(const Species& species, const Rings& rings)
{
    const StiffnessRatios r = species.ratios.value_or(StiffnessRatios{});
    const double span = rings.change.tangential - rings.change.radial;
    const double flat = span > 0.0 ? std::clamp((rings.coefficient - rings.change.radial) / span, 0.0, 1.0) : 1.0;
    const auto mixed = [&](double tangential, double radial) { return flat * tangential + (1.0 - flat) * radial; };
    const double along = species.moe_GPa * kGPa;
    return {along, along * mixed(r.eTangential, r.eRadial), along * mixed(r.gTangential, r.gRadial),
            mixed(r.poissonTangential, r.poissonRadial)};
}

PlateZone resinZone(Region region, double thickness)
{
    PlateZone out;
    out.region = std::move(region);
    const PlateWood resin{kResin_N_mm2, kResin_N_mm2, kResin_N_mm2 / (2.0 * (1.0 + kResinPoisson)), kResinPoisson};
    out.stiffness = turned(rigidityOf(resin, thickness), 0.0);
    out.pressure_N_mm2 = kResin_kg_m3 * thickness * kVolume_mm3_to_m3 * kGravity_m_s2;
    return out;
}

/// What the base is: plates that press, their rails that bend, and what is bolted.
void standOn(const HoldInput& input, HoldQuestion& out)
{
    const MovePlan& move = *input.move;
    std::vector<bool> inRail(move.fasteners.size(), false);
    for (size_t p = 0; p < move.plates.size(); ++p) {
        const BasePlate& plate = move.plates[p].plate;
        const Vec2 near{plate.x_mm, plate.middle_mm - plate.long_mm / 2.0};
        const Vec2 far{plate.x_mm, plate.middle_mm + plate.long_mm / 2.0};
        const double low = plate.nearLow_mm.value_or(0.0);
        const double lowFar = plate.farLow_mm.value_or(0.0);
        const auto& sections = input.moveInput->sections;
        const auto rail = std::find_if(sections.begin(), sections.end(),
                                       [&](const SectionStock& s) { return s.id == plate.section; });
        if (rail == sections.end() || plate.section.empty()) {
            out.plate.supports.push_back({near, far, true, low, lowFar});
            continue;
        }
        // It stands on its two legs and bends with the top where that is bolted to it.
        const double in = std::min(plate.legsIn_mm, plate.long_mm / 2.0 - 1.0);
        PlateBeam beam{plate.x_mm, near.y, far.y, valuesOf(rail->section).ei_N_mm2, {near.y + in, far.y - in}};
        for (size_t f = 0; f < move.fasteners.size(); ++f) {
            if (move.fasteners[f].plate == p) {
                beam.bolts_mm.push_back(move.fasteners[f].fastener.at.y);
                inRail[f] = true;
            }
        }
        std::sort(beam.bolts_mm.begin(), beam.bolts_mm.end());
        constexpr double kOne_mm = 1.0; // two at one place are one
        beam.bolts_mm.erase(
            std::unique(beam.bolts_mm.begin(), beam.bolts_mm.end(), [](double a, double b) { return b - a < kOne_mm; }),
            beam.bolts_mm.end());
        out.plate.beams.push_back(std::move(beam));
        const Vec2 nearLeg{plate.x_mm, near.y + in};
        const Vec2 farLeg{plate.x_mm, far.y - in};
        out.plate.supports.push_back({nearLeg, nearLeg, true, low, low});
        out.plate.supports.push_back({farLeg, farLeg, true, lowFar, lowFar});
    }
    for (size_t f = 0; f < move.fasteners.size(); ++f) {
        if (!inRail[f] && move.fasteners[f].inWood) {
            const FastenerPlan& bolted = move.fasteners[f];
            double level = 0.0;
            if (bolted.plate) {
                const BasePlate& plate = move.plates[*bolted.plate].plate;
                const double share = (bolted.fastener.at.y - plate.middle_mm) / plate.long_mm + 0.5;
                const double low = plate.nearLow_mm.value_or(0.0);
                level = low + share * (plate.farLow_mm.value_or(0.0) - low);
            }
            out.plate.supports.push_back({bolted.fastener.at, bolted.fastener.at, false, level, level});
        }
    }
}

void stiffen(const HoldInput& input, HoldQuestion& out)
{
    for (const ChannelPlan& c : input.move->channels) {
        if (c.stock && c.bolts_mm.size() > 1) {
            out.plate.beams.push_back({c.channel.x_mm, c.channel.middle_mm - c.channel.length_mm / 2.0,
                                       c.channel.middle_mm + c.channel.length_mm / 2.0,
                                       valuesOf(c.stock->section).ei_N_mm2, c.bolts_mm, true});
        }
    }
    const LayupPlan& layup = *input.moveInput->layup;
    for (const Rod& rod : layup.rods) {
        const double in = (rod.cut_mm - rod.gap_mm) / 2.0;
        const double near = valueAt(layup.near().upper, rod.x_mm);
        const double far = valueAt(layup.far().lower, rod.x_mm);
        if (!(in > kStraight_mm) || !(far > near)) {
            continue;
        }
        const double d = input.rods.diameter_mm;
        const double inertia = std::numbers::pi * d * d * d * d / 64.0;
        out.plate.beams.push_back({rod.x_mm,
                                   near - in,
                                   far + in,
                                   kSteel_N_mm2 * inertia,
                                   {near - in, near - kStraight_mm, far + kStraight_mm, far + in}});
    }
}

} // namespace

std::optional<HoldQuestion> holdQuestion(const HoldInput& input)
{
    if (!input.move || input.move->missing || !input.moveInput->layup || input.moveInput->layup->missing) {
        return std::nullopt;
    }
    const MoveInput& in = *input.moveInput;
    const MovePlan& move = *input.move;
    const double thickness = in.thickness.value();
    if (!in.thickness.known() || !(thickness > 0.0)) {
        return std::nullopt;
    }
    HoldQuestion out;
    out.cups = !move.cups_per_mm.empty();
    for (size_t i = 0; i < in.layup->pieces.size(); ++i) {
        const PlacedPiece& piece = in.layup->pieces[i];
        if (!(in.species[i].moe_GPa > 0.0)) {
            return std::nullopt;
        }
        const Rings& rings = move.rings[i];
        PlateZone zone;
        zone.region = piece.kept;
        const double grain_deg = std::atan2(-rings.across.x, rings.across.y) * 180.0 / std::numbers::pi;
        const PlateWood wood = woodOf(in.species[i], rings);
        // A round stands on its end grain: across the grain both ways, and no cup of its rings.
        const Rigidity rigidity =
            rings.endGrain ? rigidityOf({wood.acrossGrain_N_mm2, wood.acrossGrain_N_mm2,
                                         wood.acrossGrain_N_mm2 / (2.0 * (1.0 + kResinPoisson)), kResinPoisson},
                                        thickness)
                           : rigidityOf(wood, thickness);
        zone.stiffness = turned(rigidity, grain_deg);
        zone.pressure_N_mm2 = density_kg_m3(in.species[i].g12, std::max(0.0, move.mc.assembly_pct)) * thickness *
                              kVolume_mm3_to_m3 * kGravity_m_s2;
        if (out.cups && !rings.endGrain) {
            zone.freeCurvature = acrossGrain(move.cups_per_mm[i], grain_deg);
        }
        out.plate.zones.push_back(std::move(zone));
    }
    const LayupPlan& layup = *in.layup;
    if (layup.gap && layup.gapInput && !layup.openGap) {
        // The river lies below the wood in the list: islands in it stay wood.
        const Region river = intersection({gapRing(*layup.gapInput, *layup.gap, false)}, finalOutline(layup));
        out.plate.zones.insert(out.plate.zones.begin(), resinZone(river, thickness));
    }
    for (const FillItem& item : input.fill ? input.fill->items : std::vector<FillItem>{}) {
        if (!item.river && !item.seal && item.through && !item.resin.empty()) {
            out.plate.zones.push_back(resinZone({item.onTable}, thickness));
        }
    }
    std::vector<Vec2> corners;
    for (const PlateZone& zone : out.plate.zones) {
        for (const Ring& ring : zone.region) {
            corners.insert(corners.end(), ring.begin(), ring.end());
        }
    }
    out.plate.box = boundsOf(corners);
    standOn(input, out);
    if (out.plate.supports.size() < 2) {
        return std::nullopt;
    }
    stiffen(input, out);
    out.driest_pct = move.mc.driest_pct - move.mc.assembly_pct;
    out.wettest_pct = move.mc.wettest_pct - move.mc.assembly_pct;
    // The top follows its room late and not all the way: what it comes to itself, where that is known.
    if (move.year.top) {
        const MoistureExtremes& e = move.year.first ? *move.year.first : move.year.cycle;
        out.driest_pct = e.least_pct - move.mc.assembly_pct;
        out.wettest_pct = e.most_pct - move.mc.assembly_pct;
    }
    const StripsAt middle = stripsAt(layup, move.rings, (out.plate.box.left + out.plate.box.right) / 2.0);
    out.nearEdge_mm = middle.strips.empty() ? out.plate.box.bottom : middle.from_mm;
    out.farEdge_mm = middle.strips.empty() ? out.plate.box.top : middle.from_mm + middle.width_mm();
    out.pads = move.padsRead && move.padsRest;
    return out;
}

} // namespace burl
