#include "core/book/book_line.h"

#include <algorithm>

#include "core/book/line_reader.h"
#include "core/measure/format.h"

namespace burl
{
namespace
{

constexpr size_t kLongest = 1000; // letters

} // namespace

Expected<BookReading> LineReader::read()
{
    if (text_.empty()) {
        return refuse("days.empty", "Write what was done: \"glued up 25 min 19C\".");
    }
    if (text_.size() > kLongest) {
        return refuse("days.long", "A line of the day book has at most " + std::to_string(kLongest) +
                                       " letters: write a line for each thing that was done.");
    }
    std::vector<BookName> names = in_.names;
    for (const JobStep& step : in_.steps) {
        names.push_back({step.name, Sense::Filler, "", step.key});
    }
    auto parts = bookParts(text_, in_.slabs, names, today_);
    if (!parts) {
        return tl::unexpected(parts.error());
    }
    p_ = std::move(*parts);
    used_.assign(p_.tokens.size(), false);
    readings_ = saidReadings(p_, text_, in_.slabs, used_);
    facts_ = saidFacts(p_, in_.steps, in_.progress, litresOf());
    part();
    day();
    for (size_t i = 0; i < facts_.size() && !bad_; ++i) {
        entry(i);
    }
    if (bad_) {
        return tl::unexpected(*bad_);
    }
    left();
    return std::move(out_);
}

const std::string* LineReader::answer(const std::string& id) const
{
    const auto found = answers_.find(id);
    return found != answers_.end() ? &found->second : nullptr;
}

bool LineReader::leftOut(const std::string& id) const
{
    const std::string* said = answer(id);
    return said != nullptr && *said == kLeftOut;
}

void LineReader::ask(Ask is, const std::string& id, std::string sentence, std::vector<BookChoice> choices,
                     ReadingKind reading)
{
    out_.asks.push_back({is, id, std::move(sentence), std::move(choices), reading});
}

void LineReader::box(BookEntry& e, Box is, std::string id, std::string text, std::string tip)
{
    e.boxes.push_back({is, std::move(id), std::move(text), std::move(tip)});
}

std::string LineReader::words(size_t from, size_t to) const
{
    return from < to ? std::string(text_.substr(p_.tokens[from].from, p_.tokens[to - 1].to - p_.tokens[from].from))
                     : std::string();
}

std::string LineReader::wordsOf(const SaidFact& fact) const
{
    size_t from = p_.tokens.size();
    size_t to = 0;
    for (const size_t i : fact.clauses) {
        from = std::min(from, p_.clauses[i].from);
        to = std::max(to, p_.clauses[i].to);
    }
    return words(from, to);
}

void LineReader::use(const BookAmount& a)
{
    for (size_t i = a.from; i < a.to; ++i) {
        used_[i] = true;
    }
}

std::vector<std::optional<double>> LineReader::litresOf() const
{
    std::vector<std::optional<double>> out(p_.clauses.size());
    for (const SaidReading& r : readings_) {
        if (r.reading.kind == ReadingKind::Litres && !r.mass) {
            out[r.clause] = out[r.clause].value_or(0.0) + r.reading.value;
        }
    }
    return out;
}

void LineReader::entry(size_t f)
{
    const SaidFact& fact = facts_[f];
    BookEntry e;
    e.line.words.text = facts_.size() > 1 ? wordsOf(fact) : std::string(text_);
    minutes(e, fact);
    if (bad_) {
        return;
    }
    when(e, fact);
    longDay(e, fact);
    e.line.words.minutes = words_ ? 0.0 : e.line.words.minutes;
    const std::string id = "step:" + wordsOf(fact);
    e.line.words.step = step(fact, id);
    if (const JobStep* s = stepCalled(in_.steps, e.line.words.step)) {
        box(e, Box::Step, id, s->name);
    }
    alsoDoneWith(e);
    ends(e, fact);
    if (e.line.words.minutes > 0.0) {
        box(e, Box::Minutes, "minutes:" + wordsOf(fact), durationText(e.line.words.minutes));
    }
    readings(e, fact);
    agreed(e, fact);
    corrects(e, fact);
    for (const BookBox& b : e.boxes) {
        e.line.understood += (e.line.understood.empty() ? "" : " · ") + b.text;
    }
    out_.entries.push_back(std::move(e));
}

void LineReader::agreed(BookEntry& e, const SaidFact& fact)
{
    const std::string id = "agreed:" + wordsOf(fact);
    if (!fact.said.agreed || leftOut(id)) {
        return;
    }
    if (!fact.said.customer && answer(id) == nullptr) {
        ask(Ask::Agreed, id, "Did the customer agree to it?", {{"yes", "yes, the customer"}, {kLeftOut, "no"}});
        return;
    }
    e.line.agreed = true;
    box(e, Box::Agreed, id, "the customer agreed");
}

/// "Correction: 50 min not 40 min": the last entry of that step, with these minutes.
void LineReader::corrects(BookEntry& e, const SaidFact& fact)
{
    const DayEntry* old = corrected(fact);
    const std::string id = "corrects:" + wordsOf(fact);
    if (old == nullptr || old->words.step != e.line.words.step || leftOut(id)) {
        return;
    }
    e.corrects = old->id;
    e.at_h = e.dated ? e.at_h : hoursOf(old->at).value_or(e.at_h);
    box(e, Box::Corrects, id, "in place of: " + old->words.text);
}

/// Numbers and words that nothing was taken from.
void LineReader::left()
{
    for (const BookClause& c : p_.clauses) {
        const bool sanded =
            std::any_of(c.acts.begin(), c.acts.end(), [](const SaidAct& a) { return a.act == Sense::Sand; });
        for (size_t i = c.from; i < c.to; ++i) {
            const BookToken& t = p_.tokens[i];
            const bool number = t.number() && !used_[i] && !counted(i) && !sanded && p_.slabAt[i].value == 0;
            const bool with = i > 0 && p_.senses[i - 1] && p_.senses[i - 1]->sense == Sense::Prep;
            const bool did = i + 1 < c.to && c.done() != nullptr && c.done()->token == i + 1 && !c.strange;
            const bool name = t.large && (with || did); // somebody
            const bool word = !name && std::find(c.unknown.begin(), c.unknown.end(), i) != c.unknown.end();
            if (number || word) {
                out_.left.emplace_back(t.from, t.to);
            }
        }
    }
    for (const size_t i : unread_) {
        out_.left.emplace_back(p_.tokens[i].from, p_.tokens[i].to);
    }
    std::sort(out_.left.begin(), out_.left.end());
}

bool LineReader::counted(size_t i) const // "2 slabs", "layer 2"
{
    return std::any_of(p_.amounts.begin(), p_.amounts.end(), [&](const BookAmount& a) {
        return i >= a.from && i < a.to && (a.is == Is::Count || a.is == Is::Ordinal);
    });
}

bool BookReading::isNote() const
{
    return std::all_of(entries.begin(), entries.end(),
                       [](const BookEntry& e) { return e.line.words.step.empty() && e.line.words.readings.empty(); });
}

Expected<BookReading> readBookLine(std::string_view text, const BookContext& context, const BookAnswers& answers)
{
    return LineReader(text, context, answers).read();
}

Book withBookLine(const Book& book, JobId job, const BookReading& reading, double now_h,
                  const std::vector<JobStep>& steps, std::vector<std::string> pictures)
{
    Book out = book;
    for (const BookEntry& e : reading.entries) {
        out = e.corrects != 0 ? withCorrectedEntry(out, job, e.corrects, e.line, now_h, steps, pictures,
                                                   e.dated ? std::optional(e.at_h) : std::nullopt)
                              : withDayEntry(out, job, e.line, e.at_h, steps, pictures);
        pictures.clear(); // with the first
    }
    return out;
}

std::string readingText(const DayReading& r, const std::vector<std::shared_ptr<const Slab>>& slabs,
                        const UnitChoice& units)
{
    std::string slab;
    for (const auto& s : slabs) {
        slab = s && s->id == r.slab ? s->name + ' ' : slab;
    }
    const auto quantity = [&](Unit unit) { return formatQuantity(r.value, unit, units); };
    switch (r.kind) {
    case ReadingKind::Thickness:
        return slab + quantity(Unit::Length) + " thick";
    case ReadingKind::Moved:
        return slab + "moved " + quantity(Unit::Length);
    case ReadingKind::Moisture:
        return slab + "MC " + quantity(Unit::Percent);
    case ReadingKind::Temperature:
        return quantity(Unit::Temperature);
    case ReadingKind::Litres:
        return quantity(Unit::Volume);
    case ReadingKind::Leak:
        return quantity(Unit::Volume) + " leaked";
    case ReadingKind::Pots:
        return quantity(Unit::Count) + (r.value == 1.0 ? " pot" : " pots");
    case ReadingKind::Discs:
        return quantity(Unit::Count) + (r.value == 1.0 ? " disc" : " discs");
    }
    return {};
}

} // namespace burl
