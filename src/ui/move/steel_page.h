#pragma once
// The sections of the shop: steel channels, bars and tubes, battens of wood, and what each is worth against cup.

#include <QWidget>

#include "app/document.h"

class QTableWidget;

namespace burl::ui
{

class ChoicesForm;

class SteelPage : public QWidget
{
    Q_OBJECT

public:
    SteelPage(Document& document, QWidget* parent);
    void refresh();
    /// The form of the chosen section, shown among the choices.
    [[nodiscard]] ChoicesForm& form() { return *form_; }

Q_SIGNALS:
    void message(const QString& sentence);

private:
    [[nodiscard]] const SectionStock* chosen() const;
    void edit(const QString& label, const std::function<void(SectionStock&)>& change);
    void addOwn();
    void remove();
    void addRows();

    Document& document_;
    QTableWidget* table_;
    ChoicesForm* form_;
    std::string chosen_;
};

} // namespace burl::ui
