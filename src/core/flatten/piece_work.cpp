#include "core/flatten/piece_work.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/face/outliers.h"
#include "core/flatten/packers.h"
#include "core/router/removal.h"

namespace burl
{
namespace
{

constexpr double kCell_mm = 20.0; // of the removal map: finer than any grid of readings

} // namespace

PieceWork::PieceWork(const FlattenChoices& choices, const PlacedPiece& placed, const Slab& slab)
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

void PieceWork::solvePlanes()
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
            out_.missing = Missing{slab_.name + ": its two faces, as read, leave no wood between two flat planes; a "
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

std::optional<ThinSpot> PieceWork::spotThatHolds() const
{
    if (choices_.school != FlattenSchool::BothFaces || missing()) {
        return std::nullopt;
    }
    constexpr double kRadii_mm[] = {60.0, 120.0, 200.0};
    constexpr double kGain_mm = 3.0; // less is no reason to give a spot up
    constexpr double kGain = 0.08;
    constexpr double kFew = 0.15; // of a face's readings: more is its shape and no flaw
    constexpr double kMostOf = 0.8;
    std::vector<ThinSpot> found;
    for (const BindingPoint& holds : binding_) {
        const PlaneLimits& face = holds.onTop ? top_ : bottom_;
        const Point3 at = face.points[holds.index];
        for (const double radius : kRadii_mm) {
            std::vector<Point3> rest;
            size_t out = 0; // readings
            for (size_t i = 0; i < face.points.size(); ++i) {
                if (std::hypot(face.points[i].x - at.x, face.points[i].y - at.y) > radius) {
                    rest.push_back(face.points[i]);
                } else {
                    out += i < face.read ? 1 : 0;
                }
            }
            if (static_cast<double>(out) > kFew * static_cast<double>(face.read)) {
                continue;
            }
            const auto planes = holds.onTop ? thickestSlab(rest, bottom_.points) : thickestSlab(top_.points, rest);
            if (planes && planes->thickness_mm > most_mm_ + std::max(kGain_mm, kGain * most_mm_)) {
                found.push_back({0, holds.onTop, {at.x, at.y}, radius, planes->thickness_mm});
            }
        }
    }
    std::optional<ThinSpot> out;
    double best = 0.0;
    for (const ThinSpot& spot : found) {
        best = std::max(best, spot.without_mm - most_mm_);
    }
    for (const ThinSpot& spot : found) { // the smallest that gives most of it
        if (spot.without_mm - most_mm_ >= kMostOf * best && (!out || spot.radius_mm < out->radius_mm)) {
            out = spot;
        }
    }
    return out;
}

void PieceWork::settle(double thickness_mm)
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

void PieceWork::dotsOf(bool onTop)
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

void PieceWork::guessRemoval(double thickness_mm)
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

void PieceWork::shapeOfTop()
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

void PieceWork::leftOver()
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
            const double h = stays.map.height_mm[static_cast<size_t>(j) * static_cast<size_t>(stays.map.cellsAlong) +
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

Figure PieceWork::bothFacesFigure(const PlanesAnswer& planes) const
{
    const std::string source = "surface readings of " + slab_.name;
    const Figure upper = workedOut("plane_top", "upper plane in the middle", planes.top.at(middle().x, middle().y),
                                   Unit::Length, source);
    const Figure lower = given("plane_bottom", "lower plane in the middle", planes.bottom.at(middle().x, middle().y),
                               Unit::Length, source);
    std::vector<Figure> terms{upper, lower, countFigure()};
    if (out_.under == UnderSource::Parallel) {
        terms.push_back(assumed("under", "underside taken as parallel", slab_.thickness_mm.value_or(0.0), Unit::Length,
                                "not read; rough thickness by tape"));
    } else if (out_.under == UnderSource::MeanThickness) {
        terms.push_back(assumed("under", "faces tied by one thickness", slab_.thickness_mm.value_or(0.0), Unit::Length,
                                "read three places to be sure"));
    }
    return made("thickest_" + out_.name, "Thickest flat " + out_.name, "{0} − {1}, as far apart as {2} readings allow",
                std::move(terms), planes.thickness_mm, Unit::Length);
}

Figure PieceWork::countFigure() const
{
    return workedOut("readings", "counted", static_cast<double>(top_.read + bottom_.read), Unit::Count,
                     "inside the final outline, and both faces carried on from them to its rim");
}

void PieceWork::solveOneFace()
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
    const Figure taken = workedOut("show_removed", "most taken off", face->mostRemoved_mm, Unit::Length,
                                   "surface readings of " + slab_.name);
    out_.thickest = made("thickest_" + out_.name, "Thinnest place of " + out_.name,
                         std::string(choices_.school == FlattenSchool::ShowFace ? "show face flat ({0}), underside"
                                                                                : "underside flat ({0}), show face") +
                             " left as it is, over {1} readings",
                         {taken, countFigure()}, most_mm_, Unit::Length);
}

FacePasses PieceWork::facePasses(bool onTop)
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

void PieceWork::readRange()
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

void PieceWork::roundPackers()
{
    for (Packer& packer : out_.packers) {
        packer.pieces = packerPieces(packer.squareToBench_mm, choices_.packers);
    }
    if (choices_.school == FlattenSchool::BothFaces) {
        out_.rounded = roundedPackers(top_.points, bottom_.points, out_.bottomPlane, out_.packers, choices_.packers);
    }
}

std::vector<Point3> PieceWork::bearingPoints() const
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
    for (const Vec2 corner :
         {Vec2{box.left, box.bottom}, Vec2{box.right, box.bottom}, Vec2{box.right, box.top}, Vec2{box.left, box.top}}) {
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

} // namespace burl
