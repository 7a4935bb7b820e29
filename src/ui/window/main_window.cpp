#include "ui/window/main_window.h"

#include <QActionGroup>
#include <QApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QSettings>
#include <QShortcut>
#include <QSplitter>
#include <QVBoxLayout>

#include "core/measure/date.h"
#include "core/shop/edit.h"
#include "exchange/job_file.h"
#include "ui/base/base_bench.h"
#include "ui/board/board.h"
#include "ui/fill/fill_bench.h"
#include "ui/flat/flat_bench.h"
#include "ui/layup/layup_bench.h"
#include "ui/ledger/ledger.h"
#include "ui/look/plain_words.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/move/move_bench.h"
#include "ui/surface/surface_bench.h"
#include "ui/window/bench_bar.h"
#include "ui/window/rack.h"
#include "ui/window/sill.h"
#include "ui/window/thread_line.h"
#include "ui/window/tips.h"
#include "ui/yard/yard_bench.h"

namespace burl::ui
{
namespace
{

constexpr int kSill_px = 124;            // the thread and three findings
constexpr char kNoJob[] = "shop.no_job"; // of a book without one: how to begin

} // namespace

MainWindow::MainWindow(Document& document, QWidget* parent)
    : QMainWindow(parent), document_(document), notices_(document), menu_(new QMenu(this))
{
    setObjectName(QStringLiteral("mainWindow"));
    setWindowTitle(document.readOnly() ? tr("Young Burl (read only: changes here are not kept)") : tr("Young Burl"));
    setWindowIcon(QIcon(QStringLiteral(":/icons/young-burl.svg")));
    resize(1280, 800);

    centre_ = ground(this, Ground::Paper, QStringLiteral("wall"), tr("The job"));
    auto* column = new QVBoxLayout(centre_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* bar = new QHBoxLayout;
    bar->setSpacing(0);
    plate_ = new JobPlate(centre_);
    bar->addWidget(plate_);
    column->addLayout(bar);

    columns_ = columns();
    column->addWidget(columns_, 1);

    auto* sillGround = ground(centre_, Ground::Shelf, QStringLiteral("sillGround"), tr("What wants attention"));
    sillGround->setFixedHeight(kSill_px);
    auto* sillColumn = new QVBoxLayout(sillGround);
    sillColumn->setContentsMargins(0, 0, 0, 0);
    thread_ = new ThreadLine(sillGround);
    sillColumn->setSpacing(0);
    sillColumn->addWidget(thread_);
    sill_ = new Sill(sillGround);
    sillColumn->addWidget(sill_, 1);
    column->addWidget(sillGround);
    setCentralWidget(centre_);

    auto yard = std::make_unique<YardBench>(document, instrument_, boardGround_);
    yard_ = yard.get();
    addBench(std::move(yard));
    auto layup = std::make_unique<LayupBench>(document, boardGround_);
    layup_ = layup.get();
    addBench(std::move(layup));
    addBench(std::make_unique<FlatBench>(document, instrument_, boardGround_));
    auto fill = std::make_unique<FillBench>(document, instrument_, boardGround_);
    connect(fill.get(), &FillBench::pourCardWanted, this, &MainWindow::printPourCard);
    addBench(std::move(fill));
    auto move = std::make_unique<MoveBench>(document, boardGround_);
    connect(move.get(), &MoveBench::drillingMapWanted, this, &MainWindow::printDrillingMap);
    addBench(std::move(move));
    auto base = std::make_unique<BaseBench>(document, boardGround_);
    connect(base.get(), &BaseBench::baseSheetWanted, this, &MainWindow::printBaseSheet);
    connect(base.get(), &BaseBench::packingListWanted, this, &MainWindow::printPackingList);
    connect(base.get(), &BaseBench::pictureWanted, this, &MainWindow::showPicture);
    addBench(std::move(base));
    auto surface = std::make_unique<SurfaceBench>(document, boardGround_);
    connect(surface.get(), &SurfaceBench::surfaceCardWanted, this, &MainWindow::printSurfaceCard);
    connect(surface.get(), &SurfaceBench::careSheetWanted, this, &MainWindow::printCareSheet);
    addBench(std::move(surface));
    addDaysBench();
    for (BenchTab* tab : tabs_) {
        bar->addWidget(tab, 1);
    }

    connect(yard_, &YardBench::slabWanted, this, [this](SlabId id) {
        rack_->refresh();
        rack_->select(id);
        yard_->setSlab(id);
        refresh();
    });
    connect(rack_, &Rack::slabChosen, this, [this](SlabId id) {
        yard_->setSlab(id);
        if (bench_ == yard_) {
            refresh();
            board_->refit();
        }
    });
    connect(finder_, &RackFinder::slabFound, this, [this](SlabId id) {
        rack_->select(id);
        yard_->setSlab(id);
        showBench(QStringLiteral("yard"));
    });
    connect(finder_, &RackFinder::message, sill_, &Sill::say);
    connectRack();
    connect(sill_, &Sill::placeWanted, this, [this](const Finding& f) {
        if (f.place_mm) {
            board_->showPlace(*f.place_mm);
        }
    });
    connect(thread_, &ThreadLine::wanted, this, &MainWindow::doStep);
    connect(sill_, &Sill::remedyWanted, this, &MainWindow::doRemedy);
    connect(&document_, &Document::changed, sill_, &Sill::fallSilent);
    connect(&document_, &Document::changed, this, &MainWindow::refresh);
    connect(&document_, &Document::worked, this, &MainWindow::refreshPlan);
    connect(&document_, &Document::picturesLookedAt, this, &MainWindow::refreshPlan);
    connect(&document_, &Document::message, sill_, &Sill::say);
    connect(&jobFile_, &JobFileRun::refused, sill_, &Sill::say);
    connect(&jobFile_, &JobFileRun::taken, this,
            [this](const std::shared_ptr<const JobFile>& file, const QString& path) { takeInJob(*file, path); });
    giveTips(*this);
    buildMenu();
    buildShortcuts();
    qApp->installEventFilter(this);
    rack_->refresh();
    rack_->select(yard_->slab());
    board_->setFocus();
    showBench(document.plan() != nullptr && !document.plan()->layup->missing ? QStringLiteral("layup")
                                                                             : QStringLiteral("yard"));
}

void MainWindow::addBench(std::unique_ptr<Bench> bench)
{
    auto* tab = new BenchTab(bench->id(), bench->name(), centre_);
    const QString id = bench->id();
    connect(tab, &BenchTab::clicked, this, [this, id] { showBench(id); });
    connect(bench.get(), &Bench::repaintWanted, this, [this] { board_->refit(); });
    connect(bench.get(), &Bench::message, sill_, &Sill::say);
    connect(bench.get(), &Bench::benchWanted, this, &MainWindow::showBench);
    connect(bench.get(), &Bench::placeWanted, this, [this](const Vec2& place) { board_->showPlace(place); });
    tabs_.push_back(tab);
    if (QWidget* below = bench->below()) {
        below->setParent(boardGround_);
        below->hide();
    }
    benches_.push_back(std::move(bench));
}

void MainWindow::showBench(const QString& id)
{
    for (size_t i = 0; i < benches_.size(); ++i) {
        const bool here = benches_[i]->id() == id;
        tabs_[i]->setChecked(here);
        if (QWidget* below = benches_[i]->below(); below != nullptr && !here) {
            below->hide();
        }
        if (here) {
            bench_ = benches_[i].get();
        }
    }
    ledger_->setChoices(bench_->choices());
    refresh();
    bench_->shown();
    board_->setBench(bench_);
    // What had the keys may be gone with the bench before: somebody must have them.
    if (const QWidget* focus = focusWidget(); focus == nullptr || !focus->isVisibleTo(this)) {
        board_->setFocus(Qt::OtherFocusReason);
    }
}

bool MainWindow::showSlab(const QString& name)
{
    for (const auto& slab : document_.shop().slabs) {
        if (fromCore(slab->name) == name) {
            const SlabId id = slab->id;
            rack_->select(id);
            yard_->setSlab(id);
            refresh();
            return true;
        }
    }
    return false;
}

void MainWindow::refresh()
{
    const Job* job = document_.job();
    if (job != nullptr) {
        QString below = fromCore(job->note);
        if (!job->started.empty()) {
            below = tr("started %1").arg(fromCore(dateText(dayOf(job->started).value_or(0)))) +
                    (below.isEmpty() ? QString() : QStringLiteral(" · ") + below);
        }
        plate_->set(fromCore(job->name), below);
    } else {
        plate_->set(tr("No job yet"), tr("click to start one"));
    }
    rack_->refresh();
    if (bench_ != nullptr) {
        document_.setShown(bench_->asksUpTo().toStdString());
        bench_->refresh();
    }
    showPlan();
}

void MainWindow::refreshPlan()
{
    if (bench_ != nullptr) {
        bench_->refreshPlan();
    }
    showPlan();
}

void MainWindow::showPlan()
{
    const Job* job = document_.job();
    const Plan* plan = document_.plan();
    const bool dragged = plan != nullptr && plan->isBehind(); // the rest is told when the hand rests
    if (!dragged) {
        thread_->show(threadOf(document_.shop(), job, plan), bench_ != nullptr ? bench_->id() : QString());
    }
    const std::vector<Step>& steps = thread_->steps();
    for (size_t i = 0; i < benches_.size(); ++i) {
        tabs_[i]->setBehind(dragged && plan->isBehind(benches_[i]->id().toStdString()));
        if (dragged && benches_[i].get() != bench_) {
            continue;
        }
        int wanting = 0;
        Severity worst = Severity::Good;
        const std::vector<Finding> wants = benches_[i]->findings();
        for (const Finding& f : wants) {
            if (f.severity >= Severity::Warn) {
                ++wanting;
                worst = std::max(worst, f.severity);
            }
        }
        tabs_[i]->set(benches_[i]->headline(), wanting, worst,
                      benchState(benches_[i]->id().toStdString(), steps, wants));
    }
    if (bench_ != nullptr) {
        ledger_->showFigures(bench_->figures(), document_.units());
        std::vector<Finding> findings = bench_->findings();
        if (job == nullptr && bench_ != yard_) {
            addFinding(findings, kNoJob, Severity::ToDo,
                       "No job is begun: one job holds one table, from its slabs to the way it is fastened.", {},
                       "start a job");
        }
        if (const QString damage = document_.damage(); !damage.isEmpty()) { // about the book: on every bench
            addFinding(findings, "book.pictures", Severity::Warn, withoutTerms(damage.toStdString()), {}, "");
            sortBySeverity(findings);
        }
        // What the thread says next is not said twice.
        const Step* next = thread_->next();
        std::erase_if(findings, [&](const Finding& f) {
            return next != nullptr && f.severity == Severity::ToDo &&
                   (f.code == kNoJob ? next->key == "job" : f.leadsTo.known() && f.leadsTo == next->where);
        });
        sill_->showFindings(findings, document_.units(), [this](const Finding& f) {
            return f.code == kNoJob || f.leadsTo.known() || f.place_mm || bench_->remedyFor(f) != nullptr;
        });
        board_->setFirstThing(next != nullptr ? translated(next->act) : QString(), [this] { doNext(); });
        shareHeight();
        board_->refit();
    }
}

void MainWindow::buildMenu()
{
    connect(plate_, &JobPlate::clicked, this, [this] {
        fillJobs();
        menu_->popup(plate_->mapToGlobal(QPoint(10, plate_->height() - 6)));
    });
    named(menu_, QStringLiteral("jobMenu"), tr("Jobs and the program"));
    fillJobs();
}

void MainWindow::fillJobs()
{
    menu_->clear();
    for (const auto& job : document_.book().jobs) {
        QAction* action = menu_->addAction(withoutKey(fromCore(job->name)));
        action->setCheckable(true);
        action->setChecked(document_.job() != nullptr && document_.job()->id == job->id);
        connect(action, &QAction::triggered, this, [this, id = job->id] { document_.showJob(id); });
    }
    menu_->addSeparator();
    const auto add = [this](const QString& text, const QString& name, auto slot, bool enabled = true) {
        QAction* action = menu_->addAction(text);
        action->setObjectName(name);
        action->setEnabled(enabled);
        connect(action, &QAction::triggered, this, slot);
        return action;
    };
    const bool has = document_.job() != nullptr;
    add(tr("New job…"), QStringLiteral("newJob"), [this] { newJob(); });
    add(
        tr("Rename this job…"), QStringLiteral("renameJob"), [this] { renameJob(); }, has);
    add(
        tr("Delete this job"), QStringLiteral("removeJob"), [this] { removeJob(); }, has);
    menu_->addSeparator();
    add(
        tr("Export the shop sheet as PDF…"), QStringLiteral("printSheet"), [this] { printSheet(); }, has);
    add(
        tr("Export the cut sheet as PDF…"), QStringLiteral("printCutSheet"), [this] { printCutSheet(); }, has);
    add(
        tr("Export the flattening card as PDF…"), QStringLiteral("printFlattenCard"), [this] { printFlattenCard(); },
        has);
    add(
        tr("Export the pour card as PDF…"), QStringLiteral("printPourCard"), [this] { printPourCard(); }, has);
    add(
        tr("Export the base sheet as PDF…"), QStringLiteral("printBaseSheet"), [this] { printBaseSheet(); }, has);
    add(
        tr("Export the packing list as PDF…"), QStringLiteral("printPackingList"), [this] { printPackingList(); }, has);
    add(
        tr("Export the surface card as PDF…"), QStringLiteral("printSurfaceCard"), [this] { printSurfaceCard(); }, has);
    add(
        tr("Export the care sheet as PDF…"), QStringLiteral("printCareSheet"), [this] { printCareSheet(); }, has);
    add(
        tr("Export the step list as PDF…"), QStringLiteral("printStepList"), [this] { printStepList(); }, has);
    add(
        tr("Export the week sheet as PDF…"), QStringLiteral("printWeeks"), [this] { printWeeks(); }, has);
    add(
        tr("Export the history as PDF…"), QStringLiteral("printHistory"), [this] { printHistory(); }, has);
    add(
        tr("Export the quote…"), QStringLiteral("printQuote"), [this] { printQuote(); }, has);
    add(
        tr("Export this job…"), QStringLiteral("exportJob"), [this] { exportJob(); }, has);
    add(tr("Import a job…"), QStringLiteral("importJob"), [this] { importJob(); });
    menu_->addSeparator();
    add(
        tr("The table in three dimensions"), QStringLiteral("showPicture"), [this] { showPicture(); }, has)
        ->setShortcut(QKeySequence(Qt::Key_F6));
    QMenu* measures = menu_->addMenu(tr("Units"));
    named(measures, QStringLiteral("measuresMenu"), tr("Units"));
    const UnitChoice now = document_.units();
    const auto style = [&](const QString& text, const QString& name, LengthStyle length, int fraction, bool metric) {
        UnitChoice u = now;
        u.length = length;
        u.inchFraction = fraction;
        u.volume = metric ? VolumeStyle::Litres : VolumeStyle::Quarts;
        u.mass = metric ? MassStyle::Metric : MassStyle::Pounds;
        u.temperature = metric ? TemperatureStyle::Celsius : TemperatureStyle::Fahrenheit;
        QAction* action = measures->addAction(text);
        action->setObjectName(name);
        action->setCheckable(true);
        action->setChecked(u == now);
        connect(action, &QAction::triggered, this, [this, u] { setUnits(u); });
    };
    style(tr("Millimetres, litres, kilograms"), QStringLiteral("unitsMm"), LengthStyle::Millimetres, 16, true);
    style(tr("Centimetres, litres, kilograms"), QStringLiteral("unitsCm"), LengthStyle::Centimetres, 16, true);
    style(tr("Inches to 1/16, quarts, pounds"), QStringLiteral("unitsInch16"), LengthStyle::FractionalInches, 16,
          false);
    style(tr("Inches to 1/32, quarts, pounds"), QStringLiteral("unitsInch32"), LengthStyle::FractionalInches, 32,
          false);
    style(tr("Feet and inches, quarts, pounds"), QStringLiteral("unitsFeet"), LengthStyle::FeetAndInches, 16, false);
    style(tr("Decimal inches, quarts, pounds"), QStringLiteral("unitsDecimalInch"), LengthStyle::DecimalInches, 16,
          false);
    QAction* evening = add(tr("Evening light"), QStringLiteral("evening"), [this] { useEvening(!isEvening()); });
    evening->setCheckable(true);
    evening->setChecked(isEvening());
    menu_->addSeparator();
    QUndoStack& undo = document_.undoStack();
    add(
        undo.canUndo() ? tr("Undo: %1").arg(withoutKey(undo.undoText())) : tr("Undo"), QStringLiteral("undo"),
        [this] { document_.undo(); }, undo.canUndo())
        ->setShortcut(QKeySequence::Undo);
    add(
        undo.canRedo() ? tr("Redo: %1").arg(withoutKey(undo.redoText())) : tr("Redo"), QStringLiteral("redo"),
        [this] { document_.redo(); }, undo.canRedo());
    add(tr("Keyboard and mouse…"), QStringLiteral("keys"), [this] { showKeys(); });
}

void MainWindow::buildShortcuts()
{
    const auto key = [this](const QKeySequence& sequence, auto slot) {
        auto* shortcut = new QShortcut(sequence, this);
        connect(shortcut, &QShortcut::activated, this, slot);
    };
    for (size_t i = 0; i < benches_.size(); ++i) {
        const QString id = benches_[i]->id();
        key(QKeySequence(Qt::ALT | static_cast<Qt::Key>(Qt::Key_1 + static_cast<int>(i))),
            [this, id] { showBench(id); });
    }
    for (const int enter : {Qt::Key_Return, Qt::Key_Enter}) {
        key(QKeySequence(Qt::CTRL | enter), [this] { doNext(); });
    }
    key(QKeySequence::Undo, [this] { document_.undo(); });
    key(QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), [this] { document_.redo(); });
    key(QKeySequence(Qt::Key_F6), [this] { showPicture(); });
    key(QKeySequence::Print, [this] { printSheet(); });
    key(QKeySequence::Find, [this] { finder_->takeFocus(); }); // a slash belongs to the fractions of an inch
    key(QKeySequence(Qt::Key_Question), [this] { showKeys(); });
}

void MainWindow::setUnits(const UnitChoice& units)
{
    Habits habits = document_.shop().habits;
    habits.units = units;
    document_.apply(tr("Units"), withHabits(document_.book(), habits));
}

void MainWindow::useEvening(bool evening)
{
    QSettings().setValue(QStringLiteral("evening"), evening);
    applyTheme(*qApp, evening);
    refresh();
}

void MainWindow::doNext()
{
    if (const Step* now = thread_->next()) {
        const Step step = *now; // what it does changes the list
        doStep(step);
    }
}

void MainWindow::doStep(const Step& step)
{
    if (step.key == "slabs") {
        showBench(QStringLiteral("yard"));
        yard_->newSlab();
    } else if (step.key == "job") {
        newJob();
    } else if (step.key == "sheet") {
        printSheet();
    } else {
        goTo(step.where);
    }
}

void MainWindow::goTo(const Where& where)
{
    if (where.slab != 0) {
        rack_->select({where.slab});
        yard_->setSlab({where.slab});
    }
    showBench(QString::fromStdString(where.bench));
    if (where.page == "rack") {
        rack_->waitForNext();
    } else if (!where.page.empty()) {
        bench_->showPage(QString::fromStdString(where.page));
    }
}

void MainWindow::doRemedy(const Finding& finding)
{
    if (finding.code == kNoJob) {
        newJob();
    } else if (const auto act = bench_->remedyForAll(finding)) {
        act();
    } else if (finding.leadsTo.known()) {
        goTo(finding.leadsTo);
    } else if (finding.place_mm) {
        board_->showPlace(*finding.place_mm);
    }
}

} // namespace burl::ui
