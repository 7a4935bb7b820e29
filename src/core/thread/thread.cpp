#include "core/thread/thread.h"

#include <algorithm>
#include <functional>

#include "core/measure/clock.h"
#include "core/shop/metered.h"
#include "core/shop/outline.h"

namespace burl
{
namespace
{

using Slabs = std::vector<const Slab*>;

constexpr size_t kNamed = 3; // slabs that a step names; of more it says how many

std::string namesOf(const Slabs& slabs)
{
    if (slabs.size() > kNamed) {
        return std::to_string(slabs.size()) + " slabs";
    }
    std::string out;
    for (size_t i = 0; i < slabs.size(); ++i) {
        out += (i == 0 ? "" : i + 1 == slabs.size() ? " and " : ", ") + slabs[i]->name;
    }
    return out;
}

bool isTaped(const Slab& slab)
{
    return outlineOf(slab, Face::Top).has_value();
}

bool isRead(const std::optional<HeightGrid>& heights)
{
    constexpr std::ptrdiff_t kPlane = 3; // readings that tell one
    return heights && std::count_if(heights->readings_mm.begin(), heights->readings_mm.end(),
                                    [](const auto& reading) { return reading.has_value(); }) >= kPlane;
}

const Finding* firstOf(const std::vector<Finding>& findings, const std::function<bool(const Finding&)>& is)
{
    const auto at = std::find_if(findings.begin(), findings.end(), is);
    return at == findings.end() ? nullptr : &*at;
}

class Threader
{
public:
    Threader(const Shop& shop, const Job* job, const Plan* plan) : shop_(shop), job_(job), plan_(plan)
    {
        if (job != nullptr) {
            for (const Piece& piece : job->layup.pieces) {
                const Slab* slab = shop.slab(piece.slab);
                if (slab != nullptr && std::find(slabs_.begin(), slabs_.end(), slab) == slabs_.end()) {
                    slabs_.push_back(slab);
                }
            }
        }
    }

    std::vector<Step> steps()
    {
        const size_t wanted = job_ != nullptr ? piecesOf(job_->layup.kind).least : 1;
        const bool more = !shop_.slabs.empty() && shop_.slabs.size() < wanted;
        if (!more) {
            add("slabs", shop_.slabs.size() >= wanted, "Write down your first slab",
                "everything is planned from its readings", "+ new slab", {});
        }
        tape();
        card();
        add("job", job_ != nullptr, "Begin a job", "one job holds one table, from its slabs to the way it is fastened",
            "new job", {});
        if (more) { // what is begun is finished first
            add("slabs", false, "Write down the next slab", "this kind of top wants " + std::to_string(wanted),
                "+ new slab", {});
        }
        layup();
        if (job_ != nullptr && !slabs_.empty()) {
            faces();
            cuts();
            voids();
        }
        add("fasteners", plan_ != nullptr && !job_->move.fasteners.empty(), "Place what holds the top",
            "each slot is as long as the top moves there", "to Move", {"move", "fasteners"});
        base();
        add("sheet", job_ != nullptr && !job_->sheetMade.empty(), "Export the shop sheet",
            "it hangs at the bench: every cut, litre and slot on paper", "sheet as PDF", {});
        days();
        const auto next =
            std::find_if(out_.begin(), out_.end(), [](const Step& step) { return step.state != StepState::Done; });
        if (next != out_.end()) {
            next->state = StepState::Next;
        }
        return out_;
    }

private:
    void add(std::string key, bool done, std::string text, std::string why, std::string act, Where where)
    {
        out_.push_back({std::move(key), done ? StepState::Done : StepState::Later, std::move(text), std::move(why),
                        std::move(act), std::move(where)});
    }

    /// The slabs that the work is about: those of the job, before there are such those of the yard.
    [[nodiscard]] Slabs meant() const
    {
        Slabs out = slabs_;
        for (const auto& slab : out.empty() ? shop_.slabs : std::vector<std::shared_ptr<const Slab>>{}) {
            out.push_back(slab.get());
        }
        return out;
    }

    void tape()
    {
        Slabs open;
        size_t taped = 0;
        for (const Slab* slab : meant()) {
            isTaped(*slab) ? void(++taped) : open.push_back(slab);
        }
        // Enough of them for the top that is wanted: the others have time.
        const bool enough = slabs_.empty() && job_ != nullptr && taped >= piecesOf(job_->layup.kind).least;
        const bool done = !shop_.slabs.empty() && (open.empty() || enough);
        add("tape", done, open.empty() ? "Tape the slabs" : "Tape " + namesOf(open),
            "its live edges, every hand's width or two from a string", "tape",
            {"yard", "tape", open.empty() ? 0 : open.front()->id.value});
    }

    void card()
    {
        struct Wanted {
            const char* what;
            const char* page;
            std::function<bool(const Slab&)> lacks;
        };
        const std::vector<Wanted> all{
            {"how thick", "thickness", [](const Slab& s) { return !s.thickness_mm && !isRead(s.bottomHeights); }},
            {"what wood", "species", [this](const Slab& s) { return shop_.speciesOf(s) == nullptr; }},
            {"how dry", "mc", [](const Slab& s) { return !meteredMc_pct(s); }}};
        std::string text;
        Where where{"yard", "thickness"};
        for (const Wanted& wanted : all) {
            Slabs open;
            for (const Slab* slab : meant()) {
                if (isTaped(*slab) && wanted.lacks(*slab)) {
                    open.push_back(slab);
                }
            }
            if (open.empty()) {
                continue;
            }
            if (text.empty()) {
                where = {"yard", wanted.page, open.front()->id.value};
                text = std::string("Say ") + wanted.what + " " + namesOf(open) + (open.size() == 1 ? " is" : " are");
            }
        }
        const bool some =
            std::any_of(shop_.slabs.begin(), shop_.slabs.end(), [](const auto& s) { return isTaped(*s); });
        add("card", some && text.empty(), text.empty() ? "Thickness, wood and moisture of the slabs" : text,
            "weight, movement and what flattening may take rest on it", "to the card", where);
    }

    void layup()
    {
        const LayupPlan* layup = plan_ != nullptr ? &*plan_->layup : nullptr;
        const Finding* stop = layup != nullptr ? firstOf(layup->findings, isStop) : nullptr;
        const bool there = layup != nullptr && !layup->missing && !layup->pieces.empty();
        if (there && stop != nullptr) { // what is wrong stands below it, with what mends it
            add("layup", false, "Put the layup right", stop->remedy, "show where", {"layup", "right"});
            return;
        }
        add("layup", there,
            slabs_.empty()                       ? "Lay the slabs up"
            : layup != nullptr && layup->missing ? "Lay the slabs up: " + layup->missing->wants
                                                 : "Lay the slabs up",
            "drag them from the rack, or L there; or take what the program offers", "to the rack", {"layup", "rack"});
    }

    void faces()
    {
        Slabs open;
        for (const Slab* slab : slabs_) {
            if (!isRead(slab->topHeights)) {
                open.push_back(slab);
            }
        }
        add("faces", open.empty(),
            open.empty() ? "Read the faces"
                         : std::string(open.size() == 1 ? "Read the top of " : "Read the tops of ") + namesOf(open),
            "flattening, thickness and litres are planned from their heights", "read heights",
            {"yard", "heights", open.empty() ? 0 : open.front()->id.value});
    }

    void base()
    {
        const bool chosen = job_ != nullptr && job_->base.kind != BaseKind::None;
        const std::optional<Missing>& missing = plan_ != nullptr ? plan_->base->missing : std::nullopt;
        const bool lacks = chosen && missing && missing->where.bench == "base";
        add("base", chosen && !lacks, lacks ? "Say of the base: " + missing->wants : "Choose what it stands on",
            "its height, its weight and its way in hang on it", "to Base",
            lacks ? missing->where : Where{"base", "frame"});
    }

    /// The work itself, once it is planned.
    void days()
    {
        if (job_ == nullptr || plan_ == nullptr || plan_->days->list.steps.empty()) {
            return;
        }
        add("promise", !job_->days.promised.empty(), "Say for which day it is promised",
            "the plan tells whether it holds", "to Days", {"days", "promise"});
        const bool begun = std::any_of(plan_->days->planned.begin(), plan_->days->planned.end(),
                                       [](const PlannedStep& p) { return p.progress.begun; });
        add("quote", begun || !job_->money.quotes.empty(), "Say what it costs, and keep the quote",
            "goods, hours and what is left over, on one page for the customer", "to Money", {"days", "money"});
        const PlannedStep* next = plan_->days->next();
        add("work", !job_->days.delivered.empty() || next == nullptr,
            next != nullptr ? "At work: " + plan_->days->list.steps[next->step].name : "Deliver it",
            next != nullptr ? "from " + timeText(plan_->days->hoursAt(next->start)) + "; write down what is done"
                            : "all is written down",
            "to today", {"days", "today"});
    }

    void cuts()
    {
        const bool there = plan_ != nullptr && !plan_->flatten->pieces.empty() &&
                           std::none_of(plan_->flatten->pieces.begin(), plan_->flatten->pieces.end(),
                                        [](const FlattenedPiece& piece) { return piece.missing.has_value(); });
        const bool stops = there && firstOf(plan_->flatten->findings, isStop) != nullptr;
        add("cuts", there && !stops, stops ? "Put the flattening right" : "Plan the cuts",
            "what comes off where, in how many passes", "to Flat", {"flat"});
    }

    void voids()
    {
        if (plan_ == nullptr || plan_->fill->missing) {
            return;
        }
        const Finding* open =
            firstOf(plan_->fill->findings, [](const Finding& f) { return f.code == "fill.no_depth"; });
        if (open != nullptr) {
            add("voids", false, "Measure how deep the voids are", "the litres rest on it", "to Fill", {"fill"});
        }
    }

    static bool isStop(const Finding& f) { return f.severity == Severity::Stop; }

    const Shop& shop_;
    const Job* job_;
    const Plan* plan_;
    Slabs slabs_;
    std::vector<Step> out_;
};

} // namespace

std::vector<Step> threadOf(const Shop& shop, const Job* job, const Plan* plan)
{
    return Threader(shop, job, plan).steps();
}

const Step* nextOf(const std::vector<Step>& steps)
{
    const auto at =
        std::find_if(steps.begin(), steps.end(), [](const Step& step) { return step.state == StepState::Next; });
    return at == steps.end() ? nullptr : &*at;
}

BenchState benchState(const std::string& bench, const std::vector<Step>& steps, const std::vector<Finding>& findings)
{
    if (firstOf(findings, [](const Finding& f) { return f.severity == Severity::Stop; }) != nullptr) {
        return BenchState::Stopped;
    }
    // Whose steps they are: reading heights is done in the yard, what they are read for is the work of Flat.
    const auto belongs = [&](const Step& step) {
        return step.key == "slabs" || step.key == "tape" || step.key == "card" ? bench == "yard"
               : step.key == "faces" || step.key == "cuts"                     ? bench == "flat"
               : step.key == "layup"                                           ? bench == "layup"
               : step.key == "voids"                                           ? bench == "fill"
                                                                               : step.where.bench == bench;
    };
    bool any = false;
    bool open = false;
    bool upTo = true; // all that comes before this bench is done
    for (const Step& step : steps) {
        if (belongs(step)) {
            any = any || step.state == StepState::Done;
            open = open || step.state != StepState::Done;
        } else if (step.key == "layup" || step.key == "faces") {
            upTo = upTo && (bench == "yard" || bench == "layup" || step.state == StepState::Done);
        }
    }
    // The yard's findings are those of the slab on its card, which may be of no job.
    const bool toDo =
        bench != "yard" && firstOf(findings, [](const Finding& f) { return f.severity == Severity::ToDo; }) != nullptr;
    if (!open && !any) { // no step of its own: it follows from the benches before
        return upTo && !steps.empty() && bench != "yard" ? (toDo ? BenchState::UnderWay : BenchState::Done)
                                                         : BenchState::NotBegun;
    }
    if (open) {
        return any ? BenchState::UnderWay : BenchState::NotBegun;
    }
    return toDo ? BenchState::UnderWay : BenchState::Done;
}

} // namespace burl
