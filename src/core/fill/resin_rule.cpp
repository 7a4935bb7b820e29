#include "core/fill/fill_plan.h"

// Thin, slow deep-pour resin finds every pinhole in the tape; thick table-top resin sets overnight
// but boils when poured deep, and deep holes would take it in many thin fills. Between them stands the casting resin.
// Where the sizes below come from: docs/formulas.md#resin-rule.

namespace burl
{
namespace
{

constexpr double kLargePocket_L = 1.0;
constexpr double kHairline_mm = 1.0;
constexpr double kPinhole_mm = 2.0;
constexpr double kDeepPourDepth_mm = 10.0; // shallower than a deep-pour class will cure at
constexpr double kTwoFills_mm = 12.0;      // what table-top resin fills in two layers; nobody pours a hole in ten
constexpr double kNarrow_mm = 12.0;        // twice a layer of table-top resin: it loses its heat to both sides

} // namespace

bool isNarrow(double width_mm)
{
    return width_mm <= kNarrow_mm;
}

ResinChoice sealFor()
{
    return {"penetrating_sealer", "punky wood and bark: penetrating resin first, in one go"};
}

std::vector<ResinChoice> resinsFor(bool river, FeatureKind kind, double litres, double width_mm, double depth_mm)
{
    const ResinChoice slow{"deep_pour_slow", river ? "a river: deep-pour in layers, it heats least"
                                                   : "a large pocket: deep-pour in layers, it heats least"};
    const ResinChoice extra{"deep_pour_extra", "extra-deep resin takes fewer layers here than deep-pour does"};
    if (river) {
        return {slow, extra};
    }
    if (kind == FeatureKind::Check && width_mm < kHairline_mm) {
        return {{"", "a hairline: thin cyanoacrylate or a filler stick after sanding"}};
    }
    if (kind == FeatureKind::WormHoles && width_mm <= kPinhole_mm) {
        return {{"", "pinholes: a filler stick after sanding"}};
    }
    if (litres >= kLargePocket_L && depth_mm >= kDeepPourDepth_mm) {
        return {slow, extra};
    }
    const ResinChoice casting{"medium_casting",
                              "a deep void or crack: casting resin in one or two fills, thick enough for the tape"};
    if (kind == FeatureKind::WormHoles || isNarrow(width_mm)) {
        return {
            {"table_top", "narrow: its wood cools it, one or two fills; thick resin does not creep through the tape"},
            casting};
    }
    if (depth_mm > kTwoFills_mm) {
        return {casting,
                {"deep_pour_slow", "deep for its size: deep-pour takes fewer fills than casting resin here; "
                                   "bed the board below it in sealant"}};
    }
    return {
        {"table_top", "a shallow void or crack: one or two small fills; thick resin does not creep through the tape"}};
}

} // namespace burl
