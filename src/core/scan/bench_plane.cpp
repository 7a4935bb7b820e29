#include "core/scan/bench_plane.h"

// Method: triples of points of a thinned cloud in a steady order give planes; the one with most points on it and hardly
// any below wins and is settled by least squares over the points close to it, closer each time.

#include <algorithm>
#include <cmath>
#include <cstdint>

#include "core/numeric/fit.h"
#include "core/scan/thinned.h"

namespace burl
{

Point3 ScanPose::toBench(const Point3& p) const
{
    return {rows[0][0] * p.x + rows[0][1] * p.y + rows[0][2] * p.z + shift[0],
            rows[1][0] * p.x + rows[1][1] * p.y + rows[1][2] * p.z + shift[1],
            rows[2][0] * p.x + rows[2][1] * p.y + rows[2][2] * p.z + shift[2]};
}

namespace
{

constexpr double kOnBench_mm = 2.5;        // noise of a hand scanner and a bench that is not quite flat
constexpr double kSettled_mm = 1.5;        // the last, tightest look
constexpr int kAttempts = 500;             // a tenth of the points on the bench are hit by one triple of a thousand
constexpr double kLeastArea_mm2 = 5'000.0; // twice a triple's triangle; smaller ones do not tell a plane
constexpr int kDustOneIn = 50;             // so many points may lie below a bench: dust, mixed points
constexpr double kLeastShare = 0.04;       // of the points that must lie on a bench
constexpr size_t kSample = 4000;           // points that the triples are tried on
constexpr size_t kLeastOnBench = 50;       // to settle it
constexpr double kLeastAlong = 0.3;        // sine under which the scanner's x does not tell a direction on the bench

struct Direction {
    double x = 0.0, y = 0.0, z = 1.0;
};

double dot(const Direction& d, const Point3& p)
{
    return d.x * p.x + d.y * p.y + d.z * p.z;
}

struct FoundPlane {
    Direction normal;
    double offset = 0.0; // normal . p = offset
};

/// Places drawn at random from a seed that stays: the same scan gives the same answer.
class SteadyRandom
{
public:
    size_t next(size_t below)
    {
        state_ ^= state_ << 13;
        state_ ^= state_ >> 7;
        state_ ^= state_ << 17;
        return static_cast<size_t>(state_ % below);
    }

private:
    std::uint64_t state_ = 0x9E3779B97F4A7C15ULL;
};

std::optional<FoundPlane> planeOfMost(const std::vector<Point3>& sample)
{
    SteadyRandom random;
    std::optional<FoundPlane> best;
    double bestScore = 0.0;
    for (int attempt = 0; attempt < kAttempts; ++attempt) {
        const Point3& a = sample[random.next(sample.size())];
        const Point3& b = sample[random.next(sample.size())];
        const Point3& c = sample[random.next(sample.size())];
        Direction n{(b.y - a.y) * (c.z - a.z) - (b.z - a.z) * (c.y - a.y),
                    (b.z - a.z) * (c.x - a.x) - (b.x - a.x) * (c.z - a.z),
                    (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)};
        const double size = std::sqrt(n.x * n.x + n.y * n.y + n.z * n.z);
        if (size < kLeastArea_mm2) { // too close together to tell a plane
            continue;
        }
        n = {n.x / size, n.y / size, n.z / size};
        const double offset = dot(n, a);
        int on = 0;
        int above = 0;
        int below = 0;
        for (const Point3& p : sample) {
            const double h = dot(n, p) - offset;
            ++(std::abs(h) < kOnBench_mm ? on : h > 0 ? above : below);
        }
        if (below > above) {
            n = {-n.x, -n.y, -n.z};
            std::swap(above, below);
        }
        // Under a bench there is nothing but dust.
        const double score = below * kDustOneIn > static_cast<int>(sample.size()) ? 0.0 : on;
        if (score > bestScore) {
            bestScore = score;
            best = FoundPlane{n, dot(n, a)};
        }
    }
    if (!best || bestScore < kLeastShare * static_cast<double>(sample.size())) {
        return std::nullopt;
    }
    return best;
}

ScanPose poseOf(const FoundPlane& plane)
{
    const Direction& n = plane.normal;
    // The scanner's x laid onto the bench.
    Direction x{1.0 - n.x * n.x, -n.x * n.y, -n.x * n.z};
    double size = std::sqrt(x.x * x.x + x.y * x.y + x.z * x.z);
    if (size < kLeastAlong) { // the scanner looked along the bench: take its y
        x = {-n.y * n.x, 1.0 - n.y * n.y, -n.y * n.z};
        size = std::sqrt(x.x * x.x + x.y * x.y + x.z * x.z);
    }
    x = {x.x / size, x.y / size, x.z / size};
    const Direction y{n.y * x.z - n.z * x.y, n.z * x.x - n.x * x.z, n.x * x.y - n.y * x.x};
    ScanPose pose;
    const Direction rows[3] = {x, y, n};
    for (int i = 0; i < 3; ++i) {
        pose.rows[i][0] = rows[i].x;
        pose.rows[i][1] = rows[i].y;
        pose.rows[i][2] = rows[i].z;
    }
    pose.shift[2] = -plane.offset;
    return pose;
}

/// The plane through the points close to the last one; false when too few are.
bool settle(BenchPlane& bench, const std::vector<Point3>& cloud, double within)
{
    std::vector<Point3> close;
    double sum2 = 0.0;
    for (const Point3& raw : cloud) {
        const Point3 p = bench.pose.toBench(raw);
        if (std::abs(p.z) <= within) {
            close.push_back(p);
            sum2 += p.z * p.z;
        }
    }
    const auto fit = close.size() < kLeastOnBench ? std::nullopt : fittedPlane(close);
    if (!fit) {
        return false;
    }
    bench.noise_mm = std::sqrt(sum2 / static_cast<double>(close.size()));
    // The plane in the bench's frame, carried back to the scanner's.
    const double size = std::sqrt(1.0 + fit->slopeX * fit->slopeX + fit->slopeY * fit->slopeY);
    const double local[3] = {-fit->slopeX / size, -fit->slopeY / size, 1.0 / size};
    double n[3] = {};
    FoundPlane plane;
    plane.offset = fit->height_mm / size;
    for (int i = 0; i < 3; ++i) {
        for (int k = 0; k < 3; ++k) {
            n[k] += local[i] * bench.pose.rows[i][k];
        }
        plane.offset -= local[i] * bench.pose.shift[i];
    }
    plane.normal = {n[0], n[1], n[2]};
    bench.pose = poseOf(plane);
    return true;
}

} // namespace

std::optional<BenchPlane> findBench(const std::vector<Point3>& cloud)
{
    const auto found = planeOfMost(thinned(cloud, kSample));
    if (!found) {
        return std::nullopt;
    }
    BenchPlane bench{poseOf(*found), 0.0};
    const std::vector<Point3> enough = thinned(cloud, kEnoughToFit);
    for (const double within : {kOnBench_mm * 2.0, kOnBench_mm, kSettled_mm}) {
        if (!settle(bench, enough, within)) {
            break;
        }
    }
    return bench;
}

} // namespace burl
