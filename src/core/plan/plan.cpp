#include "core/plan/plan.h"

#include <algorithm>

#include <set>

#include "core/shop/job_in_shop.h"

namespace burl
{
namespace
{

/// Takes the stage over when its input is as before, else computes it.
template <typename Stage> void make(Made<Stage>& made, const JobInShop& in, const Plan& plan, const Made<Stage>* before)
{
    typename Stage::Input input = Stage::input(in, plan);
    if (before != nullptr && before->input && before->answer && sameInput(*before->input, input)) {
        made = *before;
        made.computed = false;
        made.behind = false;
        return;
    }
    made.input = std::make_shared<const typename Stage::Input>(std::move(input));
    made.answer = std::make_shared<const typename Stage::Answer>(Stage::answer(*made.input));
    made.computed = true;
}

Figure search(const Figure& figure, const std::string& key, std::set<const FigureNode*>& seen)
{
    if (!figure || !seen.insert(&figure.node()).second) {
        return {};
    }
    if (figure.node().key == key) {
        return figure;
    }
    for (const Figure& term : figure.node().terms) {
        if (Figure found = search(term, key, seen)) {
            return found;
        }
    }
    return {};
}

} // namespace

std::vector<NamedAnswer> Plan::answers() const
{
    std::vector<NamedAnswer> out;
    std::apply(
        [&](const auto&... made) {
            (out.push_back({std::decay_t<decltype(made)>::Stage::kName, std::decay_t<decltype(made)>::Stage::kBench,
                            made.answer.get(), made.computed, made.behind}),
             ...);
        },
        stages());
    return out;
}

std::vector<Entry> Plan::figuresOf(std::string_view bench) const
{
    std::vector<Entry> out;
    for (const NamedAnswer& stage : answers()) {
        if (stage.bench == bench) {
            out.insert(out.end(), stage.answer->figures.begin(), stage.answer->figures.end());
        }
    }
    // What decides is read first, whichever stage says it.
    std::stable_partition(out.begin(), out.end(), [](const Entry& e) { return e.prominence == Prominence::Headline; });
    return out;
}

std::vector<Finding> Plan::findingsOf(std::string_view bench) const
{
    std::vector<Finding> out;
    for (const NamedAnswer& stage : answers()) {
        if (stage.bench == bench) {
            out.insert(out.end(), stage.answer->findings.begin(), stage.answer->findings.end());
        }
    }
    sortBySeverity(out);
    return grouped(out);
}

Figure Plan::figure(const std::string& key) const
{
    const std::vector<NamedAnswer> all = answers();
    for (const NamedAnswer& stage : all) {
        for (const Entry& entry : stage.answer->figures) { // what is shown wins over what it was made of
            if (entry.figure && entry.figure.node().key == key) {
                return entry.figure;
            }
        }
    }
    std::set<const FigureNode*> seen;
    for (const NamedAnswer& stage : all) {
        for (const Entry& entry : stage.answer->figures) {
            if (Figure found = search(entry.figure, key, seen)) {
                return found;
            }
        }
    }
    return {};
}

namespace
{

constexpr size_t kAllStages = std::tuple_size_v<decltype(std::declval<Plan&>().stages())>;

/// How many stages, from the first, a bench's last one needs; none for a bench that shows none.
size_t stagesOf(std::string_view bench)
{
    size_t out = 0;
    size_t at = 0;
    std::apply(
        [&](const auto&... made) {
            ((++at, out = std::decay_t<decltype(made)>::Stage::kBench == bench ? at : out), ...);
        },
        Plan{}.stages());
    return out;
}

/// Views go from the pieces of one stage to those of another by their place: these must be as many as they were.
bool alike(const Plan& now, const Plan& before)
{
    return (!now.layup || now.layup->pieces.size() == before.layup->pieces.size()) &&
           (!now.fill || now.fill->items.size() == before.fill->items.size());
}

/// `left`: how many are still asked for.
template <typename Stage>
void makeOrLeave(Made<Stage>& made, const JobInShop& in, const Plan& plan, const Made<Stage>& old, const Plan& previous,
                 size_t& left)
{
    if (left == 0 && alike(plan, previous)) {
        made = old;
        made.computed = false;
        made.behind = true;
        return;
    }
    left = left > 0 ? left - 1 : 0;
    make(made, in, plan, &old);
}

} // namespace

bool Plan::isBehind(std::string_view bench) const
{
    return std::apply(
        [&](const auto&... made) {
            return ((made.behind && (bench.empty() || std::decay_t<decltype(made)>::Stage::kBench == bench)) || ...);
        },
        stages());
}

Plan makePlan(const Job& job, const Shop& shop, const Plan* previous, const Worked& worked, std::string_view upTo)
{
    JobInShop in(job, shop);
    in.worked = worked;
    Plan plan;
    size_t left = previous != nullptr && !upTo.empty() ? stagesOf(upTo) : kAllStages;
    std::apply(
        [&](auto&... made) {
            if (previous == nullptr) {
                (make(made, in, plan, decltype(&made){nullptr}), ...);
            } else {
                std::apply([&](const auto&... old) { (makeOrLeave(made, in, plan, old, *previous, left), ...); },
                           previous->stages());
            }
        },
        plan.stages());
    return plan;
}

Plan planWorkedOut(const Job& job, const Shop& shop, const Plan* previous)
{
    constexpr int kRounds = 4; // an answer may bring up another question, about the class it leads to
    Worked worked;
    if (previous != nullptr) {
        worked.heat = previous->fill.input->heat;
        worked.hold = previous->hold.input->answers;
    }
    Plan plan = makePlan(job, shop, previous, worked);
    for (int i = 0; i < kRounds && (!plan.asks().empty() || plan.hold->asks() != nullptr); ++i) {
        if (!plan.asks().empty()) {
            worked.heat = answered(plan.asks(), worked.heat);
        }
        if (const HoldQuestion* question = plan.hold->asks()) {
            worked.hold = std::make_shared<const HoldAnswers>(HoldAnswers{*question, holdAnswer(*question)});
        }
        plan = makePlan(job, shop, &plan, worked);
    }
    return plan;
}

} // namespace burl
