#include "core/figure/work.h"

namespace burl
{

Work workCalled(const std::string& key, const std::string& name, const std::string& bench, WorkPhase phase)
{
    Work w;
    w.key = key;
    w.name = name;
    w.bench = bench;
    w.phase = phase;
    return w;
}

Figure hoursFigure(const std::string& key, double hours, const std::string& source)
{
    constexpr double kMinutes = 60.0; // of an hour
    return workedOut("wait_" + key, "wait", hours * kMinutes, Unit::Minutes, source);
}

} // namespace burl
