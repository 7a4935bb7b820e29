// What comes into a slab from files, and the tag that goes out.

#include "exchange/bytes.h"
#include "ui/ask/ask_file.h"
#include "ui/yard/yard_bench.h"

#include <QFile>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>

#include "photo/true_scale.h"
#include "sheets/marker_cards.h"
#include "sheets/slab_tag.h"
#include "ui/ask/files.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/yard/face_change.h"
#include "ui/yard/photo_window.h"

namespace burl::ui
{

void YardBench::takeInPhoto()
{
    const QString path =
        askWhich(panel_->window(), {QStringLiteral("photo"), tr("Photo of the slab, with four markers"),
                                    tr("Pictures (*.jpg *.jpeg *.heic *.heif *.webp *.png *.tif *.tiff)")});
    if (path.isEmpty() || document_.shop().slab(slab_) == nullptr) {
        return;
    }
    auto* window = new PhotoWindow(document_, slab_, panel_->window());
    window->setAttribute(Qt::WA_DeleteOnClose);
    connect(window, &PhotoWindow::taken, this, &YardBench::slabWanted);
    window->show();
    window->openPhoto(path);
}

void YardBench::takeInFile()
{
    const QString path = askWhich(
        panel_->window(),
        {QStringLiteral("readings"), tr("Readings or outline of the slab"),
         tr("Drawings, tables, scans, faces at true scale (*.svg *.dxf *.csv *.txt *.ply *.xyz *.json *.png)")});
    if (!path.isEmpty()) {
        takeIn(path, {});
    }
}

void YardBench::takeIn(const QString& path, const ImportOptions& options)
{
    const QString name = QFileInfo(path).fileName();
    auto bytes = bytesOf(QFile::encodeName(path).toStdString());
    if (!bytes) {
        Q_EMIT message(fromCore(bytes.error().sentence));
        return;
    }
    reading_ = {name, path, options, current() != nullptr ? slab_ : SlabId{}, face_};
    read(std::move(*bytes));
}

void YardBench::read(std::string bytes)
{
    if (reading_.path.endsWith(QLatin1String(".png"), Qt::CaseInsensitive)) {
        importRun_.readFace(std::move(bytes), reading_.face);
    } else {
        importRun_.read(std::move(bytes), reading_.path.toStdString(), reading_.options);
    }
}

std::optional<SlabId> YardBench::takingIn()
{
    if (reading_.slab.value == 0) {
        newSlab();
        return slab_;
    }
    if (document_.shop().slab(reading_.slab) == nullptr) {
        Q_EMIT message(tr("%1 was read, but its slab is no longer in the book.").arg(reading_.name));
        return std::nullopt;
    }
    return reading_.slab;
}

void YardBench::takeInRead(const Expected<Imported>& in)
{
    const Reading reading = reading_; // a question of it may lead to another file
    const QString& name = reading.name;
    if (!in) {
        const std::string& code = in.error().code;
        const QString sentence = name + QStringLiteral(", ") + fromCore(in.error().sentence);
        // What can be mended is offered; what cannot is said, and the slab stays as it was.
        const bool swap = code == "import.swapped";
        const bool part = code == "import.cut_short" && sentence.contains(QStringLiteral("whole points"));
        if (swap || part) {
            QMessageBox box(QMessageBox::NoIcon, tr("Take it in so?"), sentence, QMessageBox::Cancel, panel_->window());
            box.setObjectName(QStringLiteral("importOffer"));
            const QPushButton* yes = box.addButton(swap ? tr("Swap them and take it in") : tr("Take the whole points"),
                                                   QMessageBox::AcceptRole);
            box.exec();
            if (box.clickedButton() == yes) {
                auto bytes = bytesOf(QFile::encodeName(reading.path).toStdString());
                if (!bytes) {
                    Q_EMIT message(fromCore(bytes.error().sentence));
                    return;
                }
                reading_ = reading; // for the same slab
                reading_.options.swapSides = swap || reading.options.swapSides;
                reading_.options.keepWhole = part || reading.options.keepWhole;
                read(std::move(*bytes));
            }
            return;
        }
        Q_EMIT message(sentence);
        return;
    }
    Imported taken = *in;
    if (!askAboutDefects(taken)) {
        return;
    }
    const auto id = takingIn();
    if (!id) {
        return;
    }
    OldKept stays;
    if (taken.topOutline) {
        const Slab before = *document_.shop().slab(*id);
        const Ring mapped = outlineFrame(*taken.topOutline, knownOutline(before, Face::Top)).map(*taken.topOutline);
        const auto asked = askWhatStays(panel_->window(), before, Face::Top, mapped);
        if (!asked) {
            return;
        }
        stays = *asked;
    }
    document_.editSlab(tr("Taken in from %1").arg(name), *id, [&](Slab& s) {
        forgetOld(s, Face::Top, stays);
        burl::takeIn(s, taken);
    });
    QStringList words{tr("%1: %2 taken in.").arg(name, translated(in->kind))};
    for (const std::string& note : in->notes) {
        words << fromCore(note);
    }
    Q_EMIT message(words.join(QLatin1Char(' ')));
}

bool YardBench::askAboutDefects(Imported& in)
{
    if (in.features.empty()) {
        return true;
    }
    const QString many =
        counted(in.features.size(), tr("One defect came with the drawing."), tr("%1 defects came with the drawing."));
    QMessageBox box(QMessageBox::NoIcon, tr("Defects of the drawing"),
                    tr("%1 What is to become of it? Each can be changed afterwards under Features.").arg(many),
                    QMessageBox::Cancel, panel_->window());
    box.setObjectName(QStringLiteral("defectsAsked"));
    const std::pair<QString, Intention> ways[] = {
        {tr("Fill"), Intention::Fill}, {tr("Cut off"), Intention::CutOff}, {tr("Keep"), Intention::Keep}};
    std::vector<std::pair<const QAbstractButton*, Intention>> buttons;
    for (const auto& [word, intention] : ways) {
        buttons.emplace_back(box.addButton(word, QMessageBox::AcceptRole), intention);
    }
    box.exec();
    for (const auto& [button, intention] : buttons) {
        if (box.clickedButton() == button) {
            for (Feature& f : in.features) {
                f.intention = intention;
            }
            return true;
        }
    }
    return false;
}

void YardBench::takeInPicture(const Expected<TrueFace>& face)
{
    const QString name = reading_.name;
    if (!face) {
        Q_EMIT message(name + QStringLiteral(", ") + fromCore(face.error().sentence));
        return;
    }
    const auto id = takingIn();
    if (!id) {
        return;
    }
    const Face seen = reading_.face;
    const Slab before = *document_.shop().slab(*id);
    const OutlineFrame frame = outlineFrame(face->outline, knownOutline(before, seen));
    const Ring mapped = frame.map(face->outline);
    const auto stays = askWhatStays(panel_->window(), before, seen, mapped);
    if (!stays) {
        return;
    }
    const CutFace cut = cutTrueFace(*face, mapped, {frame.c, frame.s, frame.shift});
    FacePicture picture;
    picture.key = document_.keepPicture(faceBytes(cut.image).toStdString());
    picture.mm_per_px = cut.mm_per_px;
    picture.left_mm = cut.box.left;
    picture.top_mm = cut.box.top;
    const bool top = seen == Face::Top;
    document_.editSlab(tr("Face from %1").arg(name), *id, [&](Slab& s) {
        forgetOld(s, seen, *stays);
        (top ? s.topDrawn : s.bottomDrawn) = mapped;
        (top ? s.topPicture : s.bottomPicture) = picture;
    });
    Q_EMIT message(top ? tr("%1 is the top face now.").arg(name) : tr("%1 is the bottom face now.").arg(name));
}

void YardBench::printCards()
{
    const QString path =
        askWhereTo(panel_->window(), {QStringLiteral("cards"), tr("Export the cards for photos"), tr("PDF (*.pdf)")},
                   tr("cards-for-photos.pdf"));
    if (!path.isEmpty()) {
        Q_EMIT message(
            written(path, markerCardsPdf(usualPaper(), textFont().family()), tr("The cards are in %1.").arg(path)));
    }
}

void YardBench::printTag()
{
    const auto slab = current();
    if (!slab) {
        return;
    }
    const QString path = askWhereTo(panel_->window(), {QStringLiteral("tag"), tr("Export the tag"), tr("PDF (*.pdf)")},
                                    tr("tag-%1.pdf").arg(fromCore(slab->name)));
    if (path.isEmpty()) {
        return;
    }
    const QByteArray pdf = slabTagPdf(*slab, document_.shop(), textFont().family(),
                                      [this](const std::string& key) { return document_.picture(key); });
    Q_EMIT message(written(path, pdf, tr("The tag of %1 is in %2.").arg(fromCore(slab->name), path)));
}

} // namespace burl::ui
