#pragma once
// The thread through the job, a line above the findings: the step that comes next, why, and the one button that does
// it; behind a word the whole way with what is done ticked.

#include <vector>

#include <QWidget>

#include "core/thread/thread.h"

class QLabel;
class QMenu;
class QPushButton;

namespace burl::ui
{

class ElidedLabel;

class ThreadLine : public QWidget
{
    Q_OBJECT

public:
    explicit ThreadLine(QWidget* parent = nullptr);
    /// `here`: id of the bench on show; a step that leads no further than there has no button.
    void show(const std::vector<Step>& steps, const QString& here);
    [[nodiscard]] const std::vector<Step>& steps() const { return steps_; }
    /// The step that the button does; null when all is done.
    [[nodiscard]] const Step* next() const { return nextOf(steps_); }

Q_SIGNALS:
    void wanted(const burl::Step& step);

private:
    void fillMenu();

    std::vector<Step> steps_;
    ElidedLabel* text_;
    QPushButton* act_;
    QPushButton* way_;
    QMenu* menu_;
};

} // namespace burl::ui
