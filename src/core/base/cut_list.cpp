#include "core/base/cut_list.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>
#include <map>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kSlack_mm = 1e-6;
constexpr size_t kMostStates = 300'000; // beyond that it is not proven
constexpr double kNever = std::numeric_limits<double>::infinity();

/// What is left to cut, and what is left of bars that are counted.
using State = std::vector<int>;

struct Best {
    double price = kNever;
    int bars = 0;
    size_t stock = 0;
    std::vector<int> pieces; // of the next bar
};

class BarSearch
{
public:
    BarSearch(std::vector<double> blanks, std::vector<double> rooms, const std::vector<BarStock>& stocks, double kerf)
        : blanks_(std::move(blanks)), rooms_(std::move(rooms)), stocks_(stocks), kerf_(kerf)
    {
    }

    [[nodiscard]] bool gaveUp() const { return known_.size() > kMostStates; }

    /// The least that the members of a state cost; ties take fewer bars.
    const Best& best(const State& state)
    {
        const auto there = known_.find(state);
        if (there != known_.end()) {
            return there->second;
        }
        Best out;
        const size_t first = firstLeft(state);
        if (first == blanks_.size()) {
            out.price = 0.0;
            return known_[state] = out;
        }
        for (size_t s = 0; s < stocks_.size() && !gaveUp(); ++s) {
            if (stocks_[s].available && state[blanks_.size() + s] == 0) {
                continue;
            }
            // The longest that is left goes onto this bar: some bar must take it.
            std::vector<int> pieces(blanks_.size(), 0);
            if (blanks_[first] > rooms_[s] + kSlack_mm) {
                continue;
            }
            pieces[first] = 1;
            fill(state, pieces, first, rooms_[s] - blanks_[first], [&] {
                State next = state;
                for (size_t m = 0; m < pieces.size(); ++m) {
                    next[m] -= pieces[m];
                }
                if (stocks_[s].available) {
                    --next[blanks_.size() + s];
                }
                const Best& rest = best(next);
                const double price = rest.price + stocks_[s].price;
                if (price < out.price - 1e-9 || (price < out.price + 1e-9 && rest.bars + 1 < out.bars)) {
                    out = {price, rest.bars + 1, s, pieces};
                }
            });
        }
        return known_[state] = out;
    }

    [[nodiscard]] size_t firstLeft(const State& state) const
    {
        size_t m = 0;
        while (m < blanks_.size() && state[m] == 0) {
            ++m;
        }
        return m;
    }

private:
    /// Every way to fill the rest of a bar to which nothing more could be added.
    template <typename Each>
    void fill(const State& state, std::vector<int>& pieces, size_t from, double room, const Each& each)
    {
        bool more = false;
        for (size_t m = from; m < blanks_.size(); ++m) {
            if (pieces[m] < state[m] && blanks_[m] + kerf_ <= room + kSlack_mm) {
                more = true;
                ++pieces[m];
                fill(state, pieces, m, room - blanks_[m] - kerf_, each);
                --pieces[m];
            }
        }
        if (!more && isFull(state, pieces, room)) {
            each();
        }
    }

    [[nodiscard]] bool isFull(const State& state, const std::vector<int>& pieces, double room) const
    {
        for (size_t m = 0; m < blanks_.size(); ++m) {
            if (pieces[m] < state[m] && blanks_[m] + kerf_ <= room + kSlack_mm) {
                return false;
            }
        }
        return true;
    }

    std::vector<double> blanks_; // longest first
    std::vector<double> rooms_;  // of each stock, without its trim
    const std::vector<BarStock>& stocks_;
    double kerf_;
    std::map<State, Best> known_;
};

} // namespace

double blankOf_mm(const BarMember& m)
{
    constexpr double kDegree = std::numbers::pi / 180.0;
    const double mitres = m.depth_mm * (std::tan(m.angle1_deg * kDegree) + std::tan(m.angle2_deg * kDegree));
    switch (m.measured) {
    case MeasuredAlong::Long:
        return m.length_mm;
    case MeasuredAlong::Centre:
        return m.length_mm + mitres / 2.0;
    case MeasuredAlong::Short:
        return m.length_mm + mitres;
    }
    return m.length_mm;
}

CutList cutList(const std::vector<BarMember>& members, const std::vector<BarStock>& stocks, double kerf, double trim)
{
    CutList out;
    double longest = 0.0;
    std::vector<double> rooms;
    for (const BarStock& s : stocks) {
        rooms.push_back(s.length_mm - trim);
        longest = std::max(longest, rooms.back());
    }
    std::vector<size_t> order;
    for (size_t m = 0; m < members.size(); ++m) {
        out.blanks_mm.push_back(blankOf_mm(members[m]));
        out.total_mm += out.blanks_mm.back() * members[m].count;
        if (out.blanks_mm.back() > longest + kSlack_mm) {
            out.tooLong.push_back(members[m].id);
        }
        order.push_back(m);
    }
    if (!out.tooLong.empty()) {
        return out;
    }
    std::stable_sort(order.begin(), order.end(),
                     [&](size_t a, size_t b) { return out.blanks_mm[a] > out.blanks_mm[b]; });
    std::vector<double> blanks;
    State state;
    for (const size_t m : order) {
        blanks.push_back(out.blanks_mm[m]);
        state.push_back(members[m].count);
    }
    for (const BarStock& s : stocks) {
        state.push_back(s.available.value_or(0));
    }
    BarSearch search(blanks, rooms, stocks, kerf);
    out.price = search.best(state).price;
    out.proven = !search.gaveUp();
    if (!std::isfinite(*out.price)) {
        out.price.reset();
        return out;
    }
    while (search.firstLeft(state) < blanks.size()) {
        const Best step = search.best(state);
        BarPlan bar{step.stock, std::vector<int>(members.size(), 0), 1};
        for (size_t k = 0; k < order.size(); ++k) {
            bar.pieces[order[k]] = step.pieces[k];
            state[k] -= step.pieces[k];
        }
        if (stocks[step.stock].available) {
            --state[blanks.size() + step.stock];
        }
        ++out.bars;
        if (!out.plan.empty() && out.plan.back().stock == bar.stock && out.plan.back().pieces == bar.pieces) {
            ++out.plan.back().times;
        } else {
            out.plan.push_back(std::move(bar));
        }
    }
    return out;
}

namespace
{

constexpr size_t kMostParts = 12; // of which every set is looked at

/// A rectangle into which a set of parts can be sawn apart; of two the one that is no smaller either way is dropped.
struct Extent {
    double along = 0.0;
    double across = 0.0;
};

void keep(std::vector<Extent>& all, Extent e)
{
    for (const Extent& other : all) {
        if (other.along <= e.along + kSlack_mm && other.across <= e.across + kSlack_mm) {
            return;
        }
    }
    std::erase_if(all, [&](const Extent& other) {
        return e.along <= other.along + kSlack_mm && e.across <= other.across + kSlack_mm;
    });
    all.push_back(e);
}

} // namespace

SheetList sheetList(const std::vector<SheetPart>& parts, double sheetLong, double sheetWide, double kerf)
{
    SheetList out;
    const auto fits = [&](double along, double across) {
        return along <= sheetLong + kSlack_mm && across <= sheetWide + kSlack_mm;
    };
    std::vector<SheetPart> single;
    for (size_t i = 0; i < parts.size(); ++i) {
        const SheetPart& p = parts[i];
        out.area_mm2 += p.length_mm * p.width_mm * p.count;
        if (!fits(p.length_mm, p.width_mm) && !(p.turns && fits(p.width_mm, p.length_mm))) {
            out.tooBig.push_back(i);
        }
        single.insert(single.end(), static_cast<size_t>(std::max(0, p.count)), p);
    }
    if (!out.tooBig.empty()) {
        return out;
    }
    if (single.size() > kMostParts) {
        out.proven = false; // each by itself at worst
        out.sheets = static_cast<int>(single.size());
        return out;
    }
    const size_t sets = size_t{1} << single.size();
    std::vector<std::vector<Extent>> extents(sets);
    std::vector<int> sheets(sets, static_cast<int>(single.size()) + 1);
    sheets[0] = 0;
    for (size_t set = 1; set < sets; ++set) {
        std::vector<Extent>& mine = extents[set];
        const size_t lowest = set & (~set + 1);
        if (set == lowest) {
            size_t i = 0;
            while ((size_t{1} << i) != set) {
                ++i;
            }
            for (const Extent e :
                 {Extent{single[i].length_mm, single[i].width_mm}, Extent{single[i].width_mm, single[i].length_mm}}) {
                const bool turned = e.along != single[i].length_mm || e.across != single[i].width_mm;
                if ((!turned || single[i].turns) && fits(e.along, e.across)) {
                    keep(mine, e);
                }
            }
        }
        // One cut goes through: what it parts are two smaller sets, of which one has the lowest part.
        for (size_t a = (set - 1) & set; a > 0; a = (a - 1) & set) {
            if ((a & lowest) == 0) {
                continue;
            }
            for (const Extent& p : extents[a]) {
                for (const Extent& q : extents[set ^ a]) {
                    const Extent beside{p.along + kerf + q.along, std::max(p.across, q.across)};
                    const Extent above{std::max(p.along, q.along), p.across + kerf + q.across};
                    for (const Extent& e : {beside, above}) {
                        if (fits(e.along, e.across)) {
                            keep(mine, e);
                        }
                    }
                }
            }
        }
        if (!mine.empty()) {
            sheets[set] = 1;
            continue;
        }
        for (size_t a = (set - 1) & set; a > 0; a = (a - 1) & set) {
            if ((a & lowest) != 0 && !extents[a].empty()) {
                sheets[set] = std::min(sheets[set], 1 + sheets[set ^ a]);
            }
        }
    }
    out.sheets = sheets[sets - 1];
    return out;
}

} // namespace burl
