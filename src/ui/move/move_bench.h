#pragma once
// Move: underside up; base plates, fasteners, slots, channels, the year in the room, and how the top bends.

#include "ui/board/table_bench.h"

namespace burl::ui
{

class ChoicesForm;
class MoveTray;

/// What is chosen on the board.
struct MoveChosen {
    enum class Kind { None, Fastener, Channel, Plate, Held, Cut };
    Kind kind = Kind::None;
    size_t index = 0;
    bool operator==(const MoveChosen&) const = default;
};

class MoveBench : public TableBench
{
    Q_OBJECT

public:
    MoveBench(Document& document, QWidget* parent);

    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] double keyRoom() const override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    void refreshPlan() override;
    void showPage(const QString& page) override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    void typed(double mm) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

Q_SIGNALS:
    void drillingMapWanted();

private:
    void addRoom();
    void addFastenerRows();
    void addChannelRows();
    void addPlateRows();
    void addButtons();
    void addTips();
    void addFastener();
    void addChannel();
    void addPlate();
    void placePlates();
    void layOut();
    void exportPockets();
    void exportTemplates();
    void choose(MoveChosen chosen);
    [[nodiscard]] MoveChosen at(Vec2 at, const BoardView& view) const;
    [[nodiscard]] bool isThere(const MoveChosen& chosen, const MoveChoices& move) const;
    /// y of an outer edge on the face that is shown; live edges slope, so the two faces differ.
    [[nodiscard]] double edgeShown(double x, bool upper, double onShow) const;
    void paintBreathing(QPainter& painter, const BoardView& view) const;
    void paintPlates(QPainter& painter, const BoardView& view) const;
    void paintChannels(QPainter& painter, const BoardView& view) const;
    void paintBoltForces(QPainter& painter, const BoardView& view, const ChannelPlan& channel) const;
    void paintFasteners(QPainter& painter, const BoardView& view) const;
    void paintBending(QPainter& painter, const BoardView& view, const QRectF& area) const;
    void moveChosen(const Job& before, Vec2 by, bool exactly, int gesture);
    void editFastener(const QString& label, const std::function<void(Fastener&)>& change);
    void editChannel(const QString& label, const std::function<void(Channel&)>& change);
    void editPlate(const QString& label, const std::function<void(BasePlate&)>& change);
    void showForms();

    QWidget* panel_;
    ChoicesForm* form_;
    ChoicesForm* fastenerForm_;
    ChoicesForm* channelForm_;
    ChoicesForm* plateForm_;
    MoveTray* tray_;
    MoveChosen chosen_;
    Vec2 from_;
    Job before_;
    double cutBefore_ = 0.0;
    int gesture_ = 0;
};

/// Word of a kind of fastener, as the maker says it.
[[nodiscard]] QString fastenerWord(FastenerKind kind);

} // namespace burl::ui
