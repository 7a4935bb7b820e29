#include "core/cure/pour_heat.h"

#include <algorithm>
#include <cmath>

#include "core/cure/safe_layer.h"
#include "core/measure/units.h"

namespace burl
{
namespace
{

constexpr int kPictures = 85; // one for every two hours of the week

std::optional<CureAnswer> ranFor(const HeatQuestion& q, const std::vector<CureLayer>& layers, double warmer_K,
                                 double quicker, const CureFineness& fine, double lookedAt_h = kHeatLookedAt_h)
{
    PourSite site = q.site;
    double depth = 0.0;
    for (const CureLayer& layer : layers) {
        depth += layer.depth_mm;
    }
    site.wood_mm = std::max(site.wood_mm, depth);
    CureSection section = sectionOf(site, layers, warmer_K, q.quicker * quicker);
    section.end_h = layers.back().pouredAt_h + lookedAt_h;
    auto answer = cured(section, fine);
    return answer ? std::optional(std::move(*answer)) : std::nullopt;
}

/// When all layers have come to it, from the first pour on; nothing while one has not.
std::optional<double> wholeOf(const std::vector<CureLayer>& poured, const std::vector<CuredLayer>& layers,
                              std::optional<double> CuredLayer::*hour)
{
    std::optional<double> whole;
    for (size_t i = 0; i < poured.size() && i < layers.size(); ++i) {
        const std::optional<double>& of = layers[i].*hour;
        if (!of) {
            return std::nullopt;
        }
        whole = std::max(whole.value_or(0.0), poured[i].pouredAt_h + *of);
    }
    return whole;
}

/// When the next layer may come after the last one of `answer`.
std::optional<LayerHeat> nextAfter(const HeatQuestion& q, const std::vector<CureLayer>& poured,
                                   const CureAnswer& answer)
{
    const CuredLayer& last = answer.layers.back();
    LayerHeat out;
    if (q.poured_h.size() > poured.size()) {
        out.pouredAt_h = q.poured_h[poured.size()];
    } else if (last.recoatOpen_h) {
        out.pouredAt_h = inWorkingHours(poured.back().pouredAt_h + *last.recoatOpen_h, q.site.starts_hour, q.opens_hour,
                                        q.closes_hour);
    } else {
        return std::nullopt;
    }
    out.scuff = last.recoatClose_h && out.pouredAt_h > poured.back().pouredAt_h + *last.recoatClose_h;
    return out;
}

} // namespace

double inWorkingHours(double from_h, double starts_hour, double opens_hour, double closes_hour)
{
    const double hour = std::fmod(starts_hour + from_h, kDay_h);
    if (hour < opens_hour) {
        return from_h + opens_hour - hour;
    }
    return hour <= closes_hour ? from_h : from_h + kDay_h - hour + opens_hour;
}

std::optional<PourHeat> pourHeat(const HeatQuestion& q, const std::function<bool(double)>& goOn)
{
    if (q.depths_mm.empty()) {
        return std::nullopt;
    }
    const double warm = meanAir_C(q.site.room);
    CureFineness fine;
    fine.pictures = kPictures;
    fine.goOn = goOn;
    CureFineness patient; // only its hours are wanted
    patient.goOn = goOn;
    PourHeat out;
    out.layers.push_back({});
    std::vector<CureLayer> poured{{q.depths_mm[0], 0.0, warm}};
    std::optional<CureAnswer> answer = ranFor(q, poured, 0.0, 1.0, fine);
    std::vector<CuredLayer> bare; // each as it was while nothing lay on it: its window is told by that
    while (answer && poured.size() < q.depths_mm.size()) {
        bare.push_back(answer->layers.back());
        auto next = nextAfter(q, poured, *answer);
        if (!next) { // not within a week: followed on until it bears the next
            out.stalls = true;
            const auto later = ranFor(q, poured, 0.0, 1.0, patient, kLongestLookedAt_h);
            next = later ? nextAfter(q, poured, *later) : std::nullopt;
            if (later && next) {
                bare.back() = later->layers.back();
            }
        }
        if (!next) {
            break;
        }
        out.layers.push_back(*next);
        poured.push_back({q.depths_mm[poured.size()], next->pouredAt_h, warm});
        answer = ranFor(q, poured, 0.0, 1.0, fine);
    }
    CureFineness quick;
    quick.untilPeak = true;
    quick.goOn = goOn;
    const auto cooler = answer ? ranFor(q, poured, -kVaried_K, 1.0 - kVariedSpeed, quick) : std::nullopt;
    const auto warmer = cooler ? ranFor(q, poured, kVaried_K, 1.0 + kVariedSpeed, quick) : std::nullopt;
    if (!warmer) {
        return std::nullopt;
    }
    const CureLimits& limits = q.site.resin.limits;
    out.peak_C = answer->peak_C;
    out.peakAt_h = answer->peakAt_h;
    out.least_C = std::min(cooler->peak_C, out.peak_C);
    out.most_C = std::max(warmer->peak_C, out.peak_C);
    out.mostSpread_K = answer->mostSpread_K;
    out.overheats = answer->overheats;
    out.mayOverheat = out.most_C > limits.peak_C;
    out.mayCrack = std::max(answer->mostSpread_K, warmer->mostSpread_K) > limits.crackSpread_K;
    out.runsAway = out.most_C > kRunsAway_C;
    double deep = 0.0;
    double below = 0.0;
    for (size_t i = 0; i < out.layers.size(); ++i) {
        out.layers[i].times = answer->layers[i];
        if (i < bare.size()) {
            out.layers[i].times.recoatOpen_h = bare[i].recoatOpen_h;
            out.layers[i].times.recoatClose_h = bare[i].recoatClose_h;
        }
        if (answer->peakY_mm >= below) {
            out.peakLayer = i;
        }
        below += poured[i].depth_mm;
        deep = std::max(deep, poured[i].depth_mm);
    }
    out.demould_h = wholeOf(poured, answer->layers, &CuredLayer::demould_h);
    out.flatten_h = wholeOf(poured, answer->layers, &CuredLayer::flatten_h);
    out.stalls = out.stalls || !out.demould_h;
    const bool allPoured = poured.size() == q.depths_mm.size();
    if (allPoured && !out.runsAway && (!out.demould_h || !out.flatten_h)) {
        // The colder the room, the later it is hard: it is followed to the hour, not guessed.
        const auto later = ranFor(q, poured, 0.0, 1.0, patient, kLongestLookedAt_h);
        if (!later) {
            return std::nullopt;
        }
        out.demould_h = wholeOf(poured, later->layers, &CuredLayer::demould_h);
        out.flatten_h = wholeOf(poured, later->layers, &CuredLayer::flatten_h);
    }
    // A layer that never bears the next leaves those below it hard and the place half filled.
    out.neverHard = !out.runsAway && (!allPoured || !out.flatten_h);
    out.sinks_mm = deep * q.site.resin.shrinkage * q.site.resin.viscosity.gelAlpha;
    out.instants = std::move(answer->instants);
    out.x_mm = std::move(answer->x_mm);
    out.y_mm = std::move(answer->y_mm);
    out.pictures = std::move(answer->pictures);
    return out;
}

namespace
{

constexpr size_t kFewestReadings = 3;
constexpr double kSlowest = 0.4, kQuickest = 2.5; // beyond, it is another resin
constexpr int kHalvings = 18;
constexpr double kTells_K = 2.0; // over the room at least once, or the readings say nothing

double between(const std::vector<CureInstant>& instants, double at_h)
{
    size_t i = 1;
    while (i + 1 < instants.size() && instants[i].at_h < at_h) {
        ++i;
    }
    const CureInstant& a = instants[i - 1];
    const CureInstant& b = instants[i];
    const double share = b.at_h > a.at_h ? std::clamp((at_h - a.at_h) / (b.at_h - a.at_h), 0.0, 1.0) : 1.0;
    return a.middle_C.front() + (b.middle_C.front() - a.middle_C.front()) * share;
}

} // namespace

std::optional<double> quickerThanClass(const HeatQuestion& q, const std::vector<HeatReading>& readings,
                                       const std::function<bool(double)>& goOn)
{
    const double room = meanAir_C(q.site.room);
    const bool tells = std::any_of(readings.begin(), readings.end(),
                                   [&](const HeatReading& r) { return r.measured_C > room + kTells_K; });
    if (readings.size() < kFewestReadings || !tells || q.depths_mm.empty()) {
        return std::nullopt;
    }
    HeatQuestion one = q;
    one.quicker = 1.0;
    const std::vector<CureLayer> layers{{q.depths_mm[0], 0.0, room}};
    CureFineness fine;
    fine.goOn = goOn;
    double last_h = 0.0; // what comes after the last reading tells nothing
    for (const HeatReading& r : readings) {
        last_h = std::max(last_h, r.at_h);
    }
    constexpr double kBeyond_h = 1.0; // longer than any step
    const double end_h = std::min(kHeatLookedAt_h, last_h + kBeyond_h);
    bool stopped = false;
    const auto left = [&](double quicker) { // squares
        const auto answer = ranFor(one, layers, 0.0, quicker, fine, end_h);
        stopped = stopped || !answer;
        double sum = 0.0;
        for (const HeatReading& r : readings) {
            const double off = answer ? between(answer->instants, r.at_h) - r.measured_C : 0.0;
            sum += off * off;
        }
        return sum;
    };
    // The sum has one valley in the logarithm of the factor: golden sections.
    constexpr double kGolden = 0.6180339887;
    double low = std::log(kSlowest);
    double high = std::log(kQuickest);
    double a = high - kGolden * (high - low);
    double b = low + kGolden * (high - low);
    double atA = left(std::exp(a));
    double atB = left(std::exp(b));
    for (int i = 0; i < kHalvings && !stopped; ++i) {
        if (atA < atB) {
            high = b;
            b = a;
            atB = atA;
            a = high - kGolden * (high - low);
            atA = left(std::exp(a));
        } else {
            low = a;
            a = b;
            atA = atB;
            b = low + kGolden * (high - low);
            atB = left(std::exp(b));
        }
    }
    if (stopped) {
        return std::nullopt;
    }
    return std::exp((low + high) / 2.0);
}

} // namespace burl
