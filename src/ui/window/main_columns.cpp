// The columns of the window: rack, board with what lies under it, ledger; how they share its room.

#include <QAbstractButton>
#include <QCoreApplication>
#include <QKeyEvent>
#include <QScreen>
#include <QSettings>
#include <QSplitter>
#include <QVBoxLayout>

#include "ui/board/bench.h"
#include "ui/board/board.h"
#include "ui/layup/layup_bench.h"
#include "ui/ledger/ledger.h"
#include "ui/look/theme.h"
#include "ui/window/bench_bar.h"
#include "ui/window/main_window.h"
#include "ui/window/rack.h"
#include "ui/window/sill.h"
#include "ui/yard/yard_bench.h"

namespace burl::ui
{
namespace
{

constexpr int kRackLeast_px = 156, kLedgerLeast_px = 334; // where their words are whole
constexpr int kBelowLeast_px = 180;                       // of what lies under the drawing
constexpr int kHandle_px = 4;                             // between the columns: dragged, hardly seen
constexpr int kFrame_px = 32;                             // of a window, by most desktops

} // namespace

QSplitter* MainWindow::columns()
{
    auto* columns = named(new QSplitter(Qt::Horizontal, centre_), QStringLiteral("columns"), tr("Rack, board, ledger"));
    columns->setChildrenCollapsible(false);
    columns->setHandleWidth(kHandle_px);
    auto* rackGround = ground(columns, Ground::Paper, QStringLiteral("rackGround"), tr("The rack: slabs of the shop"));
    rackGround->setMinimumWidth(kRackLeast_px);
    auto* rackColumn = new QVBoxLayout(rackGround);
    rackColumn->setContentsMargins(0, 6, 0, 0);
    rack_ = new Rack(document_, rackGround);
    finder_ = new RackFinder(document_, *rack_, rackGround);
    rackColumn->addWidget(finder_);
    rackColumn->addWidget(rack_, 1);
    boardGround_ =
        ground(columns, Ground::Board, QStringLiteral("boardGround"), tr("The drawing and what lies under it"));
    board_ = new Board(document_, boardGround_);
    boardGround_->setMinimumSize(board_->minimumWidth(), board_->minimumHeight() + kBelowLeast_px);
    auto* ledgerGround = ground(columns, Ground::Paper, QStringLiteral("ledgerGround"), tr("Choices and figures"));
    ledgerGround->setMinimumWidth(kLedgerLeast_px);
    auto* ledgerColumn = new QVBoxLayout(ledgerGround);
    ledgerColumn->setContentsMargins(0, 0, 0, 0);
    ledger_ = new Ledger(ledgerGround);
    ledgerColumn->addWidget(ledger_);
    for (QWidget* ground : {static_cast<QWidget*>(rackGround), boardGround_, static_cast<QWidget*>(ledgerGround)}) {
        columns->addWidget(ground);
    }
    columns->setStretchFactor(1, 1); // what the window grows goes to the drawing
    columns->setSizes({kRackLeast_px, 10'000, kLedgerLeast_px});
    boardGround_->installEventFilter(this); // its height is shared anew
    return columns;
}

void MainWindow::shareHeight()
{
    const QSize room = boardGround_->size();
    QWidget* below = bench_ != nullptr ? bench_->below() : nullptr;
    int height = 0;
    if (below != nullptr) {
        below->setVisible(bench_->belowShown());
    }
    if (below != nullptr && bench_->belowShown()) {
        height = std::max(bench_->belowHeight(), static_cast<int>(room.height() * bench_->belowShare()));
        height = std::min(height, room.height() - board_->minimumHeight());
        below->setGeometry(0, room.height() - height, room.width(), height);
    }
    board_->setGeometry(0, 0, room.width(), room.height() - height);
}

bool MainWindow::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::KeyPress) { // Enter presses the button that has the focus, as Space does
        const auto* press = static_cast<QKeyEvent*>(event);
        auto* button = qobject_cast<QAbstractButton*>(watched);
        if (button != nullptr && !press->modifiers().testFlag(Qt::ControlModifier) &&
            (press->key() == Qt::Key_Return || press->key() == Qt::Key_Enter) && button->window() == this) {
            button->click();
            return true;
        }
    }
    if (watched == boardGround_ && event->type() == QEvent::Resize) {
        shareHeight();
    }
    return QMainWindow::eventFilter(watched, event);
}

/// A small screen, or a large scale: everything gives way a little, so that the window is never larger than its screen.
void MainWindow::fitInto(const QSize& room)
{
    constexpr QSize kTight(1000, 690);
    if (room.width() >= kTight.width() && room.height() >= kTight.height()) {
        return;
    }
    constexpr int kBoardWide_px = 290, kBoardHigh_px = 150, kBelow_px = 120, kPlate_px = 150, kSillLow_px = 72;
    board_->setMinimumSize(kBoardWide_px, kBoardHigh_px);
    boardGround_->setMinimumSize(kBoardWide_px, kBoardHigh_px + kBelow_px);
    plate_->setFixedWidth(kPlate_px);
    sill_->parentWidget()->setFixedHeight(kSillLow_px);
    QCoreApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest); // before the window is made smaller
    for (QLayout* each : {centre_->layout(), layout()}) {               // from inside out: each asks what it holds
        each->invalidate();
        each->activate();
    }
}

void MainWindow::takePlace()
{
    const QRect room = screen() != nullptr ? screen()->availableGeometry() : QRect();
    if (!room.isNull()) { // inside the screen it has, with its frame
        fitInto(room.size());
        resize(std::min(width(), room.width()), std::min(height(), room.height() - kFrame_px));
    }
    const QSettings kept;
    restoreGeometry(kept.value(QStringLiteral("window")).toByteArray());
    columns_->restoreState(kept.value(QStringLiteral("columns")).toByteArray());
}

void MainWindow::rememberPlace() const
{
    QSettings kept;
    kept.setValue(QStringLiteral("window"), saveGeometry());
    kept.setValue(QStringLiteral("columns"), columns_->saveState());
}

MainWindow::~MainWindow() = default;

void MainWindow::connectRack()
{
    connect(rack_, &QListWidget::itemActivated, this, [this] { showBench(QStringLiteral("yard")); });
    connect(rack_, &Rack::layInWanted, this, [this](SlabId id) {
        showBench(QStringLiteral("layup"));
        layup_->layIn(id);
    });
    connect(rack_, &Rack::putBackWanted, this, [this](SlabId id) {
        if (!layup_->putBack(id)) {
            say(tr("It lies in no top."));
        }
    });
    connect(rack_, &Rack::carried, this, [this](SlabId id, const QPoint& global) {
        if (bench_ != layup_ && board_->rect().contains(board_->mapFromGlobal(global))) {
            showBench(QStringLiteral("layup")); // a slab is laid into the top nowhere else
        }
        static_cast<void>(board_->carriedOver(id, global));
    });
    connect(rack_, &Rack::dropped, this, [this](SlabId id, const QPoint& global) { board_->drop(id, global); });
    connect(rack_, &Rack::carriedNoMore, this, [this] { board_->forgetCarried(); });
}

} // namespace burl::ui
