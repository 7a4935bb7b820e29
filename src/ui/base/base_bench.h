#pragma once
// Base: what the top stands on, seen from the side, from its end and from above; cut list, standing, carrying.

#include "drawing/elevation.h"
#include "ui/board/table_bench.h"

namespace burl::ui
{

class BaseTray;
class ChoicesForm;

class BaseBench : public TableBench
{
    Q_OBJECT

public:
    BaseBench(Document& document, QWidget* parent);

    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] std::vector<Finding> findings() const override;
    [[nodiscard]] Box frame() const override;
    [[nodiscard]] QString turnWord() const override;
    void turn() override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    void refreshPlan() override;
    void showPage(const QString& page) override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    void typed(double mm) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

Q_SIGNALS:
    void baseSheetWanted();
    void packingListWanted();
    void pictureWanted();

private:
    /// What is taken on the board.
    enum class Grab { None, Surface, Frame, Spread, Legs, Foot };
    struct Chosen {
        Grab grab = Grab::None;
        size_t index = 0; // of a frame or a foot
        bool operator==(const Chosen&) const = default;
    };

    void addKind();
    void addMeasures();
    void addLegRows();
    void addFootRows();
    void addButtons();
    void showForms();
    void setKind(BaseKind kind);
    void exportDrawings();
    void addFoot();
    [[nodiscard]] bool hasBase() const;
    [[nodiscard]] bool personShown() const;
    [[nodiscard]] Chosen at(Vec2 at, const BoardView& view) const;
    void moveChosen(const Job& before, Vec2 by, bool exactly, int gesture);
    void paintStanding(QPainter& painter, const BoardView& view) const;
    void paintMeasures(QPainter& painter, const BoardView& view) const;
    void paintAbove(QPainter& painter, const BoardView& view, WoodCache& wood) const;

    QWidget* panel_;
    ChoicesForm* form_;
    ChoicesForm* footForm_;
    BaseTray* tray_;
    Elevation from_ = Elevation::Side;
    Chosen chosen_;
    Vec2 start_;
    Job before_;
    int gesture_ = 0;
};

} // namespace burl::ui
