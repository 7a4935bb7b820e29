#include "vision/markers.h"

// Method: at several thresholds, bright and colourless regions with four straight sides and a dark
// figure about their middle. The same card is found at many thresholds; the best of each place is kept.

#include <algorithm>
#include <cmath>

#include <opencv2/imgproc.hpp>

#include "core/geometry/ring.h"

namespace burl
{
namespace
{

// A card is white with a dark figure about its middle. The limits are wide: what they let through by mistake loses
// to the cards by its certainty.
constexpr double kMostPixels = 2600.0;                             // longer pictures are searched smaller
constexpr int kFirstLevel = 90, kLastLevel = 235, kLevelStep = 12; // of white, from deep shade to full sun
constexpr size_t kSpeckles = 20'000;                               // shapes at one level: nothing is told there
constexpr double kSmallest = 1.2e-4, kLargest = 0.03;              // a card, as a share of the picture
constexpr double kFewestPixels = 10.0;                             // of its shortest side
constexpr double kMostSlanted = 4.5;                               // its longest side over its shortest
constexpr double kCorner = 0.05;        // of its rim: what may be cut off to find four corners
constexpr double kFits = 0.8;           // share of the shape that its four sides must enclose, and the other way round
constexpr double kCertain = 0.35;       // of the best possible card
constexpr double kOffCorner = 0.15;     // of a side, at both ends: corners are rounded
constexpr double kBesideSide = 0.06;    // of its length: points further off belong to another side
constexpr double kLeastContrast = 60.0; // grey levels between white and figure
constexpr double kBetween = 0.45;       // share of the way from dark to light that parts them
constexpr double kLeastDark = 0.07, kMostDark = 0.7; // share of the card that its figure covers
constexpr double kDarkRim = 0.35;                    // share of its rim that a shadow or a finger may cover
constexpr double kOffMiddle = 0.1;                   // of the side: how far the figure may lie off the middle

Vec2 diagonals(const std::array<Vec2, 4>& c)
{
    const Vec2 a = c[2] - c[0];
    const Vec2 b = c[3] - c[1];
    const double den = cross(a, b);
    if (std::abs(den) < 1e-9) {
        return centroid(std::span<const Vec2>(c));
    }
    return c[0] + a * (cross(c[1] - c[0], b) / den);
}

/// A side of the card from the contour's points along it, away from its corners.
bool sideThrough(const std::vector<cv::Point>& contour, Vec2 from, Vec2 to, cv::Vec4f& line)
{
    std::vector<cv::Point2f> along;
    const Vec2 side = to - from;
    const double size = length(side);
    for (const cv::Point& p : contour) {
        const Vec2 v = Vec2{p.x + 0.5, p.y + 0.5} - from;
        const double share = dot(v, side) / (size * size);
        if (share > kOffCorner && share < 1.0 - kOffCorner &&
            std::abs(cross(v, side)) / size < std::max(2.0, kBesideSide * size)) {
            along.emplace_back(static_cast<float>(p.x + 0.5), static_cast<float>(p.y + 0.5));
        }
    }
    if (along.size() < 5) {
        return false;
    }
    cv::fitLine(along, line, cv::DIST_HUBER, 0, 0.01, 0.01);
    return true;
}

Vec2 crossing(const cv::Vec4f& a, const cv::Vec4f& b)
{
    const Vec2 p{double(a[2]), double(a[3])};
    const Vec2 d{double(a[0]), double(a[1])};
    const Vec2 q{double(b[2]), double(b[3])};
    const Vec2 e{double(b[0]), double(b[1])};
    const double den = cross(d, e);
    return std::abs(den) < 1e-9 ? p : p + d * (cross(q - p, e) / den);
}

/// How card-like the inside is: a bright rim, and in the middle something dark covering 8 to 65 %.
double figureIn(const cv::Mat& grey, const std::array<Vec2, 4>& corners, double& asymmetry)
{
    constexpr int n = 32;
    cv::Point2f from[4];
    for (size_t i = 0; i < 4; ++i) {
        from[i] = {static_cast<float>(corners[i].x), static_cast<float>(corners[i].y)};
    }
    const cv::Point2f to[4] = {{0, 0}, {n, 0}, {n, n}, {0, n}};
    cv::Mat card;
    cv::warpPerspective(grey, card, cv::getPerspectiveTransform(from, to), {n, n}, cv::INTER_AREA);
    double low = 0.0;
    double high = 0.0;
    cv::minMaxLoc(card, &low, &high);
    if (high - low < kLeastContrast) {
        return 0.0;
    }
    const double level = low + kBetween * (high - low);
    int dark = 0;
    int darkRim = 0;
    int rim = 0;
    double sx = 0.0;
    double sy = 0.0;
    for (int y = 0; y < n; ++y) {
        for (int x = 0; x < n; ++x) {
            const bool isDark = card.at<uchar>(y, x) < level;
            const bool isRim = x < 2 || y < 2 || x >= n - 2 || y >= n - 2;
            if (isRim) {
                ++rim;
                darkRim += isDark ? 1 : 0;
            } else if (isDark) {
                ++dark;
                sx += x + 0.5;
                sy += y + 0.5;
            }
        }
    }
    const double share = static_cast<double>(dark) / ((n - 4) * (n - 4));
    if (share < kLeastDark || share > kMostDark || darkRim > rim * kDarkRim) {
        return 0.0;
    }
    asymmetry = std::hypot(sx / dark - n / 2.0, sy / dark - n / 2.0) / n;
    return asymmetry < kOffMiddle ? (1.0 - asymmetry / (2.0 * kOffMiddle)) * (1.0 - static_cast<double>(darkRim) / rim)
                                  : 0.0;
}

} // namespace

std::vector<Marker> findMarkers(const Pixels& photo, const std::function<bool()>& goOn)
{
    const auto stopped = [&goOn] { return goOn && !goOn(); };
    std::vector<Marker> found;
    if (photo.empty()) {
        return found;
    }
    const cv::Mat full(photo.height, photo.width, CV_8UC3, const_cast<std::uint8_t*>(photo.bgr.data()));
    // Large pictures are searched smaller: a card is some 50 pixels wide there still.
    const double scale = std::min(1.0, kMostPixels / std::max(photo.width, photo.height));
    cv::Mat bgr = full;
    if (scale < 1.0) {
        cv::resize(full, bgr, {}, scale, scale, cv::INTER_AREA);
    }
    if (stopped()) {
        return {};
    }
    cv::Mat grey;
    cv::cvtColor(bgr, grey, cv::COLOR_BGR2GRAY);
    // White is bright in its darkest channel; wood and sunlit boards are not.
    std::vector<cv::Mat> channels;
    cv::split(bgr, channels);
    cv::Mat white = cv::min(cv::min(channels[0], channels[1]), channels[2]);
    cv::GaussianBlur(white, white, {3, 3}, 0);
    const double area = static_cast<double>(bgr.cols) * bgr.rows;
    if (stopped()) {
        return {};
    }
    for (int level = kFirstLevel; level <= kLastLevel; level += kLevelStep) {
        if (stopped()) {
            return {};
        }
        cv::Mat mask;
        cv::threshold(white, mask, level, 255, cv::THRESH_BINARY);
        std::vector<std::vector<cv::Point>> shapes;
        cv::findContours(mask, shapes, cv::RETR_EXTERNAL, cv::CHAIN_APPROX_NONE);
        if (shapes.size() > kSpeckles) {
            continue; // speckles: nothing to be told at this level
        }
        for (const auto& shape : shapes) {
            const double size = cv::contourArea(shape);
            if (size < kSmallest * area || size > kLargest * area) {
                continue;
            }
            std::vector<cv::Point> four;
            cv::approxPolyDP(shape, four, kCorner * cv::arcLength(shape, true), true);
            if (four.size() != 4 || !cv::isContourConvex(four)) {
                continue;
            }
            std::array<Vec2, 4> rough;
            for (size_t i = 0; i < 4; ++i) {
                rough[i] = {four[i].x + 0.5, four[i].y + 0.5};
            }
            double shortest = 1e9;
            double longest = 0.0;
            for (size_t i = 0; i < 4; ++i) {
                shortest = std::min(shortest, length(rough[(i + 1) % 4] - rough[i]));
                longest = std::max(longest, length(rough[(i + 1) % 4] - rough[i]));
            }
            if (shortest < kFewestPixels || longest > kMostSlanted * shortest) {
                continue;
            }
            cv::Vec4f sides[4];
            bool straight = true;
            for (size_t i = 0; i < 4; ++i) {
                straight = straight && sideThrough(shape, rough[i], rough[(i + 1) % 4], sides[i]);
            }
            if (!straight) {
                continue;
            }
            Marker m;
            for (size_t i = 0; i < 4; ++i) {
                m.corners[i] = crossing(sides[(i + 3) % 4], sides[i]);
            }
            const double quad = std::abs(signedArea_mm2(m.corners));
            if (quad < kFits * size || quad > size / kFits) {
                continue; // no four-sided thing
            }
            double asymmetry = 0.0;
            m.certainty = figureIn(grey, m.corners, asymmetry) * std::min(quad, size) / std::max(quad, size);
            if (m.certainty < kCertain) {
                continue;
            }
            m.centre = diagonals(m.corners);
            const auto same = std::find_if(found.begin(), found.end(), [&](const Marker& other) {
                return length(other.centre - m.centre) < shortest;
            });
            if (same == found.end()) {
                found.push_back(m);
            } else if (m.certainty > same->certainty) {
                *same = m;
            }
        }
    }
    for (Marker& m : found) {
        m.centre = m.centre * (1.0 / scale);
        for (Vec2& c : m.corners) {
            c = c * (1.0 / scale);
        }
    }
    std::sort(found.begin(), found.end(), [](const Marker& a, const Marker& b) { return a.certainty > b.certainty; });
    return found;
}

Expected<std::array<Marker, 4>> fourMarkers(const std::vector<Marker>& found, bool wide)
{
    if (found.size() < 4) {
        return refuse("photo.no_markers", "four markers are wanted, " + std::to_string(found.size()) +
                                              " were found; click on the others, or give them by hand.");
    }
    std::array<Marker, 4> four{found[0], found[1], found[2], found[3]};
    Vec2 middle;
    for (const Marker& m : four) {
        middle = middle + m.centre * 0.25;
    }
    // Anticlockwise as the eye sees it: the picture's y runs down.
    std::sort(four.begin(), four.end(), [&](const Marker& a, const Marker& b) {
        return std::atan2(-(a.centre.y - middle.y), a.centre.x - middle.x) <
               std::atan2(-(b.centre.y - middle.y), b.centre.x - middle.x);
    });
    size_t best = 0;
    double bestScore = -1e300;
    for (size_t i = 0; i < 4; ++i) {
        const Vec2 side = four[(i + 1) % 4].centre - four[i].centre;
        const Vec2 opposite = four[(i + 2) % 4].centre - four[(i + 3) % 4].centre;
        const Vec2 along = (side + opposite) * 0.5;
        const Vec2 across =
            ((four[(i + 3) % 4].centre - four[i].centre) + (four[(i + 2) % 4].centre - four[(i + 1) % 4].centre)) * 0.5;
        const bool isLong = length(along) >= length(across);
        const double score = (isLong == wide ? 1e6 : 0.0) + along.x - along.y;
        if (score > bestScore) {
            bestScore = score;
            best = i;
        }
    }
    return std::array<Marker, 4>{four[best], four[(best + 1) % 4], four[(best + 2) % 4], four[(best + 3) % 4]};
}

} // namespace burl
