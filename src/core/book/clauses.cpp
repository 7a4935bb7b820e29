#include "core/book/clauses.h"

#include <algorithm>

#include "core/measure/text.h"

namespace burl
{
namespace
{

/// Where a name of one word or more begins.
std::vector<size_t> placesOf(const std::vector<BookToken>& tokens, const std::vector<BookToken>& name)
{
    std::vector<size_t> out;
    for (size_t i = 0; !name.empty() && i + name.size() <= tokens.size(); ++i) {
        const bool same =
            std::equal(name.begin(), name.end(), tokens.begin() + static_cast<std::ptrdiff_t>(i),
                       [](const BookToken& a, const BookToken& b) { return a.is == b.is && a.text == b.text; });
        if (same) {
            out.push_back(i);
        }
    }
    return out;
}

std::vector<SlabId> slabsAt(const std::vector<BookToken>& tokens, const std::vector<std::shared_ptr<const Slab>>& slabs)
{
    std::vector<SlabId> out(tokens.size());
    for (const auto& slab : slabs) {
        const std::vector<BookToken> name = slab ? bookTokens(slab->name) : std::vector<BookToken>{};
        for (const size_t i : placesOf(tokens, name)) {
            std::fill_n(out.begin() + static_cast<std::ptrdiff_t>(i), name.size(), slab->id);
        }
    }
    return out;
}

/// A step's whole name; of two of which one begins the other, the longer.
void nameSteps(BookParts& out, std::vector<BookName> names)
{
    std::stable_sort(names.begin(), names.end(),
                     [](const BookName& a, const BookName& b) { return a.name.size() > b.name.size(); });
    for (const BookName& one : names) {
        const std::vector<BookToken> name = bookTokens(one.name);
        for (const size_t i : placesOf(out.tokens, name)) {
            if (out.stepAt[i].empty() && out.joined[i] == 0) {
                out.stepAt[i] = one.step;
                std::fill_n(out.joined.begin() + static_cast<std::ptrdiff_t>(i) + 1, name.size() - 1, 1);
            }
        }
    }
}

/// Names of people and products mean what they name; somebody's begins with a capital letter, for Mark and Will.
void nameAll(BookParts& out, const std::vector<BookName>& names)
{
    out.resinAt.assign(out.tokens.size(), "");
    out.stepAt.assign(out.tokens.size(), "");
    out.joined.assign(out.tokens.size(), 0);
    std::vector<BookName> steps;
    for (const BookName& one : names) {
        if (!one.step.empty()) {
            steps.push_back(one);
            continue;
        }
        const std::vector<BookToken> name = bookTokens(one.name);
        for (const size_t i : placesOf(out.tokens, name)) {
            if (!out.tokens[i].large && one.resin.empty()) {
                continue;
            }
            for (size_t k = i; k < i + name.size(); ++k) {
                out.senses[k] = KnownWord{k == i ? one.sense : Sense::Filler, false, false, true};
            }
            out.resinAt[i] = one.resin;
        }
    }
    nameSteps(out, std::move(steps));
}

class Clauses
{
    using Is = BookAmount::Is;

public:
    explicit Clauses(BookParts& parts) : p_(parts), inAmount_(parts.tokens.size(), false)
    {
        for (const BookAmount& a : p_.amounts) {
            for (size_t i = a.from; i < a.to; ++i) {
                inAmount_[i] = true;
            }
        }
    }

    void run()
    {
        cut();
        for (BookClause& c : p_.clauses) {
            words(c);
            counts(c);
            strange(c);
        }
    }

private:
    [[nodiscard]] std::optional<Sense> sense(size_t i) const
    {
        return i < p_.senses.size() && p_.senses[i] && !inAmount_[i] ? std::optional(p_.senses[i]->sense)
                                                                     : std::nullopt;
    }
    [[nodiscard]] bool is(size_t i, Sense s) const { return sense(i) == s; }
    [[nodiscard]] size_t pastFillers(size_t i) const
    {
        while (is(i, Sense::Filler) || is(i, Sense::Then) || is(i, Sense::Finish) || is(i, Sense::Begin)) {
            ++i;
        }
        return i;
    }
    [[nodiscard]] bool actAt(size_t i) const
    {
        const auto s = sense(i);
        return s && isAct(*s);
    }

    /// At commas and the like, and where "and" leads to another thing that was done.
    void cut()
    {
        BookClause now;
        const auto close = [&](size_t end, size_t next) {
            now.to = end;
            if (now.to > now.from) {
                p_.clauses.push_back(now);
            }
            now = BookClause{};
            now.from = next;
        };
        for (size_t i = 0; i < p_.tokens.size(); ++i) {
            const BookToken& t = p_.tokens[i];
            if (inAmount_[i] || p_.joined[i] != 0) {
                continue;
            }
            const bool sign = t.sign(",") || t.sign(";") || t.sign(".") || t.sign("!") || t.sign("?") || t.sign("(") ||
                              t.sign(")") || (t.sign(":") && is(i - 1, Sense::Correct));
            if (sign) {
                now.asked = t.sign("?");
                close(i, i + 1);
            } else if ((is(i, Sense::Then) || is(i, Sense::But)) && i > now.from) {
                close(i, i);
            } else if ((is(i, Sense::And) || t.sign("+") || t.sign("&")) && anotherAct(now, i)) {
                close(i, i + 1);
            }
        }
        close(p_.tokens.size(), p_.tokens.size());
    }
    [[nodiscard]] bool anotherAct(const BookClause& now, size_t i) const
    {
        const size_t next = pastFillers(i + 1);
        if (is(next, Sense::Plan)) {
            return true;
        }
        if (!actAt(next)) {
            return false;
        }
        for (size_t k = now.from; k < i; ++k) { // "rough cut and debarked"; not "the planed and sanded slab"
            if (actAt(k)) {
                return true;
            }
        }
        return false;
    }

    void words(BookClause& c)
    {
        bool besides = false;
        for (size_t i = c.from; i < c.to; ++i) {
            if (p_.slabAt[i].value != 0) {
                if (c.slabs.empty() || c.slabs.back() != p_.slabAt[i]) {
                    c.slabs.push_back(p_.slabAt[i]);
                    c.slabTokens.push_back(i);
                }
                continue;
            }
            if (inAmount_[i] || !p_.tokens[i].word()) {
                continue;
            }
            const auto s = sense(i);
            if (!s) {
                c.unknown.push_back(i);
                continue;
            }
            if (*s == Sense::Prep || *s == Sense::Where || *s == Sense::Before || *s == Sense::At ||
                *s == Sense::From) {
                besides = true;
            } else if (isThing(*s)) {
                (besides ? c.beside : c.things).push_back(*s);
                c.customer = c.customer || *s == Sense::Customer;
            } else if (isAct(*s)) {
                act(c, i, *s);
                besides = false;
            } else {
                mark(c, i, *s);
            }
        }
        for (size_t k = 0; k < p_.amounts.size(); ++k) {
            const BookAmount& a = p_.amounts[k];
            if (a.from >= c.from && a.from < c.to) {
                c.amounts.push_back(k);
                c.ordinal = a.is == Is::Ordinal ? static_cast<int>(a.value) : c.ordinal;
            }
        }
    }

    void act(BookClause& c, size_t i, Sense s)
    {
        const KnownWord& word = *p_.senses[i];
        SaidAct a;
        a.act = s;
        a.token = i;
        a.bare = word.bare;
        a.guessed = word.guessed;
        // "Before pouring", "for the pour", "to sand": said beside.
        size_t before = i;
        while (before > c.from && (is(before - 1, Sense::Filler) || is(before - 1, Sense::Rough))) {
            --before;
        }
        const bool infinitive = before > c.from && p_.tokens[before - 1].text == "to" && word.bare;
        if (before > c.from && (is(before - 1, Sense::Before) || infinitive)) {
            a.counts = false;
            a.behind = afterWord(p_.tokens[before - 1].text);
            c.planned = c.planned || (infinitive && c.acts.empty());
        }
        if (s == Sense::Agree) {
            c.agreed = true;
        }
        c.acts.push_back(a);
    }

    static bool afterWord(const std::string& word)
    {
        return word == "after" || word == "nach" || word == "tras" || word == "despu\u00E9s" || word == "apr\u00E8s";
    }

    void mark(BookClause& c, size_t i, Sense s)
    {
        const bool clock = i + 1 < p_.tokens.size() && inAmount_[i + 1];
        switch (s) {
        case Sense::Not:
        case Sense::No:
            negation(c, i, s);
            break;
        case Sense::Plan:
            c.planned = c.planned || !is(i + 1, Sense::Not); // "could not" was tried
            break;
        case Sense::Elsewhere:
            c.strange = true;
            break;
        case Sense::Begin:
        case Sense::Continue:
        case Sense::Part:
        case Sense::More:
        case Sense::Half:
            if (i + 1 < p_.tokens.size() && p_.tokens[i + 1].text == "past") {
                break; // "half past eight"
            }
            c.goesOn = c.goesOn || !(s == Sense::Begin && clock);
            break;
        case Sense::Only:
            c.only = true;
            break;
        case Sense::Finish:
            c.finished = true;
            break;
        case Sense::Again:
            c.again = true;
            break;
        case Sense::Both:
            c.both = true;
            break;
        case Sense::Correct:
            c.corrects = true;
            break;
        case Sense::Whether:
            c.asked = true;
            break;
        case Sense::First:
            c.ordinal = 1;
            break;
        case Sense::Second:
            c.ordinal = 2;
            break;
        case Sense::Third:
            c.ordinal = 3;
            break;
        default:
            break;
        }
    }

    /// "Not finished" is begun; "no leak" says nothing of the pour; "did not pour" and "not poured yet" do.
    void negation(BookClause& c, size_t i, Sense s)
    {
        size_t next = i + 1;
        while (is(next, Sense::Filler) || is(next, Sense::Again)) {
            ++next;
        }
        if (next < c.to && (inAmount_[next] || p_.tokens[next].number())) {
            return; // "not 40 min" is of the amount
        }
        const bool finish = is(next, Sense::Finish) || is(next, Sense::Both) ||
                            (next < p_.tokens.size() && next < c.to && p_.tokens[next].text == "done");
        if (finish) {
            c.goesOn = true;
            finishedNot_ = next;
            return;
        }
        if (s == Sense::No && next < c.to && !actAt(next)) {
            return;
        }
        c.negated = true;
    }

    void counts(BookClause& c)
    {
        const auto idle = [](Sense s) { return s == Sense::Other || s == Sense::Ask || s == Sense::Rest; };
        const bool other = !c.acts.empty() && (idle(c.acts.front().act) || c.agreed);
        const bool bare =
            !c.acts.empty() && std::all_of(c.acts.begin(), c.acts.end(), [](const SaidAct& a) { return a.bare; });
        c.planned = c.planned || (bare && planned_); // "plan: sand, then oil"
        planned_ = c.planned;
        c.asked = c.asked || (!c.acts.empty() && c.acts.front().act == Sense::Ask);
        for (SaidAct& a : c.acts) {
            a.counts = a.counts && !c.negated && !c.planned && !c.asked && !other && a.token != finishedNot_;
        }
        c.agreed = c.agreed && !c.negated && !c.planned && !c.asked;
    }

    /// The first word behind what was done, or before it where nothing stands behind, is what it was done to.
    void strange(BookClause& c)
    {
        const SaidAct* done = c.done();
        if (done == nullptr) {
            return;
        }
        const auto passes = [&](size_t i) {
            const auto s = sense(i);
            return inAmount_[i] || p_.tokens[i].is != BookToken::Is::Word ||
                   (s && (*s == Sense::Filler || *s == Sense::Both || *s == Sense::Each || *s == Sense::Rough ||
                          *s == Sense::First || *s == Sense::Second || *s == Sense::Third || *s == Sense::Of));
        };
        size_t i = done->token + 1;
        while (i < c.to && passes(i)) {
            ++i;
        }
        const bool known = i < c.to && (p_.slabAt[i].value != 0 || sense(i));
        if (i < c.to && !known) {
            c.strange = p_.tokens[i].text.size() > 1;
            return;
        }
        const bool object = !c.slabs.empty() || !c.things.empty() || c.both;
        const bool named = !c.unknown.empty() && p_.tokens[c.unknown.front()].large &&
                           c.unknown.front() + 1 == done->token; // somebody did it
        if (!c.unknown.empty() && c.unknown.front() < done->token && !(object && named)) {
            c.strange = true;
        }
    }

    BookParts& p_;
    std::vector<bool> inAmount_;
    bool planned_ = false; // the clause before
    size_t finishedNot_ = static_cast<size_t>(-1);
};

} // namespace

const SaidAct* BookClause::done() const
{
    const SaidAct* weak = nullptr; // "worked", "took off": only where nothing better is said
    for (const SaidAct& a : acts) {
        if (!a.counts || a.act == Sense::Agree) {
            continue;
        }
        if (a.act != Sense::Build && a.act != Sense::Remove && a.act != Sense::Clean) {
            return &a;
        }
        weak = weak == nullptr ? &a : weak;
    }
    return weak;
}
bool BookClause::has(Sense thing) const
{
    return std::find(things.begin(), things.end(), thing) != things.end();
}
bool BookClause::near(Sense thing) const
{
    return has(thing) || std::find(beside.begin(), beside.end(), thing) != beside.end();
}
bool BookParts::senseIn(const BookClause& clause, Sense sense) const
{
    for (size_t i = clause.from; i < clause.to; ++i) {
        if (senses[i] && senses[i]->sense == sense) {
            return true;
        }
    }
    return false;
}

Expected<BookParts> bookParts(std::string_view line, const std::vector<std::shared_ptr<const Slab>>& slabs,
                              const std::vector<BookName>& names, int today)
{
    BookParts out;
    out.tokens = bookTokens(line);
    out.slabAt = slabsAt(out.tokens, slabs);
    std::vector<std::string> words;
    for (const BookToken& t : out.tokens) {
        if (t.word()) {
            words.push_back(t.text);
        }
    }
    const Lexicon& lexicon = lexiconFor(words);
    for (size_t i = 0; i < out.tokens.size(); ++i) {
        const bool named = out.slabAt[i].value != 0 || !out.tokens[i].word();
        out.senses.push_back(named ? std::nullopt : lexicon.word(out.tokens[i].text));
    }
    for (size_t i = 0; i + 1 < out.tokens.size(); ++i) { // "end grain"
        const auto both = out.tokens[i].word() && out.tokens[i + 1].word()
                              ? lexicon.phrase(out.tokens[i].text, out.tokens[i + 1].text)
                              : std::nullopt;
        if (both) {
            out.senses[i] = both;
            out.senses[++i] = KnownWord{Sense::Filler, false, false, true};
        }
    }
    nameAll(out, names);
    auto amounts = bookAmounts(out.tokens, out.senses, lexicon, today);
    if (!amounts) {
        return tl::unexpected(amounts.error());
    }
    out.amounts = std::move(*amounts);
    Clauses(out).run();
    return out;
}

} // namespace burl
