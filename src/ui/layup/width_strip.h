#pragma once
// Width along the length, under the board, at the board's own scale.

#include <QWidget>

#include "app/document.h"

namespace burl::ui
{

class WidthStrip : public QWidget
{
    Q_OBJECT

public:
    explicit WidthStrip(Document& document, QWidget* parent);
    /// Where the top's ends stand on the board, in pixels, so that the curve lies under the drawing.
    void setSpan(double left, double right);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Document& document_;
    double left_ = 70.0;
    double right_ = 600.0;
};

} // namespace burl::ui
