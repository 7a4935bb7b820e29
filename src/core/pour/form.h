#pragma once
// The form of a river: its inside, the boards it is cut from, what seals it.
// Units: mm, litres, kg.   Source: docs/formulas.md#form.   Threads: pure.

#include <string>
#include <vector>

#include "core/measure/outcome.h"
#include "core/shop/fill_choices.h"

namespace burl
{

struct FormBoardPiece {
    std::string name; // "bottom, 1 of 2"
    double long_mm = 0.0;
    double wide_mm = 0.0;
    // Where it lies on its sheet, its long side along the sheet's.
    size_t sheet = 0;
    double x_mm = 0.0;
    double y_mm = 0.0;
};

struct Form {
    double insideLong_mm = 0.0;
    double insideWide_mm = 0.0;
    double high_mm = 0.0; // of its sides over the bottom
    std::vector<FormBoardPiece> pieces;
    size_t sheets = 0;
    double waste = 0.0;   // share of the sheets
    int joints = 0;       // in bottom and sides, where it is longer than a sheet
    int straps = 0;       // across them
    double tape_mm = 0.0; // inside, along all corners and joints
    double bead_mm = 0.0; // of sealant
    int cartridges = 0;
    double release_m2 = 0.0;
    double extra_L = 0.0; // what a form out of level costs
    double mass_kg = 0.0;
};

struct FormInput {
    FormChoices choices;
    double long_mm = 0.0; // of what lies in it
    double wide_mm = 0.0;
    double deep_mm = 0.0;   // resin
    double pieces_mm = 0.0; // outline of the slabs that is sealed to the bottom
    double area_mm2 = 0.0;  // of the resin seen from above
    double board_kg_m3 = 0.0;
    int dividers = 0; // across, between halves that are poured one after the other
};
/// Errors: "form.sheet" (no piece can be cut from such a sheet).
[[nodiscard]] Expected<Form> formFor(const FormInput& input);

/// Every piece inside its sheet, and no two of them over each other.
[[nodiscard]] bool liesSound(const Form& form, const FormChoices& choices);

} // namespace burl
