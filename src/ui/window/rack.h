#pragma once
// The left side: the job's pieces and the rest of the yard as true-shape silhouettes, found by words and
// put in order.

#include <QListWidget>

#include "app/document.h"
#include "core/yard/search.h"
#include "drawing/wood.h"

class QComboBox;
class QLineEdit;

namespace burl::ui
{

class Rack : public QListWidget
{
    Q_OBJECT

public:
    explicit Rack(Document& document, QWidget* parent = nullptr);
    void refresh();
    void select(SlabId id);
    /// Takes the keys, at the first slab that lies in no top yet.
    void waitForNext();
    /// Shows only slabs of which all words are written, in this order.
    void look(const QString& words, YardOrder order);
    [[nodiscard]] int found() const { return static_cast<int>(shown_.size()); }

Q_SIGNALS:
    void slabChosen(burl::SlabId id);
    /// Lay this slab in: a double click, or a key.
    void layInWanted(burl::SlabId id);
    void putBackWanted(burl::SlabId id);
    /// A slab is carried by the mouse, is let go there, or is carried no more.
    void carried(burl::SlabId id, const QPoint& global);
    void dropped(burl::SlabId id, const QPoint& global);
    void carriedNoMore();

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    class Delegate;
    /// The slab of an item, 0 of a heading or of none.
    [[nodiscard]] static SlabId slabOf(const QListWidgetItem* item);
    Document& document_;
    std::vector<std::pair<int, std::shared_ptr<const Slab>>> shown_; // section, slab
    UnitChoice shownUnits_;
    std::string words_;
    YardOrder order_ = YardOrder::Log;
    YardOrder shownOrder_ = YardOrder::Log;
    std::optional<QPoint> pressed_; // where the mouse went down on a slab
    SlabId carried_;                // by the mouse; 0: none
};

/// The field and the list above the rack by which a slab is found among many.
class RackFinder : public QWidget
{
    Q_OBJECT

public:
    RackFinder(Document& document, Rack& rack, QWidget* parent);
    void takeFocus();

Q_SIGNALS:
    void slabFound(burl::SlabId id);
    void message(const QString& sentence);

private:
    void look();
    void entered();
    Document& document_;
    Rack& rack_;
    QLineEdit* words_;
    QComboBox* order_;
};

} // namespace burl::ui
