#pragma once
// The order of work along the top: a tab for each bench with its telling figure and a mark.

#include <optional>
#include <vector>

#include <QAbstractButton>
#include <QWidget>

#include "core/figure/finding.h"
#include "core/thread/thread.h"

namespace burl::ui
{

class BenchTab : public QAbstractButton
{
    Q_OBJECT

public:
    BenchTab(const QString& id, const QString& name, QWidget* parent);
    /// `worst` of its `wanting` findings takes the place of the mark for how far its work is.
    void set(const QString& telling, int wanting, Severity worst, BenchState state);
    /// What it tells is older than the job, until the hand rests.
    void setBehind(bool behind);
    [[nodiscard]] bool isBehind() const { return behind_; }
    [[nodiscard]] QSize sizeHint() const override { return {128, 66}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    bool behind_ = false;
    QString name_;
    QString telling_;
    int wanting_ = 0;
    Severity worst_ = Severity::Good;
    BenchState state_ = BenchState::NotBegun;
};

/// The job's name at the upper left; a click opens the list of jobs and the program's menu.
class JobPlate : public QAbstractButton
{
    Q_OBJECT

public:
    explicit JobPlate(QWidget* parent);
    void set(const QString& name, const QString& below);
    [[nodiscard]] QSize sizeHint() const override { return {230, 66}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString name_;
    QString below_;
};

} // namespace burl::ui
