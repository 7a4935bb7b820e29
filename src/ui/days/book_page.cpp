#include "ui/days/book_page.h"

#include <QFile>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QImageReader>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "core/measure/clock.h"
#include "core/measure/when.h"
#include "ui/ask/ask_file.h"
#include "ui/days/day_log.h"
#include "ui/days/entry_pictures.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

DayBookPage::DayBookPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), line_(new QLineEdit(this)),
      understood_(new QLabel(this)), write_(new QPushButton(tr("in the book"), this)),
      picture_(new QPushButton(tr("picture…"), this))
{
    named(this, QStringLiteral("dayBookPage"), tr("Day book"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 14, 6);
    column->setSpacing(4);
    named(table_, QStringLiteral("dayBookTable"), tr("Entries, the newest first"));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    makePlain(*table_, {tr("when"), tr("what was done"), tr("took"), tr("it said")}, {116, 300, 78});
    sayWhenEmpty(*table_, tr("Nothing is written yet: write in the line below what was done, as you would in a book."));
    table_->setToolTip(tr("Enter or a double click takes an entry into the line to correct it; Del strikes it out. "
                          "Nothing is lost: what it said before stays with it. P shows its pictures."));
    table_->installEventFilter(this);
    line_->installEventFilter(this);
    column->addWidget(table_, 1);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(kInset_px, 0, kInset_px, 0);
    named(line_, QStringLiteral("dayLine"), tr("What was done, and what did it read?"));
    line_->setPlaceholderText(tr("what was done, and what did it read?  \"glued up 25 min 19C\""));
    line_->setToolTip(tr("As you would write it: \"A4 44.9mm MC 9.0\", \"pour 1: 3 pots 11.4 l, leak 0.3 l\", \"sanded "
                         "underside 40 min 12 discs\", \"customer agreed to leave the crack\"."));
    row->addWidget(line_, 1);
    named(picture_, QStringLiteral("attachPicture"), tr("Attach a picture to this line"));
    picture_->setToolTip(tr("A picture that is kept with the entry, in the shop book."));
    row->addWidget(picture_);
    named(write_, QStringLiteral("writeLine"), tr("Write the line into the day book"));
    looking(write_, "first");
    row->addWidget(write_);
    column->addLayout(row);
    named(understood_, QStringLiteral("understood"), tr("How the line is understood"));
    looking(understood_, "quiet");
    understood_->setIndent(kInset_px);
    column->addWidget(understood_);
    connect(line_, &QLineEdit::textChanged, this, &DayBookPage::understand);
    connect(line_, &QLineEdit::returnPressed, this, &DayBookPage::write);
    connect(write_, &QPushButton::clicked, this, &DayBookPage::write);
    connect(picture_, &QPushButton::clicked, this, &DayBookPage::attach);
    connect(table_, &QTableWidget::cellDoubleClicked, this, [this](int r, int) { correct(r); });
}

void DayBookPage::takeFocus()
{
    line_->setFocus(Qt::OtherFocusReason);
}

void DayBookPage::begin(const QString& words)
{
    leave();
    line_->setText(words);
    takeFocus();
    line_->end(false);
}

bool DayBookPage::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == line_ && event->type() == QEvent::KeyPress &&
        static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape) {
        leave();
        return true;
    }
    if (watched == table_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Delete || key == Qt::Key_Backspace) {
            strike();
            return true;
        }
        if (key == Qt::Key_P) {
            showPicture();
            return true;
        }
        if (key == Qt::Key_Return || key == Qt::Key_Enter) {
            correct(table_->currentRow());
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void DayBookPage::refresh()
{
    const Job* job = document_.job();
    ids_.clear();
    const size_t count = job != nullptr ? job->days.book.size() : 0;
    table_->setRowCount(static_cast<int>(count));
    const DaysPlan* days = document_.plan() != nullptr ? &*document_.plan()->days : nullptr;
    for (size_t i = 0; i < count; ++i) {
        const DayEntry& e = job->days.book[count - 1 - i];
        ids_.push_back(e.id);
        QString step;
        if (days != nullptr) {
            if (const PlannedStep* p = days->plannedStep(e.words.step)) {
                step = fromCore(days->list.steps[p->step].name) + (e.words.ends ? QString() : tr(", not done yet"));
            }
        }
        if (e.agreed) {
            step += (step.isEmpty() ? QString() : QStringLiteral(" · ")) + tr("agreed by the customer");
        }
        if (!e.pictures.empty()) {
            step += (step.isEmpty() ? QString() : QStringLiteral(" · ")) +
                    counted(e.pictures.size(), tr("1 picture"), tr("%1 pictures"));
        }
        if (!e.history.empty()) {
            step += (step.isEmpty() ? QString() : QStringLiteral(" · ")) + tr("corrected");
        }
        if (e.struck) {
            step = tr("struck out");
        }
        putRow(*table_, static_cast<int>(i),
               {momentWord(hoursOf(e.at).value_or(document_.now_h()), document_.now_h()), fromCore(e.words.text),
                e.words.minutes > 0.0 ? fromCore(durationText(e.words.minutes)) : QString(), step});
        QString tip = fromCore(e.words.text);
        for (const DayCorrection& c : e.history) {
            tip += QLatin1Char('\n') +
                   tr("before %1: %2")
                       .arg(fromCore(c.at).replace(QLatin1Char('T'), QLatin1Char(' ')), fromCore(c.was.text));
        }
        for (int c = 0; c < table_->columnCount(); ++c) {
            QTableWidgetItem* item = table_->item(static_cast<int>(i), c);
            item->setToolTip(tip);
            QFont font = item->font();
            font.setStrikeOut(e.struck);
            item->setFont(font);
        }
    }
    line_->setEnabled(job != nullptr);
    write_->setEnabled(job != nullptr);
    picture_->setEnabled(job != nullptr);
    understand();
}

void DayBookPage::leave()
{
    correcting_ = 0;
    pictures_.clear();
    line_->setText({}); // nothing of it is left to take back: Ctrl+Z is the book's again
    understand();
}

void DayBookPage::understand()
{
    write_->setText(correcting_ != 0 ? tr("correct it") : tr("in the book"));
    picture_->setText(pictures_.empty() ? tr("picture…")
                                        : counted(pictures_.size(), tr("1 picture"), tr("%1 pictures")));
    if (line_->text().trimmed().isEmpty()) {
        understood_->setText(correcting_ != 0    ? tr("Esc leaves the entry as it is.")
                             : pictures_.empty() ? QString()
                                                 : tr("Write what it shows; Esc takes the picture off again."));
        return;
    }
    const auto line = understoodLine(document_, line_->text());
    understood_->setText(!line                      ? translated(line.error().sentence)
                         : line->understood.empty() ? tr("kept as it is written")
                                                    : tr("understood: %1").arg(fromCore(line->understood)));
}

void DayBookPage::write()
{
    if (line_->text().trimmed().isEmpty()) {
        return;
    }
    const QString said = correcting_ != 0 ? correctLine(document_, correcting_, line_->text(), pictures_)
                                          : writeLine(document_, line_->text(), pictures_);
    if (!said.isEmpty()) {
        Q_EMIT message(said);
        return;
    }
    leave();
}

void DayBookPage::correct(int row)
{
    const Job* job = document_.job();
    if (job == nullptr || row < 0 || row >= static_cast<int>(ids_.size())) {
        return;
    }
    for (const DayEntry& e : job->days.book) {
        if (e.id == ids_[static_cast<size_t>(row)]) {
            correcting_ = e.id;
            line_->setText(fromCore(e.words.text));
            line_->setFocus(Qt::OtherFocusReason);
            line_->selectAll();
        }
    }
}

void DayBookPage::strike()
{
    const int row = table_->currentRow();
    if (row >= 0 && row < static_cast<int>(ids_.size())) {
        strikeLine(document_, ids_[static_cast<size_t>(row)]);
        Q_EMIT message(tr("The entry is struck out; Ctrl+Z brings it back."));
    }
}

void DayBookPage::showPicture()
{
    const Job* job = document_.job();
    const int row = table_->currentRow();
    if (job == nullptr || row < 0 || row >= static_cast<int>(ids_.size())) {
        return;
    }
    for (const DayEntry& e : job->days.book) {
        if (e.id != ids_[static_cast<size_t>(row)] || e.pictures.empty()) {
            continue;
        }
        auto* window = new EntryPictures(document_, fromCore(e.words.text), e.pictures, this);
        window->show();
        return;
    }
}

void DayBookPage::attach()
{
    const QString path = askWhich(this, {QStringLiteral("photo"), tr("A picture for the day book"),
                                         tr("Pictures (*.jpg *.jpeg *.png *.webp *.heic)")});
    if (path.isEmpty()) {
        return;
    }
    constexpr qint64 kLargest = 40LL * 1024 * 1024;
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly) || file.size() > kLargest || file.size() == 0) {
        Q_EMIT message(tr("%1 cannot be read as a picture of less than 40 MB.").arg(path));
        return;
    }
    const QByteArray bytes = file.readAll();
    constexpr qsizetype kHeicMark = 4; // where such a file says what it is
    const bool heic = bytes.mid(kHeicMark, 4) == "ftyp";
    if (!heic && !QImageReader(path).canRead()) {
        Q_EMIT message(tr("%1 is no picture that can be shown: JPEG, PNG, WebP and HEIC are.").arg(path));
        return;
    }
    pictures_.push_back(document_.keepPicture(bytes.toStdString()));
    understand();
    takeFocus();
}

} // namespace burl::ui
