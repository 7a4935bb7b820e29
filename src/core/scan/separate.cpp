#include "core/scan/separate.h"

// Method: the bench is the plane that most points lie on with next to nothing below it, found by trying
// triples of points in a fixed order and settled by least squares. What stands well over it and hangs
// together is the slab; a curved surface of second degree fitted to the bulk of it, tighter each time,
// tells the top face from its bevelled edge, a clamp on it and points mixed from edge and bench. The
// outline is where the density of top points has fallen to half: that lies on the rim, whatever the
// spacing of the points.

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <limits>

#include "core/scan/contour.h"

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

/// Solves n equations in place by elimination with pivoting; false when they do not tell.
template <int n> bool solveLinear(double (&a)[n][n + 1], double (&x)[n])
{
    for (int c = 0; c < n; ++c) {
        int pivot = c;
        for (int r = c + 1; r < n; ++r) {
            pivot = std::abs(a[r][c]) > std::abs(a[pivot][c]) ? r : pivot;
        }
        if (std::abs(a[pivot][c]) < 1e-12) {
            return false;
        }
        std::swap(a[pivot], a[c]);
        for (int r = 0; r < n; ++r) {
            if (r != c) {
                const double by = a[r][c] / a[c][c];
                for (int k = c; k <= n; ++k) {
                    a[r][k] -= by * a[c][k];
                }
            }
        }
    }
    for (int c = 0; c < n; ++c) {
        x[c] = a[c][n] / a[c][c];
    }
    return true;
}

class Sequence // a fixed sequence of places: the same scan gives the same answer
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

constexpr double kOnBench_mm = 2.5;

std::optional<FoundPlane> findBench(const std::vector<Point3>& sample)
{
    Sequence sequence;
    std::optional<FoundPlane> best;
    double bestScore = 0.0;
    for (int attempt = 0; attempt < 500; ++attempt) {
        const Point3& a = sample[sequence.next(sample.size())];
        const Point3& b = sample[sequence.next(sample.size())];
        const Point3& c = sample[sequence.next(sample.size())];
        Direction n{(b.y - a.y) * (c.z - a.z) - (b.z - a.z) * (c.y - a.y),
                    (b.z - a.z) * (c.x - a.x) - (b.x - a.x) * (c.z - a.z),
                    (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)};
        const double size = std::sqrt(n.x * n.x + n.y * n.y + n.z * n.z);
        if (size < 5'000.0) { // too close together to tell a plane
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
        const double score = below * 50 > static_cast<int>(sample.size()) ? 0.0 : on;
        if (score > bestScore) {
            bestScore = score;
            best = FoundPlane{n, dot(n, a)};
        }
    }
    if (!best || bestScore < 0.04 * static_cast<double>(sample.size())) {
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
    if (size < 0.3) { // the scanner looked along the bench: take its y
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

/// Least squares plane z = a x + b y + c over points close to the last one.
bool settleBench(ScanPose& pose, std::span<const Point3> cloud, double within, double& rms)
{
    double s[3][4] = {};
    double sum2 = 0.0;
    size_t count = 0;
    for (const Point3& raw : cloud) {
        const Point3 p = pose.toBench(raw);
        if (std::abs(p.z) > within) {
            continue;
        }
        const double v[3] = {p.x / 1000.0, p.y / 1000.0, 1.0};
        for (int i = 0; i < 3; ++i) {
            for (int k = 0; k < 3; ++k) {
                s[i][k] += v[i] * v[k];
            }
            s[i][3] += v[i] * p.z;
        }
        sum2 += p.z * p.z;
        ++count;
    }
    double x[3] = {};
    if (count < 50 || !solveLinear<3>(s, x)) {
        return false;
    }
    rms = std::sqrt(sum2 / static_cast<double>(count));
    // The plane in the bench's frame, carried back to the scanner's.
    const double sx = x[0] / 1000.0;
    const double sy = x[1] / 1000.0;
    const double size = std::sqrt(1.0 + sx * sx + sy * sy);
    const double local[3] = {-sx / size, -sy / size, 1.0 / size};
    FoundPlane plane;
    double n[3] = {};
    for (int k = 0; k < 3; ++k) {
        for (int i = 0; i < 3; ++i) {
            n[k] += local[i] * pose.rows[i][k];
        }
    }
    plane.normal = {n[0], n[1], n[2]};
    plane.offset = (x[2] - (-sx * 0.0)) / size;
    for (int i = 0; i < 3; ++i) {
        plane.offset -= local[i] * pose.shift[i];
    }
    pose = poseOf(plane);
    return true;
}

struct Quadric {
    double c[6] = {};
    double x0 = 0.0;
    double y0 = 0.0;
    [[nodiscard]] double at(double x, double y) const
    {
        const double u = (x - x0) / 1000.0;
        const double v = (y - y0) / 1000.0;
        return c[0] + c[1] * u + c[2] * v + c[3] * u * u + c[4] * u * v + c[5] * v * v;
    }
};

bool fit(Quadric& q, const std::vector<Point3>& points, double within, double& rms)
{
    double s[6][7] = {};
    double sum2 = 0.0;
    size_t count = 0;
    for (const Point3& p : points) {
        const double off = p.z - q.at(p.x, p.y);
        if (std::abs(off) > within) {
            continue;
        }
        const double u = (p.x - q.x0) / 1000.0;
        const double v = (p.y - q.y0) / 1000.0;
        const double row[6] = {1.0, u, v, u * u, u * v, v * v};
        for (int i = 0; i < 6; ++i) {
            for (int k = 0; k < 6; ++k) {
                s[i][k] += row[i] * row[k];
            }
            s[i][6] += row[i] * p.z;
        }
        sum2 += off * off;
        ++count;
    }
    double x[6] = {};
    if (count < 100 || !solveLinear<6>(s, x)) {
        return false;
    }
    std::copy(std::begin(x), std::end(x), std::begin(q.c));
    rms = std::sqrt(sum2 / static_cast<double>(count));
    return true;
}

/// What a surface of second degree leaves over: the middle of the leftovers in cells, straight between
/// their middles.
class Leftover
{
public:
    Leftover(const Quadric& top, const std::vector<Point3>& points, double cell, double within) : cell_(cell)
    {
        x0_ = x1_ = points[0].x;
        y0_ = y1_ = points[0].y;
        for (const Point3& p : points) {
            x0_ = std::min(x0_, p.x);
            x1_ = std::max(x1_, p.x);
            y0_ = std::min(y0_, p.y);
            y1_ = std::max(y1_, p.y);
        }
        columns_ = static_cast<int>((x1_ - x0_) / cell_) + 1;
        rows_ = static_cast<int>((y1_ - y0_) / cell_) + 1;
        if (static_cast<double>(columns_) * rows_ > 1e6) {
            columns_ = rows_ = 0;
            return;
        }
        std::vector<std::vector<float>> cells(static_cast<size_t>(columns_) * rows_);
        for (const Point3& p : points) {
            const double off = p.z - top.at(p.x, p.y);
            if (std::abs(off) < within) {
                cells[index(static_cast<int>((p.x - x0_) / cell_), static_cast<int>((p.y - y0_) / cell_))].push_back(
                    static_cast<float>(off));
            }
        }
        middle_.assign(cells.size(), std::numeric_limits<double>::quiet_NaN());
        for (size_t k = 0; k < cells.size(); ++k) {
            if (cells[k].size() >= 6) {
                const auto half = cells[k].begin() + static_cast<std::ptrdiff_t>(cells[k].size() / 2);
                std::nth_element(cells[k].begin(), half, cells[k].end());
                middle_[k] = static_cast<double>(*half);
            }
        }
    }

    [[nodiscard]] double at(double x, double y) const
    {
        if (columns_ == 0) {
            return 0.0;
        }
        const double u = (x - x0_) / cell_ - 0.5;
        const double v = (y - y0_) / cell_ - 0.5;
        const int i = static_cast<int>(std::floor(u));
        const int j = static_cast<int>(std::floor(v));
        double sum = 0.0;
        double weights = 0.0;
        for (int dj = 0; dj <= 1; ++dj) {
            for (int di = 0; di <= 1; ++di) {
                const int a = i + di;
                const int b = j + dj;
                if (a < 0 || b < 0 || a >= columns_ || b >= rows_ || std::isnan(middle_[index(a, b)])) {
                    continue;
                }
                const double w = (1.0 - std::abs(u - a)) * (1.0 - std::abs(v - b)) + 1e-6;
                sum += w * middle_[index(a, b)];
                weights += w;
            }
        }
        return weights > 0.0 ? sum / weights : 0.0;
    }

private:
    [[nodiscard]] size_t index(int i, int j) const
    {
        return static_cast<size_t>(j) * columns_ + static_cast<size_t>(i);
    }
    double cell_;
    double x0_ = 0.0, x1_ = 0.0, y0_ = 0.0, y1_ = 0.0;
    int columns_ = 0;
    int rows_ = 0;
    std::vector<double> middle_;
};

/// Corners of the outline beside what lies on the slab are taken out: straight from the last sound one
/// to the next. Where that would bridge too much, they stay.
void bridge(Ring& ring, const std::vector<Point3>& clutter, double spacing_mm, std::vector<Vec2>& places)
{
    constexpr double kBeside_mm = 14.0;
    // An eighth of what a solid thing would show there: dust is thinner.
    const int enough = std::max(4, static_cast<int>(0.12 * 3.14 * kBeside_mm * kBeside_mm / (spacing_mm * spacing_mm)));
    constexpr double kLongest_mm = 260.0;
    if (clutter.empty() || ring.size() < 8) {
        return;
    }
    std::vector<bool> hidden(ring.size(), false);
    for (size_t i = 0; i < ring.size(); ++i) {
        int close = 0;
        for (const Point3& p : clutter) {
            close += length(Vec2{p.x, p.y} - ring[i]) < kBeside_mm ? 1 : 0;
        }
        hidden[i] = close >= enough;
    }
    const auto sound = std::find(hidden.begin(), hidden.end(), false);
    if (sound == hidden.end()) {
        return;
    }
    const auto start = static_cast<size_t>(sound - hidden.begin());
    Ring out;
    for (size_t k = 0; k < ring.size();) {
        const size_t i = (start + k) % ring.size();
        if (!hidden[i]) {
            out.push_back(ring[i]);
            ++k;
            continue;
        }
        size_t run = 0;
        while (run + k < ring.size() && hidden[(i + run) % ring.size()]) {
            ++run;
        }
        const Vec2 from = out.back();
        const Vec2 to = ring[(i + run) % ring.size()];
        if (length(to - from) > kLongest_mm) {
            for (size_t r = 0; r < run; ++r) {
                out.push_back(ring[(i + r) % ring.size()]);
            }
        } else {
            places.push_back((from + to) * 0.5);
        }
        k += run;
    }
    ring = std::move(out);
}

Field fieldOver(const std::vector<Point3>& points, double cell)
{
    Field f;
    f.cell_mm = cell;
    double left = std::numeric_limits<double>::infinity();
    double bottom = left;
    double right = -left;
    double top = -left;
    for (const Point3& p : points) {
        left = std::min(left, p.x);
        right = std::max(right, p.x);
        bottom = std::min(bottom, p.y);
        top = std::max(top, p.y);
    }
    const double room = 6.0 * cell;
    f.origin = {left - room, bottom - room};
    f.columns = static_cast<int>((right - left + 2.0 * room) / cell) + 1;
    f.rows = static_cast<int>((top - bottom + 2.0 * room) / cell) + 1;
    return f;
}

} // namespace

Expected<SeparatedScan> separateScan(std::span<const Point3> cloud, const SeparateOptions& options)
{
    std::vector<Point3> sound;
    sound.reserve(cloud.size());
    for (const Point3& p : cloud) {
        if (std::isfinite(p.x) && std::isfinite(p.y) && std::isfinite(p.z) && std::abs(p.x) < 1e6 &&
            std::abs(p.y) < 1e6 && std::abs(p.z) < 1e6) {
            sound.push_back(p);
        }
    }
    if (sound.size() < 300) {
        return refuse("scan.too_few", "the cloud holds " + std::to_string(sound.size()) +
                                          " points; a slab and its bench need some thousands.");
    }
    std::vector<Point3> sample;
    const size_t every = std::max<size_t>(1, sound.size() / 4000);
    for (size_t i = 0; i < sound.size(); i += every) {
        sample.push_back(sound[i]);
    }
    const auto bench = findBench(sample);
    if (!bench) {
        return refuse("scan.no_bench",
                      "no flat bench was found under the slab; scan the slab with some bench on every side of it.");
    }
    SeparatedScan out;
    out.pose = poseOf(*bench);
    for (const double within : {kOnBench_mm * 2.0, kOnBench_mm, 1.5}) {
        if (!settleBench(out.pose, sound, within, out.benchNoise_mm)) {
            break;
        }
    }
    std::vector<Point3> over;
    const double least = std::max(6.0, 5.0 * out.benchNoise_mm);
    for (const Point3& raw : sound) {
        const Point3 p = out.pose.toBench(raw);
        if (p.z > least && p.z < 400.0) {
            over.push_back(p);
        } else if (std::abs(p.z) <= least) {
            ++out.onBench;
        }
    }
    if (over.size() < 150) {
        return refuse("scan.no_slab", "nothing stands over the bench; is the slab in the scan?");
    }
    // The bulk of what stands over the bench is the top face: start at its commonest height.
    std::vector<int> counts(401, 0);
    for (const Point3& p : over) {
        ++counts[static_cast<size_t>(p.z)];
    }
    int most = 0;
    for (int z = 0; z < 398; ++z) {
        const auto around = [&](int at) { return counts[at] + counts[at + 1] + counts[at + 2]; };
        most = around(z) > around(most) ? z : most;
    }
    Quadric top;
    top.c[0] = most + 1.5;
    double sumX = 0.0;
    double sumY = 0.0;
    for (const Point3& p : over) {
        sumX += p.x;
        sumY += p.y;
    }
    top.x0 = sumX / static_cast<double>(over.size());
    top.y0 = sumY / static_cast<double>(over.size());
    double rms = 1.0;
    for (const double within : {18.0, 14.0, 10.0, 7.0, 5.0, 4.0, 4.0}) {
        if (!fit(top, over, within, rms)) {
            return refuse("scan.no_slab", "no face of a slab stands over the bench; is the slab in the scan?");
        }
    }
    const Leftover leftover(top, over, 60.0, 14.0);
    const auto surface = [&](double x, double y) { return top.at(x, y) + leftover.at(x, y); };
    double sum2 = 0.0;
    size_t close = 0;
    for (const Point3& p : over) {
        const double off = p.z - surface(p.x, p.y);
        if (std::abs(off) < 2.5) {
            sum2 += off * off;
            ++close;
        }
    }
    const double thin = std::clamp(4.5 * std::sqrt(sum2 / static_cast<double>(std::max<size_t>(1, close))), 1.2, 4.0);
    std::vector<Point3> face;
    std::vector<Point3> clutter; // on top of the slab
    for (const Point3& p : over) {
        const double off = p.z - surface(p.x, p.y);
        if (std::abs(off) <= thin) {
            face.push_back(p);
        } else if (off > 6.0) {
            clutter.push_back(p);
        }
    }
    if (face.size() < 100) {
        return refuse("scan.no_slab", "no face of a slab stands over the bench; is the slab in the scan?");
    }
    // Cells about one and a half points wide; the density halves at the rim.
    double x0 = face[0].x, x1 = face[0].x, y0 = face[0].y, y1 = face[0].y;
    for (const Point3& p : face) {
        x0 = std::min(x0, p.x);
        x1 = std::max(x1, p.x);
        y0 = std::min(y0, p.y);
        y1 = std::max(y1, p.y);
    }
    const double spacing = std::sqrt((x1 - x0) * (y1 - y0) * 0.85 / static_cast<double>(face.size()));
    const double cell = std::clamp(spacing, 1.0, 40.0);
    Field density = fieldOver(face, cell);
    if (static_cast<double>(density.columns) * density.rows > 3e7) {
        return refuse("scan.no_slab", "the points lie too far apart to be one slab; crop the scan.");
    }
    density.values.assign(static_cast<size_t>(density.columns) * density.rows, 0.0);
    for (const Point3& p : face) {
        const auto i = static_cast<size_t>(std::lround((p.x - density.origin.x) / cell));
        const auto j = static_cast<size_t>(std::lround((p.y - density.origin.y) / cell));
        density.values[j * static_cast<size_t>(density.columns) + i] += 1.0;
    }
    blur(density, 1.6);
    std::vector<double> filled;
    for (const double v : density.values) {
        if (v > 0.3) {
            filled.push_back(v);
        }
    }
    if (filled.empty()) {
        return refuse("scan.no_slab", "the points on the slab lie too far apart; scan it denser.");
    }
    std::nth_element(filled.begin(), filled.begin() + static_cast<std::ptrdiff_t>(filled.size() / 2), filled.end());
    const double level = filled[filled.size() / 2] / 2.0;
    Ring best;
    for (Ring& ring : contours(density, level)) {
        if (signedArea_mm2(ring) > signedArea_mm2(best)) {
            best = std::move(ring);
        }
    }
    bridge(best, clutter, spacing, out.bridged);
    out.outline = best;
    out.area_mm2 = area_mm2(std::span<const Vec2>(best));
    if (out.area_mm2 < 10'000.0) {
        return refuse("scan.no_slab", "nothing as large as a slab stands over the bench.");
    }
    // Heights: the mean of the face's points in each cell, where there are enough.
    const Box box = boundsOf(out.outline);
    HeightGrid& grid = out.heights;
    grid.from = HeightsFrom::BenchUp;
    const double pitch = std::max(options.cell_mm, 2.0 * spacing);
    const int columns = std::max(2, static_cast<int>(box.width() / pitch) + 1);
    const int rows = std::max(2, static_cast<int>(box.height() / pitch) + 1);
    for (int i = 0; i < columns; ++i) {
        grid.xs_mm.push_back(box.left + (i + 0.5) * box.width() / columns);
    }
    for (int j = 0; j < rows; ++j) {
        grid.ys_mm.push_back(box.bottom + (j + 0.5) * box.height() / rows);
    }
    std::vector<double> sums(static_cast<size_t>(columns) * rows, 0.0);
    std::vector<int> n(sums.size(), 0);
    double total = 0.0;
    for (const Point3& p : face) {
        const int i = static_cast<int>((p.x - box.left) / box.width() * columns);
        const int j = static_cast<int>((p.y - box.bottom) / box.height() * rows);
        if (i >= 0 && j >= 0 && i < columns && j < rows) {
            // Straightened by the slope of the face, so that a cell's mean stands for its middle.
            const double lean = surface(grid.xs_mm[i], grid.ys_mm[j]) - surface(p.x, p.y);
            sums[static_cast<size_t>(j) * columns + i] += p.z + lean;
            ++n[static_cast<size_t>(j) * columns + i];
        }
        total += p.z;
    }
    for (int j = 0; j < rows; ++j) {
        for (int i = 0; i < columns; ++i) {
            const size_t k = static_cast<size_t>(j) * columns + i;
            const bool inside = contains(out.outline, {grid.xs_mm[i], grid.ys_mm[j]});
            grid.readings_mm.push_back(n[k] >= 3 && inside ? std::optional(sums[k] / n[k]) : std::nullopt);
        }
    }
    out.onTop = face.size();
    out.meanHeight_mm = total / static_cast<double>(face.size());
    out.setAside = cloud.size() - out.onTop - out.onBench;
    return out;
}

} // namespace burl
