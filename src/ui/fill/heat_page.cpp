#include "ui/fill/heat_page.h"

#include <algorithm>
#include <cmath>

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QVBoxLayout>

#include "core/geometry/profile.h"
#include "core/shop/ranges.h"
#include "ui/fill/heat_strip.h"
#include "ui/ledger/instrument_button.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/choice_box.h"
#include "ui/look/elided_label.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kHourColumn = 0, kDegreeColumn = 1;
const char* const kMeasuredIn = "river-1"; // the model is fitted to its first layer

const PourRecord* recordOf(const Document& document)
{
    if (document.job() != nullptr) {
        for (const PourRecord& r : document.job()->fill.log) {
            if (r.event == kMeasuredIn) {
                return &r;
            }
        }
    }
    return nullptr;
}

} // namespace

HeatPage::HeatPage(Document& document, InstrumentPort& instrument, QWidget* parent)
    : QWidget(parent), document_(document), places_(new ChoiceBox(this)), words_(new ElidedLabel(this)),
      play_(new QPushButton(tr("play"), this)), strip_(new HeatStrip(document, this)), readings_(new ReadingTable(this))
{
    named(this, QStringLiteral("heatPage"), tr("Heat of a pour"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(22, 0, 22, 0);
    named(places_, QStringLiteral("heatPlace"), tr("Which place"));
    places_->setMinimumWidth(150);
    named(words_, QStringLiteral("heatWords"), tr("How deep a layer may be"));
    looking(words_, "quiet");
    looking(named(play_, QStringLiteral("heatPlay"), tr("Run through the hours")), "tight");
    head->addWidget(places_);
    head->addWidget(play_);
    head->addWidget(words_, 1);
    auto* reads = looking(new InstrumentButton(
                              instrument, *readings_, [] { return InstrumentKind::Temperature; }, this),
                          "tight");
    reads->setObjectName(QStringLiteral("heatThermometer"));
    connect(reads, &InstrumentButton::message, this, &HeatPage::message);
    head->addWidget(reads);
    column->addLayout(head);
    auto* body = new QHBoxLayout;
    body->setContentsMargins(0, 0, 4, 0);
    body->addWidget(strip_, 1);
    named(readings_, QStringLiteral("heatReadings"), tr("Measured in the first layer"));
    readings_->setColumnCount(2);
    readings_->setHorizontalHeaderLabels({tr("after, h"), tr("measured")});
    readings_->setColumnWidth(kHourColumn, 74);
    readings_->setColumnWidth(kDegreeColumn, 92);
    readings_->verticalHeader()->hide();
    readings_->verticalHeader()->setDefaultSectionSize(22);
    readings_->setFixedWidth(216);
    readings_->setFrameShape(QFrame::NoFrame);
    readings_->setToolTip(
        tr("What a thermometer in the middle of the first layer said, by hours from its pour. With three "
           "readings the model is brought to them for the layers to come."));
    looking(readings_, "inset");
    body->addWidget(readings_);
    column->addLayout(body, 1);
    connect(strip_, &HeatStrip::moved, this, &HeatPage::moved);
    connect(play_, &QPushButton::clicked, strip_, &HeatStrip::play);
    connect(&run_, &CutHeatRun::answered, this, [this] {
        refresh();
        Q_EMIT moved();
    });
    connect(places_, &QComboBox::activated, this, [this](int index) {
        place_ = index;
        cut_mm_.reset();
        refresh();
        Q_EMIT moved();
    });
    connect(readings_, &ReadingTable::entered, this, &HeatPage::entered);
}

const PlaceHeat* HeatPage::place() const
{
    if (document_.plan() == nullptr || document_.plan()->pour->places.empty()) {
        return nullptr;
    }
    const auto& places = document_.plan()->pour->places;
    return &places[std::min(places.size() - 1, static_cast<size_t>(std::max(0, place_)))];
}

void HeatPage::setCut(std::optional<double> x_mm)
{
    cut_mm_ = x_mm;
    refresh();
    Q_EMIT moved();
}

HeatQuestion HeatPage::question() const
{
    const PlaceHeat* of = place();
    if (of == nullptr) {
        return {};
    }
    HeatQuestion q = of->question;
    const auto& gap = document_.plan()->fill->gap;
    if (cut_mm_ && gap && document_.plan()->fill->items[of->item].river) {
        const double x = std::clamp(*cut_mm_, gap->from_mm, gap->to_mm);
        const auto wide = [&](const Profile& gapAt) { return std::max(1.0, valueAt(gapAt, x)); };
        q.site.width_mm = wide(gap->bottom);
        q.site.widthAbove_mm = wide(gap->top);
        q.site = rounded(q.site);
    }
    return q;
}

std::shared_ptr<const PourHeat> HeatPage::heat() const
{
    const PlaceHeat* of = place();
    if (of == nullptr) {
        return nullptr;
    }
    const HeatQuestion q = question();
    if (q == of->question) {
        return of->heat;
    }
    const auto answer = run_.answerTo(q);
    return answer ? *answer : nullptr;
}

void HeatPage::refresh()
{
    const PlaceHeat* of = place();
    const Plan* plan = document_.plan();
    QStringList names;
    if (plan != nullptr) {
        for (const PlaceHeat& p : plan->pour->places) {
            names << translated(plan->fill->items[p.item].name);
        }
    }
    bool same = places_->count() == names.size();
    for (int i = 0; same && i < names.size(); ++i) {
        same = places_->itemText(i) == names[i];
    }
    if (!same) {
        places_->clear();
        places_->addItems(names);
    }
    place_ = std::clamp(place_, 0, std::max(0, static_cast<int>(names.size()) - 1));
    places_->setCurrentIndex(names.isEmpty() ? -1 : place_);
    play_->setEnabled(of != nullptr && heat() != nullptr);
    if (of == nullptr) {
        strip_->setHeat(nullptr, {}, 0.0);
        words_->setWords({});
        fillReadings();
        return;
    }
    const HeatQuestion q = question();
    if (!(q == of->question)) {
        run_.ask(q);
    }
    strip_->setHeat(heat(), q, of->begins_h);
    const FillItem& item = plan->fill->items[of->item];
    const ResinClass* r = document_.shop().resin(item.resin);
    if (item.safe && r != nullptr) {
        const auto mm = [&](double v) { return quantity(std::floor(v), Unit::Length, document_.units()); };
        words_->setWords(
            tr("Deepest layer under %1 here: %2 to %3; its sheet says %4, whichever is less. An estimate: liquid is "
               "taken as still.")
                .arg(quantity(r->cure.limits.peak_C, Unit::Temperature, document_.units()), mm(item.safe->sure_mm),
                     mm(item.safe->most_mm), mm(r->maxLayer_mm)));
    } else {
        words_->setWords(tr("An estimate for a class of resin; the product's own sheet rules."));
    }

    fillReadings();
}

void HeatPage::fillReadings()
{
    const PourRecord* record = recordOf(document_);
    const size_t n = record != nullptr ? record->heat.size() : 0;
    readings_->setRowCount(static_cast<int>(n) + 1);
    for (size_t i = 0; i <= n; ++i) {
        const int row = static_cast<int>(i);
        readings_->put(row, kHourColumn, i < n ? QString::number(record->heat[i].at_h, 'g', 4) : QString());
        readings_->put(row, kDegreeColumn,
                       i < n ? quantity(record->heat[i].measured_C, Unit::Temperature, document_.units()) : QString());
    }
}

void HeatPage::entered(int row, int column, const QString& text)
{
    if (document_.job() == nullptr || document_.plan() == nullptr || document_.plan()->pour->river() == nullptr) {
        fillReadings();
        return;
    }
    QString plain = text;
    const bool fahrenheit = document_.units().temperature == TemperatureStyle::Fahrenheit;
    plain.remove(QStringLiteral("°C")).remove(QStringLiteral("°F")).remove(QStringLiteral("h"));
    bool isNumber = false;
    double value = plain.trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&isNumber);
    const bool away = plain.trimmed().isEmpty();
    if (column == kDegreeColumn && fahrenheit) {
        value = (value - 32.0) / 1.8;
    }
    const Range range = column == kHourColumn ? ranges::kReading_h : ranges::kReading_C;
    if (!away && (!isNumber || !range.holds(value))) {
        readings_->stay();
        Q_EMIT message(isNumber ? tr("What is measured %1.").arg(fromCore(rangeSentence(range)))
                                : tr("A number is wanted; %1 is none.").arg(text));
        fillReadings();
        return;
    }
    document_.edit(tr("Heat measured in the pour"), [&](Job& j) {
        auto& log = j.fill.log;
        auto at = std::find_if(log.begin(), log.end(), [](const PourRecord& r) { return r.event == kMeasuredIn; });
        if (at == log.end()) {
            PourRecord fresh;
            fresh.event = kMeasuredIn;
            log.push_back(fresh);
            at = log.end() - 1;
        }
        auto& heat = at->heat;
        const auto index = static_cast<size_t>(row);
        if (away) {
            if (index < heat.size()) {
                heat.erase(heat.begin() + row);
            }
        } else {
            if (index >= heat.size()) {
                const double last = heat.empty() ? strip_->hour() : heat.back().at_h;
                heat.push_back({last, meanAir_C(j.fill.room)});
            }
            HeatReading& reading = heat[std::min(index, heat.size() - 1)];
            (column == kHourColumn ? reading.at_h : reading.measured_C) = value;
        }
        PourRecord nothing;
        nothing.event = kMeasuredIn;
        if (*at == nothing) {
            log.erase(at);
        }
    });
}

} // namespace burl::ui
