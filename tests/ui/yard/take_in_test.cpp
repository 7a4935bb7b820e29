// Slabs come in by photo and by file, with the hands on the real widgets.

#include <catch2/catch.hpp>

#include <QCheckBox>
#include <QFileDialog>
#include <QLabel>
#include <QMessageBox>
#include <QPushButton>
#include <QTimer>

#include "core/geometry/ring.h"
#include "core/shop/outline.h"
#include "support/shapes.h"
#include "support/truth.h"
#include "ui/dialogs.h"
#include "ui/driver.h"
#include "ui/hands.h"
#include "ui/yard/photo_view.h"
#include "ui/yard/photo_window.h"
#include "ui/yard/yard_bench.h"

using namespace burl;
using namespace burl::test;
using Catch::WithinAbs;

namespace
{

QString slabPath(const char* name)
{
    return QStringLiteral(BURL_TEST_DATA "/reference/slabs/") + QString::fromLatin1(name);
}

void waitFor(const std::function<bool()>& done)
{
    for (int i = 0; i < 3000 && !done(); ++i) {
        QTest::qWait(10);
    }
    REQUIRE(done());
}

void typeIn(QWidget* window, const char* name, const QString& text)
{
    auto* field = window->findChild<QLineEdit*>(QString::fromLatin1(name));
    REQUIRE(field != nullptr);
    field->setFocus();
    field->selectAll();
    QTest::keyClicks(field, text);
    QTest::keyClick(field, Qt::Key_Return);
}

/// Answers the questions that come with a new outline, as long as it lives, and counts them.
class Answers
{
public:
    Answers()
    {
        QObject::connect(&timer_, &QTimer::timeout, [this] {
            for (QWidget* w : QApplication::topLevelWidgets()) {
                if (!w->isVisible()) {
                    continue;
                }
                if (w->objectName() == QStringLiteral("faceChange")) {
                    ++faces;
                    if (!otherStays) {
                        w->findChild<QCheckBox*>(QStringLiteral("keepOther"))->setChecked(false);
                    }
                    QTest::mouseClick(w->findChild<QPushButton*>(QStringLiteral("takeOutline")), Qt::LeftButton);
                } else if (auto* box = qobject_cast<QMessageBox*>(w);
                           box != nullptr && box->objectName() == QStringLiteral("defectsAsked")) {
                    ++defects;
                    for (QAbstractButton* b : box->buttons()) {
                        if (b->text() == defectsBecome) {
                            QTest::mouseClick(b, Qt::LeftButton);
                            break;
                        }
                    }
                }
            }
        });
        timer_.start(15);
    }
    int faces = 0;
    int defects = 0;
    bool otherStays = true;
    QString defectsBecome = QStringLiteral("Keep");

private:
    QTimer timer_;
};

void takeIn(Driver& d, const char* button, const char* file)
{
    chooseFile(slabPath(file));
    QTest::mouseClick(d.find<QPushButton>(button), Qt::LeftButton);
    waitFor([&d] { return !static_cast<ui::YardBench*>(d.window.bench())->reading(); });
}

QString said(Driver& d)
{
    return d.find<QWidget>("finding_program.says")->accessibleName();
}

const Slab& third(Driver& d)
{
    return *d.document.shop().slab({3});
}

} // namespace

TEST_CASE("a photo is opened, traced, corrected by hand and taken as the face", "[ui][photo]")
{
    Driver d(QStringLiteral("yard"));
    const auto truth = truthOf("ombrel_05")["photo"];
    takeIn(d, "takeInPhoto", "ombrel_05/photo.jpg");
    auto* window = d.window.findChild<ui::PhotoWindow*>();
    REQUIRE(window != nullptr);
    auto* view = window->findChild<ui::PhotoView*>();
    auto* trace = window->findChild<QPushButton*>(QStringLiteral("tracePhoto"));
    auto* take = window->findChild<QPushButton*>(QStringLiteral("takePhoto"));
    waitFor([&] { return window->run().photo() != nullptr; });
    CHECK(window->findChild<QLabel*>(QStringLiteral("photoWords"))->text().contains(QStringLiteral("Four markers")));
    REQUIRE(view->markers());
    const Ring px = ringOf(truth["markers"]["px"]);
    CHECK(length((*view->markers())[2] - px[2]) < 1.5);
    CHECK_FALSE(trace->isEnabled()); // nobody said how large it is
    CHECK_FALSE(take->isEnabled());
    typeIn(window, "rectWidth", QStringLiteral("1.75 m"));
    typeIn(window, "rectHeight", QStringLiteral("360"));
    auto* lie = window->findChild<QComboBox*>(QStringLiteral("markersLie"));
    test::chooseValue(lie, int(MarkerPlane::OnSlab));
    REQUIRE(trace->isEnabled());
    const QImage before = view->grab().toImage();
    QTest::mouseClick(trace, Qt::LeftButton);
    CHECK(window->run().busy());
    d.document.edit(QStringLiteral("x"), [](Job& j) { j.layup.length_mm = 2650.0; }); // work goes on meanwhile
    CHECK(d.figure("length") == 2650.0);
    waitFor([&] { return !window->run().busy(); });
    REQUIRE(view->outline().size() > 50);
    CHECK_FALSE(view->grab().toImage() == before);
    const Ring wanted = ringOf(truth["outline_rect_mm"]);
    CHECK(overlap(view->outline(), wanted) > 0.985);

    // A place of the outline is dragged 14 pixels of the screen outwards, and a marker is left alone.
    const Vec2 grabbed = view->outline()[view->outline().size() / 3];
    const QPoint from = view->toWidget(window->run().setting().map.toPixel(grabbed)).toPoint();
    const QPoint to = from + QPoint(0, from.y() < view->height() / 2 ? -14 : 14);
    QTest::mousePress(view, Qt::LeftButton, Qt::NoModifier, from);
    QMouseEvent move(QEvent::MouseMove, QPointF(to), view->mapToGlobal(QPointF(to)), Qt::NoButton, Qt::LeftButton,
                     Qt::NoModifier);
    QApplication::sendEvent(view, &move);
    QTest::mouseRelease(view, Qt::LeftButton, Qt::NoModifier, to);
    const Vec2 wentTo = window->run().setting().map.toFace(view->toPhoto(QPointF(to)));
    CHECK(std::abs(signedDistance_mm(view->outline(), wentTo)) < 3.0);

    const int steps = d.document.undoStack().count();
    REQUIRE(take->isEnabled());
    Answers answers;
    answers.otherStays = false; // the old underside belongs to the old outline
    QTest::mouseClick(take, Qt::LeftButton);
    CHECK(answers.faces == 1); // asked once
    CHECK_FALSE(third(d).bottom);
    CHECK(third(d).features.empty()); // some lay beyond the new outline
    CHECK(d.document.undoStack().count() == steps + 1);
    const Slab& slab = third(d);
    REQUIRE(slab.topDrawn);
    REQUIRE(slab.topPicture);
    CHECK_THAT(outlineOf(slab, Face::Top)->length_mm(), WithinAbs(boundsOf(wanted).width(), 30.0));
    CHECK_FALSE(d.document.picture(slab.topPicture->key).empty());
    // The picture is the face on the board from now on.
    const FaceImage face =
        pictureOfFace(slab, Face::Top, 3.0, [&](const std::string& key) { return d.document.picture(key); });
    REQUIRE_FALSE(face.image.isNull());
    d.undo();
    CHECK_FALSE(third(d).topPicture);
}

TEST_CASE("a picture without markers asks for them, and is traced from rings dragged there", "[ui][photo]")
{
    Driver d(QStringLiteral("yard"));
    takeIn(d, "takeInPhoto", "tarvik_04/face_bottom.png");
    auto* window = d.window.findChild<ui::PhotoWindow*>();
    REQUIRE(window != nullptr);
    waitFor([&] { return window->run().photo() != nullptr; });
    auto* view = window->findChild<ui::PhotoView*>();
    CHECK(
        window->findChild<QLabel*>(QStringLiteral("photoWords"))->text().contains(QStringLiteral("Drag the numbered")));
    REQUIRE(view->markers());
    const Vec2 was = (*view->markers())[0];
    const QPoint from = view->toWidget(was).toPoint();
    const QPoint to = from + QPoint(-30, 20);
    QTest::mousePress(view, Qt::LeftButton, Qt::NoModifier, from);
    QMouseEvent move(QEvent::MouseMove, QPointF(to), view->mapToGlobal(QPointF(to)), Qt::NoButton, Qt::LeftButton,
                     Qt::NoModifier);
    QApplication::sendEvent(view, &move);
    QTest::mouseRelease(view, Qt::LeftButton, Qt::NoModifier, to);
    CHECK((*view->markers())[0].x < was.x - 5.0);
}

TEST_CASE("a file that is no picture is said, and the slab stays", "[ui][photo]")
{
    Driver d(QStringLiteral("yard"));
    const Slab before = third(d);
    takeIn(d, "takeInPhoto", "broken/heights_nan.csv");
    auto* window = d.window.findChild<ui::PhotoWindow*>();
    REQUIRE(window != nullptr);
    auto* words = window->findChild<QLabel*>(QStringLiteral("photoWords"));
    waitFor([&] { return words->property("refused").toBool(); });
    CHECK(words->text().contains(QStringLiteral("heights_nan.csv")));
    CHECK(third(d) == before);
}

TEST_CASE("drawings, tables and scans are taken into the slab on the card, one step each", "[ui][import]")
{
    Driver d(QStringLiteral("yard"));
    Answers answers;
    answers.defectsBecome = QStringLiteral("Fill");
    takeIn(d, "takeInFile", "tarvik_06/outline.dxf");
    CHECK(answers.defects == 1); // one question for all of them
    CHECK(std::all_of(third(d).features.begin(), third(d).features.end(),
                      [](const Feature& f) { return f.intention == Intention::Fill; }));
    REQUIRE(third(d).topDrawn);
    CHECK(third(d).bottomDrawn);
    CHECK(said(d).contains(QStringLiteral("outline.dxf")));
    CHECK(d.document.undoStack().count() == 1);
    takeIn(d, "takeInFile", "tarvik_06/heights_bench.csv");
    CHECK(third(d).topHeights->from == HeightsFrom::BenchUp);
    takeIn(d, "takeInFile", "ombrel_02/moisture_log.csv");
    CHECK(third(d).moisture.size() == 96);
    takeIn(d, "takeInFile", "tarvik_03/stations.csv");
    CHECK_FALSE(third(d).topDrawn); // the tape is the newer word
    takeIn(d, "takeInFile", "ombrel_04/scan_small.xyz");
    CHECK(third(d).topDrawn);
    CHECK(said(d).contains(QStringLiteral("metres")));
    for (int i = 0; i < 5; ++i) {
        d.undo();
    }
    CHECK(third(d) == *demoBook().shop->slab({3}));
}

TEST_CASE("a file goes into the slab it was meant for, also when another is looked at meanwhile", "[ui][import]")
{
    Driver d(QStringLiteral("yard"));
    Answers answers;
    const Slab other = *d.document.shop().slab({4});
    chooseFile(slabPath("ombrel_04/scan_small.xyz"));
    QTest::mouseClick(d.find<QPushButton>("takeInFile"), Qt::LeftButton);
    auto& yard = *static_cast<ui::YardBench*>(d.window.bench());
    REQUIRE(yard.reading());
    REQUIRE(d.window.showSlab(QString::fromStdString(other.name)));
    waitFor([&] { return !yard.reading(); });
    CHECK(third(d).topDrawn);
    CHECK(*d.document.shop().slab({4}) == other);
}

TEST_CASE("a face at true scale becomes the face that is shown, its picture with it", "[ui][import][truescale]")
{
    Driver d(QStringLiteral("yard"));
    const Slab before = third(d);
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_T); // the bottom face is looked at
    Answers answers;
    takeIn(d, "takeInFile", "tarvik_06/face_bottom.png");
    REQUIRE(third(d).bottomDrawn);
    REQUIRE(third(d).bottomPicture);
    CHECK_FALSE(third(d).topDrawn);
    CHECK(third(d).topHeights == before.topHeights);
    CHECK(said(d).contains(QStringLiteral("bottom face now")));
    const Box box = boundsOf(*third(d).bottomDrawn);
    CHECK(box.width() > 2000.0); // the slab is 2.3 m long
    CHECK(box.width() < 2500.0);
    CHECK_FALSE(d.document.picture(third(d).bottomPicture->key).empty());
    d.shot("true_scale");
    d.undo();
    CHECK(third(d) == before);
}

TEST_CASE("a broken file is answered in words, and what can be mended is offered", "[ui][import]")
{
    Driver d(QStringLiteral("yard"));
    const Slab before = third(d);
    takeIn(d, "takeInFile", "broken/outline_self_crossing.dxf");
    CHECK(said(d).contains(QStringLiteral("crosses itself")));
    CHECK(third(d) == before);
    // Refused first, then taken with the sides swapped.
    for (const bool yes : {false, true}) {
        chooseFile(slabPath("broken/stations_near_far_swapped.csv"));
        QTimer::singleShot(400, [&] {
            whenOpen<QMessageBox>([yes](QMessageBox* box) {
                for (QAbstractButton* b : box->buttons()) {
                    if ((box->buttonRole(b) == QMessageBox::AcceptRole) == yes) {
                        QTest::mouseClick(b, Qt::LeftButton);
                        return;
                    }
                }
            });
        });
        QTest::mouseClick(d.find<QPushButton>("takeInFile"), Qt::LeftButton);
        const auto& yard = *static_cast<ui::YardBench*>(d.window.bench());
        waitFor([&] { return !yard.reading(); });
        CHECK((third(d).top.readings.size() == 17) == yes);
    }
    CHECK(outlineOf(third(d).top));
}
