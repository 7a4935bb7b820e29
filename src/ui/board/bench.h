#pragma once
// A bench: one way of looking at the table and working on it. It paints over the shared drawing,
// takes the mouse in millimetres, and brings its choices, its strip below the board and its figures.

#include <functional>
#include <optional>
#include <vector>

#include <QObject>
#include <QString>

#include "app/document.h"
#include "drawing/scene.h"

class QPainter;
class QWidget;

namespace burl::ui
{

/// What one drag may say about itself while it goes on.
struct DragNote {
    QString text; // "A4 120 mm left of the end"
};

/// What the drawing marks for the moment: a finding's place.
struct Spot {
    std::optional<Vec2> place;
};

class Bench : public QObject
{
    Q_OBJECT

public:
    explicit Bench(Document& document) : document_(document) {}

    [[nodiscard]] virtual QString id() const = 0;
    [[nodiscard]] virtual QString name() const = 0;
    /// The one figure on its tab.
    [[nodiscard]] virtual QString headline() const = 0;
    [[nodiscard]] virtual QString title() const = 0;
    [[nodiscard]] virtual std::vector<Entry> figures() const = 0;
    /// The bench whose stages, and all before them, it needs while a hand drags on it.
    [[nodiscard]] virtual QString asksUpTo() const { return id(); }
    [[nodiscard]] virtual std::vector<Finding> findings() const = 0;
    [[nodiscard]] virtual QWidget* choices() = 0;
    /// What lies under the board; may be null.
    [[nodiscard]] virtual QWidget* below() { return nullptr; }
    [[nodiscard]] virtual int belowHeight() const { return 120; }
    /// Share of the height that it takes when that is more; the same for every slab, or it would move under the hand.
    [[nodiscard]] virtual double belowShare() const { return 0.0; }
    /// False while it has nothing to show.
    [[nodiscard]] virtual bool belowShown() const { return true; }
    [[nodiscard]] virtual Box frame() const = 0;
    /// Pixels kept free at the right of the drawing, for a key.
    [[nodiscard]] virtual double keyRoom() const { return 0.0; }
    /// False while the board shows no plan of the top, and no ruler fits it.
    [[nodiscard]] virtual bool ruled() const { return true; }
    [[nodiscard]] virtual bool underside() const { return false; }
    /// A word at the board's upper right that turns the view, and what a click on it does.
    [[nodiscard]] virtual QString turnWord() const { return {}; }
    virtual void turn() {}
    virtual void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) = 0;
    /// What to say when there is nothing to draw yet.
    [[nodiscard]] virtual QString emptyWord() const { return {}; }
    virtual void refresh() {}
    /// The plan knows more, the book is as it was: what somebody is typing stays.
    virtual void refreshPlan() { refresh(); }
    virtual void shown() {}
    /// Opens a page of what lies under the board, by its word; nothing when there is none such.
    virtual void showPage(const QString&) {}

    // The mouse, in the frame the board shows. press() tells whether something was grabbed. The board ends every drag:
    // by release(), after which what was changed is kept, or by cancelDrag(), before which it was taken back.
    virtual bool press(Vec2, const BoardView&) { return false; }
    virtual DragNote drag(Vec2) { return {}; }
    virtual void release() {}
    virtual void cancelDrag() {}
    /// A length typed while dragging.
    virtual void typed(double) {}
    [[nodiscard]] virtual Qt::CursorShape cursorAt(Vec2, const BoardView&) const { return Qt::ArrowCursor; }
    virtual void doubleClick(Vec2, const BoardView&) {}
    /// A slab carried over from the rack is let go there; what it would do, to be said while it is carried. Nothing
    /// when this bench takes none there.
    [[nodiscard]] virtual QString slabNote(SlabId, Vec2) const { return {}; }
    virtual void dropSlab(SlabId, Vec2) {}
    /// What is dragged was let go off the board; true when it was put back by that.
    virtual bool dropOutside() { return false; }
    /// Arrow keys nudge what is selected; true when something moved.
    virtual bool nudge(double, double) { return false; }
    virtual bool removeSelected() { return false; }
    /// A letter of this bench, pressed while nothing is dragged; true when it means something.
    virtual bool key(int) { return false; }
    /// What a click on a finding's remedy does here; nothing when it is no more than advice.
    [[nodiscard]] virtual std::function<void()> remedyFor(const Finding&) { return {}; }
    /// The same for a finding that says several alike: all that the ones before did not put right, as one undo step.
    [[nodiscard]] std::function<void()> remedyForAll(const Finding& finding);
    /// Keys of this bench, a line each: "Arrow keys — nudge the piece".
    [[nodiscard]] virtual QStringList keys() const { return {}; }

Q_SIGNALS:
    void repaintWanted();
    void message(const QString& sentence);
    void benchWanted(const QString& id);
    void placeWanted(const burl::Vec2& place); // to be shown on the board

protected:
    [[nodiscard]] const UnitChoice& units() const { return document_.units(); }
    /// The step that work snaps to: 1 mm, or the chosen fraction of an inch.
    [[nodiscard]] double snap_mm() const { return isInches(units().length) ? kInch_mm / units().inchFraction : 1.0; }
    [[nodiscard]] double snapped(double mm) const { return std::round(mm / snap_mm()) * snap_mm(); }
    [[nodiscard]] bool hasTop() const
    {
        const Plan* plan = document_.plan();
        return plan != nullptr && !plan->layup->missing && !plan->layup->pieces.empty();
    }
    [[nodiscard]] Box topFrame() const
    {
        Box box = document_.plan()->layup->finalBox;
        const double room = 70.0;
        return {box.left - room, box.bottom - 25.0, box.right + room, box.top + 25.0};
    }

    /// The top with the rough wood round it, of what lies far beside it a strip.
    [[nodiscard]] Box roughFrame() const
    {
        constexpr double kStrip_mm = 80.0;
        Box box = topFrame();
        for (const PlacedPiece& piece : document_.plan()->layup->pieces) {
            const Box b = boundsOf(piece.showRing);
            box = {std::min(box.left, b.left), std::min(box.bottom, std::max(b.bottom, box.bottom - kStrip_mm)),
                   std::max(box.right, b.right), std::max(box.top, std::min(b.top, box.top + kStrip_mm))};
        }
        return {box.left - 25.0, box.bottom - 10.0, box.right + 25.0, box.top + 10.0};
    }

    Document& document_;
};

/// A square of this many pixels round a handle takes the mouse.
constexpr double kGrab_px = 11.0;

[[nodiscard]] inline bool near(Vec2 a, Vec2 b, const BoardView& view)
{
    return length(a - b) * view.scale() < kGrab_px;
}

/// A round handle.
void paintHandle(QPainter& painter, QPointF at, bool grabbed);
/// A dimension text on a paper ground.
void paintLabel(QPainter& painter, QPointF at, const QString& text, const QColor& colour,
                Qt::Alignment align = Qt::AlignCenter);

} // namespace burl::ui
