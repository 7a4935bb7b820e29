#pragma once
// A maker at an empty book: hands that type, click and count.

#include <catch2/catch.hpp>

#include <optional>

#include <QApplication>
#include <QComboBox>
#include <QDialog>
#include <QPushButton>
#include <QTest>

#include "app/document.h"
#include "core/shop/edit.h"
#include "exchange/materials.h"
#include "ui/dialogs.h"
#include "ui/hands.h"
#include "ui/window/main_window.h"

namespace burl::test
{

/// Hands that count: every key and click but those of a reading.
class Maker
{
public:
    Maker()
    {
        Book empty;
        empty.shop = std::make_shared<const Shop>(standardShop());
        document.emplace(empty);
        window.emplace(*document);
        window->resize(1280, 800);
        window->show();
        QApplication::processEvents();
    }

    void key(int key, Qt::KeyboardModifiers with = Qt::NoModifier)
    {
        press();
        send(key, with);
    }
    void enter() { key(Qt::Key_Return); }
    /// Does what the thread says comes next.
    void next() { key(Qt::Key_Return, Qt::ControlModifier); }

    /// Words count, each letter of them.
    void words(const char* text)
    {
        press();
        --presses;
        for (const char* c = text; *c != 0; ++c) {
            ++presses;
            QTest::keyClick(QApplication::focusWidget(), *c);
        }
    }

    /// A reading is its digits and its Enter: neither counts.
    void reading(const QString& digits)
    {
        wait(0);
        for (const QChar c : digits) { // the first key opens the cell, the others go into it
            QTest::keyClick(QApplication::focusWidget(), c.toLatin1());
        }
        send(Qt::Key_Return);
    }
    void reading(double value) { reading(QString::number(value)); }

    /// Counts one press.
    void press()
    {
        wait(1);
        ++presses;
    }

    [[nodiscard]] QString thread()
    {
        const auto* act = window->findChild<QPushButton*>(QStringLiteral("threadAct"));
        return act->isVisible() ? act->accessibleName() : QString();
    }

    [[nodiscard]] const Job& job() const { return *document->job(); }
    [[nodiscard]] const Plan& plan() const { return *document->plan(); }

    std::optional<Document> document;
    std::optional<ui::MainWindow> window;
    int presses = 0;

private:
    void send(int key, Qt::KeyboardModifiers with = Qt::NoModifier)
    {
        QWidget* focus = QApplication::focusWidget();
        INFO("press " << presses << ", next is " << thread().toStdString());
        REQUIRE(focus != nullptr);
        QTest::keyClick(focus, Qt::Key(key), with);
        QApplication::processEvents();
    }
    /// To time a walk by the clock: BURL_PACE=2,1 is two seconds before each reading, one before any other press.
    static void wait(int which)
    {
        static const QStringList pace = qEnvironmentVariable("BURL_PACE").split(QLatin1Char(','));
        if (which < pace.size() && !pace[which].isEmpty()) {
            constexpr int kMs = 1000;
            QTest::qWait(static_cast<int>(pace[which].toDouble() * kMs));
        }
    }
};

/// A slab as a tape, a rule and a meter know it.
struct TapedSlab {
    const char* name;
    std::vector<double> at_mm;
    std::vector<double> near_mm; // from the string
    std::vector<double> far_mm;
    double thick_mm = 58.0;
    const char* wood = "bl"; // enough of its name for the list to find it
    double mc_pct = 9.0;
};

/// Name, tape, thickness, wood and moisture of one slab, from the field of its name on.
inline void writeDown(Maker& m, const TapedSlab& slab)
{
    m.words(slab.name);
    m.enter();
    const std::vector<double>* const columns[] = {&slab.at_mm, &slab.near_mm, &slab.far_mm};
    for (const std::vector<double>* column : columns) {
        for (const double value : *column) {
            m.reading(value);
        }
        if (column != columns[2]) {
            m.enter(); // past the empty row: the next column
        }
    }
    m.next();
    m.reading(slab.thick_mm);
    m.next();
    m.words(slab.wood);
    m.next();
    m.reading(slab.mc_pct);
}

/// The dialog that asks for the job's name.
inline void beginJob(Maker& m, const char* name, TopKind kind = TopKind::Pair)
{
    test::whenOpen<QDialog>([&m, name, kind](QDialog* dialog) {
        m.words(name);
        auto* box = dialog->findChild<QComboBox*>(QStringLiteral("newJobKind"));
        REQUIRE(box != nullptr);
        if (kind != TopKind::Pair) { // by the keys, as the list stands
            m.key(Qt::Key_Tab);
            const int way = box->findData(static_cast<int>(kind)) - box->currentIndex();
            for (int i = 0; i < std::abs(way); ++i) {
                m.key(way > 0 ? Qt::Key_Down : Qt::Key_Up);
            }
        }
        m.enter();
    });
    m.next();
    m.window->activateWindow(); // as a desktop does when a dialog is gone
    QApplication::processEvents();
}

} // namespace burl::test
