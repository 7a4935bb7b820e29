#include "drawing/palette.h"

#include <algorithm>
#include <array>

namespace burl
{

Palette dayPalette()
{
    return {QColor(0xf3eee6), QColor(0xfbf8f1), QColor(0xe9e2d2), QColor(0xffffff), QColor(0x27211c), QColor(0x6a5f53),
            QColor(0xcdbfa9), QColor(0xa23c28), QColor(0x2f6679), QColor(0x2a6f86), QColor(0x8d8b88)};
}

Palette eveningPalette()
{
    return {QColor(0x2b2622), QColor(0x332d28), QColor(0x24201c), QColor(0x3d362f), QColor(0xefe6d8), QColor(0xb3a592),
            QColor(0x5b5045), QColor(0xe58a6d), QColor(0x8fc3d3), QColor(0x4d9bb4), QColor(0xa9a6a1)};
}

QColor rampColour(int step)
{
    static const std::array<QColor, kRampSteps> ramp{QColor(0x54382a), QColor(0x7d5536), QColor(0xa27546),
                                                     QColor(0xc3985f), QColor(0xdcb983), QColor(0xecd6ab),
                                                     QColor(0xf8edd2)};
    return ramp[static_cast<size_t>(std::clamp(step, 0, kRampSteps - 1))];
}

} // namespace burl
