#include "ui/yard/pages/heights_page.h"

#include <algorithm>

#include <QComboBox>
#include <QHBoxLayout>
#include <QPushButton>
#include <QSpinBox>

#include "core/shop/outline.h"
#include "ui/ledger/height_cells.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/choice_box.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kMostAlong = 60;
constexpr int kMostAcross = 20;
constexpr int kUsualAlong = 9; // about every 300 mm of a usual slab
constexpr int kUsualAcross = 4;
constexpr double kFromEnd_mm = 60.0;  // the first line from the end, of a long slab
constexpr double kFromEdge_mm = 20.0; // clear of bark and bevel

} // namespace

HeightsPage::HeightsPage(Document& document, ReadingTable& table, Face face, QWidget* parent)
    : ReadingPage(document, table, parent), face_(face), tools_(new QWidget(parent)), from_(new ChoiceBox(tools_)),
      along_(new QSpinBox(tools_)), across_(new QSpinBox(tools_))
{
    const bool top = face == Face::Top;
    const auto name = [top](const char* word) {
        return QString::fromLatin1(word) + (top ? QString() : QStringLiteral("Under"));
    };
    named(tools_, name("gridTools"), tr("Grid of the readings"));
    named(from_, name("heightsFrom"), tr("Heights are read"));
    from_->addItem(tr("down from rails"), int(HeightsFrom::RailsDown));
    from_->addItem(tr("up from the bench"), int(HeightsFrom::BenchUp));
    named(along_, name("gridAlong"), tr("Readings along"));
    named(across_, name("gridAcross"), tr("Readings across"));
    along_->setRange(2, kMostAlong);
    across_->setRange(2, kMostAcross);
    along_->setValue(kUsualAlong);
    across_->setValue(kUsualAcross);
    for (QSpinBox* count : {along_, across_}) { // typed, or by the arrow keys
        count->setButtonSymbols(QAbstractSpinBox::NoButtons);
    }
    along_->setSuffix(tr(" along"));
    across_->setSuffix(tr(" across"));
    auto* grid = named(new QPushButton(tr("lay out the grid"), tools_), name("layOutGrid"), tr("Lay out the grid"));
    auto* corners = named(new QPushButton(tr("four corners"), tools_), name("layOutCorners"),
                          tr("Winding sticks: the four corners only"));
    corners->setToolTip(tr("winding sticks over both ends: three corners level, type how high the fourth stands"));
    auto* row = new QHBoxLayout(tools_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    for (QWidget* w : std::initializer_list<QWidget*>{from_, along_, across_, grid, corners}) {
        row->addWidget(w);
    }
    connect(grid, &QPushButton::clicked, this, [this] {
        // Corners by winding sticks are read up; a grid laid out after them is read as grids are, until it is said
        // otherwise: the same readings would mean the opposite.
        const auto from = hasCorners() ? HeightsFrom::RailsDown : HeightsFrom(from_->currentData().toInt());
        if (layOut(along_->value(), across_->value(), from)) {
            table_.setFocus(); // the first reading waits
            table_.setCurrentCell(0, 0);
        }
    });
    connect(corners, &QPushButton::clicked, this, &HeightsPage::layOutCorners);
    connect(from_, &QComboBox::activated, this, [this] {
        const auto from = HeightsFrom(from_->currentData().toInt());
        document_.editSlab(tr("Heights are read"), slab_, [&](Slab& s) {
            if (gridOf(s)) {
                gridOf(s)->from = from;
            }
        });
    });
}

QString HeightsPage::id() const
{
    return face_ == Face::Top ? QStringLiteral("topHeights") : QStringLiteral("bottomHeights");
}

QString HeightsPage::name() const
{
    return face_ == Face::Top ? tr("Heights, top") : tr("Heights, under");
}

std::optional<HeightGrid>& HeightsPage::gridOf(Slab& slab) const
{
    return face_ == Face::Top ? slab.topHeights : slab.bottomHeights;
}

void HeightsPage::fill(const Slab& slab)
{
    const auto& grid = face_ == Face::Top ? slab.topHeights : slab.bottomHeights;
    if (!grid) {
        setShape({}, 0);
        return;
    }
    from_->setCurrentIndex(from_->findData(int(grid->from)));
    fillHeights(table_, *grid, units());
}

bool HeightsPage::hasCorners() const
{
    const Slab* s = slab();
    if (s == nullptr) {
        return false;
    }
    const auto& grid = face_ == Face::Top ? s->topHeights : s->bottomHeights;
    return grid && grid->xs_mm.size() == 2 && grid->ys_mm.size() == 2;
}

std::optional<HowTo> HeightsPage::howTo(const Slab& slab) const
{
    const auto& grid = face_ == Face::Top ? slab.topHeights : slab.bottomHeights;
    if (grid && grid->xs_mm.size() == 2 && grid->ys_mm.size() == 2) {
        return HowTo::WindingSticks;
    }
    if (grid && std::any_of(grid->readings_mm.begin(), grid->readings_mm.end(),
                            [](const auto& reading) { return reading.has_value(); })) {
        return std::nullopt;
    }
    return face_ == Face::Top ? HowTo::Rails : HowTo::Gap;
}

QString HeightsPage::hint(const Slab& slab) const
{
    if (face_ == Face::Top) {
        return slab.topHeights ? tr("Enter walks down") : tr("lay out a grid first");
    }
    return slab.bottomHeights ? tr("places as on top") : tr("parallel to the top");
}

std::optional<InstrumentKind> HeightsPage::instrumentFor(int /*column*/) const
{
    return InstrumentKind::Depth;
}

Range HeightsPage::range(int /*column*/) const
{
    return ranges::kHeight_mm;
}

void HeightsPage::change(int row, int column, std::optional<double> value)
{
    document_.editSlab(tr("Height reading"), slab_, [&](Slab& s) {
        auto& grid = gridOf(s);
        if (const auto index = grid ? heightIndex(*grid, row, column) : std::nullopt) {
            grid->readings_mm[*index] = value;
        }
    });
}

bool HeightsPage::layOut(int along, int across, HeightsFrom from)
{
    const Slab* s = slab();
    const auto outline = s != nullptr ? outlineOf(*s, face_) : Expected<FaceOutline>(refuse("", "choose a slab first"));
    if (!outline) {
        Q_EMIT message(tr("Tape the outline first: %1").arg(fromCore(outline.error().sentence)));
        return false;
    }
    document_.editSlab(tr("Lay out a grid"), slab_, [&](Slab& edited) {
        HeightGrid grid;
        grid.from = from;
        const double inset = std::min(kFromEnd_mm, outline->length_mm() / 8.0);
        for (int i = 0; i < along; ++i) {
            grid.xs_mm.push_back(
                std::round(outline->from_mm() + inset + i * (outline->length_mm() - 2.0 * inset) / (along - 1)));
        }
        const double near = most(outline->near).value + kFromEdge_mm;
        const double far = least(outline->far).value - kFromEdge_mm;
        for (int j = 0; j < across; ++j) {
            grid.ys_mm.push_back(std::round(near + j * std::max(10.0 * across, far - near) / (across - 1)));
        }
        grid.readings_mm.resize(grid.xs_mm.size() * grid.ys_mm.size());
        gridOf(edited) = grid;
    });
    return true;
}

/// Winding sticks tell how far one corner stands off the plane of the other three.
void HeightsPage::layOutCorners()
{
    if (!layOut(2, 2, HeightsFrom::BenchUp)) {
        return;
    }
    document_.editSlab(tr("Four corners"), slab_, [&](Slab& edited) {
        auto& readings = gridOf(edited)->readings_mm;
        std::fill(readings.begin(), readings.end() - 1, 0.0); // the last is the far corner at the top end
    });
    table_.setFocus();
    table_.setCurrentCell(0, 1);
    Q_EMIT message(tr("Sticks level at three corners: type how high the far one at the top end stands."));
}

} // namespace burl::ui
