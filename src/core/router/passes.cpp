#include "core/router/passes.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/router/strokes.h"

namespace burl
{
namespace
{

constexpr double kRounding = 1e-9; // 2.1 / 0.7 must be three passes, not four

PassPlan counted(const RemovalMap& map, const PassInput& input, const StrokeField& strokes,
                 const std::vector<PassFloor>& floors)
{
    PassPlan plan;
    plan.strokes = strokes.plan();
    plan.highest_mm = strokes.highest_mm();
    const auto count = static_cast<int>(floors.size());
    plan.fullPath_mm = count * plan.strokes.path_mm;
    // One sweep for all passes: each cell is met first by one of them, and by every one after it.
    std::vector<double> firstMet(floors.size(), 0.0); // cells
    std::vector<double> above(floors.size(), 0.0);    // their heights over that pass's floor
    for (const double h : map.height_mm) {
        if (!(h > 0.0) || floors.empty()) {
            continue;
        }
        auto k = static_cast<size_t>(std::clamp((plan.highest_mm - h) / input.depth_mm, 0.0, count - 1.0));
        while (k > 0 && h > floors[k - 1].mm) {
            --k;
        }
        while (!(h > floors[k].mm)) { // the last floor is the plane: it ends there
            ++k;
        }
        firstMet[k] += 1.0;
        above[k] += h - floors[k].mm;
    }
    const double cell = map.cellArea_mm2();
    double met = 0.0;
    for (int k = 0; k < count; ++k) {
        const auto at = static_cast<size_t>(k);
        Pass pass;
        pass.floor_mm = floors[at].mm;
        pass.milling = floors[at].milling;
        const double whole = k > 0 ? met * (floors[at - 1].mm - floors[at].mm) : 0.0; // met before: a full depth
        met += firstMet[at];
        pass.contact_mm2 = met * cell;
        pass.removed_L = (whole + above[at]) * cell / 1e6;
        for (int stroke = 0; stroke < plan.strokes.strokes; ++stroke) {
            pass.strokesTouching += strokes.meets(stroke, pass.floor_mm);
        }
        pass.path_mm = pass.strokesTouching * ((input.along ? map.length_mm : map.width_mm) + 2.0 * input.runoff_mm) +
                       std::max(0, pass.strokesTouching - 1) * plan.strokes.stepover_mm;
        plan.removed_L += pass.removed_L;
        plan.passes.push_back(pass);
    }
    return plan;
}

} // namespace

int passCount(double highest_mm, double depth_mm)
{
    return highest_mm > 0.0 ? static_cast<int>(std::ceil(highest_mm / depth_mm - kRounding)) : 0;
}

double depthToSet_mm(double highest_mm, double depth_mm)
{
    constexpr double kShaving = 0.1;
    const double whole = std::floor(highest_mm / depth_mm);
    const double left = highest_mm / depth_mm - whole;
    return whole >= 1.0 && left > kRounding && left < kShaving ? highest_mm / whole * (1.0 + kRounding) : depth_mm;
}

StrokePlan strokePlan(double length_mm, double width_mm, double bit_mm, double overlap, double runoff_mm)
{
    StrokePlan plan;
    const double step = bit_mm * (1.0 - overlap);
    plan.strokes = std::max(1, static_cast<int>(std::ceil((length_mm - bit_mm) / step - kRounding)) + 1);
    plan.stepover_mm = plan.strokes > 1 ? (length_mm - bit_mm) / (plan.strokes - 1) : 0.0;
    plan.path_mm = plan.strokes * (width_mm + 2.0 * runoff_mm) + (plan.strokes - 1) * plan.stepover_mm;
    return plan;
}

double RemovalMap::cellArea_mm2() const
{
    return cellsAlong > 0 && cellsAcross > 0 ? length_mm / cellsAlong * (width_mm / cellsAcross) : 0.0;
}

std::vector<PassFloor> passFloors(double highest_mm, const PassInput& input)
{
    std::vector<PassFloor> floors;
    double from = highest_mm;
    std::vector<double> ends = input.stops_mm;
    ends.push_back(0.0);
    for (size_t m = 0; m < ends.size(); ++m) {
        // A milling that ends on an allowance would often end with a shaving.
        const double depth = ends.size() > 1 ? depthToSet_mm(from - ends[m], input.depth_mm) : input.depth_mm;
        const int passes = passCount(from - ends[m], depth);
        for (int k = 0; k < passes; ++k) {
            floors.push_back({k + 1 == passes ? ends[m] : from - (k + 1) * depth, static_cast<int>(m) + 1});
        }
        from = std::min(from, ends[m]);
    }
    return floors;
}

PassPlan passPlan(const RemovalMap& map, const PassInput& input)
{
    const StrokeField strokes(map, input);
    return counted(map, input, strokes, passFloors(strokes.highest_mm(), input));
}

PassPlan passPlan(const RemovalMap& map, const PassInput& input, const std::vector<PassFloor>& floors)
{
    return counted(map, input, StrokeField(map, input), floors);
}

SledSection sledSection(double sheetWidth_mm, double sheetThickness_mm, double wallHeight_mm, double wallThickness_mm,
                        double sheetE_MPa, double wallE_MPa)
{
    const double sheetArea = sheetWidth_mm * sheetThickness_mm;
    const double wallArea = 2.0 * wallThickness_mm * wallHeight_mm;
    const double sheetMid = sheetThickness_mm / 2.0;
    const double wallMid = sheetThickness_mm + wallHeight_mm / 2.0;
    SledSection out;
    out.neutralAxis_mm = (sheetE_MPa * sheetArea * sheetMid + wallE_MPa * wallArea * wallMid) /
                         (sheetE_MPa * sheetArea + wallE_MPa * wallArea);
    const double toSheet = out.neutralAxis_mm - sheetMid;
    const double toWall = out.neutralAxis_mm - wallMid;
    out.stiffness_Nmm2 =
        sheetE_MPa * (sheetArea * sheetThickness_mm * sheetThickness_mm / 12.0 + sheetArea * toSheet * toSheet) +
        wallE_MPa * (wallArea * wallHeight_mm * wallHeight_mm / 12.0 + wallArea * toWall * toWall);
    return out;
}

SledSag sledSag(double span_mm, double load_N, double self_N_mm, double stiffness_Nmm2)
{
    const double cube = span_mm * span_mm * span_mm;
    return {load_N * cube / (48.0 * stiffness_Nmm2), 5.0 * self_N_mm * cube * span_mm / (384.0 * stiffness_Nmm2)};
}

double ridge_mm(double stepover_mm, double tilt_deg)
{
    return stepover_mm * std::tan(tilt_deg * std::numbers::pi / 180.0);
}

} // namespace burl
