#include "core/flatten/flatten_plan.h"

// Method: readings inside the rough outline that are not to be filled or cut off go into the plan of
// planes. The thinner piece decides the top; what a thicker piece has to spare comes off where the
// maker chose. The removal map is the readings' surface, straight between neighbours, above the
// plane.

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/flatten/counted.h"
#include "core/flatten/outliers.h"
#include "core/flatten/packers.h"
#include "core/flatten/rig.h"

namespace burl
{

bool sameInput(const FlattenInput& a, const FlattenInput& b)
{
    return a.choices == b.choices && a.wanted_mm == b.wanted_mm && a.layup == b.layup && a.kerf_mm == b.kerf_mm &&
           std::equal(a.slabs.begin(), a.slabs.end(), b.slabs.begin(), b.slabs.end(),
                      [](const auto& x, const auto& y) { return x == y || (x && y && *x == *y); });
}

namespace
{

constexpr double kCell_mm = 20.0; // of the removal map: finer than any grid of readings

class PieceWork
{
public:
    PieceWork(const FlattenChoices& choices, const PlacedPiece& placed, const Slab& slab)
        : choices_(choices), slab_(slab), place_(placed.place), outline_(placed.place.toSlab(placed.rough)),
          turnedOver_(placed.turnedOver)
    {
        out_.slab = slab.id;
        out_.name = slab.name;
        out_.rough_mm = slab.thickness_mm.value_or(0.0);
    }

    /// The planes as far apart as they can be.
    void solvePlanes()
    {
        const auto surfaces = surfacesOf(slab_);
        if (!surfaces) {
            out_.missing = Missing{surfaces.error().sentence, "Yard: surface readings of " + slab_.name};
            return;
        }
        surfaces_ = *surfaces;
        out_.under = surfaces_.under;
        top_ = countedIn(surfaces_.top, outline_, slab_, Face::Top);
        bottom_ = countedIn(surfaces_.bottom, outline_, slab_, Face::Bottom);
        if (choices_.school == FlattenSchool::BothFaces) {
            const auto planes = thickestSlab(top_.points, bottom_.points);
            if (!planes) {
                out_.missing =
                    Missing{slab_.name + ": " + planes.error().sentence, "Yard: surface readings of " + slab_.name};
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
        const auto shape = faceShape(bare(surfaces_.top));
        if (shape) {
            out_.shape = *shape;
        }
        readRange();
    }

    /// Brings the piece to the top's thickness and works out what comes off.
    void settle(double thickness_mm)
    {
        if (out_.missing) {
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
        }
        out_.top = facePasses(true);
        out_.bottom = facePasses(false);
        for (const auto& [points, onTop] : {std::pair{&surfaces_.top, true}, std::pair{&surfaces_.bottom, false}}) {
            const Counted& counted = onTop ? top_ : bottom_;
            for (size_t i = 0; i < points->size(); ++i) {
                const Point3& p = (*points)[i].p;
                ReadingDot dot;
                dot.slab = {p.x, p.y};
                dot.onTop = onTop;
                const Plane& plane = onTop ? out_.topPlane : out_.bottomPlane;
                dot.removal_mm = (onTop ? 1.0 : -1.0) * (p.z - plane.at(p.x, p.y));
                dot.counts = counted.among[i] >= 0;
                if (dot.counts) {
                    FacePasses& face = onTop ? out_.top : out_.bottom; // the map's cells end short of the rim
                    face.most_mm = std::max(face.most_mm, dot.removal_mm);
                    const auto inCounted = static_cast<size_t>(counted.among[i]);
                    dot.binds = std::any_of(binding_.begin(), binding_.end(), [&](const BindingPoint& b) {
                        return b.onTop == onTop && b.index == inCounted && b.share > 1e-9;
                    });
                }
                out_.dots.push_back(dot);
            }
        }
        out_.packers = packersUnder(out_.bottomPlane, bearingPoints());
        roundPackers();
    }

    [[nodiscard]] bool missing() const { return out_.missing.has_value(); }
    [[nodiscard]] double most_mm() const { return most_mm_; }
    [[nodiscard]] const Surfaces& surfaces() const { return surfaces_; }
    [[nodiscard]] const Slab& slab() const { return slab_; }
    [[nodiscard]] Vec2 onTable(Vec2 onSlab) const { return place_.toTable(onSlab); }
    FlattenedPiece take() { return std::move(out_); }
    [[nodiscard]] const FlattenedPiece& piece() const { return out_; }

private:
    static std::vector<Point3> bare(const std::vector<SurfacePoint>& points)
    {
        std::vector<Point3> out;
        for (const SurfacePoint& p : points) {
            out.push_back(p.p);
        }
        return out;
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
        return made("thickest_" + slab_.name, "Thickest flat " + slab_.name,
                    "{0} − {1}, as far apart as {2} readings allow", std::move(terms), planes.thickness_mm,
                    Unit::Length);
    }

    [[nodiscard]] Figure countFigure() const
    {
        return given("readings", "counted", static_cast<double>(top_.points.size() + bottom_.points.size()),
                     Unit::Count, "inside the rough outline");
    }

    [[nodiscard]] Vec2 middle() const { return centroid(outline_); }

    void solveOneFace()
    {
        // The show face of a piece turned over is its bottom: flip z, solve, flip back.
        const Counted& show = turnedOver_ ? bottom_ : top_;
        const Counted& under = turnedOver_ ? top_ : bottom_;
        std::vector<Point3> points = show.points;
        if (turnedOver_) {
            for (Point3& p : points) {
                p.z = -p.z;
            }
        }
        const auto face = leastRemoval(points);
        if (!face) {
            out_.missing =
                Missing{slab_.name + ": " + face.error().sentence, "Yard: surface readings of " + slab_.name};
            return;
        }
        Plane plane = face->plane;
        if (turnedOver_) {
            plane = {-plane.slopeX, -plane.slopeY, -plane.height_mm};
        }
        double thinnest = std::numeric_limits<double>::infinity();
        for (const Point3& p : under.points) {
            thinnest = std::min(thinnest, std::abs(plane.at(p.x, p.y) - p.z));
        }
        const double tilt = std::sqrt(1.0 + plane.slopeX * plane.slopeX + plane.slopeY * plane.slopeY);
        most_mm_ = thinnest / tilt;
        Plane other = plane;
        other.height_mm += turnedOver_ ? thinnest : -thinnest;
        out_.topPlane = turnedOver_ ? other : plane;
        out_.bottomPlane = turnedOver_ ? plane : other;
        for (BindingPoint b : face->binding) {
            b.onTop = !turnedOver_;
            binding_.push_back(b);
        }
        const Figure taken = given("show_removed", "most taken off", face->mostRemoved_mm, Unit::Length,
                                   "surface readings of " + slab_.name);
        out_.thickest = made("thickest_" + slab_.name, "Thinnest place of " + slab_.name,
                             "show face flat ({0}), underside left as it is, over {1} readings", {taken, countFigure()},
                             most_mm_, Unit::Length);
    }

    /// Height of a face above its plane, over the rough outline.
    FacePasses facePasses(bool onTop)
    {
        FacePasses face;
        face.box = boundsOf(outline_);
        RemovalMap& map = face.map;
        map.length_mm = face.box.width();
        map.width_mm = face.box.height();
        map.cellsAlong = std::max(1, static_cast<int>(std::lround(map.length_mm / kCell_mm)));
        map.cellsAcross = std::max(1, static_cast<int>(std::lround(map.width_mm / kCell_mm)));
        const HeightGrid grid = gridOf(onTop);
        const auto z = gridHeights(grid, onTop ? surfaces_.top : surfaces_.bottom);
        const Plane& plane = onTop ? out_.topPlane : out_.bottomPlane;
        const double sign = onTop ? 1.0 : -1.0;
        map.height_mm.assign(static_cast<size_t>(map.cellsAlong) * map.cellsAcross,
                             std::numeric_limits<double>::quiet_NaN());
        int cells = 0;
        const bool left = choices_.school == FlattenSchool::ShowFace && onTop == turnedOver_;
        std::vector<std::optional<GridCell>> columns;
        for (int i = 0; i < map.cellsAlong; ++i) {
            columns.push_back(cellAt(grid.xs_mm, face.box.left + (i + 0.5) * map.length_mm / map.cellsAlong));
        }
        for (int j = 0; j < map.cellsAcross; ++j) {
            const double y = face.box.bottom + (j + 0.5) * map.width_mm / map.cellsAcross;
            const auto row = cellAt(grid.ys_mm, y);
            if (!row) {
                continue;
            }
            const std::vector<double> inside = crossingsAt(outline_, y);
            size_t passed = 0; // crossings left of the cell: odd means inside
            for (int i = 0; i < map.cellsAlong; ++i) {
                const Vec2 at{face.box.left + (i + 0.5) * map.length_mm / map.cellsAlong, y};
                while (passed < inside.size() && inside[passed] <= at.x) {
                    ++passed;
                }
                const auto& column = columns[static_cast<size_t>(i)];
                if (passed % 2 == 0 || !column) {
                    continue;
                }
                const auto height = heightIn(grid, z, *column, *row);
                if (!height) {
                    continue;
                }
                const double above = sign * (*height - plane.at(at.x, at.y));
                map.height_mm[static_cast<size_t>(j) * map.cellsAlong + i] = above;
                face.mean_mm += std::max(0.0, above);
                face.most_mm = std::max(face.most_mm, above);
                ++cells;
            }
        }
        if (cells > 0) {
            face.mean_mm /= cells;
        }
        if (!left) {
            const FlattenMethod& m = choices_.method;
            face.passes = passPlan(map, {m.bit_mm, m.overlap, depthToSet_mm(face.most_mm, m.depth_mm), m.runoff_mm});
            double path = 0.0;
            for (const Pass& pass : face.passes.passes) {
                path += pass.path_mm;
            }
            face.minutes = m.feed_mm_min > 0.0 ? path / m.feed_mm_min + m.setup_min : 0.0;
        }
        return face;
    }

    /// The grid the points were read on; an underside taken as parallel lies on the top's.
    [[nodiscard]] const HeightGrid& gridOf(bool onTop) const
    {
        return onTop || !slab_.bottomHeights ? *slab_.topHeights : *slab_.bottomHeights;
    }

    static std::vector<std::optional<double>> gridHeights(const HeightGrid& grid,
                                                          const std::vector<SurfacePoint>& points)
    {
        std::vector<std::optional<double>> z(grid.readings_mm.size());
        for (const SurfacePoint& p : points) {
            z[static_cast<size_t>(p.row) * grid.xs_mm.size() + p.column] = p.p.z;
        }
        return z;
    }

    void readRange()
    {
        const HeightGrid& topGrid = gridOf(true);
        const auto topZ = gridHeights(topGrid, surfaces_.top);
        out_.readFrom_mm = std::numeric_limits<double>::infinity();
        for (const Point3& p : bottom_.points) {
            if (const auto z = heightAt(topGrid, topZ, {p.x, p.y})) {
                out_.readFrom_mm = std::min(out_.readFrom_mm, *z - p.z);
                out_.readTo_mm = std::max(out_.readTo_mm, *z - p.z);
            }
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
            out_.roundingCost_mm =
                roundingCost_mm(top_.points, bottom_.points, out_.bottomPlane, out_.packers, choices_.packers);
        }
    }

    [[nodiscard]] std::vector<Point3> bearingPoints() const
    {
        const Box box = boundsOf(outline_);
        std::vector<Point3> out;
        for (const Vec2 corner : {Vec2{box.left, box.bottom}, Vec2{box.right, box.bottom}, Vec2{box.right, box.top},
                                  Vec2{box.left, box.top}}) {
            const Point3* best = nullptr;
            for (const Point3& p : bottom_.points) {
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
    Ring outline_; // slab frame
    bool turnedOver_;
    Surfaces surfaces_;
    Counted top_;
    Counted bottom_;
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
            lookAt(piece);
            plan_.pieces.push_back(piece.take());
        }
        measure();
        checkRig();
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    void decideThickness(const std::vector<PieceWork>& work)
    {
        const Figure wanted = given("thickness_wanted", "wanted", in_.wanted_mm, Unit::Length, "chosen");
        std::vector<Figure> known;
        double least = std::numeric_limits<double>::infinity();
        bool guess = false;
        for (const PieceWork& piece : work) {
            if (piece.missing()) {
                guess = true;
                if (piece.piece().rough_mm > 0.0) {
                    known.push_back(assumed("rough_" + piece.piece().name, "rough " + piece.piece().name,
                                            piece.piece().rough_mm, Unit::Length, "tape; face not read"));
                    least = std::min(least, piece.piece().rough_mm);
                }
            } else {
                known.push_back(piece.piece().thickest);
                least = std::min(least, piece.most_mm());
            }
        }
        if (known.empty()) {
            plan_.thickness =
                assumed("thickness", "Thickness", in_.wanted_mm, Unit::Length, "as wanted; nothing is read yet");
            return;
        }
        std::vector<Figure> terms = known;
        std::string formula = known.size() == 1   ? "{0}"
                              : known.size() == 2 ? "the thinner of {0} and {1}"
                                                  : "the thinnest of ";
        for (size_t i = 0; i < known.size() && known.size() > 2; ++i) {
            formula += (i > 0 ? ", {" : "{") + std::to_string(i) + "}";
        }
        const Figure possible = made("thickness_possible",
                                     work.size() > 2   ? "Thickest, all pieces"
                                     : work.size() > 1 ? "Thickest, both pieces"
                                                       : "Thickest flat",
                                     formula, terms, least, Unit::Length);
        if (in_.wanted_mm > 0.0 && in_.wanted_mm < least) {
            plan_.thickness = made("thickness", "Thickness, finished", "{0}, of {1} possible", {wanted, possible},
                                   in_.wanted_mm, Unit::Length);
        } else {
            plan_.thickness = relabelled(possible, "thickness", "Thickness, finished");
            if (in_.wanted_mm > least + 0.05 && !guess) {
                addFinding(plan_.findings, "flatten.too_thin", Severity::Stop, "The slabs give {0}; {1} is wanted.",
                           {possible, wanted}, "accept {0}, or leave the underside as it is");
            }
        }
        possible_ = possible;
    }

    void lookAt(const PieceWork& work)
    {
        const FlattenedPiece& piece = work.piece();
        if (piece.missing) {
            addFinding(plan_.findings, "flatten.missing", Severity::Warn, piece.missing->what + ".", {},
                       piece.missing->where)
                .leadsTo = benchNamedIn(piece.missing->where);
            return;
        }
        lookForOddReadings(work, piece);
        if (piece.under == UnderSource::Parallel) {
            addFinding(plan_.findings, "flatten.under_not_read", Severity::Caution,
                       "The underside of " + piece.name + " is not read; it is taken as parallel to the top.", {},
                       "read the gaps under it")
                .leadsTo = "yard";
        } else if (piece.under == UnderSource::MeanThickness) {
            addFinding(plan_.findings, "flatten.faces_not_tied", Severity::Warn,
                       "Both faces of " + piece.name +
                           " were read in different settings; one thickness does not tie them.",
                       {}, "read the thickness at three places")
                .leadsTo = "yard";
        }
        if (work.surfaces().tieMisfit_mm > 1.5) {
            addFinding(plan_.findings, "flatten.tie_misfit", Severity::Warn,
                       "Thickness readings of " + piece.name + " disagree with the surface readings by {0}.",
                       {given("misfit", "misfit", work.surfaces().tieMisfit_mm, Unit::Length, "readings")},
                       "measure again")
                .leadsTo = "yard";
        }
        if (piece.shape) {
            addFinding(plan_.findings, "flatten.between_readings", Severity::Caution,
                       "Readings of " + piece.name + " miss what stands between them: the last {0} may go too.",
                       {made("unevenness", "unevenness", "2 × what wind, bow and cup leave over: {0}",
                             {given("rms", "left over", piece.shape->rms_mm, Unit::Length, "surface readings")},
                             2.0 * piece.shape->rms_mm, Unit::Length)},
                       "read a finer grid")
                .leadsTo = "yard";
        }
    }

    void lookForOddReadings(const PieceWork& work, const FlattenedPiece& piece)
    {
        const Slab& slab = work.slab();
        for (const auto& [grid, word] :
             {std::pair{&slab.topHeights, "top"}, std::pair{&slab.bottomHeights, "bottom"}}) {
            if (!*grid) {
                continue;
            }
            for (const OddReading& odd : oddReadings(**grid)) {
                const Vec2 at{(*grid)->xs_mm[odd.column], (*grid)->ys_mm[odd.row]};
                addFinding(plan_.findings, "flatten.odd_reading", Severity::Warn,
                           "The reading {0} on the " + std::string(word) + " of " + piece.name +
                               ", {1} along and {2} across, does not fit its neighbours: they tell {3}.",
                           {given("odd", "reading", odd.reading_mm, Unit::Length, "as typed"),
                            given("odd_x", "along", at.x, Unit::Length, "from the butt end"),
                            given("odd_y", "across", at.y, Unit::Length, "from the string, far side +"),
                            given("odd_expected", "expected", odd.expected_mm, Unit::Length, "from its neighbours")},
                           "read it again", work.onTable(at))
                    .leadsTo = "yard";
            }
        }
    }

    void add(Figure figure, Weight weight = Weight::Plain) { plan_.figures.push_back({std::move(figure), weight}); }

    void measure()
    {
        add(plan_.thickness, Weight::Telling);
        if (possible_) {
            add(possible_);
        }
        std::vector<Figure> minutes;
        double total = 0.0;
        double strokes = 0.0;
        double chips = 0.0;
        std::vector<Figure> drift;
        double driftSum = 0.0;
        bool known = true;
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const FlattenedPiece& piece = plan_.pieces[i];
            if (piece.missing) {
                const double half = std::max(0.0, (piece.rough_mm - plan_.thickness.value()) / 2.0);
                known = known && piece.rough_mm > 0.0;
                drift.push_back(assumed("off_show_" + piece.name, "off the show face of " + piece.name, half,
                                        Unit::Length, "half of what is spare; face not read"));
                driftSum += half;
                continue;
            }
            const std::string source = "surface readings of " + piece.name;
            add(given("off_top_" + piece.name, "Off the top of " + piece.name + ", most", piece.top.most_mm,
                      Unit::Length, source));
            add(given("off_bottom_" + piece.name, "Off the bottom of " + piece.name + ", most", piece.bottom.most_mm,
                      Unit::Length, source));
            if (piece.roundingCost_mm > 0.0) {
                add(given("packer_cost_" + piece.name, "Packers of " + piece.name + ", rounding costs",
                          piece.roundingCost_mm, Unit::Length, "thickness lost by building them of the shop's stock"),
                    Weight::Folded);
            }
            if (piece.shape) {
                for (const auto& [key, word, value] : {std::tuple{"wind_", "Wind of ", piece.shape->wind_mm},
                                                       std::tuple{"bow_", "Bow of ", piece.shape->bow_mm},
                                                       std::tuple{"cup_", "Cup of ", piece.shape->cup_mm}}) {
                    add(given(key + piece.name, word + piece.name, value, Unit::Length,
                              "top face, least squares over its readings"),
                        Weight::Folded);
                }
            }
            for (const FacePasses* face : {&piece.top, &piece.bottom}) {
                total += face->minutes;
                for (const Pass& pass : face->passes.passes) {
                    strokes += pass.strokesTouching;
                    chips += pass.removed_L;
                }
            }
            minutes.push_back(given("minutes_" + piece.name, piece.name, piece.top.minutes + piece.bottom.minutes,
                                    Unit::Minutes, "strokes that touch wood at the feed, and setting up"));
            const bool over = in_.layup->pieces[i].turnedOver;
            const double offShow = over ? piece.bottom.mean_mm : piece.top.mean_mm;
            drift.push_back(
                given("off_show_" + piece.name, "off the show face of " + piece.name, offShow, Unit::Length, source));
            driftSum += offShow;
        }
        if (known && in_.layup->pieces.size() == 2 && neighbours()) {
            const Figure kerf = given("kerf", "kerf", in_.kerf_mm[0], Unit::Length, "of the log");
            add(made("figure_drift", "Figure drift", "{0} + {1} + {2}", {kerf, drift[0], drift[1]},
                     in_.kerf_mm[0] + driftSum, Unit::Length));
        }
        if (!minutes.empty()) {
            add(given("strokes", "Strokes, all faces", strokes, Unit::Count,
                      "those that touch wood, counted on the removal map"));
            add(made("minutes", "Time at the router", sumOf(minutes.size()), minutes, total, Unit::Minutes));
            add(given("chips", "Wood removed", chips, Unit::Volume,
                      "removal map; loose chips fill two to three times this"),
                Weight::Folded);
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
                faces.push_back(
                    {piece.name + word, plane + passes.most_mm, plane, plane + passes.passes.passes.front().floor_mm});
            };
            // Its lowest wood stands on the bench; turned over, the flat top does.
            face(", top face", piece.top, piece.bottom.most_mm + thick);
            face(", bottom face", piece.bottom, thick);
        }
        if (!faces.empty()) {
            reportRig(in_.choices.rig, in_.choices.method, rigPlan(in_.choices.rig, in_.choices.method, faces),
                      plan_.figures, plan_.findings);
        }
    }

    /// Neighbouring slabs whose touching faces are shown mirror each other.
    [[nodiscard]] bool neighbours() const
    {
        const Slab& a = *in_.slabs[0];
        const Slab& b = *in_.slabs[1];
        if (!(a.log == b.log) || a.sequence == 0 || b.sequence == 0) {
            return false;
        }
        const auto& pieces = in_.layup->pieces;
        if (a.sequence + 1 == b.sequence) { // a above b in the log: a shows its bottom, b its top
            return pieces[0].turnedOver && !pieces[1].turnedOver;
        }
        return b.sequence + 1 == a.sequence && pieces[1].turnedOver && !pieces[0].turnedOver;
    }

    const FlattenInput& in_;
    Figure possible_;
    FlattenPlan plan_;
};

} // namespace

FlattenPlan flattenPlan(const FlattenInput& input)
{
    return FlattenBuilder(input).run();
}

} // namespace burl
