// The demo shop: believable, and the same every time.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/measure/date.h"
#include "core/shop/outline.h"
#include "demo/demo_shop.h"
#include "demo/moved_dates.h"

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

TEST_CASE("the story of the demo goes on in any week, and nothing else changes", "[demo]")
{
    const Book book = demoBook();
    const int friday = *dayOf("2026-11-27");
    CHECK(demoAsOf(book, friday).jobs[0].get() == book.jobs[0].get());
    CHECK(demoAsOf(book, friday + 6).jobs[0].get() == book.jobs[0].get());
    const Book later = demoAsOf(book, friday + 40 * 7 + 2);
    CHECK(later.jobs[0]->started == isoDate(*dayOf("2026-11-03") + 40 * 7));
    CHECK(later.jobs[0]->days.book.back().at == isoDate(*dayOf("2026-11-26") + 40 * 7) + "T13:20");
    CHECK(later.shop->habits.work.holidays.size() == book.shop->habits.work.holidays.size());
    for (size_t i = 0; i < book.jobs.size(); ++i) {
        Job same = *later.jobs[i];
        const Job& was = *book.jobs[i];
        CHECK(same.layup == was.layup);
        CHECK(same.days.book.size() == was.days.book.size());
        CHECK(same.name == was.name);
    }
    const Book back = demoAsOf(later, friday - 40 * 7); // as many weeks back: the same words again
    CHECK(back.jobs[1]->fill == book.jobs[1]->fill);
}
