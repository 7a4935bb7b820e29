#include "core/days/job_steps.h"

#include <algorithm>
#include <cmath>

#include "core/flatten/millings.h"
#include "core/measure/clock.h"
#include "core/surface/schools.h"
#include "core/wood/drying.h"
#include "core/yard/slab_card.h"

namespace burl
{
namespace
{

constexpr double kMmPerM = 1e3;
constexpr double kMm2PerM2 = 1e6;
constexpr double kHours = 24.0;
constexpr double kHeavy_kg = 35.0;  // more is not turned by one pair of hands
constexpr double kScuff_min = 20.0; // a layer that set too far, keyed by hand
constexpr double kNotKnown_h = 24.0;

class StepBuilder
{
public:
    explicit StepBuilder(const StepsInput& in) : in_(in) {}

    StepList run()
    {
        if (!in_.layup || in_.layup->missing || in_.layup->pieces.empty()) {
            ownSteps();
            return std::move(out_);
        }
        pieceMass();
        roughWork();
        millings();
        const bool rough = in_.fillInput->choices.fromRough;
        if (!rough) {
            joints();
        }
        pours();
        afterPours();
        surfaces();
        base();
        ending();
        ownSteps();
        overrule();
        return std::move(out_);
    }

private:
    struct Opt {
        std::string rate;
        double quantity = 0.0;
        double planned_min = 0.0; // by the bench; 0: the standard says
        Figure wait;
        bool split = true;
        int people = 1;
        std::string ready;
    };

    [[nodiscard]] static Figure hoursFigure(const std::string& key, double hours, const std::string& source)
    {
        return workedOut("wait_" + key, "wait", hours * 60.0, Unit::Minutes, source);
    }

    /// Its minutes by the standard or the bench, brought to what was logged.
    void minutes(JobStep& step, const Opt& o)
    {
        const StandardRate* standard = standardRate(o.rate);
        if (standard == nullptr || !(o.quantity > 0.0)) {
            step.hands = workedOut("hands_" + step.key, step.name, o.planned_min, Unit::Minutes, "custom");
            step.low_min = step.high_min = o.planned_min;
            return;
        }
        const double one = o.planned_min > 0.0 ? o.planned_min / o.quantity : 0.0;
        step.byBench_min = standard->rate > 0.0 ? 0.0 : one;
        const LearnedRate rate = rateFor(*standard, one, in_.logs);
        const LearnedRate::Next next = rate.next(o.quantity);
        const auto logged = in_.logs.find(o.rate);
        const size_t times = logged == in_.logs.end() ? 0 : logged->second.size();
        const Figure quantity = workedOut("quantity_" + step.key, standard->per, o.quantity, Unit::None, "of this job");
        const std::string per = std::string("minutes for one ") + standard->per;
        const Figure each =
            times > 0
                ? workedOut("rate_" + step.key, per, rate.rate, Unit::None,
                            "learned from " + std::to_string(times) + (times == 1 ? " entry" : " entries") +
                                " of the day books, against " + shortNumber(rate.rate / rate.againstPrior) +
                                " of the standard")
                : assumed("rate_" + step.key, per, rate.rate, Unit::None,
                          standard->rate > 0.0 ? "standard: nothing logged yet" : "by its bench: nothing logged yet");
        step.hands = made("hands_" + step.key, step.name, "{0} × {1}", {quantity, each}, next.used, Unit::Minutes);
        step.low_min = next.low;
        step.high_min = next.high;
        if (standard->time) {
            step.planned.push_back({o.rate, o.quantity});
        }
    }

    static std::string shortNumber(double value)
    {
        const double rounded = std::round(value * 10.0) / 10.0;
        std::string text = std::to_string(rounded);
        return text.substr(0, text.find('.') + 2);
    }

    JobStep& add(const std::string& key, const std::string& name, const std::string& bench, Opt o)
    {
        JobStep step;
        step.key = key;
        step.name = name;
        step.bench = bench;
        step.split = o.split;
        step.people = o.people;
        step.ready = o.ready;
        step.wait = o.wait;
        minutes(step, o);
        if (!last_.empty()) {
            step.after.push_back({last_});
        }
        last_ = key;
        out_.steps.push_back(std::move(step));
        return out_.steps.back();
    }

    void pieceMass()
    {
        const size_t count = in_.layup->pieces.size();
        mass_kg_ = in_.fill && in_.fill->mass.known() ? in_.fill->mass.value() : 0.0;
        heavyPiece_ = mass_kg_ / static_cast<double>(count) > kHeavy_kg;
        heavyTop_ = mass_kg_ > kHeavy_kg;
    }

    [[nodiscard]] std::string names() const
    {
        std::string out;
        const auto& pieces = in_.layup->pieces;
        constexpr size_t kNamed = 4;
        if (pieces.size() > kNamed) {
            return std::to_string(pieces.size()) + " pieces";
        }
        for (size_t i = 0; i < pieces.size(); ++i) {
            out += (i == 0 ? "" : i + 1 == pieces.size() ? " and " : ", ") + pieces[i].name;
        }
        return out;
    }

    void roughWork()
    {
        const auto& pieces = in_.layup->pieces;
        const double count = static_cast<double>(pieces.size());
        JobStep& stack =
            add("stack", "Bring in and sticker " + names(), "yard",
                {"stack", count, 0.0, acclimatising(), true, heavyPiece_ ? 2 : 1, "stickers, moisture meter"});
        stack.waitGuessed = stack.wait.isGuess();
        double cut = 0.0;
        double live = 0.0;
        for (const PlacedPiece& piece : pieces) {
            const Box box = boundsOf(piece.rough.empty() ? piece.showRing : piece.rough);
            cut += 2.0 * box.height() / kMmPerM;
            const bool jointed = piece.jointAbove_mm.has_value() || piece.jointBelow_mm.has_value() || piece.ripByHand;
            cut += jointed ? box.width() / kMmPerM : 0.0;
            live += box.width() / kMmPerM * (in_.layup->upperSide || in_.layup->lowerSide || jointed ? 1.0 : 2.0);
        }
        add("rough_cut", "Cut " + names() + " roughly", "layup",
            {"rough_cut", cut, 0.0, {}, true, 1, "saw, chalk line, hearing protection"});
        if (live > 0.0) {
            add("bark", "Take the bark off, clean the voids", "fill",
                {"bark", live, 0.0, {}, true, 1, "chisel, wire wheel, mask"});
        }
    }

    /// Until the wettest slab is within reach of its room; nothing where it is already.
    [[nodiscard]] Figure acclimatising() const
    {
        if (!in_.roomMc_pct) {
            return {};
        }
        double most_days = 0.0;
        bool guess = false;
        std::string which;
        for (const auto& slab : in_.slabs) {
            if (!slab || !slab->mc_pct || *slab->mc_pct <= *in_.roomMc_pct + kReadyWithin_pct + 1e-9) {
                continue;
            }
            const double target = *in_.roomMc_pct + kReadyWithin_pct;
            double days = 0.0;
            const auto curve = dryingCurve(deepestReadings(slab->moisture), *in_.roomMc_pct);
            const auto on = curve ? curve->dayOf(target) : std::nullopt;
            if (on && !slab->moisture.empty()) {
                int last = curve->firstDay;
                for (const DryingReading& reading : deepestReadings(slab->moisture)) {
                    last = std::max(last, reading.day);
                }
                days = std::max(0.0, *on - last);
            } else {
                // A year for 25 mm halves what is left about every season: no more than a guess without readings.
                constexpr double kTau_days_mm = 4.0;
                const double thick = slab->thickness_mm.value_or(50.0);
                days = kTau_days_mm * thick / 2.0 * std::log(*slab->mc_pct / target);
                guess = true;
            }
            if (days > most_days) {
                most_days = days;
                which = slab->name;
            }
        }
        if (most_days <= 0.0) {
            return {};
        }
        const double minutes = most_days * kHours * 60.0;
        return guess ? assumed("wait_stack", "drying of " + which, minutes, Unit::Minutes,
                               "no two readings a week apart: meter it")
                     : workedOut("wait_stack", "drying of " + which, minutes, Unit::Minutes,
                                 "its drying curve, to within 1.5 % of the room");
    }

    void millings()
    {
        if (!in_.flatten || in_.flatten->pieces.empty()) {
            return;
        }
        const int times = std::max(1, in_.flattenChoices.millings);
        std::vector<double> minutes(static_cast<size_t>(times), 0.0);
        std::vector<double> quantity(static_cast<size_t>(times), 0.0);
        Figure rest;
        size_t read = 0;
        for (size_t i = 0; i < in_.flatten->pieces.size(); ++i) {
            const FlattenedPiece& piece = in_.flatten->pieces[i];
            if (piece.missing) {
                continue;
            }
            ++read;
            const double area = std::abs(area_mm2(in_.layup->pieces[i].rough)) / kMm2PerM2;
            for (const FacePasses* face : {&piece.top, &piece.bottom}) {
                double path = 0.0;
                for (const Pass& pass : face->passes.passes) {
                    path += pass.path_mm;
                }
                for (const Pass& pass : face->passes.passes) {
                    const auto at = static_cast<size_t>(std::clamp(pass.milling, 1, times) - 1);
                    quantity[at] += area;
                    minutes[at] += path > 0.0 ? face->minutes * pass.path_mm / path : 0.0;
                }
            }
            const auto mc = i < in_.slabs.size() && in_.slabs[i] ? in_.slabs[i]->mc_pct : std::nullopt;
            const Figure days = restDays(piece.name, std::max(piece.top.mean_mm, piece.bottom.mean_mm), mc);
            rest = !rest.known() || days.value() > rest.value() ? days : rest;
        }
        // Pieces that nobody read take as much as the others; where none is, three passes of both faces.
        const double all = read > 0 ? static_cast<double>(in_.flatten->pieces.size()) / static_cast<double>(read) : 1.0;
        for (size_t k = 0; k < minutes.size(); ++k) {
            if (read == 0) {
                constexpr double kPasses = 3.0;
                constexpr double kFaces = 2.0;
                constexpr double kMinutes_m2 = 12.0;
                for (const PlacedPiece& piece : in_.layup->pieces) {
                    quantity[k] += kFaces * kPasses * std::abs(area_mm2(piece.rough)) / kMm2PerM2 / times;
                }
                minutes[k] = kMinutes_m2 * quantity[k];
            }
            minutes[k] *= all;
            quantity[k] *= all;
        }
        if (!rest.known()) {
            rest = assumed("rest_days", "rest", 1.0, Unit::Days, "a day at least; not read yet");
        }
        const char* kNames[] = {"first", "second", "third"};
        for (int k = 1; k <= times; ++k) {
            const std::string at = std::to_string(k);
            if (k > 1) {
                add("read_" + at, "Measure " + names() + " again", "flat",
                    {"read", static_cast<double>(in_.layup->pieces.size()), 0.0, {}, true, 1, "rails, tape, meter"});
            }
            const auto index = static_cast<size_t>(k - 1);
            Opt o{"flatten", quantity[index], minutes[index], {}, true, 1, "router sled, dust extraction, mask"};
            if (k < times) {
                o.wait = made("wait_flatten_" + at, "rest", "{0}", {rest}, rest.value() * kHours * 60.0, Unit::Minutes);
            }
            if (heavyPiece_) {
                o.ready += ", a second person to turn it";
            }
            JobStep& step = add("flatten_" + at,
                                times == 1 ? "Flatten " + names()
                                           : "Flatten " + names() + ", " + kNames[std::min(k, 3) - 1] + " milling",
                                "flat", o);
            step.milling = k;
            step.holds = {"router sled"};
        }
    }

    [[nodiscard]] const SurfaceWork* work(const std::string& key) const
    {
        for (const SurfaceWork& w : in_.surface->work) {
            if (w.key == key) {
                return &w;
            }
        }
        return nullptr;
    }

    void joints()
    {
        double m = 0.0;
        for (const JointGlue& joint : in_.surface->joints) {
            m += joint.length_mm / kMmPerM;
        }
        const SurfaceWork* glue = work("glue");
        if (glue == nullptr || m <= 0.0) {
            return;
        }
        add("joint", "Joint the edges", "layup", {"joint", m, 0.0, {}, true, 1, "guide rail or jointer, square, lamp"});
        if (in_.tenons && !in_.tenons->places.empty()) {
            add("tenons", "Cut the mortises or holes of the joint", "layup",
                {"tenons", static_cast<double>(in_.tenons->places.size()), 0.0, {}, true, 1, "the template or jig"});
        }
        JobStep& step =
            add("glue", glue->name, "surface",
                {"glue", m, glue->hands_min, hoursFigure("glue", glue->wait_h, "clamps stay on: class of the glue"),
                 false, std::max(glue->people, m > 2.0 ? 2 : 1), glue->wants});
        step.holds = {"clamps", "flat bench"};
        if (const SurfaceWork* squeeze = work("squeeze_out")) {
            add("squeeze_out", squeeze->name, "surface",
                {"", 0.0, squeeze->hands_min,
                 hoursFigure("squeeze_out", squeeze->wait_h, "until the joint has dried flat"), true, 1,
                 squeeze->wants});
        }
    }

    /// Hours to flattening after the last pour of this place.
    void pours()
    {
        if (!in_.pour) {
            return;
        }
        const PourEvent* before = nullptr;
        bool form = false;
        for (const PourEvent& event : in_.pour->events) {
            if (event.kind == PourKind::Pinholes || event.kind == PourKind::EndSeal ||
                event.kind == PourKind::FloodCoat) {
                continue;
            }
            if (event.kind == PourKind::River && !form) {
                form = true;
                buildForm();
            }
            pourStep(event, before);
            before = &event;
        }
        if (before == nullptr) {
            return;
        }
        // Cured hard enough to be planed.
        JobStep& last = out_.steps.back();
        double wait_h = 0.0;
        bool guessed = false;
        for (const PlaceHeat& place : in_.pour->places) {
            if (place.heat && place.heat->flatten_h && before->at_h) {
                wait_h = std::max(wait_h, place.begins_h + *place.heat->flatten_h - *before->at_h);
            } else {
                guessed = true;
            }
        }
        if (guessed || wait_h <= 0.0) {
            constexpr double kHarder = 1.5; // than out of the form: planed, it must not smear
            const ResinClass* resin = resinCalled(in_.fillInput->resins, before->resin);
            const double demould = resin != nullptr ? resin->demould_h : 2.0 * kHours;
            wait_h = std::max(wait_h, kHarder * demould);
            guessed = true;
        }
        last.wait = guessed ? assumed("wait_" + last.key, "cure", wait_h * 60.0, Unit::Minutes,
                                      "class of the resin; the cure is being worked out")
                            : workedOut("wait_" + last.key, "cure", wait_h * 60.0, Unit::Minutes,
                                        "cure of the section, until it may be planed");
        last.waitGuessed = guessed;
        if (form) {
            add("demould", "Take it out of the form", "fill",
                {"", 0.0, 45.0, {}, true, heavyTop_ ? 2 : 1, "wedges, mallet, a second person to lift"});
        }
    }
    void buildForm()
    {
        double around = 0.0;
        if (in_.pour->form) {
            around = 2.0 * (in_.pour->form->insideLong_mm + in_.pour->form->insideWide_mm) / kMmPerM;
        } else {
            around = 2.0 * (in_.layup->finalBox.width() + in_.layup->finalBox.height()) / kMmPerM;
        }
        add("form", "Build and seal the form", "fill",
            {"form", around, 0.0, hoursFigure("form", 12.0, "sealant sets over night"), true, 1,
             "boards, release tape, sealant"});
    }

    /// "Pour: voids", so that it reads as work.
    static std::string pourName(std::string name)
    {
        if (!name.empty() && name[0] >= 'A' && name[0] <= 'Z' && (name.size() < 2 || name[1] < 'A' || name[1] > 'Z')) {
            name[0] = static_cast<char>(name[0] - 'A' + 'a');
        }
        return "Pour: " + name;
    }

    void pourStep(const PourEvent& event, const PourEvent* before)
    {
        const double litres = event.litres.known() ? event.litres.value() : 0.0;
        const double time = std::max(event.time_min, 5.0);
        constexpr double kReady_min = 20.0; // wiped, taped, weighed out
        Opt o{"pour",
              std::max(litres, 0.1),
              time + kReady_min,
              {},
              false,
              1,
              "scale, respirator, gloves, nothing that sparks"};
        JobStep& step = add("pour_" + event.id, pourName(event.name), "fill", o);
        step.pour = event.id;
        step.resin = event.resin;
        step.people = in_.fillInput->choices.mixing.people > 1 ? 2 : 1;
        if (event.kind == PourKind::River) {
            step.holds = {"form table"};
        }
        if (litres > 0.0) {
            step.planned.push_back({"resin", litres});
        }
        if (before == nullptr) {
            return;
        }
        StepAfter after{"pour_" + before->id, LinkFrom::Start};
        if (event.earliest_h && before->at_h) {
            after.least_h = std::max(0.0, *event.earliest_h - *before->at_h);
            if (event.latest_h && *event.latest_h >= *event.earliest_h) {
                after.most_h = *event.latest_h - *before->at_h;
                after.lateHands_min = kScuff_min;
                after.lateLeast_h = std::max(kHours, *after.most_h);
            }
        } else {
            after.least_h = kNotKnown_h;
            step.waitGuessed = true;
        }
        step.after = {after};
        // A form that was built in between is waited for as well.
        if (out_.steps.size() >= 2 && out_.steps[out_.steps.size() - 2].key == "form") {
            step.after.push_back({"form"});
        }
    }

    void afterPours()
    {
        const bool poured =
            std::any_of(out_.steps.begin(), out_.steps.end(), [](const JobStep& s) { return !s.pour.empty(); });
        const bool glued = out_.find("glue").has_value();
        const double area = in_.layup->topArea.known() ? in_.layup->topArea.value() / kMm2PerM2 : 0.0;
        if ((poured || glued) && area > 0.0) {
            const double faces = poured ? 2.0 : 1.0;
            add("plane_again", poured ? "Flatten the top again, resin with it" : "Plane the joints level", "flat",
                {"planing", faces * area, 0.0, {}, true, 1, "router sled or plane, dust extraction"})
                .holds = {"router sled"};
        }
        const PourEvent* before = nullptr;
        for (const PourEvent& event : in_.pour->events) {
            if (event.kind != PourKind::Pinholes && event.kind != PourKind::EndSeal) {
                continue;
            }
            Opt o{"", 0.0, 30.0, {}, false, 1, "torch, syringe, respirator"};
            JobStep& step = add("pour_" + event.id, pourName(event.name), "fill", o);
            step.pour = event.id;
            constexpr double kFilm_h = 12.0; // thin films of table-top resin, sanded next
            double wait_h = kFilm_h;
            if (before != nullptr && event.earliest_h && before->at_h) {
                step.after.front().least_h = 0.0;
            }
            step.wait = hoursFigure(step.key, wait_h, "a thin film, until it can be sanded");
            before = &event;
        }
        const double wide = in_.layup->finalBox.height() / kMmPerM;
        const double cut = in_.layup->shape.empty() ? 2.0 * wide : perimeter_mm(in_.layup->shape) / kMmPerM;
        add("trim", in_.layup->shape.empty() ? "Trim the ends" : "Cut the outline", "layup",
            {"trim", cut, 0.0, {}, true, heavyTop_ ? 2 : 1, "guide rail, fine blade, tape on the far side"});
    }

    void surfaces()
    {
        if (const SurfaceWork* repairs = work("repairs")) {
            const double places = static_cast<double>(in_.surface->repairs.size() + in_.surface->keys.size());
            add("repairs", repairs->name, "surface",
                {"repairs", std::max(1.0, places), repairs->hands_min,
                 hoursFigure("repairs", repairs->wait_h, "glue and filler harden"), true, 1, repairs->wants});
        }
        if (const SurfaceWork* edges = work("edges")) {
            double m = 0.0;
            for (const EdgePlan& edge : in_.surface->edges) {
                m += edge.length_mm / kMmPerM;
            }
            add("edges", "Make the edges", "surface",
                {"edges",
                 std::max(m, perimeter_mm(in_.surface->outline) / kMmPerM),
                 edges->hands_min,
                 {},
                 true,
                 1,
                 edges->wants});
        }
        const std::string before = last_; // the maker sands one part while another dries
        std::vector<std::string> sanded;
        for (const PartSanding& part : in_.surface->sanding) {
            last_ = before;
            const std::string key = "sand_" + std::to_string(static_cast<int>(part.part));
            const SurfaceWork* w = work(key);
            if (w == nullptr) {
                continue;
            }
            constexpr double kLeast_m2 = 0.05;
            const double area = part.area_mm2 > 0.0 ? part.area_mm2 / kMm2PerM2 : part.edge_mm / kMmPerM * 0.1;
            const double quantity =
                std::max(kLeast_m2, area * std::max<double>(1.0, static_cast<double>(part.ladder.grits.size())));
            JobStep& step =
                add(key, w->name, "surface",
                    {"sand", quantity, w->hands_min,
                     w->wait_h > 0.0 ? hoursFigure(key, w->wait_h, "wetted before the last grit, until it is dry")
                                     : Figure{},
                     true, 1, w->wants});
            if (part.times.discs > 0) {
                step.planned.push_back({"discs", static_cast<double>(part.times.discs)});
            }
            sanded.push_back(key);
        }
        if (!in_.surface->sanding.empty()) {
            JobStep& look = add("look", "Look it over in raking light", "surface",
                                {"", 0.0, 15.0, {}, false, 1, "a lamp or a window from the side, pencil"});
            look.daylight = true;
            look.after.clear();
            for (const std::string& key : sanded) {
                look.after.push_back({key});
            }
        }
        undersideWork();
        coats();
    }

    void undersideWork()
    {
        double places = 0.0;
        constexpr double kChannel = 3.0; // as much work as three inserts
        if (in_.move) {
            places += kChannel * static_cast<double>(in_.move->channels.size());
            places += static_cast<double>(in_.move->fasteners.size());
            for (const BasePlatePlan& plate : in_.move->plates) {
                places += plate.plate.letIn ? kChannel : 0.0;
            }
        }
        if (places > 0.0) {
            add("underside", "Channels, plates and inserts in the underside", "move",
                {"underside",
                 places,
                 0.0,
                 {},
                 true,
                 1,
                 std::string("the drilling map, template, stop collar") +
                     (heavyTop_ ? ", a second person to turn it" : "")});
        }
    }

    void coats()
    {
        const double face = in_.surface->sanding.empty() ? 0.0 : in_.surface->sanding.front().area_mm2 / kMm2PerM2;
        if (const SurfaceWork* sample = work("sample")) {
            // Beside the work: it must be known before the first coat.
            JobStep step;
            step.key = "sample";
            step.name = sample->name;
            step.bench = "surface";
            step.ready = sample->wants;
            minutes(step, {"", 0.0, sample->hands_min, {}, true, 1, ""});
            step.wait = hoursFigure("sample", sample->wait_h, "its coats dry");
            step.after.push_back({out_.find("trim") ? "trim" : last_});
            out_.steps.push_back(std::move(step));
        }
        std::optional<double> latest; // of the coat before
        double gap_h = 0.0;
        bool first = true;
        for (const SurfaceWork& w : in_.surface->work) {
            const bool under = w.key.rfind("under_", 0) == 0;
            const bool show = w.key.rfind("show_", 0) == 0;
            if (!under && !show) {
                continue;
            }
            const std::string before = last_;
            JobStep& step =
                add(w.key, w.name, "surface",
                    {"finish", std::max(0.1, face), w.hands_min, {}, false, std::max(1, w.people), w.wants});
            step.after.clear();
            StepAfter after{before};
            if (!first && gap_h > 0.0) {
                after.from = LinkFrom::Start;
                after.least_h = gap_h;
                after.most_h = latest;
                if (latest) {
                    after.lateHands_min = kScuff_min;
                    after.lateLeast_h = *latest;
                }
            }
            step.after.push_back(after);
            if (first && out_.find("sample")) {
                step.after.push_back({"sample"});
            }
            gap_h = w.wait_h;
            latest = w.latest_h;
            first = false;
        }
        if (!first) {
            out_.steps.back().wait = hoursFigure(out_.steps.back().key, gap_h, "cures before it is used");
        }
    }

    void base()
    {
        topDone_ = last_;
        last_.clear();
        if (!in_.base || in_.base->choices.kind == BaseKind::None) {
            return;
        }
        const BaseChoices& c = in_.base->choices;
        double members = 0.0;
        if (in_.base->shape) {
            for (const BaseMember& m : in_.base->shape->members) {
                members += m.count;
            }
            for (const BasePlateMember& p : in_.base->shape->plates) {
                members += p.count;
            }
        }
        switch (madeOf(c.kind)) {
        case BaseOf::Steel:
            add("base_weld", "Cut and weld the base", "base",
                {"steel", std::max(1.0, members), 0.0, {}, true, 1, "steel on the rack, helmet, no dust or rags near"});
            if (c.coat == MetalCoat::Powder) {
                add("base_coater", "Base to the coater", "base",
                    {"", 0.0, 45.0, hoursFigure("base_coater", c.coater_days * kHours, "the coater's days"), false, 1,
                     "van, tubes open for the oven"});
            } else if (c.coat == MetalCoat::Paint) {
                add("base_paint", "Prime and paint the base", "base",
                    {"", 0.0, 90.0, hoursFigure("base_paint", 24.0, "paint hardens"), true, 1, "respirator, no flame"});
            }
            break;
        case BaseOf::Wood:
            add("base_wood", "Make the base", "base",
                {"wood_base", std::max(1.0, members), 0.0, hoursFigure("base_wood", 24.0, "glue dries"), true, 1,
                 "the cut list"});
            break;
        case BaseOf::Elsewhere:
            add("base_fit", "Try the legs on the floor", "base", {"", 0.0, 30.0, {}, true, 1, "feet, level"});
            break;
        case BaseOf::Nothing:
            break;
        }
    }

    void ending()
    {
        const std::string baseDone = last_;
        last_ = topDone_;
        const bool two = heavyTop_ || (in_.base && in_.base->choices.carriers > 1);
        JobStep& mount = add("mount", "Mount the top on its base", "base",
                             {"", 0.0, 60.0, {}, false, two ? 2 : 1, "bolts, washers, torque by hand"});
        if (!baseDone.empty() && baseDone != topDone_) {
            mount.after.push_back({baseDone});
        }
        add("crate", "Wrap and pack it", "base", {"", 0.0, 60.0, {}, false, 1, "the packing list, blankets, corners"});
        add("deliver", "Deliver it", "base", {"", 0.0, 120.0, {}, false, two ? 2 : 1, "van, carriers, the care sheet"});
    }

    void ownSteps()
    {
        for (const OwnStep& own : in_.choices.own) {
            JobStep step;
            step.key = "own_" + std::to_string(own.id);
            step.name = own.name.empty() ? "Step of your own" : own.name;
            step.bench = "days";
            step.hands = given("hands_" + step.key, step.name, own.hands_min, Unit::Minutes, "your own");
            step.low_min = step.high_min = own.hands_min;
            if (own.wait_h > 0.0) {
                step.wait = given("wait_" + step.key, "wait", own.wait_h * 60.0, Unit::Minutes, "your own");
            }
            step.split = own.split;
            step.people = own.people;
            step.daylight = own.daylight;
            step.own = own.id;
            if (!own.after.empty()) {
                out_.find(own.after) || isOwn(own.after) ? step.after.push_back({own.after})
                                                         : out_.lost.push_back(own.id);
            }
            out_.steps.push_back(std::move(step));
        }
        for (const OwnStep& own : in_.choices.own) {
            if (own.before.empty()) {
                continue;
            }
            if (const auto at = out_.find(own.before)) {
                out_.steps[*at].after.push_back({"own_" + std::to_string(own.id)});
            } else {
                out_.lost.push_back(own.id);
            }
        }
        cutCircles();
    }
    [[nodiscard]] bool isOwn(const std::string& key) const
    {
        return std::any_of(in_.choices.own.begin(), in_.choices.own.end(),
                           [&](const OwnStep& own) { return key == "own_" + std::to_string(own.id); });
    }

    /// Own steps that close a circle lose their links, the last written first.
    void cutCircles()
    {
        for (auto own = in_.choices.own.rbegin(); own != in_.choices.own.rend(); ++own) {
            if (!networkOf(compiled(out_.steps, 0.0)).circle) {
                return;
            }
            const std::string key = "own_" + std::to_string(own->id);
            for (JobStep& step : out_.steps) {
                if (step.key == key) {
                    step.after.clear();
                } else {
                    std::erase_if(step.after, [&](const StepAfter& after) { return after.key == key; });
                }
            }
            out_.circle.push_back(own->id);
        }
    }

    void overrule()
    {
        for (const StepOverrule& own : in_.choices.overrules) {
            const auto at = out_.find(own.step);
            if (!at) {
                continue; // of a choice that no longer stands: it waits for it
            }
            JobStep& step = out_.steps[*at];
            step.overruled = own.hands_min || own.wait_h || own.skip;
            step.fixed = own.notBefore;
            step.skipped = own.skip;
            if (own.hands_min) {
                step.hands = given(step.hands.node().key, step.name, *own.hands_min, Unit::Minutes, "your own word");
                step.low_min = step.high_min = *own.hands_min;
            }
            if (own.wait_h) {
                step.wait = given("wait_" + step.key, "wait", *own.wait_h * 60.0, Unit::Minutes, "your own word");
                step.waitGuessed = false;
            }
        }
    }

    const StepsInput& in_;
    StepList out_;
    std::string last_; // key of the step that the next one waits for
    std::string topDone_;
    double mass_kg_ = 0.0;
    bool heavyPiece_ = false;
    bool heavyTop_ = false;
};

int quarters(double minutes)
{
    return static_cast<int>(std::ceil(minutes / kDaysGrid_min - 1e-9)) * kDaysGrid_min;
}

} // namespace

std::optional<size_t> StepList::find(const std::string& key) const
{
    for (size_t i = 0; i < steps.size(); ++i) {
        if (steps[i].key == key) {
            return i;
        }
    }
    return std::nullopt;
}

StepList jobSteps(const StepsInput& input)
{
    StepBuilder builder(input);
    return builder.run();
}

std::vector<WorkStep> compiled(const std::vector<JobStep>& steps, double midnight_h)
{
    std::vector<WorkStep> out;
    const auto indexOf = [&](const std::string& key) -> std::optional<size_t> {
        for (size_t i = 0; i < steps.size(); ++i) {
            if (steps[i].key == key) {
                return i;
            }
        }
        return std::nullopt;
    };
    for (const JobStep& step : steps) {
        WorkStep w;
        w.name = step.name;
        if (!step.skipped) {
            w.hands = quarters(step.hands.value());
            w.wait = static_cast<int>(std::lround(step.wait.known() ? step.wait.value() : 0.0));
            w.persons = step.people > 1 ? 2 : 1;
            w.daylight = step.daylight;
            w.holds = step.holds;
        }
        w.split = step.split;
        if (const auto fixed = hoursOf(step.fixed)) {
            w.notBefore = static_cast<int>(std::lround((*fixed - midnight_h) * 60.0));
        }
        for (const StepAfter& after : step.after) {
            const auto at = indexOf(after.key);
            if (!at) {
                continue;
            }
            StepLink link{*at, after.from, static_cast<int>(std::ceil(after.least_h * 60.0 - 1e-6))};
            if (after.most_h) {
                link.most = static_cast<int>(std::floor(*after.most_h * 60.0 + 1e-6));
                if (after.lateHands_min) {
                    link.lateHands = quarters(*after.lateHands_min);
                    link.lateLeast = static_cast<int>(std::ceil(after.lateLeast_h * 60.0));
                }
            }
            w.after.push_back(link);
        }
        out.push_back(std::move(w));
    }
    return out;
}

} // namespace burl
