#include "ui/flat/pass_strip.h"

#include <QLabel>
#include <QPainter>
#include <QSlider>

#include "ui/board/bench.h"
#include "ui/text.h"
#include "ui/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kMostExaggerated = 25.0;

const FlattenedPiece* pieceOf(const Document& document, size_t index)
{
    const Plan* plan = document.plan();
    if (plan == nullptr || plan->flatten->pieces.size() <= index || plan->flatten->pieces[index].missing) {
        return nullptr;
    }
    return &plan->flatten->pieces[index];
}

} // namespace

PassStrip::PassStrip(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), slider_(new QSlider(Qt::Horizontal, this)),
      words_(new QLabel(tr("no passes yet"), this))
{
    named(this, QStringLiteral("passStrip"), tr("Passes of the face"));
    slider_->setObjectName(QStringLiteral("passSlider"));
    slider_->setAccessibleName(tr("Passes done"));
    slider_->setPageStep(1);
    words_->setObjectName(QStringLiteral("passWords"));
    words_->setFont(textFont(10.5));
    connect(slider_, &QSlider::valueChanged, this, [this] {
        say();
        update();
        Q_EMIT moved();
    });
}

int PassStrip::done() const
{
    return slider_->value();
}

void PassStrip::show(size_t piece, bool topFace)
{
    const bool other = piece != piece_ || topFace != topFace_;
    piece_ = piece;
    topFace_ = topFace;
    const FlattenedPiece* flat = pieceOf(document_, piece_);
    const int passes =
        flat == nullptr ? 0 : static_cast<int>((topFace_ ? flat->top : flat->bottom).passes.passes.size());
    const QSignalBlocker quiet(slider_);
    slider_->setRange(0, passes);
    if (other) {
        slider_->setValue(0);
    }
    slider_->setVisible(passes > 0);
    say();
    update();
}

void PassStrip::say()
{
    const FlattenedPiece* flat = pieceOf(document_, piece_);
    if (flat == nullptr) {
        words_->clear();
        return;
    }
    const FacePasses& face = topFace_ ? flat->top : flat->bottom;
    const int pass = slider_->value();
    if (face.passes.passes.empty()) {
        words_->setText(tr("this face stays as it is"));
    } else if (pass == 0) {
        words_->setText(counted(face.passes.passes.size(), tr("rough: 1 pass to come"),
                                tr("rough: %1 passes to come, slide to see each")));
    } else {
        const Pass& p = face.passes.passes[static_cast<size_t>(pass - 1)];
        double wood = 0.0;
        for (const double h : face.map.height_mm) {
            wood += std::isfinite(h) ? face.map.cellArea_mm2() : 0.0;
        }
        words_->setText(tr("pass %1 of %2 touches %3 % of the face · %4 of %5 strokes · %6 of wood")
                            .arg(pass)
                            .arg(face.passes.passes.size())
                            .arg(wood > 0.0 ? qRound(100.0 * p.contact_mm2 / wood) : 0)
                            .arg(p.strokesTouching)
                            .arg(face.passes.strokes.strokes)
                            .arg(quantity(p.removed_L, Unit::Volume, document_.units())));
    }
}

void PassStrip::resizeEvent(QResizeEvent*)
{
    slider_->setGeometry(90, height() - 54, width() - 200, 22);
    words_->setGeometry(90, height() - 28, width() - 110, 22);
}

void PassStrip::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), c.board);
    const FlattenedPiece* flat = pieceOf(document_, piece_);
    if (flat == nullptr) {
        return;
    }
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(textFont(10.0));
    p.setPen(c.faint);
    const QRectF area = QRectF(90, 22, width() - 200, height() - 84);
    const RemovalMap& top = flat->top.map;
    const RemovalMap& bottom = flat->bottom.map;
    const int middle = top.cellsAcross / 2;
    const double thickness = flat->topPlane.height_mm - flat->bottomPlane.height_mm;
    double highest = 1.0;
    double deepest = 1.0;
    const auto at = [&](const RemovalMap& map, int i) {
        return map.height_mm[static_cast<size_t>(middle) * map.cellsAlong + i];
    };
    for (int i = 0; i < top.cellsAlong; ++i) {
        highest = std::isfinite(at(top, i)) ? std::max(highest, at(top, i)) : highest;
        deepest = std::isfinite(at(bottom, i)) ? std::max(deepest, at(bottom, i)) : deepest;
    }
    // Heights above each plane are exaggerated, the slab's body between them is not.
    const double body = area.height() * 0.42;
    const double scale = std::min((area.height() - body) / (highest + deepest),
                                  kMostExaggerated * area.width() / std::max(1.0, top.length_mm));
    const double shown = scale * top.length_mm / std::max(1.0, area.width());
    p.drawText(QRectF(22, 0, width() - 44, 18), Qt::AlignLeft | Qt::AlignVCenter,
               tr("%1, long profile along its middle, heights above the planes × %2")
                   .arg(fromCore(flat->name))
                   .arg(qRound(shown)));
    const double used = body + (highest + deepest) * scale;
    const double topLine = area.top() + (area.height() - used) / 2.0 + highest * scale;
    const double bottomLine = topLine + body;
    QPolygonF upper;
    QPolygonF lower;
    for (int i = 0; i < top.cellsAlong; ++i) {
        const double x = area.left() + (i + 0.5) / top.cellsAlong * area.width();
        if (std::isfinite(at(top, i))) {
            upper << QPointF(x, topLine - at(top, i) * scale);
        }
        if (std::isfinite(at(bottom, i))) {
            lower << QPointF(x, bottomLine + at(bottom, i) * scale);
        }
    }
    QPolygonF section = upper;
    for (qsizetype i = lower.size(); i-- > 0;) {
        section << lower[i];
    }
    p.setPen(QPen(c.ink, 1.3));
    p.setBrush(QColor(0xdcc09a));
    p.drawPolygon(section);
    p.setPen(QPen(c.mark, 1.5));
    p.drawLine(QPointF(area.left(), topLine), QPointF(area.right() + 8, topLine));
    p.drawLine(QPointF(area.left(), bottomLine), QPointF(area.right() + 8, bottomLine));
    p.setPen(c.mark);
    p.drawText(QRectF(area.right() + 12, topLine - 9, 100, 18), Qt::AlignLeft | Qt::AlignVCenter, tr("upper plane"));
    p.drawText(QRectF(area.right() + 12, bottomLine - 9, 100, 18), Qt::AlignLeft | Qt::AlignVCenter, tr("lower plane"));
    p.setPen(c.ink);
    p.setFont(textFont(12.0, true));
    p.drawText(QRectF(area.right() + 12, (topLine + bottomLine) / 2 - 11, 100, 22), Qt::AlignLeft | Qt::AlignVCenter,
               quantity(thickness, Unit::Length, document_.units()));
    p.setFont(textFont(10.0));
    p.setPen(c.faint);
    if (slider_->isVisible()) {
        p.drawText(QRectF(22, height() - 56, 64, 22), Qt::AlignLeft | Qt::AlignVCenter, tr("rough"));
        p.drawText(QRectF(width() - 104.0, height() - 56, 90, 22), Qt::AlignLeft | Qt::AlignVCenter, tr("flat"));
    }
}

} // namespace burl::ui
