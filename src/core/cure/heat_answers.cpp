#include "core/cure/heat_answers.h"

#include <algorithm>

namespace burl
{
namespace
{

constexpr size_t kKept = 200;     // of each kind
constexpr size_t kPoursKept = 40; // their pictures take half a megabyte each

template <typename List, typename Question> auto found(const List& list, const Question& question)
{
    return std::find_if(list.begin(), list.end(), [&](const auto& pair) { return pair.first == question; });
}

template <typename List> void letGo(List& list, size_t most = kKept)
{
    if (list.size() > most) {
        list.erase(list.begin(), list.end() - static_cast<std::ptrdiff_t>(most));
    }
}

template <typename T> void add(std::vector<T>& to, const T& question)
{
    if (std::find(to.begin(), to.end(), question) == to.end()) {
        to.push_back(question);
    }
}

} // namespace

const SafeLayer* HeatAnswers::layer(const LayerQuestion& question) const
{
    const auto at = found(layers, question);
    return at != layers.end() ? &at->second : nullptr;
}

std::shared_ptr<const PourHeat> HeatAnswers::pour(const HeatQuestion& question) const
{
    const auto at = found(pours, question);
    return at != pours.end() ? at->second : nullptr;
}

const std::optional<double>* HeatAnswers::fit(const FitQuestion& question) const
{
    const auto at = found(fits, question);
    return at != fits.end() ? &at->second : nullptr;
}

void HeatQuestions::ask(const FitQuestion& question)
{
    add(fits, question);
}

void HeatQuestions::ask(const LayerQuestion& question)
{
    add(layers, question);
}

void HeatQuestions::ask(const HeatQuestion& question)
{
    add(pours, question);
}

HeatQuestions together(HeatQuestions a, const HeatQuestions& b)
{
    for (const LayerQuestion& q : b.layers) {
        a.ask(q);
    }
    for (const HeatQuestion& q : b.pours) {
        a.ask(q);
    }
    for (const FitQuestion& q : b.fits) {
        a.ask(q);
    }
    return a;
}

std::shared_ptr<const HeatAnswers> answered(const HeatQuestions& questions,
                                            const std::shared_ptr<const HeatAnswers>& before,
                                            const std::function<bool(double)>& goOn)
{
    auto out = std::make_shared<HeatAnswers>(before ? *before : HeatAnswers{});
    for (const LayerQuestion& question : questions.layers) {
        if (out->layer(question) == nullptr) {
            const auto answer = safeLayer(question, goOn);
            if (goOn && !goOn(0.0)) {
                return nullptr;
            }
            out->layers.emplace_back(question, answer.value_or(SafeLayer{}));
        }
    }
    for (const HeatQuestion& question : questions.pours) {
        if (!out->pour(question)) {
            auto answer = pourHeat(question, goOn);
            if (goOn && !goOn(0.0)) {
                return nullptr;
            }
            out->pours.emplace_back(question, answer ? std::make_shared<const PourHeat>(std::move(*answer))
                                                     : std::make_shared<const PourHeat>());
        }
    }
    for (const FitQuestion& question : questions.fits) {
        if (out->fit(question) == nullptr) {
            const auto answer = quickerThanClass(question.pour, question.readings, goOn);
            if (goOn && !goOn(0.0)) {
                return nullptr;
            }
            out->fits.emplace_back(question, answer);
        }
    }
    letGo(out->fits);
    letGo(out->layers);
    letGo(out->pours, kPoursKept);
    return out;
}

} // namespace burl
