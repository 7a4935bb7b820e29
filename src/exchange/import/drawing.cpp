#include "exchange/import/drawing.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/ring.h"
#include "core/measure/text.h"
#include <numbers>

namespace burl
{
namespace
{

constexpr size_t kMostCorners = 20'000;
constexpr double kFurthest_mm = 1e6;    // a corner further off is a slip of the drawing
constexpr double kDrawnDepth_mm = 20.0; // of a defect, until it is measured

bool has(const std::string& name, const char* word)
{
    return name.find(word) != std::string::npos;
}

/// Douglas and Peucker's thinning, kept from recursion.
Ring thinned(const Ring& ring, double tolerance)
{
    if (ring.size() < 8) {
        return ring;
    }
    std::vector<bool> keep(ring.size(), false);
    size_t far = 0;
    for (size_t i = 0; i < ring.size(); ++i) {
        far = length(ring[i] - ring[0]) > length(ring[far] - ring[0]) ? i : far;
    }
    keep[0] = keep[far] = true;
    std::vector<std::pair<size_t, size_t>> open{{0, far}, {far, ring.size()}};
    while (!open.empty()) {
        const auto [a, b] = open.back();
        open.pop_back();
        const Vec2 from = ring[a];
        const Vec2 to = ring[b % ring.size()];
        const Vec2 along = to - from;
        const double size = length(along);
        double worst = tolerance;
        size_t at = 0;
        for (size_t i = a + 1; i < b; ++i) {
            const Vec2 v = ring[i] - from;
            const double share = size > 0.0 ? std::clamp(dot(v, along) / (size * size), 0.0, 1.0) : 0.0;
            const double off = length(v - along * share);
            if (off > worst) {
                worst = off;
                at = i;
            }
        }
        if (at != 0) {
            keep[at] = true;
            open.emplace_back(a, at);
            open.emplace_back(at, b);
        }
    }
    Ring out;
    for (size_t i = 0; i < ring.size(); ++i) {
        if (keep[i]) {
            out.push_back(ring[i]);
        }
    }
    return out;
}

std::string place(Vec2 p)
{
    return "x " + std::to_string(std::lround(p.x)) + ", y " + std::to_string(std::lround(p.y)) + " mm";
}

std::optional<FeatureKind> kindNamed(const std::string& name)
{
    for (const auto& [word, kind] : {std::pair{"knot", FeatureKind::Knot},
                                     {"check", FeatureKind::Inclusion},
                                     {"inclusion", FeatureKind::Inclusion},
                                     {"rot", FeatureKind::BlindVoid},
                                     {"void", FeatureKind::ThroughVoid},
                                     {"defect", FeatureKind::Inclusion}}) {
        if (has(name, word)) {
            return kind;
        }
    }
    return std::nullopt;
}

} // namespace

Expected<Ring> cleanRing(const Ring& ring, double straight_mm)
{
    Ring out;
    for (const Vec2 p : ring) {
        if (!std::isfinite(p.x) || !std::isfinite(p.y) || std::abs(p.x) > kFurthest_mm ||
            std::abs(p.y) > kFurthest_mm) {
            return refuse("import.number", "a corner of the outline is no possible place; draw it again.");
        }
        if (out.empty() || length(p - out.back()) > 1e-6) {
            out.push_back(p);
        }
    }
    while (out.size() > 1 && length(out.front() - out.back()) < 1e-6) {
        out.pop_back();
    }
    if (out.size() > kMostCorners) {
        return refuse("import.too_long", "the outline has more than 20000 corners; export it coarser.");
    }
    out = thinned(out, straight_mm);
    if (out.size() < 3 || area_mm2(std::span<const Vec2>(out)) < 1.0) {
        return refuse("import.no_outline", "no outline in this drawing: no closed shape has an area.");
    }
    if (const auto crossing = selfCrossing(out)) {
        return refuse("import.crosses",
                      "the outline crosses itself at " + place(*crossing) + "; mend it there and hand it in again.");
    }
    return anticlockwise(std::move(out));
}

Expected<Imported> importedFrom(const std::vector<DrawnRing>& rings, const ImportOptions& options)
{
    Imported out;
    out.kind = "a drawing";
    const DrawnRing* top = nullptr;
    const DrawnRing* bottom = nullptr;
    const auto larger = [](const DrawnRing& a, const DrawnRing* b) {
        return b == nullptr || area_mm2(std::span<const Vec2>(a.ring)) > area_mm2(std::span<const Vec2>(b->ring));
    };
    const std::string wanted = lower(options.layer);
    for (const DrawnRing& r : rings) {
        if (!wanted.empty() ? r.name == wanted || has(r.name, wanted.c_str()) : has(r.name, "top")) {
            top = larger(r, top) ? &r : top;
        } else if (has(r.name, "bottom")) {
            bottom = larger(r, bottom) ? &r : bottom;
        }
    }
    if (top == nullptr && !wanted.empty()) {
        return refuse("import.no_outline",
                      "no outline in this drawing on \"" + options.layer + "\"; name another layer.");
    }
    if (top == nullptr) {
        for (const DrawnRing& r : rings) {
            top = r.closed && &r != bottom && larger(r, top) ? &r : top;
        }
        if (top != nullptr && rings.size() > 1) {
            out.notes.push_back("No shape is named top; the largest of " + std::to_string(rings.size()) +
                                " was taken for the top outline.");
        }
    }
    if (top == nullptr) {
        return refuse("import.no_outline", "no outline in this drawing: a closed shape is wanted.");
    }
    if (!top->closed && length(top->ring.front() - top->ring.back()) > 2.0) {
        return refuse("import.open", "the outline is not closed: from " + place(top->ring.front()) + " to " +
                                         place(top->ring.back()) + "; close it and hand it in again.");
    }
    auto ring = cleanRing(top->ring);
    if (!ring) {
        return tl::unexpected(ring.error());
    }
    out.topOutline = std::move(*ring);
    if (bottom != nullptr) {
        auto under = cleanRing(bottom->ring);
        if (!under) {
            return refuse(under.error().code, "bottom: " + under.error().sentence);
        }
        out.bottomOutline = std::move(*under);
    }
    int id = 0;
    int leftOut = 0;
    for (const DrawnRing& r : rings) {
        const auto kind = kindNamed(r.name);
        if (&r == top || &r == bottom || !kind) {
            leftOut += &r == top || &r == bottom ? 0 : 1;
            continue;
        }
        const auto clean = cleanRing(r.ring);
        if (!clean || !contains(*out.topOutline, centroid(*clean))) {
            ++leftOut;
            continue;
        }
        Feature f;
        f.id = ++id;
        f.kind = *kind;
        f.intention = Intention::Keep;
        f.points = *clean;
        if (f.kind == FeatureKind::Knot) {
            f.width_mm = 2.0 * std::sqrt(area_mm2(std::span<const Vec2>(*clean)) / std::numbers::pi);
            f.points = {centroid(*clean)};
        }
        f.depth_mm = f.kind == FeatureKind::ThroughVoid ? 0.0 : kDrawnDepth_mm;
        out.features.push_back(std::move(f));
    }
    if (id > 0) {
        out.notes.push_back(
            (id == 1 ? std::string("One defect was drawn; its") : std::to_string(id) + " defects were drawn; their") +
            " depth is not known and stands at 20 mm.");
    }
    if (leftOut > 0) {
        out.notes.push_back(
            (leftOut == 1 ? std::string("One other shape was") : std::to_string(leftOut) + " other shapes were") +
            " left out.");
    }
    return out;
}

} // namespace burl
