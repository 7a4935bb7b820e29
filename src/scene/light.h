#pragma once
// Small arithmetic of light: vectors of floats, chance, sky and lamp.   Threads: pure.

#include <cmath>
#include <cstdint>

#include "scene/table_scene.h"

namespace burl::light
{

struct V {
    float x = 0.0F;
    float y = 0.0F;
    float z = 0.0F;
};
inline V operator+(V a, V b)
{
    return {a.x + b.x, a.y + b.y, a.z + b.z};
}
inline V operator-(V a, V b)
{
    return {a.x - b.x, a.y - b.y, a.z - b.z};
}
inline V operator*(V a, float k)
{
    return {a.x * k, a.y * k, a.z * k};
}
inline float dot(V a, V b)
{
    return a.x * b.x + a.y * b.y + a.z * b.z;
}
inline V cross(V a, V b)
{
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
inline V unit(V a)
{
    return a * (1.0F / std::sqrt(dot(a, a)));
}

/// Numbers between 0 and 1 that look like chance and are the same every time.
class Chance
{
public:
    Chance(std::uint32_t pixel, std::uint32_t pass) : state_(pixel * 747796405U + pass * 2891336453U + 1U) { next(); }
    float next()
    {
        state_ = state_ * 747796405U + 2891336453U;
        std::uint32_t word = ((state_ >> ((state_ >> 28U) + 4U)) ^ state_) * 277803737U;
        word = (word >> 22U) ^ word;
        return static_cast<float>(word >> 8U) * (1.0F / 16777216.0F);
    }

private:
    std::uint32_t state_;
};

/// Light from outside that comes along this way: a bright sky, warmer near the ground.
[[nodiscard]] Rgb sky(V way);
/// A window high up at one side: a way towards it, taken by chance, and how bright it is.
[[nodiscard]] V towardsLamp(Chance& chance);
[[nodiscard]] V lampMiddle();
constexpr float kLamp = 1.9F; // of light that falls square on a surface
/// A way from a surface, more likely where it counts more.
[[nodiscard]] V scattered(V normal, Chance& chance);
/// How much of a mirror something is when it is looked at so.
[[nodiscard]] inline float mirror(float gloss, float cosine)
{
    const float c = 1.0F - cosine;
    return gloss + (1.0F - gloss) * c * c * c * c * c;
}

} // namespace burl::light
