// The shop sheet as a PDF, its words read back with pdftotext.

#include <catch2/catch.hpp>

#include <QProcess>
#include <QTemporaryDir>

#include "core/measure/format.h"
#include "sheets/shop_sheet.h"
#include "sheets/slab_tag.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;

namespace
{

QString wordsOf(const QByteArray& pdf)
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

QString sheetOf(const Demo& demo, Paper paper = Paper::A4)
{
    return wordsOf(shopSheetPdf(demo.job, *demo.book.shop, demo.plan(), paper, QStringLiteral("Lato")));
}

} // namespace

TEST_CASE("the sheet says the job and the figures of the plan", "[sheet]")
{
    for (const int number : {1, 2}) {
        const Demo demo(number);
        const Plan plan = demo.plan();
        const QString words = sheetOf(demo);
        CHECK(words.contains(QString::fromStdString(demo.job.name)));
        for (const PlacedPiece& piece : plan.layup->pieces) {
            CHECK(words.contains(QString::fromStdString(piece.name)));
        }
        for (const char* key : {"rough_length", "thickness"}) {
            INFO(key);
            CHECK(
                words.contains(QString::fromStdString(formatParts(plan.figure(key).value(), Unit::Length, {}).number)));
        }
        for (const FastenerPlan& f : plan.move->fasteners) {
            if (f.slotted) {
                CHECK(words.contains(QString::fromStdString(formatParts(f.slot.value(), Unit::Length, {}).number)));
            }
        }
        CHECK_FALSE(words.contains(QStringLiteral("nan")));
        CHECK_FALSE(words.contains(QStringLiteral("{0}")));
    }
}

TEST_CASE("the sheet speaks the shop's units", "[sheet]")
{
    Demo demo(1);
    Habits habits = demo.book.shop->habits;
    habits.units.length = LengthStyle::FractionalInches;
    habits.units.volume = VolumeStyle::Quarts;
    demo.book = withHabits(demo.book, habits);
    const QString words = sheetOf(demo);
    CHECK(words.contains(QStringLiteral("106-5/16"))); // 2700 mm
    CHECK(words.contains(QStringLiteral("qt")));
    CHECK_FALSE(words.contains(QStringLiteral(" mm")));
}

TEST_CASE("slots that are not known are said so on paper", "[sheet]")
{
    Demo demo(1);
    demo.slab({3}, [](Slab& s) { s.species = "moonwood"; });
    const QString words = sheetOf(demo);
    CHECK(words.contains(QStringLiteral("not known")));
    CHECK_FALSE(words.contains(QStringLiteral("nan"), Qt::CaseInsensitive));
}

TEST_CASE("letter paper and A4 both hold the sheet on as few pages", "[sheet]")
{
    const Demo demo(2);
    const QString a4 = sheetOf(demo, Paper::A4);
    const QString letter = sheetOf(demo, Paper::Letter);
    CHECK(a4.count(QLatin1Char('\f')) == letter.count(QLatin1Char('\f')));
    CHECK(a4.count(QLatin1Char('\f')) == 1);
}

TEST_CASE("a job without slabs still makes a sheet that says what is missing", "[sheet]")
{
    Demo demo(1);
    demo.job.layup.pieces.clear();
    const QString words = sheetOf(demo);
    CHECK(words.contains(QString::fromStdString(demo.job.name)));
    CHECK_FALSE(words.contains(QStringLiteral("nan"), Qt::CaseInsensitive));
}

TEST_CASE("a tag's squares are dark in the corners that readers look for, with a quiet rim", "[sheet][tag]")
{
    const QImage squares = tagSquares({17});
    REQUIRE(squares.width() == squares.height());
    REQUIRE(squares.width() >= 21 + 8);
    const int n = squares.width();
    for (int i = 0; i < n; ++i) {
        for (int k = 0; k < 4; ++k) {
            CHECK(qGray(squares.pixel(i, k)) == 255);
            CHECK(qGray(squares.pixel(k, i)) == 255);
        }
    }
    // The three marks: a dark square of 7 with a light ring in it.
    for (const QPoint corner : {QPoint(4, 4), QPoint(n - 11, 4), QPoint(4, n - 11)}) {
        for (int i = 0; i < 7; ++i) {
            CHECK(qGray(squares.pixel(corner + QPoint(i, 0))) == 0);
            CHECK(qGray(squares.pixel(corner + QPoint(0, i))) == 0);
        }
        CHECK(qGray(squares.pixel(corner + QPoint(1, 1))) == 255);
        CHECK(qGray(squares.pixel(corner + QPoint(3, 3))) == 0);
    }
    CHECK(tagSquares({17}) == squares);
    CHECK_FALSE(tagSquares({18}) == squares);
}
