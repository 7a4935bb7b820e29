#pragma once
// The board: the same table at true proportion on every bench, with rulers in the maker's units.

#include <functional>

#include <QWidget>

#include "drawing/scene.h"
#include "ui/board/bench.h"

class QPushButton;

namespace burl::ui
{

class Board : public QWidget
{
    Q_OBJECT

public:
    explicit Board(Document& document, QWidget* parent = nullptr);
    void setBench(Bench* bench);
    [[nodiscard]] const BoardView& view() const { return view_; }
    /// Marks a place for a few seconds.
    void showPlace(Vec2 place);
    void refit();
    /// The one thing to do when there is nothing to draw: a word for the button in the middle, and what it does.
    void setFirstThing(const QString& word, const std::function<void()>& act);
    /// A slab from the rack over the board at this place of the screen: what letting it go there would do; nothing off
    /// the board, or when the bench takes none.
    [[nodiscard]] QString carriedOver(SlabId slab, QPoint global);
    bool drop(SlabId slab, QPoint global);
    void forgetCarried();
    /// Ends a drag that goes on: as if the mouse were let go, or taken back. No drag ends otherwise.
    void endDrag(bool keep);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    [[nodiscard]] QRectF drawingArea() const;
    [[nodiscard]] QRectF turnArea() const;

    Document& document_;
    Bench* bench_ = nullptr;
    WoodCache wood_;
    BoardView view_;
    bool dragging_ = false;
    QString typed_;
    DragNote note_;
    QPointF mouse_;
    std::optional<Vec2> spot_;
    QPushButton* first_;
    std::function<void()> firstThing_;
};

} // namespace burl::ui
