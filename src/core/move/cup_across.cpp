#include "core/move/cup_across.h"

#include <algorithm>
#include <cmath>

#include "core/numeric/fit.h"

namespace burl
{
namespace
{

/// Each piece bent by its own rings, without a step or a kink between them.
std::vector<Vec2> freeShape(const MovePlan& move, const LayupPlan& layup, double x, double change_pct)
{
    std::vector<Vec2> out;
    const StripsAt here = stripsAt(layup, move.rings, x);
    double y = here.from_mm;
    double up = 0.0;
    double slope = 0.0;
    for (size_t k = 0; k < here.strips.size(); ++k) {
        constexpr int kSteps = 16;
        // Deflections of the model run downward: a crown bends up in its middle.
        const double bend =
            here.pieces[k] < 0 ? 0.0 : -move.cups_per_mm[static_cast<size_t>(here.pieces[k])] * change_pct;
        const double step = here.strips[k].width_mm / kSteps;
        for (int i = 0; i < kSteps; ++i) {
            out.push_back({y, up});
            up += slope * step + bend * step * step / 2.0;
            slope += bend * step;
            y += step;
        }
        out.push_back({y, up});
    }
    return out;
}

/// From the plate model: between its own weight and the driest or wettest month, by how much of that it has come.
std::vector<Vec2> heldShape(const HoldPlan& hold, double x, double change_pct)
{
    const HoldAnswer& a = *hold.answer;
    const HoldShape& own = a.shape(HoldCase::OwnWeight, true);
    const bool dry = change_pct * hold.question->driest_pct > 0.0;
    const double whole = dry ? hold.question->driest_pct : hold.question->wettest_pct;
    const HoldShape& season = a.shape(dry ? HoldCase::Driest : HoldCase::Wettest, true);
    std::vector<Vec2> out;
    if (own.w_mm.empty() || season.w_mm.empty() || std::abs(whole) < 1e-9) {
        return out;
    }
    const auto above = std::lower_bound(a.xs_mm.begin(), a.xs_mm.end(), x);
    const size_t column = std::min<size_t>(static_cast<size_t>(above - a.xs_mm.begin()), a.xs_mm.size() - 1);
    for (size_t j = 0; j < a.ys_mm.size(); ++j) {
        const size_t node = j * a.xs_mm.size() + column;
        if (!std::isnan(own.w_mm[node])) {
            out.push_back({a.ys_mm[j], -(season.w_mm[node] - own.w_mm[node]) * change_pct / whole});
        }
    }
    return out;
}

} // namespace

CupAcross cupAcross(const MovePlan& move, const HoldPlan& hold, const LayupPlan& layup, double x, double mc_pct)
{
    CupAcross out;
    if (move.missing || move.cups_per_mm.size() != layup.pieces.size()) {
        return out;
    }
    const double change = mc_pct - move.mc.assembly_pct;
    if (hold.answer && hold.fresh && hold.question->cups) {
        out.shape = heldShape(hold, x, change);
        out.held = !out.shape.empty();
    }
    if (out.shape.empty()) {
        out.shape = freeShape(move, layup, x, change);
    }
    levelled(out.shape);
    return out;
}

double cupOf(const CupAcross& across)
{
    if (across.shape.size() < 2) {
        return 0.0;
    }
    const double middle = (across.shape.front().x + across.shape.back().x) / 2.0;
    return valueAt(across.shape, middle) - (across.shape.front().y + across.shape.back().y) / 2.0;
}

} // namespace burl
