#include "core/book/facts.h"

#include <algorithm>

namespace burl
{
namespace
{

class Facts
{
public:
    Facts(const BookParts& parts, const std::vector<JobStep>& steps, const std::vector<StepProgress>& progress,
          const std::vector<std::optional<double>>& litresOf)
        : p_(parts), steps_(steps), progress_(progress), litresOf_(litresOf)
    {
    }

    std::vector<SaidFact> run()
    {
        for (size_t i = 0; i < p_.clauses.size(); ++i) {
            take(i);
        }
        if (out_.empty()) {
            out_.emplace_back();
        }
        for (const size_t i : waiting_) {
            const bool waits = !p_.clauses[i].acts.empty() && p_.clauses[i].acts.front().act == Sense::Rest;
            add(out_.front(), i);
            if (waits) {
                out_.front().said.amounts.clear();
            }
        }
        return std::move(out_);
    }

private:
    [[nodiscard]] std::vector<StepMatch> matches(const BookClause& c, const std::vector<size_t>& clauses) const
    {
        std::optional<double> litres;
        for (const size_t i : clauses) {
            litres = litresOf_[i] ? std::optional(litres.value_or(0.0) + *litresOf_[i]) : litres;
        }
        return stepMatches(p_, c, {steps_, progress_, litres});
    }

    void take(size_t i)
    {
        const BookClause& c = p_.clauses[i];
        const bool said = !c.negated && !c.planned && !c.asked;
        if (!said || (!c.acts.empty() && c.done() == nullptr)) {
            aside(i);
            return;
        }
        auto found = matches(c, {i});
        const bool acts = c.done() != nullptr || (!found.empty() && found.front().named);
        if (!acts && !out_.empty() && out_.back().work) {
            refine(out_.back(), i);
            return;
        }
        std::vector<StepMatch> parted;
        if (found.empty() && acts) {
            parted = eachThing(c, i);
        }
        if (found.empty() && parted.empty()) {
            aside(i, acts);
            return;
        }
        const bool warm = !found.empty() && found.front().done && temperature(c); // of a pour that was begun
        if (!acts && !saysMuch(c) && !warm) {                                     // "river 41C" is a reading
            aside(i);
            return;
        }
        if (!acts && !onlyWords(i)) { // things that a later clause may say more of
            waiting_.push_back(i);
            return;
        }
        if (!out_.empty() && out_.back().work && !found.empty() && !out_.back().steps.empty() &&
            found.front().step == out_.back().steps.front().step && out_.back().said.ordinal == c.ordinal) {
            add(out_.back(), i);
            return;
        }
        SaidFact fact;
        fact.work = true;
        fact.steps = std::move(found);
        fact.parted = std::move(parted);
        out_.push_back(std::move(fact));
        const std::vector<size_t> before = std::move(waiting_);
        waiting_.clear();
        for (const size_t k : before) {
            refine(out_.back(), k);
        }
        add(out_.back(), i);
    }

    [[nodiscard]] bool temperature(const BookClause& c) const
    {
        return std::any_of(c.amounts.begin(), c.amounts.end(),
                           [&](size_t k) { return p_.amounts[k].is == BookAmount::Is::Temperature; });
    }
    [[nodiscard]] bool saysMuch(const BookClause& c) const
    {
        return c.ordinal != 0 || c.finished || std::any_of(c.amounts.begin(), c.amounts.end(), [&](size_t k) {
                   const BookAmount::Is is = p_.amounts[k].is;
                   return is == BookAmount::Is::Minutes || is == BookAmount::Is::Volume || is == BookAmount::Is::Start;
               });
    }

    /// No clause behind it says what was done.
    [[nodiscard]] bool onlyWords(size_t i) const
    {
        return std::none_of(p_.clauses.begin() + static_cast<std::ptrdiff_t>(i) + 1, p_.clauses.end(),
                            [](const BookClause& c) { return c.done() != nullptr; });
    }

    /// What was not done, or what no step is made of: its words are kept; its minutes are its own where it did take
    /// some.
    void aside(size_t i, bool acts = false)
    {
        const BookClause& c = p_.clauses[i];
        const bool waits = !c.acts.empty() && c.acts.front().act == Sense::Rest;
        const bool minutes = !waits && std::any_of(c.amounts.begin(), c.amounts.end(), [&](size_t k) {
            return p_.amounts[k].is == BookAmount::Is::Minutes && !p_.amounts[k].notIt;
        });
        const bool other = acts || (!c.acts.empty() && !c.negated && !c.planned);
        // "Welded and cleaned, 6 h": the time of both, where the first has none of its own.
        const bool rest = !out_.empty() && out_.back().work && !hasMinutes(out_.back()) &&
                          std::all_of(c.acts.begin(), c.acts.end(), [](const SaidAct& a) {
                              return a.act == Sense::Remove || a.act == Sense::Clean || a.act == Sense::Build;
                          });
        if (other && minutes && !rest) {
            out_.emplace_back();
            add(out_.back(), i);
        } else if (!out_.empty()) {
            SaidFact& to = out_.back();
            to.said.goesOn =
                to.said.goesOn || (to.work && (c.goesOn || c.planned) && c.done() == nullptr && !c.finished);
            to.clauses.push_back(i);
            if (waits) { // how long it dried is no work
                return;
            }
            to.said.amounts.insert(to.said.amounts.end(), c.amounts.begin(), c.amounts.end());
            marks(to.said, c);
        } else {
            waiting_.push_back(i);
        }
    }

    [[nodiscard]] bool hasMinutes(const SaidFact& fact) const
    {
        return std::any_of(fact.said.amounts.begin(), fact.said.amounts.end(),
                           [&](size_t k) { return p_.amounts[k].is == BookAmount::Is::Minutes; });
    }

    static void marks(BookClause& to, const BookClause& c)
    {
        to.agreed = to.agreed || c.agreed;
        to.customer = to.customer || c.customer;
        to.corrects = to.corrects || c.corrects;
    }

    void add(SaidFact& fact, size_t i)
    {
        const BookClause& c = p_.clauses[i];
        BookClause& to = fact.said;
        to.from = fact.clauses.empty() ? c.from : std::min(to.from, c.from);
        to.to = std::max(to.to, c.to);
        fact.clauses.push_back(i);
        const auto join = [](auto& a, const auto& b) { a.insert(a.end(), b.begin(), b.end()); };
        join(to.acts, c.acts);
        join(to.things, c.things);
        join(to.beside, c.beside);
        join(to.slabs, c.slabs);
        join(to.slabTokens, c.slabTokens);
        join(to.amounts, c.amounts);
        join(to.unknown, c.unknown);
        to.ordinal = c.ordinal != 0 ? c.ordinal : to.ordinal;
        to.goesOn = to.goesOn || c.goesOn;
        to.finished = to.finished || c.finished;
        to.again = to.again || c.again;
        to.both = to.both || c.both;
        to.only = to.only || c.only;
        to.strange = to.strange || c.strange;
        marks(to, c);
    }

    /// A clause without an act: "underside" of "sanded 30 min, underside".
    void refine(SaidFact& fact, size_t i)
    {
        add(fact, i);
        const bool says = !p_.clauses[i].things.empty() || p_.clauses[i].ordinal != 0 || litresOf_[i];
        const bool which = p_.clauses[i].ordinal != 0; // "flattened, second time"
        if (!says || (isSure(fact.steps) && !which)) {
            return;
        }
        auto again = matches(fact.said, fact.clauses);
        if (!again.empty()) {
            fact.steps = std::move(again);
        }
    }

    /// "Sanded the show face and the underside": a step for each.
    [[nodiscard]] std::vector<StepMatch> eachThing(const BookClause& c, size_t i) const
    {
        std::vector<StepMatch> out;
        if (c.things.size() < 2) {
            return out;
        }
        for (const Sense thing : c.things) {
            BookClause one = c;
            one.things = {thing};
            const auto found = matches(one, {i});
            const bool known = found.empty() || std::any_of(out.begin(), out.end(), [&](const StepMatch& m) {
                                   return m.step == found.front().step;
                               });
            if (!known && isSure(found)) {
                out.push_back(found.front());
            }
        }
        return out;
    }

    const BookParts& p_;
    const std::vector<JobStep>& steps_;
    const std::vector<StepProgress>& progress_;
    const std::vector<std::optional<double>>& litresOf_;
    std::vector<SaidFact> out_;
    std::vector<size_t> waiting_; // clauses before the first fact
};

} // namespace

std::vector<SaidFact> saidFacts(const BookParts& parts, const std::vector<JobStep>& steps,
                                const std::vector<StepProgress>& progress,
                                const std::vector<std::optional<double>>& litresOf)
{
    return Facts(parts, steps, progress, litresOf).run();
}

} // namespace burl
