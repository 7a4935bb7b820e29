#include "core/base/standing.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <Eigen/Dense>

#include "core/geometry/hull.h"
#include "core/measure/units.h"

namespace burl
{
namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;

} // namespace

Weighed weighed(const std::vector<TopPart>& parts, double surface_mm, const std::vector<Point3Mass>& more)
{
    Weighed out;
    double x = 0.0;
    double y = 0.0;
    double z = 0.0;
    const auto add = [&](double mass, double atX, double atY, double atZ) {
        out.all.mass_kg += mass;
        x += mass * atX;
        y += mass * atY;
        z += mass * atZ;
    };
    for (const TopPart& part : parts) {
        const double perArea = part.thickness_mm * part.density_kg_m3 / kMm3PerM3;
        const double level = surface_mm - part.thickness_mm / 2.0;
        const auto ring = [&](const Ring& of, double sign) {
            const double mass = sign * area_mm2(of) * perArea;
            const Vec2 at = centroid(of);
            add(mass, at.x, at.y, level);
            out.top_kg += mass;
        };
        ring(part.outline, 1.0);
        for (const Ring& hole : part.holes) {
            ring(hole, -1.0);
        }
    }
    for (const Point3Mass& m : more) {
        add(m.mass_kg, m.x, m.y, m.z);
    }
    if (out.all.mass_kg > 0.0) {
        out.all.x = x / out.all.mass_kg;
        out.all.y = y / out.all.mass_kg;
        out.all.z = z / out.all.mass_kg;
    }
    return out;
}

Tipping tippingOf(const Point3Mass& middle, const std::vector<Vec2>& feet, const Ring& top)
{
    Tipping out;
    const std::vector<size_t> hull = hullOf(feet);
    for (size_t i = 0; i < hull.size(); ++i) {
        TippingEdge edge;
        edge.from = hull[i];
        edge.to = hull[(i + 1) % hull.size()];
        const Vec2 a = feet[edge.from];
        const Vec2 way = feet[edge.to] - a;
        const double long_mm = length(way);
        const auto inside = [&](Vec2 p) { return cross(way, p - a) / long_mm; };
        edge.distance_mm = inside({middle.x, middle.y});
        edge.tilt_deg = std::atan(edge.distance_mm / middle.z) / kDegree;
        for (const Vec2 p : top) {
            edge.overhang_mm = std::max(edge.overhang_mm, -inside(p));
        }
        if (edge.overhang_mm > 0.0) {
            edge.tip_N = middle.mass_kg * kGravity_m_s2 * std::max(0.0, edge.distance_mm) / edge.overhang_mm;
            out.least_N = out.least_N ? std::min(*out.least_N, *edge.tip_N) : *edge.tip_N;
        }
        out.edges.push_back(edge);
    }
    return out;
}

std::vector<double> footForces_N(double mass_kg, Vec2 middle, const std::vector<Vec2>& feet)
{
    const auto n = static_cast<Eigen::Index>(feet.size());
    // About the middle of the feet, so that the three equations are of one size.
    Vec2 centre;
    for (const Vec2 f : feet) {
        centre = centre + f * (1.0 / static_cast<double>(feet.size()));
    }
    Eigen::MatrixXd balance(3, n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const Vec2 at = feet[static_cast<size_t>(i)] - centre;
        balance.col(i) << 1.0, at.x, at.y;
    }
    const double weight = mass_kg * kGravity_m_s2;
    const Eigen::Vector3d wanted(weight, weight * (middle.x - centre.x), weight * (middle.y - centre.y));
    const Eigen::VectorXd forces = balance.completeOrthogonalDecomposition().solve(wanted);
    return {forces.data(), forces.data() + forces.size()};
}

Sag sagOf(const SagInput& in)
{
    Sag out;
    out.inertia_mm4 = in.width_mm * in.thickness_mm * in.thickness_mm * in.thickness_mm / 12.0;
    const double w = in.density_kg_m3 / kMm3PerM3 * in.width_mm * in.thickness_mm * kGravity_m_s2;
    out.weight_N_mm = w;
    const double ei = in.e_N_mm2 * out.inertia_mm4;
    const double span = in.span_mm;
    const double a = in.left_mm;
    const double b = in.right_mm;
    out.spanAlone_mm = 5.0 * w * std::pow(span, 4) / (384.0 * ei) + in.middle_N * std::pow(span, 3) / (48.0 * ei);
    out.rightClamped_mm = w * std::pow(b, 4) / (8.0 * ei) + in.rightEnd_N * std::pow(b, 3) / (3.0 * ei);
    // Moments that the overhangs put on the supports, hogging; they lift the middle and turn the ends.
    const double left = w * a * a / 2.0;
    const double right = w * b * b / 2.0 + in.rightEnd_N * b;
    out.middle_mm = out.spanAlone_mm - (left + right) * span * span / (16.0 * ei);
    // Slopes at the supports, positive when the tips beside them rise.
    const double even = w * std::pow(span, 3) / (24.0 * ei) + in.middle_N * span * span / (16.0 * ei);
    const double turnLeft = even - left * span / (3.0 * ei) - right * span / (6.0 * ei);
    const double turnRight = even - right * span / (3.0 * ei) - left * span / (6.0 * ei);
    out.leftTip_mm = w * std::pow(a, 4) / (8.0 * ei) - turnLeft * a;
    out.rightTip_mm = out.rightClamped_mm - turnRight * b;
    return out;
}

std::optional<CornerPass> roundCorner(double from_mm, double to_mm, double thickness_mm)
{
    if (thickness_mm >= std::min(from_mm, to_mm)) {
        return std::nullopt;
    }
    const auto room = [&](double q) {
        return (from_mm * std::cos(q) + to_mm * std::sin(q) - thickness_mm) / (std::sin(q) * std::cos(q));
    };
    // One valley between both ends: it is halved by the golden section.
    constexpr double kGolden = 0.6180339887498949;
    constexpr int kHalvings = 90;
    double low = 1e-9;
    double high = std::numbers::pi / 2.0 - 1e-9;
    for (int i = 0; i < kHalvings; ++i) {
        const double a = high - kGolden * (high - low);
        const double b = low + kGolden * (high - low);
        (room(a) < room(b) ? high : low) = room(a) < room(b) ? b : a;
    }
    const double q = (low + high) / 2.0;
    return CornerPass{room(q), q / kDegree};
}

} // namespace burl
