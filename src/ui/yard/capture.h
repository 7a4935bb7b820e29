#pragma once
// Capture: what the tape, the rails and the eye say about one slab, typed in.

#include <QWidget>

#include "app/document.h"
#include "core/yard/slab_card.h"

class QComboBox;
class QLabel;
class QPushButton;
class QSpinBox;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class DryingView;
class LogEnd;
class ReadingTable;

class Capture : public QWidget
{
    Q_OBJECT

public:
    enum class What { TopTape, BottomTape, TopHeights, BottomHeights, Thickness, Features, Moisture };

    Capture(Document& document, InstrumentPort& instrument, QWidget* parent);
    void setSlab(SlabId id);
    void refresh();
    [[nodiscard]] What what() const { return what_; }
    void show(What what);
    void showDrying(const Slab& slab, const SlabCard& card);
    /// The kind that the next feature drawn on the board gets.
    [[nodiscard]] FeatureKind nextKind() const { return kind_; }

Q_SIGNALS:
    void message(const QString& sentence);
    void shown();
    void slabChosen(burl::SlabId id);

private:
    void fill();
    [[nodiscard]] QString head(const QString& what) const;
    void fillTape(const Tape& tape);
    void fillGrid(const HeightGrid* grid);
    void fillThickness(const Slab& slab);
    void fillFeatures(const Slab& slab);
    void fillMoisture(const Slab& slab);
    void entered(int row, int column, const QString& text);
    void layOutGrid(int along, int across, HeightsFrom from);
    void layOutCorners();
    void changeTape(int row, int column, std::optional<double> value);
    void changeGrid(int row, int column, std::optional<double> value);
    void changeThickness(int row, int column, std::optional<double> value);
    void changeFeature(int row, int column, std::optional<double> value);
    void changeMoisture(int row, int column, const QString& text);
    [[nodiscard]] const Slab* slab() const { return document_.shop().slab(slab_); }

    Document& document_;
    SlabId slab_;
    What what_ = What::TopTape;
    std::vector<QPushButton*> buttons_;
    ReadingTable* table_;
    LogEnd* logEnd_ = nullptr;
    DryingView* drying_ = nullptr;
    FeatureKind kind_ = FeatureKind::ThroughVoid;
    QComboBox* from_;
    QComboBox* heightsFrom_;
    QSpinBox* along_;
    QSpinBox* across_;
    QPushButton* layOut_;
    QPushButton* corners_;
    QPushButton* add_;
    QLabel* hint_;
};

} // namespace burl::ui
