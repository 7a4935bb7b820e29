#pragma once
// How the table stands: its feet with what they bear, and what tips it.

#include <QWidget>

#include "app/document.h"

class QLabel;
class QTableWidget;

namespace burl::ui
{

class StandingPage : public QWidget
{
    Q_OBJECT

public:
    StandingPage(Document& document, QWidget* parent);
    void refresh();
    /// The row of a foot; -1: none.
    void choose(int row);

Q_SIGNALS:
    void chosen(int row);

private:
    Document& document_;
    QTableWidget* table_;
    QLabel* verdict_;
};

} // namespace burl::ui
