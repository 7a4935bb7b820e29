#pragma once
// The right side: the bench's choices above its figures.

#include <map>
#include <vector>

#include <QWidget>

#include "app/document.h"
#include "core/figure/answer.h"

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace burl::ui
{

class FigureRow;

class Ledger : public QWidget
{
    Q_OBJECT

public:
    explicit Ledger(QWidget* parent = nullptr);
    /// The bench's own widget with its choices; kept by the bench.
    void setChoices(QWidget* choices);
    void showFigures(const std::vector<Entry>& figures, const UnitChoice& units);

private:
    QVBoxLayout* choicesPlace_;
    QVBoxLayout* figuresPlace_;
    QLabel* figuresHead_;
    QPushButton* more_;
    QWidget* choices_ = nullptr;
    std::vector<FigureRow*> rows_;
    std::vector<bool> folded_;
};

} // namespace burl::ui
