// The finished table as a scene and its picture: areas, places, colours, light, the eye of a photo.

#include <catch2/catch.hpp>

#include <cmath>

#include "scene/room_photo.h"
#include "scene/tracer.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;

namespace
{

double areaOf(const SceneSurface& s)
{
    double area = 0.0;
    for (size_t i = 0; i + 2 < s.triangles.size(); i += 3) {
        const auto at = [&](size_t k) {
            const size_t c = s.triangles[i + k] * 3U;
            return Point3{s.corners[c], s.corners[c + 1], s.corners[c + 2]};
        };
        area += length(cross(at(1) - at(0), at(2) - at(0))) / 2.0;
    }
    return area;
}

TableScene sceneOf(const Demo& d, const SceneChoices& choices = {})
{
    return tableScene(d.job, *d.book.shop, d.plan(), {}, choices);
}

QColor colourAt(const QImage& image, Vec2 at)
{
    return image.pixelColor(static_cast<int>(at.x), static_cast<int>(at.y));
}

} // namespace

TEST_CASE("trapezoids cover a region exactly, holes and hollow corners too", "[scene]")
{
    const Region plate{{{0, 0}, {100, 0}, {100, 60}, {50, 20}, {0, 60}}, {{10, 10}, {10, 15}, {20, 15}, {20, 10}}};
    double area = 0.0;
    for (const auto& t : trapezoids(plate)) {
        const Ring ring(t.begin(), t.end());
        CHECK(signedArea_mm2(ring) >= 0.0);
        area += signedArea_mm2(ring);
    }
    CHECK(area == Approx(4000.0 - 50.0).epsilon(1e-9));
}

TEST_CASE("faces of the scene are as large as those of the plan", "[scene]")
{
    for (const int number : {1, 2, 3, 4}) {
        const Demo d(number);
        const Plan plan = d.plan();
        const TableScene scene = sceneOf(d);
        double wood = 0.0;
        for (const SceneSurface& s : scene.surfaces) {
            if (s.material.of == SurfaceOf::Wood) {
                wood += areaOf(s);
            }
            REQUIRE(s.triangles.size() % 3 == 0);
            for (const unsigned t : s.triangles) {
                REQUIRE(t < s.corners.size() / 3);
            }
            CHECK((s.places.empty() || s.places.size() / 2 == s.corners.size() / 3));
        }
        double want = 0.0;
        for (const PlacedPiece& p : plan.layup->pieces) {
            want += area_mm2(p.kept) + area_mm2(p.keptUnder.empty() ? p.kept : p.keptUnder);
        }
        INFO(d.job.name);
        CHECK(wood == Approx(want).epsilon(2e-3)); // outlines are simplified by fractions of a millimetre
    }
}

TEST_CASE("prisms of a base are closed: what is seen from outside is their front", "[scene]")
{
    const Demo d(2);
    for (const SceneSurface& s : sceneOf(d).surfaces) {
        if (s.material.of != SurfaceOf::Steel) {
            continue;
        }
        // Of closed bodies the fronts point away all round: their areas with directions add up to nothing.
        Point3 sum;
        for (size_t i = 0; i + 2 < s.triangles.size(); i += 3) {
            const auto at = [&](size_t k) {
                const size_t c = s.triangles[i + k] * 3U;
                return Point3{s.corners[c], s.corners[c + 1], s.corners[c + 2]};
            };
            sum = sum + cross(at(1) - at(0), at(2) - at(0));
        }
        CHECK(length(sum) < 1e-3 * areaOf(s));
    }
}

TEST_CASE("where a point is seen is where its picture shows it", "[scene]")
{
    const Demo d(2);
    const auto scene = std::make_shared<const TableScene>(sceneOf(d));
    const Tracer tracer(scene);
    SceneEye eye;
    eye.high_deg = 50.0;
    const SceneCamera camera = cameraOf(eye, *scene);
    CHECK(dot(camera.right, camera.up) == Approx(0.0).margin(1e-9));
    CHECK(dot(camera.right, camera.ahead) == Approx(0.0).margin(1e-9));
    Film film(160, 100);
    REQUIRE(tracer.pass(film, camera, true));
    const QImage image = imageOf(film);
    const Plan plan = d.plan();
    const double high = plan.base->surface.value();
    // The river is blue, the wood beside it is not, the floor is neither.
    const PlacedPiece& far = plan.layup->far();
    const PlacedPiece& near = plan.layup->near();
    const double x = 900.0;
    const double middle = (valueAt(near.upper, x) + valueAt(far.lower, x)) / 2.0;
    const QColor river = colourAt(image, *seenAt(camera, {x, middle, high}, 160, 100));
    CHECK(river.blue() > river.red() + 15);
    const QColor wood = colourAt(image, *seenAt(camera, {x, middle + 250.0, high}, 160, 100));
    CHECK(wood.red() > wood.blue() + 15);
    CHECK_FALSE(seenAt(camera, camera.at - camera.ahead * 100.0, 160, 100));
    const QColor floor = colourAt(image, *seenAt(camera, {x - 2500.0, middle, 0.0}, 160, 100));
    CHECK(std::abs(floor.red() - floor.blue()) < 40);
}

TEST_CASE("a table throws a shadow, and the fine picture is the same every time", "[scene]")
{
    Demo d(1);
    d.job.base.roomLong_mm.reset();
    SceneChoices choices;
    choices.chairs = false;
    const auto scene = std::make_shared<const TableScene>(sceneOf(d, choices));
    const Tracer tracer(scene);
    const SceneCamera camera = cameraOf({}, *scene);
    Film film(96, 60);
    for (int pass = 0; pass < 12; ++pass) {
        REQUIRE(tracer.pass(film, camera, false));
    }
    const QImage image = imageOf(film);
    const auto light = [&](Point3 at) {
        const auto seen = seenAt(camera, at, 96, 60);
        REQUIRE(seen);
        return colourAt(image, *seen).lightness();
    };
    CHECK(light({1350.0, 100.0, 0.0}) + 25 < light({1350.0, -1400.0, 0.0})); // under it, and far in front
    Film again(96, 60);
    for (int pass = 0; pass < 12; ++pass) {
        REQUIRE(tracer.pass(again, camera, false));
    }
    CHECK(film.sum == again.sum);
    Film stopped(96, 60);
    CHECK_FALSE(tracer.pass(stopped, camera, false, [] { return false; }));
}

TEST_CASE("pigments by their names; none is clear", "[scene]")
{
    CHECK(resinLook("deep blue", 1.5).colour[2] > 4.0F * resinLook("deep blue", 1.5).colour[0]);
    CHECK(resinLook("deep blue", 0.1).clear > resinLook("deep blue", 1.5).clear);
    CHECK(resinLook("", 0.0).clear > 0.8F);
    CHECK(resinLook("nobody's", 2.0).clear < 0.5F);
}

TEST_CASE("four marks on the floor tell where a photo was taken from", "[scene]")
{
    const Point3 middle{1350.0, -20.0, 400.0};
    SceneCamera truth;
    truth.at = {400.0, -3600.0, 1550.0};
    truth.ahead = unit(Point3{1200.0, 200.0, 150.0} - truth.at);
    truth.right = unit(cross(truth.ahead, {0, 0, 1}));
    truth.up = cross(truth.right, truth.ahead);
    truth.tanHalf = 0.62;
    FloorMarks marks;
    marks.wide_mm = 2000.0;
    marks.deep_mm = 1200.0;
    const Vec2 corners[] = {{-1000, -600}, {1000, -600}, {1000, 600}, {-1000, 600}};
    for (size_t i = 0; i < 4; ++i) {
        const auto seen = seenAt(truth, {middle.x + corners[i].x, middle.y + corners[i].y, 0.0}, 1600, 1200);
        REQUIRE(seen);
        marks.seen[i] = *seen;
    }
    const auto found = cameraOfPhoto(marks, 1600, 1200, middle);
    REQUIRE(found);
    CHECK(length(found->at - truth.at) < 1.0);
    CHECK(found->tanHalf == Approx(truth.tanHalf).epsilon(1e-4));
    for (const Point3 at : {Point3{1350, 0, 740}, Point3{300, -500, 0}, Point3{2500, 400, 740}}) {
        const auto a = seenAt(truth, at, 1600, 1200);
        const auto b = seenAt(*found, at, 1600, 1200);
        REQUIRE(a);
        REQUIRE(b);
        CHECK(length(*a - *b) < 0.5);
    }
    FloorMarks line = marks;
    line.seen = {Vec2{0, 0}, {100, 0}, {200, 0}, {300, 0}};
    CHECK_FALSE(cameraOfPhoto(line, 1600, 1200, middle));
    FloorMarks swapped = marks;
    std::swap(swapped.seen[0], swapped.seen[1]);
    std::swap(swapped.seen[2], swapped.seen[3]);
    const auto mirrored = cameraOfPhoto(swapped, 1600, 1200, middle);
    CHECK_FALSE(mirrored); // seen from under the floor
}
