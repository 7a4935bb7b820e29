#pragma once
// Hands for the dialogs that open while a test waits for them.

#include <functional>

#include <catch2/catch.hpp>

#include <QApplication>
#include <QDialog>
#include <QFileDialog>
#include <QLineEdit>
#include <QTest>
#include <QTimer>

namespace burl::test
{

/// Stands open and has the keys, which a slow machine gives it a while later.
inline bool takesKeys(const QWidget& dialog)
{
    return dialog.isVisible() && dialog.isActiveWindow() && dialog.isAncestorOf(QApplication::focusWidget());
}

/// Does something to the next dialog of a kind as soon as it takes keys.
template <typename D> void whenOpen(const std::function<void(D*)>& act)
{
    auto* timer = new QTimer;
    QObject::connect(timer, &QTimer::timeout, timer, [timer, act] {
        for (QWidget* w : QApplication::topLevelWidgets()) {
            if (auto* dialog = qobject_cast<D*>(w); dialog != nullptr && takesKeys(*dialog)) {
                timer->stop();
                timer->deleteLater();
                act(dialog);
                return;
            }
        }
    });
    timer->start(20);
}

/// Types the name of the job that is asked for, and begins it.
inline void nameNewJob(const QString& name)
{
    whenOpen<QDialog>([name](QDialog* dialog) {
        auto* field = dialog->findChild<QLineEdit*>(QStringLiteral("newJobName"));
        REQUIRE(field != nullptr);
        field->selectAll();
        QTest::keyClicks(field, name);
        QTest::keyClick(field, Qt::Key_Return);
    });
}

inline void chooseFile(const QString& path)
{
    whenOpen<QFileDialog>([path](QFileDialog* dialog) {
        auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
        REQUIRE(name != nullptr);
        name->setText(path);
        QTest::keyClick(name, Qt::Key_Return);
        if (dialog->isVisible()) {
            QMetaObject::invokeMethod(dialog, "accept");
        }
    });
}

} // namespace burl::test
