#pragma once
// Fill: river and voids as resin, which resin and why, batches. Voids are added and dragged here.

#include "app/heat_run.h"
#include "ui/board/table_bench.h"

class QPushButton;
class QTableWidget;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class ChoicesForm;
class FillTray;

class FillBench : public TableBench
{
    Q_OBJECT

public:
    FillBench(Document& document, InstrumentPort& instrument, QWidget* parent);

    [[nodiscard]] QString title() const override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    void refreshPlan() override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    [[nodiscard]] QString turnWord() const override;
    void turn() override;
    void showPage(const QString& page) override;
    [[nodiscard]] bool ruled() const override { return !inSection(); }
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

Q_SIGNALS:
    void pourCardWanted();

protected:
    void letGo() override;

private:
    enum class Grabbed { Nothing, Void, Cut, Divider };
    struct Chosen {
        size_t piece = 0;
        int feature = 0; // 0: none
        bool river = false;
    };
    [[nodiscard]] Chosen featureAt(Vec2 at) const;
    [[nodiscard]] const Feature* chosenFeature() const;
    void moveChosen(Vec2 table, int gesture);
    [[nodiscard]] bool inSection() const;
    /// The chosen place in the plan; nothing when there is none.
    [[nodiscard]] std::optional<AlternativesAsked> chosenPlace() const;
    [[nodiscard]] QString costOf(const std::string& resin) const;
    [[nodiscard]] std::optional<Vec2> cutHandle() const;
    [[nodiscard]] std::optional<Vec2> dividerHandle() const;
    void paintCut(QPainter& painter, const QRectF& area);
    void paintHandles(QPainter& painter, const BoardView& view);
    void exportPourCard();
    void addVoidAt(Vec2 at, FeatureKind kind);
    void editChosen(const QString& label, const std::function<void(Feature&)>& change);
    void addVoidRows();
    void addResinOfVoid();
    void addLayersOfPlace();
    void addFillRows();
    void addRoomRows();
    void addMixingRows();
    void addColourRows();
    void addFormRows();
    void layOutTable();
    void fillTable();
    void showVoid();

    ChoicesForm* form_;
    ChoicesForm* voidForm_;
    QWidget* panel_;
    QTableWidget* table_;
    FillTray* tray_;
    QPushButton* addThrough_;
    QPushButton* addPocket_;
    Chosen chosen_;
    std::optional<FeatureKind> adding_;
    Vec2 from_;
    Slab before_;
    int gesture_ = 0;
    Grabbed grabbed_ = Grabbed::Nothing;
    AlternativesRun alternatives_;
};

} // namespace burl::ui
