// What the window takes in and hands out: jobs, sheets, the list of keys.

#include <QInputDialog>
#include <QLineEdit>
#include <QMessageBox>
#include <QPushButton>

#include "core/layup/layup_edit.h"
#include "core/router/methods.h"
#include "core/shop/edit.h"
#include "exchange/job_file.h"
#include "exchange/merge.h"
#include "sheets/base_sheet.h"
#include "sheets/cut_sheet.h"
#include "sheets/drilling_map.h"
#include "sheets/flatten_card.h"
#include "sheets/key_sheet.h"
#include "sheets/pour_card.h"
#include "sheets/shop_sheet.h"
#include "sheets/surface_card.h"
#include "ui/ask/ask_file.h"
#include "ui/ask/files.h"
#include "ui/ask/new_job.h"
#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/picture/picture_window.h"
#include "ui/window/main_window.h"
#include "ui/window/sill.h"

namespace burl::ui
{

void MainWindow::newJob()
{
    const auto asked = askNewJob(this);
    if (!asked) {
        return;
    }
    Job job;
    job.fill.sealCoat = true; // as is done; files of before have none
    job.id = freeJobId(document_.book());
    job.name = asked->name.toStdString();
    job = withTopKind(job, asked->kind);
    job.started = document_.today();
    job.flatten.method = flattenMethods().front();
    const JobId id = job.id;
    document_.apply(tr("New job"), withJob(document_.book(), std::move(job)));
    document_.showJob(id);
    showBench(document_.shop().slabs.empty() ? QStringLiteral("yard") : QStringLiteral("layup"));
}

void MainWindow::renameJob()
{
    bool ok = false;
    const QString name = QInputDialog::getText(this, tr("Rename"), tr("What is it called?"), QLineEdit::Normal,
                                               fromCore(document_.job()->name), &ok);
    if (ok && !name.trimmed().isEmpty()) {
        document_.edit(tr("Rename"), [&](Job& j) { j.name = name.trimmed().toStdString(); });
    }
}

void MainWindow::removeJob()
{
    const QString name = fromCore(document_.job()->name);
    document_.apply(tr("Delete a job"), withoutJob(document_.book(), document_.job()->id));
    sill_->say(tr("%1 is deleted; Ctrl+Z brings it back.").arg(name));
}

void MainWindow::exportJob()
{
    const QString path = askWhereTo(this, {QStringLiteral("job"), tr("Export a job"), tr("Young Burl job (*.json)")},
                                    fromCore(document_.job()->name) + QStringLiteral(".json"));
    if (path.isEmpty()) {
        return;
    }
    sill_->say(written(path, QByteArray::fromStdString(writeJobFile(*document_.job(), document_.shop())),
                       tr("The job is in %1.").arg(path)));
}

void MainWindow::importJob()
{
    const QString path = askWhich(this, {QStringLiteral("job"), tr("Import a job"), tr("Young Burl job (*.json)")});
    if (path.isEmpty()) {
        return;
    }
    jobFile_.read(path);
}

void MainWindow::takeInJob(const JobFile& file, const QString& path)
{
    const Merged merged = mergedInto(document_.book(), file);
    document_.apply(tr("Import a job"), merged.book);
    document_.showJob(merged.job);
    if (!file.notes.empty()) {
        QStringList notes;
        for (const std::string& note : file.notes) {
            notes << fromCore(note);
        }
        sill_->say(
            tr("%1 is imported, but not all of it is understood: %2").arg(path, notes.join(QStringLiteral(" · "))));
    }
}

void MainWindow::say(const QString& sentence)
{
    sill_->say(sentence);
}

void MainWindow::printSheet()
{
    if (document_.job() == nullptr) {
        return;
    }
    const QString path = askWhereTo(this, {QStringLiteral("sheet"), tr("Export the shop sheet"), tr("PDF (*.pdf)")},
                                    fromCore(document_.job()->name) + QStringLiteral(".pdf"));
    if (path.isEmpty()) {
        return;
    }
    const QByteArray pdf =
        shopSheetPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family(),
                     [this](const std::string& key) { return document_.picture(key); });
    const QString done = tr("The sheet is in %1.").arg(path);
    const QString said = written(path, pdf, done);
    if (said == done) {
        document_.edit(tr("Sheet exported"), [this](Job& j) { j.sheetMade = document_.today(); });
    }
    sill_->say(said);
}

void MainWindow::printCutSheet()
{
    if (const QString path = askForPdf(tr("Export the cut sheet"), tr("cut-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path, cutSheetPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The cut sheet is in %1.").arg(path)));
    }
}

void MainWindow::printFlattenCard()
{
    if (const QString path = askForPdf(tr("Export the flattening card"), tr("flattening-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            flattenCardPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The flattening card is in %1.").arg(path)));
    }
}

void MainWindow::printPourCard()
{
    if (const QString path = askForPdf(tr("Export the pour card"), tr("pours-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path, pourCardPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The pour card is in %1.").arg(path)));
    }
}

void MainWindow::printDrillingMap()
{
    if (const QString path = askForPdf(tr("Export the drilling map"), tr("drilling-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            drillingMapPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The drilling map is in %1.").arg(path)));
    }
}

void MainWindow::printBaseSheet()
{
    if (const QString path = askForPdf(tr("Export the base sheet"), tr("base-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            baseSheetPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The base sheet is in %1.").arg(path)));
    }
}

void MainWindow::printPackingList()
{
    if (const QString path = askForPdf(tr("Export the packing list"), tr("packing-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            packingListPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The packing list is in %1.").arg(path)));
    }
}

void MainWindow::printSurfaceCard()
{
    if (const QString path = askForPdf(tr("Export the surface card"), tr("surface-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            surfaceCardPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The surface card is in %1.").arg(path)));
    }
}

void MainWindow::printCareSheet()
{
    if (const QString path = askForPdf(tr("Export the care sheet"), tr("care-%1.pdf")); !path.isEmpty()) {
        sill_->say(written(
            path,
            careSheetPdf(*document_.job(), document_.shop(), *document_.plan(), usualPaper(), textFont().family()),
            tr("The care sheet is in %1.").arg(path)));
    }
}

void MainWindow::showPicture()
{
    if (picture_ == nullptr) {
        picture_ = new PictureWindow(document_, this);
        connect(picture_, &PictureWindow::message, sill_, &Sill::say);
    }
    picture_->open();
}

QString MainWindow::askForPdf(const QString& title, const QString& name)
{
    return document_.job() == nullptr ? QString()
                                      : askWhereTo(this, {QStringLiteral("sheet"), title, tr("PDF (*.pdf)")},
                                                   name.arg(fromCore(document_.job()->name)));
}

void MainWindow::showKeys()
{
    const KeyList everywhere{
        tr("Everywhere"),
        {tr("Ctrl+Enter — do what comes next"), tr("Alt+1 to Alt+%1 — benches").arg(benches_.size()),
         tr("Tab — to the next field; Enter — take what was typed, press a button"),
         tr("Ctrl+Z, Shift+Ctrl+Z — undo, redo"), tr("Ctrl+P — the shop sheet as PDF"),
         tr("F6 — the table in three dimensions"),
         tr("Ctrl+F — find a slab; in the rack L lays it in, Delete puts it back"), tr("? — this list")}};
    QStringList lines = bench_->keys();
    lines << QString() << everywhere.lines;
    QMessageBox box(QMessageBox::NoIcon, tr("Keys of %1").arg(bench_->name()), lines.join(QLatin1Char('\n')),
                    QMessageBox::Close, this);
    QPushButton* sheet = box.addButton(tr("all benches as PDF…"), QMessageBox::ActionRole);
    sheet->setObjectName(QStringLiteral("keySheet"));
    box.setObjectName(QStringLiteral("keysBox"));
    box.exec();
    if (box.clickedButton() != sheet) {
        return;
    }
    std::vector<KeyList> lists{everywhere};
    for (const auto& bench : benches_) {
        lists.push_back({bench->name(), bench->keys()});
    }
    const QString path = askWhereTo(this, {QStringLiteral("sheet"), tr("Export hands and keys"), tr("PDF (*.pdf)")},
                                    tr("hands-and-keys.pdf"));
    if (!path.isEmpty()) {
        sill_->say(
            written(path, keySheetPdf(lists, usualPaper(), textFont().family()), tr("The list is in %1.").arg(path)));
    }
}

} // namespace burl::ui
