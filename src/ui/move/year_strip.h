#pragma once
// A year in the room and the top that follows it, and the section across the top on the day of the slider.

#include <QWidget>

#include "app/document.h"

class QSlider;

namespace burl::ui
{

class YearStrip : public QWidget
{
    Q_OBJECT

public:
    explicit YearStrip(Document& document, QWidget* parent);
    void refresh();
    /// Moisture content of the top on the day the slider stands on.
    [[nodiscard]] double mcToday_pct() const;
    /// Where the section is cut, x on the top; empty: in its middle.
    void setCut(std::optional<double> x_mm);
    [[nodiscard]] double cut_mm() const;
    static constexpr double kShown = 12.0; // how much the breathing is exaggerated

Q_SIGNALS:
    void moved();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    [[nodiscard]] double days() const; // that are shown: one year, or two from the day of assembly
    [[nodiscard]] double day() const;
    [[nodiscard]] double mcAt_pct(double day) const;
    [[nodiscard]] QString dayWord() const;
    [[nodiscard]] double curveWidth() const;
    void paintCurve(QPainter& painter);
    void paintSection(QPainter& painter, const QRectF& area);
    Document& document_;
    QSlider* slider_;
    std::optional<double> cut_mm_;
};

} // namespace burl::ui
