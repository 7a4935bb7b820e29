#pragma once
// Capture: what the tape, the rails and the eye say about one slab, typed in. One table, a page for each kind of
// reading (src/ui/yard/pages).

#include <vector>

#include <QWidget>

#include "app/document.h"
#include "core/yard/slab_card.h"

class QLabel;
class QPushButton;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class DryingView;
class FeaturesPage;
class HowToView;
class LogEnd;
class ReadingPage;
class ReadingTable;

class Capture : public QWidget
{
    Q_OBJECT

public:
    Capture(Document& document, InstrumentPort& instrument, QWidget* parent);
    void setSlab(SlabId id);
    void refresh();
    /// Id of the page that is open: "topTape", "bottomTape", "topHeights", "bottomHeights", "thickness", "features",
    /// "moisture".
    [[nodiscard]] QString page() const;
    /// Opens a page by its id; nothing when there is none such.
    void show(const QString& page);
    /// The first cell that is still empty waits for the next key.
    void startTyping();
    void showDrying(const Slab& slab, const SlabCard& card);
    /// The kind that the next feature drawn on the board gets.
    [[nodiscard]] FeatureKind nextKind() const;

Q_SIGNALS:
    void message(const QString& sentence);
    void shown();
    void slabChosen(burl::SlabId id);

private:
    void addPage(ReadingPage* page);
    void open(ReadingPage* page);
    void fill();
    void entered(int row, int column, const QString& text);

    Document& document_;
    SlabId slab_;
    ReadingTable* table_;
    LogEnd* logEnd_;
    DryingView* drying_;
    HowToView* howTo_;
    QLabel* hint_;
    std::vector<ReadingPage*> pages_;
    std::vector<QPushButton*> buttons_; // one for each page
    FeaturesPage* features_;
    ReadingPage* open_ = nullptr;
};

} // namespace burl::ui
