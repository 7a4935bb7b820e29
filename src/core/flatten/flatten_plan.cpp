#include "core/flatten/flatten_plan.h"

// Method: the face inside the final outline, read or carried to its rim, that is not to be filled or cut off goes into
// the plan of planes. The thinner piece decides the top; what a thicker piece has to spare comes off where the
// maker chose. The removal map is the face above the plane, over all that is flattened.

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/face/outliers.h"
#include "core/face/surfaces.h"
#include "core/flatten/after_cut.h"
#include "core/flatten/flatten_findings.h"
#include "core/flatten/millings.h"
#include "core/flatten/packers.h"
#include "core/flatten/plane_limits.h"
#include "core/layup/rings_across.h"
#include "core/router/removal.h"
#include "core/router/rig.h"
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

constexpr double kCell_mm = 20.0; // of the removal map: finer than any grid of readings
constexpr double kSeen_mm = 0.05; // less than this is not seen on a calliper

class PieceWork
{
public:
    PieceWork(const FlattenChoices& choices, const PlacedPiece& placed, const Slab& slab)
        : choices_(choices), slab_(slab), place_(placed.place), outline_(placed.place.toSlab(placed.rough)),
          turnedOver_(placed.turnedOver)
    {
        const auto inSlab = [&](const Region& kept) {
            Region out;
            for (const Ring& ring : kept) {
                out.push_back(placed.place.toSlab(ring));
            }
            return out.empty() ? Region{outline_} : out;
        };
        finalTop_ = inSlab(turnedOver_ ? placed.keptUnder : placed.kept);
        finalBottom_ = inSlab(turnedOver_ ? placed.kept : placed.keptUnder);
        out_.slab = slab.id;
        out_.name = placed.name;
        out_.rough_mm = slab.thickness_mm.value_or(0.0);
    }

    /// The planes as far apart as they can be.
    void solvePlanes()
    {
        const auto surfaces = surfacesOf(slab_);
        if (!surfaces) {
            out_.missing = Missing{surfaces.error().sentence, "surface readings of " + slab_.name,
                                   Where{"yard", "heights", slab_.id.value}};
            return;
        }
        surfaces_ = *surfaces;
        out_.under = surfaces_.under;
        const HeightGrid& topGrid = gridOfFace(slab_, Face::Top);
        const HeightGrid& bottomGrid = gridOfFace(slab_, Face::Bottom);
        topField_.emplace(topGrid, surfaces_.top);
        bottomField_.emplace(bottomGrid, surfaces_.bottom);
        top_ = planeLimits(surfaces_.top, *topField_, topGrid, finalTop_, slab_, Face::Top);
        bottom_ = planeLimits(surfaces_.bottom, *bottomField_, bottomGrid, finalBottom_, slab_, Face::Bottom);
        for (const PlaneLimits* counted : {&top_, &bottom_}) {
            if (counted->furthest_mm > out_.carried_mm) {
                out_.carried_mm = counted->furthest_mm;
                out_.carriedAt = counted->furthestAt;
            }
        }
        if (choices_.school == FlattenSchool::BothFaces) {
            const auto planes = thickestSlabTakingLeast(top_.points, bottom_.points);
            if (!planes) {
                out_.missing = Missing{slab_.name + ": " + planes.error().sentence, "surface readings of " + slab_.name,
                                       Where{"yard", "heights", slab_.id.value}};
                return;
            }
            if (planes->thickness_mm < kSeen_mm) {
                out_.missing =
                    Missing{slab_.name + ": its two faces, as read, leave no wood between two flat planes; a "
                                         "reading is wrong, or the slab cannot be flattened on both faces",
                            "surface readings of " + slab_.name, Where{"yard", "heights", slab_.id.value}};
                return;
            }
            out_.topPlane = planes->top;
            out_.bottomPlane = planes->bottom;
            binding_ = planes->binding;
            most_mm_ = planes->thickness_mm;
            out_.thickest = bothFacesFigure(*planes);
        } else {
            solveOneFace();
        }
        if (out_.missing) {
            return;
        }
        shapeOfTop();
        readRange();
    }

    /// Brings the piece to the top's thickness and works out what comes off.
    void settle(double thickness_mm)
    {
        if (out_.missing) {
            guessRemoval(thickness_mm);
            return;
        }
        const double tilt =
            std::sqrt(1.0 + out_.topPlane.slopeX * out_.topPlane.slopeX + out_.topPlane.slopeY * out_.topPlane.slopeY);
        const double spare = std::max(0.0, most_mm_ - thickness_mm) * tilt;
        if (choices_.school == FlattenSchool::BothFaces) {
            double topShare = 0.5;
            if (choices_.spare == SpareFrom::Underside) {
                topShare = turnedOver_ ? 1.0 : 0.0; // a piece turned over shows its bottom face
            } else if (choices_.spare == SpareFrom::ShowFace) {
                topShare = turnedOver_ ? 0.0 : 1.0;
            }
            out_.topPlane.height_mm -= spare * topShare;
            out_.bottomPlane.height_mm += spare * (1.0 - topShare);
        } else if (cutsBottom()) { // only one face can give it
            out_.bottomPlane.height_mm += spare;
        } else {
            out_.topPlane.height_mm -= spare;
        }
        out_.top = facePasses(true);
        out_.bottom = facePasses(false);
        leftOver();
        dotsOf(true);
        dotsOf(false);
        out_.packers = packersUnder(out_.bottomPlane, bearingPoints());
        roundPackers();
    }

    [[nodiscard]] bool missing() const { return out_.missing.has_value(); }
    [[nodiscard]] double most_mm() const { return most_mm_; }
    [[nodiscard]] const Surfaces& surfaces() const { return surfaces_; }
    [[nodiscard]] const Slab& slab() const { return slab_; }
    [[nodiscard]] const Placement& place() const { return place_; }
    FlattenedPiece take() { return std::move(out_); }
    [[nodiscard]] const FlattenedPiece& piece() const { return out_; }

private:
    /// The readings of a face over its plane; what stands out furthest is the face's most.
    void dotsOf(bool onTop)
    {
        const std::vector<SurfacePoint>& points = onTop ? surfaces_.top : surfaces_.bottom;
        const PlaneLimits& counted = onTop ? top_ : bottom_;
        const auto& read = onTop ? slab_.topHeights : slab_.bottomHeights;
        const std::vector<OddReading> odd = oddReadings(slab_, onTop ? Face::Top : Face::Bottom);
        for (size_t i = 0; i < points.size(); ++i) {
            const Point3& p = points[i].p;
            ReadingDot dot;
            dot.slab = {p.x, p.y};
            dot.onTop = onTop;
            const Plane& plane = onTop ? out_.topPlane : out_.bottomPlane;
            dot.removal_mm = (onTop ? 1.0 : -1.0) * (p.z - plane.at(p.x, p.y));
            dot.counts = counted.among[i] >= 0;
            for (const OddReading& o : odd) {
                if (static_cast<int>(o.column) == points[i].column && static_cast<int>(o.row) == points[i].row) {
                    dot.oddBy_mm = (read->from == HeightsFrom::RailsDown ? -1.0 : 1.0) * (o.reading_mm - o.expected_mm);
                }
            }
            if (dot.counts) {
                FacePasses& face = onTop ? out_.top : out_.bottom; // the map's cells end short of the rim
                face.standsOut_mm = std::max(face.standsOut_mm, dot.removal_mm);
                face.most_mm = face.cut ? face.standsOut_mm : 0.0;
                const auto inCounted = static_cast<size_t>(counted.among[i]);
                dot.binds = std::any_of(binding_.begin(), binding_.end(), [&](const BindingPoint& b) {
                    return b.onTop == onTop && b.index == inCounted && b.share > 1e-9;
                });
            }
            out_.dots.push_back(dot);
        }
    }

    /// Of a piece that was not read: what is spare by its tape comes off where the school and the maker say.
    void guessRemoval(double thickness_mm)
    {
        const double spare = std::max(0.0, out_.rough_mm - thickness_mm);
        const bool both = choices_.school == FlattenSchool::BothFaces;
        double show = both ? 0.5 : choices_.school == FlattenSchool::ShowFace ? 1.0 : 0.0;
        if (both && choices_.spare != SpareFrom::BothAlike) {
            show = choices_.spare == SpareFrom::ShowFace ? 1.0 : 0.0;
        }
        (turnedOver_ ? out_.bottom : out_.top).mean_mm = spare * show;
        (turnedOver_ ? out_.top : out_.bottom).mean_mm = spare * (1.0 - show);
    }

    /// Wind, bow and cup of the top, over its readings without the odd ones: a stub or a mistyped reading is neither.
    void shapeOfTop()
    {
        const std::vector<OddReading> odd = oddReadings(*slab_.topHeights);
        std::vector<Point3> points;
        for (const SurfacePoint& p : surfaces_.top) {
            if (std::none_of(odd.begin(), odd.end(), [&](const OddReading& o) {
                    return static_cast<int>(o.column) == p.column && static_cast<int>(o.row) == p.row;
                })) {
                points.push_back(p.p);
            }
        }
        if (const auto shape = faceShape(points)) {
            out_.shape = *shape;
        }
    }

    /// Of a piece of which one face stays: how much more than at its thinnest place is left, mean over the final wood.
    void leftOver()
    {
        const FacePasses& stays = cutsBottom() ? out_.top : out_.bottom;
        if (stays.cut) {
            return;
        }
        const Region& final = cutsBottom() ? finalTop_ : finalBottom_;
        double sum = 0.0;
        double cells = 0.0;
        for (int j = 0; j < stays.map.cellsAcross; ++j) {
            const double y = stays.box.bottom + (j + 0.5) * stays.map.width_mm / stays.map.cellsAcross;
            const std::vector<double> inside = crossingsAt(final, y);
            for (int i = 0; i < stays.map.cellsAlong; ++i) {
                const double x = stays.box.left + (i + 0.5) * stays.map.length_mm / stays.map.cellsAlong;
                const double h =
                    stays.map.height_mm[static_cast<size_t>(j) * static_cast<size_t>(stays.map.cellsAlong) +
                                        static_cast<size_t>(i)];
                const auto passed = std::upper_bound(inside.begin(), inside.end(), x) - inside.begin();
                if (passed % 2 == 1 && std::isfinite(h)) {
                    sum += std::max(0.0, h);
                    cells += 1.0;
                }
            }
        }
        out_.over_mm = cells > 0.0 ? sum / cells : 0.0;
    }

    [[nodiscard]] Figure bothFacesFigure(const PlanesAnswer& planes) const
    {
        const std::string source = "surface readings of " + slab_.name;
        const Figure upper = given("plane_top", "upper plane in the middle", planes.top.at(middle().x, middle().y),
                                   Unit::Length, source);
        const Figure lower = given("plane_bottom", "lower plane in the middle",
                                   planes.bottom.at(middle().x, middle().y), Unit::Length, source);
        std::vector<Figure> terms{upper, lower, countFigure()};
        if (out_.under == UnderSource::Parallel) {
            terms.push_back(assumed("under", "underside taken as parallel", slab_.thickness_mm.value_or(0.0),
                                    Unit::Length, "not read; rough thickness by tape"));
        } else if (out_.under == UnderSource::MeanThickness) {
            terms.push_back(assumed("under", "faces tied by one thickness", slab_.thickness_mm.value_or(0.0),
                                    Unit::Length, "read three places to be sure"));
        }
        return made("thickest_" + out_.name, "Thickest flat " + out_.name,
                    "{0} − {1}, as far apart as {2} readings allow", std::move(terms), planes.thickness_mm,
                    Unit::Length);
    }

    [[nodiscard]] Figure countFigure() const
    {
        return given("readings", "counted", static_cast<double>(top_.read + bottom_.read), Unit::Count,
                     "inside the final outline, and both faces carried on from them to its rim");
    }

    [[nodiscard]] Vec2 middle() const { return centroid(outline_); }

    /// Of the schools that cut one face: it is the slab's bottom.
    [[nodiscard]] bool cutsBottom() const { return turnedOver_ == (choices_.school == FlattenSchool::ShowFace); }

    void solveOneFace()
    {
        // A face that is the bottom of its slab: flip z, solve, flip back.
        const PlaneLimits& show = cutsBottom() ? bottom_ : top_;
        const PlaneLimits& under = cutsBottom() ? top_ : bottom_;
        std::vector<Point3> points = show.points;
        std::vector<Point3> over = under.points;
        if (cutsBottom()) {
            for (std::vector<Point3>* face : {&points, &over}) {
                for (Point3& p : *face) {
                    p.z = -p.z;
                }
            }
        }
        const auto face = leastRemovalOver(points, over);
        if (!face) {
            out_.missing = Missing{slab_.name + ": " + face.error().sentence, "surface readings of " + slab_.name,
                                   Where{"yard", "heights", slab_.id.value}};
            return;
        }
        Plane plane = face->plane;
        if (cutsBottom()) {
            plane = {-plane.slopeX, -plane.slopeY, -plane.height_mm};
        }
        double thinnest = std::numeric_limits<double>::infinity();
        for (const Point3& p : under.points) {
            const double left = (cutsBottom() ? -1.0 : 1.0) * (plane.at(p.x, p.y) - p.z);
            if (left < thinnest) {
                thinnest = left;
                out_.thinnestAt = Vec2{p.x, p.y};
            }
        }
        const double tilt = std::sqrt(1.0 + plane.slopeX * plane.slopeX + plane.slopeY * plane.slopeY);
        thinnest = std::max(0.0, thinnest); // the plane runs out of the wood: nothing is left there
        most_mm_ = thinnest / tilt;
        Plane other = plane;
        other.height_mm += cutsBottom() ? thinnest : -thinnest;
        out_.topPlane = cutsBottom() ? other : plane;
        out_.bottomPlane = cutsBottom() ? plane : other;
        for (BindingPoint b : face->binding) {
            b.onTop = !cutsBottom();
            binding_.push_back(b);
        }
        const Figure taken = given("show_removed", "most taken off", face->mostRemoved_mm, Unit::Length,
                                   "surface readings of " + slab_.name);
        out_.thickest =
            made("thickest_" + out_.name, "Thinnest place of " + out_.name,
                 std::string(choices_.school == FlattenSchool::ShowFace ? "show face flat ({0}), underside"
                                                                        : "underside flat ({0}), show face") +
                     " left as it is, over {1} readings",
                 {taken, countFigure()}, most_mm_, Unit::Length);
    }

    /// Height of a face above its plane, over the rough outline.
    FacePasses facePasses(bool onTop)
    {
        FacePasses face;
        face.box = boundsOf(outline_);
        face.map = removalOver(outline_, onTop ? *topField_ : *bottomField_, onTop ? out_.topPlane : out_.bottomPlane,
                               onTop ? Face::Top : Face::Bottom, kCell_mm);
        face.cut = choices_.school == FlattenSchool::BothFaces || onTop != cutsBottom();
        int cells = 0;
        for (const double above : face.map.height_mm) {
            if (std::isfinite(above)) {
                face.mean_mm += std::max(0.0, above);
                face.standsOut_mm = std::max(face.standsOut_mm, above);
                ++cells;
            }
        }
        face.mean_mm = face.cut && cells > 0 ? face.mean_mm / cells : 0.0;
        face.most_mm = face.cut ? face.standsOut_mm : 0.0;
        if (face.cut) {
            const FlattenMethod& m = choices_.method;
            face.passes = passPlan(face.map, passInputOf(choices_, face.most_mm));
            double path = 0.0;
            for (const Pass& pass : face.passes.passes) {
                path += pass.path_mm;
            }
            face.minutes = m.feed_mm_min > 0.0 ? path / m.feed_mm_min + m.setup_min : 0.0;
        }
        return face;
    }

    void readRange()
    {
        out_.readFrom_mm = std::numeric_limits<double>::infinity();
        for (size_t i = 0; i < bottom_.read; ++i) {
            const Point3& p = bottom_.points[i];
            const double thick = topField_->at({p.x, p.y}) - p.z;
            out_.readFrom_mm = std::min(out_.readFrom_mm, thick);
            out_.readTo_mm = std::max(out_.readTo_mm, thick);
        }
        if (!std::isfinite(out_.readFrom_mm)) {
            out_.readFrom_mm = 0.0;
        }
    }

    /// Four bearing points near the corners of what is flattened: the bottom readings nearest there.
    void roundPackers()
    {
        for (Packer& packer : out_.packers) {
            packer.pieces = packerPieces(packer.squareToBench_mm, choices_.packers);
        }
        if (choices_.school == FlattenSchool::BothFaces) {
            out_.rounded =
                roundedPackers(top_.points, bottom_.points, out_.bottomPlane, out_.packers, choices_.packers);
        }
    }

    [[nodiscard]] std::vector<Point3> bearingPoints() const
    {
        const Box box = boundsOf(outline_);
        std::vector<Point3> out;
        for (const Bearing& bearing : choices_.bearings) {
            if (bearing.slab == slab_.id) {
                out.push_back({bearing.at.x, bearing.at.y, bottomField_->at(bearing.at)});
            }
        }
        if (out.size() >= 3) { // by hand
            return out;
        }
        out.clear();
        for (const Vec2 corner : {Vec2{box.left, box.bottom}, Vec2{box.right, box.bottom}, Vec2{box.right, box.top},
                                  Vec2{box.left, box.top}}) {
            const Point3* best = nullptr;
            for (size_t i = 0; i < bottom_.read; ++i) {
                const Point3& p = bottom_.points[i];
                if (best == nullptr || length(Vec2{p.x, p.y} - corner) < length(Vec2{best->x, best->y} - corner)) {
                    best = &p;
                }
            }
            if (best != nullptr && std::find(out.begin(), out.end(), *best) == out.end()) {
                out.push_back(*best);
            }
        }
        return out;
    }

    const FlattenChoices& choices_;
    const Slab& slab_;
    Placement place_;
    Ring outline_; // what is flattened, slab frame
    bool turnedOver_;
    Region finalTop_; // of each face what the final top keeps, slab frame
    Region finalBottom_;
    Surfaces surfaces_;
    std::optional<FaceField> topField_;
    std::optional<FaceField> bottomField_;
    PlaneLimits top_;
    PlaneLimits bottom_;
    std::vector<BindingPoint> binding_;
    double most_mm_ = 0.0;
    FlattenedPiece out_;
};

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
        reportMillings(in_.choices, in_.slabs, in_.wanted_mm, plan_);
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
        const Figure more = given("thickness_over", "more than there, mean", area > 0.0 ? over / area : 0.0,
                                  Unit::Length, "the face that stays, over the parallel plane at its thinnest place");
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
        out.roomMc_pct = (emc_pct(climate->winter_degC, climate->winter_rh_pct) +
                          emc_pct(climate->summer_degC, climate->summer_rh_pct)) /
                         2.0;
    }
    return out;
}

} // namespace burl
