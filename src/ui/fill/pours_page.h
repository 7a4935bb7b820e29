#pragma once
// Pours: the cards, the pots of the chosen one with what the scale said, and what was written down of it.

#include <QWidget>

#include "app/document.h"

class QPushButton;
class QScrollArea;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class ElidedLabel;
class ChoicesForm;
class PourCards;
class ReadingTable;

class PoursPage : public QWidget
{
    Q_OBJECT

public:
    PoursPage(Document& document, InstrumentPort& instrument, QWidget* parent);
    /// `onlyPlan`: the plan knows more; what somebody is typing stays.
    void refresh(bool onlyPlan = false);
    [[nodiscard]] PourCards& cards() { return *cards_; }
    /// What was written down of the chosen pour, shown among the choices.
    [[nodiscard]] ChoicesForm& form() { return *form_; }

Q_SIGNALS:
    void message(const QString& sentence);
    void cardWanted(); // the pour card as PDF

private:
    [[nodiscard]] const PourEvent* chosenEvent() const;
    [[nodiscard]] const PourRecord* record() const;
    void edit(const QString& label, const std::function<void(PourRecord&)>& change);
    void fillPots();
    void entered(int row, int column, const QString& text);
    void addRecordRows();

    Document& document_;
    PourCards* cards_;
    QScrollArea* scroll_;
    ElidedLabel* words_;
    ReadingTable* pots_;
    ChoicesForm* form_;
    QPushButton* begin_;
};

} // namespace burl::ui
