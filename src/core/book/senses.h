#pragma once
// What a word of the day book can mean, and the words of a language for it. A language is one file: words_en.cpp.
// Threads: pure.

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace burl
{

/// What is done (up to kLastAct), with what or to what (up to kLastThing), and how it is said.
enum class Sense {
    // work that steps are made of
    BringIn,
    Sticker,
    RoughCut,
    Cut,
    Debark,
    Clean,
    Remove,
    Flatten,
    Plane,
    Measure,
    Joint,
    Tenon,
    Glue,
    Clamp,
    Scrape,
    Build,
    Seal,
    Pour,
    Mix,
    Fill,
    Demould,
    Trim,
    Repair,
    RoundOver,
    Sand,
    Look,
    Drill,
    Oil,
    Coat,
    Weld,
    Paint,
    Send,
    Try,
    Mount,
    Pack,
    Deliver,
    Rout,
    // work that no step is made of, and what is said and not done
    Other,
    Rest, // resin hardens, oil dries
    Agree,
    Ask,
    kLastAct = Ask,
    // things
    Slab,
    Top,
    Table,
    Show,
    Underside,
    Face,
    Edge,
    EndGrain,
    End,
    Bark,
    Resin,
    River,
    Void,
    Crack,
    Pinhole,
    Leak,
    Form,
    Tape,
    Silicone,
    Layer,
    Round,
    Milling,
    Pass,
    Pot,
    Disc,
    Grit,
    Squeeze,
    GlueThing,
    Board,
    JointThing,
    Across, // the cut that makes two halves
    TenonThing,
    Key,
    Channel,
    Insert,
    Plate,
    Hole,
    Sample,
    Steel,
    Base,
    Leg,
    Frame,
    Coater,
    Sled,
    Shim,
    Light,
    Crate,
    Blanket,
    Floor,
    Customer,
    People,
    Foreign, // things of the shop that no step is about
    kLastThing = Foreign,
    // readings
    Moisture,
    Humidity,
    Room,
    Moved,
    Thick,
    NotThickness, // "wind", "long", "off": a length that is not how thick a slab is
    PerPass,
    // how it is said
    Not,
    No,
    Plan,
    Begin,
    Finish,
    Continue,
    Part,
    More,
    Again,
    Correct,
    Instead,
    Whether,
    Elsewhere, // of another job
    From,
    Until,
    At,
    And,
    Or,
    Then,
    But,
    Prep,  // with, for, beside: what follows is not what is worked on
    Where, // in, on, under: what follows is where
    Of,
    Before, // before, after, while, ready to: what follows is not done by this line
    Filler,
    Both,
    Each,
    Only,
    Minus,
    First,
    Second,
    Third,
    Half,
    Quarter,
    One,
    Couple,
    Rough,
    // days
    Today,
    Yesterday,
    DayBefore,
    Morning,
    Afternoon,
    Evening,
    Noon,
    Last,
    Weekday0,
    Weekday6 = Weekday0 + 6,
    Month1,
    Month12 = Month1 + 11,
    Number2,
    Number12 = Number2 + 10
};
[[nodiscard]] constexpr bool isAct(Sense s)
{
    return s <= Sense::kLastAct;
}
[[nodiscard]] constexpr bool isThing(Sense s)
{
    return s > Sense::kLastAct && s <= Sense::kLastThing;
}

enum class BookUnit {
    Minutes,
    Hours,
    Days,
    Millimetres,
    Centimetres,
    Metres,
    Inches,
    Feet,
    Litres,
    Millilitres,
    Gallons,
    Quarts,
    Kilograms,
    Grams,
    Pounds,
    Celsius,
    Fahrenheit,
    Degrees,
    Percent,
    Am,
    Pm,
    Clock
};

/// Words between blanks: "flatten!" as it stands, and said of what is to be done rather than of what was; "flatten*"
/// and every word that begins so; "end_grain" two words; else as it stands.
struct SenseWords {
    Sense sense;
    const char* words;
};
struct UnitWords {
    BookUnit unit;
    const char* words;
};
struct Vocabulary {
    const char* language; // "en"
    std::vector<SenseWords> senses;
    std::array<const char*, 7> weekdays; // Monday first
    std::array<const char*, 12> months;
    std::vector<const char*> numbers; // from two on
    std::vector<UnitWords> units;     // only behind a number
};

[[nodiscard]] const Vocabulary& englishWords();
[[nodiscard]] const Vocabulary& germanWords();
[[nodiscard]] const Vocabulary& spanishWords();
[[nodiscard]] const Vocabulary& frenchWords();

struct KnownWord {
    Sense sense = Sense::Filler;
    bool bare = false;    // said of what is to be done, or of what was: "flatten"
    bool guessed = false; // a letter was missing, doubled or exchanged
    bool whole = false;   // the word stands in the list as it is, and was not only begun by it
};
/// Words of a language, and behind them those of English; units of all.
class Lexicon
{
public:
    explicit Lexicon(const Vocabulary& vocabulary);
    [[nodiscard]] std::optional<KnownWord> word(const std::string& text) const;
    /// Of two words that are one: "end grain".
    [[nodiscard]] std::optional<KnownWord> phrase(const std::string& first, const std::string& second) const;
    [[nodiscard]] std::optional<BookUnit> unit(const std::string& text) const;
    /// The language's own, not English.
    [[nodiscard]] bool knows(const std::string& text) const;

private:
    struct Entry {
        std::string text;
        Sense sense;
        bool bare;
        bool begins;
    };
    void add(Sense sense, const char* words);
    [[nodiscard]] std::optional<KnownWord> written(const std::string& text) const;
    [[nodiscard]] std::optional<KnownWord> misspelt(const std::string& text) const;
    std::vector<Entry> entries_;
    size_t own_ = 0; // of them, in front: the language's
    std::vector<std::pair<std::string, BookUnit>> units_;
};
/// Of the language that knows most of these words; of English where two know as many.
[[nodiscard]] const Lexicon& lexiconFor(const std::vector<std::string>& words);

} // namespace burl
