#pragma once
// One figure of the ledger: label, number, unit; a click opens its working below.

#include <QSet>
#include <QWidget>

#include "core/figure/answer.h"

class QLabel;

namespace burl::ui
{

class FigureButton;

class FigureRow : public QWidget
{
    Q_OBJECT

public:
    explicit FigureRow(QWidget* parent = nullptr);
    void show(const Entry& entry, const UnitChoice& units);
    [[nodiscard]] QString workingText() const;
    [[nodiscard]] bool isOpen() const;
    void setOpen(bool open);

private:
    void fillWorking();
    /// One step of a working as rich text: the formula, then its terms, each a link when it has a working of its own.
    [[nodiscard]] QString step(const Figure& figure, const QString& path, int depth) const;

    FigureButton* button_;
    QLabel* working_;
    Figure figure_;
    UnitChoice units_;
    QSet<QString> open_; // terms whose own step is shown, by their way from the figure: "0.2"
};

} // namespace burl::ui
