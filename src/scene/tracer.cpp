#include "scene/tracer.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>
#include <limits>
#include <numbers>
#include <thread>

#include <embree3/rtcore.h>

#include "scene/light.h"

namespace burl
{

using light::Chance;
using light::V;

namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;
constexpr float kNear_mm = 0.05F; // a ray begins a hair off its surface
constexpr int kBounces = 5;
constexpr int kStrip = 8; // rows that a thread takes at a time

V toV(const Point3& p)
{
    return {static_cast<float>(p.x), static_cast<float>(p.y), static_cast<float>(p.z)};
}

const std::array<float, 256>& linearTable()
{
    static const std::array<float, 256> table = [] {
        std::array<float, 256> t{};
        for (int i = 0; i < 256; ++i) {
            t[static_cast<size_t>(i)] = std::pow(static_cast<float>(i) / 255.0F, 2.2F);
        }
        return t;
    }();
    return table;
}

struct Hit {
    const SceneSurface* surface = nullptr;
    V at;
    V normal; // towards where the ray came from
    bool front = true;
    float far_mm = 0.0F;
    Rgb colour{};
};

} // namespace

struct Tracer::Device {
    RTCDevice device = nullptr;
    RTCScene scene = nullptr;
    const TableScene* of = nullptr;

    [[nodiscard]] Rgb colourAt(const SceneSurface& s, unsigned triangle, float u, float v) const
    {
        const SceneMaterial& m = s.material;
        if (m.picture < 0 || s.places.empty()) {
            return m.colour;
        }
        const QImage& picture = of->pictures[static_cast<size_t>(m.picture)];
        const float w = 1.0F - u - v;
        float x = 0.0F;
        float y = 0.0F;
        const std::array<float, 3> share{w, u, v};
        for (size_t k = 0; k < 3; ++k) {
            const size_t corner = s.triangles[static_cast<size_t>(triangle) * 3 + k];
            x += share[k] * s.places[corner * 2];
            y += share[k] * s.places[corner * 2 + 1];
        }
        const int px = std::clamp(static_cast<int>(x), 0, picture.width() - 1);
        const int py = std::clamp(static_cast<int>(y), 0, picture.height() - 1);
        const QRgb c = reinterpret_cast<const QRgb*>(picture.constScanLine(py))[px];
        if (qAlpha(c) < 128) {
            return m.colour;
        }
        const auto& t = linearTable();
        Rgb out{t[static_cast<size_t>(qRed(c))], t[static_cast<size_t>(qGreen(c))], t[static_cast<size_t>(qBlue(c))]};
        if (m.of == SurfaceOf::WoodEdge) { // darker where the bark was, or end grain shows
            constexpr float kDark = 0.55F;
            for (float& one : out) {
                one *= kDark;
            }
        }
        return out;
    }

    [[nodiscard]] bool hit(V from, V way, Hit& out) const
    {
        RTCIntersectContext context{};
        rtcInitIntersectContext(&context);
        V start = from;
        float gone = 0.0F;
        for (int through = 0; through < 8; ++through) {
            RTCRayHit r{};
            r.ray.org_x = start.x;
            r.ray.org_y = start.y;
            r.ray.org_z = start.z;
            r.ray.dir_x = way.x;
            r.ray.dir_y = way.y;
            r.ray.dir_z = way.z;
            r.ray.tnear = kNear_mm;
            r.ray.tfar = std::numeric_limits<float>::infinity();
            r.ray.time = 0.0F;
            r.ray.mask = 0xffffffffU;
            r.ray.id = 0;
            r.ray.flags = 0;
            r.hit.geomID = RTC_INVALID_GEOMETRY_ID;
            r.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
            rtcIntersect1(scene, &context, &r);
            if (r.hit.geomID == RTC_INVALID_GEOMETRY_ID) {
                return false;
            }
            const SceneSurface& s = of->surfaces[r.hit.geomID];
            const V normal = light::unit({r.hit.Ng_x, r.hit.Ng_y, r.hit.Ng_z});
            const bool front = light::dot(normal, way) < 0.0F;
            const V at = start + way * r.ray.tfar;
            gone += r.ray.tfar;
            if (s.material.oneSided && !front) {
                start = at;
                continue;
            }
            out.surface = &s;
            out.front = front;
            out.normal = front ? normal : normal * -1.0F;
            out.at = at;
            out.far_mm = gone;
            out.colour = colourAt(s, r.hit.primID, r.hit.u, r.hit.v);
            return true;
        }
        return false;
    }

    /// How much of the lamp is seen from there; resin lets some of it through.
    [[nodiscard]] Rgb lit(V from, V way) const
    {
        Rgb share{1.0F, 1.0F, 1.0F};
        V start = from;
        for (int through = 0; through < 6; ++through) {
            Hit h;
            if (!hit(start, way, h)) {
                return share;
            }
            const SceneMaterial& m = h.surface->material;
            if (m.of == SurfaceOf::Wall) {
                return share; // the lamp is in the wall
            }
            if (m.of != SurfaceOf::Resin) {
                return {};
            }
            for (size_t k = 0; k < 3; ++k) {
                share[k] *= m.clear * std::sqrt(m.colour[k]);
            }
            start = h.at;
        }
        return {};
    }

    /// Lit by lamp and sky, without bounces.
    /// What a shadow hides of the photo below it.
    [[nodiscard]] static float shadow(const Rgb& seen)
    {
        constexpr float kDeep = 0.5F; // the sky lights it still
        return kDeep * (1.0F - (seen[0] + seen[1] + seen[2]) / 3.0F);
    }

    [[nodiscard]] Rgb quick(V from, V way, float& cover) const
    {
        Hit h;
        if (!hit(from, way, h)) {
            return light::sky(way);
        }
        cover = 1.0F;
        if (of->cut && h.surface->material.of == SurfaceOf::Floor) {
            cover = shadow(lit(h.at, light::lampMiddle()));
            return {};
        }
        const float lamp = std::max(0.0F, light::dot(h.normal, light::lampMiddle()));
        float shade = 1.0F;
        if (h.surface->material.of == SurfaceOf::Floor) { // where it stands is seen by its shadow
            const Rgb seen = lit(h.at, light::lampMiddle());
            shade = 0.35F + 0.65F * seen[1];
        }
        const float light = (0.55F + 0.25F * h.normal.z) + lamp * light::kLamp * 0.32F;
        Rgb out{};
        for (size_t k = 0; k < 3; ++k) {
            out[k] = h.colour[k] * light * shade;
        }
        return out;
    }

    [[nodiscard]] Rgb fine(V from, V way, Chance& chance, float& cover) const
    {
        Rgb out{};
        Rgb share{1.0F, 1.0F, 1.0F};
        const SceneMaterial* inside = nullptr;
        const auto gather = [&](const Rgb& light, float by) {
            for (size_t k = 0; k < 3; ++k) {
                out[k] += share[k] * light[k] * by;
            }
        };
        for (int bounce = 0; bounce < kBounces; ++bounce) {
            Hit h;
            if (!hit(from, way, h)) {
                gather(light::sky(way), 1.0F);
                return out;
            }
            const SceneMaterial& m = h.surface->material;
            if (bounce == 0) {
                cover = 1.0F;
                if (of->cut && m.of == SurfaceOf::Floor) {
                    cover = shadow(lit(h.at, light::towardsLamp(chance)));
                    return {};
                }
            }
            if (inside != nullptr) { // what it came through has taken its part
                for (size_t k = 0; k < 3; ++k) {
                    share[k] *= std::exp(-h.far_mm / inside->reach_mm * (1.0F - inside->colour[k]));
                }
            }
            const float cosine = std::clamp(-light::dot(h.normal, way), 0.0F, 1.0F);
            const float shine = light::mirror(m.gloss, cosine);
            if (m.gloss > 0.0F && chance.next() < shine) {
                way = way + h.normal * (2.0F * cosine);
                from = h.at;
                if (m.of == SurfaceOf::Steel) {
                    for (size_t k = 0; k < 3; ++k) {
                        share[k] *= 0.6F + 0.4F * m.colour[k];
                    }
                }
                continue;
            }
            if (m.of == SurfaceOf::Resin && chance.next() < m.clear) {
                inside = h.front ? &m : nullptr;
                from = h.at;
                continue; // straight on
            }
            for (size_t k = 0; k < 3; ++k) {
                share[k] *= h.colour[k];
            }
            const V lamp = light::towardsLamp(chance);
            const float falls = light::dot(h.normal, lamp);
            if (falls > 0.0F) {
                gather(lit(h.at, lamp), falls * light::kLamp / std::numbers::pi_v<float> * 1.6F);
            }
            way = light::scattered(h.normal, chance);
            from = h.at;
        }
        return out;
    }
};

Tracer::Tracer(std::shared_ptr<const TableScene> scene) : scene_(std::move(scene)), device_(std::make_unique<Device>())
{
    device_->device = rtcNewDevice("threads=1");
    device_->scene = rtcNewScene(device_->device);
    device_->of = scene_.get();
    for (size_t i = 0; i < scene_->surfaces.size(); ++i) {
        const SceneSurface& s = scene_->surfaces[i];
        RTCGeometry geometry = rtcNewGeometry(device_->device, RTC_GEOMETRY_TYPE_TRIANGLE);
        if (!s.triangles.empty()) {
            auto* corners = static_cast<float*>(rtcSetNewGeometryBuffer(
                geometry, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, 3 * sizeof(float), s.corners.size() / 3));
            std::copy(s.corners.begin(), s.corners.end(), corners);
            auto* triangles = static_cast<unsigned*>(rtcSetNewGeometryBuffer(
                geometry, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3, 3 * sizeof(unsigned), s.triangles.size() / 3));
            std::copy(s.triangles.begin(), s.triangles.end(), triangles);
        }
        rtcCommitGeometry(geometry);
        rtcAttachGeometryByID(device_->scene, geometry, static_cast<unsigned>(i));
        rtcReleaseGeometry(geometry);
    }
    rtcCommitScene(device_->scene);
}

Tracer::~Tracer()
{
    rtcReleaseScene(device_->scene);
    rtcReleaseDevice(device_->device);
}

SceneCamera cameraOf(const SceneEye& eye, const TableScene& scene)
{
    SceneCamera out;
    const double turn = eye.turn_deg * kDegree;
    const double high = eye.high_deg * kDegree;
    const Point3 back{std::cos(high) * std::cos(turn), std::cos(high) * std::sin(turn), std::sin(high)};
    out.at = scene.middle + back * (eye.away * scene.radius_mm);
    out.at.z = std::max(out.at.z, 20.0); // not from under the floor
    out.ahead = unit(scene.middle - out.at);
    const Point3 level{0, 0, 1};
    out.right =
        unit(cross(out.ahead, std::abs(out.ahead.z) > 0.999 ? Point3{std::sin(turn), -std::cos(turn), 0} : level));
    out.up = cross(out.right, out.ahead);
    out.tanHalf = std::tan(eye.lens_deg / 2.0 * kDegree);
    return out;
}

std::optional<Vec2> seenAt(const SceneCamera& camera, Point3 at, int width, int height)
{
    const Point3 way = at - camera.at;
    const double ahead = dot(way, camera.ahead);
    if (ahead <= 1.0) {
        return std::nullopt;
    }
    const double x = dot(way, camera.right) / ahead / camera.tanHalf + camera.shiftX;
    const double y = dot(way, camera.up) / ahead / camera.tanHalf + camera.shiftY;
    return Vec2{(x + 1.0) / 2.0 * width, height / 2.0 - y * width / 2.0};
}

bool Tracer::pass(Film& film, const SceneCamera& camera, bool quick, const std::function<bool()>& goOn) const
{
    const V eye = toV(camera.at);
    const V right = toV(camera.right * camera.tanHalf);
    const V up = toV(camera.up * camera.tanHalf);
    const V ahead = toV(camera.ahead);
    const auto half = static_cast<float>(film.width) / 2.0F;
    std::atomic<int> next{0};
    std::atomic<bool> stopped{false};
    const auto work = [&] {
        for (;;) {
            const int from = next.fetch_add(kStrip);
            if (from >= film.height || stopped) {
                return;
            }
            if (goOn && !goOn()) {
                stopped = true;
                return;
            }
            for (int y = from; y < std::min(film.height, from + kStrip); ++y) {
                for (int x = 0; x < film.width; ++x) {
                    const auto pixel = static_cast<std::uint32_t>(y * film.width + x);
                    Chance chance(pixel, static_cast<std::uint32_t>(film.passes));
                    const float dx = quick ? 0.5F : chance.next();
                    const float dy = quick ? 0.5F : chance.next();
                    const float px = (static_cast<float>(x) + dx) / half - 1.0F - static_cast<float>(camera.shiftX);
                    const float py = (static_cast<float>(film.height) / 2.0F - static_cast<float>(y) - dy) / half -
                                     static_cast<float>(camera.shiftY);
                    const V way = light::unit(ahead + right * px + up * py);
                    float cover = 0.0F;
                    const Rgb c = quick ? device_->quick(eye, way, cover) : device_->fine(eye, way, chance, cover);
                    float* sum = &film.sum[static_cast<size_t>(pixel) * 4];
                    for (size_t k = 0; k < 3; ++k) {
                        constexpr float kMost = 8.0F; // no single ray outshines all others
                        sum[k] += std::min(c[k], kMost) * (scene_->cut ? cover : 1.0F);
                    }
                    sum[3] += cover;
                }
            }
        }
    };
    const unsigned threads = std::clamp(std::thread::hardware_concurrency(), 1U, 8U);
    std::vector<std::thread> helpers;
    for (unsigned i = 1; i < threads; ++i) {
        helpers.emplace_back(work);
    }
    work();
    for (std::thread& t : helpers) {
        t.join();
    }
    ++film.passes;
    return !stopped;
}

QImage imageOf(const Film& film, bool cut)
{
    QImage out(film.width, film.height, cut ? QImage::Format_ARGB32_Premultiplied : QImage::Format_RGB32);
    const float by = 1.0F / static_cast<float>(std::max(1, film.passes));
    static const std::array<unsigned char, 4096> tones = [] {
        std::array<unsigned char, 4096> t{};
        for (size_t i = 0; i < t.size(); ++i) {
            t[i] = static_cast<unsigned char>(
                std::lround(255.0F * std::pow(static_cast<float>(i) / static_cast<float>(t.size() - 1), 1.0F / 2.2F)));
        }
        return t;
    }();
    const auto tone = [&](float v, float share) {
        const float bright = v * by / share;
        const float pressed = bright < 0.7F ? bright : 0.7F + 0.3F * (1.0F - std::exp((0.7F - bright) / 0.3F));
        return tones[static_cast<size_t>(std::clamp(pressed, 0.0F, 1.0F) * 4095.0F)];
    };
    for (int y = 0; y < film.height; ++y) {
        auto* line = reinterpret_cast<QRgb*>(out.scanLine(y));
        for (int x = 0; x < film.width; ++x) {
            const float* sum =
                &film.sum[(static_cast<size_t>(y) * static_cast<size_t>(film.width) + static_cast<size_t>(x)) * 4];
            const float cover = cut ? std::max(1e-4F, sum[3] * by) : 1.0F;
            const auto one = [&](float v) {
                return static_cast<int>(static_cast<float>(tone(v, cover)) * std::min(1.0F, cover));
            };
            line[x] = qRgba(one(sum[0]), one(sum[1]), one(sum[2]),
                            static_cast<int>(std::lround(255.0F * std::min(1.0F, cover))));
        }
    }
    return out;
}

} // namespace burl
