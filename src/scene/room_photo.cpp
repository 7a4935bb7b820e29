#include "scene/room_photo.h"

#include <cmath>

#include "vision/homography.h"

namespace burl
{

Expected<SceneCamera> cameraOfPhoto(const FloorMarks& marks, int wide, int high, Point3 middle)
{
    // From the floor, its middle the origin, to pixels about the picture's middle.
    const double x = marks.wide_mm / 2.0;
    const double y = marks.deep_mm / 2.0;
    std::array<Vec2, 4> seen = marks.seen;
    for (Vec2& p : seen) {
        p = p - Vec2{wide / 2.0, high / 2.0};
    }
    Homography h;
    if (!(marks.wide_mm > 0.0) || !(marks.deep_mm > 0.0) ||
        !homography({Vec2{-x, -y}, {x, -y}, {x, y}, {-x, y}}, seen, h)) {
        return refuse("room.marks", "These four marks do not make a rectangle on the floor: near left, near right, far "
                                    "right, far left, and no three in a line.");
    }
    // Both ways along the floor are square to each other and equally long, seen through the lens: that tells its
    // length.
    const double square = h[0] * h[1] + h[3] * h[4];
    const double depth = h[6] * h[7];
    const double longer = h[0] * h[0] + h[3] * h[3] - h[1] * h[1] - h[4] * h[4];
    const double deeper = h[7] * h[7] - h[6] * h[6];
    const double least = 0.2 * wide;
    const double most = 8.0 * wide;
    double focal = 0.0;
    constexpr double kTells = 1e-13; // of a way that runs into the picture
    if (std::abs(depth) > kTells && -square / depth > 0.0) {
        focal = std::sqrt(-square / depth);
    }
    if ((focal < least || focal > most) && std::abs(deeper) > kTells && longer / deeper > 0.0) {
        focal = std::sqrt(longer / deeper);
    }
    if (focal < least || focal > most) {
        focal = 0.72 * wide; // as most telephones' main lens: their picture does not tell
    }
    const auto column = [&](size_t c) { return Point3{h[c] / focal, h[3 + c] / focal, h[6 + c]}; };
    double scale = 2.0 / (length(column(0)) + length(column(1)));
    if (column(2).z * scale < 0.0) { // what is seen lies in front
        scale = -scale;
    }
    const Point3 along = unit(column(0) * scale);
    const Point3 raw = column(1) * scale;
    const Point3 deep = unit(raw - along * dot(raw, along));
    const Point3 up = cross(along, deep); // the floor's own, in the camera's frame: right, down, ahead
    const Point3 origin = column(2) * scale;
    const double above = -dot(origin, up);
    if (!(above > 0.0) || !std::isfinite(above)) {
        return refuse("room.lens",
                      "No camera above the floor sees a rectangle so: click the marks once more, near left "
                      "first and against the clock.");
    }
    SceneCamera out;
    const auto toRoom = [&](Point3 inCamera) {
        return Point3{dot(inCamera, along), dot(inCamera, deep), dot(inCamera, up)};
    };
    const Point3 eye = toRoom(origin * -1.0);
    out.at = {middle.x + eye.x, middle.y + eye.y, eye.z};
    out.right = toRoom({1, 0, 0});
    out.up = toRoom({0, -1, 0});
    out.ahead = toRoom({0, 0, 1});
    out.tanHalf = wide / 2.0 / focal;
    return out;
}

} // namespace burl
