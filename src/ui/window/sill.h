#pragma once
// Findings of the bench, most serious first; each leads to its place and to its remedy.

#include <functional>
#include <vector>

#include <QTimer>
#include <QWidget>

#include "core/figure/finding.h"

class QVBoxLayout;

namespace burl::ui
{

class Sill : public QWidget
{
    Q_OBJECT

public:
    explicit Sill(QWidget* parent = nullptr);
    /// `leads` tells whether a click on a finding's remedy does something; otherwise it is plain advice.
    void showFindings(const std::vector<Finding>& findings, const UnitChoice& units,
                      const std::function<bool(const Finding&)>& leads);
    /// A sentence of the program itself (a refused entry, a file that could not be written).
    void say(const QString& sentence);
    /// What was said is past: something has happened since.
    void fallSilent();

protected:
    void paintEvent(QPaintEvent* event) override;

Q_SIGNALS:
    void placeWanted(const burl::Finding& finding);
    void remedyWanted(const burl::Finding& finding);

private:
    class Row;
    QVBoxLayout* column_;
    bool empty_ = true;
    std::vector<Row*> rows_;
    Row* said_;
    QTimer hide_;
};

/// The mark of a severity: a filled square, a triangle, an empty box, a ring or a tick, so that shape tells too.
void paintMark(class QPainter& painter, const class QRectF& box, Severity severity);
/// The mark of what the program itself says.
void paintVoice(class QPainter& painter, const class QRectF& box);

} // namespace burl::ui
