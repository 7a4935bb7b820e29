// The choices of Days: hours and promise, the chosen step; which of them are shown.

#include <QComboBox>
#include <QLineEdit>

#include "core/days/makers_line.h"
#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/when.h"
#include "core/shop/edit.h"
#include "core/shop/ranges.h"
#include "ui/days/days_bench.h"
#include "ui/days/days_tray.h"
#include "ui/ledger/choices_form.h"
#include "ui/ledger/field_rows.h"
#include "ui/look/text.h"

namespace burl::ui
{

namespace
{

std::vector<int> daysOf(const std::vector<std::string>& isos)
{
    std::vector<int> out;
    for (const std::string& iso : isos) {
        if (const auto day = dayOf(iso)) {
            out.push_back(*day);
        }
    }
    return out;
}

std::vector<std::string> isosOf(const std::vector<int>& days)
{
    std::vector<std::string> out;
    for (const int day : days) {
        out.push_back(isoDate(day));
    }
    return out;
}

} // namespace

void DaysBench::editHabits(const QString& label, const std::function<void(Habits&)>& change)
{
    Habits habits = document_.shop().habits;
    change(habits);
    if (!(habits == document_.shop().habits)) {
        document_.apply(label, withHabits(document_.book(), habits));
    }
}

QString DaysBench::editWeek(const QString& text, const QString& label, const std::function<WeekHours&(Habits&)>& of)
{
    const auto week = parseWeek(text.toStdString());
    if (!week) {
        return translated(week.error().sentence);
    }
    editHabits(label, [&](Habits& h) { of(h).days = *week; });
    return {};
}

void DaysBench::addHoursRows()
{
    const auto today = [this] { return dayOf(document_.today()).value_or(0); };
    const auto dayField = [this](const QString& name, const QString& label, std::string Job::*direct,
                                 std::string DaysChoices::*of, const QString& tip) {
        EntryField* field = hoursForm_->addDay(
            name, label,
            [this, direct, of] {
                const Job* job = document_.job();
                return job == nullptr ? std::string() : direct != nullptr ? job->*direct : job->days.*of;
            },
            [this, direct, of, label](const std::string& iso) {
                document_.edit(label, [&](Job& j) {
                    if (direct != nullptr) {
                        j.*direct = iso;
                        return;
                    }
                    if (of == &DaysChoices::promised && !j.days.promised.empty() && j.days.firstPromised.empty() &&
                        iso != j.days.promised) {
                        j.days.firstPromised = j.days.promised; // what was promised first stays known
                    }
                    j.days.*of = iso;
                });
            });
        field->setAccessibleName(label);
        field->setToolTip(tip);
    };
    dayField(
        QStringLiteral("promisedFor"), tr("Promised"), nullptr, &DaysChoices::promised,
        tr("The day it is to be delivered: 18 Dec, 2026-12-18, Friday. It stays as promised, whatever the plan says."));
    const auto week = [this](const QString& name, const QString& label, const std::function<WeekHours&(Habits&)>& of,
                             const QString& tip) {
        EntryField* field = hoursForm_->addRead(
            name, label,
            [this, of] {
                Habits habits = document_.shop().habits;
                return fromCore(weekText(of(habits).days));
            },
            [this, label, of](const QString& text) { return editWeek(text, label, of); });
        field->setAccessibleName(label);
        field->setToolTip(tip);
    };
    week(
        QStringLiteral("workHours"), tr("Hours"), [](Habits& h) -> WeekHours& { return h.work.makers.front().week; },
        tr("When you work: Mon-Fri 8-12 13-17; Sat 9-12."));
    week(
        QStringLiteral("helperHours"), tr("Helper"), [](Habits& h) -> WeekHours& { return h.work.helper; },
        tr("When a second person can be called: Mon, Thu 8-12; or none."));
    EntryField* off = hoursForm_->addRead(
        QStringLiteral("daysOff"), tr("Days off"),
        [this, today] { return fromCore(daysText(daysOf(document_.shop().habits.work.holidays), today())); },
        [this, today](const QString& text) {
            const auto days = parseDays(text.toStdString(), today());
            if (!days) {
                return translated(days.error().sentence);
            }
            editHabits(tr("Days off"), [&](Habits& h) { h.work.holidays = isosOf(*days); });
            return QString();
        });
    off->setAccessibleName(tr("Days off"));
    off->setPlaceholderText(tr("none"));
    off->setToolTip(tr("When nobody works: 24 Dec - 1 Jan, 5 Apr 2027."));
    MeasureField* night = hoursForm_->addMeasure(
        QStringLiteral("nightRoom"), tr("Shop by night"), Unit::Temperature, ranges::kRoom_degC,
        [this]() -> std::optional<double> {
            return document_.job() != nullptr ? std::optional(document_.job()->fill.room.night_C) : std::nullopt;
        },
        [this](std::optional<double> v) {
            document_.edit(tr("Shop by night"), [v](Job& j) { j.fill.room.night_C = *v; });
        });
    night->setTip(tr("Below 18 °C a cure stalls: the waits of the pours follow it. The same field as on Fill."));
    hoursForm_->fold(tr("more choices"));
    dayField(QStringLiteral("startedOn"), tr("Begun"), &Job::started, nullptr,
             tr("The day the work began, or is to begin."));
    const auto makersLine = [this](const QString& name, const QString& label, const std::function<QString()>& get,
                                   const std::function<void(Habits&, const std::string&)>& set,
                                   const std::function<std::optional<Refusal>(const std::string&)>& wrong,
                                   const QString& tip) {
        EntryField* field = hoursForm_->addRead(name, label, get, [this, label, set, wrong](const QString& text) {
            if (const auto why = wrong(text.toStdString())) {
                return translated(why->sentence);
            }
            editHabits(label, [&](Habits& h) { set(h, text.toStdString()); });
            return QString();
        });
        field->setAccessibleName(label);
        field->setPlaceholderText(tr("none"));
        field->setToolTip(tip);
    };
    makersLine(
        QStringLiteral("ownDaysOff"), tr("Your days off"),
        [this, today] { return fromCore(daysText(daysOf(document_.shop().habits.work.makers.front().off), today())); },
        [today](Habits& h, const std::string& text) { h.work.makers.front().off = isosOf(*parseDays(text, today())); },
        [today](const std::string& text) {
            const auto days = parseDays(text, today());
            return days ? std::nullopt : std::optional(days.error());
        },
        tr("When you do not work, but others may: 24 Dec - 1 Jan."));
    makersLine(
        QStringLiteral("otherMakers"), tr("Other makers"),
        [this, today] {
            const auto& all = document_.shop().habits.work.makers;
            return fromCore(makersText({all.begin() + 1, all.end()}, today()));
        },
        [today](Habits& h, const std::string& text) {
            const std::vector<ShopMaker> others = *parseMakers(text, today());
            h.work.makers.resize(1);
            h.work.makers.insert(h.work.makers.end(), others.begin(), others.end());
        },
        [today](const std::string& text) {
            const auto makers = parseMakers(text, today());
            return makers ? std::nullopt : std::optional(makers.error());
        },
        tr("Who works beside you, parted by |: Ada: Tue-Fri 9-15 off 24 Dec - 31 Dec | Sat 8-12."));
    EntryField* light = hoursForm_->addRead(
        QStringLiteral("daylight"), tr("Daylight"),
        [this] {
            const WorkHabits& w = document_.shop().habits.work;
            WeekSessions one;
            one[0] = {{w.lightFrom_min, w.lightTo_min}};
            return fromCore(weekText(one)).section(QLatin1Char(' '), 1);
        },
        [this](const QString& text) {
            const auto hours = parseWeek("Mon " + text.toStdString());
            if (!hours || (*hours)[0].size() != 1) {
                return tr("Write the daylight like 9:00-16:00.");
            }
            editHabits(tr("Daylight"), [&](Habits& h) {
                h.work.lightFrom_min = (*hours)[0].front().first;
                h.work.lightTo_min = (*hours)[0].front().second;
            });
            return QString();
        });
    light->setAccessibleName(tr("Daylight"));
    light->setToolTip(tr("When light falls from the side: the top is looked over then."));
}

const JobStep* DaysBench::chosenStep() const
{
    const Plan* plan = document_.plan();
    const PlannedStep* p = plan != nullptr ? plan->days->plannedStep(chosen_) : nullptr;
    return p != nullptr ? &plan->days->list.steps[p->step] : nullptr;
}

const OwnStep* DaysBench::chosenOwn() const
{
    const JobStep* step = chosenStep();
    if (step == nullptr || step->own == 0 || document_.job() == nullptr) {
        return nullptr;
    }
    for (const OwnStep& own : document_.job()->days.own) {
        if (own.id == step->own) {
            return &own;
        }
    }
    return nullptr;
}

const StepOverrule* DaysBench::chosenOverrule() const
{
    if (document_.job() == nullptr) {
        return nullptr;
    }
    for (const StepOverrule& o : document_.job()->days.overrules) {
        if (o.step == chosen_) {
            return &o;
        }
    }
    return nullptr;
}

void DaysBench::editOverrule(const QString& label, const std::function<void(StepOverrule&)>& change)
{
    const std::string step = chosen_;
    document_.edit(label, [&](Job& j) {
        for (StepOverrule& o : j.days.overrules) {
            if (o.step == step) {
                change(o);
                return;
            }
        }
        StepOverrule fresh;
        fresh.step = step;
        change(fresh);
        j.days.overrules.push_back(fresh);
    });
}

void DaysBench::editOwn(const QString& label, const std::function<void(OwnStep&)>& change)
{
    const OwnStep* own = chosenOwn();
    if (own == nullptr) {
        return;
    }
    const int id = own->id;
    document_.edit(label, [&](Job& j) {
        for (OwnStep& o : j.days.own) {
            if (o.id == id) {
                change(o);
            }
        }
    });
}

void DaysBench::addStepRows()
{
    stepForm_->addButton(QStringLiteral("addOwnStep"), tr("+ step of your own"), [this] { addOwnStep(); });
    MeasureField* minutes = stepForm_->addMeasure(
        QStringLiteral("stepMinutes"), tr("Minutes"), Unit::Minutes, ranges::kStepMinutes,
        [this]() -> std::optional<double> {
            const StepOverrule* o = chosenOverrule();
            return o != nullptr ? o->hands_min : std::nullopt;
        },
        [this](std::optional<double> v) {
            editOverrule(tr("Minutes of a step"), [v](StepOverrule& o) { o.hands_min = v; });
        });
    minutes->setOptional(tr("as planned"));
    minutes->setTip(tr("Your own word for the chosen step, against the plan; left empty, the plan's minutes stand."));
    MeasureField* wait = stepForm_->addMeasure(
        QStringLiteral("stepWait"), tr("Wait, hours"), Unit::None, ranges::kStepWait_h,
        [this]() -> std::optional<double> {
            const StepOverrule* o = chosenOverrule();
            return o != nullptr ? o->wait_h : std::nullopt;
        },
        [this](std::optional<double> v) {
            editOverrule(tr("Wait of a step"), [v](StepOverrule& o) { o.wait_h = v; });
        });
    wait->setOptional(tr("as planned"));
    wait->setTip(tr("After the work, through nights and days off: cure, drying, rest."));
    EntryField* fixed = stepForm_->addDay(
        QStringLiteral("stepFixed"), tr("Not before"),
        [this] {
            const StepOverrule* o = chosenOverrule();
            return o != nullptr && !o->notBefore.empty() ? o->notBefore.substr(0, 10) : std::string();
        },
        [this](const std::string& iso) { fix(chosen_, iso.empty() ? iso : iso + "T00:00"); });
    fixed->setAccessibleName(tr("Not before"));
    fixed->setPlaceholderText(tr("as it comes"));
    fixed->setToolTip(tr("The chosen step begins on this day or later. Dragging its block does the same."));
    QComboBox* skip = stepForm_->addChoice(
        QStringLiteral("stepSkip"), tr("In this job"),
        [] {
            return std::vector<ChoicesForm::Option>{{tr("done"), false}, {tr("left out"), true}};
        },
        [this]() -> QVariant { return chosenOverrule() != nullptr && chosenOverrule()->skip; },
        [this](const QVariant& v) {
            editOverrule(tr("Leave a step out"), [&](StepOverrule& o) { o.skip = v.toBool(); });
        });
    skip->setToolTip(tr("A step that this job does not need takes no time."));
}

void DaysBench::addOwnRows()
{
    QLineEdit* name = ownForm_->addText(
        QStringLiteral("ownName"), tr("Called"),
        [this] { return chosenOwn() != nullptr ? fromCore(chosenOwn()->name) : QString(); },
        [this](const QString& text) {
            editOwn(tr("Name of a step"), [&](OwnStep& o) { o.name = text.toStdString(); });
        });
    name->setAccessibleName(tr("Name of your own step"));
    name->setToolTip(tr("As it is written in the day book."));
    const auto get = [this](double OwnStep::*member) {
        return [this, member]() -> std::optional<double> {
            return chosenOwn() != nullptr ? std::optional(chosenOwn()->*member) : std::nullopt;
        };
    };
    ownForm_
        ->addMeasure(QStringLiteral("ownMinutes"), tr("Minutes"), Unit::Minutes, ranges::kStepMinutes,
                     get(&OwnStep::hands_min),
                     [this](std::optional<double> v) { editOwn(tr("Minutes"), [v](OwnStep& o) { o.hands_min = *v; }); })
        ->setTip(tr("Hands-on minutes of this step."));
    ownForm_
        ->addMeasure(QStringLiteral("ownWait"), tr("Wait, hours"), Unit::None, ranges::kStepWait_h,
                     get(&OwnStep::wait_h),
                     [this](std::optional<double> v) { editOwn(tr("Wait"), [v](OwnStep& o) { o.wait_h = *v; }); })
        ->setTip(tr("After it, before what waits for it."));
    const auto steps = [this](const QString& none) {
        return [this, none] {
            std::vector<ChoicesForm::Option> out{{none, QString()}};
            if (const Plan* plan = document_.plan()) {
                for (const JobStep& s : plan->days->list.steps) {
                    if (s.key != chosen_) {
                        out.push_back({fromCore(s.name), fromCore(s.key)});
                    }
                }
            }
            return out;
        };
    };
    ownForm_
        ->addChoice(
            QStringLiteral("ownAfter"), tr("After"), steps(tr("nothing")),
            [this]() -> QVariant { return chosenOwn() != nullptr ? fromCore(chosenOwn()->after) : QString(); },
            [this](const QVariant& v) {
                editOwn(tr("After"), [&](OwnStep& o) { o.after = v.toString().toStdString(); });
            })
        ->setToolTip(tr("The step that must be done before it."));
    ownForm_
        ->addChoice(
            QStringLiteral("ownBefore"), tr("Before"), steps(tr("only the end")),
            [this]() -> QVariant { return chosenOwn() != nullptr ? fromCore(chosenOwn()->before) : QString(); },
            [this](const QVariant& v) {
                editOwn(tr("Before"), [&](OwnStep& o) { o.before = v.toString().toStdString(); });
            })
        ->setToolTip(tr("The step that waits for it."));
    ownForm_
        ->addChoice(
            QStringLiteral("ownPeople"), tr("People"),
            [] {
                return std::vector<ChoicesForm::Option>{{tr("one"), 1}, {tr("two"), 2}};
            },
            [this]() -> QVariant { return chosenOwn() != nullptr ? chosenOwn()->people : 1; },
            [this](const QVariant& v) { editOwn(tr("People"), [&](OwnStep& o) { o.people = v.toInt(); }); })
        ->setToolTip(tr("Two: it is put where the helper is there."));
    ownForm_
        ->addChoice(
            QStringLiteral("ownSplit"), tr("Its work"),
            [] {
                return std::vector<ChoicesForm::Option>{{tr("may be cut into pieces"), true}, {tr("in one go"), false}};
            },
            [this]() -> QVariant { return chosenOwn() == nullptr || chosenOwn()->split; },
            [this](const QVariant& v) { editOwn(tr("Its work"), [&](OwnStep& o) { o.split = v.toBool(); }); })
        ->setToolTip(tr("In one go: it lies within one session."));
}

void DaysBench::addOwnStep()
{
    int id = 0;
    const std::string after = chosen_;
    document_.edit(tr("Step of your own"), [&](Job& j) {
        OwnStep own;
        own.id = id = ++j.days.lastOwn;
        own.name = tr("Step of my own").toStdString();
        own.after = after;
        j.days.own.push_back(own);
    });
    if (id != 0) {
        choose("own_" + std::to_string(id));
        if (auto* name = ownForm_->findChild<QLineEdit*>(QStringLiteral("ownName"))) {
            name->setFocus(Qt::OtherFocusReason);
            name->selectAll();
        }
    }
}

void DaysBench::showForms()
{
    const DaysTray::Page page = tray_->page();
    const bool steps = page == DaysTray::Page::Steps;
    const bool money = page == DaysTray::Page::Money;
    const bool own = steps && chosenOwn() != nullptr;
    stepForm_->setVisible(steps);
    ownForm_->setVisible(own);
    moneyForm_->setVisible(money);
    lineForm_->setVisible(money && tray_->money().ownLine() >= 0);
    showPriceForm(money);
    const bool buy = page == DaysTray::Page::Buy;
    const std::string kind = buy ? tray_->buy().chosenKind() : std::string();
    stockForm_->setVisible(buy && !kind.empty() && kind.rfind("resin:", 0) != 0); // resin is counted on its shelf
    hoursForm_->setVisible(!steps && !money);
    papersForm_->setVisible(!steps && !money);
    for (ChoicesForm* form :
         {stepForm_, ownForm_, priceForm_, lineForm_, moneyForm_, stockForm_, hoursForm_, papersForm_}) {
        form->refresh();
    }
    const bool fits = chosenStep() != nullptr && !own;
    for (const char* field : {"stepMinutes", "stepWait", "stepFixed", "stepSkip"}) {
        if (auto* widget = stepForm_->findChild<QWidget*>(QLatin1String(field))) {
            stepForm_->showRow(widget, fits || (own && QLatin1String(field) == QLatin1String("stepFixed")));
        }
    }
    const bool isFixed = document_.job() != nullptr &&
                         document_.job()->money.by.value_or(document_.shop().habits.money.by) == PriceBy::Fixed;
    if (auto* widget = moneyForm_->findChild<QWidget*>(QStringLiteral("fixedPrice"))) {
        moneyForm_->showRow(widget, isFixed);
    }
    if (auto* widget = moneyForm_->findChild<QWidget*>(QStringLiteral("pricePct"))) {
        moneyForm_->showRow(widget, !isFixed);
    }
}

} // namespace burl::ui
