#include "core/book/step_match.h"

#include <algorithm>
#include <cmath>

#include "core/measure/text.h"

namespace burl
{
namespace
{

/// What is said of a kind of step: what is done, the things that name it alone, and others that go with it.
struct StepSenses {
    const char* key; // it begins with
    std::vector<Sense> acts;
    std::vector<Sense> heads;
    std::vector<Sense> things;
    bool named = false; // only where one of the heads is said
};

const std::vector<StepSenses>& allSenses()
{
    // Longer keys first where one begins another.
    static const std::vector<StepSenses> kAll{
        {"stack", {Sense::BringIn, Sense::Sticker}, {}, {Sense::Slab, Sense::Top, Sense::Floor}},
        {"rough_cut", {Sense::RoughCut, Sense::Cut}, {}, {Sense::Slab, Sense::End}},
        {"bark",
         {Sense::Debark, Sense::Scrape, Sense::Clean, Sense::Remove},
         {Sense::Bark},
         {Sense::Slab, Sense::Edge, Sense::Void, Sense::Crack}},
        {"flatten_",
         {Sense::Flatten, Sense::Plane},
         {Sense::Milling},
         {Sense::Slab, Sense::Face, Sense::Show, Sense::Underside, Sense::Pass, Sense::Sled, Sense::Shim, Sense::Top}},
        {"read_", {Sense::Measure}, {}, {Sense::Slab, Sense::Face, Sense::Moisture}},
        {"joint", {Sense::Joint, Sense::Plane}, {Sense::JointThing}, {Sense::Edge, Sense::Slab}},
        {"tenons",
         {Sense::Tenon, Sense::Drill, Sense::Rout},
         {Sense::TenonThing},
         {Sense::JointThing, Sense::Edge, Sense::Hole, Sense::Slab}},
        {"glue",
         {Sense::Glue, Sense::Clamp},
         {},
         {Sense::Slab, Sense::Top, Sense::JointThing, Sense::Board, Sense::GlueThing, Sense::TenonThing, Sense::Table}},
        {"squeeze_out",
         {Sense::Scrape, Sense::Clean, Sense::Remove},
         {Sense::Squeeze},
         {Sense::Glue, Sense::GlueThing, Sense::JointThing, Sense::Top}},
        {"cross_cut", {Sense::RoughCut, Sense::Cut}, {Sense::Across}, {Sense::Top, Sense::Table, Sense::Slab}},
        {"fit_halves",
         {Sense::Try, Sense::Mount, Sense::Drill},
         {},
         {Sense::Slab, Sense::Top, Sense::Table, Sense::Hole}},
        {"rods", {Sense::Drill, Sense::Mount}, {}, {Sense::Hole, Sense::Slab, Sense::Top}},
        {"form",
         {Sense::Build, Sense::Seal},
         {Sense::Form},
         {Sense::Tape, Sense::Silicone, Sense::Board, Sense::River}},
        {"pour_penetrating",
         {Sense::Pour, Sense::Seal, Sense::Coat},
         {},
         {Sense::Resin, Sense::Void, Sense::Crack, Sense::Bark, Sense::Slab}},
        {"pour_seal-coat",
         {Sense::Seal, Sense::Pour, Sense::Coat},
         {},
         {Sense::Resin, Sense::Void, Sense::Crack, Sense::Edge, Sense::Slab, Sense::River}},
        {"pour_voids",
         {Sense::Pour, Sense::Fill},
         {Sense::Leak},
         {Sense::Void, Sense::Crack, Sense::Hole, Sense::Resin, Sense::Layer, Sense::Round, Sense::Slab, Sense::Pot}},
        {"pour_river",
         {Sense::Pour},
         {Sense::River, Sense::Leak},
         {Sense::Layer, Sense::Resin, Sense::Form, Sense::Pot, Sense::Top, Sense::Table}},
        {"pour_pinholes", {Sense::Pour, Sense::Fill}, {Sense::Pinhole}, {Sense::Resin, Sense::Round, Sense::Top}},
        {"pour_end-seal", {Sense::Seal, Sense::Pour}, {}, {Sense::EndGrain, Sense::End, Sense::Resin}},
        {"pour_flood",
         {Sense::Pour, Sense::Coat},
         {},
         {Sense::Resin, Sense::Top, Sense::Layer, Sense::Show, Sense::Table}},
        {"pour_", {Sense::Pour}, {}, {Sense::Resin, Sense::Void, Sense::River, Sense::Layer, Sense::Pot}},
        {"demould", {Sense::Demould, Sense::Remove}, {}, {Sense::Form, Sense::Top, Sense::River, Sense::Table}},
        {"flush", {Sense::Scrape, Sense::Sand}, {}, {Sense::Resin, Sense::Void, Sense::Pinhole, Sense::Fill}},
        {"plane_again",
         {Sense::Flatten, Sense::Plane},
         {},
         {Sense::Top, Sense::Resin, Sense::River, Sense::JointThing, Sense::Face, Sense::Table}},
        {"trim", {Sense::Trim, Sense::Cut}, {}, {Sense::End, Sense::EndGrain, Sense::Top, Sense::Table, Sense::Edge}},
        {"repairs",
         {Sense::Repair, Sense::Fill},
         {Sense::Key},
         {Sense::Crack, Sense::Void, Sense::Hole, Sense::Slab, Sense::Top}},
        {"edges", {Sense::RoundOver, Sense::Rout, Sense::Build}, {}, {Sense::Edge, Sense::Top, Sense::Table}},
        {"sand_0", {Sense::Sand}, {}, {Sense::Show, Sense::Top, Sense::Face, Sense::Grit, Sense::Disc}},
        {"sand_1", {Sense::Sand}, {}, {Sense::Underside, Sense::Grit, Sense::Disc, Sense::Face}},
        {"sand_2", {Sense::Sand}, {}, {Sense::Edge, Sense::Grit, Sense::Disc}},
        {"sand_3", {Sense::Sand}, {}, {Sense::EndGrain, Sense::End, Sense::Grit, Sense::Disc}},
        {"sand_4", {Sense::Sand}, {}, {Sense::Resin, Sense::River, Sense::Grit, Sense::Disc}},
        {"look", {Sense::Look}, {}, {Sense::Light, Sense::Top, Sense::Show, Sense::Face, Sense::Table}},
        {"underside",
         {Sense::Drill, Sense::Rout, Sense::Mount, Sense::Build},
         {Sense::Channel, Sense::Insert},
         {Sense::Plate, Sense::Hole, Sense::Underside}},
        {"sample", {Sense::Oil, Sense::Coat, Sense::Sand, Sense::Build}, {Sense::Sample}, {Sense::Board}, true},
        {"under_", {Sense::Oil, Sense::Coat}, {}, {Sense::Underside, Sense::Round, Sense::Face}},
        {"show_",
         {Sense::Oil, Sense::Coat},
         {},
         {Sense::Show, Sense::Top, Sense::Edge, Sense::Round, Sense::Face, Sense::Table}},
        {"base_weld",
         {Sense::Weld, Sense::Cut},
         {},
         {Sense::Base, Sense::Steel, Sense::Leg, Sense::Frame, Sense::Plate}},
        {"base_coater",
         {Sense::Send, Sense::BringIn, Sense::Remove},
         {Sense::Coater},
         {Sense::Base, Sense::Leg, Sense::Frame, Sense::Steel}},
        {"base_paint", {Sense::Paint}, {}, {Sense::Base, Sense::Leg, Sense::Frame, Sense::Steel}},
        {"base_wood",
         {Sense::Build, Sense::Glue, Sense::Cut, Sense::Joint, Sense::Plane, Sense::Tenon},
         {Sense::Base, Sense::Leg, Sense::Frame},
         {Sense::TenonThing, Sense::JointThing},
         true},
        {"base_fit", {Sense::Try}, {}, {Sense::Base, Sense::Leg, Sense::Floor, Sense::Frame}},
        {"mount", {Sense::Mount, Sense::Try}, {}, {Sense::Top, Sense::Leg, Sense::Base, Sense::Table, Sense::Frame}},
        {"crate", {Sense::Pack}, {Sense::Crate}, {Sense::Table, Sense::Top, Sense::Base, Sense::Leg, Sense::Blanket}},
        {"deliver", {Sense::Deliver}, {}, {Sense::Table, Sense::Top, Sense::Base, Sense::Customer}},
    };
    return kAll;
}

const StepSenses* sensesOf(const std::string& key)
{
    for (const StepSenses& s : allSenses()) {
        if (key.rfind(s.key, 0) == 0) {
            return &s;
        }
    }
    return nullptr;
}

bool in(const std::vector<Sense>& all, Sense one)
{
    return std::find(all.begin(), all.end(), one) != all.end();
}

/// The number a key ends with: 2 of "pour_river-2"; 0 for none, and for the parts that are sanded.
int numberOf(const std::string& key)
{
    if (key.rfind("sand_", 0) == 0 || key.rfind("own_", 0) == 0) {
        return 0;
    }
    size_t at = key.size();
    while (at > 0 && isDigit(key[at - 1])) {
        --at;
    }
    return at < key.size() && at > 0 ? std::atoi(key.c_str() + at) : 0;
}
std::string familyOf(const std::string& key)
{
    return numberOf(key) > 0 ? key.substr(0, key.find_last_not_of("0123456789") + 1) : key;
}

// What a clause and a step have in common weighs so much. An act and nothing against it is enough; a thing alone is
// not.
constexpr double kAct = 4.0;
constexpr double kWeakAct = 3.0; // "worked on", "took off": and what it was done to
constexpr double kMild = 2.4;    // the same, and the thing is of other steps too
constexpr double kMixed = 2.0;   // resin was mixed: was it poured?
constexpr double kNamesIt = 2.5; // the form, and not what was done to it
constexpr double kThing = 1.0;   // each, to two
constexpr double kBeside = 0.4;
constexpr double kAgainst = 4.0; // what it was done to is not of this step
constexpr double kNumber = 2.0;  // "second milling"
constexpr double kWrongNumber = 1.9;
constexpr double kFirstOpen = 1.5; // of several alike
constexpr double kOwnName = 14.0;  // more than all else together
constexpr double kQuantity = 1.0;  // about as much as is planned
constexpr double kWrongQuantity = 2.0;
constexpr double kDone = 1.5;   // it was written as done
constexpr double kEarly = 0.15; // for each step before it that is not done, to ten
constexpr double kSure = 4.0;
constexpr double kMargin = 0.9;
constexpr double kAtAll = 2.0;

bool weak(Sense act)
{
    return act == Sense::Build || act == Sense::Remove || act == Sense::Clean || act == Sense::Mix ||
           act == Sense::Fill || act == Sense::Cut || act == Sense::BringIn;
}

class Matcher
{
public:
    Matcher(const BookParts& parts, const BookClause& clause, const StepsSaid& said)
        : p_(parts), c_(clause), said_(said), done_(clause.done())
    {
    }

    [[nodiscard]] std::vector<StepMatch> run() const
    {
        std::vector<StepMatch> out;
        std::vector<std::string> opened; // families whose first open step was seen
        for (size_t i = 0; i < said_.steps.size(); ++i) {
            const JobStep& step = said_.steps[i];
            if (step.skipped) {
                continue;
            }
            const bool done = isDone(i);
            const double fits = of(step);
            double score = fits > 0.0 ? fits + std::min(0.0, quantity(step)) : 0.0;
            const std::string family = familyOf(step.key);
            const bool first = !done && std::find(opened.begin(), opened.end(), family) == opened.end();
            if (first) {
                opened.push_back(family);
            }
            if (fits <= 0.0) {
                continue;
            }
            const double fit = fits;
            score += first && numberOf(step.key) > 0 && fit >= kSure ? kFirstOpen : 0.0;
            score -= done ? kDone : 0.0;
            constexpr size_t kMostEarly = 10;
            score -=
                kEarly * static_cast<double>(std::min(kMostEarly, alsoDone(said_.steps, said_.progress, i).size()));
            if (fit >= kAtAll) {
                out.push_back({i, score, fit, named(step), done});
            }
        }
        std::stable_sort(out.begin(), out.end(),
                         [](const StepMatch& a, const StepMatch& b) { return a.score > b.score; });
        return out;
    }

private:
    [[nodiscard]] bool isDone(size_t i) const
    {
        return i < said_.progress.size() && said_.progress[i].done && !said_.progress[i].implied;
    }

    /// The clause begins with its whole name; one of the maker's own may stand anywhere. Not "flattened after glue up".
    [[nodiscard]] bool named(const JobStep& step) const
    {
        for (size_t i = c_.from; i < c_.to; ++i) {
            if (p_.stepAt[i] == step.key) {
                return true;
            }
            const bool did = p_.senses[i] && isAct(p_.senses[i]->sense) && p_.joined[i] == 0;
            if (did && step.own == 0) {
                return false;
            }
        }
        return false;
    }

    [[nodiscard]] double of(const JobStep& step) const
    {
        if (named(step)) {
            return kOwnName;
        }
        const StepSenses* senses = sensesOf(step.key);
        if (senses == nullptr) {
            return 0.0;
        }
        double score = said(*senses);
        if (score <= 0.0) {
            return 0.0;
        }
        const bool behind = std::any_of(c_.acts.begin(), c_.acts.end(), [](const SaidAct& a) { return a.behind; });
        const bool unclear = score == kMild || score == kMixed || behind;
        score += things(*senses) + number(step) + std::max(0.0, quantity(step)) + again(step) + resin(step);
        return unclear ? std::min(score, kSure - kThing / 2.0) : score;
    }

    [[nodiscard]] double said(const StepSenses& senses) const
    {
        const auto any = [](const std::vector<Sense>& all, const auto& holds) {
            return std::any_of(all.begin(), all.end(), holds);
        };
        const bool head = any(senses.heads, [&](Sense s) { return c_.has(s); });
        const bool near = any(senses.heads, [&](Sense s) { return c_.near(s); });
        if (senses.named && !head) {
            return 0.0;
        }
        if (done_ == nullptr) {
            return near && c_.acts.empty() ? kNamesIt : 0.0;
        }
        // "Mixed and poured": the act that fits best is meant.
        bool strong = false;
        bool mild = done_->act == Sense::Build; // "the form is done"
        for (const SaidAct& a : c_.acts) {
            const bool fits = a.counts && in(senses.acts, a.act);
            strong = strong || (fits && !weak(a.act));
            mild = mild || (fits && weak(a.act));
        }
        if (strong) {
            return moistureOnly(senses) ? 0.0 : thicknessOnly(senses) ? kWeakAct : kAct;
        }
        if (done_->act == Sense::Mix && in(senses.acts, Sense::Pour)) {
            return kMixed;
        }
        if (mild && head) {
            return kAct;
        }
        const bool about = near || any(senses.things, [&](Sense s) { return c_.near(s); });
        return mild && about ? kMild : 0.0;
    }
    /// "Checked the moisture" and "measured 51 mm" are readings, not the faces read anew.
    [[nodiscard]] bool moistureOnly(const StepSenses& senses) const
    {
        return in(senses.acts, Sense::Measure) && p_.senseIn(c_, Sense::Moisture);
    }
    [[nodiscard]] bool thicknessOnly(const StepSenses& senses) const
    {
        return in(senses.acts, Sense::Measure) && std::any_of(c_.amounts.begin(), c_.amounts.end(), [&](size_t k) {
                   return p_.amounts[k].is == BookAmount::Is::Length;
               });
    }

    [[nodiscard]] double things(const StepSenses& senses) const
    {
        double score = 0.0;
        const auto fits = [&](Sense s) { return in(senses.heads, s) || in(senses.things, s); };
        for (const Sense s : c_.things) {
            const bool says = s == Sense::Customer || s == Sense::People || s == Sense::Leak || counted(s);
            score += fits(s) ? kThing : says ? 0.0 : -kAgainst;
        }
        score = std::min(score, 2.0 * kThing);
        for (const Sense s : c_.beside) {
            const bool resin = s == Sense::Resin || s == Sense::River; // "flattened with the resin": after the pour
            const bool part = s == Sense::Show || s == Sense::Underside || s == Sense::Top || s == Sense::Edge ||
                              s == Sense::EndGrain; // "oil coat on top"
            score += fits(s) ? (part ? kThing : kBeside) : resin && in(senses.acts, Sense::Flatten) ? -kAgainst : 0.0;
        }
        return score;
    }

    [[nodiscard]] bool counted(Sense s) const // "3 pots", "12 discs"
    {
        return std::any_of(c_.amounts.begin(), c_.amounts.end(), [&](size_t k) {
            return p_.amounts[k].is == BookAmount::Is::Count && p_.amounts[k].of == s;
        });
    }

    [[nodiscard]] double number(const JobStep& step) const
    {
        const int mine = numberOf(step.key);
        if (c_.ordinal == 0 || mine == 0) {
            return 0.0;
        }
        return mine == c_.ordinal ? kNumber : -kWrongNumber;
    }

    [[nodiscard]] double quantity(const JobStep& step) const
    {
        double planned = 0.0;
        for (const PlannedWork& w : step.planned) {
            planned = w.rate == "resin" ? w.quantity : planned;
        }
        if (!said_.litres || planned <= 0.0) {
            return 0.0;
        }
        const double ratio = *said_.litres / planned;
        constexpr double kHalf = 0.5;
        constexpr double kMore = 1.6;
        constexpr double kFar = 4.0;
        return ratio >= kHalf && ratio <= kMore     ? kQuantity
               : ratio > kFar || ratio < 1.0 / kFar ? -kWrongQuantity
                                                    : 0.0;
    }

    /// A product that the line names.
    [[nodiscard]] double resin(const JobStep& step) const
    {
        for (size_t i = c_.from; i < c_.to; ++i) {
            if (!p_.resinAt[i].empty() && !step.pour.empty()) {
                return p_.resinAt[i] == step.resin ? kNumber : -kWrongNumber;
            }
        }
        return 0.0;
    }

    /// "Flattened again", "flattened the resin": after the pours, not before.
    [[nodiscard]] double again(const JobStep& step) const
    {
        return c_.again && (step.key == "plane_again" || numberOf(step.key) > 1) ? kThing : 0.0;
    }

    const BookParts& p_;
    const BookClause& c_;
    const StepsSaid& said_;
    const SaidAct* done_;
};

} // namespace

std::vector<StepMatch> stepMatches(const BookParts& parts, const BookClause& clause, const StepsSaid& said)
{
    return Matcher(parts, clause, said).run();
}

bool isSure(const std::vector<StepMatch>& matches)
{
    return !matches.empty() && matches.front().fit >= kSure &&
           (matches.size() == 1 || matches.front().score - matches[1].score >= kMargin);
}

std::vector<size_t> alsoDone(const std::vector<JobStep>& steps, const std::vector<StepProgress>& progress, size_t step)
{
    std::vector<size_t> open{step};
    std::vector<bool> seen(steps.size(), false);
    std::vector<size_t> out;
    while (!open.empty()) {
        const size_t at = open.back();
        open.pop_back();
        for (const StepAfter& after : steps[at].after) {
            for (size_t i = 0; i < steps.size(); ++i) {
                const bool done = i < progress.size() && progress[i].done;
                if (steps[i].key == after.key && !seen[i] && !done) {
                    seen[i] = true;
                    open.push_back(i);
                    if (!steps[i].skipped) {
                        out.push_back(i);
                    }
                }
            }
        }
    }
    std::sort(out.begin(), out.end());
    return out;
}

} // namespace burl
