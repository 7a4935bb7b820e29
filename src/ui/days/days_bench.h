#pragma once
// Days: the wall calendar of this job or of all, and below it what is to be done, written down, bought and asked.

#include "app/shop_days_run.h"
#include "drawing/wall_calendar.h"
#include "ui/board/table_bench.h"

namespace burl::ui
{

class ChoicesForm;
class MeasureField;
class DaysTray;

class DaysBench : public TableBench
{
    Q_OBJECT

public:
    DaysBench(Document& document, QWidget* parent);

    [[nodiscard]] QString headline() const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] Box frame() const override;
    [[nodiscard]] bool ruled() const override { return false; }
    [[nodiscard]] QString turnWord() const override;
    void turn() override;
    void paint(QPainter& painter, const BoardView& view, const QRectF& area, WoodCache& wood) override;
    void refresh() override;
    void refreshPlan() override;
    void shown() override;
    void showPage(const QString& page) override;
    bool press(Vec2 at, const BoardView& view) override;
    DragNote drag(Vec2 at) override;
    void cancelDrag() override;
    [[nodiscard]] Qt::CursorShape cursorAt(Vec2 at, const BoardView& view) const override;
    void doubleClick(Vec2 at, const BoardView& view) override;
    bool nudge(double dx, double dy) override;
    bool removeSelected() override;
    bool key(int key) override;
    [[nodiscard]] std::function<void()> remedyFor(const Finding& finding) override;
    [[nodiscard]] QStringList keys() const override;
    [[nodiscard]] DaysTray& tray() { return *tray_; }
    /// Where the first block of work of a step lies on the board, as it was last painted; nothing when it is not seen.
    [[nodiscard]] std::optional<QPointF> placeOf(const std::string& step) const;

Q_SIGNALS:
    void quoteWanted();
    void stepListWanted();
    void weekSheetWanted();
    void historyWanted();
    void calendarFileWanted();

protected:
    void letGo() override;

private:
    void addHoursRows();
    void addStepRows();
    void addOwnRows();
    void addMoneyRows();
    void addStockRows();
    void addPriceRow();
    void sayPrice(const PriceOf& of, double price);
    void focusPrice();
    void showPriceForm(bool money);
    void editStock(const QString& label, const std::function<void(StockItem&)>& change);
    [[nodiscard]] const StockItem* chosenStock() const;
    void showForms();
    void askShop();
    void choose(const std::string& step);
    void fix(const std::string& step, const std::string& moment);
    void addOwnStep();
    void editOverrule(const QString& label, const std::function<void(StepOverrule&)>& change);
    void editOwn(const QString& label, const std::function<void(OwnStep&)>& change);
    void editHabits(const QString& label, const std::function<void(Habits&)>& change);
    QString editWeek(const QString& text, const QString& label, const std::function<WeekHours&(Habits&)>& of);
    [[nodiscard]] const JobStep* chosenStep() const;
    [[nodiscard]] const OwnStep* chosenOwn() const;
    [[nodiscard]] const StepOverrule* chosenOverrule() const;
    [[nodiscard]] CalendarSheet sheet() const;
    void addAllBlocks(CalendarSheet& sheet) const;

    QWidget* panel_;
    ChoicesForm* hoursForm_;
    ChoicesForm* stepForm_;
    ChoicesForm* ownForm_;
    ChoicesForm* moneyForm_;
    ChoicesForm* lineForm_;
    ChoicesForm* priceForm_; // of the chosen line of the plan
    MeasureField* rowPrice_ = nullptr;
    ChoicesForm* stockForm_;
    ChoicesForm* papersForm_;
    DaysTray* tray_;
    ShopDaysRun shopRun_;
    std::shared_ptr<const ShopDays> shopDays_;
    bool all_ = false;    // jobs on the calendar
    int weeksOff_ = 0;    // scrolled from where it opens
    std::string chosen_;  // key of a step
    std::string dragged_; // and of the one under the hand
    std::optional<long> dropAt_;
    CalendarSheet painted_;
    CalendarLayout layout_;
    BoardView view_;
    QRectF earlier_, later_; // where a click scrolls
};

} // namespace burl::ui
