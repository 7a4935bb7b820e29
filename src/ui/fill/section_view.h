#pragma once
// A pour in section: wood, form and resin with its heat at one hour.   Units: mm, degrees Celsius, hours.

#include <memory>

#include <QRectF>
#include <QString>

#include "core/cure/pour_heat.h"
#include "core/measure/units.h"
#include "core/pour/pour_plan.h"

class QPainter;

namespace burl::ui
{

struct SectionView {
    HeatQuestion question;
    std::shared_ptr<const PourHeat> heat; // null while it is worked out
    double hour = 0.0;
    QString left, right; // what the wood is called
    bool isOpen = true;  // its heat is being worked out
    UnitChoice units;
};

void paintSection(QPainter& painter, const QRectF& area, const SectionView& view);

} // namespace burl::ui
