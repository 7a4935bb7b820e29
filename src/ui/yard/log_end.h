#pragma once
// A log seen end-on: its saw lines one above the other, the pith, and which slab is which.

#include <QWidget>

#include "app/document.h"

namespace burl::ui
{

class LogEnd : public QWidget
{
    Q_OBJECT

public:
    LogEnd(Document& document, QWidget* parent);
    void setSlab(SlabId id);
    [[nodiscard]] QSize sizeHint() const override { return {220, 170}; }

Q_SIGNALS:
    void slabChosen(burl::SlabId id);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    struct Strip {
        std::shared_ptr<const Slab> slab;
        QPolygonF polygon;
    };
    [[nodiscard]] std::vector<Strip> strips() const;
    Document& document_;
    SlabId slab_;
};

} // namespace burl::ui
