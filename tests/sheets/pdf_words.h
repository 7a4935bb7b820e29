#pragma once
// The words of a PDF, read back with pdftotext.

#include <catch2/catch.hpp>

#include <QByteArray>
#include <QFile>
#include <QProcess>
#include <QRegularExpression>
#include <QString>
#include <QTemporaryDir>

namespace burl::test
{

inline QString wordsOf(const QByteArray& pdf)
{
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("sheet.pdf"));
    QFile file(path);
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write(pdf);
    file.close();
    QProcess read;
    read.start(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), path, QStringLiteral("-")});
    REQUIRE(read.waitForFinished());
    REQUIRE(read.exitCode() == 0);
    // Ligatures of the typeface are taken apart again.
    return QString::fromUtf8(read.readAllStandardOutput()).normalized(QString::NormalizationForm_KC);
}

/// A figure that is none, or a word that was never filled in.
inline bool hasHoles(const QString& words)
{
    static const QRegularExpression hole(QStringLiteral(R"(\b(nan|inf)\b|\{\d\}|%\d)"),
                                         QRegularExpression::CaseInsensitiveOption);
    return words.contains(hole);
}

} // namespace burl::test
