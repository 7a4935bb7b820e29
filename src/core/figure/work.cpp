#include "core/figure/work.h"

namespace burl
{

Figure hoursFigure(const std::string& key, double hours, const std::string& source)
{
    constexpr double kMinutes = 60.0; // of an hour
    return workedOut("wait_" + key, "wait", hours * kMinutes, Unit::Minutes, source);
}

} // namespace burl
