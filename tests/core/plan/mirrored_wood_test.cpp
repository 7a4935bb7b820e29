// The same tree seen in a mirror: slabs with near and far changed, pieces listed from the other side. Every figure of
// every stage is the same, and what lies on the table lies on its other side.

#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>

#include "core/measure/clock.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;

namespace
{

Vec2 across(Vec2 p)
{
    return {p.x, -p.y};
}

Tape across(Tape tape)
{
    REQUIRE(tape.from == TapeFrom::String); // from a straight edge both sides are not alike
    for (TapeReading& r : tape.readings) {
        std::swap(r.near_mm, r.far_mm);
    }
    return tape;
}

HeightGrid across(const HeightGrid& grid)
{
    HeightGrid out = grid;
    const size_t columns = grid.xs_mm.size();
    const size_t rows = grid.ys_mm.size();
    for (size_t j = 0; j < rows; ++j) {
        out.ys_mm[j] = -grid.ys_mm[rows - 1 - j];
        for (size_t i = 0; i < columns; ++i) {
            out.readings_mm[j * columns + i] = grid.readings_mm[(rows - 1 - j) * columns + i];
        }
    }
    return out;
}

Ring across(const Ring& ring)
{
    Ring out;
    for (auto p = ring.rbegin(); p != ring.rend(); ++p) { // anticlockwise again
        out.push_back(across(*p));
    }
    return out;
}

template <typename T> std::optional<T> across(const std::optional<T>& value)
{
    return value ? std::optional<T>(across(*value)) : std::nullopt;
}

Slab across(Slab s)
{
    if (!s.top.readings.empty()) {
        s.top = across(s.top);
    }
    s.bottom = across(s.bottom);
    s.topDrawn = across(s.topDrawn);
    s.bottomDrawn = across(s.bottomDrawn);
    s.topPicture.reset();
    s.bottomPicture.reset();
    std::swap(s.bevelNear_mm, s.bevelFar_mm);
    for (ThicknessReading& t : s.thicknesses) {
        t.at = across(t.at);
    }
    s.topHeights = across(s.topHeights);
    s.bottomHeights = across(s.bottomHeights);
    for (Feature& f : s.features) {
        for (Vec2& p : f.points) {
            p = across(p);
        }
    }
    if (s.pith) {
        s.pith->offset_mm = -s.pith->offset_mm;
    }
    return s;
}

Job across(Job j)
{
    LayupChoices& l = j.layup;
    std::reverse(l.pieces.begin(), l.pieces.end());
    for (Piece& p : l.pieces) {
        p.across_mm = -p.across_mm;
        p.turn_deg = -p.turn_deg;
        if (p.rip) {
            p.rip = RipLine{-p.rip->at0_mm, -p.rip->slope};
        }
    }
    std::reverse(l.curves.begin(), l.curves.end());
    for (auto& curve : l.curves) {
        for (Vec2& p : curve) {
            p = across(p);
        }
    }
    l.outline = across(l.outline);
    if (l.nearEdge) {
        std::swap(*l.nearEdge, l.edges);
    }
    for (Bearing& b : j.flatten.bearings) {
        b.at = across(b.at);
    }
    for (Rest& rest : j.flatten.rests) {
        rest.readings = across(rest.readings);
    }
    MoveChoices& m = j.move;
    m.fixedLine_mm = -m.fixedLine_mm;
    for (BasePlate& p : m.plates) {
        p.middle_mm = -p.middle_mm;
        std::swap(p.nearLow_mm, p.farLow_mm);
    }
    for (Fastener& f : m.fasteners) {
        f.at = across(f.at);
        f.turn_deg = f.turn_deg ? std::optional(-*f.turn_deg) : std::nullopt;
    }
    for (Channel& c : m.channels) {
        c.middle_mm = -c.middle_mm;
    }
    for (EdgeStretch& s : j.surface.stretches) {
        s.far = !s.far;
    }
    for (Repair& r : j.surface.repairs) {
        r.at = across(r.at);
    }
    return j;
}

Demo across(const Demo& demo)
{
    Demo out = demo;
    for (const auto& slab : demo.book.shop->slabs) {
        const bool used = std::any_of(demo.job.layup.pieces.begin(), demo.job.layup.pieces.end(),
                                      [&](const Piece& p) { return p.slab == slab->id; });
        if (used) {
            out.book = withSlab(out.book, across(*slab));
        }
    }
    out.job = across(demo.job);
    return out;
}

Plan planOf(const Demo& demo)
{
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    return makePlan(demo.job, *demo.book.shop, nullptr, worked);
}

/// All that a stage says in numbers: size only, for a place has the other sign, and in order of size, for pieces are
/// listed from the other side.
std::vector<double> sizesOf(const StageAnswer& answer)
{
    std::vector<double> out;
    for (const Entry& e : answer.figures) {
        if (e.figure.known()) {
            out.push_back(std::abs(e.figure.value()));
        }
    }
    std::sort(out.begin(), out.end());
    return out;
}

std::vector<std::string> codesOf(const StageAnswer& answer)
{
    std::vector<std::string> out;
    for (const Finding& f : answer.findings) {
        out.push_back(f.code);
    }
    std::sort(out.begin(), out.end());
    return out;
}

} // namespace

TEST_CASE("wood seen in a mirror makes the table seen in a mirror, to every figure", "[plan][mirror]")
{
    const int number = GENERATE(1, 2, 4, 5, 6, 7);
    Demo demo(number);
    demo.job.base = {}; // its own mirror has a test
    INFO(demo.job.name);
    const Plan plan = planOf(demo);
    const Plan mirrored = planOf(across(demo));
    const auto answers = plan.answers();
    const auto others = mirrored.answers();
    REQUIRE(answers.size() == others.size());
    for (size_t k = 0; k < answers.size(); ++k) {
        INFO("stage " << answers[k].stage);
        CHECK(codesOf(*answers[k].answer) == codesOf(*others[k].answer));
        const auto a = sizesOf(*answers[k].answer);
        const auto b = sizesOf(*others[k].answer);
        REQUIRE(a.size() == b.size());
        for (size_t i = 0; i < a.size(); ++i) {
            INFO("figure " << i << ": " << a[i] << " and " << b[i]);
            CHECK(b[i] == Approx(a[i]).epsilon(1e-5).margin(1e-6)); // regions lie on a grid of micrometres
        }
    }

    // And it lies there: each piece of the one under the piece of the other.
    const auto& pieces = plan.layup->pieces;
    const size_t count = pieces.size();
    REQUIRE(mirrored.layup->pieces.size() == count);
    for (size_t i = 0; i < count; ++i) {
        const Box one = boundsOf(pieces[i].rough.empty() ? pieces[i].showRing : pieces[i].rough);
        const PlacedPiece& other = mirrored.layup->pieces[count - 1 - i];
        const Box two = boundsOf(other.rough.empty() ? other.showRing : other.rough);
        CHECK(pieces[i].name == other.name);
        CHECK(two.left == Approx(one.left).margin(0.01));
        CHECK(two.top == Approx(-one.bottom).margin(0.01));
        CHECK(two.bottom == Approx(-one.top).margin(0.01));
    }
}

TEST_CASE("what lies in a mirrored mirror lies where it lay", "[plan][mirror]")
{
    const Demo demo(1);
    const Demo back = across(across(demo));
    CHECK(back.job.layup == demo.job.layup);
    CHECK(back.job.move == demo.job.move);
    const SlabId id = demo.job.layup.pieces.at(0).slab;
    CHECK(back.book.shop->slab(id)->features == demo.book.shop->slab(id)->features);
    CHECK(back.book.shop->slab(id)->topHeights == demo.book.shop->slab(id)->topHeights);
}
