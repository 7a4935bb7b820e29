// Noise that shares what a row or a column shares is the noise of each place alone.

#include "drawing/noise.h"

#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>

using namespace burl;

namespace
{

constexpr double kAlike = 1e-5; // floats, added in another order

std::vector<float> columns()
{
    std::vector<float> xs;
    for (int i = 0; i < 400; ++i) {
        xs.push_back(-7.3F + 0.061F * static_cast<float>(i));
    }
    return xs;
}

} // namespace

TEST_CASE("noise keeps between its bounds, goes smoothly and differs by its seed", "[drawing][noise]")
{
    float least = 1.0F;
    float most = -1.0F;
    float apart = 0.0F;
    for (const float x : columns()) {
        const float here = noise(x, 2.4F, 5);
        least = std::min(least, here);
        most = std::max(most, here);
        CHECK(std::abs(noise(x + 0.001F, 2.4F, 5) - here) < 0.01F); // also over a whole number
        apart = std::max(apart, std::abs(noise(x, 2.4F, 6) - here));
    }
    CHECK(least >= -1.0F);
    CHECK(most <= 1.0F);
    CHECK(most - least > 0.8F);
    CHECK(apart > 0.5F);
}

TEST_CASE("noise by rows, by columns and on a line is the same noise", "[drawing][noise]")
{
    const std::vector<float> xs = columns();
    RowNoise rows(xs, 11);
    const ColumnNoise wavering(xs, -3.2F, 4.9F, 11);
    for (const float y : {-3.2F, -1.0F, -0.01F, 0.0F, 0.5F, 3.99F, 4.9F}) {
        rows.goTo(y);
        for (size_t i = 0; i < xs.size(); ++i) {
            const double alone = noise(xs[i], y, 11);
            REQUIRE(rows.at(i) == Approx(alone).margin(kAlike));
            REQUIRE(wavering.at(i, y) == Approx(alone).margin(kAlike));
        }
    }
    for (const float x : xs) {
        REQUIRE(noiseOnLine(x, 3, 11) == Approx(noise(x, 3.0F, 11)).margin(kAlike));
    }
}
