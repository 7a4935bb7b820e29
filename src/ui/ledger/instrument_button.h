#pragma once
// Readings by instrument into a table: Space asks for one, the instrument's own button gives one; each goes into the
// cell that waits, and the next cell waits.

#include <functional>
#include <optional>

#include <QPushButton>

#include "app/instrument_port.h"
#include "core/measure/units.h"

namespace burl::ui
{

class ReadingTable;

class InstrumentButton : public QPushButton
{
    Q_OBJECT

public:
    /// Which kind of instrument the waiting column is read with; nothing: it is typed.
    using Wants = std::function<std::optional<InstrumentKind>()>;
    InstrumentButton(InstrumentPort& port, ReadingTable& table, Wants wants, QWidget* parent);

Q_SIGNALS:
    void message(const QString& sentence);

private:
    void choose();
    void taken(const InstrumentReading& reading);
    void refresh();

    InstrumentPort& port_;
    ReadingTable& table_;
    Wants wants_;
};

} // namespace burl::ui
