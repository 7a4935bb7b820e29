#include "core/flatten/thickness_range.h"

// Method: each face is a bent sheet (a quadratic of any size: wind, bow and cup) with waves on it, a Gaussian field of
// Matern's kind with smoothness 3/2, read with some error. Which length and height the waves have is weighed by how
// well each would explain the readings. A sample draws waves by their spectrum, ties them to the readings by kriging,
// adds the saw's marks, and asks the plan of planes how thick that slab would be.

#include <algorithm>
#include <cmath>
#include <memory>
#include <random>

#include <Eigen/Cholesky>
#include <Eigen/Core>

namespace burl
{
namespace
{

constexpr int kFeatures = 48;      // waves of a sample
constexpr int kMostPoints = 900;   // looked at on each face
constexpr double kSheet_mm = 40.0; // how far a sheet may be bent, at its rim; anything a slab does
constexpr double kHidden_mm = 0.4; // of a face, spots that no model of waves has
constexpr double kLow = 0.04;      // a little more than nine in ten: the waves are a model
constexpr double kHigh = 0.97;
constexpr double kLeastWeight = 0.02;
constexpr std::size_t kLeastReadings = 10;
constexpr std::size_t kMostReadings = 700; // on each face
constexpr int kSheetTerms = 3;
// What is tried for the waves of a face: their length in steps of the grid, and the share of it that is the tool's.
constexpr double kWaveSteps[] = {0.5, 0.8, 1.2, 1.8, 2.8, 4.5, 8.0};
constexpr double kShares[] = {0.01, 0.04, 0.15, 0.5, 1.5};
constexpr double kChain_mm = 1.0, kCircular_mm = 0.4, kBand_mm = 0.15; // marks of a saw (custom)

struct Waves {
    double length_mm = 0.0; // over which heights forget each other
    double share = 0.0;     // of reading error and unevenness in the waves' variance
    double weight = 0.0;
    double scale_mm2 = 0.0;                              // variance of the waves that fits best
    std::unique_ptr<Eigen::LLT<Eigen::MatrixXd>> factor; // of the readings' covariance, variance 1
    Eigen::MatrixXd toPoints;                            // covariance of points and readings, variance 1
};

double matern(double distance, double length)
{
    const double r = std::sqrt(3.0) * distance / length;
    return (1.0 + r) * std::exp(-r);
}

class ReadFace
{
public:
    ReadFace(const std::vector<Point3>& readings, const std::vector<Vec2>& points, double readError_mm)
        : readings_(readings), points_(points), readError_mm_(readError_mm),
          n_(static_cast<Eigen::Index>(readings.size()))
    {
        Box box{1e300, 1e300, -1e300, -1e300};
        for (const Point3& p : readings) {
            box = {std::min(box.left, p.x), std::min(box.bottom, p.y), std::max(box.right, p.x),
                   std::max(box.top, p.y)};
        }
        middle_ = {(box.left + box.right) / 2.0, (box.bottom + box.top) / 2.0};
        half_ = {std::max(1.0, box.width() / 2.0), std::max(1.0, box.height() / 2.0)};
        // The plane of the readings is taken away first, so that a leaning slab costs no precision.
        Eigen::MatrixXd basis(n_, 3);
        Eigen::VectorXd z(n_);
        for (Eigen::Index i = 0; i < n_; ++i) {
            const Point3& p = readings[static_cast<size_t>(i)];
            const Vec2 u = scaled({p.x, p.y});
            basis.row(i) << 1.0, u.x, u.y;
            z(i) = p.z;
        }
        plane_ = (basis.transpose() * basis).ldlt().solve(basis.transpose() * z);
        heights_ = z - basis * plane_;
        spacing_ = std::sqrt(box.width() * box.height() / std::max(1.0, static_cast<double>(n_)));
        weigh(readError_mm);
    }

    /// Heights of the points as they may be.
    [[nodiscard]] Eigen::VectorXd sample(std::mt19937& random) const
    {
        std::normal_distribution<double> normal;
        std::discrete_distribution<size_t> pick = choice();
        const Waves& w = waves_[pick(random)];
        // The variance is known only as well as so many readings tell it.
        std::chi_squared_distribution<double> chi(static_cast<double>(n_ - kSheetTerms));
        const double scale = std::sqrt(w.scale_mm2 * static_cast<double>(n_ - kSheetTerms) / chi(random));

        const Eigen::Index m = static_cast<Eigen::Index>(points_.size());
        Eigen::VectorXd atReadings = Eigen::VectorXd::Zero(n_);
        Eigen::VectorXd atPoints = Eigen::VectorXd::Zero(m);
        // Frequencies of the field: Student's t with three degrees of freedom in two directions.
        std::chi_squared_distribution<double> three(3.0);
        std::uniform_real_distribution<double> phase(0.0, 2.0 * std::acos(-1.0));
        for (int k = 0; k < kFeatures; ++k) {
            const double stretch = std::sqrt(3.0 / three(random)) / w.length_mm;
            const double wx = normal(random) * stretch;
            const double wy = normal(random) * stretch;
            const double start = phase(random);
            for (Eigen::Index i = 0; i < n_; ++i) {
                const Point3& p = readings_[static_cast<size_t>(i)];
                atReadings(i) += std::cos(wx * p.x + wy * p.y + start);
            }
            for (Eigen::Index i = 0; i < m; ++i) {
                const Vec2 p = points_[static_cast<size_t>(i)];
                atPoints(i) += std::cos(wx * p.x + wy * p.y + start);
            }
        }
        const double each = scale * std::sqrt(2.0 / kFeatures);
        atReadings *= each;
        atPoints *= each;
        // What is uneven beyond the error of a reading is wood: it stands between the readings as well.
        const double rough = std::sqrt(std::max(0.0, scale * scale * w.share - readError_mm_ * readError_mm_));
        // A bent sheet of any size besides.
        Eigen::VectorXd sheet(kSheetTerms);
        for (int k = 0; k < kSheetTerms; ++k) {
            sheet(k) = kSheet_mm * normal(random);
        }
        for (Eigen::Index i = 0; i < n_; ++i) {
            const Point3& p = readings_[static_cast<size_t>(i)];
            atReadings(i) += sheetTerms({p.x, p.y}).dot(sheet) + scale * std::sqrt(w.share) * normal(random);
        }
        Eigen::VectorXd out = w.toPoints * w.factor->solve(heights_ - atReadings);
        for (Eigen::Index i = 0; i < m; ++i) {
            const Vec2 p = points_[static_cast<size_t>(i)];
            const Vec2 u = scaled(p);
            out(i) += rough * normal(random) + atPoints(i) + sheetTerms(p).dot(sheet) + plane_(0) + plane_(1) * u.x +
                      plane_(2) * u.y;
        }
        return out;
    }

private:
    [[nodiscard]] Vec2 scaled(Vec2 p) const { return {(p.x - middle_.x) / half_.x, (p.y - middle_.y) / half_.y}; }
    [[nodiscard]] Eigen::Matrix<double, kSheetTerms, 1> sheetTerms(Vec2 at) const
    {
        const Vec2 u = scaled(at);
        Eigen::Matrix<double, kSheetTerms, 1> out;
        out << 1.0, u.x, u.y;
        return out;
    }

    [[nodiscard]] std::discrete_distribution<size_t> choice() const
    {
        std::vector<double> weights;
        for (const Waves& w : waves_) {
            weights.push_back(w.weight);
        }
        return {weights.begin(), weights.end()};
    }

    /// How likely each kind of waves is, given the readings.
    void weigh(double readError_mm)
    {
        Eigen::MatrixXd distance(n_, n_);
        Eigen::MatrixXd basis(n_, kSheetTerms);
        for (Eigen::Index i = 0; i < n_; ++i) {
            const Point3& a = readings_[static_cast<size_t>(i)];
            basis.row(i) = sheetTerms({a.x, a.y}).transpose();
            for (Eigen::Index j = 0; j < n_; ++j) {
                const Point3& b = readings_[static_cast<size_t>(j)];
                distance(i, j) = std::hypot(a.x - b.x, a.y - b.y);
            }
        }
        double best = -1e300;
        for (const double steps : kWaveSteps) {
            for (const double share : kShares) {
                Waves w;
                w.length_mm = steps * spacing_;
                w.share = share;
                Eigen::MatrixXd covariance = distance.unaryExpr([&](double d) { return matern(d, w.length_mm); });
                covariance.diagonal().array() += share;
                const Eigen::LLT<Eigen::MatrixXd> plain(covariance);
                if (plain.info() != Eigen::Success) {
                    continue;
                }
                // The sheet is integrated out: restricted likelihood, its variance at its best.
                const Eigen::MatrixXd solved = plain.solve(basis);
                const Eigen::MatrixXd inner = basis.transpose() * solved;
                const Eigen::LLT<Eigen::MatrixXd> sheet(inner);
                if (sheet.info() != Eigen::Success) {
                    continue;
                }
                const Eigen::VectorXd left = heights_ - basis * sheet.solve(basis.transpose() * plain.solve(heights_));
                const double freedom = static_cast<double>(n_ - kSheetTerms);
                w.scale_mm2 = std::max(left.dot(plain.solve(left)) / freedom, 1e-8);
                // Readings cannot be surer than the tool: of what is uneven some is its error.
                const double error = readError_mm * readError_mm;
                const double told = w.scale_mm2 * share;
                const double doubt = told < error ? std::log(told / error) : 0.0;
                const double logLikelihood = -0.5 * freedom * std::log(w.scale_mm2) - halfLogDeterminant(plain) -
                                             halfLogDeterminant(sheet) + 0.5 * doubt;
                w.weight = logLikelihood;
                best = std::max(best, logLikelihood);
                waves_.push_back(std::move(w));
            }
        }
        for (Waves& w : waves_) {
            w.weight = std::exp(w.weight - best);
        }
        std::erase_if(waves_, [](const Waves& w) { return !(w.weight > kLeastWeight); });
        for (Waves& w : waves_) {
            prepare(w, distance, basis);
        }
    }

    static double halfLogDeterminant(const Eigen::LLT<Eigen::MatrixXd>& factor)
    {
        return factor.matrixLLT().diagonal().array().log().sum();
    }

    void prepare(Waves& w, const Eigen::MatrixXd& distance, const Eigen::MatrixXd& basis)
    {
        const double sheet = kSheet_mm * kSheet_mm / w.scale_mm2;
        Eigen::MatrixXd covariance = distance.unaryExpr([&](double d) { return matern(d, w.length_mm); });
        covariance.diagonal().array() += w.share;
        covariance += sheet * basis * basis.transpose();
        w.factor = std::make_unique<Eigen::LLT<Eigen::MatrixXd>>(covariance);
        const Eigen::Index m = static_cast<Eigen::Index>(points_.size());
        w.toPoints.resize(m, n_);
        for (Eigen::Index i = 0; i < m; ++i) {
            const Vec2 p = points_[static_cast<size_t>(i)];
            const Eigen::VectorXd terms = sheet * (basis * sheetTerms(p));
            for (Eigen::Index j = 0; j < n_; ++j) {
                const Point3& r = readings_[static_cast<size_t>(j)];
                w.toPoints(i, j) = matern(std::hypot(p.x - r.x, p.y - r.y), w.length_mm) + terms(j);
            }
        }
    }

    const std::vector<Point3>& readings_;
    const std::vector<Vec2>& points_;
    double readError_mm_;
    Eigen::Index n_;
    Vec2 middle_;
    Vec2 half_;
    double spacing_ = 100.0;
    Eigen::VectorXd plane_;
    Eigen::VectorXd heights_;
    std::vector<Waves> waves_;
};

/// Places all over the wood, close enough that little hides between them.
std::vector<Vec2> placesIn(const Ring& outline, const std::vector<Ring>& mayBeLow)
{
    std::vector<Vec2> out;
    const Box box = boundsOf(outline);
    const double step = std::max(5.0, std::sqrt(area_mm2(std::span<const Vec2>(outline)) / kMostPoints));
    const int along = std::max(2, static_cast<int>(box.width() / step));
    const int across = std::max(2, static_cast<int>(box.height() / step));
    for (int j = 0; j < across; ++j) {
        for (int i = 0; i < along; ++i) {
            const Vec2 p{box.left + (i + 0.5) * box.width() / along, box.bottom + (j + 0.5) * box.height() / across};
            const bool low =
                std::any_of(mayBeLow.begin(), mayBeLow.end(), [p](const Ring& ring) { return contains(ring, p); });
            if (!low && contains(outline, p)) {
                out.push_back(p);
            }
        }
    }
    // The rim as well: a cup and a wind are deepest there.
    double since = step;
    for (size_t i = 0; i < outline.size(); ++i) {
        const Vec2 a = outline[i];
        const Vec2 b = outline[(i + 1) % outline.size()];
        since += length(b - a);
        if (since >= step) {
            since = 0.0;
            out.push_back(b);
        }
    }
    return out;
}

/// Both kinds of readings together, evenly thinned: the work grows with the cube of their number, and a dense scan
/// leaves nothing open that a part of it does not tell.
std::vector<Point3> thinned(const std::vector<Point3>& counted, const std::vector<Point3>& beside)
{
    std::vector<Point3> out;
    const size_t all = counted.size() + beside.size();
    const size_t step = (all + kMostReadings - 1) / kMostReadings;
    for (size_t i = 0; i < all; i += std::max<size_t>(1, step)) {
        out.push_back(i < counted.size() ? counted[i] : beside[i - counted.size()]);
    }
    return out;
}

} // namespace

double sawMarksOf(const std::string& cut)
{
    return cut.find("chain") != std::string::npos      ? kChain_mm
           : cut.find("circular") != std::string::npos ? kCircular_mm
                                                       : kBand_mm;
}

Interval intervalOf(std::vector<double> samples)
{
    std::sort(samples.begin(), samples.end());
    const auto quantile = [&](double q) {
        const double at = q * static_cast<double>(samples.size() - 1);
        const auto i = static_cast<size_t>(at);
        const double next = samples[std::min(i + 1, samples.size() - 1)];
        return samples[i] + (at - static_cast<double>(i)) * (next - samples[i]);
    };
    return {quantile(kLow), quantile(0.5), quantile(kHigh)};
}

Expected<ThicknessRange> thicknessRange(const ThicknessRangeInput& input, const RangeProgress& progress)
{
    if (input.top.size() < kLeastReadings || input.bottom.size() < kLeastReadings) {
        return refuse("range.too_few", "Ten readings on each face are needed to tell how sure the thickness is: "
                                       "read a finer grid.");
    }
    const auto promised = thickestSlab(input.top, input.bottom);
    if (!promised) {
        return tl::unexpected(promised.error());
    }
    const std::vector<Vec2> places = placesIn(input.outline, input.mayBeLow);
    const std::vector<Point3> topRead = thinned(input.top, input.besideTop);
    const std::vector<Point3> bottomRead = thinned(input.bottom, input.besideBottom);
    const ReadFace top(topRead, places, input.readError_mm);
    const ReadFace bottom(bottomRead, places, input.readError_mm);
    std::mt19937 random(input.seed);
    std::normal_distribution<double> normal;
    std::vector<double> thicknesses;
    std::vector<double> holds[2] = {std::vector<double>(places.size(), 0.0), std::vector<double>(places.size(), 0.0)};
    Eigen::VectorXd sums[2] = {Eigen::VectorXd::Zero(static_cast<Eigen::Index>(places.size())),
                               Eigen::VectorXd::Zero(static_cast<Eigen::Index>(places.size()))};
    Eigen::VectorXd squares[2] = {sums[0], sums[0]};
    std::vector<Point3> upper(places.size());
    std::vector<Point3> lower(places.size());
    for (int s = 0; s < input.samples; ++s) {
        if (progress && !progress(static_cast<double>(s) / input.samples)) {
            return refuse("range.stopped", "Stopped.");
        }
        const Eigen::VectorXd zTop = top.sample(random);
        const Eigen::VectorXd zBottom = bottom.sample(random);
        const double tie = input.tieError_mm * normal(random);
        for (size_t i = 0; i < places.size(); ++i) {
            const auto k = static_cast<Eigen::Index>(i);
            // The marks of the saw stand above the mean surface on the one face, below it on the other: what is
            // planed must reach their bottoms.
            upper[i] = {places[i].x, places[i].y, zTop(k) - input.sawMarks_mm};
            lower[i] = {places[i].x, places[i].y, zBottom(k) + input.sawMarks_mm + tie};
        }
        const auto planes = thickestSlab(upper, lower);
        if (!planes) {
            return tl::unexpected(planes.error());
        }
        // Knots stand proud, fibres tear and dry checks sink in spots smaller than any grid finds.
        const double hidden = kHidden_mm * (std::abs(normal(random)) + std::abs(normal(random)));
        thicknesses.push_back(planes->thickness_mm - hidden);
        for (const BindingPoint& b : planes->binding) {
            holds[b.onTop ? 0 : 1][b.index] += b.share;
        }
        sums[0] += zTop;
        sums[1] += zBottom;
        squares[0] += zTop.cwiseProduct(zTop);
        squares[1] += zBottom.cwiseProduct(zBottom);
    }
    const Interval range = intervalOf(thicknesses);
    ThicknessRange out;
    out.promised_mm = promised->thickness_mm;
    out.low_mm = range.low_mm;
    out.likely_mm = range.likely_mm;
    out.high_mm = range.high_mm;
    out.samples_mm = std::move(thicknesses);
    double most = 0.0;
    for (const int face : {0, 1}) {
        for (size_t i = 0; i < places.size(); ++i) {
            const auto k = static_cast<Eigen::Index>(i);
            const double mean = sums[face](k) / input.samples;
            const double spread = std::sqrt(std::max(0.0, squares[face](k) / input.samples - mean * mean));
            if (holds[face][i] * spread > most) {
                most = holds[face][i] * spread;
                out.oneMore = ThicknessRange::Wanted{places[i], face == 0, spread};
            }
        }
    }
    return out;
}

} // namespace burl
