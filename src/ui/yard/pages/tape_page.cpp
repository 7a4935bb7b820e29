#include "ui/yard/pages/tape_page.h"

#include <algorithm>

#include <QComboBox>

#include "ui/ledger/reading_table.h"
#include "ui/look/choice_box.h"
#include "ui/look/theme.h"

namespace burl::ui
{

TapePage::TapePage(Document& document, ReadingTable& table, Face face, QWidget* parent)
    : ReadingPage(document, table, parent), face_(face), from_(new ChoiceBox(parent))
{
    named(from_, face == Face::Top ? QStringLiteral("tapeFrom") : QStringLiteral("tapeFromUnder"),
          tr("Offsets are read from"));
    from_->addItem(tr("from a string"), int(TapeFrom::String));
    from_->addItem(tr("from a straight edge"), int(TapeFrom::StraightEdge));
    connect(from_, &QComboBox::activated, this, [this] { readFrom(TapeFrom(from_->currentData().toInt())); });
}

QString TapePage::id() const
{
    return face_ == Face::Top ? QStringLiteral("topTape") : QStringLiteral("bottomTape");
}

QString TapePage::name() const
{
    return face_ == Face::Top ? tr("Tape, top") : tr("Tape, bottom");
}

QWidget* TapePage::tools()
{
    return from_;
}

Tape& TapePage::tapeOf(Slab& slab) const
{
    if (face_ == Face::Top) {
        return slab.top;
    }
    if (!slab.bottom) {
        slab.bottom = Tape{slab.top.from, {}};
    }
    return *slab.bottom;
}

void TapePage::fill(const Slab& slab)
{
    const Tape tape = face_ == Face::Top ? slab.top : slab.bottom.value_or(Tape{slab.top.from, {}});
    from_->setCurrentIndex(from_->findData(int(tape.from)));
    const int rows = static_cast<int>(tape.readings.size()) + 1; // one to go on with
    setShape({head(tr("along")), head(tr("near")), head(tr("far"))}, rows);
    for (int i = 0; i < rows; ++i) {
        const bool there = i < rows - 1;
        const TapeReading r = there ? tape.readings[static_cast<size_t>(i)] : TapeReading{};
        put(i, 0, there ? std::optional(r.at_mm) : std::nullopt);
        put(i, 1, r.near_mm);
        put(i, 2, r.far_mm);
    }
}

std::optional<HowTo> TapePage::howTo(const Slab& slab) const
{
    const Tape tape = face_ == Face::Top ? slab.top : slab.bottom.value_or(Tape{slab.top.from, {}});
    const bool drawn = (face_ == Face::Top ? slab.topDrawn : slab.bottomDrawn).has_value();
    if (drawn || std::any_of(tape.readings.begin(), tape.readings.end(),
                             [](const TapeReading& r) { return r.near_mm || r.far_mm; })) {
        return std::nullopt;
    }
    return tape.from == TapeFrom::String ? HowTo::String : HowTo::StraightEdge;
}

QString TapePage::hint(const Slab& slab) const
{
    if (face_ == Face::Bottom) {
        return slab.bottom ? tr("the face below, from the same line") : tr("not taped: the bevel stands in for it");
    }
    return slab.topDrawn ? tr("the outline is drawn; a reading typed here takes its place")
                         : tr("place along the slab, then near and far edge; Enter walks down");
}

void TapePage::readFrom(TapeFrom from)
{
    document_.editSlab(tr("Read from"), slab_, [&](Slab& s) {
        // The wood stays where it is; only what the near offsets mean changes.
        Tape& tape = tapeOf(s);
        if (tape.from != from) {
            for (TapeReading& r : tape.readings) {
                if (r.near_mm) {
                    r.near_mm = -*r.near_mm;
                }
            }
            tape.from = from;
        }
    });
}

std::optional<QString> TapePage::enter(int row, int column, const QString& text)
{
    const Slab* s = slab();
    const auto stations = s == nullptr            ? size_t{0}
                          : face_ == Face::Top    ? s->top.readings.size()
                          : s->bottom.has_value() ? s->bottom->readings.size()
                                                  : size_t{0};
    if (column != 0 && static_cast<size_t>(row) >= stations && !text.trimmed().isEmpty()) {
        return tr("\"%1\" has no place yet: type first how far along the slab it stands.").arg(text.trimmed());
    }
    return ReadingPage::enter(row, column, text);
}

void TapePage::change(int row, int column, std::optional<double> value)
{
    document_.editSlab(tr("Tape reading"), slab_, [&](Slab& s) {
        // The tape is the newer word: a drawn outline and its picture give way to it.
        const bool top = face_ == Face::Top;
        const auto& taped = top ? std::optional(s.top) : s.bottom;
        const auto i = static_cast<size_t>(row);
        if (!value && (!taped || i >= taped->readings.size())) {
            return; // a blank cell that was only looked at says nothing
        }
        if (value) {
            (top ? s.topDrawn : s.bottomDrawn).reset();
            (top ? s.topPicture : s.bottomPicture).reset();
        }
        Tape& tape = tapeOf(s);
        if (i >= tape.readings.size()) {
            tape.readings.emplace_back(); // its place is typed first
        }
        TapeReading& reading = tape.readings[i];
        if (column != 0) {
            (column == 1 ? reading.near_mm : reading.far_mm) = value;
        } else if (value) {
            reading.at_mm = *value;
        } else {
            tape.readings.erase(tape.readings.begin() + row);
        }
    });
}

} // namespace burl::ui
