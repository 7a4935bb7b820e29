#include "ui/base/standing_page.h"

#include <cmath>

#include <QHBoxLayout>
#include <QLabel>
#include <QTableWidget>

#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

StandingPage::StandingPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), verdict_(new QLabel(this))
{
    named(this, QStringLiteral("standingPage"), tr("How it stands"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(4, 0, 14, 0);
    named(table_, QStringLiteral("feetTable"), tr("Feet, a row each"));
    makePlain(*table_, {tr("foot"), tr("from the left"), tr("across"), tr("bears"), tr("air under it")},
              {44, 96, 86, 80});
    sayWhenEmpty(*table_, tr("No feet stand yet: choose a kind of base, or place feet with + foot."));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    row->addWidget(table_, 5);
    named(verdict_, QStringLiteral("standingVerdict"), tr("What tips it"));
    verdict_->setWordWrap(true);
    verdict_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    row->addWidget(verdict_, 4);
    connect(table_, &QTableWidget::cellClicked, this, [this](int at, int) { Q_EMIT chosen(at); });
    connect(table_, &QTableWidget::cellActivated, this, [this](int at, int) { Q_EMIT chosen(at); });
}

void StandingPage::choose(int row)
{
    if (row < 0 || row >= table_->rowCount()) {
        table_->clearSelection();
    } else {
        table_->setCurrentCell(row, 0);
    }
}

void StandingPage::refresh()
{
    const Plan* plan = document_.plan();
    const BasePlan* base = plan != nullptr ? &*plan->base : nullptr;
    const size_t feet = base != nullptr && base->shape ? base->shape->feet.size() : 0;
    const UnitChoice& units = document_.units();
    const auto mm = [&](double v) { return quantity(v, Unit::Length, units); };
    table_->setRowCount(static_cast<int>(feet));
    for (size_t i = 0; i < feet; ++i) {
        const auto& gaps = base->choices.footGaps_mm;
        putRow(*table_, static_cast<int>(i),
               {QString::number(i + 1), mm(base->shape->feet[i].x), mm(base->shape->feet[i].y),
                i < base->feet_N.size() ? quantity(base->feet_N[i], Unit::Force, units) : tr("not known"),
                i < gaps.size() && gaps[i] ? mm(*gaps[i]) : tr("not read")});
    }
    QStringList lines;
    if (base != nullptr && base->shape && !base->tipping.edges.empty()) {
        const double leans = kLeaning_N;
        const double sits = base->choices.sitter_kg * kGravity_m_s2;
        const auto says = [&](const std::optional<TipsOver>& way, const QString& where) {
            if (!way || !way->tip.known()) {
                lines << tr("%1: the top does not reach beyond the feet, nothing on it tips it.").arg(where);
                return;
            }
            const double tip = way->tip.value();
            lines << (tip < leans  ? tr("%1: leaning on it tips it, %2 are enough.")
                      : tip < sits ? tr("%1: bears leaning, not sitting: %2.")
                                   : tr("%1: bears somebody sitting on it: up to %2."))
                         .arg(where, quantity(way->tip, units));
        };
        for (const TippingEdge& e : base->tipping.edges) {
            const Vec2 a = base->shape->feet[e.from];
            const Vec2 way = base->shape->feet[e.to] - a;
            const bool end = std::abs(way.y) > std::abs(way.x);
            const QString where = end ? (way.y > 0.0 ? tr("Right end") : tr("Left end"))
                                      : (way.x > 0.0 ? tr("Near side") : tr("Far side"));
            if (base->tipping.edges.size() > 6) { // a disc: alike all round
                break;
            }
            lines << (e.tip_N ? (*e.tip_N < leans  ? tr("%1: leaning on it tips it, %2 are enough.")
                                 : *e.tip_N < sits ? tr("%1: bears leaning, not sitting: %2.")
                                                   : tr("%1: bears somebody sitting on it, up to %2."))
                                    .arg(where, quantity(*e.tip_N, Unit::Force, units))
                              : tr("%1: the top does not reach beyond the feet.").arg(where));
        }
        if (base->tipping.edges.size() > 6) {
            says(base->end, tr("Along the top"));
            says(base->side, tr("Across it"));
        }
        lines << tr("Reckoned for a stiff base on a level floor; it certifies nothing. Read the air under each foot "
                    "where it will stand: click a foot.");
    } else {
        lines << tr("Choose a kind of base: then its feet, what they bear and what tips it stand here.");
    }
    verdict_->setText(lines.join(QStringLiteral("\n")));
}

} // namespace burl::ui
