#include "vision/edge_line.h"

// Method. A live edge is where the pale rim of the wood ends, going outwards from lighter to darker, by more than the
// grain of this slab does anywhere; where there is no such rim it is where the colour turns to that of the ground. An
// end cut is where the colour changes most. The best closed line through all rays is found by dynamic programming;
// where it is not much better than the next best, the edge is said to be unsure. A line that lies on the lower edge of
// a pale side is first brought to the face's own (vision/side_in_sight.h).

#include <algorithm>
#include <cmath>

#include <opencv2/imgproc.hpp>

#include "core/geometry/ring.h"
#include "vision/lab_rays.h"
#include "vision/side_in_sight.h"

namespace burl
{
namespace
{

constexpr double kStep_mm = 6.0;      // between rays
constexpr size_t kFewestCorners = 16; // an outline with fewer is none
constexpr double kBegun = 0.6;        // of the whole tracing, when it comes to the edge

// How an edge is told along a ray, in Lab levels (of 255). Set by trial on photos whose outline is known.
constexpr double kLeastLive = -40.0, kMostLive = 70.0; // beyond, a knot or a mark speaks
constexpr double kMostCut = 60.0;
constexpr double kGrainShare = 0.75;                  // of the drops inside the wood: so many are grain
constexpr double kMostChange = 40.0, kChange = 0.1;   // turning to the ground, where no rim speaks
constexpr double kGroundFrom_mm = 25.0;               // outside the silhouette
constexpr double kInsideTo_mm = -45.0;                // and inside it, the side left out
constexpr double kOutwards = 0.03;                    // a level in 33 mm: rather outside than inside
constexpr double kCutNear_mm = 6.0, kCutFar = 0.9;    // a cut lies where colour said; levels per mm beyond
constexpr double kEndFrom = 0.72, kEndOver = 0.2;     // cosine of the normal to the slab: from here an end cut
constexpr double kPlainFrom = 4.0, kPlainOver = 18.0; // levels of a plain edge
constexpr double kApart = 12.0;                       // by so much better than the next best it is the one
constexpr int kOther_px = 7;                          // the next best lies at least so far off
constexpr int kWideSearch = 40;                       // on a shorter ray there is no other
constexpr double kPull_mm = 45.0, kPull = 90.0, kPullFades = 12.0, kPullNear_mm = 20.0; // a point the maker set
constexpr double kWanders = 0.6; // radians to and fro that a live edge has anyway

class EdgeFinder
{
public:
    explicit EdgeFinder(const TraceInput& in) : in_(in), rays_(*in.photo, in.map) {}

    Traced find(const Ring& silhouette)
    {
        Traced out;
        // First wide, to get off the slab's side and out to the rim; then close, to lie on the edge.
        Ring ring = evened(silhouette, kStep_mm, 12.0);
        Path path = bestPath(ring, {kInward_mm, kOutward_mm, 10.0, 0.10});
        if (isStopped()) {
            return out;
        }
        ring = tidied(path.ring);
        ring = tidied(withoutSide(in_.map, rays_, evened(ring, kStep_mm, 9.0)));
        path = bestPath(evened(ring, kStep_mm, 9.0), {16.0, 16.0, 6.0, 0.14});
        if (isStopped()) {
            return out;
        }
        ring = tidied(path.ring);
        path = bestPath(evened(ring, 4.0, 4.0), {8.0, 8.0, 4.0, 0.30});
        if (isStopped()) {
            return out;
        }
        out.outline = evened(unspiked(tidied(path.ring)), 5.0, 0.0);
        for (const Vec2 t : in_.through) {
            drawOutlineTo(out.outline, t);
        }
        out.outline = evened(tidied(out.outline), 5.0, 0.0);
        out.certainty = carriedOver(path, out.outline);
        for (size_t i = 0; i < out.certainty.size(); ++i) {
            out.certainty[i] *= std::clamp(1.6 - wander(out.outline, i), 0.0, 1.0);
        }
        for (size_t i = 0; i < out.certainty.size();) {
            size_t run = 0;
            double least = 1.0;
            while (i + run < out.certainty.size() && out.certainty[i + run] < kUnsure) {
                least = std::min(least, out.certainty[i + run]);
                ++run;
            }
            if (static_cast<double>(run) * 5.0 >= kLeastStretch_mm) {
                out.unsure.push_back({i, i + run - 1, least});
            }
            i += run + 1;
        }
        return out;
    }

private:
    [[nodiscard]] bool isStopped() const { return in_.progress && !in_.progress(kBegun); }

    /// Even steps along a ring, gently rounded.
    static Ring evened(const Ring& ring, double step, double round_mm)
    {
        std::vector<double> run{0.0};
        for (size_t i = 0; i < ring.size(); ++i) {
            run.push_back(run.back() + length(ring[(i + 1) % ring.size()] - ring[i]));
        }
        const size_t n = std::max(kFewestCorners, static_cast<size_t>(run.back() / step));
        Ring even;
        size_t k = 0;
        for (size_t i = 0; i < n; ++i) {
            const double at = run.back() * static_cast<double>(i) / static_cast<double>(n);
            while (run[k + 1] < at) {
                ++k;
            }
            const double share = (at - run[k]) / std::max(1e-9, run[k + 1] - run[k]);
            even.push_back(ring[k] + (ring[(k + 1) % ring.size()] - ring[k]) * share);
        }
        const int reach = std::max(0, static_cast<int>(round_mm / step));
        for (int pass = 0; pass < 2 && reach > 0; ++pass) {
            Ring soft(n);
            for (size_t i = 0; i < n; ++i) {
                Vec2 sum;
                for (int d = -reach; d <= reach; ++d) {
                    sum = sum + even[(i + n + static_cast<size_t>(d + static_cast<int>(n))) % n];
                }
                soft[i] = sum * (1.0 / (2 * reach + 1));
            }
            even = std::move(soft);
        }
        return even;
    }

    struct Search {
        double inward_mm;
        double outward_mm;
        double beside_mm; // what is compared lies this wide on both sides
        double stiffness; // cost of a step across from ray to ray
    };
    struct Path {
        Ring ring;
        std::vector<double> certainty;
    };

    static constexpr double kInward_mm = 105.0; // a thick slab's side, seen slanting
    static constexpr double kOutward_mm = 45.0; // a pale rim that was taken for ground
    static constexpr double kUnsure = 0.3;
    static constexpr double kLeastStretch_mm = 40.0;

    Path bestPath(const Ring& base, const Search& search)
    {
        const size_t n = base.size();
        const int count = static_cast<int>((search.inward_mm + search.outward_mm) / kRay_mm) + 1;
        const std::vector<Vec2> out = outwardsOf(base);
        // How good it is for the edge to cross ray i at place k.
        std::vector<float> score(n * static_cast<size_t>(count));
        const int beside = static_cast<int>(search.beside_mm / kRay_mm);
        std::vector<cv::Vec3f> samples;
        std::vector<cv::Vec3f> sums;
        std::vector<float> drops; // inside the wood
        std::vector<float> changes(score.size());
        constexpr size_t kAskEvery = 64; // rays
        for (size_t i = 0; i < n; ++i) {
            if (i % kAskEvery == 0 && isStopped()) {
                return {base, std::vector<double>(n, 0.0)}; // nobody wants it any more
            }
            const int margin = beside + 1;
            rays_.sample(base[i], out[i], -search.inward_mm - margin * kRay_mm, count + 2 * margin, samples);
            sums.assign(samples.size() + 1, cv::Vec3f(0, 0, 0));
            for (size_t k = 0; k < samples.size(); ++k) {
                sums[k + 1] = sums[k] + samples[k];
            }
            // What the ground looks like here: outside the silhouette of the first look, later as it was there.
            const auto at = [&](double offset_mm) {
                return static_cast<size_t>(std::clamp((offset_mm + search.inward_mm) / kRay_mm + margin, 0.0,
                                                      static_cast<double>(samples.size())));
            };
            const size_t from = at(std::min(kGroundFrom_mm, search.outward_mm));
            const cv::Vec3f ground =
                (sums.back() - sums[from]) * (1.0F / static_cast<float>(std::max<size_t>(1, samples.size() - from)));
            // An end cut has no pale rim: its normal runs along the slab.
            const double end = std::clamp((std::abs(out[i].x) - kEndFrom) / kEndOver, 0.0, 1.0);
            for (int k = 0; k < count; ++k) {
                const auto c = static_cast<size_t>(k) + static_cast<size_t>(margin);
                const auto b = static_cast<size_t>(beside);
                const cv::Vec3f inside = (sums[c] - sums[c - b]) * (1.0F / static_cast<float>(beside));
                const cv::Vec3f outside = (sums[c + b + 1] - sums[c + 1]) * (1.0F / static_cast<float>(beside));
                const cv::Vec3f drop = inside - outside;
                const double rim = rimOf(drop);
                if (search.inward_mm >= kInward_mm && offset(k, search) < kInsideTo_mm) {
                    drops.push_back(static_cast<float>(rim));
                }
                const double change =
                    std::clamp(cv::norm(inside - ground) - cv::norm(outside - ground), 0.0, kMostChange);
                const double live =
                    std::clamp(rim > 0.0 ? std::max(0.0, rim - grain_) : rim, kLeastLive, kMostLive) + kChange * change;
                const double cut =
                    std::min(kMostCut, std::sqrt(double(drop.dot(drop)) + double(drop[2]) * double(drop[2]) * 2.0));
                changes[i * static_cast<size_t>(count) + static_cast<size_t>(k)] = static_cast<float>(change);
                const double offset = this->offset(k, search);
                // A cut lies where colour said; a live edge may lie anywhere in the range, a little
                // rather outside than inside.
                const double live0 = live + kOutwards * offset;
                const double cut0 = cut - kCutFar * std::max(0.0, std::abs(offset) - kCutNear_mm);
                score[i * static_cast<size_t>(count) + static_cast<size_t>(k)] =
                    static_cast<float>((1.0 - end) * live0 + end * cut0);
            }
            pull(base[i], out[i], search, &score[i * static_cast<size_t>(count)], count);
        }
        if (!drops.empty() && grain_ == 0.0) { // how much the grain of this slab drops by itself: then once more
            const auto most =
                drops.begin() + static_cast<std::ptrdiff_t>(kGrainShare * static_cast<double>(drops.size() - 1));
            std::nth_element(drops.begin(), most, drops.end());
            grain_ = std::max(0.5, static_cast<double>(*most));
            return bestPath(base, search);
        }
        const std::vector<int> path = closedPath(score, n, count, search.stiffness);
        Path result;
        for (size_t i = 0; i < n; ++i) {
            const float* row = &score[i * static_cast<size_t>(count)];
            const int k = path[i];
            result.ring.push_back(base[i] + out[i] * (-search.inward_mm + k * kRay_mm));
            // Sure: a plain edge here, and no other as good some way off.
            float other = -1e9F;
            for (int m = 0; m < count; ++m) {
                if (std::abs(m - k) > kOther_px) {
                    other = std::max(other, row[m]);
                }
            }
            const double plain = std::clamp((double(row[k]) - kPlainFrom) / kPlainOver, 0.0, 1.0);
            const double apart = std::clamp((double(row[k]) - double(other)) / kApart + 0.5, 0.0, 1.0);
            // Where wood plainly turns to ground it needs no rim to be sure of.
            const double turns = std::clamp(
                (double(changes[i * static_cast<size_t>(count) + static_cast<size_t>(k)]) - kPlainFrom) / kPlainOver,
                0.0, 1.0);
            result.certainty.push_back(std::max(turns, count > kWideSearch ? plain * apart : plain));
        }
        return result;
    }

    /// Points the maker set draw the edge to themselves.
    void pull(Vec2 at, Vec2 out, const Search& search, float* row, int count) const
    {
        for (const Vec2 t : in_.through) {
            const Vec2 d = t - at;
            const double beside = std::abs(cross(out, d));
            if (beside > kPull_mm) {
                continue;
            }
            const double offset = dot(out, d);
            for (int k = 0; k < count; ++k) {
                const double off = std::abs(-search.inward_mm + k * kRay_mm - offset);
                row[k] +=
                    static_cast<float>((1.0 - beside / kPull_mm) * (kPull - kPullFades * std::min(off, kPullNear_mm)));
            }
        }
    }

    /// The best way through all rays and back to where it began.
    static std::vector<int> closedPath(const std::vector<float>& score, size_t n, int count, double stiffness)
    {
        constexpr int kReach = 5;
        const auto width = static_cast<size_t>(count);
        std::vector<float> best(n * width);
        std::vector<signed char> from(n * width);
        std::vector<int> path(n);
        // Twice round: the first time finds where to begin, the second holds it there.
        int start = -1;
        for (int round = 0; round < 2; ++round) {
            for (size_t i = 0; i < n; ++i) {
                for (int k = 0; k < count; ++k) {
                    const size_t at = i * width + static_cast<size_t>(k);
                    if (i == 0) {
                        best[at] = start < 0 || start == k ? score[at] : -1e6F;
                        continue;
                    }
                    float top = -1e9F;
                    int step = 0;
                    for (int d = -kReach; d <= kReach; ++d) {
                        if (k + d < 0 || k + d >= count) {
                            continue;
                        }
                        const float v =
                            best[(i - 1) * width + static_cast<size_t>(k + d)] - static_cast<float>(stiffness * d * d);
                        if (v > top) {
                            top = v;
                            step = d;
                        }
                    }
                    best[at] = top + score[at];
                    from[at] = static_cast<signed char>(step);
                }
            }
            size_t end = 0;
            for (size_t k = 0; k < width; ++k) {
                const bool near = start < 0 || std::abs(static_cast<int>(k) - start) <= kReach;
                if (near && best[(n - 1) * width + k] > best[(n - 1) * width + end]) {
                    end = k;
                }
            }
            int k = static_cast<int>(end);
            for (size_t i = n; i-- > 0;) {
                path[i] = k;
                if (i > 0) {
                    k += from[i * width + static_cast<size_t>(k)];
                }
            }
            start = path[0];
        }
        return path;
    }

    /// Loops that rays make at a notch are cut off.
    static Ring tidied(const Ring& ring)
    {
        Ring best;
        for (const Ring& r : unionOf({anticlockwise(ring)})) {
            if (signedArea_mm2(r) > signedArea_mm2(best)) {
                best = r;
            }
        }
        return best.size() < kFewestCorners ? ring : best;
    }

    /// Turning to and fro within a hand's width, in radians: an edge that wanders so was not one. A plain
    /// corner turns one way only.
    static double wander(const Ring& ring, size_t at)
    {
        constexpr int kReach = 8; // times 5 mm, to both sides
        const size_t n = ring.size();
        double all = 0.0;
        double net = 0.0;
        for (int d = -kReach; d <= kReach; ++d) {
            const size_t i = (at + n + static_cast<size_t>(d + static_cast<int>(n))) % n;
            const Vec2 a = ring[i] - ring[(i + n - 2) % n];
            const Vec2 b = ring[(i + 2) % n] - ring[i];
            const double turn = std::atan2(cross(a, b), dot(a, b)) / 2.0; // every turn is seen by two of them
            all += std::abs(turn);
            net += turn;
        }
        return std::max(0.0, all - std::abs(net) - kWanders);
    }

    /// Spikes and slits thinner than wood or its gaps are: off, with the corners left as they are.
    static Ring unspiked(const Ring& ring)
    {
        constexpr double kSpike_mm = 7.0;
        constexpr double kSlit_mm = 4.0;
        const Region closed = grown(grown({ring}, kSlit_mm), -kSlit_mm);
        const Region body = grown(grown(grown(closed, -kSpike_mm), kSpike_mm), 3.0);
        Ring best;
        for (const Ring& r : intersection(closed, body)) {
            if (signedArea_mm2(r) > signedArea_mm2(best)) {
                best = r;
            }
        }
        return best.size() < kFewestCorners ? ring : best;
    }

    static std::vector<double> carriedOver(const Path& path, const Ring& ring)
    {
        std::vector<double> out;
        size_t near = 0;
        for (const Vec2 p : ring) {
            double closest = 1e18;
            size_t best = near;
            for (size_t d = 0; d < path.ring.size(); ++d) {
                const double l = length(path.ring[d] - p);
                if (l < closest) {
                    closest = l;
                    best = d;
                }
            }
            near = best;
            out.push_back(path.certainty[best]);
        }
        return out;
    }

    [[nodiscard]] static double offset(int k, const Search& search) { return -search.inward_mm + k * kRay_mm; }

    const TraceInput& in_;
    double grain_ = 0.0; // levels that the grain drops by, as a rule; 0: not looked for yet
    LabRays rays_;
};

} // namespace

Traced edgeLine(const TraceInput& input, const Ring& silhouette)
{
    return EdgeFinder(input).find(silhouette);
}

} // namespace burl
