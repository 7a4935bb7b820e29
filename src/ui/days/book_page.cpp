#include "ui/days/book_page.h"

#include <QFile>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QImageReader>
#include <QKeyEvent>
#include <QPushButton>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>

#include "core/measure/clock.h"
#include "core/measure/when.h"
#include "ui/ask/ask_file.h"
#include "ui/days/book_line_edit.h"
#include "ui/days/day_log.h"
#include "ui/days/entry_pictures.h"
#include "ui/days/line_boxes.h"
#include "ui/ledger/cell_typing.h"
#include "ui/ledger/plain_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kWords = 1; // the column of what was written

} // namespace

DayBookPage::DayBookPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget(this)), line_(new BookLineEdit(this)),
      boxes_(new LineBoxes(this)), write_(new QPushButton(tr("in the book"), this)),
      picture_(new QPushButton(tr("picture…"), this))
{
    named(this, QStringLiteral("dayBookPage"), tr("Day book"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 2, 14, 4);
    column->setSpacing(4);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(kInset_px, 0, kInset_px, 0);
    named(line_, QStringLiteral("dayLine"), tr("What was done, and what did it read?"));
    line_->setPlaceholderText(tr("what was done, and what did it read?  \"glued up 25 min 19C\""));
    line_->setToolTip(
        tr("As you would write it: \"A4 44.9mm MC 9.0\", \"pour 1: 3 pots 11.4 l, leak 0.3 l\", \"sanded "
           "underside 40 min 12 discs\", \"customer agreed to leave the crack\". The Up key takes what was "
           "written last back into the line."));
    row->addWidget(line_, 1);
    named(picture_, QStringLiteral("attachPicture"), tr("Attach a picture to this line"));
    picture_->setToolTip(tr("A picture that is kept with the entry, in the shop book."));
    row->addWidget(picture_);
    named(write_, QStringLiteral("writeLine"), tr("Write the line into the day book"));
    looking(write_, "first");
    row->addWidget(write_);
    column->addLayout(row);
    column->addWidget(boxes_);
    named(table_, QStringLiteral("dayBookTable"), tr("Entries, the newest first"));
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    makePlain(*table_, {tr("when"), tr("what was done"), tr("took"), tr("it said")}, {116, 300, 78});
    table_->setToolTip(
        tr("A double click or F2 mends the words where they stand, Enter takes them into the line; Del strikes "
           "the entry out. "
           "Nothing is lost: what it said before stays with it. P shows its pictures."));
    constexpr int kHead_px = 34; // it gives its room to what a line asks
    table_->setMinimumHeight(kHead_px);
    column->addWidget(table_, 1);
    table_->installEventFilter(this);
    line_->installEventFilter(this);
    connect(line_, &QLineEdit::textChanged, this, [this] {
        entered_ = false;
        understand();
    });
    connect(line_, &QLineEdit::returnPressed, this, &DayBookPage::write);
    connect(boxes_, &LineBoxes::answered, this, &DayBookPage::answer);
    connect(boxes_, &LineBoxes::leftToLine, this, &DayBookPage::takeFocus);
    connect(write_, &QPushButton::clicked, this, &DayBookPage::write);
    connect(picture_, &QPushButton::clicked, this, &DayBookPage::attach);
    auto* typing = new CellTyping(Qt::AlignLeft, table_);
    table_->setItemDelegateForColumn(kWords, typing);
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed);
    connect(table_, &QTableWidget::cellChanged, this, [this](int r, int c) {
        if (c == kWords) {
            mend(r, table_->item(r, c)->text());
        }
    });
    // What came in the meantime is shown when nobody types there any more.
    connect(typing, &CellTyping::closeEditor, this, &DayBookPage::refresh, Qt::QueuedConnection);
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
    if (watched == line_ && event->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Up &&
        line_->text().isEmpty()) { // what was just written, to mend it
        correct(0);
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

bool DayBookPage::isMending() const
{
    const auto* editor = table_->viewport()->findChild<QLineEdit*>();
    return editor != nullptr && editor->hasFocus();
}

void DayBookPage::mend(int row, const QString& text)
{
    if (row >= static_cast<int>(ids_.size()) || text.trimmed().isEmpty()) {
        return;
    }
    const int entry = ids_[static_cast<size_t>(row)];
    const auto read = understoodLine(document_, text, {}, entry);
    if (!read) {
        Q_EMIT message(translated(read.error().sentence));
        return;
    }
    if (read->asks.empty()) {
        writeLine(document_, *read);
        return;
    }
    leave(); // what it leaves open is asked where lines are asked
    correcting_ = entry;
    line_->setText(text);
    QTimer::singleShot(0, this, &DayBookPage::write); // once the cell has closed
}

void DayBookPage::refresh()
{
    if (isMending()) {
        return;
    }
    const QSignalBlocker quiet(table_); // only what is typed is an entry
    const Job* job = document_.job();
    ids_.clear();
    const size_t count = job != nullptr ? job->days.book.size() : 0;
    table_->setRowCount(static_cast<int>(count));
    for (size_t i = 0; i < count; ++i) {
        const DayEntry& e = job->days.book[count - 1 - i];
        ids_.push_back(e.id);
        fillRow(static_cast<int>(i), e);
    }
    sayWhenEmpty(*table_, job != nullptr ? tr("Nothing is written yet: write in the line above what was done, as you "
                                              "would in a book.")
                                         : tr("A day book belongs to a job: start one first."));
    line_->setEnabled(job != nullptr);
    write_->setEnabled(job != nullptr);
    picture_->setEnabled(job != nullptr);
    if (!line_->text().isEmpty()) { // the job has changed: what the line means may have
        understand();
    }
}

QString DayBookPage::sayOf(const DayEntry& e) const
{
    if (e.struck) {
        return tr("struck out");
    }
    QStringList out;
    const DaysPlan* days = document_.plan() != nullptr ? &*document_.plan()->days : nullptr;
    if (const PlannedStep* p = days != nullptr ? days->plannedStep(e.words.step) : nullptr) {
        out += fromCore(days->list.steps[p->step].name) + (e.words.ends ? QString() : tr(", not done yet"));
    }
    for (const DayReading& r : e.words.readings) {
        out += fromCore(readingText(r, document_.shop().slabs, document_.units()));
    }
    if (e.agreed) {
        out += tr("agreed by the customer");
    }
    if (!e.pictures.empty()) {
        out += counted(e.pictures.size(), tr("1 picture"), tr("%1 pictures"));
    }
    if (!e.history.empty()) {
        out += tr("corrected");
    }
    return out.join(QStringLiteral(" · "));
}

void DayBookPage::fillRow(int row, const DayEntry& e)
{
    putRow(*table_, row,
           {momentWord(hoursOf(e.at).value_or(document_.now_h()), document_.now_h()), fromCore(e.words.text),
            e.words.minutes > 0.0 ? fromCore(durationText(e.words.minutes)) : QString(), sayOf(e)});
    QString tip = fromCore(e.words.text);
    for (const DayCorrection& c : e.history) {
        tip +=
            QLatin1Char('\n') +
            tr("before %1: %2").arg(fromCore(c.at).replace(QLatin1Char('T'), QLatin1Char(' ')), fromCore(c.was.text));
    }
    for (int c = 0; c < table_->columnCount(); ++c) {
        QTableWidgetItem* item = table_->item(row, c);
        item->setToolTip(tip);
        item->setFlags(c == kWords && !e.struck ? item->flags() | Qt::ItemIsEditable
                                                : item->flags() & ~Qt::ItemIsEditable);
        QFont font = item->font();
        font.setStrikeOut(e.struck);
        item->setFont(font);
    }
}

void DayBookPage::leave()
{
    correcting_ = 0;
    pictures_.clear();
    answers_.clear();
    entered_ = false;
    line_->setText({}); // nothing of it is left to take back: Ctrl+Z is the book's again
    understand();
}

std::vector<BookChoice> DayBookPage::openSteps() const
{
    std::vector<BookChoice> out;
    const DaysPlan* days = document_.plan() != nullptr ? &*document_.plan()->days : nullptr;
    constexpr size_t kMost = 14; // a list that is read at a glance
    for (size_t i = 0; days != nullptr && i < days->planned.size() && out.size() < kMost; ++i) {
        const JobStep& step = days->list.steps[days->planned[i].step];
        if (!days->planned[i].progress.done && !step.skipped) {
            out.push_back({step.key, step.name});
        }
    }
    return out;
}

void DayBookPage::understand()
{
    write_->setText(correcting_ != 0 ? tr("correct it") : tr("in the book"));
    picture_->setText(pictures_.empty() ? tr("picture…")
                                        : counted(pictures_.size(), tr("1 picture"), tr("%1 pictures")));
    if (line_->text().trimmed().isEmpty()) {
        line_->setLeft({});
        boxes_->say(correcting_ != 0    ? tr("Esc leaves the entry as it is.")
                    : pictures_.empty() ? QString()
                                        : tr("Write what it shows; Esc takes the picture off again."));
        return;
    }
    const auto read = understoodLine(document_, line_->text(), answers_, correcting_);
    if (!read) {
        line_->setLeft({});
        boxes_->say(translated(read.error().sentence));
        return;
    }
    // Bytes of the line without the blanks before it, as letters of the field.
    const QByteArray bytes = line_->text().toUtf8();
    int blanks = 0;
    while (blanks < bytes.size() && (bytes[blanks] == ' ' || bytes[blanks] == '\t')) {
        ++blanks;
    }
    std::vector<std::pair<int, int>> left;
    const auto letters = [&](size_t to) {
        return static_cast<int>(QString::fromUtf8(bytes.left(blanks + static_cast<int>(to))).size());
    };
    for (const auto& [from, to] : read->left) {
        left.emplace_back(letters(from), letters(to));
    }
    line_->setLeft(std::move(left));
    boxes_->show(*read, openSteps());
}

void DayBookPage::write()
{
    if (line_->text().trimmed().isEmpty()) {
        return;
    }
    const auto read = understoodLine(document_, line_->text(), answers_, correcting_);
    if (!read) {
        Q_EMIT message(translated(read.error().sentence));
        return;
    }
    if (!read->asks.empty()) { // nothing is kept before it is answered
        entered_ = true;
        boxes_->takeFocus();
        return;
    }
    writeLine(document_, *read, pictures_);
    leave();
    takeFocus();
}

void DayBookPage::answer(const QString& id, const QString& value)
{
    const bool asked = entered_;
    answers_[id.toStdString()] = value.toStdString();
    understand();
    takeFocus();
    line_->deselect();
    line_->end(false);
    if (asked) { // on to the next question, or into the book
        write();
    }
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
            answers_.clear();
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
