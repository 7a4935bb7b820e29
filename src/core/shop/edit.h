#pragma once
// Edits: functions from a book to the next one, sharing all they do not touch.

#include "core/shop/book.h"

namespace burl
{

[[nodiscard]] Book withSlab(const Book& book, Slab slab); // replaced by id, or added
[[nodiscard]] Book withoutSlab(const Book& book, SlabId id);
[[nodiscard]] Book withLog(const Book& book, Log log);
[[nodiscard]] Book withHabits(const Book& book, Habits habits);
[[nodiscard]] Book withJob(const Book& book, Job job); // replaced by id, or added
[[nodiscard]] Book withoutJob(const Book& book, JobId id);

/// Ids that no slab or job of this book has.
[[nodiscard]] SlabId freeSlabId(const Book& book);
[[nodiscard]] LogId freeLogId(const Book& book);
[[nodiscard]] JobId freeJobId(const Book& book);
[[nodiscard]] int freeFeatureId(const Slab& slab);

/// True when a job has the slab in its top.
[[nodiscard]] bool slabInUse(const Book& book, SlabId id);

} // namespace burl
