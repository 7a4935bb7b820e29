// What wants attention in a base: serious things first.

#include <algorithm>
#include <cmath>

#include "core/base/base_plan.h"
#include "core/move/hazards.h"

namespace burl
{
namespace
{

constexpr double kSafeTilt_deg = 10.0;  // furniture that goes over sooner is tippy: shop custom
constexpr double kKnee_mm = 600.0;      // custom
constexpr double kSeatToTop_mm = 270.0; // from a seat to the top, custom 270 to 320
constexpr double kSeatToTopUsual_mm = 320.0;
constexpr double kSeatToTopMost_mm = 340.0; // beyond it is said
constexpr double kTie_mm = 250.0;           // of a tie over the floor: under the shins
constexpr double kDining_mm = 600.0;        // lower surfaces are not for sitting at
constexpr double kRock_mm = 0.3;            // under a foot: a card fits, and one hears it
constexpr double kArmRoom_mm = 10.0;        // over the arms of a chair
constexpr double kHandRoom_mm = 20.0;       // beside what passes: fingers and blankets
constexpr double kTrip_mm = 40.0;           // of a foot beyond the top

class BaseInspector
{
public:
    BaseInspector(const BaseInput& in, BasePlan& plan) : in_(in), plan_(plan), c_(plan.choices) {}

    void inspect()
    {
        if (plan_.shape) {
            standing();
            rocking();
            members();
            pads();
            legs();
        }
        height();
        ways();
        weights();
        cautions();
    }

private:
    Finding& add(const char* code, Severity severity, std::string text, std::vector<Figure> figures, std::string remedy,
                 std::optional<Vec2> place = std::nullopt)
    {
        return addFinding(plan_.findings, code, severity, std::move(text), std::move(figures), std::move(remedy),
                          place);
    }
    static Figure chosen(const char* key, const char* label, double v, Unit unit = Unit::Length)
    {
        return given(key, label, v, unit, "chosen");
    }

    void standing()
    {
        if (plan_.shape->feet.size() < 3 || plan_.tipping.edges.empty()) {
            add("base.no_stand", Severity::Stop, "Its feet stand on one line: it cannot stand by itself.", {},
                "give it feet that stand apart")
                .leadsTo = {"base", "standing"};
            return;
        }
        const bool falls = std::any_of(plan_.tipping.edges.begin(), plan_.tipping.edges.end(),
                                       [](const TippingEdge& e) { return e.distance_mm <= 0.0; });
        if (falls) {
            add("base.falls", Severity::Stop,
                "Its weight lies outside its feet: it falls over as soon as it is let go.", {},
                "bring the feet under the weight", Vec2{plan_.all.x, plan_.all.y});
            return;
        }
        const Figure sitter = chosen("sitter", "somebody", c_.sitter_kg, Unit::Mass);
        for (const std::optional<TipsOver>* way : {&plan_.end, &plan_.side}) {
            if (!*way || !(*way)->tip.known()) {
                continue;
            }
            const TipsOver& t = **way;
            const std::string where = t.end ? (t.out.x > 0.0 ? "the right end" : "the left end")
                                            : (t.out.y > 0.0 ? "the far side" : "the near side");
            const Figure by = workedOut("widen", "further out", std::ceil(t.widen_mm), Unit::Length,
                                        "where they bear whoever sits there");
            if (t.tip.value() < kLeaning_N) {
                add(t.end ? "base.tips_end" : "base.tips_side", Severity::Stop,
                    "It tips over when {0} press on " + where + ": somebody who leans there does that.", {t.tip, by},
                    "set its feet {1} further out", t.at);
            } else if (t.widen_mm > 0.0 && !nobodySits()) {
                add(t.end ? "base.tips_end" : "base.tips_side", Severity::Warn,
                    "Somebody of {2} sitting on " + where + " tips it over: {0} are enough.", {t.tip, by, sitter},
                    "set its feet {1} further out", t.at);
            }
        }
        const auto least =
            std::min_element(plan_.tipping.edges.begin(), plan_.tipping.edges.end(),
                             [](const TippingEdge& a, const TippingEdge& b) { return a.tilt_deg < b.tilt_deg; });
        if (least->tilt_deg < kSafeTilt_deg) {
            add("base.tippy", Severity::Warn,
                "It goes over when it leans {0}: narrow feet under a heavy top. A bump may do that.",
                {workedOut("tilt", "lean", least->tilt_deg, Unit::Degrees, "feet and weight")},
                "wider feet, or hold it to the wall");
        }
        for (size_t i = 0; i < plan_.feet_N.size(); ++i) {
            if (plan_.feet_N[i] < 0.0) {
                add("base.foot_lifts", Severity::Warn,
                    "Foot {0} bears nothing: the others carry the table, and it rocks on them.",
                    {workedOut("number", "foot", static_cast<double>(i + 1), Unit::Count, "as they were placed")},
                    "bring the feet under the weight", plan_.shape->feet[i]);
            }
        }
    }

    void rocking()
    {
        if (plan_.gaps_mm.empty()) {
            return;
        }
        const auto most = std::max_element(plan_.gaps_mm.begin(), plan_.gaps_mm.end());
        if (*most < kRock_mm) {
            return;
        }
        const auto foot = static_cast<size_t>(most - plan_.gaps_mm.begin());
        const std::vector<Figure> figures{
            workedOut("number", "foot", static_cast<double>(foot + 1), Unit::Count, "as they were placed"),
            workedOut("gap", "air under it", *most, Unit::Length, "standing on three, from the readings")};
        const bool screws = c_.feet == BaseFeet::Adjustable && *most <= c_.footTravel_mm;
        Finding& f = add("base.rocks", screws ? Severity::Caution : Severity::Warn,
                         "It rocks: {1} of air under foot {0} when it stands on the others.", figures,
                         screws ? "screw that foot out by {1}" : "a shim of {1} under it, or adjustable feet",
                         plan_.shape->feet[foot]);
        f.leadsTo = {"base", "standing"};
    }

    void members()
    {
        for (const StockCut& s : plan_.stock) {
            for (const std::string& id : s.list.tooLong) {
                const BaseMember& m = plan_.shape->members[static_cast<size_t>(std::stoi(id)) - 1];
                add("base.bar_short", Severity::Stop,
                    "Member {0} is {1} long and a " + std::string(s.wood ? "board" : "bar") + " {2}.",
                    {workedOut("number", "member", m.number, Unit::Count, "of the cut list"),
                     workedOut("member", "member", m.long_mm, Unit::Length, "overall"),
                     chosen("stock", "stock", s.stock_mm)},
                    "take longer stock, or splice it")
                    .leadsTo = {"base", "cuts"};
            }
        }
        if (!plan_.panels.tooBig.empty()) {
            add("base.panel_big", Severity::Caution,
                "A panel is larger than a sheet of {0} by {1}: it is glued up of boards.",
                {given("sheet_long", "long", 2500.0, Unit::Length, "usual"),
                 given("sheet_wide", "wide", 1250.0, Unit::Length, "usual")},
                "");
        }
        const double hollow = 2.0 * c_.wall_mm;
        if (madeOf(c_.kind) == BaseOf::Steel && hollow >= std::min(c_.deep_mm, c_.thick_mm)) {
            add("base.wall", Severity::Stop, "Walls of {0} leave no hollow in a section of {1} by {2}.",
                {chosen("wall", "wall", c_.wall_mm), chosen("deep", "deep", c_.deep_mm),
                 chosen("thick", "thick", c_.thick_mm)},
                "0 is solid")
                .leadsTo = {"base", "legs"};
        }
        if (c_.kind == BaseKind::Columns) {
            constexpr double kBend = 1.0 / 100.0; // of the radius, bent dry
            for (const BaseMember& m : plan_.shape->members) {
                if (m.name != "Column, curved") {
                    continue;
                }
                const double chord = plan_.shape->rise_mm - 2.0 * c_.rail_mm;
                const double bow = std::max(1.0, std::abs(c_.bow_mm));
                const double radius = (chord * chord / 4.0 + bow * bow) / (2.0 * bow);
                if (c_.lamella_mm > radius * kBend) {
                    add("base.lamella", Severity::Warn, "Lamellae of {0} break bent dry round {1}.",
                        {chosen("lamella", "lamella", c_.lamella_mm),
                         workedOut("radius", "radius", radius, Unit::Length, "of the column")},
                        "no thicker than a hundredth of it, or steam")
                        .leadsTo = {"base", "legs"};
                }
            }
        }
        if (c_.kind == BaseKind::Trestle || c_.kind == BaseKind::AngledLegs || c_.kind == BaseKind::CrossLapped) {
            WedgedTenonInput in;
            in.stretcher_mm = c_.railThick_mm;
            in.leg_mm = c_.thick_mm;
            in.wedge_deg = c_.wedge_deg;
            in.tenonHigh_mm = c_.rail_mm;
            if (!wedgedTenon(in).stays) {
                add("base.wedge", Severity::Warn, "A wedge of {0} backs out as the wood dries and is shaken.",
                    {chosen("wedge", "wedge", c_.wedge_deg, Unit::Degrees)}, "5 to 8 degrees")
                    .leadsTo = {"base", "legs"};
            }
        }
        if (madeOf(c_.kind) == BaseOf::Wood && !plan_.shape->massKnown) {
            add("base.no_wood", Severity::ToDo, "What the base is made of has not been said: it is not weighed.", {},
                "say its wood")
                .leadsTo = {"base", "frame"};
        }
    }

    /// What a plate or the head of a leg must not press on.
    void pads()
    {
        if (!in_.move || !in_.move->underside) {
            return;
        }
        for (const Vec2 pad : plan_.shape->pads) {
            for (const Hazard& h : in_.move->underside->hazards) {
                if (!h.below || h.kind == HazardKind::Joint || h.kind == HazardKind::Cut || h.ring.empty() ||
                    !contains(h.ring, pad)) {
                    continue;
                }
                const bool channel = h.kind == HazardKind::Channel;
                if (channel && platesUnder(c_.kind) > 0) {
                    continue; // the end of a plate may reach over a channel that is let in flush
                }
                add("base.pad_on", channel ? Severity::Warn : Severity::Caution,
                    "A leg bears on " + h.name + ": " +
                        (channel ? "nothing may lie over a channel." : "no wood is there to hold it."),
                    {}, "move that leg", pad)
                    .leadsTo = {"base", "frame"};
                break;
            }
        }
        for (const Vec2 pad : plan_.shape->pads) {
            if (!in_.move->underside->under.empty() && !contains(in_.move->underside->under, pad) &&
                in_.layup->gap == std::nullopt) {
                add("base.pad_outside", Severity::Warn, "A leg's head stands beyond the wood of the underside.", {},
                    "move it in, or shorten its plate", pad)
                    .leadsTo = {"base", "frame"};
                break;
            }
        }
    }

    void legs()
    {
        const BaseShape& s = *plan_.shape;
        if (s.openShape && !s.tied) {
            const double load =
                plan_.feet_N.empty() ? 0.0 : *std::max_element(plan_.feet_N.begin(), plan_.feet_N.end());
            const Thrust t = thrustOf(load, s.rise_mm, 0.0, c_.lean_deg, 0.0, 0.3);
            add("base.pushed_out", Severity::Warn, "Leaning legs are pushed apart by {0} each, and nothing ties them.",
                {workedOut("thrust", "thrust", t.tieY_N, Unit::Force, "load on a leg × tangent of its lean"),
                 given("tie", "tie", kTie_mm, Unit::Length, "custom, over the floor")},
                "a tie at {1}")
                .leadsTo = {"base", "legs"};
        }
        if (s.racks) {
            add("base.racks", Severity::Caution,
                madeOf(c_.kind) == BaseOf::Wood
                    ? "Along the table only its joints to the head beams keep it from racking: wide beams, tight "
                      "joints, and both ends screwed to one stiff top."
                    : "Along the table only its corners and plates keep it from racking: welds all round, plates "
                      "wide, and both frames bolted to one stiff top.",
                {}, "");
        }
        const Box& box = in_.layup->finalBox;
        for (const Vec2 f : s.feet) {
            const double beyond = std::max({box.left - f.x, f.x - box.right, box.bottom - f.y, f.y - box.top});
            if (beyond > kTrip_mm) {
                add("base.foot_out", Severity::Caution, "A foot stands {0} beyond the top: toes find it.",
                    {workedOut("beyond", "beyond", beyond, Unit::Length, "on the drawing")}, "less spread", f);
                break;
            }
        }
        if (c_.carpet) {
            add("base.carpet", Severity::Caution,
                "On a carpet feet sink in, and at its edge two stand higher than the others: level it where it "
                "stands, a week later again.",
                {}, "wide feet");
        }
    }

    /// A console at the wall, a shelf: no chair stands at it.
    [[nodiscard]] bool nobodySits() const { return c_.chairs && *c_.chairs < 1.0; }

    void height()
    {
        if (!plan_.surface.known() || plan_.surface.value() < kDining_mm || nobodySits()) {
            return;
        }
        const Figure seat = chosen("seat", "seat", c_.seat_mm);
        const double over = plan_.surface.value() - c_.seat_mm;
        if (over < kSeatToTop_mm || over > kSeatToTopMost_mm) {
            const bool low = over < kSeatToTop_mm;
            add(low ? "base.low" : "base.tall", Severity::Caution,
                "At {0} it is " +
                    std::string(low ? "low to sit at with a seat of {1}: custom is {2} to {3} over it."
                                    : "tall to sit at with a seat of {1}: custom is {2} to {3} over it; for standing "
                                      "it is another matter."),
                {plan_.surface, seat, given("over_least", "over it", kSeatToTop_mm, Unit::Length, "custom"),
                 given("over_most", "to", kSeatToTopUsual_mm, Unit::Length, "custom")},
                low ? "a higher surface" : "a lower surface, or higher chairs")
                .leadsTo = {"base", "legs"};
        }
        const Figure knee = workedOut("knee", "knee room", plan_.knee_mm, Unit::Length, "surface less top and rails");
        if (plan_.knee_mm < kKnee_mm) {
            add("base.knee", Severity::Warn, "Knees have {0}; custom is {1} and more.",
                {knee, given("knee_custom", "custom", kKnee_mm, Unit::Length, "custom")},
                plan_.shape && plan_.shape->hangs_mm > 0.0 ? "a lower apron" : "a higher surface")
                .leadsTo = {"base", "legs"};
        }
        if (c_.arms_mm && *c_.arms_mm + kArmRoom_mm > plan_.knee_mm) {
            add("base.arms", Severity::Caution, "Chairs with arms of {0} do not go under: {1} are free.",
                {chosen("arms", "arms", *c_.arms_mm), knee}, "")
                .leadsTo = {"base", "standing"};
        }
    }

    [[nodiscard]] bool inHalves() const { return in_.layup->parted_mm.has_value(); }
    /// What has to pass: of halves the longer one.
    [[nodiscard]] std::string topIs() const { return inHalves() ? "The longer half of the top" : "The top"; }

    void ways()
    {
        bool asked = false;
        for (const NarrowPlace& p : plan_.places) {
            asked = asked || p.answer != PassAnswer::NotMeasured;
            if (p.answer == PassAnswer::Never) {
                add("base.wont_pass", Severity::Stop, topIs() + " does not pass the " + p.name + ": {0} are missing.",
                    {workedOut("short", "missing", -p.spare_mm.value_or(0.0), Unit::Length,
                               "the way it would pass best")},
                    inHalves() ? "a cut nearer to the middle, or another way in"
                               : "a top in two halves, or another way in")
                    .leadsTo = {"base", "carrying"};
            } else if (p.answer == PassAnswer::TopAlone && plan_.wholeBox) {
                add("base.top_alone", Severity::Caution,
                    "Through the " + p.name + " goes the top alone, " + p.how +
                        ": the base is bolted on inside, and its bolts travel in a bag.",
                    {}, "")
                    .leadsTo = {"base", "carrying"};
            }
            if (p.answer == PassAnswer::TopAlone && !plan_.wholeBox && p.spare_mm && *p.spare_mm >= kHandRoom_mm) {
                add("base.passes", Severity::Good,
                    topIs() + " goes through the " + p.name + ", " + p.how + ": {0} to spare.",
                    {workedOut("spare", "to spare", *p.spare_mm, Unit::Length, "as it passes best")}, "")
                    .leadsTo = {"base", "carrying"};
            }
            if (p.answer != PassAnswer::NotMeasured && p.answer != PassAnswer::Never && p.spare_mm &&
                *p.spare_mm < kHandRoom_mm) {
                add("base.close", Severity::Caution, "The " + p.name + " leaves {0}: no room for fingers.",
                    {workedOut("spare", "room", *p.spare_mm, Unit::Length, "as it passes best")},
                    "measure it once more, frame and hinges too")
                    .leadsTo = {"base", "carrying"};
            }
        }
        if (!asked && plan_.shape) {
            add("base.way_unknown", Severity::ToDo, "Whether it comes into its room is not known.", {},
                "measure door, turn and stairs")
                .leadsTo = {"base", "carrying"};
        }
    }

    void weights()
    {
        if (!plan_.topMass.known()) {
            return;
        }
        const double most = c_.carriers * kEach_kg;
        const Figure& mass = heaviestOfTop(plan_).mass;
        if (mass.value() > most) {
            add("base.heavy", Severity::Warn,
                (inHalves() ? std::string("The heavier half of the top") : topIs()) +
                    " weighs {0}: for {1} that is too much, {2} should carry it.",
                {mass, chosen("carriers", "who carry", c_.carriers, Unit::Count),
                 made("people", "people", "{0} ÷ {1} each, a caution",
                      {mass, given("each", "each", kEach_kg, Unit::Mass, "custom")}, peopleFor(mass.value()),
                      Unit::Count)},
                "more hands, or a hoist")
                .leadsTo = {"base", "carrying"};
        }
        if (c_.hoist_kg && *c_.hoist_kg < kHoistMargin * mass.value()) {
            add("base.hoist", Severity::Stop, "A hoist rated for {0} is too weak for {1} that may jerk.",
                {chosen("hoist", "hoist", *c_.hoist_kg, Unit::Mass), mass}, "one rated for twice the load")
                .leadsTo = {"base", "carrying"};
        }
    }

    void cautions()
    {
        if (!plan_.shape) {
            return;
        }
        if (madeOf(c_.kind) == BaseOf::Steel) {
            add("base.welding", Severity::Caution,
                "Sparks away from dust, finish and rags; eyes and lungs covered, no zinc under the torch; primer on "
                "every weld before the coater.",
                {}, "");
        }
        add("base.no_certificate", Severity::Caution,
            "This reckons with a stiff base on a level floor. It certifies nothing: where children or the public are "
            "about, local codes and licensed people decide.",
            {}, "");
    }

    const BaseInput& in_;
    BasePlan& plan_;
    const BaseChoices& c_;
};

} // namespace

void inspectBase(const BaseInput& input, BasePlan& plan)
{
    BaseInspector(input, plan).inspect();
}

} // namespace burl
