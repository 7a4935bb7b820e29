// What comes into a slab from files, and the tag that goes out.

#include "ui/ask_file.h"
#include "ui/yard/yard_bench.h"

#include <QFile>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>

#include "photo/true_scale.h"
#include "sheets/marker_cards.h"
#include "sheets/slab_tag.h"
#include "ui/files.h"
#include "ui/text.h"
#include "ui/theme.h"
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
    window->open(path);
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
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) {
        Q_EMIT message(tr("%1 could not be read: %2.").arg(name, file.errorString()));
        return;
    }
    if (path.endsWith(QLatin1String(".png"), Qt::CaseInsensitive)) {
        reading_ = {name, path, options};
        importRun_.readFace(file.readAll().toStdString(), face_);
        return;
    }
    reading_ = {name, path, options};
    importRun_.read(file.readAll().toStdString(), path.toStdString(), options);
}

void YardBench::takeInRead(const Expected<Imported>& in)
{
    const auto [name, path, options] = reading_; // a question of it may lead to another file
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
                ImportOptions again = options;
                again.swapSides = swap || options.swapSides;
                again.keepWhole = part || options.keepWhole;
                takeIn(path, again);
            }
            return;
        }
        Q_EMIT message(sentence);
        return;
    }
    if (document_.shop().slab(slab_) == nullptr) {
        newSlab();
    }
    Imported taken = *in;
    if (!askAboutDefects(taken)) {
        return;
    }
    const Slab& before = *document_.shop().slab(slab_);
    OldKept stays;
    if (taken.topOutline) {
        const OutlineFrame frame = outlineFrame(*taken.topOutline, knownOutline(before, Face::Top));
        Ring mapped;
        for (const Vec2 p : *taken.topOutline) {
            mapped.push_back(frame.map(p));
        }
        const auto asked = askWhatStays(panel_->window(), before, Face::Top, mapped);
        if (!asked) {
            return;
        }
        stays = *asked;
    }
    document_.editSlab(tr("Taken in from %1").arg(name), slab_, [&](Slab& s) {
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
    if (document_.shop().slab(slab_) == nullptr) {
        newSlab();
    }
    const OutlineFrame frame = outlineFrame(face->outline, knownOutline(*document_.shop().slab(slab_), face_));
    Ring mapped;
    for (const Vec2 p : face->outline) {
        mapped.push_back(frame.map(p));
    }
    const auto stays = askWhatStays(panel_->window(), *document_.shop().slab(slab_), face_, mapped);
    if (!stays) {
        return;
    }
    const CutFace cut = cutTrueFace(*face, mapped, {frame.c, frame.s, frame.shift});
    FacePicture picture;
    picture.key = document_.keepPicture(faceBytes(cut.image).toStdString());
    picture.mm_per_px = cut.mm_per_px;
    picture.left_mm = cut.box.left;
    picture.top_mm = cut.box.top;
    const bool top = face_ == Face::Top;
    document_.editSlab(tr("Face from %1").arg(name), slab_, [&](Slab& s) {
        forgetOld(s, face_, *stays);
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
