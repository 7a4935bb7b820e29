#pragma once
// Resins: the classes that ship with typical values, the maker's own products made from them, and what a pour lies in.
// Units: J, g, mol, s, mm, litres as the names say; temperatures degrees Celsius; alpha is the degree of cure, 0 to 1.
// Threads: values.

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "core/shop/mix_ratio.h"

namespace burl
{

struct CureMaterial {
    double density_kg_m3 = 0.0;
    double heatCapacity_J_kgK = 0.0;
    double conductivity_W_mK = 0.0;
    bool operator==(const CureMaterial&) const = default;
};

/// d alpha / dt = (k1 + k2 alpha^m) (1 - alpha)^n fd, k = A exp(-E / R T); fd stalls a cool cure below full conversion.
struct CureKinetics {
    double heatOfReaction_J_g = 0.0;
    double m = 0.0;
    double n = 0.0;
    double e1_J_mol = 0.0;
    double e2_J_mol = 0.0;
    double a1_per_s = 0.0;
    double a2_per_s = 0.0;
    double stallSharpness = 0.0; // C of fd = 1 / (1 + exp(C (alpha - alpha_c)))
    double stallAlpha25C = 0.0;
    double stallAlpha_per_K = 0.0;
    bool operator==(const CureKinetics&) const = default;
};

struct CureViscosity {
    double mixed25C_Pa_s = 0.0;
    double e_J_mol = 0.0;
    double a = 0.0;
    double b = 0.0;
    double gelAlpha = 1.0;
    double honeyStart_Pa_s = 0.0; // thick enough for a second colour to keep its shape
    double honeyEnd_Pa_s = 0.0;
    bool operator==(const CureViscosity&) const = default;
};

/// When things may be done.
struct CureLimits {
    double peak_C = 0.0;
    double crackSpread_K = 0.0;
    double demouldMean = 0.0;
    double demouldLeast = 0.0;
    double flattenLeast = 0.0;
    double aboveRoom_K = 0.0; // for de-moulding and flattening
    double recoatOpen = 0.0;
    double recoatAboveRoom_K = 0.0;
    double recoatClose = 0.0;
    bool operator==(const CureLimits&) const = default;
};

struct CureResin {
    CureMaterial thermal;
    CureKinetics kinetics;
    CureViscosity viscosity;
    CureLimits limits;
    double shrinkage = 0.0; // share of the volume, liquid to solid
    bool operator==(const CureResin&) const = default;
};

/// What is bought at once: both parts together.
struct ResinPack {
    double litres = 0.0;
    std::optional<double> price;
    bool operator==(const ResinPack&) const = default;
};

/// Three numbers of a product's data sheet that its class is brought to. What the sheet does not say stays empty.
struct SheetNumbers {
    std::optional<double> potLife_min; // until it gels in the pot
    double potLifeMass_g = 100.0;
    double at_C = 25.0;
    std::optional<double> peak_C;    // of that pot
    std::optional<double> demould_h; // of a layer of its deepest
    bool operator==(const SheetNumbers&) const = default;
};

/// A class of resin with typical values: a guide; the product's own sheet rules. Or a product of the maker's own shelf,
/// made from a class.
struct ResinClass {
    std::string id;
    std::string name;
    std::string use;
    MixRatio mix;
    double maxLayer_mm = 0.0;
    double minLayer_mm = 0.0;
    double potLife_min = 0.0;
    double potLifeMass_g = 0.0;
    double potLifeAt_C = 25.0;
    double demould_h = 0.0;
    CureResin cure;

    std::string basedOn; // of a product: the class it is like; empty: a class that ships
    SheetNumbers sheet;
    std::vector<ResinPack> packs;
    std::optional<double> inStock_L; // of both parts together; empty: not counted
    std::string opened;              // ISO date
    std::optional<double> shelf_months;
    bool operator==(const ResinClass&) const = default;

    [[nodiscard]] bool isOwn() const { return !basedOn.empty(); }
    /// The class whose rule it follows.
    [[nodiscard]] const std::string& kind() const { return isOwn() ? basedOn : id; }
};

/// The one with this id; null when there is none.
[[nodiscard]] const ResinClass* resinCalled(const std::vector<ResinClass>& resins, const std::string& id);
/// The maker's own product of that class where there is one, else the class.
[[nodiscard]] const ResinClass* onShelf(const std::vector<ResinClass>& resins, const std::string& kind);

/// What a form is made of.
enum class FormBoard { Plywood, Melamine, Mdf, Hdpe };
constexpr size_t kFormBoards = 4;

/// Heat that goes over a face to the room, W/m2K, radiation folded in.
struct RoomExchange {
    double top_W_m2K = 0.0;
    double bottom_W_m2K = 0.0;
    double side_W_m2K = 0.0;
    bool operator==(const RoomExchange&) const = default;
};

/// What a pour lies in.
struct PourMaterials {
    CureMaterial wood;
    std::array<CureMaterial, kFormBoards> boards; // by FormBoard
    RoomExchange still;
    RoomExchange fan;
    double onBench_W_m2K = 0.0; // below, in place of the others, when the form lies flat on a bench
    bool operator==(const PourMaterials&) const = default;
    [[nodiscard]] const CureMaterial& board(FormBoard of) const { return boards[static_cast<size_t>(of)]; }
};

} // namespace burl
