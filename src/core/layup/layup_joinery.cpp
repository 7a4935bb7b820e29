#include "core/layup/layup_plan.h"

// What is let into a layup that stands: keys across its checks.

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kSame_mm = 0.01; // ends nearer than this are the same end

class Joiner
{
public:
    Joiner(const LayupInput& input, LayupPlan& plan) : in_(input), plan_(plan) {}

    void letInKeys()
    {
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const PlacedPiece& piece = plan_.pieces[i];
            for (const Feature& f : in_.slabs[i]->features) {
                if (f.kind != FeatureKind::Check || f.intention != Intention::Key) {
                    continue;
                }
                keysOf(piece, f);
            }
        }
    }

private:
    /// Along each part of the check that the top keeps, from where it is open: an end at which it was cut off, else the
    /// end that reaches furthest out.
    void keysOf(const PlacedPiece& piece, const Feature& f)
    {
        const std::vector<Vec2> whole = piece.place.toTable(f.points);
        const Vec2 middle = piece.place.toTable(piece.middle);
        KeyedCheck check{static_cast<size_t>(&piece - plan_.pieces.data()), piece.slab, f.id, {}, 0};
        const auto parts = partsInside(whole, piece.kept);
        for (std::vector<Vec2> part : parts) {
            check.place = part.front();
            const bool cutFront = length(part.front() - whole.front()) > kSame_mm;
            const bool cutBack = length(part.back() - whole.back()) > kSame_mm;
            const bool furtherBack = length(part.back() - middle) > length(part.front() - middle);
            if (cutBack != cutFront ? cutBack : furtherBack) {
                std::reverse(part.begin(), part.end());
            }
            for (ButterflyKey key : keysAcross(part)) {
                const Ring outline = key.outline();
                if (std::all_of(outline.begin(), outline.end(), [&](Vec2 p) { return contains(piece.kept, p); })) {
                    key.slab = piece.slab;
                    key.feature = f.id;
                    plan_.keys.push_back(key);
                    ++check.keys;
                }
            }
        }
        if (!parts.empty()) {
            plan_.keyed.push_back(check);
        }
    }

    const LayupInput& in_;
    LayupPlan& plan_;
};

} // namespace

void joinLayup(const LayupInput& input, LayupPlan& plan)
{
    Joiner joiner(input, plan);
    joiner.letInKeys();
}

} // namespace burl
