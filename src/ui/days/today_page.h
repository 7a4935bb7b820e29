#pragma once
// What to do next, in order, with what to have ready; and the alarms.

#include <QWidget>

#include "app/document.h"

class QLabel;
class QPushButton;
class QTableWidget;

namespace burl::ui
{

class TodayPage : public QWidget
{
    Q_OBJECT

public:
    TodayPage(Document& document, QWidget* parent);
    void refresh();
    /// The step whose row is chosen, the first when none is; empty: nothing is to do.
    [[nodiscard]] std::string chosen() const;
    void choose(const std::string& step);

Q_SIGNALS:
    void stepChosen(const std::string& step);

private:
    void watch();
    void done();

    Document& document_;
    QTableWidget* table_;
    QLabel* alarms_;
    QPushButton* watch_;
    QPushButton* done_;
    std::vector<std::string> keys_; // of the rows
};

} // namespace burl::ui
