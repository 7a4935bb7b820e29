#pragma once
// Every fastener in a row: where it sits, what is to be made for it, what it leaves and bears.

#include <QWidget>

#include "app/document.h"

class QTableWidget;

namespace burl::ui
{

class FastenersPage : public QWidget
{
    Q_OBJECT

public:
    FastenersPage(Document& document, QWidget* parent);
    void refresh();
    void choose(int row);

Q_SIGNALS:
    void chosen(int row);

private:
    Document& document_;
    QTableWidget* table_;
};

} // namespace burl::ui
