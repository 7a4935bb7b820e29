#pragma once
// A sheet that runs over pages: one block below the other, a new page where no room is left.

#include <QPainter>

#include "core/figure/finding.h"
#include "core/measure/units.h"
#include "sheets/page.h"

class QPdfWriter;

namespace burl
{

class Sheet
{
public:
    Sheet(const Sheet&) = delete;
    Sheet& operator=(const Sheet&) = delete;

protected:
    /// `units` outlives the sheet; `family` is the typeface.
    Sheet(QPdfWriter& pdf, const UnitChoice& units, const QString& family);
    virtual ~Sheet() = default;

    /// Stands at the top of each page and leaves y_ below itself.
    virtual void head() = 0;
    /// What the sheet is, large, and the day it was printed.
    void title(const QString& words) const;
    /// Starts a new page unless `high_mm` are left on this one.
    void makeRoom(double high_mm);
    [[nodiscard]] QString length(double mm) const;
    [[nodiscard]] QString quantity(double value, Unit unit) const;
    /// A line with a box to tick before it.
    void ticked(const QString& words);
    /// What stops the work and what calls for care, in bold.
    void warnings(const std::vector<Finding>& findings);

    QPdfWriter& pdf_;
    const UnitChoice& units_;
    QPainter painter_;
    Page page_;
    double y_ = 0.0; // mm, where the next block begins
};

} // namespace burl
