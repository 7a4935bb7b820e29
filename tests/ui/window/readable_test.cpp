// Text stands off its ground in both lights, and every bench can be walked by the Tab key.

#include "ui/driver.h"

#include <set>

#include <QAccessible>
#include <QPushButton>

#include "drawing/palette.h"
#include "ui/look/theme.h"

using namespace burl;
using test::Driver;

namespace
{

/// Contrast of two colours as the accessibility guidelines of the web compute it: 1 to 21.
double contrast(const QColor& a, const QColor& b)
{
    const auto light = [](const QColor& c) {
        const auto linear = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
        return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
    };
    const double high = std::max(light(a), light(b)) + 0.05;
    const double low = std::min(light(a), light(b)) + 0.05;
    return high / low;
}

constexpr double kReadable = 4.5;

} // namespace

TEST_CASE("text stands off its ground by 4.5 to 1 in both lights", "[ui][readable]")
{
    CHECK(contrast(Qt::black, Qt::white) == Approx(21.0));
    for (const bool evening : {false, true}) {
        const Palette p = evening ? eveningPalette() : dayPalette();
        for (const auto& [ground, name] :
             {std::pair{p.paper, "paper"}, {p.board, "board"}, {p.shelf, "shelf"}, {p.field, "field"}}) {
            CAPTURE(evening, name);
            CHECK(contrast(p.ink, ground) >= kReadable);
            CHECK(contrast(p.faint, ground) >= kReadable);
            CHECK(contrast(p.mark, ground) >= kReadable);
            CHECK(contrast(p.lead, ground) >= kReadable);
        }
        CHECK(contrast(p.field, p.lead) >= kReadable); // the one thing to do
    }
}

TEST_CASE("what a field says while it is empty is as readable", "[ui][readable]")
{
    Driver d;
    auto* width = d.find<QLineEdit>("finalWidth");
    REQUIRE(width->text().isEmpty());
    const QImage picture = width->grab().toImage();
    double best = 1.0; // the strongest stroke of its words
    for (int y = 4; y < picture.height() - 4; ++y) {
        for (int x = 8; x < picture.width() - 8; ++x) {
            best = std::max(best, contrast(picture.pixelColor(x, y), ui::colours().field));
        }
    }
    CHECK(best >= kReadable);
}

TEST_CASE("Tab walks through everything that can be pressed or typed, and comes round", "[ui][keys]")
{
    for (const char* bench : test::kBenches) {
        Driver d(QString::fromLatin1(bench));
        CAPTURE(bench);
        std::set<QString> met;
        for (int i = 0; i < 400; ++i) {
            QWidget* focus = QApplication::focusWidget();
            REQUIRE(focus != nullptr);
            if (!met.insert(focus->objectName()).second && i > 20 && focus->objectName() == QStringLiteral("board")) {
                break;
            }
            QTest::keyClick(focus, Qt::Key_Tab);
            CHECK(QApplication::focusWidget() != focus); // nobody is caught
        }
        for (QWidget* w : d.window.findChildren<QWidget*>()) {
            const bool wanted = (qobject_cast<QPushButton*>(w) != nullptr || qobject_cast<QLineEdit*>(w) != nullptr ||
                                 qobject_cast<QComboBox*>(w) != nullptr) &&
                                w->isVisible() && w->isEnabled() && (w->focusPolicy() & Qt::TabFocus) != 0 &&
                                !w->objectName().startsWith(QStringLiteral("qt_"));
            if (wanted) {
                CAPTURE(w->objectName().toStdString());
                CHECK(met.count(w->objectName()) == 1);
            }
        }
    }
}

TEST_CASE("the tree that is read out has the window's parts with roles", "[ui][readable]")
{
    Driver d(QStringLiteral("yard"));
    QAccessibleInterface* window = QAccessible::queryAccessibleInterface(&d.window);
    REQUIRE(window != nullptr);
    std::set<QAccessible::Role> roles;
    int nodes = 0;
    const std::function<void(QAccessibleInterface*)> walk = [&](QAccessibleInterface* node) {
        roles.insert(node->role());
        ++nodes;
        for (int i = 0; i < node->childCount() && nodes < 5000; ++i) {
            if (QAccessibleInterface* child = node->child(i)) {
                walk(child);
            }
        }
    };
    walk(window);
    for (const QAccessible::Role role :
         {QAccessible::Button, QAccessible::EditableText, QAccessible::ComboBox, QAccessible::List, QAccessible::Table,
          QAccessible::StaticText, QAccessible::CheckBox}) {
        CAPTURE(role);
        const bool optional = role == QAccessible::CheckBox; // tabs are checkable buttons
        CHECK((roles.count(role) == 1 || optional));
    }
    // The board says what it shows.
    const QAccessibleInterface* board = QAccessible::queryAccessibleInterface(&d.board());
    CHECK(board->text(QAccessible::Description).contains(QStringLiteral("A3")));
}
