#pragma once
// Long profile of the selected piece with both planes, and a slider through the passes.

#include <QWidget>

#include "app/document.h"

class QSlider;
class QLabel;

namespace burl::ui
{

class PassStrip : public QWidget
{
    Q_OBJECT

public:
    explicit PassStrip(Document& document, QWidget* parent);
    void show(size_t piece, bool topFace);
    /// Passes done as the slider stands; 0 is rough.
    [[nodiscard]] int done() const;

Q_SIGNALS:
    void moved();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void say();
    Document& document_;
    QSlider* slider_;
    QLabel* words_;
    size_t piece_ = 0;
    bool topFace_ = true;
};

} // namespace burl::ui
