#include "ui/window/rack.h"

#include <algorithm>
#include <utility>

#include <QApplication>
#include <QComboBox>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QToolButton>
#include <QVBoxLayout>

#include "core/shop/outline.h"
#include "core/yard/slab_card.h"
#include "drawing/scene.h"
#include "ui/look/choice_box.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kSlabRole = Qt::UserRole;
constexpr int kHeadRole = Qt::UserRole + 1;
constexpr int kAsideRole = Qt::UserRole + 2;

} // namespace

class Rack::Delegate : public QStyledItemDelegate
{
public:
    explicit Delegate(Rack& rack) : QStyledItemDelegate(&rack), rack_(rack)
    {
        wood_.setPictures([this](const std::string& key) { return rack_.document_.picture(key); });
    }

    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override
    {
        return {120, index.data(kHeadRole).toBool() ? 30 : index.data(kAsideRole).toBool() ? 64 : 98};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Palette& c = colours();
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRect r = option.rect;
        if (index.data(kHeadRole).toBool()) {
            p->setPen(c.faint);
            p->setFont(textFont(10.0));
            p->drawText(r.adjusted(14, 8, -4, 0), Qt::AlignLeft | Qt::AlignVCenter,
                        p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, r.width() - 18));
            p->restore();
            return;
        }
        if (option.state.testFlag(QStyle::State_Selected)) {
            p->fillRect(r.adjusted(4, 1, -4, -1), c.shelf);
            p->fillRect(QRect(r.left() + 4, r.top() + 1, 3, r.height() - 2), c.ink);
        }
        const SlabId id{index.data(kSlabRole).toInt()};
        std::shared_ptr<const Slab> slab;
        for (const auto& s : rack_.document_.shop().slabs) {
            if (s->id == id) {
                slab = s;
            }
        }
        const bool aside = index.data(kAsideRole).toBool();
        if (slab) {
            const QRectF place(r.left() + 16, r.top() + 7, r.width() - 30, aside ? 28 : 44);
            const auto outline = outlineOf(*slab, Face::Top);
            if (outline) {
                const BoardView view = BoardView::fitted(boundsOf(outline->ring()), place);
                paintSlab(*p, view, slab, Face::Top, wood_, c, aside ? 0.45 : 1.0);
            } else {
                p->setPen(QPen(c.hairline, 1.0, Qt::DashLine));
                p->drawRect(place);
            }
            p->setPen(aside ? c.faint : c.ink);
            p->setFont(textFont(11.0, !aside));
            const int line = static_cast<int>(place.bottom()) + 3;
            const QString name = fromCore(slab->name);
            const int room = r.width() - 24;
            p->drawText(QRect(r.left() + 16, line, room, 20), Qt::AlignLeft | Qt::AlignVCenter,
                        p->fontMetrics().elidedText(name, Qt::ElideRight, room));
            const int after = p->fontMetrics().horizontalAdvance(name) + 7;
            p->setFont(textFont(10.0));
            const UnitChoice& units = rack_.document_.units();
            const QString thick =
                slab->thickness_mm ? quantity(*slab->thickness_mm, Unit::Length, units) : tr("thick ?");
            if (p->fontMetrics().horizontalAdvance(thick) <=
                room - after) { // whole, or not: a cut number is a wrong one
                p->drawText(QRect(r.left() + 16 + after, line, room - after, 20), Qt::AlignLeft | Qt::AlignVCenter,
                            thick);
            }
            if (!aside) {
                p->setPen(c.faint);
                p->drawText(QRect(r.left() + 16, line + 18, r.width() - 20, 18), Qt::AlignLeft | Qt::AlignVCenter,
                            below(*slab));
            }
        }
        p->restore();
    }

    [[nodiscard]] QString below(const Slab& slab) const
    {
        const UnitChoice& units = rack_.document_.units();
        const QString mc = slab.mc_pct ? tr("MC %1").arg(quantity(*slab.mc_pct, Unit::Percent, units)) : tr("MC ?");
        if (slab.weighed_kg) {
            return mc + QStringLiteral("  ") + quantity(*slab.weighed_kg, Unit::Mass, units);
        }
        const Figure mass = slabCard(slab, rack_.document_.shop(), nullptr, 0).mass;
        return mass ? mc + QStringLiteral("  ") + quantity(mass.value(), Unit::Mass, units) : mc;
    }

private:
    Rack& rack_;
    mutable WoodCache wood_{7.0}; // small pictures need no fine grain
};

Rack::Rack(Document& document, QWidget* parent) : QListWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("rack"));
    setAccessibleName(tr("Rack: slabs of this job and of the yard"));
    setItemDelegate(new Delegate(*this));
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setToolTip(tr("Drag a slab onto the board, double-click it or press L to lay it in; Delete puts it back."));
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    connect(this, &QListWidget::currentItemChanged, this, [this](QListWidgetItem* item) {
        if (item != nullptr && !item->data(kHeadRole).toBool()) {
            Q_EMIT slabChosen({item->data(kSlabRole).toInt()});
        }
    });
}

SlabId Rack::slabOf(const QListWidgetItem* item)
{
    return item == nullptr || item->data(kHeadRole).toBool() ? SlabId{} : SlabId{item->data(kSlabRole).toInt()};
}

void Rack::mousePressEvent(QMouseEvent* event)
{
    QListWidget::mousePressEvent(event);
    pressed_ = event->button() == Qt::LeftButton && slabOf(itemAt(event->pos())).value != 0
                   ? std::optional(event->pos())
                   : std::nullopt;
}

void Rack::mouseMoveEvent(QMouseEvent* event)
{
    const bool far = pressed_ && (event->pos() - *pressed_).manhattanLength() >= QApplication::startDragDistance();
    if (pressed_ && carried_.value == 0 && far) { // its own dragging, not a selection of rows
        carried_ = slabOf(itemAt(*pressed_));
        setCursor(Qt::ClosedHandCursor);
    }
    if (carried_.value != 0) {
        Q_EMIT carried(carried_, event->globalPosition().toPoint());
        return;
    }
    QListWidget::mouseMoveEvent(event);
}

void Rack::mouseReleaseEvent(QMouseEvent* event)
{
    pressed_.reset();
    if (carried_.value != 0) {
        unsetCursor();
        Q_EMIT dropped(std::exchange(carried_, SlabId{}), event->globalPosition().toPoint());
        return;
    }
    QListWidget::mouseReleaseEvent(event);
}

void Rack::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (const SlabId id = slabOf(itemAt(event->pos())); id.value != 0) {
        Q_EMIT layInWanted(id);
    }
}

void Rack::keyPressEvent(QKeyEvent* event)
{
    const SlabId id = slabOf(currentItem());
    if (carried_.value != 0 && event->key() == Qt::Key_Escape) {
        carried_ = {};
        pressed_.reset();
        unsetCursor();
        Q_EMIT carriedNoMore();
    } else if (id.value != 0 && (event->key() == Qt::Key_L || event->key() == Qt::Key_Plus)) {
        Q_EMIT layInWanted(id);
    } else if (id.value != 0 && (event->key() == Qt::Key_Delete || event->key() == Qt::Key_Minus)) {
        Q_EMIT putBackWanted(id);
    } else {
        QListWidget::keyPressEvent(event);
    }
}

void Rack::refresh()
{
    std::vector<std::pair<int, std::shared_ptr<const Slab>>> now; // 0: in the job, else 1 + log
    const Job* job = document_.job();
    const auto inJob = [job](SlabId id) {
        return job != nullptr && std::any_of(job->layup.pieces.begin(), job->layup.pieces.end(),
                                             [id](const Piece& p) { return p.slab == id; });
    };
    std::vector<std::shared_ptr<const Slab>> slabs;
    for (const auto& slab : document_.shop().slabs) {
        if (matchesWords(*slab, document_.shop(), words_)) {
            slabs.push_back(slab);
        }
    }
    for (auto& slab : inOrder(std::move(slabs), order_)) {
        const int section = inJob(slab->id) ? 0 : order_ == YardOrder::Log ? 1 + slab->log.value : 1;
        now.emplace_back(section, std::move(slab));
    }
    std::stable_sort(now.begin(), now.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    const bool sameRows = now.size() == shown_.size() &&
                          std::equal(now.begin(), now.end(), shown_.begin(), [](const auto& a, const auto& b) {
                              return a.first == b.first && a.second->id == b.second->id;
                          });
    if (sameRows && now == shown_ && shownUnits_ == document_.units() && shownOrder_ == order_) {
        return;
    }
    shown_ = now;
    shownUnits_ = document_.units();
    const bool sameHeads = shownOrder_ == order_;
    shownOrder_ = order_;
    if (sameRows && sameHeads) {
        viewport()->update();
        return;
    }
    const int kept = currentItem() != nullptr ? currentItem()->data(kSlabRole).toInt() : 0;
    const QSignalBlocker quiet(this);
    clear();
    if (shown_.empty()) {
        auto* item = new QListWidgetItem(words_.empty() ? tr("no slab yet") : tr("none found"), this);
        item->setFlags(Qt::NoItemFlags);
        item->setData(kHeadRole, true);
    }
    int section = -1;
    for (const auto& [group, slab] : shown_) {
        if (group != section) {
            section = group;
            QString head = tr("In this job");
            if (group > 0) {
                const Log* log = document_.shop().log(slab->log);
                head = log != nullptr && order_ == YardOrder::Log ? tr("Set aside, log %1").arg(fromCore(log->name))
                                                                  : tr("Set aside");
            }
            auto* item = new QListWidgetItem(head, this);
            item->setFlags(Qt::NoItemFlags);
            item->setData(kHeadRole, true);
        }
        auto* item = new QListWidgetItem(fromCore(slab->name), this);
        item->setData(kSlabRole, slab->id.value);
        item->setData(kAsideRole, group > 0);
        item->setData(Qt::AccessibleTextRole, tr("Slab %1").arg(fromCore(slab->name)));
        if (slab->id.value == kept) {
            setCurrentItem(item);
        }
    }
}

void Rack::look(const QString& words, YardOrder order)
{
    words_ = words.toStdString();
    order_ = order;
    refresh();
}

void Rack::select(SlabId id)
{
    for (int i = 0; i < count(); ++i) {
        if (!item(i)->data(kHeadRole).toBool() && item(i)->data(kSlabRole).toInt() == id.value) {
            if (currentRow() != i) {
                setCurrentRow(i);
            }
            return;
        }
    }
}

void Rack::waitForNext()
{
    for (int i = 0; i < count(); ++i) {
        if (slabOf(item(i)).value != 0 && item(i)->data(kAsideRole).toBool()) {
            setCurrentRow(i);
            break;
        }
    }
    setFocus(Qt::OtherFocusReason);
}

RackFinder::RackFinder(Document& document, Rack& rack, QWidget* parent)
    : QWidget(parent), document_(document), rack_(rack),
      words_(named(new QLineEdit(this), QStringLiteral("rackWords"), tr("Find a slab"))),
      order_(named(new ChoiceBox(this), QStringLiteral("rackOrder"), tr("Order of the rack")))
{
    named(this, QStringLiteral("rackFinder"), tr("Finding slabs"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(8, 2, 8, 2);
    column->setSpacing(4);
    words_->setPlaceholderText(tr("find a slab  Ctrl+F"));
    words_->setClearButtonEnabled(true);
    if (auto* clear = words_->findChild<QToolButton*>()) {
        named(clear, QStringLiteral("rackClear"), tr("Show every slab again"));
    }
    words_->setToolTip(tr("Words of its name, species, log or place; or the code on its tag, typed or scanned."));
    const std::pair<YardOrder, QString> orders[] = {
        {YardOrder::Log, tr("by log")},       {YardOrder::Name, tr("by name")},      {YardOrder::Widest, tr("widest")},
        {YardOrder::Longest, tr("longest")},  {YardOrder::Thickest, tr("thickest")}, {YardOrder::Driest, tr("driest")},
        {YardOrder::Cheapest, tr("cheapest")}};
    for (const auto& [order, text] : orders) {
        order_->addItem(text, static_cast<int>(order));
    }
    column->addWidget(words_);
    column->addWidget(order_);
    connect(words_, &QLineEdit::textChanged, this, &RackFinder::look);
    connect(words_, &QLineEdit::returnPressed, this, &RackFinder::entered);
    connect(order_, &QComboBox::activated, this, &RackFinder::look);
}

void RackFinder::takeFocus()
{
    words_->setFocus(Qt::ShortcutFocusReason);
    words_->selectAll();
}

void RackFinder::look()
{
    // A code is looked up when it is complete; until then it is no word to sift by.
    const bool code = slabOfTag(words_->text().toStdString()).has_value();
    rack_.look(code ? QString() : words_->text().trimmed(), YardOrder(order_->currentData().toInt()));
}

void RackFinder::entered()
{
    const auto id = slabOfTag(words_->text().toStdString());
    if (id) {
        if (document_.shop().slab(*id) == nullptr) {
            Q_EMIT message(tr("No slab of this book has the tag %1.").arg(words_->text().trimmed()));
            return;
        }
        words_->clear();
        Q_EMIT slabFound(*id);
        return;
    }
    for (int i = 0; i < rack_.count(); ++i) {
        if (rack_.item(i)->flags() != Qt::NoItemFlags) {
            rack_.setCurrentRow(i);
            rack_.setFocus(Qt::OtherFocusReason);
            return;
        }
    }
}

} // namespace burl::ui
