#pragma once
// Surface: joints and their clamps, edges, sanding, the sections a finish is wiped in.

#include "ui/board/table_bench.h"

namespace burl::ui
{

class ChoicesForm;
class SurfaceTray;

class SurfaceBench : public TableBench
{
    Q_OBJECT

public:
    SurfaceBench(Document& document, QWidget* parent);

    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
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
    void surfaceCardWanted();
    void careSheetWanted();

private:
    /// An end of a stretch, or the whole.
    enum class Grab { None, From, To, Whole, Repair };

    void addGlueRows();
    void addRepairRows();
    void addRepair();
    void editRepair(const QString& label, const std::function<void(burl::Repair&)>& change);
    void addEdgeRows();
    void addSandRows();
    void addFinishRows();
    void addStretch();
    void logSanded();
    void takeBackSanded();
    void showForms();
    void editStretch(const QString& label, const std::function<void(EdgeStretch&)>& change);
    [[nodiscard]] bool hasSurface() const;
    [[nodiscard]] std::pair<Grab, size_t> at(Vec2 at, const BoardView& view) const;
    void moveStretch(const Job& before, double by, bool exactly, int gesture);
    void paintEdges(QPainter& painter, const BoardView& view) const;
    void paintRepairs(QPainter& painter, const BoardView& view) const;
    void paintJoints(QPainter& painter, const BoardView& view) const;
    void paintSanding(QPainter& painter, const BoardView& view) const;
    void paintSections(QPainter& painter, const BoardView& view) const;

    QWidget* panel_;
    ChoicesForm* glueForm_;
    ChoicesForm* repairForm_;
    ChoicesForm* keyForm_;
    ChoicesForm* stretchForm_;
    ChoicesForm* edgeForm_;
    ChoicesForm* sandForm_;
    ChoicesForm* finishForm_;
    SurfaceTray* tray_;
    Grab grab_ = Grab::None;
    std::optional<size_t> stretch_; // chosen
    std::optional<size_t> repair_;
    Vec2 start_;
    Job before_;
    int gesture_ = 0;
};

/// Words of the choices, as the maker says them.
[[nodiscard]] QString treatmentWord(EdgeTreatment kind);

} // namespace burl::ui
