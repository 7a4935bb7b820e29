#include "instruments/line.h"
#include "law.h"

// Bytes as a serial line gives them, whole and in any two parts.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    const std::string_view bytes = fuzz::text(data, size);
    InstrumentLines whole;
    const std::vector<InstrumentLine> lines = whole.take(bytes);
    InstrumentLines parted;
    std::vector<InstrumentLine> again = parted.take(bytes.substr(0, size / 2));
    for (InstrumentLine& line : parted.take(bytes.substr(size / 2))) {
        again.push_back(std::move(line));
    }
    fuzz::law(lines == again, "it does not matter how the bytes come");
    for (const InstrumentLine& line : lines) {
        if (const auto* reading = std::get_if<InstrumentReading>(&line)) {
            fuzz::law(std::isfinite(reading->value) && std::isfinite(reading->depth_mm.value_or(0.0)),
                      "a reading is a number");
            const InstrumentLine back = readInstrumentLine(writeInstrumentLine(*reading).substr(0, 199));
            fuzz::law(std::holds_alternative<InstrumentReading>(back), "what is sent can be read");
        } else if (const auto* trouble = std::get_if<InstrumentTrouble>(&line)) {
            fuzz::law(!trouble->sentence.empty(), "trouble is a sentence");
        }
    }
    return 0;
}
