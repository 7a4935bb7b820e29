#include "core/scan/separate.h"

// Method: the bench is found first (bench_plane.h), then the top face among what stands over it (top_face.h), its rim
// (rim.h), and its heights in cells.

#include <cmath>

#include "core/scan/rim.h"
#include "core/scan/top_face.h"

namespace burl
{
namespace
{

constexpr double kFurthest_mm = 1e6;  // of a point that is one
constexpr size_t kLeastPoints = 300;  // of a cloud
constexpr size_t kLeastOver = 150;    // over the bench
constexpr double kLeastOver_mm = 6.0; // what stands lower is bench
constexpr double kBenchNoises = 5.0;  // or within so many times the bench's noise
constexpr double kHighest_mm = 400.0; // that a slab stands
constexpr double kLeastArea_mm2 = 10'000.0;
constexpr int kLeastInCell = 3; // points, to tell a height

bool isPoint(const Point3& p)
{
    return std::isfinite(p.x) && std::isfinite(p.y) && std::isfinite(p.z) && std::abs(p.x) < kFurthest_mm &&
           std::abs(p.y) < kFurthest_mm && std::abs(p.z) < kFurthest_mm;
}

/// The mean height of the face's points in each cell, where there are enough.
HeightGrid heightsIn(const Ring& outline, const TopFace& face, double pitch)
{
    const Box box = boundsOf(outline);
    HeightGrid grid;
    grid.from = HeightsFrom::BenchUp;
    const int columns = std::max(2, static_cast<int>(box.width() / pitch) + 1);
    const int rows = std::max(2, static_cast<int>(box.height() / pitch) + 1);
    for (int i = 0; i < columns; ++i) {
        grid.xs_mm.push_back(box.left + (i + 0.5) * box.width() / columns);
    }
    for (int j = 0; j < rows; ++j) {
        grid.ys_mm.push_back(box.bottom + (j + 0.5) * box.height() / rows);
    }
    const auto index = [&](int i, int j) {
        return static_cast<size_t>(j) * static_cast<size_t>(columns) + static_cast<size_t>(i);
    };
    std::vector<double> sums(index(0, rows), 0.0);
    std::vector<int> n(sums.size(), 0);
    for (const Point3& p : face.points) {
        const int i = static_cast<int>((p.x - box.left) / box.width() * columns);
        const int j = static_cast<int>((p.y - box.bottom) / box.height() * rows);
        if (i >= 0 && j >= 0 && i < columns && j < rows) {
            // Straightened by the slope of the face, so that a cell's mean stands for its middle.
            const double lean = face.height_mm(grid.xs_mm[static_cast<size_t>(i)], grid.ys_mm[static_cast<size_t>(j)]) -
                                face.height_mm(p.x, p.y);
            sums[index(i, j)] += p.z + lean;
            ++n[index(i, j)];
        }
    }
    for (int j = 0; j < rows; ++j) {
        for (int i = 0; i < columns; ++i) {
            const size_t k = index(i, j);
            const bool inside =
                contains(outline, {grid.xs_mm[static_cast<size_t>(i)], grid.ys_mm[static_cast<size_t>(j)]});
            grid.readings_mm.push_back(n[k] >= kLeastInCell && inside ? std::optional(sums[k] / n[k]) : std::nullopt);
        }
    }
    return grid;
}

} // namespace

Expected<SeparatedScan> separateScan(std::span<const Point3> cloud, const SeparateOptions& options)
{
    std::vector<Point3> sound;
    sound.reserve(cloud.size());
    std::copy_if(cloud.begin(), cloud.end(), std::back_inserter(sound), isPoint);
    if (sound.size() < kLeastPoints) {
        return refuse("scan.too_few", "the cloud holds " + std::to_string(sound.size()) +
                                          " points; a slab and its bench need some thousands.");
    }
    const auto stopped = [&options] { return options.goOn && !options.goOn(); };
    const auto stop = [] { return refuse("scan.stopped", "the reading of the scan was stopped."); };
    if (stopped()) {
        return stop();
    }
    const auto bench = findBench(sound);
    if (stopped()) {
        return stop();
    }
    if (!bench) {
        return refuse("scan.no_bench",
                      "no flat bench was found under the slab; scan the slab with some bench on every side of it.");
    }
    SeparatedScan out;
    out.pose = bench->pose;
    out.benchNoise_mm = bench->noise_mm;
    std::vector<Point3> over;
    const double least = std::max(kLeastOver_mm, kBenchNoises * bench->noise_mm);
    for (const Point3& raw : sound) {
        const Point3 p = bench->pose.toBench(raw);
        if (p.z > least && p.z < kHighest_mm) {
            over.push_back(p);
        } else if (std::abs(p.z) <= least) {
            ++out.onBench;
        }
    }
    if (over.size() < kLeastOver) {
        return refuse("scan.no_slab", "nothing stands over the bench; is the slab in the scan?");
    }
    if (stopped()) {
        return stop();
    }
    const auto face = findTopFace(over, options.goOn);
    if (stopped()) {
        return stop();
    }
    if (!face) {
        return refuse("scan.no_slab", "no face of a slab stands over the bench; is the slab in the scan?");
    }
    auto rim = rimOf(face->points, face->clutter, options.goOn);
    if (!rim) {
        return tl::unexpected(rim.error());
    }
    if (stopped()) {
        return stop();
    }
    out.outline = std::move(rim->outline);
    out.bridged = std::move(rim->bridged);
    out.area_mm2 = area_mm2(std::span<const Vec2>(out.outline));
    if (out.area_mm2 < kLeastArea_mm2) {
        return refuse("scan.no_slab", "nothing as large as a slab stands over the bench.");
    }
    out.heights = heightsIn(out.outline, *face, std::max(options.cell_mm, 2.0 * rim->spacing_mm));
    double total = 0.0;
    for (const Point3& p : face->points) {
        total += p.z;
    }
    out.onTop = face->points.size();
    out.meanHeight_mm = total / static_cast<double>(out.onTop);
    out.setAside = cloud.size() - out.onTop - out.onBench;
    return out;
}

} // namespace burl
