#include "ui/window/bench_bar.h"

#include <QPainter>

#include "ui/look/theme.h"
#include "ui/window/sill.h"

namespace burl::ui
{

BenchTab::BenchTab(const QString& id, const QString& name, QWidget* parent) : QAbstractButton(parent), name_(name)
{
    setObjectName(QStringLiteral("tab_") + id);
    setAccessibleName(name);
    setCheckable(true);
    setAutoExclusive(true);
    setCursor(Qt::PointingHandCursor);
    setFocusPolicy(Qt::TabFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

namespace
{

QString stateWord(BenchState state)
{
    switch (state) {
    case BenchState::NotBegun:
        return QObject::tr("not begun");
    case BenchState::UnderWay:
        return QObject::tr("under way");
    case BenchState::Done:
        return QObject::tr("done");
    case BenchState::Stopped:
        return QObject::tr("stopped");
    }
    return {};
}

/// A bar that fills: a hollow half-way, a tick at the end; nothing before it is begun.
void paintState(QPainter& p, const QRectF& box, BenchState state)
{
    switch (state) {
    case BenchState::NotBegun:
        return;
    case BenchState::Done:
        paintMark(p, box, Severity::Good);
        return;
    case BenchState::Stopped:
        paintMark(p, box, Severity::Stop);
        return;
    case BenchState::UnderWay:
        break;
    }
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(colours().lead, 1.5));
    p.setBrush(Qt::NoBrush);
    const QRectF bar = box.adjusted(0.5, 4.5, -0.5, -4.5);
    p.drawRect(bar);
    p.fillRect(QRectF(bar.left(), bar.top(), bar.width() / 2.0, bar.height()), colours().lead);
}

} // namespace

void BenchTab::set(const QString& telling, int wanting, Severity worst, BenchState state)
{
    if (telling == telling_ && wanting == wanting_ && worst == worst_ && state == state_) {
        return;
    }
    telling_ = telling;
    wanting_ = wanting;
    worst_ = worst;
    state_ = state;
    const QString now = telling + QStringLiteral("; ") + stateWord(state);
    setAccessibleDescription(wanting > 0 ? tr("%1; to look at: %2").arg(now).arg(wanting) : now);
    setToolTip(stateWord(state));
    update();
}

void BenchTab::setBehind(bool behind)
{
    if (behind != behind_) {
        behind_ = behind;
        update();
    }
}

void BenchTab::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), isChecked() ? c.board : c.paper);
    p.fillRect(QRect(0, height() - 1, width(), 1), isChecked() ? c.board : c.hairline);
    if (isChecked()) {
        p.fillRect(QRect(0, 0, width(), 5), c.ink);
        p.fillRect(QRect(0, 0, 1, height()), c.hairline);
        p.fillRect(QRect(width() - 1, 0, 1, height()), c.hairline);
    } else if (underMouse()) {
        p.fillRect(QRect(0, 0, width(), 5), c.hairline);
    }
    const int left = 14;
    p.setPen(isChecked() ? c.ink : c.faint);
    constexpr int kMark_px = 29; // with the room before it
    constexpr double kName = 12.0;
    constexpr double kSmall = 10.0; // where the window is narrow: the name stays whole beside its mark
    p.setFont(textFont(kName, isChecked()));
    if (left + p.fontMetrics().horizontalAdvance(name_) + kMark_px > width()) {
        p.setFont(textFont(kSmall, isChecked()));
    }
    constexpr int kMarkWide_px = 19;
    const QRect line(left, 12, width() - left - kMarkWide_px, 22);
    p.drawText(line, Qt::AlignLeft | Qt::AlignVCenter, name_);
    const int markAt = std::min(line.right(), left + p.fontMetrics().horizontalAdvance(name_) + 8);
    p.setFont(textFont(11.5));
    if (behind_) {
        constexpr float kPale = 0.45F;
        QColor pale = c.faint;
        pale.setAlphaF(kPale);
        p.setPen(pale);
    }
    p.drawText(QRect(left, 35, width() - left - 6, 22), Qt::AlignLeft | Qt::AlignVCenter,
               p.fontMetrics().elidedText(telling_, Qt::ElideRight, width() - left - 6));
    const QRectF box(markAt, 15.0, 15.0, 15.0); // beside the name: at the far end it would seem the next tab's
    if (wanting_ > 0) {
        paintMark(p, box, worst_);
    } else {
        paintState(p, box, state_);
    }
    if (hasFocus()) {
        p.setRenderHint(QPainter::Antialiasing, false);
        p.setPen(QPen(c.lead, 1.0, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(rect().adjusted(6, 9, -6, -5));
    }
}

JobPlate::JobPlate(QWidget* parent) : QAbstractButton(parent)
{
    setObjectName(QStringLiteral("jobPlate"));
    setCursor(Qt::PointingHandCursor);
    setFocusPolicy(Qt::TabFocus);
    setFixedWidth(230);
}

void JobPlate::set(const QString& name, const QString& below)
{
    if (name == name_ && below == below_) {
        return;
    }
    name_ = name;
    below_ = below;
    setAccessibleName(tr("Job: %1. Opens the list of jobs.").arg(name));
    setToolTip(below);
    update();
}

void JobPlate::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), underMouse() ? c.shelf : c.paper);
    p.fillRect(QRect(0, height() - 1, width(), 1), c.hairline);
    p.setPen(c.ink);
    p.setFont(textFont(13.0, true));
    const QString name = p.fontMetrics().elidedText(name_, Qt::ElideRight, width() - 46);
    p.drawText(QRect(18, 11, width() - 46, 24), Qt::AlignLeft | Qt::AlignVCenter, name);
    const int end = 18 + p.fontMetrics().horizontalAdvance(name) + 8;
    p.setFont(textFont(10.0));
    p.drawText(QRect(end, 11, 20, 24), Qt::AlignLeft | Qt::AlignVCenter, QStringLiteral("▾"));
    p.setPen(c.faint);
    p.drawText(QRect(18, 35, width() - 24, 20), Qt::AlignLeft | Qt::AlignVCenter,
               p.fontMetrics().elidedText(below_, Qt::ElideRight, width() - 24));
    if (hasFocus()) {
        p.setPen(QPen(c.lead, 1.0, Qt::DotLine));
        p.drawRect(rect().adjusted(6, 6, -6, -6));
    }
}

} // namespace burl::ui
