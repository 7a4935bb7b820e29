#include "ui/yard/face_change.h"

#include <algorithm>
#include <cmath>

#include <QCheckBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "core/geometry/ring.h"
#include "core/shop/outline.h"
#include "drawing/scene.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kAlike = 0.15; // by which two faces of one slab differ in area at most, most of the time

Ring ringOf(const Slab& slab, Face face)
{
    const auto outline = outlineOf(slab, face);
    return outline ? outline->ring() : Ring{};
}

bool otherKnown(const Slab& slab)
{
    return slab.bottom || slab.bottomDrawn || slab.bottomPicture;
}

size_t featuresOn(const Slab& slab, Face face)
{
    return static_cast<size_t>(
        std::count_if(slab.features.begin(), slab.features.end(), [face](const Feature& f) { return f.face == face; }));
}

/// The old outline dashed, the new one drawn through, the old features where they lie.
class Outlines : public QWidget
{
public:
    Outlines(QWidget* parent, const Slab& slab, Face face, Ring fresh)
        : QWidget(parent), old_(ringOf(slab, face)), fresh_(std::move(fresh))
    {
        named(this, QStringLiteral("bothOutlines"), tr("The old outline dashed, the new one drawn through"));
        setMinimumSize(560, 190);
        for (const Feature& f : slab.features) {
            if (f.face == face && !f.points.empty()) {
                places_.push_back(f.points.size() > 2 ? centroid(f.points) : f.points.front());
            }
        }
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        p.fillRect(rect(), colours().board);
        Ring all = old_;
        all.insert(all.end(), fresh_.begin(), fresh_.end());
        const BoardView view = BoardView::fitted(boundsOf(all), QRectF(rect()).adjusted(14, 14, -14, -14));
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(colours().lead, 1.4, Qt::DashLine));
        p.drawPolygon(view.toPixel(old_));
        p.setPen(QPen(colours().ink, 2.0));
        p.drawPolygon(view.toPixel(fresh_));
        p.setPen(QPen(colours().mark, 1.6));
        for (const Vec2 at : places_) {
            p.drawEllipse(view.toPixel(at), 4.0, 4.0);
        }
    }

private:
    Ring old_;
    Ring fresh_;
    std::vector<Vec2> places_;
};

} // namespace

std::optional<OldKept> askWhatStays(QWidget* parent, const Slab& before, Face face, const Ring& fresh)
{
    const size_t features = featuresOn(before, face);
    const bool heights = (face == Face::Top ? before.topHeights : before.bottomHeights).has_value();
    const bool other = face == Face::Top && otherKnown(before);
    const Ring old = ringOf(before, face);
    if (old.empty() || (features == 0 && !heights && !other)) {
        return OldKept{};
    }
    QDialog dialog(parent);
    dialog.setObjectName(QStringLiteral("faceChange"));
    dialog.setWindowTitle(QObject::tr("%1 gets another outline").arg(fromCore(before.name)));
    auto* column = new QVBoxLayout(&dialog);
    auto* words =
        new QLabel(QObject::tr("Dashed the outline as it was, drawn through the new one. What was measured on "
                               "the old one: does it stay?"),
                   &dialog);
    words->setWordWrap(true);
    column->addWidget(named(words, QStringLiteral("faceChangeWords"), words->text()));
    column->addWidget(new Outlines(&dialog, before, face, fresh));
    const auto box = [&](const char* name, const QString& text, bool there, bool on) {
        auto* check = named(new QCheckBox(text, &dialog), QString::fromLatin1(name), text);
        check->setChecked(on);
        check->setVisible(there);
        column->addWidget(check);
        return check;
    };
    const bool inside = std::all_of(before.features.begin(), before.features.end(), [&](const Feature& f) {
        return f.face != face || f.points.empty() || contains(fresh, f.points.front());
    });
    auto* keepFeatures = box("keepFeatures",
                             counted(features, QObject::tr("the one feature drawn on it stays where it lies"),
                                     QObject::tr("the %1 features drawn on it stay where they lie")),
                             features > 0, inside);
    auto* keepHeights = box("keepHeights", QObject::tr("the heights read on it stay"), heights, true);
    const double area = area_mm2(std::span<const Vec2>(fresh));
    const double under = area_mm2(std::span<const Vec2>(ringOf(before, Face::Bottom)));
    auto* keepOther = box("keepOther",
                          QObject::tr("the underside stays as it was measured; else it follows the new "
                                      "outline and the bevel"),
                          other, std::abs(under - area) < kAlike * area);
    auto* buttons = new QDialogButtonBox(&dialog);
    auto* yes = looking(buttons->addButton(QObject::tr("take the new outline"), QDialogButtonBox::AcceptRole), "first");
    named(yes, QStringLiteral("takeOutline"), yes->text());
    buttons->addButton(QObject::tr("leave it as it was"), QDialogButtonBox::RejectRole);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    column->addWidget(buttons);
    if (dialog.exec() != QDialog::Accepted) {
        return std::nullopt;
    }
    return OldKept{keepFeatures->isChecked(), keepHeights->isChecked(), keepOther->isChecked() || !other};
}

void forgetOld(Slab& slab, Face face, const OldKept& kept)
{
    if (!kept.features) {
        for (size_t i = slab.features.size(); i-- > 0;) {
            if (slab.features[i].face == face) {
                slab.lastFeature = std::max(slab.lastFeature, slab.features[i].id);
                slab.features.erase(slab.features.begin() + static_cast<std::ptrdiff_t>(i));
            }
        }
    }
    if (!kept.heights) {
        (face == Face::Top ? slab.topHeights : slab.bottomHeights).reset();
    }
    if (!kept.otherFace && face == Face::Top) {
        slab.bottom.reset();
        slab.bottomDrawn.reset();
        slab.bottomPicture.reset();
    }
}

} // namespace burl::ui
