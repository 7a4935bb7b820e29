// Six tables from the slab to the quote, each begun in an empty book and worked by keys and clicks.

#include "ui/walk/walk.h"

using namespace burl;
using test::crooked;
using test::Walk;

namespace
{

/// The way is at its end: nothing stops, the quote is a page, and it took no more presses than this.
void checkSold(Walk& w, int mostPresses, const std::string& warned = {})
{
    CHECK(w.worst(Severity::Stop) == "");
    CHECK(w.worst(Severity::Warn).substr(0, warned.size()) == warned);
    CHECK((warned.empty() ? w.worst(Severity::Warn) : std::string()) == "");
    CHECK(w.quoteSize() > 5'000);
    INFO(w.thread().toStdString());
    CHECK(w.thread().startsWith(QStringLiteral("At work")));
    CAPTURE(w.presses);
    CHECK(w.presses <= mostPresses);
}

} // namespace

TEST_CASE("a bookmatched pair goes from slab to quote", "[ui][walk]")
{
    Walk w;
    w.write({crooked("W1", 2400, 230, 240, 58), crooked("W2", 2400, 220, 250, 58)}, "Pair", TopKind::Pair);
    w.layIn(2);
    CHECK(w.job().layup.length_mm == 2000.0);
    w.readFaces(2);
    w.fasten();
    w.stand(BaseKind::U);
    w.shot("walk_pair");
    w.sell("22 Jan");
    w.shot("walk_pair_quote");
    checkSold(w, 75);
}

TEST_CASE("a single slab on bought legs goes from slab to quote", "[ui][walk]")
{
    Walk w;
    w.write({crooked("S1", 1900, 380, 400, 52)}, "Desk", TopKind::Single);
    w.layIn(1);
    CHECK(w.job().layup.length_mm == 1820.0); // what the slab gives, 40 mm trimmed off each end
    CHECK(w.worst(Severity::Stop) == "");
    w.type("finalLength", "1700"); // its middle stays in the middle
    CHECK(w.job().layup.pieces[0].left_mm == -100.0);
    w.readFaces(1);
    w.fasten();
    w.stand(BaseKind::Bought);
    REQUIRE(w.thread() == QStringLiteral("Say of the base: their height"));
    w.next();
    w.reading(690.0);
    REQUIRE(w.thread() == QStringLiteral("Say of the base: its weight"));
    w.next();
    w.reading(14.0);
    w.shot("walk_single");
    w.sell("22 Jan");
    w.shot("walk_single_quote");
    const auto& lines = w.job().money.lines; // the legs have become one of the maker's own
    CHECK(std::any_of(lines.begin(), lines.end(), [](const MoneyLine& l) { return l.kind == "base"; }));
    checkSold(w, 60, "base.tips_end"); // light legs near the middle: said before they are bought
}

TEST_CASE("a round on a pedestal goes from slab to quote", "[ui][walk]")
{
    Walk w;
    w.write({crooked("R1", 1500, 560, 580, 60)}, "Round", TopKind::Single);
    w.layIn(1);
    w.more();
    w.choose("topShape", static_cast<int>(TopShape::Round)); // too large as it stood: the largest there is
    CHECK(w.job().layup.length_mm > 1090.0);
    CHECK(w.job().layup.length_mm < 1140.0);
    CHECK(w.worst(Severity::Warn).empty());
    w.readFaces(1);
    w.fasten();
    CHECK(w.job().move.fasteners.size() == 4);
    w.stand(BaseKind::Pedestal);
    REQUIRE(w.job().move.plates.size() == 1);
    CHECK(w.job().move.fasteners.size() == 5); // through its plate now, in the corners and the middle
    w.shot("walk_round");
    w.sell("22 Jan");
    w.shot("walk_round_quote");
    checkSold(w, 60);
}

TEST_CASE("a river of two colours in two halves goes from slab to quote", "[ui][walk]")
{
    Walk w;
    w.write({crooked("V1", 2500, 200, 210, 60), crooked("V2", 2500, 190, 230, 60)}, "River", TopKind::River);
    w.layIn(2);
    w.type("finalLength", "2300");
    w.more();
    w.type("parted", "1150");
    CHECK(w.worst(Severity::Stop) == "");
    w.readFaces(2);
    w.shot("walk_river_layup");
    w.bench("fill");
    w.more();
    w.choose("colourUse", static_cast<int>(SecondColour::Divided));
    CHECK(w.job().fill.colours.divider_mm == 1150.0); // where the halves part
    w.shot("walk_river");
    w.fasten();
    w.stand(BaseKind::Trapezoid);
    w.sell("5 Mar");
    w.shot("walk_river_quote");
    checkSold(w, 90); // two carry a half
}

TEST_CASE("four boards with curved joints go from slab to quote", "[ui][walk]")
{
    Walk w;
    w.write({crooked("F1", 2300, 120, 130, 55), crooked("F2", 2300, 125, 130, 55), crooked("F3", 2300, 120, 135, 55),
             crooked("F4", 2300, 118, 130, 55)},
            "Four", TopKind::Panel);
    w.layIn(4);
    w.more();
    w.click("curveAlong");
    CHECK(w.job().layup.curves.size() == 3);
    w.bench("surface"); // three joints are too many for one pair of hands while the glue stays open
    CHECK(w.worst(Severity::Stop).find("surface.glue_late") == 0);
    w.remedy("3 people");
    CHECK(w.worst(Severity::Stop) == "");
    w.shot("walk_four_layup");
    w.readFaces(4);
    w.fasten();
    w.stand(BaseKind::U);
    w.shot("walk_four");
    w.sell("5 Mar");
    w.shot("walk_four_quote");
    checkSold(w, 120);
}

TEST_CASE("an open gap with rods goes from slab to quote", "[ui][walk]")
{
    Walk w;
    w.write({crooked("G1", 2300, 180, 190, 55), crooked("G2", 2300, 180, 190, 55)}, "Gap", TopKind::Gap);
    CHECK(w.job().layup.rods.diameter_mm == 12.0); // a third of 42 mm at most
    w.layIn(2);
    CHECK(w.worst(Severity::Warn).empty());
    w.readFaces(2);
    w.fasten();
    w.stand(BaseKind::Trapezoid);
    w.shot("walk_gap");
    w.sell("22 Jan");
    w.shot("walk_gap_quote");
    checkSold(w, 80);
}
