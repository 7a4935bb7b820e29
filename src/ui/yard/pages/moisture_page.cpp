#include "ui/yard/pages/moisture_page.h"

#include "core/measure/date.h"
#include "core/measure/parse.h"
#include "core/measure/when.h"
#include "core/yard/slab_card.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/text.h"

namespace burl::ui
{
namespace
{

constexpr double kUsualDepth_mm = 20.0; // of the pins, until it is typed
constexpr double kUsual_pct = 12.0;     // of air-dry wood, until it is typed

} // namespace

void MoisturePage::fill(const Slab& slab)
{
    const int rows = static_cast<int>(slab.moisture.size()) + 1; // one to go on with
    setShape({tr("date"), head(tr("depth")), tr("MC, %")}, rows);
    for (int i = 0; i < rows; ++i) {
        const bool there = i < rows - 1;
        const MoistureReading r = there ? slab.moisture[static_cast<size_t>(i)] : MoistureReading{};
        table_.put(i, Date, fromCore(r.date));
        put(i, Depth, there ? std::optional(r.depth_mm) : std::nullopt);
        table_.put(i, Reading, there ? fromCore(formatNumber(r.mc_pct, 1, true)) : QString());
    }
}

QString MoisturePage::hint(const Slab& /*slab*/) const
{
    return tr("date (today when left out), depth of the pins, reading");
}

std::optional<InstrumentKind> MoisturePage::instrumentFor(int column) const
{
    return column == Reading ? std::optional(InstrumentKind::Moisture) : std::nullopt;
}

std::optional<QString> MoisturePage::enter(int row, int column, const QString& typed)
{
    QString text = typed.trimmed();
    const Slab* s = slab();
    const bool there = s != nullptr && row < static_cast<int>(s->moisture.size());
    if (s == nullptr || (!there && text.isEmpty())) {
        return std::nullopt;
    }
    MoistureReading reading = there ? s->moisture[static_cast<size_t>(row)] : MoistureReading{};
    const bool gone = there && column == Date && text.isEmpty();
    if (!there) { // goes on at the depth and the reading of the last one until they are typed
        reading = s->moisture.empty() ? MoistureReading{{}, kUsualDepth_mm, s->mc_pct.value_or(kUsual_pct)}
                                      : s->moisture.back();
        reading.date = document_.today();
    }
    if (column == Date && !gone) {
        const auto day = parseDay(text.toStdString(), dayOf(document_.today()).value_or(0));
        if (!day) {
            return translated(day.error().sentence);
        }
        reading.date = isoDate(*day);
    } else if (column == Depth) {
        const auto depth = parseLength_mm(text.toStdString(), units().length);
        if (!depth || !ranges::kMeterDepth_mm.holds(*depth)) {
            return depth ? tr("Pins do not reach that deep.") : fromCore(depth.error().sentence);
        }
        reading.depth_mm = *depth;
    } else if (column == Reading) {
        const auto mc = parseNumber(text.remove(QLatin1Char('%')).trimmed().toStdString());
        if (!mc || !ranges::kMc_pct.holds(*mc)) {
            return mc ? tr("A moisture content lies between 0 and 200 %.") : fromCore(mc.error().sentence);
        }
        reading.mc_pct = *mc;
    }
    document_.editSlab(tr("Moisture reading"), slab_, [&](Slab& edited) {
        if (gone) {
            edited.moisture.erase(edited.moisture.begin() + row);
        } else if (there) {
            edited.moisture[static_cast<size_t>(row)] = reading;
        } else {
            edited.moisture.push_back(reading);
        }
        // The plan goes by today's moisture: the mean of the latest date.
        if (const auto mc = latestMoisture_pct(edited.moisture)) {
            edited.mc_pct = mc;
        }
    });
    return std::nullopt;
}

} // namespace burl::ui
