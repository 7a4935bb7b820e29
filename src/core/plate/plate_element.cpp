#include "core/plate/plate_element.h"

#include <cmath>

namespace burl
{
namespace
{

/// Cubics of value and slope at both ends of a stretch, or their derivatives by length.
std::array<double, 4> cubics(double long_mm, double u, int derivative)
{
    switch (derivative) {
    case 0:
        return {1.0 - 3.0 * u * u + 2.0 * u * u * u, long_mm * (u - 2.0 * u * u + u * u * u),
                3.0 * u * u - 2.0 * u * u * u, long_mm * (u * u * u - u * u)};
    case 1:
        return {(6.0 * u * u - 6.0 * u) / long_mm, 1.0 - 4.0 * u + 3.0 * u * u, (6.0 * u - 6.0 * u * u) / long_mm,
                3.0 * u * u - 2.0 * u};
    default:
        return {(12.0 * u - 6.0) / (long_mm * long_mm), (6.0 * u - 4.0) / long_mm,
                (6.0 - 12.0 * u) / (long_mm * long_mm), (6.0 * u - 2.0) / long_mm};
    }
}

// Four places of Gauss integrate the products of two cubics exactly.
constexpr std::array<double, 4> kGaussAt{0.06943184420297371, 0.33000947820757187, 0.66999052179242813,
                                         0.93056815579702629};
constexpr std::array<double, 4> kGaussWeight{0.17392742256872693, 0.32607257743127307, 0.32607257743127307,
                                             0.17392742256872693};

struct Bends {
    ElementVector xx, yy, twist;
};
Bends bendsAt(double wide, double high, double u, double v)
{
    return {shapesAt(wide, high, u, v, 2, 0), shapesAt(wide, high, u, v, 0, 2), 2.0 * shapesAt(wide, high, u, v, 1, 1)};
}

} // namespace

ElementVector shapesAt(double wide, double high, double u, double v, int alongX, int alongY)
{
    const std::array<double, 4> x = cubics(wide, u, alongX);
    const std::array<double, 4> y = cubics(high, v, alongY);
    ElementVector out;
    for (int i = 0; i < 2; ++i) {
        for (int j = 0; j < 2; ++j) {
            for (int k = 0; k < kFreedoms; ++k) {
                const int ofX = 2 * i + (k & 1);
                const int ofY = 2 * j + (k >> 1);
                out((2 * i + j) * kFreedoms + k) = x[static_cast<size_t>(ofX)] * y[static_cast<size_t>(ofY)];
            }
        }
    }
    return out;
}

ElementMatrix stiffnessAt(double wide, double high, double u, double v, const PlateStiffness& d)
{
    const Bends b = bendsAt(wide, high, u, v);
    const ElementVector mx = d.xx * b.xx + d.xy * b.yy + d.xs * b.twist;
    const ElementVector my = d.xy * b.xx + d.yy * b.yy + d.ys * b.twist;
    const ElementVector ms = d.xs * b.xx + d.ys * b.yy + d.ss * b.twist;
    return b.xx * mx.transpose() + b.yy * my.transpose() + b.twist * ms.transpose();
}

ElementMatrix stiffnessOf(double wide, double high, const PlateStiffness& d)
{
    ElementMatrix out = ElementMatrix::Zero();
    for (size_t i = 0; i < kGaussAt.size(); ++i) {
        for (size_t j = 0; j < kGaussAt.size(); ++j) {
            out +=
                kGaussWeight[i] * kGaussWeight[j] * wide * high * stiffnessAt(wide, high, kGaussAt[i], kGaussAt[j], d);
        }
    }
    return out;
}

ElementVector pressureOn(double wide, double high)
{
    ElementVector out = ElementVector::Zero();
    for (size_t i = 0; i < kGaussAt.size(); ++i) {
        for (size_t j = 0; j < kGaussAt.size(); ++j) {
            out +=
                kGaussWeight[i] * kGaussWeight[j] * wide * high * shapesAt(wide, high, kGaussAt[i], kGaussAt[j], 0, 0);
        }
    }
    return out;
}

ElementVector curvatureAt(double wide, double high, double u, double v, const PlateStiffness& d,
                          const std::array<double, 3>& k)
{
    const Bends b = bendsAt(wide, high, u, v);
    return (d.xx * k[0] + d.xy * k[1] + d.xs * k[2]) * b.xx + (d.xy * k[0] + d.yy * k[1] + d.ys * k[2]) * b.yy +
           (d.xs * k[0] + d.ys * k[1] + d.ss * k[2]) * b.twist;
}

ElementVector curvatureOf(double wide, double high, const PlateStiffness& d, const std::array<double, 3>& k)
{
    ElementVector out = ElementVector::Zero();
    for (size_t i = 0; i < kGaussAt.size(); ++i) {
        for (size_t j = 0; j < kGaussAt.size(); ++j) {
            out += kGaussWeight[i] * kGaussWeight[j] * wide * high *
                   curvatureAt(wide, high, kGaussAt[i], kGaussAt[j], d, k);
        }
    }
    return out;
}

} // namespace burl
