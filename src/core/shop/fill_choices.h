#pragma once
// What the maker chose for the resin of one job, and what was written down while it was poured.
// Units: as the names say.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/shop/resin.h"
#include "core/shop/slab.h"

namespace burl
{

/// The maker's own choice of resin for one void, against the rule.
struct ResinOverrule {
    SlabId slab;
    int feature = 0; // 0: the river
    std::string resin;
    bool operator==(const ResinOverrule&) const = default;
};

/// The maker's own number of layers for one void.
struct LayersOverrule {
    SlabId slab;
    int feature = 0; // 0: the river
    int layers = 1;
    bool operator==(const LayersOverrule&) const = default;
};

/// The room by night and by day: coldest at five in the morning, warmest at five in the afternoon.
struct PourRoom {
    double night_C = 18.0;
    double day_C = 21.0;
    bool fan = false;
    bool onBench = false; // the form lies flat on a bench: no air below it
    bool operator==(const PourRoom&) const = default;
};

/// How resin is mixed and carried.
struct Mixing {
    int people = 1;
    double mix_min = 5.0;            // of a pot
    std::optional<double> chamber_L; // of the vacuum chamber; empty: there is none
    double degas_min = 8.0;          // of a pot
    double carry_min = 1.0;
    double pour_L_min = 2.0;
    bool operator==(const Mixing&) const = default;
};

/// What a river is poured into.
struct FormChoices {
    FormBoard board = FormBoard::Melamine;
    double board_mm = 18.0;
    double sheetLong_mm = 2440.0; // of the sheets it is cut from
    double sheetWide_mm = 1220.0;
    double kerf_mm = 3.0;
    double above_mm = 15.0;      // its sides over the resin
    double room_mm = 10.0;       // round the slabs, filled with sealant
    double slope_mm_m = 0.0;     // out of level along its length
    double bow_mm = 0.0;         // largest gap under a slab
    double clamp_N = 500.0;      // what one clamp or weight holds
    double cartridge_mL = 290.0; // of sealant
    bool operator==(const FormChoices&) const = default;
};

/// What a second colour does.
enum class SecondColour {
    None,
    Swirled, // at the honey stage
    Divided, // the river has a divider
};

struct Colours {
    std::string first; // name of the pigment; empty: clear, or not said
    std::string second;
    SecondColour use = SecondColour::None;
    double second_pct = 1.0;   // of its mix by mass
    double swirl_share = 0.15; // of the last layer that is swirled in
    bool alongRiver = false;   // the divider runs along it, else across
    double divider_mm = 0.0;   // x of a divider across, y of one along
    bool oil = false;          // oil tints darken the resin too, and too much keeps it soft
    bool operator==(const Colours&) const = default;
};

/// One pot as it was weighed.
struct WeighedPot {
    double a_g = 0.0;
    double b_g = 0.0;
    std::string at; // "2026-11-03T08:20"
    bool operator==(const WeighedPot&) const = default;
};

struct HeatReading {
    double at_h = 0.0; // from its pour
    double measured_C = 0.0;
    bool operator==(const HeatReading&) const = default;
};

/// What was written down of a pour.
struct PourRecord {
    std::string event; // its id in the plan: "river-1"
    std::string began; // "2026-11-03T08:00"
    std::vector<WeighedPot> pots;
    std::vector<HeatReading> heat;
    double poured_L = 0.0; // 0: not said
    double leaked_L = 0.0;
    double overpour_mm = 0.0; // found over the wood, to plane off
    std::string note;
    bool operator==(const PourRecord&) const = default;
};

struct FillChoices {
    double overpour_mm = 1.5;
    double soakIn_g_m2 = 150.0;
    double reserve = 0.05;
    double potResidue = 0.03;
    double bucket_L = 5.0;
    double pigment_pct = 1.0;
    std::optional<double> price_per_L; // of mixed resin
    std::vector<ResinOverrule> overrules;
    std::vector<LayersOverrule> layers;
    PourRoom room;
    Mixing mixing;
    FormChoices form;
    Colours colours;
    bool fromRough = false; // the river is poured between rough slabs, and all is flattened together
    bool sealCoat = false;  // on the wood that the resin touches, before it is poured
    int pinholeRounds = 2;  // after flattening: two to four; 0: none
    bool endSeal = false;   // thin resin on the end grain
    int floodCoats = 0;     // 0: finished otherwise
    double flood_mm = 2.0;  // a coat
    std::string starts;     // "2026-11-03T08:00", of the first pour; empty: not said
    std::vector<PourRecord> log;
    bool operator==(const FillChoices&) const = default;
};

} // namespace burl
