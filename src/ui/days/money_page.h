#pragma once
// What a job costs and what is asked: lines, sums, quotes that were kept.

#include <QWidget>

#include "app/compare_run.h"
#include "app/document.h"
#include "core/money/money_plan.h"

class QLabel;
class QPushButton;
class QTableWidget;

namespace burl::ui
{

class MoneyPage : public QWidget
{
    Q_OBJECT

public:
    MoneyPage(Document& document, QWidget* parent);
    void refresh();
    /// The line of the maker's own that is chosen, counted among his own; -1: none.
    [[nodiscard]] int ownLine() const;
    /// Whose price the chosen row takes; nothing for work, or when none is chosen.
    [[nodiscard]] std::optional<PriceOf> chosenPrice() const;
    [[nodiscard]] QString chosenName() const;
    /// Chooses the first row that has no price yet; the first where all have one.
    void chooseUnpriced();

Q_SIGNALS:
    void lineChosen();
    void priceWanted();         // of the chosen row, to be typed
    void quoteWanted(int kept); // its number among the kept ones; -1: as it stands
    void message(const QString& sentence);

private:
    void addLine();
    void removeLine();
    void keepQuote();
    void acceptQuote();
    void showCompared();

    Document& document_;
    QTableWidget* table_;
    QLabel* sums_;
    QWidget* sumsRoom_ = nullptr; // that it is scrolled in
    QPushButton* remove_;
    QPushButton* keep_;
    QPushButton* accept_;
    QPushButton* paper_;
    QPushButton* compare_;
    QLabel* compared_;
    CompareRun run_;
    bool comparing_ = false; // the kept layups are shown in place of the sums
    struct Row {
        int own = -1; // among the maker's own lines; -1: of the plan
        std::optional<PriceOf> of;
        bool open = false; // it has no price
    };
    std::vector<Row> rows_;
};

} // namespace burl::ui
