// Keys that pile up while the program is busy arrive where they were meant: the book equals what was typed.

#include <random>

#include <QSpinBox>
#include <QWheelEvent>
#include <QWindow>

#include "ui/hands.h"
#include "ui/yard_driver.h"

using namespace burl;

namespace
{

/// A key as the window system hands it over: it goes to whoever has the keys when it is looked at, not when it was
/// pressed.
void post(QWidget& window, int key, const QString& text = {})
{
    for (const QEvent::Type type : {QEvent::KeyPress, QEvent::KeyRelease}) {
        QCoreApplication::postEvent(window.windowHandle(), new QKeyEvent(type, key, Qt::NoModifier, text));
    }
}

void postText(QWidget& window, const QString& text)
{
    for (const QChar c : text) {
        post(window, c.toUpper().unicode(), QString(c));
    }
}

/// Posts all of it; after so many keys as `batch` says the program gets to work.
class Typist
{
public:
    Typist(QWidget& window, std::function<int()> batch) : window_(window), batch_(std::move(batch)), left_(batch_()) {}

    void type(const QString& text)
    {
        for (const QChar c : text) {
            one([&] { post(window_, c.toUpper().unicode(), QString(c)); });
        }
        one([&] { post(window_, Qt::Key_Return, QStringLiteral("\r")); });
    }
    /// Between two keys, whenever they come to be looked at.
    void meanwhile(const std::function<void()>& what)
    {
        QMetaObject::invokeMethod(&window_, what, Qt::QueuedConnection);
    }

private:
    void one(const std::function<void()>& key)
    {
        key();
        if (--left_ <= 0) {
            QApplication::processEvents();
            left_ = batch_();
        }
    }

    QWidget& window_;
    std::function<int()> batch_;
    int left_;
};

} // namespace

TEST_CASE("a thousand readings in batches of every size, with answers between, are the readings typed", "[ui][typing]")
{
#ifdef BURL_SANITIZED // watched over, a third of them takes as long as all do as released
    constexpr int kAlong = 15;
#else
    constexpr int kAlong = 50;
#endif
    constexpr int kAcross = 20;
    constexpr int kReadings = kAlong * kAcross;
    test::Yard y;
    y.mode("captureTopHeights");
    y.find<QSpinBox>("gridAlong")->setValue(kAlong);
    y.find<QSpinBox>("gridAcross")->setValue(kAcross);
    y.mode("layOutGrid");
    QApplication::setActiveWindow(&y.window);
    REQUIRE(y.table()->rowCount() == kAcross);
    y.table()->setFocus();
    y.table()->setCurrentCell(0, 0);
    std::mt19937 random(20);
    std::uniform_int_distribution<int> size(1, 400);
    double clock_h = y.document.now_h();
    Typist hand(y.window, [&] { return size(random); });
    std::vector<double> typed;
    for (int i = 0; i < kReadings; ++i) {
        typed.push_back(30.0 + i * 0.03);
        hand.type(QString::number(typed.back(), 'f', 2));
        if (i % 7 == 0) {
            hand.meanwhile([&] { // an answer arrives and the plan is shown anew
                clock_h += 0.25;
                y.document.setClock([clock_h] { return clock_h; });
            });
        }
    }
    QApplication::processEvents();
    const HeightGrid& grid = *y.slab().topHeights;
    REQUIRE(grid.readings_mm.size() == static_cast<size_t>(kReadings));
    int wrong = 0;
    for (int i = 0; i < kReadings; ++i) { // down the columns, the far side first
        const int column = i / kAcross;
        const int row = i % kAcross;
        const auto& reading =
            grid.readings_mm[static_cast<size_t>(kAcross - 1 - row) * kAlong + static_cast<size_t>(column)];
        wrong += reading && std::abs(*reading - typed[static_cast<size_t>(i)]) < 1e-9 ? 0 : 1;
    }
    CHECK(wrong == 0);
}

TEST_CASE("Enter keeps an entry and goes on to the next field of the form, and stays at its last", "[ui][typing]")
{
    test::Driver d(QStringLiteral("layup"));
    QApplication::setActiveWindow(&d.window);
    d.find<QLineEdit>("finalLength")->setFocus();
    // All of it at once, as from a program that was busy: length, width, thickness.
    for (const char* entry : {"2222", "777", "43"}) {
        postText(d.window, QLatin1String(entry));
        post(d.window, Qt::Key_Return, QStringLiteral("\r"));
    }
    QApplication::processEvents();
    CHECK(d.job().layup.length_mm == 2222.0);
    CHECK(d.job().layup.width_mm == 777.0);
    CHECK(d.job().layup.thickness_mm == 43.0);
    // What is refused is not left behind.
    auto* length = d.find<QLineEdit>("finalLength");
    length->setFocus();
    QTest::keyClicks(length, QStringLiteral("banana"));
    QTest::keyClick(length, Qt::Key_Return);
    CHECK(QApplication::focusWidget() == length);
    CHECK(d.job().layup.length_mm == 2222.0);
    QTest::keyClick(length, Qt::Key_Escape);
    // The last one stays, and the next key replaces what stands there.
    std::vector<QLineEdit*> shown;
    for (QLineEdit* line : length->parentWidget()->findChildren<QLineEdit*>()) {
        if (line->isVisible() && line->isEnabled()) {
            shown.push_back(line);
        }
    }
    REQUIRE(shown.size() >= 3);
    for (size_t i = 0; i < 2 * shown.size(); ++i) {
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    }
    CHECK(QApplication::focusWidget() != length); // it does not go round
    CHECK(length->parentWidget()->isAncestorOf(QApplication::focusWidget()));
}

TEST_CASE("Ctrl+Z right after Enter takes the entry back, wherever the cursor is", "[ui][typing]")
{
    test::Driver d(QStringLiteral("layup"));
    QApplication::setActiveWindow(&d.window);
    auto* field = d.find<QLineEdit>("thicknessWanted");
    const double was = d.job().layup.thickness_mm;
    field->setFocus();
    QTest::keyClicks(field, QStringLiteral("41.5"));
    QTest::keyClick(field, Qt::Key_Z, Qt::ControlModifier); // of what is being typed
    CHECK(d.job().layup.thickness_mm == was);
    CHECK(field->text() != QStringLiteral("41.5"));
    for (const bool back : {false, true}) { // from where Enter led, and from the field itself
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, QStringLiteral("41.5"));
        QTest::keyClick(field, Qt::Key_Return);
        CHECK(d.job().layup.thickness_mm == 41.5);
        if (back) {
            field->setFocus();
        }
        QWidget* cursor = QApplication::focusWidget();
        REQUIRE(cursor != nullptr);
        QTest::keyClick(cursor, Qt::Key_Z, Qt::ControlModifier);
        CHECK(d.job().layup.thickness_mm == was);
    }
}

TEST_CASE("the wheel over a list or a number that has not the keys scrolls and changes nothing", "[ui][typing]")
{
    test::Driver d(QStringLiteral("base"));
    const Job before = d.job();
    int lists = 0;
    for (QComboBox* box : d.window.findChildren<QComboBox*>()) {
        if (!box->isVisible() || box->count() < 2) {
            continue;
        }
        ++lists;
        const int was = box->currentIndex();
        for (const int by : {-120, 120}) {
            const QPointF at = box->rect().center();
            QWheelEvent wheel(at, box->mapToGlobal(at), {}, {0, by}, Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase,
                              false);
            QApplication::sendEvent(box, &wheel);
            CHECK(box->currentIndex() == was);
        }
        box->setFocus(); // nor when it has them: a closed list is turned by keys
        const QPointF at = box->rect().center();
        QWheelEvent wheel(at, box->mapToGlobal(at), {}, {0, -120}, Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase,
                          false);
        QApplication::sendEvent(box, &wheel);
        CHECK(box->currentIndex() == was);
    }
    CHECK(lists > 2);
    CHECK(d.job() == before);
}
