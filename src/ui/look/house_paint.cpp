// What the house's style paints.

#include <algorithm>

#include <QAbstractItemView>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QStyleOption>

#include "ui/look/house_parts.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kFocus_px = 2.0;

/// A ground with a border inside its rectangle.
void box(QPainter& p, const QRect& r, const QColor& ground, const QColor& border, double border_px,
         double round_px = kRound_px)
{
    p.save();
    p.setRenderHint(QPainter::Antialiasing, round_px > 0.0);
    p.setBrush(ground);
    p.setPen(border_px > 0.0 ? QPen(border, border_px) : QPen(Qt::NoPen));
    const double in = border_px / 2.0;
    const QRectF inner = QRectF(r).adjusted(in, in, -in, -in);
    p.drawRoundedRect(inner, std::max(0.0, round_px - in), std::max(0.0, round_px - in));
    p.restore();
}

void frame(QPainter& p, const QRect& r, const QColor& colour)
{
    p.fillRect(QRect(r.left(), r.top(), r.width(), 1), colour);
    p.fillRect(QRect(r.left(), r.bottom(), r.width(), 1), colour);
    p.fillRect(QRect(r.left(), r.top(), 1, r.height()), colour);
    p.fillRect(QRect(r.right(), r.top(), 1, r.height()), colour);
}

/// The arrow of what opens or counts, its point down or up.
void arrow(QPainter& p, const QPointF& centre, bool down, const QColor& colour)
{
    constexpr double kWide_px = 4.0;
    constexpr double kDeep_px = 2.0;
    const double dy = down ? kDeep_px : -kDeep_px;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(colour, 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.setBrush(Qt::NoBrush);
    const QPointF points[] = {centre + QPointF(-kWide_px, -dy), centre + QPointF(0, dy),
                              centre + QPointF(kWide_px, -dy)};
    p.drawPolyline(points, 3);
    p.restore();
}

bool on(const QStyleOption& option, QStyle::StateFlag flag)
{
    return (option.state & flag) != 0;
}

/// Where keys go is shown by a border twice as wide in the colour of ways.
void fieldBox(QPainter& p, const QStyleOption& option, const QColor& ground, bool refused)
{
    const Palette& c = colours();
    const bool focus = on(option, QStyle::State_HasFocus);
    box(p, option.rect, ground, refused ? c.mark : focus ? c.lead : c.hairline, refused || focus ? kFocus_px : 1.0);
}

void paintLine(QPainter& p, const QStyleOption& option, const QWidget* widget)
{
    const Palette& c = colours();
    const LineKind kind = lineKind(widget);
    if (kind == LineKind::Part) {
        return;
    }
    if (kind == LineKind::Cell) {
        box(p, option.rect, c.field, c.lead, kFocus_px, 0.0);
        return;
    }
    const bool writable = on(option, QStyle::State_Enabled) && !on(option, QStyle::State_ReadOnly);
    fieldBox(p, option, writable ? c.field : c.paper, looks(widget, "refused"));
}

struct ButtonLook {
    QColor ground;
    QColor border;
    double border_px = 1.0;
    QColor words;
};

ButtonLook plainButton(const QStyleOption& option)
{
    const Palette& c = colours();
    ButtonLook look{c.field, c.hairline, 1.0, c.ink};
    if (on(option, QStyle::State_On)) {
        look.ground = c.shelf;
        look.border = c.ink;
    }
    if (!on(option, QStyle::State_Enabled)) {
        look.words = c.faint;
        return look;
    }
    if (on(option, QStyle::State_Sunken)) {
        look.ground = c.shelf;
    }
    if (on(option, QStyle::State_MouseOver) && !on(option, QStyle::State_On)) {
        look.border = c.lead;
    }
    if (on(option, QStyle::State_HasFocus)) {
        look.border = c.lead;
        look.border_px = kFocus_px;
    }
    return look;
}

ButtonLook firstButton(const QStyleOption& option)
{
    const Palette& c = colours();
    if (!on(option, QStyle::State_Enabled)) {
        return {c.field, c.hairline, 1.0, c.faint};
    }
    const bool hover = on(option, QStyle::State_MouseOver);
    const QColor ground = hover ? c.ink : c.lead;
    const bool focus = on(option, QStyle::State_HasFocus);
    return {ground, focus ? c.ink : ground, focus ? kFocus_px : 1.0, c.field};
}

void paintButton(QPainter& p, const QStyleOptionButton& option, const QWidget* widget, const QRect& words)
{
    const Palette& c = colours();
    const bool link = looks(widget, "link");
    const ButtonLook look = looks(widget, "first") ? firstButton(option) : plainButton(option);
    if (!link && (option.features & QStyleOptionButton::Flat) == 0) {
        box(p, option.rect, look.ground, look.border, look.border_px);
    }
    p.save();
    QRect room = words;
    if ((option.features & QStyleOptionButton::HasMenu) != 0) {
        arrow(p, QPointF(option.rect.right() - kOpen_px / 2.0, option.rect.center().y() + 0.5), true, c.faint);
        room.setRight(room.right() - kOpen_px);
    }
    if (link) {
        const bool enabled = on(option, QStyle::State_Enabled);
        QFont font = p.font();
        font.setUnderline(enabled && (on(option, QStyle::State_MouseOver) || on(option, QStyle::State_HasFocus)));
        p.setFont(font);
        p.setPen(enabled ? c.lead : c.faint);
    } else {
        p.setPen(look.words);
    }
    int mode = Qt::AlignVCenter | Qt::TextShowMnemonic | (link ? Qt::AlignLeft : Qt::AlignHCenter);
    if (!option.icon.isNull()) {
        const QSize size = option.iconSize;
        const QRect place(room.left(), room.center().y() - size.height() / 2, size.width(), size.height());
        option.icon.paint(&p, place);
        room.setLeft(room.left() + size.width() + 4);
        mode = Qt::AlignVCenter | Qt::TextShowMnemonic | Qt::AlignLeft;
    }
    p.drawText(room, mode | Qt::TextSingleLine, option.text);
    p.restore();
}

void paintHeader(QPainter& p, const QStyleOption& option)
{
    const Palette& c = colours();
    const QRect r = option.rect;
    p.fillRect(r, c.paper);
    p.fillRect(QRect(r.right(), r.top(), 1, r.height()), c.hairline);
    p.fillRect(QRect(r.left(), r.bottom(), r.width(), 1), c.hairline);
}

void paintHeaderWords(QPainter& p, const QStyleOptionHeader& option)
{
    constexpr int kSide_px = 5;
    const QRect room = option.rect.adjusted(kSide_px, 0, -kSide_px - 1, -1);
    p.save();
    p.setPen(colours().faint);
    const QString words = option.fontMetrics.elidedText(option.text, Qt::ElideRight, room.width());
    p.drawText(room, static_cast<int>(option.textAlignment), words);
    p.restore();
}

void paintSlider(QPainter& p, const QStyleOptionSlider& option, const QRect& groove, const QRect& knob)
{
    constexpr int kGroove_px = 2;
    const Palette& c = colours();
    const bool lying = option.orientation == Qt::Horizontal;
    const QRect line = lying ? QRect(groove.left(), groove.center().y() - kGroove_px / 2, groove.width(), kGroove_px)
                             : QRect(groove.center().x() - kGroove_px / 2, groove.top(), kGroove_px, groove.height());
    p.fillRect(line, c.faint);
    const QColor colour = !on(option, QStyle::State_Enabled)   ? c.hairline
                          : on(option, QStyle::State_HasFocus) ? c.lead
                                                               : c.ink;
    box(p, knob, colour, colour, 0.0, knob.width() / 2.0);
}

} // namespace

void HouseStyle::drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
                               const QWidget* widget) const
{
    const Palette& c = colours();
    switch (element) {
    case PE_Widget:
        if (widget != nullptr && widget->testAttribute(Qt::WA_StyledBackground)) {
            painter->fillRect(option->rect, groundColour(widget));
        }
        return;
    case PE_PanelLineEdit:
        paintLine(*painter, *option, widget);
        return;
    case PE_FrameLineEdit:
    case PE_PanelScrollAreaCorner:
        return;
    case PE_Frame:
        if (qobject_cast<const QAbstractItemView*>(widget) != nullptr) {
            if (!looks(widget, "inset")) {
                frame(*painter, option->rect, c.hairline);
            }
            return;
        }
        break;
    case PE_FrameFocusRect:
        if (qobject_cast<const QPushButton*>(widget) != nullptr || qobject_cast<const QComboBox*>(widget) != nullptr) {
            return; // their border says it
        }
        break;
    case PE_PanelMenu:
        painter->fillRect(option->rect, c.field);
        return;
    case PE_FrameMenu:
        frame(*painter, option->rect, c.hairline);
        return;
    case PE_PanelTipLabel:
        painter->fillRect(option->rect, c.field);
        frame(*painter, option->rect, c.hairline);
        return;
    default:
        break;
    }
    QProxyStyle::drawPrimitive(element, option, painter, widget);
}

void HouseStyle::drawControl(ControlElement element, const QStyleOption* option, QPainter* painter,
                             const QWidget* widget) const
{
    switch (element) {
    case CE_PushButton:
        if (const auto* button = qstyleoption_cast<const QStyleOptionButton*>(option)) {
            paintButton(*painter, *button, widget, subElementRect(SE_PushButtonContents, option, widget));
            return;
        }
        break;
    case CE_HeaderSection:
        paintHeader(*painter, *option);
        return;
    case CE_HeaderEmptyArea:
        painter->fillRect(option->rect, colours().paper);
        return;
    case CE_HeaderLabel:
        if (const auto* header = qstyleoption_cast<const QStyleOptionHeader*>(option)) {
            paintHeaderWords(*painter, *header);
            return;
        }
        break;
    case CE_Splitter:
        if (on(*option, State_MouseOver)) {
            painter->fillRect(option->rect, colours().hairline);
        }
        return;
    case CE_ShapedFrame:
        if (looks(widget, "working")) {
            box(*painter, option->rect, colours().shelf, colours().shelf, 0.0);
            return;
        }
        break;
    default:
        break;
    }
    QProxyStyle::drawControl(element, option, painter, widget);
}

void HouseStyle::drawComplexControl(ComplexControl control, const QStyleOptionComplex* option, QPainter* painter,
                                    const QWidget* widget) const
{
    const Palette& c = colours();
    const auto room = [&](SubControl part) { return subControlRect(control, option, part, widget); };
    const auto* slider = qstyleoption_cast<const QStyleOptionSlider*>(option);
    switch (control) {
    case CC_ComboBox: {
        const QColor ground = on(*option, State_Enabled) ? c.field : c.paper;
        if (looks(widget, "incell")) {
            painter->fillRect(option->rect, ground);
        } else {
            fieldBox(*painter, *option, ground, false);
        }
        arrow(*painter, QRectF(room(SC_ComboBoxArrow)).center(), true, c.faint);
        return;
    }
    case CC_SpinBox: {
        fieldBox(*painter, *option, on(*option, State_Enabled) ? c.field : c.paper, false);
        if (room(SC_SpinBoxUp).isEmpty()) {
            return;
        }
        arrow(*painter, QRectF(room(SC_SpinBoxUp)).center() + QPointF(0, 1), false, c.faint);
        arrow(*painter, QRectF(room(SC_SpinBoxDown)).center() - QPointF(0, 1), true, c.faint);
        return;
    }
    case CC_ScrollBar:
        if (slider != nullptr && slider->maximum > slider->minimum) {
            const QRect handle = room(SC_ScrollBarSlider);
            box(*painter, handle, c.hairline, c.hairline, 0.0, std::min(handle.width(), handle.height()) / 2.0);
        }
        return;
    case CC_Slider:
        if (slider != nullptr) {
            paintSlider(*painter, *slider, room(SC_SliderGroove), room(SC_SliderHandle));
            return;
        }
        break;
    default:
        break;
    }
    QProxyStyle::drawComplexControl(control, option, painter, widget);
}

} // namespace burl::ui
