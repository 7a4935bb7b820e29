#include "core/pour/pots.h"

#include <algorithm>
#include <cmath>

namespace burl
{

Pots potsFor(double litres, const MixRatio& mix, double pigment_pct, double bucket_L, const Mixing& mixing)
{
    OrderInput input;
    input.voids_L = litres;
    input.mix = mix;
    input.pigment_pct = pigment_pct;
    input.bucket_L = largestPot_L(bucket_L, mixing);
    const Order order = orderFor(input);
    Pots out;
    out.count = order.batches;
    out.each = order.batch;
    out.all = order.total;
    out.byChamber = mixing.chamber_L && *mixing.chamber_L * kOfChamber < bucket_L;
    return out;
}

double pouringTime_min(int pots, double each_L, const Mixing& mixing, int people)
{
    if (pots <= 0) {
        return 0.0;
    }
    const double degas = mixing.chamber_L ? mixing.degas_min : 0.0;
    const double pours = mixing.carry_min + each_L / mixing.pour_L_min;
    // A line of stations, each with one pot at a time: mixing, the chamber, pouring. Alone, mixing and pouring are one.
    const double slowest =
        people > 1 ? std::max({mixing.mix_min, degas, pours}) : std::max(mixing.mix_min + pours, degas);
    return mixing.mix_min + degas + pours + (pots - 1) * slowest;
}

Correction correctionFor(const Parts& wanted, double a_g, double b_g)
{
    Correction out;
    if (!(a_g > 0.0) || !(b_g > 0.0) || !(wanted.a_kg > 0.0) || !(wanted.b_kg > 0.0)) {
        return out;
    }
    const double ratio = wanted.b_kg / wanted.a_kg;
    out.off = b_g / (a_g * ratio) - 1.0;
    out.right = std::abs(out.off) <= kWeighed;
    if (!out.right) {
        (out.off > 0.0 ? out.addA_g : out.addB_g) = out.off > 0.0 ? b_g / ratio - a_g : a_g * ratio - b_g;
    }
    const double share = wanted.pigment_g / (wanted.a_kg + wanted.b_kg);
    constexpr double kGrams = 1000.0;
    out.pigmentAdd_g = std::max(0.0, (a_g + b_g + out.addA_g + out.addB_g) / kGrams * share - wanted.pigment_g);
    return out;
}

} // namespace burl
