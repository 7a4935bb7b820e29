#pragma once
// Heights of a face on a grid: down from rails, or up from the bench; or the four corners under winding sticks.

#include "ui/yard/pages/reading_page.h"

class QComboBox;
class QPushButton;
class QSpinBox;

namespace burl::ui
{

class HeightsPage : public ReadingPage
{
    Q_OBJECT

public:
    HeightsPage(Document& document, ReadingTable& table, Face face, QWidget* parent);

    [[nodiscard]] QString id() const override;
    [[nodiscard]] QString name() const override;
    void fill(const Slab& slab) override;
    [[nodiscard]] std::optional<HowTo> howTo(const Slab& slab) const override;
    [[nodiscard]] QString hint(const Slab& slab) const override;
    [[nodiscard]] QWidget* tools() override { return tools_; }
    [[nodiscard]] Beside beside() const override { return Beside::Nothing; }
    [[nodiscard]] std::optional<InstrumentKind> instrumentFor(int column) const override;

protected:
    [[nodiscard]] Range range(int column) const override;
    void change(int row, int column, std::optional<double> value) override;

private:
    [[nodiscard]] std::optional<HeightGrid>& gridOf(Slab& slab) const;
    /// False where the slab has no outline yet: said in a sentence.
    bool layOut(int along, int across, HeightsFrom from);
    void layOutCorners();
    /// Winding sticks lay over the slab: four corners, read up from the level of three.
    [[nodiscard]] bool hasCorners() const;

    Face face_;
    QWidget* tools_;
    QComboBox* from_;
    QSpinBox* along_;
    QSpinBox* across_;
};

} // namespace burl::ui
