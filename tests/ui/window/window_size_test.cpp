// Nothing that is said may widen the window.

#include "ui/driver.h"

#include <QLabel>
#include <QPushButton>

#include "ui/layup/layup_tray.h"
#include "ui/look/elided_label.h"
#include "ui/look/text.h"
#include "ui/window/sill.h"

using namespace burl;
using test::Driver;

namespace
{

const QSize kLeast(1100, 680); // the program works from this size upwards

QString longSentence()
{
    return QStringLiteral("No slab of the yard gives this top, as ")
        .append(QStringLiteral("seventeen are too short and forty-one are too thin and ").repeated(12));
}

} // namespace

TEST_CASE("every bench fits into the least window, with every job", "[ui][size]")
{
    for (size_t job = 0; job < 6; ++job) {
        Driver d(QStringLiteral("yard"));
        d.document.showJob(d.document.book().jobs[job]->id);
        for (const char* bench : test::kBenches) {
            d.window.showBench(QString::fromLatin1(bench));
            d.window.resize(kLeast);
            QApplication::processEvents();
            CAPTURE(job, bench);
            const QSize least = d.window.minimumSizeHint();
            CAPTURE(least.width(), least.height());
            CHECK(least.width() <= kLeast.width());
            CHECK(least.height() <= kLeast.height());
            CHECK(d.window.size() == kLeast);
        }
    }
}

TEST_CASE("the longest sentence leaves the window as wide as it was", "[ui][size]")
{
    Driver d;
    d.window.resize(1280, 800);
    QApplication::processEvents();
    const int wide = d.window.minimumSizeHint().width();

    auto* sill = d.find<ui::Sill>("sill");
    sill->say(longSentence());
    Finding finding;
    finding.code = "test.long";
    finding.severity = Severity::Stop;
    finding.text = longSentence().toStdString();
    finding.remedy = longSentence().toStdString();
    sill->showFindings({finding}, d.document.units(), [](const Finding&) { return true; });
    d.find<ui::ElidedLabel>("threadText")->setWords(longSentence(), longSentence());
    d.find<ui::ElidedLabel>("trayWords")->setWords(longSentence());
    // What is cut stands whole in the tip. Looked at before an answer from the background shows the job's own findings.
    CHECK(d.find<QPushButton>("finding_test.long_remedy")->toolTip() == longSentence());
    CHECK(d.find<ui::ElidedLabel>("trayWords")->toolTip() == longSentence());
    QApplication::processEvents();
    CHECK(d.window.minimumSizeHint().width() == wide);
    CHECK(d.window.size() == QSize(1280, 800));
    // A job and a slab may be called anything.
    const QString name = QStringLiteral("Reading-room table of the old seminary, second floor ").repeated(3);
    d.document.edit(QStringLiteral("name"), [&](Job& j) { j.name = name.left(120).toStdString(); });
    d.document.editSlab(QStringLiteral("name"), d.job().layup.pieces.front().slab,
                        [&](Slab& s) { s.name = name.left(60).toStdString(); });
    for (const char* bench : test::kBenches) {
        d.window.showBench(QString::fromLatin1(bench));
        QApplication::processEvents();
        CAPTURE(bench);
        CHECK(d.window.size() == QSize(1280, 800));
    }
}
