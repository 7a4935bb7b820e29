#pragma once
// Taking a job file into a shop book: its slabs and logs are kept apart from what is there already.

#include "core/shop/book.h"
#include "exchange/job_file.h"

namespace burl
{

struct Merged {
    Book book;
    JobId job; // its id in the book
};

/// A slab, log, species or climate equal to one in the book is used as it is; anything else comes in
/// under a free id. Nothing in the book is changed.
[[nodiscard]] Merged mergedInto(const Book& book, const JobFile& file);

} // namespace burl
