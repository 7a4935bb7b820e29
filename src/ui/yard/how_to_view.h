#pragma once
// How the readings of a page are taken, beside its table until the first is there.

#include <QWidget>

#include "drawing/how_to.h"

namespace burl::ui
{

class HowToView : public QWidget
{
    Q_OBJECT

public:
    explicit HowToView(QWidget* parent);
    void show(HowTo what);
    [[nodiscard]] HowTo what() const { return what_; }
    [[nodiscard]] QSize sizeHint() const override { return {360, 180}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    HowTo what_ = HowTo::String;
};

} // namespace burl::ui
