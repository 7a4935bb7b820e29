#include "core/days/day_line.h"

#include <algorithm>
#include <cmath>

#include "core/figure/figure.h"
#include "core/measure/format.h"
#include "core/measure/parse.h"
#include "core/measure/text.h"
#include "core/measure/when.h"
#include "core/shop/ranges.h"

namespace burl
{
namespace
{

struct Word {
    std::string text; // lower case; empty: a number
    std::string as;   // as it was written
    double value = 0.0;
    bool number = false;
    bool negative = false;
    bool stop = false; // a colon, comma or semicolon
};

std::vector<Word> wordsOf(std::string_view line)
{
    std::vector<Word> out;
    const auto letter = [](char c) { return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c & 0x80) != 0; };
    for (size_t i = 0; i < line.size();) {
        const char c = line[i];
        const bool first = out.empty() || i == 0 || !letter(line[i - 1]);
        const bool minus = c == '-' && i + 1 < line.size() && isDigit(line[i + 1]) && (i == 0 || line[i - 1] == ' ');
        if ((isDigit(c) || minus) && first) {
            size_t end = i + (minus ? 1 : 0);
            while (end < line.size() &&
                   (isDigit(line[end]) || ((line[end] == '.' || line[end] == ',' || line[end] == ':') &&
                                           end + 1 < line.size() && isDigit(line[end + 1])))) {
                ++end;
            }
            Word w;
            w.number = true;
            w.negative = minus;
            w.as = std::string(line.substr(i, end - i));
            const size_t colon = w.as.find(':');
            if (colon != std::string::npos) { // 1:20 h
                const auto hours = parseNumber(w.as.substr(0, colon));
                const auto past = parseNumber(w.as.substr(colon + 1));
                w.value = hours && past ? *hours + *past / 60.0 : 0.0;
            } else if (const auto value = parseNumber(w.as)) {
                w.value = *value;
            } else {
                w.number = false;
                w.text = lower(w.as);
            }
            out.push_back(std::move(w));
            i = end;
        } else if (letter(c) || isDigit(c)) {
            size_t end = i;
            while (end < line.size() && (letter(line[end]) || isDigit(line[end]))) {
                ++end;
            }
            // "°C" and "44°": the sign is no letter of a word.
            std::string as(line.substr(i, end - i));
            for (size_t at = as.find("\u00B0"); at != std::string::npos; at = as.find("\u00B0")) {
                as.erase(at, 2);
            }
            if (!as.empty()) {
                Word w;
                w.as = as;
                w.text = lower(as);
                out.push_back(std::move(w));
            }
            i = end;
        } else {
            if (c == ',' || c == ';' || c == ':' || c == '%') {
                Word w;
                w.as = w.text = std::string(1, c);
                w.stop = c != '%';
                out.push_back(std::move(w));
            }
            ++i;
        }
    }
    return out;
}

bool startsWith(const std::string& word, std::string_view with)
{
    return word.rfind(with, 0) == 0;
}

/// Words that name a kind of step, and the key it begins with.
struct Verb {
    const char* word; // it begins with
    const char* key;
};
// Longer words first where one begins another.
constexpr Verb kVerbs[] = {{"sticker", "stack"},
                           {"stack", "stack"},
                           {"rough", "rough_cut"},
                           {"bark", "bark"},
                           {"flatten", "flatten_"},
                           {"milled", "flatten_"},
                           {"measured", "read_"},
                           {"joint", "joint"},
                           {"mortis", "tenons"},
                           {"tenon", "tenons"},
                           {"dowel", "tenons"},
                           {"glu", "glue"},
                           {"squeeze", "squeeze_out"},
                           {"scrape", "squeeze_out"},
                           {"form", "form"},
                           {"seal", "pour_seal"},
                           {"pinhole", "pour_pinholes"},
                           {"void", "pour_voids"},
                           {"pour", "pour_"},
                           {"demould", "demould"},
                           {"plane", "plane_again"},
                           {"trim", "trim"},
                           {"repair", "repairs"},
                           {"key", "repairs"},
                           {"edge", "edges"},
                           {"sand", "sand_"},
                           {"rak", "look"},
                           {"channel", "underside"},
                           {"insert", "underside"},
                           {"plate", "underside"},
                           {"sample", "sample"},
                           {"oil", "show_"},
                           {"coater", "base_coater"},
                           {"coat", "show_"},
                           {"finish", "show_"},
                           {"weld", "base_weld"},
                           {"steel", "base_weld"},
                           {"prime", "base_paint"},
                           {"paint", "base_paint"},
                           {"base", "base_"},
                           {"leg", "base_"},
                           {"mount", "mount"},
                           {"assembl", "mount"},
                           {"crate", "crate"},
                           {"wrap", "crate"},
                           {"pack", "crate"},
                           {"deliver", "deliver"}};

class LineReader
{
public:
    LineReader(std::string_view text, const std::vector<JobStep>& steps, const std::vector<StepProgress>& progress,
               const std::vector<std::shared_ptr<const Slab>>& slabs, const UnitChoice& units)
        : text_(text), steps_(steps), progress_(progress), slabs_(slabs), units_(units), words_(wordsOf(text))
    {
    }

    Expected<DayLine> read()
    {
        if (trimmed(text_).empty()) {
            return refuse("days.empty", "Write what was done: \"glued up 25 min 19C\".");
        }
        out_.words.text = std::string(trimmed(text_));
        for (at_ = 0; at_ < words_.size(); ++at_) {
            word();
            if (bad_) {
                return tl::unexpected(*bad_);
            }
        }
        step();
        tell();
        return out_;
    }

private:
    [[nodiscard]] const Word* next(size_t ahead = 1) const
    {
        return at_ + ahead < words_.size() ? &words_[at_ + ahead] : nullptr;
    }
    [[nodiscard]] bool nextIs(size_t ahead, std::initializer_list<const char*> all) const
    {
        const Word* w = next(ahead);
        return w != nullptr && !w->number &&
               std::any_of(all.begin(), all.end(), [&](const char* one) { return w->text == one; });
    }

    void add(ReadingKind kind, double value, Range range, const char* what)
    {
        if (!range.holds(value)) {
            bad_ = Refusal{"days.range",
                           std::string("In \"") + shownText(text_) + "\" " + what + ' ' + rangeSentence(range) + '.'};
            return;
        }
        const bool ofSlab =
            kind == ReadingKind::Thickness || kind == ReadingKind::Moisture || kind == ReadingKind::Moved;
        out_.words.readings.push_back({kind, ofSlab ? slab_ : SlabId{}, value});
    }

    void word()
    {
        const Word& w = words_[at_];
        if (w.number) {
            number(w);
            return;
        }
        for (const auto& slab : slabs_) {
            if (slab && lower(slab->name) == w.text) {
                slab_ = slab->id;
            }
        }
        if (w.text == "mc" && next() != nullptr && next()->number) {
            ++at_;
            add(ReadingKind::Moisture, words_[at_].value, ranges::kMc_pct, "the moisture");
            at_ += nextIs(1, {"%"}) ? 1 : 0;
        } else if (startsWith(w.text, "leak")) {
            leak_ = true;
        } else if (startsWith(w.text, "moved")) {
            moved_ = true;
        } else if (w.text == "begun" || w.text == "began" || w.text == "started" || w.text == "half" ||
                   w.text == "partly") {
            out_.words.ends = false;
        } else if (w.text == "not" && nextIs(1, {"done", "finished"})) {
            out_.words.ends = false;
        } else if (startsWith(w.text, "agree") || w.text == "ok'd") {
            out_.agreed = true;
        } else if (w.stop && w.text != ":") {
            moved_ = false;
        }
    }

    void number(const Word& w)
    {
        if (nextIs(1, {"min", "mins", "minutes", "minute"})) {
            time(w, 1.0);
        } else if (nextIs(1, {"h", "hr", "hrs", "hour", "hours"})) {
            if (at_ > 0 && words_[at_ - 1].text == "hour") {
                return;
            }
            time(w, 60.0);
            // "1 h 20", where no other unit follows.
            const Word* rest = next();
            if (rest != nullptr && rest->number && !rest->negative && rest->value < 60.0 &&
                (next(2) == nullptr || next(2)->stop || nextIs(2, {"min"}))) {
                ++at_;
                out_.words.minutes += rest->value;
                at_ += nextIs(1, {"min"}) ? 1 : 0;
            }
        } else if (nextIs(1, {"c", "f"})) {
            const bool fahrenheit = nextIs(1, {"f"});
            add(ReadingKind::Temperature, fahrenheit ? (w.value - 32.0) / 1.8 : w.value, ranges::kRoom_degC,
                "the temperature");
            ++at_;
        } else if (nextIs(1, {"mm", "in"})) {
            const double mm = nextIs(1, {"in"}) ? w.value * kInch_mm : w.value;
            add(moved_ ? ReadingKind::Moved : ReadingKind::Thickness, mm,
                moved_ ? Range{0.0, ranges::kThickness_mm.most} : ranges::kThickness_mm, "the measure");
            moved_ = false;
            ++at_;
        } else if (nextIs(1, {"%"})) {
            add(ReadingKind::Moisture, w.value, ranges::kMc_pct, "the moisture");
            ++at_;
            at_ += nextIs(1, {"mc"}) ? 1 : 0;
        } else if (nextIs(1, {"l", "litre", "litres", "liter", "liters"})) {
            add(leak_ ? ReadingKind::Leak : ReadingKind::Litres, w.value, Range{0.0, 10000.0}, "the litres");
            leak_ = false;
            ++at_;
        } else if (nextIs(1, {"pot", "pots"})) {
            add(ReadingKind::Pots, w.value, Range{0.0, 500.0}, "the pots");
            ++at_;
        } else if (nextIs(1, {"disc", "discs", "disks"})) {
            add(ReadingKind::Discs, w.value, Range{0.0, 10000.0}, "the discs");
            ++at_;
        } else {
            which_ = static_cast<int>(w.value); // "pour 1"
        }
    }

    void time(const Word& w, double unit)
    {
        if (w.negative || w.value < 0.0) {
            bad_ = Refusal{"days.negative", "\"" + w.as + "\" is less than no time: write how long it took."};
            return;
        }
        out_.words.minutes += w.value * unit;
        if (!ranges::kStepMinutes.holds(out_.words.minutes)) {
            bad_ = Refusal{"days.range", "Minutes of an entry " + rangeSentence(ranges::kStepMinutes) + '.'};
        }
        ++at_;
    }

    [[nodiscard]] bool says(std::initializer_list<const char*> all) const
    {
        return std::any_of(words_.begin(), words_.end(), [&](const Word& w) {
            return std::any_of(all.begin(), all.end(), [&](const char* one) { return startsWith(w.text, one); });
        });
    }

    /// The first step of that kind that is not done; of all done, the last.
    void step()
    {
        std::string wanted;
        // Its own name says it best.
        for (const JobStep& s : steps_) {
            if (s.own != 0 && !s.name.empty() && lower(out_.words.text).find(lower(s.name)) != std::string::npos) {
                out_.words.step = s.key;
                return;
            }
        }
        for (const Word& w : words_) {
            for (const Verb& verb : kVerbs) {
                if (!w.number && startsWith(w.text, verb.word) && wanted.empty()) {
                    wanted = verb.key;
                }
            }
        }
        if (wanted.empty()) {
            return;
        }
        const bool under = says({"under", "below", "bottom"});
        if (wanted == "show_" && under) {
            wanted = "under_";
        }
        if (wanted == "sand_") {
            wanted += under ? "1" : says({"edge"}) ? "2" : says({"end"}) ? "3" : says({"resin", "river"}) ? "4" : "0";
        }
        if (wanted == "flatten_" && (says({"again"}) || says({"resin"})) && find("plane_again") != nullptr &&
            find("flatten_2") == nullptr) {
            wanted = "plane_again";
        }
        const int nth = says({"second", "2nd"}) ? 2 : says({"third", "3rd"}) ? 3 : says({"first", "1st"}) ? 1 : which_;
        const JobStep* last = nullptr;
        const JobStep* open = nullptr;
        int count = 0;
        for (size_t i = 0; i < steps_.size(); ++i) {
            if (!startsWith(steps_[i].key, wanted)) {
                continue;
            }
            ++count;
            last = &steps_[i];
            const bool done = i < progress_.size() && progress_[i].done && !progress_[i].implied;
            if (nth > 0 && count == nth) {
                out_.words.step = steps_[i].key;
                return;
            }
            open = open == nullptr && !done ? &steps_[i] : open;
        }
        const JobStep* found = open != nullptr ? open : last;
        out_.words.step = found != nullptr ? found->key : "";
    }

    [[nodiscard]] const JobStep* find(const std::string& key) const
    {
        for (const JobStep& s : steps_) {
            if (s.key == key) {
                return &s;
            }
        }
        return nullptr;
    }

    void tell()
    {
        std::string out;
        const auto say = [&](const std::string& part) { out += (out.empty() ? "" : " · ") + part; };
        if (const JobStep* s = find(out_.words.step)) {
            say(s->name + (out_.words.ends ? "" : ", not done yet"));
        }
        if (out_.words.minutes > 0.0) {
            say(durationText(out_.words.minutes));
        }
        for (const DayReading& r : out_.words.readings) {
            say(readingText(r));
        }
        if (out_.agreed) {
            say("the customer agreed");
        }
        out_.understood = out;
    }

    [[nodiscard]] std::string readingText(const DayReading& r) const
    {
        std::string slab;
        for (const auto& s : slabs_) {
            slab = s && s->id == r.slab ? s->name + ' ' : slab;
        }
        const auto quantity = [&](Unit unit) { return formatQuantity(r.value, unit, units_); };
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

    std::string_view text_;
    const std::vector<JobStep>& steps_;
    const std::vector<StepProgress>& progress_;
    const std::vector<std::shared_ptr<const Slab>>& slabs_;
    const UnitChoice& units_;
    std::vector<Word> words_;
    size_t at_ = 0;
    SlabId slab_;
    bool leak_ = false;
    bool moved_ = false;
    int which_ = 0;
    std::optional<Refusal> bad_;
    DayLine out_;
};

} // namespace

Expected<DayLine> readDayLine(std::string_view text, const std::vector<JobStep>& steps,
                              const std::vector<StepProgress>& progress,
                              const std::vector<std::shared_ptr<const Slab>>& slabs, const UnitChoice& units)
{
    return LineReader(text, steps, progress, slabs, units).read();
}

} // namespace burl
