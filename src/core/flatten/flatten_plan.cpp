#include "core/flatten/flatten_plan.h"

// Method: the face inside the final outline, read or carried to its rim, that is not to be filled or cut off goes into
// the plan of planes. The thinner piece decides the top; what a thicker piece has to spare comes off where the
// maker chose. The removal map is the face above the plane, over all that is flattened.

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "core/face/surfaces.h"
#include "core/flatten/after_cut.h"
#include "core/flatten/flatten_findings.h"
#include "core/flatten/millings.h"
#include "core/flatten/packers.h"
#include "core/flatten/piece_work.h"
#include "core/layup/rings_across.h"
#include "core/router/removal.h"
#include "core/router/rig.h"
#include "core/shop/room.h"
#include "core/shop/same_slabs.h"
#include "core/wood/moisture.h"

namespace burl
{

bool sameInput(const FlattenInput& a, const FlattenInput& b)
{
    return a.choices == b.choices && a.wanted_mm == b.wanted_mm && a.layup == b.layup && a.kerf_mm == b.kerf_mm &&
           a.wood == b.wood && a.roomMc_pct == b.roomMc_pct && sameSlabs(a.slabs, b.slabs);
}

namespace
{

class FlattenBuilder
{
public:
    explicit FlattenBuilder(const FlattenInput& input) : in_(input) {}

    FlattenPlan run()
    {
        if (!in_.layup || in_.layup->missing) {
            return plan_;
        }
        std::vector<PieceWork> work;
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            work.emplace_back(in_.choices, in_.layup->pieces[i], *in_.slabs[i]);
            work.back().solvePlanes();
        }
        decideThickness(work);
        lookForSpot(work);
        for (PieceWork& piece : work) {
            piece.settle(plan_.thickness.value());
            inspectPiece(piece.slab(), piece.place(), piece.surfaces(), piece.piece(), plan_.findings);
            plan_.pieces.push_back(piece.take());
        }
        decideMeanThickness();
        inspectThickness();
        appendFlattenFigures(in_, possible_, plan_);
        checkRig();
        inspectMethod(in_, plan_);
        reportMillings(in_.choices, in_.slabs, in_.wanted_mm, *in_.layup, plan_);
        lookAhead();
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    [[nodiscard]] bool oneFace() const { return in_.choices.school != FlattenSchool::BothFaces; }

    void decideThickness(const std::vector<PieceWork>& work)
    {
        const Figure wanted = given("thickness_wanted", "wanted", in_.wanted_mm, Unit::Length, "chosen");
        std::vector<Figure> known;
        std::vector<const PieceWork*> neither; // read nor taped
        double least = std::numeric_limits<double>::infinity();
        bool guess = false;
        for (const PieceWork& piece : work) {
            if (!piece.missing()) {
                known.push_back(piece.piece().thickest);
                least = std::min(least, piece.most_mm());
                continue;
            }
            guess = true;
            if (piece.piece().rough_mm > 0.0) {
                known.push_back(assumed("rough_" + piece.piece().name, "rough " + piece.piece().name,
                                        piece.piece().rough_mm, Unit::Length, "tape; face not read"));
                least = std::min(least, piece.piece().rough_mm);
            } else {
                neither.push_back(&piece);
            }
        }
        if (known.empty()) {
            plan_.thickness =
                assumed("thickness", "Thickness", in_.wanted_mm, Unit::Length, "as wanted; nothing is read yet");
            plan_.meanThickness = plan_.thickness;
            return;
        }
        for (const PieceWork* piece : neither) {
            known.push_back(assumed("rough_" + piece->piece().name, piece->piece().name, least, Unit::Length,
                                    "neither read nor taped; taken as no thinner than the others"));
        }
        std::string formula = known.size() == 1 ? "{0}" : known.size() == 2 ? "the thinner of " : "the thinnest of ";
        for (size_t i = 0; i < known.size() && known.size() > 1; ++i) {
            formula += (i == 0 ? "" : known.size() == 2 ? " and " : ", ") + termOf(i);
        }
        const Figure possible = made("thickness_possible",
                                     work.size() > 2   ? "Thickest, all pieces"
                                     : work.size() > 1 ? "Thickest, both pieces"
                                                       : "Thickest flat",
                                     formula, known, least, Unit::Length);
        const std::string label = oneFace() ? "Thickness, thinnest place" : "Thickness, finished";
        if (in_.wanted_mm > 0.0 && in_.wanted_mm < least) {
            plan_.thickness =
                made("thickness", label, "{0}, of {1} possible", {wanted, possible}, in_.wanted_mm, Unit::Length);
        } else {
            plan_.thickness = relabelled(possible, "thickness", label);
        }
        plan_.meanThickness = plan_.thickness;
        possible_ = possible;
        wanted_ = wanted;
        sayTooThin_ = in_.wanted_mm > least + kSeen_mm && !guess;
    }

    /// A flaw at one place must not set the whole top: it may be left, filled or cut off.
    void lookForSpot(const std::vector<PieceWork>& work)
    {
        if (!sayTooThin_) {
            return;
        }
        const auto thinnest = std::min_element(work.begin(), work.end(), [](const PieceWork& a, const PieceWork& b) {
            return (a.missing() ? 1e9 : a.most_mm()) < (b.missing() ? 1e9 : b.most_mm());
        });
        auto spot = thinnest == work.end() ? std::nullopt : thinnest->spotThatHolds();
        if (!spot) {
            return;
        }
        spot->piece = static_cast<size_t>(thinnest - work.begin());
        const FlattenedPiece& piece = thinnest->piece();
        const bool show = spot->onTop != in_.layup->pieces[spot->piece].turnedOver;
        addFinding(plan_.findings, "flatten.spot", Severity::Warn,
                   show ? "One spot in the show face of " + piece.name +
                              ", about {0}, holds it at {1}: without that the slab gives {2}."
                        : "One spot in the underside of " + piece.name +
                              ", about {0}, holds it at {1}: without that the slab gives {2}.",
                   {workedOut("spot_area", "spot", std::numbers::pi * spot->radius_mm * spot->radius_mm, Unit::Area,
                              "round the reading that holds the planes"),
                    piece.thickest,
                    workedOut("spot_without", "without it", spot->without_mm, Unit::Length, "the planes once more")},
                   "mark it as a hollow: left, filled or cut off", thinnest->place().toTable(spot->at));
        plan_.spot = spot;
    }

    /// Where one face stays as it is the top is thicker than at its thinnest place.
    void decideMeanThickness()
    {
        if (!oneFace() || !possible_) {
            return;
        }
        double area = 0.0;
        double over = 0.0;
        const FlattenedPiece* thinnest = nullptr;
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const FlattenedPiece& piece = plan_.pieces[i];
            area += in_.layup->pieces[i].keptArea_mm2;
            over += in_.layup->pieces[i].keptArea_mm2 * piece.over_mm;
            if (piece.thinnestAt && (thinnest == nullptr || piece.thickest.value() < thinnest->thickest.value())) {
                thinnest = &piece;
                thinnestAt_ = in_.layup->pieces[i].place.toTable(*piece.thinnestAt);
            }
        }
        const Figure more =
            workedOut("thickness_over", "more than there, mean", area > 0.0 ? over / area : 0.0, Unit::Length,
                      "the face that stays, over the parallel plane at its thinnest place");
        plan_.meanThickness = made("thickness_mean", "Thickness, mean", "{0} + {1}", {plan_.thickness, more},
                                   plan_.thickness.value() + more.value(), Unit::Length);
    }

    void inspectThickness()
    {
        if (!sayTooThin_) {
            return;
        }
        if (!oneFace()) {
            addFinding(plan_.findings, "flatten.too_thin", Severity::Stop, "The slabs give {0}; {1} is wanted.",
                       {possible_, wanted_}, "accept {0}, or leave the underside as it is");
        } else {
            const bool everywhere = plan_.meanThickness.value() < in_.wanted_mm;
            addFinding(plan_.findings, "flatten.too_thin", everywhere ? Severity::Stop : Severity::Warn,
                       "The top is {0} at its thinnest place and {2} on the mean; {1} is wanted.",
                       {possible_, wanted_, plan_.meanThickness}, "accept it, or lay the top clear of that place",
                       thinnestAt_);
        }
    }

    /// Of a router on a sled: each face as it lies, top face first, packers under the slab.
    void checkRig()
    {
        if (in_.choices.method.id != "router_sled") {
            return;
        }
        std::vector<FaceOnBench> faces;
        for (const FlattenedPiece& piece : plan_.pieces) {
            if (piece.missing) {
                continue;
            }
            const double thick = plan_.thickness.value();
            const auto face = [&](const char* word, const FacePasses& passes, double plane) {
                if (passes.passes.passes.empty()) {
                    return;
                }
                faces.push_back({piece.name + word, plane + passes.standsOut_mm, plane,
                                 plane + passes.passes.passes.front().floor_mm, passes.map.length_mm,
                                 passes.map.width_mm});
            };
            // Its lowest wood stands on the bench; turned over, the flat top does, or the highest wood of a top that
            // stays as it is.
            face(", top face", piece.top, piece.bottom.standsOut_mm + thick);
            face(", bottom face", piece.bottom, thick + (piece.top.cut ? 0.0 : piece.top.standsOut_mm));
        }
        if (!faces.empty()) {
            reportRig(in_.choices.rig, in_.choices.method, rigPlan(in_.choices.rig, in_.choices.method, faces),
                      plan_.figures, plan_.findings);
        }
    }

    /// What each piece may do on its way to the moisture of the room.
    void lookAhead()
    {
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const FlattenedPiece& piece = plan_.pieces[i];
            const Slab& slab = *in_.slabs[i];
            if (piece.missing || slab.endGrain || !slab.pith || !slab.mc_pct || !in_.roomMc_pct ||
                i >= in_.wood.size() || !(in_.wood[i].tangential > 0.0)) {
                continue;
            }
            AfterCutInput in;
            in.name = piece.name;
            in.length_mm = piece.top.map.length_mm;
            in.width_mm = piece.top.map.width_mm;
            in.thickness_mm = plan_.thickness.value();
            in.pith = pithUnder(in_.layup->pieces[i], slab, in_.layup->pieces[i].rough);
            in.wood = in_.wood[i];
            in.mcNow_pct = *slab.mc_pct;
            in.mcRoom_pct = *in_.roomMc_pct;
            in.offTop_mm = piece.top.mean_mm;
            in.offBottom_mm = piece.bottom.mean_mm;
            in.wetter_pct_per_mm = wetterInside_pct_per_mm(slab.moisture).value_or(0.0);
            reportAfterCut(in, in_.choices.moveLimit_mm, plan_.figures, plan_.findings);
        }
    }

    const FlattenInput& in_;
    Figure possible_;
    Figure wanted_;
    bool sayTooThin_ = false;
    std::optional<Vec2> thinnestAt_;
    FlattenPlan plan_;
};

/// The map's cell at a place; NaN off it.
double heightOver_mm(const FacePasses& face, Vec2 place)
{
    const RemovalMap& map = face.map;
    if (map.cellsAlong <= 0) { // not read
        return std::numeric_limits<double>::quiet_NaN();
    }
    const double along = (place.x - face.box.left) / map.length_mm * map.cellsAlong;
    const double across = (place.y - face.box.bottom) / map.width_mm * map.cellsAcross;
    if (!(along >= 0.0 && across >= 0.0 && along < map.cellsAlong && across < map.cellsAcross)) {
        return std::numeric_limits<double>::quiet_NaN();
    }
    return map
        .height_mm[static_cast<size_t>(across) * static_cast<size_t>(map.cellsAlong) + static_cast<size_t>(along)];
}

} // namespace

double takenOffAt_mm(const FacePasses& face, Vec2 place)
{
    const double above = heightOver_mm(face, place);
    return !face.cut ? 0.0 : std::isfinite(above) ? std::max(0.0, above) : face.mean_mm;
}

double thicknessAt_mm(const FlattenedPiece& piece, double least_mm, Vec2 place)
{
    for (const FacePasses* face : {&piece.top, &piece.bottom}) {
        if (!face->cut && !piece.missing) {
            const double above = heightOver_mm(*face, place);
            return least_mm + (std::isfinite(above) ? std::max(0.0, above) : piece.over_mm);
        }
    }
    return least_mm;
}

PassInput passInputOf(const FlattenChoices& choices, double most_mm)
{
    const FlattenMethod& m = choices.method;
    PassInput out{m.bit_mm, m.overlap, m.depth_mm, m.runoff_mm, m.along, millingStops_mm(choices)};
    if (out.stops_mm.empty()) {
        out.depth_mm = depthToSet_mm(most_mm, m.depth_mm);
    }
    return out;
}

FlattenPlan flattenPlan(const FlattenInput& input)
{
    return FlattenBuilder(input).run();
}

FlattenInput flattenInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup)
{
    FlattenInput out;
    out.choices = in.job.flatten;
    out.wanted_mm = in.job.layup.thickness_mm;
    out.layup = std::move(layup);
    out.slabs = in.slabs;
    out.kerf_mm = in.kerf_mm;
    for (const Species& kind : in.species) {
        out.wood.push_back(kind.change);
    }
    if (const Climate* climate = in.shop.climate(in.job.move.climate)) {
        out.roomMc_pct = meanRest_pct(*climate);
    }
    return out;
}

} // namespace burl
