#include "ui/days/days_bench.h"

#include <algorithm>
#include <cmath>

#include <QPainter>
#include <QVBoxLayout>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/units.h"
#include "core/measure/when.h"
#include "drawing/day_blocks.h"
#include "ui/days/day_log.h"
#include "ui/days/days_tray.h"
#include "ui/ledger/choices_form.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

namespace
{

} // namespace

DaysBench::DaysBench(Document& document, QWidget* parent)
    : TableBench(document, {.id = QStringLiteral("days"), .name = tr("Days"), .belowHeight = 232, .turns = false}),
      panel_(named(new QWidget(parent), QStringLiteral("daysPanel"), tr("Choices"))),
      hoursForm_(new ChoicesForm(document, QStringLiteral("hours"), panel_)),
      stepForm_(new ChoicesForm(document, QStringLiteral("step"), panel_)),
      ownForm_(new ChoicesForm(document, QStringLiteral("ownStep"), panel_)),
      moneyForm_(new ChoicesForm(document, QStringLiteral("money"), panel_)),
      lineForm_(new ChoicesForm(document, QStringLiteral("moneyLine"), panel_)),
      priceForm_(new ChoicesForm(document, QStringLiteral("price"), panel_)),
      stockForm_(new ChoicesForm(document, QStringLiteral("stock"), panel_)),
      papersForm_(new ChoicesForm(document, QStringLiteral("papers"), panel_)), tray_(new DaysTray(document, parent))
{
    setPanels(panel_, tray_);
    auto* column = new QVBoxLayout(panel_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    for (ChoicesForm* form :
         {stepForm_, ownForm_, priceForm_, lineForm_, moneyForm_, stockForm_, hoursForm_, papersForm_}) {
        column->addWidget(form);
        connect(form, &ChoicesForm::refused, this, &Bench::message);
    }
    addHoursRows();
    addStepRows();
    addOwnRows();
    addMoneyRows();
    addStockRows();
    addPriceRow();
    // Hours and prices are the shop's, whether or not a job is begun.
    const auto begun = [this] { return document_.job() != nullptr; };
    hoursForm_->meansNothingUnless(begun, {QStringLiteral("moreChoices"), QStringLiteral("workHours"),
                                           QStringLiteral("helperHours"), QStringLiteral("daysOff"),
                                           QStringLiteral("ownDaysOff"), QStringLiteral("otherMakers"),
                                           QStringLiteral("daylight")});
    moneyForm_->meansNothingUnless(
        begun, {QStringLiteral("moreChoices"), QStringLiteral("hourPrice"), QStringLiteral("helperPrice"),
                QStringLiteral("overheadPct"), QStringLiteral("discPrice"), QStringLiteral("finishPrice"),
                QStringLiteral("gluePrice"), QStringLiteral("roundTo"), QStringLiteral("currency")});
    papersForm_->addButtons(
        {{QStringLiteral("stepListButton"), tr("step list"), [this] { Q_EMIT stepListWanted(); }},
         {QStringLiteral("weekSheetButton"), tr("week sheet"), [this] { Q_EMIT weekSheetWanted(); }}});
    papersForm_->addButtons(
        {{QStringLiteral("historyButton"), tr("job history"), [this] { Q_EMIT historyWanted(); }},
         {QStringLiteral("icsButton"), tr("calendar file"), [this] { Q_EMIT calendarFileWanted(); }}});
    connect(tray_, &PageTray::shown, this, [this] {
        tray_->refresh(shopDays_);
        showForms();
        askShop();
        Q_EMIT repaintWanted();
    });
    connect(&tray_->today(), &TodayPage::stepChosen, this, &DaysBench::choose);
    connect(&tray_->steps(), &StepsPage::stepChosen, this, &DaysBench::choose);
    connect(&tray_->book(), &DayBookPage::message, this, &Bench::message);
    connect(&tray_->buy(), &BuyPage::message, this, &Bench::message);
    connect(&tray_->buy(), &BuyPage::lineChosen, this, &DaysBench::showForms);
    connect(&tray_->money(), &MoneyPage::message, this, &Bench::message);
    connect(&tray_->money(), &MoneyPage::lineChosen, this, &DaysBench::showForms);
    connect(&tray_->money(), &MoneyPage::quoteWanted, this, [this] { Q_EMIT quoteWanted(); });
    connect(&shopRun_, &BackgroundRun::answered, this, [this] {
        if (auto answer = shopRun_.answerTo({document_.book(), document_.workedOut()})) {
            shopDays_ = std::move(answer);
            tray_->refresh(shopDays_);
            Q_EMIT repaintWanted();
        }
    });
    showForms();
}

QString DaysBench::headline() const
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || !plan->days->found) {
        return tr("not known");
    }
    return fromCore(shortDayText(plan->days->dayOfMinute(std::max(0, plan->days->finish - 1))))
        .section(QLatin1Char(' '), 1);
}

QString DaysBench::title() const
{
    const Plan* plan = document_.plan();
    if (all_) {
        return shopDays_ ? tr("All jobs of the shop, one after the other and beside each other")
                         : tr("All jobs: being worked out …");
    }
    if (plan == nullptr || !plan->days->found) {
        return {};
    }
    const DaysPlan& d = *plan->days;
    const QString done = fromCore(shortDayText(d.dayOfMinute(std::max(0, d.finish - 1))));
    return d.left_min > 0.0 ? tr("Done by %1 · %2 of hands still to come, the rest is waiting")
                                  .arg(done, fromCore(durationText(std::round(d.left_min / 30.0) * 30.0)))
                            : tr("Done on %1").arg(done);
}

Box DaysBench::frame() const
{
    return {0.0, 0.0, 1000.0, 500.0}; // the calendar fills the board, whatever its shape
}

QString DaysBench::turnWord() const
{
    return document_.book().jobs.size() < 2 ? QString() : all_ ? tr("all jobs ▸ this job") : tr("this job ▸ all jobs");
}

void DaysBench::turn()
{
    all_ = !all_;
    askShop();
    Q_EMIT repaintWanted();
}

void DaysBench::askShop()
{
    if (all_ || tray_->wantsShop()) {
        shopRun_.ask({document_.book(), document_.workedOut()});
    }
}

void DaysBench::shown()
{
    askShop();
}

void DaysBench::refresh()
{
    const Plan* plan = document_.plan();
    if (!chosen_.empty() && (plan == nullptr || plan->days->plannedStep(chosen_) == nullptr)) {
        chosen_.clear();
    }
    showForms();
    tray_->refresh(shopDays_);
    if (tray_->isVisible()) {
        askShop();
    }
}

void DaysBench::refreshPlan()
{
    tray_->refresh(shopDays_);
}

void DaysBench::showPage(const QString& page)
{
    const std::pair<const char*, DaysTray::Page> pages[] = {
        {"today", DaysTray::Page::Today}, {"book", DaysTray::Page::Book},       {"steps", DaysTray::Page::Steps},
        {"money", DaysTray::Page::Money}, {"learned", DaysTray::Page::Learned}, {"buy", DaysTray::Page::Buy},
        {"jobs", DaysTray::Page::Jobs}};
    for (const auto& [name, which] : pages) {
        if (page == QLatin1String(name)) {
            tray_->show(which);
        }
    }
    const auto focus = [this](const char* field) {
        if (auto* widget = panel_->findChild<QWidget*>(QLatin1String(field))) {
            widget->setFocus(Qt::OtherFocusReason);
        }
    };
    if (page == QLatin1String("all") && !all_) {
        turn();
    }
    if (page == QLatin1String("promise")) {
        tray_->show(DaysTray::Page::Today);
        focus(document_.job() != nullptr && document_.job()->started.empty() ? "startedOn" : "promisedFor");
    } else if (page == QLatin1String("hours")) {
        tray_->show(DaysTray::Page::Today);
        focus("workHours");
    } else if (page == QLatin1String("book")) {
        tray_->book().takeFocus();
    } else if (page == QLatin1String("money")) {
        if (document_.shop().habits.money.hour) {
            tray_->money().chooseUnpriced();
            focusPrice();
        } else {
            focus("hourPrice");
        }
    }
}

void DaysBench::choose(const std::string& step)
{
    chosen_ = step;
    tray_->today().choose(step);
    tray_->steps().choose(step);
    showForms();
    Q_EMIT repaintWanted();
}

void DaysBench::addAllBlocks(CalendarSheet& sheet) const
{
    if (!shopDays_) {
        return;
    }
    const long zero = static_cast<long>(shopDays_->firstDay) * kMinutesOfDay;
    for (size_t k = 0; k < shopDays_->jobs.size(); ++k) {
        const ShopDays::One& one = shopDays_->jobs[k];
        const QString name = fromCore(one.job->name).section(QLatin1Char(' '), 0, 0);
        for (const WorkPiece& piece : one.together.pieces) {
            if (piece.to <= piece.from) {
                continue;
            }
            const JobStep& step = one.plan.days->list.steps[piece.step];
            CalendarBlock b;
            b.job = one.job->id.value;
            b.key = step.key;
            b.text = (name + QStringLiteral(": ") + fromCore(step.name)).toStdString();
            b.from = zero + piece.from;
            b.to = zero + piece.to;
            sheet.blocks.push_back(b);
        }
        if (one.plan.days->promise && one.job->days.delivered.empty()) {
            const int day = one.plan.days->dayOfMinute(*one.plan.days->promise - 1);
            const bool late =
                one.together.finish && zero + *one.together.finish > static_cast<long>(day + 1) * kMinutesOfDay;
            sheet.flags.push_back({static_cast<long>(day + 1) * kMinutesOfDay, name.toStdString(), late});
        }
    }
}

CalendarSheet DaysBench::sheet() const
{
    CalendarSheet out;
    const double now = document_.now_h();
    const int today = static_cast<int>(std::floor(now / 24.0));
    const Plan* plan = document_.plan();
    out.firstDay = today - weekdayOf(today) + kWeek_days * weeksOff_;
    out.now = std::lround(now * 60.0);
    if (all_) {
        addAllBlocks(out);
    } else if (plan != nullptr && plan->days->found) {
        addBlocks(out, *plan->days);
    }
    out.chosen = chosen_;
    out.chosenJob = all_ && document_.job() != nullptr ? document_.job()->id.value : 0;
    return out;
}

void DaysBench::paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache&)
{
    // The ruler's room is the calendar's as well.
    constexpr double kRuler_px = 32.0;
    const QRectF whole = area.adjusted(0.0, -kRuler_px, 0.0, 10.0);
    painted_ = sheet();
    painted_.weeks = weeksThatFit(whole);
    addShopHours(painted_, document_.shop().habits.work);
    const QFont font = textFont(10.0);
    layout_ = layOut(painted_, whole, font);
    view_ = view;
    paintCalendar(painter, painted_, layout_, font, colours());
    painter.setFont(font);
    painter.setPen(colours().lead);
    earlier_ = QRectF(whole.right() - 128.0, whole.top() - 2.0, 62.0, 20.0);
    later_ = QRectF(whole.right() - 58.0, whole.top() - 2.0, 58.0, 20.0);
    painter.fillRect(earlier_.united(later_), colours().board);
    painter.drawText(earlier_, Qt::AlignRight | Qt::AlignVCenter, tr("◂ earlier"));
    painter.drawText(later_, Qt::AlignRight | Qt::AlignVCenter, tr("later ▸"));
    if (dropAt_ && !dragged_.empty()) {
        painter.setPen(QPen(colours().ink, 2.0, Qt::DashLine));
        for (int i = 0; i < painted_.weeks * kWeek_days; ++i) {
            if (painted_.firstDay + i == *dropAt_ / kMinutesOfDay) {
                painter.setBrush(Qt::NoBrush);
                painter.drawRect(layout_.day(i).adjusted(1.0, 1.0, -1.0, -1.0));
            }
        }
    }
}

std::optional<QPointF> DaysBench::placeOf(const std::string& step) const
{
    for (const PlacedBlock& p : layout_.placed) {
        const CalendarBlock& b = painted_.blocks[p.block];
        if (b.key == step && b.kind == BlockKind::Work) {
            return p.rect.center();
        }
    }
    return std::nullopt;
}

bool DaysBench::press(Vec2 at, const BoardView& view)
{
    const QPointF pixel = view.toPixel(at);
    dropAt_.reset();
    dragged_.clear();
    if (earlier_.contains(pixel) || later_.contains(pixel)) {
        weeksOff_ += later_.contains(pixel) ? 1 : -1;
        Q_EMIT repaintWanted();
        return false;
    }
    const auto block = blockAt(layout_, pixel);
    if (!block) {
        choose({});
        return false;
    }
    const CalendarBlock& b = painted_.blocks[*block];
    if (all_) {
        if (document_.job() == nullptr || document_.job()->id.value != b.job) {
            document_.showJob({b.job});
        }
        choose(b.key);
        return false;
    }
    choose(b.key);
    if (b.kind == BlockKind::Work) {
        dragged_ = b.key;
        return true;
    }
    return false;
}

DragNote DaysBench::drag(Vec2 at)
{
    dropAt_ = momentAt(painted_, layout_, view_.toPixel(at));
    Q_EMIT repaintWanted();
    const JobStep* step = chosenStep();
    if (!dropAt_ || step == nullptr) {
        return {tr("not on a day: it stays")};
    }
    return {
        tr("%1: not before %2").arg(fromCore(step->name), fromCore(timeText(static_cast<double>(*dropAt_) / 60.0)))};
}

void DaysBench::letGo()
{
    const std::string step = dragged_;
    const std::optional<long> at = dropAt_;
    dragged_.clear();
    dropAt_.reset();
    if (!step.empty() && at) {
        fix(step, isoTime(static_cast<double>(*at) / 60.0));
    }
}

void DaysBench::cancelDrag()
{
    dragged_.clear();
    dropAt_.reset();
    Q_EMIT repaintWanted();
}

Qt::CursorShape DaysBench::cursorAt(Vec2 at, const BoardView& view) const
{
    const QPointF pixel = view.toPixel(at);
    if (earlier_.contains(pixel) || later_.contains(pixel)) {
        return Qt::PointingHandCursor;
    }
    const auto block = blockAt(layout_, pixel);
    return !block                                                     ? Qt::ArrowCursor
           : !all_ && painted_.blocks[*block].kind == BlockKind::Work ? Qt::OpenHandCursor
                                                                      : Qt::PointingHandCursor;
}

void DaysBench::doubleClick(Vec2 at, const BoardView& view)
{
    if (blockAt(layout_, view.toPixel(at))) {
        tray_->show(DaysTray::Page::Steps);
    }
}

void DaysBench::fix(const std::string& step, const std::string& moment)
{
    const Plan* plan = document_.plan();
    const PlannedStep* p = plan != nullptr ? plan->days->plannedStep(step) : nullptr;
    if (p == nullptr || p->progress.done) {
        return;
    }
    document_.edit(moment.empty() ? tr("Let a step go") : tr("Fix a step to a day"), [&](Job& j) {
        for (StepOverrule& o : j.days.overrules) {
            if (o.step == step) {
                o.notBefore = moment;
                return;
            }
        }
        if (!moment.empty()) {
            StepOverrule fresh;
            fresh.step = step;
            fresh.notBefore = moment;
            j.days.overrules.push_back(fresh);
        }
    });
}

bool DaysBench::nudge(double dx, double dy)
{
    const JobStep* step = chosenStep();
    if (step == nullptr || all_) {
        weeksOff_ += dy < 0.0 || dx > 0.0 ? 1 : -1;
        Q_EMIT repaintWanted();
        return true;
    }
    if (dx == 0.0) {
        return false;
    }
    const PlannedStep* p = document_.plan()->days->plannedStep(chosen_);
    const double from = hoursOf(step->fixed).value_or(document_.plan()->days->hoursAt(p->start));
    fix(chosen_, isoTime(from + (dx > 0.0 ? 24.0 : -24.0)));
    return true;
}

bool DaysBench::removeSelected()
{
    const JobStep* step = chosenStep();
    if (step == nullptr) {
        return false;
    }
    if (step->own != 0) {
        const int id = step->own;
        document_.edit(tr("Remove a step of your own"),
                       [id](Job& j) { std::erase_if(j.days.own, [id](const OwnStep& o) { return o.id == id; }); });
        return true;
    }
    if (step->fixed.empty()) {
        return false;
    }
    fix(chosen_, {});
    return true;
}

bool DaysBench::key(int key)
{
    if (key == Qt::Key_E || key == Qt::Key_L || key == Qt::Key_N) {
        weeksOff_ = key == Qt::Key_N ? 0 : weeksOff_ + (key == Qt::Key_L ? 1 : -1);
        Q_EMIT repaintWanted();
        return true;
    }
    if (key == Qt::Key_A && document_.book().jobs.size() > 1) {
        turn();
        return true;
    }
    if (key == Qt::Key_W) {
        tray_->show(DaysTray::Page::Book);
        tray_->book().takeFocus();
        return true;
    }
    return false;
}

QStringList DaysBench::keys() const
{
    return {tr("W — write into the day book"),
            tr("E, L — earlier, later weeks; N — back to now"),
            tr("A — this job, all jobs"),
            tr("drag a block — it begins not before that day"),
            tr("Left, Right — the chosen step a day earlier or later"),
            tr("Del — lets it go again; removes a step of your own"),
            tr("double click — its row among the steps"),
            tr("in the day book: Enter corrects an entry, Del strikes it out, P shows its pictures")};
}

std::function<void()> DaysBench::remedyFor(const Finding& finding)
{
    const Plan* plan = document_.plan();
    if (finding.code == "days.late" && plan != nullptr && !plan->days->waysBack.empty()) {
        const WayBack way = plan->days->waysBack.front();
        return [this, way] {
            switch (way.how) {
            case WayBack::How::WarmNights:
                document_.edit(tr("Heat the shop by night"), [](Job& j) {
                    constexpr double kWarm_C = 18.0;
                    j.fill.room.night_C = std::max(j.fill.room.night_C, kWarm_C);
                });
                break;
            case WayBack::How::Saturdays:
                editHabits(tr("Work on Saturdays"), [](Habits& h) {
                    constexpr size_t kSaturday = 5;
                    h.work.makers.front().week.days[kSaturday] = {{kUsualOpen_min, kUsualClose_min - 4 * 60}};
                });
                break;
            case WayBack::How::LongerDays:
                editHabits(tr("Longer days"), [](Habits& h) {
                    for (auto& day : h.work.makers.front().week.days) {
                        if (!day.empty()) {
                            day.back().second = std::min(static_cast<int>(kMinutesOfDay), day.back().second + 120);
                        }
                    }
                });
                break;
            case WayBack::How::HelperAlways:
                editHabits(tr("A helper every day"), [](Habits& h) { h.work.helper = h.work.makers.front().week; });
                break;
            }
        };
    }
    if (finding.code == "days.taken_as_done" && plan != nullptr) {
        if (const PlannedStep* p = plan->days->plannedStep(finding.leadsTo.step)) {
            return [this, words = fromCore(plan->days->list.steps[p->step].name) + QStringLiteral(", ")] {
                tray_->show(DaysTray::Page::Book);
                tray_->book().begin(words);
            };
        }
    }
    if (finding.code == "days.nobody_helps") {
        return [this] {
            editHabits(tr("A helper can be called"), [](Habits& h) { h.work.helper = h.work.makers.front().week; });
        };
    }
    return {};
}

} // namespace burl::ui
