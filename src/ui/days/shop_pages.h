#pragma once
// Pages about the whole shop: what the makers' hands have taught, what is to be bought, all jobs.

#include <QWidget>

#include "app/document.h"
#include "app/shop_days_run.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QTableWidget;

namespace burl::ui
{

class LearnedPage : public QWidget
{
    Q_OBJECT

public:
    LearnedPage(Document& document, QWidget* parent);
    void refresh();

private:
    void forget();
    Document& document_;
    QTableWidget* table_;
    QPushButton* forget_;
    std::vector<std::string> keys_;
};

class BuyPage : public QWidget
{
    Q_OBJECT

public:
    BuyPage(Document& document, QWidget* parent);
    void refresh(std::shared_ptr<const ShopDays> days);
    /// What the chosen line is of, the first when none is; empty: nothing is needed.
    [[nodiscard]] std::string chosenKind() const;

Q_SIGNALS:
    void message(const QString& sentence);
    void lineChosen();

private:
    void write();
    Document& document_;
    QTableWidget* table_;
    QComboBox* weeks_;
    QLabel* words_;
    std::vector<ShoppingLine> lines_;
    std::shared_ptr<const ShopDays> days_;
};

class JobsPage : public QWidget
{
    Q_OBJECT

public:
    JobsPage(Document& document, QWidget* parent);
    void refresh(std::shared_ptr<const ShopDays> days);

private:
    void open();
    Document& document_;
    QLineEdit* find_;
    QTableWidget* table_;
    std::vector<JobId> ids_;
    std::shared_ptr<const ShopDays> days_;
};

} // namespace burl::ui
