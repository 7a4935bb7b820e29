#pragma once
// A maker's whole way through the program: on top of the hands of an empty book, what the later benches want.

#include <cmath>

#include <QFileInfo>
#include <QLineEdit>
#include <QSettings>
#include <QTemporaryDir>

#include "core/measure/clock.h"
#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/maker.h"

namespace burl::test
{

struct Walk : Maker {
    double now = *hoursOf("2026-11-30T08:00");
    QTemporaryDir papers;

    Walk()
    {
        document->setClock([this] { return now; });
        for (const char* kind : {"folders/sheet", "folders/quote"}) {
            QSettings().setValue(QLatin1String(kind), papers.path());
        }
    }

    /// Until the models beside the window have answered.
    void settle()
    {
        for (int i = 0; i < 6000 && (document->holdIsOpen() || document->heatIsOpen()); ++i) {
            QTest::qWait(10);
        }
        QApplication::processEvents();
    }
    /// A sentence of a bench that weighs this much or more; nothing when there is none.
    [[nodiscard]] std::string worst(Severity least)
    {
        settle();
        for (const char* bench : {"layup", "flat", "fill", "move", "base", "surface", "days"}) {
            for (const Finding& f : plan().findingsOf(bench)) {
                if (f.severity >= least) {
                    return f.code + ": " + ui::sentenceOf(f, document->units()).toStdString();
                }
            }
        }
        return {};
    }
    /// Leaves a picture where BURL_SHOTS names a folder, to be looked at.
    void shot(const char* name)
    {
        const QString folder = qEnvironmentVariable("BURL_SHOTS");
        if (!folder.isEmpty()) {
            settle();
            CHECK(window->grab().save(folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png")));
        }
    }
    void bench(const char* name)
    {
        press(); // Alt and its number
        window->showBench(QString::fromLatin1(name));
        QApplication::processEvents();
    }
    void choose(const char* name, const QVariant& value)
    {
        INFO(name);
        press(); // opened
        press(); // and picked
        test::chooseValue(window->findChild<QComboBox*>(QString::fromLatin1(name)), value);
        QApplication::setActiveWindow(&*window);
    }
    void type(const char* name, const char* text)
    {
        auto* field = window->findChild<QLineEdit*>(QString::fromLatin1(name));
        INFO(name);
        REQUIRE(field != nullptr);
        CHECK(field->isVisible());
        press(); // a click into it
        field->setFocus();
        field->selectAll();
        reading(QString::fromLatin1(text));
        QApplication::processEvents();
    }
    void click(const char* name)
    {
        auto* button = window->findChild<QPushButton*>(QString::fromLatin1(name));
        INFO(name);
        REQUIRE(button != nullptr);
        CHECK(button->isVisible());
        CHECK(button->isEnabled());
        press();
        QTest::mouseClick(button, Qt::LeftButton);
        QApplication::processEvents();
    }
    /// What is folded away on this bench.
    void more()
    {
        for (QPushButton* b : window->findChildren<QPushButton*>(QStringLiteral("moreChoices"))) {
            if (b->isVisible() && !b->isChecked()) {
                press();
                QTest::mouseClick(b, Qt::LeftButton);
            }
        }
        QApplication::processEvents();
    }

    /// Slabs written down one after the other; the job is begun after the first.
    void write(const std::vector<TapedSlab>& slabs, const char* job, TopKind kind)
    {
        enter(); // the one button in the middle of the empty bench
        writeDown(*this, slabs.front());
        beginJob(*this, job, kind);
        for (size_t i = 1; i < slabs.size(); ++i) {
            if (thread().contains(QStringLiteral("next slab"))) {
                next();
            } else { // more than this kind of top needs at least
                bench("yard");
                click("newSlab");
            }
            writeDown(*this, slabs[i]);
        }
    }
    /// From the rack into the top, by keys.
    void layIn(size_t slabs)
    {
        for (size_t i = 0; i < slabs; ++i) {
            if (i > 0 && !thread().startsWith(QStringLiteral("Lay the slabs up"))) {
                bench("layup");
                auto* rack = window->findChild<QWidget*>(QStringLiteral("rack"));
                rack->setFocus();
                key(Qt::Key_Down);
            } else {
                next();
            }
            key(Qt::Key_L);
        }
        CHECK(plan().layup->pieces.size() == slabs);
    }
    /// Rails over each slab: nine places along, four across, a face with a little cup.
    void readFaces(size_t slabs)
    {
        for (size_t slab = 0; slab < slabs; ++slab) {
            INFO(slab);
            REQUIRE(thread().startsWith(QStringLiteral("Read the top")));
            next();
            enter(); // the grid as it is proposed
            for (size_t i = 0; i < 36; ++i) {
                reading(40.0 + static_cast<double>((i * 7 + slab) % 4));
            }
        }
    }
    void fasten()
    {
        REQUIRE(thread() == QStringLiteral("Place what holds the top"));
        next();
        enter();
    }
    void stand(BaseKind kind)
    {
        REQUIRE(thread() == QStringLiteral("Choose what it stands on"));
        next();
        choose("baseKind", static_cast<int>(kind));
    }
    void takeFile()
    {
        whenOpen<QFileDialog>([this](QFileDialog* dialog) { // Enter takes the name that is proposed
            ++presses;
            QTest::keyClick(dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit")), Qt::Key_Return);
        });
    }
    /// As a desktop does when a dialog is gone.
    void back()
    {
        window->activateWindow();
        QApplication::setActiveWindow(&*window);
        QApplication::processEvents();
    }
    /// Clicks what the sill offers against something.
    void remedy(const char* words)
    {
        for (QPushButton* b : window->findChild<QWidget*>(QStringLiteral("sill"))->findChildren<QPushButton*>()) {
            if (b->isVisible() && b->text() == QLatin1String(words)) {
                press();
                QTest::mouseClick(b, Qt::LeftButton);
                QApplication::processEvents();
                return;
            }
        }
        FAIL("nothing offers " << words);
    }
    /// From the planned table to the quote in the customer's hand.
    void sell(const char* promised)
    {
        REQUIRE(thread() == QStringLiteral("Export the shop sheet"));
        takeFile();
        next();
        back();
        CHECK(QFileInfo(papers.filePath(QString::fromStdString(job().name) + QStringLiteral(".pdf"))).size() > 10'000);
        REQUIRE(thread().contains(QStringLiteral("promised")));
        next();
        QTest::keyClicks(QApplication::focusWidget(), QString::fromLatin1(promised));
        enter();
        CHECK_FALSE(job().days.promised.empty());
        REQUIRE(thread().startsWith(QStringLiteral("Say what it costs")));
        next();
        REQUIRE(QApplication::focusWidget()->objectName() == QStringLiteral("hourPrice"));
        reading(45.0);
        next(); // to the first that has no price; Enter goes on to the next
        for (int guard = 0; !plan().money->unpriced.empty() && guard < 20; ++guard) {
            INFO(plan().money->unpriced.front().what);
            REQUIRE(QApplication::focusWidget()->objectName() == QStringLiteral("rowPrice"));
            reading(plan().money->unpriced.front().of.said == PriceOf::Said::Slab ? 380.0 : 30.0);
        }
        REQUIRE(plan().money->quote);
        back();
        click("keepQuote");
        CHECK(job().money.quotes.size() == 1);
        takeFile();
        click("quotePaper");
        back();
    }
    [[nodiscard]] qint64 quoteSize() const
    {
        qint64 size = 0;
        for (const QFileInfo& file : QDir(papers.path()).entryInfoList({QStringLiteral("*uote*.pdf")})) {
            size = std::max(size, file.size());
        }
        return size;
    }
};

/// A slab that is a little crooked along both edges.
inline TapedSlab crooked(const char* name, double length, double near, double far, double thick)
{
    TapedSlab s{name, {}, {}, {}, thick, "bl", 9.0};
    for (int i = 0; i <= 8; ++i) {
        s.at_mm.push_back(std::round(length * i / 8));
        s.near_mm.push_back(std::round(near + 8 * std::sin(i * 1.3)));
        s.far_mm.push_back(std::round(far + 12 * std::sin(i * 0.9 + 1)));
    }
    return s;
}

} // namespace burl::test
