#pragma once
// The form: its boards on their sheets, and what seals and holds it.

#include <QWidget>

#include "app/document.h"

namespace burl::ui
{

class FormPage : public QWidget
{
    Q_OBJECT

public:
    explicit FormPage(Document& document, QWidget* parent);
    void refresh();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    [[nodiscard]] QStringList words() const;
    Document& document_;
};

} // namespace burl::ui
