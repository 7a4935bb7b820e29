#pragma once
// What the cure model was asked and answered. A plan that needs an answer which is not there yet names the question
// and goes on by the product's sheet; whoever makes plans has the questions answered and plans again.
// Threads: values; answers are shared and never change.

#include <functional>
#include <memory>
#include <utility>
#include <vector>

#include "core/cure/pour_heat.h"
#include "core/cure/safe_layer.h"

namespace burl
{

/// How much quicker than its class a pour cured, by what was measured in it.
struct FitQuestion {
    HeatQuestion pour;
    std::vector<HeatReading> readings;
    bool operator==(const FitQuestion&) const = default;
};

struct HeatAnswers {
    std::vector<std::pair<LayerQuestion, SafeLayer>> layers;
    std::vector<std::pair<HeatQuestion, std::shared_ptr<const PourHeat>>> pours;

    std::vector<std::pair<FitQuestion, std::optional<double>>> fits;

    [[nodiscard]] const SafeLayer* layer(const LayerQuestion& question) const;
    [[nodiscard]] std::shared_ptr<const PourHeat> pour(const HeatQuestion& question) const;
    /// Null when it was not asked; no value in it when the readings say nothing.
    [[nodiscard]] const std::optional<double>* fit(const FitQuestion& question) const;
};

/// Questions that are open.
struct HeatQuestions {
    std::vector<LayerQuestion> layers;
    std::vector<HeatQuestion> pours;
    std::vector<FitQuestion> fits;
    void ask(const LayerQuestion& question);
    void ask(const HeatQuestion& question);
    void ask(const FitQuestion& question);
    [[nodiscard]] bool empty() const { return layers.empty() && pours.empty() && fits.empty(); }
    bool operator==(const HeatQuestions&) const = default;
};
[[nodiscard]] HeatQuestions together(HeatQuestions a, const HeatQuestions& b);

/// The answers there were and those to the questions; what was asked long ago and not since is let go. Null when it was
/// stopped.
[[nodiscard]] std::shared_ptr<const HeatAnswers> answered(const HeatQuestions& questions,
                                                          const std::shared_ptr<const HeatAnswers>& before,
                                                          const std::function<bool(double)>& goOn = {});

} // namespace burl
