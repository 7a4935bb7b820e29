#include "ui/yard/pages/thickness_page.h"

namespace burl::ui
{

constexpr int kThickColumn = 2;

void ThicknessPage::fill(const Slab& slab)
{
    const int rows = static_cast<int>(slab.thicknesses.size()) + 1; // one to go on with
    setShape({head(tr("along")), head(tr("across")), head(tr("thick"))}, rows);
    for (int i = 0; i < rows; ++i) {
        const bool there = i < rows - 1;
        const ThicknessReading r = there ? slab.thicknesses[static_cast<size_t>(i)] : ThicknessReading{};
        put(i, 0, there ? std::optional(r.at.x) : std::nullopt);
        put(i, 1, there ? std::optional(r.at.y) : std::nullopt);
        put(i, kThickColumn, there ? std::optional(r.thickness_mm) : std::nullopt);
    }
}

QString ThicknessPage::hint(const Slab& /*slab*/) const
{
    return tr("place along, place across, thickness there; three places tie both faces");
}

std::optional<InstrumentKind> ThicknessPage::instrumentFor(int column) const
{
    return column == kThickColumn ? std::optional(InstrumentKind::Depth) : std::nullopt;
}

Range ThicknessPage::range(int column) const
{
    return column == kThickColumn ? ranges::kThickness_mm : ranges::kPlace_mm;
}

void ThicknessPage::change(int row, int column, std::optional<double> value)
{
    constexpr double kUsual_mm = 50.0; // until it is typed
    document_.editSlab(tr("Thickness reading"), slab_, [&](Slab& s) {
        const auto i = static_cast<size_t>(row);
        if (i >= s.thicknesses.size()) {
            if (!value) {
                return;
            }
            s.thicknesses.push_back({{0.0, 0.0}, s.thickness_mm.value_or(kUsual_mm)});
        }
        if (!value) {
            s.thicknesses.erase(s.thicknesses.begin() + row);
            return;
        }
        ThicknessReading& t = s.thicknesses[i];
        (column == 0 ? t.at.x : column == 1 ? t.at.y : t.thickness_mm) = *value;
    });
}

} // namespace burl::ui
