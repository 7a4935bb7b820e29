#pragma once
// The workshop wall: benches along the top, rack, board, ledger and sill.

#include <memory>
#include <vector>

#include <QMainWindow>

#include "app/document.h"
#include "app/instrument_port.h"
#include "app/job_file_run.h"
#include "app/notices.h"
#include "core/thread/thread.h"

class QMenu;
class QSplitter;

namespace burl::ui
{

class Bench;
class BenchTab;
class Board;
class JobPlate;
class LayupBench;
class PictureWindow;
class Ledger;
class Rack;
class RackFinder;
class Sill;
class ThreadLine;
class YardBench;

class MainWindow : public QMainWindow
{
    Q_OBJECT

public:
    explicit MainWindow(Document& document, QWidget* parent = nullptr);
    ~MainWindow() override;

    void showBench(const QString& id);
    /// Puts the slab with this name on the card; false when there is none.
    bool showSlab(const QString& name);
    /// A sentence of the program itself, on the sill.
    void say(const QString& sentence);
    [[nodiscard]] InstrumentPort& instrument() { return instrument_; }
    [[nodiscard]] Bench* bench() const { return bench_; }
    [[nodiscard]] Board& board() { return *board_; }

    /// As large as the screen has room for, then where it stood when it was last closed.
    void fitInto(const QSize& room);
    void takePlace();
    void rememberPlace() const;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void buildMenu();
    void buildShortcuts();
    void fillJobs();
    void refresh();
    void refreshPlan();
    void showPlan();
    void newJob();
    void renameJob();
    void removeJob();
    void importJob();
    void takeInJob(const JobFile& file, const QString& path);
    void exportJob();
    void printSheet();
    void printCutSheet();
    void printFlattenCard();
    void printPourCard();
    void printDrillingMap();
    void printBaseSheet();
    void printPackingList();
    void printSurfaceCard();
    void printCareSheet();
    void addDaysBench();
    void printQuote();
    void printStepList();
    void printWeeks();
    void printHistory();
    /// Asks for a file that is kept current, or ends that.
    void keepCalendar();
    /// What went wrong; empty when it is written, or there is none to write.
    QString writeCalendar();
    void showPicture();
    [[nodiscard]] QString askForPdf(const QString& title, const QString& name);
    void showKeys();
    void setUnits(const UnitChoice& units);
    void doRemedy(const Finding& finding);
    void doNext();
    void doStep(const Step& step);
    void goTo(const Where& where);
    [[nodiscard]] QSplitter* columns();
    /// What lies under the board gets the room that the drawing does not need.
    void shareHeight();
    void connectRack();
    void addBench(std::unique_ptr<Bench> bench);
    void useEvening(bool evening);

    Document& document_;
    InstrumentPort instrument_; // what the benches read with
    JobFileRun jobFile_;
    Notices notices_;
    QTimer calendarSoon_;
    std::vector<std::unique_ptr<Bench>> benches_;
    std::vector<BenchTab*> tabs_;
    Bench* bench_ = nullptr;
    YardBench* yard_ = nullptr;
    LayupBench* layup_ = nullptr;
    JobPlate* plate_;
    QMenu* menu_;
    Rack* rack_ = nullptr;
    RackFinder* finder_ = nullptr;
    Board* board_ = nullptr;
    QSplitter* columns_ = nullptr;
    QWidget* boardGround_ = nullptr;
    Ledger* ledger_ = nullptr;
    Sill* sill_;
    ThreadLine* thread_;
    QWidget* centre_;
    PictureWindow* picture_ = nullptr; // made when it is first wanted
};

} // namespace burl::ui
