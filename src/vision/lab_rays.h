#pragma once
// What a photo shows along a line across the edge of a slab.   Units: mm in the frame of the marker rectangle, Lab
// levels of 255.   Threads: each its own.

#include <vector>

#include <opencv2/core.hpp>

#include "core/geometry/ring.h"
#include "vision/rectify.h"

namespace burl
{

constexpr double kRay_mm = 1.0; // from sample to sample

class LabRays
{
public:
    LabRays(const Pixels& photo, const FaceMap& map);

    /// Lab from `from_mm` on outwards of `at`, averaged a little along the edge; cards count as any picture.
    void sample(Vec2 at, Vec2 out, double from_mm, int count, std::vector<cv::Vec3f>& samples) const;

private:
    const FaceMap& map_;
    cv::Mat lab_;
};

/// Sums up to each sample, nought first: the mean of any stretch is a difference.
void sumsOf(const std::vector<cv::Vec3f>& samples, std::vector<cv::Vec3f>& sums);

/// The mean of `beside` samples before place c less the mean of as many behind it.
[[nodiscard]] cv::Vec3f dropAt(const std::vector<cv::Vec3f>& sums, int c, int beside);

/// How much a drop is that from a pale rim to what is darker.
[[nodiscard]] double rimOf(const cv::Vec3f& drop);

/// Outwards at each corner of an anticlockwise ring, length 1.
[[nodiscard]] std::vector<Vec2> outwardsOf(const Ring& ring);

} // namespace burl
