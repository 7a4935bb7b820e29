#pragma once
// How the amounts of a line are found: days and clocks (amount_days.cpp), how long (amount_times.cpp), how much and how
// many (amounts.cpp). Only these include it.   Units: as amounts.h.   Threads: one reader, one thread.

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/book/amounts.h"

namespace burl
{

class AmountReader
{
    using Is = BookAmount::Is;

public:
    AmountReader(const std::vector<BookToken>& tokens, const std::vector<std::optional<KnownWord>>& senses,
                 const Lexicon& lexicon, int today)
        : t_(tokens), s_(senses), lexicon_(lexicon), today_(today)
    {
    }

    Expected<std::vector<BookAmount>> run();

private:
    struct Found {
        double value = 0.0;
        size_t to = 0;
    };
    [[nodiscard]] bool sense(size_t i, Sense wanted) const { return i < s_.size() && s_[i] && s_[i]->sense == wanted; }
    [[nodiscard]] bool number(size_t i) const { return i < t_.size() && t_[i].number(); }
    [[nodiscard]] bool sign(size_t i, std::string_view what) const { return i < t_.size() && t_[i].sign(what); }
    [[nodiscard]] bool ends(size_t i) const;

    size_t at(size_t i);

    BookAmount& put(Is is, double value, size_t from, size_t to);

    size_t tolerance(size_t i);

    [[nodiscard]] std::optional<BookUnit> unit(size_t i) const;

    [[nodiscard]] std::optional<Found> numberAt(size_t i) const;

    [[nodiscard]] int place(size_t i, Sense first, int count) const;
    size_t ago(size_t i);

    size_t day(size_t i);

    size_t dayBySense(size_t i);

    static std::string inFigures(int day, int month);
    size_t dateText(size_t i, std::string& text) const;
    size_t dated(size_t from, size_t to, const std::string& text);

    [[nodiscard]] std::optional<Found> clockAt(size_t i, bool bare) const;

    size_t clocks(size_t i);
    size_t toEnd(size_t i, bool from);

    [[nodiscard]] bool hours(size_t i) const { return unit(i) == BookUnit::Hours; }
    [[nodiscard]] size_t pastFillers(size_t i) const;

    [[nodiscard]] std::optional<Found> saidInWords(size_t i) const;
    [[nodiscard]] Found andAPart(size_t i) const;

    [[nodiscard]] std::optional<Found> span(size_t i) const;
    [[nodiscard]] bool minutesLikely(size_t i, size_t at) const;
    [[nodiscard]] Found hoursAndRest(double count, size_t i) const;

    size_t duration(size_t i);
    std::optional<Found> summed(size_t i, bool& unsure) const;
    size_t clockAlone(size_t i);

    struct Scale {
        Is is;
        double factor;
    };
    static std::optional<Scale> scaleOf(BookUnit u);

    size_t measures(size_t i);
    [[nodiscard]] size_t toleranceEnd(size_t i) const;

    size_t unitBehind(size_t i, size_t k, const std::vector<size_t>& numbers, char joined);

    size_t count(size_t i);
    size_t ordinal(size_t i);

    const std::vector<BookToken>& t_;
    const std::vector<std::optional<KnownWord>>& s_;
    const Lexicon& lexicon_;
    int today_;
    std::vector<BookAmount> out_;
    std::optional<Refusal> bad_;
};

} // namespace burl
