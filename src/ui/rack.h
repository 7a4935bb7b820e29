#pragma once
// The left side: the job's pieces and the rest of the yard as true-shape silhouettes.

#include <QListWidget>

#include "app/document.h"
#include "drawing/wood.h"

namespace burl::ui
{

class Rack : public QListWidget
{
    Q_OBJECT

public:
    explicit Rack(Document& document, QWidget* parent = nullptr);
    void refresh();
    void select(SlabId id);

Q_SIGNALS:
    void slabChosen(burl::SlabId id);

private:
    class Delegate;
    Document& document_;
    std::vector<std::pair<int, std::shared_ptr<const Slab>>> shown_; // section, slab
    UnitChoice shownUnits_;
};

} // namespace burl::ui
