#pragma once
// The edge of a face on a photo, found near a rough silhouette: along rays square to it, and the best closed line
// through all of them.   Frame: mm of the markers' rectangle.   Threads: pure.

#include "vision/trace.h"

namespace burl
{

/// What is there when `input.progress` says to stop is not the edge: the caller asks it once more.
[[nodiscard]] Traced edgeLine(const TraceInput& input, const Ring& silhouette);

} // namespace burl
