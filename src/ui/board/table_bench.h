#pragma once
// What the benches that show the table have in common: their place in the program, the stage whose answer they show,
// the two faces of the board. A bench adds what it paints, what it grabs and its choices.

#include "ui/board/bench.h"

namespace burl::ui
{

/// What is fixed about a bench.
struct BenchCard {
    QString id;   // also that of the stages it shows (core/plan/plan.h)
    QString name; // on its tab
    int belowHeight = 120;
    bool turns = true;      // it can be looked at from below too
    bool underside = false; // it is first
    bool rough = false;     // the rough wood round the top is shown as well
    double keyRoom = 0.0;   // pixels kept free at the right of the drawing
};

class TableBench : public Bench
{
    Q_OBJECT

public:
    [[nodiscard]] QString id() const override { return card_.id; }
    [[nodiscard]] QString name() const override { return card_.name; }
    /// The stage's headline figure.
    [[nodiscard]] QString headline() const override;
    [[nodiscard]] std::vector<Entry> figures() const override;
    [[nodiscard]] std::vector<Finding> findings() const override;
    [[nodiscard]] QWidget* choices() override { return choices_; }
    [[nodiscard]] QWidget* below() override { return below_; }
    [[nodiscard]] int belowHeight() const override { return card_.belowHeight; }
    [[nodiscard]] Box frame() const override;
    [[nodiscard]] double keyRoom() const override { return card_.keyRoom; }
    [[nodiscard]] bool underside() const override { return underside_; }
    [[nodiscard]] QString turnWord() const override;
    void turn() override;
    [[nodiscard]] QString emptyWord() const override;
    void release() override;
    void cancelDrag() override { TableBench::release(); }

protected:
    TableBench(Document& document, BenchCard card);
    /// Shown in the ledger and under the board; hidden until then.
    void setPanels(QWidget* choices, QWidget* below);
    /// Forgets what was grabbed: the drag is over, kept or taken back.
    virtual void letGo() {}

    bool underside_ = false;

private:
    BenchCard card_;
    QWidget* choices_ = nullptr;
    QWidget* below_ = nullptr;
};

} // namespace burl::ui
