#include "ui/flat/pass_strip.h"

#include <algorithm>
#include <cmath>

#include <QLabel>
#include <QPainter>
#include <QSlider>

#include "core/flatten/pass_map.h"
#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

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

int PassStrip::milling() const
{
    const FlattenedPiece* flat = pieceOf(document_, piece_);
    if (flat == nullptr || document_.job()->flatten.millings < 2) {
        return 0;
    }
    const auto& passes = (topFace_ ? flat->top : flat->bottom).passes.passes;
    const auto at = static_cast<size_t>(std::max(0, done() - 1));
    return at < passes.size() ? passes[at].milling : 1;
}

void PassStrip::setMap(std::shared_ptr<const PassMap> map)
{
    if (map != map_) {
        map_ = std::move(map);
        say();
    }
}

void PassStrip::cutAt(std::optional<Vec2> place)
{
    place_ = place;
    update();
}

void PassStrip::show(size_t piece, bool topFace)
{
    const bool other = piece != piece_ || topFace != topFace_;
    if (piece != piece_) {
        place_.reset();
    }
    if (other) {
        map_.reset();
    }
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
        const auto at = static_cast<size_t>(pass - 1);
        const bool fine = map_ != nullptr && at < map_->passes.passes.size();
        const PassPlan& plan = fine ? map_->passes : face.passes;
        const RemovalMap& map = fine ? map_->map : face.map;
        const Pass& p = plan.passes[at];
        const auto wood = static_cast<double>(std::count_if(map.height_mm.begin(), map.height_mm.end(),
                                                            [](double h) { return std::isfinite(h); })) *
                          map.cellArea_mm2();
        const int milling = this->milling();
        words_->setText((milling > 0 ? tr("milling %1, ").arg(milling) : QString()) +
                        tr("pass %1 of %2 touches %3 % of the face · %4 of %5 strokes · %6 of wood")
                            .arg(pass)
                            .arg(plan.passes.size())
                            .arg(wood > 0.0 ? qRound(100.0 * p.contact_mm2 / wood) : 0)
                            .arg(p.strokesTouching)
                            .arg(plan.strokes.strokes)
                            .arg(quantity(p.removed_L, Unit::Volume, document_.units())));
    }
}

void PassStrip::resizeEvent(QResizeEvent*)
{
    slider_->setGeometry(90, height() - 54, width() - 200, 22);
    words_->setGeometry(90, height() - 28, width() - 110, 22);
}

/// One section through the slab: along it, or across it.
void PassStrip::profile(QPainter& p, const QRectF& area, bool across, double room) const
{
    const Palette& c = colours();
    const FlattenedPiece& flat = *pieceOf(document_, piece_);
    const RemovalMap& top = flat.top.map;
    const RemovalMap& bottom = flat.bottom.map;
    const Box& box = flat.top.box;
    int line = (across ? top.cellsAlong : top.cellsAcross) / 2;
    if (place_) {
        const double share = across ? (place_->x - box.left) / box.width() : (place_->y - box.bottom) / box.height();
        const int cells = across ? top.cellsAlong : top.cellsAcross;
        line = std::clamp(static_cast<int>(share * cells), 0, cells - 1);
    }
    const int cells = across ? top.cellsAcross : top.cellsAlong;
    const double wide_mm = across ? top.width_mm : top.length_mm;
    const auto at = [&](const RemovalMap& map, int i) {
        const auto row = static_cast<size_t>(across ? i : line);
        return map.height_mm[row * static_cast<size_t>(map.cellsAlong) + static_cast<size_t>(across ? line : i)];
    };
    double highest = 1.0;
    double deepest = 1.0;
    for (int i = 0; i < cells; ++i) {
        highest = std::isfinite(at(top, i)) ? std::max(highest, at(top, i)) : highest;
        deepest = std::isfinite(at(bottom, i)) ? std::max(deepest, at(bottom, i)) : deepest;
    }
    // Heights above each plane are exaggerated, the slab's body between them is not.
    const double body = area.height() * 0.42;
    const double scale = std::min((area.height() - body) / (highest + deepest),
                                  kMostExaggerated * area.width() / std::max(1.0, wide_mm));
    const double shown = scale * wide_mm / std::max(1.0, area.width());
    const double cut_mm = across ? box.left + (line + 0.5) * box.width() / top.cellsAlong
                                 : box.bottom + (line + 0.5) * box.height() / top.cellsAcross;
    p.setFont(textFont(10.0));
    p.setPen(c.faint);
    p.drawText(QRectF(area.left(), area.top() - 22.0, area.width() + room, 18), Qt::AlignLeft | Qt::AlignVCenter,
               across
                   ? tr("across at %1, × %2").arg(quantity(cut_mm, Unit::Length, document_.units())).arg(qRound(shown))
                   : tr("%1 along at %2, heights over the planes × %3")
                         .arg(fromCore(flat.name), quantity(cut_mm, Unit::Length, document_.units()))
                         .arg(qRound(shown)));
    const double used = body + (highest + deepest) * scale;
    const double topLine = area.top() + (area.height() - used) / 2.0 + highest * scale;
    const double bottomLine = topLine + body;
    QPolygonF upper;
    QPolygonF lower;
    for (int i = 0; i < cells; ++i) {
        const double x = area.left() + (i + 0.5) / cells * area.width();
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
    if (!across) {
        const double thickness = flat.topPlane.height_mm - flat.bottomPlane.height_mm;
        p.setPen(c.ink);
        p.setFont(textFont(12.0, true));
        p.drawText(QRectF(area.right() + 12, (topLine + bottomLine) / 2 - 11, room, 22),
                   Qt::AlignLeft | Qt::AlignVCenter, quantity(thickness, Unit::Length, document_.units()));
    }
}

void PassStrip::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), c.board);
    if (pieceOf(document_, piece_) == nullptr) {
        return;
    }
    p.setRenderHint(QPainter::Antialiasing);
    const double high = height() - 80.0;
    const double wide = width() - 44.0 - 84.0; // the word of the thickness stands between
    profile(p, QRectF(22, 22, wide * 0.7, high), false, 72.0);
    profile(p, QRectF(22 + wide * 0.7 + 84.0, 22, wide * 0.3 - 8.0, high), true, 0.0);
    p.setFont(textFont(10.0));
    p.setPen(c.faint);
    if (slider_->isVisible()) {
        p.drawText(QRectF(22, height() - 56, 64, 22), Qt::AlignLeft | Qt::AlignVCenter, tr("rough"));
        p.drawText(QRectF(width() - 104.0, height() - 56, 90, 22), Qt::AlignLeft | Qt::AlignVCenter, tr("flat"));
    }
}

} // namespace burl::ui
