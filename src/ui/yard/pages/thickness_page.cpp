#include "ui/yard/pages/thickness_page.h"

#include <algorithm>

namespace burl::ui
{

constexpr int kThickColumn = 2;

void ThicknessPage::fill(const Slab& slab)
{
    const size_t whole = slab.thicknesses.size();
    const size_t begun = slab.partThicknesses.size();
    const int rows = static_cast<int>(whole + begun) + 1; // one to go on with
    setShape({head(tr("along")), head(tr("across")), head(tr("thick"))}, rows);
    for (int row = 0; row < rows; ++row) {
        const auto i = static_cast<size_t>(row);
        PartThickness shown;
        if (i < whole) {
            const ThicknessReading& r = slab.thicknesses[i];
            shown = {r.at.x, r.at.y, r.thickness_mm};
        } else if (i < whole + begun) {
            shown = slab.partThicknesses[i - whole];
        }
        put(row, 0, shown.x_mm);
        put(row, 1, shown.y_mm);
        put(row, kThickColumn, shown.thickness_mm);
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
    document_.editSlab(tr("Thickness reading"), slab_, [&](Slab& s) {
        const auto i = static_cast<size_t>(row);
        const size_t whole = s.thicknesses.size();
        if (i < whole) {
            if (!value) {
                s.thicknesses.erase(s.thicknesses.begin() + row);
                return;
            }
            ThicknessReading& t = s.thicknesses[i];
            (column == 0 ? t.at.x : column == 1 ? t.at.y : t.thickness_mm) = *value;
            return;
        }
        // A row that is begun stays empty where nothing was typed: a place or a thickness is not guessed.
        const size_t part = i - whole;
        if (part >= s.partThicknesses.size()) {
            if (!value) {
                return;
            }
            s.partThicknesses.emplace_back();
        }
        PartThickness& t = s.partThicknesses[std::min(part, s.partThicknesses.size() - 1)];
        (column == 0 ? t.x_mm : column == 1 ? t.y_mm : t.thickness_mm) = value;
        if (t == PartThickness{}) {
            s.partThicknesses.erase(s.partThicknesses.begin() + static_cast<std::ptrdiff_t>(part));
        }
        while (!s.partThicknesses.empty() && s.partThicknesses.front().whole()) { // in their order: no row moves
            const PartThickness& done = s.partThicknesses.front();
            s.thicknesses.push_back({{*done.x_mm, *done.y_mm}, *done.thickness_mm});
            s.partThicknesses.erase(s.partThicknesses.begin());
        }
    });
}

} // namespace burl::ui
