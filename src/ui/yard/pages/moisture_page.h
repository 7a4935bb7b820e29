#pragma once
// What the meter said, by day and depth.

#include "ui/yard/pages/reading_page.h"

namespace burl::ui
{

class MoisturePage : public ReadingPage
{
    Q_OBJECT

public:
    using ReadingPage::ReadingPage;

    [[nodiscard]] QString id() const override { return QStringLiteral("moisture"); }
    [[nodiscard]] QString name() const override { return tr("Moisture"); }
    void fill(const Slab& slab) override;
    [[nodiscard]] QString hint(const Slab& slab) const override;
    [[nodiscard]] Beside beside() const override { return Beside::Drying; }
    [[nodiscard]] std::optional<InstrumentKind> instrumentFor(int column) const override;
    [[nodiscard]] std::optional<QString> enter(int row, int column, const QString& text) override;

protected:
    void change(int /*row*/, int /*column*/, std::optional<double> /*value*/) override {}

private:
    enum Column { Date, Depth, Reading };
};

} // namespace burl::ui
