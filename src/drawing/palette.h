#pragma once
// Paper and ink. Colour means state and never stands alone: a shape or a word goes with it.

#include <QColor>

#include "core/figure/finding.h"

namespace burl
{

struct Palette {
    QColor paper;    // the wall: rack, ledger, tabs
    QColor board;    // the drawing's ground
    QColor shelf;    // the sill
    QColor field;    // where something is written
    QColor ink;      // text and outlines
    QColor faint;    // second text
    QColor hairline; // borders
    QColor mark;     // what wants attention, dimensions, the held line
    QColor lead;     // a way to somewhere: links, second curves
    QColor resin;
    QColor steel;
};

[[nodiscard]] Palette dayPalette();
[[nodiscard]] Palette eveningPalette();

/// The ramp of heights above a plane, low to high, ordered in lightness so that it survives grey print.
constexpr int kRampSteps = 7;
[[nodiscard]] QColor rampColour(int step);

} // namespace burl
