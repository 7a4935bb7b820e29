#pragma once
// The words that stand for choices in our files. They are part of the format: add, never rename.

#include <array>
#include <string_view>
#include <utility>

#include "core/measure/units.h"
#include "core/shop/job.h"
#include "core/shop/section.h"

namespace burl::words
{

template <typename E, size_t n> using Table = std::array<std::pair<E, std::string_view>, n>;

inline constexpr Table<Face, 2> kFace{{{Face::Top, "top"}, {Face::Bottom, "bottom"}}};
/// Those that a slab can be priced by; the others are of other goods.
inline constexpr Table<WoodPer, 3> kWoodPer{
    {{WoodPer::Slab, "slab"}, {WoodPer::CubicMetre, "cubic_metre"}, {WoodPer::BoardFoot, "board_foot"}}};
inline constexpr Table<TapeFrom, 2> kTapeFrom{
    {{TapeFrom::String, "string"}, {TapeFrom::StraightEdge, "straight_edge"}}};
inline constexpr Table<HeightsFrom, 2> kHeightsFrom{
    {{HeightsFrom::RailsDown, "rails_down"}, {HeightsFrom::BenchUp, "bench_up"}}};
inline constexpr Table<FeatureKind, 8> kFeature{{{FeatureKind::ThroughVoid, "through_void"},
                                                 {FeatureKind::BlindVoid, "blind_void"},
                                                 {FeatureKind::Knot, "knot"},
                                                 {FeatureKind::Check, "check"},
                                                 {FeatureKind::Inclusion, "inclusion"},
                                                 {FeatureKind::WormHoles, "worm_holes"},
                                                 {FeatureKind::Pith, "pith"},
                                                 {FeatureKind::Sapwood, "sapwood"}}};
inline constexpr Table<Intention, 5> kIntention{{{Intention::CutOff, "cut_off"},
                                                 {Intention::Fill, "fill"},
                                                 {Intention::Key, "key"},
                                                 {Intention::Keep, "keep"},
                                                 {Intention::Carve, "carve"}}};
inline constexpr Table<TopKind, 5> kTop{{{TopKind::Single, "single"},
                                         {TopKind::Pair, "pair"},
                                         {TopKind::River, "river"},
                                         {TopKind::Panel, "panel"},
                                         {TopKind::Gap, "gap"}}};
inline constexpr Table<TopShape, 4> kShape{
    {{TopShape::AsLaid, "as_laid"}, {TopShape::Round, "round"}, {TopShape::Oval, "oval"}, {TopShape::Drawn, "drawn"}}};
inline constexpr Table<JointKind, 4> kJoint{{{JointKind::GlueOnly, "glue_only"},
                                             {JointKind::LooseTenons, "loose_tenons"},
                                             {JointKind::Dowels, "dowels"},
                                             {JointKind::Biscuits, "biscuits"}}};
inline constexpr Table<Counts, 4> kCounts{
    {{Counts::Not, "not"}, {Counts::Little, "little"}, {Counts::Much, "much"}, {Counts::AboveAll, "above_all"}}};
inline constexpr Table<OuterEdges, 3> kEdges{
    {{OuterEdges::Live, "live"}, {OuterEdges::Straight, "straight"}, {OuterEdges::Tapered, "tapered"}}};
inline constexpr Table<FlattenSchool, 3> kSchool{{{FlattenSchool::BothFaces, "both_faces"},
                                                  {FlattenSchool::ShowFace, "show_face"},
                                                  {FlattenSchool::Underside, "underside"}}};
inline constexpr Table<SpareFrom, 3> kSpare{
    {{SpareFrom::BothAlike, "both_alike"}, {SpareFrom::Underside, "underside"}, {SpareFrom::ShowFace, "show_face"}}};
inline constexpr Table<SledBuild, 3> kSled{
    {{SledBuild::Plywood, "plywood"}, {SledBuild::Aluminium, "aluminium"}, {SledBuild::Steel, "steel"}}};
inline constexpr Table<PackerStock, 5> kPackers{{{PackerStock::Any, "any"},
                                                 {PackerStock::Millimetre, "1_mm"},
                                                 {PackerStock::ThirtySecond, "1_32_inch"},
                                                 {PackerStock::Veneer, "veneer"},
                                                 {PackerStock::Card, "card"}}};
inline constexpr Table<FormBoard, kFormBoards> kBoard{{{FormBoard::Plywood, "plywood"},
                                                       {FormBoard::Melamine, "melamine_board"},
                                                       {FormBoard::Mdf, "mdf"},
                                                       {FormBoard::Hdpe, "hdpe"}}};
inline constexpr Table<SecondColour, 3> kSecond{
    {{SecondColour::None, "none"}, {SecondColour::Swirled, "swirled"}, {SecondColour::Divided, "divided"}}};
inline constexpr Table<FastenerKind, 8> kFastener{{{FastenerKind::InsertAndBolt, "insert_and_bolt"},
                                                   {FastenerKind::ScrewAndWasher, "screw_and_washer"},
                                                   {FastenerKind::KnockInInsert, "knock_in_insert"},
                                                   {FastenerKind::SlottedTab, "slotted_tab"},
                                                   {FastenerKind::ZClip, "z_clip"},
                                                   {FastenerKind::FigureEight, "figure_eight"},
                                                   {FastenerKind::Button, "button"},
                                                   {FastenerKind::ApronScrew, "apron_screw"}}};
inline constexpr Table<HoleKind, 2> kHole{{{HoleKind::Slot, "slot"}, {HoleKind::Oversize, "oversize"}}};
inline constexpr Table<GrooveKind, 2> kGroove{{{GrooveKind::Pocket, "pocket"}, {GrooveKind::TwoSlots, "two_slots"}}};
inline constexpr Table<MoistureCoat, 4> kCoat{{{MoistureCoat::Bare, "bare"},
                                               {MoistureCoat::Oil, "oil"},
                                               {MoistureCoat::Film, "film"},
                                               {MoistureCoat::Epoxy, "epoxy"}}};
inline constexpr Table<SectionKind, 3> kSection{
    {{SectionKind::Channel, "channel"}, {SectionKind::Hollow, "hollow"}, {SectionKind::Flat, "flat"}}};
inline constexpr Table<BaseKind, 17> kBase{{{BaseKind::None, "none"},
                                            {BaseKind::U, "u"},
                                            {BaseKind::Trapezoid, "trapezoid"},
                                            {BaseKind::Cross, "cross"},
                                            {BaseKind::Box, "box"},
                                            {BaseKind::Truss, "truss"},
                                            {BaseKind::Spider, "spider"},
                                            {BaseKind::Pedestal, "pedestal"},
                                            {BaseKind::Trestle, "trestle"},
                                            {BaseKind::AngledLegs, "angled_legs"},
                                            {BaseKind::CrossLapped, "cross_lapped"},
                                            {BaseKind::Splayed, "splayed"},
                                            {BaseKind::Apron, "apron"},
                                            {BaseKind::Columns, "columns"},
                                            {BaseKind::ArcPanels, "arc_panels"},
                                            {BaseKind::Bought, "bought"},
                                            {BaseKind::Own, "own"}}};
inline constexpr Table<BaseFeet, 3> kFeet{
    {{BaseFeet::Adjustable, "adjustable"}, {BaseFeet::Felt, "felt"}, {BaseFeet::None, "none"}}};
inline constexpr Table<MetalCoat, 3> kMetalCoat{
    {{MetalCoat::Raw, "raw"}, {MetalCoat::Paint, "paint"}, {MetalCoat::Powder, "powder"}}};
inline constexpr Table<RailJoint, 3> kRailJoint{
    {{RailJoint::Tenons, "tenons"}, {RailJoint::LooseTenons, "loose_tenons"}, {RailJoint::Dowels, "dowels"}}};
inline constexpr Table<GlueKind, 5> kGlue{{{GlueKind::White, "white"},
                                           {GlueKind::SlowWhite, "slow_white"},
                                           {GlueKind::Polyurethane, "polyurethane"},
                                           {GlueKind::Epoxy, "epoxy"},
                                           {GlueKind::Hide, "hide"}}};
inline constexpr Table<CornerCut, 3> kCorner{
    {{CornerCut::None, "none"}, {CornerCut::Round, "round"}, {CornerCut::Chamfer, "chamfer"}}};
inline constexpr Table<EdgeTreatment, 7> kTreatment{{{EdgeTreatment::AsCut, "as_cut"},
                                                     {EdgeTreatment::BarkOff, "bark_off"},
                                                     {EdgeTreatment::BarkKept, "bark_kept"},
                                                     {EdgeTreatment::Brushed, "brushed"},
                                                     {EdgeTreatment::Undercut, "undercut"},
                                                     {EdgeTreatment::CarvedAnew, "carved_anew"},
                                                     {EdgeTreatment::Chipped, "chipped"}}};
inline constexpr Table<RepairKind, 5> kRepair{{{RepairKind::Patch, "patch"},
                                               {RepairKind::Slip, "slip"},
                                               {RepairKind::SawMark, "saw_mark"},
                                               {RepairKind::Crack, "crack"},
                                               {RepairKind::Stick, "stick"}}};
inline constexpr Table<WoodLook, 3> kLook{
    {{WoodLook::Plain, "plain"}, {WoodLook::Figured, "figured"}, {WoodLook::Dark, "dark"}}};
inline constexpr Table<FinishKind, 7> kFinish{{{FinishKind::HardWaxOil, "hard_wax_oil"},
                                               {FinishKind::HardWaxOilTwoParts, "hard_wax_oil_two_parts"},
                                               {FinishKind::WipingBlend, "wiping_blend"},
                                               {FinishKind::Film, "film"},
                                               {FinishKind::FloodCoat, "flood_coat"},
                                               {FinishKind::Ceramic, "ceramic"},
                                               {FinishKind::Wax, "wax"}}};
inline constexpr Table<FacesSchool, 2> kFaces{{{FacesSchool::Alike, "alike"}, {FacesSchool::TwoBelow, "two_below"}}};
inline constexpr Table<SurfacePart, kSurfaceParts> kPart{{{SurfacePart::Show, "show"},
                                                          {SurfacePart::Under, "under"},
                                                          {SurfacePart::Edges, "edges"},
                                                          {SurfacePart::Ends, "ends"},
                                                          {SurfacePart::Resin, "resin"}}};
inline constexpr Table<ReadingKind, 8> kReading{{{ReadingKind::Thickness, "thickness_mm"},
                                                 {ReadingKind::Moisture, "mc_pct"},
                                                 {ReadingKind::Temperature, "temperature_c"},
                                                 {ReadingKind::Litres, "litres"},
                                                 {ReadingKind::Leak, "leak_l"},
                                                 {ReadingKind::Pots, "pots"},
                                                 {ReadingKind::Discs, "discs"},
                                                 {ReadingKind::Moved, "moved_mm"}}};
inline constexpr Table<OverheadOn, 2> kOverhead{{{OverheadOn::Labour, "labour"}, {OverheadOn::Direct, "direct"}}};
inline constexpr Table<PriceBy, 3> kPriceBy{
    {{PriceBy::Margin, "margin"}, {PriceBy::Markup, "markup"}, {PriceBy::Fixed, "fixed"}}};
inline constexpr Table<RoundPrice, 3> kRound{
    {{RoundPrice::None, "none"}, {RoundPrice::Up, "up"}, {RoundPrice::Nearest, "nearest"}}};
inline constexpr Table<LengthStyle, 5> kLength{{{LengthStyle::Millimetres, "mm"},
                                                {LengthStyle::Centimetres, "cm"},
                                                {LengthStyle::FractionalInches, "inch_fraction"},
                                                {LengthStyle::FeetAndInches, "feet_inches"},
                                                {LengthStyle::DecimalInches, "inch_decimal"}}};
inline constexpr Table<VolumeStyle, 3> kVolume{
    {{VolumeStyle::Litres, "litre"}, {VolumeStyle::Quarts, "us_quart"}, {VolumeStyle::Gallons, "us_gallon"}}};
inline constexpr Table<MassStyle, 2> kMass{{{MassStyle::Metric, "metric"}, {MassStyle::Pounds, "pound"}}};
inline constexpr Table<TemperatureStyle, 2> kTemperature{
    {{TemperatureStyle::Celsius, "celsius"}, {TemperatureStyle::Fahrenheit, "fahrenheit"}}};

template <typename E, size_t n> std::string_view of(E value, const Table<E, n>& table)
{
    for (const auto& [v, word] : table) {
        if (v == value) {
            return word;
        }
    }
    return "";
}

} // namespace burl::words
