#pragma once
// Knots, voids, checks and the like of one slab: their measures, and what is meant to become of them.

#include "ui/yard/pages/reading_page.h"

class QPushButton;

namespace burl::ui
{

class FeaturesPage : public ReadingPage
{
    Q_OBJECT

public:
    FeaturesPage(Document& document, ReadingTable& table, QWidget* parent);

    [[nodiscard]] QString id() const override { return QStringLiteral("features"); }
    [[nodiscard]] QString name() const override { return tr("Features"); }
    void fill(const Slab& slab) override;
    [[nodiscard]] QString hint(const Slab& slab) const override;
    [[nodiscard]] QWidget* tools() override;
    [[nodiscard]] int columnWidth() const override { return 80; } // five columns must fit beside the log
    /// The kind that the next feature drawn on the board gets.
    [[nodiscard]] FeatureKind nextKind() const { return kind_; }

protected:
    [[nodiscard]] Range range(int column) const override;
    [[nodiscard]] Unit unit(int column) const override;
    void change(int row, int column, std::optional<double> value) override;

private:
    enum Column { Across, Depth, Holes, MeantTo, OnFace, Columns };
    void add(FeatureKind kind);
    /// A word to choose in a cell.
    void putChoice(int row, int column, const QStringList& words, int now);

    QPushButton* add_;
    FeatureKind kind_ = FeatureKind::ThroughVoid;
};

} // namespace burl::ui
