#include "ui/fill/fill_bench.h"

#include <algorithm>
#include <cmath>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QPainter>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/measure/units.h"
#include "core/shop/edit.h"
#include "ui/fill/fill_tray.h"
#include "ui/fill/heat_page.h"
#include "ui/fill/heat_strip.h"
#include "ui/fill/pours_page.h"
#include "ui/fill/section_view.h"
#include "ui/fill/shelf_page.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
FillBench::FillBench(Document& document, InstrumentPort& instrument, QWidget* parent)
    : TableBench(document,
                 {.id = QStringLiteral("fill"), .name = tr("Fill"), .belowHeight = 262, .turns = false, .rough = true}),
      form_(new ChoicesForm(document, QStringLiteral("fill"), parent)),
      voidForm_(new ChoicesForm(document, QStringLiteral("void"), parent)),
      panel_(named(new QWidget(parent), QStringLiteral("fillPanel"), tr("Choices"))), table_(new QTableWidget(parent)),
      tray_(new FillTray(document, instrument, table_, parent))
{
    setPanels(panel_, tray_);
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
    column->addWidget(&tray_->pours().form());
    column->addWidget(voidForm_);
    column->addWidget(form_);
    column->addWidget(&tray_->shelf().form());
    connect(tray_, &FillTray::shown, this, [this] {
        showVoid();
        Q_EMIT repaintWanted();
    });
    connect(&tray_->heat(), &HeatPage::moved, this, &Bench::repaintWanted);
    connect(&tray_->heat(), &HeatPage::message, this, &Bench::message);
    connect(&tray_->pours(), &PoursPage::message, this, &Bench::message);
    connect(&tray_->pours(), &PoursPage::cardWanted, this, &FillBench::exportPourCard);
    connect(&tray_->shelf(), &ShelfPage::message, this, &Bench::message);
    for (ChoicesForm* form : {form_, voidForm_}) {
        connect(form, &ChoicesForm::refused, this, &Bench::message);
    }

    connect(&alternatives_, &AlternativesRun::answered, this, [this] { voidForm_->refresh(); });
    addVoidRows();
    addResinOfVoid();
    addLayersOfPlace();
    addFillRows();
    layOutTable();
}

void FillBench::layOutTable()
{
    table_->setObjectName(QStringLiteral("fillTable"));
    table_->setAccessibleName(tr("What is filled, with which resin"));
    constexpr int kRow_px = 38; // its reason takes two lines
    makePlain(*table_, {tr("what"), tr("volume"), tr("depth left"), tr("layers"), tr("resin"), tr("why")}, {}, kRow_px);
    sayWhenEmpty(
        *table_,
        tr("Nothing is filled with resin: voids and cracks come from the features of the slabs, or are added above."));
    table_->setWordWrap(true);
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
    if (const auto place = chosenPlace(); place && !document_.inGesture()) {
        alternatives_.ask(*place);
    }
    voidForm_->refresh();
    const bool shelf = tray_->page() == FillTray::Page::Shelf; // its products take the room of the choices
    voidForm_->setVisible(!shelf && (chosen_.feature != 0 || chosen_.river));
    form_->setVisible(!shelf);
    tray_->pours().form().setVisible(tray_->page() == FillTray::Page::Pours);
    addThrough_->setVisible(!shelf);
    addPocket_->setVisible(!shelf);
    tray_->shelf().form().setVisible(shelf);
}

QString FillBench::title() const
{
    if (!hasTop()) {
        return {};
    }
    if (inSection()) {
        const PlaceHeat& place = *tray_->heat().place();
        const FillItem& item = document_.plan()->fill->items[place.item];
        const auto& cut = tray_->heat().cut();
        return translated(item.name) + QStringLiteral(" · ") +
               counted(item.layers.volumes_L.size(), tr("1 layer"), tr("%1 layers")) + QStringLiteral(" · ") +
               quantity(item.layers.thickness_mm, Unit::Length, units()) + QStringLiteral(" · ") +
               (item.river ? (cut ? tr("cut at %1").arg(quantity(*cut, Unit::Length, units()))
                                  : tr("cut where it is widest")) +
                                 QStringLiteral(" · ")
                           : QString()) +
               tr("hour %1").arg(std::lround(tray_->heat().strip().hour()));
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
    tray_->refresh();
    showVoid();
    fillTable();
}

void FillBench::refreshPlan()
{
    tray_->refresh(true);
    fillTable();
    if (const auto place = chosenPlace()) {
        alternatives_.ask(*place);
    }
}

std::optional<AlternativesAsked> FillBench::chosenPlace() const
{
    const Plan* plan = document_.plan();
    for (size_t i = 0; plan != nullptr && i < plan->fill->items.size(); ++i) {
        const FillItem& item = plan->fill->items[i];
        const bool meant = item.river ? chosen_.river
                                      : chosen_.feature != 0 && item.feature == chosen_.feature &&
                                            item.pieceIndex == chosen_.piece && !item.seal;
        if (meant) {
            return AlternativesAsked{plan->fill.input, plan->fill.answer, i};
        }
    }
    return std::nullopt;
}

QString FillBench::costOf(const std::string& resin) const
{
    const auto place = chosenPlace();
    const auto all = place ? alternatives_.answerTo(*place) : nullptr;
    for (size_t i = 0; all && i < all->size(); ++i) {
        const Alternative& a = (*all)[i];
        if (a.resin == resin) {
            const QString layers = counted(static_cast<size_t>(a.layers), tr("1 layer"), tr("%1 layers"));
            if (!a.peak_C) {
                return QStringLiteral(" · ") + layers;
            }
            const QString heat = a.runsAway ? tr("runs away") : quantity(*a.peak_C, Unit::Temperature, units());
            const QString hard =
                a.hard_h ? quantity(*a.hard_h * kHour_min, Unit::Minutes, units()) : tr("more than a week");
            return QStringLiteral(" · ") + layers + QStringLiteral(" · ") + heat + QStringLiteral(" · ") + hard;
        }
    }
    return {};
}

bool FillBench::inSection() const
{
    return hasTop() && tray_->page() == FillTray::Page::Heat && tray_->heat().place() != nullptr;
}

QString FillBench::turnWord() const
{
    if (!hasTop() || document_.plan()->pour->places.empty()) {
        return {};
    }
    return inSection() ? tr("section ▸ plan") : tr("plan ▸ section");
}

void FillBench::turn()
{
    tray_->show(inSection() ? FillTray::Page::Places : FillTray::Page::Heat);
}

void FillBench::showPage(const QString& page)
{
    for (const auto& [word, to] : {std::pair{QStringLiteral("places"), FillTray::Page::Places},
                                   {QStringLiteral("pours"), FillTray::Page::Pours},
                                   {QStringLiteral("heat"), FillTray::Page::Heat},
                                   {QStringLiteral("form"), FillTray::Page::Form},
                                   {QStringLiteral("shelf"), FillTray::Page::Shelf}}) {
        if (page == word) {
            tray_->show(to);
        }
    }
}

void FillBench::paintCut(QPainter& p, const QRectF& area)
{
    const HeatPage& heat = tray_->heat();
    const FillItem& item = document_.plan()->fill->items[heat.place()->item];
    SectionView view;
    view.question = heat.question();
    view.heat = heat.heat();
    view.hour = tray_->heat().strip().hour();
    view.units = units();
    view.isOpen = !document_.plan()->asks().empty() || !(view.question == heat.place()->question);
    const auto& pieces = document_.plan()->layup->pieces;
    if (item.river && pieces.size() >= 2) {
        view.left = fromCore(document_.plan()->layup->near().name);
        view.right = fromCore(document_.plan()->layup->far().name);
    } else if (item.pieceIndex < pieces.size()) {
        view.left = fromCore(pieces[item.pieceIndex].name);
    }
    paintSection(p, area, view);
}

void FillBench::paintHandles(QPainter& p, const BoardView& view)
{
    const PlaceHeat* river = document_.plan()->pour->river();
    if (river == nullptr) {
        return;
    }
    const Box box = boundsOf(document_.plan()->fill->items[river->item].onTable);
    p.setFont(textFont(9.5));
    if (const auto cut = cutHandle()) {
        p.setPen(QPen(colours().lead, 1.3, Qt::DashDotLine));
        p.drawLine(view.toPixel({cut->x, box.bottom}), view.toPixel({cut->x, box.top}));
        paintHandle(p, view.toPixel(*cut), grabbed_ == Grabbed::Cut);
        paintLabel(p, view.toPixel(*cut) + QPointF(12, -12),
                   tr("cut at %1").arg(quantity(cut->x, Unit::Length, units())), colours().lead, Qt::AlignLeft);
    }
    if (const auto divider = dividerHandle()) {
        const Colours& c = document_.job()->fill.colours;
        p.setPen(QPen(colours().ink, 2.2));
        if (c.alongRiver) {
            p.drawLine(view.toPixel({box.left, c.divider_mm}), view.toPixel({box.right, c.divider_mm}));
        } else {
            p.drawLine(view.toPixel({c.divider_mm, box.bottom}), view.toPixel({c.divider_mm, box.top}));
        }
        paintHandle(p, view.toPixel(*divider), grabbed_ == Grabbed::Divider);
        paintLabel(p, view.toPixel(*divider) + QPointF(12, 13), tr("divider"), colours().ink, Qt::AlignLeft);
    }
    // Where clamps or weights go; the first is named.
    bool isNamed = false;
    for (const Floating& piece : document_.plan()->pour->floating) {
        for (const Vec2 at : piece.at) {
            const QPointF px = view.toPixel(at);
            p.setPen(QPen(colours().steel, 1.6));
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(px.x() - 5, px.y() - 5, 10, 10));
            p.drawLine(px + QPointF(-5, -5), px + QPointF(5, 5));
            if (!isNamed) {
                paintLabel(p, px + QPointF(9, 0), tr("clamp"), colours().ink, Qt::AlignLeft);
                isNamed = true;
            }
        }
    }
}

void FillBench::exportPourCard()
{
    Q_EMIT pourCardWanted();
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
                                item.layers.count > 0 ? QString::number(item.layers.count) + QStringLiteral(" × ") +
                                                            quantity(item.layers.thickness_mm, Unit::Length, units())
                                                      : QString(),
                                resin,
                                translated(item.reason) + (item.layersReason.empty() || !item.safe
                                                               ? QString()
                                                               : QStringLiteral("; ") + translated(item.layersReason))};
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
    const int widths[] = {142, 70, 82, 84, 136};
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

void FillBench::paint(QPainter& p, const BoardView& view, const QRectF& area, WoodCache& wood)
{
    if (inSection()) {
        paintCut(p, area);
        return;
    }
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
        paintLabel(p, view.toPixel(at) + shift,
                   quantity(item.volume, units()) + QStringLiteral(" · ") +
                       (item.depthKnown ? quantity(item.depth_mm, Unit::Length, units()) : tr("depth not measured")),
                   colours().ink);
    }
    paintHandles(p, view);
    if (plan.fill->items.empty()) {
        p.setFont(textFont(11.0));
        paintLabel(p, view.toPixel({plan.layup->length.value() / 2.0, 0.0}),
                   tr("nothing to fill: add a void, or mark one in the Yard"), colours().faint);
    }
}

std::function<void()> FillBench::remedyFor(const Finding& finding)
{
    if (finding.code == "pour.too_slow" && finding.figures.size() > 2 && finding.remedy.rfind("two people", 0) == 0) {
        return [this] { document_.edit(tr("Two people pour"), [](Job& j) { j.fill.mixing.people = 2; }); };
    }
    if (finding.code == "pour.runs_away" || finding.code == "pour.too_warm") {
        return [this] { tray_->show(FillTray::Page::Heat); };
    }
    if (finding.code == "pour.form") {
        return [this] { tray_->show(FillTray::Page::Form); };
    }
    if (finding.code == "pour.stock") {
        return [this] { tray_->show(FillTray::Page::Shelf); };
    }
    if (finding.code == "pour.short" || finding.code == "pour.weighed_wrong") {
        return [this] { tray_->show(FillTray::Page::Pours); };
    }
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
        if (auto* depth = voidForm_->findChild<QWidget*>(QStringLiteral("voidDepth"))) {
            depth->setFocus(Qt::OtherFocusReason); // it was asked for: it is typed at once
        }
        Q_EMIT repaintWanted();
    };
}

QStringList FillBench::keys() const
{
    return {tr("Drag the cut or the divider of a river along it; on the section drag the hour below it"),
            tr("Click a void — its size, depth and resin; drag it — the litres follow"),
            tr("+ through void, + pocket — then click where it is"),
            tr("Arrow keys, with Shift ten times — nudge the chosen void"), tr("Delete — remove the chosen void")};
}

} // namespace burl::ui
