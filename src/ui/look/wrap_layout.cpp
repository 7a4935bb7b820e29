#include "ui/look/wrap_layout.h"

#include <algorithm>

namespace burl::ui
{

WrapLayout::WrapLayout(int spacing, QWidget* parent) : QLayout(parent)
{
    setContentsMargins(0, 0, 0, 0);
    setSpacing(spacing);
}

WrapLayout::~WrapLayout()
{
    for (QLayoutItem* item : items_) {
        delete item;
    }
}

void WrapLayout::addItem(QLayoutItem* item)
{
    items_.push_back(item);
}

QLayoutItem* WrapLayout::itemAt(int index) const
{
    return index >= 0 && index < count() ? items_[static_cast<size_t>(index)] : nullptr;
}

QLayoutItem* WrapLayout::takeAt(int index)
{
    QLayoutItem* item = itemAt(index);
    if (item != nullptr) {
        items_.erase(items_.begin() + index);
    }
    return item;
}

QSize WrapLayout::minimumSize() const
{
    QSize out;
    for (const QLayoutItem* item : items_) {
        out = out.expandedTo(item->minimumSize());
    }
    return out;
}

QSize WrapLayout::sizeHint() const
{
    QSize out;
    for (const QLayoutItem* item : items_) {
        if (!item->isEmpty()) {
            out = {out.width() + item->sizeHint().width() + spacing(),
                   std::max(out.height(), item->sizeHint().height())};
        }
    }
    return out;
}

void WrapLayout::setGeometry(const QRect& rect)
{
    QLayout::setGeometry(rect);
    laid(rect, true);
}

int WrapLayout::laid(const QRect& rect, bool really) const
{
    int x = rect.x();
    int y = rect.y();
    int line = 0; // its height
    for (QLayoutItem* item : items_) {
        if (item->isEmpty()) {
            continue;
        }
        const QSize size = item->sizeHint();
        if (x > rect.x() && x + size.width() > rect.right() + 1) {
            x = rect.x();
            y += line + spacing();
            line = 0;
        }
        if (really) {
            item->setGeometry({{x, y}, size});
        }
        x += size.width() + spacing();
        line = std::max(line, size.height());
    }
    return y + line - rect.y();
}

} // namespace burl::ui
