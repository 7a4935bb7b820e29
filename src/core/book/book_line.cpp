#include "core/book/book_line.h"

#include <algorithm>
#include <cmath>

#include "core/book/facts.h"
#include "core/book/line_readings.h"
#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/format.h"
#include "core/measure/text.h"
#include "core/measure/when.h"
#include "core/shop/ranges.h"

namespace burl
{
namespace
{

constexpr double kEvening_h = 17.0;          // of a day of which no hour is said
constexpr double kLongDay_min = 12.0 * 60.0; // more in one entry is asked
constexpr size_t kLongest = 1000;            // letters
constexpr size_t kMostChoices = 3;
constexpr const char* kWhichOfThem = "Which of them?";
constexpr const char* kEach = "each"; // an answer: all of them
constexpr double kNear = 3.0;         // scores that lie closer than this to the best are offered
constexpr size_t kFewAlsoDone = 3;    // by name, without being asked

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

    Expected<BookReading> read()
    {
        if (text_.empty()) {
            return refuse("days.empty", "Write what was done: \"glued up 25 min 19C\".");
        }
        if (text_.size() > kLongest) {
            return refuse("days.long", "A line of the day book has at most " + std::to_string(kLongest) +
                                           " letters: write a line for each thing that was done.");
        }
        auto parts = bookParts(text_, in_.slabs, today_);
        if (!parts) {
            return tl::unexpected(parts.error());
        }
        p_ = std::move(*parts);
        used_.assign(p_.tokens.size(), false);
        readings_ = saidReadings(p_, text_, in_.slabs, used_);
        facts_ = saidFacts(p_, in_.steps, in_.progress, lower(text_), litresOf());
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

private:
    // -- asking -------------------------------------------------------------------------------------------------------

    [[nodiscard]] const std::string* answer(const std::string& id) const
    {
        const auto found = answers_.find(id);
        return found != answers_.end() ? &found->second : nullptr;
    }
    [[nodiscard]] bool leftOut(const std::string& id) const
    {
        const std::string* said = answer(id);
        return said != nullptr && *said == kLeftOut;
    }
    void ask(Ask is, const std::string& id, std::string sentence, std::vector<BookChoice> choices,
             ReadingKind reading = ReadingKind::Temperature)
    {
        out_.asks.push_back({is, id, std::move(sentence), std::move(choices), reading});
    }
    void box(BookEntry& e, Box is, std::string id, std::string text, std::string tip = {})
    {
        e.boxes.push_back({is, std::move(id), std::move(text), std::move(tip)});
    }
    [[nodiscard]] std::string words(size_t from, size_t to) const
    {
        return from < to ? std::string(text_.substr(p_.tokens[from].from, p_.tokens[to - 1].to - p_.tokens[from].from))
                         : std::string();
    }
    [[nodiscard]] std::string wordsOf(const SaidFact& fact) const
    {
        size_t from = p_.tokens.size();
        size_t to = 0;
        for (const size_t i : fact.clauses) {
            from = std::min(from, p_.clauses[i].from);
            to = std::max(to, p_.clauses[i].to);
        }
        return words(from, to);
    }
    void use(const BookAmount& a)
    {
        for (size_t i = a.from; i < a.to; ++i) {
            used_[i] = true;
        }
    }

    [[nodiscard]] std::vector<std::optional<double>> litresOf() const
    {
        std::vector<std::optional<double>> out(p_.clauses.size());
        for (const SaidReading& r : readings_) {
            if (r.reading.kind == ReadingKind::Litres && !r.mass) {
                out[r.clause] = out[r.clause].value_or(0.0) + r.reading.value;
            }
        }
        return out;
    }

    // -- when ---------------------------------------------------------------------------------------------------------

    void day()
    {
        const bool did =
            !readings_.empty() || std::any_of(facts_.begin(), facts_.end(), [](const SaidFact& f) { return f.work; });
        for (const BookAmount& a : p_.amounts) {
            if (a.is != Is::Day) {
                continue;
            }
            use(a);
            const int d = static_cast<int>(a.value);
            const bool planned = std::any_of(p_.clauses.begin(), p_.clauses.end(), [&](const BookClause& c) {
                return a.from >= c.from && a.from < c.to && c.planned;
            });
            if (planned || (!did && d > today_)) { // a day that is only spoken of
                continue;
            }
            const std::string as = words(a.from, a.to);
            if (day_ && *day_ != d) {
                ask(Ask::When, "when:" + as, "Two days are named: write a line for each.", {});
            }
            day_ = d;
            const std::string id = "when:" + as;
            if (const std::string* said = answer(id)) {
                const auto chosen = dayOf(*said);
                day_ = chosen ? std::optional(*chosen) : std::nullopt;
            } else if (a.unsure) {
                ask(Ask::When, id, '"' + as + "\" is a " + shortDayText(d).substr(0, 3) + ": which day is meant?",
                    dayChoices(d));
            } else if (d > today_) {
                ask(Ask::When, id, shortDayText(d) + " is still to come: was it done?", dayChoices(d));
            } else if (const auto begun = dayOf(in_.started); begun && d < *begun) {
                ask(Ask::When, id,
                    shortDayText(d) + " lies before the job, which was begun on " + shortDayText(*begun) +
                        ": is it meant?",
                    dayChoices(d));
            }
        }
    }
    [[nodiscard]] std::vector<BookChoice> dayChoices(int d) const
    {
        std::vector<BookChoice> out{{isoDay(today_), "today"}};
        if (d <= today_) {
            out.insert(out.begin(), {isoDay(d), shortDayText(d)});
        }
        return out;
    }
    static std::string isoDay(int d) { return isoTime(d * kDay_h).substr(0, 10); }

    void when(BookEntry& e, const SaidFact& fact)
    {
        std::optional<double> start;
        std::optional<double> end;
        for (const size_t k : fact.said.amounts) {
            const BookAmount& a = p_.amounts[k];
            start = a.is == Is::Start ? std::optional(a.value) : start;
            end = a.is == Is::End ? std::optional(a.value) : end;
        }
        double& minutes = e.line.words.minutes;
        constexpr double kHalfDay_min = 12.0 * 60.0;
        if (start && end) {
            double later = *end;
            later += later < *start ? kHalfDay_min : 0.0; // from 9 to 1
            if (minutes == 0.0 && later > *start) {
                minutes = later - *start;
            }
            end = later;
        } else if (start && minutes > 0.0) {
            end = *start + minutes;
        }
        const bool other = day_ && *day_ != today_;
        const double midnight_h = (day_ ? *day_ : today_) * kDay_h;
        e.at_h = end ? midnight_h + *end / kHour_min : other ? midnight_h + kEvening_h : in_.now_h;
        const bool used = (end && (start || minutes > 0.0)) || end;
        for (const size_t k : fact.said.amounts) {
            const BookAmount& a = p_.amounts[k];
            if ((a.is == Is::Start && used) || a.is == Is::End) {
                use(a);
            }
        }
        constexpr double kSoon_h = 1.0;
        if (end && !other && e.at_h > in_.now_h + kSoon_h && fact.work) {
            const std::string id = "when:" + timeText(e.at_h);
            if (answer(id) == nullptr) {
                ask(Ask::When, id, timeText(e.at_h) + " is still to come: was it done?",
                    {{isoDay(today_), "yes, now"}});
            } else {
                e.at_h = in_.now_h;
            }
        }
        e.dated = (day_ || end) && !leftOut("when:");
        e.at_h = e.dated ? e.at_h : in_.now_h;
        if (e.dated) {
            box(e, Box::When, "when:", timeText(e.at_h));
        }
    }

    // -- how long -----------------------------------------------------------------------------------------------------

    void minutes(BookEntry& e, const SaidFact& fact)
    {
        const std::string id = "minutes:" + wordsOf(fact);
        double sum = 0.0;
        for (const size_t k : fact.said.amounts) {
            const BookAmount& a = p_.amounts[k];
            if (a.is != Is::Minutes) {
                continue;
            }
            use(a);
            if (a.notIt) {
                continue;
            }
            if (a.negative && a.value > 0.0) {
                bad_ = Refusal{"days.negative",
                               '"' + words(a.from, a.to) + "\" is less than no time: write how long it took."};
                return;
            }
            if (a.unsure || a.clock) {
                askMinutes(a);
                const std::string* said = answer("minutes:" + words(a.from, a.to));
                sum += said != nullptr && *said != kLeftOut ? a.value : 0.0;
                continue;
            }
            sum += a.value;
        }
        if (!ranges::kStepMinutes.holds(sum)) {
            bad_ = Refusal{"days.range", "Minutes of an entry " + rangeSentence(ranges::kStepMinutes) + '.'};
            return;
        }
        e.line.words.minutes = leftOut(id) ? 0.0 : sum * fact.share;
    }
    void askMinutes(const BookAmount& a)
    {
        const std::string id = "minutes:" + words(a.from, a.to);
        if (answer(id) == nullptr) {
            ask(Ask::Minutes, id, '"' + words(a.from, a.to) + "\": how long is that?",
                {{"yes", durationText(a.value)}, {kLeftOut, a.clock ? "a time of the day" : "not said"}});
        }
    }
    void longDay(BookEntry& e, const SaidFact& fact)
    {
        const std::string id = "long:" + wordsOf(fact);
        if (e.line.words.minutes > kLongDay_min && !daysSaid(fact) && answer(id) == nullptr) {
            ask(Ask::Minutes, id, durationText(e.line.words.minutes) + " in one entry: is that right?",
                {{"yes", "yes, " + durationText(e.line.words.minutes)}, {kLeftOut, "no"}});
        } else if (leftOut(id)) {
            e.line.words.minutes = 0.0;
        }
    }
    [[nodiscard]] bool daysSaid(const SaidFact& fact) const // "2 days" may well be sixteen hours
    {
        return std::any_of(fact.clauses.begin(), fact.clauses.end(), [&](size_t i) {
            for (size_t t = p_.clauses[i].from; t < p_.clauses[i].to; ++t) {
                const std::string& word = p_.tokens[t].text;
                if (word.rfind("day", 0) == 0 || word.rfind("tag", 0) == 0 || word.rfind("jour", 0) == 0 ||
                    word.rfind("d\u00EDa", 0) == 0) {
                    return true;
                }
            }
            return false;
        });
    }

    // -- which step ---------------------------------------------------------------------------------------------------

    [[nodiscard]] size_t placeOf(const std::string& key) const
    {
        for (size_t i = 0; i < in_.steps.size(); ++i) {
            if (in_.steps[i].key == key) {
                return i;
            }
        }
        return in_.steps.size();
    }

    /// "Sanded the show face and the underside, 1 h", where both are meant: half an hour each.
    void part()
    {
        std::vector<SaidFact> all;
        for (const SaidFact& fact : facts_) {
            const std::string* said = answer("step:" + wordsOf(fact));
            if (fact.parted.empty() || said == nullptr || *said != kEach) {
                all.push_back(fact);
                continue;
            }
            for (const StepMatch& m : fact.parted) {
                SaidFact one = fact;
                one.steps = {m};
                one.parted.clear();
                one.rest = m.step != fact.parted.front().step;
                one.share = 1.0 / static_cast<double>(fact.parted.size());
                all.push_back(std::move(one));
            }
        }
        facts_ = std::move(all);
    }

    /// The step that is taken, or the question which.
    std::string step(const SaidFact& fact, const std::string& id)
    {
        if (const std::string* said = answer(id)) {
            return *said == kLeftOut ? "" : *said == kEach ? in_.steps[fact.steps.front().step].key : *said;
        }
        if (!fact.work) {
            return "";
        }
        if (!fact.parted.empty()) {
            askStep(fact.parted, id, kWhichOfThem);
            return "";
        }
        if (const DayEntry* old = corrected(fact)) {
            return old->words.step;
        }
        const StepMatch& best = fact.steps.front();
        const SaidAct* done = fact.said.done();
        const bool amounts = !fact.said.amounts.empty();
        if (!isSure(fact.steps) || fact.said.strange) {
            askStep(fact.steps, id, fact.said.strange ? "Is this a step of the job?" : "Which step was it?");
        } else if (best.done && !fact.said.corrects) {
            askStep({best}, id, in_.steps[best.step].name + " is written as done: was there more of it?");
        } else if (done != nullptr && done->bare && !amounts) {
            askStep({best}, id, "Was it done, or is it still to do?");
        } else {
            return in_.steps[best.step].key;
        }
        return "";
    }
    [[nodiscard]] std::optional<double> wrongMinutes(const SaidFact& fact) const
    {
        std::optional<double> out;
        for (const size_t k : fact.said.amounts) {
            out = p_.amounts[k].is == Is::Minutes && p_.amounts[k].notIt ? std::optional(p_.amounts[k].value) : out;
        }
        return out;
    }
    /// The last entry that the line may correct: of a step that it may mean, with the minutes that it takes back.
    [[nodiscard]] const DayEntry* corrected(const SaidFact& fact) const
    {
        const auto wrong = wrongMinutes(fact);
        if (!fact.said.corrects && !wrong) {
            return nullptr;
        }
        for (auto old = in_.book.rbegin(); old != in_.book.rend(); ++old) {
            const bool meant = std::any_of(fact.steps.begin(), fact.steps.end(), [&](const StepMatch& m) {
                return in_.steps[m.step].key == old->words.step;
            });
            if (!old->struck && meant && (!wrong || old->words.minutes == *wrong)) {
                return &*old;
            }
        }
        return nullptr;
    }
    void askStep(const std::vector<StepMatch>& from, const std::string& id, std::string sentence)
    {
        std::vector<BookChoice> choices;
        for (const StepMatch& m : from) {
            if (choices.size() < kMostChoices && m.score > from.front().score - kNear) {
                choices.push_back({in_.steps[m.step].key, in_.steps[m.step].name});
            }
        }
        if (sentence == kWhichOfThem) {
            choices.push_back({kEach, "all of them, the time parted"});
        }
        choices.push_back({kLeftOut, "no step: keep the words"});
        ask(Ask::Step, id, std::move(sentence), std::move(choices));
    }

    /// Of a step on several slabs, one was named: is the step done with it?
    void ends(BookEntry& e, const SaidFact& fact)
    {
        e.line.words.ends = !fact.said.goesOn && !fact.said.only;
        if (fact.said.finished && !fact.said.goesOn) {
            e.line.words.ends = true;
        }
        const JobStep* s = stepCalled(in_.steps, e.line.words.step);
        const std::string id = "ends:" + wordsOf(fact);
        if (const std::string* said = answer(id)) {
            e.line.words.ends = *said == "yes";
        } else if (s != nullptr && (s->milling > 0 || s->key.rfind("read_", 0) == 0) && e.line.words.ends &&
                   !fact.said.finished && !fact.said.both) {
            const std::vector<std::string> open = notNamed(*s, fact);
            if (!open.empty() && !fact.said.slabs.empty()) {
                ask(Ask::Ends, id, (open.size() > 1 ? "Are " : "Is ") + listed(open) + " done as well?",
                    {{"yes", "yes: " + s->name + " is done"},
                     {"no", listed(open) + (open.size() > 1 ? " are" : " is") + " still to do"}});
            }
        }
        const bool askedAlready = !out_.asks.empty() && out_.asks.back().id == id;
        if (s != nullptr && answer(id) == nullptr && !askedAlready) {
            shortWork(e, fact, *s, id);
        }
        if (s != nullptr && !e.line.words.ends) {
            box(e, Box::GoesOn, id, "not done yet");
        }
    }
    /// An hour of a base that takes 25: is it done with that?
    void shortWork(const BookEntry& e, const SaidFact& fact, const JobStep& s, const std::string& id)
    {
        constexpr double kLong_min = 180.0;
        constexpr double kShort = 0.2; // of what is planned
        const size_t at = placeOf(s.key);
        const double before = at < in_.progress.size() ? in_.progress[at].minutes : 0.0;
        const double planned = s.hands.known() ? s.hands.value() : 0.0;
        const bool open = e.line.words.ends && !fact.said.finished && e.line.words.minutes > 0.0;
        if (open && planned >= kLong_min && before + e.line.words.minutes < kShort * planned) {
            ask(Ask::Ends, id,
                durationText(before + e.line.words.minutes) + " of the " + durationText(planned) +
                    " that are planned: is " + s.name + " done?",
                {{"no", "it goes on"}, {"yes", "yes, it is done"}});
        }
    }
    [[nodiscard]] std::vector<std::string> notNamed(const JobStep& s, const SaidFact& fact) const
    {
        std::vector<std::string> out;
        for (const auto& slab : in_.slabs) {
            const auto named = [&](const std::string& text) {
                const auto parts = bookParts(text, {slab}, today_);
                return parts &&
                       std::any_of(parts->slabAt.begin(), parts->slabAt.end(), [](SlabId id) { return id.value != 0; });
            };
            const bool now =
                std::find(fact.said.slabs.begin(), fact.said.slabs.end(), slab->id) != fact.said.slabs.end();
            const bool before = std::any_of(in_.book.begin(), in_.book.end(), [&](const DayEntry& old) {
                return !old.struck && old.words.step == s.key && named(old.words.text);
            });
            if (!now && !before && named(s.name)) {
                out.push_back(slab->name);
            }
        }
        return out;
    }

    void alsoDoneWith(BookEntry& e)
    {
        const size_t at = placeOf(e.line.words.step);
        if (at >= in_.steps.size()) {
            return;
        }
        std::vector<std::string> names;
        for (const size_t i : alsoDone(in_.steps, in_.progress, at)) {
            const std::string& key = in_.steps[i].key;
            if (std::find(told_.begin(), told_.end(), key) == told_.end()) { // not by an entry before, in this line
                e.alsoDone.push_back(key);
                names.push_back(in_.steps[i].name);
            }
        }
        const std::string id = "also:" + e.line.words.step;
        if (leftOut(id)) { // then it was not that step
            e.line.words.step.clear();
            e.alsoDone.clear();
            return;
        }
        if (names.size() <= kFewAlsoDone) {
            for (const std::string& name : names) {
                box(e, Box::AlsoDone, id, name, "it comes before " + in_.steps[at].name + ": taken as done with it");
            }
        } else if (answer(id) == nullptr) {
            ask(Ask::AlsoDone, id, in_.steps[at].name + " comes after " + listed(names) + ". Are they all done?",
                {{"yes", "yes, all of them are done"}, {kLeftOut, "no step: keep the words"}});
        } else {
            box(e, Box::AlsoDone, id, names[0] + ", " + names[1] + " and " + std::to_string(names.size() - 2) + " more",
                listed(names));
        }
        told_.push_back(e.line.words.step);
        told_.insert(told_.end(), e.alsoDone.begin(), e.alsoDone.end());
    }

    // -- readings -----------------------------------------------------------------------------------------------------

    void readings(BookEntry& e, const SaidFact& fact)
    {
        if (fact.rest) {
            return;
        }
        const JobStep* s = stepCalled(in_.steps, e.line.words.step);
        const bool pours = s != nullptr && !s->pour.empty();
        double litres = 0.0;
        int goes = 0;
        size_t place = 0; // of its box, and of the reading, where it was said first
        size_t at = 0;
        for (size_t k = 0; k < readings_.size(); ++k) {
            const SaidReading& r = readings_[k];
            if (std::find(fact.clauses.begin(), fact.clauses.end(), r.clause) == fact.clauses.end()) {
                continue;
            }
            const bool poured = r.reading.kind == ReadingKind::Litres || r.reading.kind == ReadingKind::Leak ||
                                r.reading.kind == ReadingKind::Pots;
            if (poured && !pours) {
                if (s != nullptr || !fact.work) { // else it waits for the step
                    unread_.push_back(r.token);
                }
                continue;
            }
            if (const auto kept = settled(r, k, s)) {
                if (kept->kind == ReadingKind::Litres) {
                    litres += kept->value;
                    place = goes++ == 0 ? e.boxes.size() : place;
                    at = goes == 1 ? e.line.words.readings.size() : at;
                } else {
                    keep(e, *kept, "reading:" + std::to_string(k) + r.as, "");
                }
            }
        }
        if (goes > 0) {
            const size_t before = e.line.words.readings.size();
            keep(e, {ReadingKind::Litres, {}, litres}, "litres:" + wordsOf(fact), goes > 1 ? " in all" : "");
            if (e.line.words.readings.size() > before) { // not left out
                moveTo(e.boxes, place);
                moveTo(e.line.words.readings, at);
            }
        }
    }
    /// The last to that place; nothing where none came.
    template <typename T> static void moveTo(std::vector<T>& all, size_t place)
    {
        if (place < all.size()) {
            std::rotate(all.begin() + static_cast<std::ptrdiff_t>(place), all.end() - 1, all.end());
        }
    }
    void keep(BookEntry& e, const DayReading& reading, const std::string& id, const std::string& tail)
    {
        if (const char* what = outOfRange(reading); what != nullptr) {
            bad_ = Refusal{"days.range", std::string("In \"") + shownText(text_) + "\" " + what + '.'};
            return;
        }
        if (leftOut(id)) {
            return;
        }
        e.line.words.readings.push_back(reading);
        box(e, Box::Reading, id, readingText(reading, in_.slabs, in_.units) + tail);
    }

    /// The reading as it is kept; nothing while it is asked for, or where it was left out.
    std::optional<DayReading> settled(const SaidReading& r, size_t k, const JobStep* s)
    {
        DayReading out = r.reading;
        if (outOfRange(out) != nullptr && !r.mass) {
            return out; // refused by its range
        }
        const std::string id = "reading:" + std::to_string(k) + r.as;
        const std::string* said = answer(id);
        if (r.mass) {
            const auto density = s != nullptr ? in_.density_kg_L.find(s->resin) : in_.density_kg_L.end();
            constexpr double kUsual_kg_L = 1.1; // a mixed epoxy
            out.value /= density != in_.density_kg_L.end() ? density->second : kUsual_kg_L;
        }
        if (said != nullptr && *said == kLeftOut) {
            return std::nullopt;
        }
        if (r.noSlab) {
            for (const auto& slab : in_.slabs) {
                out.slab = said != nullptr && *said == slab->name ? slab->id : out.slab;
            }
            if (out.slab.value == 0) {
                askReading(r, id, "Of which slab is \"" + r.as + "\"?", slabChoices());
                return std::nullopt;
            }
            return out;
        }
        const bool open = r.unsure || r.mass || !r.unlikely.empty();
        if (open && said == nullptr) {
            std::string text = readingText(out, in_.slabs, in_.units);
            const std::string why = !r.unlikely.empty() ? ": " + r.unlikely + ". Is it right?" : ": is that meant?";
            askReading(r, id, text + why, {{"yes", "yes, " + text}, {kLeftOut, "leave it out"}});
            return std::nullopt;
        }
        return out;
    }
    void askReading(const SaidReading& r, const std::string& id, std::string sentence, std::vector<BookChoice> choices)
    {
        ask(Ask::Reading, id, std::move(sentence), std::move(choices), r.reading.kind);
    }
    [[nodiscard]] std::vector<BookChoice> slabChoices() const
    {
        std::vector<BookChoice> out;
        for (const auto& slab : in_.slabs) {
            out.push_back({slab->name, slab->name});
        }
        out.push_back({kLeftOut, "leave it out"});
        return out;
    }
    static const char* outOfRange(const DayReading& r)
    {
        struct Limit {
            Range range;
            const char* sentence;
        };
        const auto limit = [&]() -> Limit {
            switch (r.kind) {
            case ReadingKind::Thickness:
                return {ranges::kThickness_mm, "the measure must lie between 1 and 1000 mm"};
            case ReadingKind::Moved:
                return {{0.0, ranges::kThickness_mm.most}, "the measure must lie between 0 and 1000 mm"};
            case ReadingKind::Moisture:
                return {ranges::kMc_pct, "the moisture must lie between 0 and 200 %"};
            case ReadingKind::Temperature:
                return {ranges::kRoom_degC, "the temperature must lie between -40 and 60 \u00B0C"};
            case ReadingKind::Litres:
            case ReadingKind::Leak:
                return {{0.0, 10000.0}, "the litres must lie between 0 and 10000"};
            case ReadingKind::Pots:
                return {{0.0, 500.0}, "the pots must lie between 0 and 500"};
            case ReadingKind::Discs:
                break;
            }
            return {{0.0, 10000.0}, "the discs must lie between 0 and 10000"};
        }();
        return limit.range.holds(r.value) ? nullptr : limit.sentence;
    }

    // -- an entry -----------------------------------------------------------------------------------------------------

    void entry(size_t f)
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

    void agreed(BookEntry& e, const SaidFact& fact)
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
    void corrects(BookEntry& e, const SaidFact& fact)
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
    void left()
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
    [[nodiscard]] bool counted(size_t i) const // "2 slabs", "layer 2"
    {
        return std::any_of(p_.amounts.begin(), p_.amounts.end(), [&](const BookAmount& a) {
            return i >= a.from && i < a.to && (a.is == Is::Count || a.is == Is::Ordinal);
        });
    }

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
    std::optional<Refusal> bad_;
    BookReading out_;
};

} // namespace

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
