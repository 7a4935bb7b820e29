#pragma once
// Flat: relief over the same table, readings as dots, packers, profiles and passes.

#include "app/sure_run.h"
#include "ui/board/bench.h"

class QPushButton;
class QTimer;

namespace burl::ui
{

class ChoicesForm;
class PassStrip;

class FlatBench : public Bench
{
    Q_OBJECT

public:
    FlatBench(Document& document, QWidget* parent);

    [[nodiscard]] QString id() const override { return QStringLiteral("flat"); }
    [[nodiscard]] QString name() const override { return tr("Flat"); }
    [[nodiscard]] QString telling() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] std::vector<Finding> findings() const override;
    [[nodiscard]] QWidget* choices() override;
    [[nodiscard]] QWidget* below() override;
    [[nodiscard]] int belowHeight() const override { return 190; }
    [[nodiscard]] Box frame() const override;
    [[nodiscard]] double keyRoom() const override { return 108.0; }
    [[nodiscard]] bool underside() const override { return underside_; }
    [[nodiscard]] QString turnWord() const override;
    void turn() override;
    [[nodiscard]] QString emptyWord() const override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    bool press(Vec2 at, const BoardView& view) override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

    /// Writes the shown face's passes as G-code and proves the file; the sentence to say.
    [[nodiscard]] QString gcodeWritten(const QString& path, bool inches, bool along);

private:
    void writeGcode();
    [[nodiscard]] const FacePasses* shownFace() const;
    [[nodiscard]] bool topFaceShown(size_t piece) const;
    void addRig();
    void askHowSure();

    ChoicesForm* form_;
    PassStrip* strip_;
    QPushButton* gcode_ = nullptr; // of machines that read it
    QTimer* soon_;                 // after the last edit, so that dragging is not held up
    SureRun sure_;
    size_t selected_ = 0;
    bool underside_ = false;
};

} // namespace burl::ui
