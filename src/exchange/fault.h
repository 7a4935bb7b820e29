#pragma once
// What a file could not hold: a snapshot is looked at with the eyes of the codec before it is taken.

#include <optional>
#include <string>

#include "core/shop/book.h"

namespace burl
{

/// The first thing that differs between two snapshots and that could not be read back once written: a measure outside
/// its range, text that is no UTF-8. One sentence that names it; nothing when all is well.
[[nodiscard]] std::optional<std::string> faultOf(const Book& before, const Book& after);

} // namespace burl
