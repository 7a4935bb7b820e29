#pragma once
// Move: underside up; fasteners, slots, channels, and the year in the room.

#include "ui/board/table_bench.h"

namespace burl::ui
{

class ChoicesForm;
class YearStrip;

class MoveBench : public TableBench
{
    Q_OBJECT

public:
    MoveBench(Document& document, QWidget* parent);

    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    void showPage(const QString& page) override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    void typed(double mm) override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;

private:
    void addRoom();
    void addFastenerRows();
    void addChannelRows();
    void addFastener();
    void addChannel();
    void placeFour();
    enum class Kind { None, Fastener, Channel, Held };
    struct Chosen {
        Kind kind = Kind::None;
        size_t index = 0;
    };
    [[nodiscard]] Chosen at(Vec2 at, const BoardView& view) const;
    /// y of an outer edge on the face that is shown; live edges slope, so the two faces differ.
    [[nodiscard]] double edgeShown(double x, bool upper, double onShow) const;
    void moveChosen(const Job& before, Vec2 by, bool exactly, int gesture);
    void editFastener(const QString& label, const std::function<void(Fastener&)>& change);
    void editChannel(const QString& label, const std::function<void(Channel&)>& change);

    QWidget* panel_;
    ChoicesForm* form_;
    ChoicesForm* fastenerForm_;
    ChoicesForm* channelForm_;
    YearStrip* strip_;
    Chosen chosen_;
    Vec2 from_;
    Job before_;
    int gesture_ = 0;
};

} // namespace burl::ui
