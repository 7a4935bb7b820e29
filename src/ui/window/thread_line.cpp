#include "ui/window/thread_line.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>

#include "ui/look/elided_label.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

ThreadLine::ThreadLine(QWidget* parent)
    : QWidget(parent), text_(new ElidedLabel(this)), act_(new QPushButton(this)), way_(new QPushButton(this)),
      menu_(new QMenu(this))
{
    named(this, QStringLiteral("thread"), tr("What comes next"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(18, 6, 18, 2);
    row->setSpacing(12);
    named(text_, QStringLiteral("threadText"), tr("What comes next"));
    text_->setFont(textFont(11.5, true));
    row->addWidget(text_, 1);
    row->addWidget(looking(named(act_, QStringLiteral("threadAct"), tr("Do what comes next")), "first"));
    row->addWidget(looking(named(way_, QStringLiteral("threadWay"), tr("The whole way of the job")), "link"));
    way_->setCursor(Qt::PointingHandCursor);
    act_->setCursor(Qt::PointingHandCursor);
    named(menu_, QStringLiteral("threadMenu"), tr("The whole way of the job"));
    connect(act_, &QPushButton::clicked, this, [this] {
        if (const Step* step = next()) {
            const Step wantedNow = *step; // what it does changes the list
            Q_EMIT wanted(wantedNow);
        }
    });
    connect(way_, &QPushButton::clicked, this, [this] {
        fillMenu();
        menu_->popup(way_->mapToGlobal(QPoint(0, -menu_->sizeHint().height())));
    });
}

void ThreadLine::show(const std::vector<Step>& steps, const QString& here)
{
    steps_ = steps;
    const auto done =
        std::count_if(steps.begin(), steps.end(), [](const Step& step) { return step.state == StepState::Done; });
    if (const Step* step = next()) {
        text_->setWords(tr("Next: %1").arg(translated(step->text)), translated(step->why));
        act_->setText(translated(step->act));
        act_->setAccessibleName(translated(step->text));
        act_->setToolTip(tr("%1  (Ctrl+Enter)").arg(translated(step->why)));
    } else {
        text_->setWords(tr("Everything that can be planned here is planned."), tr("the sheet hangs on the wall"));
    }
    Where bench;
    bench.bench = here.toStdString();
    act_->setVisible(next() != nullptr && !(next()->where == bench));
    way_->setText(tr("%1 of %2 done ▴").arg(done).arg(steps.size()));
}

void ThreadLine::fillMenu()
{
    menu_->clear();
    for (const Step& step : steps_) {
        QAction* action = menu_->addAction((step.state == StepState::Done   ? QStringLiteral("✓  ")
                                            : step.state == StepState::Next ? QStringLiteral("▸  ")
                                                                            : QStringLiteral("    ")) +
                                           translated(step.text));
        action->setObjectName(QStringLiteral("step_") + fromCore(step.key));
        action->setToolTip(translated(step.why));
        connect(action, &QAction::triggered, this, [this, step] { Q_EMIT wanted(step); });
    }
}

} // namespace burl::ui
