#pragma once
// Layup: pieces, rip lines and the final outline, by hand on the board.

#include "ui/board/bench.h"

namespace burl::ui
{

class LayupForm;
class LayupTray;

class LayupBench : public Bench
{
    Q_OBJECT

public:
    explicit LayupBench(Document& document, QWidget* parent);

    [[nodiscard]] QString id() const override { return QStringLiteral("layup"); }
    [[nodiscard]] QString name() const override { return tr("Layup"); }
    [[nodiscard]] QString telling() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] std::vector<Finding> findings() const override;
    [[nodiscard]] QWidget* choices() override;
    [[nodiscard]] QWidget* below() override;
    [[nodiscard]] int belowHeight() const override { return 196; }
    [[nodiscard]] Box frame() const override;
    [[nodiscard]] bool underside() const override { return underside_; }
    [[nodiscard]] QString turnWord() const override;
    void turn() override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    [[nodiscard]] QString emptyWord() const override;
    void refresh() override;
    void showPage(const QString& page) override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    void release() override;
    void cancelDrag() override;
    void typed(double mm) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    bool nudge(double dx, double dy) override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

private:
    enum class Grab { None, Piece, RipLeft, RipRight, LeftEnd, RightEnd, LowerSide, UpperSide };
    struct Held {
        Grab what = Grab::None;
        size_t piece = 0;
        Vec2 from;
        Job before;
        PlacedPiece placed;
        double width_mm = 0.0;
        bool moved = false;
    };
    [[nodiscard]] Held grabAt(Vec2 at, const BoardView& view) const;
    [[nodiscard]] bool sidesMove() const;
    DragNote moveTo(Vec2 delta, bool typedExactly);

    LayupForm* form_;
    LayupTray* tray_;
    Held held_;
    int gesture_ = 0;
    size_t selected_ = 0;
    bool underside_ = false;
    Vec2 last_;
};

/// The job with a piece moved along and across the top, as dragging it does.
[[nodiscard]] Job withPieceMoved(const Job& job, const LayupPlan& layup, size_t piece, double dx_mm, double dy_mm);
/// The job with one end of a piece's rip line moved across by `dy`.
[[nodiscard]] Job withRipEndMoved(const Job& job, const PlacedPiece& placed, size_t piece, bool leftEnd, double dy_mm);

} // namespace burl::ui
