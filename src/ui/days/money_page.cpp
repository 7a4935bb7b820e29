#include "ui/days/money_page.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/measure/date.h"
#include "core/measure/when.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/plain_words.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

MoneyPage::MoneyPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), sums_(new QLabel(this)),
      remove_(new QPushButton(tr("remove"), this)), keep_(new QPushButton(tr("keep as quote"), this)),
      accept_(new QPushButton(tr("accepted"), this)), paper_(new QPushButton(tr("quote on paper…"), this)),
      compare_(new QPushButton(tr("compare"), this)), compared_(new QLabel(this))
{
    named(this, QStringLiteral("moneyPage"), tr("Money"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(4, 0, 14, 6);
    row->setSpacing(4);
    auto* left = new QVBoxLayout;
    left->setSpacing(4);
    named(table_, QStringLiteral("moneyTable"), tr("Goods and work, a row each"));
    makePlain(*table_, {tr("what"), tr("kind"), tr("how much"), tr("of one"), tr("sum")}, {156, 90, 77, 94, 70});
    sayWhenEmpty(*table_,
                 tr("Nothing costs anything yet: goods and hours come from the benches once the slabs are laid up."));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    left->addWidget(table_, 1);
    auto* buttons = new QHBoxLayout;
    buttons->setContentsMargins(kInset_px, 0, 0, 0);
    auto* add = looking(named(new QPushButton(tr("+ line"), this), QStringLiteral("addMoneyLine"),
                              tr("Add a line of your own: freight, coater, hardware")),
                        "tight");
    looking(named(remove_, QStringLiteral("removeMoneyLine"), tr("Remove the chosen line of your own")), "tight");
    looking(named(keep_, QStringLiteral("keepQuote"), tr("Keep the quote as it stands today")), "tight");
    looking(named(accept_, QStringLiteral("acceptQuote"), tr("The customer accepted the last quote")), "tight");
    looking(named(paper_, QStringLiteral("quotePaper"), tr("The quote as a page to hand over")), "tight");
    keep_->setToolTip(tr("It stays as it is, whatever the job becomes."));
    accept_->setToolTip(tr("With today's date: from then on the price stands."));
    paper_->setToolTip(tr("One page as PDF, or as HTML."));
    looking(named(compare_, QStringLiteral("compareKept"), tr("What the kept layups would change")), "tight");
    compare_->setCheckable(true);
    compare_->setToolTip(tr("Width, days and cost of the layups that you put by, against the one that lies."));
    for (QPushButton* b : {add, remove_, keep_, accept_, paper_, compare_}) {
        buttons->addWidget(b);
    }
    buttons->addStretch(1);
    left->addLayout(buttons);
    row->addLayout(left, 1);
    named(sums_, QStringLiteral("moneySums"), tr("Sums"));
    isOurs(*sums_);
    isOurs(*compared_);
    sums_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    sums_->setWordWrap(true);
    auto* scroll = named(new QScrollArea(this), QStringLiteral("moneyScroll"), tr("Sums, as far as they reach"));
    scroll->setWidget(sums_);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    looking(scroll, "clear");
    looking(sums_, "clear");
    constexpr int kSums_px = 212; // "Accepted on" with its day, and the longest sum under it
    scroll->setFixedWidth(kSums_px);
    row->addWidget(scroll);
    sumsRoom_ = scroll;
    named(compared_, QStringLiteral("comparedWords"), tr("What the kept layups would change"));
    compared_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    compared_->setWordWrap(true);
    compared_->hide();
    row->addWidget(compared_, 2);
    connect(compare_, &QPushButton::toggled, this, [this](bool on) {
        comparing_ = on;
        refresh();
    });
    connect(&run_, &BackgroundRun::answered, this, &MoneyPage::showCompared);
    connect(add, &QPushButton::clicked, this, &MoneyPage::addLine);
    connect(remove_, &QPushButton::clicked, this, &MoneyPage::removeLine);
    connect(keep_, &QPushButton::clicked, this, &MoneyPage::keepQuote);
    connect(accept_, &QPushButton::clicked, this, &MoneyPage::acceptQuote);
    connect(paper_, &QPushButton::clicked, this, [this] { Q_EMIT quoteWanted(-1); });
    connect(table_, &QTableWidget::itemActivated, this, &MoneyPage::priceWanted);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        remove_->setEnabled(ownLine() >= 0);
        Q_EMIT lineChosen();
    });
}

int MoneyPage::ownLine() const
{
    const int row = table_->currentRow();
    return row >= 0 && row < static_cast<int>(rows_.size()) ? rows_[static_cast<size_t>(row)].own : -1;
}

std::optional<PriceOf> MoneyPage::chosenPrice() const
{
    const int row = table_->currentRow();
    return row >= 0 && row < static_cast<int>(rows_.size()) ? rows_[static_cast<size_t>(row)].of : std::nullopt;
}

QString MoneyPage::chosenName() const
{
    const QTableWidgetItem* item = table_->item(table_->currentRow(), 0);
    return item != nullptr ? item->text() : QString();
}

void MoneyPage::chooseUnpriced()
{
    const auto open = std::find_if(rows_.begin(), rows_.end(), [](const Row& row) { return row.open; });
    if (open != rows_.end()) {
        table_->selectRow(static_cast<int>(open - rows_.begin()));
    }
}

void MoneyPage::refresh()
{
    const Job* job = document_.job();
    const MoneyPlan* money = document_.plan() != nullptr ? &*document_.plan()->money : nullptr;
    const auto sum = [&](double v) { return quantity(v, Unit::Money, document_.units()); };
    const int chosen = table_->currentRow();
    {
        const QSignalBlocker quiet(table_);
        rows_.clear();
        const size_t lines = money != nullptr ? money->draft.lines.size() : 0;
        const size_t works = money != nullptr ? money->draft.work.size() : 0;
        const size_t open = money != nullptr ? money->unpriced.size() : 0;
        table_->setRowCount(static_cast<int>(lines + works + open));
        int row = 0;
        int own = 0;
        for (size_t i = 0; i < lines; ++i) {
            const MoneyLine& l = money->draft.lines[i];
            const PriceOf& of = money->draftOf[i];
            rows_.push_back({of.said == PriceOf::Said::OwnLine ? own++ : -1, of, false});
            putRow(*table_, row++,
                   {translated(l.what), translated(l.kind), fromCore(formatNumber(l.quantity, 3, true)), sum(l.price),
                    sum(money->soFar.lines[i])});
        }
        for (const Unpriced& one : money != nullptr ? money->unpriced : std::vector<Unpriced>{}) {
            rows_.push_back({-1, one.of, true});
            putRow(*table_, row++, {translated(one.what), QString(), QString(), tr("not known"), QString()});
        }
        for (size_t i = 0; i < works; ++i) {
            const WorkLine& w = money->draft.work[i];
            const bool guess = money->hands[i].isGuess();
            rows_.push_back({});
            putRow(*table_, row++,
                   {translated(w.what), tr("work"),
                    (guess ? QStringLiteral("≈ ") : QString()) + fromCore(durationText(w.minutes)),
                    w.hour > 0.0 ? tr("%1 an hour").arg(sum(w.hour)) : tr("not known"),
                    w.hour > 0.0 ? sum(money->soFar.work[i]) : QString()});
        }
        for (int r = 0; r < row; ++r) {
            for (int c = 0; c < table_->columnCount(); ++c) {
                table_->item(r, c)->setToolTip(table_->item(r, 0)->text());
                if (c >= 2) {
                    table_->item(r, c)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
                }
            }
        }
        if (chosen >= 0 && chosen < row) {
            table_->selectRow(chosen);
        }
    }
    QStringList out;
    if (money != nullptr && !money->draft.work.empty()) {
        const auto say = [&](const QString& what, const QString& howMuch) {
            out << QStringLiteral("<tr><td>%1&nbsp;&nbsp;</td><td align=right>%2</td></tr>")
                       .arg(what.toHtmlEscaped(), howMuch.toHtmlEscaped());
        };
        for (const Figure& part : {money->goods, money->labour, money->overhead, money->cost}) {
            say(translated(part.node().label), fromCore(figureText(part, document_.units())));
        }
        for (const Figure& part : money->bill) {
            say(translated(part.node().label), fromCore(figureText(part, document_.units())));
        }
    }
    const QString table = out.isEmpty() ? QString() : QStringLiteral("<table>%1</table>").arg(out.join(QString()));
    QString text;
    if (job != nullptr && !job->money.quotes.empty()) {
        const KeptQuote& last = job->money.quotes.back();
        const Quote q = quoteOf(last);
        text += QStringLiteral("<p>") +
                (last.accepted.empty()
                     ? tr("Quoted %1 on %2; not accepted yet")
                           .arg(sum(q.gross), fromCore(dateText(dayOf(last.on).value_or(0))))
                     : tr("Accepted on %2: %1").arg(sum(q.gross), fromCore(dateText(dayOf(last.accepted).value_or(0)))))
                    .toHtmlEscaped();
        if (job->money.quotes.size() > 1) {
            text += QStringLiteral("<br>") + tr("%1 quotes are kept").arg(job->money.quotes.size());
        }
    }
    sums_->setText(text + table); // what was promised first
    const bool priced = money != nullptr && money->quote.has_value();
    keep_->setEnabled(priced);
    paper_->setEnabled(priced || (job != nullptr && !job->money.quotes.empty()));
    accept_->setEnabled(job != nullptr && !job->money.quotes.empty() && job->money.quotes.back().accepted.empty());
    remove_->setEnabled(ownLine() >= 0);
    const bool has = job != nullptr && !job->kept.empty();
    compare_->setEnabled(has);
    sumsRoom_->setVisible(!comparing_ || !has);
    compared_->setVisible(comparing_ && has);
    if (comparing_ && has) {
        run_.ask({*job, document_.book().shop, document_.workedOut()});
        showCompared();
    }
}

void MoneyPage::showCompared()
{
    const Job* job = document_.job();
    if (!comparing_ || job == nullptr) {
        return;
    }
    const auto answer = run_.answerTo({*job, document_.book().shop, document_.workedOut()});
    if (!answer) {
        compared_->setText(tr("being worked out …"));
        return;
    }
    const UnitChoice& units = document_.units();
    QString rows = QStringLiteral("<tr><td></td><td>&nbsp;%1</td><td>&nbsp;%2</td><td>&nbsp;%3</td></tr>")
                       .arg(tr("wide"), tr("done"), tr("cost"));
    for (size_t i = 0; i < answer->size(); ++i) {
        const ChoiceCompared& c = (*answer)[i];
        QString cost =
            c.cost ? quantity(*c.cost, Unit::Money, units) + (c.whole ? QString() : tr(" so far")) : tr("not known");
        if (i > 0 && c.cost) {
            cost += QStringLiteral(" (%1%2)").arg(c.change.cost >= 0.0 ? QStringLiteral("+") : QString(),
                                                  quantity(c.change.cost, Unit::Money, units));
        }
        rows += QStringLiteral("<tr><td>%1</td><td>&nbsp;%2</td><td>&nbsp;%3</td><td align=right>&nbsp;%4</td></tr>")
                    .arg(translated(c.name).toHtmlEscaped(),
                         c.width_mm > 0.0 ? quantity(c.width_mm, Unit::Length, units) : tr("does not lie"),
                         c.done_day ? fromCore(shortDayText(*c.done_day)) : tr("not known"), cost);
    }
    compared_->setText(QStringLiteral("<table>%1</table>").arg(rows));
}

void MoneyPage::addLine()
{
    document_.edit(tr("Add a line"), [](Job& j) { j.money.lines.push_back({"Freight", "freight", 1.0, 0.0}); });
    for (size_t row = 0; row < rows_.size(); ++row) { // it is chosen, to be said
        if (rows_[row].own >= 0) {
            table_->selectRow(static_cast<int>(row));
        }
    }
}

void MoneyPage::removeLine()
{
    const int own = ownLine();
    if (own >= 0) {
        document_.edit(tr("Remove a line"), [own](Job& j) {
            if (own < static_cast<int>(j.money.lines.size())) {
                j.money.lines.erase(j.money.lines.begin() + own);
            }
        });
    }
}

void MoneyPage::keepQuote()
{
    KeptQuote quote = document_.plan()->money->draft;
    if (const std::string against = impossiblePromise(quote, *document_.plan()->days, document_.job()->days);
        !against.empty()) {
        Q_EMIT message(fromCore(against + '.'));
        return;
    }
    quote.on = document_.today();
    document_.edit(tr("Keep a quote"), [&](Job& j) { j.money.quotes.push_back(quote); });
    Q_EMIT message(tr("The quote is kept as it stands today."));
}

void MoneyPage::acceptQuote()
{
    document_.edit(tr("Quote accepted"), [&](Job& j) {
        if (!j.money.quotes.empty()) {
            j.money.quotes.back().accepted = document_.today();
        }
    });
}

} // namespace burl::ui
