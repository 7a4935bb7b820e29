#pragma once
// What was written as G-code, drawn from the file itself, with what would be dangerous in it.

#include <QDialog>

#include "core/router/gcode.h"

namespace burl::ui
{

class GcodeWindow : public QDialog
{
    Q_OBJECT

public:
    /// Reads the file again; `stock` and `highest_mm` are what it was written for.
    GcodeWindow(const QString& file, const Box& stock, double highest_mm, double reach_mm, double mostFeed_mm_min,
                QWidget* parent);

    /// The sentence under the drawing: how many moves and minutes, or what is wrong.
    [[nodiscard]] QString verdict() const { return verdict_; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<GcodeMove> moves_;
    Box stock_;
    QString verdict_;
    bool sound_ = false;
};

} // namespace burl::ui
