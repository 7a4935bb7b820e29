#pragma once
// A curved joint: a smooth line through a few points that the maker gave, cut on both pieces along one template
// with one bit and two guide bushings.
// Frame of the top, mm: a curve is the joint's rise above its straight line over x.
// Source: docs/formulas.md#curved-joints.   Threads: pure.

#include <optional>
#include <vector>

#include "core/geometry/profile.h"
#include "core/measure/outcome.h"
#include "core/shop/template_tools.h"

namespace burl
{

/// The smooth line through the points (a natural cubic spline), straight on beyond them, every `step_mm` from
/// `from_mm` to `to_mm`. Points in any order; of two at the same place the later counts. Empty without points.
[[nodiscard]] Profile smoothThrough(const std::vector<Vec2>& points, double from_mm, double to_mm,
                                    double step_mm = 10.0);

/// The tightest bend of a line on one side.
struct Bend {
    double x_mm = 0.0;
    double radius_mm = 0.0;
};
struct Bends {
    std::optional<Bend> hollowBelow; // its centre lies below: a hollow for a router that rides below the template
    std::optional<Bend> hollowAbove;
};
/// Radii from three neighbouring points of the line.
[[nodiscard]] Bends tightestBends(const Profile& line);

/// Bends that these tools can cut, of the joint itself.
struct BendLimits {
    double hollowBelow_mm = 0.0;
    double hollowAbove_mm = 0.0; // the template's own edge would fold into a point
};
[[nodiscard]] BendLimits leastBends(const TemplateTools& tools);

/// The template of one joint. It lies on the upper (far) piece; the router rides below its edge.
struct CutTemplate {
    Profile joint;            // the line that is cut
    std::vector<Vec2> edge;   // the template's guiding edge, from left to right
    Ring board;               // the whole template, anticlockwise
    double setBack_mm = 0.0;  // of the edge from the joint
    std::vector<double> ends; // x where the final top ends: marks on the template
};
constexpr double kTemplateRunOut_mm = 60.0; // beyond the rough ends, to enter and leave the wood
constexpr double kTemplateWide_mm = 120.0;  // behind its edge, to be held down
/// Errors: "template.bend" when the joint bends tighter than the template's edge can.
[[nodiscard]] Expected<CutTemplate> cutTemplate(const Profile& joint, const TemplateTools& tools,
                                                double finalLength_mm);

} // namespace burl
