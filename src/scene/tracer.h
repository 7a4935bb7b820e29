#pragma once
// Pictures of a scene by following light on the processor: quick ones while it is turned, and a fine one that gets
// better pass by pass. Units: mm, degrees.   Source: Kajiya, The Rendering Equation, 1986; docs/formulas.md#picture.
// Threads: a tracer may be used by several at once; a film by one.

#include <cstdint>
#include <functional>
#include <memory>
#include <vector>

#include "scene/table_scene.h"

namespace burl
{

/// Where it is looked from.
struct SceneEye {
    double turn_deg = -55.0; // round the table, from its right end towards the far side
    double high_deg = 20.0;  // above the level
    double away = 4.0;       // in radii of the table
    double lens_deg = 34.0;  // from the left to the right edge of the picture
    bool operator==(const SceneEye&) const = default;
};

/// A camera in full: of an eye, or of a photo of the room.
struct SceneCamera {
    Point3 at;
    Point3 right, up, ahead; // unit
    double tanHalf = 0.3;    // of the lens across
    double shiftX = 0.0;     // of the picture's middle, in half widths
    double shiftY = 0.0;
    bool operator==(const SceneCamera&) const = default;
};
[[nodiscard]] SceneCamera cameraOf(const SceneEye& eye, const TableScene& scene);
/// Where a point is seen: pixels of a picture of this size; nothing behind the eye.
[[nodiscard]] std::optional<Vec2> seenAt(const SceneCamera& camera, Point3 at, int width, int height);

/// Light gathered so far.
struct Film {
    Film(int wide, int high) : width(wide), height(high), sum(static_cast<size_t>(wide) * high * 4) {}
    int width = 0;
    int height = 0;
    std::vector<float> sum; // red, green, blue, how much of the table there is
    int passes = 0;
};
/// As it is seen; where nothing is, it is clear when `cut`.
[[nodiscard]] QImage imageOf(const Film& film, bool cut = false);

class Tracer
{
public:
    explicit Tracer(std::shared_ptr<const TableScene> scene);
    ~Tracer();
    Tracer(const Tracer&) = delete;
    Tracer& operator=(const Tracer&) = delete;

    /// One more pass over all pixels, on as many threads as the machine has. `quick`: lit without bounces. False when
    /// `goOn` said no: then the film is not to be shown.
    bool pass(Film& film, const SceneCamera& camera, bool quick, const std::function<bool()>& goOn = {}) const;
    [[nodiscard]] const TableScene& scene() const { return *scene_; }

private:
    struct Device;
    std::shared_ptr<const TableScene> scene_;
    std::unique_ptr<Device> device_;
};

} // namespace burl
