#include "core/numeric/small_lp.h"

// Method: the dual of  max c.x, A x <= b  is  min b.y, A'y = c, y >= 0.  It is solved by the
// revised primal simplex with a basis of `unknowns` rows. A box |x_k| <= kBox gives the first
// basis: for each unknown the side of the box that the objective pushes against. Entering row: the
// most violated one (largest reduced cost). Leaving: the ratio test, ties to the smallest row.
// After a run of steps that gain nothing the choice goes over to Bland's rule, which cannot cycle.
// Hard parts: degenerate grids (many readings in one plane), hence Bland; a basis that is nearly
// singular, hence a fresh factorisation every step (4 by 4, cheap).
// References: V. Chvatal, Linear Programming, chapters 3, 5 and 7.

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{
namespace
{

constexpr double kBox = 1e7;         // far outside any answer in scaled coordinates
constexpr double kTolerance = 1e-11; // relative to rows of unit size
constexpr int kPatience = 40;        // steps without gain before Bland's rule
constexpr int kMostSteps = 20000;

using Vector = std::array<double, SmallLp::kMost>;
using Matrix = std::array<Vector, SmallLp::kMost>;

/// Solves m x = r by elimination with partial pivoting; false when singular.
bool solveLinear(Matrix m, Vector r, int n, Vector& x)
{
    for (int col = 0; col < n; ++col) {
        int pivot = col;
        for (int row = col + 1; row < n; ++row) {
            if (std::abs(m[row][col]) > std::abs(m[pivot][col])) {
                pivot = row;
            }
        }
        if (std::abs(m[pivot][col]) < 1e-14) {
            return false;
        }
        std::swap(m[col], m[pivot]);
        std::swap(r[col], r[pivot]);
        for (int row = col + 1; row < n; ++row) {
            const double factor = m[row][col] / m[col][col];
            for (int k = col; k < n; ++k) {
                m[row][k] -= factor * m[col][k];
            }
            r[row] -= factor * r[col];
        }
    }
    for (int row = n - 1; row >= 0; --row) {
        double sum = r[row];
        for (int k = row + 1; k < n; ++k) {
            sum -= m[row][k] * x[k];
        }
        x[row] = sum / m[row][row];
    }
    return true;
}

class Simplex
{
public:
    explicit Simplex(const SmallLp& problem) : p_(problem), n_(problem.unknowns), rows_(problem.rowCount())
    {
        for (int k = 0; k < n_; ++k) {
            // Row ids beyond the problem's own are the box: 2k upper side, 2k+1 lower side.
            const std::size_t upper = rows_ + 2 * static_cast<std::size_t>(k);
            basis_[k] = p_.objective[k] >= 0.0 ? upper : upper + 1;
        }
    }

    LpAnswer run()
    {
        LpAnswer answer;
        int idle = 0;
        double last = std::numeric_limits<double>::infinity();
        for (answer.steps = 0; answer.steps < kMostSteps; ++answer.steps) {
            Matrix b{};  // rows of the basis
            Matrix bt{}; // and transposed
            Vector limits{};
            for (int i = 0; i < n_; ++i) {
                b[i] = row(basis_[i]);
                limits[i] = limit(basis_[i]);
                for (int k = 0; k < n_; ++k) {
                    bt[k][i] = b[i][k];
                }
            }
            Vector x{};
            Vector y{};
            if (!solveLinear(b, limits, n_, x) || !solveLinear(bt, p_.objective, n_, y)) {
                break; // cannot happen from a regular basis with a regular pivot
            }
            double value = 0.0;
            for (int k = 0; k < n_; ++k) {
                value += p_.objective[k] * x[k];
            }
            idle = value < last - 1e-13 * (1.0 + std::abs(last)) ? 0 : idle + 1;
            last = value;

            const size_t entering = mostViolated(x, idle > kPatience);
            if (entering == kNone) {
                finish(answer, x, y, value);
                return answer;
            }
            Vector d{}; // entering row in terms of the basis rows
            if (!solveLinear(bt, row(entering), n_, d)) {
                break;
            }
            int leaving = -1;
            double best = std::numeric_limits<double>::infinity();
            for (int i = 0; i < n_; ++i) {
                if (d[i] > 1e-12) {
                    const double ratio = std::max(0.0, y[i]) / d[i];
                    if (ratio < best - 1e-15 ||
                        (ratio <= best + 1e-15 && leaving >= 0 && basis_[i] < basis_[leaving])) {
                        best = ratio;
                        leaving = i;
                    }
                }
            }
            if (leaving < 0) {
                infeasible(answer, entering, d);
                return answer;
            }
            basis_[leaving] = entering;
        }
        answer.status = LpStatus::Infeasible;
        return answer;
    }

private:
    static constexpr size_t kNone = std::numeric_limits<size_t>::max();

    [[nodiscard]] Vector row(size_t id) const
    {
        Vector out{};
        if (id < rows_) {
            for (int k = 0; k < n_; ++k) {
                out[k] = p_.rows[id * n_ + k];
            }
        } else {
            const size_t side = id - rows_;
            out[side / 2] = side % 2 == 0 ? 1.0 : -1.0;
        }
        return out;
    }

    [[nodiscard]] double limit(size_t id) const { return id < rows_ ? p_.limits[id] : kBox; }

    [[nodiscard]] size_t mostViolated(const Vector& x, bool first) const
    {
        size_t worst = kNone;
        double most = kTolerance;
        const double* row = p_.rows.data();
        for (size_t i = 0; i < rows_; ++i, row += n_) {
            double over = -p_.limits[i];
            for (int k = 0; k < n_; ++k) {
                over += row[k] * x[k];
            }
            // A huge x (still at the box) makes rounding the size of the box's own last digits.
            const double scale = 1.0 + std::abs(p_.limits[i]);
            if (over > most * scale && std::find(basis_.begin(), basis_.begin() + n_, i) == basis_.begin() + n_) {
                worst = i;
                if (first) {
                    return worst;
                }
                most = over / scale;
            }
        }
        return worst;
    }

    void finish(LpAnswer& answer, const Vector& x, const Vector& y, double value) const
    {
        answer.status = LpStatus::Optimal;
        answer.x = x;
        answer.value = value;
        for (int i = 0; i < n_; ++i) {
            if (basis_[i] >= rows_) {
                if (y[i] > 1e-9) {
                    answer.status = LpStatus::Unbounded;
                }
                continue;
            }
            answer.binding.push_back(basis_[i]);
            answer.multipliers.push_back(y[i]);
        }
        for (size_t i = 0; i < rows_; ++i) {
            double over = -p_.limits[i];
            for (int k = 0; k < n_; ++k) {
                over += p_.rows[i * n_ + k] * x[k];
            }
            answer.worstViolation = std::max(answer.worstViolation, over);
        }
    }

    void infeasible(LpAnswer& answer, size_t entering, const Vector& d) const
    {
        answer.status = LpStatus::Infeasible;
        answer.binding.push_back(entering);
        answer.multipliers.push_back(1.0);
        for (int i = 0; i < n_; ++i) {
            if (basis_[i] < rows_ && d[i] < -1e-12) {
                answer.binding.push_back(basis_[i]);
                answer.multipliers.push_back(-d[i]);
            }
        }
    }

    const SmallLp& p_;
    int n_;
    size_t rows_;
    std::array<size_t, SmallLp::kMost> basis_{};
};

} // namespace

void SmallLp::addRow(std::array<double, kMost> row, double limit)
{
    for (int k = 0; k < unknowns; ++k) {
        rows.push_back(row[k]);
    }
    limits.push_back(limit);
}

LpAnswer solve(const SmallLp& problem)
{
    return Simplex(problem).run();
}

} // namespace burl
