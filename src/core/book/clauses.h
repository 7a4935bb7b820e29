#pragma once
// The clauses of a line: what is said to be done, to what, and whether it was done at all.   Threads: pure.

#include <memory>
#include <string>
#include <vector>

#include "core/book/amounts.h"
#include "core/shop/slab.h"

namespace burl
{

struct SaidAct {
    Sense act = Sense::Other;
    size_t token = 0;
    bool bare = false;    // "flatten": done, or to be done?
    bool guessed = false; // it was misspelt
    bool behind = false;  // "after gluing": what was done lies behind it
    bool counts = true;   // it was done; false: negated, planned, or said beside ("before pouring")
};
struct BookClause {
    size_t from = 0; // tokens
    size_t to = 0;
    std::vector<SaidAct> acts;
    std::vector<Sense> things; // worked on
    std::vector<Sense> beside; // where, or with what
    std::vector<SlabId> slabs;
    std::vector<size_t> slabTokens;
    std::vector<size_t> amounts; // indices
    std::vector<size_t> unknown; // tokens
    int ordinal = 0;
    bool negated = false;
    bool planned = false;
    bool asked = false;
    bool goesOn = false; // begun, half, continued: not done yet
    bool finished = false;
    bool again = false;
    bool both = false;
    bool only = false;
    bool corrects = false;
    bool agreed = false;
    bool customer = false;
    bool strange = false; // what it was done to is no word that is known
    [[nodiscard]] const SaidAct* done() const;
    [[nodiscard]] bool has(Sense thing) const;
    [[nodiscard]] bool near(Sense thing) const; // beside it too
};

/// Somebody of the shop, the customer, a product, a step: what a name in the line means.
struct BookName {
    std::string name;
    Sense sense = Sense::People;
    std::string resin{}; // its id, of a product
    std::string step{};  // its key: its words keep their own senses, and no comma in them parts the line
};

/// A line taken apart, with all that its clauses point to.
struct BookParts {
    std::vector<BookToken> tokens;
    std::vector<std::optional<KnownWord>> senses;
    std::vector<SlabId> slabAt;       // of each token; 0: no slab's name
    std::vector<std::string> resinAt; // of each token: id of the product that it names; empty: none
    std::vector<std::string> stepAt;  // key of the step whose whole name begins there
    std::vector<char> joined;         // it goes on with a step's name
    std::vector<BookAmount> amounts;
    std::vector<BookClause> clauses;
    [[nodiscard]] bool senseIn(const BookClause& clause, Sense sense) const;
};
[[nodiscard]] Expected<BookParts> bookParts(std::string_view line,
                                            const std::vector<std::shared_ptr<const Slab>>& slabs,
                                            const std::vector<BookName>& names, int today);

} // namespace burl
