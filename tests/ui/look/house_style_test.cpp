// The look of widgets in both lights, and that another light reckons nothing anew.

#include "ui/driver.h"

#include <QAction>
#include <QHeaderView>
#include <QImage>
#include <QLabel>
#include <QTableWidget>

#include "ui/ledger/entry_field.h"
#include "ui/look/theme.h"

using namespace burl;
using test::Driver;

namespace
{

/// The day again when a test ends, however it ends.
struct DayAgain {
    ~DayAgain() { ui::applyTheme(*qobject_cast<QApplication*>(QCoreApplication::instance()), false); }
};

QColor pixelOf(QWidget& widget, QPoint at)
{
    return widget.grab().toImage().pixelColor(at);
}

/// Counts what asks widgets to be looked over anew.
class StyleChanges : public QObject
{
public:
    int count = 0;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        const auto* widget = qobject_cast<QWidget*>(watched);
        const bool looked = event->type() == QEvent::StyleChange || event->type() == QEvent::Polish;
        count += looked && widget != nullptr && widget->isVisible() ? 1 : 0;
        return QObject::eventFilter(watched, event);
    }
};

} // namespace

TEST_CASE("another light repaints and looks over no widget anew", "[ui][look]")
{
    DayAgain day;
    Driver d(QStringLiteral("flat"));
    StyleChanges changes;
    qApp->installEventFilter(&changes);
    d.find<QAction>("evening")->trigger();
    QApplication::processEvents();
    CHECK(changes.count == 0);
    CHECK(qApp->styleSheet().isEmpty()); // one that stands has every widget matched against every rule

    const Palette evening = eveningPalette();
    QLabel* quiet = nullptr;
    for (auto* label : d.window.findChildren<QLabel*>()) {
        if (label->property("quiet").toBool() && label->isVisible()) {
            quiet = label;
        }
    }
    REQUIRE(quiet != nullptr);
    CHECK(quiet->palette().color(quiet->foregroundRole()) == evening.faint);
    CHECK(pixelOf(*d.find<QWidget>("sillGround"), {2, 2}) == evening.shelf);
    CHECK(pixelOf(*d.find<QWidget>("ledgerGround"), {2, 200}) == evening.paper);
}

TEST_CASE("a field is as high as a finger, and its border says where keys go and what was refused", "[ui][look]")
{
    QWidget window;
    ui::EntryField field(&window);
    QLineEdit other(&window);
    field.setGeometry(10, 10, 120, field.sizeHint().height());
    other.setGeometry(10, 60, 120, other.sizeHint().height());
    window.resize(200, 120);
    window.show();
    window.activateWindow();
    REQUIRE(QTest::qWaitForWindowActive(&window));
    constexpr int kFinger_px = 30;
    CHECK(field.height() == kFinger_px);

    other.setFocus();
    const Palette day = dayPalette();
    const QPoint rim(60, 0);    // the outermost line of the border
    const QPoint second(60, 1); // the line inside it
    const QPoint inside(60, 4);
    CHECK(pixelOf(field, rim) == day.hairline);
    CHECK(pixelOf(field, second) == day.field);
    CHECK(pixelOf(other, rim) == day.lead);
    CHECK(pixelOf(other, second) == day.lead);
    field.refuse(QStringLiteral("no measure"));
    CHECK(pixelOf(field, second) == day.mark);
    CHECK(pixelOf(field, inside) == day.field);
    other.setReadOnly(true);
    CHECK(pixelOf(other, inside) == day.paper);
}

TEST_CASE("the one thing to do is filled, what leads on has no border", "[ui][look]")
{
    QWidget window;
    auto* first = ui::looking(new QPushButton(QStringLiteral("next"), &window), "first");
    auto* link = ui::looking(new QPushButton(QStringLiteral("more"), &window), "link");
    auto* idle = new QPushButton(QStringLiteral("wait"), &window);
    idle->setEnabled(false);
    first->setGeometry(10, 10, 100, 30);
    link->setGeometry(10, 50, 100, 30);
    idle->setGeometry(10, 80, 100, 30);
    window.resize(200, 120);
    window.show();
    const Palette day = dayPalette();
    CHECK(pixelOf(*first, {6, 15}) == day.lead);
    CHECK(first->font().bold());
    const QImage words = link->grab().toImage();
    CHECK(words.pixelColor(95, 2) == day.paper);
    CHECK(pixelOf(*idle, {50, 0}) == day.hairline);
    CHECK(idle->palette().color(QPalette::Disabled, QPalette::ButtonText) == day.faint);
    CHECK(first->sizeHint().width() > idle->sizeHint().width());
}

TEST_CASE("a chosen row stays as readable as the others, and an inset table begins where its heading does",
          "[ui][look]")
{
    QWidget window;
    auto* table = new QTableWidget(3, 2, &window);
    ui::looking(table, "inset");
    table->setGeometry(0, 0, 300, 140);
    window.resize(300, 140);
    window.show();
    CHECK(table->viewport()->mapTo(table, QPoint()).x() - table->verticalHeader()->width() == ui::kInset_px);
    CHECK(table->palette().color(QPalette::Highlight) == dayPalette().shelf);
    CHECK(table->palette().color(QPalette::HighlightedText) == dayPalette().ink);
    QLineEdit line;
    CHECK(line.palette().color(QPalette::Highlight) == dayPalette().lead); // marked text, ready to be replaced
}
