#pragma once
// Yard: one slab at a time, from tape and rails, and the log it came from.

#include "app/import_run.h"
#include "core/yard/slab_card.h"
#include "exchange/import/imported.h"
#include "ui/board/bench.h"

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class Capture;
class ChoicesForm;

class YardBench : public Bench
{
    Q_OBJECT

public:
    YardBench(Document& document, InstrumentPort& instrument, QWidget* parent);

    void setSlab(SlabId id);
    [[nodiscard]] SlabId slab() const { return slab_; }
    /// A file is read beside the window.
    [[nodiscard]] bool reading() const { return importRun_.busy(); }

    [[nodiscard]] QString id() const override { return QStringLiteral("yard"); }
    [[nodiscard]] QString name() const override { return tr("Yard"); }
    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] std::vector<Finding> findings() const override;
    [[nodiscard]] QWidget* choices() override;
    [[nodiscard]] QWidget* below() override;
    [[nodiscard]] double belowShare() const override { return 0.54; } // a slab is long: its drawing needs less
    [[nodiscard]] bool belowShown() const override { return current() != nullptr; }
    [[nodiscard]] int belowHeight() const override { return 262; }
    [[nodiscard]] Box frame() const override;
    [[nodiscard]] QString turnWord() const override;
    void turn() override;
    [[nodiscard]] QString emptyWord() const override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    void refreshPlan() override {} // nothing here hangs on it
    void showPage(const QString& page) override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    void release() override;
    void cancelDrag() override;
    void doubleClick(Vec2 at, const BoardView& view) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

    /// A new slab on the card: what is typed next is its name, then its tape.
    void newSlab();

Q_SIGNALS:
    void slabWanted(burl::SlabId id);

private:
    [[nodiscard]] std::shared_ptr<const Slab> current() const;
    [[nodiscard]] int featureAt(Vec2 at) const;
    [[nodiscard]] int cornerAt(Vec2 at, const BoardView& view) const;
    void buildCard();
    void printTag();
    void printCards();
    /// Takes in what a file said, once it is read; what it brings along is asked about.
    void takeInRead(const Expected<Imported>& in);
    /// One question for all defects; false when the maker went back.
    [[nodiscard]] bool askAboutDefects(Imported& in);
    [[nodiscard]] const SlabCard& card() const;
    void takeInPhoto();
    void takeInFile();
    /// A picture that is at true scale becomes the face that is shown.
    void takeInPicture(const Expected<TrueFace>& face);
    void takeIn(const QString& path, const ImportOptions& options);
    void moveFeature(const Slab& before, Vec2 by, int gesture);

    QWidget* panel_;
    ChoicesForm* form_;
    Capture* capture_;
    SlabId slab_;
    /// The file that is read now.
    struct Reading {
        QString name;
        QString path;
        ImportOptions options;
        SlabId slab; // it is for, whatever is looked at when it is read; 0: a new one
        Face face = Face::Top;
    };
    /// The slab that is to take in what was read; a new one when none was meant. Nothing, and that is said, when the
    /// one that was meant is gone.
    [[nodiscard]] std::optional<SlabId> takingIn();
    /// Reads what `reading_` says beside the window.
    void read(std::string bytes);
    Reading reading_;
    ImportRun importRun_;
    Face face_ = Face::Top;
    int feature_ = 0;
    Vec2 from_;
    Slab before_;
    int gesture_ = 0;
    int corner_ = -1; // of the feature that is dragged, -1: the whole
    Ring traced_;     // a new feature while it is drawn

    // The card as it was last worked out, and of what.
    mutable SlabCard card_;
    mutable std::shared_ptr<const Slab> carded_;
    mutable int cardDay_ = 0;
    mutable std::string cardHome_;
};

} // namespace burl::ui
