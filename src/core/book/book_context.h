#pragma once
// What a line of the day book is read against, of a job and its plan.   Threads: pure.

#include "core/book/book_line.h"
#include "core/days/days_plan.h"
#include "core/shop/job.h"
#include "core/shop/shop.h"

namespace burl
{

[[nodiscard]] BookContext bookContext(const Job& job, const Shop& shop, const DaysPlan& days, double now_h);
/// As it would be if that entry had not been written: it is about to be corrected.
void withoutEntry(BookContext& context, int entry);

} // namespace burl
