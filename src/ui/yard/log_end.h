#pragma once
// A log seen end-on: its saw lines one above the other, the pith with its rings, which slab is which and
// which face of it will go hollow. Slabs are dragged into their order, the pith to its place.

#include <QWidget>

#include "app/document.h"
#include "core/yard/log_stack.h"

namespace burl::ui
{

class LogEnd : public QWidget
{
    Q_OBJECT

public:
    LogEnd(Document& document, QWidget* parent);
    void setSlab(SlabId id);
    [[nodiscard]] QSize sizeHint() const override { return {220, 170}; }
    /// Where a slab of the log is drawn, and where the pith is or would be set.
    [[nodiscard]] QRectF placeOf(SlabId id) const;
    [[nodiscard]] QPointF pithPlace() const;

Q_SIGNALS:
    void slabChosen(burl::SlabId id);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    enum class Drag { None, Slab, Pith };
    /// Room right of the slabs: their cup marks and names.
    [[nodiscard]] double longestName_px() const;
    [[nodiscard]] double besideIt() const;
    [[nodiscard]] double scale() const;
    [[nodiscard]] QPointF toPixel(double y_mm, double z_mm) const;
    [[nodiscard]] QPolygonF polygonOf(const StackedSlab& slab) const;
    /// Where the grabbed slab would come to lie, 0 the top-most.
    [[nodiscard]] int placeAt(double y_px) const;
    void moveInLog(int place);
    void paintRings(QPainter& painter) const;
    void paintHollow(QPainter& painter, const StackedSlab& slab) const;
    void paintLabelAt(QPainter& painter, QPointF at, const QString& text) const;

    Document& document_;
    SlabId slab_;
    LogStack stack_;
    double names_px_ = 0.0; // the longest of their names, at most what is kept for names
    Drag drag_ = Drag::None;
    QPointF pressed_;
    QPointF at_;
    bool moved_ = false;
};

} // namespace burl::ui
