#include "ui/days/today_page.h"

#include <algorithm>
#include <cmath>

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/measure/when.h"
#include "ui/days/day_log.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

TodayPage::TodayPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), alarms_(new QLabel(this)),
      watch_(new QPushButton(this)), done_(new QPushButton(tr("done"), this))
{
    named(this, QStringLiteral("todayPage"), tr("What comes next"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(4, 0, 14, 0);
    row->setSpacing(14);
    named(table_, QStringLiteral("todayTable"), tr("Steps to do next, a row each"));
    makePlain(*table_, {tr("when"), tr("what"), tr("takes"), tr("have ready")}, {104, 214, 98});
    sayWhenEmpty(*table_, tr("Nothing to do today: steps come from the benches once the slabs are laid up."));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    row->addWidget(table_, 7);
    auto* side = new QVBoxLayout;
    side->setSpacing(6);
    auto* buttons = new QHBoxLayout;
    named(watch_, QStringLiteral("stopwatch"), tr("Stopwatch of the chosen step"));
    watch_->setToolTip(tr("Begin when you begin: its minutes go into the day book when it is done, or as far as it is "
                          "when you stop it."));
    named(done_, QStringLiteral("stepDone"), tr("The chosen step is done"));
    done_->setToolTip(tr("Writes it into the day book with the minutes of the stopwatch."));
    looking(done_, "first");
    buttons->addWidget(watch_, 1);
    buttons->addWidget(done_);
    side->addLayout(buttons);
    named(alarms_, QStringLiteral("alarms"), tr("What opens and closes soon"));
    alarms_->setWordWrap(true);
    alarms_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    side->addWidget(alarms_, 1);
    row->addLayout(side, 2);
    connect(watch_, &QPushButton::clicked, this, &TodayPage::watch);
    connect(done_, &QPushButton::clicked, this, &TodayPage::done);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        if (table_->hasFocus() || table_->underMouse()) {
            Q_EMIT stepChosen(chosen());
        }
        refresh();
    });
}

std::string TodayPage::chosen() const
{
    const int row = table_->currentRow();
    if (row >= 0 && row < static_cast<int>(keys_.size())) {
        return keys_[static_cast<size_t>(row)];
    }
    return keys_.empty() ? std::string() : keys_.front();
}

void TodayPage::choose(const std::string& step)
{
    const auto at = std::find(keys_.begin(), keys_.end(), step);
    if (at != keys_.end()) {
        const QSignalBlocker quiet(table_);
        table_->selectRow(static_cast<int>(at - keys_.begin()));
    }
}

void TodayPage::refresh()
{
    const Plan* plan = document_.plan();
    std::vector<std::pair<WorkPiece, const PlannedStep*>> pieces;
    if (plan != nullptr && plan->days->found) {
        for (const PlannedStep& p : plan->days->planned) {
            for (const WorkPiece& piece : p.pieces) {
                if (piece.to > piece.from) {
                    pieces.emplace_back(piece, &p);
                }
            }
        }
    }
    std::stable_sort(pieces.begin(), pieces.end(),
                     [](const auto& a, const auto& b) { return a.first.from < b.first.from; });
    constexpr size_t kRows = 12; // further off is the calendar's
    pieces.resize(std::min(pieces.size(), kRows));
    const std::string was = chosen();
    const QSignalBlocker quiet(table_);
    keys_.clear();
    table_->setRowCount(static_cast<int>(pieces.size()));
    for (size_t i = 0; i < pieces.size(); ++i) {
        const auto& [piece, p] = pieces[i];
        const JobStep& step = plan->days->list.steps[p->step];
        QString takes = fromCore(durationText(std::min<double>(step.hands.value(), piece.to - piece.from)));
        if (step.hands.isGuess()) {
            takes = QStringLiteral("≈ ") + takes;
        }
        putRow(*table_, static_cast<int>(i),
               {momentWord(plan->days->hoursAt(piece.from), document_.now_h()),
                fromCore(step.name) + (p->progress.begun ? tr(", go on") : QString()), takes, fromCore(step.ready)});
        for (int c = 0; c < table_->columnCount(); ++c) {
            table_->item(static_cast<int>(i), c)
                ->setToolTip(fromCore(step.name) + QLatin1Char('\n') + fromCore(step.ready));
        }
        keys_.push_back(step.key);
    }
    choose(was);
    // What is to be at hand for the chosen step, and what the clock tells.
    QStringList lines;
    const PlannedStep* now = plan != nullptr ? plan->days->plannedStep(chosen()) : nullptr;
    if (now != nullptr) {
        const JobStep& step = plan->days->list.steps[now->step];
        lines << tr("Have ready: %1.").arg(step.ready.empty() ? tr("nothing in particular") : translated(step.ready));
        if (const std::string people = step.peopleWords(); !people.empty()) {
            lines << tr("It takes %1.").arg(translated(people));
        }
        if (step.daylight) {
            lines << tr("By daylight, from the side.");
        }
    }
    const qsizetype above = lines.size();
    constexpr size_t kTold = 5;
    for (const DayAlarm& alarm : plan != nullptr ? plan->days->alarms : std::vector<DayAlarm>{}) {
        if (lines.size() - above < static_cast<qsizetype>(kTold)) {
            lines << QStringLiteral("◷ ") + momentWord(plan->days->hoursAt(alarm.at), document_.now_h()) +
                         QStringLiteral("  ") + fromCore(alarm.text);
        }
    }
    if (lines.size() == above) {
        lines << (plan == nullptr  ? tr("No job is begun.")
                  : pieces.empty() ? tr("Nothing is left to do here.")
                                   : tr("No window opens or closes soon."));
    }
    alarms_->setText(lines.join(QLatin1Char('\n')));
    const auto running = Stopwatch::running(document_);
    const bool here = running.has_value();
    watch_->setText(here ? tr("running: %1").arg(fromCore(durationText((document_.now_h() - running->since_h) * 60.0)))
                         : tr("start the watch"));
    watch_->setEnabled(!keys_.empty());
    done_->setEnabled(!keys_.empty());
    if (here) {
        choose(running->step);
    }
}

void TodayPage::watch()
{
    if (const auto running = Stopwatch::running(document_)) { // stopped: what was worked is not lost
        const double minutes = (document_.now_h() - running->since_h) * 60.0;
        Stopwatch::clear(document_);
        if (minutes >= 1.0) {
            writeDone(document_, running->step, minutes, false);
        }
    } else {
        Stopwatch::start(document_, chosen());
    }
    refresh();
}

void TodayPage::done()
{
    const std::string step = chosen();
    double minutes = 0.0;
    if (const auto running = Stopwatch::running(document_); running && running->step == step) {
        minutes = std::max(1.0, (document_.now_h() - running->since_h) * 60.0);
        Stopwatch::clear(document_);
    }
    writeDone(document_, step, minutes);
}

} // namespace burl::ui
