#pragma once
// Long and cross profile of the selected piece with both planes, and a slider through the passes.

#include <QWidget>

#include "app/document.h"
#include "core/flatten/pass_map.h"
#include "core/router/removal.h"

class QSlider;
class QLabel;
class QPainter;

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
    /// The milling the slider stands in, the first while it is rough; 0 when all is milled in one go.
    [[nodiscard]] int milling() const;
    /// Passes counted on fine cells, once they are known; null until then.
    void setMap(std::shared_ptr<const PassMap> map);
    /// Where the profiles are cut, in the slab's frame; nothing: through its middle.
    void cutAt(std::optional<Vec2> place);
    [[nodiscard]] std::optional<Vec2> place() const { return place_; }

Q_SIGNALS:
    void moved();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void say();
    void profile(QPainter& painter, const QRectF& area, bool across, double room) const;
    Document& document_;
    QSlider* slider_;
    QLabel* words_;
    size_t piece_ = 0;
    bool topFace_ = true;
    std::shared_ptr<const PassMap> map_;
    std::optional<Vec2> place_;
};

} // namespace burl::ui
