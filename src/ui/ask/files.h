#pragma once
// Writing what the maker asked for: whole or not at all.

#include <QByteArray>
#include <QCoreApplication>
#include <QLocale>
#include <QSaveFile>
#include <QString>

#include "sheets/shop_sheet.h"

namespace burl::ui
{

/// Writes the bytes and gives the sentence to say: `done`, or why not.
[[nodiscard]] inline QString written(const QString& path, const QByteArray& bytes, const QString& done)
{
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size() || !file.commit()) {
        return QCoreApplication::translate("Files", "%1 could not be written: %2. Choose another place.")
            .arg(path, file.errorString());
    }
    return done;
}

/// The paper of the country.
[[nodiscard]] inline Paper usualPaper()
{
    return QLocale().measurementSystem() == QLocale::ImperialUSSystem ? Paper::Letter : Paper::A4;
}

} // namespace burl::ui
