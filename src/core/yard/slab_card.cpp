#include "core/yard/slab_card.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/face/surfaces.h"
#include "core/geometry/ring.h"
#include "core/measure/date.h"
#include "core/shop/metered.h"
#include "core/shop/outline.h"
#include "core/shop/room.h"
#include "core/shop/tape_slips.h"
#include "core/wood/density.h"
#include "core/wood/moisture.h"

namespace burl
{
namespace
{

constexpr double kStable_pct = 0.5;     // between two readings a week apart
constexpr double kAssumedMc_pct = 10.0; // of air-dried wood that nobody metered, about
constexpr double kWeighsAlike = 0.8;    // species differ by a tenth from tree to tree, moisture and size the rest
constexpr int kNever_days = 3650;       // nobody waits ten years
constexpr double kBoardFootPrice_min_L = 1e-6;

bool nothingTaped(const Tape& tape)
{
    return std::none_of(tape.readings.begin(), tape.readings.end(),
                        [](const TapeReading& r) { return r.near_mm || r.far_mm; });
}

class CardMaker
{
public:
    CardMaker(const Slab& slab, const Shop& shop, const Climate* home, int today)
        : slab_(slab), shop_(shop), home_(home), today_(today)
    {
    }

    SlabCard make()
    {
        measure();
        dry();
        inspectOutline();
        inspectSlips();
        inspectCard();
        inspectMoisture();
        sortBySeverity(card_.findings);
        return std::move(card_);
    }

private:
    void add(const Figure& figure, Prominence prominence = Prominence::Plain)
    {
        card_.figures.push_back({figure, prominence});
    }

    void measure()
    {
        const auto top = outlineOf(slab_, Face::Top);
        const auto bottom = outlineOf(slab_, Face::Bottom);
        if (!top || !bottom) {
            return;
        }
        const Ring topRing = top->ring();
        const Ring bottomRing = bottom->ring();
        const double topArea = area_mm2(std::span<const Vec2>(topRing));
        const double bottomArea = area_mm2(std::span<const Vec2>(bottomRing));
        const std::string how = slab_.topDrawn ? "drawn outline" : "tape";
        const Figure length = workedOut("slab_length", "Length", top->length_mm(), Unit::Length, how);
        const Figure a = workedOut("slab_area_top", "top face", topArea, Unit::Area, how);
        const Figure b = workedOut("slab_area_bottom", "bottom face", bottomArea, Unit::Area,
                                   slab_.bottomDrawn ? "drawn outline"
                                   : slab_.bottom    ? "tape"
                                                     : "top face and bevel");
        add(length);
        add(made("slab_width", "Width, mean", "{0} ÷ {1}", {a, length}, topArea / top->length_mm(), Unit::Length),
            Prominence::Headline);
        if (slab_.thickness_mm) {
            weigh(a, b);
        }
        if (slab_.weighed_kg) {
            add(given("slab_weighed", "Weighed", *slab_.weighed_kg, Unit::Mass, "scale"));
        }
        if (slab_.price) {
            pay();
        }
    }

    void weigh(const Figure& a, const Figure& b)
    {
        // The rack shows the same weight: there is one way to it.
        const Figure t = given("slab_thickness", "thickness", *slab_.thickness_mm, Unit::Length, "tape");
        const double litres = (a.value() + b.value()) / 2.0 * *slab_.thickness_mm / 1e6;
        volume_ = made("slab_volume", "Volume", "({0} + {1}) ÷ 2 × {2}", {a, b, t}, litres, Unit::Volume);
        add(volume_);
        card_.volume = volume_;
        if (const Species* species = shop_.speciesOf(slab_)) {
            const Figure g = given("g12", "specific gravity at 12 %", species->g12, Unit::None, species->source);
            const std::optional<double> metered = meteredMc_pct(slab_);
            const Figure mc = metered ? given("mc", "MC", *metered, Unit::Percent, "meter")
                                      : assumed("mc", "MC", kAssumedMc_pct, Unit::Percent, "not metered");
            const double density = density_kg_m3(species->g12, mc.value());
            const Figure rho = made("density", "density", "{0} at {1}", {g, mc}, density, Unit::Density);
            card_.mass = made("slab_mass", "Weight, computed", "{0} × {1}", {volume_, rho}, litres / 1000.0 * density,
                              Unit::Mass);
            add(card_.mass);
        }
    }

    void pay()
    {
        const Figure price = given("slab_price", "Price", *slab_.price, Unit::Money, "bill");
        add(price);
        if (volume_ && volume_.value() > kBoardFootPrice_min_L) {
            const Figure boardFoot = given("board_foot", "board foot", kBoardFoot_L, Unit::Volume, "144 cubic inches");
            add(made("price_board_foot", "Price a board foot", "{0} ÷ {1} × {2}", {price, volume_, boardFoot},
                     *slab_.price / volume_.value() * kBoardFoot_L, Unit::Money),
                Prominence::Folded);
        }
    }

    void dry()
    {
        const Climate* home = home_ != nullptr ? home_ : shop_.climates.empty() ? nullptr : &shop_.climates.front();
        if (home == nullptr) {
            return;
        }
        if (home->months) {
            card_.homeEmc = workedOut("home_emc", "Home's mean EMC", meanRest_pct(*home), Unit::Percent,
                                      home->name + ", the mean of its months");
        } else {
            const double winter = emc_pct(home->winter_degC, home->winter_rh_pct);
            const double summer = emc_pct(home->summer_degC, home->summer_rh_pct);
            card_.homeEmc = made("home_emc", "Home's mean EMC", "({0} + {1}) ÷ 2",
                                 {given("emc_winter", "EMC in winter", winter, Unit::Percent, home->name),
                                  given("emc_summer", "EMC in summer", summer, Unit::Percent, home->name)},
                                 meanRest_pct(*home), Unit::Percent);
        }
        if (slab_.moisture.empty()) {
            return;
        }
        add(card_.homeEmc, Prominence::Folded);
        const auto readings = deepestReadings(slab_.moisture);
        const auto curve = dryingCurve(readings, card_.homeEmc.value());
        if (!curve) {
            if (!isReady(readings)) {
                addFinding(card_.findings, "yard." + curve.error().code, Severity::Caution,
                           slab_.name + ": " + curve.error().sentence + ".", {}, "Moisture");
            }
            return;
        }
        card_.drying = *curve;
        tellDrying(readings);
    }

    [[nodiscard]] double readyAt_pct() const { return card_.homeEmc.value() + kReadyWithin_pct; }

    [[nodiscard]] bool isReady(const std::vector<DryingReading>& readings) const
    {
        if (readings.size() < 2 || std::abs(readings.back().mc_pct - card_.homeEmc.value()) > kReadyWithin_pct) {
            return false;
        }
        const auto weekBefore = std::find_if(readings.rbegin(), readings.rend(),
                                             [&](const DryingReading& r) { return readings.back().day - r.day >= 6; });
        return weekBefore != readings.rend() && std::abs(weekBefore->mc_pct - readings.back().mc_pct) <= kStable_pct;
    }

    void tellDrying(const std::vector<DryingReading>& readings)
    {
        const DryingCurve& curve = *card_.drying;
        const Figure tau = workedOut("drying_tau", "drying time τ", curve.tau_days, Unit::Days,
                                     "fitted to " + std::to_string(readings.size()) + " dates of the meter");
        const Figure start =
            workedOut("drying_start", "at the first reading", curve.start_pct, Unit::Percent, "fitted");
        const Figure rest = workedOut("drying_rest", "comes to rest at", curve.equilibrium_pct, Unit::Percent,
                                      curve.restFitted ? "fitted" : "the home's mean EMC, until more is read");
        const Figure scatter = workedOut("drying_scatter", "Readings scatter", curve.rms_pct, Unit::Percent, "fitted");
        add(tau, Prominence::Folded);
        add(rest, Prominence::Folded);
        add(scatter, Prominence::Folded);
        if (isReady(readings)) {
            addFinding(card_.findings, "yard.ready", Severity::Good,
                       slab_.name + " is within {0} of its home's {1} and stands still: ready.",
                       {given("within", "within", kReadyWithin_pct, Unit::Percent, "custom"), card_.homeEmc}, "");
            return;
        }
        const Figure goal = made("ready_at", "ready at", "{0} + {1}",
                                 {card_.homeEmc, given("within", "within", kReadyWithin_pct, Unit::Percent, "custom")},
                                 readyAt_pct(), Unit::Percent);
        const auto day = curve.dayOf(readyAt_pct());
        if (!day || *day > today_ + kNever_days) {
            addFinding(card_.findings, "yard.never_ready", Severity::Warn,
                       slab_.name + " comes to rest at {0} where it stands; its home wants {1}.", {rest, goal},
                       "bring it indoors or into a kiln");
            return;
        }
        const Figure ready = made("ready_on", "Ready about", "first reading + {0} × ln(({1} − {2}) ÷ ({3} − {2}))",
                                  {tau, start, rest, goal}, std::ceil(*day), Unit::Date);
        add(ready);
        if (*day > today_) {
            addFinding(card_.findings, "yard.drying", Severity::Caution, slab_.name + " is ready about {0}.", {ready},
                       "read it again in a week");
        } else {
            addFinding(card_.findings, "yard.read_again", Severity::ToDo, slab_.name + " should have been dry by {0}.",
                       {ready}, "read it again");
        }
    }

    void inspectOutline()
    {
        if (!outlineOf(slab_, Face::Top) && !slab_.topDrawn && nothingTaped(slab_.top)) {
            const Where tape{"yard", "tape", slab_.id.value};
            addFinding(card_.findings, "yard.not_taped", Severity::ToDo, slab_.name + " is not taped yet.", {},
                       "tape it")
                .leadsTo = tape;
            return;
        }
        bool sound = true;
        for (const Face face : {Face::Top, Face::Bottom}) {
            const auto outline = outlineOf(slab_, face);
            if (!outline) {
                sound = false;
                addFinding(card_.findings, "yard." + outline.error().code, Severity::Warn,
                           slab_.name + (face == Face::Top ? ", top: " : ", bottom: ") + outline.error().sentence, {},
                           "");
            } else if (const auto crossing = selfCrossing(outline->ring())) {
                sound = false;
                addFinding(card_.findings, "yard.crossing", Severity::Warn,
                           slab_.name + ": the outline crosses itself.", {}, "look at the readings there", *crossing);
            }
        }
        if (const auto surfaces = surfacesOf(slab_); sound && !surfaces) {
            addFinding(card_.findings, "yard.surface", Severity::ToDo, "Flat has " + surfaces.error().sentence + ".",
                       {}, "read its heights")
                .leadsTo = {"yard", "heights", slab_.id.value};
        }
    }

    void inspectCard()
    {
        if (!slab_.thickness_mm) {
            addFinding(card_.findings, "yard.no_thickness", Severity::ToDo,
                       "How thick " + slab_.name + " is has not been measured.", {}, "measure it")
                .leadsTo = {"yard", "thickness", slab_.id.value};
        }
        if (shop_.speciesOf(slab_) == nullptr) {
            addFinding(card_.findings, "yard.no_species", Severity::ToDo,
                       "What wood " + slab_.name + " is has not been said.", {}, "say it")
                .leadsTo = {"yard", "species", slab_.id.value};
        }
    }

    void inspectSlips()
    {
        const auto look = [&](const Tape& tape, const char* code, const char* face) {
            for (const TapeSlip& slip : tapeSlips(tape)) {
                std::optional<Vec2> place;
                const auto& r = tape.readings[static_cast<size_t>(slip.row)];
                if (std::isfinite(r.at_mm)) {
                    place = Vec2{r.at_mm, r.far_mm.value_or(0.0)};
                }
                Finding& f = addFinding(card_.findings, std::string(code), Severity::Warn,
                                        slab_.name + face + slip.sentence, {}, "put it right", place);
                f.row = slip.row;
            }
        };
        if (!slab_.topDrawn) {
            look(slab_.top, "yard.slip_top", ", top: ");
        }
        if (slab_.bottom && !slab_.bottomDrawn) {
            look(*slab_.bottom, "yard.slip_bottom", ", bottom: ");
        }
    }

    void inspectMoisture()
    {
        if (!meteredMc_pct(slab_)) {
            addFinding(card_.findings, "yard.no_mc", Severity::ToDo, slab_.name + " is not metered.", {}, "read its MC")
                .leadsTo = {"yard", "mc", slab_.id.value};
        }
        if (slab_.weighed_kg && card_.mass && *slab_.weighed_kg > 0.0) {
            const double off = card_.mass.value() / *slab_.weighed_kg;
            if (off < kWeighsAlike || off > 1.0 / kWeighsAlike) {
                addFinding(card_.findings, "yard.weight_differs", Severity::Caution,
                           slab_.name + " weighs {0} on the scale, {1} by its size: wetter, or mismeasured.",
                           {given("slab_weighed", "weighed", *slab_.weighed_kg, Unit::Mass, "scale"), card_.mass},
                           "read the meter and the thickness again");
            }
        }
    }

    const Slab& slab_;
    const Shop& shop_;
    const Climate* home_;
    int today_;
    Figure volume_;
    SlabCard card_;
};

} // namespace

std::vector<DryingReading> deepestReadings(const std::vector<MoistureReading>& readings)
{
    struct Deepest {
        double depth = -1.0;
        double mc = 0.0;
    };
    std::map<int, Deepest> byDay;
    for (const MoistureReading& r : readings) {
        if (const auto day = dayOf(r.date)) {
            Deepest& d = byDay[*day];
            if (r.depth_mm > d.depth || (r.depth_mm == d.depth && r.mc_pct > d.mc)) {
                d = {r.depth_mm, r.mc_pct};
            }
        }
    }
    std::vector<DryingReading> out;
    for (const auto& [day, deepest] : byDay) {
        out.push_back({day, deepest.mc});
    }
    return out;
}

std::optional<double> latestMoisture_pct(const std::vector<MoistureReading>& readings)
{
    std::optional<int> latest;
    double sum = 0.0;
    int n = 0;
    for (const MoistureReading& r : readings) {
        const auto day = dayOf(r.date);
        if (!day || (latest && *day < *latest)) {
            continue;
        }
        if (!latest || *day > *latest) {
            latest = day;
            sum = 0.0;
            n = 0;
        }
        sum += r.mc_pct;
        ++n;
    }
    return n > 0 ? std::optional(sum / n) : std::nullopt;
}

SlabCard slabCard(const Slab& slab, const Shop& shop, const Climate* home, int today)
{
    if (slab.name.find('{') != std::string::npos) { // sentences with its name keep their figures
        Slab copy = slab;
        copy.name = withoutTerms(slab.name);
        return CardMaker(copy, shop, home, today).make();
    }
    return CardMaker(slab, shop, home, today).make();
}

} // namespace burl
