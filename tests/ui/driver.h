#pragma once
// A window on the demo shop, and hands for it.

#include <catch2/catch.hpp>

#include <functional>

#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalSpy>
#include <QTest>

#include "app/document.h"
#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "ui/board/board.h"
#include "ui/window/main_window.h"

namespace burl::test
{

/// Every bench that shows the table or the yard, in the order of the tabs.
inline constexpr const char* kBenches[] = {"yard", "layup", "flat", "fill", "move", "base", "surface", "days"};

/// Waits for what happens beside the window; half a minute at most.
inline bool until(const std::function<bool()>& there)
{
    for (int i = 0; i < 3000 && !there(); ++i) {
        QTest::qWait(10);
    }
    return there();
}

struct Driver {
    Document document{demoBook()};
    ui::MainWindow window{document};

    explicit Driver(const QString& bench = QStringLiteral("layup"))
    {
        window.show();
        window.showBench(bench);
        QApplication::processEvents();
    }

    [[nodiscard]] ui::Board& board() { return window.board(); }
    [[nodiscard]] const Job& job() const { return *document.job(); }
    [[nodiscard]] const Plan& plan() const { return *document.plan(); }
    [[nodiscard]] double figure(const char* key) const { return plan().figure(key).value(); }

    template <typename W> W* find(const char* name)
    {
        W* widget = window.findChild<W*>(QString::fromLatin1(name));
        return widget;
    }

    [[nodiscard]] QPoint pixel(Vec2 table) { return board().view().toPixel(table).toPoint(); }

    void press(QPoint at) { QTest::mousePress(&board(), Qt::LeftButton, Qt::NoModifier, at); }
    void move(QPoint at)
    {
        // QTest's mouse moves carry no buttons offscreen; the board only asks where the mouse is.
        QTest::mouseMove(&board(), at);
        QMouseEvent event(QEvent::MouseMove, QPointF(at), board().mapToGlobal(QPointF(at)), Qt::NoButton,
                          Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&board(), &event);
    }
    void release(QPoint at) { QTest::mouseRelease(&board(), Qt::LeftButton, Qt::NoModifier, at); }

    void drag(Vec2 from, Vec2 to)
    {
        const QPoint a = pixel(from);
        const QPoint b = pixel(to);
        press(a);
        move(a + (b - a) / 3);
        move(b);
        release(b);
    }

    void type(const char* name, const QString& text)
    {
        auto* field = find<QLineEdit>(name);
        field->setFocus();
        field->selectAll();
        QTest::keyClick(field, Qt::Key_Delete);
        QTest::keyClicks(field, text);
        QTest::keyClick(field, Qt::Key_Return);
    }

    void undo() { document.undo(); }

    /// Until the models beside the window have answered.
    void settle()
    {
        for (int i = 0; i < 6000 && (document.holdIsOpen() || document.heatIsOpen()); ++i) {
            QTest::qWait(10);
        }
        REQUIRE_FALSE(document.holdIsOpen());
        QApplication::processEvents();
    }
    void showJob(int number)
    {
        document.showJob(document.book().jobs[static_cast<size_t>(number - 1)]->id);
        settle();
    }
    void click(const char* button)
    {
        auto* b = find<QPushButton>(button);
        REQUIRE(b != nullptr);
        QTest::mouseClick(b, Qt::LeftButton);
        QApplication::processEvents();
    }
    /// By the keys: home, then down to the place.
    void pick(const char* name, int index)
    {
        auto* box = find<QComboBox>(name);
        REQUIRE(box != nullptr);
        box->setFocus();
        QTest::keyClick(box, Qt::Key_Home);
        for (int i = 0; i < index; ++i) {
            QTest::keyClick(box, Qt::Key_Down);
        }
        QApplication::processEvents();
    }
    /// Whether a bench has this to say.
    [[nodiscard]] bool says(const char* bench, const char* code) const
    {
        const auto all = document.plan()->findingsOf(bench);
        return std::any_of(all.begin(), all.end(), [&](const Finding& f) { return f.code == code; });
    }

    /// Leaves a picture of the window where BURL_SHOTS names a folder, to be looked at.
    void shot(const char* name)
    {
        const QString folder = qEnvironmentVariable("BURL_SHOTS");
        if (!folder.isEmpty()) {
            QApplication::processEvents();
            CHECK(window.grab().save(folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png")));
        }
    }
};

} // namespace burl::test
