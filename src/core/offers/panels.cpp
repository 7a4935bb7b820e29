#include "core/offers/panels.h"

// Method: the points of a panel are a sum of what each strip loses by itself, of what neighbours lose together, and
// of evenness and waste, which are never negative. Strips are tried best first, and a panel begun is given up as soon
// as what it has lost, with the best that its other slabs could be, cannot beat the last of the best.

#include <cmath>
#include <map>
#include <numeric>

#include "core/offers/match.h"

namespace burl::offers
{
namespace
{

constexpr std::size_t kLeastPieces = 3;
constexpr std::size_t kMostPieces = 5;
constexpr std::size_t kAsksEvery = 32; // sets of slabs between two looks whether to stop
constexpr double kRoom_mm = 0.5;       // over a wanted width, for pieces are turned a little on their rip lines

class PanelSearch
{
public:
    PanelSearch(const OfferInput& in, const Prepared& prepared, bool everything, BestOffers& best)
        : in_(in), prepared_(prepared), everything_(everything), best_(best), tree_(in),
          matchWeight_(weightOf(in.wishes.match)), evenWeight_(weightOf(in.wishes.even)),
          soundWeight_(weightOf(in.wishes.sound)), wasteWeight_(weightOf(in.wishes.waste)),
          priceWeight_(weightOf(in.wishes.price))
    {
    }

    std::size_t run(const std::function<bool(double)>& goOn)
    {
        const auto trees = treesOf();
        std::size_t done = 0;
        for (const std::vector<std::size_t>& tree : trees) {
            const double share = static_cast<double>(done++) / static_cast<double>(trees.size());
            goesOn_ = [&goOn, share] { return goOn(share); };
            for (std::size_t n = kLeastPieces; n <= std::min(kMostPieces, tree.size()) && !stopped_; ++n) {
                std::vector<std::size_t> chosen;
                choose(tree, 0, n, chosen);
            }
            if (stopped_) {
                break;
            }
        }
        return compared_;
    }

private:
    /// Slabs of each log, in the order they were sawn.
    [[nodiscard]] std::vector<std::vector<std::size_t>> treesOf() const
    {
        std::map<int, std::vector<std::size_t>> byLog;
        for (std::size_t i = 0; i < prepared_.slabs.size(); ++i) {
            const Slab& slab = *in_.slabs[prepared_.slabs[i].slab];
            if (slab.log.value != 0 && slab.sequence > 0) {
                byLog[slab.log.value].push_back(i);
            }
        }
        std::vector<std::vector<std::size_t>> out;
        for (auto& [log, slabs] : byLog) {
            std::stable_sort(slabs.begin(), slabs.end(), [this](std::size_t a, std::size_t b) {
                return in_.slabs[prepared_.slabs[a].slab]->sequence < in_.slabs[prepared_.slabs[b].slab]->sequence;
            });
            if (slabs.size() >= kLeastPieces) {
                out.push_back(std::move(slabs));
            }
        }
        return out;
    }

    void choose(const std::vector<std::size_t>& tree, std::size_t from, std::size_t n, std::vector<std::size_t>& chosen)
    {
        if (chosen.size() == n) {
            stopped_ = sets_++ % kAsksEvery == 0 && !goesOn_();
            if (!stopped_) {
                panel(chosen);
            }
            return;
        }
        for (std::size_t i = from; i + (n - chosen.size()) <= tree.size() && !stopped_; ++i) {
            chosen.push_back(tree[i]);
            choose(tree, i + 1, n, chosen);
            chosen.pop_back();
        }
    }

    [[nodiscard]] const std::vector<Blank>& stripsOf(std::size_t place, std::size_t n, std::size_t slab) const
    {
        const SlabBlanks& s = prepared_.slabs[slab];
        return place == 0 ? s.far : place + 1 == n ? s.near : s.inner;
    }

    /// What a strip loses by itself in a panel of n.
    [[nodiscard]] double own(const Blank& strip, std::size_t n) const
    {
        return (soundWeight_ * strip.sound + wasteWeight_ * strip.waste) / static_cast<double>(n);
    }

    void panel(const std::vector<std::size_t>& slabs)
    {
        const std::size_t n = slabs.size();
        double bound = 0.0;
        double price = 0.0;
        double money = 0.0;
        for (std::size_t k = 0; k < n; ++k) {
            const auto& strips = stripsOf(k, n, slabs[k]);
            if (strips.empty()) {
                return;
            }
            price += prepared_.slabs[slabs[k]].price;
            money += in_.slabs[prepared_.slabs[slabs[k]].slab]->price.value_or(0.0);
        }
        if (in_.wishes.budget && money > *in_.wishes.budget) {
            return;
        }
        // What is left to lose from each place on, at the least.
        rest_.assign(n + 1, 0.0);
        for (std::size_t k = n; k-- > 0;) {
            double least = kNever;
            for (const Blank& strip : stripsOf(k, n, slabs[k])) {
                least = std::min(least, own(strip, n));
            }
            const double match =
                k > 0 ? matchWeight_ *
                            std::min(tree_.least(prepared_.slabs[slabs[k - 1]].slab, prepared_.slabs[slabs[k]].slab),
                                     kSlipped) /
                            static_cast<double>(n - 1)
                      : 0.0;
            rest_[k] = rest_[k + 1] + least + match;
        }
        bound = rest_[0] + priceWeight_ * price;
        if (!everything_ && bound > best_.toBeat() + kHair) {
            return;
        }
        found_ = {};
        found_.points = kNever;
        price_ = price;
        strips_.clear();
        lay(slabs, priceWeight_ * price, 0.0, 0.0, 0.0);
        if (found_.points < kNever) {
            best_.add(found_);
        }
    }

    void lay(const std::vector<std::size_t>& slabs, double lost, double match, double sound, double waste)
    {
        const std::size_t n = slabs.size();
        const std::size_t place = strips_.size();
        if (place == n) {
            finish(slabs, lost, match, sound, waste);
            return;
        }
        for (const Blank& strip : stripsOf(place, n, slabs[place])) {
            double now = own(strip, n);
            double meets = 0.0;
            if (place > 0) {
                meets = tree_.inPanel(prepared_.slabs[slabs[place - 1]].slab, prepared_.slabs[slabs[place]].slab,
                                      *strips_.back().second, strip) /
                        static_cast<double>(n - 1);
                now += matchWeight_ * meets;
            }
            // No better than what these slabs gave already, or than the last of the best.
            const double least = lost + now + rest_[place + 1];
            if (!everything_ && (least >= found_.points || least > best_.toBeat() + kHair)) {
                continue;
            }
            strips_.emplace_back(slabs[place], &strip);
            lay(slabs, lost + now, match + meets, sound + strip.sound, waste + strip.waste);
            strips_.pop_back();
        }
    }

    void finish(const std::vector<std::size_t>& slabs, double lost, double match, double sound, double waste)
    {
        ++compared_;
        const double n = static_cast<double>(slabs.size());
        double area = 0.0;
        double mean = 0.0;
        for (std::size_t k = 0; k < slabs.size(); ++k) {
            area += prepared_.slabs[slabs[k]].area_mm2;
            mean += strips_[k].second->meanWidth_mm;
        }
        double cut = 0.0; // of the wood, to come to a wanted width
        if (in_.choices.width_mm) {
            for (std::size_t i = 0; i + 1 < kSamples; ++i) {
                double narrowest = 0.0;
                for (const auto& strip : strips_) {
                    narrowest += strip.second->least_mm[i];
                }
                if (narrowest < *in_.choices.width_mm + kRoom_mm) {
                    return;
                }
            }
            cut = 100.0 * (mean - *in_.choices.width_mm) * in_.choices.length_mm / area;
        }
        double squares = 0.0;
        for (const auto& strip : strips_) {
            squares += (strip.second->meanWidth_mm - mean / n) * (strip.second->meanWidth_mm - mean / n);
        }
        const double even = std::min(100.0, 200.0 * std::sqrt(squares / n) / std::max(1.0, mean / n));
        const double points = lost + wasteWeight_ * cut + evenWeight_ * even;
        if (points < found_.points) {
            found_.points = points;
            found_.strips = strips_;
            found_.loss = {match, even, sound / n, waste / n + cut, price_};
        }
    }

    const OfferInput& in_;
    const Prepared& prepared_;
    bool everything_;
    BestOffers& best_;
    TreeMatch tree_;
    double matchWeight_;
    double evenWeight_;
    double soundWeight_;
    double wasteWeight_;
    double priceWeight_;
    std::vector<double> rest_;
    std::vector<std::pair<std::size_t, const Blank*>> strips_;
    BestOffers::Kept found_;
    double price_ = 0.0;
    std::size_t compared_ = 0;
    std::size_t sets_ = 0; // of slabs
    std::function<bool()> goesOn_;
    bool stopped_ = false;
};

} // namespace

std::size_t searchPanels(const OfferInput& in, const Prepared& prepared, bool everything, BestOffers& best,
                         const std::function<bool(double)>& goOn)
{
    return PanelSearch(in, prepared, everything, best).run(goOn);
}

} // namespace burl::offers
