#include "ui/days/line_boxes.h"

#include <QApplication>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QPushButton>

#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/look/wrap_layout.h"

namespace burl::ui
{
namespace
{

constexpr int kBetween_px = 6;
constexpr int kWord_px = 84; // wide enough for "understood"

} // namespace

LineBoxes::LineBoxes(QWidget* parent)
    : QWidget(parent), understood_(row(QStringLiteral("understoodRow"), tr("understood"))),
      asked_(row(QStringLiteral("askedRow"), tr("asked"))),
      alsoDone_(row(QStringLiteral("alsoDoneRow"), tr("also done"))), sentence_(new QLabel(this)),
      question_(new QLabel(this))
{
    named(this, QStringLiteral("lineBoxes"), tr("What the line was understood to say"));
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(kInset_px, 0, kInset_px, 0);
    grid->setHorizontalSpacing(kBetween_px);
    grid->setVerticalSpacing(kBetween_px / 2);
    named(sentence_, QStringLiteral("understood"), tr("How the line is understood"));
    looking(sentence_, "quiet");
    sentence_->setWordWrap(true);
    named(question_, QStringLiteral("question"), tr("What the line leaves open"));
    question_->setWordWrap(true);
    int at = 0;
    const auto add = [&](const Row& r) {
        grid->addWidget(r.word, at, 0, Qt::AlignTop);
        grid->addWidget(r.room, at++, 1);
    };
    add(understood_);
    grid->addWidget(question_, at++, 1);
    add(asked_);
    add(alsoDone_);
    grid->addWidget(sentence_, at, 1);
    grid->setColumnStretch(1, 1);
    grid->setColumnMinimumWidth(0, kWord_px);
    say({});
}

LineBoxes::Row LineBoxes::row(const QString& name, const QString& word)
{
    Row out{new QLabel(word, this), new QWidget(this)};
    looking(named(out.word, name + QStringLiteral("Word"), word), "quiet");
    constexpr int kToText_px = 4; // as deep as the words in the boxes
    out.word->setContentsMargins(0, kToText_px, 0, 0);
    named(out.room, name, word);
    new WrapLayout(kBetween_px, out.room);
    return out;
}

void LineBoxes::clear(const Row& r)
{
    for (QWidget* old : r.room->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly)) {
        old->removeEventFilter(this);
        old->hide();
        r.room->layout()->removeWidget(old);
        old->setObjectName(QString()); // it may be the one that was pressed: it goes when that is over
        old->deleteLater();
    }
    r.word->hide();
    r.room->hide();
}

QPushButton* LineBoxes::box(const Row& r, const BookBox& said)
{
    auto* button = new QPushButton(fromCore(said.text).replace(QLatin1Char('&'), QLatin1String("&&")), r.room);
    named(button, QStringLiteral("box:") + fromCore(said.id),
          tr("%1: change it, or take it out").arg(fromCore(said.text)));
    looking(button, "tight");
    button->setToolTip(tipOf(said));
    button->installEventFilter(this);
    connect(button, &QPushButton::clicked, this, [this, said, button] { choices(said, button); });
    r.room->layout()->addWidget(button);
    r.word->show();
    r.room->show();
    button->show();
    return button;
}

QString LineBoxes::tipOf(const BookBox& said)
{
    const QString change = tr("Enter or a click: change it or take it out. Del takes it out.");
    return said.tip.empty() ? change : fromCore(said.tip) + QLatin1Char('\n') + change;
}

void LineBoxes::choices(const BookBox& said, QPushButton* from)
{
    auto* menu = new QMenu(from);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    named(menu, QStringLiteral("boxMenu"), from->accessibleName());
    const QString id = fromCore(said.id);
    const auto offer = [&](const QString& label, const QString& value) {
        connect(menu->addAction(label), &QAction::triggered, this, [this, id, value] { Q_EMIT answered(id, value); });
    };
    if (said.is == BookBox::Is::Step) {
        for (const BookChoice& step : steps_) {
            offer(fromCore(step.label).replace(QLatin1Char('&'), QLatin1String("&&")), fromCore(step.value));
        }
        menu->addSeparator();
        offer(tr("no step: keep the words"), QString::fromLatin1(kLeftOut));
    } else if (said.is == BookBox::Is::GoesOn) {
        offer(tr("it is done"), QStringLiteral("yes"));
    } else if (said.is == BookBox::Is::When) {
        offer(tr("now"), QString::fromLatin1(kLeftOut));
    } else if (said.is == BookBox::Is::AlsoDone) {
        offer(tr("not done: keep the words only"), QString::fromLatin1(kLeftOut));
    } else {
        offer(tr("take it out"), QString::fromLatin1(kLeftOut));
    }
    menu->popup(from->mapToGlobal(QPoint(0, from->height())));
    if (!menu->actions().isEmpty()) {
        menu->setActiveAction(menu->actions().front());
    }
}

void LineBoxes::ask(const BookAsk& question)
{
    question_->setText(fromCore(question.sentence));
    question_->show();
    int number = 0;
    for (const BookChoice& choice : question.choices) {
        ++number;
        const QString label = fromCore(choice.label).replace(QLatin1Char('&'), QLatin1String("&&"));
        auto* button = new QPushButton(tr("%1  %2").arg(number).arg(label), asked_.room);
        named(button, QStringLiteral("answer%1").arg(number), fromCore(choice.label));
        looking(button, number == 1 ? "first" : "tight");
        button->setToolTip(tr("Key %1, once Enter has led here.").arg(number));
        button->installEventFilter(this);
        const QString id = fromCore(question.id);
        const QString value = fromCore(choice.value);
        connect(button, &QPushButton::clicked, this, [this, id, value] { Q_EMIT answered(id, value); });
        asked_.room->layout()->addWidget(button);
        button->show();
        answers_.push_back(button);
    }
    asked_.word->setVisible(!answers_.empty());
    asked_.room->setVisible(!answers_.empty());
}

void LineBoxes::show(const BookReading& reading, std::vector<BookChoice> steps)
{
    steps_ = std::move(steps);
    const std::string now = written(reading);
    if (now == shown_) {
        return;
    }
    const bool inHand = isAncestorOf(QApplication::focusWidget());
    say({});
    shown_ = now;
    for (const BookEntry& e : reading.entries) {
        if (&e != &reading.entries.front() && !e.boxes.empty()) { // a second thing that was done
            auto* then = new QLabel(tr("and"), understood_.room);
            looking(named(then, QStringLiteral("andThen"), then->text()), "quiet");
            understood_.room->layout()->addWidget(then);
            then->show();
        }
        for (const BookBox& b : e.boxes) {
            box(b.is == BookBox::Is::AlsoDone ? alsoDone_ : understood_, b);
        }
    }
    if (!reading.asks.empty()) {
        ask(reading.asks.front());
    } else if (reading.isNote()) {
        sentence_->setText(tr("No step of this job and no reading: kept as it is written."));
        sentence_->show();
    }
    updateGeometry();
    if (inHand && !answers_.empty()) {
        takeFocus();
    } else if (inHand) {
        Q_EMIT leftToLine();
    }
}

std::string LineBoxes::written(const BookReading& reading)
{
    std::string out;
    for (const BookEntry& e : reading.entries) {
        for (const BookBox& b : e.boxes) {
            out += b.id + '\t' + b.text + '\t' + b.tip + '\n';
        }
        out += '\n';
    }
    for (const BookAsk& a : reading.asks) {
        out += a.id + '\t' + a.sentence + '\n';
        for (const BookChoice& c : a.choices) {
            out += c.value + '\t' + c.label + '\n';
        }
    }
    return out.empty() ? "." : out;
}

void LineBoxes::say(const QString& sentence)
{
    clear(understood_);
    clear(asked_);
    clear(alsoDone_);
    answers_.clear();
    shown_.clear();
    question_->clear();
    question_->hide();
    sentence_->setText(sentence);
    sentence_->setVisible(!sentence.isEmpty());
}

void LineBoxes::takeFocus()
{
    if (!answers_.empty()) {
        answers_.front()->setFocus(Qt::OtherFocusReason);
    }
}

bool LineBoxes::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() != QEvent::KeyPress) {
        return QWidget::eventFilter(watched, event);
    }
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Escape) {
        Q_EMIT leftToLine();
        return true;
    }
    const auto number = static_cast<size_t>(key - Qt::Key_1);
    if (key >= Qt::Key_1 && number < answers_.size()) {
        answers_[number]->click();
        return true;
    }
    auto* button = qobject_cast<QPushButton*>(watched);
    if (button == nullptr) {
        return QWidget::eventFilter(watched, event);
    }
    const QString prefix = QStringLiteral("box:");
    const bool isBox = button->objectName().startsWith(prefix);
    if (isBox && (key == Qt::Key_Delete || key == Qt::Key_Backspace)) {
        Q_EMIT answered(button->objectName().mid(prefix.size()), QString::fromLatin1(kLeftOut));
        return true;
    }
    if (key == Qt::Key_Return || key == Qt::Key_Enter) {
        button->click();
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace burl::ui
