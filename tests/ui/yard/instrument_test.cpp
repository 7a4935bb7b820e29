// A probe on a serial line, played by the stand-in: Space takes a reading, trouble is said, nothing is lost.

#include <atomic>
#include <chrono>
#include <thread>

#include <QPushButton>
#include <QRegularExpression>

#include "app/instrument_port.h"
#include "instruments/player.h"
#include "instruments/pseudo_terminal.h"
#include "ui/driver.h"
#include "ui/ledger/instrument_button.h"
#include "ui/ledger/reading_table.h"

using namespace burl;
using namespace burl::test;

namespace
{

/// The far end of the line, in a thread of its own as a device is.
class Device
{
public:
    Device(PlayerHabits habits, std::vector<double> values)
        : terminal_(std::make_unique<PseudoTerminal>(std::move(*PseudoTerminal::open()))), path_(terminal_->path()),
          player_(habits, std::move(values)), thread_([this] { run(); })
    {
    }
    ~Device() { unplug(); }
    [[nodiscard]] QString path() const { return QString::fromStdString(path_); }
    void press() { pressed_ = true; }
    void unplug()
    {
        stopped_ = true;
        if (thread_.joinable()) {
            thread_.join();
        }
        terminal_.reset();
    }

private:
    void run()
    {
        std::string begun;
        while (!stopped_) {
            for (const char c : terminal_->read(5)) {
                if (c == '\n') {
                    terminal_->write(player_.answer(begun));
                    begun.clear();
                } else {
                    begun += c;
                }
            }
            if (pressed_.exchange(false)) {
                terminal_->write(player_.button());
            }
        }
    }
    std::unique_ptr<PseudoTerminal> terminal_;
    std::string path_;
    InstrumentPlayer player_;
    std::atomic<bool> pressed_{false}, stopped_{false};
    std::thread thread_;
};

} // namespace

TEST_CASE("Space and the probe's own button read down a column of heights", "[ui][instruments]")
{
    Driver d(QStringLiteral("yard"));
    d.window.showSlab(QStringLiteral("A3"));
    QTest::mouseClick(d.find<QPushButton>("captureTopHeights"), Qt::LeftButton);
    auto* table = d.find<ui::ReadingTable>("readings");
    Device probe({}, {11.25, 12.5, 13.75, 14.0});
    REQUIRE(d.window.instrument().open(probe.path()));
    REQUIRE(QTest::qWaitFor([&] { return d.window.instrument().name() == QStringLiteral("stand-in"); }, 3000));
    table->setFocus();
    table->setCurrentCell(0, 2);
    const int rows = table->rowCount();
    const auto at = [&](int row, int column) {
        const HeightGrid& grid = *d.document.shop().slab({3})->topHeights;
        return grid.readings_mm[static_cast<size_t>(rows - 1 - row) * grid.xs_mm.size() + static_cast<size_t>(column)];
    };
    QTest::keyClick(table, Qt::Key_Space);
    REQUIRE(QTest::qWaitFor([&] { return at(0, 2) == 11.25; }, 3000));
    CHECK(table->currentRow() == 1);
    probe.press();
    REQUIRE(QTest::qWaitFor([&] { return at(1, 2) == 12.5; }, 3000));
    QTest::keyClick(table, Qt::Key_Space);
    REQUIRE(QTest::qWaitFor([&] { return at(2, 2) == 13.75; }, 3000));
    d.shot("probe");
    d.undo();
    CHECK(at(2, 2) != 13.75);
    CHECK(at(1, 2) == 12.5);
}

TEST_CASE("garbage, silence and unplugging are said, and what was read stays", "[ui][instruments]")
{
    InstrumentPort port;
    QSignalSpy told(&port, &InstrumentPort::message);
    QSignalSpy read(&port, &InstrumentPort::read);
    port.ask();
    REQUIRE(told.size() == 1);
    CHECK(told.last()[0].toString().contains(QStringLiteral("No instrument")));
    CHECK_FALSE(port.open(QStringLiteral("/dev/nowhere-at-all")));
    CHECK(told.last()[0].toString().contains(QStringLiteral("does not open")));

    Device wild({InstrumentKind::Depth, 0.0, 1.0, 2}, {5.0}); // it never answers as it should
    REQUIRE(port.open(wild.path()));
    for (int k = 0; k < 6; ++k) {
        const auto before = told.size();
        port.ask();
        REQUIRE(QTest::qWaitFor([&] { return told.size() > before; }, 4000));
    }
    CHECK(read.isEmpty());

    Device off({InstrumentKind::Depth, 0.0, 0.0, 2}, {5000.0}); // beyond what a probe reads
    REQUIRE(port.open(off.path()));
    port.ask();
    REQUIRE(
        QTest::qWaitFor([&] { return told.last()[0].toString().contains(QStringLiteral("which it cannot")); }, 3000));
    CHECK(read.isEmpty());
    off.unplug();
    REQUIRE(QTest::qWaitFor([&] { return !port.isOpen(); }, 5000));
    CHECK(told.last()[0].toString().contains(QStringLiteral("is gone")));
    port.ask(); // no crash, a sentence
    CHECK(told.last()[0].toString().contains(QStringLiteral("No instrument")));
}

TEST_CASE("a reading of the wrong kind stays out of the cell", "[ui][instruments]")
{
    Driver d(QStringLiteral("yard"));
    d.window.showSlab(QStringLiteral("A3"));
    QTest::mouseClick(d.find<QPushButton>("captureTopHeights"), Qt::LeftButton);
    auto* table = d.find<ui::ReadingTable>("readings");
    table->setFocus();
    table->setCurrentCell(0, 0);
    const Slab before = *d.document.shop().slab({3});
    Device scale({InstrumentKind::Mass, 0.0, 0.0, 1}, {1250.0});
    REQUIRE(d.window.instrument().open(scale.path()));
    auto* button = d.find<ui::InstrumentButton>("instrument");
    QSignalSpy says(button, &ui::InstrumentButton::message);
    QTest::keyClick(table, Qt::Key_Space);
    REQUIRE(QTest::qWaitFor([&] { return !says.isEmpty(); }, 3000));
    CHECK(says.last()[0].toString().contains(QStringLiteral("scale")));
    CHECK(*d.document.shop().slab({3}) == before);
    QTest::mouseClick(d.find<QPushButton>("captureTopTape"), Qt::LeftButton);
    table->setFocus();
    table->setCurrentCell(0, 1);
    QTest::keyClick(table, Qt::Key_Space); // the tape is typed
    CHECK(says.last()[0].toString().contains(QStringLiteral("type it")));
}

TEST_CASE("winding sticks: three corners level, the fourth typed", "[ui][yard]")
{
    Driver d(QStringLiteral("yard"));
    d.window.showSlab(QStringLiteral("A5"));
    QTest::mouseClick(d.find<QPushButton>("captureTopHeights"), Qt::LeftButton);
    QTest::mouseClick(d.find<QPushButton>("layOutCorners"), Qt::LeftButton);
    auto* table = d.find<ui::ReadingTable>("readings");
    REQUIRE(table->rowCount() == 2);
    REQUIRE(table->columnCount() == 2);
    CHECK(table->currentRow() == 0);
    CHECK(table->currentColumn() == 1);
    table->item(0, 1)->setText(QStringLiteral("6"));
    const HeightGrid& grid = *d.document.shop().slab({5})->topHeights;
    CHECK(grid.from == HeightsFrom::BenchUp);
    CHECK(grid.readings_mm == std::vector<std::optional<double>>{0.0, 0.0, 0.0, 6.0});
}

TEST_CASE("a noisy line is said once with a count, and its readings still come", "[ui][instruments]")
{
    auto terminal = std::make_unique<PseudoTerminal>(std::move(*PseudoTerminal::open()));
    InstrumentPort port;
    QStringList told;
    int readings = 0;
    QObject::connect(&port, &InstrumentPort::message, [&](const QString& sentence) { told << sentence; });
    QObject::connect(&port, &InstrumentPort::read, [&](const InstrumentReading& r) {
        readings += 1;
        CHECK(r.value == 12.5);
    });
    REQUIRE(port.open(QString::fromStdString(terminal->path())));
    constexpr int kNoise = 3000;
    std::thread device([&] {
        std::string bytes;
        for (int i = 0; i < kNoise; ++i) {
            bytes += "#!\xff garbage\n";
        }
        for (size_t at = 0; at < bytes.size(); at += 1000) { // in pieces that the line takes
            terminal->write(bytes.substr(at, 1000));
            std::this_thread::sleep_for(std::chrono::milliseconds(2));
        }
        terminal->write("depth 12.50 mm\n");
    });
    const bool came = QTest::qWaitFor([&] { return readings > 0; }, 20000);
    device.join();
    CHECK(came);
    REQUIRE(!told.isEmpty());
    CHECK(told.size() < 30);                                       // not one for every line
    CHECK(QTest::qWaitFor([&] { return told.size() > 1; }, 5000)); // what came after the first was counted
    CHECK(told.last().contains(QRegularExpression(QStringLiteral("[0-9]{2,}"))));
}
