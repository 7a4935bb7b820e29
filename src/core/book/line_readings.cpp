#include "core/book/line_readings.h"

#include <algorithm>
#include <cmath>

#include "core/measure/format.h"
#include "core/shop/metered.h"

namespace burl
{
namespace
{

// Out of all likelihood: asked before it is kept.
constexpr double kThinnest_mm = 8.0;
constexpr double kThickest_mm = 150.0;
constexpr double kMoreThanItWas = 1.1; // of its thickness: wood swells by less
constexpr double kMuchLess = 0.5;      // of it: more than any flattening takes
constexpr double kDriest_pct = 3.0;
constexpr double kWettest_pct = 45.0;    // a meter says nothing above the fibre saturation of 30; 45 is green wood
constexpr double kWetterAgain_pct = 6.0; // than it was
constexpr double kColdest_C = -15.0;
constexpr double kHottest_C = 120.0;
constexpr double kMostMoved_mm = 15.0;
constexpr double kMost_L = 100.0; // in one pour

class Readings
{
    using Is = BookAmount::Is;

public:
    Readings(const BookParts& parts, std::string_view line, const std::vector<std::shared_ptr<const Slab>>& slabs,
             std::vector<bool>& used)
        : p_(parts), line_(line), slabs_(slabs), used_(used)
    {
    }

    std::vector<SaidReading> run()
    {
        for (clause_ = 0; clause_ < p_.clauses.size(); ++clause_) {
            const BookClause& c = p_.clauses[clause_];
            if (c.done() != nullptr) {
                poured_ = c.done()->act == Sense::Pour || c.done()->act == Sense::Mix;
            }
            bareMoisture(c);
            bareThickness(c);
            for (const size_t k : c.amounts) {
                amount(c, k);
            }
            if (!c.slabs.empty()) {
                last_ = c.slabs;
            }
            moist_ = c.acts.empty() && (p_.senseIn(c, Sense::Moisture) || (moist_ && c.slabs.empty()));
        }
        severalTemperatures();
        twice();
        std::stable_sort(out_.begin(), out_.end(),
                         [](const SaidReading& a, const SaidReading& b) { return a.token < b.token; });
        return std::move(out_);
    }

private:
    [[nodiscard]] bool is(size_t i, Sense s) const
    {
        return i < p_.senses.size() && p_.senses[i] && p_.senses[i]->sense == s;
    }
    [[nodiscard]] size_t backOver(size_t i) const // fillers, "at" and the slab before a token
    {
        while (i > 0 && (p_.slabAt[i - 1].value != 0 || is(i - 1, Sense::Filler) || is(i - 1, Sense::At) ||
                         p_.tokens[i - 1].sign(":") || p_.tokens[i - 1].sign("="))) {
            --i;
        }
        return i;
    }
    [[nodiscard]] bool moistureWord(size_t from, size_t to) const
    {
        const size_t before = backOver(from);
        return (before > 0 && is(before - 1, Sense::Moisture)) || is(to, Sense::Moisture);
    }
    [[nodiscard]] bool humidity(const BookClause& c, size_t from, size_t to) const
    {
        const size_t before = backOver(from);
        return (before > 0 && is(before - 1, Sense::Humidity)) || is(to, Sense::Humidity) ||
               (p_.senseIn(c, Sense::Humidity) && !p_.senseIn(c, Sense::Moisture));
    }

    void amount(const BookClause& c, size_t k)
    {
        const BookAmount& a = p_.amounts[k];
        if (a.notIt) {
            return;
        }
        switch (a.is) {
        case Is::Percent:
            percent(c, a);
            break;
        case Is::Temperature:
            put(ReadingKind::Temperature, a, {SlabId{}}).unsure |= a.unsure;
            break;
        case Is::Length:
            length(c, k);
            break;
        case Is::Volume:
            volume(c, k);
            break;
        case Is::Mass:
            if (poured_) {
                put(ReadingKind::Litres, a, {SlabId{}}).mass = true;
            }
            break;
        case Is::Count:
            if (a.of == Sense::Pot || a.of == Sense::Disc) {
                put(a.of == Sense::Pot ? ReadingKind::Pots : ReadingKind::Discs, a, {SlabId{}});
            }
            break;
        default:
            break;
        }
    }

    void percent(const BookClause& c, const BookAmount& a)
    {
        if (humidity(c, a.from, a.to)) {
            return;
        }
        const bool word = moistureWord(a.from, a.to) || p_.senseIn(c, Sense::Moisture);
        const bool plain = !c.slabs.empty() && c.done() == nullptr;
        if (word || plain) {
            ofSlabs(ReadingKind::Moisture, c, a);
            inside(c);
        }
    }
    /// "At 20 mm deep": the book keeps what was read at the face.
    void inside(const BookClause& c)
    {
        const bool deep =
            std::any_of(c.amounts.begin(), c.amounts.end(), [&](size_t k) { return p_.amounts[k].is == Is::Length; });
        if (deep && p_.senseIn(c, Sense::NotThickness)) {
            out_.back().unlikely = "inside the wood; the day book keeps what is read at its face";
        }
    }
    /// "MC 9.1", without a sign behind it.
    void bareMoisture(const BookClause& c)
    {
        for (size_t i = c.from; i < c.to; ++i) {
            if (!p_.tokens[i].number() || used_[i] || inAmount(i)) {
                continue;
            }
            const size_t before = backOver(i);
            const bool said = before > 0 && is(before - 1, Sense::Moisture);
            const bool moist = p_.senseIn(c, Sense::Moisture) || moist_;
            const bool another =
                !said && i > 0 && p_.slabAt[i - 1].value != 0 && moist && c.done() == nullptr; // "B2 MC 9.2 B4 9.4"
            if (!said && !another) {
                continue;
            }
            BookAmount a;
            a.unsure = another;
            a.is = Is::Percent;
            a.value = p_.tokens[i].value;
            a.from = i;
            a.to = i + 1;
            const bool range = i + 2 < p_.tokens.size() && p_.tokens[i + 1].sign("-") && p_.tokens[i + 2].number();
            if (range) {
                a.value = (a.value + p_.tokens[i + 2].value) / 2.0;
                a.unsure = true;
                a.to = i + 3;
            }
            ofSlabs(ReadingKind::Moisture, c, a);
            inside(c);
            i = a.to - 1;
        }
    }
    /// "B2 thickness 48.2": without a unit it is of the shop's usual one.
    void bareThickness(const BookClause& c)
    {
        for (size_t i = c.from; i < c.to; ++i) {
            const size_t before = backOver(i);
            if (!p_.tokens[i].number() || used_[i] || inAmount(i) || before == 0 || !is(before - 1, Sense::Thick)) {
                continue;
            }
            BookAmount a;
            a.is = Is::Length;
            a.value = p_.tokens[i].value;
            a.from = i;
            a.to = i + 1;
            ofSlabs(ReadingKind::Thickness, c, a);
        }
    }
    [[nodiscard]] bool inAmount(size_t i) const
    {
        return std::any_of(p_.amounts.begin(), p_.amounts.end(),
                           [&](const BookAmount& a) { return i >= a.from && i < a.to; });
    }

    void length(const BookClause& c, size_t k)
    {
        const BookAmount& a = p_.amounts[k];
        const bool moved = p_.senseIn(c, Sense::Moved);
        const bool other = c.near(Sense::Leak) || p_.senseIn(c, Sense::NotThickness) || p_.senseIn(c, Sense::PerPass) ||
                           c.has(Sense::Pass) || is(a.to, Sense::Each) || perPass(a.to) ||
                           std::any_of(c.acts.begin(), c.acts.end(), [](const SaidAct& act) {
                               return act.act == Sense::Remove || act.act == Sense::Cut || act.act == Sense::RoughCut ||
                                      act.act == Sense::Trim || act.act == Sense::Drill || act.act == Sense::Rout ||
                                      act.act == Sense::RoundOver || act.act == Sense::Scrape;
                           });
        if (moved) {
            ofSlabs(ReadingKind::Moved, c, a);
            return;
        }
        const bool thick = p_.senseIn(c, Sense::Thick);
        const bool down = a.from > 0 && p_.tokens[a.from - 1].text == "to" && c.done() != nullptr &&
                          (c.done()->act == Sense::Flatten || c.done()->act == Sense::Plane);
        const bool alone = c.done() == nullptr && c.acts.empty() && c.unknown.empty();
        const bool beside =
            c.unknown.empty() && !c.slabs.empty() && c.done() != nullptr &&
            (c.done()->act == Sense::Flatten || c.done()->act == Sense::Plane || c.done()->act == Sense::Measure);
        if (other || c.planned || !(thick || down || alone || beside)) {
            return;
        }
        if (alone && !thick && c.slabs.empty() && (!c.things.empty() || !c.beside.empty())) {
            return; // "void 30 mm"
        }
        ofSlabs(ReadingKind::Thickness, c, a);
    }
    [[nodiscard]] bool perPass(size_t i) const // "2 mm a pass"
    {
        return i + 1 < p_.tokens.size() && (is(i + 1, Sense::Pass) || is(i, Sense::Pass));
    }

    void volume(const BookClause& c, size_t k)
    {
        const BookAmount& a = p_.amounts[k];
        const bool none = c.negated || c.planned || c.asked || (!c.acts.empty() && c.done() == nullptr);
        if (none) {
            return;
        }
        BookAmount all = a;
        if (k > 0) {
            const BookAmount& before = p_.amounts[k - 1];
            const bool pots = before.is == Is::Count && before.of == Sense::Pot;
            const bool of = a.from == before.to + 2 && is(before.to + 1, Sense::Of);
            if (pots && (of || is(a.to, Sense::Each))) { // "3 pots of 2.4 l"; "3 pots 11.4 l" is all of it
                all.value *= before.value;
            } else if (a.from > 0 && is(a.from - 1, Sense::Of)) {
                return; // "7 l of 9 l"
            }
        }
        put(leaked(c, k) ? ReadingKind::Leak : ReadingKind::Litres, all, {SlabId{}});
    }
    /// A leak is said before its litres, or right behind them.
    [[nodiscard]] bool leaked(const BookClause& c, size_t k) const
    {
        const BookAmount& a = p_.amounts[k];
        size_t from = c.from;
        for (size_t j = 0; j < k; ++j) {
            from = p_.amounts[j].is == Is::Volume && p_.amounts[j].from >= c.from ? p_.amounts[j].to : from;
        }
        for (size_t i = from; i < a.from; ++i) {
            if (is(i, Sense::Leak) && !(i > 0 && is(i - 1, Sense::No))) {
                return true;
            }
        }
        for (size_t j = k + 1; j < p_.amounts.size(); ++j) {
            if (p_.amounts[j].is == Is::Volume && p_.amounts[j].from < c.to) {
                return false; // "7.2 l, lost 0.3 l": of what follows
            }
        }
        return is(a.to, Sense::Leak) || (is(a.to, Sense::Filler) && is(a.to + 1, Sense::Leak));
    }

    SaidReading& put(ReadingKind kind, const BookAmount& a, const std::vector<SlabId>& slabs)
    {
        for (const SlabId slab : slabs) {
            SaidReading r;
            r.reading = {kind, slab, a.negative ? -a.value : a.value};
            r.clause = clause_;
            r.token = a.from;
            const size_t end = p_.tokens[a.to - 1].to;
            r.as = std::string(line_.substr(p_.tokens[a.from].from, end - p_.tokens[a.from].from));
            r.unsure = a.unsure;
            r.unlikely = unlikely(r.reading);
            out_.push_back(std::move(r));
        }
        for (size_t i = a.from; i < a.to; ++i) {
            used_[i] = true;
        }
        return out_.back();
    }

    /// Of the slabs named before it; of those behind it where none stands before; of those of the clause before.
    void ofSlabs(ReadingKind kind, const BookClause& c, const BookAmount& a)
    {
        std::vector<SlabId> group = named(c, a);
        if (group.empty() && c.both) {
            for (const auto& slab : slabs_) {
                group.push_back(slab->id);
            }
        }
        if (group.empty()) {
            group = last_;
        }
        if (group.empty() && slabs_.size() == 1) {
            group = {slabs_.front()->id};
        }
        if (group.empty()) {
            put(kind, a, {SlabId{}}).noSlab = true;
            return;
        }
        if (group.size() > 1) { // as many readings as slabs: one each
            std::vector<const BookAmount*> alike;
            for (const size_t k : c.amounts) {
                const BookAmount& other = p_.amounts[k];
                if (other.is == a.is && named(c, other) == group) {
                    alike.push_back(&other);
                }
            }
            if (alike.size() == group.size()) {
                for (size_t i = 0; i < alike.size(); ++i) {
                    if (alike[i]->from == a.from) {
                        group = {group[i]};
                        break;
                    }
                }
            } else if (alike.size() > 1) {
                put(kind, a, {SlabId{}}).noSlab = true;
                return;
            }
        }
        put(kind, a, group);
    }
    [[nodiscard]] std::vector<SlabId> named(const BookClause& c, const BookAmount& a) const
    {
        std::vector<SlabId> before;
        std::vector<SlabId> behind;
        size_t at = 0;
        for (size_t k = 0; k < c.slabs.size(); ++k) {
            const size_t token = c.slabTokens[k];
            if (token < a.from) {
                bool joined = !before.empty();
                for (size_t i = at + 1; i < token; ++i) {
                    joined = joined && (is(i, Sense::And) || p_.tokens[i].sign("/") || p_.tokens[i].sign("+") ||
                                        p_.tokens[i].sign("&") || p_.slabAt[i].value != 0);
                }
                if (!joined) {
                    before.clear();
                }
                before.push_back(c.slabs[k]);
                at = token;
            } else {
                behind.push_back(c.slabs[k]);
            }
        }
        return before.empty() ? behind : before;
    }

    void severalTemperatures()
    {
        const auto warm = [](const SaidReading& r) { return r.reading.kind == ReadingKind::Temperature; };
        if (std::count_if(out_.begin(), out_.end(), warm) > 1) {
            for (SaidReading& r : out_) {
                r.unsure = r.unsure || warm(r);
            }
        }
    }

    /// Two thicknesses of one slab: which is meant?
    void twice()
    {
        for (SaidReading& a : out_) {
            for (const SaidReading& b : out_) {
                const bool ofSlab = a.reading.kind == ReadingKind::Thickness || a.reading.kind == ReadingKind::Moisture;
                a.unsure = a.unsure || (ofSlab && &a != &b && a.reading.kind == b.reading.kind &&
                                        a.reading.slab == b.reading.slab && a.reading.slab.value != 0);
            }
        }
    }

    [[nodiscard]] const Slab* slab(SlabId id) const
    {
        for (const auto& s : slabs_) {
            if (s && s->id == id) {
                return s.get();
            }
        }
        return nullptr;
    }
    [[nodiscard]] std::string unlikely(const DayReading& r) const
    {
        const auto out = [&](double least, double most) { return r.value < least || r.value > most; };
        switch (r.kind) {
        case ReadingKind::Thickness: {
            const Slab* s = slab(r.slab);
            const double was = s != nullptr ? s->thickness_mm.value_or(0.0) : 0.0;
            if (was > 0.0 && (r.value > kMoreThanItWas * was || r.value < kMuchLess * was)) {
                return "it was " + formatQuantity(was, Unit::Length, {}) + " thick";
            }
            return out(kThinnest_mm, kThickest_mm) ? "no slab of a table is so thick" : "";
        }
        case ReadingKind::Moisture: {
            const Slab* s = slab(r.slab);
            const double was = s != nullptr ? s->mc_pct.value_or(0.0) : 0.0;
            if (out(kDriest_pct, kWettest_pct)) {
                return "wood that is worked lies between 3 and 45 %";
            }
            return was > 0.0 && r.value > was + kWetterAgain_pct
                       ? "it was " + formatQuantity(was, Unit::Percent, {}) + " before"
                       : "";
        }
        case ReadingKind::Temperature:
            return out(kColdest_C, kHottest_C) ? "neither a shop nor a pour is so warm or cold" : "";
        case ReadingKind::Moved:
            return out(0.0, kMostMoved_mm) ? "that is more than wood moves" : "";
        case ReadingKind::Litres:
        case ReadingKind::Leak:
            return out(0.0, kMost_L) ? "that is more than one pour takes" : "";
        default:
            return "";
        }
    }

    const BookParts& p_;
    std::string_view line_;
    const std::vector<std::shared_ptr<const Slab>>& slabs_;
    std::vector<bool>& used_;
    std::vector<SaidReading> out_;
    std::vector<SlabId> last_;
    bool poured_ = false; // so far
    bool moist_ = false;  // the clause before was of moisture
    size_t clause_ = 0;
};

} // namespace

std::vector<SaidReading> saidReadings(const BookParts& parts, std::string_view line,
                                      const std::vector<std::shared_ptr<const Slab>>& slabs, std::vector<bool>& used)
{
    return Readings(parts, line, slabs, used).run();
}

} // namespace burl
