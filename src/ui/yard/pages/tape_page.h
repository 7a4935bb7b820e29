#pragma once
// The edges of a face by the tape: places along the slab, distances to the near and the far edge.

#include "ui/yard/pages/reading_page.h"

class QComboBox;

namespace burl::ui
{

class TapePage : public ReadingPage
{
    Q_OBJECT

public:
    TapePage(Document& document, ReadingTable& table, Face face, QWidget* parent);

    [[nodiscard]] QString id() const override;
    [[nodiscard]] QString name() const override;
    void fill(const Slab& slab) override;
    [[nodiscard]] std::optional<HowTo> howTo(const Slab& slab) const override;
    [[nodiscard]] QString hint(const Slab& slab) const override;
    [[nodiscard]] QWidget* tools() override;

    [[nodiscard]] std::optional<QString> enter(int row, int column, const QString& text) override;

protected:
    void change(int row, int column, std::optional<double> value) override;

private:
    /// The tape of this face; a bottom tape is made when it is first written to.
    [[nodiscard]] Tape& tapeOf(Slab& slab) const;
    void readFrom(TapeFrom from);

    Face face_;
    QComboBox* from_;
};

} // namespace burl::ui
