#include "ui/ledger/instrument_button.h"

#include <QInputDialog>
#include <QMenu>

#include "ui/ledger/reading_table.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

QString written(const InstrumentReading& reading)
{
    const QString number = QString::number(reading.value, 'f', 2);
    return reading.kind == InstrumentKind::Depth ? number + QStringLiteral(" mm") : number;
}

} // namespace

InstrumentButton::InstrumentButton(InstrumentPort& port, ReadingTable& table, Wants wants, QWidget* parent)
    : QPushButton(parent), port_(port), table_(table), wants_(std::move(wants))
{
    named(this, QStringLiteral("instrument"), tr("Instrument on a serial port"));
    looking(this, "tight");
    connect(this, &QPushButton::clicked, this, &InstrumentButton::choose);
    connect(&port_, &InstrumentPort::read, this, &InstrumentButton::taken);
    connect(&port_, &InstrumentPort::message, this, [this](const QString& sentence) {
        if (isVisible()) {
            Q_EMIT message(sentence);
        }
    });
    connect(&port_, &InstrumentPort::changed, this, &InstrumentButton::refresh);
    connect(&table_, &ReadingTable::takeWanted, this, [this] {
        if (wants_()) {
            port_.ask();
        } else {
            Q_EMIT message(tr("No instrument reads this column: type it."));
        }
    });
    refresh();
}

void InstrumentButton::refresh()
{
    setText(port_.isOpen() ? tr("%1 ▾").arg(port_.name().isEmpty() ? port_.path() : port_.name()) : tr("instrument ▾"));
    setToolTip(port_.isOpen() ? tr("on %1; Space takes a reading").arg(port_.path()) : tr("none is connected"));
}

void InstrumentButton::choose()
{
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("instrumentMenu"));
    menu.setAccessibleName(tr("Ports"));
    for (const QString& path : InstrumentPort::known()) {
        menu.addAction(path, this, [this, path] { port_.open(path); });
    }
    menu.addAction(tr("another port…"), this, [this] {
        const QString path = QInputDialog::getText(window(), tr("Instrument"), tr("Its port, as /dev/pts/4"));
        if (!path.trimmed().isEmpty()) {
            port_.open(path.trimmed());
        }
    });
    if (port_.isOpen()) {
        menu.addSeparator();
        menu.addAction(tr("take a reading (Space)"), &port_, &InstrumentPort::ask);
        menu.addAction(tr("disconnect %1").arg(port_.path()), &port_, &InstrumentPort::close);
    }
    menu.exec(mapToGlobal(QPoint(0, height())));
}

void InstrumentButton::taken(const InstrumentReading& reading)
{
    if (!isVisible() || !table_.isVisible()) {
        return;
    }
    const auto wanted = wants_();
    if (!wanted || *wanted != reading.kind) {
        Q_EMIT message(tr("A reading came from a %1, but the cell that waits is not read with one.")
                           .arg(translated(std::string(wordOf(reading.kind)))));
        return;
    }
    if (!table_.take(written(reading))) {
        Q_EMIT message(tr("A reading of %1 came while the cell was typed into: it was left out. Take it again.")
                           .arg(written(reading)));
    }
}

} // namespace burl::ui
