// Which step a fact is of, whether it is done with it, and what it takes as done before.

#include <algorithm>

#include "core/book/line_reader.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr size_t kMostChoices = 3;
constexpr const char* kWhichOfThem = "Which of them?";
constexpr const char* kWhichStep = "Which step was it?";
constexpr double kNear = 3.0;      // scores that lie closer than this to the best are offered
constexpr size_t kFewAlsoDone = 3; // by name, without being asked

} // namespace

size_t LineReader::placeOf(const std::string& key) const
{
    for (size_t i = 0; i < in_.steps.size(); ++i) {
        if (in_.steps[i].key == key) {
            return i;
        }
    }
    return in_.steps.size();
}

/// "Sanded the show face and the underside, 1 h", where both are meant: half an hour each.
void LineReader::part()
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
std::string LineReader::step(const SaidFact& fact, const std::string& id)
{
    if (const std::string* said = answer(id)) {
        return *said == kLeftOut ? "" : *said == kEach ? in_.steps[fact.steps.front().step].key : *said;
    }
    if (!fact.work || words_) {
        return "";
    }
    if (!fact.parted.empty()) {
        askStep(fact.parted, id, fact.parted.size() > 1 ? kWhichOfThem : kWhichStep);
        return "";
    }
    if (const DayEntry* old = corrected(fact)) {
        return old->words.step;
    }
    const StepMatch& best = fact.steps.front();
    const SaidAct* done = fact.said.done();
    const bool amounts = !fact.said.amounts.empty();
    if (!isSure(fact.steps) || fact.said.strange) {
        askStep(fact.steps, id, fact.said.strange ? "Is this a step of the job?" : kWhichStep);
    } else if (best.done && !fact.said.corrects) {
        askStep({best}, id, in_.steps[best.step].name + " is written as done: was there more of it?");
    } else if (done != nullptr && done->bare && !amounts) {
        askStep({best}, id, "Was it done, or is it still to do?");
    } else {
        return in_.steps[best.step].key;
    }
    return "";
}

std::optional<double> LineReader::wrongMinutes(const SaidFact& fact) const
{
    std::optional<double> out;
    for (const size_t k : fact.said.amounts) {
        out = p_.amounts[k].is == Is::Minutes && p_.amounts[k].notIt ? std::optional(p_.amounts[k].value) : out;
    }
    return out;
}

/// The last entry that the line may correct: of a step that it may mean, with the minutes that it takes back.
const DayEntry* LineReader::corrected(const SaidFact& fact) const
{
    const auto wrong = wrongMinutes(fact);
    if (!fact.said.corrects && !wrong) {
        return nullptr;
    }
    for (auto old = in_.book.rbegin(); old != in_.book.rend(); ++old) {
        const bool meant = std::any_of(fact.steps.begin(), fact.steps.end(),
                                       [&](const StepMatch& m) { return in_.steps[m.step].key == old->words.step; });
        if (!old->struck && meant && (!wrong || old->words.minutes == *wrong)) {
            return &*old;
        }
    }
    return nullptr;
}

void LineReader::askStep(const std::vector<StepMatch>& from, const std::string& id, std::string sentence)
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
void LineReader::ends(BookEntry& e, const SaidFact& fact)
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
void LineReader::shortWork(const BookEntry& e, const SaidFact& fact, const JobStep& s, const std::string& id)
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

std::vector<std::string> LineReader::notNamed(const JobStep& s, const SaidFact& fact) const
{
    std::vector<std::string> out;
    for (const auto& slab : in_.slabs) {
        const auto named = [&](const std::string& text) {
            const auto parts = bookParts(text, {slab}, {}, today_);
            return parts &&
                   std::any_of(parts->slabAt.begin(), parts->slabAt.end(), [](SlabId id) { return id.value != 0; });
        };
        const bool now = std::find(fact.said.slabs.begin(), fact.said.slabs.end(), slab->id) != fact.said.slabs.end();
        const bool before = std::any_of(in_.book.begin(), in_.book.end(), [&](const DayEntry& old) {
            return !old.struck && old.words.step == s.key && named(old.words.text);
        });
        if (!now && !before && named(s.name)) {
            out.push_back(slab->name);
        }
    }
    return out;
}

void LineReader::alsoDoneWith(BookEntry& e)
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

} // namespace burl
