#include "core/measure/units.h"
#include "core/pour/pour_plan.h"

#include <algorithm>
#include <cmath>

#include "core/measure/clock.h"
#include "core/measure/date.h"

namespace burl
{
namespace
{

constexpr double kWarm_C = 20.0; // what data sheets ask of a room
constexpr double kCold_C = 18.0; // below, cure stalls
constexpr double kFrost_C = 5.0; // below, nothing cures in a time that a shop waits

class PourInspector
{
public:
    PourInspector(const PourInput& in, PourPlan& plan) : in_(in), f_(*in.fillInput), c_(f_.choices), plan_(plan) {}

    void run()
    {
        if (plan_.events.empty()) {
            return;
        }
        figures();
        wasted();
        room();
        heat();
        for (const PourEvent& event : plan_.events) {
            working(event);
            window(event);
            weighed(event);
            poured(event);
        }
        tiny();
        chamber();
        colours();
        floating();
        form();
        wood();
        stock();
        leaks();
    }

private:
    Finding& say(const char* code, Severity severity, std::string text, std::vector<Figure> figures, std::string remedy)
    {
        return addFinding(plan_.findings, code, severity, std::move(text), std::move(figures), std::move(remedy));
    }
    static Figure hours(const std::string& key, const std::string& label, double h, const std::string& source)
    {
        return workedOut(key, label, h * kHour_min, Unit::Minutes, source);
    }
    static Figure degrees(const std::string& key, const std::string& label, double c, const std::string& source)
    {
        return workedOut(key, label, c, Unit::Temperature, source);
    }
    [[nodiscard]] const ResinClass* resin(const std::string& id) const { return resinCalled(f_.resins, id); }
    void add(Figure figure, Prominence prominence = Prominence::Plain)
    {
        plan_.figures.push_back({std::move(figure), prominence});
    }

    void figures()
    {
        std::vector<Figure> pours;
        for (const PourEvent& event : plan_.events) {
            pours.push_back(relabelled(event.litres, event.litres.node().key, event.name));
        }
        if (!pours.empty()) {
            add(sumFigure("poured", "Resin to mix, all pours", pours, Unit::Volume), Prominence::Headline);
        }
        for (const PlaceHeat& place : plan_.places) {
            const bool river = plan_.riverFirst && &place == &plan_.places.front();
            if (!place.heat || (!river && plan_.riverFirst)) {
                continue;
            }
            const PourHeat& h = *place.heat;
            const FillItem& item = in_.fill->items[place.item];
            if (!h.runsAway) {
                add(made(
                    "pour_peak", "Hottest", "{0} deep in a room of {1} to {2}, after {3}",
                    {workedOut("layer_depth", "layer", item.layers.thickness_mm, Unit::Length, "chosen by the model"),
                     given("night", "night", c_.room.night_C, Unit::Temperature, "chosen"),
                     given("day", "day", c_.room.day_C, Unit::Temperature, "chosen"),
                     hours("peak_after", "after", h.peakAt_h, "cure model")},
                    h.peak_C, Unit::Temperature));
                add(degrees("pour_peak_least", "Likely, from", h.least_C, "a room 1 K cooler, a resin a tenth slower"),
                    Prominence::Folded);
                add(degrees("pour_peak_most", "Likely, to", h.most_C, "a room 1 K warmer, a resin a tenth quicker"));
            }
            const CuredLayer& first = h.layers.front().times;
            if (first.recoatOpen_h && item.layers.count > 1) {
                add(hours("next_layer", "Next layer, earliest", *first.recoatOpen_h, "cure model: tack-free and cool"));
            }
            if (h.demould_h) {
                add(hours("out_of_form", river ? "Out of the form" : "Set hard", *h.demould_h,
                          "cure model, from its first layer; the sheet rules"));
            }
            if (h.flatten_h) {
                add(hours("flatten_after", "May be flattened", *h.flatten_h, "cure model, from its first layer"),
                    Prominence::Folded);
            }
            add(workedOut("level_sinks", "Level sinks by", h.sinks_mm, Unit::Length, "shrinkage while it is liquid"),
                Prominence::Folded);
            break;
        }
        for (const Purchase& purchase : plan_.purchases) {
            add(purchase.litres, Prominence::Folded);
            if (purchase.packs && purchase.packs->price) {
                add(workedOut("packs_" + purchase.resin, purchase.name + ", whole packs", *purchase.packs->price,
                              Unit::Money, "packs of the shelf that cost least"));
            }
        }
        if (plan_.benchLoad) {
            add(plan_.benchLoad, Prominence::Folded);
        }
        if (plan_.form) {
            add(workedOut("form_long", "Form, inside length", plan_.form->insideLong_mm, Unit::Length,
                          "what lies in it and room round it"),
                Prominence::Folded);
            add(workedOut("form_wide", "Form, inside width", plan_.form->insideWide_mm, Unit::Length,
                          "what lies in it and room round it"),
                Prominence::Folded);
        }
    }

    /// What was mixed and is not in the wood: by the weighed pots, what leaked, what stands over and is planed off.
    void wasted()
    {
        double left = 0.0;
        double leaked = 0.0;
        double over = 0.0;
        for (const PourEvent& event : plan_.events) {
            const ResinClass* r = resin(event.resin);
            if (!event.record || r == nullptr) {
                continue;
            }
            constexpr double kGrams = 1000.0;
            double mixed_kg = 0.0;
            for (const WeighedPot& pot : event.record->pots) {
                mixed_kg += (pot.a_g + pot.b_g) / kGrams;
            }
            const double mixed = mixed_kg / mixedDensity_kg_L(r->mix);
            left += event.record->poured_L > 0.0 ? std::max(0.0, mixed - event.record->poured_L) : 0.0;
            leaked += event.record->leaked_L;
            for (const size_t i : event.items) {
                over += event.record->overpour_mm * in_.fill->items[i].areaTop_mm2 / kMm3PerL;
            }
        }
        if (left + leaked + over > 0.0) {
            add(made("resin_wasted", "Resin wasted so far", "{0} + {1} + {2}",
                     {workedOut("left_over", "left in pots", left, Unit::Volume, "weighed, less what was poured"),
                      workedOut("leaked_all", "leaked", leaked, Unit::Volume, "written down"),
                      workedOut("stands_over", "to plane off", over, Unit::Volume, "height over the wood × its area")},
                     left + leaked + over, Unit::Volume));
        }
    }

    void room()
    {
        const double cold = std::min(c_.room.night_C, c_.room.day_C);
        const double mean = meanAir_C(c_.room);
        const Figure at = given("room_cold", "coldest", cold, Unit::Temperature, "chosen");
        const Figure warm = given("room_warm", "warm enough", kWarm_C, Unit::Temperature, "as data sheets ask");
        if (mean < kFrost_C) {
            say("pour.frost", Severity::Stop, "In a room of {0} resin does not cure: heat the shop before it is mixed.",
                {at, warm}, "heat the shop to {1}, day and night");
        } else if (cold < kCold_C) {
            const PlaceHeat* place = plan_.places.empty() ? nullptr : &plan_.places.front();
            const bool told = place != nullptr && place->heat && place->heat->demould_h && !place->heat->stalls;
            std::vector<Figure> figures{at, warm};
            if (told) {
                figures.push_back(hours("out_of_form", "out of the form", *place->heat->demould_h, "model"));
            }
            say("pour.cold", Severity::Warn,
                told ? "The shop cools to {0}: cure slows, and it is {2} until it comes out of the form."
                     : "The shop cools to {0}: cure stalls, and it may never harden through.",
                figures, "keep the shop at {1} or more until it is hard");
        }
    }

    void heat()
    {
        for (const PlaceHeat& place : plan_.places) {
            const FillItem& item = in_.fill->items[place.item];
            const ResinClass* r = resin(item.resin);
            if (r == nullptr) {
                continue;
            }
            const Figure depth =
                workedOut("layer_depth", "layer", item.layers.thickness_mm, Unit::Length, "as layered");
            if (item.layers.thickness_mm > r->maxLayer_mm + 1e-9 && item.river) {
                say("pour.deeper_than_sheet", Severity::Warn,
                    "A layer of {0} of " + r->name + " is deeper than its sheet allows: {1}.",
                    {depth, given("max_layer", "deepest layer", r->maxLayer_mm, Unit::Length, "product sheet")},
                    "pour more layers");
            }
            if (!place.heat) {
                continue;
            }
            const PourHeat& h = *place.heat;
            const std::string where = item.river ? "The river" : "The " + item.name;
            if (h.runsAway) {
                say("pour.runs_away", Severity::Stop,
                    where + " runs away at {0} a layer in this room: it boils, smokes and cracks.", {depth},
                    "pour thinner layers, set up fans, or take a slower class");
            } else if (h.overheats || h.mayOverheat) {
                say("pour.too_warm", h.overheats ? Severity::Warn : Severity::Caution,
                    where + (h.overheats ? " gets too warm: {0}, up to {1}; its class bears {2}."
                                         : " may get too warm: {0}, up to {1}; its class bears {2}."),
                    {degrees("pour_peak", "hottest", h.peak_C, "cure model"),
                     degrees("pour_peak_most", "at most", h.most_C, "room 1 K warmer, resin a tenth quicker"),
                     given("bears", "bears", r->cure.limits.peak_C, Unit::Temperature, "resin class")},
                    "thinner layers, fans, or a cooler night");
            }
            if (h.mayCrack && !h.runsAway) {
                say("pour.cracks", Severity::Warn, where + " may crack: {0} between hot and cold where it has set.",
                    {workedOut("spread", "difference", h.mostSpread_K, Unit::None, "cure model, kelvin")},
                    "thinner layers; no draught on one side");
            }
            if (h.stalls && !h.runsAway) {
                say("pour.stalls", Severity::Warn, where + " is not hard within a week in this room.", {},
                    "warm the shop; do not flatten it before it is hard");
            }
        }
    }

    void working(const PourEvent& event)
    {
        if (!event.works_min || event.done || event.pots == 0) {
            return;
        }
        const Figure takes = workedOut("time_" + event.id, "takes", event.time_min, Unit::Minutes,
                                       "mixing, degassing, carrying and pouring of its pots");
        const Figure works =
            workedOut("works_" + event.id, "works", *event.works_min, Unit::Minutes, "pot life in such a pot and room");
        if (event.time_min <= *event.works_min) {
            return;
        }
        const bool two = c_.mixing.people < 2 && event.timeOfTwo_min <= *event.works_min;
        const std::string pots = event.pots == 1 ? "one pot takes" : std::to_string(event.pots) + " pots take";
        say("pour.too_slow", Severity::Warn, event.name + ": " + pots + " {0}; this resin works {1} in such a pot.",
            {takes, works}, two ? "two people: {2}" : "smaller pots, more people, or two pours")
            .figures.push_back(
                workedOut("time_two", "two people", event.timeOfTwo_min, Unit::Minutes, "one mixes, one pours"));
        if (two) {
            twoWanted_ = true;
        }
    }

    void window(const PourEvent& event)
    {
        // Of one that is still to come the days say it: they know its hour.
        if (!event.scuff || !event.done || !event.at_h || !event.latest_h || !plan_.starts) {
            return;
        }
        say("pour.window", Severity::Caution,
            event.name + " came after the one below has set: {0} too late, " + timeText(*plan_.starts + *event.at_h) +
                ".",
            {hours("late", "late", *event.at_h - *event.latest_h, "after its window")},
            "scuff it with 120 grit and wipe it, or it does not hold");
    }

    void tiny()
    {
        constexpr double kWeighs_L = 0.03; // a scale to a gram is 3 % out on a part of it
        for (const PourEvent& event : plan_.events) {
            if (!event.done && event.litres.value() > 0.0 && event.litres.value() < kWeighs_L) {
                say("pour.tiny", Severity::Caution,
                    event.name + ": {0} cannot be weighed right in parts; mix {1} and use the rest on pinholes.",
                    {event.litres, workedOut("least_pot", "least", kWeighs_L, Unit::Volume, "scale to one gram")}, "");
                return;
            }
        }
    }

    /// What the pot at this place of an event is made of.
    static const Parts& eachOf(const PourEvent& event, size_t index)
    {
        size_t before = 0;
        for (const ColourPots& colour : event.colours) {
            before += static_cast<size_t>(colour.pots.count);
            if (index < before) {
                return colour.pots.each;
            }
        }
        return event.colours.back().pots.each;
    }

    void weighed(const PourEvent& event)
    {
        if (!event.record || event.colours.empty()) {
            return;
        }
        for (size_t i = 0; i < event.record->pots.size(); ++i) {
            const WeighedPot& pot = event.record->pots[i];
            const Correction fix = correctionFor(eachOf(event, i), pot.a_g, pot.b_g);
            if (!fix.right) {
                say("pour.weighed_wrong", Severity::Warn,
                    event.name + ", pot " + std::to_string(i + 1) + ": {0} " +
                        (fix.off > 0.0 ? "too much hardener." : "too little hardener."),
                    {workedOut("off", "off", std::abs(fix.off) * 100.0, Unit::Percent, "as weighed against its ratio"),
                     workedOut("add", "add", fix.off > 0.0 ? fix.addA_g : fix.addB_g, Unit::SmallMass, "to the ratio"),
                     workedOut("add_pigment", "pigment", fix.pigmentAdd_g, Unit::SmallMass,
                               "the same share of it all")},
                    std::string("add {1} of ") + (fix.off > 0.0 ? "A" : "B") +
                        (fix.pigmentAdd_g > 0.0 ? " and {2} of pigment before it is poured" : " before it is poured"));
            }
        }
    }

    void poured(const PourEvent& event)
    {
        if (!event.record) {
            return;
        }
        const PourRecord& record = *event.record;
        const double wanted = event.litres.value() * (1.0 - c_.potResidue);
        constexpr double kShort = 0.97; // of what was to be poured: less does not reach the height
        const double stays = record.poured_L - record.leaked_L;
        if (record.poured_L > 0.0 && stays < kShort * wanted) {
            const double missing = wanted - stays;
            say("pour.short", Severity::Warn,
                event.name + " is short of {0}" + (record.leaked_L > 0.0 ? ": {1} leaked." : "."),
                {workedOut("missing", "short", missing, Unit::Volume, "planned, less what was poured and stayed"),
                 given("leaked", "leaked", record.leaked_L, Unit::Volume, "written down")},
                "top it up with the same share of pigment, inside its window");
        }
        if (record.overpour_mm > c_.overpour_mm + 1.0) {
            say("pour.over", Severity::Caution, event.name + " stands {0} over the wood: it is to be planed off.",
                {given("overpoured", "over", record.overpour_mm, Unit::Length, "written down")},
                "soften drips with warm air and chisel them; plane the rest");
        }
    }

    void chamber()
    {
        constexpr double kSmallest_L = 0.5; // of a third of it, or nothing is gained by it
        if (c_.mixing.chamber_L && largestPot_L(c_.bucket_L, c_.mixing) < kSmallest_L) {
            say("pour.chamber", Severity::Warn, "A chamber of {0} takes a pot of {1}: foam wants the other two thirds.",
                {given("chamber", "chamber", *c_.mixing.chamber_L, Unit::Volume, "chosen"),
                 workedOut("pot", "pot", largestPot_L(c_.bucket_L, c_.mixing), Unit::Volume, "a third of it")},
                "pour without it: warm the resin a little and pour in a thin thread");
        }
    }

    void colours()
    {
        constexpr double kTooMuch_pct = 6.0; // of the mix: more pigment keeps it from curing hard
        for (const double pct : {c_.pigment_pct, c_.colours.use == SecondColour::None ? 0.0 : c_.colours.second_pct}) {
            if (pct > kTooMuch_pct) {
                say("pour.pigment", Severity::Warn, "{0} of pigment keeps resin from curing hard.",
                    {given("pigment_share", "pigment", pct, Unit::Percent, "chosen")}, "stay at 5 % or less");
            }
        }
        if (c_.colours.oil && c_.pigment_pct > 0.0) {
            say("pour.oil_tint", Severity::Caution,
                "Oil tints darken resin as they darken wood, and stay soft when there is much of them.", {},
                "mix a cupful first and let it set");
        }
        size_t tinted = 0;
        std::string last;
        for (const PourEvent& event : plan_.events) {
            if (event.kind == PourKind::River || event.kind == PourKind::Voids) {
                tinted += event.resin != last ? 1 : 0;
                last = event.resin;
            }
        }
        if (tinted > 1 && c_.pigment_pct > 0.0) {
            say("pour.unequal", Severity::Caution,
                "Two resins take the same share of pigment differently: the fills may not match.", {},
                "mix a cupful of each and let both set side by side");
        }
        if (c_.colours.use == SecondColour::Divided) {
            const double share = plan_.events.empty() ? 0.0 : dividedShare();
            if (share <= 0.0 || share >= 1.0) {
                say("pour.divider", Severity::Warn, "The divider stands beside the river: all of it has one colour.",
                    {}, "set it inside the river");
            }
        }
    }
    [[nodiscard]] double dividedShare() const
    {
        for (const PourEvent& event : plan_.events) {
            if (event.kind == PourKind::River && !event.colours.empty()) {
                return event.colours.front().share;
            }
        }
        return 0.0;
    }

    void floating()
    {
        for (const Floating& piece : plan_.floating) {
            if (piece.clamps == 0) {
                continue;
            }
            const bool first = piece.firstLayer_N > 1.0;
            Finding& floats =
                say("pour.floats", Severity::Caution,
                    piece.name +
                        (first ? " floats from {0} of resin on: the first layer lifts it by {1}."
                               : " floats from {0} of resin on: held by the layer below, or lifted by {1} where it "
                                 "is not."),
                    {workedOut("floats", "floats", piece.floats_mm, Unit::Length, "its mass over the mass of resin"),
                     workedOut("lift", "lift", first ? piece.firstLayer_N : piece.whole_N, Unit::Force,
                               "resin under the whole of it")},
                    std::to_string(piece.clamps) + " clamps or weights, evenly along it");
            floats.place_mm = piece.at.empty() ? std::nullopt : std::optional(piece.at.front());
            sayTogether(floats, piece.name,
                        first
                            ? "{of} float from {0} of resin on: the first layer lifts each by {1}."
                            : "{of} float from {0} of resin on: held by the layer below, or lifted by {1} where it is "
                              "not.");
        }
        if (c_.form.bow_mm > 0.0 && plan_.form) {
            say("pour.bow", Severity::Caution, "A slab that stands {0} off the form lets resin under it.",
                {given("bow", "gap", c_.form.bow_mm, Unit::Length, "measured")},
                "clamp it flat to the form, seal its edge, and count the resin");
        }
    }

    void form()
    {
        if (!plan_.formTrouble.empty()) {
            say("pour.form", Severity::Warn, "No form: " + plan_.formTrouble, {}, "say the size of your sheets");
        }
        constexpr double kLevel_mm_m = 1.0;
        if (plan_.form && c_.form.slope_mm_m > kLevel_mm_m) {
            say("pour.level", Severity::Warn,
                "The form falls {0} in a metre: that costs {1} more, and a wedge to plane off.",
                {workedOut("slope", "fall", c_.form.slope_mm_m, Unit::Length, "measured"),
                 workedOut("extra", "more", plan_.form->extra_L, Unit::Volume, "wedge over its length"),
                 given("level", "level", kLevel_mm_m, Unit::Length, "custom")},
                "level it within {2} in a metre");
        }
        if (plan_.form && plan_.form->joints > 0) {
            say("pour.form_joints", Severity::Caution,
                "The form is longer than a sheet: " + std::to_string(plan_.form->joints) + " joints, " +
                    std::to_string(plan_.form->straps) + " straps across them, each taped and sealed.",
                {}, "");
        }
    }

    void wood()
    {
        constexpr double kDry_pct = 12.0;
        for (size_t i = 0; i < f_.slabs.size() && i < f_.layup->pieces.size(); ++i) {
            const Slab& slab = *f_.slabs[i];
            if (slab.mc_pct && *slab.mc_pct > kDry_pct) {
                say("pour.moist", Severity::Warn, slab.name + " has {0}: resin does not hold on wood wetter than 12 %.",
                    {given("mc", "moisture", *slab.mc_pct, Unit::Percent, "meter")}, "dry it first");
            }
            for (const Feature& feature : slab.features) {
                if (feature.kind == FeatureKind::Inclusion && feature.intention == Intention::Keep) {
                    say("pour.bark", Severity::Caution,
                        "Bark stays in " + slab.name + ": resin lets go of it with the bark.", {},
                        "take bark off where resin shall hold");
                    break;
                }
            }
        }
    }

    void stock()
    {
        for (const Purchase& purchase : plan_.purchases) {
            if (purchase.inStock_L && *purchase.inStock_L < purchase.litres.value()) {
                say("pour.stock", Severity::Warn, purchase.name + ": {0} are in the shop, {1} are wanted.",
                    {given("stock", "in stock", *purchase.inStock_L, Unit::Volume, "shelf"), purchase.litres},
                    "buy before the first pot is mixed");
            }
            const ResinClass* r = resin(purchase.resin);
            const auto opened = r != nullptr ? dayOf(r->opened) : std::nullopt;
            constexpr double kMonth_days = 30.4;
            if (opened && r->shelf_months && plan_.starts &&
                *plan_.starts / kDay_h > *opened + *r->shelf_months * kMonth_days) {
                say("pour.old", Severity::Warn, purchase.name + " will be past its shelf life on the day it is poured.",
                    {}, "try a cupful first, or buy fresh");
            }
        }
        if (twoWanted_) {
            say("pour.two", Severity::ToDo, "A second person is wanted for the pour.", {}, "ask somebody for that day");
        }
    }

    void leaks()
    {
        const bool open = std::any_of(plan_.events.begin(), plan_.events.end(), [&](const PourEvent& e) {
            return !e.done &&
                   std::any_of(e.items.begin(), e.items.end(), [&](size_t i) { return in_.fill->items[i].through; });
        });
        if (open) {
            say("pour.leaks", Severity::Caution,
                "Before it is mixed: tape pressed down, boards bedded in sealant, form level, a light below, tape, "
                "sealant and "
                "a pot for what runs at hand.",
                {}, "");
        }
    }

    const PourInput& in_;
    const FillInput& f_;
    const FillChoices& c_;
    PourPlan& plan_;
    bool twoWanted_ = false;
};

} // namespace

void inspectPours(const PourInput& in, PourPlan& plan)
{
    PourInspector(in, plan).run();
}

} // namespace burl
