// A scanned slab told from its bench: what was laid out comes back, however it lay before the scanner.

#include <catch2/catch.hpp>

#include <cmath>
#include <random>

#include "core/geometry/ring.h"
#include "core/scan/contour.h"
#include "core/scan/rim.h"
#include "core/scan/separate.h"
#include "core/scan/thinned.h"

using namespace burl;

namespace
{

constexpr double kPi = 3.14159265358979323846;

/// A slab of 1800 by 420 by 52 mm that cups by 2 mm, with a wavy near edge and a bevel, on a bench of 3 by 1.4 m.
struct LaidOut {
    double long_mm = 1800.0;
    double wide_mm = 420.0;
    double high_mm = 52.0;
    double cup_mm = 2.0;
    double bevel_mm = 8.0; // how much further out the bottom reaches
    double noise_mm = 0.25;
    bool clamp = false;
    bool slab = true;

    [[nodiscard]] double near_mm(double x) const { return -0.5 * wide_mm + 18.0 * std::sin(x / 210.0); }
    [[nodiscard]] double far_mm(double) const { return 0.5 * wide_mm; }
    [[nodiscard]] double top_mm(double y) const
    {
        const double share = y / (0.5 * wide_mm);
        return high_mm + cup_mm * (1.0 - share * share);
    }
    [[nodiscard]] double area_mm2() const
    {
        double sum = 0.0;
        constexpr int kSteps = 4000;
        for (int i = 0; i < kSteps; ++i) {
            const double x = long_mm * ((i + 0.5) / kSteps - 0.5);
            sum += (far_mm(x) - near_mm(x)) * long_mm / kSteps;
        }
        return sum;
    }

    [[nodiscard]] std::vector<Point3> points(double spacing_mm = 7.0) const
    {
        std::mt19937 seed(20261); // the same cloud on every machine: only its raw numbers are used
        const auto even = [&] { return static_cast<double>(seed()) / 4294967296.0 - 0.5; };
        const auto noise = [&] { return noise_mm * 3.4641016 * even(); }; // of this rms
        std::vector<Point3> out;
        for (double x = -1500.0; x <= 1500.0; x += spacing_mm) {
            for (double y = -700.0; y <= 700.0; y += spacing_mm) {
                const double px = x + spacing_mm * 0.3 * even();
                const double py = y + spacing_mm * 0.3 * even();
                double z = 0.0;
                const bool along = slab && std::abs(px) < 0.5 * long_mm;
                if (along && py > near_mm(px) && py < far_mm(px)) {
                    z = top_mm(py);
                    if (clamp && std::abs(px - 300.0) < 40.0 && py > 150.0) {
                        z += 60.0;
                    }
                } else if (along && py > near_mm(px) - bevel_mm && py < far_mm(px) + bevel_mm) {
                    const double beyond = py < near_mm(px) ? near_mm(px) - py : py - far_mm(px);
                    z = high_mm * (1.0 - beyond / bevel_mm);
                }
                out.push_back({px, py, z + noise()});
            }
        }
        return out;
    }
};

/// Turned about x by `roll`, then about z by `yaw`, and shifted: as it lay before the scanner.
std::vector<Point3> seenFrom(std::vector<Point3> cloud, double roll_deg, double yaw_deg)
{
    const double r = roll_deg * kPi / 180.0;
    const double w = yaw_deg * kPi / 180.0;
    for (Point3& p : cloud) {
        const double y = p.y * std::cos(r) - p.z * std::sin(r);
        const double z = p.y * std::sin(r) + p.z * std::cos(r);
        p = {p.x * std::cos(w) - y * std::sin(w) + 4000.0, p.x * std::sin(w) + y * std::cos(w) - 250.0, z + 900.0};
    }
    return cloud;
}

std::string refusedWith(const std::vector<Point3>& cloud, const SeparateOptions& options = {})
{
    const auto scan = separateScan(cloud, options);
    return scan ? std::string() : scan.error().code;
}

double meanOf(const HeightGrid& grid)
{
    double sum = 0.0;
    int count = 0;
    for (const auto& height : grid.readings_mm) {
        if (height) {
            sum += *height;
            ++count;
        }
    }
    return count > 0 ? sum / count : 0.0;
}

} // namespace

TEST_CASE("a slab on a level bench comes back with its outline and heights", "[scan]")
{
    const LaidOut laid;
    const auto scan = separateScan(laid.points());
    REQUIRE(scan);
    CHECK(scan->area_mm2 == Approx(laid.area_mm2()).epsilon(0.01));
    CHECK(area_mm2(scan->outline) == Approx(scan->area_mm2));
    CHECK(signedArea_mm2(scan->outline) > 0.0); // anticlockwise
    // The mean of a parabola is two thirds of its height.
    CHECK(scan->meanHeight_mm == Approx(laid.high_mm + laid.cup_mm * 2.0 / 3.0).margin(0.15));
    CHECK(meanOf(scan->heights) == Approx(scan->meanHeight_mm).margin(0.3));
    CHECK(scan->benchNoise_mm == Approx(laid.noise_mm).margin(0.06));
    CHECK(scan->bridged.empty());
    CHECK(scan->onBench + scan->onTop + scan->setAside == laid.points().size());
    // The bevel is neither face nor bench.
    CHECK(scan->setAside > 100);
}

TEST_CASE("how the scanner stood changes neither area nor heights", "[scan]")
{
    const LaidOut laid;
    const auto level = separateScan(laid.points());
    REQUIRE(level);
    for (const auto& [roll, yaw] : {std::pair{7.0, 0.0}, std::pair{0.0, 33.0}, std::pair{-12.0, 75.0}}) {
        INFO(roll << " and " << yaw);
        const auto tilted = separateScan(seenFrom(laid.points(), roll, yaw));
        REQUIRE(tilted);
        CHECK(tilted->area_mm2 == Approx(level->area_mm2).epsilon(0.004));
        CHECK(tilted->meanHeight_mm == Approx(level->meanHeight_mm).margin(0.05));
        CHECK(tilted->onTop == Approx(static_cast<double>(level->onTop)).epsilon(0.01));
        // Its pose brings any point of the bench to nought.
        for (const Point3& corner : seenFrom({{-1400.0, -600.0, 0.0}, {1400.0, 600.0, 0.0}}, roll, yaw)) {
            CHECK(tilted->pose.toBench(corner).z == Approx(0.0).margin(0.1));
        }
    }
}

TEST_CASE("a clamp on the slab is set aside, and its outline goes straight under it", "[scan]")
{
    LaidOut laid;
    laid.clamp = true;
    const auto scan = separateScan(laid.points());
    REQUIRE(scan);
    CHECK(scan->area_mm2 == Approx(laid.area_mm2()).epsilon(0.015));
    CHECK(scan->meanHeight_mm == Approx(laid.high_mm + laid.cup_mm * 2.0 / 3.0).margin(0.2));
    for (const auto& height : scan->heights.readings_mm) {
        if (height) {
            CHECK(*height < laid.high_mm + laid.cup_mm + 3.0);
        }
    }
}

TEST_CASE("twice the spacing, the same slab; a thicker one stands higher by as much", "[scan]")
{
    LaidOut laid;
    const auto fine = separateScan(laid.points(7.0));
    const auto coarse = separateScan(laid.points(14.0));
    REQUIRE(fine);
    REQUIRE(coarse);
    CHECK(coarse->area_mm2 == Approx(fine->area_mm2).epsilon(0.02));
    laid.high_mm += 11.0;
    const auto thick = separateScan(laid.points());
    REQUIRE(thick);
    CHECK(thick->meanHeight_mm - fine->meanHeight_mm == Approx(11.0).margin(0.1));
}

TEST_CASE("what is no slab on a bench is refused by its name", "[scan]")
{
    const LaidOut laid;
    std::vector<Point3> few = laid.points(150.0);
    REQUIRE(few.size() < 300);
    CHECK(refusedWith(few) == "scan.too_few");

    LaidOut bare;
    bare.slab = false;
    CHECK(refusedWith(bare.points()) == "scan.no_slab");

    std::mt19937 seed(7);
    const auto even = [&] { return static_cast<double>(seed()) / 4294967296.0 - 0.5; };
    std::vector<Point3> ball;
    for (int i = 0; i < 4000; ++i) {
        ball.push_back({1000.0 * even(), 1000.0 * even(), 1000.0 * even()});
    }
    CHECK(refusedWith(ball) == "scan.no_bench");

    SeparateOptions stop;
    stop.goOn = [] { return false; };
    CHECK(refusedWith(laid.points(), stop) == "scan.stopped");
}

TEST_CASE("contours enclose what is above the level, and holes run the other way", "[scan]")
{
    Field field;
    field.columns = 121;
    field.rows = 121;
    field.cell_mm = 2.5;
    field.origin = {-150.0, -150.0};
    for (int j = 0; j < field.rows; ++j) {
        for (int i = 0; i < field.columns; ++i) {
            const double x = field.origin.x + field.cell_mm * i;
            const double y = field.origin.y + field.cell_mm * j;
            field.values.push_back(100.0 - std::hypot(x, y)); // a cone, 0 at a radius of 100
        }
    }
    const Region disc = contours(field, 0.0);
    REQUIRE(disc.size() == 1);
    CHECK(area_mm2(disc[0]) == Approx(kPi * 100.0 * 100.0).epsilon(0.001));
    CHECK(area_mm2(contours(field, 40.0)[0]) == Approx(kPi * 60.0 * 60.0).epsilon(0.002));
    CHECK(contours(field, 101.0).empty());

    for (double& value : field.values) {
        value = 30.0 - std::abs(value - 50.0); // a ring between radii of 20 and 80
    }
    const Region ring = contours(field, 0.0);
    REQUIRE(ring.size() == 2);
    const double a = signedArea_mm2(ring[0]);
    const double b = signedArea_mm2(ring[1]);
    CHECK(a * b < 0.0);
    CHECK(a + b == Approx(kPi * (80.0 * 80.0 - 20.0 * 20.0)).epsilon(0.003));
}

TEST_CASE("a blur keeps what is even, and spreads a spot by its sigma", "[scan]")
{
    Field even;
    even.columns = even.rows = 61;
    even.values.assign(61 * 61, 4.5);
    blur(even, 3.0);
    CHECK(even.at(30, 30) == Approx(4.5));

    Field spot;
    spot.columns = spot.rows = 101;
    spot.values.assign(101 * 101, 0.0);
    spot.values[50 * 101 + 50] = 1.0;
    blur(spot, 4.0);
    double sum = 0.0;
    double squares = 0.0;
    for (int j = 0; j < 101; ++j) {
        for (int i = 0; i < 101; ++i) {
            sum += spot.at(i, j);
            squares += spot.at(i, j) * (i - 50) * (i - 50);
            CHECK(spot.at(i, j) == Approx(spot.at(100 - i, j)).margin(1e-12));
        }
    }
    CHECK(sum == Approx(1.0));
    CHECK(std::sqrt(squares) == Approx(4.0).margin(0.5)); // boxes are whole cells wide
}

TEST_CASE("a rim lies where the points end, whatever their spacing", "[scan]")
{
    for (const double spacing : {4.0, 9.0}) {
        INFO(spacing);
        std::vector<Point3> face;
        for (double x = 0.0; x < 900.0; x += spacing) {
            for (double y = 0.0; y < 300.0; y += spacing) {
                face.push_back({x + spacing / 2.0, y + spacing / 2.0, 40.0});
            }
        }
        const auto rim = rimOf(face, {});
        REQUIRE(rim);
        constexpr double kOff = 0.25; // of the spacing, all round
        CHECK(area_mm2(rim->outline) == Approx(900.0 * 300.0).margin(kOff * spacing * 2400.0));
        CHECK(rim->spacing_mm == Approx(spacing).epsilon(0.35));
        CHECK(rim->bridged.empty());
        const auto stopped = rimOf(face, {}, [] { return false; });
        REQUIRE_FALSE(stopped);
        CHECK(stopped.error().code == "scan.stopped");
    }
}

TEST_CASE("thinned points are spread over all of them", "[scan]")
{
    std::vector<Point3> points;
    for (int i = 0; i < 1000; ++i) {
        points.push_back({static_cast<double>(i), 0.0, 0.0});
    }
    CHECK(thinned(points, 5000).size() == 1000);
    const auto few = thinned(points, 100);
    CHECK(few.size() == 100);
    CHECK(few.front().x == 0.0);
    CHECK(few.back().x == 990.0);
}
