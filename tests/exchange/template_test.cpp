// Templates as drawings: what is written is read back by the program's own importers, at true scale.

#include <catch2/catch.hpp>

#include "exchange/export/template_file.h"
#include "exchange/import/imported.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

ShopTemplate curved()
{
    const Demo mill(6);
    const auto made = jointTemplate(mill.job, *mill.plan().layup, 1);
    REQUIRE(made);
    return *made;
}

void sameOutline(const Ring& got, const Ring& want)
{
    CHECK_THAT(area_mm2(std::span<const Vec2>(got)), WithinRel(area_mm2(std::span<const Vec2>(want)), 2e-5));
    CHECK_THAT(boundsOf(got).width(), WithinAbs(boundsOf(want).width(), 0.01));
    CHECK_THAT(boundsOf(got).height(), WithinAbs(boundsOf(want).height(), 0.01));
}

} // namespace

TEST_CASE("a template written as SVG has its true size in millimetres", "[template][svg]")
{
    const ShopTemplate made = curved();
    const std::string svg = templateSvg(made);
    CHECK(svg.find("mm\"") != std::string::npos);
    CHECK(svg.find("joint of A2 and A8") != std::string::npos);
    ImportOptions options;
    options.layer = "template";
    const auto read = importSvg(svg, options);
    REQUIRE(read);
    REQUIRE(read->topOutline);
    sameOutline(*read->topOutline, made.outline);
}

TEST_CASE("a template written as DXF says millimetres and keeps its layers", "[template][dxf]")
{
    const ShopTemplate made = curved();
    const auto dxf = templateDxf(made);
    REQUIRE(dxf);
    CHECK(dxf->find("$INSUNITS") != std::string::npos);
    CHECK(dxf->find("guide") != std::string::npos);
    ImportOptions options;
    options.layer = "template";
    const auto read = importDxf(*dxf, options);
    REQUIRE(read);
    REQUIRE(read->topOutline);
    sameOutline(*read->topOutline, made.outline);
}

TEST_CASE("the outline of a round goes out and comes back as large", "[template]")
{
    const Demo round(3);
    const auto made = outlineTemplate(round.job, *round.plan().layup);
    REQUIRE(made);
    const auto svg = importSvg(templateSvg(*made), {});
    REQUIRE(svg);
    sameOutline(*svg->topOutline, made->outline);
    const auto dxf = importDxf(templateDxf(*made).value(), {});
    REQUIRE(dxf);
    sameOutline(*dxf->topOutline, made->outline);
}
