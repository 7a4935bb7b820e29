#include "core/router/methods.h"

namespace burl
{

// Depths are shop custom (docs/formulas.md#passes); feeds are careful ones for hardwood.
const std::vector<FlattenMethod>& flattenMethods()
{
    static const std::vector<FlattenMethod> methods{
        {"router_sled", "router on a sled", 2.0, 50.0, 0.5, 40.0, 4000.0, 20.0},
        {"spindle", "spindle on a gantry", 4.0, 76.0, 0.4, 50.0, 6000.0, 15.0},
        {"cnc", "CNC, surfacing bit", 2.0, 50.0, 0.45, 30.0, 5000.0, 20.0},
        {"hand_planer", "power hand planer", 0.8, 82.0, 0.1, 0.0, 6000.0, 10.0, true},
        {"planer", "thickness planer with a carrier", 1.0, 500.0, 0.0, 100.0, 5000.0, 25.0, true},
        {"drum_sander", "drum sander", 0.5, 600.0, 0.0, 100.0, 3000.0, 15.0, true},
    };
    return methods;
}

} // namespace burl
