#pragma once
// Fill: river and voids as resin, which resin and why, batches. Voids are added and dragged here.

#include "ui/board/table_bench.h"

class QPushButton;
class QTableWidget;

namespace burl::ui
{

class ChoicesForm;

class FillBench : public TableBench
{
    Q_OBJECT

public:
    FillBench(Document& document, QWidget* parent);

    [[nodiscard]] QString title() const override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

private:
    struct Chosen {
        size_t piece = 0;
        int feature = 0; // 0: none
        bool river = false;
    };
    [[nodiscard]] Chosen featureAt(Vec2 at) const;
    [[nodiscard]] const Feature* chosenFeature() const;
    void moveChosen(Vec2 table, int gesture);
    void addVoidAt(Vec2 at, FeatureKind kind);
    void editChosen(const QString& label, const std::function<void(Feature&)>& change);
    void addVoidRows();
    void addResinOfVoid();
    void addFillRows();
    void layOutTable();
    void fillTable();
    void showVoid();

    ChoicesForm* form_;
    ChoicesForm* voidForm_;
    QWidget* panel_;
    QTableWidget* table_;
    QPushButton* addThrough_;
    QPushButton* addPocket_;
    Chosen chosen_;
    std::optional<FeatureKind> adding_;
    Vec2 from_;
    Slab before_;
    int gesture_ = 0;
};

} // namespace burl::ui
