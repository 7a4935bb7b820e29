#pragma once
// What a measure may be: one table for the fields on screen, job files, the shop book, the command line and what is
// imported. A number outside its range is refused with both ends named; it is never changed in silence.
// Units: as the names say. The ends are those beyond which a number is a slip of the pen, not a choice.
// Units: as the names say.   Threads: constants.

#include <cstddef>
#include <string>

namespace burl
{

/// Both ends are allowed.
struct Range {
    double least = 0.0;
    double most = 0.0;
    [[nodiscard]] constexpr bool holds(double v) const { return v >= least && v <= most; } // false for NaN
};
/// In another measure, as a share shown in percent.
[[nodiscard]] constexpr Range scaled(Range range, double by)
{
    return {range.least * by, range.most * by};
}

/// "must lie between 0 and 200": what is said of a number outside, after its name.
[[nodiscard]] std::string rangeSentence(Range range);

namespace ranges
{

// slabs
inline constexpr Range kPlace_mm{-50000.0, 50000.0}; // anything in a slab's or a top's frame
inline constexpr Range kHeight_mm{-5000.0, 5000.0};  // of a reading
inline constexpr Range kThickness_mm{1.0, 1000.0};
inline constexpr Range kBevel_mm{-1000.0, 1000.0};
inline constexpr Range kMc_pct{0.0, 200.0};
inline constexpr Range kMeterDepth_mm{0.0, 500.0};
inline constexpr Range kPith_mm{-5000.0, 5000.0};
inline constexpr Range kMass_kg{0.01, 20000.0};
inline constexpr Range kMoney{0.0, 1e8};
inline constexpr Range kKerf_mm{0.0, 100.0};
inline constexpr Range kFeatureWidth_mm{0.0, 5000.0};
inline constexpr Range kFeatureDepth_mm{0.0, 1000.0};
inline constexpr Range kVoidSize_mm{0.1, 30000.0}; // of a drawn ring, when it is stretched
inline constexpr Range kFeatureCount{0.0, 100000.0};
inline constexpr Range kPixel_mm{0.001, 100.0};
inline constexpr Range kSequence{0.0, 1000.0};

// layup
inline constexpr Range kLength_mm{10.0, 30000.0};
inline constexpr Range kWidth_mm{10.0, 10000.0};
inline constexpr Range kGap_mm{0.0, 5000.0};
inline constexpr Range kTrim_mm{0.0, 1000.0};
inline constexpr Range kMargin_mm{0.0, 500.0};
inline constexpr Range kCorner_mm{0.0, 5000.0};
inline constexpr Range kSlope{-10.0, 10.0};
inline constexpr Range kTurn_deg{-360.0, 360.0};
inline constexpr Range kBit_mm{1.0, 100.0};
inline constexpr Range kBushing_mm{2.0, 200.0};
inline constexpr Range kRod_mm{1.0, 200.0};
inline constexpr Range kRodPitch_mm{10.0, 5000.0};
inline constexpr Range kRodFirst_mm{0.0, 30000.0};
inline constexpr Range kReach_mm{1.0, 2000.0};
inline constexpr Range kJointPitch_mm{20.0, 5000.0};
inline constexpr Range kJointWide_mm{1.0, 500.0};
inline constexpr Range kDoor_mm{100.0, 10000.0};

// flattening
inline constexpr Range kPassDepth_mm{0.05, 50.0};
inline constexpr Range kCutter_mm{1.0, 2500.0}; // also the width that a planer passes
inline constexpr Range kOverlap{0.0, 0.9};
inline constexpr Range kRunoff_mm{0.0, 1000.0};
inline constexpr Range kFeed_mm_min{10.0, 100000.0};
inline constexpr Range kSetup_min{0.0, 1440.0};
inline constexpr Range kRailHeight_mm{1.0, 2000.0};
inline constexpr Range kRigLength_mm{10.0, 30000.0}; // rails, sleds, openings
inline constexpr Range kSheet_mm{1.0, 500.0};        // of the sled's floor and walls
inline constexpr Range kWallHigh_mm{0.0, 1000.0};
inline constexpr Range kShank_mm{1.0, 500.0};
inline constexpr Range kCollet_mm{-100.0, 500.0};
inline constexpr Range kBenchGap_mm{0.0, 100.0};
inline constexpr Range kTilt_deg{-9.0, 9.0};
inline constexpr Range kRouter_N{0.0, 2000.0};
inline constexpr Range kMillings{1.0, 3.0};
inline constexpr Range kAllowance_mm{0.0, 50.0};

// filling
inline constexpr Range kOverpour_mm{0.0, 50.0};
inline constexpr Range kSoakIn_g_m2{0.0, 5000.0};
inline constexpr Range kReserve{0.0, 5.0};
inline constexpr Range kPotResidue{0.0, 0.8};
inline constexpr Range kBucket_L{0.05, 1000.0};
inline constexpr Range kPigment_pct{0.0, 50.0};
inline constexpr Range kLayers{1.0, 60.0};
inline constexpr Range kPeople{1.0, 12.0};
inline constexpr Range kPotMinutes{0.0, 240.0};
inline constexpr Range kChamber_L{0.1, 1000.0};
inline constexpr Range kPours_L_min{0.05, 100.0};
inline constexpr Range kFormBoard_mm{3.0, 100.0};
inline constexpr Range kSheetLong_mm{200.0, 10000.0};
inline constexpr Range kFormRoom_mm{0.0, 500.0};
inline constexpr Range kFormSlope_mm_m{0.0, 50.0};
inline constexpr Range kClamp_N{10.0, 20000.0};
inline constexpr Range kCartridge_mL{10.0, 5000.0};
inline constexpr Range kSwirl{0.01, 0.9};
inline constexpr Range kRounds{0.0, 6.0};
inline constexpr Range kFlood_mm{0.2, 6.0};
inline constexpr Range kWeighed_g{0.0, 1e6};
inline constexpr Range kPoured_L{0.0, 5000.0};
inline constexpr Range kReading_h{0.0, 2000.0};
inline constexpr Range kReading_C{-40.0, 300.0};

// resins of the maker's own
inline constexpr Range kRatio{0.1, 20.0}; // A to 1 B
inline constexpr Range kPart_kg_L{0.5, 3.0};
inline constexpr Range kSheetLayer_mm{0.1, 300.0};
inline constexpr Range kPotLife_min{1.0, 20000.0};
inline constexpr Range kPotMass_g{5.0, 50000.0};
inline constexpr Range kSheet_C{5.0, 40.0};
inline constexpr Range kSheetPeak_C{15.0, 260.0};
inline constexpr Range kDemould_h{0.5, 600.0};
inline constexpr Range kPack_L{0.05, 1000.0};
inline constexpr Range kShelf_months{0.5, 240.0};

// movement
inline constexpr Range kBolt_mm{1.0, 50.0};
inline constexpr Range kClearance_mm{0.0, 50.0};
inline constexpr Range kInsert_mm{0.0, 300.0};
inline constexpr Range kPilot_mm{0.0, 100.0};
inline constexpr Range kWasher_mm{1.0, 500.0};
inline constexpr Range kChannelLong_mm{10.0, 10000.0};
inline constexpr Range kChannelWide_mm{1.0, 500.0};
inline constexpr Range kGroove_mm{0.5, 500.0};
inline constexpr Range kEndRoom_mm{0.0, 500.0};
inline constexpr Range kTaper_mm{0.0, 100.0};
inline constexpr Range kThrough_mm{0.0, 500.0}; // what a bolt or screw goes through before the wood
inline constexpr Range kScrew_mm{1.0, 500.0};
inline constexpr Range kSlot_mm{1.0, 500.0};
inline constexpr Range kTongue_mm{0.5, 200.0};
inline constexpr Range kBoltsIn_mm{0.0, 2000.0};
inline constexpr Range kChannelBolts{1.0, 15.0};
inline constexpr Range kPlateLong_mm{20.0, 10000.0};
inline constexpr Range kPlateWide_mm{10.0, 2000.0};
inline constexpr Range kPlateThick_mm{0.5, 100.0};
inline constexpr Range kPadLow_mm{-100.0, 100.0};
inline constexpr Range kSection_mm{2.0, 500.0};
inline constexpr Range kSectionWall_mm{0.3, 200.0};
inline constexpr Range kSectionE_N_mm2{1000.0, 400000.0};
inline constexpr Range kSectionDensity_kg_m3{100.0, 20000.0};

// base
inline constexpr Range kSurface_mm{200.0, 2000.0};
inline constexpr Range kFoot_mm{0.0, 200.0};
inline constexpr Range kMember_mm{3.0, 400.0};
inline constexpr Range kMemberWall_mm{0.0, 100.0};
inline constexpr Range kSpread_mm{50.0, 5000.0};
inline constexpr Range kLean_deg{-40.0, 40.0};
inline constexpr Range kInset_mm{0.0, 2000.0};
inline constexpr Range kTie_mm{0.0, 1500.0};
inline constexpr Range kWedge_deg{2.0, 20.0};
inline constexpr Range kBow_mm{-600.0, 600.0};
inline constexpr Range kLamella_mm{0.5, 30.0};
inline constexpr Range kColumn_mm{20.0, 600.0};
inline constexpr Range kDisc_mm{100.0, 2500.0};
inline constexpr Range kStock_mm{300.0, 15000.0};
inline constexpr Range kCoaterDays{0.0, 120.0};
inline constexpr Range kFootGap_mm{0.0, 50.0};
inline constexpr Range kSitter_kg{10.0, 300.0};
inline constexpr Range kSeat_mm{200.0, 1000.0};
inline constexpr Range kArms_mm{300.0, 1200.0};
inline constexpr Range kPlaceAtTable_mm{300.0, 1500.0};
inline constexpr Range kHoist_kg{10.0, 20000.0};
inline constexpr Range kWay_mm{100.0, 20000.0}; // corridors, stairs, lifts, vans
inline constexpr Range kRoom_mm{1000.0, 50000.0};
inline constexpr Range kChairs{0.0, 60.0};

// surface
inline constexpr Range kGlueRoom_degC{-5.0, 45.0};
inline constexpr Range kPressure_N_mm2{0.05, 5.0};
inline constexpr Range kClampForce_N{100.0, 50000.0};
inline constexpr Range kClampPitch_mm{50.0, 1000.0};
inline constexpr Range kPad_mm{5.0, 300.0};
inline constexpr Range kClamps{0.0, 500.0};
inline constexpr Range kJointBow_mm{0.0, 20.0};
inline constexpr Range kKeyDepth{0.2, 0.7};
inline constexpr Range kRepair_mm{0.2, 3000.0};
inline constexpr Range kEdgeCut_mm{0.0, 200.0};
inline constexpr Range kEdgeDeep_mm{0.0, 300.0};
inline constexpr Range kGrit{12.0, 2500.0};
inline constexpr Range kMachines{1.0, 8.0};
inline constexpr Range kGritRatio{1.1, 3.0};
inline constexpr Range kSandRate{0.2, 120.0}; // minutes for a square metre or a metre
inline constexpr Range kDiscLife_m2{0.05, 50.0};
inline constexpr Range kPencil_mm{30.0, 1000.0};
inline constexpr Range kCoats{1.0, 12.0};
inline constexpr Range kCoverage_m2_L{1.0, 200.0};

// days and money
inline constexpr Range kStepMinutes{0.0, 10000.0};
inline constexpr Range kStepWait_h{0.0, 8760.0};
inline constexpr Range kQuantity{0.0, 1e6}; // of work that is learned from
inline constexpr Range kReadingValue{-100.0, 100000.0};
inline constexpr Range kHourPrice{0.0, 10000.0};
inline constexpr Range kOverhead_pct{0.0, 1000.0};
inline constexpr Range kMarkup_pct{0.0, 1000.0};
inline constexpr Range kMargin_pct{0.0, 95.0}; // of the price: all of it leaves no cost
inline constexpr Range kDiscount_pct{0.0, 100.0};
inline constexpr Range kTax_pct{0.0, 100.0};
inline constexpr Range kDeposit_pct{0.0, 100.0};
inline constexpr Range kRoundTo{0.01, 10000.0};
inline constexpr Range kAmount{0.0, 1e6}; // of a line, or in stock
inline constexpr Range kPackSize{0.001, 1e6};

// materials and rooms
inline constexpr Range kCoefficient{0.0, 0.02}; // of width by 1 % MC
inline constexpr Range kGravity{0.05, 1.5};
inline constexpr Range kShrinkage_pct{0.0, 40.0};
inline constexpr Range kModulus_GPa{0.0, 100.0};
inline constexpr Range kStiffnessRatio{0.005, 1.0};
inline constexpr Range kPoisson{0.0, 0.95};
inline constexpr Range kRoom_degC{-40.0, 60.0};
inline constexpr Range kHumidity_pct{0.0, 100.0};
inline constexpr Range kLeastWood_mm{0.0, 100.0};

} // namespace ranges

/// How many of something a file may hold: more is a mistake, and would eat the machine.
namespace counts
{

inline constexpr std::size_t kSlabs = 20000;
inline constexpr std::size_t kStations = 20000;   // of a tape
inline constexpr std::size_t kCorners = 50000;    // of an outline
inline constexpr std::size_t kLines = 2000;       // of a grid, each way
inline constexpr std::size_t kReadings = 1000000; // of a grid
inline constexpr std::size_t kFeatures = 20000;   // of a slab
inline constexpr std::size_t kPieces = 12;        // of a layup
inline constexpr std::size_t kCurvePoints = 200;  // of a joint
inline constexpr std::size_t kFasteners = 2000;
inline constexpr std::size_t kChannels = 200;
inline constexpr std::size_t kStretches = 100;
inline constexpr std::size_t kRepairs = 500;
inline constexpr std::size_t kPlates = 50; // of a base, under a top
inline constexpr std::size_t kFootPoints = 24;
inline constexpr std::size_t kPots = 500; // weighed, of a pour
inline constexpr std::size_t kReadingsOfHeat = 500;
inline constexpr std::size_t kPacks = 40;
inline constexpr std::size_t kMakers = 12;
inline constexpr std::size_t kOwnSteps = 300;
inline constexpr std::size_t kMoneyLines = 500;
inline constexpr std::size_t kStock = 1000;
inline constexpr std::size_t kRecords = 10000; // rests, kept layups, moisture readings and the like
inline constexpr std::size_t kText = 20000;    // letters of a name or a note

} // namespace counts

} // namespace burl
