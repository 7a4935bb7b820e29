#pragma once
// Slabs, logs, jobs and habits as JSON. One spelling for job files and for the shop book.
// docs/formats.md describes every key.

#include <optional>

#include "core/shop/job.h"
#include "core/shop/shop.h"
#include "exchange/json/reader.h"
#include "exchange/json/text.h"

namespace burl
{

[[nodiscard]] OrderedJson toJson(const Slab& slab);
[[nodiscard]] OrderedJson toJson(const Log& log);
[[nodiscard]] OrderedJson toJson(const Job& job);
[[nodiscard]] OrderedJson toJson(const Habits& habits);
[[nodiscard]] OrderedJson toJson(const Species& species);
[[nodiscard]] OrderedJson toJson(const Climate& climate);
[[nodiscard]] OrderedJson toJson(const SectionStock& section);
[[nodiscard]] OrderedJson toJson(const FillChoices& choices);
[[nodiscard]] OrderedJson toJson(const MoveChoices& choices);
[[nodiscard]] OrderedJson toJson(const BaseChoices& choices);
[[nodiscard]] OrderedJson toJson(const SurfaceChoices& choices);
[[nodiscard]] OrderedJson toJson(const DaysChoices& choices);
[[nodiscard]] OrderedJson toJson(const MoneyChoices& choices);
[[nodiscard]] OrderedJson toJson(const WorkHabits& habits);
[[nodiscard]] OrderedJson toJson(const MoneyHabits& habits);
/// A product of the maker's own: what its class says is not written.
[[nodiscard]] OrderedJson toJson(const ResinClass& product);

[[nodiscard]] OrderedJson toJson(const HeightGrid& grid);
[[nodiscard]] HeightGrid gridFrom(JsonReader reader);

/// Rows of x and y, no more than `most`.
[[nodiscard]] OrderedJson pointsJson(const std::vector<Vec2>& points);
[[nodiscard]] std::vector<Vec2> pointsFrom(JsonReader& reader, const char* key, size_t most);

[[nodiscard]] Slab slabFrom(JsonReader reader);
[[nodiscard]] Log logFrom(JsonReader reader);
[[nodiscard]] Job jobFrom(JsonReader reader);
[[nodiscard]] Habits habitsFrom(JsonReader reader);
[[nodiscard]] Species speciesFrom(JsonReader reader);
[[nodiscard]] Climate climateFrom(JsonReader reader);
[[nodiscard]] SectionStock sectionFrom(JsonReader reader);
[[nodiscard]] FillChoices fillFrom(JsonReader reader);
[[nodiscard]] MoveChoices moveFrom(JsonReader reader);
[[nodiscard]] BaseChoices baseFrom(JsonReader reader);
[[nodiscard]] SurfaceChoices surfaceFrom(JsonReader reader);
[[nodiscard]] DaysChoices daysFrom(JsonReader reader);
[[nodiscard]] MoneyChoices moneyFrom(JsonReader reader);
[[nodiscard]] WorkHabits workHabitsFrom(JsonReader reader);
[[nodiscard]] MoneyHabits moneyHabitsFrom(JsonReader reader);
[[nodiscard]] OrderedJson stockJson(const std::vector<StockItem>& stock);
[[nodiscard]] std::vector<StockItem> stockFrom(JsonReader& reader, const char* key);
[[nodiscard]] ResinClass productFrom(JsonReader reader); // its cure is made by productOf() of core/cure/calibrate.h

} // namespace burl
