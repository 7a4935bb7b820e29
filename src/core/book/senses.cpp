#include "core/book/senses.h"

#include <algorithm>
#include <array>
#include <sstream>

namespace burl
{
namespace
{

std::vector<std::string> split(const char* words)
{
    std::istringstream in(words);
    std::vector<std::string> out;
    for (std::string word; in >> word;) {
        out.push_back(word);
    }
    return out;
}

/// One letter missing, too many, another, or two exchanged.
bool oneSlip(const std::string& a, const std::string& b)
{
    const std::string& longer = a.size() >= b.size() ? a : b;
    const std::string& shorter = a.size() >= b.size() ? b : a;
    if (longer.size() - shorter.size() > 1) {
        return false;
    }
    size_t same = 0;
    while (same < shorter.size() && longer[same] == shorter[same]) {
        ++same;
    }
    if (longer.size() != shorter.size()) {
        return longer.compare(same + 1, std::string::npos, shorter, same) == 0;
    }
    if (same == longer.size() || longer.compare(same + 1, std::string::npos, shorter, same + 1) == 0) {
        return true;
    }
    return same + 1 < longer.size() && longer[same] == shorter[same + 1] && longer[same + 1] == shorter[same] &&
           longer.compare(same + 2, std::string::npos, shorter, same + 2) == 0;
}

constexpr size_t kLongEnough = 5; // letters of a stem that may be misspelt

} // namespace

Lexicon::Lexicon(const Vocabulary& vocabulary)
{
    const auto take = [&](const Vocabulary& v) {
        for (const SenseWords& row : v.senses) {
            add(row.sense, row.words);
        }
        const auto each = [&](Sense first, const auto& all) {
            for (size_t i = 0; i < all.size(); ++i) {
                add(static_cast<Sense>(static_cast<size_t>(first) + i), all[i]);
            }
        };
        each(Sense::Weekday0, v.weekdays);
        each(Sense::Month1, v.months);
        each(Sense::Number2, v.numbers);
    };
    take(vocabulary);
    own_ = entries_.size();
    if (vocabulary.language != englishWords().language) {
        take(englishWords());
    }
    for (const Vocabulary* v : {&englishWords(), &germanWords(), &spanishWords(), &frenchWords()}) {
        for (const UnitWords& row : v->units) {
            for (std::string& word : split(row.words)) {
                units_.emplace_back(std::move(word), row.unit);
            }
        }
    }
}

void Lexicon::add(Sense sense, const char* words)
{
    for (std::string word : split(words)) {
        const char mark = word.back();
        if (mark == '!' || mark == '*') {
            word.pop_back();
        }
        entries_.push_back({std::move(word), sense, mark == '!', mark == '*'});
    }
}

std::optional<KnownWord> Lexicon::phrase(const std::string& first, const std::string& second) const
{
    const auto found = written(first + '_' + second);
    return found && found->whole ? found : std::nullopt;
}

std::optional<KnownWord> Lexicon::written(const std::string& text) const
{
    const Entry* best = nullptr;
    for (const Entry& e : entries_) {
        if (e.text == text && !e.begins) {
            return KnownWord{e.sense, e.bare, false, true};
        }
        if (e.begins && text.compare(0, e.text.size(), e.text) == 0 &&
            (best == nullptr || e.text.size() > best->text.size())) {
            best = &e;
        }
    }
    return best != nullptr ? std::optional(KnownWord{best->sense, false, false, best->text == text}) : std::nullopt;
}

/// Only of work and things: a small word more or less would turn a sentence round.
std::optional<KnownWord> Lexicon::misspelt(const std::string& text) const
{
    const Entry* found = nullptr;
    for (const Entry& e : entries_) {
        if (e.text.size() < kLongEnough || !(isAct(e.sense) || isThing(e.sense)) || e.text[0] != text[0]) {
            continue;
        }
        bool alike = oneSlip(text, e.text);
        if (e.begins && !alike) {
            for (size_t letters = e.text.size() - 1; letters <= e.text.size() + 1 && letters < text.size(); ++letters) {
                alike = alike || oneSlip(text.substr(0, letters), e.text);
            }
        }
        if (alike && found != nullptr && found->sense != e.sense) {
            return std::nullopt; // either might be meant
        }
        found = alike ? &e : found;
    }
    return found != nullptr ? std::optional(KnownWord{found->sense, false, true, false}) : std::nullopt;
}

std::optional<KnownWord> Lexicon::word(const std::string& text) const
{
    if (auto known = written(text)) {
        return known;
    }
    return text.size() >= kLongEnough ? misspelt(text) : std::nullopt;
}

std::optional<BookUnit> Lexicon::unit(const std::string& text) const
{
    for (const auto& [word, unit] : units_) {
        if (word == text) {
            return unit;
        }
    }
    return std::nullopt;
}

bool Lexicon::knows(const std::string& text) const
{
    return std::any_of(entries_.begin(), entries_.begin() + static_cast<std::ptrdiff_t>(own_), [&](const Entry& e) {
        return e.begins ? text.compare(0, e.text.size(), e.text) == 0 : text == e.text;
    });
}

const Lexicon& lexiconFor(const std::vector<std::string>& words)
{
    static const std::array<Lexicon, 4> kAll{Lexicon(englishWords()), Lexicon(germanWords()), Lexicon(spanishWords()),
                                             Lexicon(frenchWords())};
    const Lexicon* best = kAll.data();
    std::ptrdiff_t most = 0;
    for (const Lexicon& lexicon : kAll) {
        const auto known =
            std::count_if(words.begin(), words.end(), [&](const std::string& word) { return lexicon.knows(word); });
        if (known > most) {
            most = known;
            best = &lexicon;
        }
    }
    return *best;
}

} // namespace burl
