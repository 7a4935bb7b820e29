// What comes into a slab from files, and the tag that goes out.

#include "ui/yard/yard_bench.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>
#include <QSaveFile>

#include "sheets/slab_tag.h"
#include "ui/text.h"
#include "ui/theme.h"
#include "ui/yard/photo_window.h"

namespace burl::ui
{

void YardBench::takeInPhoto()
{
    const QString path = QFileDialog::getOpenFileName(panel_->window(), tr("Photo of the slab, with four markers"),
                                                      QString(), tr("Pictures (*.jpg *.jpeg *.png *.tif *.tiff)"));
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
    const QString path =
        QFileDialog::getOpenFileName(panel_->window(), tr("Readings or outline of the slab"), QString(),
                                     tr("Drawings, tables, scans (*.svg *.dxf *.csv *.txt *.ply *.xyz *.json)"));
    if (!path.isEmpty()) {
        takeIn(path, {});
    }
}

void YardBench::takeIn(const QString& path, const ImportOptions& options)
{
    const QString name = QFileInfo(path).fileName();
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) {
        Q_EMIT says(tr("%1 could not be read: %2.").arg(name, file.errorString()));
        return;
    }
    const auto in = importBytes(file.readAll().toStdString(), path.toStdString(), options);
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
        Q_EMIT says(sentence);
        return;
    }
    if (document_.shop().slab(slab_) == nullptr) {
        newSlab();
    }
    document_.editSlab(tr("Taken in from %1").arg(name), slab_, [&](Slab& s) { burl::takeIn(s, *in); });
    QStringList words{tr("%1: %2 taken in.").arg(name, translated(in->kind))};
    for (const std::string& note : in->notes) {
        words << fromCore(note);
    }
    Q_EMIT says(words.join(QLatin1Char(' ')));
}

void YardBench::printTag()
{
    const auto slab = current();
    if (!slab) {
        return;
    }
    const QString path = QFileDialog::getSaveFileName(panel_->window(), tr("Print the tag"),
                                                      tr("tag-%1.pdf").arg(fromCore(slab->name)), tr("PDF (*.pdf)"));
    if (path.isEmpty()) {
        return;
    }
    const QByteArray pdf = slabTagPdf(*slab, document_.shop(), textFont().family(),
                                      [this](const std::string& key) { return document_.picture(key); });
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(pdf) != pdf.size() || !file.commit()) {
        Q_EMIT says(tr("%1 could not be written: %2. Choose another place.").arg(path, file.errorString()));
    } else {
        Q_EMIT says(tr("The tag of %1 is in %2.").arg(fromCore(slab->name), path));
    }
}

} // namespace burl::ui
