#pragma once
// A year in the room: driest to wettest, and where the top stands in it.

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
    /// Moisture content on the day the slider stands on.
    [[nodiscard]] double mcToday_pct() const;
    static constexpr double kShown = 12.0; // how much the breathing is exaggerated

Q_SIGNALS:
    void moved();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    [[nodiscard]] double mcAt_pct(double share) const;
    Document& document_;
    QSlider* slider_;
};

} // namespace burl::ui
