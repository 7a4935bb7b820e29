#include "core/base/base_pieces.h"

#include <algorithm>
#include <numeric>

namespace burl
{
namespace
{

constexpr double kTouch_mm = 1.0; // parts nearer than that are joined

struct PartReach {
    Point3 low, high;
};

PartReach reachOf(const BasePart& part)
{
    PartReach out{part.shape.low.front(), part.shape.low.front()};
    for (const auto* rim : {&part.shape.low, &part.shape.high}) {
        for (const Point3& p : *rim) {
            out.low = {std::min(out.low.x, p.x), std::min(out.low.y, p.y), std::min(out.low.z, p.z)};
            out.high = {std::max(out.high.x, p.x), std::max(out.high.y, p.y), std::max(out.high.z, p.z)};
        }
    }
    return out;
}

bool touch(const PartReach& a, const PartReach& b)
{
    const auto near = [](double lowA, double highA, double lowB, double highB) {
        return lowA <= highB + kTouch_mm && lowB <= highA + kTouch_mm;
    };
    return near(a.low.x, a.high.x, b.low.x, b.high.x) && near(a.low.y, a.high.y, b.low.y, b.high.y) &&
           near(a.low.z, a.high.z, b.low.z, b.high.z);
}

/// Which parts hold together, each lot from the left.
std::vector<std::vector<const BasePart*>> looseLots(const std::vector<BasePart>& parts)
{
    std::vector<PartReach> reach;
    for (const BasePart& part : parts) {
        reach.push_back(reachOf(part));
    }
    std::vector<size_t> lot(parts.size());
    std::iota(lot.begin(), lot.end(), size_t{0});
    for (size_t i = 0; i < parts.size(); ++i) {
        for (size_t j = 0; j < i; ++j) {
            if (lot[i] != lot[j] && touch(reach[i], reach[j])) {
                const size_t from = lot[i];
                std::replace(lot.begin(), lot.end(), from, lot[j]);
            }
        }
    }
    std::vector<std::vector<const BasePart*>> out;
    std::vector<double> left;
    for (size_t l = 0; l < parts.size(); ++l) {
        std::vector<const BasePart*> held;
        double from = 0.0;
        for (size_t i = 0; i < parts.size(); ++i) {
            if (lot[i] == l) {
                from = held.empty() ? reach[i].low.x : std::min(from, reach[i].low.x);
                held.push_back(&parts[i]);
            }
        }
        if (!held.empty()) {
            const auto at = std::upper_bound(left.begin(), left.end(), from) - left.begin();
            left.insert(left.begin() + at, from);
            out.insert(out.begin() + at, std::move(held));
        }
    }
    return out;
}

Vec2 middleOf(const std::vector<const BasePart*>& parts, double mass_kg)
{
    Vec2 sum{0.0, 0.0};
    for (const BasePart* part : parts) {
        const Point3 middle = part->shape.middle();
        const double share = mass_kg > 0.0 ? part->mass_kg / mass_kg : 1.0 / static_cast<double>(parts.size());
        sum = {sum.x + share * middle.x, sum.y + share * middle.y};
    }
    return sum;
}

} // namespace

Box reachOf(const std::vector<const BasePart*>& parts, double& high_mm)
{
    const PartReach first = reachOf(*parts.front());
    Box box{first.low.x, first.low.y, first.high.x, first.high.y};
    high_mm = first.high.z;
    for (const BasePart* part : parts) {
        const PartReach r = reachOf(*part);
        box = {std::min(box.left, r.low.x), std::min(box.bottom, r.low.y), std::max(box.right, r.high.x),
               std::max(box.top, r.high.y)};
        high_mm = std::max(high_mm, r.high.z);
    }
    return box;
}

std::vector<TablePiece> basePieces(const BaseShape& shape, const Figure& mass)
{
    const auto massOf = [](const std::vector<const BasePart*>& parts) {
        return std::accumulate(parts.begin(), parts.end(), 0.0,
                               [](double sum, const BasePart* part) { return sum + part->mass_kg; });
    };
    const std::vector<std::vector<const BasePart*>> lots = looseLots(shape.parts);
    double all_kg = 0.0;
    for (const auto& lot : lots) {
        all_kg += massOf(lot);
    }
    std::vector<TablePiece> out;
    for (size_t i = 0; i < lots.size(); ++i) {
        const bool one = lots.size() == 1;
        const std::string key = one ? "base" : "base_" + std::to_string(i + 1);
        const std::string name = one ? "base" : "base, part " + std::to_string(i + 1);
        double high = 0.0;
        const Box box = reachOf(lots[i], high);
        const auto size = [&](const char* end, const char* label, double mm) {
            return workedOut(key + end, name + label, mm, Unit::Length, "its members");
        };
        const double kg = massOf(lots[i]);
        Figure weighs = mass;
        if (!one && mass.known()) {
            const double share = all_kg > 0.0 ? kg / all_kg : 1.0 / static_cast<double>(lots.size());
            weighs = made(key + "_mass", "Weight of the " + name, "{0} × {1}",
                          {mass, workedOut(key + "_share", "its share", share, Unit::None, "by what its parts weigh")},
                          share * mass.value(), Unit::Mass);
        }
        out.push_back({key, name, size("_long", ", long", box.width()), size("_wide", ", wide", box.height()),
                       size("_high", ", high", high), weighs, middleOf(lots[i], kg), true});
    }
    return out;
}

} // namespace burl
