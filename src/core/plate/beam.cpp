#include "core/plate/beam.h"

#include <Eigen/Dense>

namespace burl
{
namespace
{

/// Second derivatives of the natural cubic spline at its points, for unit deflections of each.
Eigen::MatrixXd bendsOf(std::span<const double> at)
{
    const auto n = static_cast<Eigen::Index>(at.size());
    Eigen::MatrixXd out = Eigen::MatrixXd::Zero(n, n);
    if (n < 3) {
        return out;
    }
    const Eigen::Index inner = n - 2;
    Eigen::MatrixXd left = Eigen::MatrixXd::Zero(inner, inner);
    Eigen::MatrixXd right = Eigen::MatrixXd::Zero(inner, n);
    const auto gap = [&](Eigen::Index i) { return at[static_cast<size_t>(i) + 1] - at[static_cast<size_t>(i)]; };
    for (Eigen::Index i = 0; i < inner; ++i) {
        const double before = gap(i);
        const double after = gap(i + 1);
        left(i, i) = (before + after) / 3.0;
        if (i + 1 < inner) {
            left(i, i + 1) = left(i + 1, i) = after / 6.0;
        }
        right(i, i) = 1.0 / before;
        right(i, i + 1) = -1.0 / before - 1.0 / after;
        right(i, i + 2) = 1.0 / after;
    }
    out.middleRows(1, inner) = left.ldlt().solve(right);
    return out;
}

} // namespace

std::vector<double> beamStiffness(std::span<const double> at)
{
    const auto n = static_cast<Eigen::Index>(at.size());
    const Eigen::MatrixXd bends = bendsOf(at);
    Eigen::MatrixXd energy = Eigen::MatrixXd::Zero(n, n); // ∫ of the products of second derivatives, straight between
    for (Eigen::Index i = 0; i + 1 < n; ++i) {
        const double gap = at[static_cast<size_t>(i) + 1] - at[static_cast<size_t>(i)];
        const auto a = bends.row(i);
        const auto b = bends.row(i + 1);
        energy +=
            gap / 6.0 * (2.0 * a.transpose() * a + 2.0 * b.transpose() * b + a.transpose() * b + b.transpose() * a);
    }
    std::vector<double> out(at.size() * at.size());
    Eigen::Map<Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor>>(out.data(), n, n) = energy;
    return out;
}

double beamAt(std::span<const double> at, std::span<const double> deflections, double y)
{
    if (at.empty()) {
        return 0.0;
    }
    if (at.size() == 1) {
        return deflections[0];
    }
    const Eigen::Map<const Eigen::VectorXd> v(deflections.data(), static_cast<Eigen::Index>(deflections.size()));
    const Eigen::VectorXd bends = bendsOf(at) * v;
    size_t i = 0;
    while (i + 2 < at.size() && y > at[i + 1]) {
        ++i;
    }
    const double gap = at[i + 1] - at[i];
    const double slope = (deflections[i + 1] - deflections[i]) / gap;
    const double b0 = bends(static_cast<Eigen::Index>(i));
    const double b1 = bends(static_cast<Eigen::Index>(i) + 1);
    if (y < at.front()) {
        return deflections[0] + (y - at[0]) * (slope - gap * (2.0 * b0 + b1) / 6.0);
    }
    if (y > at.back()) {
        return deflections.back() + (y - at.back()) * (slope + gap * (b0 + 2.0 * b1) / 6.0);
    }
    const double a = (at[i + 1] - y) / gap;
    const double b = (y - at[i]) / gap;
    return a * deflections[i] + b * deflections[i + 1] +
           gap * gap / 6.0 * ((a * a * a - a) * b0 + (b * b * b - b) * b1);
}

HeldCup heldCup(const HeldStrip& s)
{
    HeldCup out;
    out.strip_N_mm = s.acrossGrain_N_mm2 * s.thickness_mm * s.thickness_mm * s.thickness_mm / 12.0;
    const double strip = out.strip_N_mm * s.spacing_mm;
    out.eiToHalve_N_mm2 = strip;
    out.stiffnessRatio = s.ei_N_mm2 / strip;
    out.share = 1.0 / (1.0 + out.stiffnessRatio);
    out.free_mm = s.curvature_per_mm * s.width_mm * s.width_mm / 8.0;
    out.line_mm = out.share * out.free_mm;
    out.moment_N_mm = s.ei_N_mm2 * s.curvature_per_mm * out.share;
    out.flatMoment_N_mm = strip * s.curvature_per_mm;
    // Deflections are positive downward, so a crown's edges stand lower than its middle.
    std::vector<double> free;
    for (const double y : s.bolts_mm) {
        const double off = y - s.width_mm / 2.0;
        free.push_back(s.curvature_per_mm * off * off / 2.0);
    }
    const std::vector<double> stiff = beamStiffness(s.bolts_mm);
    const double both = s.ei_N_mm2 * strip / (s.ei_N_mm2 + strip);
    for (size_t i = 0; i < free.size(); ++i) {
        double force = 0.0;
        for (size_t k = 0; k < free.size(); ++k) {
            force += stiff[i * free.size() + k] * free[k];
        }
        out.forces_N.push_back(-both * force);
        out.flatForces_N.push_back(-strip * force);
    }
    const auto taken = [&](double y) { return s.bolts_mm.size() < 3 ? 0.0 : beamAt(s.bolts_mm, free, y); };
    const double takenCup = (taken(0.0) + taken(s.width_mm)) / 2.0 - taken(s.width_mm / 2.0);
    out.bolted_mm = out.free_mm - s.ei_N_mm2 / (s.ei_N_mm2 + strip) * takenCup;
    return out;
}

} // namespace burl
