#pragma once
// Thickness by the calliper, at places of the slab.

#include "ui/yard/pages/reading_page.h"

namespace burl::ui
{

class ThicknessPage : public ReadingPage
{
    Q_OBJECT

public:
    using ReadingPage::ReadingPage;

    [[nodiscard]] QString id() const override { return QStringLiteral("thickness"); }
    [[nodiscard]] QString name() const override { return tr("Thickness"); }
    void fill(const Slab& slab) override;
    [[nodiscard]] QString hint(const Slab& slab) const override;
    [[nodiscard]] std::optional<InstrumentKind> instrumentFor(int column) const override;

protected:
    [[nodiscard]] Range range(int column) const override;
    void change(int row, int column, std::optional<double> value) override;
};

} // namespace burl::ui
