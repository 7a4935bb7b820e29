#include "drawing/passes.h"
#include "core/flatten/pass_map.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace burl
{

QImage touchedImage(const PassMap& map, int done)
{
    constexpr int kHatch = 24; // cells from line to line
    constexpr int kLine = 5;   // cells wide
    const int wide = map.map.cellsAlong;
    const int high = map.map.cellsAcross;
    QImage image(std::max(1, wide), std::max(1, high), QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    constexpr QRgb kBefore = qRgb(226, 206, 172);
    constexpr QRgb kFirst = qRgb(246, 232, 204);
    constexpr QRgb kSawn = qRgba(52, 34, 20, 150);
    const QRgb sawn = qPremultiply(kSawn);
    for (int j = 0; j < high; ++j) {
        auto* row = reinterpret_cast<QRgb*>(image.scanLine(high - 1 - j));
        const std::uint8_t* cell = map.firstMet.data() + static_cast<size_t>(j) * static_cast<size_t>(wide);
        for (int i = 0; i < wide; ++i) {
            if (cell[i] == PassMap::kNoWood) {
                continue;
            }
            if (cell[i] != 0 && cell[i] <= done) {
                row[i] = cell[i] == done ? kFirst : kBefore;
            } else if ((i + j) % kHatch < kLine) {
                row[i] = sawn;
            }
        }
    }
    return image;
}

double contourStep_mm(double span_mm)
{
    for (const double step : {0.5, 1.0, 2.0}) {
        if (span_mm <= 12.0 * step) {
            return step;
        }
    }
    return 5.0;
}

QVector<QLineF> contourLines(const RemovalMap& map, double step_mm)
{
    QVector<QLineF> out;
    if (!(step_mm > 0.0)) {
        return out;
    }
    const double cellX = map.length_mm / std::max(1, map.cellsAlong);
    const double cellY = map.width_mm / std::max(1, map.cellsAcross);
    const auto height = [&map](int i, int j) {
        return map.height_mm[static_cast<size_t>(j) * static_cast<size_t>(map.cellsAlong) + static_cast<size_t>(i)];
    };
    const auto middle = [&](int i, int j) { return QPointF((i + 0.5) * cellX, (j + 0.5) * cellY); };
    // Each square of four cells is cut into two triangles: a level crosses a triangle in one line or not at all.
    const auto triangle = [&](const std::array<QPointF, 3>& p, const std::array<double, 3>& h) {
        const double low = std::min({h[0], h[1], h[2]});
        const double high = std::max({h[0], h[1], h[2]});
        for (double level = std::ceil(low / step_mm) * step_mm; level <= high; level += step_mm) {
            std::array<QPointF, 3> at;
            size_t n = 0;
            for (size_t k = 0; k < 3 && n < 2; ++k) {
                const size_t next = (k + 1) % 3;
                if ((h[k] < level) != (h[next] < level)) {
                    at[n++] = p[k] + (p[next] - p[k]) * ((level - h[k]) / (h[next] - h[k]));
                }
            }
            if (n == 2) {
                out << QLineF(at[0], at[1]);
            }
        }
    };
    for (int j = 0; j + 1 < map.cellsAcross; ++j) {
        for (int i = 0; i + 1 < map.cellsAlong; ++i) {
            const std::array<double, 4> h{height(i, j), height(i + 1, j), height(i + 1, j + 1), height(i, j + 1)};
            if (!std::all_of(h.begin(), h.end(), [](double v) { return std::isfinite(v); })) {
                continue;
            }
            triangle({middle(i, j), middle(i + 1, j), middle(i + 1, j + 1)}, {h[0], h[1], h[2]});
            triangle({middle(i, j), middle(i + 1, j + 1), middle(i, j + 1)}, {h[0], h[2], h[3]});
        }
    }
    return out;
}

} // namespace burl
