#pragma once
// The resin shelf: the classes that ship, and the maker's own products made from them.

#include <QWidget>

#include "app/document.h"

class QPushButton;
class QTableWidget;

namespace burl::ui
{

class ElidedLabel;
class ChoicesForm;

class ShelfPage : public QWidget
{
    Q_OBJECT

public:
    ShelfPage(Document& document, QWidget* parent);
    void refresh();
    /// The form of the chosen product, shown among the choices.
    [[nodiscard]] ChoicesForm& form() { return *form_; }

Q_SIGNALS:
    void message(const QString& sentence);
    void chosenChanged();

private:
    [[nodiscard]] const ResinClass* chosen() const;
    void edit(const QString& label, const std::function<void(ResinClass&)>& change);
    void makeOwn();
    void remove();
    void addRows();
    void tellSheet();
    [[nodiscard]] QString toBuy(const ResinClass& resin) const;

    Document& document_;
    QTableWidget* table_;
    QPushButton* own_;
    QPushButton* remove_;
    ElidedLabel* words_;
    ChoicesForm* form_;
    std::string chosen_;
    ResinClass told_; // that the words are about
};

} // namespace burl::ui
