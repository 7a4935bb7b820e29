#pragma once
// The picture of the table, turned by hand; over a photo of the room when there is one.

#include <optional>

#include <QWidget>

#include "app/picture_run.h"
#include "scene/room_photo.h"

class QTimer;

namespace burl::ui
{

class PictureView : public QWidget
{
    Q_OBJECT

public:
    explicit PictureView(QWidget* parent = nullptr);

    void setScene(std::shared_ptr<const TableScene> scene);
    [[nodiscard]] const SceneEye& eye() const { return eye_; }
    void setEye(const SceneEye& eye);
    /// Asks for four marks on a photo; then the table stands in it.
    void askMarks(const QImage& photo, double wide_mm, double deep_mm);
    void leavePhoto();
    [[nodiscard]] bool inPhoto() const { return !photo_.isNull(); }
    /// As it is seen now, photo and all; null while nothing is.
    [[nodiscard]] QImage picture() const;
    [[nodiscard]] int passes() const { return passes_; }

Q_SIGNALS:
    void progressed(int passes);
    void message(const QString& sentence);
    void marked(); // all four: the scene is wanted without a floor

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void ask(bool moving);
    [[nodiscard]] QRectF photoRect() const;
    void turnBy(double turn_deg, double high_deg);

    PictureRun run_;
    std::shared_ptr<const TableScene> scene_;
    SceneEye eye_;
    QImage image_;
    int passes_ = 0;
    QPointF grabbed_;
    bool turning_ = false;
    QTimer* rest_;
    QImage photo_;
    std::vector<QPointF> marks_; // shares of the photo
    double wide_mm_ = 0.0;
    double deep_mm_ = 0.0;
    std::optional<SceneCamera> camera_; // of the photo
};

} // namespace burl::ui
