#include "core/move/top_year.h"

#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kDiffusion_m2_s = 1.5e-10; // of water across the grain of a hardwood, at room temperature and 8 % MC
constexpr double kDay_s = 86400.0;
constexpr double kMetre_mm = 1000.0;

/// Days that a coat adds for each millimetre of half the thickness. A panel of 8.5 mm that a coat lets take up 86, 45
/// and 10 % of what the air offers within a fortnight, as the Wood Handbook says of oil, varnish and epoxy (16-3).
double coat_days_mm(MoistureCoat coat)
{
    switch (coat) {
    case MoistureCoat::Bare:
        return 0.3; // the still air at its face
    case MoistureCoat::Oil:
        return 1.5;
    case MoistureCoat::Film:
        return 5.0;
    case MoistureCoat::Epoxy:
        return 31.0;
    }
    return 0.0;
}

} // namespace

TopLag lagOf(double thickness_mm, MoistureCoat coat)
{
    const double half_m = thickness_mm / 2.0 / kMetre_mm;
    constexpr double kSlowest = std::numbers::pi * std::numbers::pi / 4.0; // of a slab wetted from both faces
    return {half_m * half_m / (kSlowest * kDiffusion_m2_s) / kDay_s, coat_days_mm(coat) * thickness_mm / 2.0};
}

} // namespace burl
