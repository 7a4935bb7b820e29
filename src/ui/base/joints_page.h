#pragma once
// Joints of the base and how they are made; what the coater or the press adds.

#include <QWidget>

#include "app/document.h"

class QTableWidget;

namespace burl::ui
{

class JointsPage : public QWidget
{
    Q_OBJECT

public:
    JointsPage(Document& document, QWidget* parent);
    void refresh();

private:
    Document& document_;
    QTableWidget* table_;
};

} // namespace burl::ui
