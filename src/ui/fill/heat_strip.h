#pragma once
// The hours of a pour: its heat as a curve, what happens when, and a handle that chooses the hour.

#include <memory>

#include <QWidget>

#include "app/document.h"
#include "core/pour/pour_plan.h"

class QTimer;

namespace burl::ui
{

class HeatStrip : public QWidget
{
    Q_OBJECT

public:
    explicit HeatStrip(Document& document, QWidget* parent);
    /// The heat of a place, and what is poured when; null while it is worked out.
    void setHeat(std::shared_ptr<const PourHeat> heat, const HeatQuestion& question, double begins_h);
    [[nodiscard]] double hour() const { return hour_; }
    void setHour(double hour);
    /// Runs through the hours, and stops at the last.
    void play();
    [[nodiscard]] bool isPlaying() const;

Q_SIGNALS:
    void moved();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] double lastHour() const;
    [[nodiscard]] QRectF plot() const;
    [[nodiscard]] double xOf(double hour) const;
    void paintWindow(QPainter& p);
    void paintCurves(QPainter& p);
    void paintMarks(QPainter& p);
    void paintHours(QPainter& p);
    [[nodiscard]] QString timeOf(double hour) const;

    Document& document_;
    std::shared_ptr<const PourHeat> heat_;
    HeatQuestion question_;
    double begins_h_ = 0.0; // from the first pour of the job
    double hour_ = 0.0;     // from the first layer of this place
    QTimer* playing_;
};

} // namespace burl::ui
