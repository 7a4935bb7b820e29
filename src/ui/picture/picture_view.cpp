#include "ui/picture/picture_view.h"

#include <algorithm>

#include <QMouseEvent>
#include <QPainter>
#include <QTimer>

#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kRest_ms = 180;      // after the last turn the fine picture begins
constexpr double kTurn_deg = 0.35; // for each pixel of the hand
constexpr double kLowest_deg = -4.0;
constexpr double kHighest_deg = 88.0;

} // namespace

PictureView::PictureView(QWidget* parent) : QWidget(parent), rest_(new QTimer(this))
{
    named(this, QStringLiteral("pictureView"), tr("The table in three dimensions; drag or arrow keys turn it"));
    setMinimumSize(480, 300);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::OpenHandCursor);
    setAttribute(Qt::WA_OpaquePaintEvent);
    rest_->setSingleShot(true);
    connect(rest_, &QTimer::timeout, this, [this] { ask(false); });
    connect(&run_, &PictureRun::framed, this, [this](const QImage& image, int passes) {
        image_ = image;
        passes_ = passes;
        update();
        Q_EMIT progressed(passes);
    });
}

void PictureView::setScene(std::shared_ptr<const TableScene> scene)
{
    scene_ = std::move(scene);
    run_.setScene(scene_);
    ask(false);
}

void PictureView::setEye(const SceneEye& eye)
{
    eye_ = eye;
    ask(true);
    rest_->start(kRest_ms);
}

QRectF PictureView::photoRect() const
{
    if (photo_.isNull()) {
        return rect();
    }
    const QSizeF size = QSizeF(photo_.size()).scaled(QSizeF(this->size()), Qt::KeepAspectRatio);
    return {QPointF((width() - size.width()) / 2.0, (height() - size.height()) / 2.0), size};
}

void PictureView::ask(bool moving)
{
    if (!scene_) {
        return;
    }
    if (!photo_.isNull()) {
        if (camera_ && scene_->cut) {
            run_.look(*camera_, photoRect().size().toSize(), false, true);
        }
        return;
    }
    run_.look(cameraOf(eye_, *scene_), size(), moving);
}

void PictureView::askMarks(const QImage& photo, double wide_mm, double deep_mm)
{
    photo_ = photo;
    wide_mm_ = wide_mm;
    deep_mm_ = deep_mm;
    marks_.clear();
    camera_.reset();
    image_ = {};
    setCursor(Qt::CrossCursor);
    update();
}

void PictureView::leavePhoto()
{
    photo_ = {};
    camera_.reset();
    marks_.clear();
    image_ = {};
    setCursor(Qt::OpenHandCursor);
    update();
}

void PictureView::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.fillRect(rect(), colours().board);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    if (!photo_.isNull()) {
        p.drawImage(photoRect(), photo_);
    }
    if (!image_.isNull() && (photo_.isNull() || camera_)) {
        p.drawImage(photoRect(), image_);
    }
    if (!photo_.isNull() && !camera_) {
        p.setRenderHint(QPainter::Antialiasing);
        for (const QPointF& m : marks_) {
            const QRectF r = photoRect();
            paintHandle(p, r.topLeft() + QPointF(m.x() * r.width(), m.y() * r.height()), true);
        }
        const QString names[] = {tr("near left"), tr("near right"), tr("far right"), tr("far left")};
        p.setFont(textFont(13.0, true));
        paintLabel(
            p, QPointF(width() / 2.0, 28.0),
            tr("Click the mark %1 of 4: %2").arg(marks_.size() + 1).arg(names[std::min<size_t>(3, marks_.size())]),
            colours().ink);
    } else if (image_.isNull()) {
        p.setPen(colours().faint);
        p.setFont(textFont(13.0));
        p.drawText(rect(), Qt::AlignCenter, tr("being drawn …"));
    }
}

void PictureView::resizeEvent(QResizeEvent*)
{
    ask(true);
    rest_->start(kRest_ms);
}

void PictureView::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton) {
        return;
    }
    setFocus();
    if (!photo_.isNull()) {
        const QRectF r = photoRect();
        if (camera_ || !scene_ || !r.contains(event->position())) {
            return;
        }
        marks_.emplace_back((event->position().x() - r.left()) / r.width(),
                            (event->position().y() - r.top()) / r.height());
        if (marks_.size() == 4) {
            FloorMarks marks;
            marks.wide_mm = wide_mm_;
            marks.deep_mm = deep_mm_;
            for (size_t i = 0; i < 4; ++i) {
                marks.seen[i] = {marks_[i].x() * photo_.width(), marks_[i].y() * photo_.height()};
            }
            const auto camera = cameraOfPhoto(marks, photo_.width(), photo_.height(), scene_->middle);
            if (!camera) {
                marks_.clear();
                Q_EMIT message(fromCore(camera.error().sentence));
            } else {
                camera_ = *camera;
                setCursor(Qt::ArrowCursor);
                Q_EMIT marked();
            }
        }
        update();
        return;
    }
    grabbed_ = event->position();
    turning_ = true;
    setCursor(Qt::ClosedHandCursor);
}

void PictureView::turnBy(double turn, double high)
{
    eye_.turn_deg += turn;
    eye_.high_deg = std::clamp(eye_.high_deg + high, kLowest_deg, kHighest_deg);
    ask(true);
    rest_->start(kRest_ms);
}

void PictureView::mouseMoveEvent(QMouseEvent* event)
{
    if (turning_) {
        const QPointF by = event->position() - grabbed_;
        grabbed_ = event->position();
        turnBy(-by.x() * kTurn_deg, by.y() * kTurn_deg);
    }
}

void PictureView::mouseReleaseEvent(QMouseEvent*)
{
    if (turning_) {
        turning_ = false;
        setCursor(Qt::OpenHandCursor);
    }
}

void PictureView::wheelEvent(QWheelEvent* event)
{
    constexpr double kNearest = 1.2;
    constexpr double kFarthest = 8.0;
    constexpr double kNotch = 120.0;
    eye_.away = std::clamp(eye_.away * std::pow(0.9, event->angleDelta().y() / kNotch), kNearest, kFarthest);
    ask(true);
    rest_->start(kRest_ms);
}

void PictureView::keyPressEvent(QKeyEvent* event)
{
    constexpr double kStep_deg = 5.0;
    if (inPhoto()) {
        QWidget::keyPressEvent(event);
        return;
    }
    switch (event->key()) {
    case Qt::Key_Left:
        turnBy(-kStep_deg, 0.0);
        break;
    case Qt::Key_Right:
        turnBy(kStep_deg, 0.0);
        break;
    case Qt::Key_Up:
        turnBy(0.0, kStep_deg);
        break;
    case Qt::Key_Down:
        turnBy(0.0, -kStep_deg);
        break;
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        eye_.away = std::max(1.2, eye_.away * 0.9);
        setEye(eye_);
        break;
    case Qt::Key_Minus:
        eye_.away = std::min(8.0, eye_.away / 0.9);
        setEye(eye_);
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}

QImage PictureView::picture() const
{
    if (image_.isNull()) {
        return {};
    }
    if (photo_.isNull()) {
        return image_;
    }
    QImage out = photo_.convertToFormat(QImage::Format_RGB32);
    QPainter p(&out);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(QRectF(out.rect()), image_);
    return out;
}

} // namespace burl::ui
