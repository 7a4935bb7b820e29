#pragma once
// The words, numbers and signs of a line of the day book.   Units: minutes after midnight of a clock.   Threads: pure.

#include <string>
#include <string_view>
#include <vector>

namespace burl
{

struct BookToken {
    enum class Is { Number, Word, Sign };
    Is is = Is::Word;
    std::string text;      // of a word in lower case; a hyphen inside it is left out: "debarked"
    double value = 0.0;    // of a number; of a clock its minutes after midnight
    bool clock = false;    // 8:00
    bool whole = false;    // written without a point or a fraction
    bool doubtful = false; // 2,300: two and three tenths, or two thousand three hundred?
    bool tight = false;    // no blank before it
    bool large = false;    // a word that begins with a capital letter
    size_t from = 0;       // bytes of the line
    size_t to = 0;
    [[nodiscard]] bool number() const { return is == Is::Number; }
    [[nodiscard]] bool word() const { return is == Is::Word; }
    [[nodiscard]] bool sign(std::string_view what) const { return is == Is::Sign && text == what; }
};

/// Numbers as makers write them: 1,5, 1½, 1 1/2, 8:00. Letters of every alphabet make words; pictures are left out.
[[nodiscard]] std::vector<BookToken> bookTokens(std::string_view line);

} // namespace burl
