#include "ui/days/shop_pages.h"

#include <algorithm>
#include <cmath>

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/measure/date.h"
#include "core/measure/units.h"
#include "core/measure/when.h"
#include "core/shop/edit.h"
#include "ui/ask/ask_file.h"
#include "ui/ask/files.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/choice_box.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

LearnedPage::LearnedPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), forget_(new QPushButton(tr("forget"), this))
{
    named(this, QStringLiteral("learnedPage"), tr("What your own hands have taught"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 14, 6);
    column->setSpacing(4);
    named(table_, QStringLiteral("learnedTable"), tr("Kinds of work, a row each"));
    makePlain(
        *table_,
        {tr("work"), tr("for one"), tr("standard"), tr("yours"), tr("nine times in ten"), tr("against it"), tr("from")},
        {184, 96, 70, 70, 108, 70});
    sayWhenEmpty(*table_, tr("Nothing is learned yet: minutes written in the day book teach your own rates."));
    column->addWidget(table_, 1);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(kInset_px, 0, kInset_px, 0);
    auto* words =
        looking(named(new QLabel(tr("Minutes from the day books of all jobs; the next plan goes by them."), this),
                      QStringLiteral("learnedWords"), tr("Where these come from")),
                "quiet");
    row->addWidget(words, 1);
    looking(named(forget_, QStringLiteral("forgetRate"), tr("Forget what was learned of the chosen work")), "tight");
    forget_->setToolTip(tr("The standard stands again, until new entries come. The day books keep all entries."));
    row->addWidget(forget_);
    column->addLayout(row);
    connect(forget_, &QPushButton::clicked, this, &LearnedPage::forget);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] { refresh(); });
}

void LearnedPage::refresh()
{
    const RateLogs logs = rateLogsOf(document_.book().jobs, document_.shop().habits.work);
    const int chosen = table_->currentRow();
    const QSignalBlocker quiet(table_);
    keys_.clear();
    table_->setRowCount(static_cast<int>(standardRates().size()));
    int row = 0;
    bool canForget = false;
    for (const StandardRate& s : standardRates()) {
        // What the plan says for one, where the standard leaves it to the bench.
        double planned = 0.0;
        if (const Plan* plan = document_.plan()) {
            for (const JobStep& step : plan->days->list.steps) {
                if (planned == 0.0 && !step.planned.empty() && step.planned.front().rate == s.key) {
                    planned = step.byBench_min;
                }
            }
        }
        const auto found = logs.find(s.key);
        const size_t times = found == logs.end() ? 0 : found->second.size();
        const double standard = s.rate > 0.0 ? s.rate : planned;
        const LearnedRate r = standard > 0.0 ? rateFor(s, standard, logs) : LearnedRate{};
        const auto number = [](double v) { return fromCore(formatNumber(v, v < 10.0 ? 2 : 1, true)); };
        const QString unit = s.time ? tr(" min") : QString();
        const bool known = standard > 0.0;
        putRow(*table_, row,
               {translated(s.label), translated(s.per), s.rate > 0.0 ? number(s.rate) + unit : tr("bench's"),
                times > 0 && known ? number(r.rate) + unit : QStringLiteral("–"),
                known ? tr("%1 to %2").arg(number(r.low), number(r.high)) : QString(),
                times > 0 && s.rate > 0.0 ? tr("%1 ×").arg(fromCore(formatNumber(r.againstPrior, 2))) : QString(),
                times == 0 ? tr("nothing logged yet") : counted(times, tr("1 entry"), tr("%1 entries"))});
        keys_.push_back(s.key);
        canForget = canForget || (row == chosen && times > 0);
        ++row;
    }
    if (chosen >= 0 && chosen < row) {
        table_->selectRow(chosen);
    }
    forget_->setEnabled(canForget);
}

void LearnedPage::forget()
{
    const int row = table_->currentRow();
    if (row < 0 || row >= static_cast<int>(keys_.size())) {
        return;
    }
    Habits habits = document_.shop().habits;
    const std::string key = keys_[static_cast<size_t>(row)];
    std::erase_if(habits.work.resets, [&](const RateReset& r) { return r.rate == key; });
    habits.work.resets.push_back({key, isoDate(dayOf(document_.today()).value_or(0) + 1)});
    document_.apply(tr("Forget what was learned"), withHabits(document_.book(), habits));
}

BuyPage::BuyPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), weeks_(new ChoiceBox(this)),
      words_(new QLabel(this))
{
    named(this, QStringLiteral("buyPage"), tr("What is to be bought"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 14, 6);
    column->setSpacing(4);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(kInset_px, 0, kInset_px, 0);
    named(weeks_, QStringLiteral("buyWeeks"), tr("How far ahead"));
    for (const int weeks : {2, 4, 8}) {
        weeks_->addItem(tr("for %1 weeks").arg(weeks), weeks);
    }
    weeks_->addItem(tr("for all jobs"), 0);
    weeks_->setCurrentIndex(1);
    weeks_->setToolTip(tr("What steps that begin until then use up."));
    row->addWidget(weeks_);
    looking(named(words_, QStringLiteral("buyWords"), tr("How it is reckoned")), "quiet");
    row->addWidget(words_, 1);
    auto* csv = looking(named(new QPushButton(tr("as CSV…"), this), QStringLiteral("buyCsv"), tr("The list as a file")),
                        "tight");
    row->addWidget(csv);
    column->addLayout(row);
    named(table_, QStringLiteral("buyTable"), tr("What is needed, a row each"));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    makePlain(*table_, {tr("what"), tr("needed"), tr("in stock"), tr("to buy"), tr("costs"), tr("by"), tr("for")},
              {190, 68, 68, 92, 62, 84});
    sayWhenEmpty(*table_, tr("Nothing is to be bought: no job needs anything that is not in stock."));
    column->addWidget(table_, 1);
    connect(weeks_, &QComboBox::currentIndexChanged, this, [this] { refresh(days_); });
    connect(csv, &QPushButton::clicked, this, &BuyPage::write);
    connect(table_, &QTableWidget::itemSelectionChanged, this, &BuyPage::lineChosen);
}

std::string BuyPage::chosenKind() const
{
    const int row = std::max(0, table_->currentRow());
    return row < static_cast<int>(lines_.size()) ? lines_[static_cast<size_t>(row)].kind : std::string();
}

void BuyPage::refresh(std::shared_ptr<const ShopDays> days)
{
    days_ = std::move(days);
    std::vector<JobNeeds> needs;
    static const std::vector<ShopDays::One> kNone;
    for (const ShopDays::One& one : days_ ? days_->jobs : kNone) {
        if (one.job->days.delivered.empty()) {
            needs.push_back({one.job->name, one.plan.money->needs});
        }
    }
    const int weeks = weeks_->currentData().toInt();
    const auto today = dayOf(document_.today());
    lines_ = shoppingList(needs, document_.shop().habits.stock,
                          weeks > 0 && today ? std::optional(*today + weeks * kWeek_days) : std::nullopt);
    sayWhenEmpty(*table_, days_ == nullptr
                              ? tr("What is to be bought is being worked out …")
                              : tr("Nothing is to be bought: no job needs anything that is not in stock."));
    words_->setText(days_ == nullptr ? tr("being worked out …")
                                     : tr("of all jobs that are not delivered, less what stands in the shop"));
    const auto number = [&](double v, const std::string& unit) {
        return fromCore(formatNumber(v, 2, true)) + (unit.empty() ? QString() : QLatin1Char(' ') + translated(unit));
    };
    const QSignalBlocker quiet(table_);
    table_->setRowCount(static_cast<int>(lines_.size()));
    for (size_t i = 0; i < lines_.size(); ++i) {
        const ShoppingLine& l = lines_[i];
        QStringList jobs;
        for (const std::string& job : l.jobs) {
            jobs << fromCore(job);
        }
        putRow(*table_, static_cast<int>(i),
               {fromCore(l.name), number(l.need, l.unit), number(l.inStock, l.unit),
                l.buy <= 0.0      ? tr("enough")
                : l.packs.empty() ? number(l.buy, l.unit)
                                  : fromCore(l.packs),
                l.cost ? quantity(*l.cost, Unit::Money, document_.units()) : QString(),
                l.by_day ? fromCore(shortDayText(*l.by_day)) : QString(), jobs.join(QStringLiteral(", "))});
        for (int c = 0; c < table_->columnCount(); ++c) {
            table_->item(static_cast<int>(i), c)->setToolTip(table_->item(static_cast<int>(i), c)->text());
        }
    }
}

void BuyPage::write()
{
    const QString path =
        askWhereTo(this, {QStringLiteral("list"), tr("What to buy"), tr("CSV (*.csv)")}, tr("to-buy.csv"));
    if (!path.isEmpty()) {
        Q_EMIT message(
            written(path, QByteArray::fromStdString(shoppingCsv(lines_)), tr("The list is in %1.").arg(path)));
    }
}

JobsPage::JobsPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), find_(new QLineEdit(this)), table_(new QTableWidget(this))
{
    named(this, QStringLiteral("jobsPage"), tr("All jobs"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 14, 6);
    column->setSpacing(4);
    named(find_, QStringLiteral("findJob"), tr("Find a job"));
    find_->setPlaceholderText(tr("find: a name, a customer, a word of the day book"));
    find_->setToolTip(tr("A name, a note, the customer, or a word that stands in the day book."));
    auto* row = new QHBoxLayout;
    row->setContentsMargins(kInset_px, 0, kInset_px, 0);
    row->addWidget(find_);
    column->addLayout(row);
    named(table_, QStringLiteral("jobsTable"), tr("Jobs, a row each; Enter or a double click opens one"));
    makePlain(
        *table_,
        {tr("job"), tr("state"), tr("waits for you"), tr("done by"), tr("in the shop"), tr("promised"), tr("to do")},
        {156, 72, 158, 84, 84, 84});
    sayWhenEmpty(*table_, tr("No jobs yet."));
    column->addWidget(table_, 1);
    connect(find_, &QLineEdit::textChanged, this, [this] { refresh(days_); });
    connect(table_, &QTableWidget::cellActivated, this, [this] { open(); });
}

namespace
{

bool mentions(const Job& job, const QString& word)
{
    const auto has = [&](const std::string& text) { return fromCore(text).contains(word, Qt::CaseInsensitive); };
    return word.isEmpty() || has(job.name) || has(job.note) || has(job.money.customer) ||
           std::any_of(job.days.book.begin(), job.days.book.end(),
                       [&](const DayEntry& e) { return has(e.words.text); });
}

} // namespace

void JobsPage::refresh(std::shared_ptr<const ShopDays> days)
{
    days_ = std::move(days);
    ids_.clear();
    std::vector<QStringList> rows;
    for (const auto& job : document_.book().jobs) {
        if (!mentions(*job, find_->text().trimmed())) {
            continue;
        }
        const ShopDays::One* one = nullptr;
        static const std::vector<ShopDays::One> kNone;
        for (const ShopDays::One& x : days_ ? days_->jobs : kNone) {
            one = x.job->id == job->id ? &x : one;
        }
        QString state =
            job->days.delivered.empty() ? (job->days.book.empty() ? tr("to begin") : tr("under way")) : tr("delivered");
        QString next = days_ == nullptr ? tr("being worked out …") : QString();
        QString done;
        QString together;
        QString left;
        if (one != nullptr && one->plan.days->found) {
            const DaysPlan& plan = *one->plan.days;
            if (!job->days.delivered.empty()) {
                done = fromCore(dateText(dayOf(job->days.delivered).value_or(0)));
                left = one->plan.money->earnedPerHour
                           ? tr("earned %1 an hour")
                                 .arg(quantity(*one->plan.money->earnedPerHour, Unit::Money, document_.units()))
                           : QString();
            } else {
                const PlannedStep* p = plan.next();
                next = p != nullptr ? fromCore(plan.list.steps[p->step].name) : tr("nothing");
                done = fromCore(shortDayText(plan.dayOfMinute(std::max(0, plan.finish - 1))));
                if (one->together.finish) {
                    together = fromCore(shortDayText(days_->firstDay + (*one->together.finish - 1) / kMinutesOfDay));
                }
                left = quantity(plan.left_min, Unit::Minutes, document_.units());
                const bool late = plan.promise && plan.finish > *plan.promise;
                state = late ? tr("late") : state;
            }
        }
        const auto promised = dayOf(job->days.promised);
        rows.push_back({fromCore(job->name), state, next, done, together,
                        promised ? fromCore(shortDayText(*promised)) : QStringLiteral("–"), left});
        ids_.push_back(job->id);
    }
    table_->setRowCount(static_cast<int>(rows.size()));
    for (size_t i = 0; i < rows.size(); ++i) {
        putRow(*table_, static_cast<int>(i), rows[i]);
        for (int c = 0; c < table_->columnCount(); ++c) {
            QTableWidgetItem* item = table_->item(static_cast<int>(i), c);
            item->setToolTip(item->text());
            QFont font = item->font();
            font.setBold(document_.job() != nullptr && document_.job()->id == ids_[i]);
            item->setFont(font);
        }
    }
}

void JobsPage::open()
{
    const int row = table_->currentRow();
    if (row >= 0 && row < static_cast<int>(ids_.size())) {
        document_.showJob(ids_[static_cast<size_t>(row)]);
    }
}

} // namespace burl::ui
