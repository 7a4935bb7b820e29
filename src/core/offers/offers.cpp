#include "core/offers/offers.h"

// Method: an offer's points are a sum of what each strip loses by itself and of what the two lose together,
// and nothing lost is negative. So the sum of the best strips of two slabs, with the least that their places
// in the log can lose, is a bound: pairs are taken in the order of that bound, and the work ends when the
// bound passes the twentieth best. Within a pair strips are taken best first in the same way. The answer is
// the same as looking at everything, and the tests hold one against the other.

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/layup/layup_plan.h"
#include "core/offers/best_offers.h"
#include "core/offers/blanks.h"
#include "core/offers/match.h"
#include "core/offers/panels.h"
#include "core/shop/outline.h"

namespace burl
{
namespace
{

using namespace offers;

constexpr double kNever = std::numeric_limits<double>::infinity();
constexpr double kRoom_mm = 0.5;     // over a wanted width, for the piece is turned a little on its rip line
constexpr double kHair = 1e-9;       // sums taken in another order
constexpr double kTightest_mm = 5.0; // a gap that can be poured or finished

struct Pairing {
    OfferLoss loss;
    double points = kNever;
    bool bookmatch = false;
    const Blank* far = nullptr;
    const Blank* near = nullptr;
};

class Matcher
{
public:
    explicit Matcher(const OfferInput& in)
        : in_(in), tree_(in), matchWeight_(weightOf(in.wishes.match)), evenWeight_(weightOf(in.wishes.even)),
          wasteWeight_(weightOf(in.wishes.waste))
    {
    }

    /// Points of two strips together; infinite when they do not make the top.
    [[nodiscard]] double together(const SlabBlanks& a, const SlabBlanks& b, const Blank& far, const Blank& near,
                                  OfferLoss& loss, bool& bookmatch) const
    {
        if (!widths(a, b, far, near, loss)) {
            return kNever;
        }
        loss.match = tree_.of(a.slab, b.slab, far, near, bookmatch);
        const double extraWaste = loss.waste;
        loss.waste += (far.waste + near.waste) / 2.0;
        loss.sound = (far.sound + near.sound) / 2.0;
        loss.price = a.price + b.price;
        return far.own + near.own + wasteWeight_ * extraWaste + evenWeight_ * loss.even + matchWeight_ * loss.match;
    }

private:
    /// Width of the top, evenness, and the wood that a wanted width cuts away; false when it does not fit.
    [[nodiscard]] bool widths(const SlabBlanks& a, const SlabBlanks& b, const Blank& far, const Blank& near,
                              OfferLoss& loss) const
    {
        const LayupChoices& c = in_.choices;
        double mostSum = -1e9;
        double differ = 0.0;
        double sums = 0.0;
        double squares = 0.0;
        for (size_t i = 0; i < kSamples; ++i) {
            const double sum = far.width_mm[i] + near.width_mm[i];
            const double difference = far.width_mm[i] - near.width_mm[i];
            mostSum = std::max(mostSum, sum);
            differ += difference * difference;
            sums += sum;
            squares += sum * sum;
        }
        const double meanSum = sums / kSamples;
        if (facesAcross(c.kind)) {
            const double width = c.width_mm.value_or(mostSum + c.leastGap_mm);
            if (width - mostSum < kTightest_mm) {
                return false;
            }
            const double spread = std::sqrt(std::max(0.0, squares / kSamples - meanSum * meanSum));
            loss.even = std::min(100.0, 100.0 * spread / std::max(1.0, width - meanSum));
            loss.waste = 50.0 * (width - meanSum) / width; // what is poured, or left open, is no wood
            return true;
        }
        if (shapeHalf(c, 0)) { // each half must hold its half of the round
            double kept = 0.0;
            for (int i = 0; i < kSamples; ++i) {
                const auto k = static_cast<size_t>(i);
                const double half = *shapeHalf(c, i);
                if (c.edges != OuterEdges::Live &&
                    (far.width_mm[k] < half + kRoom_mm || near.width_mm[k] < half + kRoom_mm)) {
                    return false;
                }
                kept += (std::min(far.width_mm[k], half) + std::min(near.width_mm[k], half)) *
                        (i == 0 || i == kSamples - 1 ? 0.5 : 1.0) / (kSamples - 1);
            }
            loss.even = std::min(100.0, 200.0 * std::sqrt(differ / kSamples) / std::max(1.0, meanSum));
            loss.waste = 100.0 * (meanSum - kept) * c.length_mm / (a.area_mm2 + b.area_mm2);
            return true;
        }
        if (c.width_mm) {
            for (size_t i = 0; i + 1 < kSamples; ++i) {
                if (far.least_mm[i] + near.least_mm[i] < *c.width_mm + kRoom_mm) {
                    return false;
                }
            }
        }
        loss.even = std::min(100.0, 200.0 * std::sqrt(differ / kSamples) / std::max(1.0, meanSum));
        loss.waste = c.width_mm ? 100.0 * (meanSum - *c.width_mm) * c.length_mm / (a.area_mm2 + b.area_mm2) : 0.0;
        return true;
    }

    const OfferInput& in_;
    TreeMatch tree_;
    double matchWeight_;
    double evenWeight_;
    double wasteWeight_;
};

Piece pieceOf(const OfferInput& in, std::size_t slab, const Blank& strip)
{
    Piece piece;
    piece.slab = in.slabs[slab]->id;
    piece.show = strip.show;
    piece.endForEnd = strip.reversed;
    const auto outline = outlineOf(*in.slabs[slab], strip.show);
    piece.left_mm =
        strip.reversed ? strip.x0_mm + in.choices.length_mm - outline->to_mm() : outline->from_mm() - strip.x0_mm;
    piece.left_mm = std::round(piece.left_mm * 10.0) / 10.0;
    return piece;
}

class Search
{
public:
    Search(const OfferInput& in, std::size_t count, const OfferProgress& progress, bool everything)
        : in_(in), progress_(progress), everything_(everything), prepared_(prepare(in)), matcher_(in), tree_(in),
          best_(count)
    {
        answer_.leftOut = prepared_.leftOut;
    }

    OfferAnswer run()
    {
        if (in_.choices.kind == TopKind::Single) {
            singles();
        } else if (in_.choices.kind == TopKind::Panel) {
            const auto goingOn = [this](double share) { return goOn(share); };
            answer_.compared = searchPanels(in_, prepared_, everything_, best_, goingOn);
        } else {
            pairs();
        }
        for (const BestOffers::Kept& kept : best_.all()) {
            Offer offer;
            offer.layup = in_.choices;
            offer.layup.curves.clear(); // drawn for other slabs
            offer.layup.pieces.clear();
            for (const auto& [slab, strip] : kept.strips) {
                offer.layup.pieces.push_back(pieceOf(in_, prepared_.slabs[slab].slab, *strip));
            }
            offer.loss = kept.loss;
            offer.points = kept.points;
            offer.bookmatch = kept.bookmatch;
            answer_.offers.push_back(std::move(offer));
        }
        return std::move(answer_);
    }

private:
    bool goOn(double share)
    {
        if (progress_ && !progress_(share)) {
            answer_.cancelled = true;
            return false;
        }
        return true;
    }

    void singles()
    {
        for (std::size_t i = 0; i < prepared_.slabs.size(); ++i) {
            const SlabBlanks& s = prepared_.slabs[i];
            const Blank& strip = s.far.front();
            answer_.compared += s.far.size();
            OfferLoss loss;
            loss.sound = strip.sound;
            loss.waste = strip.waste;
            loss.price = s.price;
            best_.add({strip.own, {{i, &strip}}, loss, false});
        }
    }

    [[nodiscard]] bool tooDear(const SlabBlanks& a, const SlabBlanks& b) const
    {
        return in_.wishes.budget &&
               in_.slabs[a.slab]->price.value_or(0.0) + in_.slabs[b.slab]->price.value_or(0.0) > *in_.wishes.budget;
    }

    void pairs()
    {
        struct Bound {
            double least;
            std::uint32_t a;
            std::uint32_t b;
        };
        const std::size_t n = prepared_.slabs.size();
        std::vector<Bound> bounds;
        bounds.reserve(n * (n - (n > 0 ? 1 : 0)) / 2);
        const double matchWeight = weightOf(in_.wishes.match);
        for (std::size_t i = 0; i < n; ++i) {
            for (std::size_t k = i + 1; k < n; ++k) {
                const SlabBlanks& a = prepared_.slabs[i];
                const SlabBlanks& b = prepared_.slabs[k];
                if (tooDear(a, b) || (!everything_ && tooNarrow(a, b))) {
                    continue;
                }
                const double least = a.bestFar() + b.bestNear() + matchWeight * tree_.least(a.slab, b.slab);
                bounds.push_back({least, static_cast<std::uint32_t>(i), static_cast<std::uint32_t>(k)});
            }
        }
        if (!everything_) {
            std::sort(bounds.begin(), bounds.end(), [](const Bound& x, const Bound& y) {
                return x.least != y.least ? x.least < y.least : x.a != y.a ? x.a < y.a : x.b < y.b;
            });
        }
        std::size_t done = 0;
        for (const Bound& bound : bounds) {
            if (!everything_ && bound.least > best_.toBeat() + kHair) {
                break;
            }
            if (done++ % 256 == 0 && !goOn(static_cast<double>(done) / static_cast<double>(bounds.size()))) {
                break;
            }
            pair(bound.a, bound.b, matchWeight);
        }
    }

    /// No two strips of them are as wide as wanted.
    [[nodiscard]] bool tooNarrow(const SlabBlanks& a, const SlabBlanks& b) const
    {
        return !facesAcross(in_.choices.kind) && in_.choices.width_mm && !shapeHalf(in_.choices, 0) &&
               a.widest_mm + b.widest_mm < *in_.choices.width_mm;
    }

    void pair(std::size_t i, std::size_t k, double matchWeight)
    {
        const SlabBlanks& a = prepared_.slabs[i];
        const SlabBlanks& b = prepared_.slabs[k];
        const double match = matchWeight * tree_.least(a.slab, b.slab);
        Pairing best;
        for (const Blank& far : a.far) {
            if (!everything_ && far.own + b.bestNear() + match > std::min(best.points, best_.toBeat()) + kHair) {
                break;
            }
            for (const Blank& near : b.near) {
                if (!everything_ && far.own + near.own + match > std::min(best.points, best_.toBeat()) + kHair) {
                    break;
                }
                ++answer_.compared;
                OfferLoss loss;
                bool bookmatch = false;
                const double points = matcher_.together(a, b, far, near, loss, bookmatch);
                if (points < best.points) {
                    best = {loss, points, bookmatch, &far, &near};
                }
            }
        }
        if (best.far != nullptr) {
            best_.add({best.points, {{i, best.far}, {k, best.near}}, best.loss, best.bookmatch});
        }
    }

    const OfferInput& in_;
    const OfferProgress& progress_;
    bool everything_;
    Prepared prepared_;
    Matcher matcher_;
    TreeMatch tree_;
    BestOffers best_;
    OfferAnswer answer_;
};

} // namespace

double weightOf(Counts counts)
{
    switch (counts) {
    case Counts::Not:
        return 0.0;
    case Counts::Little:
        return 1.0;
    case Counts::Much:
        return 3.0;
    case Counts::AboveAll:
        break;
    }
    return 9.0;
}

OfferAnswer bestOffers(const OfferInput& input, std::size_t count, const OfferProgress& progress)
{
    return Search(input, count, progress, false).run();
}

OfferAnswer exhaustiveOffers(const OfferInput& input, std::size_t count, const OfferProgress& progress)
{
    return Search(input, count, progress, true).run();
}

OfferInput offerInput(const Job& job, const Shop& shop)
{
    OfferInput in;
    in.choices = job.layup;
    in.choices.pieces.clear();
    in.wishes = job.wishes;
    in.trim_mm = job.layup.trim_mm.value_or(shop.habits.trimEachEnd_mm);
    in.ripMargin_mm = job.layup.ripMargin_mm.value_or(shop.habits.ripMargin_mm);
    in.slabs = shop.slabs;
    for (const auto& slab : shop.slabs) {
        const Log* log = shop.log(slab->log);
        in.kerfs_mm.push_back(log != nullptr ? log->kerf_mm : 4.0);
    }
    return in;
}

} // namespace burl
