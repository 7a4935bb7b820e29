#pragma once
// What stands over a plane, cell by cell.
// Units: mm.   Source: docs/formulas.md#passes.
// Threads: pure.

#include "core/face/face_field.h"
#include "core/geometry/ring.h"
#include "core/router/passes.h"

namespace burl
{

/// Height of the top face over its plane, or how far the bottom face stands below its own; NaN off the outline.
/// Cells are `cell_mm` wide or a little more or less, so that they fill the outline's box.
[[nodiscard]] RemovalMap removalOver(const Ring& outline, const FaceField& field, const Plane& plane, Face face,
                                     double cell_mm);

} // namespace burl
