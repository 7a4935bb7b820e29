// What of a base is carried each by itself.

#include <catch2/catch.hpp>

#include <numeric>

#include "core/base/base_pieces.h"

using namespace burl;

namespace
{

BaseShapeInput inputOf(BaseKind kind)
{
    BaseShapeInput in;
    in.choices.kind = kind;
    in.choices.inset_mm = 150.0;
    in.thickness_mm = 40.0;
    in.middle = {1200.0, 0.0};
    in.wood_kg_m3 = 650.0;
    BasePlate plate;
    plate.long_mm = 600.0;
    plate.wide_mm = 100.0;
    for (const double x : {400.0, 2000.0}) {
        plate.x_mm = x;
        in.plates.push_back(plate);
    }
    return in;
}

Figure kilograms(double kg)
{
    return given("base_kg", "Base", kg, Unit::Mass, "weighed");
}

} // namespace

TEST_CASE("two frames that nothing ties are two pieces, each half the weight, over its own plate", "[base]")
{
    const BaseShape s = baseShape(inputOf(BaseKind::U));
    const std::vector<TablePiece> pieces = basePieces(s, kilograms(24.0));
    REQUIRE(pieces.size() == 2);
    CHECK(pieces[0].key == "base_1");
    CHECK(pieces[0].mass.value() == Approx(12.0));
    CHECK(pieces[1].mass.value() == Approx(12.0));
    CHECK(pieces[0].middle.x == Approx(400.0));
    CHECK(pieces[1].middle.x == Approx(2000.0));
    CHECK(pieces[0].middle.y == Approx(0.0).margin(1e-9));
    CHECK(pieces[0].wide_mm.value() == Approx(600.0)); // along the plate
    CHECK(pieces[0].high_mm.value() == Approx(700.0)); // 740 to the surface, 40 of top
    CHECK(pieces[0].ofBase);
}

TEST_CASE("frames that are tied are carried as one", "[base]")
{
    const BaseShape s = baseShape(inputOf(BaseKind::Box));
    const std::vector<TablePiece> pieces = basePieces(s, kilograms(30.0));
    REQUIRE(pieces.size() == 1);
    CHECK(pieces[0].key == "base");
    CHECK(pieces[0].mass.value() == Approx(30.0));
    CHECK(pieces[0].middle.x == Approx(1200.0));
}

TEST_CASE("a heavier frame has the larger share, and the parts of any base weigh the whole", "[base]")
{
    BaseShape s = baseShape(inputOf(BaseKind::U));
    for (BasePart& part : s.parts) {
        if (part.shape.middle().x > 1200.0) {
            part.mass_kg *= 3.0;
        }
    }
    const std::vector<TablePiece> pieces = basePieces(s, kilograms(24.0));
    REQUIRE(pieces.size() == 2);
    CHECK(pieces[0].mass.value() == Approx(6.0));
    CHECK(pieces[1].mass.value() == Approx(18.0));
    for (const BaseKind kind : {BaseKind::Trapezoid, BaseKind::Cross, BaseKind::Truss, BaseKind::Spider,
                                BaseKind::Trestle, BaseKind::ArcPanels}) {
        const std::vector<TablePiece> any = basePieces(baseShape(inputOf(kind)), kilograms(40.0));
        CHECK(std::accumulate(any.begin(), any.end(), 0.0,
                              [](double sum, const TablePiece& p) { return sum + p.mass.value(); }) == Approx(40.0));
    }
}
