// Young Burl: starts the window on a shop book.

#include <algorithm>
#include <csignal>
#include <filesystem>
#include <string_view>
#include <utility>

#include <fcntl.h>
#include <unistd.h>

#include <QApplication>
#include <QCommandLineParser>
#include <QDate>
#include <QDir>
#include <QFile>
#include <QLocale>
#include <QMessageBox>
#include <QPushButton>
#include <QSettings>
#include <QSocketNotifier>
#include <QStandardPaths>
#include <QTimer>
#include <QTranslator>

#include "core/measure/clock.h"
#include "core/measure/units.h"
#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "demo/moved_dates.h"
#include "ui/board/bench.h"
#include "ui/board/board.h"
#include "ui/look/theme.h"
#include "ui/window/book_page.h"
#include "ui/window/demo_faces.h"
#include "ui/window/main_window.h"

namespace
{

using namespace burl;

QString usualBook()
{
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/shop.burlbook");
}

/// Offered once, when the book is new.
bool wantsDemo()
{
    QMessageBox box(
        QMessageBox::NoIcon, QObject::tr("Young Burl"),
        QObject::tr("This shop book is empty. Look round the demo shop first, or start with your own slabs?"));
    QPushButton* demo = box.addButton(QObject::tr("Put the demo shop in it"), QMessageBox::AcceptRole);
    // Enter leaves one's own book as it is.
    box.setDefaultButton(box.addButton(QObject::tr("Start empty"), QMessageBox::RejectRole));
    box.exec();
    return box.clickedButton() == demo;
}

/// Opens the book; where it does not open, or is empty beside its own copies, the maker is asked what to do. Nothing
/// when it is to be left as it is. `asked` tells that somebody chose an empty book over its copies.
struct OpenBook {
    ShopBook store;
    Book book;
};
std::optional<OpenBook> openOrAsk(const std::filesystem::path& file, bool& asked)
{
    const auto backup = ShopBook::newestGoodBackup(file);
    const QString made = backup ? QString::fromStdString(ShopBook::backupTime(file, *backup)) : QString();
    QString why;
    QString code;
    const auto open = [&]() -> std::optional<OpenBook> {
        auto store = ShopBook::open(file);
        if (!store) {
            why = QString::fromStdString(store.error().sentence);
            code = QString::fromStdString(store.error().code);
            return std::nullopt;
        }
        auto book = store->load();
        if (!book) {
            why = QString::fromStdString(book.error().sentence);
            code = QString::fromStdString(book.error().code);
            return std::nullopt;
        }
        return OpenBook{std::move(*store), std::move(*book)};
    };
    const auto complain = [&] { QMessageBox::critical(nullptr, QObject::tr("Young Burl"), why); };
    const auto take = [&]() -> std::optional<OpenBook> {
        std::optional<OpenBook> out;
        if (const auto kept = ShopBook::takeBackup(file, *backup)) {
            out = open();
        } else {
            why = QString::fromStdString(kept.error().sentence);
        }
        if (!out) {
            complain();
        }
        return out;
    };
    std::error_code ignored;
    const bool nothing = !std::filesystem::exists(file, ignored) || std::filesystem::file_size(file, ignored) == 0;
    if (nothing && backup) {
        const auto answer = ui::BookPage::emptyWithBackups(QFile::decodeName(file.string().c_str()), made)->ask();
        if (answer == ui::BookPage::TakeBackup) {
            return take();
        }
        if (answer == ui::BookPage::Leave) {
            return std::nullopt;
        }
        asked = true;
    }
    for (;;) {
        if (auto there = open()) {
            return there;
        }
        const bool mayPass = code == QLatin1String("store.busy") || code == QLatin1String("store.full") ||
                             code == QLatin1String("store.cannot_open");
        if (!mayPass) {
            break;
        }
        if (ui::BookPage::notJustNow(why)->ask() != ui::BookPage::TryAgain) {
            return std::nullopt;
        }
    }
    if (code !=
        QLatin1String(
            "store.damaged")) { // a newer program's book, or another program's file: no copy of ours takes its place
        complain();
        return std::nullopt;
    }
    return ui::BookPage::damaged(why, made)->ask() == ui::BookPage::TakeBackup && backup ? take() : std::nullopt;
}

/// --help and --version.
bool asksOnlyForWords(int argc, char** argv)
{
    const auto isOne = [](const char* argument) {
        const std::string_view text = argument;
        return text == "--help" || text == "-h" || text == "--help-all" || text == "--version" || text == "-v";
    };
    return std::any_of(argv + 1, argv + argc, isOne);
}

int signalled[2] = {-1, -1}; // a pipe: a handler may do no more than write

/// Log-out and Ctrl+C close the window and with it the book, as its cross does.
void closeOnSignals()
{
    if (::pipe2(signalled, O_CLOEXEC | O_NONBLOCK) != 0) {
        return;
    }
    auto* notifier = new QSocketNotifier(signalled[0], QSocketNotifier::Read, QCoreApplication::instance());
    QObject::connect(notifier, &QSocketNotifier::activated, QCoreApplication::instance(), [] {
        char which = 0;
        while (::read(signalled[0], &which, 1) > 0) {
        }
        QApplication::closeAllWindows();
        QCoreApplication::exit(0);
    });
    struct sigaction action = {};
    action.sa_handler = [](int) {
        const char one = 1;
        (void)!::write(signalled[1], &one, 1);
    };
    sigemptyset(&action.sa_mask);
    action.sa_flags = SA_RESTART;
    for (const int signal : {SIGTERM, SIGINT, SIGHUP}) {
        ::sigaction(signal, &action, nullptr);
    }
}

} // namespace

int main(int argc, char** argv)
{
    if (asksOnlyForWords(argc, argv)) { // they need no display
        qputenv("QT_QPA_PLATFORM", "offscreen");
    }
    QApplication application(argc, argv);
    closeOnSignals();
    QCoreApplication::setOrganizationName(QStringLiteral("young-burl"));
    QCoreApplication::setApplicationName(QStringLiteral("young-burl"));
    QCoreApplication::setApplicationVersion(QStringLiteral(BURL_VERSION));
    QGuiApplication::setDesktopFileName(QStringLiteral("young-burl"));
    QTranslator translator;
    if (translator.load(QLocale(), QStringLiteral("young-burl"), QStringLiteral("_"),
                        QStringLiteral(":/translations"))) {
        QCoreApplication::installTranslator(&translator);
    }

    QCommandLineParser parser;
    parser.setApplicationDescription(
        QObject::tr("Plans, draws and keeps the work of turning live-edge slabs into tables."));
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption demo(QStringLiteral("demo"),
                                  QObject::tr("Open the demo shop, in memory; nothing is kept."));
    const QCommandLineOption bench(
        QStringLiteral("bench"),
        QObject::tr("Start at this bench: yard, layup, flat, fill, move, base, surface, days."),
        QStringLiteral("name"));
    const QCommandLineOption job(QStringLiteral("job"), QObject::tr("Start with this job, counted from 1."),
                                 QStringLiteral("number"));
    const QCommandLineOption shot(QStringLiteral("screenshot"), QObject::tr("Draw the window into a PNG file and end."),
                                  QStringLiteral("file"));
    const QCommandLineOption evening(QStringLiteral("evening"), QObject::tr("Evening light."));
    const QCommandLineOption page(
        QStringLiteral("page"),
        QObject::tr("Open this page under the board: tape, heights, features, moisture; widths, offers, kept."),
        QStringLiteral("name"));
    const QCommandLineOption slab(QStringLiteral("slab"), QObject::tr("Start with this slab on the card."),
                                  QStringLiteral("name"));
    const QCommandLineOption now(QStringLiteral("now"),
                                 QObject::tr("Let the clock of the shop stand at this moment: 2026-11-27T10:10."),
                                 QStringLiteral("moment"));
    parser.addOptions({demo, bench, job, page, slab, shot, evening, now});
    parser.addPositionalArgument(QStringLiteral("book"), QObject::tr("The shop book; the usual one when not given."),
                                 QStringLiteral("[book]"));
    parser.process(application);
    ui::applyTheme(application, parser.isSet(evening) ||
                                    (!parser.isSet(shot) && QSettings().value(QStringLiteral("evening")).toBool()));

    Book book;
    std::optional<ShopBook> store;
    std::vector<std::string> pictures;
    QStringList troubles; // of the book, to be said when the window stands
    // The story of the demo shop goes on today, or at the moment that was asked for.
    const auto moment = hoursOf(parser.value(now).toStdString());
    const int today =
        moment ? static_cast<int>(*moment / kDay_h) : static_cast<int>(QDate(1970, 1, 1).daysTo(QDate::currentDate()));
    const auto takeDemo = [&] {
        ui::PicturedBook shop = ui::withDrawnPictures(demoAsOf(demoBook(), today));
        book = std::move(shop.book);
        pictures = std::move(shop.pictures);
    };
    if (parser.isSet(demo)) {
        book = demoAsOf(demoBook(), today); // its faces are drawn when they are first seen
    } else {
        const QString path = parser.positionalArguments().value(0, usualBook());
        const std::filesystem::path file = QFile::encodeName(path).toStdString();
        bool asked = false;
        auto opened = openOrAsk(file, asked);
        if (!opened) {
            return 1;
        }
        book = opened->book;
        for (const std::string& trouble : opened->store.troubles()) {
            troubles << QString::fromStdString(trouble);
        }
        if (!opened->store.whyReadOnly().empty()) {
            troubles << QString::fromStdString(opened->store.whyReadOnly());
        }
        if (opened->store.isNew() && !asked && wantsDemo()) {
            const Book empty = std::exchange(book, Book{}); // the demo takes its place
            takeDemo();
            if (const auto written = opened->store.write(empty, book); !written) {
                QMessageBox::critical(nullptr, QObject::tr("Young Burl"),
                                      QString::fromStdString(written.error().sentence));
                return 1;
            }
        }
        store = std::move(opened->store);
    }
    Document document(std::move(book), std::move(store));
    for (const std::string& picture : pictures) {
        (void)document.keepPicture(picture);
    }
    if (parser.isSet(job)) {
        const int number = parser.value(job).toInt();
        if (number >= 1 && number <= static_cast<int>(document.book().jobs.size())) {
            document.showJob(document.book().jobs[static_cast<size_t>(number - 1)]->id);
        }
    }
    if (parser.isSet(now)) {
        if (!moment) {
            qWarning("%s",
                     qPrintable(
                         QObject::tr("%1 is no moment: it is written like 2026-11-27T10:10.").arg(parser.value(now))));
            return 1;
        }
        document.setClock([at = *moment] { return at; });
    }
    ui::MainWindow window(document);
    if (parser.isSet(bench)) {
        window.showBench(parser.value(bench));
    }
    if (parser.isSet(slab) && !window.showSlab(parser.value(slab))) {
        qWarning("%s", qPrintable(QObject::tr("No slab is called %1.").arg(parser.value(slab))));
    }
    if (!parser.isSet(shot)) {
        window.takePlace();
        QObject::connect(&application, &QCoreApplication::aboutToQuit, &window, [&window] { window.rememberPlace(); });
    }
    window.show();
    if (!troubles.isEmpty()) {
        window.say(troubles.join(QStringLiteral(" · ")));
    }
    if (parser.isSet(page)) {
        window.bench()->showPage(parser.value(page));
    }
    if (parser.isSet(shot)) {
        // Offers take a moment to be found, and so does how sure a thickness is.
        const int settled_ms = parser.isSet(page) || parser.value(bench) == QLatin1String("flat") ||
                                       parser.value(bench) == QLatin1String("fill")
                                   ? 2500
                                   : 200;
        auto* look = new QTimer(&window);
        look->setInterval(settled_ms);
        QObject::connect(look, &QTimer::timeout, &window, [&] {
            if (document.heatIsOpen()) { // the heat of a pour, too
                return;
            }
            // A plan that has just come has asked for room: let it be given, from the innermost column outwards.
            constexpr int kDeepest = 6;
            for (int level = 0; level < kDeepest; ++level) {
                QCoreApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest);
                QCoreApplication::processEvents();
            }
            const bool saved = window.grab().save(parser.value(shot));
            QCoreApplication::exit(saved ? 0 : 1);
        });
        look->start();
    }
    return QApplication::exec();
}
