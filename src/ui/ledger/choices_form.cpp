#include "ui/ledger/choices_form.h"

#include <algorithm>
#include <cmath>

#include <QAbstractItemView>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/when.h"
#include "ui/look/choice_box.h"
#include "ui/look/plain_words.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"
#include "ui/look/typing.h"
#include "ui/look/wrap_layout.h"

namespace burl::ui
{

ChoicesForm::ChoicesForm(Document& document, const QString& name, QWidget* parent)
    : QWidget(parent), document_(document), grid_(new QGridLayout(this))
{
    named(this, name + QStringLiteral("Choices"), tr("Choices"));
    isOneForm(*this);
    grid_->setContentsMargins(0, 0, 0, 0);
    grid_->setHorizontalSpacing(10);
    grid_->setVerticalSpacing(5);
    grid_->setColumnStretch(0, 1);
}

void ChoicesForm::addRow(const QString& label, QWidget* field)
{
    auto* text =
        named(new QLabel(withoutKey(label), this), field->objectName() + QStringLiteral("Label"), label.trimmed());
    labels_[field] = text;
    fields_.push_back(field);
    text->setBuddy(field);
    field->setAccessibleName(label.trimmed());
    text->setWordWrap(true);
    field->setFixedWidth(156);
    grid_->addWidget(text, row_, 0);
    grid_->addWidget(field, row_++, 1);
    if (folding_) {
        for (QWidget* widget : {static_cast<QWidget*>(text), field}) {
            widget->hide();
            folded_.push_back(widget);
        }
    }
}

MeasureField* ChoicesForm::addMeasure(const QString& name, const QString& label, Unit unit, Range range, Get get,
                                      Set set)
{
    auto* field = new MeasureField(unit, this);
    field->setRange(range);
    field->setObjectName(name);
    addRow(label, field);
    connect(field, &MeasureField::entered, this, [set](std::optional<double> value) { set(value); });
    connect(field, &MeasureField::refused, this, &ChoicesForm::refused);
    refreshers_.emplace_back([this, field, get] {
        field->setUnits(document_.units());
        field->setValue(get());
    });
    return field;
}

QComboBox* ChoicesForm::addChoice(const QString& name, const QString& label,
                                  const std::function<std::vector<Option>()>& options,
                                  const std::function<QVariant()>& get, const std::function<void(QVariant)>& set)
{
    auto* box = new ChoiceBox(this);
    box->setObjectName(name);
    addRow(label, box);
    connect(box, &QComboBox::activated, this, [box, set](int index) { set(box->itemData(index)); });
    connect(box, &ChoiceBox::closed, this, &ChoicesForm::refresh);
    refreshers_.emplace_back([box, options, get] {
        if (box->view()->isVisible()) {
            return; // somebody chooses: the list stays as it was opened, and is looked at again when it closes
        }
        const std::vector<Option> now = options();
        bool same = box->count() == static_cast<int>(now.size());
        for (int i = 0; same && i < box->count(); ++i) {
            same = box->itemText(i) == now[static_cast<size_t>(i)].text;
        }
        if (!same) {
            box->clear();
            for (const Option& option : now) {
                box->addItem(option.text, option.value);
            }
        }
        box->setCurrentIndex(box->findData(get()));
    });
    return box;
}

EntryField* ChoicesForm::addText(const QString& name, const QString& label, const std::function<QString()>& get,
                                 const std::function<void(QString)>& set)
{
    return addRead(name, label, get, [set](const QString& text) {
        set(text);
        return QString();
    });
}

EntryField* ChoicesForm::addRead(const QString& name, const QString& label, const std::function<QString()>& get,
                                 const std::function<QString(QString)>& read)
{
    auto* field = new EntryField(this);
    field->setObjectName(name);
    field->setAlignment(Qt::AlignRight);
    addRow(label, field);
    connect(field, &EntryField::typed, this, [field, read](const QString& text) {
        if (const QString why = read(text); !why.isEmpty()) {
            field->refuse(why);
        }
    });
    connect(field, &EntryField::refused, this, &ChoicesForm::refused);
    refreshers_.emplace_back([field, get] { field->setShown(get()); });
    return field;
}

namespace
{

/// "Fri 18 Dec 2026" of an ISO date, as it can be typed again; empty for what is none.
QString dayWord(const std::string& iso)
{
    const auto day = dayOf(iso);
    return day ? fromCore(shortDayText(*day)) + QLatin1Char(' ') + fromCore(iso.substr(0, iso.find('-'))) : QString();
}

/// "Tue 3 Nov, 08:20" of "2026-11-03T08:20", with its year in place of the weekday when it is far from today: as it can
/// be typed again, and short, because an hour that is cut off is another hour. Empty for what is no moment.
QString timeWord(const std::string& iso, const std::string& today)
{
    constexpr double kFar_h = 150.0 * kDay_h; // nearer ones are the only reading of a day without a year
    const auto at = hoursOf(iso);
    const auto now = dayOf(today);
    if (!at) {
        return {};
    }
    const bool near = now && std::abs(*at - *now * kDay_h) < kFar_h;
    return near ? fromCore(timeText(*at))
                : fromCore(dateText(static_cast<int>(std::floor(*at / kDay_h)))) + QStringLiteral(", ") +
                      fromCore(isoTime(*at)).section(QLatin1Char('T'), 1);
}

} // namespace

EntryField* ChoicesForm::addWhen(const QString& name, const QString& label, const WhenWords& words,
                                 const std::function<std::string()>& get, const std::function<void(std::string)>& set)
{
    EntryField* field = addRead(
        name, label, [this, words, get] { return words.shown(get(), document_.today()); },
        [this, words, set](const QString& text) {
            if (text.trimmed().isEmpty()) {
                set({});
                return QString();
            }
            const auto iso = words.read(text.toStdString(), dayOf(document_.today()).value_or(0));
            if (!iso) {
                return translated(iso.error().sentence);
            }
            set(*iso);
            return QString();
        });
    field->setReplacedByNextKey();
    field->setPlaceholderText(tr("not said"));
    return field;
}

EntryField* ChoicesForm::addDay(const QString& name, const QString& label, const std::function<std::string()>& get,
                                const std::function<void(std::string)>& set)
{
    return addWhen(name, label,
                   {[](const std::string& iso, const std::string& /*today*/) { return dayWord(iso); },
                    [](const std::string& text, int today) { return parseDay(text, today).map(isoDate); }},
                   get, set);
}

EntryField* ChoicesForm::addMoment(const QString& name, const QString& label, const std::function<std::string()>& get,
                                   const std::function<void(std::string)>& set)
{
    return addWhen(name, label,
                   {timeWord, [](const std::string& text, int today) { return parseMoment(text, today).map(isoTime); }},
                   get, set);
}

namespace
{

constexpr int kButtonsApart_px = 16;

QPushButton* linkButton(QWidget* parent, const QString& name, const QString& text, const std::function<void()>& act)
{
    auto* button = new QPushButton(text, parent);
    button->setObjectName(name);
    button->setProperty("link", true);
    button->setCursor(Qt::PointingHandCursor);
    QObject::connect(button, &QPushButton::clicked, parent, act);
    return button;
}

} // namespace

QPushButton* ChoicesForm::addButton(const QString& name, const QString& text, const std::function<void()>& act)
{
    QPushButton* button = linkButton(this, name, text, act);
    addWide(button);
    return button;
}

void ChoicesForm::addButtons(const std::vector<Button>& buttons)
{
    auto* row = named(new QWidget(this), buttons.front().name + QStringLiteral("Row"), buttons.front().text);
    auto* line = new WrapLayout(kButtonsApart_px, row);
    line->setContentsMargins(0, 0, 0, 0);
    for (const Button& button : buttons) {
        line->addWidget(linkButton(this, button.name, button.text, button.act));
    }
    addWide(row);
}

void ChoicesForm::addWide(QWidget* widget)
{
    grid_->addWidget(widget, row_++, 0, 1, 2);
    if (folding_) {
        widget->hide();
        folded_.push_back(widget);
    }
}

void ChoicesForm::joinLastTwo()
{
    constexpr int kFirst_px = 92; // a slab's name; the rest is for how it lies
    QWidget* second = fields_.back();
    QWidget* first = fields_[fields_.size() - 2];
    QWidget* words = labels_[second];
    for (QWidget* widget : {first, second, words}) {
        grid_->removeWidget(widget);
    }
    labels_.erase(second);
    delete words;
    --row_;
    first->setFixedWidth(kFirst_px);
    second->setMinimumWidth(0);
    second->setMaximumWidth(QWIDGETSIZE_MAX);
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    row->addWidget(labels_[first], 1);
    row->addWidget(first);
    row->addWidget(second);
    second->setFixedWidth(152);
    grid_->addLayout(row, row_ - 1, 0, 1, 2);
}

void ChoicesForm::fold(const QString& word)
{
    auto* button = new QPushButton(word + QStringLiteral(" ▸"), this);
    button->setObjectName(QStringLiteral("moreChoices"));
    button->setProperty("link", true);
    button->setCursor(Qt::PointingHandCursor);
    button->setCheckable(true);
    grid_->addWidget(button, row_++, 0, 1, 2);
    connect(button, &QPushButton::toggled, this, [this, button, word](bool open) {
        button->setText(word + (open ? QStringLiteral(" ▾") : QStringLiteral(" ▸")));
        for (QWidget* widget : folded_) {
            widget->setVisible(open);
        }
        open_ = open;
        refresh();
    });
    folding_ = true;
    beforeFold_ = refreshers_.size();
}

void ChoicesForm::setRowLabel(QWidget* field, const QString& label)
{
    if (auto* words = qobject_cast<QLabel*>(labels_[field])) {
        words->setText(withoutKey(label));
        field->setAccessibleName(label);
    }
}

void ChoicesForm::showRow(QWidget* field, bool shown)
{
    shown = shown && (open_ || std::find(folded_.begin(), folded_.end(), field) == folded_.end());
    field->setVisible(shown);
    if (const auto label = labels_.find(field); label != labels_.end()) {
        label->second->setVisible(shown);
    }
}

void ChoicesForm::meansNothingUnless(std::function<bool()> known, const QStringList& staying)
{
    known_ = std::move(known);
    staying_ = staying;
}

void ChoicesForm::refresh()
{
    if (known_) {
        const bool known = known_();
        for (QObject* child : children()) {
            if (auto* widget = qobject_cast<QWidget*>(child)) {
                widget->setEnabled(known || staying_.contains(widget->objectName()));
            }
        }
    }
    // Rows that are folded away are not looked at: a drag refreshes the form with every move of the mouse.
    const size_t shown = open_ || !folding_ ? refreshers_.size() : beforeFold_;
    for (size_t i = 0; i < shown; ++i) {
        refreshers_[i]();
    }
}

} // namespace burl::ui
