#pragma once
// All steps of a job in a table; the chosen one is set in the ledger.

#include <QWidget>

#include "app/document.h"

class QTableWidget;

namespace burl::ui
{

class StepsPage : public QWidget
{
    Q_OBJECT

public:
    StepsPage(Document& document, QWidget* parent);
    void refresh();
    void choose(const std::string& step);

Q_SIGNALS:
    void stepChosen(const std::string& step);

private:
    Document& document_;
    QTableWidget* table_;
    std::vector<std::string> keys_;
    std::string chosen_;
};

} // namespace burl::ui
