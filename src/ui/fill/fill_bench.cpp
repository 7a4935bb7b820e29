#include "ui/fill/fill_bench.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QPainter>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/shop/edit.h"
#include "ui/ledger/field_rows.h"
#include "ui/text.h"
#include "ui/theme.h"

namespace burl::ui
{
namespace
{

bool isRing(FeatureKind kind)
{
    return kind == FeatureKind::ThroughVoid || kind == FeatureKind::BlindVoid || kind == FeatureKind::Inclusion ||
           kind == FeatureKind::WormHoles;
}

} // namespace

FillBench::FillBench(Document& document, QWidget* parent)
    : TableBench(document,
                 {.id = QStringLiteral("fill"), .name = tr("Fill"), .belowHeight = 158, .turns = false, .rough = true}),
      form_(new ChoicesForm(document, QStringLiteral("fill"), parent)),
      voidForm_(new ChoicesForm(document, QStringLiteral("void"), parent)),
      panel_(named(new QWidget(parent), QStringLiteral("fillPanel"), tr("Choices"))), table_(new QTableWidget(parent))
{
    setPanels(panel_, table_);
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    auto* row = new QHBoxLayout;
    addThrough_ = new QPushButton(tr("+ through void"), panel_);
    addPocket_ = new QPushButton(tr("+ pocket"), panel_);
    addThrough_->setObjectName(QStringLiteral("addThroughVoid"));
    addPocket_->setObjectName(QStringLiteral("addPocket"));
    for (const auto& [button, kind] :
         {std::pair{addThrough_, FeatureKind::ThroughVoid}, {addPocket_, FeatureKind::BlindVoid}}) {
        button->setCheckable(true);
        row->addWidget(button);
        connect(button, &QPushButton::toggled, this, [this, button = button, kind = kind](bool on) {
            if (on) {
                (button == addThrough_ ? addPocket_ : addThrough_)->setChecked(false);
                adding_ = kind;
                Q_EMIT message(tr("Click on the board where the void is."));
            } else if (adding_ == kind) {
                adding_.reset();
            }
        });
    }
    column->addLayout(row);
    column->addWidget(voidForm_);
    column->addWidget(form_);
    for (ChoicesForm* form : {form_, voidForm_}) {
        connect(form, &ChoicesForm::refused, this, &Bench::message);
    }

    addVoidRows();
    addResinOfVoid();
    addFillRows();
    layOutTable();
}

void FillBench::addVoidRows()
{
    voidForm_
        ->addMeasure(
            QStringLiteral("voidDepth"), tr("Depth of this void"), Unit::Length, ranges::kFeatureDepth_mm,
            [this]() -> std::optional<double> {
                const Feature* f = chosenFeature();
                return f != nullptr && f->kind != FeatureKind::ThroughVoid ? std::optional(f->depth_mm) : std::nullopt;
            },
            [this](auto v) { editChosen(tr("Depth of a void"), [&](Feature& f) { f.depth_mm = v.value_or(0.0); }); })
        ->setOptional(tr("through"));
    const auto size = [this](bool along) -> std::optional<double> {
        const Feature* f = chosenFeature();
        if (f == nullptr || f->points.size() < 3) {
            return std::nullopt;
        }
        const Box box = boundsOf(f->points);
        return along ? box.width() : box.height();
    };
    const auto stretch = [this, size](bool along, std::optional<double> to) {
        const auto now = size(along);
        if (!to || !now || *now <= 0.0 || *to <= 0.0) {
            return;
        }
        editChosen(tr("Size of a void"), [&](Feature& f) {
            const Vec2 middle = centroid(f.points);
            for (Vec2& p : f.points) {
                if (along) {
                    p.x = middle.x + (p.x - middle.x) * *to / *now;
                } else {
                    p.y = middle.y + (p.y - middle.y) * *to / *now;
                }
            }
        });
    };
    voidForm_->addMeasure(
        QStringLiteral("voidLong"), tr("Along the slab"), Unit::Length, ranges::kVoidSize_mm,
        [size] { return size(true); }, [stretch](auto v) { stretch(true, v); });
    voidForm_->addMeasure(
        QStringLiteral("voidWide"), tr("Across"), Unit::Length, ranges::kVoidSize_mm, [size] { return size(false); },
        [stretch](auto v) { stretch(false, v); });
}

void FillBench::addResinOfVoid()
{
    Document& doc = document_;
    voidForm_->addChoice(
        QStringLiteral("voidResin"), tr("Its resin"),
        [&doc] {
            std::vector<ChoicesForm::Option> out{{tr("by the rule"), QString()}};
            for (const ResinClass& r : doc.shop().resins) {
                out.push_back({translated(r.name), fromCore(r.id)});
            }
            return out;
        },
        [this, &doc]() -> QVariant {
            if (hasTop() && chosen_.piece < doc.plan()->layup->pieces.size()) {
                for (const ResinOverrule& o : doc.job()->fill.overrules) {
                    const bool river = chosen_.feature == 0 && o.feature == 0;
                    if (river || (o.slab == doc.plan()->layup->pieces[chosen_.piece].slab &&
                                  o.feature == chosen_.feature && chosen_.feature != 0)) {
                        return fromCore(o.resin);
                    }
                }
            }
            return QString();
        },
        [this, &doc](const QVariant& v) {
            if (!hasTop()) {
                return;
            }
            const SlabId slab = chosen_.feature == 0 ? SlabId{} : doc.plan()->layup->pieces[chosen_.piece].slab;
            doc.edit(tr("Resin of a void"), [&](Job& j) {
                std::erase_if(j.fill.overrules,
                              [&](const ResinOverrule& o) { return o.slab == slab && o.feature == chosen_.feature; });
                if (!v.toString().isEmpty()) {
                    j.fill.overrules.push_back({slab, chosen_.feature, v.toString().toStdString()});
                }
            });
        });
}

void FillBench::addFillRows()
{
    Document& doc = document_;
    const RowsOf<FillChoices> fill{
        [&doc] { return doc.job() != nullptr ? &doc.job()->fill : nullptr; },
        [&doc](const QString& label, const auto& change) { doc.edit(label, [&](Job& j) { change(j.fill); }); }};
    addRows<FillChoices>(*form_, fill,
                         {{"bucket", tr("Largest batch"), &FillChoices::bucket_L, ranges::kBucket_L, Unit::Volume,
                           tr("What one bucket, mixer and pair of hands manage in the working time.")},
                          {"overpour", tr("Overpour"), &FillChoices::overpour_mm, ranges::kOverpour_mm, Unit::Length,
                           tr("How high the resin stands over the face, to be planed off.")}});
    form_->fold(tr("more choices"));
    form_
        ->addMeasure(
            QStringLiteral("resinPrice"), tr("Price of a litre"), Unit::Money, ranges::kMoney,
            [fill] { return fill.now() != nullptr ? fill.now()->price_per_L : std::nullopt; },
            [&doc](auto v) { doc.edit(tr("Resin price"), [&](Job& j) { j.fill.price_per_L = v; }); })
        ->setOptional(tr("not known"));
    addRows<FillChoices>(
        *form_, fill,
        {{"pigment", tr("Pigment, % of mass"), &FillChoices::pigment_pct, ranges::kPigment_pct, Unit::Percent,
          tr("The same share in every pot and every later top-up, or the colours differ.")},
         {"reserve", tr("Reserve for leaks, %"), &FillChoices::reserve, ranges::kReserve, Unit::Percent,
          tr("Mixed and kept at hand for what leaks and soaks in."), 100.0},
         {"residue", tr("Left in pots, %"), &FillChoices::potResidue, ranges::kPotResidue, Unit::Percent,
          tr("What clings to buckets and sticks."), 100.0},
         {"soakIn", tr("Soak-in, g/m²"), &FillChoices::soakIn_g_m2, ranges::kSoakIn_g_m2, Unit::SoakIn,
          tr("Drunk by raw wood where resin touches it; less after a seal coat.")}});
}

void FillBench::layOutTable()
{
    table_->setObjectName(QStringLiteral("fillTable"));
    table_->setAccessibleName(tr("What is filled, with which resin"));
    table_->setColumnCount(6);
    table_->setHorizontalHeaderLabels(
        {tr("what"), tr("volume"), tr("depth left"), tr("layers"), tr("resin"), tr("why")});
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(38);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setShowGrid(false);
    table_->setWordWrap(true);
    table_->setFrameShape(QFrame::NoFrame);
    looking(table_, "inset");
    table_->setTabKeyNavigation(false);
    const auto choose = [this](int index, int) {
        const auto& items = document_.plan()->fill->items;
        if (index < static_cast<int>(items.size())) {
            const FillItem& item = items[static_cast<size_t>(index)];
            chosen_ = {item.pieceIndex, item.feature, item.river};
            showVoid();
            Q_EMIT repaintWanted();
        }
    };
    connect(table_, &QTableWidget::cellClicked, this, choose);
    connect(table_, &QTableWidget::cellActivated, this, choose); // by Enter
}

void FillBench::showVoid()
{
    voidForm_->refresh();
    voidForm_->setVisible(chosen_.feature != 0 || chosen_.river);
}

QString FillBench::title() const
{
    if (!hasTop()) {
        return {};
    }
    const Feature* f = chosenFeature();
    if (adding_) {
        return tr("Click where the void is");
    }
    if (f != nullptr) {
        for (const FillItem& item : document_.plan()->fill->items) {
            if (item.feature == chosen_.feature && item.pieceIndex == chosen_.piece && !item.river && !item.seal) {
                return translated(item.name) + QStringLiteral(" · ") + quantity(item.volume, units());
            }
        }
    }
    return counted(document_.plan()->fill->items.size(), tr("Resin in the top, 1 place"),
                   tr("Resin in the top, %1 places"));
}

void FillBench::refresh()
{
    if (chosen_.feature != 0 && chosenFeature() == nullptr) {
        chosen_ = {};
    }
    form_->refresh();
    showVoid();
    fillTable();
}

void FillBench::fillTable()
{
    const std::vector<FillItem> none;
    const auto& items = document_.plan() != nullptr ? document_.plan()->fill->items : none;
    table_->setRowCount(static_cast<int>(items.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const FillItem& item = items[static_cast<size_t>(row)];
        QString resin = tr("nothing mixed");
        if (const ResinClass* r = document_.shop().resin(item.resin)) {
            resin = translated(r->name);
        }
        const QStringList cells{translated(item.name),
                                quantity(item.volume, units()),
                                item.depthKnown ? quantity(item.depth_mm, Unit::Length, units()) : tr("not measured"),
                                item.layers.count > 0 ? QString::number(item.layers.count) : QString(),
                                resin,
                                translated(item.reason)};
        for (int col = 0; col < 6; ++col) {
            QTableWidgetItem* cell = table_->item(row, col);
            if (cell == nullptr) {
                cell = new QTableWidgetItem;
                table_->setItem(row, col, cell);
            }
            if (cell->text() != cells[col]) {
                cell->setText(cells[col]);
                cell->setToolTip(cells[col]);
            }
        }
    }
    const int widths[] = {142, 70, 82, 56, 150};
    for (int col = 0; col < 5; ++col) {
        table_->setColumnWidth(col, widths[col]);
    }
}

const Feature* FillBench::chosenFeature() const
{
    if (!hasTop() || chosen_.feature == 0 || chosen_.piece >= document_.plan()->layup->pieces.size()) {
        return nullptr;
    }
    const Slab* slab = document_.shop().slab(document_.plan()->layup->pieces[chosen_.piece].slab);
    if (slab == nullptr) {
        return nullptr;
    }
    for (const Feature& f : slab->features) {
        if (f.id == chosen_.feature) {
            return &f;
        }
    }
    return nullptr;
}

void FillBench::paint(QPainter& p, const BoardView& view, const QRectF&, WoodCache& wood)
{
    const Plan& plan = *document_.plan();
    SceneStyle style;
    style.screen = true;
    style.palette = colours(); // rough, as it is poured
    paintPieces(p, view, plan, wood, style);
    paintRods(p, view, plan, style);
    paintJoinery(p, view, plan, style, false);
    paintResin(p, view, plan, style);
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        for (const Feature& f : plan.layup.input->slabs[i]->features) {
            const bool grabbed = chosen_.piece == i && chosen_.feature == f.id;
            if (f.intention != Intention::Fill || grabbed) {
                if (f.kind != FeatureKind::Knot || grabbed) {
                    paintFeature(p, view, f, plan.layup->pieces[i].place, colours(), grabbed);
                }
            }
        }
    }
    p.setFont(textFont(10.0));
    for (const FillItem& item : plan.fill->items) {
        if (item.onTable.empty()) {
            continue;
        }
        const Box box = boundsOf(item.onTable);
        const Vec2 at = item.river ? Vec2{plan.layup->length.value() / 2.0, centroid(item.onTable).y}
                                   : Vec2{centroid(item.onTable).x, box.top};
        const QPointF shift = item.river ? QPointF(0, 0) : QPointF(0, -13);
        paintLabel(p, view.toPixel(at) + shift, quantity(item.volume, units()), colours().ink);
    }
    if (plan.fill->items.empty()) {
        p.setFont(textFont(11.0));
        paintLabel(p, view.toPixel({plan.layup->length.value() / 2.0, 0.0}),
                   tr("nothing to fill: add a void, or mark one in the Yard"), colours().faint);
    }
}

std::function<void()> FillBench::remedyFor(const Finding& finding)
{
    if (finding.code != "fill.no_depth" || !finding.place_mm) {
        return {};
    }
    return [this, at = *finding.place_mm] { // its measures stand beside it then, the depth among them
        for (const FillItem& item : document_.plan()->fill->items) {
            if (!item.depthKnown && !item.seal && contains(item.onTable, at)) {
                chosen_ = {item.pieceIndex, item.feature, false};
            }
        }
        showVoid();
        Q_EMIT repaintWanted();
    };
}

FillBench::Chosen FillBench::featureAt(Vec2 at) const
{
    if (!hasTop()) {
        return {};
    }
    const Plan& plan = *document_.plan();
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        const Vec2 slabAt = plan.layup->pieces[i].place.toSlab(at);
        for (const Feature& f : plan.layup.input->slabs[i]->features) {
            if (isRing(f.kind) && f.points.size() >= 3 && contains(f.points, slabAt)) {
                return {i, f.id, false};
            }
            if (f.kind == FeatureKind::Knot && !f.points.empty() && length(f.points[0] - slabAt) < f.width_mm / 2.0) {
                return {i, f.id, false};
            }
            for (size_t k = 0; f.kind == FeatureKind::Check && k + 1 < f.points.size(); ++k) {
                const Ring segment{f.points[k], f.points[k + 1]};
                if (std::abs(signedDistance_mm(segment, slabAt)) < 12.0) {
                    return {i, f.id, false};
                }
            }
        }
    }
    return {};
}

Qt::CursorShape FillBench::cursorAt(Vec2 at, const BoardView&) const
{
    return adding_ ? Qt::CrossCursor : featureAt(at).feature != 0 ? Qt::OpenHandCursor : Qt::ArrowCursor;
}

bool FillBench::press(Vec2 at, const BoardView&)
{
    if (adding_) {
        addVoidAt(at, *adding_);
        return false;
    }
    chosen_ = featureAt(at);
    if (chosen_.feature == 0) {
        for (const FillItem& item : document_.plan()->fill->items) {
            chosen_.river = chosen_.river || (item.river && !item.onTable.empty() && contains(item.onTable, at));
        }
    }
    showVoid();
    if (chosen_.feature == 0) {
        Q_EMIT repaintWanted();
        return false;
    }
    from_ = at;
    before_ = *document_.shop().slab(document_.plan()->layup->pieces[chosen_.piece].slab);
    gesture_ = document_.newGesture();
    return true;
}

void FillBench::addVoidAt(Vec2 at, FeatureKind kind)
{
    const Plan& plan = *document_.plan();
    for (size_t i = 0; i < plan.layup->pieces.size(); ++i) {
        const PlacedPiece& piece = plan.layup->pieces[i];
        bool inside = false;
        for (const Ring& ring : piece.kept) {
            inside = inside || contains(ring, at);
        }
        if (!inside) {
            continue;
        }
        const Vec2 middle = piece.place.toSlab(at);
        int added = 0;
        addThrough_->setChecked(false);
        addPocket_->setChecked(false);
        adding_.reset();
        document_.editSlab(tr("Add a void"), piece.slab, [&](Slab& slab) {
            Feature f;
            f.id = added = freeFeatureId(slab);
            f.kind = kind;
            f.face = piece.turnedOver ? Face::Bottom : Face::Top;
            f.intention = Intention::Fill;
            f.depth_mm = 0.0; // to be measured
            for (const Vec2 p : ellipse({std::round(middle.x), std::round(middle.y)}, 120.0, 40.0, 0.0, 16)) {
                f.points.push_back({std::round(p.x), std::round(p.y)});
            }
            slab.features.push_back(f);
        });
        chosen_ = {i, added, false};
        showVoid();
        Q_EMIT repaintWanted();
        return;
    }
    Q_EMIT message(tr("A void lies in wood: click on a slab, inside the top."));
}

void FillBench::moveChosen(Vec2 table, int gesture)
{
    const PlacedPiece& piece = document_.plan()->layup->pieces[chosen_.piece];
    const Vec2 zero = piece.place.toSlab({0.0, 0.0});
    const Vec2 by = piece.place.toSlab(table) - zero;
    const Slab before = gesture != 0 ? before_ : *document_.shop().slab(piece.slab);
    document_.editSlab(
        tr("Move a void"), piece.slab,
        [&](Slab& slab) {
            for (size_t i = 0; i < slab.features.size() && i < before.features.size(); ++i) {
                if (slab.features[i].id == chosen_.feature) {
                    for (size_t k = 0; k < slab.features[i].points.size(); ++k) {
                        slab.features[i].points[k] =
                            before.features[i].points[k] +
                            Vec2{std::round(by.x * 10.0) / 10.0, std::round(by.y * 10.0) / 10.0};
                    }
                }
            }
        },
        gesture);
}

DragNote FillBench::drag(Vec2 at)
{
    if (chosenFeature() == nullptr) {
        return {};
    }
    moveChosen({snapped(at.x - from_.x), snapped(at.y - from_.y)}, gesture_);
    return {quantity(document_.plan()->fill->litres, units())};
}

bool FillBench::nudge(double dx, double dy)
{
    if (chosenFeature() == nullptr) {
        return false;
    }
    moveChosen({dx * snap_mm(), dy * snap_mm()}, 0);
    return true;
}

void FillBench::editChosen(const QString& label, const std::function<void(Feature&)>& change)
{
    if (chosenFeature() == nullptr) {
        Q_EMIT message(tr("Click a void on the board first."));
        return;
    }
    document_.editSlab(label, document_.plan()->layup->pieces[chosen_.piece].slab, [&](Slab& slab) {
        for (Feature& f : slab.features) {
            if (f.id == chosen_.feature) {
                change(f);
            }
        }
    });
}

bool FillBench::removeSelected()
{
    if (chosenFeature() == nullptr) {
        return false;
    }
    const int gone = chosen_.feature;
    const SlabId slab = document_.plan()->layup->pieces[chosen_.piece].slab;
    chosen_ = {};
    document_.editSlab(tr("Remove a void"), slab, [gone](Slab& s) { removeFeature(s, gone); });
    return true;
}

QStringList FillBench::keys() const
{
    return {tr("Click a void — its size, depth and resin; drag it — the litres follow"),
            tr("+ through void, + pocket — then click where it is"),
            tr("Arrow keys, with Shift ten times — nudge the chosen void"), tr("Delete — remove the chosen void")};
}

} // namespace burl::ui
