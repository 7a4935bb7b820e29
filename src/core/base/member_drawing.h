#pragma once
// Members and plates drawn flat at true scale, one drawing each: the deep face with its cuts, holes and slots as Move
// asks for them, mortises.   Units: mm.   Source: docs/formulas.md#shape-of-a-base.   Threads: pure.

#include <string>
#include <vector>

#include "core/base/base_plan.h"
#include "core/layup/shop_template.h"

namespace burl
{

struct MemberDrawing {
    std::string name; // for a file: "1-leg", "plate-1"
    ShopTemplate shape;
};
/// Empty while there is no shape.
[[nodiscard]] std::vector<MemberDrawing> memberDrawings(const BasePlan& plan);

/// Openings of router templates for the mortises that the members' tenons go into: larger by bushing less bit, their
/// corners as round as the bit; the tenon is rounded to match. Empty when no member has a tenon.
/// Errors: "template.bushing".
[[nodiscard]] Expected<std::vector<MemberDrawing>> mortiseOpenings(const BasePlan& plan, double bushing_mm,
                                                                   double bit_mm);

} // namespace burl
