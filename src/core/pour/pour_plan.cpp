#include "core/pour/pour_plan.h"

// Method: the fills are put in the order in which a shop pours them; the cure of each says when it bears the next.
// What an event takes is its share of the order of its resin, so that the events add up to what is mixed.

#include <algorithm>
#include <cctype>
#include <cmath>
#include <map>

#include "core/cure/pot_life.h"
#include "core/measure/clock.h"
#include "core/measure/units.h"

namespace burl
{

bool sameInput(const PourInput& a, const PourInput& b)
{
    return a.fillInput == b.fillInput && a.fill == b.fill;
}

namespace
{

constexpr double kOpens_hour = 8.0, kCloses_hour = 18.0; // of a working day
constexpr double kSealFilm_mm = 0.5;                     // what stays on the wood
constexpr double kPinholes_L = 0.1;                      // of a round: pinholes, and what was mixed too much
constexpr double kEndSoak = 2.0;                         // end grain drinks so many times what a face does
constexpr double kKilo = 1000.0;
constexpr size_t kLayersWorkedOut = 4; // of a place; those above are alike

/// When an event may come.
struct Gate {
    std::optional<double> earliest_h;
    std::optional<double> latest_h;
};

class PourBuilder
{
public:
    explicit PourBuilder(const PourInput& in) : in_(in), f_(*in.fillInput), fill_(*in.fill), c_(f_.choices) {}

    PourPlan run()
    {
        if (!f_.layup || f_.layup->missing) {
            return std::move(plan_);
        }
        begin();
        penetrating();
        sealCoat();
        voids();
        river();
        afterFlattening();
        equipPours(in_, plan_);
        inspectPours(in_, plan_);
        sortBySeverity(plan_.findings);
        return std::move(plan_);
    }

private:
    [[nodiscard]] const ResinClass* resin(const std::string& id) const { return resinCalled(f_.resins, id); }

    void begin()
    {
        plan_.starts = hoursOf(c_.starts);
        for (const PourRecord& record : c_.log) {
            const auto began = hoursOf(record.began);
            if (began && (!plan_.starts || *began < *plan_.starts)) {
                plan_.starts = began;
            }
        }
        gate_ = {0.0, std::nullopt};
    }
    [[nodiscard]] double startsHour() const { return plan_.starts ? hourOfDay(*plan_.starts) : kOpens_hour; }

    /// What is mixed for so much to fill, its overpour and its soak-in.
    [[nodiscard]] Figure mixed(const std::string& id, double fill_L, double over_L, double soak_L,
                               const std::string& source) const
    {
        const double needed = fill_L * (1.0 + c_.reserve) + over_L + soak_L;
        const double litres = needed / (1.0 - c_.potResidue);
        // As sure as the places are that it fills: a thickness that is a guess makes litres that are one.
        const bool guess =
            fill_L > 0.0 && std::any_of(fill_.items.begin(), fill_.items.end(), [](const FillItem& item) {
                return !item.resin.empty() && item.volume.isGuess();
            });
        std::vector<Figure> terms{guess ? assumed("fill_" + id, "to fill", fill_L, Unit::Volume, source)
                                        : workedOut("fill_" + id, "to fill", fill_L, Unit::Volume, source)};
        if (over_L > 0.0) {
            terms.push_back(workedOut("over_" + id, "overpour", over_L, Unit::Volume,
                                      "chosen height over its area, and the wedge of a form out of level"));
        }
        if (soak_L > 0.0) {
            terms.push_back(
                workedOut("soak_" + id, "soak-in", soak_L, Unit::Volume, "rate over the wood that gets wet"));
        }
        if (c_.reserve > 0.0 && fill_L > 0.0) {
            terms.push_back(workedOut("reserve_" + id, "reserve", fill_L * c_.reserve, Unit::Volume, "for leaks"));
        }
        const Figure residue = given("pot_residue", "left in the pots", c_.potResidue * 100.0, Unit::Percent, "chosen");
        const std::string sum = sumOf(terms.size());
        const std::string formula = "(" + sum + ") ÷ (100 % − " + termOf(terms.size()) + ")";
        terms.push_back(residue);
        return made("litres_" + id, "to mix", formula, std::move(terms), litres, Unit::Volume);
    }

    [[nodiscard]] double soak_L(double wetted_mm2, const ResinClass& r) const
    {
        constexpr double kSquareMetre_mm2 = 1e6;
        return c_.soakIn_g_m2 * wetted_mm2 / kSquareMetre_mm2 / kKilo / mixedDensity_kg_L(r.mix);
    }
    [[nodiscard]] bool sealedFirst(const FillItem& item) const { return item.river && c_.sealCoat; }

    struct Part {
        std::string name;
        double share = 1.0;
    };

    /// Finishes an event: its pots, its time, its hour; takes it into the plan.
    PourEvent& add(PourEvent event, const ResinClass& r, const std::vector<ColourPots>& colours)
    {
        event.resin = r.id;
        event.colours = colours;
        double each = 0.0;
        for (ColourPots& colour : event.colours) {
            colour.pots =
                potsFor(event.litres.value() * colour.share, r.mix, colour.pigment_pct, c_.bucket_L, c_.mixing);
            event.pots += colour.pots.count;
            each = std::max(each, colour.pots.each.volume_L);
        }
        event.time_min = pouringTime_min(event.pots, each, c_.mixing, c_.mixing.people);
        constexpr int kTwo = 2;
        event.timeOfTwo_min = pouringTime_min(event.pots, each, c_.mixing, kTwo);
        if (each > 0.0) {
            event.works_min = potLife_min(r, each * kKilo * mixedDensity_kg_L(r.mix), c_.room.day_C);
        }
        for (const PourRecord& record : c_.log) {
            if (record.event == event.id) {
                event.record = record;
            }
        }
        event.earliest_h = gate_.earliest_h;
        event.latest_h = gate_.latest_h;
        const auto began = event.record ? hoursOf(event.record->began) : std::nullopt;
        if (began && plan_.starts) {
            event.at_h = *began - *plan_.starts;
            event.done = true;
        } else if (event.earliest_h) {
            event.at_h = inWorkingHours(*event.earliest_h, startsHour(), kOpens_hour, kCloses_hour);
        }
        event.scuff = event.at_h && event.latest_h && *event.at_h > *event.latest_h + 1e-9;
        plan_.events.push_back(std::move(event));
        return plan_.events.back();
    }

    [[nodiscard]] std::vector<ColourPots> oneColour() const
    {
        return {{c_.colours.first, "", 1.0, c_.pigment_pct, {}}};
    }
    /// Pinholes are filled in the colour of their place.
    [[nodiscard]] std::vector<ColourPots> pinholeColours() const
    {
        const Colours& c = c_.colours;
        if (c.use != SecondColour::Divided) {
            return oneColour();
        }
        constexpr double kHalf = 0.5;
        return {{c.first, "on its side", kHalf, c_.pigment_pct, {}},
                {c.second, "on its side", kHalf, c.second_pct, {}}};
    }
    [[nodiscard]] static std::vector<ColourPots> clear() { return {{"", "", 1.0, 0.0, {}}}; }

    /// The heat of a place, if it is known; asks for it otherwise.
    std::shared_ptr<const PourHeat> heatOf(const HeatQuestion& question)
    {
        auto heat = f_.heat ? f_.heat->pour(question) : nullptr;
        if (!heat) {
            plan_.asks.ask(question);
        } else if (heat->layers.empty()) {
            heat = nullptr; // it could not be told
        }
        return heat;
    }

    /// A film that lies on wood bears the next one from when to when.
    void filmGate(const PourEvent& event, const ResinClass& r, double film_mm)
    {
        HeatQuestion q;
        q.site.shape = CureShape::Slab;
        q.site.wood_mm = film_mm;
        q.site.board = FormBoard::Plywood;
        q.site.board_mm = c_.form.board_mm;
        q.site.room = c_.room;
        q.site.resin = r.cure;
        q.site.materials = f_.materials;
        q.depths_mm = {film_mm};
        const auto heat = heatOf(q);
        gate_ = {};
        if (heat && event.at_h && heat->layers[0].times.recoatOpen_h) {
            gate_.earliest_h = *event.at_h + *heat->layers[0].times.recoatOpen_h;
            if (const auto& close = heat->layers[0].times.recoatClose_h) {
                gate_.latest_h = *event.at_h + *close;
            }
        }
    }

    void penetrating()
    {
        PourEvent event;
        event.id = "penetrating";
        event.kind = PourKind::Penetrating;
        event.name = "Punky wood";
        event.note = "thin resin with a brush until it drinks no more";
        double wetted = 0.0;
        for (size_t i = 0; i < fill_.items.size(); ++i) {
            if (fill_.items[i].seal && resin(fill_.items[i].resin) != nullptr) {
                event.items.push_back(i);
                wetted += fill_.items[i].wetted_mm2;
            }
        }
        if (event.items.empty()) {
            return;
        }
        const ResinClass& r = *resin(fill_.items[event.items[0]].resin);
        event.litres = mixed(event.id, 0.0, 0.0, soak_L(wetted, r), "");
        filmGate(add(std::move(event), r, clear()), r, kSealFilm_mm);
    }

    void sealCoat()
    {
        const ResinClass* r = onShelf(f_.resins, "table_top");
        for (size_t i = 0; i < fill_.items.size() && r != nullptr; ++i) {
            if (sealedFirst(fill_.items[i])) {
                PourEvent event;
                event.id = "seal-coat";
                event.kind = PourKind::SealCoat;
                event.name = "Seal coat";
                event.note = "the live edges, with a brush: less seepage, fewer bubbles";
                event.items = {i};
                event.litres = mixed(event.id, 0.0, 0.0, soak_L(fill_.items[i].wetted_mm2, *r), "");
                filmGate(add(std::move(event), *r, oneColour()), *r, kSealFilm_mm);
            }
        }
    }

    /// What a layer of a place takes: to fill, over it, soaked in.
    struct Takes {
        double fill_L = 0.0, over_L = 0.0, soak_L = 0.0;
    };
    [[nodiscard]] Takes layerTakes(const FillItem& item, size_t layer, const ResinClass& r) const
    {
        Takes out;
        const auto count = item.layers.volumes_L.size();
        if (layer >= count) {
            return out;
        }
        const double share = item.layers.volume_L > 0.0 ? item.layers.volumes_L[layer] / item.layers.volume_L
                                                        : 1.0 / static_cast<double>(count);
        out.fill_L = item.volume.value() * share;
        out.over_L = layer + 1 == count ? c_.overpour_mm * item.areaTop_mm2 / kMm3PerL + item.wedge_L : 0.0;
        out.soak_L = sealedFirst(item) ? 0.0 : soak_L(item.wetted_mm2, r) / static_cast<double>(count);
        return out;
    }

    HeatQuestion questionOf(const FillItem& item, const ResinClass& r, double at_h) const
    {
        HeatQuestion q;
        q.site = pourSite(f_, item, r);
        q.site.starts_hour = std::floor(hourOfDay(startsHour() + at_h));
        q.opens_hour = kOpens_hour;
        q.closes_hour = kCloses_hour;
        constexpr double kStep_mm = 0.5; // of the depths that are asked about
        const double each = std::ceil(item.layers.thickness_mm / kStep_mm) * kStep_mm;
        q.depths_mm.assign(std::min(kLayersWorkedOut, item.layers.volumes_L.size()), each);
        return q;
    }

    void voids()
    {
        std::map<std::string, std::vector<size_t>> byResin;
        for (size_t i = 0; i < fill_.items.size(); ++i) {
            const FillItem& item = fill_.items[i];
            if (!item.river && !item.seal && item.depth_mm > 0.0 && item.layers.count > 0 &&
                resin(item.resin) != nullptr) {
                byResin[item.resin].push_back(i);
            }
        }
        const Gate before = gate_;
        std::optional<Gate> after;
        for (const auto& [id, items] : byResin) {
            gate_ = before; // other resins are poured the same day
            voidsOf(*resin(id), items);
            after = after ? later(*after, gate_) : gate_;
        }
        gate_ = after.value_or(before);
    }

    static Gate later(const Gate& a, const Gate& b)
    {
        if (!a.earliest_h || !b.earliest_h) {
            return {};
        }
        return *a.earliest_h > *b.earliest_h ? a : b;
    }

    void voidsOf(const ResinClass& r, const std::vector<size_t>& items)
    {
        size_t rounds = 0;
        size_t warmest = items.front();
        const auto size = [&](size_t i) { return fill_.items[i].layers.thickness_mm * fill_.items[i].volume.value(); };
        for (const size_t i : items) {
            rounds = std::max(rounds, fill_.items[i].layers.volumes_L.size());
            warmest = size(i) > size(warmest) ? i : warmest;
        }
        std::shared_ptr<const PourHeat> heat;
        for (size_t k = 0; k < rounds; ++k) {
            PourEvent event;
            event.id = "voids-" + r.id + "-" + std::to_string(k + 1);
            event.kind = PourKind::Voids;
            event.layer = k;
            event.layers = rounds;
            Takes all;
            for (const size_t i : items) {
                const Takes one = layerTakes(fill_.items[i], k, r);
                all.fill_L += one.fill_L;
                all.over_L += one.over_L;
                all.soak_L += one.soak_L;
                if (one.fill_L > 0.0) {
                    event.items.push_back(i);
                    event.depth_mm = std::max(event.depth_mm, fill_.items[i].layers.thickness_mm);
                }
            }
            const bool one = items.size() == 1; // it is called by its place
            event.name = one ? fill_.items[items[0]].name : "voids";
            event.name[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(event.name[0])));
            event.name += rounds == 1 ? "" : ", fill " + std::to_string(k + 1);
            event.note = one && fill_.items[items[0]].through ? "taped below, a board bedded in sealant"
                         : one                                ? "in a thin thread"
                         : event.items.size() == 1            ? fill_.items[event.items[0]].name
                                                              : std::to_string(event.items.size()) + " places";
            event.litres =
                mixed(event.id, all.fill_L, all.over_L, all.soak_L, "its share of the places, on the drawing");
            const PourEvent& added = add(std::move(event), r, oneColour());
            if (k == 0 && added.at_h) {
                const HeatQuestion q = questionOf(fill_.items[warmest], r, *added.at_h);
                heat = heatOf(q);
                plan_.places.push_back({warmest, *added.at_h, q, heat});
            }
            windowAfter(heat, std::min(k, heat ? heat->layers.size() - 1 : 0), added);
        }
    }

    /// The gate after a layer that was poured.
    void windowAfter(const std::shared_ptr<const PourHeat>& heat, size_t layer, const PourEvent& event)
    {
        gate_ = {};
        if (!heat || !event.at_h || layer >= heat->layers.size() ||
            (heat->stalls && layer + 1 == heat->layers.size())) {
            return;
        }
        const CuredLayer& times = heat->layers[layer].times;
        if (times.recoatOpen_h) {
            gate_.earliest_h = *event.at_h + *times.recoatOpen_h;
        }
        if (times.recoatClose_h) {
            gate_.latest_h = *event.at_h + *times.recoatClose_h;
        }
    }

    /// Two halves of a top are two pours of one recipe.
    [[nodiscard]] std::vector<Part> halvesOf(const FillItem& river) const
    {
        if (!f_.layup->parted_mm) {
            return {{"", 1.0}};
        }
        const double left = shareBeside(river, false, *f_.layup->parted_mm);
        return {{"left half", left}, {"right half", 1.0 - left}};
    }

    /// The share of the river left of x, or below y.
    [[nodiscard]] double shareBeside(const FillItem& river, bool along, double at) const
    {
        const Region whole = difference({anticlockwise(river.onTable)}, river.islands);
        constexpr double kFar_mm = 1e5;
        const Ring side = along ? Ring{{-kFar_mm, -kFar_mm}, {kFar_mm, -kFar_mm}, {kFar_mm, at}, {-kFar_mm, at}}
                                : Ring{{-kFar_mm, -kFar_mm}, {at, -kFar_mm}, {at, kFar_mm}, {-kFar_mm, kFar_mm}};
        const double all = area_mm2(whole);
        return all > 0.0 ? std::clamp(area_mm2(intersection(whole, {side})) / all, 0.0, 1.0) : 0.0;
    }

    [[nodiscard]] std::vector<ColourPots> coloursOf(const FillItem& river, bool lastLayer) const
    {
        const Colours& c = c_.colours;
        if (c.use == SecondColour::Divided) {
            const double first = shareBeside(river, c.alongRiver, c.divider_mm);
            return {
                {c.first, c.alongRiver ? "near side of the divider" : "left of the divider", first, c_.pigment_pct, {}},
                {c.second,
                 c.alongRiver ? "far side of the divider" : "right of the divider",
                 1.0 - first,
                 c.second_pct,
                 {}}};
        }
        if (c.use == SecondColour::Swirled && lastLayer) {
            return {{c.first, "", 1.0 - c.swirl_share, c_.pigment_pct, {}},
                    {c.second, "swirled in at the honey stage", c.swirl_share, c.second_pct, {}}};
        }
        return oneColour();
    }

    void river()
    {
        for (size_t i = 0; i < fill_.items.size(); ++i) {
            const ResinClass* r = fill_.items[i].river ? resin(fill_.items[i].resin) : nullptr;
            if (r != nullptr && !fill_.items[i].layers.volumes_L.empty()) {
                riverOf(i, *r);
            }
        }
    }

    void riverOf(size_t index, const ResinClass& r)
    {
        const FillItem& item = fill_.items[index];
        const size_t layers = item.layers.volumes_L.size();
        std::shared_ptr<const PourHeat> heat;
        double first_h = 0.0;
        for (size_t k = 0; k < layers; ++k) {
            const Takes takes = layerTakes(item, k, r);
            const Gate gate = gate_;
            for (const Part& part : halvesOf(item)) {
                PourEvent event;
                event.id = "river-" + std::to_string(k + 1);
                event.name = layers == 1 ? "River" : "River, layer " + std::to_string(k + 1);
                if (!part.name.empty()) {
                    event.id += part.name == "left half" ? "-left" : "-right";
                    event.name += ", " + part.name;
                    event.pour = part.name;
                }
                event.kind = PourKind::River;
                event.note = k == 0 ? "from the middle, in a thin thread" : "over the layer below, wiped and dry";
                event.items = {index};
                event.layer = k;
                event.layers = layers;
                event.depth_mm = item.layers.thickness_mm;
                event.litres = mixed(event.id, takes.fill_L * part.share, takes.over_L * part.share,
                                     takes.soak_L * part.share, "its layer of the river, on the drawing");
                gate_ = gate;
                add(std::move(event), r, coloursOf(item, k + 1 == layers));
            }
            const PourEvent& last = plan_.events.back();
            if (k == 0 && last.at_h) {
                first_h = *last.at_h;
                heat = riverHeat(index, item, r, first_h);
            }
            windowAfter(heat, std::min(k, heat ? heat->layers.size() - 1 : 0), last);
        }
        gate_ = {};
        if (heat && heat->flatten_h) {
            gate_.earliest_h = first_h + *heat->flatten_h;
        }
    }

    std::shared_ptr<const PourHeat> riverHeat(size_t index, const FillItem& item, const ResinClass& r, double at_h)
    {
        HeatQuestion q = questionOf(item, r, at_h);
        std::vector<HeatReading> readings;
        std::vector<double> poured;
        for (size_t k = 0; k < q.depths_mm.size(); ++k) {
            for (const PourRecord& record : c_.log) {
                const auto began = hoursOf(record.began);
                const std::string id = "river-" + std::to_string(k + 1);
                const bool meant = record.event == id || record.event == id + "-left"; // halves: the first
                if (meant && began && plan_.starts && poured.size() == k) {
                    poured.push_back(std::max(0.0, *began - *plan_.starts - at_h));
                }
                if (meant && k == 0) {
                    readings = record.heat;
                }
            }
        }
        if (!readings.empty()) {
            const FitQuestion fit{q, readings};
            const std::optional<double>* answer = f_.heat ? f_.heat->fit(fit) : nullptr;
            if (answer == nullptr) {
                plan_.asks.ask(fit);
            } else {
                plan_.quicker = answer->value_or(1.0);
            }
        }
        q.poured_h = poured;
        q.quicker = plan_.quicker;
        auto heat = heatOf(q);
        plan_.places.insert(plan_.places.begin(), {index, at_h, q, heat});
        plan_.riverFirst = true;
        return heat;
    }

    /// Rounds for pinholes, end grain, flood coats: after the top is flat.
    void afterFlattening()
    {
        if (!plan_.riverFirst && !plan_.events.empty()) {
            gate_.latest_h.reset(); // sanded in between
            for (const PlaceHeat& place : plan_.places) {
                const bool known = place.heat && place.heat->flatten_h && gate_.earliest_h;
                gate_.earliest_h =
                    known ? std::optional(std::max(*gate_.earliest_h, *place.heat->flatten_h)) : std::nullopt;
            }
        }
        const ResinClass* top = onShelf(f_.resins, "table_top");
        for (int k = 0; k < c_.pinholeRounds && top != nullptr && !plan_.events.empty(); ++k) {
            PourEvent event;
            event.id = "pinholes-" + std::to_string(k + 1);
            event.kind = PourKind::Pinholes;
            event.name = "Pinholes, round " + std::to_string(k + 1);
            event.note = k == 0 ? "after flattening, where bubbles were cut open" : "what is left of them";
            gate_.latest_h.reset(); // sanded in between
            event.litres = workedOut("litres_" + event.id, "to mix", kPinholes_L, Unit::Volume, "custom: a cupful");
            filmGate(add(std::move(event), *top, pinholeColours()), *top, c_.flood_mm);
        }
        const ResinClass* thin = onShelf(f_.resins, "penetrating_sealer");
        if (c_.endSeal && thin != nullptr) {
            PourEvent event;
            event.id = "end-seal";
            event.kind = PourKind::EndSeal;
            event.name = "End grain";
            event.note = "both ends, when they are trimmed, twice with a brush";
            constexpr double kEnds = 2.0;
            const double ends_mm2 = kEnds * f_.layup->meanWidth.value() * f_.flatten->thickness.value();
            event.litres = mixed(event.id, 0.0, 0.0, kEndSoak * soak_L(ends_mm2, *thin), "");
            gate_.latest_h.reset();
            filmGate(add(std::move(event), *thin, clear()), *thin, kSealFilm_mm);
        }
        for (int k = 0; k < f_.floodPours() && top != nullptr; ++k) {
            PourEvent event;
            event.id = "flood-" + std::to_string(k + 1);
            event.kind = PourKind::FloodCoat;
            event.name = "Flood coat " + std::to_string(k + 1);
            event.note = "clean the drips below while they are soft";
            event.depth_mm = c_.flood_mm;
            event.litres = mixed(event.id, c_.flood_mm * f_.layup->topArea.value() / kMm3PerL, 0.0, 0.0,
                                 "film over the top, on the drawing");
            if (k == 0) {
                gate_.latest_h.reset();
            }
            filmGate(add(std::move(event), *top, clear()), *top, c_.flood_mm);
        }
    }

    const PourInput& in_;
    const FillInput& f_;
    const FillPlan& fill_;
    const FillChoices& c_;
    Gate gate_;
    PourPlan plan_;
};

} // namespace

double PourPlan::litres() const
{
    double out = 0.0;
    for (const PourEvent& event : events) {
        out += event.litres.value();
    }
    return out;
}

PourPlan pourPlan(const PourInput& input)
{
    return PourBuilder(input).run();
}

} // namespace burl
