#pragma once
// The demo shop told as if its last Friday were a given week's.

#include "core/shop/book.h"

namespace burl
{

/// All dates of jobs, slabs and the shop's days off moved by whole weeks, so that `today` (days since 1970) is the
/// Friday of the story or at most six days later.
[[nodiscard]] Book demoAsOf(Book book, int today);

} // namespace burl
