#include "ui/flat/gcode_window.h"

#include <QFile>
#include <QFileInfo>
#include <QPainter>

#include "drawing/view.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kFastest_mm_min = 8000.0; // rapids, for the minutes

}

GcodeWindow::GcodeWindow(const QString& file, const Box& stock, double highest_mm, double reach_mm,
                         double mostFeed_mm_min, QWidget* parent)
    : QDialog(parent), stock_(stock)
{
    named(this, QStringLiteral("gcodeWindow"), tr("The G-code that was written, drawn from its file"));
    setWindowTitle(tr("%1, as it was written").arg(QFileInfo(file).fileName()));
    resize(900, 560);
    QFile in(file);
    if (!in.open(QIODevice::ReadOnly)) {
        verdict_ = tr("%1 could not be read: %2.").arg(file, in.errorString());
        return;
    }
    const auto moves = gcodeMoves(in.readAll().toStdString());
    if (!moves) {
        verdict_ = fromCore(moves.error().sentence);
        return;
    }
    moves_ = *moves;
    const auto faults = gcodeFaults(moves_, stock, highest_mm, reach_mm, mostFeed_mm_min);
    if (!faults.empty()) {
        verdict_ = tr("Do not run it. %1").arg(fromCore(faults.front()));
        return;
    }
    double minutes = 0.0;
    for (const GcodeMove& m : moves_) {
        const double way = std::hypot(m.to[0] - m.from[0], m.to[1] - m.from[1], m.to[2] - m.from[2]);
        minutes += way / (m.rapid ? kFastest_mm_min : m.feed_mm_min);
    }
    sound_ = true;
    verdict_ =
        tr("%1 moves, about %2 minutes: inside the stock, above the plane, feeds within bounds. Look at it in your "
           "machine's own simulator and run it in the air first.")
            .arg(moves_.size())
            .arg(qRound(minutes));
}

void GcodeWindow::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), c.board);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF area = QRectF(rect()).adjusted(24, 24, -24, -86);
    const BoardView view =
        BoardView::fitted({stock_.left - 60.0, stock_.bottom - 60.0, stock_.right + 60.0, stock_.top + 60.0}, area);
    p.setPen(QPen(c.ink, 1.4));
    p.setBrush(c.paper);
    p.drawRect(QRectF(view.toPixel({stock_.left, stock_.top}), view.toPixel({stock_.right, stock_.bottom})));
    for (const GcodeMove& m : moves_) {
        if (&m == &moves_.front()) {
            continue; // from wherever the machine stood
        }
        p.setPen(m.rapid ? QPen(c.lead, 0, Qt::DashLine) : QPen(c.mark, 0));
        p.drawLine(view.toPixel({m.from[0], m.from[1]}), view.toPixel({m.to[0], m.to[1]}));
    }
    p.setFont(textFont(10.0));
    p.setPen(c.faint);
    p.drawText(
        QRectF(24, height() - 84.0, width() - 48.0, 20), Qt::AlignLeft | Qt::AlignVCenter,
        tr("full lines: cutting · dashed: travelling above the wood · x along, y across, zero at the lower left"));
    p.setFont(textFont(11.5, !sound_));
    p.setPen(sound_ ? c.ink : c.mark);
    p.drawText(QRectF(24, height() - 62.0, width() - 48.0, 54), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap,
               verdict_);
}

} // namespace burl::ui
