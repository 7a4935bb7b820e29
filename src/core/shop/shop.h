#pragma once
// The shop: slabs in the yard, materials, rooms, habits. Plain values; slabs are shared between
// snapshots so that an edit copies only what it touches.
// Units: as the names say.   Threads: values.

#include <array>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/measure/units.h"
#include "core/shop/money_choices.h"
#include "core/shop/resin.h"
#include "core/shop/section.h"
#include "core/shop/slab.h"
#include "core/shop/work_habits.h"
#include "core/wood/year.h"

namespace burl
{

/// Stiffness of a species against that along its grain (MOE), and how it narrows when it is pulled: Wood Handbook
/// tables 5-1 and 5-2. Tangential: flat-sawn; radial: quarter-sawn.
struct StiffnessRatios {
    double eTangential = 0.06;
    double eRadial = 0.12;
    double gTangential = 0.08;
    double gRadial = 0.08;
    double poissonTangential = 0.4;
    double poissonRadial = 0.4;
    bool operator==(const StiffnessRatios&) const = default;
};

/// Wood values; each says where it came from (data/species.json).
struct Species {
    std::string id;
    std::string name;
    ChangeCoefficients change;
    double g12 = 0.0; // specific gravity: oven-dry mass over volume at 12 %
    double shrinkRadial_pct = 0.0;
    double shrinkTangential_pct = 0.0;
    double moe_GPa = 0.0;
    std::optional<StiffnessRatios> ratios; // empty: as most woods
    std::vector<std::string> unsure;       // fields that deserve a look in a printed handbook
    std::string source;
    bool operator==(const Species&) const = default;
};

/// What may stiffen a top: steel channels, bars and tubes, battens of wood.
struct SectionStock {
    std::string id;
    std::string name;
    Section section;
    bool wood = false; // a batten
    /// Made by the maker (freeSectionId), not shipped.
    [[nodiscard]] bool isOwn() const { return id.rfind("own_", 0) == 0; }
    bool operator==(const SectionStock&) const = default;
};

/// The room a top will live in.
struct Climate {
    std::string id;
    std::string name;
    double winter_degC = 20.0;
    double winter_rh_pct = 30.0;
    double summer_degC = 22.0;
    double summer_rh_pct = 55.0;
    std::optional<std::array<RoomMonth, kMonths>> months{}; // January first; empty: between winter and summer
    bool operator==(const Climate&) const = default;
};

/// What the maker always does; a job may differ.
struct Habits {
    UnitChoice units;
    double ripMargin_mm = 6.0;    // how far inside the wood a rip line stays
    double trimEachEnd_mm = 40.0; // rough length over final, custom 25 to 75
    double leastWoodOverInsert_mm = 6.0;
    std::optional<double> longest_mm; // that the shop can handle; empty: anything
    std::optional<double> van_mm;     // the longest top that the van takes
    WorkHabits work;
    MoneyHabits money;
    std::vector<StockItem> stock;
    bool operator==(const Habits&) const = default;
};

struct Shop {
    std::vector<Log> logs;
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<Species> species;
    std::vector<ResinClass> resins;
    PourMaterials pouring;
    std::vector<Climate> climates;
    std::vector<SectionStock> sections;
    Habits habits;

    [[nodiscard]] const Slab* slab(SlabId id) const;
    [[nodiscard]] const Log* log(LogId id) const;
    [[nodiscard]] const Species* speciesOf(const Slab& slab) const;
    [[nodiscard]] const ResinClass* resin(const std::string& id) const;
    [[nodiscard]] const Climate* climate(const std::string& id) const;
    [[nodiscard]] const SectionStock* section(const std::string& id) const;
};

/// True when both shops hold equal values (slabs compared by what they say, not where they are kept).
[[nodiscard]] bool sameValues(const Shop& a, const Shop& b);

} // namespace burl
