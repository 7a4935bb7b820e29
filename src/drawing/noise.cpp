#include "drawing/noise.h"

#include <algorithm>
#include <cstdint>

namespace burl
{
namespace
{

float hash(int x, int y, int seed)
{
    auto h = static_cast<std::uint32_t>(x) * 374761393U + static_cast<std::uint32_t>(y) * 668265263U +
             static_cast<std::uint32_t>(seed) * 2246822519U;
    h = (h ^ (h >> 13U)) * 1274126177U;
    return static_cast<float>((h ^ (h >> 16U)) & 0xffffU) / 65535.0F;
}

/// The whole number at or below; what the library's floor would do by a call.
int below(float x)
{
    const int whole = static_cast<int>(x);
    return static_cast<float>(whole) > x ? whole - 1 : whole;
}

/// How much of the next value counts, going smoothly.
float shareAt(float x, int cell)
{
    const float u = x - static_cast<float>(cell);
    return u * u * (3.0F - 2.0F * u);
}

float between(float a, float b, float share)
{
    return a + (b - a) * share;
}

} // namespace

float noise(float x, float y, int seed)
{
    const int ix = below(x);
    const int iy = below(y);
    const float su = shareAt(x, ix);
    const float a = between(hash(ix, iy, seed), hash(ix + 1, iy, seed), su);
    const float b = between(hash(ix, iy + 1, seed), hash(ix + 1, iy + 1, seed), su);
    return 2.0F * between(a, b, shareAt(y, iy)) - 1.0F;
}

float noiseOnLine(float x, int row, int seed)
{
    const int ix = below(x);
    return 2.0F * between(hash(ix, row, seed), hash(ix + 1, row, seed), shareAt(x, ix)) - 1.0F;
}

RowNoise::RowNoise(std::span<const float> xs, int seed) : seed_(seed)
{
    if (xs.empty()) {
        return;
    }
    const auto [least, most] = std::minmax_element(xs.begin(), xs.end());
    first_ = below(*least);
    cells_.reserve(xs.size());
    shares_.reserve(xs.size());
    for (const float x : xs) {
        const int cell = below(x);
        cells_.push_back(static_cast<size_t>(cell - first_));
        shares_.push_back(shareAt(x, cell));
    }
    row_.resize(static_cast<size_t>(below(*most) - first_) + 2);
}

void RowNoise::goTo(float y)
{
    const int iy = below(y);
    const float share = shareAt(y, iy);
    for (size_t k = 0; k < row_.size(); ++k) {
        const int ix = first_ + static_cast<int>(k);
        row_[k] = between(hash(ix, iy, seed_), hash(ix, iy + 1, seed_), share);
    }
}

ColumnNoise::ColumnNoise(std::span<const float> xs, float leastY, float mostY, int seed)
    : columns_(xs.size()), first_(below(leastY))
{
    const auto rows = static_cast<size_t>(below(mostY) - first_) + 2;
    rows_.reserve(rows * columns_);
    for (size_t row = 0; row < rows; ++row) {
        const int iy = first_ + static_cast<int>(row);
        for (const float x : xs) {
            const int ix = below(x);
            rows_.push_back(between(hash(ix, iy, seed), hash(ix + 1, iy, seed), shareAt(x, ix)));
        }
    }
}

float ColumnNoise::at(size_t column, float y) const
{
    const int iy = below(y);
    const size_t place = static_cast<size_t>(iy - first_) * columns_ + column;
    return 2.0F * between(rows_[place], rows_[place + columns_], shareAt(y, iy)) - 1.0F;
}

} // namespace burl
