// Minimal jobs from the base to the money: dates, hands, waits, goods. Each was told wrongly or not at all once.

#include <catch2/catch.hpp>

#include "core/days/rates.h"
#include "core/measure/clock.h"
#include "core/measure/when.h"
#include "core/plan/plan.h"
#include "exchange/job_file.h"
#include "support/files.h"

using namespace burl;

namespace
{

JobFile shopJob(const std::string& name)
{
    auto file = readJobFile(test::reference("cases/shop/" + name + ".json"));
    REQUIRE(file);
    return std::move(*file);
}

Plan plannedAt(const JobFile& file, const char* now)
{
    Plan plan = planWorkedOut(file.job, file.shop);
    Worked worked;
    worked.now_h = hoursOf(now);
    worked.heat = plan.fill.input->heat;
    worked.hold = plan.hold.input->answers;
    return makePlan(file.job, file.shop, &plan, worked);
}
Plan plannedAt(const std::string& name, const char* now = "2026-11-02T08:00")
{
    return plannedAt(shopJob(name), now);
}

std::vector<std::string> said(const StageAnswer& stage, const std::string& code)
{
    std::vector<std::string> out;
    for (const Finding& f : stage.findings) {
        if (f.code == code) {
            out.push_back(sentence(f, {}));
        }
    }
    return out;
}
bool says(const StageAnswer& stage, const std::string& code, const std::string& words = "")
{
    const auto all = said(stage, code);
    return std::any_of(all.begin(), all.end(),
                       [&](const std::string& one) { return one.find(words) != std::string::npos; });
}

/// "Mon 16 Nov, 08:00".
std::string startOf(const Plan& plan, const std::string& key)
{
    const PlannedStep* p = plan.days->plannedStep(key);
    INFO(key);
    REQUIRE(p != nullptr);
    return timeText(plan.days->hoursAt(p->start));
}
double startHour(const Plan& plan, const std::string& key)
{
    const PlannedStep* p = plan.days->plannedStep(key);
    INFO(key);
    REQUIRE(p != nullptr);
    return plan.days->hoursAt(p->start);
}

} // namespace

TEST_CASE("what a pour took in two lines is one pour", "[cases][days][rates]")
{
    const JobFile file = shopJob("01-resin-of-one-pour-in-two-lines");
    const RateLogs logs = rateLogsOf(file.job, file.shop.habits.work);
    CHECK(usedForPlanned("resin", logs) == Approx(1.0).margin(0.01)); // (10 + 5 + 5) / (10 + 10)
    const RateLogs minutes = rateLogsOf(shopJob("02-minutes-of-one-step-in-two-lines").job, {});
    REQUIRE(minutes.at("flatten").size() == 1);
    CHECK(minutes.at("flatten")[0].used == 120.0);
    CHECK(minutes.at("flatten")[0].quantity == 6.0);
}

TEST_CASE("flood coats are poured on both faces, weigh, and stand in the days once", "[cases][days][surface]")
{
    const Plan plan = plannedAt("03-flood-coat-of-one-face-only");
    // Two of 1.5 mm above and two below on 1.30 m2, the rim of 5.3 m x 52 mm with those above, 12 in 100 run off.
    CHECK(plan.figure("finish").value() == Approx((2 + 2) * 1.30 * 1.5 / 0.88).epsilon(0.05));
    CHECK(plan.figure("mass_flood").value() > 8.0);
    const Plan filled = plannedAt("04-flood-coats-of-fill-in-no-step");
    CHECK(startHour(filled, "pour_flood-2") > startHour(filled, "pour_flood-1"));
    CHECK(startHour(filled, "show_1") > startHour(filled, "pour_flood-2"));
    // Said on both benches they are poured once.
    JobFile twice = shopJob("03-flood-coat-of-one-face-only");
    twice.job.fill.floodCoats = 2;
    const Plan once = plannedAt(twice, "2026-11-02T08:00");
    CHECK(once.days->plannedStep("pour_flood-1") == nullptr);
    CHECK(once.figure("mass").value() == Approx(plan.figure("mass").value()));
    CHECK(says(*once.fill, "fill.flood_twice"));
}

TEST_CASE("a first coat and a first pour that were said are days of the plan", "[cases][days]")
{
    const Plan coat = plannedAt("05-first-coat-said-and-not-planned");
    CHECK(startHour(coat, "show_1") >= *hoursOf("2027-01-11T00:00"));
    CHECK(says(*coat.days, "days.late", "the first coat"));
    const Plan pour = plannedAt("47-first-pour-said-and-not-planned");
    CHECK(startOf(pour, "pour_river-1") == "Mon 7 Dec, 08:00");
    const Plan late = plannedAt("48-in-use-after-it-is-delivered");
    CHECK(says(*late.days, "days.late", "its cure"));
    // One date wherever it is read: the last coat and its cure.
    const PlannedStep* last = late.days->plannedStep("show_" + std::to_string(late.surface->coatsShow));
    REQUIRE(last != nullptr);
    CHECK(late.figure("cured").value() == late.days->dayOfMinute(last->ready - 1));
}

TEST_CASE("what nobody can do in the hours of the shop is told, step by step, and the rest keeps its helper",
          "[cases][days]")
{
    CHECK(says(*plannedAt("06-helper-when-the-shop-is-closed").days, "days.nobody_helps", "Mount the top"));
    CHECK(says(*plannedAt("07-helper-for-an-hour-delivery-takes-two").days, "days.nobody_helps", "Deliver it"));
    const Plan light = plannedAt("08-one-step-without-light-drops-every-helper");
    CHECK(says(*light.days, "days.no_daylight", "Photograph it"));
    CHECK(startOf(light, "mount").substr(0, 3) == "Wed"); // the helper's day, as without that step
    CHECK(says(*plannedAt("09-raking-light-in-the-dark").days, "days.no_daylight", "raking light"));
    const Plan turned = plannedAt("10-turned-over-alone");
    CHECK(turned.days->list.steps[*turned.days->list.find("flatten_1")].peopleWords() == "two people to turn it");
    CHECK(says(*plannedAt("11-four-carriers-one-helper").days, "days.too_few",
               "4 people, and the shop has 2: ask 2 more"));
}

TEST_CASE("a wait that was not kept is told, of glue, sealant and coats as of resin", "[cases][days]")
{
    CHECK(says(*plannedAt("12-wet-glue-planed", "2026-11-04T14:00").days, "days.wait_shortened", "sinks"));
    const Plan coats = plannedAt("13-coats-too-soon-and-mounted-uncured", "2026-11-11T11:00");
    CHECK(said(*coats.days, "days.wait_shortened").size() >= 3);
    CHECK(says(*coats.days, "days.wait_shortened", "takes every mark"));
    CHECK(says(*plannedAt("14-poured-on-wet-sealant", "2026-11-10T11:00").days, "days.wait_shortened", "leaks"));
    const Plan order = plannedAt("15-sanded-before-flattened", "2026-11-11T10:00");
    CHECK(said(*order.days, "days.out_of_order") ==
          std::vector<std::string>{"Sand the show face was done before Flatten P1."});
}

TEST_CASE("a step that is skipped leaves the drying that was to come after it", "[cases][days]")
{
    const Plan scraped = plannedAt("16-skipped-scraping-takes-the-drying-along");
    CHECK(startHour(scraped, "plane_again") >= *hoursOf("2026-11-05T08:00"));
    const Plan coat = plannedAt("17-skipped-coat-takes-the-cure-along");
    CHECK(startHour(coat, "mount") >= *hoursOf("2026-11-16T00:00"));
    // A step that is skipped with all that it hangs on leaves nothing.
    JobFile none = shopJob("17-skipped-coat-takes-the-cure-along");
    for (const char* key : {"under_1", "under_2", "show_1", "show_2"}) {
        StepOverrule skip;
        skip.step = key;
        skip.skip = true;
        none.job.days.overrules.push_back(skip);
    }
    const Plan bare = plannedAt(none, "2026-11-02T08:00");
    CHECK(startHour(bare, "mount") < startHour(coat, "mount") - 24.0 * 5);
}

TEST_CASE("a plan is never later than a plain list of its steps", "[cases][days]")
{
    const Plan a = plannedAt("22-later-than-a-plain-list", "2026-11-27T10:10");
    CHECK(a.days->hoursAt(a.days->finish) <= *hoursOf("2027-01-21T12:30")); // five days later once
    const Plan b = plannedAt("23-later-than-a-plain-list-2", "2026-11-27T10:10");
    CHECK(b.days->hoursAt(b.days->finish) <= *hoursOf("2027-01-08T13:00"));
}

TEST_CASE("everything that is bought is priced or missed by name, once", "[cases][money]")
{
    const auto open = [](const Plan& plan) {
        std::string out;
        for (const Unpriced& one : plan.money->unpriced) {
            out += one.what + "; ";
        }
        return out;
    };
    const std::string steel = open(plannedAt("19-forty-kilos-of-steel-for-nothing"));
    for (const char* what : {"Steel disc ⌀ 700 × 10", "Steel plate", "Adjustable feet", "Channels"}) {
        INFO(steel);
        CHECK(steel.find(what) != std::string::npos);
    }
    CHECK(open(plannedAt("20-panels-for-nothing")).find("Boards or sheets") != std::string::npos);
    // A price in the shop's stock, of a pack, prices each; an own line that names it does as well.
    JobFile file = shopJob("19-forty-kilos-of-steel-for-nothing");
    file.shop.habits.stock.push_back({"plate:⌀ 700 × 10", 0.0, 2.0, 180.0});
    file.job.money.lines.push_back({"Feet with a stop", "feet:adjustable", 4.0, 3.5});
    const Plan priced = plannedAt(file, "2026-11-02T08:00");
    const auto disc = std::find_if(priced.money->draft.lines.begin(), priced.money->draft.lines.end(),
                                   [](const MoneyLine& l) { return l.what == "Steel disc ⌀ 700 × 10"; });
    REQUIRE(disc != priced.money->draft.lines.end());
    CHECK(disc->price == 90.0);
    CHECK(open(priced).find("Adjustable feet") == std::string::npos);
    CHECK(says(*plannedAt("18-deposit-below-the-goods").money, "money.deposit_low"));
}

TEST_CASE("a quote does not promise a day on which nothing is done", "[cases][money]")
{
    const JobFile file = shopJob("21-quote-promises-what-cannot-be");
    const Plan plan = plannedAt(file, "2026-11-02T08:00");
    const std::string against = impossiblePromise(plan.money->draft, *plan.days, file.job.days);
    CHECK(against.find("5 Nov 2026") != std::string::npos);
    CHECK(against.find("12 Nov 2026") != std::string::npos);
    KeptQuote accepted = plan.money->draft;
    accepted.accepted = "2026-10-01"; // what was agreed is not argued with
    CHECK(impossiblePromise(accepted, *plan.days, file.job.days).empty());
    KeptQuote later = plan.money->draft;
    later.delivery = "2026-11-12";
    CHECK(impossiblePromise(later, *plan.days, file.job.days).empty());
}

TEST_CASE("a laminated column is sawn from as much board as its lamellae and kerfs take", "[cases][base]")
{
    const Plan plan = plannedAt("24-laminated-columns-from-solid-boards");
    const auto column = std::find_if(plan.base->shape->members.begin(), plan.base->shape->members.end(),
                                     [](const BaseMember& m) { return m.lamellae > 0; });
    REQUIRE(column != plan.base->shape->members.end());
    CHECK(column->lamellae == 23);
    CHECK(column->radius_mm > 100.0);
    const auto stock = std::find_if(plan.base->stock.begin(), plan.base->stock.end(),
                                    [](const StockCut& s) { return s.deep_mm == 161.0; }); // 23 x (4 + 3)
    CHECK(stock != plan.base->stock.end());
    CHECK_FALSE(says(*plan.base, "base.racks", "welds"));
}

TEST_CASE("glue knows how cold the shop is that the resin stands in", "[cases][surface]")
{
    const Plan plan = plannedAt("27-two-temperatures-of-one-shop");
    CHECK(plan.surface->glue_C == 12.0);
    CHECK(plan.surface->coldest_C == 8.0);
    CHECK(says(*plan.surface, "surface.glue_cold", "At 8"));
}
