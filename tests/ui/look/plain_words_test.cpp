// Names are plain text: markup in every name that a book has is shown letter by letter, wherever the program shows
// names.

#include <QHelpEvent>
#include <QLabel>
#include <QMenu>
#include <QPointer>
#include <QTableWidget>
#include <QToolTip>

#include "ui/driver.h"
#include "ui/look/plain_words.h"

using namespace burl;

namespace
{

const std::string kMarkup = "<img src='/nowhere'><b>A5</b> & {0} %2";

/// The demo shop with such a name on everything that has one.
Book marked()
{
    Book book = demoBook();
    Shop shop = *book.shop;
    for (auto& slab : shop.slabs) {
        Slab copy = *slab;
        copy.name = kMarkup + copy.name;
        copy.where = kMarkup;
        slab = std::make_shared<const Slab>(std::move(copy));
    }
    for (Log& log : shop.logs) {
        log.name = kMarkup + log.name;
        log.about = kMarkup;
    }
    book.shop = std::make_shared<const Shop>(std::move(shop));
    for (auto& job : book.jobs) {
        Job copy = *job;
        copy.name = kMarkup + copy.name;
        copy.note = kMarkup;
        copy.money.customer = kMarkup;
        job = std::make_shared<const Job>(std::move(copy));
    }
    return book;
}

} // namespace

TEST_CASE("markup in names is shown as it is written, on every page of every bench", "[ui][names]")
{
    test::Driver d;
    d.document.apply(QStringLiteral("Names"), marked());
    d.settle();
    int seen = 0;
    const auto look = [&](const QString& where) {
        QApplication::processEvents();
        for (QLabel* label : d.window.findChildren<QLabel*>()) {
            if (label->isVisible() && label->text().contains(QStringLiteral("<img"))) {
                ++seen;
                INFO(where.toStdString() << ", " << label->objectName().toStdString());
                CHECK(label->textFormat() == Qt::PlainText);
            }
        }
        QList<QPointer<QWidget>> widgets; // a tip that is shown is a widget too, and goes
        for (QWidget* widget : d.window.findChildren<QWidget*>()) {
            widgets.push_back(widget);
        }
        for (const QPointer<QWidget>& widget : widgets) {
            if (widget != nullptr && widget->isVisible() && widget->toolTip().contains(QStringLiteral("<img"))) {
                QHelpEvent help(QEvent::ToolTip, QPoint(2, 2), widget->mapToGlobal(QPoint(2, 2)));
                QApplication::sendEvent(widget, &help);
                INFO(where.toStdString() << ", tip of " << widget->objectName().toStdString());
                CHECK_FALSE(QToolTip::text().contains(QStringLiteral("<img")));
                QToolTip::hideText();
            }
        }
    };
    for (const char* bench : test::kBenches) {
        d.window.showBench(QString::fromLatin1(bench));
        look(QString::fromLatin1(bench));
        for (QPushButton* button : d.window.bench()->below() != nullptr
                                       ? d.window.bench()->below()->findChildren<QPushButton*>()
                                       : QList<QPushButton*>{}) {
            if (button->isCheckable() && button->autoExclusive() && button->isVisible() && button->isEnabled()) {
                button->click(); // a page under the board
                look(QString::fromLatin1(bench) + QStringLiteral(" ") + button->objectName());
            }
        }
    }
    CHECK(seen > 0);
}

TEST_CASE("the cells of a table tell their tips as they are written", "[ui][names]")
{
    QTableWidget table(1, 1);
    table.setItem(0, 0, new QTableWidgetItem(QStringLiteral("x")));
    table.item(0, 0)->setToolTip(QStringLiteral("<b>bold</b> & more"));
    table.show();
    const QPoint at = table.visualItemRect(table.item(0, 0)).center();
    QHelpEvent help(QEvent::ToolTip, at, table.viewport()->mapToGlobal(at));
    QApplication::sendEvent(table.viewport(), &help);
    CHECK(QToolTip::text().contains(QStringLiteral("&lt;b&gt;bold&lt;/b&gt; &amp; more")));
    QToolTip::hideText();
}

TEST_CASE("a sign of a key in a name is shown in the menu and not taken for one", "[ui][names]")
{
    CHECK(ui::withoutKey(QStringLiteral("Oak & ash")) == QStringLiteral("Oak && ash"));
    CHECK(ui::asWritten(QStringLiteral("three < four")) == QStringLiteral("three < four"));
}

TEST_CASE("a slab that lies in two jobs is named in both, with the way to the other", "[ui][layup]")
{
    test::Driver d;
    const JobId first = d.job().id;
    const SlabId slab = d.job().layup.pieces.front().slab;
    const Job* other = d.document.book().jobs[1].get();
    CHECK(jobsWith(d.document.book(), slab, first).empty());
    Job taking = *other;
    taking.layup.pieces.front().slab = slab;
    d.document.apply(QStringLiteral("The same slab"), withJob(d.document.book(), taking));
    const auto said = [&]() -> std::optional<Finding> {
        for (const Finding& f : d.window.bench()->findings()) {
            if (f.code == "layup.in_other_job") {
                return f;
            }
        }
        return std::nullopt;
    };
    const auto here = said();
    REQUIRE(here);
    CHECK(here->text.find(other->name) != std::string::npos);
    const auto way = d.window.bench()->remedyFor(*here);
    REQUIRE(way);
    way();
    CHECK(d.job().id == other->id);
    d.window.showBench(QStringLiteral("layup"));
    CHECK(said()); // there the first one is named
}
