// The demo shop: believable, and the same every time.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/shop/outline.h"
#include "demo/demo_shop.h"

using namespace burl;

TEST_CASE("neighbours of a sawn log share the face the saw went through", "[demo]")
{
    const Book book = demoBook();
    for (size_t n = 0; n + 1 < 9; ++n) {
        const auto lower = outlineOf(*book.shop->slabs[n], Face::Bottom);
        const auto upper = outlineOf(*book.shop->slabs[n + 1], Face::Top);
        REQUIRE(lower);
        REQUIRE(upper);
        for (double x = 200.0; x < 2700.0; x += 130.0) {
            // Only the kerf lies between them: 4 mm of height on a stem of some 580.
            CHECK(std::abs(valueAt(lower->far, x) - valueAt(upper->far, x)) < 25.0);
            CHECK(std::abs(valueAt(lower->near, x) - valueAt(upper->near, x)) < 25.0);
        }
    }
}

TEST_CASE("slabs of one log lie in sequence above and below the pith", "[demo]")
{
    const Book book = demoBook();
    double last = 1e9;
    for (size_t n = 0; n < 9; ++n) {
        const Slab& s = *book.shop->slabs[n];
        REQUIRE(s.pith);
        CHECK(s.sequence == static_cast<int>(n) + 1);
        CHECK(s.pith->distance_mm < last);
        if (n > 0) {
            CHECK(last - s.pith->distance_mm == Approx(62.0)); // thickness and kerf
        }
        last = s.pith->distance_mm;
    }
    CHECK(book.shop->slabs[0]->pith->distance_mm > 150.0);
    CHECK(last < -150.0);
}

TEST_CASE("the demo shop is the same at every start", "[demo]")
{
    const Book a = demoBook();
    const Book b = demoBook();
    CHECK(sameValues(*a.shop, *b.shop));
    REQUIRE(a.jobs.size() == b.jobs.size());
    for (size_t i = 0; i < a.jobs.size(); ++i) {
        CHECK(*a.jobs[i] == *b.jobs[i]);
    }
}
