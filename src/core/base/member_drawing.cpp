#include "core/base/member_drawing.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;
constexpr double kCross_mm = 12.0;

std::string fileWord(const std::string& name)
{
    std::string out;
    for (const char c : name) {
        if (std::isalnum(static_cast<unsigned char>(c)) != 0) {
            out += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        } else if (!out.empty() && out.back() != '-') {
            out += '-';
        }
    }
    return out;
}

/// The deep face: level, its cuts at both ends, tenons a third of its depth.
Ring faceOf(const BaseMember& m)
{
    const double half = m.deep_mm / 2.0;
    const double in = m.tenon_mm;
    const double from = -std::tan(m.from.mitre_deg * kDegree) * half; // of the edge at +half
    const double to = -std::tan(m.to.mitre_deg * kDegree) * half;
    const double body = m.centre_mm - 2.0 * in;
    if (in > 0.0) {
        const double shoulder = m.deep_mm / 6.0; // haunch above and below
        return {{-from, -half},
                {body - to, -half},
                {body, -half + shoulder},
                {body + in, -half + shoulder},
                {body + in, half - shoulder},
                {body, half - shoulder},
                {body + to, half},
                {from, half},
                {0.0, half - shoulder},
                {-in, half - shoulder},
                {-in, -half + shoulder},
                {0.0, -half + shoulder}};
    }
    return {{-from, -half}, {body - to, -half}, {body + to, half}, {from, half}};
}

void cross(ShopTemplate& out, Vec2 at, const std::string& label)
{
    out.marks.push_back({at - Vec2{kCross_mm, 0.0}, at + Vec2{kCross_mm, 0.0}, label});
    out.marks.push_back({at - Vec2{0.0, kCross_mm}, at + Vec2{0.0, kCross_mm}, ""});
}

} // namespace

Expected<std::vector<MemberDrawing>> mortiseOpenings(const BasePlan& plan, double bushing_mm, double bit_mm)
{
    std::vector<MemberDrawing> out;
    for (const BaseMember& m : plan.shape ? plan.shape->members : std::vector<BaseMember>{}) {
        if (!(m.tenon_mm > 0.0)) {
            continue;
        }
        if (!(bushing_mm > bit_mm)) {
            return refuse("template.bushing", "The bushing does not let the bit through: take a larger one.");
        }
        const double thick = std::max(bit_mm, std::round(m.thick_mm / 3.0));
        const double high = m.deep_mm * 2.0 / 3.0;
        const double more = bushing_mm - bit_mm;
        MemberDrawing drawing;
        drawing.name = "mortise-" + std::to_string(m.number);
        drawing.shape.title = "Opening for the mortise of member " + std::to_string(m.number) + ": " +
                              std::to_string(std::lround(thick)) + " by " + std::to_string(std::lround(high)) +
                              " mm, corners " + std::to_string(std::lround(bit_mm / 2.0)) +
                              " mm round: round the tenon alike";
        drawing.shape.outline = {{0, 0}, {thick + more, 0}, {thick + more, high + more}, {0, high + more}};
        drawing.shape.setBack_mm = more / 2.0;
        drawing.shape.marks.push_back({{(thick + more) / 2.0, 0.0}, {(thick + more) / 2.0, kCross_mm}, "middle"});
        out.push_back(std::move(drawing));
    }
    return out;
}

std::vector<MemberDrawing> memberDrawings(const BasePlan& plan)
{
    std::vector<MemberDrawing> out;
    if (!plan.shape) {
        return out;
    }
    for (const BaseMember& m : plan.shape->members) {
        MemberDrawing drawing;
        drawing.name = std::to_string(m.number) + "-" + fileWord(m.name);
        drawing.shape.title = std::to_string(m.number) + ": " + std::to_string(m.count) + " × " + m.name;
        drawing.shape.outline = anticlockwise(faceOf(m));
        if (std::abs(m.from.bevel_deg) > 0.05 || std::abs(m.to.bevel_deg) > 0.05) {
            drawing.shape.title += ", blade tilted " + std::to_string(std::lround(std::abs(m.from.bevel_deg))) +
                                   " and " + std::to_string(std::lround(std::abs(m.to.bevel_deg))) + " degrees";
        }
        out.push_back(std::move(drawing));
    }
    for (size_t i = 0; i < plan.plates.size() && madeOf(plan.choices.kind) == BaseOf::Steel; ++i) {
        const BasePlate& p = plan.plates[i];
        MemberDrawing drawing;
        drawing.name = "plate-" + std::to_string(i + 1);
        drawing.shape.title = "Plate " + std::to_string(i + 1) + ", seen from the underside of the top";
        drawing.shape.outline = {{0.0, 0.0}, {p.wide_mm, 0.0}, {p.wide_mm, p.long_mm}, {0.0, p.long_mm}};
        for (const PlateHole& h : plan.holes) {
            if (h.plate != i) {
                continue;
            }
            // As it lies with the underside up: x as it was, y from the far end.
            const Vec2 at{h.at.x - p.x_mm + p.wide_mm / 2.0, p.middle_mm + p.long_mm / 2.0 - h.at.y};
            const double turn = -h.turn_deg * kDegree; // from across, mirrored
            const Vec2 way = Vec2{-std::sin(turn), std::cos(turn)} * (h.slot_mm / 2.0);
            cross(drawing.shape, at, std::to_string(h.number) + ": bolt " + std::to_string(std::lround(h.bolt_mm)));
            drawing.shape.marks.push_back({at - way, at + way, "slot " + std::to_string(std::lround(h.slot_mm))});
        }
        out.push_back(std::move(drawing));
    }
    for (const BasePlateMember& p : plan.shape->plates) {
        if (!p.disc) {
            continue;
        }
        MemberDrawing drawing;
        drawing.name = fileWord(p.name);
        drawing.shape.title = p.name + ", " + std::to_string(std::lround(p.thick_mm)) + " mm thick";
        constexpr int kCorners = 96;
        drawing.shape.outline = ellipse({p.long_mm / 2.0, p.long_mm / 2.0}, p.long_mm, p.long_mm, 0.0, kCorners);
        cross(drawing.shape, {p.long_mm / 2.0, p.long_mm / 2.0}, "column");
        out.push_back(std::move(drawing));
    }
    return out;
}

} // namespace burl
