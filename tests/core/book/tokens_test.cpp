// Numbers, fractions and words of a line.

#include <catch2/catch.hpp>

#include "core/book/senses.h"
#include "core/book/tokens.h"

using namespace burl;

namespace
{

std::vector<double> numbersOf(const char* line)
{
    std::vector<double> out;
    for (const BookToken& t : bookTokens(line)) {
        if (t.number()) {
            out.push_back(t.value);
        }
    }
    return out;
}
std::vector<std::string> wordsOf(const char* line)
{
    std::vector<std::string> out;
    for (const BookToken& t : bookTokens(line)) {
        if (t.word()) {
            out.push_back(t.text);
        }
    }
    return out;
}

} // namespace

TEST_CASE("numbers are read as makers write them", "[book]")
{
    CHECK(numbersOf("1,5 h") == std::vector<double>{1.5});
    CHECK(numbersOf("1½ h") == std::vector<double>{1.5});
    CHECK(numbersOf("1 1/2 in") == std::vector<double>{1.5});
    CHECK(numbersOf("1-7/8\"") == std::vector<double>{1.875});
    CHECK(numbersOf("3/4\"") == std::vector<double>{0.75});
    CHECK(numbersOf("38.4/38.9 mm") == std::vector<double>{38.4, 38.9});
    CHECK(numbersOf("8:20") == std::vector<double>{500.0}); // minutes after midnight
    CHECK(numbersOf("80 120 150") == std::vector<double>{80.0, 120.0, 150.0});
    CHECK(numbersOf("30.11.2026") == std::vector<double>{30.0, 11.0, 2026.0});
    CHECK(bookTokens("2,300 mm")[0].doubtful);
    CHECK_FALSE(bookTokens("2,30 mm")[0].doubtful);
}

TEST_CASE("words keep their letters and lose their hyphens", "[book]")
{
    CHECK(wordsOf("De-barked B2") == std::vector<std::string>{"debarked", "b2"});
    CHECK(wordsOf("2nd coat") == std::vector<std::string>{"2nd", "coat"});
    CHECK(wordsOf("Größe ÄUSSERE") == std::vector<std::string>{"größe", "äussere"});
    CHECK(wordsOf("didn’t") == std::vector<std::string>{"didn't"});
    CHECK(wordsOf("done 🙂") == std::vector<std::string>{"done"});
    CHECK(wordsOf("1h20m") == std::vector<std::string>{"h", "m"});
    // Bytes that are no letters of anything end nothing and hang nothing.
    CHECK_NOTHROW(bookTokens("\x80\xF0\xFF\xC3"));
}

TEST_CASE("a letter may be wrong, a small word may not", "[book]")
{
    const Lexicon& english = lexiconFor({"flattened", "the", "slab"});
    CHECK(english.word("flatened")->sense == Sense::Flatten);
    CHECK(english.word("flatened")->guessed);
    CHECK(english.word("sandde")->sense == Sense::Sand);
    CHECK_FALSE(english.word("mot").has_value()); // not "not"
    CHECK_FALSE(english.word("xylophone").has_value());
    CHECK(english.word("flatten")->bare);
    CHECK_FALSE(english.word("flattened")->bare);
}

TEST_CASE("the language of a line is the one that knows most of its words", "[book]")
{
    CHECK(lexiconFor({"unterseite", "geschliffen"}).word("unterseite")->sense == Sense::Underside);
    CHECK(lexiconFor({"lijado", "cara", "inferior"}).word("lijado")->sense == Sense::Sand);
    CHECK(lexiconFor({"poncé", "le", "dessous"}).word("poncé")->sense == Sense::Sand);
    CHECK(lexiconFor({"sanded", "underside"}).word("sanded")->sense == Sense::Sand);
    CHECK(lexiconFor({"geschliffen"}).unit("min") == BookUnit::Minutes); // units of all
}
