#pragma once
// The pours of a job as cards in their order: what, how much, when, in which pots.

#include <QWidget>

#include "app/document.h"

namespace burl::ui
{

class PourCards : public QWidget
{
    Q_OBJECT

public:
    explicit PourCards(Document& document, QWidget* parent);
    void refresh();
    /// The card that was clicked; before one was, the first pour that is still to come.
    [[nodiscard]] int chosen() const;
    void choose(int index);
    [[nodiscard]] QSize sizeHint() const override;

Q_SIGNALS:
    void chosenChanged();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] QRectF cardOf(int index) const;
    [[nodiscard]] int count() const;
    Document& document_;
    JobId job_;
    int chosen_ = -1; // nobody has chosen yet
};

} // namespace burl::ui
