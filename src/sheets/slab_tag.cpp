#include "sheets/slab_tag.h"

#include <memory>

#include <QBuffer>
#include <QCoreApplication>
#include <QPainter>
#include <QPdfWriter>

#include <qrencode.h>

#include "core/measure/format.h"
#include "core/shop/outline.h"
#include "core/yard/search.h"
#include "core/yard/slab_card.h"
#include "drawing/scene.h"
#include "sheets/page.h"

namespace burl
{

using sheets::tr;

namespace
{

constexpr double kWide_mm = 105.0;
constexpr double kHigh_mm = 74.0;
constexpr double kRim_mm = 5.0;
constexpr double kCode_mm = 27.0;
constexpr int kQuiet = 4; // squares of white round the code, as its standard asks
constexpr int kDotsPerInch = 600;

QStringList linesOf(const Slab& slab, const Shop& shop)
{
    const UnitChoice& units = shop.habits.units;
    const auto say = [&units](double v, Unit unit) { return QString::fromStdString(formatQuantity(v, unit, units)); };
    QStringList lines;
    const SlabCard card = slabCard(slab, shop, nullptr, 0);
    QStringList size;
    for (const Entry& e : card.figures) {
        if (e.figure.node().key == "slab_length" || e.figure.node().key == "slab_width") {
            size << say(e.figure.value(), Unit::Length);
        }
    }
    if (slab.thickness_mm) {
        size << say(*slab.thickness_mm, Unit::Length);
    }
    lines << (size.isEmpty() ? tr("not measured") : size.join(QStringLiteral(" × ")));
    QStringList state;
    state << (slab.mc_pct ? tr("MC %1").arg(say(*slab.mc_pct, Unit::Percent)) : tr("MC not metered"));
    if (slab.weighed_kg) {
        state << say(*slab.weighed_kg, Unit::Mass);
    } else if (card.mass) {
        state << tr("about %1").arg(say(card.mass.value(), Unit::Mass));
    }
    lines << state.join(QStringLiteral("   "));
    QStringList origin;
    if (const Log* log = shop.log(slab.log)) {
        origin << (slab.sequence > 0 ? tr("log %1, %2 from the top")
                                           .arg(QString::fromStdString(log->name), QString::number(slab.sequence))
                                     : tr("log %1").arg(QString::fromStdString(log->name)));
    }
    if (slab.price) {
        origin << tr("price %1").arg(say(*slab.price, Unit::Money));
    }
    if (!origin.isEmpty()) {
        lines << origin.join(QStringLiteral("   "));
    }
    if (!slab.where.empty()) {
        lines << QString::fromStdString(slab.where);
    }
    return lines;
}

} // namespace

QImage tagSquares(SlabId id)
{
    const std::unique_ptr<QRcode, decltype(&QRcode_free)> code(
        QRcode_encodeString(tagCode(id).c_str(), 0, QR_ECLEVEL_Q, QR_MODE_8, 1), &QRcode_free);
    if (!code) {
        return {};
    }
    QImage squares(code->width + 2 * kQuiet, code->width + 2 * kQuiet, QImage::Format_Grayscale8);
    squares.fill(Qt::white);
    for (int y = 0; y < code->width; ++y) {
        for (int x = 0; x < code->width; ++x) {
            if ((code->data[y * code->width + x] & 1U) != 0U) {
                squares.scanLine(y + kQuiet)[x + kQuiet] = 0;
            }
        }
    }
    return squares;
}

QByteArray slabTagPdf(const Slab& slab, const Shop& shop, const QString& family, const PictureSource& pictures)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter pdf(&buffer);
    pdf.setResolution(kDotsPerInch);
    pdf.setPageSize(QPageSize(QSizeF(kWide_mm, kHigh_mm), QPageSize::Millimeter));
    pdf.setPageMargins(QMarginsF(kRim_mm, kRim_mm, kRim_mm, kRim_mm), QPageLayout::Millimeter);
    pdf.setTitle(tr("Tag of %1").arg(QString::fromStdString(slab.name)));
    QPainter painter(&pdf);
    const Page page(painter, kDotsPerInch / kInch_mm, kWide_mm - 2 * kRim_mm, kHigh_mm - 2 * kRim_mm, family);

    page.text(0.0, -1.0, page.width() - kCode_mm, QString::fromStdString(slab.name), 34.0, true);
    const Species* species = shop.speciesOf(slab);
    page.text(0.0, 15.0, page.width() - kCode_mm - 2.0,
              species != nullptr ? QCoreApplication::translate("core", species->name.c_str()) : tr("species not known"),
              13.0, true);
    double y = 21.5;
    for (const QString& line : linesOf(slab, shop)) {
        page.text(0.0, y, y < kCode_mm ? page.width() - kCode_mm - 2.0 : page.width(), line, 11.0);
        y += 5.2;
    }

    // The code without smoothing: its squares must stay squares.
    const QImage squares = tagSquares(slab.id);
    const QRectF place = page.dots(page.width() - kCode_mm, 0.0, kCode_mm, kCode_mm);
    painter.setPen(Qt::NoPen);
    painter.setBrush(Qt::black);
    for (int j = 0; j < squares.height(); ++j) {
        for (int i = 0; i < squares.width(); ++i) {
            if (squares.constScanLine(j)[i] == 0) {
                painter.drawRect(QRectF(place.left() + i * place.width() / squares.width(),
                                        place.top() + j * place.height() / squares.height(),
                                        place.width() / squares.width(), place.height() / squares.height()));
            }
        }
    }
    painter.setPen(Qt::black);
    page.text(page.width() - kCode_mm, kCode_mm - 1.5, kCode_mm, QString::fromStdString(tagCode(slab.id)), 10.0, false,
              Qt::AlignHCenter);

    if (const auto outline = outlineOf(slab, Face::Top)) {
        WoodCache wood(2.0);
        wood.setPictures(pictures);
        const QRectF area = page.dots(0.0, 45.0, page.width(), page.height() - 45.0);
        paintSlab(painter, BoardView::fitted(boundsOf(outline->ring()), area), std::make_shared<const Slab>(slab),
                  Face::Top, wood, dayPalette());
    }
    painter.end();
    buffer.close();
    return bytes;
}

} // namespace burl
