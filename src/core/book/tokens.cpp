#include "core/book/tokens.h"

#include <algorithm>
#include <charconv>
#include <utility>

#include "core/measure/text.h"

namespace burl
{
namespace
{

struct Special {
    std::string_view bytes;
    std::string_view as;
};
constexpr Special kSpecials[] = {{"\u00B0", "\u00B0"}, {"\u00BA", "\u00B0"}, {"\u00D7", "x"},  {"\u00B1", "±"},
                                 {"\u2013", "-"},      {"\u2014", "-"},      {"\u2212", "-"},  {"\u2033", "\""},
                                 {"\u2032", "'"},      {"\u201C", "\""},     {"\u201D", "\""}, {"\u00A0", " "}};
constexpr std::pair<std::string_view, double> kFractions[] = {
    {"\u00BD", 0.5},   {"\u00BC", 0.25},  {"\u00BE", 0.75},  {"\u2153", 1.0 / 3.0}, {"\u2154", 2.0 / 3.0},
    {"\u215B", 0.125}, {"\u215C", 0.375}, {"\u215D", 0.625}, {"\u215E", 0.875}};
constexpr std::string_view kApostrophe = "\u2019";
constexpr unsigned char kPicture = 0xF0; // first byte of what is no letter of a living alphabet

bool isPlain(char c)
{
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
}
bool isLetter(char c)
{
    const auto byte = static_cast<unsigned char>(c);
    return isPlain(c) || (byte >= 0xC3 && byte < kPicture) || (byte >= 0x80 && byte < 0xC0);
}
double plainNumber(std::string_view text)
{
    double out = 0.0;
    std::from_chars(text.data(), text.data() + text.size(), out);
    return out;
}

/// Also of the letters of German, Spanish and French.
std::string smallLetters(std::string_view text)
{
    constexpr unsigned char kLatin =
        0xC3; // first byte of their letters; large ones from 80 to 9E, small ones 20 behind
    constexpr unsigned char kTimes = 0x97;
    constexpr int kToSmall = 0x20;
    std::string out = lower(text);
    for (size_t i = 0; i + 1 < out.size(); ++i) {
        const auto second = static_cast<unsigned char>(out[i + 1]);
        if (static_cast<unsigned char>(out[i]) == kLatin && second >= 0x80 && second <= 0x9E && second != kTimes) {
            out[i + 1] = static_cast<char>(second + kToSmall);
        }
    }
    return out;
}

class Tokens
{
public:
    explicit Tokens(std::string_view line) : line_(line) {}

    std::vector<BookToken> run()
    {
        while (at_ < line_.size()) {
            if (special() || fraction()) {
                continue;
            }
            const char c = line_[at_];
            if (isDigit(c)) {
                number();
            } else if (isLetter(c)) {
                word();
            } else {
                const bool blank = c == ' ' || c == '\t';
                if (!blank) {
                    push(BookToken::Is::Sign, at_, at_ + 1).text = std::string(1, c);
                }
                blank_ = blank;
                ++at_;
            }
        }
        joinFractions();
        return std::move(out_);
    }

private:
    BookToken& push(BookToken::Is is, size_t from, size_t to)
    {
        BookToken t;
        t.is = is;
        t.from = from;
        t.to = to;
        t.tight = !blank_ && !out_.empty();
        blank_ = false;
        out_.push_back(std::move(t));
        return out_.back();
    }
    [[nodiscard]] bool at(std::string_view bytes) const { return line_.substr(at_, bytes.size()) == bytes; }

    bool special()
    {
        for (const Special& s : kSpecials) {
            if (!at(s.bytes)) {
                continue;
            }
            if (s.as == " ") {
                blank_ = true;
            } else {
                push(s.as == "x" ? BookToken::Is::Word : BookToken::Is::Sign, at_, at_ + s.bytes.size()).text =
                    std::string(s.as);
            }
            at_ += s.bytes.size();
            return true;
        }
        if (static_cast<unsigned char>(line_[at_]) < kPicture) {
            return false;
        }
        for (++at_; at_ < line_.size() && (static_cast<unsigned char>(line_[at_]) & 0xC0U) == 0x80U; ++at_) {
        }
        blank_ = true;
        return true;
    }

    bool fraction()
    {
        for (const auto& [bytes, value] : kFractions) {
            if (!at(bytes)) {
                continue;
            }
            if (!out_.empty() && out_.back().number() && out_.back().whole && !out_.back().clock) {
                out_.back().value += value;
                out_.back().whole = false;
                out_.back().to = at_ + bytes.size();
            } else {
                push(BookToken::Is::Number, at_, at_ + bytes.size()).value = value;
            }
            at_ += bytes.size();
            blank_ = false;
            return true;
        }
        return false;
    }

    [[nodiscard]] size_t digitsEnd(size_t end) const
    {
        while (end < line_.size() && isDigit(line_[end])) {
            ++end;
        }
        return end;
    }

    void number()
    {
        const size_t from = at_;
        size_t end = digitsEnd(at_);
        const auto next = [&](char c) { return end + 1 < line_.size() && line_[end] == c && isDigit(line_[end + 1]); };
        const bool ofDay = out_.size() > 1 && !blank_ && out_.back().sign(".") && out_.back().tight &&
                           out_[out_.size() - 2].number(); // the month of 30.11.2026
        BookToken& t = push(BookToken::Is::Number, from, end);
        t.value = plainNumber(line_.substr(from, end - from));
        t.whole = true;
        constexpr size_t kTwoDigits = 2;
        constexpr size_t kThousands = 3;
        if (next(':')) {
            const size_t past = end + 1;
            if (digitsEnd(past) - past == kTwoDigits) {
                end = digitsEnd(past);
                t.value = t.value * 60.0 + plainNumber(line_.substr(past, kTwoDigits));
                t.clock = true;
            }
        } else if (!ofDay && (next('.') || next(','))) {
            const size_t point = end;
            const size_t past = digitsEnd(point + 1);
            const bool day = past + 1 < line_.size() && line_[past] == '.' && isDigit(line_[past + 1]);
            const bool dayEnds = line_[point] == '.' && past < line_.size() && line_[past] == '.' &&
                                 past - point <= kTwoDigits + 1 && point - from <= kTwoDigits;
            if (!day && !dayEnds) { // 30.11. and 30.11.2026 are put together by who reads days
                std::string text(line_.substr(from, past - from));
                text[point - from] = '.';
                t.value = plainNumber(text);
                t.whole = false;
                t.doubtful = line_[point] == ',' && past - point - 1 == kThousands;
                end = past;
            }
        }
        t.to = end;
        t.text = std::string(line_.substr(from, end - from));
        at_ = end;
        ordinal(t);
    }
    /// "2nd" is a word.
    void ordinal(BookToken& t)
    {
        for (const std::string_view tail : {"st", "nd", "rd", "th"}) {
            const size_t end = at_ + tail.size();
            const bool over = end >= line_.size() || !isLetter(line_[end]);
            if (t.whole && !t.clock && at(tail) && over) {
                t.is = BookToken::Is::Word;
                t.text += tail;
                t.to = at_ = end;
                return;
            }
        }
    }

    void word()
    {
        const size_t from = at_;
        // Behind a number only letters: 1h20m. Else a name may have digits: B2.
        const bool unit = !out_.empty() && out_.back().number() && !blank_;
        std::string text;
        while (at_ < line_.size() && !isFractionOrSpecial()) {
            const char c = line_[at_];
            const bool letterNext = at_ > from && at_ + 1 < line_.size() && isLetter(line_[at_ + 1]);
            if (at(kApostrophe)) {
                text += '\'';
                at_ += kApostrophe.size();
            } else if (isLetter(c) || (isDigit(c) && !unit) || (c == '\'' && letterNext)) {
                text += c;
                ++at_;
            } else if (c == '-' && letterNext && !unit) {
                ++at_; // de-barked
            } else {
                break;
            }
        }
        if (at_ == from) { // nothing of a word after all
            ++at_;
            return;
        }
        BookToken& t = push(BookToken::Is::Word, from, at_);
        t.text = smallLetters(text);
        t.large = line_[from] >= 'A' && line_[from] <= 'Z';
    }
    [[nodiscard]] bool isFractionOrSpecial() const
    {
        return std::any_of(std::begin(kFractions), std::end(kFractions), [&](const auto& f) { return at(f.first); }) ||
               std::any_of(std::begin(kSpecials), std::end(kSpecials), [&](const Special& s) { return at(s.bytes); });
    }

    /// 1 1/2 and 3/4; never 38.4/38.9.
    void joinFractions()
    {
        const auto plain = [&](size_t i) {
            return i < out_.size() && out_[i].number() && out_[i].whole && !out_[i].clock;
        };
        const auto ofAnInch = [](double d) {
            return d == 2 || d == 3 || d == 4 || d == 8 || d == 16 || d == 32 || d == 64;
        };
        for (size_t i = 0; i + 2 < out_.size(); ++i) {
            if (!plain(i) || !out_[i + 1].sign("/") || !out_[i + 1].tight || !plain(i + 2) || !out_[i + 2].tight ||
                !ofAnInch(out_[i + 2].value) || out_[i].value >= out_[i + 2].value) {
                continue;
            }
            const double part = out_[i].value / out_[i + 2].value;
            const bool dash =
                i > 1 && out_[i - 1].sign("-") && out_[i - 1].tight && out_[i].tight && plain(i - 2); // 1-7/8
            const bool mixed = dash || (i > 0 && plain(i - 1) && !out_[i].tight);
            const size_t at = dash ? i - 2 : mixed ? i - 1 : i;
            BookToken& into = out_[at];
            into.value = mixed ? into.value + part : part;
            into.to = out_[i + 2].to;
            into.whole = false;
            out_.erase(out_.begin() + static_cast<std::ptrdiff_t>(at + 1),
                       out_.begin() + static_cast<std::ptrdiff_t>(i + 3));
        }
    }

    std::string_view line_;
    size_t at_ = 0;
    bool blank_ = false;
    std::vector<BookToken> out_;
};

} // namespace

std::vector<BookToken> bookTokens(std::string_view line)
{
    return Tokens(line).run();
}

} // namespace burl
