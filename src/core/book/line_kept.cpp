// What is kept of the readings of a fact, and what is asked first.

#include <algorithm>

#include "core/book/line_reader.h"
#include "core/measure/format.h"
#include "core/shop/ranges.h"

namespace burl
{
void LineReader::readings(BookEntry& e, const SaidFact& fact)
{
    if (fact.rest || words_) {
        return;
    }
    const JobStep* s = stepCalled(in_.steps, e.line.words.step);
    const bool pours = s != nullptr && !s->pour.empty();
    double litres = 0.0;
    int goes = 0;
    size_t place = 0; // of its box, and of the reading, where it was said first
    size_t at = 0;
    for (size_t k = 0; k < readings_.size(); ++k) {
        const SaidReading& r = readings_[k];
        if (std::find(fact.clauses.begin(), fact.clauses.end(), r.clause) == fact.clauses.end()) {
            continue;
        }
        const bool poured = r.reading.kind == ReadingKind::Litres || r.reading.kind == ReadingKind::Leak ||
                            r.reading.kind == ReadingKind::Pots;
        if (poured && !pours) {
            if (s != nullptr || !fact.work) { // else it waits for the step
                unread_.push_back(r.token);
            }
            continue;
        }
        if (const auto kept = settled(r, k, s)) {
            if (kept->kind == ReadingKind::Litres) {
                litres += kept->value;
                place = goes++ == 0 ? e.boxes.size() : place;
                at = goes == 1 ? e.line.words.readings.size() : at;
            } else {
                keep(e, *kept, "reading:" + std::to_string(k) + r.as, "");
            }
        }
    }
    if (goes > 0) {
        const size_t before = e.line.words.readings.size();
        keep(e, {ReadingKind::Litres, {}, litres}, "litres:" + wordsOf(fact), goes > 1 ? " in all" : "");
        if (e.line.words.readings.size() > before) { // not left out
            moveTo(e.boxes, place);
            moveTo(e.line.words.readings, at);
        }
    }
}

void LineReader::keep(BookEntry& e, const DayReading& reading, const std::string& id, const std::string& tail)
{
    if (const std::string what = outOfRange(reading); !what.empty()) {
        bad_ = Refusal{"days.range", "In \"" + shownText(text_) + "\" " + what + '.'};
        return;
    }
    if (leftOut(id)) {
        return;
    }
    e.line.words.readings.push_back(reading);
    box(e, Box::Reading, id, readingText(reading, in_.slabs, in_.units) + tail);
}

/// The reading as it is kept; nothing while it is asked for, or where it was left out.
std::optional<DayReading> LineReader::settled(const SaidReading& r, size_t k, const JobStep* s)
{
    DayReading out = r.reading;
    if (!outOfRange(out).empty() && !r.mass) {
        return out; // refused by its range
    }
    const std::string id = "reading:" + std::to_string(k) + r.as;
    const std::string* said = answer(id);
    if (r.mass) {
        const auto density = s != nullptr ? in_.density_kg_L.find(s->resin) : in_.density_kg_L.end();
        constexpr double kUsual_kg_L = 1.1; // a mixed epoxy
        out.value /= density != in_.density_kg_L.end() ? density->second : kUsual_kg_L;
    }
    if (said != nullptr && *said == kLeftOut) {
        return std::nullopt;
    }
    if (r.noSlab) {
        for (const auto& slab : in_.slabs) {
            out.slab = said != nullptr && *said == slab->name ? slab->id : out.slab;
        }
        if (out.slab.value == 0) {
            askReading(r, id, "Of which slab is \"" + r.as + "\"?", slabChoices());
            return std::nullopt;
        }
        return out;
    }
    const std::string doubt = r.unlikely.empty() ? muchMore(out, s) : r.unlikely;
    if ((r.unsure || r.mass || !doubt.empty()) && said == nullptr) {
        std::string text = readingText(out, in_.slabs, in_.units);
        const std::string why = !doubt.empty() ? ": " + doubt + ". Is it right?" : ": is that meant?";
        askReading(r, id, text + why, {{"yes", "yes, " + text}, {kLeftOut, "leave it out"}});
        return std::nullopt;
    }
    return out;
}

/// Ten times the litres is a point that was forgotten.
std::string LineReader::muchMore(const DayReading& r, const JobStep* s) const
{
    constexpr double kMuch = 3.0;
    for (const PlannedWork& w : s != nullptr ? s->planned : std::vector<PlannedWork>{}) {
        const bool litres = w.rate == "resin" && r.kind == ReadingKind::Litres;
        const bool discs = w.rate == "discs" && r.kind == ReadingKind::Discs;
        if ((litres || discs) && w.quantity > 0.0 && r.value > kMuch * w.quantity) {
            return formatQuantity(w.quantity, litres ? Unit::Volume : Unit::Count, in_.units) + " are planned";
        }
    }
    return "";
}
void LineReader::askReading(const SaidReading& r, const std::string& id, std::string sentence,
                            std::vector<BookChoice> choices)
{
    ask(Ask::Reading, id, std::move(sentence), std::move(choices), r.reading.kind);
}

std::vector<BookChoice> LineReader::slabChoices() const
{
    std::vector<BookChoice> out;
    for (const auto& slab : in_.slabs) {
        out.push_back({slab->name, slab->name});
    }
    out.push_back({kLeftOut, "leave it out"});
    return out;
}

/// "the moisture must lie between 0 and 200"; empty: it lies there.
std::string LineReader::outOfRange(const DayReading& r)
{
    struct Limit {
        Range range;
        const char* what;
    };
    const auto limit = [&]() -> Limit {
        constexpr Range kMostOfAll{0.0, 10000.0};
        switch (r.kind) {
        case ReadingKind::Thickness:
            return {ranges::kThickness_mm, "the measure"};
        case ReadingKind::Moved:
            return {{0.0, ranges::kThickness_mm.most}, "the measure"};
        case ReadingKind::Moisture:
            return {ranges::kMc_pct, "the moisture"};
        case ReadingKind::Temperature:
            return {ranges::kRoom_degC, "the temperature"};
        case ReadingKind::Litres:
        case ReadingKind::Leak:
            return {kMostOfAll, "the litres"};
        case ReadingKind::Pots:
            return {{0.0, 500.0}, "the pots"};
        case ReadingKind::Discs:
            break;
        }
        return {kMostOfAll, "the discs"};
    }();
    return limit.range.holds(r.value) ? "" : std::string(limit.what) + ' ' + rangeSentence(limit.range);
}

} // namespace burl
