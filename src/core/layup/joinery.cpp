#include "core/layup/joinery.h"

#include <algorithm>
#include <cmath>

namespace burl
{

Ring ButterflyKey::outline() const
{
    const Vec2 along{-across.y, across.x};
    const double waist = kKeyWide_mm / 4.0;
    const double half = kKeyWide_mm / 2.0;
    const Vec2 end = across * (kKeyLong_mm / 2.0);
    return {at - end - along * half, at - along * waist, at + end - along * half,
            at + end + along * half, at + along * waist, at - end + along * half};
}

std::vector<ButterflyKey> keysAcross(const std::vector<Vec2>& check)
{
    std::vector<ButterflyKey> keys;
    double run = 0.0;
    for (size_t i = 1; i < check.size(); ++i) {
        run += length(check[i] - check[i - 1]);
    }
    if (!(run > 1.0)) {
        return keys;
    }
    double next = run > 2.0 * kKeyFirst_mm ? kKeyFirst_mm : run / 2.0;
    double before = 0.0;
    for (size_t i = 1; i < check.size(); ++i) {
        const Vec2 step = check[i] - check[i - 1];
        const double len = length(step);
        while (len > 0.0 && next <= before + len) {
            ButterflyKey key;
            key.at = check[i - 1] + step * ((next - before) / len);
            key.across = {-step.y / len, step.x / len};
            keys.push_back(key);
            next += kKeyPitch_mm;
        }
        before += len;
    }
    return keys;
}

std::vector<double> tenonsAlong(double from_mm, double to_mm, double pitch_mm,
                                const std::vector<std::pair<double, double>>& avoid)
{
    std::vector<double> out;
    const double first = from_mm + kTenonClear_mm;
    const double last = to_mm - kTenonClear_mm;
    if (!(last > first) || !(pitch_mm > 0.0)) {
        return out;
    }
    const int gaps = std::max(1, static_cast<int>(std::ceil((last - first) / pitch_mm - 1e-9)));
    const auto blocked = [&](double x) {
        return std::any_of(avoid.begin(), avoid.end(), [x](const auto& a) {
            return x > a.first - kTenonClear_mm + 1e-9 && x < a.second + kTenonClear_mm - 1e-9;
        });
    };
    for (int i = 0; i <= gaps; ++i) {
        const double wanted = first + (last - first) * i / gaps;
        double best = wanted;
        bool clear = !blocked(wanted);
        if (!clear) {
            double nearest = pitch_mm / 2.0;
            for (const auto& a : avoid) {
                for (const double x : {a.first - kTenonClear_mm, a.second + kTenonClear_mm}) {
                    if (x >= first && x <= last && !blocked(x) && std::abs(x - wanted) < nearest) {
                        nearest = std::abs(x - wanted);
                        best = x;
                        clear = true;
                    }
                }
            }
        }
        // Two that would come to the same place are one.
        if (clear && (out.empty() || best > out.back() + kTenonClear_mm / 2.0)) {
            out.push_back(best);
        }
    }
    return out;
}

} // namespace burl
