#pragma once
// Flat: relief over the same table, readings as dots, packers, profiles and passes.

#include "app/pass_run.h"
#include "app/range_run.h"
#include "core/flatten/pass_map.h"
#include "ui/board/table_bench.h"

class QPushButton;
class QTimer;

namespace burl
{
class InstrumentPort;
}

namespace burl::ui
{

class ChoicesForm;
class FlatTray;
class PassStrip;

class FlatBench : public TableBench
{
    Q_OBJECT

public:
    FlatBench(Document& document, InstrumentPort& instrument, QWidget* parent);

    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] std::vector<Finding> findings() const override;
    void showPage(const QString& page) override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    void markSpot(const ThinSpot& spot);
    [[nodiscard]] QStringList keys() const override;

    /// Writes the shown face's passes as G-code, those of one milling (0: of all); the sentence to say.
    [[nodiscard]] QString gcodeWritten(const QString& path, bool inches, int milling);

    /// The passes of the shown face have been counted on fine cells.
    [[nodiscard]] bool passesKnown() const;

protected:
    void letGo() override { held_.reset(); }

private:
    void writeGcode();
    [[nodiscard]] const FacePasses* shownFace() const;
    [[nodiscard]] bool topFaceShown(size_t piece) const;
    void addChoices();
    void addMillings();
    void addRig();
    void askForPasses();
    void drawContours();
    void paintTouched(QPainter& painter, const BoardView& view, size_t piece);
    void paintDots(QPainter& painter, const BoardView& view, size_t piece) const;
    void paintPackers(QPainter& painter, const BoardView& view, const QRectF& area, size_t piece) const;
    void paintCuts(QPainter& painter, const BoardView& view) const;
    void askHowSure();

    ChoicesForm* form_;
    FlatTray* tray_;
    PassStrip* strip_;             // in the tray
    QPushButton* gcode_ = nullptr; // of machines that read it
    QTimer* soon_;                 // after the last edit, so that dragging is not held up
    RangeRun sure_;
    PassRun passes_;
    /// The touched face and the contours as they were last drawn.
    struct Drawn {
        std::shared_ptr<const PassMap> map;
        int done = -1;
        QImage touched;
    } drawn_;
    struct Contours {
        std::shared_ptr<const FlattenPlan> plan;
        bool underside = false;
        double step_mm = 0.0;
        std::vector<QVector<QLineF>> lines; // of each piece
    } contours_;
    /// A packer under the mouse.
    struct Held {
        size_t piece = 0;
        size_t packer = 0;
    };
    [[nodiscard]] std::optional<Held> packerAt(Vec2 at, const BoardView& view) const;
    std::optional<Held> held_;
    std::vector<Bearing> bearings_; // of the piece whose packer is held
    int gesture_ = 0;
    size_t selected_ = 0;
};

} // namespace burl::ui
