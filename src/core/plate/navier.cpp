#include "core/plate/navier.h"

#include <cmath>
#include <numbers>

#include <Eigen/Dense>

namespace burl
{
namespace
{

constexpr double kPi = std::numbers::pi;
constexpr int kThinWaves = 1200; // each way: the deflection is settled to 1e-7, a moment to 1e-5

/// The mean of sin(k x) over a stretch; at one place the sine itself.
double meanSine(double k, double from, double to)
{
    const double wide = to - from;
    return wide > 0.0 ? (std::cos(k * from) - std::cos(k * to)) / (k * wide) : std::sin(k * from);
}

/// Deflection of a plate that shears too, of one wave under a load of 1 N/mm2.
double shearedWave(const NavierPlate& p, double a, double b)
{
    const Rigidity& r = p.rigidity;
    const double sx = p.shear->x;
    const double sy = p.shear->y;
    Eigen::Matrix3d m;
    m << r.x * a * a + r.twist * b * b + sx, (r.coupling + r.twist) * a * b, sx * a, //
        (r.coupling + r.twist) * a * b, r.twist * a * a + r.y * b * b + sy, sy * b,  //
        sx * a, sy * b, sx * a * a + sy * b * b;
    return m.ldlt().solve(Eigen::Vector3d(0.0, 0.0, 1.0))(2);
}

} // namespace

std::vector<NavierPoint> navier(const NavierPlate& p, const std::vector<Vec2>& at)
{
    std::vector<NavierPoint> out(at.size());
    const double area = p.length_mm * p.width_mm;
    for (int m = 1; m <= kThinWaves; ++m) {
        const double a = m * kPi / p.length_mm;
        // Loads spread over an area need fewer waves than their edges suggest; far waves both ways do nothing.
        const int most = p.shear || m > kThinWaves / 4 ? kThinWaves / 4 : kThinWaves;
        for (int n = 1; n <= most; ++n) {
            const double b = n * kPi / p.width_mm;
            double q = p.pressure_N_mm2 * 4.0 * meanSine(a, 0.0, p.length_mm) * meanSine(b, 0.0, p.width_mm);
            for (const PlateLoad& load : p.loads) {
                q += 4.0 * load.force_N / area * meanSine(a, load.box.left, load.box.right) *
                     meanSine(b, load.box.bottom, load.box.top);
            }
            if (q == 0.0) {
                continue;
            }
            const Rigidity& r = p.rigidity;
            const double w = p.shear ? q * shearedWave(p, a, b)
                                     : q / (r.x * a * a * a * a + 2.0 * (r.coupling + 2.0 * r.twist) * a * a * b * b +
                                            r.y * b * b * b * b);
            for (size_t i = 0; i < at.size(); ++i) {
                const double shape = w * std::sin(a * at[i].x) * std::sin(b * at[i].y);
                out[i].w_mm += shape;
                out[i].momentX += (r.x * a * a + r.coupling * b * b) * shape;
                out[i].momentY += (r.y * b * b + r.coupling * a * a) * shape;
            }
        }
    }
    return out;
}

} // namespace burl
