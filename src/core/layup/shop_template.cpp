#include "core/layup/shop_template.h"

namespace burl
{
namespace
{

constexpr double kMark_mm = 40.0;
constexpr double kStep_mm = 2.0; // of a guiding edge

} // namespace

Expected<ShopTemplate> jointTemplate(const Job& job, const LayupPlan& layup, size_t joint)
{
    if (layup.missing || joint >= layup.joints.size()) {
        return refuse("template.no_joint", "This top has no such joint: there are " +
                                               std::to_string(layup.missing ? 0 : layup.joints.size()) + ".");
    }
    const Joint& meeting = layup.joints[joint];
    const std::string names = layup.pieces[meeting.upper].name + " and " + layup.pieces[meeting.lower].name;
    if (!meeting.curved) {
        return refuse("template.straight",
                      "The joint of " + names + " is straight: it needs no template. Curve it on the board first.");
    }
    Profile line = smoothThrough(job.layup.curves[joint], meeting.line.front().x, meeting.line.back().x, kStep_mm);
    for (Vec2& p : line) {
        p.y += meeting.level_mm;
    }
    const auto cut = cutTemplate(line, job.layup.tools, layup.length.value());
    if (!cut) {
        return tl::unexpected(cut.error());
    }
    ShopTemplate out;
    out.title = job.name + ": joint of " + names;
    out.outline = cut->board;
    out.guide = cut->edge;
    out.setBack_mm = cut->setBack_mm;
    for (const double x : cut->ends) {
        const double y = valueAt(Profile(cut->edge.begin(), cut->edge.end()), x);
        out.marks.push_back({{x, y}, {x, y + kMark_mm}, x == 0.0 ? "left end" : "right end"});
    }
    return out;
}

Expected<ShopTemplate> outlineTemplate(const Job& job, const LayupPlan& layup)
{
    if (layup.missing || layup.shape.empty()) {
        return refuse("template.no_shape",
                      "This top has no round, oval or drawn outline: choose one in Layup before making its template.");
    }
    ShopTemplate out;
    out.title = job.name + ": outline";
    out.outline = anticlockwise(layup.shape);
    const Box box = boundsOf(out.outline);
    const Vec2 middle{(box.left + box.right) / 2.0, (box.bottom + box.top) / 2.0};
    out.marks.push_back({middle - Vec2{kMark_mm, 0.0}, middle + Vec2{kMark_mm, 0.0}, "middle, along the grain"});
    out.marks.push_back({middle - Vec2{0.0, kMark_mm}, middle + Vec2{0.0, kMark_mm}, ""});
    return out;
}

Expected<ShopTemplate> halvesTemplate(const Job& job, const LayupPlan& layup)
{
    if (layup.missing || !layup.parted_mm) {
        return refuse("template.one_piece",
                      "This top stays in one piece: say in Layup where it is cut into halves before making the strip.");
    }
    constexpr double kReach_mm = 100.0; // over either half: a drill guide is set by it
    const double cut = *layup.parted_mm;
    const Box& top = layup.finalBox;
    ShopTemplate out;
    out.title = job.name + ": bolts between the halves";
    out.outline = {{cut - kReach_mm, top.bottom},
                   {cut + kReach_mm, top.bottom},
                   {cut + kReach_mm, top.top},
                   {cut - kReach_mm, top.top}};
    out.marks.push_back({{cut, top.bottom}, {cut, top.top}, "cut"});
    int number = 0;
    for (const double y : layup.meetingBolts_mm) {
        out.marks.push_back({{cut - kReach_mm, y}, {cut + kReach_mm, y}, "bolt " + std::to_string(++number)});
    }
    return out;
}

} // namespace burl
