#include "demo/demo_shop.h"

#include <cmath>

#include "core/base/base_plan.h"
#include "core/geometry/ring.h"
#include "core/measure/date.h"
#include "core/shop/edit.h"
#include "demo/day_books.h"
#include "demo/sawn_log.h"
#include "exchange/materials.h"

namespace burl
{
namespace
{

SawnLog planeTree()
{
    SawnLog log;
    log.log = {{1}, "A", "plane tree, felled by a storm", "american_sycamore", 4.0};
    log.length_mm = 2940.0;
    log.radius_mm = 292.0;
    log.taper_mm = 34.0;
    log.waves = {{11.0, 2600.0, 0.6, 1.0}, {7.0, 1150.0, 2.1, 2.0}, {3.5, 480.0, 4.4, 3.0}, {1.6, 190.0, 1.2, 5.0}};
    log.branches = {{870.0, 63.0, 62.0, false},
                    {1910.0, 118.0, 46.0, true},
                    {2380.0, 24.0, 38.0, false},
                    {1340.0, -58.0, 54.0, false},
                    {420.0, -121.0, 40.0, true}};
    log.slabs = 9;
    log.thickness_mm = 58.0;
    return log;
}

SawnLog maple()
{
    SawnLog log;
    log.log = {{2}, "B", "bigleaf maple, forked", "bigleaf_maple", 5.0};
    log.length_mm = 2160.0;
    log.radius_mm = 205.0;
    log.taper_mm = 26.0;
    log.waves = {{22.0, 1500.0, 3.3, 1.0}, {13.0, 620.0, 0.4, 2.0}, {6.0, 270.0, 5.0, 1.0}, {2.4, 118.0, 2.0, 4.0}};
    log.branches = {{610.0, 41.0, 58.0, true}, {1480.0, 139.0, 44.0, false}, {1120.0, -44.0, 36.0, false}};
    log.slabs = 5;
    log.thickness_mm = 60.0;
    return log;
}

Feature ringFeature(int id, FeatureKind kind, Face face, Vec2 at, double along, double across, double turn,
                    double depth, Intention intention)
{
    Feature f;
    f.id = id;
    f.kind = kind;
    f.face = face;
    f.intention = intention;
    // Slightly irregular, as rot is.
    Ring ring = ellipse(at, along, across, turn, 12);
    for (size_t i = 0; i < ring.size(); ++i) {
        const double grow = 1.0 + 0.06 * (static_cast<double>(i * 7 % 5) - 2.0);
        const Vec2 p = at + (ring[i] - at) * grow;
        ring[i] = {std::round(p.x), std::round(p.y)};
    }
    f.points = ring;
    f.depth_mm = depth;
    return f;
}

Feature check(int id, std::vector<Vec2> line, double width, double depth, Intention intention)
{
    Feature f;
    f.id = id;
    f.kind = FeatureKind::Check;
    f.intention = intention;
    f.points = std::move(line);
    f.width_mm = width;
    f.depth_mm = depth;
    return f;
}

void addSlabs(Shop& shop, const SawnLog& log, int firstId)
{
    shop.logs.push_back(log.log);
    for (int n = 1; n <= log.slabs; ++n) {
        Slab slab = sawn(log, n);
        slab.id = {firstId + n - 1};
        slab.mc_pct = 9.0 + 0.1 * ((n * 7) % 5);
        slab.cut = "through and through, band mill";
        slab.price = log.log.id.value == 1 ? 340.0 + 10.0 * (n % 4) : 280.0 + 15.0 * (n % 3);
        slab.where = log.log.id.value == 1 ? "long rack, bay 2" : "maple stack, by the door";
        const double skew = n % 2 == 0 ? 1.0 : -1.0;
        if (log.log.id.value == 1) {
            if (n == 3) {
                readFromBench(slab, {7.0, 4.0, 2.0, 0.35}, 9, 5);
                slab.features.push_back(
                    check(20, {{0.0, 60.0}, {95.0, 66.0}, {185.0, 61.0}}, 5.0, 40.0, Intention::Fill));
            } else if (n == 4) {
                readFromRails(slab, {-5.5, 3.2, 2.6, 0.35}, 9, 5, true);
                slab.features.push_back(ringFeature(21, FeatureKind::BlindVoid, Face::Top, {1790.0, 120.0}, 210.0, 64.0,
                                                    12.0, 22.0, Intention::Fill));
            } else if (n == 2 || n == 5) {
                readFromBench(slab, {skew * 6.0, 5.0, -2.0, 0.4}, 9, 4);
            }
        } else {
            if (n == 2) {
                readFromBench(slab, {5.0, 3.0, 1.5, 0.3}, 7, 4);
                slab.features.push_back(ringFeature(20, FeatureKind::ThroughVoid, Face::Top, {1040.0, 70.0}, 130.0,
                                                    58.0, -18.0, 60.0, Intention::Fill));
            } else if (n == 4) {
                readFromRails(slab, {-4.0, 2.5, 2.0, 0.3}, 7, 4, false);
            }
        }
        shop.slabs.push_back(std::make_shared<const Slab>(std::move(slab)));
    }
}

std::vector<MoistureReading> airDried(const char* first, double start, double rest, double tau_days, int readings)
{
    std::vector<MoistureReading> out;
    const int day = *dayOf(first);
    for (int i = 0; i < readings; ++i) {
        const double mc = rest + (start - rest) * std::exp(-21.0 * i / tau_days);
        const double scatter = 0.3 * ((i * 5) % 3 - 1);
        out.push_back({isoDate(day + 21 * i), 20.0, std::round((mc + scatter) * 10.0) / 10.0});
    }
    return out;
}

/// Slabs that came alone: nobody knows their logs.
void addSingles(Shop& shop, int firstId)
{
    SawnLog hackberry;
    hackberry.log.species = "hackberry";
    hackberry.length_mm = 2350.0;
    hackberry.radius_mm = 262.0;
    hackberry.taper_mm = 40.0;
    hackberry.waves = {{16.0, 1800.0, 1.1, 1.0}, {8.0, 700.0, 3.0, 2.0}, {3.0, 210.0, 0.2, 3.0}};
    hackberry.branches = {{1240.0, 70.0, 74.0, false}};
    hackberry.slabs = 7;
    hackberry.thickness_mm = 56.0;
    Slab single = sawn(hackberry, 3);
    single.id = {firstId};
    single.name = "H1";
    single.log = {};
    single.sequence = 0;
    single.moisture = airDried("2026-05-04", 31.0, 9.5, 82.0, 9);
    single.mc_pct = single.moisture.back().mc_pct;
    single.price = 260.0;
    single.where = "drying stack, north wall";
    single.cut = "through and through, band mill";
    single.features.push_back(
        ringFeature(20, FeatureKind::ThroughVoid, Face::Top, {640.0, -80.0}, 150.0, 60.0, 8.0, 56.0, Intention::Fill));
    shop.slabs.push_back(std::make_shared<const Slab>(single));

    SawnLog locust;
    locust.log.species = "black_locust";
    locust.length_mm = 1900.0;
    locust.radius_mm = 176.0;
    locust.taper_mm = 18.0;
    locust.waves = {{9.0, 900.0, 2.2, 1.0}, {5.0, 330.0, 0.9, 2.0}, {2.5, 140.0, 4.0, 4.0}};
    locust.slabs = 6;
    locust.thickness_mm = 48.0;
    for (int n = 0; n < 2; ++n) {
        Slab narrow = sawn(locust, 3 + n);
        narrow.id = {firstId + 1 + n};
        narrow.name = n == 0 ? "R1" : "R2";
        narrow.log = {};
        narrow.sequence = 0;
        narrow.mc_pct = 9.4 + 0.3 * n;
        narrow.price = 120.0;
        narrow.where = "short rack, bay 1";
        readFromBench(narrow, {3.0, 2.0, 1.0, 0.3}, 7, 3);
        shop.slabs.push_back(std::make_shared<const Slab>(narrow));
    }

    // A cross-cut round, cracked from its pith as they do.
    Slab round;
    round.id = {firstId + 3};
    round.name = "K1";
    round.species = "american_elm";
    round.endGrain = true;
    round.thickness_mm = 72.0;
    round.mc_pct = 10.8;
    round.weighed_kg = 31.5;
    round.price = 150.0;
    round.where = "leaning by the window";
    round.cut = "cross-cut with a chain saw";
    Ring rim;
    for (int i = 0; i < 72; ++i) {
        const double a = 2.0 * std::acos(-1.0) * i / 72.0;
        const double r =
            438.0 + 14.0 * std::sin(2.0 * a + 0.4) + 9.0 * std::sin(3.0 * a) + 5.0 * std::sin(7.0 * a + 1.0);
        rim.push_back({std::round(450.0 + r * std::cos(a)), std::round(r * std::sin(a))});
    }
    round.topDrawn = rim;
    round.bottomDrawn = rim;
    round.features.push_back(
        check(20, {{455.0, 0.0}, {600.0, 36.0}, {742.0, 118.0}, {838.0, 176.0}}, 9.0, 72.0, Intention::Key));
    shop.slabs.push_back(std::make_shared<const Slab>(round));
}

void onTheSled(Job& job)
{
    job.flatten.method.id = "router_sled";
    job.flatten.method.name = "router on a sled";
    job.flatten.method.setup_min = 20.0;
}

/// A piece milled once, rested, and read again on seven stations by three: a saddle of the given bow and wind.
Rest rested(int slab, const char* cut, const char* measured, double thickness_mm, double bow_mm, double wind_mm)
{
    Rest rest;
    rest.slab = {slab};
    rest.cut = cut;
    rest.thickness_mm = thickness_mm;
    rest.measured = measured;
    HeightGrid grid;
    grid.from = HeightsFrom::RailsDown;
    for (int i = 0; i < 7; ++i) {
        grid.xs_mm.push_back(60.0 + 320.0 * i);
    }
    grid.ys_mm = {-190.0, 0.0, 190.0};
    for (int j = -1; j <= 1; ++j) {
        for (int i = -3; i <= 3; ++i) {
            const double up = bow_mm * (1.0 - i * i / 9.0) + wind_mm * i * j / 12.0;
            grid.readings_mm.emplace_back(std::round(10.0 * (24.0 - up)) / 10.0);
        }
    }
    rest.readings = grid;
    return rest;
}

Job readingRoomTable()
{
    Job job;
    job.id = {1};
    job.name = "Reading-room table";
    job.note = "Bookmatched, seats eight; two steel U frames.";
    job.started = "2026-11-03";
    job.layup.kind = TopKind::Pair;
    job.layup.length_mm = 2700.0;
    job.layup.thickness_mm = 50.0;
    // A3 lay above A4 in the log: its bottom and A4's top mirror each other.
    job.layup.pieces = {{{3}, Face::Bottom, false, -120.0, std::nullopt},
                        {{4}, Face::Top, false, -120.0, std::nullopt}};
    onTheSled(job);
    job.fill.bucket_L = 2.0;
    for (const double x : {620.0, 2080.0}) {
        BasePlate plate;
        plate.x_mm = x;
        plate.long_mm = 620.0;
        plate.letIn = true;
        plate.thick_mm = 6.0;
        plate.nearLow_mm = x < 1000.0 ? 0.0 : 0.2;
        plate.farLow_mm = x < 1000.0 ? 0.0 : 1.1;
        job.move.plates.push_back(plate);
        for (const double y : {-260.0, 0.0, 260.0}) {
            Fastener f;
            f.at = {x, y};
            f.washer_mm = 24.0;
            f.through_mm = 8.0;
            f.screw_mm = 20.0;
            job.move.fasteners.push_back(f);
        }
    }
    for (const double x : {330.0, 2370.0}) {
        Channel c;
        c.x_mm = x;
        c.length_mm = 700.0;
        c.section = "steel_c_40_20_4";
        c.width_mm = 40.0;
        c.depth_mm = 20.0;
        c.bolts = 5;
        job.move.channels.push_back(c);
    }
    job.move.assembled = "2026-12-14";
    job.base.kind = BaseKind::U;
    job.base.surface_mm = 750.0;
    job.base.carriers = 4;
    job.base.arms_mm = 655.0;
    job.door = {860.0, 2020.0};
    job.base.way.corridor_mm = 1350.0;
    job.base.way.after_mm = 1400.0;
    job.base.roomLong_mm = 6200.0;
    job.base.roomWide_mm = 4600.0;
    job.surface.glue = GlueKind::SlowWhite;
    job.surface.people = 2;
    job.surface.stretches = {{false, 900.0, 1700.0, EdgeTreatment::Undercut, 20.0}};
    return job;
}

/// Voids and the first layer of the river are poured and written down; the second is to come.
void halfPoured(FillChoices& fill)
{
    fill.starts = "2026-11-16T08:00";
    PourRecord voids;
    voids.event = "voids-deep_pour_slow-1";
    voids.began = "2026-11-16T08:10";
    voids.pots = {{120.0, 51.0, "2026-11-16T08:12"}};
    voids.poured_L = 0.16;
    PourRecord again = voids;
    again.event = "voids-deep_pour_slow-2";
    again.began = "2026-11-18T16:00";
    again.pots = {{126.0, 54.0, "2026-11-18T16:03"}};
    PourRecord knot;
    knot.event = "voids-medium_casting-1";
    knot.began = "2026-11-16T08:30";
    knot.pots = {{23.0, 10.0, "2026-11-16T08:32"}};
    knot.note = "mixed more than it took; the rest went onto pinholes";
    PourRecord river;
    river.event = "river-1";
    river.began = "2026-11-21T08:05";
    river.pots = {{3712.0, 1580.0, "2026-11-21T08:10"}, {3709.0, 1583.0, "2026-11-21T08:19"}};
    river.poured_L = 9.5;
    river.heat = {{8.0, 24.2}, {12.0, 26.0}, {24.0, 22.8}, {32.0, 25.5}, {36.0, 25.1}};
    fill.log = {voids, again, knot, river};
}

Job ferryDesk()
{
    Job job;
    job.id = {2};
    job.name = "Ferry-office desk";
    job.note = "River desk, deep blue; window side stays live in the river.";
    job.started = "2026-11-09";
    job.layup.kind = TopKind::River;
    job.layup.edges = OuterEdges::Straight;
    job.layup.length_mm = 1800.0;
    job.layup.width_mm = 860.0;
    job.layup.thickness_mm = 52.0;
    job.layup.pieces = {{{11}, Face::Top, false, -180.0, std::nullopt}, {{13}, Face::Top, true, -180.0, std::nullopt}};
    onTheSled(job);
    job.flatten.millings = 2;
    job.flatten.rests = {rested(11, "2026-11-12", "2026-11-14", 55.1, 0.7, 0.6),
                         rested(13, "2026-11-12", "2026-11-14", 55.0, 1.9, 1.4)};
    job.fill.bucket_L = 5.0;
    job.fill.pigment_pct = 1.5;
    job.fill.colours.first = "deep blue";
    halfPoured(job.fill);
    job.move.climate = "coastal";
    for (const double x : {380.0, 1420.0}) {
        BasePlate plate;
        plate.x_mm = x;
        plate.long_mm = 700.0;
        job.move.plates.push_back(plate);
        for (const double y : {-300.0, 300.0}) {
            Fastener f;
            f.at = {x, y};
            job.move.fasteners.push_back(f);
        }
    }
    job.base.kind = BaseKind::Trapezoid;
    job.base.surface_mm = 730.0;
    job.base.lean_deg = 6.0;
    job.base.carriers = 3;
    job.door = {920.0, 2050.0};
    job.surface.repairs = {{RepairKind::Slip, {1240.0, 300.0}, 55.0, 9.0, 2.5}};
    return job;
}

Job roundTable()
{
    Job job;
    job.id = {3};
    job.name = "Round for a bay window";
    job.note = "From the elm round; key across its crack.";
    job.started = "2026-11-16";
    job.layup.kind = TopKind::Single;
    job.layup.shape = TopShape::Round;
    job.layup.length_mm = 826.0;
    job.layup.thickness_mm = 50.0;
    job.layup.trim_mm = 0.0;
    job.layup.pieces = {{{18}, Face::Top, false, -28.0, std::nullopt}};
    onTheSled(job);
    job.flatten.method.setup_min = FlattenMethod{}.setup_min;
    job.move.climate = "heated_dry_winter";
    job.base = chosenKind(job.base, BaseKind::Pedestal);
    job.base.surface_mm = 735.0;
    job.base.disc_mm = 560.0;
    job.base.discThick_mm = 12.0;
    job.base.feet = BaseFeet::Felt;
    job.base.foot_mm = 4.0;
    job.surface.finish = FinishKind::WipingBlend;
    job.surface.look = WoodLook::Figured;
    job.surface.sanded = {{SurfacePart::Under, 80, "2026-11-25"},
                          {SurfacePart::Under, 120, "2026-11-25"},
                          {SurfacePart::Show, 80, "2026-11-26"}};
    return job;
}

Job hallTable()
{
    Job job;
    job.id = {4};
    job.name = "Hall table with a gap";
    job.note = "Two black locust slabs, live edges facing, steel rods.";
    job.started = "2026-11-18";
    job.layup.kind = TopKind::Gap;
    job.layup.edges = OuterEdges::Straight;
    job.layup.length_mm = 1700.0;
    job.layup.thickness_mm = 40.0;
    job.layup.leastGap_mm = 45.0;
    job.layup.rods.diameter_mm = 12.0;
    job.layup.rods.pitch_mm = 290.0;
    job.layup.rods.first_mm = 125.0;
    job.layup.pieces = {{{16}, Face::Top, false, -100.0, std::nullopt}, {{17}, Face::Top, true, -100.0, std::nullopt}};
    onTheSled(job);
    job.flatten.method.setup_min = FlattenMethod{}.setup_min;
    for (const double x : {260.0, 1440.0}) {
        for (const double y : {-190.0, 190.0}) {
            Fastener f;
            f.at = {x, y};
            job.move.fasteners.push_back(f);
        }
    }
    job.base = chosenKind(job.base, BaseKind::Trestle);
    job.base.surface_mm = 820.0;
    job.base.deep_mm = 110.0;
    job.base.thick_mm = 50.0;
    job.base.feet = BaseFeet::Felt;
    job.base.foot_mm = 4.0;
    job.surface.finish = FinishKind::Film;
    job.surface.look = WoodLook::Dark;
    job.surface.faces = FacesSchool::TwoBelow;
    job.surface.baseToo = true;
    return job;
}

Job libraryTop()
{
    Job job;
    job.id = {5};
    job.name = "Library table, three boards";
    job.note = "Three sisters of the maple, straight joints.";
    job.started = "2026-11-20";
    job.layup.kind = TopKind::Panel;
    job.layup.edges = OuterEdges::Straight;
    job.layup.length_mm = 1900.0;
    job.layup.thickness_mm = 48.0;
    job.layup.parted_mm = 950.0;
    job.layup.pieces = {{{11}, Face::Bottom, false, -130.0, std::nullopt},
                        {{12}, Face::Top, false, -130.0, std::nullopt},
                        {{13}, Face::Top, true, -130.0, std::nullopt}};
    onTheSled(job);
    job.flatten.method.setup_min = FlattenMethod{}.setup_min;
    for (const double x : {300.0, 1600.0}) {
        for (const double y : {-380.0, 0.0, 380.0}) {
            Fastener f;
            f.at = {x, y};
            job.move.fasteners.push_back(f);
        }
    }
    job.base = chosenKind(job.base, BaseKind::Box);
    job.base.surface_mm = 745.0;
    job.base.carriers = 3;
    return job;
}

Job millTable()
{
    Job job;
    job.id = {6};
    job.name = "Long table for a mill";
    job.note = "Four boards of the plane tree, joints curved along the grain; one template each.";
    job.started = "2026-11-23";
    job.layup.kind = TopKind::Panel;
    job.layup.length_mm = 2500.0;
    job.layup.thickness_mm = 46.0;
    job.layup.pieces = {{{1}, Face::Top, false, -200.0, std::nullopt},
                        {{2}, Face::Top, false, -200.0, std::nullopt},
                        {{8}, Face::Top, false, -200.0, std::nullopt},
                        {{9}, Face::Top, false, -200.0, std::nullopt}};
    job.layup.curves = {{{0.0, -16.0}, {800.0, 24.0}, {1700.0, -16.0}, {2500.0, 14.0}},
                        {{0.0, 18.0}, {900.0, -26.0}, {1800.0, 20.0}, {2500.0, -14.0}},
                        {{0.0, -14.0}, {700.0, 22.0}, {1600.0, -24.0}, {2500.0, 12.0}}};
    onTheSled(job);
    job.flatten.method.setup_min = FlattenMethod{}.setup_min;
    for (const double x : {420.0, 2080.0}) {
        for (const double y : {-360.0, 20.0, 290.0}) {
            Fastener f;
            f.at = {x, y};
            job.move.fasteners.push_back(f);
        }
    }
    job.base = chosenKind(job.base, BaseKind::Columns);
    job.base.surface_mm = 750.0;
    job.base.carriers = 4;
    job.base.stock_mm = 2500.0;
    job.surface.glue = GlueKind::Polyurethane;
    job.surface.people = 3;
    job.surface.clampsAtHand = 22.0;
    return job;
}

/// Two colours of one river, parted by a divider while it is liquid.
Job tideTable()
{
    Job job;
    job.id = {7};
    job.name = "Tide table, two colours";
    job.note = "River in sand and sea, parted by a divider of HDPE across it.";
    job.started = "2026-11-24";
    job.layup.kind = TopKind::River;
    job.layup.edges = OuterEdges::Live;
    job.layup.length_mm = 1700.0;
    job.layup.thickness_mm = 40.0;
    job.layup.leastGap_mm = 90.0;
    job.layup.pieces = {{{12}, Face::Top, false, -200.0, std::nullopt}, {{14}, Face::Top, true, -200.0, std::nullopt}};
    onTheSled(job);
    job.fill.bucket_L = 3.0;
    job.fill.sealCoat = true;
    job.fill.colours = {"sand", "sea", SecondColour::Divided, 2.0, 0.15, false, 720.0, false};
    job.fill.starts = "2026-12-01T08:00";
    job.fill.room = {19.0, 22.0, false, false};
    for (const double x : {330.0, 1370.0}) {
        BasePlate plate;
        plate.x_mm = x;
        plate.long_mm = 520.0;
        job.move.plates.push_back(plate);
        for (const double y : {-270.0, 270.0}) {
            job.base.footPoints.push_back({{x, y}, 160.0});
        }
    }
    job.base.kind = BaseKind::Bought;
    job.base.deep_mm = 50.0;
    job.base.thick_mm = 20.0;
    job.base.leg_mm = 700.0;
    job.move.baseMass_kg = 14.0;
    return job;
}

/// A river of some sixty litres in a shop that cools by night.
Job councilTable()
{
    Job job;
    job.id = {8};
    job.name = "Council table";
    job.note = "A wide river for sixteen seats; the shop is heated by day only.";
    job.started = "2026-11-25";
    job.layup.kind = TopKind::River;
    job.layup.edges = OuterEdges::Straight;
    job.layup.length_mm = 2600.0;
    job.layup.width_mm = 1450.0;
    job.layup.thickness_mm = 48.0;
    job.layup.pieces = {{{5}, Face::Top, false, -150.0, std::nullopt}, {{7}, Face::Top, true, -150.0, std::nullopt}};
    onTheSled(job);
    job.fill.bucket_L = 12.0;
    job.fill.sealCoat = true;
    job.fill.endSeal = true;
    job.fill.colours.first = "smoke";
    job.fill.mixing.chamber_L = 25.0;
    job.fill.room = {13.0, 18.0, false, false};
    job.fill.starts = "2026-12-07T08:00";
    job.base = chosenKind(job.base, BaseKind::Truss);
    job.base.surface_mm = 740.0;
    job.base.deep_mm = 80.0;
    job.base.thick_mm = 40.0;
    job.base.carriers = 6;
    job.base.hoist_kg = 500.0;
    job.door = {1800.0, 2100.0};
    return job;
}

} // namespace

Book demoBook()
{
    Shop shop = standardShop();
    addSlabs(shop, planeTree(), 1);
    addSlabs(shop, maple(), 10);
    addSingles(shop, 15);
    Book book;
    book.shop = std::make_shared<const Shop>(std::move(shop));
    book = withJob(book, readingRoomTable());
    for (Job job : {ferryDesk(), roundTable(), hallTable(), libraryTop(), millTable(), tideTable(), councilTable()}) {
        book = withJob(book, std::move(job));
    }
    return withDayBooks(std::move(book));
}

} // namespace burl
