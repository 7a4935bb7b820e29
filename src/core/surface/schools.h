#pragma once
// What the trade does where it does not agree: glues with their open time, finishes with their coats and windows, where
// sanding stops, edges with their minutes. Class values, not products: the sheet of the tin comes first.
// Units: as the names say.   Source: docs/formulas.md#surface.   Threads: pure.

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/shop/surface_choices.h"
#include "core/surface/finishing.h"

namespace burl
{

struct GlueClass {
    const char* name;
    std::vector<std::pair<double, double>> open_min; // at degrees
    double grams_m2 = 160.0;                         // on one face
    double clamps_h = 2.0;
    double plane_h = 24.0; // until it may be planed: the joint has dried flat
    double least_C = 10.0;
};
[[nodiscard]] const GlueClass& glueClass(GlueKind kind);
/// The next one that stays open longer; empty: none does.
[[nodiscard]] std::optional<GlueKind> slowerThan(GlueKind kind);

struct FinishClass {
    const char* name = nullptr;
    double coverage_m2_L = 20.0;
    double firstCoat = 1.2;
    double loss = 0.05;
    MixOf mix;
    double spread_m2_min = 0.3;
    double wipe_m2_min = 0.12;
    double soak_min = 5.0;
    double window_min = 15.0; // from spread to wiped, and of what is mixed
    int coats = 2;
    double gap_h = 12.0;                // from coat to coat, at least
    std::optional<double> latest_h{};   // at most, without a scuff between
    double handle_h = 24.0;             // may be turned over
    double cure_days = 7.0;             // before legs go on and it is used
    std::optional<double> maintain_h{}; // a second, thin one
    int between = 0;                    // grit that is scuffed with between coats; 0: none
    bool wiped = true;                  // its rags heat up
    double film_mm = 0.0;               // of a coat that is poured
};
[[nodiscard]] const FinishClass& finishClass(FinishKind kind);

/// Where sanding stops, and why.
struct StopAt {
    int grit = 150;
    std::string why;
    int tooFine = 240; // from here on it holds badly
};
[[nodiscard]] StopAt stopFor(FinishKind finish, WoodLook look);
/// Of resin: as the wood, or on until it is clear.
[[nodiscard]] StopAt resinStopFor(FinishKind finish, bool clear, int wood);
/// The grit of the list below this one.
[[nodiscard]] int oneLess(int grit);
[[nodiscard]] int oneMore(int grit);

struct EdgeClass {
    const char* name = nullptr;
    double minutes_m = 1.0;
    double longer = 1.0; // its surface over its straight length
    const char* how = nullptr;
};
[[nodiscard]] const EdgeClass& edgeClass(EdgeTreatment kind);

} // namespace burl
