#include "ui/move/room_page.h"

#include <algorithm>
#include <cmath>

#include <QHeaderView>
#include <QLocale>
#include <QVBoxLayout>

#include "core/measure/parse.h"
#include "core/shop/edit.h"
#include "core/shop/ranges.h"
#include "core/shop/room.h"
#include "core/wood/moisture.h"
#include "exchange/materials.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/elided_label.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

namespace
{

double fromCelsius(double degC)
{
    return degC * 9.0 / 5.0 + 32.0;
}

} // namespace

RoomPage::RoomPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), words_(new ElidedLabel(this)), table_(new ReadingTable(this))
{
    named(this, QStringLiteral("roomPage"), tr("The room month by month"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(22, 0, 22, 0);
    column->setSpacing(4);
    named(words_, QStringLiteral("roomWords"), tr("Which room this is"));
    looking(words_, "quiet");
    column->addWidget(words_);
    named(table_, QStringLiteral("roomTable"), tr("Temperature and humidity of each month"));
    table_->setRowCount(3);
    table_->setColumnCount(static_cast<int>(kMonths));
    QStringList months;
    for (int m = 1; m <= static_cast<int>(kMonths); ++m) {
        months << QLocale().standaloneMonthName(m, QLocale::ShortFormat);
    }
    table_->setHorizontalHeaderLabels(months);
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    table_->verticalHeader()->setDefaultSectionSize(28);
    table_->verticalHeader()->setFixedWidth(122);
    table_->horizontalHeader()->setMinimumSectionSize(36);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setFrameShape(QFrame::NoFrame);
    looking(table_, "inset");
    column->addWidget(table_, 1);
    connect(table_, &ReadingTable::entered, this, &RoomPage::entered);
}

void RoomPage::refresh()
{
    if (table_->isEditing()) {
        return;
    }
    const Job* job = document_.job();
    const Climate* climate = job != nullptr ? document_.shop().climate(job->move.climate) : nullptr;
    table_->setEnabled(climate != nullptr);
    const bool fahrenheit = document_.units().temperature == TemperatureStyle::Fahrenheit;
    table_->setVerticalHeaderLabels(
        {fahrenheit ? tr("temperature, °F") : tr("temperature, °C"), tr("humidity, %"), tr("wood rests at, %")});
    if (climate == nullptr) {
        words_->setWords(tr("Choose a room."));
        return;
    }
    words_->setWords(climate->months
                         ? tr("%1, month by month. What you change here changes every job in that room.")
                               .arg(translated(climate->name))
                         : tr("%1: a smooth year from winter to summer. Change a month: it becomes your own room.")
                               .arg(translated(climate->name)));
    const auto months = monthsOf(*climate);
    const auto shown = [](double v) { return QString::number(std::round(v * 10.0) / 10.0); };
    for (size_t m = 0; m < kMonths; ++m) {
        const int col = static_cast<int>(m);
        table_->put(0, col, shown(fahrenheit ? fromCelsius(months[m].degC) : months[m].degC));
        table_->put(1, col, shown(months[m].rh_pct));
        table_->put(2, col, QString::number(emc_pct(months[m].degC, months[m].rh_pct), 'f', 1), false);
    }
}

void RoomPage::entered(int row, int column, const QString& text)
{
    const Job* job = document_.job();
    const Climate* climate = job != nullptr ? document_.shop().climate(job->move.climate) : nullptr;
    if (climate == nullptr || row > 1) {
        return;
    }
    const auto parsed = row == 0 ? parseTemperature_degC(text.toStdString(), document_.units().temperature)
                                 : parseNumber(text.toStdString());
    const Range range = row == 0 ? ranges::kRoom_degC : ranges::kHumidity_pct;
    if (!parsed || !range.holds(*parsed)) {
        Q_EMIT message(parsed ? (row == 0 ? tr("The temperature of a room ") : tr("Humidity ")) +
                                    fromCore(rangeSentence(range)) + QStringLiteral(".")
                              : fromCore(parsed.error().sentence));
        table_->stay();
        refresh();
        return;
    }
    Climate next = *climate;
    next.months = monthsOf(*climate);
    RoomMonth& month = (*next.months)[static_cast<size_t>(column)];
    (row == 0 ? month.degC : month.rh_pct) = *parsed;
    // The presets stay as they are: a room that is changed becomes one of the shop's own.
    const bool preset = standardShop().climate(climate->id) != nullptr;
    if (preset) {
        next.id = freeClimateId(document_.book());
        next.name = tr("%1, my own").arg(translated(climate->name)).toStdString();
    }
    Book book = withClimate(document_.book(), next);
    if (preset) {
        Job changed = *job;
        changed.move.climate = next.id;
        book = withJob(book, std::move(changed));
    }
    document_.apply(tr("A month in the room"), std::move(book));
}

} // namespace burl::ui
