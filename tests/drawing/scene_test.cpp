// The shared drawing: what it paints lies where the plan says.

#include <catch2/catch.hpp>

#include <QImage>
#include <QPainter>

#include "drawing/palette.h"
#include "drawing/scene.h"
#include "drawing/view.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

/// The top painted on white at a quarter of a pixel per millimetre.
struct Painted {
    QImage image{800, 400, QImage::Format_ARGB32_Premultiplied};
    BoardView view;
    Painted(const Plan& plan, const std::function<void(QPainter&, const BoardView&)>& paint, bool underside = false)
    {
        image.fill(Qt::white);
        Box box = plan.layup->finalBox;
        view = BoardView::fitted({box.left - 60, box.bottom - 60, box.right + 60, box.top + 60}, QRectF(image.rect()),
                                 underside);
        QPainter p(&image);
        paint(p, view);
    }
    [[nodiscard]] bool inkedAt(Vec2 table) const
    {
        const QPointF at = view.toPixel(table);
        return image.pixelColor(static_cast<int>(at.x()), static_cast<int>(at.y())) != QColor(Qt::white);
    }
};

} // namespace

TEST_CASE("pixels and millimetres are each other's inverse, the underside turned over the length", "[drawing]")
{
    const BoardView show = BoardView::fitted({0, -400, 2700, 400}, QRectF(20, 30, 900, 500));
    const BoardView under = BoardView::fitted({0, -400, 2700, 400}, QRectF(20, 30, 900, 500), true);
    CHECK_THAT(show.scale(), WithinAbs(900.0 / 2700.0, 1e-12));
    for (const Vec2 p : {Vec2{0, 0}, Vec2{2700, 400}, Vec2{-33, 512}}) {
        for (const BoardView& view : {show, under}) {
            const Vec2 back = view.toTable(view.toPixel(p));
            CHECK_THAT(back.x, WithinAbs(p.x, 1e-9));
            CHECK_THAT(back.y, WithinAbs(p.y, 1e-9));
        }
        CHECK_THAT(show.toPixel(p).x(), WithinAbs(under.toPixel(p).x(), 1e-9));
        CHECK_THAT(show.toPixel(p).y(), WithinAbs(under.toPixel({p.x, -p.y}).y(), 1e-9));
    }
    CHECK(show.toPixel({0, 100}).y() < show.toPixel({0, 0}).y()); // the far side is up
    const QPointF viaTransform = show.transform().map(QPointF(1234, -56));
    CHECK_THAT(viaTransform.x(), WithinAbs(show.toPixel({1234, -56}).x(), 1e-9));
    CHECK_THAT(viaTransform.y(), WithinAbs(show.toPixel({1234, -56}).y(), 1e-9));
}

TEST_CASE("a placement as a transform moves a slab the same way", "[drawing]")
{
    const Plan plan = Demo(1).plan();
    for (const PlacedPiece& piece : plan.layup->pieces) {
        const QTransform t = transformOf(piece.place);
        for (const Vec2 p : {Vec2{0, 0}, Vec2{1500, -120}}) {
            const QPointF moved = t.map(QPointF(p.x, p.y));
            CHECK_THAT(moved.x(), WithinAbs(piece.place.toTable(p).x, 1e-6));
            CHECK_THAT(moved.y(), WithinAbs(piece.place.toTable(p).y, 1e-6));
        }
    }
}

TEST_CASE("wood is painted where wood lies and nowhere else", "[drawing]")
{
    for (const int number : {1, 2}) {
        const Plan plan = Demo(number).plan();
        WoodCache wood(4.0);
        SceneStyle style;
        style.waste = 0.0;
        const Painted painted(plan, [&](QPainter& p, const BoardView& v) { paintPieces(p, v, plan, wood, style); });
        int on = 0;
        int off = 0;
        for (double x = 40.0; x < plan.layup->length.value() - 40.0; x += 83.0) {
            for (double y = plan.layup->finalBox.bottom - 30.0; y < plan.layup->finalBox.top + 30.0; y += 41.0) {
                double nearest = -1e9;
                for (const PlacedPiece& piece : plan.layup->pieces) {
                    for (const Ring& ring : piece.kept) {
                        nearest = std::max(nearest, signedDistance_mm(ring, {x, y}));
                    }
                }
                if (nearest > 12.0) {
                    CHECK(painted.inkedAt({x, y}));
                    ++on;
                } else if (nearest < -12.0) {
                    CHECK_FALSE(painted.inkedAt({x, y}));
                    ++off;
                }
            }
        }
        CHECK(on > 200);
        CHECK(off > 20);
    }
}

TEST_CASE("the river is painted between the edges, from both sides", "[drawing]")
{
    const Plan plan = Demo(2).plan();
    for (const bool underside : {false, true}) {
        SceneStyle style;
        style.underside = underside;
        const Painted painted(
            plan, [&](QPainter& p, const BoardView& v) { paintResin(p, v, plan, style); }, underside);
        for (const double x : {300.0, 900.0, 1500.0}) {
            CHECK(painted.inkedAt({x, 0.0}));
            CHECK_FALSE(painted.inkedAt({x, 415.0}));
            CHECK_FALSE(painted.inkedAt({x, -415.0}));
        }
    }
}

TEST_CASE("knots and voids are marked at their places", "[drawing]")
{
    Demo demo(1);
    // A4's pocket lies about slab (1790, 120); filled it is resin, kept it is a mark.
    for (const Intention intention : {Intention::Fill, Intention::Keep}) {
        demo.slab({4}, [&](Slab& s) {
            for (Feature& f : s.features) {
                f.intention = f.kind == FeatureKind::BlindVoid ? intention : f.intention;
            }
        });
        const Plan plan = demo.plan();
        const auto marked = [&](auto paint) {
            const Painted painted(plan, paint);
            const Vec2 at = plan.layup->pieces[1].place.toTable(Vec2{1790, 120});
            bool near = false;
            for (double dx = -130.0; dx <= 130.0; dx += 4.0) {
                near = near || painted.inkedAt({at.x + dx, at.y});
            }
            return near;
        };
        CHECK(marked([&](QPainter& p, const BoardView& v) { paintResin(p, v, plan, {}); }) ==
              (intention == Intention::Fill));
        CHECK(marked([&](QPainter& p, const BoardView& v) { paintFeatures(p, v, plan, {}); }) ==
              (intention == Intention::Keep));
    }
}

TEST_CASE("relief: higher wood is another colour, no wood is clear", "[drawing]")
{
    RemovalMap map;
    map.length_mm = 400.0;
    map.width_mm = 100.0;
    map.cellsAlong = 4;
    map.cellsAcross = 1;
    map.height_mm = {0.0, 2.0, 6.0, std::nan("")};
    const QImage image = reliefImage(map, 0.0, 6.0);
    REQUIRE_FALSE(image.isNull());
    const auto at = [&](double share) {
        return image.pixelColor(static_cast<int>(share * image.width()), image.height() / 2);
    };
    CHECK_FALSE(at(0.1) == at(0.6));
    CHECK_FALSE(at(0.35) == at(0.6));
    CHECK(at(0.95).alpha() == 0);
    CHECK(at(0.1).alpha() > 0);
}

TEST_CASE("the ramp survives grey print: every step is darker or lighter than the last", "[drawing]")
{
    int direction = 0;
    for (int i = 0; i + 1 < kRampSteps; ++i) {
        const int step = qGray(rampColour(i + 1).rgb()) - qGray(rampColour(i).rgb());
        CHECK(std::abs(step) >= 8);
        direction += step > 0 ? 1 : -1;
    }
    CHECK(std::abs(direction) == kRampSteps - 1);
}

TEST_CASE("text stands out from its ground by day and in the evening", "[drawing]")
{
    const auto luminance = [](const QColor& c) {
        const auto part = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
        return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
    };
    const auto contrast = [&](const QColor& a, const QColor& b) {
        const double x = luminance(a);
        const double y = luminance(b);
        return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
    };
    for (const Palette& p : {dayPalette(), eveningPalette()}) {
        for (const QColor& ground : {p.paper, p.board, p.shelf, p.field}) {
            CHECK(contrast(p.ink, ground) > 7.0);
            CHECK(contrast(p.faint, ground) > 4.0);
            CHECK(contrast(p.lead, ground) > 3.8);
            CHECK(contrast(p.mark, ground) > 3.8);
        }
    }
}
