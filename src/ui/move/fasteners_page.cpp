#include "ui/move/fasteners_page.h"

#include <cmath>

#include <QTableWidget>
#include <QVBoxLayout>

#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/move/move_bench.h"

namespace burl::ui
{

FastenersPage::FastenersPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this))
{
    named(this, QStringLiteral("fastenersPage"), tr("Fasteners"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 4, 0);
    named(table_, QStringLiteral("fastenersTable"), tr("Fasteners, a row each"));
    makePlain(*table_,
              {tr("no."), tr("kind"), tr("from the left"), tr("from held line"), tr("make"), tr("drill"),
               tr("wood above"), tr("bears")},
              {34, 104, 92, 100, 110, 122, 92});
    sayWhenEmpty(*table_, tr("Nothing holds the top yet: lay out fasteners, or add one."));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column->addWidget(table_, 1);
    connect(table_, &QTableWidget::cellClicked, this, [this](int row, int) { Q_EMIT chosen(row); });
    connect(table_, &QTableWidget::cellActivated, this, [this](int row, int) { Q_EMIT chosen(row); });
}

void FastenersPage::choose(int row)
{
    if (row < 0) {
        table_->clearSelection();
    } else {
        table_->setCurrentCell(row, 0);
    }
}

void FastenersPage::refresh()
{
    const Plan* plan = document_.plan();
    const auto& fasteners = plan != nullptr ? plan->move->fasteners : std::vector<FastenerPlan>{};
    const UnitChoice& units = document_.units();
    table_->setRowCount(static_cast<int>(fasteners.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const FastenerPlan& f = fasteners[static_cast<size_t>(row)];
        const auto mm = [&](double v) { return quantity(v, Unit::Length, units); };
        const QString make = !f.slot.known()                                ? tr("not known")
                             : !f.slotted                                   ? tr("round hole, tight")
                             : f.fastener.kind == FastenerKind::FigureEight ? tr("arm from %1").arg(mm(f.slot.value()))
                             : f.fastener.kind == FastenerKind::ZClip || f.fastener.kind == FastenerKind::Button
                                 ? tr("groove %1 deep").arg(mm(f.slot.value()))
                             : f.fastener.hole == HoleKind::Oversize ? tr("hole %1").arg(mm(f.slot.value()))
                                                                     : tr("slot %1").arg(mm(f.slot.value()));
        const QStringList cells{QString::number(f.number),
                                fastenerWord(f.fastener.kind),
                                mm(f.fastener.at.x),
                                mm(f.fastener.at.y - plan->move->held.line_mm),
                                make,
                                QStringLiteral("⌀ %1 × %2").arg(mm(f.drill.value()), mm(f.deep.value())),
                                quantity(f.remaining, units),
                                f.holds.known() ? quantity(f.holds, units) : tr("not known")};
        putRow(*table_, row, cells);
    }
}

} // namespace burl::ui
