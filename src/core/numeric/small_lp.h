#pragma once
// Linear programmes with two to four unknowns and any number of rows: planes over readings, rip
// lines along an edge.
// Units: the problem's own.   Errors: the answer says infeasible or unbounded.   Source: docs/formulas.md#planes.
// Threads: pure.

#include <array>
#include <cstddef>
#include <vector>

namespace burl
{

enum class LpStatus { Optimal, Infeasible, Unbounded };

/// maximise  c . x   subject to   row . x <= limit,  x free.
struct SmallLp {
    static constexpr int kMost = 4;
    int unknowns = 2;
    std::array<double, kMost> objective{};
    /// Row i holds `unknowns` numbers at rows[i * unknowns], and limits[i].
    std::vector<double> rows;
    std::vector<double> limits;

    void addRow(std::array<double, kMost> row, double limit);
    [[nodiscard]] size_t rowCount() const { return limits.size(); }
};

struct LpAnswer {
    LpStatus status = LpStatus::Infeasible;
    std::array<double, SmallLp::kMost> x{};
    double value = 0.0;
    /// The rows that bind, with their multipliers (>= 0). For Optimal they prove the value:
    /// sum m_i row_i = c and sum m_i limit_i = value. For Infeasible they prove it impossible:
    /// sum m_i row_i = 0 and sum m_i limit_i < 0.
    std::vector<size_t> binding;
    std::vector<double> multipliers;
    double worstViolation = 0.0; // how far the answer is outside its worst row
    int steps = 0;
};

/// Method: primal simplex on the dual programme, whose basis has only as many columns as there are
/// unknowns, so a step costs one pass over the rows. Bring rows to about unit size first.
/// Threads: pure. Deterministic.
[[nodiscard]] LpAnswer solve(const SmallLp& problem);

} // namespace burl
