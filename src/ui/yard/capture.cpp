#include "ui/yard/capture.h"

#include <QComboBox>
#include <QDate>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLocale>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

#include "core/geometry/ring.h"
#include "core/measure/date.h"
#include "core/measure/parse.h"
#include "core/shop/edit.h"
#include "core/shop/outline.h"
#include "ui/ledger/height_cells.h"
#include "ui/ledger/instrument_button.h"
#include "ui/ledger/measure_field.h"
#include "ui/ledger/reading_table.h"
#include "ui/text.h"
#include "ui/theme.h"
#include "ui/yard/drying_view.h"
#include "ui/yard/features.h"
#include "ui/yard/log_end.h"

namespace burl::ui
{
namespace
{

/// The tape the buttons point at; a bottom tape is made when it is first written to.
Tape& tapeOf(Slab& slab, Capture::What what)
{
    if (what == Capture::What::TopTape) {
        return slab.top;
    }
    if (!slab.bottom) {
        slab.bottom = Tape{slab.top.from, {}};
    }
    return *slab.bottom;
}

std::optional<HeightGrid>& gridOf(Slab& slab, Capture::What what)
{
    return what == Capture::What::TopHeights ? slab.topHeights : slab.bottomHeights;
}

} // namespace

Capture::Capture(Document& document, InstrumentPort& instrument, QWidget* parent)
    : QWidget(parent), document_(document), table_(new ReadingTable(this)), from_(new QComboBox(this)),
      heightsFrom_(new QComboBox(this)), along_(new QSpinBox(this)), across_(new QSpinBox(this)),
      layOut_(new QPushButton(tr("lay out the grid"), this)), corners_(new QPushButton(tr("four corners"), this)),
      add_(new QPushButton(tr("+ feature"), this)), hint_(new QLabel(this))
{
    named(this, QStringLiteral("capture"), tr("Readings of the slab"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(22, 4, 22, 8);
    column->setSpacing(5);
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    const std::pair<What, QString> modes[] = {
        {What::TopTape, tr("Tape, top")},       {What::BottomTape, tr("Tape, bottom")},
        {What::TopHeights, tr("Heights, top")}, {What::BottomHeights, tr("Heights, under")},
        {What::Thickness, tr("Thickness")},     {What::Features, tr("Features")},
        {What::Moisture, tr("Moisture")}};
    const char* names[] = {"captureTopTape",   "captureBottomTape", "captureTopHeights", "captureBottomHeights",
                           "captureThickness", "captureFeatures",   "captureMoisture"};
    for (const auto& [what, text] : modes) {
        auto* button = new QPushButton(text, this);
        button->setCheckable(true);
        button->setAutoExclusive(true);
        button->setObjectName(QString::fromLatin1(names[buttons_.size()]));
        looking(button, "tight");
        row->addWidget(button);
        buttons_.push_back(button);
        connect(button, &QPushButton::clicked, this, [this, mode = what] { show(mode); });
    }
    row->addStretch(1);
    auto* reads = new InstrumentButton(
        instrument, *table_,
        [this]() -> std::optional<InstrumentKind> {
            if (what_ == What::TopHeights || what_ == What::BottomHeights ||
                (what_ == What::Thickness && table_->currentColumn() == 2)) {
                return InstrumentKind::Depth;
            }
            return what_ == What::Moisture && table_->currentColumn() == 2 ? std::optional(InstrumentKind::Moisture)
                                                                           : std::nullopt;
        },
        this);
    connect(reads, &InstrumentButton::message, this, &Capture::message);
    row->addWidget(reads);
    column->addLayout(row);
    auto* tools = new QHBoxLayout;
    tools->setSpacing(6);
    hint_->setObjectName(QStringLiteral("captureHint"));
    hint_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred); // words give way to what is pressed
    tools->addWidget(hint_, 1);
    from_->setObjectName(QStringLiteral("tapeFrom"));
    from_->setAccessibleName(tr("Offsets are read from"));
    from_->addItem(tr("from a string"), int(TapeFrom::String));
    from_->addItem(tr("from a straight edge"), int(TapeFrom::StraightEdge));
    heightsFrom_->setObjectName(QStringLiteral("heightsFrom"));
    heightsFrom_->setAccessibleName(tr("Heights are read"));
    heightsFrom_->addItem(tr("down from rails"), int(HeightsFrom::RailsDown));
    heightsFrom_->addItem(tr("up from the bench"), int(HeightsFrom::BenchUp));
    along_->setObjectName(QStringLiteral("gridAlong"));
    along_->setAccessibleName(tr("Readings along"));
    across_->setObjectName(QStringLiteral("gridAcross"));
    across_->setAccessibleName(tr("Readings across"));
    along_->setRange(2, 60);
    across_->setRange(2, 20);
    along_->setValue(9);
    across_->setValue(4);
    along_->setSuffix(tr(" along"));
    across_->setSuffix(tr(" across"));
    layOut_->setObjectName(QStringLiteral("layOutGrid"));
    named(corners_, QStringLiteral("layOutCorners"), tr("Winding sticks: the four corners only"));
    corners_->setToolTip(tr("winding sticks over both ends: three corners level, type how high the fourth stands"));
    add_->setObjectName(QStringLiteral("addFeature"));
    for (QWidget* w : std::initializer_list<QWidget*>{from_, heightsFrom_, along_, across_, layOut_, corners_, add_}) {
        tools->addWidget(w);
    }
    column->addLayout(tools);

    auto* beside = new QHBoxLayout;
    beside->setSpacing(16);
    beside->addWidget(table_, 1);
    logEnd_ = new LogEnd(document, this);
    logEnd_->setFixedWidth(270);
    connect(logEnd_, &LogEnd::slabChosen, this, &Capture::slabChosen);
    beside->addWidget(logEnd_);
    drying_ = new DryingView(document, this);
    drying_->setFixedWidth(330);
    beside->addWidget(drying_);
    column->addLayout(beside, 1);

    auto* menu = named(new QMenu(add_), QStringLiteral("featureKinds"), tr("Kinds of feature"));
    for (const FeatureKind kind : allFeatureKinds()) {
        menu->addAction(kindName(kind), this, [this, kind] {
            kind_ = kind;
            document_.editSlab(tr("Add a feature"), slab_, [kind](Slab& s) {
                const auto outline = outlineOf(s, Face::Top);
                s.features.push_back(usualFeature(s, kind, outline ? centroid(outline->ring()) : Vec2{500.0, 0.0}));
            });
        });
    }
    add_->setMenu(menu);
    connect(table_, &ReadingTable::entered, this, &Capture::entered);
    connect(layOut_, &QPushButton::clicked, this, [this] {
        layOutGrid(along_->value(), across_->value(), HeightsFrom(heightsFrom_->currentData().toInt()));
    });
    connect(corners_, &QPushButton::clicked, this, &Capture::layOutCorners);
    connect(from_, &QComboBox::activated, this, [this] {
        const auto from = TapeFrom(from_->currentData().toInt());
        document_.editSlab(tr("Read from"), slab_, [&](Slab& s) {
            // The wood stays where it is; only what the near offsets mean changes.
            Tape& tape = tapeOf(s, what_);
            if (tape.from != from) {
                for (TapeReading& r : tape.readings) {
                    if (r.near_mm) {
                        r.near_mm = -*r.near_mm;
                    }
                }
                tape.from = from;
            }
        });
    });
    connect(heightsFrom_, &QComboBox::activated, this, [this] {
        const auto from = HeightsFrom(heightsFrom_->currentData().toInt());
        document_.editSlab(tr("Heights are read"), slab_, [&](Slab& s) {
            if (gridOf(s, what_)) {
                gridOf(s, what_)->from = from;
            }
        });
    });
    show(What::TopTape);
}

void Capture::setSlab(SlabId id)
{
    slab_ = id;
    logEnd_->setSlab(id);
    fill();
}

void Capture::show(What what)
{
    what_ = what;
    buttons_[static_cast<size_t>(what)]->setChecked(true);
    fill();
    Q_EMIT shown();
}

void Capture::refresh()
{
    fill();
}

void Capture::fill()
{
    const Slab* s = slab();
    const bool tape = what_ == What::TopTape || what_ == What::BottomTape;
    const bool heights = what_ == What::TopHeights || what_ == What::BottomHeights;
    from_->setVisible(tape);
    for (QWidget* w : std::initializer_list<QWidget*>{heightsFrom_, along_, across_, layOut_, corners_}) {
        w->setVisible(heights);
    }
    add_->setVisible(what_ == What::Features);
    logEnd_->setVisible(!heights && what_ != What::Moisture);
    drying_->setVisible(what_ == What::Moisture);
    table_->horizontalHeader()->setDefaultSectionSize(what_ == What::Features ? 72 : 84); // five columns must fit
    table_->setEnabled(s != nullptr);
    if (s == nullptr) {
        table_->setRowCount(0);
        hint_->setText(tr("choose a slab in the rack"));
        return;
    }
    switch (what_) {
    case What::TopTape:
        fillTape(s->top);
        hint_->setText(s->topDrawn ? tr("the outline is drawn; a reading typed here takes its place")
                                   : tr("place along the slab, then near and far edge; Enter walks down"));
        break;
    case What::BottomTape:
        fillTape(s->bottom.value_or(Tape{s->top.from, {}}));
        hint_->setText(s->bottom ? tr("the face below, from the same line")
                                 : tr("not taped: the bevel stands in for it"));
        break;
    case What::TopHeights:
        fillGrid(s->topHeights ? &*s->topHeights : nullptr);
        hint_->setText(s->topHeights ? tr("Enter walks down") : tr("lay out a grid first"));
        break;
    case What::BottomHeights:
        fillGrid(s->bottomHeights ? &*s->bottomHeights : nullptr);
        hint_->setText(s->bottomHeights ? tr("places as on top") : tr("parallel to the top"));
        break;
    case What::Thickness:
        fillThickness(*s);
        hint_->setText(tr("place along, place across, thickness there; three places tie both faces"));
        break;
    case What::Features:
        fillFeatures(*s);
        hint_->setText(tr("draw round it on the face, drag it or its corners; measures here"));
        break;
    case What::Moisture:
        fillMoisture(*s);
        hint_->setText(tr("date (today when left out), depth of the pins, reading"));
        break;
    }
}

QString Capture::head(const QString& what) const
{
    return what + QStringLiteral(", ") + fromCore(lengthUnitWord(document_.units().length));
}

void Capture::fillTape(const Tape& tape)
{
    const UnitChoice& units = document_.units();
    from_->setCurrentIndex(from_->findData(int(tape.from)));
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({head(tr("along")), head(tr("near")), head(tr("far"))});
    const int rows = static_cast<int>(tape.readings.size()) + 1; // one to go on with
    table_->setRowCount(rows);
    QStringList numbers;
    for (int i = 0; i < rows; ++i) {
        numbers << QString::number(i + 1);
        const bool there = i < rows - 1;
        const TapeReading r = there ? tape.readings[static_cast<size_t>(i)] : TapeReading{};
        table_->put(i, 0, there ? cellText(r.at_mm, Unit::Length, units) : QString());
        table_->put(i, 1, r.near_mm ? cellText(*r.near_mm, Unit::Length, units) : QString());
        table_->put(i, 2, r.far_mm ? cellText(*r.far_mm, Unit::Length, units) : QString());
    }
    table_->setVerticalHeaderLabels(numbers);
}

void Capture::fillGrid(const HeightGrid* grid)
{
    if (grid == nullptr) {
        table_->setRowCount(0);
        table_->setColumnCount(0);
        return;
    }
    heightsFrom_->setCurrentIndex(heightsFrom_->findData(int(grid->from)));
    fillHeights(*table_, *grid, document_.units());
}

void Capture::fillThickness(const Slab& s)
{
    const UnitChoice& units = document_.units();
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({head(tr("along")), head(tr("across")), head(tr("thick"))});
    table_->setRowCount(static_cast<int>(s.thicknesses.size()) + 1);
    QStringList numbers;
    for (int i = 0; i < table_->rowCount(); ++i) {
        numbers << QString::number(i + 1);
        const bool there = i < static_cast<int>(s.thicknesses.size());
        const ThicknessReading r = there ? s.thicknesses[static_cast<size_t>(i)] : ThicknessReading{};
        table_->put(i, 0, there ? cellText(r.at.x, Unit::Length, units) : QString());
        table_->put(i, 1, there ? cellText(r.at.y, Unit::Length, units) : QString());
        table_->put(i, 2, there ? cellText(r.thickness_mm, Unit::Length, units) : QString());
    }
    table_->setVerticalHeaderLabels(numbers);
}

void Capture::fillFeatures(const Slab& s)
{
    const UnitChoice& units = document_.units();
    table_->setColumnCount(5);
    table_->setHorizontalHeaderLabels({head(tr("across")), head(tr("depth")), tr("count"), tr("meant to"), tr("face")});
    table_->setRowCount(static_cast<int>(s.features.size()));
    QStringList names;
    const QStringList intentions{tr("cut off"), tr("fill"), tr("key"), tr("keep"), tr("carve away")};
    for (int i = 0; i < table_->rowCount(); ++i) {
        const Feature& f = s.features[static_cast<size_t>(i)];
        names << kindName(f.kind);
        const bool wide =
            f.kind == FeatureKind::Knot || f.kind == FeatureKind::Check || f.kind == FeatureKind::WormHoles;
        const bool deep =
            f.kind != FeatureKind::ThroughVoid && f.kind != FeatureKind::Pith && f.kind != FeatureKind::Sapwood;
        table_->put(i, 0, wide ? cellText(f.width_mm, Unit::Length, units) : QStringLiteral("–"), wide);
        table_->put(i, 1, deep ? cellText(f.depth_mm, Unit::Length, units) : QStringLiteral("–"), deep);
        table_->put(i, 2, f.kind == FeatureKind::WormHoles ? QString::number(f.count) : QStringLiteral("–"),
                    f.kind == FeatureKind::WormHoles);
        table_->put(i, 3, intentions[static_cast<int>(f.intention)], false);
        table_->put(i, 4, f.face == Face::Top ? tr("top") : tr("bottom"), false);
        for (int column = 3; column < 5; ++column) {
            auto* box = qobject_cast<QComboBox*>(table_->cellWidget(i, column));
            if (box == nullptr) {
                box = new QComboBox(table_);
                looking(box, "incell");
                box->setObjectName(
                    (column == 3 ? QStringLiteral("feature%1Intention") : QStringLiteral("feature%1Face")).arg(i + 1));
                box->addItems(column == 3 ? intentions : QStringList{tr("top"), tr("bottom")});
                table_->setCellWidget(i, column, box);
                connect(box, &QComboBox::activated, this, [this, i, column](int index) {
                    document_.editSlab(tr("A feature"), slab_, [&](Slab& edited) {
                        if (i < static_cast<int>(edited.features.size())) {
                            Feature& g = edited.features[static_cast<size_t>(i)];
                            column == 3 ? void(g.intention = Intention(index)) : void(g.face = Face(index));
                        }
                    });
                });
            }
            box->setAccessibleName(column == 3 ? tr("Meant to") : tr("Face"));
            box->setCurrentIndex(column == 3 ? static_cast<int>(f.intention) : static_cast<int>(f.face));
        }
    }
    table_->setVerticalHeaderLabels(names);
}

void Capture::fillMoisture(const Slab& s)
{
    table_->setColumnCount(3);
    table_->setHorizontalHeaderLabels({tr("date"), head(tr("depth")), tr("MC, %")});
    table_->setRowCount(static_cast<int>(s.moisture.size()) + 1);
    QStringList numbers;
    for (int i = 0; i < table_->rowCount(); ++i) {
        numbers << QString::number(i + 1);
        const bool there = i < static_cast<int>(s.moisture.size());
        const MoistureReading r = there ? s.moisture[static_cast<size_t>(i)] : MoistureReading{};
        table_->put(i, 0, fromCore(r.date));
        table_->put(i, 1, there ? cellText(r.depth_mm, Unit::Length, document_.units()) : QString());
        table_->put(i, 2, there ? fromCore(formatNumber(r.mc_pct, 1, true)) : QString());
    }
    table_->setVerticalHeaderLabels(numbers);
}

void Capture::showDrying(const Slab& slab, const SlabCard& card)
{
    drying_->show(slab, card);
}

/// Winding sticks tell how far one corner stands off the plane of the other three.
void Capture::layOutCorners()
{
    layOutGrid(2, 2, HeightsFrom::BenchUp);
    const Slab* s = slab();
    if (s == nullptr || !(what_ == What::TopHeights ? s->topHeights : s->bottomHeights)) {
        return;
    }
    document_.editSlab(tr("Four corners"), slab_, [&](Slab& edited) {
        auto& readings = gridOf(edited, what_)->readings_mm;
        std::fill(readings.begin(), readings.end() - 1, 0.0); // the last is the far corner at the top end
    });
    table_->setFocus();
    table_->setCurrentCell(0, 1);
    Q_EMIT message(tr("Sticks level at three corners: type how high the far one at the top end stands."));
}

void Capture::layOutGrid(int along, int across, HeightsFrom from)
{
    const Slab* s = slab();
    const auto outline = s != nullptr ? outlineOf(*s, what_ == What::TopHeights ? Face::Top : Face::Bottom)
                                      : Expected<FaceOutline>(refuse("", "choose a slab first"));
    if (!outline) {
        Q_EMIT message(tr("Tape the outline first: %1").arg(fromCore(outline.error().sentence)));
        return;
    }
    document_.editSlab(tr("Lay out a grid"), slab_, [&](Slab& edited) {
        HeightGrid grid;
        grid.from = from;
        const double inset = std::min(60.0, outline->length_mm() / 8.0);
        for (int i = 0; i < along; ++i) {
            grid.xs_mm.push_back(
                std::round(outline->from_mm() + inset + i * (outline->length_mm() - 2.0 * inset) / (along - 1)));
        }
        const double near = most(outline->near).value + 20.0;
        const double far = least(outline->far).value - 20.0;
        for (int j = 0; j < across; ++j) {
            grid.ys_mm.push_back(std::round(near + j * std::max(10.0 * across, far - near) / (across - 1)));
        }
        grid.readings_mm.resize(grid.xs_mm.size() * grid.ys_mm.size());
        gridOf(edited, what_) = grid;
    });
}

/// What a cell of a page may hold.
static Range rangeOf(Capture::What what, int column)
{
    switch (what) {
    case Capture::What::TopTape:
    case Capture::What::BottomTape:
        return ranges::kPlace_mm;
    case Capture::What::TopHeights:
    case Capture::What::BottomHeights:
        return ranges::kHeight_mm;
    case Capture::What::Thickness:
        return column == 2 ? ranges::kThickness_mm : ranges::kPlace_mm;
    case Capture::What::Features:
        return column == 0 ? ranges::kFeatureWidth_mm : column == 1 ? ranges::kFeatureDepth_mm : ranges::kFeatureCount;
    case Capture::What::Moisture:
        break;
    }
    return ranges::kPlace_mm;
}

void Capture::entered(int row, int column, const QString& text)
{
    if (what_ == What::Moisture) {
        changeMoisture(row, column, text.trimmed());
        fill();
        return;
    }
    std::optional<double> value;
    if (!text.trimmed().isEmpty()) {
        const bool count = what_ == What::Features && column == 2;
        const auto read =
            count ? parseNumber(text.toStdString()) : parseLength_mm(text.toStdString(), document_.units().length);
        if (!read) {
            Q_EMIT message(fromCore(read.error().sentence));
            fill(); // what was there before stays
            return;
        }
        value = *read;
        if (const Range range = rangeOf(what_, column); !range.holds(*value)) {
            Q_EMIT message(tr("%1 is outside %2 to %3 here.")
                               .arg(text.trimmed(),
                                    cellText(range.least, count ? Unit::Count : Unit::Length, document_.units()),
                                    cellText(range.most, count ? Unit::Count : Unit::Length, document_.units())));
            fill();
            return;
        }
    }
    switch (what_) {
    case What::TopTape:
    case What::BottomTape:
        changeTape(row, column, value);
        break;
    case What::TopHeights:
    case What::BottomHeights:
        changeGrid(row, column, value);
        break;
    case What::Thickness:
        changeThickness(row, column, value);
        break;
    case What::Features:
        changeFeature(row, column, value);
        break;
    case What::Moisture:
        break;
    }
    fill();
}

void Capture::changeTape(int row, int column, std::optional<double> value)
{
    document_.editSlab(tr("Tape reading"), slab_, [&](Slab& s) {
        // The tape is the newer word: a drawn outline and its picture give way to it.
        const bool top = what_ == What::TopTape;
        const auto& taped = top ? std::optional(s.top) : s.bottom;
        const auto i = static_cast<size_t>(row);
        if (!value && (!taped || i >= taped->readings.size())) {
            return; // a blank cell that was only looked at says nothing
        }
        if (value) {
            (top ? s.topDrawn : s.bottomDrawn).reset();
            (top ? s.topPicture : s.bottomPicture).reset();
        }
        Tape& tape = tapeOf(s, what_);
        if (i >= tape.readings.size()) {
            // A new station goes on at the pace of the last ones until its place is typed.
            TapeReading next;
            const size_t n = tape.readings.size();
            next.at_mm = n == 0 ? 0.0
                                : tape.readings[n - 1].at_mm +
                                      (n >= 2 ? tape.readings[n - 1].at_mm - tape.readings[n - 2].at_mm : 200.0);
            tape.readings.push_back(next);
        }
        TapeReading& reading = tape.readings[i];
        if (column == 0) {
            if (value) {
                reading.at_mm = *value;
            } else {
                tape.readings.erase(tape.readings.begin() + row);
            }
        } else {
            (column == 1 ? reading.near_mm : reading.far_mm) = value;
        }
    });
}

void Capture::changeGrid(int row, int column, std::optional<double> value)
{
    document_.editSlab(tr("Height reading"), slab_, [&](Slab& s) {
        auto& grid = gridOf(s, what_);
        if (const auto index = grid ? heightIndex(*grid, row, column) : std::nullopt) {
            grid->readings_mm[*index] = value;
        }
    });
}

void Capture::changeThickness(int row, int column, std::optional<double> value)
{
    document_.editSlab(tr("Thickness reading"), slab_, [&](Slab& s) {
        const auto i = static_cast<size_t>(row);
        if (i >= s.thicknesses.size()) {
            if (!value) {
                return;
            }
            s.thicknesses.push_back({{0.0, 0.0}, s.thickness_mm.value_or(50.0)});
        }
        if (!value) {
            s.thicknesses.erase(s.thicknesses.begin() + row);
            return;
        }
        ThicknessReading& t = s.thicknesses[i];
        (column == 0 ? t.at.x : column == 1 ? t.at.y : t.thickness_mm) = *value;
    });
}

void Capture::changeMoisture(int row, int column, const QString& text)
{
    const Slab* s = slab();
    const bool there = s != nullptr && row < static_cast<int>(s->moisture.size());
    if (s == nullptr || (!there && text.isEmpty())) {
        return;
    }
    MoistureReading reading = there ? s->moisture[static_cast<size_t>(row)] : MoistureReading{};
    const bool gone = there && column == 0 && text.isEmpty();
    if (!there) { // goes on at the depth and the reading of the last one until they are typed
        reading = s->moisture.empty() ? MoistureReading{{}, 20.0, s->mc_pct.value_or(12.0)} : s->moisture.back();
        reading.date = QDate::currentDate().toString(Qt::ISODate).toStdString();
    }
    if (column == 0 && !gone) {
        QDate date = QDate::fromString(text, Qt::ISODate);
        if (!date.isValid()) {
            date = QLocale(QLocale::English).toDate(text, QStringLiteral("d MMM yyyy"));
        }
        if (!date.isValid()) {
            Q_EMIT message(tr("“%1” is no date; write it as 2026-11-03 or 3 Nov 2026.").arg(text));
            return;
        }
        reading.date = date.toString(Qt::ISODate).toStdString();
    } else if (column == 1) {
        const auto depth = parseLength_mm(text.toStdString(), document_.units().length);
        if (!depth || !ranges::kMeterDepth_mm.holds(*depth)) {
            Q_EMIT message(depth ? tr("Pins do not reach that deep.") : fromCore(depth.error().sentence));
            return;
        }
        reading.depth_mm = *depth;
    } else if (column == 2) {
        QString plain = text;
        const auto mc = parseNumber(plain.remove(QLatin1Char('%')).trimmed().toStdString());
        if (!mc || !ranges::kMc_pct.holds(*mc)) {
            Q_EMIT message(mc ? tr("A moisture content lies between 0 and 200 %.") : fromCore(mc.error().sentence));
            return;
        }
        reading.mc_pct = *mc;
    }
    document_.editSlab(tr("Moisture reading"), slab_, [&](Slab& edited) {
        if (gone) {
            edited.moisture.erase(edited.moisture.begin() + row);
        } else if (there) {
            edited.moisture[static_cast<size_t>(row)] = reading;
        } else {
            edited.moisture.push_back(reading);
        }
        // The plan goes by today's moisture: the mean of the latest date.
        if (const auto mc = latestMoisture_pct(edited.moisture)) {
            edited.mc_pct = mc;
        }
    });
}

void Capture::changeFeature(int row, int column, std::optional<double> value)
{
    if (!value) {
        return; // a cell that was only looked at
    }
    document_.editSlab(tr("A feature"), slab_, [&](Slab& s) {
        if (row < static_cast<int>(s.features.size())) {
            Feature& f = s.features[static_cast<size_t>(row)];
            if (column == 0) {
                f.width_mm = *value;
            } else if (column == 1) {
                f.depth_mm = *value;
            } else if (column == 2) {
                f.count = static_cast<int>(*value);
            }
        }
    });
}

} // namespace burl::ui
