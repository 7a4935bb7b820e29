#include "ui/board/board.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QTimer>

#include "core/measure/parse.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

void paintHandle(QPainter& painter, QPointF at, bool grabbed)
{
    painter.setPen(QPen(grabbed ? colours().mark : colours().ink, 2.0));
    painter.setBrush(colours().board);
    painter.drawEllipse(at, 6.5, 6.5);
}

void paintLabel(QPainter& painter, QPointF at, const QString& text, const QColor& colour, Qt::Alignment align)
{
    const QFontMetricsF metrics(painter.font());
    QRectF box = metrics.boundingRect(text).adjusted(-4, -2, 4, 2);
    if (align.testFlag(Qt::AlignLeft)) {
        box.moveLeft(at.x());
        box.moveTop(at.y() - box.height() / 2.0);
    } else if (align.testFlag(Qt::AlignRight)) {
        box.moveRight(at.x());
        box.moveTop(at.y() - box.height() / 2.0);
    } else {
        box.moveCenter(at);
    }
    QColor ground = colours().board;
    ground.setAlphaF(0.86F);
    painter.setPen(Qt::NoPen);
    painter.setBrush(ground);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(colour);
    painter.drawText(box, Qt::AlignCenter, text);
}

Board::Board(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), first_(looking(new QPushButton(this), "first"))
{
    named(first_, QStringLiteral("firstThing"), tr("The first thing to do here"));
    first_->hide();
    connect(first_, &QPushButton::clicked, this, [this] {
        if (const auto act = firstThing_) {
            act();
        }
    });
    wood_.setPictures([this](const std::string& key) { return document_.picture(key); });
    setObjectName(QStringLiteral("board"));
    setAccessibleName(tr("Board: the table, drawn to scale"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(420, 240);
    setAttribute(Qt::WA_OpaquePaintEvent);
}

void Board::setBench(Bench* bench)
{
    endDrag(true); // what is seen on the board is what is kept
    bench_ = bench;
    spot_.reset();
    refit();
}

void Board::endDrag(bool keep)
{
    if (!dragging_ || bench_ == nullptr) {
        return;
    }
    dragging_ = false;
    typed_.clear();
    note_ = {};
    if (!keep) {
        document_.cancelGesture();
        bench_->cancelDrag();
    } else {
        bench_->release();
        document_.endGesture();
    }
    refit();
}

void Board::focusOutEvent(QFocusEvent* event)
{
    endDrag(true);
    QWidget::focusOutEvent(event);
}

void Board::hideEvent(QHideEvent* event)
{
    endDrag(true);
    QWidget::hideEvent(event);
}

QRectF Board::drawingArea() const
{
    return QRectF(rect()).adjusted(22, 74, -22 - (bench_ != nullptr ? bench_->keyRoom() : 0.0), -16);
}

QRectF Board::turnArea() const
{
    const int textWidth =
        QFontMetrics(textFont(10.5)).horizontalAdvance(bench_ != nullptr ? bench_->turnWord() : QString());
    return {width() - 22.0 - textWidth, 10.0, textWidth + 2.0, 26.0};
}

void Board::refit()
{
    if (bench_ != nullptr && !dragging_) { // while something is dragged the paper stays where it is
        view_ = BoardView::fitted(bench_->frame(), drawingArea(), bench_->underside());
    }
    const bool empty = bench_ != nullptr && !bench_->emptyWord().isEmpty() && !first_->text().isEmpty();
    if (empty) {
        const QSize size = first_->sizeHint();
        first_->setGeometry((width() - size.width()) / 2, height() / 2 + 34, size.width(), size.height());
    }
    first_->setVisible(empty);
    setAccessibleDescription(bench_ != nullptr ? bench_->title() + QStringLiteral("; ") + bench_->headline()
                                               : QString());
    update();
}

void Board::setFirstThing(const QString& word, const std::function<void()>& act)
{
    first_->setText(word);
    first_->setAccessibleName(word);
    firstThing_ = act;
}

void Board::showPlace(Vec2 place)
{
    spot_ = place;
    update();
    QTimer::singleShot(4000, this, [this] {
        spot_.reset();
        update();
    });
}

void Board::resizeEvent(QResizeEvent*)
{
    refit();
}

void Board::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), c.board);
    if (bench_ == nullptr) {
        return;
    }
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF area = drawingArea();
    p.setFont(textFont(10.0));
    if (bench_->emptyWord().isEmpty()) {
        if (bench_->ruled()) {
            paintRuler(p, view_, QRectF(8, 42, width() - 16, 28), document_.units(), c);
        }
        bench_->paint(p, view_, area, wood_);
    } else {
        p.setFont(textFont(13.0));
        p.setPen(c.faint);
        p.drawText(QRectF(area.left(), 74, area.width(), height() / 2.0 - 58.0),
                   Qt::AlignHCenter | Qt::AlignBottom | Qt::TextWordWrap, bench_->emptyWord());
    }
    p.setFont(textFont(11.5, true));
    p.setPen(c.ink);
    p.drawText(QRectF(22, 10, width() - 60.0 - turnArea().width(), 26), Qt::AlignLeft | Qt::AlignVCenter,
               p.fontMetrics().elidedText(bench_->title(), Qt::ElideRight,
                                          static_cast<int>(width() - 60.0 - turnArea().width())));
    p.setFont(textFont(10.5));
    p.setPen(c.lead);
    p.drawText(turnArea(), Qt::AlignRight | Qt::AlignVCenter, bench_->turnWord());
    if (spot_) {
        p.setPen(QPen(c.mark, 3.0));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(view_.toPixel(*spot_), 22.0, 22.0);
        p.drawEllipse(view_.toPixel(*spot_), 3.0, 3.0);
    }
    if (!note_.text.isEmpty() || (dragging_ && !typed_.isEmpty())) {
        p.setFont(textFont(12.0, true));
        const QPointF at = mouse_ + QPointF(18, -22);
        paintLabel(p, at, typed_.isEmpty() ? note_.text : typed_ + QStringLiteral(" ⏎"), c.ink, Qt::AlignLeft);
    }
}

void Board::mousePressEvent(QMouseEvent* event)
{
    setFocus();
    if (bench_ == nullptr || event->button() != Qt::LeftButton) {
        return;
    }
    if (turnArea().contains(event->position())) {
        bench_->turn();
        return;
    }
    endDrag(true); // its release was lost
    mouse_ = event->position();
    typed_.clear();
    note_ = {};
    dragging_ = bench_->press(view_.toTable(event->position()), view_);
    update();
}

void Board::mouseMoveEvent(QMouseEvent* event)
{
    mouse_ = event->position();
    if (bench_ == nullptr) {
        return;
    }
    if (dragging_) {
        note_ = bench_->drag(view_.toTable(event->position()));
        update();
    } else {
        setCursor(turnArea().contains(event->position()) ? Qt::PointingHandCursor
                                                         : bench_->cursorAt(view_.toTable(event->position()), view_));
    }
}

QString Board::carriedOver(SlabId slab, QPoint global)
{
    const QPoint at = mapFromGlobal(global);
    note_ = {};
    if (bench_ != nullptr && rect().contains(at)) {
        note_.text = bench_->slabNote(slab, view_.toTable(QPointF(at)));
        mouse_ = at;
    }
    update();
    return note_.text;
}

bool Board::drop(SlabId slab, QPoint global)
{
    const bool takes = !carriedOver(slab, global).isEmpty();
    forgetCarried();
    if (takes) {
        bench_->dropSlab(slab, view_.toTable(QPointF(mapFromGlobal(global))));
        setFocus();
    }
    return takes;
}

void Board::forgetCarried()
{
    note_ = {};
    update();
}

void Board::mouseReleaseEvent(QMouseEvent* event)
{
    if (event->button() == Qt::LeftButton) {
        if (dragging_ && !rect().contains(event->position().toPoint()) && bench_->dropOutside()) {
            dragging_ = false;
            typed_.clear();
            note_ = {};
            refit();
            return;
        }
        endDrag(true);
    }
}

void Board::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (bench_ != nullptr) {
        bench_->doubleClick(view_.toTable(event->position()), view_);
    }
}

void Board::keyPressEvent(QKeyEvent* event)
{
    if (bench_ == nullptr) {
        QWidget::keyPressEvent(event);
        return;
    }
    if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && first_->isVisible()) {
        first_->click();
        return;
    }
    const QString text = event->text();
    if (dragging_) {
        if (event->key() == Qt::Key_Escape) {
            endDrag(false);
            return;
        }
        if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
            const auto length = parseLength_mm(typed_.toStdString(), document_.units().length);
            if (length) {
                bench_->typed(*length);
                endDrag(true);
            } else {
                Q_EMIT bench_->message(fromCore(length.error().sentence));
            }
            typed_.clear();
            update();
            return;
        }
        if (event->key() == Qt::Key_Backspace) {
            typed_.chop(1);
            update();
            return;
        }
        if (!text.isEmpty() && text[0].isPrint()) {
            typed_ += text;
            update();
            return;
        }
    }
    const double step = event->modifiers().testFlag(Qt::ShiftModifier) ? 10.0 : 1.0;
    double dx = 0.0;
    double dy = 0.0;
    switch (event->key()) {
    case Qt::Key_Left:
        dx = -step;
        break;
    case Qt::Key_Right:
        dx = step;
        break;
    case Qt::Key_Up:
        dy = -view_.ySign() * step;
        break;
    case Qt::Key_Down:
        dy = view_.ySign() * step;
        break;
    case Qt::Key_Delete:
    case Qt::Key_Backspace:
        if (bench_->removeSelected()) {
            return;
        }
        break;
    case Qt::Key_T:
        if (!bench_->turnWord().isEmpty()) {
            bench_->turn();
            return;
        }
        break;
    default:
        break;
    }
    if ((dx != 0.0 || dy != 0.0) && bench_->nudge(dx, dy)) {
        return;
    }
    if (event->modifiers() == Qt::NoModifier && bench_->key(event->key())) {
        return;
    }
    QWidget::keyPressEvent(event);
}

} // namespace burl::ui
