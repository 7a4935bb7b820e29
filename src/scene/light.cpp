#include "scene/light.h"

#include <algorithm>
#include <numbers>

namespace burl::light
{

Rgb sky(V way)
{
    const float up = std::clamp(way.z, -0.2F, 1.0F);
    const float t = 0.5F + 0.5F * up;
    return {0.78F + 0.1F * t, 0.76F + 0.14F * t, 0.72F + 0.2F * t};
}

V lampMiddle()
{
    return unit({-0.45F, -0.55F, 0.85F});
}

V towardsLamp(Chance& chance)
{
    constexpr float kWide = 0.28F; // tangent of its half angle: shadows with soft rims
    const V middle = lampMiddle();
    const V u = unit(cross({0.0F, 0.0F, 1.0F}, middle));
    const V v = cross(middle, u);
    const float r = kWide * std::sqrt(chance.next());
    const float turn = 2.0F * std::numbers::pi_v<float> * chance.next();
    return unit(middle + u * (r * std::cos(turn)) + v * (r * std::sin(turn)));
}

V scattered(V normal, Chance& chance)
{
    const float r = std::sqrt(chance.next());
    const float turn = 2.0F * std::numbers::pi_v<float> * chance.next();
    const V some = std::abs(normal.x) < 0.8F ? V{1, 0, 0} : V{0, 1, 0};
    const V u = unit(cross(some, normal));
    const V v = cross(normal, u);
    return unit(u * (r * std::cos(turn)) + v * (r * std::sin(turn)) + normal * std::sqrt(std::max(0.0F, 1.0F - r * r)));
}

} // namespace burl::light
