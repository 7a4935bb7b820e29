#pragma once
// A point cloud of a slab on a bench: the bench plane found, the slab's top face told from bench,
// clamp, dust and the mixed points at its rim; its outline and heights.
// Frame of the answer: z square up from the bench plane, x and y as near the scanner's own as a level
// bench allows. Units: mm.   Method: docs/formulas.md#scan.   Threads: pure, no randomness.

#include <functional>
#include <optional>
#include <span>
#include <vector>

#include "core/geometry/plane.h"
#include "core/measure/outcome.h"
#include "core/scan/bench_plane.h"
#include "core/shop/slab.h"

namespace burl
{

struct SeparatedScan {
    ScanPose pose;
    double benchNoise_mm = 0.0; // rms of the bench's points about its plane
    Ring outline;               // of the top face, anticlockwise
    double area_mm2 = 0.0;
    std::vector<Vec2> bridged; // where something on the slab hid its rim: the outline runs straight there
    HeightGrid heights;        // of the top face over the bench, empty where nothing was scanned
    double meanHeight_mm = 0.0;
    size_t onBench = 0;
    size_t onTop = 0;
    size_t setAside = 0; // edges, clamp, dust, mixed points
};

struct SeparateOptions {
    double cell_mm = 25.0;      // of the heights
    std::function<bool()> goOn; // asked every few hundredths of a second; when it says no: "scan.stopped"
};

/// Errors: "scan.too_few" (fewer than 300 points), "scan.no_bench", "scan.no_slab", "scan.stopped".
[[nodiscard]] Expected<SeparatedScan> separateScan(std::span<const Point3> cloud, const SeparateOptions& options = {});

} // namespace burl
