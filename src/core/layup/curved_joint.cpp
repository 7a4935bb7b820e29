#include "core/layup/curved_joint.h"

#include <algorithm>
#include <cmath>

#include "core/layup/river.h"

namespace burl
{
namespace
{

/// Points rising in x; of two at the same place the later stands.
std::vector<Vec2> inOrder(std::vector<Vec2> points)
{
    std::stable_sort(points.begin(), points.end(), [](Vec2 a, Vec2 b) { return a.x < b.x; });
    std::vector<Vec2> out;
    for (const Vec2 p : points) {
        if (!out.empty() && p.x - out.back().x < 1e-6) {
            out.back() = p;
        } else {
            out.push_back(p);
        }
    }
    return out;
}

/// Second derivatives at the points; nought at both ends. The tridiagonal system is solved by elimination.
std::vector<double> secondDerivatives(const std::vector<Vec2>& p)
{
    const size_t n = p.size();
    std::vector<double> second(n, 0.0);
    std::vector<double> upper(n, 0.0);
    std::vector<double> right(n, 0.0);
    for (size_t i = 1; i + 1 < n; ++i) {
        const double before = p[i].x - p[i - 1].x;
        const double after = p[i + 1].x - p[i].x;
        const double turn = (p[i + 1].y - p[i].y) / after - (p[i].y - p[i - 1].y) / before;
        const double pivot = 2.0 * (before + after) - before * upper[i - 1];
        upper[i] = after / pivot;
        right[i] = (6.0 * turn - before * right[i - 1]) / pivot;
    }
    for (size_t i = n; i-- > 1;) {
        if (i + 1 < n) {
            second[i] = right[i] - upper[i] * second[i + 1];
        }
    }
    return second;
}

double splineAt(const std::vector<Vec2>& p, const std::vector<double>& second, double x)
{
    const size_t n = p.size();
    if (n == 1) {
        return p[0].y;
    }
    const auto slopeAt = [&](size_t i, bool atEnd) { // of segment i, at its start or end
        const double h = p[i + 1].x - p[i].x;
        const double chord = (p[i + 1].y - p[i].y) / h;
        return atEnd ? chord + h / 6.0 * (second[i] + 2.0 * second[i + 1])
                     : chord - h / 6.0 * (2.0 * second[i] + second[i + 1]);
    };
    if (x <= p.front().x) {
        return p.front().y + slopeAt(0, false) * (x - p.front().x);
    }
    if (x >= p.back().x) {
        return p.back().y + slopeAt(n - 2, true) * (x - p.back().x);
    }
    size_t i = 0;
    while (x > p[i + 1].x) {
        ++i;
    }
    const double h = p[i + 1].x - p[i].x;
    const double b = (x - p[i].x) / h;
    const double a = 1.0 - b;
    return a * p[i].y + b * p[i + 1].y + ((a * a * a - a) * second[i] + (b * b * b - b) * second[i + 1]) * h * h / 6.0;
}

} // namespace

Profile smoothThrough(const std::vector<Vec2>& points, double from_mm, double to_mm, double step_mm)
{
    const std::vector<Vec2> p = inOrder(points);
    Profile out;
    if (p.empty() || !(to_mm > from_mm) || !(step_mm > 0.0)) {
        return out;
    }
    const std::vector<double> second = secondDerivatives(p);
    const int steps = std::max(1, static_cast<int>(std::ceil((to_mm - from_mm) / step_mm)));
    for (int i = 0; i <= steps; ++i) {
        const double x = from_mm + (to_mm - from_mm) * i / steps;
        out.push_back({x, splineAt(p, second, x)});
    }
    return out;
}

Bends tightestBends(const Profile& line)
{
    Bends out;
    for (size_t i = 1; i + 1 < line.size(); ++i) {
        const Vec2 a = line[i] - line[i - 1];
        const Vec2 b = line[i + 1] - line[i];
        const double cross = a.x * b.y - a.y * b.x;
        const double sides = length(a) * length(b) * length(line[i + 1] - line[i - 1]);
        if (!(std::abs(cross) > 1e-9 * sides)) {
            continue; // straight there
        }
        const Bend bend{line[i].x, sides / (2.0 * std::abs(cross))};
        std::optional<Bend>& tightest = cross > 0.0 ? out.hollowAbove : out.hollowBelow;
        if (!tightest || bend.radius_mm < tightest->radius_mm) {
            tightest = bend;
        }
    }
    return out;
}

BendLimits leastBends(const TemplateTools& tools)
{
    const TemplateJoint joint = templateJoint(tools.bit_mm, tools.bushing1_mm, tools.bushing2_mm);
    const double setBack = joint.faceTemplateSide_mm;
    return {std::max({0.0, joint.leastHollowTemplateSide_mm - setBack, joint.leastHollowFarSide_mm - setBack}),
            setBack};
}

Expected<CutTemplate> cutTemplate(const Profile& joint, const TemplateTools& tools, double finalLength_mm)
{
    CutTemplate out;
    out.setBack_mm = templateJoint(tools.bit_mm, tools.bushing1_mm, tools.bushing2_mm).faceTemplateSide_mm;
    out.joint = joint;
    if (joint.size() < 2 || !(out.setBack_mm >= 0.0)) {
        return refuse("template.bend", "The first guide bushing must be wider than the bit: choose a wider one.");
    }
    const Bends bends = tightestBends(joint);
    if (bends.hollowAbove && bends.hollowAbove->radius_mm < out.setBack_mm) {
        return refuse("template.bend", "The joint bends tighter than the template's edge can follow: draw the "
                                       "curve out, or take smaller bushings.");
    }
    const auto normal = [&](size_t i) { // across the joint, towards the template
        const Vec2 along = joint[std::min(i + 1, joint.size() - 1)] - joint[i > 0 ? i - 1 : 0];
        return Vec2{-along.y, along.x} * (1.0 / length(along));
    };
    double top = -1e9;
    for (size_t i = 0; i < joint.size(); ++i) {
        out.edge.push_back(joint[i] + normal(i) * out.setBack_mm);
        top = std::max(top, out.edge.back().y);
    }
    // Straight on beyond the rough ends, so that the router enters and leaves the wood guided.
    const auto beyond = [](Vec2 from, Vec2 towards) {
        const Vec2 way = towards - from;
        return towards + way * (kTemplateRunOut_mm / length(way));
    };
    out.edge.insert(out.edge.begin(), beyond(out.edge[1], out.edge[0]));
    out.edge.push_back(beyond(out.edge[out.edge.size() - 2], out.edge.back()));
    top = std::max({top, out.edge.front().y, out.edge.back().y});
    out.board = out.edge;
    out.board.push_back({out.edge.back().x, top + kTemplateWide_mm});
    out.board.push_back({out.edge.front().x, top + kTemplateWide_mm});
    out.ends = {0.0, finalLength_mm};
    return out;
}

} // namespace burl
