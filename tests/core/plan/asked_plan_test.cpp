// While a hand drags only what its bench shows is asked for; what is asked is the same as that of the whole plan.

#include <catch2/catch.hpp>

#include <random>

#include "support/demo.h"

using namespace burl;
using burl::test::Demo;

namespace
{

std::string made(const Plan& plan)
{
    std::string out;
    for (const NamedAnswer& a : plan.answers()) {
        out += a.computed ? std::string(out.empty() ? "" : " ") + std::string(a.stage) : "";
    }
    return out;
}

/// All that is said, with every digit.
std::string said(const StageAnswer& answer)
{
    std::string out;
    for (const Entry& e : answer.figures) {
        out += e.figure ? e.figure.node().key + " " + (e.figure.known() ? std::to_string(e.figure.value()) : "?") + "\n"
                        : "none\n";
    }
    for (const Finding& f : answer.findings) {
        out += f.code + " " + sentence(f, {}) + "\n";
    }
    return out;
}

/// What a hand may drag on any bench: a piece, the outline, a fastener, a base's inset.
void drag(Job& job, std::mt19937& random)
{
    std::uniform_real_distribution<double> by(-15.0, 15.0);
    switch (random() % 4) {
    case 0:
        job.layup.pieces[random() % job.layup.pieces.size()].left_mm += by(random);
        break;
    case 1:
        job.layup.length_mm += by(random);
        break;
    case 2:
        for (Fastener& f : job.move.fasteners) {
            f.at.x += by(random);
        }
        break;
    default:
        job.base.inset_mm += std::abs(by(random));
    }
}

} // namespace

TEST_CASE("what a bench asks for in a drag is what the whole plan says, and the rest follows", "[plan][memo][law]")
{
    std::mt19937 random(7);
    for (int number = 1; number <= 8; ++number) {
        Demo demo(number);
        Plan held = demo.plan();
        for (const char* bench : {"yard", "layup", "flat", "fill", "move", "base", "surface", "days"}) {
            for (int step = 0; step < 2; ++step) {
                drag(demo.job, random);
                held = makePlan(demo.job, *demo.book.shop, &held, {}, bench);
            }
            INFO("job " << number << ", " << bench);
            const Plan whole = demo.plan();
            const auto want = whole.answers();
            const auto got = held.answers();
            size_t behind = 0;
            for (size_t i = 0; i < want.size(); ++i) {
                CHECK_FALSE((got[i].bench == bench && got[i].behind));
                CHECK_FALSE((behind > 0 && !got[i].behind)); // a stage that is behind has none after it that is not
                behind += got[i].behind ? 1 : 0;
                if (!got[i].behind) {
                    CHECK(said(*got[i].answer) == said(*want[i].answer));
                }
            }
            CHECK(held.isBehind() == (behind > 0));
            const Plan rested = makePlan(demo.job, *demo.book.shop, &held);
            CHECK_FALSE(rested.isBehind());
            const auto after = rested.answers();
            for (size_t i = 0; i < want.size(); ++i) {
                CHECK(said(*after[i].answer) == said(*want[i].answer));
            }
            held = rested;
        }
    }
}

TEST_CASE("a piece dragged on Layup asks nothing of the benches behind it", "[plan][memo]")
{
    Demo demo(1);
    const Plan first = demo.plan();
    demo.job.layup.pieces[0].left_mm -= 3.0;
    const Plan dragged = makePlan(demo.job, *demo.book.shop, &first, {}, "layup");
    CHECK(made(dragged) == "layup tenons");
    CHECK(dragged.isBehind("days"));
    CHECK(dragged.isBehind("flat"));
    CHECK_FALSE(dragged.isBehind("layup"));
    CHECK(dragged.days.answer == first.days.answer);
    CHECK(made(makePlan(demo.job, *demo.book.shop, &first, {}, "yard")).empty());
}

TEST_CASE("where a drag changes how many pieces there are, all is asked", "[plan][memo]")
{
    Demo demo(1);
    const Plan first = demo.plan();
    demo.job.layup.pieces.pop_back();
    const Plan dragged = makePlan(demo.job, *demo.book.shop, &first, {}, "layup");
    CHECK(dragged.layup->pieces.size() != first.layup->pieces.size());
    CHECK_FALSE(dragged.isBehind());
    CHECK(dragged.flatten->pieces.size() == dragged.layup->pieces.size());
}
