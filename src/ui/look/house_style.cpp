// Sizes, rooms and manners; what is painted stands in house_paint.cpp.

#include "ui/look/house_style.h"

#include <algorithm>

#include <QAbstractItemView>
#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QListView>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QSpinBox>
#include <QStyleFactory>
#include <QStyleOption>
#include <QTableView>

#include "ui/look/house_parts.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kWorkingInset_px = 6;
constexpr int kCheckSpacing_px = 7;
constexpr int kSplitter_px = 4;
constexpr int kUpright_px = 7; // of a scroll bar: beside text
constexpr int kLying_px = 9;   // under a table, where a hand drags it
constexpr int kLeastHandle_px = 24;
constexpr int kKnob_px = 16;
constexpr int kMenuEdge_px = 4;
constexpr int kMenuRow_px = 2; // taller than the text and its own margins
constexpr int kListRow_px = 24;
constexpr int kListInset_px = 6;
constexpr QSize kHeaderInset(15, 9); // both sides and the lines between
constexpr int kSteps_px = 18;        // the two arrows of a number

QMargins insets(const ButtonInsets& in)
{
    return {in.side_px, in.above_px, in.side_px, in.above_px};
}

void polishButton(QPushButton* button)
{
    if (looks(button, "first")) {
        QFont font = button->font();
        font.setBold(true);
        button->setFont(font);
    }
}

void polishLabel(QLabel* label)
{
    if (looks(label, "quiet")) {
        label->setForegroundRole(QPalette::PlaceholderText);
    }
    if (looks(label, "working")) {
        label->setMargin(kWorkingInset_px);
    }
}

/// Areas that scroll stand on the ground they are in, without a frame.
void polishArea(QAbstractScrollArea* area)
{
    const bool table = qobject_cast<QTableView*>(area) != nullptr;
    if (table && looks(area, "inset")) {
        area->setFrameStyle(area->frameStyle()); // the frame asks again how wide it is
    }
    if (isPopupList(area) ||
        (qobject_cast<QScrollArea*>(area) == nullptr && qobject_cast<QListView*>(area) == nullptr)) {
        return;
    }
    area->setFrameShape(QFrame::NoFrame);
    area->viewport()->setAutoFillBackground(false);
    auto* scroll = qobject_cast<QScrollArea*>(area);
    if (scroll != nullptr && scroll->widget() != nullptr && looks(scroll->widget(), "clear")) {
        scroll->widget()->setAutoFillBackground(false); // which it was given when the area took it in
    }
}

/// A number that is typed alone has no arrows.
int stepsWidth_px(const QStyleOption* option)
{
    const auto* number = qstyleoption_cast<const QStyleOptionSpinBox*>(option);
    return number != nullptr && number->buttonSymbols == QAbstractSpinBox::NoButtons ? 0 : kSteps_px;
}

} // namespace

bool looks(const QWidget* widget, const char* word)
{
    return widget != nullptr && widget->property(word).toBool();
}

ButtonInsets insetsOf(const QWidget* button)
{
    if (looks(button, "link")) {
        return {0, 2};
    }
    if (looks(button, "first")) {
        return {17, 5};
    }
    return looks(button, "tight") ? ButtonInsets{10, 4} : ButtonInsets{13, 5};
}

bool isPopupList(const QWidget* widget)
{
    return widget != nullptr && widget->parentWidget() != nullptr &&
           widget->parentWidget()->inherits("QComboBoxPrivateContainer");
}

LineKind lineKind(const QWidget* widget)
{
    const QWidget* in = widget == nullptr ? nullptr : widget->parentWidget();
    if (qobject_cast<const QComboBox*>(in) != nullptr || qobject_cast<const QAbstractSpinBox*>(in) != nullptr) {
        return LineKind::Part;
    }
    return in != nullptr && qobject_cast<const QTableView*>(in->parentWidget()) != nullptr ? LineKind::Cell
                                                                                           : LineKind::Field;
}

HouseStyle::HouseStyle() : QProxyStyle(QStyleFactory::create(QStringLiteral("Fusion"))) {}

void HouseStyle::polish(QWidget* widget)
{
    QProxyStyle::polish(widget);
    if (auto* button = qobject_cast<QPushButton*>(widget)) {
        polishButton(button);
    } else if (auto* label = qobject_cast<QLabel*>(widget)) {
        polishLabel(label);
    } else if (auto* area = qobject_cast<QAbstractScrollArea*>(widget)) {
        polishArea(area);
    }
    if (looks(widget, "clear")) {
        widget->setAutoFillBackground(false);
    }
    if (looks(widget, "rule")) {
        widget->setAutoFillBackground(true);
        widget->setBackgroundRole(QPalette::Mid);
    }
}

int HouseStyle::pixelMetric(PixelMetric metric, const QStyleOption* option, const QWidget* widget) const
{
    switch (metric) {
    case PM_ScrollBarExtent: {
        const auto* bar = qobject_cast<const QScrollBar*>(widget);
        return bar != nullptr && bar->orientation() == Qt::Vertical ? kUpright_px : kLying_px;
    }
    case PM_ScrollBarSliderMin:
        return kLeastHandle_px;
    case PM_SplitterWidth:
        return kSplitter_px;
    case PM_CheckBoxLabelSpacing:
        return kCheckSpacing_px;
    case PM_SliderLength:
    case PM_SliderThickness:
    case PM_SliderControlThickness:
        return kKnob_px;
    case PM_MenuHMargin:
    case PM_MenuVMargin:
        return kMenuEdge_px;
    case PM_MenuPanelWidth:
    case PM_DefaultFrameWidth:
        return 1;
    case PM_ButtonShiftHorizontal:
    case PM_ButtonShiftVertical:
    case PM_ButtonDefaultIndicator:
        return 0;
    default:
        return QProxyStyle::pixelMetric(metric, option, widget);
    }
}

int HouseStyle::styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
                          QStyleHintReturn* more) const
{
    switch (hint) {
    case SH_DialogButtonBox_ButtonsHaveIcons:
        return 0;
    case SH_Table_GridLineColor:
        return static_cast<int>(colours().hairline.rgba());
    default:
        return QProxyStyle::styleHint(hint, option, widget, more);
    }
}

QRect HouseStyle::subElementRect(SubElement element, const QStyleOption* option, const QWidget* widget) const
{
    switch (element) {
    case SE_LineEditContents:
        return option->rect.marginsRemoved(insetsOf(lineKind(widget)));
    case SE_PushButtonContents:
    case SE_PushButtonFocusRect:
        return option->rect.marginsRemoved(insets(insetsOf(widget)));
    case SE_ShapedFrameContents:
        if (looks(widget, "inset")) {
            return option->rect.adjusted(kInset_px, 0, -kInset_px, 0);
        }
        break;
    case SE_ItemViewItemText:
        if (isPopupList(widget)) {
            return QProxyStyle::subElementRect(element, option, widget).adjusted(kListInset_px, 0, 0, 0);
        }
        break;
    default:
        break;
    }
    return QProxyStyle::subElementRect(element, option, widget);
}

QRect HouseStyle::subControlRect(ComplexControl control, const QStyleOptionComplex* option, SubControl part,
                                 const QWidget* widget) const
{
    const QRect r = option->rect;
    if (control == CC_ComboBox) {
        const QMargins in = insetsOf(looks(widget, "incell") ? LineKind::Cell : LineKind::Field);
        const QRect arrow(r.right() - kOpen_px, r.top(), kOpen_px, r.height());
        const QRect words(r.left() + in.left(), r.top() + in.top(), r.width() - in.left() - kOpen_px - 2,
                          r.height() - in.top() - in.bottom());
        return part == SC_ComboBoxArrow       ? visualRect(option->direction, r, arrow)
               : part == SC_ComboBoxEditField ? visualRect(option->direction, r, words)
                                              : r;
    }
    if (control == CC_SpinBox) {
        const int arrows = stepsWidth_px(option);
        const QRect steps(r.right() - arrows, r.top() + 1, arrows, r.height() - 2);
        const int half = steps.height() / 2;
        switch (part) {
        case SC_SpinBoxUp:
            return {steps.left(), steps.top(), steps.width(), half};
        case SC_SpinBoxDown:
            return {steps.left(), steps.top() + half, steps.width(), steps.height() - half};
        case SC_SpinBoxEditField:
            return r.adjusted(6, 1, -arrows - (arrows > 0 ? 2 : 6), -1);
        default:
            return r;
        }
    }
    if (control == CC_ScrollBar) {
        if (part == SC_ScrollBarAddLine || part == SC_ScrollBarSubLine) {
            return {};
        }
        return scrollPart(option, part);
    }
    return QProxyStyle::subControlRect(control, option, part, widget);
}

QRect HouseStyle::scrollPart(const QStyleOptionComplex* option, SubControl part) const
{
    const auto* bar = qstyleoption_cast<const QStyleOptionSlider*>(option);
    const QRect r = option->rect;
    if (bar == nullptr) {
        return r;
    }
    const bool lying = bar->orientation == Qt::Horizontal;
    const int room = lying ? r.width() : r.height();
    const qint64 steps = qint64(bar->maximum) - bar->minimum;
    const auto share = static_cast<int>(qint64(bar->pageStep) * room / std::max<qint64>(steps + bar->pageStep, 1));
    const int length = steps == 0 ? room : std::min(room, std::max(share, kLeastHandle_px));
    const int start =
        sliderPositionFromValue(bar->minimum, bar->maximum, bar->sliderPosition, room - length, bar->upsideDown);
    const auto along = [&](int from, int size) {
        return lying ? visualRect(bar->direction, r, QRect(r.left() + from, r.top(), size, r.height()))
                     : QRect(r.left(), r.top() + from, r.width(), size);
    };
    switch (part) {
    case SC_ScrollBarSlider:
        return along(start, length);
    case SC_ScrollBarSubPage:
        return along(0, start);
    case SC_ScrollBarAddPage:
        return along(start + length, room - start - length);
    default:
        return r;
    }
}

QSize HouseStyle::sizeFromContents(ContentsType type, const QStyleOption* option, const QSize& contents,
                                   const QWidget* widget) const
{
    const auto inside = [&contents](const QMargins& m) {
        return QSize(contents.width() + m.left() + m.right(), contents.height() + m.top() + m.bottom());
    };
    switch (type) {
    case CT_LineEdit: {
        const LineKind kind = lineKind(widget);
        const QSize size = inside(insetsOf(kind));
        return {size.width(), std::max(size.height(), kind == LineKind::Field ? kField_px : 0)};
    }
    case CT_ComboBox: {
        const bool inCell = looks(widget, "incell");
        const QSize size = inside(insetsOf(inCell ? LineKind::Cell : LineKind::Field));
        return {size.width() + kOpen_px + 2, std::max(size.height(), inCell ? kCellChoice_px : kField_px)};
    }
    case CT_SpinBox:
        return {contents.width() + std::max(stepsWidth_px(option), 4) + 8, std::max(contents.height() + 2, kField_px)};
    case CT_PushButton: {
        const auto* button = qstyleoption_cast<const QStyleOptionButton*>(option);
        const bool menu = button != nullptr && (button->features & QStyleOptionButton::HasMenu) != 0;
        return inside(insets(insetsOf(widget))) + QSize(menu ? kOpen_px : 0, 0);
    }
    case CT_HeaderSection: {
        const auto* header = qstyleoption_cast<const QStyleOptionHeader*>(option);
        return header == nullptr ? contents : option->fontMetrics.size(0, header->text) + kHeaderInset;
    }
    case CT_ItemViewItem:
        if (isPopupList(widget)) {
            const QSize size = QProxyStyle::sizeFromContents(type, option, contents, widget);
            return {size.width() + 2 * kListInset_px, std::max(size.height(), kListRow_px)};
        }
        break;
    case CT_MenuItem: {
        const auto* item = qstyleoption_cast<const QStyleOptionMenuItem*>(option);
        if (item != nullptr && item->menuItemType != QStyleOptionMenuItem::Separator) {
            return QProxyStyle::sizeFromContents(type, option, contents, widget) + QSize(0, kMenuRow_px);
        }
        break;
    }
    default:
        break;
    }
    return QProxyStyle::sizeFromContents(type, option, contents, widget);
}

} // namespace burl::ui
