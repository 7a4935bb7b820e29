#pragma once
// Layup: pieces, rip lines and the final outline, by hand on the board.

#include "core/layup/shop_template.h"
#include "ui/board/table_bench.h"

namespace burl::ui
{

class LayupForm;
class LayupTray;

class LayupBench : public TableBench
{
    Q_OBJECT

public:
    explicit LayupBench(Document& document, QWidget* parent);

    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] std::vector<Finding> findings() const override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    [[nodiscard]] QString emptyWord() const override;
    void refresh() override;
    void showPage(const QString& page) override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    void typed(double mm) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    void doubleClick(Vec2 at, const BoardView& view) override;
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    bool key(int key) override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

    /// Writes the template of the outline, or of every curved joint, beside each other; the sentence to say.
    [[nodiscard]] QString jointTemplatesWritten(const QString& path);
    [[nodiscard]] QString templateWritten(const QString& path, const Expected<ShopTemplate>& shape);

protected:
    void letGo() override { held_ = {}; }

private:
    void writeTemplates(int joint);
    enum class Grab {
        None,
        Piece,
        Turn,
        RipLeft,
        RipRight,
        CurvePoint,
        Corner,
        LeftEnd,
        RightEnd,
        LowerSide,
        UpperSide
    };
    struct Held {
        Grab what = Grab::None;
        size_t piece = 0; // of a curve its joint
        size_t point = 0; // of a curve or of the outline
        Vec2 from;
        Job before;
        PlacedPiece placed;
        double width_mm = 0.0;
    };
    [[nodiscard]] Held grabAt(Vec2 at, const BoardView& view) const;
    [[nodiscard]] bool grabPoints(Held& held, const BoardView& view) const;
    [[nodiscard]] Vec2 turnHandle(const PlacedPiece& island) const;
    [[nodiscard]] bool sidesMove() const;
    void paintHandles(QPainter& painter, const BoardView& view) const;
    /// How far a point may be typed: along or across, whichever way it was dragged further.
    [[nodiscard]] bool mostlyAlong(Vec2 delta) const { return std::abs(delta.x) > std::abs(delta.y); }
    DragNote moveTo(Vec2 delta, bool typedExactly);

    LayupForm* form_;
    LayupTray* tray_;
    Held held_;
    int gesture_ = 0;
    size_t selected_ = 0;
    // The point of a curve or of the outline that was held last: Delete takes it away.
    Grab pointKind_ = Grab::None;
    size_t pointOwner_ = 0;
    size_t point_ = 0;
    Vec2 last_;
};

} // namespace burl::ui
