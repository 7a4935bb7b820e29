#pragma once
// What the maker chose for gluing up, edges, sanding and finish.
// Frame of the top (core/shop/job.h).   Units: as the names say.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

enum class GlueKind { White, SlowWhite, Polyurethane, Epoxy, Hide };

enum class CornerCut { None, Round, Chamfer };
struct EdgeCorner {
    CornerCut kind = CornerCut::None;
    double radius_mm = 0.0; // of a round
    double onFace_mm = 0.0; // of a chamfer
    double onEdge_mm = 0.0;
    bool operator==(const EdgeCorner&) const = default;
};

enum class EdgeTreatment {
    AsCut,      // straight or drawn: its corners eased
    BarkOff,    // chisel and wire wheel
    BarkKept,   // thin glue soaked behind it
    Brushed,    // as grown, brushed
    Undercut,   // turned under at 45 degrees, a natural chamfer
    CarvedAnew, // a live edge where none is left
    Chipped,    // broken off piece by piece
};
/// A stretch of one long edge that is treated otherwise than the rest.
struct EdgeStretch {
    bool far = true; // else the near edge
    double from_mm = 0.0;
    double to_mm = 0.0;
    EdgeTreatment kind = EdgeTreatment::Brushed;
    double deep_mm = 20.0; // how far in a carved or chipped one goes, at most
    bool operator==(const EdgeStretch&) const = default;
};

enum class WoodLook { Plain, Figured, Dark };
enum class FinishKind { HardWaxOil, HardWaxOilTwoParts, WipingBlend, Film, FloodCoat, Ceramic, Wax };
enum class FacesSchool { Alike, TwoBelow }; // as many coats below as above; or two below

enum class SurfacePart { Show, Under, Edges, Ends, Resin };
constexpr size_t kSurfaceParts = 5;
/// What was sanded, to which grit, when.
struct Sanded {
    SurfacePart part = SurfacePart::Show;
    int grit = 80;
    std::string on; // ISO date
    bool operator==(const Sanded&) const = default;
};

enum class RepairKind {
    Patch,   // wood let in, its grain as round it
    Slip,    // where the router went too deep
    SawMark, // of the chainsaw, in the rough face
    Crack,   // fine, thin glue runs in
    Stick,   // a small hole closed with a melted stick
};
/// A place that is mended before it is sanded.
struct Repair {
    RepairKind kind = RepairKind::Patch;
    Vec2 at; // its middle, on the show face
    double long_mm = 60.0;
    double wide_mm = 20.0;
    double deep_mm = 4.0;
    bool operator==(const Repair&) const = default;
};

struct SurfaceChoices {
    // gluing up
    GlueKind glue = GlueKind::White;
    bool bothSides = false;       // wetted
    std::optional<double> room_C; // of shop and wood; empty: as Fill says
    int people = 1;
    double pressure_N_mm2 = 1.2;
    double clamp_N = 8000.0;
    double clampPitch_mm = 250.0; // at most
    double pad_mm = 40.0;
    std::optional<double> clampsAtHand;
    std::optional<double> bow_mm; // light in the middle of a joint, dry and without a clamp
    // keys and repairs
    double keyDepth = 0.4; // share of the thickness: a third to a half
    std::vector<Repair> repairs;
    // edges
    EdgeTreatment live = EdgeTreatment::Brushed; // of live edges, where no stretch says otherwise
    std::vector<EdgeStretch> stretches;
    EdgeCorner above{CornerCut::Round, 2.0, 2.0, 2.0};
    EdgeCorner below{CornerCut::Round, 3.0, 3.0, 3.0};
    double bearing_mm = 10.0; // flat that the router's bearing runs on
    // sanding
    WoodLook look = WoodLook::Plain;
    int startGrit = 80;                        // what the machine left
    std::optional<double> stopGrit, resinGrit; // empty: by the school
    int machines = 1;
    double maxRatio = 1.8; // from grit to grit
    double rate_min_m2 = 4.0;
    double edgeRate_min_m = 1.2;
    double discLife_m2 = 1.2;
    double pencil_mm = 150.0;
    bool waterPop = true;
    std::vector<Sanded> sanded;
    // finish
    FinishKind finish = FinishKind::HardWaxOilTwoParts;
    FacesSchool faces = FacesSchool::Alike;
    std::optional<double> coats; // of the show face; empty: as is done with it
    std::optional<double> coverage_m2_L;
    int wipers = 1;
    bool baseToo = false;  // a wooden base gets it as well
    bool before = false;   // parts are finished before they are put together
    std::string firstCoat; // 2026-12-14T08:00; empty: not said
    bool operator==(const SurfaceChoices&) const = default;
};

constexpr int kFloodCoats = 2; // on a face, and how thick one is: class values
constexpr double kFloodFilm_mm = 1.5;
constexpr int kCoatsBelow = 2; // of the school that does with fewer there

/// Resin poured over the faces as a finish: it weighs, and nobody pours it twice.
struct FloodCoats {
    int show = 0, under = 0; // 0: finished otherwise
    double film_mm = kFloodFilm_mm;
    bool operator==(const FloodCoats&) const = default;
};
[[nodiscard]] inline FloodCoats floodCoatsOf(const SurfaceChoices& c)
{
    FloodCoats out;
    if (c.finish == FinishKind::FloodCoat) {
        out.show = static_cast<int>(c.coats.value_or(kFloodCoats) + 0.5);
        out.under = c.faces == FacesSchool::Alike || out.show < kCoatsBelow ? out.show : kCoatsBelow;
    }
    return out;
}

} // namespace burl
