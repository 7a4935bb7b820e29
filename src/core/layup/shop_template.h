#pragma once
// A true-scale template for the shop: its outline, marks and words, to be cut from board.
// Frame: mm, y up; where it lies does not matter.   Threads: pure.

#include <string>
#include <vector>

#include "core/layup/layup_plan.h"

namespace burl
{

struct TemplateMark {
    Vec2 from, to;
    std::string label; // "left end"
};

struct ShopTemplate {
    std::string title; // "Reading-room table: joint of A3 and A4"
    Ring outline;      // anticlockwise
    std::vector<TemplateMark> marks;
    std::vector<Vec2> guide; // the edge that guides the router; empty when the whole outline does
    double setBack_mm = 0.0; // of the guiding edge from the cut
};

/// The template of a curved joint, counted from the far one.   Errors: "template.no_joint", "template.straight",
/// "template.bend".
[[nodiscard]] Expected<ShopTemplate> jointTemplate(const Job& job, const LayupPlan& layup, size_t joint);

/// A round, oval or drawn outline, as large as the top.   Errors: "template.no_shape".
[[nodiscard]] Expected<ShopTemplate> outlineTemplate(const Job& job, const LayupPlan& layup);
/// A strip that is laid over the cut between two halves, on either face: the cut, and a line at each bolt, numbered
/// from the near edge, so that what is marked on one half meets what is marked on the other.   Errors:
/// "template.one_piece".
[[nodiscard]] Expected<ShopTemplate> halvesTemplate(const Job& job, const LayupPlan& layup);

} // namespace burl
