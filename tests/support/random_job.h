#pragma once
// Jobs that nobody would choose: the demo's, with anything changed to anything that a file may hold.

#include <random>

#include "core/base/base_plan.h"
#include "core/router/methods.h"
#include "core/shop/edit.h"
#include "core/shop/ranges.h"
#include "demo/demo_shop.h"

namespace burl::test
{

struct AnyJob {
    Job job;
    Book book;
};

class RandomJobs
{
public:
    explicit RandomJobs(unsigned seed) : random_(seed) {}

    AnyJob next()
    {
        AnyJob out;
        out.book = demoBook();
        out.job = *out.book.jobs[pick(out.book.jobs.size())];
        Job& j = out.job;
        const int changes = 1 + static_cast<int>(pick(6));
        for (int k = 0; k < changes; ++k) {
            change(j);
        }
        for (const Piece& piece : j.layup.pieces) {
            if (const Slab* there = out.book.shop->slab(piece.slab); there != nullptr && maybe(0.5)) {
                Slab slab = *there;
                changeSlab(slab);
                out.book = withSlab(out.book, slab);
            }
        }
        return out;
    }

private:
    size_t pick(size_t of) { return std::uniform_int_distribution<size_t>(0, of - 1)(random_); }
    bool maybe(double share) { return std::uniform_real_distribution<double>(0.0, 1.0)(random_) < share; }
    double in(Range range, double usual)
    {
        return maybe(0.15)   ? range.least
               : maybe(0.15) ? range.most
                             : std::clamp(usual * std::exp(std::normal_distribution<double>(0.0, 0.5)(random_)),
                                          range.least, range.most);
    }

    void changeBase(Job& j)
    {
        BaseChoices& b = j.base;
        b = chosenKind(b, static_cast<BaseKind>(pick(size_t(BaseKind::Own) + 1)));
        b.surface_mm = in(ranges::kSurface_mm, b.surface_mm);
        b.foot_mm = in(ranges::kFoot_mm, b.foot_mm);
        b.deep_mm = in(ranges::kMember_mm, b.deep_mm);
        b.thick_mm = in(ranges::kMember_mm, b.thick_mm);
        b.wall_mm = std::min(in(ranges::kMemberWall_mm, 3.0), 0.49 * std::min(b.deep_mm, b.thick_mm));
        b.rail_mm = in(ranges::kMember_mm, b.rail_mm);
        b.railThick_mm = in(ranges::kMember_mm, b.railThick_mm);
        b.lean_deg = in(ranges::kLean_deg, b.lean_deg);
        b.leanAlong_deg = in(ranges::kLean_deg, b.leanAlong_deg);
        b.inset_mm = in(ranges::kInset_mm, b.inset_mm);
        b.tie_mm = in(ranges::kTie_mm, b.tie_mm);
        b.bow_mm = in(ranges::kBow_mm, 60.0);
        b.lamella_mm = in(ranges::kLamella_mm, b.lamella_mm);
        b.column_mm = in(ranges::kColumn_mm, b.column_mm);
        b.disc_mm = in(ranges::kDisc_mm, b.disc_mm);
        b.wedge_deg = in(ranges::kWedge_deg, b.wedge_deg);
        b.ring = maybe(0.5);
        b.carpet = maybe(0.3);
        b.spread_mm = maybe(0.5) ? std::nullopt : std::optional(in(ranges::kSpread_mm, 600.0));
        b.along_mm = maybe(0.5) ? std::nullopt : std::optional(in(ranges::kSpread_mm, 900.0));
        b.stock_mm = maybe(0.5) ? std::nullopt : std::optional(in(ranges::kStock_mm, 3000.0));
        b.leg_mm = maybe(0.3) ? std::nullopt : std::optional(in(ranges::kSurface_mm, 700.0));
        b.hoist_kg = maybe(0.7) ? std::nullopt : std::optional(in(ranges::kHoist_kg, 200.0));
        b.sitter_kg = in(ranges::kSitter_kg, b.sitter_kg);
        b.seat_mm = in(ranges::kSeat_mm, b.seat_mm);
        b.arms_mm = maybe(0.6) ? std::nullopt : std::optional(in(ranges::kArms_mm, 650.0));
        b.carriers = 1 + static_cast<int>(pick(12));
        b.footPoints.clear();
        for (size_t i = pick(6); i > 0; --i) {
            b.footPoints.push_back({{in(ranges::kPlace_mm, 500.0), in(ranges::kPlace_mm, 200.0)},
                                    maybe(0.5) ? 0.0 : in(ranges::kTie_mm, 200.0)});
        }
        b.footGaps_mm.assign(pick(6), in(ranges::kFootGap_mm, 1.0));
        for (auto* mm : {&b.way.corridor_mm, &b.way.after_mm, &b.way.stairs_mm, &b.way.landing_mm, &b.way.liftWide_mm,
                         &b.way.liftDeep_mm, &b.way.liftHigh_mm, &b.way.vanWide_mm, &b.way.vanHigh_mm}) {
            *mm = maybe(0.5) ? std::nullopt : std::optional(in(ranges::kWay_mm, 1500.0));
        }
        j.door = maybe(0.5) ? DoorWay{} : DoorWay{in(ranges::kDoor_mm, 900.0), in(ranges::kDoor_mm, 2000.0)};
        j.move.baseMass_kg = maybe(0.4) ? std::nullopt : std::optional(in(ranges::kMass_kg, 25.0));
        j.move.plates.resize(pick(4));
    }
    void change(Job& j)
    {
        LayupChoices& l = j.layup;
        switch (pick(24)) {
        case 22:
        case 23:
            changeBase(j);
            break;
        case 0:
            l.kind = static_cast<TopKind>(pick(5));
            break;
        case 1:
            l.edges = static_cast<OuterEdges>(pick(3));
            break;
        case 2:
            l.nearEdge = static_cast<OuterEdges>(pick(3));
            break;
        case 3:
            l.length_mm = in(ranges::kLength_mm, l.length_mm);
            break;
        case 4:
            l.width_mm = in(ranges::kWidth_mm, 800.0);
            break;
        case 5:
            l.thickness_mm = in(ranges::kThickness_mm, l.thickness_mm);
            break;
        case 6:
            l.shape = static_cast<TopShape>(pick(4));
            l.outline = {{0, -300}, {l.length_mm, -300}, {l.length_mm, 300}, {l.length_mm / 2, 250}, {0, 300}};
            break;
        case 7:
            l.trim_mm = in(ranges::kTrim_mm, 40.0);
            break;
        case 8:
            for (Piece& p : l.pieces) {
                p.left_mm += std::normal_distribution<double>(0.0, 300.0)(random_);
                p.show = static_cast<Face>(pick(2));
                if (maybe(0.3)) {
                    const double off = std::normal_distribution<double>(0.0, 150.0)(random_);
                    p.rip = RipLine{off, std::normal_distribution<double>(0.0, 0.05)(random_)};
                }
            }
            break;
        case 9:
            if (!l.pieces.empty()) {
                l.pieces.push_back(l.pieces[pick(l.pieces.size())]);
            }
            break;
        case 10:
            j.flatten.school = static_cast<FlattenSchool>(pick(3));
            break;
        case 11:
            j.flatten.method = flattenMethods()[pick(flattenMethods().size())];
            break;
        case 12:
            j.flatten.rig.railHeight_mm = in(ranges::kRailHeight_mm, 80.0);
            j.flatten.rig.tilt_deg = in(ranges::kTilt_deg, 0.5);
            break;
        case 13:
            j.flatten.millings = 1 + static_cast<int>(pick(3));
            j.flatten.allowance_mm = in(ranges::kAllowance_mm, 2.0);
            break;
        case 14:
            j.fill.reserve = in(ranges::kReserve, 0.1);
            j.fill.bucket_L = in(ranges::kBucket_L, 3.0);
            break;
        case 15:
            for (Fastener& f : j.move.fasteners) {
                f.insert_mm = in(ranges::kInsert_mm, f.insert_mm);
                f.washer_mm = in(ranges::kWasher_mm, f.washer_mm);
                f.kind = static_cast<FastenerKind>(pick(8));
                f.hole = static_cast<HoleKind>(pick(2));
                f.reach_mm = in(ranges::kTongue_mm, f.reach_mm);
                f.through_mm = in(ranges::kThrough_mm, 8.0);
                f.screw_mm = pick(2) == 0 ? std::nullopt : std::optional(in(ranges::kScrew_mm, 30.0));
                f.slot_mm = pick(3) != 0 ? std::nullopt : std::optional(in(ranges::kSlot_mm, 14.0));
                f.turn_deg = pick(3) != 0 ? std::nullopt : std::optional(in(ranges::kTurn_deg, 20.0));
            }
            break;
        case 16:
            for (Channel& c : j.move.channels) {
                c.depth_mm = in(ranges::kGroove_mm, c.depth_mm);
                c.x_mm += std::normal_distribution<double>(0.0, 200.0)(random_);
                c.section = pick(2) == 0 ? "" : "steel_c_40_20_4";
                c.bolts = 1 + static_cast<int>(pick(7));
                c.boltsIn_mm = in(ranges::kBoltsIn_mm, 40.0);
                c.groove = static_cast<GrooveKind>(pick(2));
            }
            for (int k = static_cast<int>(pick(3)); k > 0; --k) {
                BasePlate plate;
                plate.x_mm = in(ranges::kRodFirst_mm, l.length_mm / 3.0);
                plate.long_mm = in(ranges::kPlateLong_mm, 500.0);
                plate.letIn = pick(2) == 0;
                plate.thick_mm = in(ranges::kPlateThick_mm, 8.0);
                plate.section = pick(3) == 0 ? "steel_flat_60_8" : "";
                if (pick(2) == 0) {
                    plate.nearLow_mm = in(ranges::kPadLow_mm, 1.0);
                    plate.farLow_mm = in(ranges::kPadLow_mm, 0.0);
                }
                j.move.plates.push_back(plate);
            }
            break;
        case 17:
            j.move.assembly_mc_pct = in(ranges::kMc_pct, 9.0);
            j.move.coat = static_cast<MoistureCoat>(pick(4));
            j.move.assembled = pick(2) == 0 ? "" : "2027-05-01";
            break;
        case 18:
            l.parted_mm = in(ranges::kRodFirst_mm, l.length_mm / 2.0);
            break;
        case 19:
            l.rods.embed_mm = in(ranges::kReach_mm, 60.0);
            l.rods.pitch_mm = in(ranges::kRodPitch_mm, 300.0);
            break;
        case 20:
            if (!l.pieces.empty()) {
                l.pieces.pop_back();
            }
            break;
        default:
            l.leastGap_mm = in(ranges::kGap_mm, 80.0);
            j.door.wide_mm = in(ranges::kDoor_mm, 900.0);
            j.door.high_mm = in(ranges::kDoor_mm, 2000.0);
            break;
        }
    }

    void changeSlab(Slab& s)
    {
        switch (pick(9)) {
        case 0:
            s.topHeights.reset();
            break;
        case 1:
            s.bottomHeights.reset();
            break;
        case 2:
            s.mc_pct = maybe(0.5) ? std::nullopt : std::optional(in(ranges::kMc_pct, 9.0));
            break;
        case 3:
            s.thickness_mm = maybe(0.5) ? std::nullopt : std::optional(in(ranges::kThickness_mm, 60.0));
            break;
        case 4:
            s.species = maybe(0.5) ? "" : "black_walnut";
            break;
        case 5:
            s.pith = PithPlace{std::normal_distribution<double>(0.0, 80.0)(random_), 0.0};
            break;
        case 6:
            if (s.topHeights) {
                for (auto& r : s.topHeights->readings_mm) {
                    if (r && maybe(0.1)) {
                        *r += std::normal_distribution<double>(0.0, 15.0)(random_);
                    }
                }
            }
            break;
        default:
            for (int k = 0; k < 3; ++k) {
                Feature f;
                f.id = freeFeatureId(s);
                f.kind = static_cast<FeatureKind>(pick(8));
                f.face = static_cast<Face>(pick(2));
                f.intention = static_cast<Intention>(pick(5));
                const Vec2 at{std::uniform_real_distribution<double>(0.0, 2500.0)(random_),
                              std::uniform_real_distribution<double>(-300.0, 300.0)(random_)};
                f.points = {at, at + Vec2{150, 20}, at + Vec2{140, 70}};
                if (f.kind == FeatureKind::Knot) {
                    f.points.resize(1);
                }
                f.width_mm = in(ranges::kFeatureWidth_mm, 8.0);
                f.depth_mm = maybe(0.3) ? 0.0 : in(ranges::kFeatureDepth_mm, 20.0);
                f.count = static_cast<int>(pick(20));
                s.features.push_back(f);
            }
            break;
        }
    }

    std::mt19937 random_;
};

} // namespace burl::test
