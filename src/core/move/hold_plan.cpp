#include "core/move/hold_plan.h"

#include <algorithm>
#include <cmath>

namespace burl
{

bool sameInput(const HoldInput& a, const HoldInput& b)
{
    return a.move == b.move && a.fill == b.fill && a.rods == b.rods && a.answers == b.answers &&
           a.baseMass.known() == b.baseMass.known() && a.baseMass.value() == b.baseMass.value();
}

namespace
{

constexpr double kWorthIt = 0.35;         // of a cup that is held: seen on a straight edge
constexpr double kLittle = 0.12;          // less is not
constexpr double kCup_mm = 1.0;           // less than this over the width nobody minds
constexpr double kSag_mm = 2.0;           // under a person it is felt
constexpr double kSagShare = 1.0 / 300.0; // of an overhang: custom for shelves and tops
constexpr double kBend_mm = 0.5;          // what tightening may bend
constexpr double kJerk = 2.0;             // a table is lifted in a jerk

/// A figure of the plate model, with what it hangs on.
struct Modelled {
    Figure thickness, along, across, today, driest, wettest;

    [[nodiscard]] Figure operator()(const char* key, const char* label, double value, Unit unit = Unit::Length) const
    {
        return made(key, label,
                    "the plate model: its outline, {0} of wood of {1} along and about {2} across, as heavy as at {3}",
                    {thickness, along, across, today}, value, unit);
    }
    [[nodiscard]] Figure season(const char* key, const char* label, double value, bool dry,
                                Unit unit = Unit::Length) const
    {
        return made(
            key, label,
            "the plate model with the cup of its rings: {0} of wood of {1} along and about {2} across, come to {3}",
            {thickness, along, across, dry ? driest : wettest}, value, unit);
    }
};

/// The figure with this key among those of the movement.
Figure figureOf(const MovePlan& move, const char* key)
{
    for (const Entry& entry : move.figures) {
        if (entry.figure && entry.figure.node().key == key) {
            return entry.figure;
        }
    }
    return {};
}

Modelled modelOf(const HoldInput& input)
{
    constexpr double kGPa = 1000.0;
    const Species& species = input.moveInput->species.front();
    const StiffnessRatios ratios = species.ratios.value_or(StiffnessRatios{});
    const Figure along =
        given("moe", "stiffness along the grain, N/mm²", species.moe_GPa * kGPa, Unit::None, species.source);
    const Figure ratio =
        species.ratios
            ? given("e_t_ratio", "of that across, flat-sawn", ratios.eTangential, Unit::None, "Wood Handbook 5-1")
            : assumed("e_t_ratio", "of that across, flat-sawn", ratios.eTangential, Unit::None, "as most woods");
    Modelled out{input.moveInput->thickness,
                 along,
                 made("e_across", "stiffness across it, N/mm²", "{0} × {1}, known to a fifth", {along, ratio},
                      species.moe_GPa * kGPa * ratios.eTangential, Unit::None),
                 input.move->assembly,
                 figureOf(*input.move, "top_driest"),
                 figureOf(*input.move, "top_wettest")};
    return out;
}

} // namespace

/// A table is picked up by its top and the base hangs from it, or is turned over and the top hangs from the base.
void inspectLifting(const HoldInput& in, HoldPlan& plan)
{
    if (!in.move || in.move->fasteners.empty() || !in.fill || !in.fill->mass.known()) {
        return;
    }
    double least = 1e12;
    const FastenerPlan* weakest = nullptr;
    for (const FastenerPlan& f : in.move->fasteners) {
        if (f.holds.known() && f.holds.value() < least) {
            least = f.holds.value();
            weakest = &f;
        }
    }
    if (weakest == nullptr) {
        return;
    }
    const Figure base = in.moveInput->choices.baseMass_kg
                            ? given("base_mass", "base", *in.moveInput->choices.baseMass_kg, Unit::Mass, "chosen")
                        : in.baseMass.known() ? relabelled(in.baseMass, "base_mass", "base")
                                              : Figure{};
    const Figure heavier =
        base && base.value() > in.fill->mass.value() ? base : relabelled(in.fill->mass, "lift_mass", "top");
    // Lifted at one end, half of the fasteners take it.
    const double half = std::max(1.0, std::floor(static_cast<double>(in.move->fasteners.size()) / 2.0));
    const Figure each =
        made("pull_each", "Pull on each when it is lifted", "2 × 9.81 × {0} ÷ {1}: by one end, with a jerk",
             {heavier, workedOut("half", "half of the fasteners", half, Unit::Count, "counted")},
             kJerk * kGravity_m_s2 * heavier.value() / half, Unit::Force);
    plan.figures.push_back({each, Prominence::Folded});
    plan.figures.push_back({weakest->holds, Prominence::Folded});
    if (each.value() > least) {
        Finding& found =
            addFinding(plan.findings, "move.pulls_out", Severity::Warn,
                       "Fastener {0} may bear {1}, and {2} pull at it when the table is lifted by " +
                           std::string(base && &heavier.node() == &base.node() ? "its top" : "its base") + ".",
                       {workedOut("number", "fastener", weakest->number, Unit::Count, "as they were placed"),
                        weakest->holds, each},
                       "take more fasteners, or longer ones", weakest->fastener.at);
        found.row = weakest->number - 1;
    }
}

void weighChannels(const HoldInput& input, HoldPlan& plan)
{
    const HoldAnswer& a = *plan.answer;
    const Modelled modelled = modelOf(input);
    const auto add = [&](Figure figure, Prominence prominence = Prominence::Plain) {
        plan.figures.push_back({std::move(figure), prominence});
    };
    const HoldShape& own = a.shape(HoldCase::OwnWeight, true);
    if (own.tips) {
        addFinding(plan.findings, "move.stands_not", Severity::Stop,
                   "On these plates and fasteners the top does not stand: its weight tips it.", {},
                   "put the plates under the middle of the weight");
        return;
    }
    add(modelled("sag_own", "Bends by its own weight", own.most_mm), Prominence::Folded);
    const HoldShape& end = a.shape(HoldCase::AtEnd, true);
    double over = 1e9; // from the end to the nearest thing it stands on
    for (const PlateSupport& s : plan.question->plate.supports) {
        for (const double x : {s.from.x, s.to.x}) {
            over = std::min(over, std::abs(a.end_mm - x));
        }
    }
    const Figure person = given("person", "somebody", plan.question->sitter_kg, Unit::Mass, "chosen on Base");
    if (end.tips) {
        addFinding(plan.findings, "move.tips_at_end", Severity::Warn,
                   "Somebody of {0} who sits on the end that reaches further lifts the top off its base.", {person},
                   "fasten it, or spread the plates");
    } else {
        const Figure sag = modelled("sag_end", "Gives, with somebody on its end", end.most_mm);
        add(sag);
        if (end.most_mm > std::max(kSag_mm, kSagShare * over)) {
            addFinding(plan.findings, "move.sags_at_end", Severity::Caution,
                       "With {2} on its end the top gives {0} there, over an overhang of {1}: felt, and seen.",
                       {sag, workedOut("overhang", "overhang", over, Unit::Length, "on the drawing"), person},
                       "spread the plates, or make it thicker", end.mostAt);
        }
    }
    const HoldShape& edge = a.shape(HoldCase::AtEdge, true);
    if (!edge.tips) {
        add(modelled("sag_edge", "With somebody on its long edge", edge.most_mm), Prominence::Folded);
    }
    const HoldShape& books = a.shape(HoldCase::Books, true);
    if (!books.tips) {
        add(modelled("sag_books", "With a stack of books in the middle", books.most_mm), Prominence::Folded);
    }
    if (plan.question->pads && !a.shape(HoldCase::Tightened, true).tips) {
        const HoldShape& bent = a.shape(HoldCase::Tightened, true);
        const double by = a.padsBend_mm;
        const Figure bends = modelled("pads_bend", "Tightened down, the pads bend it", by);
        add(bends, Prominence::Folded);
        double pull = 0.0;
        for (const double force : bent.supports_N) {
            pull = std::min(pull, force);
        }
        if (by > kBend_mm) {
            addFinding(plan.findings, "move.pads_bend", Severity::Warn,
                       "Tightened down without shims, the base bends the top by {0}, and pulls at it with up to {1}.",
                       {bends, modelled("pads_pull", "pull", -pull, Unit::Force)}, "shim it first");
        }
    }
    if (!plan.question->cups) {
        addFinding(plan.findings, "move.cup_unknown", Severity::ToDo,
                   "How far the top cups over a year is not known: that hangs on where its slabs lay beside the pith.",
                   {}, "measure the pith at the log's end")
            .leadsTo = {"yard", "pith", input.moveInput->slabs.front()->id.value};
        return;
    }
    for (const HoldCase c : {HoldCase::Driest, HoldCase::Wettest}) {
        if (a.shape(c, true).tips || a.shape(c, false).tips) {
            addFinding(plan.findings, "move.season_lifts", Severity::Warn,
                       "As it cups over a year the top does not stand on what holds it: how far it goes is not known.",
                       {}, "fasten it, or give it longer plates");
            return;
        }
    }
    const bool dry = a.shape(HoldCase::Driest, false).wave_mm >= a.shape(HoldCase::Wettest, false).wave_mm;
    const auto cup = [&](const char* key, const char* label, HoldCase c, bool beams) {
        return modelled.season(key, label, a.shape(c, beams).wave_mm, c == HoldCase::Driest);
    };
    add(cup("cup_driest", "Cup or wave across, driest month", HoldCase::Driest, true));
    add(cup("cup_wettest", "Cup or wave across, wettest month", HoldCase::Wettest, true));
    const bool steel = !input.move->channels.empty();
    if (!steel) {
        const Figure most = cup("cup_most", "cup", dry ? HoldCase::Driest : HoldCase::Wettest, true);
        if (most.value() > kCup_mm) {
            addFinding(plan.findings, "move.cups", Severity::Caution,
                       std::string("Over a year the top cups by {0} in its ") + (dry ? "driest" : "wettest") +
                           " month; nothing across it holds it.",
                       {most}, "try channels, and see what they hold");
        }
        return;
    }
    if (std::none_of(input.move->channels.begin(), input.move->channels.end(),
                     [](const ChannelPlan& c) { return c.stock && c.bolts_mm.size() > 1; })) {
        addFinding(plan.findings, "move.channel_unknown", Severity::ToDo,
                   "What the channels are made of is not said, so nobody knows whether they hold anything.", {},
                   "choose their section")
            .leadsTo = {"move", "channels"};
        return;
    }
    const HoldCase which = dry ? HoldCase::Driest : HoldCase::Wettest;
    const double without = a.shape(which, false).wave_mm;
    const double with = a.shape(which, true).wave_mm;
    const Figure free = cup("cup_free", "cup without channels", which, false);
    const Figure left = cup("cup_left", "cup with channels", which, true);
    const Figure held = made("channels_hold", "Channels hold of the cup", "{0} − {1}", {free, left},
                             std::max(0.0, without - with), Unit::Length);
    add(held);
    const Figure force =
        modelled.season("bolt_force", "Force in a bolt of a channel, at most", a.bolt_N, dry, Unit::Force);
    add(force, Prominence::Folded);
    const double share = without > 0.0 ? (without - with) / without : 0.0;
    const size_t month = dry ? 0 : 1;
    const auto heldAt = [&](const HoldAnswer::Range& r) { return std::max(0.0, r.without_mm - r.with_mm); };
    double low = std::min(heldAt(a.softer[month]), heldAt(a.stiffer[month]));
    double high = std::max(heldAt(a.softer[month]), heldAt(a.stiffer[month]));
    low = std::min(low, held.value());
    high = std::max(high, held.value());
    const std::vector<Figure> told{held, free, modelled.season("held_low", "at least", low, dry),
                                   modelled.season("held_high", "at most", high, dry), force};
    const std::string range =
        " (between {2} and {3}, as stiffness across the grain is known to a fifth; up to {4} in a "
        "bolt).";
    const std::string when = std::string(" in its ") + (dry ? "driest" : "wettest") + " month";
    if (without < kCup_mm) {
        addFinding(plan.findings, "move.channels", Severity::Good,
                   "The top cups by no more than {1}" + when + ": channels are not needed for that.", told, "");
    } else if (share >= kWorthIt) {
        addFinding(plan.findings, "move.channels", Severity::Good,
                   "The channels are worth it: of a cup of {1}" + when + " they hold {0}" + range, told, "");
    } else if (share >= kLittle) {
        addFinding(plan.findings, "move.channels", Severity::Caution,
                   "Of a cup of {1}" + when + " the channels hold {0}" + range, told, "a higher section holds more");
    } else {
        addFinding(plan.findings, "move.channels", Severity::Caution,
                   "The channels have little effect: of a cup of {1}" + when + " they hold {0}" + range, told,
                   "leave them out, or take a higher section");
    }
}

HoldPlan holdPlan(const HoldInput& input)
{
    HoldPlan out;
    inspectResin(input, out);
    inspectLifting(input, out);
    out.question = holdQuestion(input);
    if (out.question && input.answers && input.answers->answer) {
        out.answer = input.answers->answer;
        out.fresh = input.answers->question == *out.question;
    }
    if (out.fresh) {
        weighChannels(input, out);
    }
    sortBySeverity(out.findings);
    return out;
}

} // namespace burl
