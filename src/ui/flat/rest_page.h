#pragma once
// Rest: when a piece was milled, what it did since, and what was agreed with the customer.

#include <functional>

#include <QWidget>

#include "app/document.h"

class QLabel;
class QPushButton;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class ChoicesForm;
class ReadingTable;

class RestPage : public QWidget
{
    Q_OBJECT

public:
    RestPage(Document& document, InstrumentPort& instrument, QWidget* parent);
    /// A piece of the plan, by its place in it.
    void setPiece(size_t piece);
    void refresh();
    [[nodiscard]] ReadingTable& table() { return *table_; }

Q_SIGNALS:
    void message(const QString& sentence);

private:
    /// The latest rest of the piece; null when it was never milled.
    [[nodiscard]] const Rest* rest() const;
    [[nodiscard]] const Slab* slab() const;
    void edit(const QString& label, const std::function<void(Rest&)>& change);
    void milledToday();
    void readAgain();
    void entered(int row, int column, const QString& text);

    Document& document_;
    size_t piece_ = 0;
    ChoicesForm* form_;
    QLabel* words_;
    QPushButton* milled_;
    QPushButton* again_;
    ReadingTable* table_;
};

} // namespace burl::ui
