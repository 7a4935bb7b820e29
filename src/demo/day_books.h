#pragma once
// Three weeks of the demo shop: its hours and prices, and the day books of four jobs at different stages.

#include "core/shop/book.h"

namespace burl
{

/// The book with them; the last entry is of Friday, 27 November 2026, in the morning.
[[nodiscard]] Book withDayBooks(Book book);

} // namespace burl
