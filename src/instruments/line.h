#pragma once
// The line protocol of shop instruments: depth probe, moisture meter, scale, thermometer.
// One reading is one line:   KIND VALUE UNIT [depth=VALUE UNIT] [button] [*HH]
// Source: docs/formats.md#instruments.   Units: mm, % MC, g, degrees Celsius.   Threads: pure.

#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace burl
{

enum class InstrumentKind { Depth, Moisture, Mass, Temperature };

struct InstrumentReading {
    InstrumentKind kind = InstrumentKind::Depth;
    double value = 0.0;             // mm, %, g or degrees Celsius
    std::optional<double> depth_mm; // of the meter's pins
    bool button = false;            // the instrument's own button was pressed: nobody asked
    bool operator==(const InstrumentReading&) const = default;
};

/// A line that gives no reading, in a sentence for the maker.
struct InstrumentTrouble {
    enum class What { Garbage, OutOfRange, SaidByInstrument };
    What what = What::Garbage;
    std::string sentence;
    bool operator==(const InstrumentTrouble&) const = default;
};

/// An instrument that tells what it is, when it is asked.
struct InstrumentGreeting {
    InstrumentKind kind = InstrumentKind::Depth;
    std::string name;
    bool operator==(const InstrumentGreeting&) const = default;
};

using InstrumentLine = std::variant<InstrumentReading, InstrumentTrouble, InstrumentGreeting>;

/// One line without its end. Never a value that is not a number or beyond what the kind can read.
[[nodiscard]] InstrumentLine readInstrumentLine(std::string_view line);
[[nodiscard]] std::string writeInstrumentLine(const InstrumentReading& reading);

/// What the program sends.
inline constexpr std::string_view kAskReading = "read\n";
inline constexpr std::string_view kAskName = "who\n";

/// "depth probe".
[[nodiscard]] std::string_view wordOf(InstrumentKind kind);

/// Bytes as they come, taken apart into lines. A line that never ends is let go after 200 characters.
class InstrumentLines
{
public:
    [[nodiscard]] std::vector<InstrumentLine> take(std::string_view bytes);

private:
    std::string begun_;
    bool tooLong_ = false;
};

} // namespace burl
