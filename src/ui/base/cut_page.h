#pragma once
// The cut list: members by their numbers, and the bars they are sawn from.

#include <QWidget>

#include "app/document.h"

class QTableWidget;

namespace burl::ui
{

/// Bars one below the other, pieces in them by their numbers.
class BarsView : public QWidget
{
    Q_OBJECT

public:
    BarsView(Document& document, QWidget* parent);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Document& document_;
};

class CutPage : public QWidget
{
    Q_OBJECT

public:
    CutPage(Document& document, QWidget* parent);
    void refresh();

private:
    Document& document_;
    QTableWidget* table_;
    BarsView* bars_;
};

} // namespace burl::ui
