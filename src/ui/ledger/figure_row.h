#pragma once
// One figure of the ledger: label, number, unit; a click opens its working below.

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

    FigureButton* button_;
    QLabel* working_;
    Figure figure_;
    UnitChoice units_;
};

} // namespace burl::ui
