#include "core/measure/format.h"
#include "core/measure/parse.h"
#include "law.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace burl;
    for (const LengthStyle style : {LengthStyle::Millimetres, LengthStyle::FractionalInches}) {
        const auto mm = parseLength_mm(fuzz::text(data, size), style);
        if (!mm) {
            fuzz::spoken(mm.error());
            continue;
        }
        fuzz::law(std::isfinite(*mm), "a length is a number");
        UnitChoice units;
        units.length = style;
        const EditText edit = lengthToEdit(*mm, units);
        const auto back = edit.exact ? parseLength_mm(edit.text, style) : mm;
        fuzz::law(back.has_value() && std::abs(*back - *mm) < 0.002, "what is shown to edit reads back");
    }
    return 0;
}
