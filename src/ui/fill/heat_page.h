#pragma once
// Heat: the hours of one place, what was measured in it, and how deep a layer may be.

#include <QWidget>

#include "app/document.h"
#include "core/pour/pour_plan.h"

class QComboBox;
class QPushButton;

namespace burl
{

class InstrumentPort;

} // namespace burl

namespace burl::ui
{

class ElidedLabel;
class HeatStrip;
class ReadingTable;

class HeatPage : public QWidget
{
    Q_OBJECT

public:
    HeatPage(Document& document, InstrumentPort& instrument, QWidget* parent);
    void refresh();
    /// Where the river is cut: x on the top; empty: where it is widest.
    void setCut(std::optional<double> x_mm);
    [[nodiscard]] std::optional<double> cut() const { return cut_mm_; }
    /// Which place is looked at; null when there is none.
    [[nodiscard]] const PlaceHeat* place() const;
    /// Its section as it is cut, at the chosen hour.
    [[nodiscard]] HeatQuestion question() const;
    [[nodiscard]] std::shared_ptr<const PourHeat> heat() const;
    [[nodiscard]] HeatStrip& strip() { return *strip_; }

Q_SIGNALS:
    void moved(); // another hour, place or answer: the board follows
    void message(const QString& sentence);

private:
    void fillReadings();
    void entered(int row, int column, const QString& text);

    Document& document_;
    CutHeatRun run_;
    std::optional<double> cut_mm_;
    int place_ = 0;
    QComboBox* places_;
    ElidedLabel* words_;
    QPushButton* play_;
    HeatStrip* strip_;
    ReadingTable* readings_;
};

} // namespace burl::ui
