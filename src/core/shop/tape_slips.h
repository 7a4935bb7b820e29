#pragma once
// Slips of the tape: sides swapped, a reading off by ten or a hundred, one unit for another, a digit
// turned round. A slip is only told, with what would stand there instead; the maker decides.
// Method: docs/formulas.md#slips.   Units: mm.   Threads: pure.

#include <string>
#include <vector>

#include "core/shop/slab.h"

namespace burl
{

struct TapeSlip {
    enum class Kind {
        Swapped,  // near and far the wrong way round
        Tenfold,  // ten times or a tenth: a comma slipped, or cm for mm
        Inches,   // typed as millimetres, meant as inches, or the other way round
        OffByTen, // ten centimetres more or less than its neighbours want: a numeral misread
        Order,    // a station that does not lie between its neighbours
    };
    Kind kind = Kind::Swapped;
    int row = 0;         // in the tape's readings, from 0
    TapeReading instead; // what it would be
    std::string sentence;
};

/// At most one slip a row, in the order of the rows.
[[nodiscard]] std::vector<TapeSlip> tapeSlips(const Tape& tape);

} // namespace burl
