#include "core/move/lay_out.h"

#include <algorithm>
#include <cmath>

#include "core/layup/top_pieces.h"
#include "core/move/hazards.h"
#include "core/shop/ranges.h"

namespace burl
{
namespace
{

constexpr double kApart = 0.6;   // of the length, plate to plate
constexpr double kOfWidth = 0.7; // of the width there, a plate's length
constexpr double kIn = 0.2;      // of length and width, a fastener without a plate
constexpr double kFromPlateEnd_mm = 35.0;
constexpr double kBroad_mm = 200.0; // a plate across which bolts stand far enough apart to hold against tipping
constexpr double kSeek_mm = 140.0;  // how far a fastener is moved to sit well
constexpr double kSeekStep_mm = 5.0;
constexpr double kOnLine_mm = 20.0; // as far off the held line one may stand and still be tight

/// From and to of the wood at x; nothing where there is none.
std::vector<double> outerEdges(const LayupPlan& layup, double x)
{
    std::vector<double> wood;
    for (const PlacedPiece& piece : layup.pieces) {
        for (const double y : woodAt(piece, x)) {
            wood.push_back(y);
        }
    }
    std::sort(wood.begin(), wood.end());
    return wood.size() < 2 ? std::vector<double>{} : std::vector<double>{wood.front(), wood.back()};
}

/// The nearest place to one that is wished that sits well, else the one that sits least badly.
struct Found {
    Vec2 at;
    double spare_mm = -1e9;
};
Found sought(const Underside& underside, Vec2 wished, const Box& within, double seek_mm, double step_mm = kSeekStep_mm)
{
    Found best{wished, -1e9};
    double bestFar = 1e9;
    for (double dx = -seek_mm; dx <= seek_mm; dx += step_mm) {
        for (double dy = -seek_mm; dy <= seek_mm; dy += step_mm) {
            const Vec2 at{std::round(wished.x + dx), std::round(wished.y + dy)};
            if (at.x < within.left || at.x > within.right || at.y < within.bottom || at.y > within.top) {
                continue;
            }
            const double far = std::hypot(dx, dy);
            const double spare = seatAt(underside, at).spare_mm;
            const bool better =
                spare >= 0.0 ? best.spare_mm < 0.0 || far < bestFar : best.spare_mm < 0.0 && spare > best.spare_mm;
            if (better) {
                best = {at, spare};
                bestFar = far;
            }
        }
    }
    return best;
}

} // namespace

std::vector<BasePlate> twoPlates(const LayupPlan& layup)
{
    std::vector<BasePlate> out;
    const double middle = middleOfMass(layup).x;
    const double length = layup.length.value();
    const double reach = std::min({kApart / 2.0 * length, middle, length - middle});
    if (reach < ranges::kPlateWide_mm.least) {
        return out; // the weight lies at an end, or beyond it: no two stand side by side under it
    }
    for (const double x : {middle - reach, middle + reach}) {
        const std::vector<double> edges = outerEdges(layup, x);
        if (edges.empty()) {
            continue;
        }
        BasePlate plate;
        plate.x_mm = std::round(x);
        plate.wide_mm =
            std::min(plate.wide_mm, std::max(ranges::kPlateWide_mm.least, std::floor(reach))); // side by side
        plate.middle_mm = std::round((edges[0] + edges[1]) / 2.0);
        plate.long_mm =
            std::max(ranges::kPlateLong_mm.least, std::floor(kOfWidth * (edges[1] - edges[0]) / 10.0) * 10.0);
        out.push_back(plate);
    }
    return out;
}

std::vector<Fastener> laidOut(const MoveInput& input, const MovePlan& plan, const Fastener& like)
{
    std::vector<Fastener> out;
    const LayupPlan& layup = *input.layup;
    const Underside& underside = *plan.underside;
    const auto put = [&](Vec2 at) {
        Fastener f = like;
        f.at = at;
        f.turn_deg.reset();
        out.push_back(f);
    };
    for (const BasePlate& plate : input.choices.plates) {
        const double half = plate.long_mm / 2.0;
        const double in = std::min(kFromPlateEnd_mm, half / 2.0);
        const double side = std::max(0.0, plate.wide_mm / 2.0 - like.washer_mm / 2.0);
        const Box within{plate.x_mm - side, plate.middle_mm - half + in, plate.x_mm + side,
                         plate.middle_mm + half - in};
        const double held = plan.held.line_mm;
        // A narrow plate has one at each end; a broad one, as of a pedestal, one in each corner, or it would rock on
        // its line.
        const double out_mm = plate.wide_mm > kBroad_mm ? plate.wide_mm / 2.0 - kFromPlateEnd_mm : 0.0;
        for (const double x :
             out_mm > 0.0 ? std::vector{plate.x_mm - out_mm, plate.x_mm + out_mm} : std::vector{plate.x_mm}) {
            for (const double y : {within.bottom, within.top}) {
                put(sought(underside, {x, y}, within, out_mm > 0.0 ? kFromPlateEnd_mm : kSeek_mm).at);
            }
        }
        if (held > within.bottom + kSeek_mm && held < within.top - kSeek_mm) {
            const Found middle = sought(underside, {plate.x_mm, held}, within, kOnLine_mm);
            if (middle.spare_mm >= 0.0) {
                put(middle.at);
            }
        }
    }
    if (!input.choices.plates.empty()) {
        return out;
    }
    const double length = layup.length.value();
    for (const double x : {kIn * length, (1.0 - kIn) * length}) {
        const std::vector<double> edges = outerEdges(layup, x);
        if (edges.empty()) {
            continue;
        }
        const double width = edges[1] - edges[0];
        const Box within{0.0, edges[0], length, edges[1]};
        for (const double y : {edges[0] + kIn * width, edges[1] - kIn * width}) {
            put(sought(underside, {std::round(x), std::round(y)}, within, kSeek_mm).at);
        }
    }
    return out;
}

Vec2 movedClear(const MoveInput& input, const MovePlan& plan, const FastenerPlan& fastener)
{
    const Underside& underside = *plan.underside;
    Box within{0.0, -1e6, input.layup->length.value(), 1e6};
    if (fastener.plate) {
        const BasePlate& plate = input.choices.plates[*fastener.plate];
        const double side = std::max(0.0, plate.wide_mm / 2.0 - fastener.fastener.bolt_mm);
        within = {plate.x_mm - side, plate.middle_mm - plate.long_mm / 2.0 + fastener.fastener.bolt_mm,
                  plate.x_mm + side, plate.middle_mm + plate.long_mm / 2.0 - fastener.fastener.bolt_mm};
    }
    Found found = sought(underside, fastener.fastener.at, within, kSeek_mm);
    if (found.spare_mm < 0.0) { // far off: anywhere in the top
        const Box box = input.layup->finalBox;
        const Box all = fastener.plate ? within : box;
        const Vec2 middle{(all.left + all.right) / 2.0, (all.bottom + all.top) / 2.0};
        constexpr double kSteps = 60.0; // each way
        const double most = std::max(all.width(), all.height()) / 2.0;
        found = sought(underside, middle, all, most, 2.0 * most / kSteps);
    }
    return found.spare_mm >= 0.0 ? found.at : fastener.fastener.at;
}

} // namespace burl
