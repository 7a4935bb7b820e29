#include "core/figure/where.h"

#include <array>
#include <utility>

namespace burl
{

std::string benchName(const std::string& id)
{
    constexpr std::array<std::pair<const char*, const char*>, 8> kBenches{{{"yard", "Yard"},
                                                                           {"layup", "Layup"},
                                                                           {"flat", "Flat"},
                                                                           {"fill", "Fill"},
                                                                           {"move", "Move"},
                                                                           {"base", "Base"},
                                                                           {"surface", "Surface"},
                                                                           {"days", "Days"}}};
    for (const auto& [bench, name] : kBenches) {
        if (id == bench) {
            return name;
        }
    }
    return {};
}

} // namespace burl
