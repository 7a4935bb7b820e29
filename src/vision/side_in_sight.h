#pragma once
// The side of a slab that a slanting picture has in sight beyond its face.   Units: mm in the frame of the marker
// rectangle.

#include "vision/lab_rays.h"

namespace burl
{

/// The line brought from the lower edge to the face's own where the picture says that it lies on the lower one.
/// `line`: anticlockwise, corners at even steps. Where the camera stood is not known, or no side is in sight: as it
/// was.
[[nodiscard]] Ring withoutSide(const FaceMap& map, const LabRays& rays, const Ring& line);

} // namespace burl
