#include "core/surface/schools.h"

#include <algorithm>
#include <array>

#include "core/surface/abrasives.h"

namespace burl
{

const GlueClass& glueClass(GlueKind kind)
{
    // Minutes open at 10, 20 and 30 degrees; cold lets glue wait, and then hold badly.
    static const std::array<GlueClass, 5> all{{
        {"white wood glue", {{10.0, 18.0}, {20.0, 10.0}, {30.0, 5.5}}, 160.0, 1.0, 24.0, 10.0},
        {"slow white wood glue", {{10.0, 35.0}, {20.0, 20.0}, {30.0, 11.0}}, 160.0, 2.0, 24.0, 10.0},
        {"polyurethane glue", {{10.0, 40.0}, {20.0, 25.0}, {30.0, 14.0}}, 120.0, 4.0, 24.0, 8.0},
        {"epoxy glue", {{10.0, 80.0}, {20.0, 40.0}, {30.0, 20.0}}, 220.0, 12.0, 48.0, 12.0},
        {"hot hide glue", {{10.0, 1.5}, {20.0, 3.0}, {30.0, 5.0}}, 200.0, 2.0, 48.0, 18.0},
    }};
    return all[static_cast<size_t>(kind)];
}

std::optional<GlueKind> slowerThan(GlueKind kind)
{
    switch (kind) {
    case GlueKind::Hide:
    case GlueKind::White:
        return GlueKind::SlowWhite;
    case GlueKind::SlowWhite:
        return GlueKind::Polyurethane;
    case GlueKind::Polyurethane:
        return GlueKind::Epoxy;
    case GlueKind::Epoxy:
        break;
    }
    return std::nullopt;
}

const FinishClass& finishClass(FinishKind kind)
{
    static const std::array<FinishClass, 7> all{{
        {"hard-wax oil, one part",
         24.0,
         1.25,
         0.08,
         {std::nullopt, RatioBy::Volume, 0.92, 1.0},
         0.25,
         0.10,
         8.0,
         20.0,
         2,
         12.0,
         std::nullopt,
         24.0,
         10.0,
         std::nullopt,
         0,
         true,
         0.0},
        {"hard-wax oil, two parts",
         30.0,
         1.25,
         0.10,
         {3.0, RatioBy::Volume, 0.96, 1.08},
         0.25,
         0.12,
         5.0,
         15.0,
         1,
         36.0,
         std::nullopt,
         24.0,
         7.0,
         36.0,
         0,
         true,
         0.0},
        {"wiping oil and resin",
         14.0,
         1.4,
         0.08,
         {std::nullopt, RatioBy::Volume, 0.88, 1.0},
         0.3,
         0.12,
         10.0,
         25.0,
         3,
         12.0,
         48.0,
         24.0,
         14.0,
         std::nullopt,
         400,
         true,
         0.0},
        {"film finish",
         12.0,
         1.4,
         0.05,
         {std::nullopt, RatioBy::Volume, 0.92, 1.0},
         0.5,
         1000.0,
         0.0,
         25.0,
         4,
         5.0,
         24.0,
         24.0,
         14.0,
         std::nullopt,
         320,
         false,
         0.0},
        {"epoxy flood coat",
         0.67,
         1.0,
         0.12,
         {1.0, RatioBy::Volume, 1.15, 1.0},
         0.5,
         1000.0,
         0.0,
         30.0,
         kFloodCoats,
         4.0,
         12.0,
         48.0,
         14.0,
         std::nullopt,
         220,
         false,
         kFloodFilm_mm},
        {"ceramic layer",
         40.0,
         1.0,
         0.05,
         {std::nullopt, RatioBy::Volume, 0.9, 1.0},
         0.3,
         0.2,
         2.0,
         6.0,
         2,
         1.0,
         4.0,
         12.0,
         7.0,
         std::nullopt,
         0,
         true,
         0.0},
        {"wax",
         20.0,
         1.2,
         0.05,
         {std::nullopt, RatioBy::Volume, 0.9, 1.0},
         0.2,
         0.1,
         10.0,
         40.0,
         2,
         12.0,
         std::nullopt,
         12.0,
         3.0,
         std::nullopt,
         0,
         true,
         0.0},
    }};
    return all[static_cast<size_t>(kind)];
}

StopAt stopFor(FinishKind finish, WoodLook look)
{
    switch (finish) {
    case FinishKind::Film:
        return {180, "a film wants scratches to hold in; it fills them", 240};
    case FinishKind::FloodCoat:
        return {150, "resin keys into scratches, and fills them", 240};
    case FinishKind::Wax:
        return {240, "wax fills nothing: what is left is seen", 400};
    case FinishKind::WipingBlend:
        return {look == WoodLook::Figured ? 150 : 180,
                look == WoodLook::Figured ? "figured wood takes it unevenly when it is finer" : "it builds a thin film",
                280};
    case FinishKind::HardWaxOil:
    case FinishKind::HardWaxOilTwoParts:
    case FinishKind::Ceramic:
        break;
    }
    switch (look) {
    case WoodLook::Figured:
        return {150, "figured wood blotches, and the oil does not bond evenly, when it is finer", 180};
    case WoodLook::Dark:
        return {180, "dark wood shows scratches; some go to 220", 240};
    case WoodLook::Plain:
        break;
    }
    return {150, "open enough for the oil to bond: 120 to 150 by most, 180 to 220 by some", 240};
}

StopAt resinStopFor(FinishKind finish, bool clear, int wood)
{
    if (finish == FinishKind::FloodCoat) {
        return {wood, "the flood coat makes it clear", 400};
    }
    if (clear) {
        return {800, "600 to 800, or a haze is left in clear resin", 2000};
    }
    return {std::max(wood, 320), "pigment hides the haze from about 320 on", 2000};
}

int oneLess(int grit)
{
    int out = gritsMade().front();
    for (const int g : {40, 60, 80, 100, 120, 150, 180, 220, 320, 400}) {
        out = g < grit ? g : out;
    }
    return out;
}

int oneMore(int grit)
{
    for (const int g : {60, 80, 100, 120, 150, 180, 220, 320, 400, 600, 800}) {
        if (g > grit) {
            return g;
        }
    }
    return grit;
}

const EdgeClass& edgeClass(EdgeTreatment kind)
{
    static const std::array<EdgeClass, 7> all{{
        {"as cut", 1.0, 1.0, "a block plane, then paper round a block"},
        {"bark off", 7.0, 1.15, "chisel under the bark, wire wheel along the grain, brass brush last"},
        {"bark kept", 9.0, 1.25, "thin glue soaked behind it until it takes no more; loose pieces off"},
        {"brushed as grown", 5.0, 1.18, "nylon or brass brush along the grain, then paper by hand"},
        {"undercut", 12.0, 1.1, "spokeshave or router at 45 degrees from below, eased by hand"},
        {"carved anew", 28.0, 1.2, "drawn along the grain, sawn, then rasp, flap wheel and paper"},
        {"chipped", 22.0, 1.3, "chisel with the grain, piece by piece, splinters eased"},
    }};
    return all[static_cast<size_t>(kind)];
}

} // namespace burl
