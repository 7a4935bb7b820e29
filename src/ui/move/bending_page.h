#pragma once
// How the top bends: under its weight, under people and books, in its driest and wettest month; with its channels and
// without. The board shows the case that is chosen here.

#include <QWidget>

#include "app/document.h"

class QComboBox;
class QCheckBox;

namespace burl::ui
{

class BendingPage : public QWidget
{
    Q_OBJECT

public:
    BendingPage(Document& document, QWidget* parent);
    void refresh();
    [[nodiscard]] HoldCase which() const;
    [[nodiscard]] bool beams() const;
    /// The shape to show; null while there is none.
    [[nodiscard]] const HoldShape* shape() const;

Q_SIGNALS:
    void moved();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    [[nodiscard]] QStringList words() const;
    Document& document_;
    QComboBox* case_;
    QCheckBox* without_;
};

} // namespace burl::ui
