#pragma once
// The way into the room: what passes where, who lifts, where it is held.

#include <QWidget>

#include "app/document.h"

class QTableWidget;

namespace burl::ui
{

class ChoicesForm;

/// Narrow places drawn with the piece as it passes.
class WayView : public QWidget
{
    Q_OBJECT

public:
    WayView(Document& document, QWidget* parent);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void paintDoor(QPainter& painter, const QRectF& area, const BasePlan& base, const DoorWay& door) const;
    void paintTurned(QPainter& painter, const QRectF& area, double long_mm, double wide_mm, double inLong_mm,
                     double inWide_mm) const;
    void paintTurn(QPainter& painter, const QRectF& area, const BasePlan& base, double from_mm, double to_mm) const;

    Document& document_;
};

class CarryPage : public QWidget
{
    Q_OBJECT

public:
    CarryPage(Document& document, QWidget* parent);
    /// What is measured of the way; shown in the ledger while this page is open.
    [[nodiscard]] ChoicesForm& form() { return *form_; }
    void refresh(bool onlyPlan = false);

private:
    void addRows();
    void tellCarriers(); // in the shop's units

    Document& document_;
    QTableWidget* answers_;
    WayView* view_;
    ChoicesForm* form_;
};

} // namespace burl::ui
