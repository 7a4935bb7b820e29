#include <catch2/catch.hpp>

#include <random>

#include <coin/ClpSimplex.hpp>

#include "core/numeric/small_lp.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

/// The same programme by a general solver.
double byClp(const SmallLp& lp)
{
    ClpSimplex model;
    model.setLogLevel(0);
    model.resize(0, lp.unknowns);
    model.setOptimizationDirection(-1.0);
    std::vector<int> index;
    for (int k = 0; k < lp.unknowns; ++k) {
        model.setColumnBounds(k, -COIN_DBL_MAX, COIN_DBL_MAX);
        model.setObjectiveCoefficient(k, lp.objective[static_cast<size_t>(k)]);
        index.push_back(k);
    }
    for (size_t i = 0; i < lp.rowCount(); ++i) {
        model.addRow(lp.unknowns, index.data(), &lp.rows[i * static_cast<size_t>(lp.unknowns)], -COIN_DBL_MAX,
                     lp.limits[i]);
    }
    model.primal();
    return model.objectiveValue();
}

/// Checks that the multipliers prove the value, not only that it was claimed.
void checkProof(const SmallLp& lp, const LpAnswer& answer)
{
    std::array<double, SmallLp::kMost> sum{};
    double bound = 0.0;
    for (size_t i = 0; i < answer.binding.size(); ++i) {
        CHECK(answer.multipliers[i] >= -1e-9);
        for (int k = 0; k < lp.unknowns; ++k) {
            sum[static_cast<size_t>(k)] +=
                answer.multipliers[i] *
                lp.rows[answer.binding[i] * static_cast<size_t>(lp.unknowns) + static_cast<size_t>(k)];
        }
        bound += answer.multipliers[i] * lp.limits[answer.binding[i]];
    }
    for (int k = 0; k < lp.unknowns; ++k) {
        CHECK_THAT(sum[static_cast<size_t>(k)], WithinAbs(lp.objective[static_cast<size_t>(k)], 1e-8));
    }
    CHECK_THAT(bound, WithinAbs(answer.value, 1e-8));
    CHECK(answer.worstViolation < 1e-9);
}

} // namespace

TEST_CASE("a programme worked by hand", "[lp]")
{
    // max x + y, x <= 4, y <= 3, x + 2y <= 8: the corner (4, 2).
    SmallLp lp;
    lp.objective = {1.0, 1.0};
    lp.addRow({1.0, 0.0}, 4.0);
    lp.addRow({0.0, 1.0}, 3.0);
    lp.addRow({1.0, 2.0}, 8.0);
    const LpAnswer answer = solve(lp);
    REQUIRE(answer.status == LpStatus::Optimal);
    CHECK_THAT(answer.x[0], WithinAbs(4.0, 1e-12));
    CHECK_THAT(answer.x[1], WithinAbs(2.0, 1e-12));
    checkProof(lp, answer);
}

TEST_CASE("impossible and boundless are told apart, impossible with a proof", "[lp]")
{
    SmallLp impossible;
    impossible.objective = {1.0, 0.0};
    impossible.addRow({1.0, 0.0}, -1.0);
    impossible.addRow({-1.0, 0.0}, -1.0);
    const LpAnswer no = solve(impossible);
    REQUIRE(no.status == LpStatus::Infeasible);
    double limit = 0.0;
    double x = 0.0;
    for (size_t i = 0; i < no.binding.size(); ++i) {
        limit += no.multipliers[i] * impossible.limits[no.binding[i]];
        x += no.multipliers[i] * impossible.rows[no.binding[i] * 2];
    }
    CHECK_THAT(x, WithinAbs(0.0, 1e-9));
    CHECK(limit < 0.0);

    SmallLp boundless;
    boundless.objective = {1.0, 1.0};
    boundless.addRow({1.0, 0.0}, 4.0);
    CHECK(solve(boundless).status == LpStatus::Unbounded);
}

TEST_CASE("the same answer as a general solver on random programmes", "[lp]")
{
    std::mt19937 random(GENERATE(range(1, 25)));
    std::uniform_real_distribution<double> unit(-1.0, 1.0);
    SmallLp lp;
    lp.unknowns = 2 + static_cast<int>(random() % 3);
    for (int k = 0; k < lp.unknowns; ++k) {
        lp.objective[static_cast<size_t>(k)] = unit(random);
    }
    for (int i = 0; i < 300; ++i) { // rows round the origin keep it bounded and possible
        std::array<double, 4> row{};
        for (int k = 0; k < lp.unknowns; ++k) {
            row[static_cast<size_t>(k)] = unit(random);
        }
        lp.addRow(row, 0.2 + std::abs(unit(random)));
    }
    const LpAnswer answer = solve(lp);
    REQUIRE(answer.status == LpStatus::Optimal);
    CHECK_THAT(answer.value, WithinAbs(byClp(lp), 1e-7));
    checkProof(lp, answer);
}

TEST_CASE("many rows through one corner do not go round in circles", "[lp]")
{
    SmallLp lp;
    lp.unknowns = 3;
    lp.objective = {0.0, 0.0, 1.0};
    for (int i = 0; i < 20; ++i) {
        for (int j = 0; j < 20; ++j) { // a flat grid: every row binds
            lp.addRow({(i - 9.5) / 10.0, (j - 9.5) / 10.0, 1.0}, 1.0);
        }
    }
    const LpAnswer answer = solve(lp);
    REQUIRE(answer.status == LpStatus::Optimal);
    CHECK_THAT(answer.value, WithinAbs(1.0, 1e-9));
    CHECK(answer.steps < 500);
}
