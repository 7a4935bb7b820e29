#include "ui/ask/ask_file.h"

#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QRegularExpression>
#include <QSettings>
#include <QStandardPaths>

namespace burl::ui
{
namespace
{

QString keyOf(const FileAsked& asked)
{
    return QStringLiteral("folders/") + asked.kind;
}

QString folderOf(const FileAsked& asked)
{
    QString kept = QSettings().value(keyOf(asked)).toString();
    if (!kept.isEmpty() && QDir(kept).exists()) {
        return kept;
    }
    const QString documents = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation);
    return QDir(documents).exists() ? documents : QDir::homePath();
}

QString ask(QFileDialog& dialog, const FileAsked& asked, const QString& name = {})
{
    dialog.setObjectName(QStringLiteral("fileDialog"));
    dialog.setOption(QFileDialog::DontUseNativeDialog); // the program's own look, on every desktop
    dialog.setDirectory(folderOf(asked));
    if (!name.isEmpty()) {
        dialog.selectFile(name);
    }
    if (dialog.exec() != QDialog::Accepted || dialog.selectedFiles().isEmpty()) {
        return {};
    }
    QString path = dialog.selectedFiles().constFirst();
    QSettings().setValue(keyOf(asked), QFileInfo(path).absolutePath());
    return path;
}

} // namespace

QString askWhereTo(QWidget* parent, const FileAsked& asked, const QString& name)
{
    QFileDialog dialog(parent, asked.title, QString(), asked.filter);
    dialog.setAcceptMode(QFileDialog::AcceptSave);
    QString allowed = name;
    allowed.replace(QLatin1Char('/'), QLatin1Char('-')); // a job's name is no folder
    const QString path = ask(dialog, asked, allowed);
    static const QRegularExpression ending(QStringLiteral("\\*(\\.\\w+)"));
    const QString usual = ending.match(dialog.selectedNameFilter()).captured(1);
    return path.isEmpty() || !QFileInfo(path).suffix().isEmpty() ? path : path + usual;
}

QString askWhich(QWidget* parent, const FileAsked& asked)
{
    QFileDialog dialog(parent, asked.title, QString(), asked.filter);
    dialog.setFileMode(QFileDialog::ExistingFile);
    return ask(dialog, asked);
}

} // namespace burl::ui
