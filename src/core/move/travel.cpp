#include "core/move/travel.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/ring.h"

namespace burl
{
namespace
{

constexpr double kAlongGrain = 0.05; // grain turned less than three degrees runs along the top

} // namespace

double StripsAt::width_mm() const
{
    double out = 0.0;
    for (const Strip& s : strips) {
        out += s.width_mm;
    }
    return out;
}

std::vector<double> woodAt(const PlacedPiece& piece, double x)
{
    std::vector<double> cuts;
    for (const Ring& ring : piece.kept) {
        for (size_t i = 0; i < ring.size(); ++i) {
            const Vec2 a = ring[i];
            const Vec2 b = ring[(i + 1) % ring.size()];
            if ((a.x <= x) != (b.x <= x)) {
                cuts.push_back(a.y + (b.y - a.y) * (x - a.x) / (b.x - a.x));
            }
        }
    }
    std::sort(cuts.begin(), cuts.end());
    return cuts;
}

StripsAt stripsAt(const LayupPlan& layup, const std::vector<Rings>& rings, double x_mm)
{
    struct Wood {
        double from;
        double to;
        size_t piece;
    };
    std::vector<Wood> woods; // from the near side on; islands lie between
    for (size_t i = 0; i < layup.pieces.size(); ++i) {
        const std::vector<double> cuts = woodAt(layup.pieces[i], x_mm);
        for (size_t k = 0; k + 1 < cuts.size(); k += 2) {
            woods.push_back({cuts[k], cuts[k + 1], i});
        }
    }
    std::sort(woods.begin(), woods.end(), [](const Wood& a, const Wood& b) { return a.from < b.from; });
    StripsAt out;
    for (size_t i = 0; i < woods.size(); ++i) {
        if (i == 0) {
            out.from_mm = woods[i].from;
        } else if (woods[i].from > woods[i - 1].to + 1e-6) {
            out.strips.push_back({woods[i].from - woods[i - 1].to, 0.0}); // resin does not move
            out.pieces.push_back(-1);
        }
        const Rings& r = rings[woods[i].piece];
        Strip strip{woods[i].to - woods[i].from, r.coefficient};
        if (r.pith) {
            const auto beside = [&](double y) { return r.besideAtZero_mm + r.besidePerX * x_mm + r.besidePerY * y; };
            strip.rings = RingsAcross{r.change, r.pith->distance_mm, beside(woods[i].from), beside(woods[i].to)};
        }
        out.strips.push_back(strip);
        out.pieces.push_back(static_cast<int>(woods[i].piece));
    }
    return out;
}

PlaceTravel travelAt(const LayupPlan& layup, const std::vector<Rings>& rings, const WhatIsHeld& held, Vec2 at)
{
    PlaceTravel out;
    for (size_t i = 0; i < rings.size(); ++i) {
        if (rings[i].endGrain) { // every way from the point that is held, at most as along its rings
            const Vec2 off = at - Vec2{held.x_mm, held.line_mm};
            const double far = length(off);
            out.between = {far, far * rings[i].coefficient};
            out.by = off * rings[i].coefficient;
            out.outward = far > 0.0 ? off * (1.0 / far) : Vec2{0.0, 1.0};
            return out;
        }
    }
    const StripsAt here = stripsAt(layup, rings, at.x);
    const double line = held.line_mm - here.from_mm;
    const double place = at.y - here.from_mm;
    out.outward = {0.0, place >= line ? 1.0 : -1.0};
    out.between = woodBetween(here.strips, line, place);
    out.by = {0.0, moveAt_mm(here.strips, line, place, 0.0, 1.0)};
    // An island that lies turned moves across its own grain.
    const double from = std::min(line, place);
    const double to = std::max(line, place);
    double start = 0.0;
    for (size_t k = 0; k < here.strips.size(); ++k) {
        const double a = std::max(start, from);
        const double b = std::min(start + here.strips[k].width_mm, to);
        if (b > a && here.pieces[k] >= 0) {
            const Vec2 n = rings[static_cast<size_t>(here.pieces[k])].across;
            if (std::abs(n.x) > kAlongGrain) {
                const double growth = (b - a) * coefficientOf(here.strips[k], a - start, b - start);
                const double side = place >= line ? 1.0 : -1.0;
                out.by.y += side * growth * (n.y * n.y - 1.0);
                out.by.x += side * growth * n.x * n.y;
            }
        }
        start += here.strips[k].width_mm;
    }
    return out;
}

} // namespace burl
