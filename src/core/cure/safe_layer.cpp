#include "core/cure/safe_layer.h"

// Method: the peak rises with the depth; the depth at which it reaches what the class bears is bracketed and halved in
// its logarithm, each section worked out no longer than until it cools again.

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kShallowest_mm = 1.0;
constexpr double kClose = 0.02;    // of the depth
constexpr double kLookAt_h = 96.0; // what has not warmed by then stays cold
constexpr int kAcross = 12, kDeep = 14;
constexpr double kStep_K = 1.0;
constexpr int kMostTries = 12;

struct Sought {
    const LayerQuestion& question;
    double warmer_K;
    double quicker;
    const std::function<bool(double)>& goOn;
};

/// Whether this deep it stays as cool as its class bears; nothing when that cannot be told.
std::optional<bool> staysCool(const Sought& sought, double depth_mm)
{
    const PourSite& site = sought.question.site;
    PourSite deep = site;
    deep.wood_mm = std::max(site.wood_mm, depth_mm);
    CureSection section = sectionOf(deep, {{depth_mm, 0.0, meanAir_C(site.room)}}, sought.warmer_K, sought.quicker);
    section.end_h = kLookAt_h;
    const CureFineness fine{kAcross, kDeep, kStep_K, true, true, 0, sought.goOn};
    const auto answer = cured(section, fine);
    if (!answer) {
        return std::nullopt;
    }
    return answer->peak_C <= site.resin.limits.peak_C && answer->mostSpread_K <= site.resin.limits.crackSpread_K;
}

std::optional<double> deepest(const Sought& sought, double most_mm)
{
    const auto whole = staysCool(sought, most_mm);
    if (!whole || *whole) {
        return whole ? std::optional(most_mm) : std::nullopt;
    }
    double cool = kShallowest_mm;
    double hot = most_mm;
    for (int i = 0; i < kMostTries && hot - cool > kClose * hot; ++i) {
        const double middle = std::sqrt(cool * hot);
        const auto is = staysCool(sought, middle);
        if (!is) {
            return std::nullopt;
        }
        (*is ? cool : hot) = middle;
    }
    return cool;
}

} // namespace

std::optional<SafeLayer> safeLayer(const LayerQuestion& question, const std::function<bool(double)>& goOn)
{
    // Beyond what there is to fill, and beyond the sheet, nothing is asked.
    const double sheet = question.narrow ? question.whole_mm : std::min(question.sheet_mm, question.whole_mm);
    const double most = std::max(kShallowest_mm, sheet);
    const auto sure = deepest({question, kVaried_K, 1.0 + kVariedSpeed, goOn}, most);
    if (!sure) {
        return std::nullopt;
    }
    SafeLayer out{*sure, most, most, *sure >= most && question.sheet_mm < question.whole_mm && !question.narrow};
    if (*sure < most) { // what is sure at the whole is likely and possible there too
        const auto likely = deepest({question, 0.0, 1.0, goOn}, most);
        const auto possible = likely && *likely < most ? deepest({question, -kVaried_K, 1.0 - kVariedSpeed, goOn}, most)
                                                       : std::optional(most);
        if (!likely || !possible) {
            return std::nullopt;
        }
        out.likely_mm = std::max(*likely, *sure);
        out.most_mm = std::max(*possible, out.likely_mm);
    }
    return out;
}

} // namespace burl
