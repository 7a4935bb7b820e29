#include "ui/yard/how_to_view.h"

#include <QPainter>

#include "ui/look/theme.h"

namespace burl::ui
{

HowToView::HowToView(QWidget* parent) : QWidget(parent)
{
    named(this, QStringLiteral("howTo"), tr("How these readings are taken"));
}

void HowToView::show(HowTo what)
{
    what_ = what;
    update();
    setVisible(true);
}

void HowToView::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setFont(textFont(9.5));
    paintHowTo(p, QRectF(rect()).adjusted(4, 4, -4, -4), what_, colours());
}

} // namespace burl::ui
