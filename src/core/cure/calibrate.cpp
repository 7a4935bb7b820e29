#include "core/cure/calibrate.h"

// Method: the gel time of the sheet's pot sets the speed, its peak the heat of reaction, the hours to de-mould the
// exponent of the late cure; each by halving, in turn, twice round, as they lean on each other a little.

#include <algorithm>
#include <cmath>

#include "core/cure/cure_section.h"
#include "core/cure/pot_life.h"

namespace burl
{
namespace
{

constexpr double kGas_J_molK = 8.314462618;
constexpr double kFreezing_K = 273.15;
constexpr double kMostQuicker = 8.0; // either way; beyond, it is another class
constexpr double kMostHotter = 1.6;
constexpr double kMostLate = 2.0;
constexpr int kHalvings = 22;
constexpr int kRounds = 2;
constexpr double kNotSaid = 0.1; // energies of activation and heats differ by so much within a class
constexpr double kReached = 0.02;
constexpr double kLookAt_h = 400.0;
constexpr int kRows = 12; // of the layer: it is compared with itself, and asked often
constexpr double kStep_K = 1.0;
constexpr double kLookOver = 1.5; // of the hours that the sheet says
constexpr int kLateHalvings = 13;

/// The factor from 1 / most to most at which `value`, that rises with it, is `wanted`.
template <typename Value> double factorFor(Value value, double wanted, double most, int halvings = kHalvings)
{
    double low = -std::log(most);
    double high = std::log(most);
    for (int i = 0; i < halvings; ++i) {
        const double middle = (low + high) / 2.0;
        (value(std::exp(middle)) < wanted ? low : high) = middle;
    }
    return std::exp((low + high) / 2.0);
}

CureResin with(const CureResin& like, double quicker, double hotter, double late)
{
    CureResin out = like;
    out.kinetics.a1_per_s *= quicker;
    out.kinetics.a2_per_s *= quicker;
    out.kinetics.heatOfReaction_J_g *= hotter;
    out.kinetics.n *= late;
    return out;
}

/// Its deepest layer, wide, on nothing that cools it more than air does.
CureAnswer deepestLayer(const CureResin& resin, double depth_mm, double at_C, bool untilPeak,
                        double lookAt_h = kLookAt_h)
{
    constexpr double kAir_W_m2K = 8.0;
    CureSection s;
    s.shape = CureShape::Slab;
    s.slabThickness_mm = depth_mm;
    s.wood = resin.thermal;
    s.wood_C = at_C;
    s.resin = resin;
    s.layers = {{depth_mm, 0.0, at_C}};
    s.room = {kAir_W_m2K, kAir_W_m2K, kAir_W_m2K, [at_C](double) { return at_C; }};
    s.end_h = lookAt_h;
    CureFineness fine;
    fine.deep = kRows;
    fine.step_K = kStep_K;
    fine.untilPeak = untilPeak;
    auto answer = cured(s, fine);
    return answer ? std::move(*answer) : CureAnswer{};
}

} // namespace

Calibrated calibrated(const ResinClass& like, const SheetNumbers& sheet)
{
    Calibrated out;
    out.cure = like.cure;
    if (!sheet.potLife_min && !sheet.peak_C && !sheet.demould_h) {
        return out; // the sheet says nothing
    }
    const auto gel = [&](double quicker) {
        const auto pot = potCure(with(like.cure, quicker, out.hotter, out.lateness), sheet.potLifeMass_g, sheet.at_C);
        constexpr double kWeek_min = 7.0 * 24.0 * 60.0;
        return pot.gel_min.value_or(kWeek_min);
    };
    // The class gels in its own pot after a time of its own beside what its sheet calls the pot life: the same share.
    const auto ownGel = potCure(like.cure, like.potLifeMass_g, like.potLifeAt_C).gel_min;
    const double share = ownGel && like.potLife_min > 0.0 ? *ownGel / like.potLife_min : 1.0;
    for (int round = 0; round < kRounds; ++round) {
        const auto speed = [&] {
            if (sheet.potLife_min) {
                out.quicker = factorFor([&](double q) { return -gel(q); }, -*sheet.potLife_min * share, kMostQuicker);
            }
        };
        speed();
        if (sheet.peak_C) {
            out.hotter = factorFor(
                [&](double h) {
                    out.hotter = h;
                    speed();
                    return potCure(with(like.cure, out.quicker, h, out.lateness), sheet.potLifeMass_g, sheet.at_C)
                        .peak_C;
                },
                *sheet.peak_C, kMostHotter);
            speed();
        }
        if (sheet.demould_h) {
            out.lateness = factorFor(
                [&](double late) {
                    const CureAnswer answer =
                        deepestLayer(with(like.cure, out.quicker, out.hotter, late), like.maxLayer_mm, sheet.at_C,
                                     false, std::min(kLookAt_h, kLookOver * *sheet.demould_h));
                    return answer.layers.empty() ? kLookAt_h : answer.layers.front().demould_h.value_or(kLookAt_h);
                },
                *sheet.demould_h, kMostLate, kLateHalvings);
        }
    }
    const auto atEnd = [](double factor, double most) {
        return std::abs(std::log(factor)) > std::log(most) - kReached;
    };
    if (atEnd(out.quicker, kMostQuicker)) {
        out.strained = "its pot life is not one of this class";
    } else if (atEnd(out.hotter, kMostHotter)) {
        out.strained = "its peak is not one of this class in such a pot";
    } else if (atEnd(out.lateness, kMostLate)) {
        out.strained = "its hours to de-mould are not ones of this class";
    }
    out.cure = with(like.cure, out.quicker, out.hotter, out.lateness);
    return out;
}

double leftOpen_K(const ResinClass& like, const SheetNumbers& sheet, const CureResin& cure)
{
    double off_K = 0.0;
    // What the sheet is silent about varies from product to product.
    const double peak = deepestLayer(cure, like.maxLayer_mm, sheet.at_C, true).peak_C;
    const auto differs = [&](const CureResin& other) {
        off_K = std::max(off_K, std::abs(deepestLayer(other, like.maxLayer_mm, sheet.at_C, true).peak_C - peak));
    };
    for (const double by : {-kNotSaid, kNotSaid}) {
        CureResin other = cure; // another energy of activation, as quick in the sheet's pot's room
        const double per = 1.0 / (kGas_J_molK * (sheet.at_C + kFreezing_K));
        other.kinetics.a1_per_s *= std::exp(by * other.kinetics.e1_J_mol * per);
        other.kinetics.a2_per_s *= std::exp(by * other.kinetics.e2_J_mol * per);
        other.kinetics.e1_J_mol *= 1.0 + by;
        other.kinetics.e2_J_mol *= 1.0 + by;
        differs(other);
        if (!sheet.peak_C) {
            other = cure;
            other.kinetics.heatOfReaction_J_g *= 1.0 + by;
            differs(other);
        }
        if (!sheet.potLife_min) {
            differs(with(cure, 1.0 + by, 1.0, 1.0));
        }
    }
    return off_K;
}

ResinClass productOf(ResinClass product, const std::vector<ResinClass>& classes)
{
    const ResinClass* like = resinCalled(classes, product.basedOn);
    if (like == nullptr) {
        return product;
    }
    ResinClass shaped = *like;
    shaped.maxLayer_mm = product.maxLayer_mm > 0.0 ? product.maxLayer_mm : like->maxLayer_mm;
    product.cure = calibrated(shaped, product.sheet).cure;
    product.potLife_min = product.sheet.potLife_min.value_or(like->potLife_min);
    product.potLifeMass_g = product.sheet.potLife_min ? product.sheet.potLifeMass_g : like->potLifeMass_g;
    product.potLifeAt_C = product.sheet.potLife_min ? product.sheet.at_C : like->potLifeAt_C;
    product.demould_h = product.sheet.demould_h.value_or(like->demould_h);
    product.use = like->use;
    return product;
}

} // namespace burl
