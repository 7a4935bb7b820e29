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

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Document& document_;
};

} // namespace burl::ui
