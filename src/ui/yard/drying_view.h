#pragma once
// The drying curve of a slab: what the meter read, the curve through it, the room it is meant for.

#include <QWidget>

#include "app/document.h"
#include "core/yard/slab_card.h"

namespace burl::ui
{

class DryingView : public QWidget
{
    Q_OBJECT

public:
    DryingView(Document& document, QWidget* parent);
    void show(const Slab& slab, const SlabCard& card);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Document& document_;
    std::vector<DryingReading> readings_;
    std::optional<DryingCurve> curve_;
    double home_pct_ = 0.0;
    std::optional<int> ready_;
};

} // namespace burl::ui
