#include "ui/base/cut_page.h"

#include <cmath>

#include <QHBoxLayout>
#include <QPainter>
#include <QTableWidget>

#include "drawing/bars.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

BarsView::BarsView(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    named(this, QStringLiteral("barsView"), tr("Bars and boards, and what is sawn from each"));
    setMinimumWidth(250);
}

void BarsView::paintEvent(QPaintEvent*)
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || !plan->base->shape) {
        return;
    }
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    BarsStyle style;
    style.ink = colours().ink;
    style.faint = colours().faint;
    style.piece = colours().hairline;
    style.ground = colours().board;
    style.font = textFont(9.5);
    const auto mm = [&](double v) { return quantity(v, Unit::Length, document_.units()); };
    const int hidden = paintBars(p, QRectF(rect()).adjusted(6, 2, -14, -2), *plan->base, style, mm);
    setAccessibleDescription(hidden > 0 ? tr("%1 more bars do not fit here: they stand on the base sheet").arg(hidden)
                                        : QString());
}

CutPage::CutPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), bars_(new BarsView(document, this))
{
    named(this, QStringLiteral("cutPage"), tr("Cut list"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(4, 0, 4, 0);
    named(table_, QStringLiteral("cutTable"), tr("Members, a row each"));
    makePlain(*table_, {tr("no."), tr("×"), tr("member"), tr("long"), tr("ends"), tr("each")},
              {26, 30, 138, 66, 122, 60});
    sayWhenEmpty(*table_, tr("Nothing is cut: no base is chosen yet, or it is bought or there already."));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    row->addWidget(table_, 5);
    row->addWidget(bars_, 3);
}

void CutPage::refresh()
{
    const Plan* plan = document_.plan();
    const BaseShape* shape = plan != nullptr ? plan->base->shape.get() : nullptr;
    const UnitChoice& units = document_.units();
    const size_t members = shape != nullptr ? shape->members.size() : 0;
    const size_t plates = shape != nullptr ? shape->plates.size() : 0;
    table_->setRowCount(static_cast<int>(members + plates));
    const auto mm = [&](double v) { return quantity(v, Unit::Length, units); };
    const auto kg = [&](double v, bool known) { return known ? quantity(v, Unit::Mass, units) : tr("not known"); };
    for (size_t i = 0; i < members; ++i) {
        const BaseMember& m = shape->members[i];
        QString name = translated(m.name);
        if (const QString making = makingWord(m, mm); !making.isEmpty()) {
            name += QStringLiteral(", ") + making;
        }
        putRow(*table_, static_cast<int>(i),
               {QString::number(m.number), QStringLiteral("%1 ×").arg(m.count), name, mm(m.long_mm), endsWord(m, mm),
                kg(m.mass_kg, shape->massKnown)});
        for (int column = 0; column < table_->columnCount(); ++column) {
            table_->item(static_cast<int>(i), column)->setToolTip(name);
        }
    }
    for (size_t i = 0; i < plates; ++i) {
        const BasePlateMember& p = shape->plates[i];
        putRow(*table_, static_cast<int>(members + i),
               {QString(), QStringLiteral("%1 ×").arg(p.count), translated(p.name),
                p.disc ? QStringLiteral("⌀ ") + mm(p.long_mm) : mm(p.long_mm),
                p.disc ? tr("%1 thick").arg(mm(p.thick_mm)) : tr("%1 × %2").arg(mm(p.wide_mm), mm(p.thick_mm)),
                kg(p.mass_kg, true)});
    }
    bars_->update();
}

} // namespace burl::ui
