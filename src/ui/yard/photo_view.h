#pragma once
// The photo itself: four markers to drag, the outline to drag, wheel to look closer.

#include <array>
#include <optional>

#include <QImage>
#include <QWidget>

#include "photo/photo.h"

namespace burl::ui
{

class PhotoView : public QWidget
{
    Q_OBJECT

public:
    explicit PhotoView(QWidget* parent = nullptr);

    void setPhoto(const Photo& photo);
    void setMarkers(const std::optional<std::array<Vec2, 4>>& markers);
    [[nodiscard]] const std::optional<std::array<Vec2, 4>>& markers() const { return markers_; }
    /// The outline in the markers' frame, drawn through the map; empty to show none.
    void setOutline(const Traced& traced, const FaceMap& map);
    void clearOutline();
    [[nodiscard]] const Ring& outline() const { return traced_.outline; }
    [[nodiscard]] const Traced& traced() const { return traced_; }

    [[nodiscard]] QPointF toWidget(Vec2 pixel) const;
    [[nodiscard]] Vec2 toPhoto(QPointF widget) const;

Q_SIGNALS:
    void markersMoved();
    /// The outline was dragged so that it runs through this place of the markers' frame.
    void outlineDragged(burl::Vec2 through);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void resizeEvent(QResizeEvent*) override { fit(); }

private:
    void fit();
    enum class Grab { None, Marker, Outline, Paper };
    QImage image_;
    QSize full_;
    std::optional<std::array<Vec2, 4>> markers_;
    Traced traced_;
    Ring before_; // the outline when it was grabbed
    FaceMap map_;
    double scale_ = 1.0; // widget pixels per photo pixel
    QPointF origin_;
    Grab grab_ = Grab::None;
    size_t grabbed_ = 0;
    QPointF from_;
    Vec2 to_;
};

} // namespace burl::ui
