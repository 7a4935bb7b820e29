#pragma once
// What hands can do in the program, and how readings are taken: a page for the wall beside the machine.

#include <vector>

#include <QByteArray>
#include <QString>
#include <QStringList>

#include "sheets/shop_sheet.h"

namespace burl
{

/// Keys and gestures of one bench, or of the whole program: "M — turn the selected piece over".
struct KeyList {
    QString title;
    QStringList lines;
};

[[nodiscard]] QByteArray keySheetPdf(const std::vector<KeyList>& lists, Paper paper, const QString& family);

} // namespace burl
