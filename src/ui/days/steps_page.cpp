#include "ui/days/steps_page.h"

#include <algorithm>
#include <cmath>

#include <QTableWidget>
#include <QVBoxLayout>

#include "core/measure/when.h"
#include "ui/days/day_log.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

namespace
{

/// Both ends in one unit: "16 to 44 min", "2.8 to 9.2 h".
QString rangeWord(double low_min, double high_min)
{
    constexpr double kHour = 60.0;
    constexpr double kInHours = 100.0;
    return high_min < kInHours
               ? QObject::tr("%1 to %2 min").arg(std::lround(low_min)).arg(std::lround(high_min))
               : QObject::tr("%1 to %2 h")
                     .arg(fromCore(formatNumber(low_min / kHour, 1)), fromCore(formatNumber(high_min / kHour, 1)));
}

/// What was written of it, where something was; else what it is planned with.
QString takesWord(const JobStep& step, const StepProgress& progress)
{
    if (progress.minutes > 0.0) {
        return fromCore(durationText(progress.minutes));
    }
    return (step.hands.isGuess() ? QStringLiteral("≈ ") : QString()) + fromCore(durationText(step.hands.value()));
}

} // namespace

StepsPage::StepsPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this))
{
    named(this, QStringLiteral("stepsPage"), tr("All steps"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 14, 0);
    named(table_, QStringLiteral("stepsTable"), tr("Steps, a row each"));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    makePlain(*table_, {tr("step"), tr("takes"), tr("likely"), tr("then waits"), tr("begins"), tr("state")},
              {244, 78, 108, 78, 122});
    sayWhenEmpty(*table_, tr("No steps yet: they come from the benches once the slabs are laid up."));
    table_->setToolTip(tr("The chosen step is set in the ledger: its minutes, its wait, its day."));
    column->addWidget(table_);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        const int row = table_->currentRow();
        if (row >= 0 && row < static_cast<int>(keys_.size()) && keys_[static_cast<size_t>(row)] != chosen_) {
            chosen_ = keys_[static_cast<size_t>(row)];
            Q_EMIT stepChosen(chosen_);
        }
    });
}

void StepsPage::choose(const std::string& step)
{
    chosen_ = step;
    const auto at = std::find(keys_.begin(), keys_.end(), step);
    const QSignalBlocker quiet(table_);
    if (at != keys_.end()) {
        table_->selectRow(static_cast<int>(at - keys_.begin()));
        table_->scrollToItem(table_->item(static_cast<int>(at - keys_.begin()), 0));
    } else {
        table_->clearSelection();
    }
}

void StepsPage::refresh()
{
    const DaysPlan* days = document_.plan() != nullptr ? &*document_.plan()->days : nullptr;
    const size_t count = days != nullptr ? days->planned.size() : 0;
    const QSignalBlocker quiet(table_);
    keys_.clear();
    table_->setRowCount(static_cast<int>(count));
    for (size_t i = 0; i < count; ++i) {
        const PlannedStep& p = days->planned[i];
        const JobStep& s = days->list.steps[p.step];
        keys_.push_back(s.key);
        const QString range = s.high_min - s.low_min > 1.0 ? rangeWord(s.low_min, s.high_min) : QString();
        QString state = s.skipped            ? tr("left out")
                        : p.progress.implied ? tr("taken as done")
                        : p.progress.done    ? tr("✓ done")
                        : p.progress.begun   ? tr("under way")
                        : p.chain            ? tr("holds the finish")
                                             : QString();
        if (p.progress.minutes > 0.0) {
            state += (state.isEmpty() ? QString() : QStringLiteral(", ")) +
                     tr("planned %1").arg(fromCore(durationText(s.hands.value())));
        }
        if (!s.fixed.empty()) {
            state += (state.isEmpty() ? QString() : QStringLiteral(", ")) + tr("fixed");
        }
        if (s.overruled && !s.skipped) {
            state += (state.isEmpty() ? QString() : QStringLiteral(", ")) + tr("your own word");
        }
        putRow(*table_, static_cast<int>(i),
               {fromCore(s.name), takesWord(s, p.progress), p.progress.done ? QString() : range,
                s.wait.known() && s.wait.value() >= 1.0 ? (s.waitGuessed ? QStringLiteral("≈ ") : QString()) +
                                                              quantity(s.wait.value(), Unit::Minutes, document_.units())
                                                        : QString(),
                days->found ? momentWord(days->hoursAt(p.start), document_.now_h()) : QString(), state});
        for (int c = 0; c < table_->columnCount(); ++c) {
            table_->item(static_cast<int>(i), c)->setToolTip(fromCore(s.name));
        }
    }
    choose(chosen_);
}

} // namespace burl::ui
