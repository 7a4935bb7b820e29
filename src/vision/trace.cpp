#include "vision/trace.h"

// Method. The face's plane is brought to true scale, and what stands out from the ground is told from it by colour
// (GrabCut, with the ground learnt outside the markers). That silhouette still has the slab's side in it; the edge of
// the face is found from it (vision/edge_line.h).

#include <algorithm>
#include <cmath>
#include <numbers>

#include <opencv2/imgproc.hpp>

#include "core/geometry/ring.h"
#include "vision/edge_line.h"

namespace burl
{

Pixels rectifiedFace(const Pixels& photo, const FaceMap& map, const Box& box, double mm_per_px)
{
    return rectifiedFace(
        photo, [&map](Vec2 mm) { return map.toPixel(mm); }, box, mm_per_px);
}

Pixels rectifiedFace(const Pixels& photo, const std::function<Vec2(Vec2)>& toPixel, const Box& box, double mm_per_px)
{
    Pixels out;
    out.width = std::max(1, static_cast<int>(std::lround(box.width() / mm_per_px)));
    out.height = std::max(1, static_cast<int>(std::lround(box.height() / mm_per_px)));
    const cv::Mat source(photo.height, photo.width, CV_8UC3, const_cast<std::uint8_t*>(photo.bgr.data()));
    out.bgr.assign(static_cast<size_t>(out.width) * out.height * 3, 0);
    cv::Mat to(out.height, out.width, CV_8UC3, out.bgr.data());
    cv::Mat xs(out.height, out.width, CV_32FC1);
    cv::Mat ys(out.height, out.width, CV_32FC1);
    for (int j = 0; j < out.height; ++j) {
        for (int i = 0; i < out.width; ++i) {
            const Vec2 p = toPixel({box.left + (i + 0.5) * mm_per_px, box.top - (j + 0.5) * mm_per_px});
            xs.at<float>(j, i) = static_cast<float>(p.x - 0.5);
            ys.at<float>(j, i) = static_cast<float>(p.y - 0.5);
        }
    }
    cv::remap(source, to, xs, ys, cv::INTER_LINEAR, cv::BORDER_CONSTANT);
    return out;
}

namespace
{

constexpr double kTiny = 0.2;        // of that, for a first look
constexpr double kSmall = 0.4;       // for a second
constexpr int kBand_px = 5;          // of a smaller picture: where the next look may still decide
constexpr double kCoarse_px = 620.0; // the long side of the picture that is parted by colour
constexpr int kTinyRounds = 4;
constexpr int kSmallRounds = 2;
constexpr int kStrips = 4;
constexpr int kOverlap_px = 24;                             // of neighbouring strips
constexpr double kSaidAtFace = 0.05, kSaidAtColours = 0.08; // of the whole tracing
constexpr double kPartFrom = 0.1, kPartOver = 0.4;
constexpr size_t kFewestCorners = 16; // an outline with fewer is none

// Where a slab may lie beside the markers' rectangle, mm and as a share of it: much when they lie on the slab.
constexpr double kBeyondLevel_mm = 150.0, kBeyondAlong = 0.1, kBeyondAcross = 0.14;
constexpr double kBeyondOnSlab_mm = 350.0, kOnSlabAlong = 0.3, kOnSlabAcross = 0.8;

/// What the colours begin from, as shares of the rectangle from its lower left corner.
struct Guess {
    double left, bottom, right, top;
};
constexpr Guess kSurelySlab{0.15, 0.42, 0.85, 0.58};
constexpr Guess kLikelySlab{0.05, 0.12, 0.95, 0.88};
constexpr Guess kLikelyAboutCards{-0.10, -0.25, 1.10, 1.25}; // markers on the slab: it reaches beyond them
constexpr double kMarkerSize_mm = 40.0;                      // about the rectangle: half a card

// Colour tells wood from ground better than light does: shadows and sun lie on both. Stretched about grey.
constexpr double kLightness = 0.55, kRedGreen = 2.6, kYellowBlue = 2.0;
constexpr double kGrey = 128.0;

constexpr double kGap_mm = 9.0; // specks and slits in what was parted, narrower than any void worth a line

constexpr double kLeastPull_mm = 1.5, kPullAlong_mm = 70.0;

struct Window {
    Box box;
    double mm_per_px = 3.0;
    [[nodiscard]] Vec2 toMm(double i, double j) const { return {box.left + i * mm_per_px, box.top - j * mm_per_px}; }
    [[nodiscard]] cv::Point toPx(Vec2 mm) const
    {
        return {static_cast<int>(std::floor((mm.x - box.left) / mm_per_px)),
                static_cast<int>(std::floor((box.top - mm.y) / mm_per_px))};
    }
};

class Tracer
{
public:
    explicit Tracer(const TraceInput& in) : in_(in) {}

    Expected<Traced> run()
    {
        if (!said(0.02)) {
            return stopped();
        }
        chooseWindow();
        Ring silhouette = findSilhouette();
        if (!said(kPartFrom + kPartOver)) {
            return stopped();
        }
        if (silhouette.size() < kFewestCorners) {
            return refuse("photo.no_slab",
                          "no slab stands out between the markers; draw its outline by hand on the picture.");
        }
        if (!said(0.6)) {
            return stopped();
        }
        Traced out = edgeLine(in_, silhouette);
        if (!said(1.0)) {
            return stopped();
        }
        return out;
    }

private:
    [[nodiscard]] bool said(double share) const { return !in_.progress || in_.progress(share); }
    static tl::unexpected<Refusal> stopped() { return refuse("photo.stopped", "the tracing was stopped."); }

    [[nodiscard]] bool onSlab() const { return in_.rectangle.lie == MarkerPlane::OnSlab; }

    void chooseWindow()
    {
        const double w = in_.rectangle.width_mm;
        const double h = in_.rectangle.height_mm;
        const double outX =
            onSlab() ? std::max(kBeyondOnSlab_mm, kOnSlabAlong * w) : std::max(kBeyondLevel_mm, kBeyondAlong * w);
        const double outY =
            onSlab() ? std::max(kBeyondOnSlab_mm, kOnSlabAcross * h) : std::max(kBeyondLevel_mm, kBeyondAcross * h);
        window_.box = {-outX, -outY, w + outX, h + outY};
        window_.mm_per_px = std::max(window_.box.width(), window_.box.height()) / kCoarse_px;
    }

    Ring findSilhouette()
    {
        const Pixels face = rectifiedFace(*in_.photo, in_.map, window_.box, window_.mm_per_px);
        if (!said(kSaidAtFace)) {
            return {};
        }
        cv::Mat bgr(face.height, face.width, CV_8UC3, const_cast<std::uint8_t*>(face.bgr.data()));
        cv::Mat smooth;
        cv::bilateralFilter(bgr, smooth, 7, 40, 5);
        if (!said(kSaidAtColours)) {
            return {};
        }
        cv::Mat lab;
        cv::cvtColor(smooth, lab, cv::COLOR_BGR2Lab);
        if (!said(kSaidAtColours)) {
            return {};
        }
        std::vector<cv::Mat> channels;
        cv::split(lab, channels);
        channels[0].convertTo(channels[0], -1, kLightness, 0);
        channels[1].convertTo(channels[1], -1, kRedGreen, -kGrey * (kRedGreen - 1.0));
        channels[2].convertTo(channels[2], -1, kYellowBlue, -kGrey * (kYellowBlue - 1.0));
        cv::merge(channels, lab);
        if (!said(kSaidAtColours)) {
            return {};
        }

        const double w = in_.rectangle.width_mm;
        const double h = in_.rectangle.height_mm;
        cv::Mat mask(face.height, face.width, CV_8UC1, cv::Scalar(cv::GC_PR_BGD));
        const auto box = [&](double x0, double y0, double x1, double y1, int value) {
            const cv::Point a = window_.toPx({x0, y1});
            const cv::Point b = window_.toPx({x1, y0});
            cv::rectangle(mask, a, b, cv::Scalar(value), cv::FILLED);
        };
        const auto guess = [&](const Guess& g, int value) {
            box(g.left * w, g.bottom * h, g.right * w, g.top * h, value);
        };
        if (onSlab()) {
            mask.setTo(cv::GC_PR_BGD);
            guess(kLikelyAboutCards, cv::GC_PR_FGD);
            box(0.0, 0.0, w, h, cv::GC_FGD);
            const int rim = std::max(2, face.height / 14);
            cv::rectangle(mask, {0, 0}, {face.width - 1, face.height - 1}, cv::Scalar(cv::GC_BGD), rim);
        } else {
            mask.setTo(cv::GC_BGD);
            box(-kMarkerSize_mm, -kMarkerSize_mm, w + kMarkerSize_mm, h + kMarkerSize_mm, cv::GC_PR_BGD);
            guess(kLikelySlab, cv::GC_PR_FGD);
            guess(kSurelySlab, cv::GC_FGD);
        }
        // Off the picture nothing is known: it is ground.
        for (int j = 0; j < face.height; ++j) {
            for (int i = 0; i < face.width; ++i) {
                const cv::Vec3b c = bgr.at<cv::Vec3b>(j, i);
                if (c[0] == 0 && c[1] == 0 && c[2] == 0) {
                    mask.at<uchar>(j, i) = cv::GC_BGD;
                }
            }
        }
        if (!said(kSaidAtColours)) {
            return {};
        }
        for (const auto& card : in_.cards) {
            std::vector<cv::Point> corners;
            for (const Vec2 c : card) {
                corners.push_back(window_.toPx(in_.map.toFace(c)));
            }
            cv::fillConvexPoly(mask, corners, cv::Scalar(onSlab() ? cv::GC_FGD : cv::GC_BGD));
        }
        if (!said(kPartFrom)) {
            return {};
        }
        partByColour(lab, mask);
        if (!said(kPartFrom + kPartOver)) {
            return {};
        }
        cv::Mat fore = (mask == cv::GC_FGD) | (mask == cv::GC_PR_FGD);
        const int gap = std::max(1, static_cast<int>(std::lround(kGap_mm / window_.mm_per_px)));
        cv::morphologyEx(fore, fore, cv::MORPH_OPEN, disc(gap));
        cv::morphologyEx(fore, fore, cv::MORPH_CLOSE, disc(gap * 2));
        std::vector<std::vector<cv::Point>> shapes;
        cv::findContours(fore, shapes, cv::RETR_EXTERNAL, cv::CHAIN_APPROX_NONE);
        const std::vector<cv::Point>* best = nullptr;
        for (const auto& shape : shapes) {
            if (best == nullptr || cv::contourArea(shape) > cv::contourArea(*best)) {
                best = &shape;
            }
        }
        Ring out;
        if (best != nullptr) {
            for (const cv::Point& p : *best) {
                out.push_back(window_.toMm(p.x + 0.5, p.y + 0.5));
            }
        }
        return anticlockwise(std::move(out));
    }

    /// From small to large: the whole of a tiny picture first, then only a band about what came out of it, each time
    /// larger; the largest in strips. Parting is far from linear in the pixels that are open, and between any two steps
    /// it may be stopped within a tenth of a second.
    void partByColour(const cv::Mat& lab, cv::Mat& mask) const
    {
        cv::setRNGSeed(7);    // the same picture gives the same outline
        cv::Mat ground, wood; // what both look like: learnt on the way, kept to the end
        cv::Mat before;
        int step = 0;
        constexpr int kSteps = kTinyRounds + kSmallRounds + kStrips;
        const auto on = [&] { return said(kPartFrom + kPartOver * step++ / kSteps); };
        const auto level = [&](double scale, int rounds) {
            cv::Mat picture;
            cv::Mat open;
            cv::resize(lab, picture, {}, scale, scale, cv::INTER_AREA);
            cv::resize(mask, open, picture.size(), 0, 0, cv::INTER_NEAREST);
            if (!before.empty()) {
                narrowed(open, before);
            }
            for (int round = 0; round < rounds; ++round) {
                if (!on() || !isMixed(open)) {
                    return false;
                }
                cv::grabCut(picture, open, {}, ground, wood, 1,
                            before.empty() && round == 0 ? cv::GC_INIT_WITH_MASK : cv::GC_EVAL);
            }
            before = (open == cv::GC_FGD) | (open == cv::GC_PR_FGD);
            return true;
        };
        if (!level(kTiny, kTinyRounds) || !level(kSmall, kSmallRounds)) {
            if (!before.empty()) {
                narrowed(mask, before);
            }
            return;
        }
        narrowed(mask, before);
        for (int strip = 0; strip < kStrips; ++strip) { // by what was learnt: each alone gives what all would
            if (!on()) {
                return;
            }
            const int from = mask.cols * strip / kStrips;
            const int to = mask.cols * (strip + 1) / kStrips;
            const cv::Rect wide(std::max(0, from - kOverlap_px), 0,
                                std::min(mask.cols, to + kOverlap_px) - std::max(0, from - kOverlap_px), mask.rows);
            cv::Mat part = mask(wide).clone();
            if (isMixed(part)) {
                cv::grabCut(lab(wide), part, {}, ground, wood, 1, cv::GC_EVAL_FREEZE_MODEL);
            }
            part(cv::Rect(from - wide.x, 0, to - from, mask.rows))
                .copyTo(mask(cv::Rect(from, 0, to - from, mask.rows)));
        }
    }

    /// Leaves open only a band about the rim of what was parted on a smaller picture.
    static void narrowed(cv::Mat& mask, const cv::Mat& smaller)
    {
        cv::Mat inner;
        cv::Mat outer;
        cv::Mat fore;
        cv::erode(smaller, inner, disc(kBand_px), {-1, -1}, 1, cv::BORDER_CONSTANT, cv::Scalar(0));
        cv::dilate(smaller, outer, disc(kBand_px));
        cv::resize(smaller, fore, mask.size(), 0, 0, cv::INTER_NEAREST);
        cv::resize(inner, inner, mask.size(), 0, 0, cv::INTER_NEAREST);
        cv::resize(outer, outer, mask.size(), 0, 0, cv::INTER_NEAREST);
        const cv::Mat open = (mask == cv::GC_PR_FGD) | (mask == cv::GC_PR_BGD);
        mask.setTo(cv::GC_PR_FGD, open & fore);
        mask.setTo(cv::GC_PR_BGD, open & ~fore);
        mask.setTo(cv::GC_FGD, open & inner);
        mask.setTo(cv::GC_BGD, open & ~outer);
    }

    /// There is something of both, or nothing can be parted.
    static bool isMixed(const cv::Mat& mask)
    {
        return cv::countNonZero((mask == cv::GC_FGD) | (mask == cv::GC_PR_FGD)) > 0 &&
               cv::countNonZero((mask == cv::GC_BGD) | (mask == cv::GC_PR_BGD)) > 0;
    }

    static cv::Mat disc(int radius)
    {
        return cv::getStructuringElement(cv::MORPH_ELLIPSE, {2 * radius + 1, 2 * radius + 1});
    }

    const TraceInput& in_;
    Window window_;
};

} // namespace

void drawOutlineTo(Ring& ring, Vec2 t)
{
    size_t nearest = 0;
    for (size_t i = 0; i < ring.size(); ++i) {
        nearest = length(ring[i] - t) < length(ring[nearest] - t) ? i : nearest;
    }
    if (!ring.empty() && length(t - ring[nearest]) >= kLeastPull_mm) {
        drawOutlineTo(ring, nearest, t);
    }
}

void drawOutlineTo(Ring& ring, size_t nearest, Vec2 t)
{
    const Vec2 by = t - ring[nearest];
    const double along_mm = std::max(kPullAlong_mm, 1.5 * length(by)); // a long pull takes more along, or it would fold
    const size_t n = ring.size();
    const Ring was = ring;
    for (const int way : {1, -1}) {
        double run = 0.0;
        for (size_t k = way > 0 ? 0 : 1; k < n / 2; ++k) {
            const size_t i = (nearest + (way > 0 ? k : n - k)) % n;
            if (k > 0) {
                run += length(was[i] - was[(i + (way > 0 ? n - 1 : 1)) % n]);
            }
            if (run > along_mm) {
                break;
            }
            const double share = 1.0 - run * run / (along_mm * along_mm);
            ring[i] = was[i] + by * (share * share);
        }
    }
}

Expected<Traced> traceOutline(const TraceInput& input)
{
    return Tracer(input).run();
}

} // namespace burl
