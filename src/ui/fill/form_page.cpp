#include "ui/fill/form_page.h"

#include <algorithm>

#include <QPainter>

#include "core/figure/figure.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

FormPage::FormPage(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    named(this, QStringLiteral("formPage"), tr("Form"));
}

void FormPage::refresh()
{
    setAccessibleDescription(words().join(QStringLiteral("; ")));
    update();
}

QStringList FormPage::words() const
{
    if (document_.plan() == nullptr) {
        return {};
    }
    const PourPlan& pour = *document_.plan()->pour;
    const UnitChoice& units = document_.units();
    const auto mm = [&](double v) { return quantity(v, Unit::Length, units); };
    QStringList below; // what voids want below them and at the edge
    for (const FillItem& item : document_.plan()->fill->items) {
        if (item.river || item.seal || item.onTable.empty() || !(item.depth_mm > 0.0)) {
            continue;
        }
        constexpr double kRound_mm = 50.0; // of a backing board, beyond the hole
        const Box box = boundsOf(item.onTable);
        if (item.through || item.breaksThrough) {
            below << tr("below the %1: tape and a board, %2 × %3, bedded in sealant")
                         .arg(translated(item.name), mm(box.width() + 2.0 * kRound_mm),
                              mm(box.height() + 2.0 * kRound_mm));
        }
        if (item.shareInside < kWhole) {
            below << tr("at the edge, a dam across the %1, %2 high").arg(translated(item.name), mm(item.depth_mm));
        }
    }
    if (!pour.form && !below.isEmpty() && pour.formTrouble.empty()) {
        return below;
    }
    if (!pour.form) {
        return {pour.formTrouble.empty() ? tr("no river: voids want tape and a board below, bedded in sealant")
                                         : translated(pour.formTrouble)};
    }
    const Form& f = *pour.form;
    constexpr double kSquare_mm2 = 1e6;
    const QString over = quantity(f.waste * 100.0, Unit::Percent, units);
    QStringList out{tr("inside %1 × %2, sides %3 high").arg(mm(f.insideLong_mm), mm(f.insideWide_mm), mm(f.high_mm)),
                    f.sheets == 1 ? tr("1 sheet, %1 of it left over").arg(over)
                                  : tr("%1 sheets, %2 of them left over").arg(QString::number(f.sheets), over),
                    tr("tape %1, sealant %2 cartridges, release over %3")
                        .arg(mm(f.tape_mm), QString::number(f.cartridges),
                             quantity(f.release_m2 * kSquare_mm2, Unit::Area, units))};
    if (f.joints > 0) {
        out << tr("%1 joints, %2 straps across them").arg(f.joints).arg(f.straps);
    }
    for (const Floating& piece : pour.floating) {
        if (piece.clamps > 0) {
            out << tr("%1: %2 clamps, floats from %3 on")
                       .arg(fromCore(piece.name))
                       .arg(piece.clamps)
                       .arg(mm(piece.floats_mm));
        }
    }
    if (pour.benchLoad) {
        out << tr("the bench carries %1").arg(quantity(pour.benchLoad, units));
    }
    return out + below;
}

void FormPage::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Palette& c = colours();
    const QStringList lines = words();
    constexpr double kWords_px = 320.0;
    constexpr double kLine_px = 20.0;
    p.setFont(textFont(10.5));
    p.setPen(c.ink);
    double y = 2.0;
    for (const QString& line : lines) {
        const QRectF box(22.0, y, kWords_px, 400.0);
        const QRectF used = p.boundingRect(box, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, line);
        p.drawText(box, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, line);
        y += std::max(kLine_px, used.height() + 3.0);
    }
    if (document_.plan() == nullptr || !document_.plan()->pour->form || document_.job() == nullptr) {
        return;
    }
    const Form& form = *document_.plan()->pour->form;
    const FormChoices& sheet = document_.job()->fill.form;
    const QRectF room(kWords_px + 40.0, 4.0, width() - kWords_px - 62.0, height() - 10.0);
    const double gap = 14.0;
    const double scale =
        std::min((room.width() - gap * (double(form.sheets) - 1.0)) / (double(form.sheets) * sheet.sheetLong_mm),
                 room.height() / sheet.sheetWide_mm);
    if (!(scale > 0.0)) {
        return;
    }
    for (size_t s = 0; s < form.sheets; ++s) {
        const QRectF whole(room.left() + double(s) * (sheet.sheetLong_mm * scale + gap), room.top(),
                           sheet.sheetLong_mm * scale, sheet.sheetWide_mm * scale);
        p.setPen(QPen(c.faint, 1.0, Qt::DashLine));
        p.setBrush(c.field);
        p.drawRect(whole);
        for (const FormBoardPiece& piece : form.pieces) {
            if (piece.sheet != s) {
                continue;
            }
            const QRectF box(whole.left() + piece.x_mm * scale, whole.top() + piece.y_mm * scale, piece.long_mm * scale,
                             piece.wide_mm * scale);
            p.setPen(QPen(c.ink, 1.2));
            p.setBrush(c.shelf);
            p.drawRect(box);
            p.setFont(textFont(9.0));
            const QString text = translated(piece.name) + QStringLiteral("  ") +
                                 quantity(piece.long_mm, Unit::Length, document_.units()) + QStringLiteral(" × ") +
                                 quantity(piece.wide_mm, Unit::Length, document_.units());
            if (box.height() > 12.0) {
                p.drawText(box.adjusted(4, 0, -2, 0), Qt::AlignLeft | Qt::AlignVCenter,
                           p.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(box.width()) - 6));
            }
        }
    }
}

} // namespace burl::ui
