#include "core/shop/ranges.h"

#include "core/measure/format.h"

namespace burl
{

std::string rangeSentence(Range range)
{
    constexpr int kDigits = 3;
    return "must lie between " + formatNumber(range.least, kDigits, true) + " and " +
           formatNumber(range.most, kDigits, true);
}

} // namespace burl
