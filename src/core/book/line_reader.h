#pragma once
// How a line of the day book is read, in its parts: when (line_when.cpp), which step (line_step.cpp), what is kept of
// its readings (line_kept.cpp), and all together (book_line.cpp). Only these include it. Units: as book_line.h.
// Threads: one reader, one thread.

#include <cmath>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/book/book_line.h"
#include "core/book/facts.h"
#include "core/book/line_readings.h"
#include "core/measure/clock.h"
#include "core/measure/text.h"
#include "core/measure/units.h"

namespace burl
{

/// Answers that leave a question's subject out.
inline const BookChoice kKeepWords{kLeftOut, "no: keep the words"};

class LineReader
{
    using Is = BookAmount::Is;
    using Box = BookBox::Is;
    using Ask = BookAsk::Is;

public:
    LineReader(std::string_view text, const BookContext& context, const BookAnswers& answers)
        : text_(trimmed(text)), in_(context), answers_(answers),
          today_(static_cast<int>(std::floor(context.now_h / kDay_h)))
    {
    }

    Expected<BookReading> read();

private:
    [[nodiscard]] const std::string* answer(const std::string& id) const;
    [[nodiscard]] bool leftOut(const std::string& id) const;
    void ask(Ask is, const std::string& id, std::string sentence, std::vector<BookChoice> choices,
             ReadingKind reading = ReadingKind::Temperature);
    void box(BookEntry& e, Box is, std::string id, std::string text, std::string tip = {});
    [[nodiscard]] std::string words(size_t from, size_t to) const;
    [[nodiscard]] std::string wordsOf(const SaidFact& fact) const;
    void use(const BookAmount& a);

    [[nodiscard]] std::vector<std::optional<double>> litresOf() const;

    void day();
    void askDay(const BookAmount& a, int d);
    [[nodiscard]] std::vector<BookChoice> dayChoices(int d) const;
    static std::string isoDay(int d) { return isoTime(d * kDay_h).substr(0, 10); }

    void when(BookEntry& e, const SaidFact& fact);

    void minutes(BookEntry& e, const SaidFact& fact);
    void askMinutes(const BookAmount& a);
    void longDay(BookEntry& e, const SaidFact& fact);
    [[nodiscard]] bool daysSaid(const SaidFact& fact) const; // "2 days" may well be sixteen hours

    [[nodiscard]] size_t placeOf(const std::string& key) const;

    void part();

    std::string step(const SaidFact& fact, const std::string& id);
    [[nodiscard]] std::optional<double> wrongMinutes(const SaidFact& fact) const;
    [[nodiscard]] const DayEntry* corrected(const SaidFact& fact) const;
    void askStep(const std::vector<StepMatch>& from, const std::string& id, std::string sentence);

    void ends(BookEntry& e, const SaidFact& fact);
    void shortWork(const BookEntry& e, const SaidFact& fact, const JobStep& s, const std::string& id);
    [[nodiscard]] std::vector<std::string> notNamed(const JobStep& s, const SaidFact& fact) const;

    void alsoDoneWith(BookEntry& e);

    void readings(BookEntry& e, const SaidFact& fact);
    /// The last to that place; nothing where none came.
    template <typename T> static void moveTo(std::vector<T>& all, size_t place)
    {
        if (place < all.size()) {
            std::rotate(all.begin() + static_cast<std::ptrdiff_t>(place), all.end() - 1, all.end());
        }
    }
    void keep(BookEntry& e, const DayReading& reading, const std::string& id, const std::string& tail);

    std::optional<DayReading> settled(const SaidReading& r, size_t k, const JobStep* s);
    [[nodiscard]] std::string muchMore(const DayReading& r, const JobStep* s) const;
    void askReading(const SaidReading& r, const std::string& id, std::string sentence, std::vector<BookChoice> choices);
    [[nodiscard]] std::vector<BookChoice> slabChoices() const;
    static std::string outOfRange(const DayReading& r);

    void entry(size_t f);

    void agreed(BookEntry& e, const SaidFact& fact);

    void corrects(BookEntry& e, const SaidFact& fact);

    void left();
    [[nodiscard]] bool counted(size_t i) const; // "2 slabs", "layer 2"

    std::string_view text_;
    const BookContext& in_;
    const BookAnswers& answers_;
    int today_;
    BookParts p_;
    std::vector<bool> used_;
    std::vector<SaidReading> readings_;
    std::vector<SaidFact> facts_;
    std::vector<size_t> unread_;
    std::vector<std::string> told_; // steps that entries of this line make done
    std::optional<int> day_;
    bool words_ = false; // it is still to come: only the words are kept
    std::optional<Refusal> bad_;
    BookReading out_;
};

} // namespace burl
