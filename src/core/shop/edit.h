#pragma once
// Edits: functions from a book to the next one, sharing all they do not touch.
// Threads: pure.

#include "core/shop/book.h"

namespace burl
{

[[nodiscard]] Book withSlab(const Book& book, Slab slab); // replaced by id, or added
[[nodiscard]] Book withoutSlab(const Book& book, SlabId id);
[[nodiscard]] Book withLog(const Book& book, Log log);
[[nodiscard]] Book withResin(const Book& book, ResinClass resin); // replaced by id, or added
[[nodiscard]] Book withoutResin(const Book& book, const std::string& id);
[[nodiscard]] Book withClimate(const Book& book, Climate climate);      // replaced by id, or added
[[nodiscard]] Book withSection(const Book& book, SectionStock section); // the same
/// One of the maker's own; those that ship stay.
[[nodiscard]] Book withoutSection(const Book& book, const std::string& id);
[[nodiscard]] Book withHabits(const Book& book, Habits habits);
[[nodiscard]] Book withJob(const Book& book, Job job); // replaced by id, or added
[[nodiscard]] Book withoutJob(const Book& book, JobId id);

/// A shop sheet that no longer says what its job says is to be made again: `after` with Job::sheetMade emptied where
/// the job, or a slab in it, differs from `before`.
[[nodiscard]] Book withoutStaleSheets(const Book& before, Book after);

/// Ids that no slab, log or job of this book has, or ever had.
[[nodiscard]] SlabId freeSlabId(const Book& book);
[[nodiscard]] LogId freeLogId(const Book& book);
[[nodiscard]] JobId freeJobId(const Book& book);
[[nodiscard]] std::string freeResinId(const Book& book);
[[nodiscard]] std::string freeClimateId(const Book& book);
[[nodiscard]] std::string freeSectionId(const Book& book);
/// An id that no feature of this slab has or ever had.
[[nodiscard]] int freeFeatureId(const Slab& slab);
/// Takes a feature away; its id is not given again.
void removeFeature(Slab& slab, int id);

/// True when a job mentions the slab: in its top, in a kept layup, in its rests, packers or choices of resin.
[[nodiscard]] bool slabInUse(const Book& book, SlabId id);
/// The first job whose channels or plates are of this section; null when none is.
[[nodiscard]] const Job* jobWithSection(const Book& book, const std::string& id);

} // namespace burl
