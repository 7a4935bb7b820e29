#pragma once
// One page of the capture: a kind of reading of one slab, shown in the shared table and typed into it.

#include <optional>

#include <QObject>
#include <QString>

#include "app/document.h"
#include "core/shop/ranges.h"
#include "drawing/how_to.h"
#include "instruments/line.h"

class QWidget;

namespace burl::ui
{

class ReadingTable;

class ReadingPage : public QObject
{
    Q_OBJECT

public:
    ReadingPage(Document& document, ReadingTable& table, QObject* parent);
    void setSlab(SlabId id) { slab_ = id; }

    [[nodiscard]] virtual QString id() const = 0;   // "topTape": its button is captureTopTape
    [[nodiscard]] virtual QString name() const = 0; // on its button
    virtual void fill(const Slab& slab) = 0;
    [[nodiscard]] virtual QString hint(const Slab& slab) const = 0;
    /// What stands beside the hint while the page is open; may be null.
    [[nodiscard]] virtual QWidget* tools() { return nullptr; }
    /// What reads this column; nothing does when it is typed only.
    [[nodiscard]] virtual std::optional<InstrumentKind> instrumentFor(int /*column*/) const { return std::nullopt; }
    /// What stands beside the table.
    enum class Beside { Nothing, Log, Drying };
    [[nodiscard]] virtual Beside beside() const { return Beside::Log; }
    /// The picture of how its readings are taken, while none is there.
    [[nodiscard]] virtual std::optional<HowTo> howTo(const Slab&) const { return std::nullopt; }
    /// Wide enough for what its columns hold, and for all of them beside the log.
    [[nodiscard]] virtual int columnWidth() const { return 84; }

    /// A text typed into a cell; what is wrong with it, when it was refused and nothing changed.
    [[nodiscard]] virtual std::optional<QString> enter(int row, int column, const QString& text);

Q_SIGNALS:
    void message(const QString& sentence);

protected:
    [[nodiscard]] virtual Range range(int /*column*/) const { return ranges::kPlace_mm; }
    [[nodiscard]] virtual Unit unit(int /*column*/) const { return Unit::Length; }
    /// A number that is in its range, or nothing for a cell that was emptied.
    virtual void change(int row, int column, std::optional<double> value) = 0;

    [[nodiscard]] const Slab* slab() const { return document_.shop().slab(slab_); }
    [[nodiscard]] const UnitChoice& units() const { return document_.units(); }
    /// "along, mm"
    [[nodiscard]] QString head(const QString& what) const;
    /// Columns with their heads and so many rows, numbered.
    void setShape(const QStringList& heads, int rows);
    void put(int row, int column, std::optional<double> length_mm);

    Document& document_;
    ReadingTable& table_;
    SlabId slab_;
};

} // namespace burl::ui
