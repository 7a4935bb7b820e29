#include "scene/table_scene.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <QPainter>

#include "core/geometry/simplify.h"
#include "drawing/view.h"

namespace burl
{
namespace
{

constexpr double kFacePixel_mm = 1.6; // of a face's picture
constexpr double kStray_mm = 0.4;     // of an outline, for fewer triangles
constexpr double kInside_mm = 9.0;
constexpr double kMostEdge_mm = 60.0; // of the loft between both faces

Rgb linear(const QColor& c)
{
    constexpr double kFull = 255.0;
    constexpr double kGamma = 2.2;
    const auto one = [](double v) { return static_cast<float>(std::pow(v, kGamma)); };
    return {one(c.red() / kFull), one(c.green() / kFull), one(c.blue() / kFull)};
}

class Builder
{
public:
    Builder(const Job& job, const Shop& shop, const Plan& plan, const PictureSource& pictures,
            const SceneChoices& choices)
        : job_(job), shop_(shop), plan_(plan), pictures_(pictures), choices_(choices),
          high_(plan.base->surface.value()), low_(high_ - plan.flatten->thickness.value())
    {
    }

    TableScene scene()
    {
        for (size_t i = 0; i < plan_.layup->pieces.size(); ++i) {
            piece(i);
        }
        resin();
        rods();
        base();
        const Box& box = plan_.layup->finalBox;
        out_.middle = {(box.left + box.right) / 2.0, (box.bottom + box.top) / 2.0, high_ * 0.55};
        out_.radius_mm = std::hypot(box.width() / 2.0, box.height() / 2.0, high_ / 2.0);
        if (choices_.chairs && chairs()) {
            constexpr double kBehind_mm = 420.0; // the ball goes round them too
            out_.radius_mm += kBehind_mm;
        }
        out_.cut = !choices_.floor;
        room();
        return std::move(out_);
    }

private:
    static void corner(SceneSurface& s, Point3 at)
    {
        for (const double v : {at.x, at.y, at.z}) {
            s.corners.push_back(static_cast<float>(v));
        }
    }
    static void quad(SceneSurface& s, const std::array<Point3, 4>& q)
    {
        const auto first = static_cast<unsigned>(s.corners.size() / 3);
        for (const Point3& p : q) {
            corner(s, p);
        }
        for (const unsigned i : {0U, 1U, 2U, 0U, 2U, 3U}) {
            s.triangles.push_back(first + i);
        }
    }

    /// A flat face at a height, with its picture; `up` or seen from below.
    void face(const Region& region, double z, bool up, SceneMaterial material, const QTransform* toPixel)
    {
        SceneSurface s;
        s.material = material;
        for (const auto& t : trapezoids(region)) {
            std::array<Vec2, 4> q = t;
            if (!up) {
                std::reverse(q.begin(), q.end());
            }
            quad(s, {Point3{q[0].x, q[0].y, z}, {q[1].x, q[1].y, z}, {q[2].x, q[2].y, z}, {q[3].x, q[3].y, z}});
            if (toPixel != nullptr) {
                for (const Vec2 p : q) {
                    const QPointF at = toPixel->map(QPointF(p.x, p.y));
                    s.places.push_back(static_cast<float>(at.x()));
                    s.places.push_back(static_cast<float>(at.y()));
                }
            }
        }
        out_.surfaces.push_back(std::move(s));
    }

    static Vec2 nearestOn(const Ring& ring, Vec2 p)
    {
        Vec2 best = ring.front();
        double least = std::numeric_limits<double>::infinity();
        for (size_t i = 0; i < ring.size(); ++i) {
            const Vec2 a = ring[i];
            const Vec2 way = ring[(i + 1) % ring.size()] - a;
            const double along = dot(way, way) > 0.0 ? std::clamp(dot(p - a, way) / dot(way, way), 0.0, 1.0) : 0.0;
            const Vec2 at = a + way * along;
            if (length(at - p) < least) {
                least = length(at - p);
                best = at;
            }
        }
        return best;
    }

    /// Between the rims of both faces.
    void edge(const Ring& upper, const Ring& lower, const SceneMaterial& material, const QTransform* toPixel)
    {
        if (upper.size() < 3) {
            return;
        }
        SceneSurface s;
        s.material = material;
        const bool anticlockwise = signedArea_mm2(upper) > 0.0;
        Ring rim;
        for (size_t i = 0; i < upper.size(); ++i) { // no stretch so long that the other face's bends are lost
            const Vec2 a = upper[i];
            const Vec2 b = upper[(i + 1) % upper.size()];
            const int parts = std::max(1, static_cast<int>(std::ceil(length(b - a) / kMostEdge_mm)));
            for (int k = 0; k < parts; ++k) {
                rim.push_back(a + (b - a) * (static_cast<double>(k) / parts));
            }
        }
        std::vector<Vec2> below;
        for (const Vec2 p : rim) {
            below.push_back(lower.size() > 2 ? nearestOn(lower, p) : p);
        }
        for (size_t i = 0; i < rim.size(); ++i) {
            const size_t k = (i + 1) % rim.size();
            quad(s, {Point3{below[i].x, below[i].y, low_},
                     {below[k].x, below[k].y, low_},
                     {rim[k].x, rim[k].y, high_},
                     {rim[i].x, rim[i].y, high_}});
            if (toPixel != nullptr) {
                // Its own wood, from a little inside the rim: at the rim itself lies the line that was cut along.
                const Vec2 way = rim[k] - rim[i];
                const double long_mm = std::max(1e-6, length(way));
                const Vec2 in = Vec2{-way.y, way.x} * ((anticlockwise ? kInside_mm : -kInside_mm) / long_mm);
                for (const Vec2 p : {rim[i] + in, rim[k] + in, rim[k] + in, rim[i] + in}) {
                    const QPointF at = toPixel->map(QPointF(p.x, p.y));
                    s.places.push_back(static_cast<float>(at.x()));
                    s.places.push_back(static_cast<float>(at.y()));
                }
            }
        }
        out_.surfaces.push_back(std::move(s));
    }

    static Region simple(const Region& region)
    {
        Region out;
        for (const Ring& ring : region) {
            std::vector<Vec2> line = ring;
            line.push_back(ring.front());
            line = simplified(line, kStray_mm);
            line.pop_back();
            if (line.size() > 2) {
                out.push_back(std::move(line));
            }
        }
        return out;
    }

    /// The picture of a piece's face with what is filled in it; and the way from the top into it.
    int picture(size_t index, bool under, QTransform& toPixel)
    {
        const PlacedPiece& piece = plan_.layup->pieces[index];
        const Slab* slab = shop_.slab(piece.slab);
        if (slab == nullptr) {
            return -1;
        }
        const Face shown = piece.turnedOver != under ? Face::Bottom : Face::Top;
        FaceImage image = pictureOfFace(*slab, shown, kFacePixel_mm, pictures_);
        if (image.image.isNull()) {
            image = drawFace(*slab, shown, kFacePixel_mm);
        }
        if (image.image.isNull()) {
            return -1;
        }
        toPixel = transformOf(piece.place).inverted() * image.toSlab.inverted();
        QImage picture = image.image.convertToFormat(QImage::Format_ARGB32);
        QPainter p(&picture);
        p.setRenderHint(QPainter::Antialiasing);
        p.setTransform(toPixel);
        p.setPen(Qt::NoPen);
        const ResinLook look = resinLook(job_.fill.colours.first, job_.fill.pigment_pct);
        QColor colour = QColor::fromRgbF(std::pow(look.colour[0], 1 / 2.2F), std::pow(look.colour[1], 1 / 2.2F),
                                         std::pow(look.colour[2], 1 / 2.2F));
        colour.setAlphaF(1.0F - 0.6F * look.clear);
        p.setBrush(colour);
        for (const FillItem& item : plan_.fill->items) {
            if (item.river || item.seal || item.pieceIndex != index || !(under ? item.onUnder : item.onShow)) {
                continue;
            }
            QPolygonF ring;
            for (const Vec2 at : item.onTable) {
                ring << QPointF(at.x, at.y);
            }
            p.drawPolygon(ring);
        }
        p.setBrush(QColor(0x4a, 0x2f, 0x1e));
        for (const ButterflyKey& key : plan_.layup->keys) {
            if (key.slab == piece.slab && !under) {
                QPolygonF ring;
                for (const Vec2 at : key.outline()) {
                    ring << QPointF(at.x, at.y);
                }
                p.drawPolygon(ring);
            }
        }
        p.end();
        out_.pictures.push_back(std::move(picture));
        return static_cast<int>(out_.pictures.size()) - 1;
    }

    void piece(size_t index)
    {
        const PlacedPiece& piece = plan_.layup->pieces[index];
        const Region show = simple(piece.kept);
        const Region under = piece.keptUnder.empty() ? show : simple(piece.keptUnder);
        SceneMaterial wood;
        wood.gloss = 0.045F;
        wood.colour = linear(QColor(0xc8, 0xa0, 0x70));
        QTransform toShow;
        QTransform toUnder;
        wood.picture = picture(index, false, toShow);
        face(show, high_, true, wood, wood.picture >= 0 ? &toShow : nullptr);
        SceneMaterial edgeWood = wood;
        edgeWood.of = SurfaceOf::WoodEdge;
        edgeWood.gloss = 0.02F;
        for (const Ring& ring : show) {
            edge(ring, largestRing(under), edgeWood, wood.picture >= 0 ? &toShow : nullptr);
        }
        wood.picture = picture(index, true, toUnder);
        face(under, low_, false, wood, wood.picture >= 0 ? &toUnder : nullptr);
    }

    void resin()
    {
        const LayupPlan& layup = *plan_.layup;
        if (!layup.gap || !layup.gapInput || layup.openGap) {
            return;
        }
        const ResinLook look = resinLook(job_.fill.colours.first, job_.fill.pigment_pct);
        SceneMaterial m;
        m.of = SurfaceOf::Resin;
        m.colour = look.colour;
        m.clear = look.clear;
        m.gloss = 0.05F;
        m.reach_mm = 60.0F;
        const Region whole = finalOutline(layup);
        const auto wood = [&](bool under) {
            Region all;
            for (const PlacedPiece& p : layup.pieces) {
                const Region& kept = under && !p.keptUnder.empty() ? p.keptUnder : p.kept;
                all.insert(all.end(), kept.begin(), kept.end());
            }
            return unionOf(all);
        };
        const Region show =
            simple(difference(intersection({gapRing(*layup.gapInput, *layup.gap, false)}, whole), wood(false)));
        const Region under =
            simple(difference(intersection({gapRing(*layup.gapInput, *layup.gap, true)}, whole), wood(true)));
        face(show, high_, true, m, nullptr);
        face(under, low_, false, m, nullptr);
        // Its ends; along the wood the banks themselves are seen through it.
        SceneSurface ends;
        ends.material = m;
        for (const double x : {layup.finalBox.left, layup.finalBox.right}) {
            const auto level = [x](const Region& region) {
                std::vector<double> ys;
                for (const Ring& ring : region) {
                    for (const Vec2 p : ring) {
                        if (std::abs(p.x - x) < 1.0) {
                            ys.push_back(p.y);
                        }
                    }
                }
                return ys;
            };
            const std::vector<double> a = level(show);
            const std::vector<double> b = level(under);
            if (a.size() < 2 || b.size() < 2) {
                continue;
            }
            const auto [a0, a1] = std::minmax_element(a.begin(), a.end());
            const auto [b0, b1] = std::minmax_element(b.begin(), b.end());
            std::array<Point3, 4> q{Point3{x, *b0, low_}, {x, *b1, low_}, {x, *a1, high_}, {x, *a0, high_}};
            if (x == layup.finalBox.left) {
                std::reverse(q.begin(), q.end());
            }
            quad(ends, q);
        }
        if (!ends.triangles.empty()) {
            out_.surfaces.push_back(std::move(ends));
        }
    }

    void prism(SceneSurface& s, const Prism& shape)
    {
        const size_t n = shape.low.size();
        const Point3 middle = shape.middle();
        const auto outwards = [&](std::array<Point3, 4> q) {
            const Point3 normal = cross(q[1] - q[0], q[2] - q[0]);
            if (dot(normal, (q[0] + q[2]) * 0.5 - middle) < 0.0) {
                std::reverse(q.begin(), q.end());
            }
            quad(s, q);
        };
        for (size_t i = 0; i < n; ++i) {
            const size_t k = (i + 1) % n;
            outwards({shape.low[i], shape.low[k], shape.high[k], shape.high[i]});
        }
        for (const auto* rim : {&shape.low, &shape.high}) { // without hollow corners: a fan of quads
            for (size_t i = 1; i + 1 < n; i += 2) {
                outwards({(*rim)[0], (*rim)[i], (*rim)[i + 1], (*rim)[std::min(i + 2, n - 1)]});
            }
        }
    }

    void rods()
    {
        SceneSurface s;
        s.material.of = SurfaceOf::Steel;
        s.material.colour = {0.35F, 0.35F, 0.36F};
        s.material.gloss = 0.3F;
        const double z = (high_ + low_) / 2.0;
        for (const Rod& rod : plan_.layup->rods) {
            const double in = (rod.cut_mm - rod.gap_mm) / 2.0;
            prism(s, roundBar({rod.x_mm, valueAt(plan_.layup->near().upper, rod.x_mm) - in, z},
                              {rod.x_mm, valueAt(plan_.layup->far().lower, rod.x_mm) + in, z},
                              job_.layup.rods.diameter_mm, 12));
        }
        if (!s.triangles.empty()) {
            out_.surfaces.push_back(std::move(s));
        }
    }

    void base()
    {
        if (!plan_.base->shape) {
            return;
        }
        SceneSurface steel;
        steel.material.of = SurfaceOf::Steel;
        const bool raw = job_.base.coat == MetalCoat::Raw;
        steel.material.colour = raw ? Rgb{0.22F, 0.22F, 0.23F} : Rgb{0.018F, 0.018F, 0.02F};
        steel.material.gloss = raw ? 0.25F : 0.04F;
        SceneSurface wood;
        wood.material.of = SurfaceOf::BaseWood;
        wood.material.colour = linear(QColor(0xb9, 0x8f, 0x60));
        wood.material.gloss = 0.04F;
        SceneSurface foot;
        foot.material.of = SurfaceOf::Foot;
        foot.material.colour = {0.05F, 0.05F, 0.05F};
        for (const BasePart& part : plan_.base->shape->parts) {
            prism(part.of == PartOf::Wood ? wood : part.of == PartOf::Foot ? foot : steel, part.shape);
        }
        for (SceneSurface* s : {&steel, &wood, &foot}) {
            if (!s->triangles.empty()) {
                out_.surfaces.push_back(std::move(*s));
            }
        }
    }

    void chair(SceneSurface& s, Vec2 at, double turn)
    {
        const double seat = job_.base.seat_mm;
        constexpr double kHalf = 210.0;
        constexpr double kLeg = 17.0;
        constexpr double kBack = 400.0;
        const double c = std::cos(turn);
        const double n = std::sin(turn);
        const auto box = [&](Box b, double low, double high) {
            Prism p = boxPrism(b, low, high);
            for (auto* rim : {&p.low, &p.high}) {
                for (Point3& q : *rim) {
                    q = {at.x + q.x * c - q.y * n, at.y + q.x * n + q.y * c, q.z};
                }
            }
            prism(s, p);
        };
        box({-kHalf, -kHalf, kHalf, kHalf}, seat - 22.0, seat);
        for (const double x : {-1.0, 1.0}) {
            for (const double y : {-1.0, 1.0}) {
                const double px = x * (kHalf - kLeg);
                const double py = y * (kHalf - kLeg);
                box({px - kLeg, py - kLeg, px + kLeg, py + kLeg}, 0.0, y < 0.0 ? seat + kBack : seat - 22.0);
            }
        }
        box({-kHalf, -kHalf - 4.0, kHalf, -kHalf + 24.0}, seat + kBack - 170.0, seat + kBack);
        if (job_.base.arms_mm) {
            for (const double x : {-1.0, 1.0}) {
                const double px = x * (kHalf - kLeg);
                box({px - kLeg, -kHalf, px + kLeg, kHalf}, *job_.base.arms_mm - 22.0, *job_.base.arms_mm);
            }
        }
    }

    /// Round it, drawn back a little, their backs away from the table; whether there are any.
    bool chairs()
    {
        const double usual = plan_.base->seats.known() ? plan_.base->seats.value() : 0.0;
        const int count = static_cast<int>(job_.base.chairs.value_or(high_ > 600.0 ? usual : 0.0));
        if (count <= 0) {
            return false;
        }
        SceneSurface s;
        s.material.of = SurfaceOf::Chair;
        s.material.colour = linear(QColor(0x9a, 0x86, 0x70));
        const Box& box = plan_.layup->finalBox;
        constexpr double kBack_mm = 190.0; // of a seat's middle from the rim
        const Vec2 middle{(box.left + box.right) / 2.0, (box.bottom + box.top) / 2.0};
        constexpr double kPi = 3.14159265358979323846;
        if (!plan_.layup->shape.empty()) {
            for (int i = 0; i < count; ++i) {
                const double turn = 2.0 * kPi * i / count;
                const Vec2 out{std::cos(turn), std::sin(turn)};
                chair(s, middle + Vec2{out.x * (box.width() / 2.0 + kBack_mm), out.y * (box.height() / 2.0 + kBack_mm)},
                      turn + kPi / 2.0);
            }
        } else {
            const double place = job_.base.place_mm;
            const int mostEnds = box.height() >= place ? 2 : 0;
            const int side = std::max(1, static_cast<int>(std::floor(box.width() / place)));
            const int ends = std::clamp(count - 2 * side, 0, mostEnds);
            const int far = (count - ends + 1) / 2;
            const int near = count - ends - far;
            const auto row = [&](int n, double y, double turn) {
                for (int i = 0; i < n; ++i) {
                    chair(s, {box.left + box.width() * (i + 0.5) / n, y}, turn);
                }
            };
            row(near, box.bottom - kBack_mm, 0.0);
            row(far, box.top + kBack_mm, kPi);
            for (int i = 0; i < ends; ++i) {
                chair(s, {i == 0 ? box.left - kBack_mm : box.right + kBack_mm, middle.y},
                      i == 0 ? -kPi / 2.0 : kPi / 2.0);
            }
        }
        out_.surfaces.push_back(std::move(s));
        return true;
    }

    void room()
    {
        const bool known = choices_.floor && job_.base.roomLong_mm && job_.base.roomWide_mm && choices_.walls;
        const double halfLong = known ? *job_.base.roomLong_mm / 2.0 : 30000.0;
        const double halfWide = known ? *job_.base.roomWide_mm / 2.0 : 30000.0;
        const Point3& m = out_.middle;
        SceneSurface floor;
        floor.material.of = SurfaceOf::Floor;
        floor.material.colour = {0.46F, 0.42F, 0.37F};
        quad(floor, {Point3{m.x - halfLong, m.y - halfWide, 0},
                     {m.x + halfLong, m.y - halfWide, 0},
                     {m.x + halfLong, m.y + halfWide, 0},
                     {m.x - halfLong, m.y + halfWide, 0}});
        out_.surfaces.push_back(std::move(floor));
        if (!known) {
            return;
        }
        constexpr double kHigh_mm = 2600.0;
        SceneSurface walls;
        walls.material.of = SurfaceOf::Wall;
        walls.material.colour = {0.72F, 0.69F, 0.63F};
        walls.material.oneSided = true;
        const std::array<Point3, 4> corners{Point3{m.x - halfLong, m.y - halfWide, 0},
                                            {m.x + halfLong, m.y - halfWide, 0},
                                            {m.x + halfLong, m.y + halfWide, 0},
                                            {m.x - halfLong, m.y + halfWide, 0}};
        for (size_t i = 0; i < 4; ++i) { // their fronts inwards
            const Point3 a = corners[i];
            const Point3 b = corners[(i + 1) % 4];
            const Point3 up{0, 0, kHigh_mm};
            quad(walls, {b, a, a + up, b + up});
        }
        out_.surfaces.push_back(std::move(walls));
    }

    const Job& job_;
    const Shop& shop_;
    const Plan& plan_;
    const PictureSource& pictures_;
    SceneChoices choices_;
    double high_;
    double low_;
    TableScene out_;
};

} // namespace

std::vector<std::array<Vec2, 4>> trapezoids(const Region& region)
{
    std::vector<double> xs;
    struct Edge {
        Vec2 a, b; // a to the left
    };
    std::vector<Edge> edges;
    for (const Ring& ring : region) {
        for (size_t i = 0; i < ring.size(); ++i) {
            Vec2 a = ring[i];
            Vec2 b = ring[(i + 1) % ring.size()];
            xs.push_back(a.x);
            if (a.x > b.x) {
                std::swap(a, b);
            }
            if (b.x > a.x) {
                edges.push_back({a, b});
            }
        }
    }
    std::sort(xs.begin(), xs.end());
    xs.erase(std::unique(xs.begin(), xs.end(), [](double a, double b) { return b - a < 1e-6; }), xs.end());
    std::sort(edges.begin(), edges.end(), [](const Edge& p, const Edge& q) { return p.a.x < q.a.x; });
    std::vector<std::array<Vec2, 4>> out;
    std::vector<Edge> open;
    size_t next = 0;
    for (size_t i = 0; i + 1 < xs.size(); ++i) {
        const double from = xs[i];
        const double to = xs[i + 1];
        const double mid = (from + to) / 2.0;
        while (next < edges.size() && edges[next].a.x <= mid) {
            open.push_back(edges[next++]);
        }
        std::erase_if(open, [&](const Edge& e) { return e.b.x <= mid; });
        const auto level = [](const Edge& e, double x) {
            return e.a.y + (e.b.y - e.a.y) * (x - e.a.x) / (e.b.x - e.a.x);
        };
        std::vector<Edge> here = open;
        std::sort(here.begin(), here.end(),
                  [&](const Edge& p, const Edge& q) { return level(p, mid) < level(q, mid); });
        for (size_t k = 0; k + 1 < here.size(); k += 2) {
            out.push_back({Vec2{from, level(here[k], from)}, Vec2{to, level(here[k], to)},
                           Vec2{to, level(here[k + 1], to)}, Vec2{from, level(here[k + 1], from)}});
        }
    }
    return out;
}

ResinLook resinLook(const std::string& pigment, double pigment_pct)
{
    struct Named {
        const char* word;
        Rgb colour;
    };
    constexpr Named kNames[] = {
        {"turquoise", {0.02F, 0.36F, 0.36F}}, {"teal", {0.01F, 0.22F, 0.24F}},    {"blue", {0.01F, 0.06F, 0.28F}},
        {"green", {0.02F, 0.18F, 0.06F}},     {"black", {0.008F, 0.008F, 0.01F}}, {"white", {0.8F, 0.8F, 0.78F}},
        {"red", {0.35F, 0.02F, 0.02F}},       {"copper", {0.42F, 0.17F, 0.07F}},  {"bronze", {0.28F, 0.16F, 0.06F}},
        {"gold", {0.5F, 0.32F, 0.08F}},       {"amber", {0.5F, 0.22F, 0.03F}},    {"brown", {0.14F, 0.06F, 0.02F}},
        {"grey", {0.22F, 0.22F, 0.22F}},      {"gray", {0.22F, 0.22F, 0.22F}},    {"smoke", {0.1F, 0.1F, 0.1F}},
        {"silver", {0.5F, 0.5F, 0.5F}},       {"violet", {0.15F, 0.02F, 0.28F}},  {"purple", {0.18F, 0.02F, 0.24F}},
        {"orange", {0.55F, 0.16F, 0.01F}},    {"yellow", {0.6F, 0.45F, 0.03F}}};
    ResinLook out;
    for (const Named& n : kNames) {
        if (pigment.find(n.word) != std::string::npos) {
            out.colour = n.colour;
            // A hundredth of pigment hides what lies some centimetres below.
            out.clear = static_cast<float>(std::clamp(0.75 - 0.35 * pigment_pct, 0.06, 0.75));
            return out;
        }
    }
    if (pigment_pct > 0.0 && !pigment.empty()) { // a name nobody knows
        out.colour = {0.06F, 0.16F, 0.22F};
        out.clear = 0.3F;
    }
    return out;
}

TableScene tableScene(const Job& job, const Shop& shop, const Plan& plan, const PictureSource& pictures,
                      const SceneChoices& choices)
{
    return Builder(job, shop, plan, pictures, choices).scene();
}

} // namespace burl
