#pragma once
// Layup: pieces, rip lines and the final outline, by hand on the board.

#include "core/layup/shop_template.h"
#include "ui/board/table_bench.h"

namespace burl::ui
{

class LayupForm;
enum class TemplateOf;
class LayupTray;

class LayupBench : public TableBench
{
    Q_OBJECT

public:
    explicit LayupBench(Document& document, QWidget* parent);

    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] QString asksUpTo() const override;
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
    [[nodiscard]] QString slabNote(SlabId slab, Vec2 at) const override;
    void dropSlab(SlabId slab, Vec2 at) override;
    bool dropOutside() override;
    /// Lays a slab in at the end of the pieces; says why when it cannot.
    void layIn(SlabId slab);
    /// Puts the slab's last piece back into the rack; false when it lies in no top.
    bool putBack(SlabId slab);
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    bool key(int key) override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    static constexpr char kInOtherJob[] = "layup.in_other_job";
    [[nodiscard]] QStringList keys() const override;

    /// Writes the template of the outline, or of every curved joint, beside each other; the sentence to say.
    [[nodiscard]] QString jointTemplatesWritten(const QString& path);
    [[nodiscard]] QString templateWritten(const QString& path, const Expected<ShopTemplate>& shape);

protected:
    void letGo() override;

private:
    void addOtherJobs(std::vector<Finding>& out) const;
    void writeTemplates(TemplateOf of);
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
    /// The joined piece that the held one would change places with, let go here.
    [[nodiscard]] std::optional<size_t> swapsWith(Vec2 at) const;
    /// Where a slab let go at this height comes to lie among the pieces.
    [[nodiscard]] size_t placeAt(double y_mm) const;
    void swapHeld();
    void putBackPiece(size_t piece);
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
    std::optional<size_t> swap_; // with this piece, when what is held is let go now
};

} // namespace burl::ui
